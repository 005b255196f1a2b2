import { isFed, passesOn } from '../gear/gear';
import type { Job } from './job';
import { DEEPEST_FEED, MOST_FED } from './limits';
import { FIRST_BATTERY } from './supply';

type Fault = { path: string[]; expected: string };

/** References between batteries, what joins them and what is fed from where that do not hold. */
export function supplyFaults(job: Job): Fault[] {
  const faults: Fault[] = [];
  const { batteries, ties, charging, shore, solar, existing, pattern } = job.craft;
  const need = (ok: boolean, path: string[], expected: string) => {
    if (!ok) faults.push({ path, expected });
  };
  const battery = (id: string | null | undefined, ...path: string[]) =>
    need(id === null || id === undefined || Object.hasOwn(batteries, id), path, 'expected a battery of this craft');
  need(
    Object.hasOwn(batteries, FIRST_BATTERY),
    ['craft', 'batteries'],
    `expected a battery under the key "${FIRST_BATTERY}"`,
  );
  for (const [id, { place }] of Object.entries(batteries)) {
    need(!Object.hasOwn(job.gear, id), ['craft', 'batteries', id], 'expected a key that no gear has');
    need(
      place === null || Object.hasOwn(pattern.places, place),
      ['craft', 'batteries', id, 'place'],
      'expected a place of this craft',
    );
  }
  for (const [id, tie] of Object.entries(ties)) {
    battery(tie.from, 'craft', 'ties', id, 'from');
    battery(tie.to, 'craft', 'ties', id, 'to');
    need(tie.from !== tie.to, ['craft', 'ties', id, 'to'], 'expected another battery than the first');
    const twin = Object.entries(ties).some(
      ([other, t]) => other < id && [t.from, t.to].sort().join() === [tie.from, tie.to].sort().join(),
    );
    need(!twin, ['craft', 'ties', id], 'expected one tie between two batteries');
  }
  battery(charging.at, 'craft', 'charging', 'at');
  battery(shore?.at, 'craft', 'shore', 'at');
  battery(solar?.at, 'craft', 'solar', 'at');
  const { source, through } = job.turnOn;
  need(source === null || Object.hasOwn(existing, source), ['turnOn', 'source'], 'expected a circuit of this craft');
  const between = through === null ? undefined : job.gear[through]?.item;
  need(
    through === null || between?.kind === 'relay' || between?.kind === 'switchModule',
    ['turnOn', 'through'],
    'expected a relay or switch module of this job',
  );
  need(
    Object.values(job.gear).filter(({ item }) => isFed(item)).length <= MOST_FED,
    ['gear'],
    `expected ${MOST_FED} pieces at most that draw power or pass it on`,
  );
  for (const [id, { from }] of Object.entries(job.feeds)) {
    if (from === null || Object.hasOwn(batteries, from)) continue;
    const path = ['feeds', id, 'from'];
    const item = job.gear[from]?.item;
    if (!item || !passesOn(item)) need(false, path, 'expected a battery, or gear that passes power on');
    else {
      const depth = depthOf(job, id);
      need(depth !== undefined, path, 'expected a feed that does not come round to itself');
      need(
        depth === undefined || depth <= DEEPEST_FEED,
        path,
        `expected ${DEEPEST_FEED} pieces at most between it and its battery`,
      );
    }
  }
  return faults;
}

/** How many pieces gear is fed through; undefined where it comes round to itself. */
function depthOf(job: Job, gear: string): number | undefined {
  const seen = new Set<string>();
  for (let at = job.feeds[gear]?.from; at !== null && at !== undefined; at = job.feeds[at]?.from) {
    if (at === gear) return undefined;
    // A ring further on is told of those that are in it.
    if (seen.has(at) || Object.hasOwn(job.craft.batteries, at)) break;
    seen.add(at);
  }
  return seen.size;
}
