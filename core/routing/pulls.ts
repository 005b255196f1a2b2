import type { Run, RunNeed } from '../connections/runs';
import { setOf } from '../job/parts/overrules';
import { BEGINNING } from '../gear/loom';
import type { Job } from '../job/job';
import type { Access } from './access';
import type { Pull, Route } from './together';

export type Ended = RunNeed & Pick<Run, 'fromPlace' | 'toPlace'>;
type Loomed = Ended & {
  readonly loom: NonNullable<RunNeed['loom']>;
  readonly fromPlace: string;
  readonly toPlace: string;
};

/** Whether nothing protects what feeds this: no fuse stands between it and a battery. */
export const isUnfused = ({ craft, feeds, looms }: Job, { kind, from, to, loom }: RunNeed): boolean =>
  kind === 'feed' &&
  Object.hasOwn(craft.batteries, from) &&
  !feeds[to]?.holder &&
  !(loom && looms[loom.loom]!.item.fuse);

/** Runs between the same two ends, as they are pulled: in one go. */
export const pullOf = (job: Job, runs: readonly Ended[]): Pull => ({
  from: runs[0]!.fromPlace!,
  to: runs[0]!.toPlace!,
  conductors: runs.reduce((sum, { conductors }) => sum + conductors.length, 0),
  pin: setOf(job, 'way', runs[0]!.id),
  unfused: runs.some((run) => isUnfused(job, run)),
});

/** Whether a run is part of a loom that is laid: both its ends have a place. */
export const isLoomed = (run: Ended): run is Loomed =>
  run.loom !== undefined && !run.old && run.fromPlace !== undefined && run.toPlace !== undefined;

/** One end of a loom as it is led in, from the end that the others are laid from. */
export interface LoomPull {
  readonly loom: string;
  /** Where all of it is laid from: where it begins, else the first of its ends that is used. */
  readonly root: string;
  readonly end: string;
  readonly pull: Pull;
}

/** The ends of looms that runs go to, by loom, each with its place. */
function placesOf(runs: readonly Ended[]): ReadonlyMap<string, ReadonlyMap<string, string>> {
  const looms = new Map<string, Map<string, string>>();
  for (const run of runs) {
    if (!isLoomed(run)) continue;
    const { loom, ends } = run.loom;
    const places = looms.get(loom) ?? new Map<string, string>();
    looms.set(loom, places.set(ends[0], run.fromPlace).set(ends[1], run.toPlace));
  }
  return looms;
}

/**
 * How looms are led in: from one end to each other that a run goes to. They all begin at one place and are as thick, so
 * that what is cheapest to each makes a tree of legs, as the loom is one.
 */
export function loomPulls(job: Job, runs: readonly Ended[]): LoomPull[] {
  return [...placesOf(runs)].flatMap(([loom, places]) => {
    const root = places.has(BEGINNING) ? BEGINNING : [...places.keys()][0]!;
    const from = places.get(root)!;
    const unfused = runs.some((run) => run.loom?.loom === loom && isUnfused(job, run));
    return [...places].flatMap(([end, to]): LoomPull[] => {
      if (end === root) return [];
      const own = runs.find(
        (run) => isLoomed(run) && run.loom.loom === loom && run.loom.ends.includes(root) && run.loom.ends.includes(end),
      );
      const pin = own && setOf(job, 'way', own.id);
      // A person leads a run from its `from`; the loom is laid from its root.
      const along = pin && own.loom!.ends[0] !== root ? [...pin].reverse() : pin;
      return [{ loom, root, end, pull: { from, to, conductors: 1, pin: along, unfused } }];
    });
  });
}

/** The route of a run within its loom: back from one of its ends to where both part, and on to the other. */
export function routeWithin(
  { map }: Access,
  { loom, fromPlace }: Loomed,
  pulls: readonly LoomPull[],
  routes: readonly (Route | undefined)[],
): Route | undefined {
  const own = pulls.flatMap((pull, i) => (pull.loom === loom.loom ? [{ ...pull, route: routes[i] }] : []));
  const routeTo = (end: string): Route | undefined => own.find((pull) => pull.end === end)?.route;
  const isRoot = (end: string): boolean => own[0]?.root === end;
  const [back, on] = loom.ends.map((end) => (isRoot(end) ? AT_ONCE : routeTo(end))) as [
    Route | undefined,
    Route | undefined,
  ];
  if (!back || !on) return undefined;
  // Legs that both go along lie between where they part and the root.
  let shared = 0;
  while (shared < back.way.legs.length && back.way.legs[shared] === on.way.legs[shared]) shared++;
  const legs = [...back.way.legs.slice(shared).reverse(), ...on.way.legs.slice(shared)];
  if (new Set(legs).size < legs.length) return undefined;
  const nodes = [fromPlace];
  for (const id of legs) {
    const { from, to } = map.legs[id]!;
    nodes.push(nodes.at(-1) === from ? to : from);
  }
  const taken = new Set(legs);
  return {
    way: { legs, nodes, lengthMm: legs.reduce((sum, id) => sum + map.legs[id]!.lengthMm, 0) },
    fished: [...new Set([...back.fished, ...on.fished])].filter((leg) => taken.has(leg)),
    opened: [...new Set([...back.opened, ...on.opened])],
  };
}
const AT_ONCE: Route = { way: { legs: [], nodes: [], lengthMm: 0 }, fished: [], opened: [] };

/** The run of a loom that goes the way of a pull, and the legs that lead it along a route, from where that run begins. */
export function pinFor(
  runs: readonly Ended[],
  { loom, root, end }: LoomPull,
  route: Route | undefined,
): { readonly run: string; readonly legs: readonly string[] } | undefined {
  const own = runs.find(
    (run) => isLoomed(run) && run.loom.loom === loom && run.loom.ends.includes(root) && run.loom.ends.includes(end),
  );
  if (!own || !route) return undefined;
  return { run: own.id, legs: own.loom!.ends[0] === root ? route.way.legs : [...route.way.legs].reverse() };
}
