import { minutesOf } from '../job/parts/work-minutes';
import { reverseWords } from '../job/material';
import { byBit, type Hole } from '../panels/holes';
import { bitName, cutterName } from '../tables/bits';
import type { Material } from '../tables/materials';
import { workRow, type WorkRow } from '../tables/work-minutes';
import { tenth } from '../units/figures';
import type { Draft } from './draft';

/** Holes by their numbers. */
export const listed = (holes: readonly Hole[]) => holes.map(({ number }) => number).join(', ');
/** Minutes of a step: whole ones, one at least. */
export const whole = (minutes: number) => Math.max(1, Math.round(minutes));

/** How often each kind of work is done. */
export type Work = Partial<Record<WorkRow, number>>;

/** How often each kind of work is done to make some holes in a material. */
export function drilling(holes: readonly Hole[], material: Material): Work {
  const cut = holes.filter(({ cutter }) => cutter);
  const drills = cut.filter(({ cutter }) => cutter!.kind === 'drill').length;
  return {
    [workRow('drill', material)]: drills,
    [workRow('sawHole', material)]: cut.length - drills,
    pilot: cut.filter(({ pilot }) => pilot).length,
    changeBit: byBit(holes).length + (cut.some(({ pilot }) => pilot) ? 1 : 0),
    countersink: cut.filter(({ countersink }) => countersink).length,
    tap: cut.filter(({ threaded }) => threaded).length,
    deburr: cut.length,
  };
}

/** Every bit that some holes want, pilots first. */
export const bitsOf = (holes: readonly Hole[]): string[] => [
  ...new Set(
    [...holes.flatMap(({ pilot }) => pilot ?? []), ...byBit(holes).map(({ cutter }) => cutter)].map((cutter) =>
      cutterName(cutter).toLowerCase(),
    ),
  ),
];

/** Bit by bit, which holes; what is tapped and countersunk after. */
export function drillLines(d: Draft, holes: readonly Hole[], material: Material): string[] {
  const reverse = reverseWords(material, d.pick('reverse'));
  const pilots = holes.filter(({ pilot }) => pilot);
  const behind = new Set(holes.flatMap(({ behind: name }) => name ?? []));
  const stop = Math.min(...holes.filter(({ cutter }) => cutter).map(({ stopMm }) => stopMm));
  return [
    ...(pilots.length ? [`Pilot ${bitName(pilots[0]!.pilot!)}: ${listed(pilots)}.`] : []),
    ...byBit(holes).map(({ cutter, holes: own }) => `${cutterName(cutter)}: ${listed(own)}.`),
    ...(Number.isFinite(stop) ? [`Depth stop at ${tenth(stop)} mm.`] : []),
    ...[...behind].map((name) => `Behind: ${name}.`),
    ...(reverse ? [reverse] : []),
    ...(holes.some(({ countersink }) => countersink) ? ['Countersink the gelcoat so that it does not chip.'] : []),
    ...(holes.some(({ threaded }) => threaded) ? [`Tap: ${listed(holes.filter(({ threaded }) => threaded))}.`] : []),
    ...(touching(holes) ? ['Holes that touch: saw through what is left between them and trim it.'] : []),
    'Deburr both sides.',
  ];
}
/** Holes so near that nothing stands between them. */
const touching = (holes: readonly Hole[]) =>
  holes.some((a, i) =>
    holes.slice(i + 1).some((b) => Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) < (a.mm + b.mm) / 2),
  );

/** Minutes of some work, by the table of the job. */
export const minutesIn = (d: Draft, work: Work): number =>
  Object.entries(work).reduce((sum, [row, count]) => sum + count * minutesOf(d.job, row as WorkRow), 0);
