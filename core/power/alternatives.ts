import type { Job } from '../job/job';
import { sizesOf, type Gauge } from '../tables/conductors';
import { chainOf, isLive } from './branches';
import { solveBranches } from './on-battery';
import { carriesAmps, fuseLimit } from './protection';
import { FEED_CASES } from './cases';
import { mostDrawn, treeFrom, type Feed, type PowerPlan } from './feeds';
import { dropPctOf } from './design';

/** What another size would do on one feed, everything else as planned. */
export interface Alternative {
  readonly gauge: Gauge;
  readonly ampacityA: number;
  /** It may have the fuse, and carry the current, that the feed has. */
  readonly carries: boolean;
  /** % of the system's volts in the state that loses most; undefined when the volts collapse. */
  readonly dropPct: number | undefined;
  readonly holdsDrop: boolean;
}

/** Every size for a feed's conductors, thin to thick, each solved in the whole network. Empty for a feed without a way. */
export function gaugeAlternatives(job: Job, power: PowerPlan, feed: Feed): Alternative[] {
  const tree = treeFrom(job, power);
  const branch = tree.branches.get(feed.gear);
  if (!branch || !feed.run || !isLive(tree, branch)) return [];
  const live = [...tree.branches.values()].filter(
    (b) => isLive(tree, b) && !(power.feeds[b.gear] ?? power.circuits[b.gear])!.collapsedAlone,
  );
  const among = live.includes(branch) ? live : chainOf(tree, branch);
  const limitA = feed.fuseA ?? feed.above?.amps ?? 0;
  const amps = mostDrawn(feed)?.amps ?? 0;
  const lossy = FEED_CASES.find(({ id }) => id === feed.worst.drop)!;
  return sizesOf(job.settings.conductors).map((gauge) => {
    branch.gauge = gauge;
    const ampacityA = carriesAmps(job, gauge, feed.run);
    const solution = solveBranches(tree, among, lossy);
    const dropPct = solution.state === 'solved' ? dropPctOf(tree, solution, branch) : undefined;
    return {
      gauge,
      ampacityA,
      carries: ampacityA >= amps && fuseLimit(job, ampacityA, feed.choice.allow150) >= limitA,
      dropPct,
      holdsDrop: dropPct !== undefined && dropPct <= job.settings.dropLimitPct,
    };
  });
}
