import type { FeedRun } from '../connections/runs';
import { passesOn, type FedGear, type PassingGear } from '../gear/gear';
import type { Job } from '../job/job';
import { ampacity, ampacityOf, type Gauge } from '../tables/conductors';
import { smallestFuse, type FuseFamily } from '../tables/fuses';
import { chainOf, fedFrom, type Branch, type Tree } from './branches';

/** ABYC's allowance on a fuse over its wire, where it is taken (from memory). */
export const FUSE_ALLOWANCE = 1.5;

/** Family of the fuse ahead of a branch: its own holder, or a fused way of what feeds it. */
export function fuseFamily({ job }: Tree, { choice, feeder }: Branch): FuseFamily | undefined {
  const item = job.gear[feeder]?.item as PassingGear | undefined;
  return choice.holder?.family ?? (item && 'fused' in item ? (item.fused ?? undefined) : undefined);
}

/**
 * The fuse of a branch, A: the smallest of its family that is at least margin × its current and, where it feeds
 * others, above each of theirs, so that the branch's own blows first. Undefined where it has none of its own, or
 * none so large.
 */
export function fuseOf(tree: Tree, branch: Branch, ampsOf: (branch: Branch) => number): number | undefined {
  // Of what is there the fuse is what somebody found in it.
  if (branch.there) return branch.choice.fuseA ?? undefined;
  const family = fuseFamily(tree, branch);
  if (!family) return undefined;
  if (branch.choice.fuseA !== null) return branch.choice.fuseA;
  const need = fuseNeed(tree.job, branch.item, ampsOf(branch));
  if (!passesOn(branch.item) || branch.item.kind === 'converter') return smallestFuse(family, need);
  let largest = 0;
  for (const b of fedFrom(tree, branch))
    if (b.run && !b.there) largest = Math.max(largest, fuseOf(tree, b, ampsOf) ?? 0);
  const size = smallestFuse(family, Math.max(need, largest));
  // The same size would leave it to chance which goes first.
  return size === largest ? smallestFuse(family, size + 0.01) : size;
}

/** What a feed's fuse must be at least, A: margin × its current, and what the gear's maker names where it names one. */
export const fuseNeed = (job: Job, { usualFuseA, makerMaxFuseA }: FedGear, amps: number): number =>
  Math.max(fuseMargin(job) * amps, Math.min(usualFuseA ?? 0, makerMaxFuseA));

/** Fuse over design current (common practice: 1.25). */
export const fuseMargin = ({ settings }: Job): number => settings.fuseMarginPct / 100;

/** What limits the current of a branch that has no fuse of its own: the fuse above it, or its converter. */
export function limitAbove(
  tree: Tree,
  branch: Branch,
  ampsOf: (branch: Branch) => number,
): { readonly gear: string; readonly amps: number } | undefined {
  for (const above of chainOf(tree, branch).slice(1)) {
    if (above.item.kind === 'converter') return { gear: above.gear, amps: above.item.maxA };
    if (!above.there && !fuseFamily(tree, above)) continue;
    const amps = fuseOf(tree, above, ampsOf);
    if (above.there && amps === undefined) continue;
    return amps === undefined ? undefined : { gear: above.gear, amps };
  }
  return undefined;
}

type Beside = Pick<FeedRun, 'engineSpace' | 'together'>;
const wireIn = ({ settings }: Job, gauge: Gauge, run: Beside | undefined): Parameters<typeof ampacity> => [
  gauge,
  settings.insulation,
  run?.engineSpace ?? false,
  settings.conductors,
  settings.bundles ? (run?.together ?? 1) : 1,
];
/** What a wire of a size carries where it runs, with every factor on it, and the amperes alone. */
export const carriesOf = (...of: Parameters<typeof wireIn>) => ampacityOf(...wireIn(...of));
export const carriesAmps = (...of: Parameters<typeof wireIn>) => ampacity(...wireIn(...of));

/** The largest fuse this wire may have ahead of it, A. */
export const fuseLimit = ({ craft }: Job, ampacityA: number, allow150: boolean): number =>
  ampacityA * (allow150 && craft.pattern.kind === 'boat' ? FUSE_ALLOWANCE : 1);

/** Whether a wire carries this current and may have what limits it ahead of it. */
export function carriesEnough(job: Job, branch: Branch, amps: number, limitA: number): boolean {
  const ampacityA = carriesAmps(job, branch.gauge, branch.run);
  return ampacityA >= amps && fuseLimit(job, ampacityA, branch.choice.allow150) >= limitA;
}
