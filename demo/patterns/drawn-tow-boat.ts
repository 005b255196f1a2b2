import { helmTop } from './drawn-buggy-parts';
import { mirroredPath } from '#core/craft/mirror';
import { both, bent, box, circle, line, lines, penFor, pipe, shape, whole, type Stroke } from './pen';

const hull = penFor('hull');
const tower = penFor('tower');
const cover = (id: string, body = 'hull') => penFor(body, id);
const helm = cover('helmPanel');
const pad = cover('sunPad');

const running: Stroke[] = [
  // Shaft, strut, propeller, rudder, skegs.
  hull.line(pipe('1780,70 420,-150', 26), 'metal'),
  hull.line(shape('560,20! 640,10 600,-110! 560,-140 520,-110!'), 'metal'),
  hull.line(shape('400,-40! 430,-90 424,-150 380,-170 350,-150 356,-90!') + shape('400,-290! 430,-230 424,-180 380,-160 350,-180 356,-240!'), 'metal'),
  hull.line(circle(396, -152, 32), 'metal'),
  hull.outline(shape('60,10! 220,14! 200,-250 160,-300 90,-290 60,-240!'), 'dark'),
  hull.line(shape('2500,6! 2760,4 2700,-90 2560,-96!') + shape('3100,4! 3340,4 3290,-84 3150,-88!'), 'metal'),
];

const topsides: Stroke[] = [
  // Seats and dash that stand above the gunwale, far to near.
  hull.outline(shape('4000,1120! 4020,1220 4120,1250 5600,1310 5800,1290 5860,1240!'), 'seat'),
  hull.fine(lines('4400,1150 4410,1258|4860,1170 4870,1280|5320,1200 5330,1300')),
  hull.outline(shape('2640,1000! 2600,1220 2580,1380 2620,1430 2700,1420 2730,1330 2760,1180 2800,1000!'), 'seat'),
  hull.fine(line('2640,1330 2680,1344 2720,1330') + line('2630,1240 2690,1256 2745,1240')),
  helm.outline(shape('3240,1030! 3300,1180 3370,1250 3560,1290 3820,1240! 3860,1060!'), 'dark'),
  hull.line(pipe('3330,1180 3190,1240', 34), 'metal'),
  hull.outline(pipe('3120,1120 3230,1370', 28), 'dark'),
  // Sun pad over the engine box.
  pad.outline(shape('40,960! 44,1040 90,1076 1180,1090 1270,1060 1290,980!'), 'seat'),
  pad.fine(lines('330,964 330,1080|650,968 650,1086|970,974 970,1088')),
  // Hull: topsides, bottom with its chine, sweep of colour, rail.
  hull.outline(shape('-30,400! -40,700 -10,970! 1800,985 3600,1040 5200,1130 6400,1226 6660,1250! 6720,1220 6690,1140! 6480,830 6120,500 5540,210 4820,60 3800,4 400,0 60,30!'), 'panel'),
  hull.line(shape('-30,400! 60,30 400,0 3800,4 4820,60 5540,210 6120,500! 6330,680 6420,770! 5900,640 5000,470 3800,376 1800,340!'), 'dark'),
  hull.line(line('300,90 2400,96 3900,130 5000,250 5900,500')),
  hull.line(shape('6590,1030! 5700,860 4300,700 2600,620 600,600! 1200,560 2800,540 4400,590 5600,700 6400,850!'), 'metal'),
  hull.fine(line('6630,1090 5600,920 4200,770 2400,690 300,670')),
  hull.outline(shape('-10,970! 1800,985 3600,1040 5200,1130 6400,1226 6660,1250! 6722,1224 6700,1180! 6400,1180 5200,1082 3600,994 1800,940 -24,924!'), 'dark'),
  hull.fine(line('-16,948 1800,963 3600,1018 5200,1107 6400,1204 6700,1214')),
  // Platform, tow eye, lamp, vents, cleats.
  hull.outline(shape('-600,432! -590,470 -30,486! -30,420 -560,404!'), 'wood'),
  hull.fine(lines('-560,450 -40,460') + lines('-420,420 -30,330')),
  hull.line(circle(6560, 900, 26), 'metal'),
  hull.line(box(700, 770, 1180, 850, 24), 'dark'),
  hull.fine(lines('740,785 740,836|790,785 790,836|840,785 840,836|890,785 890,836|940,785 940,836|990,785 990,836|1040,785 1040,836|1090,785 1090,836|1140,785 1140,836')),
  hull.line(circle(230, 560, 34), 'metal'),
  hull.fine(circle(230, 560, 18)),
  hull.line(shape('6270,1226! 6290,1262 6370,1270 6400,1236!'), 'lamp'),
  hull.line(shape('5100,1124! 5110,1150 5230,1160 5240,1134!') + shape('400,976! 410,1002 530,1004 540,978!'), 'metal'),
  // Bow rail.
  hull.line(bent('4360,1090 4500,1200 5600,1290 6200,1330 6420,1240', 26), 'metal'),
  hull.line(pipe('5000,1124 5010,1246', 20) + pipe('5700,1176 5700,1296', 20), 'metal'),
];

const screen: Stroke[] = [
  hull.outline(shape('2860,1022! 3000,1210 3300,1440 3560,1500! 3640,1500 4150,1096! 4000,1076!'), 'glass'),
  hull.line(line('2840,1016 3000,1230 3290,1470 3560,1534 3660,1524')),
  hull.line(pipe('3560,1510 3400,1046', 30) + pipe('3600,1510 4160,1094', 32), 'metal'),
  hull.fine(lines('3180,1330 3330,1150|3240,1330 3390,1150|3780,1290 3860,1190')),
];

const arch: Stroke[] = [
  // Feet, legs, hoop, braces.
  tower.outline(pipe('3420,1080 3140,1640 2640,2300', 62), 'metal'),
  tower.outline(pipe('2330,1010 2350,1600 2480,2260', 62), 'metal'),
  tower.outline(bent('2380,2240 2560,2310 2900,2290 3060,2140', 62), 'metal'),
  tower.line(pipe('2380,1760 3060,1740', 44), 'metal'),
  tower.line(pipe('2440,2060 2810,2050', 40), 'metal'),
  tower.outline(shape('2240,1004! 2250,1048 2290,1070 2400,1070 2430,1048 2440,1004!') + shape('3330,1044! 3340,1090 3380,1112 3480,1112 3510,1090 3516,1052!'), 'dark'),
  tower.line(circle(2330, 1100, 42), 'dark'),
  tower.fine(circle(2330, 1100, 18) + circle(3420, 1110, 20)),
  // Pylon and its ball, stern light, mirror, board rack.
  tower.line(shape('2560,2290! 2570,2360 2640,2360 2650,2290!'), 'metal'),
  tower.line(circle(2605, 2386, 34), 'metal'),
  tower.line(pipe('2900,2280 2900,2410', 18), 'metal'),
  tower.line(circle(2900, 2430, 28), 'lamp'),
  tower.line(pipe('3060,2140 3210,2070', 22), 'metal'),
  tower.outline(shape('3200,1990! 3190,2110 3230,2140 3270,2110 3280,1990 3240,1960!'), 'dark'),
  tower.outline(shape('1820,1700! 1760,1760 1800,1830 2100,1860 2700,1860 2980,1830 3020,1770 2960,1710 2700,1680 2100,1680!'), 'soft'),
  tower.fine(line('1830,1770 2100,1776 2700,1776 2950,1770') + box(2160, 1672, 2200, 1868, 10) + box(2620, 1672, 2660, 1868, 10)),
];

/** From starboard, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...running, ...topsides, ...screen, ...arch, hull.centre('M-700 620L6860 620')];

const lounge: Stroke[] = [
  // Platform.
  hull.outline(whole('-40,0! -40,940! -300,930 -520,850 -600,640 -620,0'), 'wood'),
  hull.fine(lines('-100,-920 -100,920|-180,-916 -180,916|-260,-908 -260,908|-340,-890 -340,890|-420,-866 -420,866|-500,-820 -500,820')),
  // Hull, deck, cockpit sole, bow well.
  hull.outline(whole('-40,0! -40,1020 0,1130! 1200,1220 2800,1250 4300,1210 5400,1020 6200,640 6640,220 6730,0'), 'dark'),
  hull.line(whole('0,0! 0,1000 40,1080! 1200,1170 2800,1200 4300,1162 5360,980 6140,610 6560,210 6650,0'), 'panel'),
  hull.line(whole('1300,0! 1300,960 1360,1020! 2800,1050 3720,1040! 3840,960! 3840,0!'), 'paper'),
  hull.line(whole('3840,0! 3840,840 3900,960! 4400,930 5300,740 5900,420 6120,150 6160,0'), 'paper'),
  hull.fine(lines('1400,-560 3200,-560|1400,-420 3200,-420|1400,-280 3200,-280|1400,-140 3200,-140|1400,0 3840,0|1400,140 3200,140|1400,280 3200,280|3300,-140 3840,-140|3300,140 3840,140|3900,-220 5000,-220|3900,-110 5100,-110|3900,110 5100,110|3900,220 5000,220')),
  // Ski locker in the floor.
  penFor('lockerLid', 'skiLocker').outline(box(2860, -210, 3760, 210, 26), 'panel'),
  penFor('lockerLid', 'skiLocker').fine(box(2900, -170, 3720, 170, 20) + circle(2960, 0, 24)),
];

const cushions: Stroke[] = [
  // Sun pad aft with its walk-over, engine hatch; port lounge; starboard jump seat.
  pad.outline(shape('70,80! 60,900 120,1010! 1180,1010! 1260,920 1270,80!'), 'seat'),
  pad.outline(mirroredPath(shape('70,80! 60,900 120,1010! 1180,1010! 1260,920 1270,80!')), 'seat'),
  pad.fine(lines('340,110 340,980|660,110 660,980|980,110 980,980|340,-110 340,-980|660,-110 660,-980|980,-110 980,-980')),
  hull.line(whole('60,0! 60,70! 1270,70! 1290,0!'), 'wood'),
  hull.outline(shape('1320,1010! 1320,600! 1420,560 1900,560! 1940,600 1950,1020!'), 'seat'),
  hull.outline(shape('1320,1040! 2560,1058! 2560,930! 1320,900!'), 'seat'),
  hull.fine(lines('1640,600 1640,890|1330,960 2550,990')),
  hull.outline(shape('1320,-1010! 1320,-640! 1400,-600 2100,-600! 2140,-640 2150,-1030!'), 'seat'),
  hull.outline(shape('1320,-1040! 2200,-1054! 2200,-930! 1320,-900!'), 'seat'),
  hull.fine(lines('1720,-620 1720,-890|1330,-960 2190,-984')),
  // Observer's seat over the locker to port, driver's seat to starboard.
  penFor('observerLid', 'observerSeat').outline(shape('2620,420! 2600,700 2620,1030! 3060,1040! 3100,980 3100,460 3060,420!'), 'seat'),
  penFor('observerLid', 'observerSeat').fine(lines('2700,450 2700,1010|2990,460 2990,1010')),
  penFor('driverBase', 'driverSeat').outline(shape('2560,-380! 2520,-640 2560,-900! 2980,-900! 3040,-840 3050,-440 2990,-380!'), 'seat'),
  penFor('driverBase', 'driverSeat').outline(shape('2500,-420! 2470,-640 2500,-870! 2590,-880 2610,-640 2590,-400!'), 'seat'),
  penFor('driverBase', 'driverSeat').fine(lines('2680,-420 2980,-420|2680,-860 2980,-860|2760,-430 2760,-850')),
  // Bow cushions round the well.
  ...both(cover('bowCushionLeft').outline, shape('3900,960! 3890,540 3930,500! 4600,500! 5300,360 5600,180! 6000,180! 5960,340 5300,740 4400,932!'), 'seat'),
  ...both(cover('bowCushionLeft').fine, lines('4240,510 4240,940|4700,490 4760,890|5160,400 5300,730')),
  hull.outline(whole('5620,0! 5620,160! 6020,160! 6110,0'), 'seat'),
];

const dash: Stroke[] = [
  helm.outline(shape('3260,-240! 3240,-640 3270,-1030! 3600,-1080 3860,-1000! 3860,-230!'), 'dark'),
  helm.fine(circle(3420, -520, 62) + circle(3420, -720, 62) + circle(3400, -380, 34) + circle(3400, -870, 34) + box(3480, -420, 3560, -300, 8)),
  hull.outline(shape('3300,240! 3290,640 3310,1030! 3600,1080 3860,1000! 3860,230!'), 'panel'),
  hull.fine(shape('3360,330! 3360,930! 3520,960 3520,320!')),
  ...helmTop(hull, 3200, -620, 190),
  // Screen with its walk-through pane.
  ...both(hull.outline, shape('2860,1110! 3300,1130 3640,1080 3900,920 4060,660 4120,250! 4180,250! 4160,680 3980,970 3690,1140 3300,1180 2850,1160!'), 'glass'),
  ...both(hull.line, lines('3560,1100 3600,1160|3990,800 4060,860')),
  hull.line(whole('4124,0! 4120,230! 4176,230! 4180,0!'), 'glass'),
  ...both(hull.line, circle(4150, 240, 18), 'metal'),
  // Bow: deck hatch, cleats, lamp, rails.
  hull.line(whole('6260,0! 6250,170! 6420,130! 6480,0'), 'panel'),
  hull.line(circle(6580, 0, 34), 'lamp'),
  ...both(hull.line, bent('4400,1130 5300,930 6000,600 6400,230', 24), 'metal'),
  ...both(hull.line, box(5080, 990, 5200, 1020, 8) + box(400, 1090, 520, 1120, 8), 'metal'),
];

const over: Stroke[] = [
  ...both(tower.outline, pipe('3420,1180 3140,1070 2700,960', 60), 'metal'),
  ...both(tower.outline, pipe('2330,1190 2350,1070 2480,950', 60), 'metal'),
  ...both(tower.line, box(2250, 1140, 2430, 1240, 20) + box(3340, 1130, 3510, 1230, 20), 'dark'),
  ...both(tower.outline, bent('2380,950 2560,930 2900,900 3060,860', 60), 'metal'),
  tower.outline(bent('2480,940 2440,500 2430,0 2440,-500 2480,-940', 62), 'metal'),
  tower.outline(bent('3040,870 3000,500 2990,0 3000,-500 3040,-870', 56), 'metal'),
  tower.line(pipe('2440,300 2990,300', 40) + pipe('2440,-300 2990,-300', 40), 'metal'),
  tower.line(circle(2605, 0, 44), 'metal'),
  tower.line(pipe('2440,0 2605,0', 40), 'metal'),
  tower.line(circle(2900, 160, 30), 'lamp'),
  tower.outline(shape('3180,-190! 3160,0 3180,190! 3240,180 3260,0 3240,-180!'), 'dark'),
  ...both(tower.outline, shape('1800,1120! 1760,1160 1800,1200 2700,1210 3000,1190 3030,1160 2990,1130 2700,1110!'), 'soft'),
  ...both(tower.fine, box(2160, 1040, 2196, 1220, 8) + box(2620, 1040, 2656, 1220, 8)),
];

/** From above, x and y in mm, port up; lower parts first. */
export const TOP: readonly Stroke[] = [...lounge, ...cushions, ...dash, ...over, hull.centre('M-720 0L6860 0')];
