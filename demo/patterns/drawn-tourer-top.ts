import { mirroredPath } from '#core/craft/mirror';
import { both, circle, penFor, tube, xy, type Stroke } from './pen';

const frame = penFor('frame');
const bars = penFor('bars');


/** One closed outline from the left half of a symmetric shape: points from rear to front on y ≥ 0. */
const whole = (left: string): string => {
  const points = left.trim().split(' ').map((p) => p.split(',').map(Number) as [number, number]);
  const right = [...points].reverse().map(([x, y]): [number, number] => [x, -y]);
  return `M${[...points, ...right].map(([x, y]) => xy(x, y)).join('L')}Z`;
};

/** The same with rounded corners: quadratic curves through the midpoints of the sides. */
const soft = (left: string): string => {
  const points = left.trim().split(' ').map((p) => p.split(',').map(Number) as [number, number]);
  const all = [...points, ...[...points].reverse().map(([x, y]): [number, number] => [x, -y])];
  const mid = (i: number) => {
    const [ax, ay] = all[i % all.length]!;
    const [bx, by] = all[(i + 1) % all.length]!;
    return xy((ax + bx) / 2, (ay + by) / 2);
  };
  return `M${mid(0)}${all.map((_, i) => `Q${xy(...all[(i + 1) % all.length]!)} ${mid(i + 1)}`).join('')}Z`;
};

function treadBlocks(from: number, to: number, half: number, pitch: number): string {
  let d = '';
  for (let x = from; x <= to; x += pitch)
    d += `M${xy(x, half * 0.15)}L${xy(x + pitch * 0.4, half * 0.9)}M${xy(x, -half * 0.15)}L${xy(x + pitch * 0.4, -half * 0.9)}`;
  return d;
}

const wheels: Stroke[] = [
  frame.outline(soft('-334,40 -334,74 -250,76 250,76 334,74 334,40'), 'tyre'),
  frame.fine(treadBlocks(-318, 300, 76, 36)),
  bars.outline(soft('1192,24 1192,45 1290,47 1790,47 1888,45 1888,24'), 'tyre'),
  bars.fine(treadBlocks(1206, 1860, 47, 34)),
  bars.outline(soft('1250,40 1250,62 1400,70 1640,66 1782,50 1790,20'), 'panel'),
  bars.fine('M1300 0L1770 0'),
  ...both(bars.outline, tube([[1556, 92], [1330, 98]], 54), 'dark'),
  ...both(bars.line, 'M1540 60L1560 60L1560 124L1540 124Z', 'metal'),
  ...both(frame.line, tube([[-40, 104], [120, 108], [520, 128]], 34), 'metal'),
];

const engine: Stroke[] = [
  frame.outline(whole('560,110 600,190 720,214 880,196 960,170 1010,140'), 'dark'),
  ...both(frame.fine, 'M620 190L620 150L880 150L880 190M700 208L700 160M790 206L790 160'),
  frame.line('M520 -130L410 -170L300 -196L-190 -262L-226 -240L-226 -190L-170 -180L290 -120L420 -104Z', 'hot'),
  ...both(frame.outline, tube([[1196, 150], [1230, 226], [1180, 268], [1076, 262], [950, 200]], 27), 'metal'),
  ...both(frame.line, 'M566 130L628 134L624 268L584 268Z', 'dark'),
  ...both(frame.fine, 'M584 160L626 160M584 190L626 190M584 220L624 220M584 250L624 250'),
  ...both(frame.line, 'M340 120L392 124L384 232L352 232Z', 'dark'),
];

const bodywork: Stroke[] = [
  ...[-110, 84].flatMap((x) => both(frame.line, tube([[x, 100], [x, 262]], 16), 'metal')),
  ...both(frame.line, tube([[-130, 240], [104, 240]], 16), 'metal'),
  frame.outline(whole('-142,40 -118,96 60,150 300,164 440,150 560,120'), 'panel'),
  frame.line('M-142 -40L-142 40L-112 88L-100 40L-100 -40L-112 -88Z', 'lamp'),
  ...both(penFor('frame', 'shroudLeft').outline, 'M1000 150C1050 190 1130 224 1196 220C1236 212 1256 180 1250 140L1180 110L1080 120Z', 'panel').map(
    (stroke, i) => (i === 1 ? { ...stroke, cover: 'shroudRight' } : stroke),
  ),
  ...both(frame.fine, 'M1040 166C1090 194 1150 206 1200 200M1120 196L1170 130'),
  penFor('frame', 'tank').outline(soft('742,30 742,72 800,128 930,172 1060,176 1120,120 1126,40'), 'panel'),
  penFor('frame', 'tank').line(soft('800,10 812,60 930,104 1040,96 1072,40 1076,10')),
  penFor('frame', 'tank').line(circle(966, 0, 46), 'dark'),
  penFor('frame', 'tank').fine(circle(966, 0, 34) + 'M936 0L996 0'),
  penFor('frame', 'seat').outline(soft('60,40 62,96 120,134 400,146 470,120 560,130 660,118 768,70 776,20'), 'seat'),
  penFor('frame', 'seat').line('M470 124C440 60 440 -60 470 -124'),
  ...both(penFor('frame', 'seat').fine, 'M100 100C220 118 340 120 430 118M520 110C600 106 690 84 744 54'),
  ...both(frame.line, tube([[176, 118], [60, 126], [-186, 120]], 18), 'metal'),
  ...[-150, -60, 30, 120].map((x) => frame.line(tube([[x, -124], [x, 124]], 14), 'metal')),
];

const box = (side: 'Left' | 'Right', d: string, pen: 'outline' | 'line' | 'fine', fill: Stroke['fill'] = 'none'): Stroke => {
  const make = penFor('frame', `pannier${side}Lid`)[pen];
  return make(side === 'Left' ? d : mirroredPath(d), fill);
};
const panniers: Stroke[] = (['Left', 'Right'] as const).flatMap((side) => [
  box(side, 'M-342 268L-316 256L112 256L138 268L138 488L112 514L-316 514L-342 488Z', 'outline', 'metal'),
  box(side, 'M-320 280L116 280L116 480L100 494L-304 494L-320 480Z', 'fine'),
  box(side, 'M-280 320L76 320M-280 352L76 352M-280 384L76 384M-280 416L76 416M-280 448L76 448', 'fine'),
  box(side, 'M-236 500L-204 500L-204 522L-236 522ZM16 500L48 500L48 522L16 522Z', 'line', 'dark'),
]);

const cowl = penFor('bars', 'cowl');
const screen = penFor('bars', 'screen');
const front: Stroke[] = [
  // Upper yoke, bars, grips, levers, guards, mirrors.
  bars.outline(whole('1070,30 1080,110 1150,128 1200,96 1210,40'), 'dark'),
  ...both(bars.line, circle(1176, 98, 26), 'metal'),
  bars.line(circle(1116, 0, 24), 'metal'),
  ...both(bars.outline, tube([[1112, 0], [1110, 90], [1068, 210], [1028, 320]], 27), 'metal'),
  ...both(bars.outline, tube([[1034, 302], [990, 436]], 38), 'seat'),
  ...both(bars.fine, 'M1012 310L1040 320M1004 334L1032 344M996 358L1024 368M988 382L1016 392M980 406L1008 416'),
  ...both(bars.line, tube([[1096, 268], [1086, 330], [1040, 420]], 12), 'metal'),
  ...both(bars.outline, 'M978 446C1040 452 1120 420 1140 350C1150 310 1138 276 1120 258L1102 268C1116 300 1116 340 1100 366C1072 404 1020 424 984 426Z', 'panel'),
  ...both(bars.line, tube([[1072, 236], [1082, 360]], 12), 'metal'),
  ...both(bars.outline, 'M1056 330C1100 326 1118 340 1118 366L1114 452C1110 468 1064 468 1058 452Z', 'dark'),
  // Instruments behind the screen, switches, brake and clutch levers' pumps.
  ...both(bars.line, 'M1066 214L1106 230L1098 268L1058 252Z', 'dark'),
  ...both(bars.line, tube([[1104, 258], [1118, 226]], 20), 'lamp'),
  cowl.outline(soft('1184,60 1190,238 1262,252 1350,226 1430,178 1490,112 1510,50 1512,14'), 'panel'),
  bars.line('M1190 -92L1262 -84L1262 84L1190 92Z', 'dark'),
  bars.fine('M1204 -70L1250 -64L1250 64L1204 70Z'),
  ...both(cowl.line, 'M1200 232C1240 176 1310 158 1392 128L1440 112'),
  cowl.outline(soft('1422,40 1430,118 1464,108 1500,56 1504,14'), 'lamp'),
  ...both(cowl.fine, 'M1440 30L1446 102M1462 20L1468 88M1484 10L1488 62'),
  ...both(cowl.fine, circle(1222, 206, 8) + circle(1386, 168, 8)),
  ...both(cowl.line, 'M1352 224L1392 206L1406 240L1376 262L1350 250Z', 'lamp'),
  screen.outline(soft('1212,40 1214,164 1244,176 1340,130 1410,66 1416,20'), 'glass'),
  screen.fine('M1236 136C1300 104 1364 54 1384 0C1364 -54 1300 -104 1236 -136'),
  ...both(screen.fine, circle(1276, 128, 6) + circle(1372, 70, 6) + 'M1250 110L1310 60M1262 64L1300 30'),
];

/** From above, x and y in mm, left of the craft up. Lower parts first. */
export const TOP_STROKES: readonly Stroke[] = [
  ...wheels,
  ...engine,
  ...bodywork,
  ...panniers,
  ...front,
  frame.centre('M-400 0L1960 0'),
];
