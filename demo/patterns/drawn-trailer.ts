import { roadWheel } from './drawn-road-parts';
import { both, box, circle, line, lines, oval, penFor, pipe, shape, whole, type Stroke } from './pen';

const body = penFor('body');
const slide = penFor('slide');
const face = penFor('body', 'cabinetFace');

const wheel = (x: number) => roadWheel(body, x, 350, 204, 6);
const awningArm = (x: number, lean: number): string => pipe(`${x},900 ${x + lean},1700 ${x},2860`, 46);

const chassis: Stroke[] = [
  // A-frame with coupling, jack, gas bottles, battery box; chassis rail; stabilisers.
  body.outline(pipe('-60,520 6560,520 7480,520', 110), 'dark'),
  body.outline(shape('7440,480! 7440,590 7520,620 7640,600 7690,540 7680,490 7600,470!'), 'metal'),
  body.line(circle(7630, 506, 40), 'dark'),
  body.line(pipe('7300,90 7300,900', 54), 'metal'),
  body.line(pipe('7300,90 7300,300', 84), 'metal'),
  body.line(box(7220, 60, 7380, 96, 8), 'dark'),
  body.line(pipe('7300,880 7400,900', 30), 'metal'),
  body.outline(shape('6880,600! 6880,980 6920,1060! 7000,1060 7040,1100 7080,1060! 7160,1060! 7200,980 7200,600!'), 'panel'),
  body.fine(lines('6890,720 7190,720|6890,940 7190,940|7040,610 7040,1050')),
  body.outline(box(6640, 580, 6850, 830, 14), 'dark'),
  body.fine(lines('6650,790 6840,790')),
  body.line(pipe('400,480 560,80', 40) + pipe('6100,480 5940,80', 40), 'metal'),
  body.line(box(480, 40, 640, 80, 6) + box(5860, 40, 6020, 80, 6), 'dark'),
  body.line(pipe('-60,440 -240,440', 60), 'metal'),
  body.line(pipe('-220,420 -220,620', 40), 'metal'),
  ...wheel(2100),
  ...wheel(2900),
];

const shell: Stroke[] = [
  // Box with its front raked and rounded; skirt; stripes.
  body.outline(shape('-30,580! -40,2960 0,3060 90,3080! 6100,3080! 6330,3040 6480,2900 6600,2300 6640,1700 6640,900 6560,620! 6500,580 3440,580! 3420,640 3340,720 3180,760 2510,770! 1820,760 1680,720 1590,640 1570,580!'), 'panel'),
  body.line(shape('-30,580! -34,900! 6640,900! 6560,620! 6500,580 3500,580! 3440,700 3320,800 2510,814 1690,800 1570,700 1520,580!'), 'metal'),
  body.line(line('1540,590 1590,690 1700,776 2510,790 3310,776 3420,690 3480,590')),
  body.line(shape('-38,1080! 2600,1060 4600,1180 6630,1500! 6640,1340! 4600,1020 2600,960 -36,1000!'), 'dark'),
  body.fine(line('-38,1130 2600,1110 4600,1230 6620,1560')),
  body.fine(lines('-40,2900 6460,2900')),
  // Roof: cooler, vents, aerial, rail.
  body.outline(shape('3000,3080! 3020,3200 3100,3240! 3660,3240! 3760,3180 3790,3080!'), 'panel'),
  body.fine(lines('3080,3120 3080,3210|3140,3120 3140,3220|3200,3120 3200,3220|3260,3120 3260,3220')),
  body.line(shape('1000,3080! 1010,3150 1060,3170! 1340,3170! 1390,3150 1400,3080!') + shape('5100,3080! 5110,3150 5160,3170! 5440,3170! 5490,3150 5500,3080!'), 'panel'),
  body.line(pipe('4500,3080 4500,3200', 24) + oval(4500, 3206, 130, 30), 'metal'),
  // Windows, door, hatches, lamps.
  body.outline(box(420, 1660, 1280, 2330, 70) + box(4560, 1620, 5760, 2360, 70), 'glass'),
  body.line(box(455, 1695, 1245, 2295, 50) + box(4595, 1655, 5725, 2325, 50)),
  body.fine(lines('850,1700 850,2290|5160,1660 5160,2320|520,1760 700,2160|4680,1740 4860,2160')),
  body.outline(box(2000, 1820, 2560, 2300, 60), 'glass'),
  body.outline(box(3520, 830, 4260, 2720, 46), 'paper'),
  body.line(box(3560, 870, 4220, 2680, 40)),
  body.line(box(3630, 1780, 4150, 2540, 50), 'glass'),
  body.line(box(3640, 960, 4140, 1560, 24)),
  body.line(box(3570, 1640, 3630, 1720, 10), 'dark'),
  body.line(circle(4230, 2500, 20) + circle(4230, 1700, 20) + circle(4230, 1000, 20), 'metal'),
  body.line(pipe('4340,1100 4340,1900', 36), 'metal'),
  body.line(box(3500, 520, 4280, 570, 8) + box(3540, 360, 4240, 400, 8), 'metal'),
  body.line(box(5900, 960, 6420, 1280, 20) + box(160, 960, 620, 1240, 20), 'panel'),
  body.fine(lines('1400,1420 1400,1720|1460,1420 1460,1720|1520,1420 1520,1720|1580,1420 1580,1720|1640,1420 1640,1720')),
  body.line(box(1340, 1390, 1700, 1750, 16)),
  body.line(box(-36, 1180, 8, 1500, 8) + circle(3420, 2780, 34), 'lamp'),
  body.line(box(6440, 2640, 6500, 2700, 8), 'lamp'),
  body.line(shape('6470,2300! 6540,1640 6560,1640 6620,1660! 6560,2280 6510,2320'), 'glass'),
  // Awning, furled, with its arms.
  body.line(awningArm(700, 20) + awningArm(5900, -20), 'metal'),
  body.outline(shape('640,2840! 640,2960 700,2980! 5900,2980! 5960,2960 5960,2840! 5900,2820! 700,2820!'), 'soft'),
  body.fine(lines('660,2880 5940,2880|660,2930 5940,2930')),
];

/** From the right, where its door is; x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...chassis, ...shell, body.centre('M-340 0L7760 0M2100 310L2100 390M2900 310L2900 390')];

const under: Stroke[] = [
  body.outline(shape('6500,1050! 7420,70! 7480,70! 7480,-70! 7420,-70! 6500,-1050! 6500,-900! 7280,-60! 7280,60! 6500,900!'), 'dark'),
  body.outline(shape('7440,-70! 7440,70! 7560,80 7680,60 7700,0 7680,-60 7560,-80'), 'metal'),
  body.line(circle(7640, 0, 40) + circle(7300, 0, 46), 'metal'),
  body.outline(circle(7060, 190, 150) + circle(7060, -190, 150), 'panel'),
  body.fine(circle(7060, 190, 46) + circle(7060, -190, 46)),
  body.outline(box(6650, -150, 6850, 150, 14), 'dark'),
  ...[2100, 2900].flatMap((x) => both(body.outline, shape(`${x - 350},1190! ${x - 310},1240! ${x + 310},1240! ${x + 350},1190! ${x + 350},1010! ${x - 350},1010!`), 'tyre')),
  body.line(pipe('-40,900 -240,900', 50) + pipe('-40,-900 -240,-900', 50), 'metal'),
  body.outline(pipe('-220,-1080 -220,1080', 60), 'metal'),
];

const plan: Stroke[] = [
  // Walls cut at the height of the windows; floor.
  body.outline(whole('-40,0! -40,1160 -10,1225! 6200,1225! 6460,1180 6600,1000 6650,0'), 'dark'),
  body.line(whole('10,0! 10,1130 40,1175! 6180,1175! 6420,1130 6550,960 6600,0'), 'paper'),
  body.fine(lines('60,-100 4560,-100|60,-300 4560,-300|60,100 4560,100|60,300 4560,300')),
  ...both(body.line, box(4800, 1180, 5700, 1220, 4), 'glass'),
  body.line(box(440, -1220, 1260, -1180, 4) + box(2020, -1220, 2540, -1180, 4), 'glass'),
  // Door and its swing.
  body.line(box(3540, -1226, 4240, -1176, 0), 'paper'),
  body.fine(line('3540,-1200 3600,-1620 3860,-1860 4240,-1900') + lines('4240,-1200 4240,-1900')),
  // Washroom across the left rear: tray, bowl, basin.
  body.line(pipe('1500,1170 1500,300 900,300', 40), 'panel'),
  body.outline(box(40, 560, 760, 1160, 60), 'panel'),
  body.fine(circle(400, 860, 40) + box(80, 600, 720, 1120, 40)),
  body.outline(shape('1120,1160! 1090,980 1130,780 1240,700 1350,780 1390,980 1360,1160!'), 'panel'),
  body.fine(oval(1240, 880, 84, 120)),
  body.outline(box(1160, 320, 1480, 560, 30), 'panel'),
  body.fine(oval(1320, 440, 100, 70)),
  // Bunks at the rear right.
  body.outline(box(40, -1160, 1500, -420, 40), 'seat'),
  body.fine(box(80, -1120, 380, -460, 60) + lines('440,-1140 440,-440')),
  // Galley right: range, sink, drawers; cool box.
  body.outline(box(1560, -1170, 3380, -620, 16), 'wood'),
  body.line(box(1640, -1120, 2060, -680, 20), 'dark'),
  body.fine(circle(1750, -800, 70) + circle(1950, -800, 70) + circle(1750, -1000, 70) + circle(1950, -1000, 70)),
  body.line(box(2180, -1080, 2660, -720, 50) + box(2860, -1120, 3340, -680, 20), 'metal'),
  body.fine(circle(2420, -900, 30) + lines('2420,-1120 2420,-1000')),
  // Slide-out left: dinette with two benches and a table.
  slide.outline(box(1700, 480, 4400, 1235, 20), 'dark'),
  slide.line(box(1750, 480, 4350, 1185, 10), 'paper'),
  slide.outline(box(1780, 560, 2330, 1170, 40) + box(3770, 560, 4320, 1170, 40), 'seat'),
  slide.fine(lines('1900,570 1900,1160|4200,570 4200,1160')),
  slide.outline(box(2480, 620, 3620, 1130, 60), 'wood'),
  slide.line(box(2200, 1190, 3900, 1230, 4), 'glass'),
  // Cabinet with the television, on the wall before the bed.
  face.outline(box(4480, 420, 4780, 1170, 10), 'wood'),
  face.fine(lines('4480,800 4780,800')),
  face.line(box(4440, 460, 4484, 760, 8), 'dark'),
  body.outline(box(4480, -1170, 4780, -560, 10), 'wood'),
  // Bed at the front.
  body.outline(whole('4960,0! 4960,720 5000,760! 6360,760! 6460,700 6480,0!'), 'seat'),
  ...both(body.line, shape('6080,80! 6060,380 6100,680! 6400,680! 6440,600 6440,120 6400,80!'), 'panel'),
  body.fine(lines('5300,-750 5300,750')),
  ...both(body.outline, box(5960, 800, 6380, 1120, 20), 'wood'),
];

/** From above, roof lifted off, x and y in mm, left up; lower parts first. */
export const TOP: readonly Stroke[] = [...under, ...plan, body.centre('M-340 0L7760 0')];
