import type { Conductor, Run } from '../connections/runs';
import type { LoomLeg, LoomPlan } from '../connections/loom-plan';
import { holeFit, plugRoom, type PassFit } from '../connections/passing';
import { HAZARDS } from '../craft/leg';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import { handRound, leastRound } from '../plane/packing';
import { MADE_MM } from '../gear/made-leads';
import { LINE_PAIR_MM, LINE_PLUG_MM, SLEEVES, wireMm } from '../tables/diameters';
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

/** All that lies along one leg. */
export interface Bundle {
  readonly leg: string;
  /** Of the wire along it, mm. */
  readonly lengthMm: number;
  readonly wires: readonly BundleWire[];
  /** As thick as it is laid by hand, and as thin as it can be, mm. */
  readonly mm: number;
  readonly leastMm: number;
  /** Of what is slid over it past an edge or a warm place: its size, mm, undefined where none is that wide, and its length. */
  readonly sleeve: { readonly sizeMm: number | undefined; readonly lengthMm: number } | undefined;
  readonly passes: readonly PassFit[];
  readonly ties: number;
}

/** All new wire of a job, leg by leg, in the pattern’s order. */
export function planBundles(
  job: Job,
  runs: readonly Run[],
  sizes: FeedGauges,
  held: Readonly<Record<string, { readonly ties: number; readonly lengthMm: number }>>,
  looms: readonly LoomPlan[],
): Bundle[] {
  const pattern = craftOf(job);
  const gaugeOf = gaugesOf(job, sizes);
  const byLeg = new Map<string, BundleWire[]>();
  for (const run of runs) {
    if (!run.way || run.old || run.loom) continue;
    const wires = wiresOf(job, run, gaugeOf);
    for (const leg of new Set(run.way.legs)) byLeg.set(leg, [...(byLeg.get(leg) ?? []), ...wires]);
  }
  for (const loom of looms)
    for (const along of loom.legs)
      byLeg.set(along.leg, [...(byLeg.get(along.leg) ?? []), loomWire(job.looms[loom.id]!.item.name, along)]);
  const isParted = (leg: string): boolean => {
    const { joint } = pattern.legs[leg]!;
    return joint !== undefined && pattern.joints[joint]!.kind === 'liftOff';
  };
  return Object.keys(pattern.legs).flatMap((leg): Bundle[] => {
    const wires = byLeg.get(leg);
    if (!wires) return [];
    const { hazards, passes = {} } = pattern.legs[leg]!;
    const diameters = wires.map(({ mm }) => mm);
    const mm = handRound(diameters);
    return [
      {
        leg,
        lengthMm: held[leg]!.lengthMm,
        wires,
        mm,
        leastMm: leastRound(diameters),
        sleeve: hazards.some((hazard) => HAZARDS[hazard].sleeved)
          ? { sizeMm: SLEEVES.find((size) => size >= mm), lengthMm: held[leg]!.lengthMm }
          : undefined,
        passes: Object.entries(passes).map(([id, pass]) => holeFit(id, pass, wires, isParted(leg))),
        ties: held[leg]!.ties,
      },
    ];
  });
}

/** A loom along a leg as one wire in its sheath; its plugs go through one after another. */
const loomWire = (use: string, { run, feeds, mm, plugs }: LoomLeg): BundleWire => ({
  run,
  colour: { body: 'black' },
  use,
  mm,
  feeds,
  plugMm: plugRoom(plugs) || undefined,
});

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
