import { bent, circle, dots, lines, pipe, poly, rays, ring, shape, treads, turnedBy, type penFor, type Stroke } from './pen';

// Parts that side-by-sides of ours share: wheels, shocks, seats.

type Pen = ReturnType<typeof penFor>;

/** A wheel with deep lugs, from the side. */
export function mudWheel(pen: Pen, x: number, z: number, tyre: number, rim: number): Stroke[] {
  const spokes = Array.from({ length: 6 }, (_, i) => shape(turnedBy(x, z, i * 60 + 12)(`34,-26! ${rim * 0.55},-14 ${rim - 14},-24! ${rim - 14},24! ${rim * 0.55},14 34,26!`))).join('');
  const lugs = Array.from({ length: 26 }, (_, i) => poly(turnedBy(x, z, (360 / 26) * i)(`${tyre - 46},-16 ${tyre - 4},-22 ${tyre - 4},6 ${tyre - 40},10`))).join('');
  return [
    pen.outline(treads(x, z, tyre, 15, 26), 'tyre'),
    pen.fine(lugs + ring(x, z, tyre - 58, tyre - 70)),
    pen.line(ring(x, z, rim + 6, rim - 12), 'metal'),
    pen.line(circle(x, z, rim - 12), 'paper'),
    pen.line(ring(x, z, rim * 0.62, rim * 0.4), 'metal'),
    pen.fine(dots(x, z, rim * 0.54, 4.5, 14)),
    pen.line(spokes, 'dark'),
    pen.line(circle(x, z, 38), 'metal'),
    pen.fine(dots(x, z, 25, 5, 4, 45) + circle(x, z, 12)),
  ];
}

/** A shock with its spring between two points. */
export function shock(pen: Pen, [x0, z0]: readonly [number, number], [x1, z1]: readonly [number, number], w = 60): Stroke[] {
  const length = Math.hypot(x1 - x0, z1 - z0);
  const at = turnedBy(x0, z0, (Math.atan2(z1 - z0, x1 - x0) * 180) / Math.PI);
  const turns = 8;
  const coil = Array.from({ length: turns }, (_, i) => {
    const a = length * 0.22 + ((length * 0.62) / turns) * i;
    return `${a.toFixed(0)},${-w / 2} ${(a + length * 0.06).toFixed(0)},${w / 2}`;
  });
  return [
    pen.line(pipe(at(`0,0 ${length.toFixed(0)},0`), w * 0.36), 'metal'),
    pen.line(pipe(at(`${(length * 0.16).toFixed(0)},0 ${(length * 0.9).toFixed(0)},0`), w), 'dark'),
    pen.fine(lines(at(coil.join(' | ')).replace(/ \| /g, '|'))),
    pen.line(circle(x0, z0, w * 0.28) + circle(x1, z1, w * 0.28), 'metal'),
  ];
}

/** A bucket seat from the right: its foot at x, z. */
export function bucket(pen: Pen, x: number, z: number): Stroke[] {
  return [
    pen.outline(shape(`${x},${z}! ${x + 20},${z + 90} ${x + 90},${z + 130} ${x + 470},${z + 150} ${x + 560},${z + 120} ${x + 566},${z + 50} ${x + 520},${z}!`), 'seat'),
    pen.outline(shape(`${x + 20},${z + 60}! ${x - 60},${z + 380} ${x - 110},${z + 620} ${x - 120},${z + 760} ${x - 60},${z + 800} ${x + 10},${z + 780} ${x + 40},${z + 700} ${x + 60},${z + 520} ${x + 110},${z + 260} ${x + 160},${z + 130}!`), 'seat'),
    pen.fine(shape(`${x - 30},${z + 480} ${x - 70},${z + 620} ${x - 66},${z + 660} ${x + 16},${z + 650} ${x + 26},${z + 500}`) + lines(`${x + 110},${z + 100} ${x + 540},${z + 118}|${x + 10},${z + 340} ${x + 84},${z + 360}`)),
  ];
}

/** A tyre with lugs from above. */
export function mudTyreTop(pen: Pen, x: number, r: number, y0: number, y1: number): Stroke[] {
  const sense = Math.sign(y0 + y1) || 1;
  const [low, high] = [Math.min(Math.abs(y0), Math.abs(y1)) * sense, Math.max(Math.abs(y0), Math.abs(y1)) * sense];
  const lugs = Array.from({ length: 11 }, (_, i) => {
    const at = x - r + 34 + i * ((2 * r - 68) / 10);
    return `${at - 12},${low + 14 * sense} ${at + 10},${(low + high) / 2} ${at - 12},${high - 14 * sense}`;
  }).join('|');
  return [
    pen.outline(shape(`${x - r},${low + 30 * sense} ${x - r + 40},${low}! ${x + r - 40},${low}! ${x + r},${low + 30 * sense} ${x + r},${high - 30 * sense} ${x + r - 40},${high}! ${x - r + 40},${high}! ${x - r},${high - 30 * sense}`), 'tyre'),
    pen.fine(lines(lugs)),
  ];
}

/** A steering wheel seen from the side, and its column. */
export const helmSide = (pen: Pen, [x, z]: readonly [number, number], deg: number, r: number): Stroke[] => {
  const at = turnedBy(x, z, deg);
  return [
    pen.line(pipe(at(`0,0 260,0`), 34), 'metal'),
    pen.outline(pipe(at(`0,${-r} 0,${r}`), 30), 'dark'),
    pen.line(shape(at(`-6,-46! 34,-50 40,0 34,50 -6,46!`)), 'dark'),
  ];
};
/** A steering wheel from above. */
export const helmTop = (pen: Pen, x: number, y: number, r: number): Stroke[] => [
  pen.outline(ring(x, y, r, r - 26), 'dark'),
  pen.line(bent(`${x},${y - r + 14} ${x + 20},${y} ${x},${y + r - 14}`, 24), 'dark'),
  pen.fine(circle(x + 8, y, 44) + rays(x + 8, y, 20, 44, 3, 30)),
];
