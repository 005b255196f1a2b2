import { helmSide, helmTop } from './drawn-buggy-parts';
import { both, bent, box, circle, line, lines, penFor, pipe, shape, whole, type Stroke } from './pen';

const hull = penFor('hull');
const console_ = penFor('hull', 'consolePanel');
const locker = penFor('hull', 'sternLocker');
const coaming = penFor('hull', 'coamingLeft');

const outboard: Stroke[] = [
  hull.outline(shape('-540,1080! -560,1200 -520,1290 -400,1310 -220,1296 -150,1250 -140,1080! -190,880! -480,880!'), 'dark'),
  hull.fine(lines('-536,1150 -146,1150|-520,1100 -150,1100') + box(-480, 1180, -240, 1250, 16)),
  hull.line(shape('-430,880! -420,460 -400,320! -230,320! -236,460 -230,880!'), 'metal'),
  hull.line(shape('-640,340! -190,340! -180,296! -640,306!'), 'metal'),
  hull.line(shape('-410,300! -460,200 -430,110! -340,80 -310,-20! -270,-20! -256,110 -236,210 -240,300!'), 'metal'),
  hull.line(shape('-460,200! -510,270 -530,250 -490,160 -520,70 -490,50!'), 'dark'),
  hull.outline(shape('-230,640! -230,900! -60,980! 20,980! 20,640!'), 'metal'),
  hull.line(pipe('-300,1000 -180,940', 34), 'metal'),
];

const topsides: Stroke[] = [
  // What stands above the gunwale: locker, seats, console with its screen, bow seat.
  locker.outline(shape('50,980! 60,1270 90,1300! 880,1300! 920,1270 940,990!'), 'panel'),
  locker.fine(lines('70,1240 920,1240|500,1000 500,1290') + box(210, 1100, 300, 1150, 8) + box(690, 1100, 780, 1150, 8)),
  hull.line(pipe('120,1290 120,1900', 20), 'metal'),
  hull.line(circle(120, 1926, 36), 'lamp'),
  hull.outline(shape('1900,1000! 1910,1230 2320,1230 2350,1000!'), 'dark'),
  hull.outline(shape('1880,1230! 1870,1300 1930,1330 2340,1330 2390,1300 2384,1240!'), 'seat'),
  hull.outline(shape('1900,1300! 1840,1480 1820,1680 1850,1750 1930,1740 1960,1600 1990,1420 2010,1320!'), 'seat'),
  hull.fine(line('1850,1620 1900,1640 1950,1620') + line('1870,1480 1930,1496 1976,1480')),
  console_.outline(shape('2690,1010! 2710,1420 2770,1570! 2900,1600 3060,1620! 3140,1500 3210,1030!'), 'panel'),
  console_.fine(line('2780,1480 2920,1516 3090,1540') + lines('2740,1340 3130,1380') + box(2860, 1120, 3080, 1290, 16)),
  hull.outline(shape('2790,1580! 2880,1760 3040,1970 3080,2000! 3110,1980 3110,1800 3076,1624!'), 'glass'),
  hull.line(line('2780,1576 2870,1764 3030,1980 3090,2016')),
  ...helmSide(hull, [2670, 1440], -28, 160),
  hull.outline(shape('3700,1040! 3700,1220 3740,1260! 4680,1300! 4760,1260 4880,1090!'), 'seat'),
  hull.fine(lines('4030,1060 4030,1270|4360,1070 4360,1286')),
];

const shell: Stroke[] = [
  hull.outline(shape('0,230! -10,640 0,1000! 1800,1010 3600,1040 5200,1130 6380,1286! 6410,1240 6340,1110! 6080,760 5620,430 5040,270 4400,210! 400,196! 80,206!'), 'metal'),
  hull.line(shape('0,230! 80,206 400,196 4400,210! 5040,270 5620,430! 5900,620 6010,720! 5600,640 4900,520 3600,430 1800,400 0,400!'), 'dark'),
  hull.fine(line('0,560 1800,560 3600,600 4900,700 5700,860 6220,1060') + line('0,800 1800,810 3600,846 5000,930 6260,1140')),
  hull.fine(Array.from({ length: 12 }, (_, i) => lines(`${420 + 330 * i},420 ${420 + 330 * i},${560 + i * 3}`)).join('')),
  hull.line(shape('0,930! 1800,944 3600,976 5200,1066 6380,1226! 6390,1290! 5200,1136 3600,1046 1800,1016 -10,1004!'), 'dark'),
  hull.line(box(300, 1010, 420, 1040, 6) + box(5060, 1130, 5180, 1164, 6), 'metal'),
  hull.line(bent('4480,1100 4560,1380 4900,1530 5600,1590 6200,1540 6330,1290', 28), 'metal'),
  hull.line(pipe('5280,1150 5300,1560', 22) + pipe('5860,1220 5870,1570', 22), 'metal'),
  hull.line(circle(6290, 980, 24), 'metal'),
  hull.line(box(160, 620, 260, 690, 10), 'dark'),
  hull.line(shape('5900,1218! 5908,1256 6004,1268 6016,1234!'), 'lamp'),
];

/** From starboard, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...outboard, ...topsides, ...shell, hull.centre('M-700 330L6560 330')];

const deck: Stroke[] = [
  hull.outline(shape('-560,-130! -590,0 -560,130! -250,180 -150,130 -140,-130 -250,-180'), 'dark'),
  hull.fine(lines('-540,-80 -170,-90|-540,80 -170,90')),
  hull.outline(box(-230, -150, 20, 150, 20), 'metal'),
  hull.outline(whole('0,0! -6,1000 20,1064! 1800,1096 3600,1100! 4700,1010 5500,720 6100,280 6390,40! 6396,0'), 'dark'),
  hull.line(whole('40,0! 36,1000! 60,1024! 1800,1050 3600,1052! 4640,966 5420,690 6010,260 6280,40! 6286,0'), 'metal'),
  hull.line(whole('960,0! 960,870 1000,894! 3600,896! 4300,850 4800,690! 4840,640! 4840,0!'), 'paper'),
  hull.fine(lines('1100,-880 1100,880|1340,-880 1340,880|1580,-884 1580,884|1820,-884 1820,884|2060,-886 2060,886|2300,-886 2300,886|2540,-888 2540,888|2780,-888 2780,888|3020,-888 3020,888|3260,-888 3260,888|3660,-888 3660,888|3900,-880 3900,880|4140,-866 4140,866|4380,-830 4380,830|4620,-760 4620,760')),
  hull.line(whole('4900,0! 4890,600! 5340,420 5760,140! 5800,0'), 'panel'),
  ...both(coaming.line, shape('1000,1046! 1000,890! 3580,896! 3580,1050!'), 'panel'),
  ...both(coaming.fine, lines('1040,970 3540,974')),
];

const fitted: Stroke[] = [
  locker.outline(box(70, -880, 920, 880, 36), 'panel'),
  locker.fine(lines('500,-860 500,860|90,0 900,0') + box(210, 380, 300, 460, 8) + box(690, 380, 780, 460, 8) + box(210, -460, 300, -380, 8) + box(690, -460, 780, -380, 8)),
  hull.line(circle(120, 0, 40), 'lamp'),
  hull.outline(box(1900, 250, 2380, 730, 50), 'seat'),
  hull.outline(shape('1880,270! 1840,490 1880,710! 1970,700 1990,490 1970,280!'), 'seat'),
  hull.outline(box(1900, -730, 2380, -250, 50), 'seat'),
  hull.outline(shape('1880,-270! 1840,-490 1880,-710! 1970,-700 1990,-490 1970,-280!'), 'seat'),
  hull.fine(lines('2060,280 2060,700|2060,-700 2060,-280')),
  console_.outline(shape('2700,150! 2690,500 2700,850! 2780,874 3160,860! 3200,820 3206,500 3190,180! 3140,150'), 'panel'),
  console_.fine(box(2760, 380, 2900, 560, 10) + lines('2940,190 2940,840')),
  hull.line(shape('3040,150! 3090,500 3040,866! 3090,870! 3150,500 3090,146!'), 'glass'),
  ...helmTop(hull, 2660, 480, 170),
  ...both(hull.outline, shape('3700,880! 3690,470 3730,430! 4760,300! 4830,330 4850,640! 4790,690 4340,840'), 'seat'),
  ...both(hull.fine, lines('4040,420 4050,860|4400,370 4420,800')),
  ...both(hull.line, bent('4480,1000 5200,760 5800,370 6180,80', 26), 'metal'),
  hull.line(circle(5600, 0, 110), 'dark'),
  hull.fine(circle(5600, 0, 70)),
  ...both(hull.line, box(300, 1040, 420, 1070, 6) + box(5060, 840, 5180, 866, 6), 'metal'),
];

/** From above, x and y in mm, port up; lower parts first. */
export const TOP: readonly Stroke[] = [...deck, ...fitted, hull.centre('M-700 0L6560 0')];
