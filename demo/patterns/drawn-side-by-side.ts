import { bucket, helmSide, helmTop, mudTyreTop, mudWheel, shock } from './drawn-buggy-parts';
import { both, bent, box, circle, line, lines, penFor, pipe, shape, whole, type Stroke } from './pen';

const frame = penFor('frame');
const cover = (id: string) => penFor('frame', id);
const bonnet = cover('bonnet');
const dash = cover('dash');
const front = cover('frontSeat');
const console_ = cover('console');

const running: Stroke[] = [
  frame.line(shape('-280,430! -260,600 -180,640! 420,650! 470,600 460,450! 300,410 -120,410'), 'dark'),
  frame.fine(circle(100, 540, 84) + circle(100, 540, 52) + lines('-240,480 430,490') + circle(320, 520, 50)),
  frame.line(shape('2720,430! 2750,540 2890,560 3010,540 3040,430! 2900,410'), 'dark'),
  frame.outline(pipe('-380,450 600,410 2380,410 3080,500', 56), 'metal'),
  ...shock(frame, [60, 410], [200, 840], 70),
  ...shock(frame, [2860, 410], [2740, 900], 70),
  frame.line(pipe('0,350 460,450', 38) + pipe('2900,350 2520,440', 38), 'metal'),
  ...mudWheel(frame, 0, 350, 350, 190),
  ...mudWheel(frame, 2900, 350, 350, 190),
  frame.line(shape('-300,600! -440,590 -470,560 -466,500 -440,480! -310,500!'), 'hot'),
];

const tub: Stroke[] = [
  // Floor, rocker, skid plate, step.
  frame.outline(shape('600,650! 640,560 720,500! 2360,500! 2450,560 2520,660 2540,740! 2440,690 2300,610! 820,600! 700,660!'), 'panel'),
  frame.fine(lines('760,540 2360,540')),
  frame.line(shape('640,450! 2420,450! 2500,490 2420,482! 720,482!'), 'dark'),
  frame.outline(shape('660,560! 2250,500! 2250,446! 660,510!'), 'dark'),
  // Seats of both rows, the rear ones on their box.
  frame.outline(shape('740,620! 740,700! 1330,700! 1330,620!'), 'dark'),
  ...bucket(frame, 790, 640),
  front.outline(shape('1580,610! 1580,700! 2150,700! 2150,610!'), 'dark'),
  ...bucket(front, 1630, 640),
  // Belts, wheel, dash.
  frame.line(bent('690,1400 730,1180 840,840', 26) + bent('1530,1400 1570,1180 1680,840', 26), 'dark'),
  ...helmSide(frame, [2180, 1120], -28, 165),
  dash.outline(shape('2252,830! 2250,990 2290,1080! 2330,1110 2440,1080! 2474,830!'), 'dark'),
  dash.fine(line('2270,960 2450,960') + lines('2290,1060 2440,1030')),
];

const cargo: Stroke[] = [
  frame.outline(shape('-430,1010! -440,840 -430,700! -380,650! 520,620! 590,680 600,860 560,1010!'), 'panel'),
  frame.line(shape('-430,1010! -452,1024 -452,1044! 570,1044! 570,1024 560,1010!'), 'dark'),
  frame.fine(lines('-300,700 -300,1000|-120,690 -120,1000|60,690 60,1000|240,690 240,1000|420,690 420,1000') + lines('-420,900 580,900')),
  frame.line(box(-440, 760, -416, 980, 6), 'lamp'),
  frame.outline(shape('-460,700! -400,790 -250,880 0,905 250,880 420,790 480,690! 440,680 350,760 220,830 0,850 -230,830 -360,760 -410,690!'), 'dark'),
];

const door = (x: number): string => `${x},980! ${x + 10},760 ${x + 50},640! ${x + 600},600! ${x + 690},640 ${x + 720},760 ${x + 716},900! ${x + 640},960 ${x + 420},930 ${x + 240},930 ${x + 110},990`;
const doors: Stroke[] = [
  frame.outline(shape(door(720)), 'panel'),
  frame.fine(line('770,860 960,820 1200,820 1390,860') + lines('800,720 1360,690')),
  frame.line(box(790, 880, 880, 904, 8), 'dark'),
  frame.outline(shape(door(1520)), 'panel'),
  frame.fine(line('1570,860 1760,820 2000,820 2190,860') + lines('1600,720 2160,690')),
  frame.line(box(1590, 880, 1680, 904, 8), 'dark'),
  frame.line(circle(2226, 760, 14) + circle(2230, 900, 14), 'metal'),
];

const nose: Stroke[] = [
  frame.outline(shape('2440,880! 2470,1020 2520,1060! 2860,1040 3120,970 3260,900 3340,760! 3300,620! 3240,600 3180,640 3060,700 2900,720 2740,700 2600,650 2540,560! 2500,540 2460,600'), 'panel'),
  frame.outline(shape('2440,740! 2500,780 2640,850 2900,890 3120,860 3280,760 3340,690! 3310,676 3240,730 3110,800 2900,830 2660,800 2530,730 2460,680!'), 'dark'),
  bonnet.outline(shape('2446,1050! 2500,1100 2640,1094 2900,1060 3140,990 3300,900! 3260,870 3000,960 2700,1020'), 'panel'),
  bonnet.line(line('2500,1072 2700,1060 2960,1010 3200,930')),
  bonnet.fine(circle(2490, 1066, 9) + circle(3240, 906, 9)),
  frame.outline(shape('3200,960! 3300,900 3346,820 3340,780! 3250,790 3180,840 3160,910'), 'lamp'),
  frame.fine(line('3190,930 3280,870 3324,810') + circle(3240, 866, 30)),
  frame.line(shape('3336,760! 3366,740 3360,610 3320,600!'), 'dark'),
  frame.fine(lines('3334,730 3362,724|3332,700 3362,694|3330,670 3362,664|3328,640 3360,634')),
  frame.outline(bent('3280,540 3360,540 3410,600 3400,760 3360,820', 38), 'metal'),
];

const cage: Stroke[] = [
  frame.outline(bent('470,1010 440,1400 470,1760 520,1860 620,1890', 52), 'metal'),
  frame.outline(pipe('610,1890 1980,1890', 52), 'metal'),
  frame.outline(bent('1970,1890 2080,1870 2150,1780 2290,1450 2440,1070', 52), 'metal'),
  frame.outline(pipe('1437,1880 1460,1200 1478,640', 46), 'metal'),
  frame.line(pipe('500,1740 1440,1180', 34), 'metal'),
  frame.outline(shape('520,1916! 560,1936 1200,1946 1960,1926 2060,1892! 1960,1906 1200,1916 640,1912'), 'dark'),
  frame.line(pipe('2280,1500 2360,1540', 16), 'metal'),
  frame.outline(box(2340, 1500, 2400, 1600, 18), 'dark'),
];

/** From the right, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...running, ...tub, ...cargo, ...nose, ...doors, ...cage, frame.centre('M-560 0L3500 0M0 310L0 390M-40 350L40 350M2900 310L2900 390M2860 350L2940 350')];

const below: Stroke[] = [
  ...[0, 2900].flatMap((x) => [...mudTyreTop(frame, x, 350, 520, 790), ...mudTyreTop(frame, x, 350, -520, -790)]),
  ...[0, 2900].flatMap((x) => [...both(frame.line, pipe(`${x - 60},160 ${x - 20},540`, 38), 'metal'), ...both(frame.line, pipe(`${x + 90},160 ${x + 30},540`, 38), 'metal')]),
  ...both(frame.outline, pipe('-380,230 600,250 2380,250 3080,210', 56), 'metal'),
];

const hull: Stroke[] = [
  ...both(frame.outline, shape('-450,560! -410,480 0,450 420,480 460,560! 450,740 400,780! 0,800 -400,780! -444,740'), 'dark'),
  ...both(frame.outline, shape('2500,560! 2560,460 2900,430 3200,480 3320,570! 3316,720 3240,780! 2900,800 2560,770! 2500,720'), 'dark'),
  frame.outline(whole('560,0! 560,640 620,730! 2420,730! 2520,640! 2520,0!'), 'panel'),
  frame.line(whole('640,0! 640,570 680,640! 2240,640! 2240,0!'), 'paper'),
  frame.fine(lines('720,-600 720,600|2150,-600 2150,-80|2150,80 2150,600|1480,-610 1480,-80|1480,80 1480,610')),
  ...both(frame.outline, shape('720,700! 1420,710! 1430,750 1380,780 760,780 730,760'), 'panel'),
  ...both(frame.outline, shape('1520,710! 2230,700! 2240,750 2190,780 1560,780 1530,760'), 'panel'),
  // Seats of both rows, either side of the tunnel.
  ...both(frame.outline, shape('780,130 810,110! 1260,120! 1310,160 1320,340 1310,520 1260,560! 820,570! 780,540 770,340'), 'seat'),
  ...both(frame.outline, shape('700,160 690,200! 680,340 690,510! 730,550 810,540 830,340 810,140'), 'seat'),
  ...both(frame.fine, lines('880,190 1270,190|880,500 1270,500')),
  ...both(front.outline, shape('1610,130 1640,110! 2080,120! 2130,160 2140,340 2130,520 2080,560! 1650,570! 1610,540 1600,340'), 'seat'),
  ...both(front.outline, shape('1530,160 1520,200! 1510,340 1520,510! 1560,550 1640,540 1660,340 1640,140'), 'seat'),
  ...both(front.fine, lines('1710,190 2090,190|1710,500 2090,500')),
  console_.outline(whole('820,0! 820,60 840,90! 2240,96! 2270,60 2270,0'), 'dark'),
  console_.fine(whole('1420,0! 1420,44 1430,64! 1540,64! 1550,0!') + lines('900,-70 900,70|2200,-80 2200,80')),
  console_.line(pipe('1960,-20 1960,20', 40), 'metal'),
];

const upperTop: Stroke[] = [
  frame.outline(whole('-440,0! -440,590 -430,620! 540,620! 580,580 580,0!'), 'panel'),
  frame.line(whole('-400,0! -400,570! 530,570! 530,0!'), 'dark'),
  frame.fine(lines('-380,-480 510,-480|-380,-360 510,-360|-380,-240 510,-240|-380,-120 510,-120|-380,0 510,0|-380,120 510,120|-380,240 510,240|-380,360 510,360|-380,480 510,480')),
  ...both(frame.line, box(-450, 450, -426, 570, 6), 'lamp'),
  dash.outline(whole('2240,0! 2240,560 2256,640! 2400,650 2470,610! 2476,0'), 'dark'),
  dash.fine(lines('2300,-560 2300,560|2380,-580 2380,580') + circle(2340, 330, 36) + circle(2340, 230, 28)),
  ...both(frame.outline, shape('2470,560! 2500,690 2580,700! 2880,640 3120,530 3290,410! 3180,390 2880,450 2540,520'), 'panel'),
  bonnet.outline(whole('2456,0! 2456,480 2480,550! 2640,530 2900,470 3140,380 3290,260! 3310,0'), 'panel'),
  bonnet.line(whole('2520,0! 2520,390 2540,450! 2700,430 2920,370 3140,280 3220,0')),
  bonnet.line(whole('2600,0! 2600,120 2610,170! 2750,160! 2780,110 2784,0'), 'dark'),
  bonnet.fine(lines('2630,-140 2630,140|2670,-140 2670,140|2710,-138 2710,138') + circle(2490, 440, 9) + circle(2490, -440, 9) + circle(3250, 180, 9) + circle(3250, -180, 9)),
  ...both(frame.outline, shape('3140,530! 3240,460 3310,350 3326,270! 3260,270 3180,370 3140,480'), 'lamp'),
  frame.line(whole('3316,0! 3312,250! 3344,240! 3348,0!'), 'dark'),
  frame.outline(bent('3300,440 3380,390 3406,200 3406,-200 3380,-390 3300,-440', 38), 'metal'),
  ...helmTop(frame, 2170, 330, 170),
  ...both(frame.outline, pipe('2440,640 2060,560 620,560 470,640', 48), 'metal'),
  frame.outline(pipe('2040,-560 2040,560', 44), 'metal'),
  frame.outline(pipe('1440,-560 1440,560', 44), 'metal'),
  frame.outline(pipe('560,-570 560,570', 44), 'metal'),
  ...both(frame.outline, box(2340, 720, 2396, 810, 16), 'dark'),
];

/** From above, x and y in mm, left of the craft up; lower parts first. */
export const TOP: readonly Stroke[] = [...below, ...hull, ...upperTop, frame.centre('M-560 0L3500 0')];
