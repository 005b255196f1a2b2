import type { Run } from '../connections/runs';
import { chapter, made } from '../job/chapter';
import type { Job } from '../job/job';
import { pinTables, type PinTable } from '../connections/pins';
import type { RunNeed } from '../connections/runs';
import { judge } from '../findings/finding';
import { CRAFT, LAID, SOUND, WIRED } from '../job/reads';
import { bundleRules } from './bundle-rules';
import { planBundles, type Bundle } from './bundles';
import { planLinks, type LinkPlan } from './links';
import { partRules } from './part-rules';
import { carriedBy, planPartings, type Carried, type Loads, type Parting } from './partings';
import { partingRules } from './parting-rules';
import { planParts, type PartLine } from './parts';
import { harnessRules } from './rules';

type ParametersOf<F> = F extends (job: Job, ...of: infer Of) => unknown ? Of : never;
import { planCuts, type CutList } from './cuts';
import { commonRun, feedRuns } from './feed-runs';
import type { FeedGauges } from './gauges';
import { leadResistance } from './leads';
import { leadProposals } from './proposals';

export { gaugeWords, gaugesOf, type FeedGauges } from './gauges';
export { leadResistance } from './leads';

export type { Cut, CutList } from './cuts';
export { carriedBy, planPartings, type Parting, type PlugRow } from './partings';
export { planBench, type Bench, type BenchEnd, type BenchLeg, type BenchWire } from './bench';
export { benchOrder } from './bench-order';
export { layFlat, type FlatLine } from './flat';
export { buyList, planNests, type WireNest } from './nests';
export { Cuttings } from './cuttings';
export type { Cutting } from './nesting';
export { EMPTY_RACK, Rack, Reel, afterEntries, reelKey } from './rack';
export { planLabels, wireCodes, type DotColour, type Label } from './labels';
export type { Bundle, BundleWire } from './bundles';
export { unusedOf, waitsFor, type PartLine } from './parts';
export { freePorts, portAt, type LinkPlan } from './links';

/** What the wires are: lengths, sizes, ohms, cuts. */
export const harness = chapter({
  id: 'harness',
  station: 'routing',
  version: 4,
  leads: made(SOUND, leadResistance),
  lengths: made(LAID, feedRuns),
  common: made(LAID, commonRun),
  cutList: made(SOUND, (job, runs: readonly Run[], sizes: FeedGauges) => planCuts(job, runs, sizes)),
  /** All that lies along each leg. */
  bundles: made([...SOUND, 'links'], (job, ...of: ParametersOf<typeof planBundles>): readonly Bundle[] =>
    planBundles(job, ...of),
  ),
  bundleFindings: made([...CRAFT, 'gear'], (job, bundles: readonly Bundle[]) => judge(bundleRules, { job, bundles })),
  /** The most that each run carries, and the plugs it parts at where something lifts off. */
  carried: made([], (_, runs: readonly Run[], loads: Loads) => carriedBy(runs, loads)),
  partings: made(CRAFT, (job, runs: readonly Run[], carried: Carried): readonly Parting[] =>
    planPartings(job, runs, carried),
  ),
  partingFindings: made(CRAFT, (job, partings: readonly Parting[]) => judge(partingRules, { job, partings })),
  /** What becomes of every lead of plugs and pigtails. */
  pins: made([...WIRED, 'pins'], (job, needs: readonly RunNeed[]): readonly PinTable[] => pinTables(job, needs)),
  /** Made leads, and whether they reach. */
  links: made(['gear', 'links'], (job, runs: readonly Run[]) => planLinks(job, runs)),
  /** What the job takes, and where that comes from. */
  parts: made(
    ['gear', 'links', 'looms', 'kits', 'parts', 'feeds', 'turnOn', 'craft.existing'],
    (job, ...of: ParametersOf<typeof planParts>): readonly PartLine[] => planParts(job, ...of),
  ),
  waiting: made(['id'], (job, parts: readonly PartLine[]) => judge(partRules, { job, parts })),
  findings: made(
    [...WIRED, 'pins', 'was'],
    (
      job,
      runs: readonly Run[],
      tags: Readonly<Record<string, string>>,
      pins: readonly PinTable[],
      links: readonly LinkPlan[],
    ) => judge(harnessRules, { job, runs, tags, pins, links }),
  ),
  // The first knew no leads of gear, and no links; the second no bundles, the third not how long they are.
  upgrade: ({ bundles }: { readonly bundles: readonly Bundle[] }, from: number) => ({
    ...(from < 2 ? { pins: [], links: [], parts: [] } : {}),
    bundles: from < 3 ? [] : bundles.map((bundle) => ({ ...bundle, lengthMm: bundle.sleeve?.lengthMm ?? 0 })),
  }),
  proposals: made(['settings'], leadProposals),
  ledger: made([], (_, { wireM }: CutList) => ({ wireM })),
});
