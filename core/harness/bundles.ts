import type { Conductor, Run } from '../connections/runs';
import { HAZARDS, type PassThrough } from '../craft/leg';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { handRound, leastRound } from '../plane/packing';
import { MADE_MM } from '../gear/made-leads';
import { GROMMETS, LINE_PAIR_MM, LINE_PLUG_MM, SLEEVES, wireMm } from '../tables/diameters';
import { gaugesOf, type FeedGauges } from './gauges';

/** One wire or made lead of a bundle. */
export interface BundleWire {
  readonly run: string;
  readonly colour: Conductor['colour'];
  readonly use: string;
  /** Over its insulation. */
  readonly mm: number;
  /** Carries what its gear draws, not a signal. */
  readonly feeds: boolean;
  /** Its plug, the widest across, where it comes with one on. */
  readonly plugMm: number | undefined;
}

/** What goes through one hole, and what the hole takes. */
export interface PassFit {
  readonly id: string;
  readonly name: string;
  /** Clear width that the bundle asks for, mm: all of it laid by hand, and each plug beside what went through before it. */
  readonly needMm: number;
  /** What of that the plugs ask; 0 where none goes through. */
  readonly plugMm: number;
  /** Clear width there is as the hole is now, mm; 0: there is none. */
  readonly clearMm: number;
  /** Clear width once it is opened as far as it may be, mm. */
  readonly mostMm: number;
  /** It is drilled, or opened, to this, mm, for a grommet of that bore; undefined: it stays as it is. */
  readonly drillMm: number | undefined;
  readonly boreMm: number | undefined;
  /** Bare and to stay so: a trim goes round its edge. */
  readonly trimmed: boolean;
  readonly fits: boolean;
}

/** All that lies along one leg. */
export interface Bundle {
  readonly leg: string;
  readonly wires: readonly BundleWire[];
  /** As thick as it is laid by hand, and as thin as it can be, mm. */
  readonly mm: number;
  readonly leastMm: number;
  /** Of what is slid over it past an edge or a warm place: its size, mm, undefined where none is that wide, and its length. */
  readonly sleeve: { readonly sizeMm: number | undefined; readonly lengthMm: number } | undefined;
  readonly passes: readonly PassFit[];
  readonly ties: number;
}

/** A trim round a bare edge, each side, mm (common practice). */
const TRIM_MM = 1.5;
/** How much of a slot wires laid by hand can fill (common practice). */
const SLOT_FILL = 0.8;

/** All new wire of a job, leg by leg, in the pattern’s order. */
export function planBundles(
  job: Job,
  runs: readonly Run[],
  sizes: FeedGauges,
  held: Readonly<Record<string, { readonly ties: number; readonly lengthMm: number }>>,
): Bundle[] {
  const pattern = craftOf(job);
  const gaugeOf = gaugesOf(job, sizes);
  const byLeg = new Map<string, BundleWire[]>();
  for (const run of runs) {
    if (!run.way || run.old) continue;
    const wires = wiresOf(job, run, gaugeOf);
    for (const leg of new Set(run.way.legs)) byLeg.set(leg, [...(byLeg.get(leg) ?? []), ...wires]);
  }
  return Object.keys(pattern.legs).flatMap((leg): Bundle[] => {
    const wires = byLeg.get(leg);
    if (!wires) return [];
    const { hazards, passes = {} } = pattern.legs[leg]!;
    const diameters = wires.map(({ mm }) => mm);
    const mm = handRound(diameters);
    return [
      {
        leg,
        wires,
        mm,
        leastMm: leastRound(diameters),
        sleeve: hazards.some((hazard) => HAZARDS[hazard].sleeved)
          ? { sizeMm: SLEEVES.find((size) => size >= mm), lengthMm: held[leg]!.lengthMm }
          : undefined,
        passes: Object.entries(passes).map(([id, pass]) => fitOf(id, pass, wires)),
        ties: held[leg]!.ties,
      },
    ];
  });
}

function wiresOf(job: Job, run: Run, gaugeOf: ReturnType<typeof gaugesOf>): BundleWire[] {
  if (run.kind === 'link')
    return Object.values(job.links)
      .filter(({ from, to }) => run.id === `link:${from.of}>${to.of}`)
      .map(({ kind }, i) => {
        const [mm, plugMm] = MADE_MM[kind];
        const { colour, use } = run.conductors[i] ?? run.conductors[0]!;
        return { run: run.id, colour, use, mm, feeds: false, plugMm };
      });
  const gauge = gaugeOf(run);
  return run.conductors.map(({ colour, use }) => ({
    run: run.id,
    colour,
    use,
    // A feed that is not sized yet counts as a lead.
    mm: run.kind === 'line' ? LINE_PAIR_MM : wireMm(gauge ?? '16'),
    feeds: run.kind === 'feed' || run.kind === 'return',
    plugMm: run.kind === 'line' ? LINE_PLUG_MM : undefined,
  }));
}

/** The order in which what has plugs goes through, and the clear width that asks for: the widest plug first, each beside the leads that went before. */
export function plugRoom(wires: readonly BundleWire[]): number {
  const plugged = wires
    .flatMap(({ mm, plugMm }) => (plugMm === undefined ? [] : [{ mm, plugMm }]))
    .sort((a, b) => b.plugMm - a.plugMm || b.mm - a.mm);
  return plugged.reduce((most, { plugMm }, i) => {
    const before = plugged.slice(0, i).map(({ mm }) => mm);
    return Math.max(most, leastRound([...before, plugMm]));
  }, 0);
}

/** Whether wires go through a hole, as it is or opened as far as it may be. */
function fitOf(id: string, pass: PassThrough, wires: readonly BundleWire[]): PassFit {
  const { name, mm, longMm, edge, drillToMm } = pass;
  const diameters = wires.map((wire) => wire.mm);
  const hand = handRound(diameters);
  const plugMm = plugRoom(wires);
  const needMm = Math.max(hand, plugMm);
  const trimmed = mm > 0 && edge === 'bare';
  const width = Math.max(0, mm - (trimmed ? 2 * TRIM_MM : 0));
  const clearMm = longMm === undefined ? width : slotRound(width, longMm - (trimmed ? 2 * TRIM_MM : 0));
  const widest = Math.max(plugMm, ...diameters);
  const asItIs = needMm <= clearMm && (longMm === undefined || widest <= width);
  const grommets =
    drillToMm === null || longMm !== undefined
      ? []
      : GROMMETS.filter(({ holeMm }) => holeMm <= drillToMm && holeMm >= mm);
  const grommet = asItIs ? undefined : grommets.find(({ boreMm }) => boreMm >= needMm);
  return {
    id,
    name,
    needMm,
    plugMm,
    clearMm,
    mostMm: Math.max(clearMm, ...grommets.map(({ boreMm }) => boreMm)),
    drillMm: grommet?.holeMm,
    boreMm: grommet?.boreMm,
    trimmed: trimmed && !grommet,
    fits: asItIs || grommet !== undefined,
  };
}

/** The round bundle that a slot takes once it is laid flat in it. */
const slotRound = (narrow: number, long: number): number =>
  Math.sqrt(SLOT_FILL * ((4 / Math.PI) * narrow * Math.max(0, long - narrow) + narrow * narrow));
