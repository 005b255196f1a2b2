import { roadWheel } from './drawn-road-parts';
import { helmTop } from './drawn-buggy-parts';
import { both, box, circle, line, lines, penFor, pipe, shape, whole, type Stroke } from './pen';

const body = penFor('body');

const wheel = (x: number) => roadWheel(body, x, 340, 196, 8);

const shell: Stroke[] = [
  body.line(pipe('-900,420 4100,430', 90), 'dark'),
  ...wheel(0),
  ...wheel(3660),
  // Shell with its arches; skirt; waistline.
  body.outline(shape('-1000,430! -1014,1200 -1010,2300 -990,2500 -930,2570 -840,2592! 2640,2592! 2860,2580 3000,2500 3090,2370 3520,1610! 3640,1560 4160,1370 4360,1260 4430,1100 4440,700 4424,560! 4400,450 4340,420! 4050,420! 4046,520 3990,650 3880,730 3660,770 3440,730 3330,650 3280,520 3272,410! 390,400! 384,520 330,650 220,730 0,770 -220,730 -330,650 -384,520 -390,416!'), 'panel'),
  body.line(shape('-1000,430! -1060,440 -1066,520 -1006,560! -404,540! -390,416!') + shape('4050,420! 4340,420 4470,440 4470,560 4436,640! 4080,560!'), 'dark'),
  body.line(line('-1010,1380 1200,1388 3000,1400 3640,1400')),
  body.fine(line('-1010,1010 1200,1020 3300,1010 4420,1010') + line('-990,620 -420,620') + line('420,560 3260,560')),
  body.line(shape('4200,1160! 4250,1180 4380,1080 4432,940! 4320,930 4240,980 4214,1060'), 'lamp'),
  body.fine(circle(4320, 1040, 44) + lines('4180,640 4410,680|4180,700 4420,730')),
  body.line(box(-1012, 1000, -966, 1340, 10), 'lamp'),
  // Windscreen, cab door with its window, mirror.
  body.outline(shape('2930,2330! 3000,2340 3060,2320 3500,1600! 3440,1590 3380,1640'), 'glass'),
  body.outline(shape('2190,510! 2180,2300 2220,2340! 2860,2340! 2920,2300 3360,1600! 3400,1480 3400,840! 3340,800 3280,700 3250,560 3230,510!')),
  body.outline(shape('2270,1520! 2260,2180 2300,2220! 2780,2220! 2830,2190 3290,1540! 3270,1510!'), 'glass'),
  body.line(lines('2640,1520 2640,2210')),
  body.line(box(2250, 1230, 2370, 1270, 14), 'dark'),
  body.outline(shape('3400,1420! 3390,1600 3420,1640 3540,1650 3570,1600 3560,1440!'), 'dark'),
  // Sliding door with its rail, windows of the saloon.
  body.outline(shape('560,480! 556,2290 590,2330! 2020,2330! 2056,2290 2060,480!')),
  body.line(box(-980, 1480, 560, 1500, 4), 'dark'),
  body.outline(box(620, 1570, 1900, 2190, 60) + box(-760, 1570, 420, 2190, 60), 'glass'),
  body.line(box(650, 1600, 1870, 2160, 40) + box(-730, 1600, 390, 2160, 40)),
  body.fine(lines('1260,1600 1260,2160|-170,1600 -170,2160|700,1660 860,2000|-680,1660 -520,2000')),
  body.line(box(1900, 1250, 2020, 1290, 14), 'dark'),
  body.line(box(-700, 760, -420, 980, 16), 'paper'),
  body.fine(lines('-660,820 -460,820|-660,870 -460,870|-660,920 -460,920')),
  // Roof: awning furled, vent, panel, rail.
  body.outline(shape('-700,2450! -710,2540 -680,2572! 1980,2572! 2010,2540 2010,2450!'), 'soft'),
  body.fine(lines('-690,2500 2000,2500')),
  body.outline(shape('300,2592! 310,2650 340,2664! 730,2664! 756,2650 760,2592!'), 'dark'),
  body.line(box(1100, 2606, 2500, 2626, 6), 'dark'),
  body.fine(lines('1200,2592 1200,2606|1800,2592 1800,2606|2400,2592 2400,2606')),
];

/** From the right, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...shell, body.centre('M-1080 0L4520 0M0 300L0 380M3660 300L3660 380')];

const plan: Stroke[] = [
  body.outline(whole('-1020,0! -1014,860 -990,884! 1600,890 3300,900! 3900,860 4300,740 4420,620! 4450,300 4456,0'), 'panel'),
  body.line(whole('-950,0! -950,780 -930,804! 2780,810! 2800,780 2800,0!'), 'paper'),
  body.fine(lines('-940,-60 2790,-60|-940,60 2790,60|-940,180 2790,180|-940,-180 2790,-180')),
  body.line(shape('-1020,560! -1080,600 -1086,-600 -1020,-560!'), 'dark'),
  // Bed across the rear with its cushions.
  body.outline(box(-890, -744, 280, 744, 30), 'seat'),
  body.line(box(-860, 160, -560, 700, 60) + box(-860, -700, -560, -160, 60), 'panel'),
  body.fine(lines('-300,-730 -300,730')),
  // Galley left: hob, sink; wardrobe and washroom right; stove on the roof’s line.
  body.outline(box(420, 300, 1960, 786, 14), 'wood'),
  body.line(box(600, 380, 1180, 720, 20), 'dark'),
  body.fine(circle(760, 540, 110) + circle(1030, 540, 80)),
  body.line(box(1300, 390, 1880, 700, 40), 'metal'),
  body.fine(circle(1590, 540, 30) + lines('1590,700 1590,600')),
  body.outline(box(300, -180, 760, 180, 16), 'hot'),
  body.outline(box(420, -786, 1300, -240, 14), 'panel'),
  body.fine(circle(700, -560, 110) + box(980, -720, 1240, -340, 24)),
  body.line(box(1960, -800, 2000, -420, 4), 'wood'),
  // Cab: seats, wheel, dash, windscreen, bonnet.
  ...both(body.outline, shape('2210,190 2230,180! 2640,184! 2690,220 2700,440 2690,660 2640,700! 2240,704! 2210,690 2196,440'), 'seat'),
  ...both(body.outline, shape('2160,230 2150,250! 2136,440 2150,630! 2190,670 2260,660 2280,440 2260,220'), 'seat'),
  ...both(body.fine, lines('2360,220 2640,220|2360,660 2640,660')),
  body.outline(whole('2900,0! 2890,620 2920,740! 3100,760 3160,700 3180,0'), 'dark'),
  body.fine(lines('2960,-600 2960,180|3080,-620 3080,620')),
  ...helmTop(body, 2990, 440, 180),
  body.outline(whole('2960,0! 2950,560 2920,740 2960,790! 3300,760 3540,640! 3580,320 3590,0'), 'glass'),
  body.fine(lines('3100,-300 3300,-500|3180,-260 3380,-460')),
  body.line(line('3640,640 3900,610 4200,520 4340,440') + line('3640,-640 3900,-610 4200,-520 4340,-440')),
  body.fine(lines('3700,0 4440,0')),
  ...both(body.line, shape('4250,740! 4330,690 4420,600 4436,520! 4380,540 4300,620 4240,690'), 'lamp'),
  ...both(body.outline, shape('3380,900! 3420,1010 3480,1040 3540,1010 3500,900!'), 'dark'),
];

/** From above, roof lifted off, x and y in mm, left up; lower parts first. */
export const TOP: readonly Stroke[] = [...plan, body.centre('M-1080 0L4520 0')];
