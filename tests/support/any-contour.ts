import fc from 'fast-check';
import { contourOf, type Outline } from '#core/plane/outline';
import { cornerFits, laid, type Contour, type Point } from '#core/plane/contour';

const millimetres = (min: number, max: number) =>
  fc.integer({ min: min * 10, max: max * 10 }).map((tenths) => tenths / 10);

/** A polygon that does not cross itself: its corners in turn round its middle, some with rounded corners. */
const polygon = fc
  .tuple(fc.array(millimetres(15, 90), { minLength: 3, maxLength: 9 }), millimetres(0, 12))
  .map(([radii, round]): Outline => {
    const points = radii.map((r, i): Point => {
      const angle = (2 * Math.PI * i) / radii.length;
      return [Math.round(r * Math.cos(angle) * 10) / 10, Math.round(r * Math.sin(angle) * 10) / 10];
    });
    const given = points.map(([x, y]): [number, number] => [x, y]);
    return { shape: 'polygon', points: given, corner: cornerFits(points, round) ? round : 0 };
  });
export const anyOutline: fc.Arbitrary<Outline> = fc.oneof(
  millimetres(10, 150).map((d): Outline => ({ shape: 'round', d })),
  fc
    .tuple(millimetres(10, 160), millimetres(10, 160), fc.integer({ min: 0, max: 10 }))
    .map(([w, h, part]): Outline => ({ shape: 'rectangle', w, h, corner: (Math.min(w, h) * part) / 20 })),
  polygon,
);
/** One laid anywhere within `far` mm, turned and mirrored. */
export const anyContour = (far: number): fc.Arbitrary<Contour> =>
  fc
    .tuple(anyOutline, millimetres(-far, far), millimetres(-far, far), fc.integer({ min: 0, max: 359 }), fc.boolean())
    .map(([outline, x, y, turnDeg, mirrored]) => laid(contourOf(outline), { x, y, turnDeg, mirrored }));
