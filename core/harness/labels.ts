import { endName, runWords, type Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import type { CoverState } from '../craft/cover';
import type { Job } from '../job/job';

/** What is stuck on, or written on a bag. */
export interface Label {
  readonly kind: 'wire' | 'plug' | 'bag';
  /** Short, and no other of the job is called so but what it belongs to: both ends of a wire, both halves of a plug. */
  readonly code: string;
  /** Where it goes, and what it says below. */
  readonly at: string;
  readonly says: string;
  /** A mark of its own colour on both halves, so that plugs that look alike find each other; undefined: it needs none. */
  readonly dot: DotColour | undefined;
  /** The step of the work that it belongs to. */
  readonly step: string;
}

const DOT_COLOURS = ['red', 'blue', 'yellow', 'green', 'white', 'orange', 'violet', 'brown'] as const;
export type DotColour = (typeof DOT_COLOURS)[number];

/**
 * All labels of a job: two for each new run, two for each plug or hose that comes apart, one for each bag of fasteners.
 * Runs are numbered in the order they are planned, plugs through the job, bags as covers come off.
 */
export function planLabels(
  job: Job,
  runs: readonly Run[],
  tags: Readonly<Record<string, string>>,
  covers: readonly { readonly cover: string; readonly state: CoverState }[],
  pulls: ReadonlyMap<string, string>,
  bagOf: ReadonlyMap<string, number>,
): Label[] {
  // Letters that no gear’s mark on the drawing begins with.
  let count = 0;
  const wires = runs.flatMap((run): Label[] => {
    if (run.old || !run.way) return [];
    const code = `W${++count}`;
    const [from, to] = [run.from, run.to].map((end) => endName(job, end, tags, 'mark')) as [string, string];
    const words = runWords(run);
    const one = { kind: 'wire' as const, code, dot: undefined, step: pulls.get(run.id)! };
    return [
      { ...one, at: `at ${from}`, says: `${words}, to ${to}` },
      { ...one, at: `at ${to}`, says: `${words}, from ${from}` },
    ];
  });
  const pattern = craftOf(job);
  const apart = covers.flatMap(({ cover, state }) => {
    const { plugs, hoses } = pattern.covers[cover]!.states[state]!;
    return Object.values({ ...plugs, ...prefixed(hoses) }).map((name) => ({ cover, name }));
  });
  const alike = (name: string) => apart.filter((other) => sortOf(other.name) === sortOf(name));
  const plugs = apart.flatMap(({ cover, name }, i): Label[] => {
    const like = alike(name);
    const dot =
      like.length > 1
        ? DOT_COLOURS[like.findIndex((one) => one.cover === cover && one.name === name) % DOT_COLOURS.length]
        : undefined;
    const one = { kind: 'plug' as const, code: `Plug ${i + 1}`, says: name, dot, step: `off:cover/${cover}` };
    return [
      { ...one, at: 'on the craft' },
      { ...one, at: `on ${pattern.covers[cover]!.name.toLowerCase()}` },
    ];
  });
  const bags = [...bagOf].map(([cover, number]): Label => {
    const { fasteners } = pattern.covers[cover]!.states[covers.find((one) => one.cover === cover)!.state]!;
    return {
      kind: 'bag',
      code: `Bag ${number}`,
      at: pattern.covers[cover]!.name,
      says: Object.values(fasteners)
        .map(({ count, size, where }) => `${count} × ${size}, ${where}`)
        .join('; '),
      dot: undefined,
      step: `on:cover/${cover}`,
    };
  });
  return [...wires, ...plugs, ...bags];
}

const prefixed = (hoses: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(Object.entries(hoses).map(([id, name]) => [`hose ${id}`, name]));

/** What a plug looks like: how many pins it has, as its name says; else it is like none but those that say no more. */
const sortOf = (name: string): string => /\d+ pins?/.exec(name)?.[0] ?? name;
