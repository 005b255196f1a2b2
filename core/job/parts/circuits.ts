import * as v from 'valibot';
import { mapped, editsOf, entry, older, said, whole, without, type Gone } from '../../document/edits';
import type { Fault } from '../../document/fault';
import {
  NO_SOURCE_CHOICE,
  NO_SPEAKER_CHOICE,
  OldReturns,
  OutputKey,
  SourceChoice,
  SpeakerChoice,
  Title,
  USUAL_WIRING_RULES,
  Wiring,
  WiringRules,
  Zone,
  channelsOfOutput,
  coilsOf,
  deepSplit,
  speakersOf,
} from '../circuit';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { gearOf } from './gear';
import { craft, gone } from './keys';
import { renamedRestore, sourceNow } from './renamed';
import { Id } from '../../text/scalars';

export const shape = {
  /** Output (gear/channel, or gear/a+b bridged) → what is connected to it. */
  circuits: v.record(OutputKey, Wiring),
  zones: few('zones', Zone),
  speakers: v.record(Id, SpeakerChoice),
  sources: v.record(Id, SourceChoice),
  /** Channels kept free for later, and for what. */
  reserved: v.record(OutputKey, Title),
  wiringRules: WiringRules,
};
export const empty = {
  circuits: {},
  zones: {},
  speakers: {},
  sources: {},
  reserved: {},
  wiringRules: USUAL_WIRING_RULES,
};
export const craftShape = { oldReturns: OldReturns };
export const craftEmpty = { oldReturns: 'notTested' } as const;

export const edits = editsOf<Job>()({
  wireChannel: {
    says: { channel: OutputKey, wiring: v.nullable(Wiring) },
    words: 'wire channel',
    change: (job, { channel, wiring }) => ({ ...job, circuits: entry(job.circuits, channel, wiring) }),
  },
  /** Null strikes the zone out; its speakers then belong to none. */
  setZone: {
    says: { id: Id, zone: v.nullable(v.partial(Zone)) },
    words: 'change zone',
    change: (job, { id, zone }) => ({
      ...job,
      zones: entry(job.zones, id, whole('setZone', Zone, job.zones[id], zone, id)),
    }),
    takes: ({ id, zone }) => (zone === null ? gone('zone', id) : undefined),
  },
  setSpeaker: {
    says: { id: Id, choice: v.partial(SpeakerChoice) },
    words: 'change speaker',
    change(job, { id, choice }) {
      gearOf(job, 'setSpeaker', id);
      return {
        ...job,
        speakers: { ...job.speakers, [id]: { ...NO_SPEAKER_CHOICE, ...job.speakers[id], ...said(choice) } },
      };
    },
  },
  setSource: {
    says: { id: Id, choice: v.partial(SourceChoice) },
    words: 'change source',
    change(job, { id, choice }) {
      gearOf(job, 'setSource', id);
      return {
        ...job,
        sources: { ...job.sources, [id]: { ...NO_SOURCE_CHOICE, ...job.sources[id], ...said(choice) } },
      };
    },
  },
  /** Null sets the channel free. */
  reserveChannel: {
    says: { channel: OutputKey, what: v.nullable(Title) },
    words: 'keep channel free',
    change: (job, { channel, what }) => ({ ...job, reserved: entry(job.reserved, channel, what) }),
  },
  setWiringRules: {
    says: { rules: v.partial(WiringRules) },
    words: 'change what proposals keep to',
    change: (job, { rules }) => ({ ...job, wiringRules: { ...job.wiringRules, ...said(rules) } }),
  },
  setOldReturns: {
    says: { returns: OldReturns },
    words: 'change what the old leads showed',
    change: (job, { returns }) => craft(job, { oldReturns: returns }),
  },
});
export const olderEdits = {
  setSource: [
    older(7, { id: Id, choice: v.looseObject({ wake: v.unknown() }) }, ({ id, choice }) => ({
      op: 'setSource',
      id,
      choice: sourceNow(choice),
    })),
  ],
  restore: [renamedRestore],
};

/** What is wrong with an output's key in this job; undefined when nothing is. */
export function outputFault(job: Job, key: string): string | undefined {
  const [gear, channels] = key.split('/') as [string, string];
  const item = job.gear[gear]?.item;
  const ids = channels.split('+');
  if (!item || !('bank' in item) || !ids.every((id) => item.bank.channels.some((c) => c.id === id)))
    return 'expected a channel of gear in this job';
  if (ids.length === 2 && !item.bank.bridge?.pairs.some(([a, b]) => a === ids[0] && b === ids[1]))
    return `expected channels that ${item.name} allows to be bridged`;
  return undefined;
}

export function faults(job: Job): Fault[] {
  return [
    ...tooMany('zones', job.zones, ['zones']),
    ...circuitFaults(job),
    ...zoneFaults(job),
    ...speakerFaults(job),
    ...sourceFaults(job),
    ...Object.keys(job.reserved).flatMap((key): Fault[] => {
      const expected = key.includes('+') ? 'expected one channel' : outputFault(job, key);
      return expected ? [{ path: ['reserved', key], expected }] : [];
    }),
  ];
}

function circuitFaults(job: Job): Fault[] {
  const found: Fault[] = [];
  const wired = new Set<string>();
  const driven = new Set<string>();
  for (const [key, wiring] of Object.entries(job.circuits)) {
    const path = ['circuits', key];
    const fault = outputFault(job, key);
    if (fault) found.push({ path, expected: fault });
    for (const channel of channelsOfOutput(key)) {
      if (driven.has(channel))
        found.push({ path, expected: `expected ${channel} alone or in a bridged pair, not both` });
      driven.add(channel);
    }
    if (deepSplit(wiring, true))
      found.push({ path, expected: 'expected a passive crossover only straight at the output' });
    for (const { gear: speaker, coil } of coilsOf(wiring)) {
      const { item: load, there } = job.gear[speaker] ?? {};
      if (there === 'out') found.push({ path, expected: `expected a speaker that stays, not ${speaker}` });
      if (load?.kind !== 'speaker' || !load.coils[coil])
        found.push({ path, expected: `expected a coil of a speaker in this job, not ${speaker} coil ${coil}` });
      const coilKey = `${speaker}/${coil}`;
      if (wired.has(coilKey))
        found.push({
          path,
          expected: `expected each coil on one channel only; ${speaker} coil ${coil} is wired twice`,
        });
      wired.add(coilKey);
    }
  }
  return found;
}

function zoneFaults({ zones, gear, craft: { pattern } }: Job): Fault[] {
  const found: Fault[] = [];
  for (const [id, { control, listener }] of Object.entries(zones)) {
    if (control !== null && gear[control]?.item.kind !== 'zoneControl')
      found.push({ path: ['zones', id, 'control'], expected: 'expected a zone control of this job' });
    if (listener !== null && !(pattern.listeners && Object.hasOwn(pattern.listeners, listener)))
      found.push({ path: ['zones', id, 'listener'], expected: 'expected a listener of this craft' });
  }
  return found;
}

function speakerFaults(job: Job): Fault[] {
  const found: Fault[] = [];
  for (const [id, choice] of Object.entries(job.speakers)) {
    const item = job.gear[id]?.item;
    const path = ['speakers', id];
    if (item?.kind !== 'speaker') {
      found.push({ path, expected: 'expected a speaker of this job' });
      continue;
    }
    if (choice.zone !== null && !job.zones[choice.zone])
      found.push({ path: [...path, 'zone'], expected: 'expected a zone of this job' });
    if (choice.position !== null && !item.positions.some((p) => p.name === choice.position))
      found.push({
        path: [...path, 'position'],
        expected: `expected a position of its impedance switch: ${item.positions.map((p) => p.name).join(', ') || 'it has none'}`,
      });
    const fault = choice.pin === null ? undefined : outputFault(job, choice.pin);
    if (fault) found.push({ path: [...path, 'pin'], expected: fault });
  }
  return found;
}

function sourceFaults({ sources, gear }: Job): Fault[] {
  const found: Fault[] = [];
  for (const [id, { turnedOnBy }] of Object.entries(sources)) {
    const item = gear[id]?.item;
    const switches = item?.kind === 'relay' || item?.kind === 'switchModule';
    if (!item || !('bank' in item || switches))
      found.push({
        path: ['sources', id],
        expected: 'expected an amplifier, head unit, relay or switch module of this job',
      });
    else if (switches && !['head', 'switched', null].includes(turnedOnBy))
      found.push({
        path: ['sources', id, 'turnedOnBy'],
        expected: 'expected head, switched or nothing for a relay or module',
      });
  }
  return found;
}

export function forget(job: Job, { kind, id }: Gone): Job {
  if (kind === 'zone')
    return {
      ...job,
      speakers: mapped(job.speakers, (choice) => (choice.zone === id ? { ...choice, zone: null } : choice)),
    };
  if (kind !== 'gear') return job;
  const of = (output: string) => output.startsWith(`${id}/`);
  return {
    ...job,
    circuits: without(job.circuits, (key, wiring) => of(key) || speakersOf(wiring).includes(id)),
    speakers: mapped(
      without(job.speakers, (key) => key === id),
      (choice) => (choice.pin !== null && of(choice.pin) ? { ...choice, pin: null } : choice),
    ),
    sources: without(job.sources, (key) => key === id),
    reserved: without(job.reserved, of),
    zones: mapped(job.zones, (zone) => (zone.control === id ? { ...zone, control: null } : zone)),
  };
}
