import { TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { NEW_BATTERY, USUAL_TIE } from '#core/job/supply';
import { DEEPEST_FEED, LIMITS, MOST_FED } from '#core/job/limits';
import type { Job } from '#core/job/job';
import { apply, type Operation } from '#core/job/operations';
import { OperationError } from '#core/document/fault';

/**
 * As much as a job may hold: gear, feeds through feeds, speakers on every output, batteries joined by diodes and
 * isolators, settings, lamps. Made by operations, as a person would who went on and on.
 */
export function limitJob(): Job {
  let job: Job = {
    ...TOURER_JOB,
    gear: {},
    circuits: {},
    feeds: {},
    speakers: {},
    id: 'limit',
    title: 'All there may be',
  };
  const make = (operation: Operation) => {
    try {
      job = apply(job, operation);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
    }
  };
  const places = Object.keys(job.craft.pattern.places);
  const blocks = DEEPEST_FEED;
  const amplifiers = MOST_FED - blocks - 1;
  make({ op: 'addGear', id: 'head', item: shelfItem('kingcup-3'), place: 'dash' });
  for (let n = 0; n < blocks; n++) {
    make({ op: 'addGear', id: `block${n}`, item: shelfItem('delta-4'), place: places[n % places.length]! });
    if (n) make({ op: 'feedFrom', gear: `block${n}`, from: `block${n - 1}` });
  }
  for (let n = 0; n < amplifiers; n++) {
    make({ op: 'addGear', id: `amp${n}`, item: shelfItem('weir-4-45'), place: places[n % places.length]! });
    make({ op: 'feedFrom', gear: `amp${n}`, from: `block${n % blocks}` });
  }
  const channels = ['fl', 'fr', 'rl', 'rr'];
  const speakers = LIMITS.gear[0] - MOST_FED;
  for (let n = 0; n < speakers; n++) {
    make({
      op: 'addGear',
      id: `speaker${n}`,
      item: shelfItem(['bittern-165', 'wren-100', 'heron-165'][n % 3]!),
      place: places[(n * 5) % places.length]!,
    });
    make({
      op: 'wireChannel',
      channel: `amp${Math.floor(n / 4)}/${channels[n % 4]!}`,
      wiring: { coil: { gear: `speaker${n}`, coil: 0 } },
    });
  }
  for (let n = 1; n < LIMITS.batteries[0]; n++) {
    make({
      op: 'setBattery',
      id: `b${n}`,
      battery: { ...NEW_BATTERY, name: `Bank ${n}`, role: 'house', restVolts: 12.4 + n / 20 },
    });
    make({
      op: 'setTie',
      id: `t${n}`,
      tie: { ...USUAL_TIE, kind: n % 2 ? 'diode' : 'relay', from: n > 2 ? `b${n - 2}` : 'battery', to: `b${n}` },
    });
  }
  for (let n = 0; n < LIMITS.memories[0]; n++)
    make({ op: 'setMemory', id: `m${n}`, memory: { name: `Setting ${n}`, relearn: 'By the owner’s book' } });
  for (let n = 0; n < LIMITS.lamps[0]; n++)
    make({ op: 'setLamp', id: `l${n}`, lamp: { name: `Lamp ${n}`, by: null, answer: 'moved' } });
  return job;
}
