import { circle, dots, ring, type penFor, type Stroke } from './pen';

// Parts that craft on the road share.

type Pen = ReturnType<typeof penFor>;

/** A road wheel of pressed steel from the side, holes round its disc. */
export function roadWheel(pen: Pen, x: number, tyre: number, rim: number, holes: number): Stroke[] {
  return [
    pen.outline(circle(x, tyre, tyre), 'tyre'),
    pen.fine(ring(x, tyre, tyre - 32, tyre - 44) + ring(x, tyre, tyre - 80, tyre - 88)),
    pen.line(ring(x, tyre, rim + 18, rim), 'metal'),
    pen.line(circle(x, tyre, rim), 'metal'),
    pen.line(dots(x, tyre, rim * 0.66, rim * 0.155, holes, 22), 'dark'),
    pen.line(circle(x, tyre, rim * 0.32), 'dark'),
    pen.fine(dots(x, tyre, rim * 0.21, 6, 5)),
  ];
}
