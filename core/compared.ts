import type { Job } from './job/job';
import { inUse } from './job/parts/gear';
import { wholePlan } from './shown';
import { waitsFor } from './harness/index';

/** One figure of a job that variants are chosen by; undefined where it has none. */
export interface Beside {
  readonly name: string;
  readonly unit: string;
  readonly value: number | undefined;
  /** Which of two is the better for whoever chooses; neither where that is a matter of taste. */
  readonly better: 'more' | 'less' | 'neither';
}

/** What a job comes to in the figures that variants of it are told apart by: sound, power, work, money. */
export function besideFigures(job: Job): Beside[] {
  const plan = wholePlan(job);
  const shares = Object.values(plan.speakers.circuits).flatMap(({ speakers }) => speakers);
  const levels = plan.speakers.zones.flatMap(({ level }) => level ?? []);
  const fresh = Object.values(job.gear).filter(({ there }) => there === null);
  const prices = fresh.map(({ item }) => item.price);
  const money = prices.reduce<number>((sum, price) => sum + (price ?? 0), 0);
  const priced = prices.length > 0 && prices.every((price) => price !== undefined);
  const hours = plan.ledger.hours;
  const some = <T>(list: readonly T[], pick: (list: readonly T[]) => number) => (list.length ? pick(list) : undefined);
  return [
    {
      name: 'Speakers',
      unit: '',
      value: Object.values(job.gear).filter(({ item, there }) => item.kind === 'speaker' && inUse(there)).length,
      better: 'neither',
    },
    {
      name: 'Watts, weakest speaker',
      unit: 'W',
      value: some(shares, (all) => Math.min(...all.map(({ watts }) => watts))),
      better: 'more',
    },
    {
      name: 'Watts, all together',
      unit: 'W',
      value: some(shares, (all) => all.reduce((sum, { watts }) => sum + watts, 0)),
      better: 'more',
    },
    { name: 'Level, loudest zone', unit: 'dB', value: some(levels, (all) => Math.max(...all)), better: 'more' },
    { name: 'Lowest load', unit: 'Ω', value: plan.ledger.worstLoadOhm, better: 'neither' },
    { name: 'From battery, full output', unit: 'A', value: plan.ledger.feedA, better: 'less' },
    { name: 'Music, engine off', unit: 'h', value: plan.power.musicHours, better: 'more' },
    { name: 'Worst drop', unit: '%', value: plan.ledger.worstDropPct, better: 'less' },
    { name: 'Wire', unit: 'm', value: plan.ledger.wireM, better: 'less' },
    { name: 'Covers opened', unit: '', value: plan.build.teardown.covers.length, better: 'less' },
    { name: 'Bench time', unit: 'h', value: hours, better: 'less' },
    { name: 'Gear', unit: 'in money', value: priced ? money : undefined, better: 'less' },
    {
      name: 'Gear and work',
      unit: 'in money',
      // Books are kept in quarter hours.
      value: priced ? money + (Math.ceil(hours * 4) / 4) * job.settings.labourAnHour : undefined,
      better: 'less',
    },
    { name: 'Lines waited for', unit: '', value: plan.parts.filter(waitsFor).length, better: 'less' },
    { name: 'Stops', unit: '', value: plan.ledger.stops, better: 'less' },
    {
      name: 'Wishes not answered',
      unit: '',
      value: plan.wishes.length ? plan.wishes.filter(({ answered }) => !answered).length : undefined,
      better: 'less',
    },
  ];
}

/** Figures of several jobs line by line; `best` names those that are best in it, none where all are alike. */
export function besideEachOther(jobs: readonly Job[]): {
  readonly name: string;
  readonly unit: string;
  readonly values: readonly (number | undefined)[];
  readonly best: readonly number[];
}[] {
  const all = jobs.map(besideFigures);
  const [first] = all;
  return (first ?? []).flatMap(({ name, unit, better }, i) => {
    const values = all.map((figures) => figures[i]!.value);
    const known = values.filter((value): value is number => value !== undefined);
    if (!known.length) return [];
    const top = better === 'more' ? Math.max(...known) : Math.min(...known);
    const isTop = (value: number | undefined) => value !== undefined && Math.abs(value - top) < 1e-9;
    const differ = known.some((value) => !isTop(value));
    return [
      {
        name,
        unit,
        values,
        best: better === 'neither' || !differ ? [] : values.flatMap((value, n) => (isTop(value) ? [n] : [])),
      },
    ];
  });
}
