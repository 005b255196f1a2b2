import { otherEnd, type CraftMap, type Way } from './graph';

export interface WayProposal {
  readonly ways: readonly Way[];
  /** Simple ways looked at. */
  readonly examined: number;
  /** True when every simple way was looked at, so that the first is the shortest there is. */
  readonly proven: boolean;
}

/**
 * The `keep` shortest ways between two nodes that pass no node twice and no banned leg, shortest first.
 * Looks at every such way up to `budget`; `proven` tells whether that was all of them.
 */
export function proposeWays(map: CraftMap, from: string, to: string, keep = 4, budget = 20000): WayProposal {
  const found: Way[] = [];
  let examined = 0;
  const nodes = [from];
  const legs: string[] = [];

  const walk = (lengthMm: number): void => {
    const node = nodes.at(-1)!;
    if (examined >= budget) return;
    if (node === to) {
      examined++;
      found.push({ legs: [...legs], nodes: [...nodes], lengthMm });
      found.sort((a, b) => a.lengthMm - b.lengthMm);
      found.length = Math.min(found.length, keep);
      return;
    }
    for (const leg of map.legsAt(node)) {
      const next = otherEnd(leg, node);
      if (leg.banned || nodes.includes(next)) continue;
      nodes.push(next);
      legs.push(leg.id);
      walk(lengthMm + leg.lengthMm);
      nodes.pop();
      legs.pop();
    }
  };
  walk(0);
  return { ways: found, examined, proven: examined < budget };
}
