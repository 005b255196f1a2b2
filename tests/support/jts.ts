// The judge of everything flat: the JTS topology suite in JavaScript, which the project itself does not use.
import 'jsts/org/locationtech/jts/monkey.js';
import Coordinate from 'jsts/org/locationtech/jts/geom/Coordinate.js';
import GeometryFactory from 'jsts/org/locationtech/jts/geom/GeometryFactory.js';
import type { Contour } from '#core/plane/contour';

/** What is asked of a geometry; the library's own types name no module of its parts. */
export interface Judged {
  distance(other: Judged): number;
  intersects(other: Judged): boolean;
  covers(other: Judged): boolean;
  difference(other: Judged): Judged;
  union(other: Judged): Judged;
  buffer(mm: number, quadrantSegments: number): Judged;
  getArea(): number;
  getBoundary(): Judged;
  isValid(): boolean;
}
const factory = new GeometryFactory();

/** Points along a contour by its own mathematics: chords of arcs lie `within` mm of them. */
function pointsOf({ edges }: Contour, within: number): [number, number][] {
  return edges.flatMap(({ ax, ay, r, cx, cy, from, sweep }): [number, number][] => {
    if (r === 0) return [[ax, ay]];
    const n = Math.max(1, Math.ceil(Math.abs(sweep) / Math.sqrt((8 * within) / r)));
    return Array.from({ length: n }, (_, i) => {
      const angle = from + (sweep * i) / n;
      return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
    });
  });
}
export const judged = (contour: Contour, within = 0.02): Judged => ofPoints(pointsOf(contour, within));
export function ofPoints(points: readonly (readonly [number, number])[]): Judged {
  const ring = [...points, points[0]!].map(([x, y]) => new Coordinate(x, y));
  return factory.createPolygon(factory.createLinearRing(ring)) as Judged;
}
export const pointAt = (x: number, y: number): Judged => factory.createPoint(new Coordinate(x, y)) as Judged;
