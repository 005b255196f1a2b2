import type { penFor} from './pen';
import { bent, box, circle, dots, line, lines, oval, pipe, poly, rays, ring, shape, turnedBy, whole, type Stroke } from './pen';

// Parts that touring motorcycles of ours share: wheels, the twin, the fork, bags.

type Pen = ReturnType<typeof penFor>;

/** A cast road wheel: tyre, rim, ten spokes in pairs, two discs' worth of brake. */
export function castWheel(pen: Pen, x: number, z: number, tyre: number, rim: number, disc: number): Stroke[] {
  const spokes = Array.from({ length: 9 }, (_, i) => {
    const at = turnedBy(x, z, i * 40 + 8);
    return shape(at(`46,-17 ${rim * 0.6},-9 ${rim - 20},-15! ${rim - 20},15! ${rim * 0.6},9 46,17`));
  }).join('');
  return [
    pen.outline(circle(x, z, tyre), 'tyre'),
    pen.fine(ring(x, z, tyre - 12, tyre - 26) + rays(x, z, tyre - 12, tyre - 2, 48, 0, 3)),
    pen.line(ring(x, z, rim + 8, rim - 16), 'metal'),
    pen.line(circle(x, z, rim - 16), 'paper'),
    pen.line(spokes, 'metal'),
    pen.line(ring(x, z, disc, disc - 44), 'metal'),
    pen.fine(dots(x, z, disc - 14, 4.5, 20) + dots(x, z, disc - 30, 4.5, 20, 9)),
    pen.line(circle(x, z, 52), 'dark'),
    pen.fine(circle(x, z, 34) + dots(x, z, 42, 4, 5)),
    pen.line(circle(x, z, 17), 'metal'),
  ];
}

/** A twin with its cylinders in a V, standing in the frame: crankcase, covers, fins, heads, pushrods, air box. */
export function twin(pen: Pen, x: number, z: number): Stroke[] {
  const front = turnedBy(x + 66, z + 100, -24);
  const rear = turnedBy(x - 66, z + 100, 24);
  const cylinder = (at: (text: string) => string): Stroke[] => [
    pen.outline(poly(at('-66,-20 66,-20 66,70 -66,70')), 'dark'),
    ...Array.from({ length: 9 }, (_, i) => pen.line(poly(at(`-82,${10 + i * 17} 82,${10 + i * 17} 82,${20 + i * 17} -82,${20 + i * 17}`)), 'metal')),
    pen.outline(shape(at('-80,166! -86,210 -70,246 -40,256! 40,256! 70,246 86,210 80,166!')), 'metal'),
    pen.fine(lines(at('-78,180 78,180')) + lines(at('-82,196 82,196')) + lines(at('-70,240 70,240'))),
    pen.line(shape(at('-58,250! -52,284 -30,294 30,294 52,284 58,250!')), 'dark'),
    pen.fine(lines(at('-30,262 -30,288|0,262 0,290|30,262 30,288'))),
  ];
  return [
    ...cylinder(rear),
    ...cylinder(front),
    // Pushrods from the cam chest up to either head.
    pen.line(pipe(front('-20,-60 -34,175'), 17) + pipe(front('18,-50 6,175'), 17), 'metal'),
    pen.line(pipe(rear('20,-60 34,175'), 17) + pipe(rear('-18,-50 -6,175'), 17), 'metal'),
    // Crankcase, gearbox behind it.
    pen.outline(shape(`${x - 330},${z + 40}! ${x - 330},${z - 90} ${x - 270},${z - 150} ${x - 60},${z - 176} ${x + 120},${z - 160} ${x + 200},${z - 90} ${x + 214},${z + 20} ${x + 170},${z + 100} ${x + 60},${z + 128} ${x - 80},${z + 128} ${x - 180},${z + 96} ${x - 250},${z + 104}`), 'dark'),
    pen.line(shape(`${x - 312},${z + 26}! ${x - 312},${z - 80} ${x - 262},${z - 124} ${x - 176},${z - 120} ${x - 150},${z - 40} ${x - 172},${z + 70} ${x - 250},${z + 86}`), 'metal'),
    pen.fine(circle(x - 232, z - 20, 44) + circle(x - 232, z - 20, 30) + dots(x - 232, z - 20, 37, 4, 6)),
    // Cam chest with its cover.
    pen.outline(shape(`${x - 110},${z + 60} ${x - 60},${z + 100} ${x + 70},${z + 98} ${x + 140},${z + 40} ${x + 130},${z - 60} ${x + 60},${z - 118} ${x - 60},${z - 112} ${x - 126},${z - 40}`), 'metal'),
    pen.line(circle(x + 30, z - 24, 66), 'paper'),
    pen.fine(circle(x + 30, z - 24, 56) + dots(x + 30, z - 24, 61, 3.5, 5, 30)),
    pen.fine(dots(x, z - 8, 112, 5, 9, 20)),
    pen.line(circle(x + 128, z - 96, 30), 'metal'),
    pen.fine(circle(x + 128, z - 96, 22) + rays(x + 128, z - 96, 4, 22, 6)),
    // Air box between the heads.
    pen.outline(shape(`${x - 96},${z + 300} ${x - 60},${z + 344} ${x + 40},${z + 346} ${x + 92},${z + 300} ${x + 84},${z + 240} ${x + 20},${z + 218} ${x - 60},${z + 226}`), 'metal'),
    pen.fine(shape(`${x - 74},${z + 298} ${x - 46},${z + 328} ${x + 32},${z + 328} ${x + 70},${z + 296} ${x + 62},${z + 252} ${x + 14},${z + 236} ${x - 46},${z + 244}`) + dots(x - 2, z + 286, 22, 4, 3)),
  ];
}

/** A fork: where a point of it is, `along` from the axle and `ahead` of its middle. */
export const forkAt = (x: number, z: number, rake: number) => {
  const [s, c] = [Math.sin((rake * Math.PI) / 180), Math.cos((rake * Math.PI) / 180)];
  return (along: number, ahead = 0): string => `${(x - s * along + c * ahead).toFixed(1)},${(z + c * along + s * ahead).toFixed(1)}`;
};

/** A fork leg from the right: slider, tube, its cover, a caliper behind the slider. */
export function forkLeg(pen: Pen, at: ReturnType<typeof forkAt>, top: number): Stroke[] {
  const tubeOf = (a: number, b: number, w: number, n = 0) => pipe(`${at(a, n)} ${at(b, n)}`, w);
  return [
    pen.outline(tubeOf(-30, 300, 62), 'metal'),
    pen.fine(lines(`${at(-10, 18)} ${at(280, 18)}|${at(-10, -22)} ${at(60, -22)}`)),
    pen.line(tubeOf(300, 322, 68), 'dark'),
    pen.outline(tubeOf(322, top, 52), 'metal'),
    pen.fine(lines(`${at(330, 14)} ${at(top - 10, 14)}`)),
    pen.outline(shape(`${at(92, -34)} ${at(84, -72)} ${at(100, -104)}! ${at(176, -116)}! ${at(214, -92)} ${at(216, -40)}! ${at(150, -30)}`), 'dark'),
    pen.fine(circle(...xyOf(at(130, -74)), 17) + circle(...xyOf(at(178, -78)), 17) + lines(`${at(154, -36)} ${at(154, -112)}`)),
  ];
}
export const xyOf = (text: string): [number, number] => text.split(',').map(Number) as [number, number];

/** A mudguard close over a wheel, with a stay. */
export function fender(pen: Pen, x: number, z: number, r: number, from: number, to: number): Stroke[] {
  const at = (radius: number, deg: number): string => `${(x + radius * Math.cos((deg * Math.PI) / 180)).toFixed(1)},${(z + radius * Math.sin((deg * Math.PI) / 180)).toFixed(1)}`;
  const steps = Array.from({ length: 9 }, (_, i) => from + ((to - from) * i) / 8);
  const outer = steps.map((deg, i) => at(r + 26 + (i === 0 || i === 8 ? -8 : 0), deg)).join(' ');
  const inner = [...steps].reverse().map((deg) => at(r - 46, deg));
  return [
    pen.outline(shape(`${outer.replace(/ /g, ' ')}! ${inner.join(' ')}!`), 'panel'),
    pen.fine(line(steps.slice(1, 8).map((deg) => at(r + 8, deg)).join(' '))),
  ];
}

/** A bag with its lid, from the right. The lid is a cover of its own. */
export function sideBag(bag: Pen, lid: Pen, [x0, x1]: readonly [number, number], [z0, z1]: readonly [number, number], lidH: number): Stroke[] {
  const w = x1 - x0;
  return [
    bag.outline(shape(`${x0},${z1}! ${x0 - 10},${z1 - 120} ${x0 + 6},${z0 + 60} ${x0 + 50},${z0 + 14} ${x0 + 130},${z0} ${x1 - 120},${z0 + 4} ${x1 - 40},${z0 + 40} ${x1 + 6},${z0 + 130} ${x1 + 14},${z1 - 90} ${x1},${z1}!`), 'panel'),
    bag.line(line(`${x0 + 2},${z0 + 120} ${x0 + 40},${z0 + 66} ${x0 + 130},${z0 + 48} ${x1 - 130},${z0 + 50} ${x1 - 52},${z0 + 84} ${x1 - 6},${z0 + 160}`)),
    bag.fine(line(`${x0 + 16},${z1 - 20} ${x0 + 8},${z1 - 110} ${x0 + 20},${z0 + 150}`) + lines(`${x0 + 20},${z1 - 16} ${x1 - 20},${z1 - 16}`)),
    bag.line(box(x0 + 30, z1 - 92, x0 + 100, z1 - 56, 10), 'lamp'),
    lid.outline(shape(`${x0 - 4},${z1}! ${x0 + 2},${z1 + lidH * 0.6} ${x0 + 50},${z1 + lidH} ${x0 + w * 0.5},${z1 + lidH + 8} ${x1 - 60},${z1 + lidH - 4} ${x1 - 8},${z1 + lidH * 0.6} ${x1 + 2},${z1}!`), 'panel'),
    lid.fine(line(`${x0 + 20},${z1 + lidH * 0.5} ${x0 + 70},${z1 + lidH * 0.78} ${x1 - 80},${z1 + lidH * 0.74} ${x1 - 26},${z1 + lidH * 0.42}`)),
    lid.line(box(x0 + w * 0.6, z1 - 40, x0 + w * 0.6 + 44, z1 + 14, 8), 'metal'),
    lid.fine(circle(x0 + w * 0.6 + 22, z1 - 24, 8)),
  ];
}

/** A bag from above, on the left; its lid, with an oval speaker in it. */
export function topBag(bag: Pen, lid: Pen, [x0, x1]: readonly [number, number], [y0, y1]: readonly [number, number]): Stroke[] {
  return [
    bag.outline(shape(`${x0},${y0 + 20} ${x0 + 30},${y0}! ${x1 - 60},${y0}! ${x1},${y0 + 30} ${x1 + 12},${(y0 + y1) / 2} ${x1 - 6},${y1 - 40} ${x1 - 70},${y1} ${x0 + 80},${y1 + 4} ${x0 + 10},${y1 - 30} ${x0 - 8},${(y0 + y1) / 2}`), 'panel'),
    lid.line(shape(`${x0 + 26},${y0 + 30} ${x0 + 60},${y0 + 16}! ${x1 - 70},${y0 + 16}! ${x1 - 24},${y0 + 46} ${x1 - 18},${(y0 + y1) / 2} ${x1 - 34},${y1 - 44} ${x1 - 90},${y1 - 18} ${x0 + 90},${y1 - 16} ${x0 + 34},${y1 - 40} ${x0 + 18},${(y0 + y1) / 2}`), 'panel'),
    lid.fine(lines(`${x0 + 60},${y0 + 30} ${x0 + 120},${y0 + 30}|${x1 - 160},${y0 + 30} ${x1 - 100},${y0 + 30}`)),
    lid.line(oval((x0 + x1) / 2 + 60, (y0 + y1) / 2 + 6, 112, 74), 'dark'),
    lid.fine(oval((x0 + x1) / 2 + 60, (y0 + y1) / 2 + 6, 96, 60) + circle((x0 + x1) / 2 + 60, (y0 + y1) / 2 + 6, 24)),
  ];
}

/** Bars from the right: riser, bend, grip, lever, switches. */
export function barsSide(pen: Pen, [x, z]: readonly [number, number], [gx, gz]: readonly [number, number]): Stroke[] {
  const dx = x - gx;
  return [
    pen.outline(bent(`${x},${z} ${x - dx * 0.12},${z + 66} ${gx + dx * 0.45},${gz + 52} ${gx + 110},${gz + 8}`, 27), 'metal'),
    pen.outline(turned(gx, gz, 8, '-6,-18! 112,-17! 112,17! -6,18!'), 'seat'),
    pen.fine(Array.from({ length: 9 }, (_, i) => turnedLine(gx, gz, 8, `${6 + 11 * i},-17 ${6 + 11 * i},17`)).join('')),
    pen.line(turned(gx, gz, 8, '-18,-13! -6,-13! -6,13! -18,13!'), 'metal'),
    pen.outline(turned(gx, gz, 8, '112,-26 150,-30! 168,-8 164,26! 118,28!'), 'dark'),
    pen.fine(turnedLine(gx, gz, 8, '124,-12 152,-14') + turnedLine(gx, gz, 8, '124,6 150,6')),
    pen.line(turned(gx, gz, 8, '150,34! 164,20! 96,26 -10,8! -20,14 -8,22! 60,36'), 'metal'),
    pen.line(turned(gx, gz, 8, '128,28! 168,26! 172,52! 132,54!'), 'dark'),
  ];
}
const turned = (x: number, z: number, deg: number, text: string) => shape(turnedBy(x, z, deg)(text));
const turnedLine = (x: number, z: number, deg: number, text: string) => lines(turnedBy(x, z, deg)(text));

/** A mirror on a stalk, from the right. */
export function mirrorSide(pen: Pen, [x, z]: readonly [number, number], [mx, mz]: readonly [number, number]): Stroke[] {
  return [
    pen.line(bent(`${x},${z} ${x + 6},${(z + mz) / 2} ${mx},${mz - 40}`, 12), 'metal'),
    pen.outline(shape(`${mx - 52},${mz + 8} ${mx - 46},${mz - 34} ${mx},${mz - 42} ${mx + 44},${mz - 30} ${mx + 50},${mz + 14} ${mx + 36},${mz + 38} ${mx - 36},${mz + 36}`), 'dark'),
    pen.fine(shape(`${mx - 40},${mz + 4} ${mx - 36},${mz - 24} ${mx},${mz - 31} ${mx + 34},${mz - 22} ${mx + 38},${mz + 10} ${mx + 28},${mz + 28} ${mx - 28},${mz + 26}`)),
  ];
}

/** A tyre from above. */
export function tyreTop(pen: Pen, x0: number, x1: number, half: number): Stroke[] {
  return [
    pen.outline(whole(`${x0},0 ${x0 + 14},${half * 0.7} ${x0 + 60},${half} ${x1 - 60},${half} ${x1 - 14},${half * 0.7} ${x1},0`), 'tyre'),
    pen.fine(Array.from({ length: Math.floor((x1 - x0 - 80) / 40) }, (_, i) => lines(`${x0 + 46 + 40 * i},8 ${x0 + 62 + 40 * i},${(half * 0.86).toFixed(1)}|${x0 + 46 + 40 * i},-8 ${x0 + 62 + 40 * i},${(-half * 0.86).toFixed(1)}`)).join('')),
  ];
}
