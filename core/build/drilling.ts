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

/** Holes to drill in a material: how often each kind of work is done, with which bits, and which holes bit by bit. */
export interface Drilling {
  readonly work: Work;
  readonly bits: readonly string[];
  readonly lines: readonly string[];
}
/** The holes of gear that stays where it is are the very same from one plan to the next. */
const known = new WeakMap<readonly Hole[], Map<string, Drilling>>();

export function drillingOf(d: Draft, holes: readonly Hole[], material: Material): Drilling {
  const reverse = reverseWords(material, d.pick('reverse'));
  const key = `${material} ${reverse ?? ''}`;
  let ofHoles = known.get(holes);
  if (!ofHoles) known.set(holes, (ofHoles = new Map<string, Drilling>()));
  let found = ofHoles.get(key);
  if (!found)
    ofHoles.set(key, (found = { work: workOf(holes, material), bits: bitsOf(holes), lines: linesOf(holes, reverse) }));
  return found;
}

function workOf(holes: readonly Hole[], material: Material): Work {
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
const bitsOf = (holes: readonly Hole[]): string[] => [
  ...new Set(
    [...holes.flatMap(({ pilot }) => pilot ?? []), ...byBit(holes).map(({ cutter }) => cutter)].map((cutter) =>
      cutterName(cutter).toLowerCase(),
    ),
  ),
];

/** Bit by bit, which holes; what is tapped and countersunk after. */
function linesOf(holes: readonly Hole[], reverse: string | undefined): string[] {
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
