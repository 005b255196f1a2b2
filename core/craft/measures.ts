import { mapped } from '../document/edits';
import { movedPath } from './path';
import type { Vec3 } from '../units/vectors';
import { orderedPattern } from './order';
import { isTurning } from './joint';
import type { Measure, Pattern, Stroke } from './pattern';

/** A craft's own measures, mm, by the pattern's measure ids; one that is missing is the pattern's. */
export type Measures = Readonly<Record<string, number>>;

/** What a measure is on the pattern as drawn, mm. */
export const standardOf = ({ of: [a, b] }: Measure): number => b - a;

type Axis = Measure['axis'];
type Along = (coordinate: number) => number;
/** Drawings are kept to a tenth of a millimetre. */
const tenth =
  (along: Along): Along =>
  (at) =>
    Math.round(along(at) * 10) / 10;

/**
 * Where a coordinate of the pattern lies on this craft: each measure's difference is taken up evenly
 * within its own stretch, what lies before stays, what lies behind moves along whole. Across it is shared
 * by both sides.
 */
function alongAxis(pattern: Pattern, measures: Measures, axis: Axis): Along {
  const stretches = Object.entries(pattern.measures).flatMap(([id, measure]) => {
    const value = measures[id];
    return measure.axis === axis && value !== undefined
      ? [{ grows: measure.grows, by: value - standardOf(measure) }]
      : [];
  });
  if (!stretches.length) return (c) => c;
  const part = (c: number, [p, q]: Measure['grows']) => Math.min(1, Math.max(0, (c - p) / (q - p)));
  return axis === 'y'
    ? (c) => c + Math.sign(c) * stretches.reduce((sum, s) => sum + (part(Math.abs(c), s.grows) * s.by) / 2, 0)
    : (c) => c + stretches.reduce((sum, s) => sum + part(c, s.grows) * s.by, 0);
}

const fitted = new WeakMap<Pattern, { key: string; pattern: Pattern }>();

/**
 * The pattern stretched to this craft's measures: places, junctions, legs, joints, ears and line work. Rooms,
 * gear and the angle of a joint stay as they are. Its members stand in canonical order.
 */
export function fitCraft(pattern: Pattern, measures: Measures): Pattern {
  const own = Object.entries(measures).filter(([id, mm]) => {
    const measure = pattern.measures[id];
    return measure && mm !== standardOf(measure);
  });
  if (!own.length) return orderedPattern(pattern);
  const key = JSON.stringify(own);
  const known = fitted.get(pattern);
  if (known?.key === key) return known.pattern;
  const x = alongAxis(pattern, measures, 'x');
  const y = alongAxis(pattern, measures, 'y');
  const z = alongAxis(pattern, measures, 'z');
  const move = (p: Vec3): [number, number, number] => [x(p[0]), y(p[1]), z(p[2])];
  const view = ({ bounds: [l, b, r, t], strokes }: Pattern['drawing']['side'], up: Along) => ({
    bounds: [x(l), up(b), x(r), up(t)] as [number, number, number, number],
    strokes: mapped(strokes, (stroke): Stroke => ({ ...stroke, d: movedPath(stroke.d, tenth(x), tenth(up)) })),
  });
  const next: Pattern = {
    ...pattern,
    places: mapped(pattern.places, (place) => ({ ...place, at: move(place.at) })),
    junctions: mapped(pattern.junctions, (junction) => ({ ...junction, at: move(junction.at) })),
    legs: mapped(pattern.legs, (leg) => ({
      ...leg,
      via: leg.via.map(move),
      ...(leg.passes ? { passes: mapped(leg.passes, (pass) => ({ ...pass, at: move(pass.at) })) } : {}),
      ...(leg.ties ? { ties: mapped(leg.ties, (tie) => ({ ...tie, at: move(tie.at) })) } : {}),
    })),
    joints: mapped(pattern.joints, (joint) =>
      isTurning(joint)
        ? { ...joint, axisPoint: move(joint.axisPoint) }
        : {
            ...joint,
            obstacle: joint.obstacle && { ...joint.obstacle, point: move(joint.obstacle.point) },
          },
    ),
    ...(pattern.keepFree
      ? {
          keepFree: mapped(pattern.keepFree, ({ shape, ...one }) => ({
            ...one,
            shape:
              shape.is === 'box'
                ? { ...shape, at: move(shape.at) }
                : { ...shape, from: move(shape.from), to: move(shape.to) },
          })),
        }
      : {}),
    ears: move(pattern.ears),
    ...(pattern.compass ? { compass: move(pattern.compass) } : {}),
    ...(pattern.listeners
      ? { listeners: mapped(pattern.listeners, (listener) => ({ ...listener, at: move(listener.at) })) }
      : {}),
    drawing: { side: view(pattern.drawing.side, z), top: view(pattern.drawing.top, y) },
  };
  const ordered = orderedPattern(next);
  fitted.set(pattern, { key, pattern: ordered });
  return ordered;
}
