import { circuitsUsed, feederOf, circuitOf, feedersAbove } from '../connections/feeding';
import { draws, type PassingGear } from '../gear/gear';
import type { Job } from '../job/job';
import { NO_FEED_CHOICE } from '../job/parts/feeds';
import type { Existing } from '../job/supply';
import { ampacity, foundOhmsPerMetre, type Gauge } from '../tables/conductors';
import { BODILESS } from './bodiless';
import type { Branch } from './branches';
import { fuseMargin } from './protection';

/** A circuit of the craft as what it is to a feed: it splits one + into several, and gathers returns where it has a −. */
const asBlock = ({ name, negative }: Existing): Extract<PassingGear, { kind: 'block' }> => ({
  ...BODILESS,
  kind: 'block',
  id: 'existing',
  name,
  maxWire: null,
  usualFuseA: null,
  // What it may bring is judged by its own fuse.
  maxA: 500,
  makerMaxFuseA: 500,
  milliohm: 0.001,
  idleA: 0,
  ways: 24,
  fused: null,
  returnBus: negative,
});

/** Out, and back where it brings a −, Ω at working temperature; 0 where its size or length is not known. */
export const existingOhms = ({ settings }: Job, { size, lengthMm }: Existing): number =>
  size === null || lengthMm === null ? 0 : (foundOhmsPerMetre(size, settings.conductorCelsius) * lengthMm) / 1000;

/** The circuits of the craft that gear is fed from, each a branch of its own that is there already. */
export const existingBranches = (job: Job, start: Pick<Branch, 'gauge' | 'reason'>): Branch[] =>
  [...circuitsUsed(job).keys()].map((id) => {
    const circuit = circuitOf(job, id)!;
    return {
      gear: id,
      item: asBlock(circuit),
      choice: { ...NO_FEED_CHOICE, gauge: null, fuseA: circuit.fuseA, loom: null },
      audioWatts: 0,
      run: { outMm: circuit.lengthMm ?? 0, backMm: 0, engineSpace: false, together: 1 },
      feeder: feederOf(job, id),
      there: true,
      circuit,
      names: { out: `${id}/out`, plus: `${id}/plus`, minus: `${id}/minus` },
      ...start,
    };
  });

/** When a circuit is live, as measured. */
export const LIVE = {
  key: 'live with the key, accessory too',
  run: 'live at run only',
  always: 'always live: gear would never switch off',
  never: 'dead at run',
  unknown: 'not measured at off and run',
} as const;
export type Live = keyof typeof LIVE;

/** A circuit counts as live above this part of the system's volts, and as dead below the other (common practice). */
const LIVE_PART = 0.8;
const DEAD_PART = 0.1;

export function liveOf({ offVolts, accessoryVolts, runVolts }: Existing, nominal: number): Live {
  if (offVolts === null || runVolts === null) return 'unknown';
  if (runVolts < LIVE_PART * nominal - 1e-9) return 'never';
  if (offVolts > DEAD_PART * nominal) return 'always';
  return accessoryVolts !== null && accessoryVolts >= LIVE_PART * nominal ? 'key' : 'run';
}

/** The circuit gear is fed through, at any remove; undefined where there is none. */
export function circuitAbove(job: Job, gear: string): string | undefined {
  const top = feedersAbove(job, gear).at(-1);
  return top !== undefined && circuitOf(job, top) ? top : undefined;
}

/** Whether gear is dead with the key off, since the circuit it is fed from was measured so. */
export function isDeadKeyOff(job: Job, gear: string): boolean {
  const above = circuitAbove(job, gear);
  if (above === undefined) return false;
  const live = liveOf(circuitOf(job, above)!, job.craft.nominalVolts);
  return live === 'key' || live === 'run' || live === 'never';
}

/** What a circuit has to spare, A: its fuse with the usual margin less what draws from it already; undefined where one is not known. */
export function spareAmps(job: Job, { fuseA, drawsA }: Existing): number | undefined {
  return fuseA === null || drawsA === null ? undefined : fuseA / fuseMargin(job) - drawsA;
}

/** What its own wire carries, A; undefined where its size is not known, or thinner than the tables go. */
export const wireCarries = ({ settings }: Job, { size }: Existing): number | undefined =>
  size === null || size === '20' ? undefined : ampacity(size satisfies Gauge, settings.insulation, false, 'awg');

/** Gear that forgets its clock and stations when a circuit is dead. */
export const forgetsWith = (job: Job, circuit: string): string[] =>
  Object.entries(job.gear).flatMap(([id, { item, there }]) =>
    draws(item) && there === null && item.demand.memoryA > 0 && circuitAbove(job, id) === circuit ? [id] : [],
  );
