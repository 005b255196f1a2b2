import type { Leg } from '../craft/leg';
import type { Pattern } from '../craft/pattern';
import { HAZARDS } from '../craft/leg';
import { nodeOf } from '../craft/pattern';
import type { Way } from '../connections/runs';
import { polylineLength, type Vec3 } from '../units/vectors';
import { jointNeed, type JointNeed } from './joint';

export interface MapLeg {
  readonly id: string;
  readonly leg: Leg;
  readonly from: string;
  readonly to: string;
  readonly points: readonly Vec3[];
  /** Length of wire the leg takes up, mm: by the tape, its polyline, or its joint's need. */
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
    const found = nodeOf(pattern, node);
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
      // Nobody knows at which lock the tape was held: what the whole swing takes up stands where that is more.
      lengthMm: need ? Math.max(need.needMm, leg.tapeMm ?? 0) : (leg.tapeMm ?? polylineLength(points)),
      need,
      banned: leg.hazards.some((hazard) => HAZARDS[hazard].banned),
    };
    legs[id] = mapLeg;
    for (const node of [leg.from, leg.to]) around.set(node, [...(around.get(node) ?? []), mapLeg]);
  }
  return { legs, at, legsAt: (node) => around.get(node) ?? [] };
}

export const otherEnd = (leg: MapLeg, node: string): string => (leg.from === node ? leg.to : leg.from);

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

/** The points of a way, its ends twice where a joint needs what it needs from there on. */
export function endPoints({ legs }: CraftMap, way: Way, points: readonly Vec3[]): readonly Vec3[] {
  const isJoint = (leg: string | undefined) => leg !== undefined && legs[leg]!.need !== undefined;
  return [
    ...(isJoint(way.legs[0]) ? [points[0]!] : []),
    ...points,
    ...(isJoint(way.legs.at(-1)) ? [points.at(-1)!] : []),
  ];
}
