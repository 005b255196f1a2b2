import { own } from '../document/patches';
import { COVER_STATES, type CoverState, type Opened } from '../craft/cover';
import type { Pattern } from '../craft/pattern';
import { coverWork } from '../craft/covers';
import { HOLE_MINUTES, unmadeHoles } from '../craft/leg';
import { pullMinutes } from './effort';
import type { CraftMap, MapLeg } from './graph';

/** How far a cover may be opened at most; on: not at all. */
export type Most = CoverState | 'on';

/** How the job gets at its legs: by the school of covers, what a person keeps shut, and what time and wire are worth. */
export interface Access {
  readonly pattern: Pattern;
  readonly map: CraftMap;
  readonly school: 'aside' | 'off' | 'fished';
  /** Minutes of work that a metre of a run, and of each conductor in it, is worth. */
  readonly minutesAMetre: number;
  /** Legs that a person has barred. */
  readonly barred: readonly string[];
  /** Covers that a person keeps shut, or opens so far at most. */
  readonly most: Readonly<Record<string, Most>>;
  /** Whether holes that are not there may be made. */
  readonly drills: boolean;
}

/** What a minute of covers weighs: who fishes past covers would rather pull three minutes than open one. */
const COVER_WEIGHT = { aside: 1, off: 1, fished: 3 } as const;

/** A task at one of its levels: a cover opened so far. */
export type Ask = readonly [task: number, level: number];

/** What is done once, however many wires come by: a cover opened, a leg fished, holes made. Level 0 is not at all. */
export interface Task {
  readonly cover: string | undefined;
  /** What each level weighs, minutes of work. */
  readonly weighs: readonly number[];
  /** What must be done before, by level. */
  readonly asks: readonly (readonly Ask[])[];
  readonly states: readonly (CoverState | undefined)[];
  /** The furthest level that is allowed. */
  readonly most: number;
}

/** One of the ways to get at a leg. */
export interface Mode {
  /** All of what must be done, with what must be done before it. */
  readonly asks: readonly Ask[];
  readonly opened: Opened;
  readonly fished: boolean;
}
export interface Edge {
  readonly leg: MapLeg;
  readonly from: number;
  readonly to: number;
  readonly modes: readonly Mode[];
  readonly metres: number;
  /** What pulling along it takes, minutes. */
  readonly pull: number;
  /** No new wire goes there. */
  readonly barred: boolean;
  readonly petrol: boolean;
}

/** The craft as a search sees it: nodes and edges by number, and the tasks that their ways ask for. */
export interface Mesh {
  readonly nodes: readonly string[];
  readonly nodeOf: ReadonlyMap<string, number>;
  readonly edges: readonly Edge[];
  readonly edgeOf: ReadonlyMap<string, number>;
  /** Numbers of the edges at each node, in the pattern’s order. */
  readonly at: readonly (readonly number[])[];
  readonly tasks: readonly Task[];
  readonly taskOf: ReadonlyMap<string, number>;
  /** To open any cover further asks for all that opening it less does. */
  readonly isPlain: boolean;
}

const meshes = new WeakMap<CraftMap, Map<string, Mesh>>();

/** The mesh of a craft by these rules; made once for each. */
export function meshOf(access: Access): Mesh {
  const { map, school, barred, most, drills } = access;
  let known = meshes.get(map);
  if (!known) meshes.set(map, (known = new Map<string, Mesh>()));
  const key = JSON.stringify([school, barred, most, drills]);
  let mesh = known.get(key);
  if (!mesh) {
    if (known.size >= 60) known.clear();
    known.set(key, (mesh = woven(access)));
  }
  return mesh;
}

/** Brings levels up to what is asked, and to what that asks in turn. */
export function raise(tasks: readonly Task[], levels: Uint8Array, asks: readonly Ask[]): void {
  for (const [task, level] of asks)
    if (levels[task]! < level) {
      levels[task] = level;
      raise(tasks, levels, tasks[task]!.asks[level]!);
    }
}

/** What is asked as levels of tasks; a cover that does not open so far is left out. */
export function asksOf({ tasks, taskOf }: Pick<Mesh, 'tasks' | 'taskOf'>, opened: Opened): Ask[] {
  return Object.entries(opened).flatMap(([id, state]): Ask[] => {
    const task = taskOf.get(id);
    if (task === undefined) return [];
    const level = levelOf(tasks[task]!, state);
    return level < 0 ? [] : [[task, level]];
  });
}
const levelOf = ({ states }: Pick<Task, 'states'>, asked: CoverState): number =>
  states.findIndex((state) => state !== undefined && COVER_STATES.indexOf(state) >= COVER_STATES.indexOf(asked));

function woven({ pattern, map, school, barred, most, drills }: Access): Mesh {
  const weight = COVER_WEIGHT[school];
  const ids = Object.keys(pattern.covers);
  const taskOf = new Map(ids.map((id, i) => [id, i]));
  const statesOf = ids.map((id): (CoverState | undefined)[] => {
    const { states } = pattern.covers[id]!;
    const own = COVER_STATES.filter((state) => states[state]);
    return [undefined, ...(school === 'off' && states.off ? (['off'] as const) : own)];
  });
  const tasks: Task[] = ids.map((cover, i) => {
    const states = statesOf[i]!;
    const ways = pattern.covers[cover]!.states;
    const allowed = own(most, cover);
    return {
      cover,
      states,
      weighs: states.map((state) => (state ? weight * coverWork(ways[state]!) : 0)),
      asks: states.map((state) =>
        Object.entries(state ? ways[state]!.after : {}).flatMap(([before, far]): Ask[] => {
          const task = taskOf.get(before);
          if (task === undefined) return [];
          const level = levelOf({ states: statesOf[task]! }, far);
          return level < 0 ? [] : [[task, level]];
        }),
      ),
      most:
        allowed === undefined
          ? states.length - 1
          : allowed === 'on'
            ? 0
            : states.findLastIndex(
                (state) => state === undefined || COVER_STATES.indexOf(state) <= COVER_STATES.indexOf(allowed),
              ),
    };
  });
  const once = (minutes: number, isAllowed: boolean): Ask => {
    tasks.push({
      cover: undefined,
      states: [undefined, undefined],
      weighs: [0, minutes],
      asks: [[], []],
      most: isAllowed ? 1 : 0,
    });
    return [tasks.length - 1, 1];
  };
  const closed = (asks: readonly Ask[]): Ask[] => {
    const levels = new Uint8Array(tasks.length);
    raise(tasks, levels, asks);
    return [...levels].flatMap((level, task): Ask[] => (level ? [[task, level]] : []));
  };
  const nodes = [...Object.keys(pattern.places), ...Object.keys(pattern.junctions)];
  const nodeOf = new Map(nodes.map((id, i) => [id, i]));
  const edges = Object.values(map.legs).map((leg): Edge => {
    const { covers, fish } = leg.leg;
    const holes = unmadeHoles(leg.leg).length;
    const drilled = holes ? [once(holes * HOLE_MINUTES, drills)] : [];
    const by = (opened: Opened, fished: boolean): Mode => ({
      asks: closed([...asksOf({ tasks, taskOf }, opened), ...drilled, ...(fished ? [once(fish!.minutes, true)] : [])]),
      opened,
      fished,
    });
    return {
      leg,
      from: nodeOf.get(leg.from)!,
      to: nodeOf.get(leg.to)!,
      modes: [by(covers, false), ...(school === 'fished' && fish ? [by(fish.covers, true)] : [])],
      metres: leg.lengthMm / 1000,
      pull: pullMinutes(leg),
      barred: leg.banned || barred.includes(leg.id),
      petrol: leg.leg.hazards.includes('petrol'),
    };
  });
  return {
    nodes,
    nodeOf,
    edges,
    edgeOf: new Map(edges.map(({ leg }, i) => [leg.id, i])),
    at: nodes.map((_, n) => edges.flatMap(({ from, to }, i) => (from === n || to === n ? [i] : []))),
    tasks,
    taskOf,
    isPlain: tasks.every(({ asks }) =>
      asks
        .slice(1)
        .every((further, i) =>
          asks[i]!.every(([before, far]) => further.some(([task, level]) => task === before && level >= far)),
        ),
    ),
  };
}
