import { turnedOnBy } from '../connections/signal';
import type { Job } from '../job/job';
import { BATTERY_SOURCE, BEHAVIOUR } from '../tables/batteries';
import { INTERRUPT_SOURCE } from '../tables/fuses';
import { COMMON_PRACTICE, cite } from '../tables/source';
import { figure, short } from '../units/figures';
import { PEUKERT, PEUKERT_SOURCE, RATED_HOURS, RESERVE_SOURCE, reserveOf } from './endurance';
import { FEED_FIGURES, feedFormulas, type Formula } from './formulas';
import type { PowerPlan } from './feeds';
import type { KeyOff } from './keyoff';
import { shortAtPost } from './short';
import { ringsOf } from './studs';
import { SWITCHED_LEAD_A, type TurnOnPlan } from './turn-on';
import { inUse } from '../job/parts/gear';

/** What the formulas of the supply are read off. */
export interface SupplySeen {
  readonly power: PowerPlan;
  readonly turnOn: TurnOnPlan;
  readonly keyOff: readonly KeyOff[];
  readonly tags: Readonly<Record<string, string>>;
}

const milli = (amps: number) => `${short(amps * 1000)} mA`;

export const BATTERY_FIGURES = {
  music: 'Music, engine off',
  stands: 'Key-off, days to reserve',
  short: 'Short-circuit current at the terminals',
  rings: 'Rings on + and −',
} as const;

/** The formula of every figure of one battery, with its numbers. */
export function batteryFormulas(job: Job, seen: SupplySeen, id: string): Record<keyof typeof BATTERY_FIGURES, Formula> {
  const battery = job.craft.batteries[id]!;
  const { chemistry, capacityAh, restVolts, internalMilliohm, shortA } = battery;
  const atRest = seen.power.sources.restMusic?.[id]?.amps ?? 0;
  const left = short(1 - reserveOf(battery));
  const drained = seen.keyOff.find((k) => k.battery === id);
  const drains = (drained?.drains ?? []).map(
    ({ gear, what, amps }) => `${gear === undefined ? '' : `${seen.tags[gear] ?? gear} `}${what} ${milli(amps)}`,
  );
  const fault = shortAtPost(job, id);
  const rings = ringsOf(job, id);
  return {
    music: {
      formula: 't = H · (C ÷ (I·H))^k · (1 − reserve); C ÷ I · (1 − reserve) at or below the rated current',
      numbers: `${RATED_HOURS} h · (${short(capacityAh)} Ah ÷ (${figure(atRest, 2)} A · ${RATED_HOURS} h))^${PEUKERT[chemistry]} · ${left}`,
      source: {
        text: `${cite(PEUKERT_SOURCE)}; reserve: ${cite(RESERVE_SOURCE)}. A new battery, full, not cold`,
        fromMemory: false,
      },
    },
    stands: {
      formula: 't = C · (1 − reserve) ÷ (24 h · Σ I)',
      numbers: `${short(capacityAh)} Ah · ${left} ÷ (24 h · (${[...drains, `self-discharge ${milli(drained?.selfA ?? 0)}`].join(' + ')}))`,
      source: {
        text: `${cite(BATTERY_SOURCE)}: ${BEHAVIOUR[chemistry].selfPctAMonth} % a month of self-discharge`,
        fromMemory: false,
      },
    },
    short: {
      formula: shortA === null ? 'I = E ÷ R' : 'as its maker states',
      numbers:
        (shortA === null ? `${figure(restVolts, 2)} V ÷ ${short(internalMilliohm)} mΩ` : `${short(shortA)} A`) +
        (fault.batteries.length > 1 ? `, and what is joined to it: ${short(Math.round(fault.amps))} A` : ''),
      source: INTERRUPT_SOURCE,
    },
    rings: {
      formula: 'rings there + one for each of this job',
      numbers: `+ ${battery.ringsPlus} there, ${rings.plus} in all; − ${battery.ringsMinus} there, ${rings.minus} in all`,
      source: COMMON_PRACTICE,
    },
  };
}

export const TURN_ON_FIGURES = {
  turnOn: 'Remote turn-on load',
  switched: 'Load on the switched circuit',
} as const;

/** The formulas of what turns the gear on, with their numbers. */
export function turnOnFormulas(
  job: Job,
  { turnOn, tags }: Pick<SupplySeen, 'turnOn' | 'tags'>,
): Record<keyof typeof TURN_ON_FIGURES, Formula> {
  const { through, turnedOn, turnedOnA, neededA, availableA, switchedA } = turnOn;
  const tagOf = (gear: string) => tags[gear] ?? gear;
  const gear = Object.entries(job.gear).filter(([, { there }]) => inUse(there));
  const heads = gear.filter(([, { item }]) => item.kind === 'headUnit');
  const bySource = gear.flatMap(([id, { item }]) =>
    item.kind === 'amplifier' && turnedOnBy(job, id) === 'switched' ? [id] : [],
  );
  const asks = (ids: readonly string[]) =>
    ids
      .flatMap((id) => {
        const item = job.gear[id]?.item;
        return item?.kind === 'amplifier' ? [`${tagOf(id)} ${milli(item.remoteInA)}`] : [];
      })
      .join(' + ') || 'nothing';
  return {
    turnOn: {
      formula: 'Σ turn-on currents ≤ what the head unit gives',
      numbers: through
        ? `${tagOf(through.gear)} ${milli(through.asksA)} ≤ ${milli(availableA)}; it passes ${asks(turnedOn)} = ${milli(turnedOnA)}`
        : `${asks(turnedOn)} = ${milli(neededA)} ≤ ${milli(availableA)}`,
      source: { text: 'the gear’s own rating', fromMemory: false },
    },
    switched: {
      formula: 'head units’ switched leads + amplifiers turned on by the tapped circuit',
      numbers: `${job.turnOn.joined ? 'joined: 0 mA' : `${heads.length} × ${milli(SWITCHED_LEAD_A)}`} + ${asks(bySource)} = ${milli(switchedA)}`,
      source: COMMON_PRACTICE,
    },
  };
}

/** How every figure of the power comes about, for whoever wants to follow it: what it is of, its name, its formula. */
export function powerFigures(
  job: Job,
  seen: SupplySeen,
): { readonly of: string; readonly figures: readonly { readonly name: string; readonly formula: Formula }[] }[] {
  const named = <K extends string>(names: Readonly<Record<K, string>>, all: Partial<Record<K, Formula>>) =>
    (Object.keys(names) as K[]).flatMap((key) => {
      const formula = all[key];
      return formula ? [{ name: names[key], formula }] : [];
    });
  const feeds = Object.values(seen.power.feeds).filter(({ run }) => run);
  return [
    ...feeds.map((feed) => ({
      of: `${seen.tags[feed.gear] ?? feed.gear} ${feed.item.name}`,
      figures: named(FEED_FIGURES, feedFormulas(job, seen.power, feed)),
    })),
    ...Object.entries(job.craft.batteries).map(([id, { name }]) => {
      const { music, stands, ...rest } = batteryFormulas(job, seen, id);
      // What rests gives no music, and older plans knew nothing of the key being off.
      const plays = (seen.power.sources.restMusic?.[id]?.amps ?? 0) > 0;
      const drains = seen.keyOff.some(({ battery }) => battery === id);
      return {
        of: name,
        figures: named(BATTERY_FIGURES, { ...(plays ? { music } : {}), ...(drains ? { stands } : {}), ...rest }),
      };
    }),
    ...(seen.turnOn.head === undefined
      ? []
      : [{ of: 'Turn-on', figures: named(TURN_ON_FIGURES, turnOnFormulas(job, seen)) }]),
  ];
}
