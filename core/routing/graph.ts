import type { Leg, Pattern } from '../craft/pattern';
import { HAZARDS } from '../craft/pattern';
import { polylineLength, type Vec3 } from '../units/vectors';
import { jointNeed, type JointNeed } from './joint';

export interface MapLeg {
  readonly id: string;
  readonly leg: Leg;
  readonly from: string;
  readonly to: string;
  readonly points: readonly Vec3[];
  /** Length of wire the leg takes up, mm: its polyline, or its joint's need. */
  readonly lengthMm: number;
  readonly need: JointNeed | undefined;
  /** Passes something a wire must never lie on. */
  readonly banned: boolean;
}

/** A craft's places, junctions and legs as a graph a wire can follow. */
export interface CraftMap {
  readonly legs: Readonly<Record<string, MapLeg>>;
  readonly at: (node: string) => Vec3;
  readonly legsAt: (node: string) => readonly MapLeg[];
}

/** A pattern never changes in place, so its map is made once for each pattern object. */
const maps = new WeakMap<Pattern, CraftMap>();

export function craftMap(pattern: Pattern): CraftMap {
  let map = maps.get(pattern);
  if (!map) maps.set(pattern, (map = drawMap(pattern)));
  return map;
}

function drawMap(pattern: Pattern): CraftMap {
  const at = (node: string): Vec3 => {
    const found = pattern.places[node] ?? pattern.junctions[node];
    if (!found) throw new RangeError(`no place or junction ${node} on this craft`);
    return found.at;
  };
  const legs: Record<string, MapLeg> = {};
  const around = new Map<string, MapLeg[]>();
  for (const [id, leg] of Object.entries(pattern.legs)) {
    const points = [at(leg.from), ...leg.via, at(leg.to)];
    const joint = leg.joint === undefined ? undefined : pattern.joints[leg.joint];
    const need = joint && jointNeed(joint, at(leg.from), at(leg.to));
    const mapLeg: MapLeg = {
      id,
      leg,
      from: leg.from,
      to: leg.to,
      points,
      lengthMm: need ? need.needMm : polylineLength(points),
      need,
      banned: leg.hazards.some((hazard) => HAZARDS[hazard].banned),
    };
    legs[id] = mapLeg;
    for (const node of [leg.from, leg.to]) around.set(node, [...(around.get(node) ?? []), mapLeg]);
  }
  return { legs, at, legsAt: (node) => around.get(node) ?? [] };
}

export interface Way {
  readonly legs: readonly string[];
  /** Nodes passed, one more than legs. */
  readonly nodes: readonly string[];
  readonly lengthMm: number;
}

export const otherEnd = (leg: MapLeg, node: string): string => (leg.from === node ? leg.to : leg.from);

/** Shortest ways found so far on each map, by their ends. */
const ways = new WeakMap<CraftMap, Map<string, Way | undefined>>();

/**
 * Shortest way between two nodes by wire length, banned legs left out (Dijkstra). Undefined when there
 * is none. Ties go to the leg written first in the pattern, so the answer does not depend on anything else.
 */
export function shortestWay(map: CraftMap, from: string, to: string): Way | undefined {
  let known = ways.get(map);
  if (!known) ways.set(map, (known = new Map<string, Way | undefined>()));
  const ends = `${from}>${to}`;
  if (!known.has(ends)) known.set(ends, findShortest(map, from, to));
  return known.get(ends);
}

function findShortest(map: CraftMap, from: string, to: string): Way | undefined {
  const best = new Map<string, { cost: number; leg?: MapLeg; before?: string }>([[from, { cost: 0 }]]);
  const settled = new Set<string>();
  for (;;) {
    let node: string | undefined;
    for (const [candidate, { cost }] of best)
      if (!settled.has(candidate) && (node === undefined || cost < best.get(node)!.cost)) node = candidate;
    if (node === undefined) return undefined;
    if (node === to) break;
    settled.add(node);
    const { cost } = best.get(node)!;
    for (const leg of map.legsAt(node)) {
      if (leg.banned) continue;
      const next = otherEnd(leg, node);
      const through = cost + leg.lengthMm;
      if (through < (best.get(next)?.cost ?? Number.MAX_VALUE)) best.set(next, { cost: through, leg, before: node });
    }
  }
  const legs: string[] = [];
  const nodes = [to];
  for (let step = best.get(to)!; step.leg && step.before !== undefined; step = best.get(step.before)!) {
    legs.unshift(step.leg.id);
    nodes.unshift(step.before);
  }
  return { legs, nodes, lengthMm: best.get(to)!.cost };
}

/** The way named by a list of legs from `from`, or undefined when they do not lead to `to`. */
export function wayAlong(map: CraftMap, from: string, to: string, legIds: readonly string[]): Way | undefined {
  const nodes = [from];
  let lengthMm = 0;
  for (const id of legIds) {
    const node = nodes.at(-1)!;
    const leg = map.legs[id];
    if (!leg || (leg.from !== node && leg.to !== node)) return undefined;
    nodes.push(otherEnd(leg, node));
    lengthMm += leg.lengthMm;
  }
  return nodes.at(-1) === to ? { legs: legIds, nodes, lengthMm } : undefined;
}

/** A way's points from end to end; legs run backwards are turned round. */
export function wayPoints(map: CraftMap, way: Way): Vec3[] {
  const points: Vec3[] = [map.at(way.nodes[0]!)];
  way.legs.forEach((id, i) => {
    const leg = map.legs[id]!;
    const run = leg.from === way.nodes[i] ? leg.points : [...leg.points].reverse();
    points.push(...run.slice(1));
  });
  return points;
}
