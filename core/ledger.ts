import type { Minutes } from './build/index';
import type { Finding } from './findings/finding';
import type { CutList } from './harness/index';
import { mostLost, type PowerPlan } from './power/index';
import type { SpeakerPlan } from './speakers/index';

/** What a job comes to, in figures that are shown at every edit. */
export interface Ledger {
  /** Lowest nominal load on any channel, Ω. */
  readonly worstLoadOhm: number | undefined;
  /** Battery current at full output, engine off, A. */
  readonly feedA: number | undefined;
  readonly worstDropPct: number | undefined;
  readonly wireM: number;
  readonly hours: number;
  readonly stops: number;
}

export function keepLedger(
  speakers: SpeakerPlan,
  power: PowerPlan,
  cutList: CutList,
  minutes: Minutes,
  findings: readonly Finding<unknown>[],
): Ledger {
  const loads = Object.values(speakers.circuits).map((circuit) => circuit.nominalOhm);
  const feeds = Object.values(power.feeds).filter((feed) => feed.run);
  const drops = feeds.flatMap((feed) => mostLost(feed)?.dropPct ?? []);
  return {
    worstLoadOhm: loads.length ? Math.min(...loads) : undefined,
    feedA: feeds.length ? power.totalAmps.restFull : undefined,
    worstDropPct: drops.length ? Math.max(...drops) : undefined,
    wireM: cutList.wireM,
    hours: Object.values(minutes).reduce((sum, m) => sum + m, 0) / 60,
    stops: findings.filter(({ severity, accepted }) => severity === 'stop' && accepted === undefined).length,
  };
}
