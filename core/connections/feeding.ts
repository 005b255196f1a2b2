import { isFed, passesOn, type FedGear, type GearItem } from '../gear/gear';
import { taken } from '../job/choices';
import type { Job } from '../job/job';
import { FIRST_BATTERY, isSupply, type Existing, type Role } from '../job/supply';
import { inUse } from '../job/parts/gear';

/** The batteries as an ordered job has them: the first the craft has before those that were added. */
export const batteryIds = (job: Job): string[] => Object.keys(job.craft.batteries);

const inRole = (job: Job, order: readonly Role[]): string => {
  const { craft } = job;
  const ids = batteryIds(job);
  for (const role of order) {
    const id = ids.find((battery) => craft.batteries[battery]!.role === role);
    if (id !== undefined) return id;
  }
  return FIRST_BATTERY;
};

/** The battery that feeds the sound unless a feed says otherwise: a house battery where there is one. */
export const soundBattery = (job: Job): string => inRole(job, ['house', 'both', 'start']);

/** The battery that starts the engine: the alternator charges it straight unless the job says otherwise. */
export const startBattery = (job: Job): string => inRole(job, ['start', 'both', 'house']);

/** The circuit of the craft that feeds something, where that is one; what gear or a battery has as its id is that. */
export const circuitOf = ({ gear, craft }: Job, id: string): Existing | undefined =>
  Object.hasOwn(craft.existing, id) && !Object.hasOwn(gear, id) && !Object.hasOwn(craft.batteries, id)
    ? craft.existing[id]
    : undefined;

/**
 * What a gear's feed comes from: a battery, gear that passes power on, or a circuit of the craft, whose own comes from
 * its battery. Gear that is bypassed or comes out passes nothing on: what names it is fed from the battery.
 */
export function feederOf(job: Job, gear: string): string {
  const circuit = circuitOf(job, gear);
  if (circuit) return circuit.battery ?? soundBattery(job);
  const from = job.feeds[gear]?.from ?? null;
  return from === null || (Object.hasOwn(job.gear, from) && !inUse(job.gear[from]!.there)) ? soundBattery(job) : from;
}

/** The battery at the root of a gear's feed. */
export function batteryOf(job: Job, gear: string): string {
  return feederOf(job, feedersAbove(job, gear).at(-1) ?? gear);
}

/** What a gear is fed through, nearest first; empty when it is straight on a battery. */
export function feedersAbove(job: Job, gear: string): string[] {
  const above: string[] = [];
  for (let at = feederOf(job, gear); !Object.hasOwn(job.craft.batteries, at); at = feederOf(job, at)) above.push(at);
  return above;
}

/** Whether what feeds a gear leaves its battery ahead of a battery switch, and stays live with it off. */
export const isAheadOfSwitch = (job: Job, gear: string): boolean =>
  job.feeds[feedersAbove(job, gear).at(-1) ?? gear]?.ahead === true &&
  job.craft.batteries[batteryOf(job, gear)]!.batterySwitch;

/** What gear may be fed from: the batteries, and what passes power on and is not itself fed through it. */
export const mayFeed = (job: Job, gear: string): string[] => [
  ...batteryIds(job),
  ...Object.entries(job.gear).flatMap(([id, { item, there }]) =>
    passesOn(item) && inUse(there) && id !== gear && !feedersAbove(job, id).includes(gear) ? [id] : [],
  ),
  ...Object.entries(job.craft.existing).flatMap(([id, circuit]) =>
    circuitOf(job, id) && isSupply(circuit) ? [id] : [],
  ),
];

/** The circuits of the craft that gear of this job is fed from, and what each feeds straight. */
export function circuitsUsed(job: Job): ReadonlyMap<string, readonly string[]> {
  const used = new Map<string, string[]>();
  for (const [id, { item, there }] of Object.entries(job.gear)) {
    if (!isFed(item) || !inUse(there)) continue;
    const from = feederOf(job, id);
    if (circuitOf(job, from)) used.set(from, [...(used.get(from) ?? []), id]);
  }
  return used;
}

/** The nearest above whose returns come back to it: a converter, a block with a return bus, a circuit with a negative. */
export function gathererOf(job: Job, gear: string): string | undefined {
  return feedersAbove(job, gear).find(
    (at) => gathersReturns(job.gear[at]?.item) || circuitOf(job, at)?.negative === true,
  );
}

/** Gear that gets a feed in this job: not what the craft has already. */
export function fedOf(job: Job): [id: string, item: FedGear][] {
  return Object.entries(job.gear).flatMap(([id, { item, there }]): [string, FedGear][] =>
    isFed(item) && there === null ? [[id, item]] : [],
  );
}

/** Gear whose returns come back to it: what it feeds returns its current there. */
export const gathersReturns = (item: GearItem | undefined): boolean =>
  item !== undefined && (item.kind === 'converter' || (item.kind === 'block' && item.returnBus));

/**
 * Gear beside which the returns meet, where the job has them meet: the first amplifier placed, else the
 * first fed gear. Undefined when each return has the battery to itself, or there is only one.
 */
export function commonPoint(job: Job): string | undefined {
  if (taken(job.choices, 'grounds') !== 'common') return undefined;
  const placed = fedOf(job).filter(
    ([id, item]) => job.gear[id]!.place !== null && !passesOn(item) && returnsToBattery(job, id),
  );
  const first = placed.find(([, { kind }]) => kind === 'amplifier') ?? placed[0];
  // Only what the same battery feeds may share one return.
  if (!first || placed.filter(([id]) => batteryOf(job, id) === batteryOf(job, first[0])).length < 2) return undefined;
  return first[0];
}

/** Whether a gear's return goes to the battery rather than to gear on the way there. */
const returnsToBattery = (job: Job, gear: string): boolean => gathererOf(job, gear) === undefined;

/** End of a return that goes to the craft's frame beside the gear. */
export const FRAME = 'frame';

/** Where a gear's return ends: at gear that gathers returns, the common point, the frame, or its battery. */
export function returnEnd(job: Job, gear: string, common: string | undefined): string {
  const gatherer = gathererOf(job, gear);
  if (gatherer !== undefined) return gatherer;
  if (taken(job.choices, 'grounds') === 'frame') return FRAME;
  const own = batteryOf(job, gear);
  return common === undefined || common === gear || batteryOf(job, common) !== own ? own : common;
}

/** Id of the run that is a gear's return. */
export const returnRun = (job: Job, gear: string, common: string | undefined): string =>
  `return:${returnEnd(job, gear, common)}>${gear}`;
