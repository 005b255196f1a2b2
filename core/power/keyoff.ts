import { draws } from '../gear/gear';
import { batteryIds, batteryOf, isAheadOfSwitch, soundBattery, startBattery } from '../connections/feeding';
import type { Job } from '../job/job';
import { leadHeadUnit, sourcesOf, turnedOnBy } from '../connections/signal';
import { BEHAVIOUR } from '../tables/batteries';
import { hoursToReserve, reserveOf } from './endurance';
import { inUse } from '../job/parts/gear';
import { isDeadKeyOff } from './existing';

export interface Drain {
  /** Gear, or undefined for the craft itself. */
  readonly gear: string | undefined;
  readonly what: string;
  readonly amps: number;
}

/** What one battery loses with the key off, and for how long it can. */
export interface KeyOff {
  readonly battery: string;
  readonly drains: readonly Drain[];
  readonly amps: number;
  /** Its own self-discharge, A. */
  readonly selfA: number;
  /** Days until only the reserve is left: C·(1 − reserve) ÷ (24 h · (I + self)). */
  readonly days: number;
  /** Days with its battery switch off: what is tapped ahead of it drains on. Undefined without a switch. */
  readonly switchedOffDays: number | undefined;
  /** The same if the gear is left on, where its own button is the only switch; hours. */
  readonly leftOnHours: number | undefined;
}

const HOURS_A_MONTH = 30 * 24;

/** Memory currents, what is never switched off, and self-discharge, battery by battery. */
export function planKeyOff(job: Job): KeyOff[] {
  const { batteries, keyOffMilliamp } = job.craft;
  const head = leadHeadUnit(job);
  // Powered gear that is there keeps its own feed, taken to be the sound's battery; distribution says what feeds it.
  const from = (gear: string) =>
    job.gear[gear]!.there === null || !draws(job.gear[gear]!.item) ? batteryOf(job, gear) : soundBattery(job);
  const drains = new Map<string, Drain[]>(batteryIds(job).map((id) => [id, []]));
  if (keyOffMilliamp)
    drains.get(startBattery(job))!.push({ gear: undefined, what: 'the craft itself', amps: keyOffMilliamp / 1000 });
  let leftOnA = 0;
  for (const [gear, { item, there }] of Object.entries(job.gear)) {
    if (!inUse(there) || isDeadKeyOff(job, gear)) continue;
    const add = (what: string, amps: number) => amps > 0 && drains.get(from(gear))!.push({ gear, what, amps });
    if (item.kind === 'amplifier' && turnedOnBy(job, gear) === 'constant') add('never switched off', item.demand.idleA);
    else if (draws(item)) add('standby draw', item.demand.memoryA);
    else if (item.kind === 'switchModule' || item.kind === 'converter') add('idle', item.idleA);
  }
  if (job.turnOn.joined && head !== undefined)
    for (const [id, item] of sourcesOf(job))
      if (from(id) === from(head) && (id === head || turnedOnBy(job, id) === 'head')) leftOnA += item.demand.idleA;
  return batteryIds(job).map((id) => {
    const battery = batteries[id]!;
    const own = drains.get(id)!;
    const amps = own.reduce((sum, drain) => sum + drain.amps, 0);
    const selfA = ((BEHAVIOUR[battery.chemistry].selfPctAMonth / 100) * battery.capacityAh) / HOURS_A_MONTH;
    const usableAh = battery.capacityAh * (1 - reserveOf(battery));
    return {
      battery: id,
      drains: own,
      amps,
      selfA,
      days: usableAh / (amps + selfA) / 24,
      switchedOffDays: battery.batterySwitch
        ? usableAh /
          (selfA +
            own.reduce(
              (sum, { gear, amps: a }) => sum + (gear !== undefined && isAheadOfSwitch(job, gear) ? a : 0),
              0,
            )) /
          24
        : undefined,
      leftOnHours:
        leftOnA > 0 && head !== undefined && from(head) === id
          ? hoursToReserve(battery, amps + selfA + leftOnA)
          : undefined,
    };
  });
}
