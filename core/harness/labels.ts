import type { LoomPlan } from '../connections/loom-plan';
import { loomStep, pullSteps } from '../connections/pulled';
import { endName, runWords, type Run } from '../connections/runs';
import type { CoverWay } from '../craft/cover';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Parting } from './partings';

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
 * All labels of a job: two for each new run, one for each end of a loom that is used, two for each plug or hose that comes apart or that new wire parts at, one for each bag of fasteners.
 * Runs are numbered in the order they are planned, plugs and bags as covers come off. `bags`: the number of each cover’s.
 */
export function planLabels(
  job: Job,
  runs: readonly Run[],
  tags: Readonly<Record<string, string>>,
  covers: readonly { readonly cover: string; readonly way: CoverWay }[],
  bags: ReadonlyMap<string, number>,
  partings: readonly Parting[],
  looms: readonly LoomPlan[],
): Label[] {
  const pattern = craftOf(job);
  const nameOf = (cover: string) => pattern.covers[cover]!.name;
  const pulls = pullSteps(runs);
  const codes = wireCodes(runs);
  const wires = runs
    .filter(({ id }) => codes.has(id))
    .flatMap((run): Label[] => {
      const [from, to] = [run.from, run.to].map((end) => endName(job, end, tags, 'mark')) as [string, string];
      const words = runWords(run);
      const both = { kind: 'wire' as const, code: codes.get(run.id)!, dot: undefined, step: pulls.get(run.id)! };
      return [
        { ...both, at: `at ${from}`, says: `${words}, to ${to}` },
        { ...both, at: `at ${to}`, says: `${words}, from ${from}` },
      ];
    });
  // A plug of a loom is told by what it is for: its branches look alike.
  const loomed = looms.flatMap(({ id, ends }, n) =>
    ends.flatMap(({ name, to, runs: own }, i): Label[] =>
      to === null || !own.length
        ? []
        : [
            {
              kind: 'wire',
              code: `L${n + 1}-${i + 1}`,
              at: `at ${endName(job, to, tags, 'mark')}`,
              says: `${job.looms[id]!.item.name}, ${name}`,
              dot: undefined,
              step: loomStep(id),
            },
          ],
    ),
  );
  const apart = [
    ...covers.flatMap(({ cover, way }) =>
      [...Object.values(way.plugs), ...Object.values(way.hoses)].map((name) => ({
        name,
        of: nameOf(cover),
        step: `off:cover/${cover}`,
      })),
    ),
    ...partings.map(({ joint, plug }) => ({
      name: `${plug.name}, ${plug.pins} pins`,
      of: pattern.bodies[pattern.joints[joint]!.moving]!.name,
      step: `part:joint/${joint}`,
    })),
  ].map((one) => ({ ...one, looks: looksOf(one.name) }));
  const plugs = apart.flatMap(({ name, of, step, looks }, i): Label[] => {
    const alike = apart.flatMap((other, j) => (other.looks === looks ? [j] : []));
    const dot = alike.length > 1 ? DOT_COLOURS[alike.indexOf(i) % DOT_COLOURS.length] : undefined;
    const both = { kind: 'plug' as const, code: `Plug ${i + 1}`, says: name, dot, step };
    return [
      { ...both, at: 'on the craft' },
      { ...both, at: `on ${of.toLowerCase()}` },
    ];
  });
  const bagged = covers.flatMap(({ cover, way }): Label[] => {
    const number = bags.get(cover);
    if (number === undefined) return [];
    const says = Object.values(way.fasteners)
      .map(({ count, size, where }) => `${count} × ${size}, ${where}`)
      .join('; ');
    return [{ kind: 'bag', code: `Bag ${number}`, at: nameOf(cover), says, dot: undefined, step: `on:cover/${cover}` }];
  });
  return [...wires, ...loomed, ...plugs, ...bagged];
}

/** What each new run is called on its labels: no mark of gear on the drawing begins with this letter. */
export function wireCodes(runs: readonly Run[]): ReadonlyMap<string, string> {
  const pulls = pullSteps(runs);
  return new Map(runs.filter(({ id, loom }) => pulls.has(id) && !loom).map(({ id }, i) => [id, `W${i + 1}`]));
}

/** What a plug looks like: how many pins it has, where its name says so; else its name. */
const looksOf = (name: string): string => /\d+ pins?/.exec(name)?.[0] ?? name;
