import { barsSide, castWheel, fender, forkAt, forkLeg, mirrorSide, topBag, twin, tyreTop } from './drawn-bike-parts';
import { mirroredPath } from '#core/craft/mirror';
import { both, bent, box, circle, line, lines, oval, penFor, pipe, rays, ring, scaled, shape, whole, type Stroke } from './pen';

const frame = penFor('frame');
const bars = penFor('bars');
const cover = (id: string, body = 'frame') => penFor(body, id);
const seat = cover('seat');
const tank = cover('tank');
const strip = cover('consoleStrip');
const outer = cover('outerShell');
const screen = cover('screen');
const fork = forkAt(1640, 322, 29);

const rear: Stroke[] = [
  ...castWheel(frame, 0, 312, 312, 214, 148),
  frame.outline(shape('-44,346! -44,280! 120,268 330,296 420,330! 420,404 330,392 120,346'), 'metal'),
  frame.line(circle(0, 312, 34), 'dark'),
  frame.fine(circle(0, 312, 18)),
  frame.line(pipe('150,350 300,600', 42), 'dark'),
  frame.fine(lines('148,388 190,362|166,418 208,392|184,448 226,422|202,478 244,452|220,508 262,482|238,538 280,512')),
  // Rear mudguard, low and long, its lamp let in.
  frame.outline(shape('-462,430! -450,540 -400,640 -300,706 -140,742 30,740 230,706! 250,640! 60,640 -120,600 -260,520 -320,430 -340,380! -430,384'), 'panel'),
  frame.line(shape('-458,520! -474,508 -470,452 -452,440!'), 'lamp'),
  frame.fine(line('-430,560 -370,640 -260,700')),
];

const chassis: Stroke[] = [
  frame.outline(bent('1250,880 1236,680 1204,410 1136,262 1000,220 700,208 460,230 380,326 400,520', 36), 'metal'),
  frame.outline(pipe('1250,870 1080,846 780,746 420,650', 40), 'metal'),
  frame.line(bent('1244,700 1330,690 1360,560 1320,400 1216,300', 26), 'metal'),
  // Struts that carry the fairing.
  frame.line(pipe('1250,870 1420,930 1560,960', 26), 'metal'),
  frame.line(pipe('1260,830 1430,800', 22), 'metal'),
];

const exhaust: Stroke[] = [
  frame.outline(bent('930,640 1010,600 1020,480 940,340 800,276 600,266', 42), 'hot'),
  frame.outline(bent('570,630 488,600 452,510 474,376 570,292', 40), 'hot'),
  frame.outline(shape('640,300! 560,312 480,308 -260,284! -420,290 -470,282! -476,254 -466,228! -420,226 -260,208! 480,226 560,228 640,236!'), 'hot'),
  frame.line(lines('-260,284 -256,208|480,308 480,226')),
  frame.fine(lines('-220,272 440,290|-216,222 440,242')),
];

const foot: Stroke[] = [
  frame.line(shape('752,308! 764,288! 1050,294! 1106,340 1130,388! 1114,396 1082,356 1038,324!'), 'dark'),
  frame.fine(lines('790,302 1040,306|820,310 820,292|870,312 870,293|920,314 920,294|970,316 970,295|1014,318 1014,296')),
  frame.line(bent('1060,340 1110,410 1156,424', 15), 'metal'),
  frame.line(shape('1138,412! 1184,408! 1188,440! 1140,444!'), 'dark'),
  frame.line(shape('310,410! 430,420! 434,396! 316,386!'), 'dark'),
];

const middle: Stroke[] = [
  cover('sideCoverRight').outline(shape('396,684! 650,640 724,590 706,530! 640,496 500,500 414,552 386,624'), 'panel'),
  cover('sideCoverRight').line(line('414,632 540,580 690,560')),
  cover('sideCoverRight').fine(circle(440, 600, 9) + circle(670, 552, 9)),
  cover('serviceRight').outline(shape('226,686! 384,676! 376,556! 304,516 244,556'), 'panel'),
  cover('serviceRight').fine(circle(254, 656, 7) + circle(356, 648, 7) + circle(330, 558, 7)),
  tank.outline(shape('1216,850 1206,930 1150,984 1050,1004 930,990 816,934 746,850 710,748! 770,728 910,722 1080,738 1180,780'), 'panel'),
  tank.line(line('740,770 830,820 960,850 1100,860 1210,880') + line('744,850 850,900 980,920 1120,920 1196,940')),
  tank.fine(line('1170,800 1060,766 910,754 790,756')),
  strip.outline(shape('1140,990! 1050,1026 940,1014 824,956 750,868! 776,862 842,926 944,984 1050,996 1128,966!'), 'dark'),
  strip.line(shape('990,1014! 1000,1036 1050,1038 1060,1014!'), 'metal'),
  seat.outline(shape('792,790! 748,752 690,732 590,720 480,728 416,756 370,790! 300,812 160,822 10,812 -60,790! -60,756 -20,742 200,730 410,704 620,670 760,690!'), 'seat'),
  seat.line(line('370,790 424,742 500,716') + line('-40,768 180,766 400,736 600,700 770,724')),
  seat.fine(line('-20,796 160,806 330,786') + line('530,712 640,704 740,726')),
];

/** Bag drawn down and back, its lid on a hinge along its outer edge. */
const bagPen = penFor('bagRight', 'bagRight');
const lidPen = penFor('lidRight', 'lidRight');
const bag: Stroke[] = [
  bagPen.outline(shape('-466,600! -474,520 -462,420 -430,356 -360,330! -120,336 60,372 150,430 196,520 200,610! -60,616'), 'panel'),
  bagPen.line(line('-452,470 -400,400 -300,384 -100,392 40,426 120,480 160,560')),
  bagPen.fine(line('-446,590 -450,500 -440,450') + lines('-430,584 170,596') + circle(150, 560, 9) + circle(-420, 560, 9)),
  bagPen.line(shape('-468,560! -478,556 -478,500 -466,496!'), 'lamp'),
  lidPen.outline(shape('-470,600! -460,646 -400,676 -240,690 0,686 140,664 190,640 204,610!'), 'panel'),
  lidPen.fine(line('-440,634 -380,656 -240,668 0,664 130,644')),
  lidPen.line(shape('10,610! 14,566 50,562 56,612!'), 'metal'),
  frame.line(bent('214,350 262,392 262,620 200,700', 24), 'metal'),
];

const front: Stroke[] = [
  ...castWheel(bars, 1640, 322, 322, 232, 160),
  ...fender(bars, 1640, 322, 322, 8, 150),
  ...forkLeg(bars, fork, 640),
  bars.line(circle(1640, 322, 26), 'metal'),
  bars.fine(circle(1640, 322, 13)),
  bars.outline(shape(`${fork(300, -42)}! ${fork(300, 42)}! ${fork(520, 38)} ${fork(600, 36)}! ${fork(600, -46)}! ${fork(500, -46)}`), 'dark'),
  bars.outline(shape(`${fork(560, 44)}! ${fork(604, 46)}! ${fork(616, -110)}! ${fork(574, -116)}!`), 'dark'),
];

const head: Stroke[] = [
  // Inner panel on the frame, towards the rider: pods, vents, radio between them.
  cover('innerPanel').outline(shape('1430,1130! 1360,1128 1300,1096! 1262,1010 1250,920 1262,830 1310,776! 1440,770 1500,900 1500,1060'), 'dark'),
  cover('innerPanel').fine(line('1290,1070 1276,960 1282,850') + box(1258, 900, 1272, 1000, 5)),
  cover('sideVentRight').line(shape('1290,1078! 1330,1104 1372,1108 1376,1090! 1330,1080'), 'metal'),
  ...mirrorSide(bars, [1216, 1080], [1190, 1250]),
  ...barsSide(bars, [1290, 976], [972, 1054]),
  cover('gaugePod').outline(shape('1282,1108! 1256,1126 1262,1166 1300,1186 1356,1176 1370,1130!'), 'dark'),
  cover('gaugePod').fine(line('1272,1134 1280,1160 1304,1172')),
  // Narrow screen.
  screen.outline(shape('1670,1092! 1600,1188 1510,1290 1430,1380 1404,1392 1392,1376! 1404,1290 1424,1200 1450,1140! 1550,1136'), 'glass'),
  screen.line(line('1650,1096 1580,1182 1490,1286 1420,1368')),
  screen.fine(line('1552,1140 1500,1220 1450,1300') + circle(1480, 1154, 7) + circle(1560, 1146, 7) + circle(1632, 1114, 7)),
  // Outer shell: a long nose, its lamps set deep below a brow.
  outer.outline(shape('1436,1130! 1540,1146 1640,1108 1730,1030 1790,946! 1796,914 1770,880 1716,852 1640,800 1560,764 1450,752 1370,776! 1356,860 1366,980 1396,1070'), 'panel'),
  outer.line(line('1372,960 1460,1010 1580,1010 1690,960 1790,946') + line('1360,850 1440,820 1540,830 1640,860 1716,852')),
  outer.line(shape('1770,930! 1700,956 1610,966 1560,942 1580,906 1650,880 1720,872 1766,894!'), 'dark'),
  outer.line(shape('1752,924! 1700,940 1640,936 1616,918 1640,894 1700,884 1750,898!'), 'lamp'),
  outer.fine(shape('1736,918! 1696,928 1652,924 1638,914 1660,900 1700,894 1734,902!') + lines('1660,900 1668,926|1690,894 1698,928')),
  outer.fine(circle(1396, 1050, 8) + circle(1386, 800, 8) + circle(1470, 776, 8) + circle(1450, 1110, 8)),
  outer.fine(line('1400,900 1480,934 1540,936') + line('1420,880 1490,906 1546,908')),
  // Grille over the screw, deflector, signal.
  cover('grilleRight').line(shape('1400,1000! 1460,1030 1540,1030 1560,1000! 1480,986'), 'dark'),
  cover('grilleRight').fine(lines('1420,1000 1440,1018|1450,1000 1470,1026|1480,1000 1500,1028|1510,1000 1530,1026')),
  cover('deflectorRight').outline(shape('1366,790! 1350,740 1372,660 1420,610 1452,640 1440,720 1450,756!'), 'panel'),
  cover('deflectorRight').fine(circle(1408, 650, 8) + line('1380,770 1374,720 1396,660')),
  cover('signalRight').line(shape('1520,768! 1510,728 1540,706 1584,712 1606,742 1596,784!'), 'lamp'),
  cover('signalRight').fine(circle(1556, 740, 20)),
];

/** From the right, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [
  ...rear,
  ...front,
  ...chassis,
  ...scaled(twin(frame, 800, 376), 800, 376, 0.84),
  ...exhaust,
  ...foot,
  ...middle,
  ...bag,
  ...head,
  frame.centre('M-560 0L2040 0M0 272L0 352M-40 312L40 312M1640 282L1640 362M1600 322L1680 322'),
];

const under: Stroke[] = [
  ...tyreTop(frame, -312, 312, 86),
  ...tyreTop(bars, 1318, 1962, 64),
  ...both(bars.outline, pipe('1640,118 1440,122 1370,122', 56), 'metal'),
  bars.outline(whole('1340,34 1352,82! 1460,92 1660,90 1820,76! 1902,38 1914,0'), 'panel'),
  bars.fine('M1360 0L1900 0'),
  ...both(bars.line, box(1620, 90, 1660, 148, 6), 'metal'),
  ...both(frame.outline, pipe('-30,118 120,118 420,108', 44), 'metal'),
  frame.outline(whole('430,116 480,186! 650,226 830,226 970,196 1050,116'), 'dark'),
  frame.outline(shape('650,-206! 710,-264 830,-270 900,-216! 860,-198 710,-194'), 'metal'),
  ...both(frame.fine, lines('530,148 530,206|570,148 570,210|610,148 610,214|890,148 890,210|930,148 930,202|966,148 966,188')),
  ...both(frame.outline, shape('760,258! 1050,258! 1124,286 1124,344 1046,364! 770,364! 750,336 750,286'), 'dark'),
  ...both(frame.fine, lines('790,274 1046,274|790,294 1066,294|790,314 1074,314|790,334 1070,334')),
  ...both(frame.line, box(310, 230, 432, 306, 12), 'dark'),
  ...both(frame.outline, shape('630,186! 560,230 480,244 -440,256! -470,236 -470,202 -440,180! 480,174 580,166!'), 'hot'),
  ...both(frame.line, bent('1210,116 1250,240 1296,360 1350,380 1366,320', 26), 'metal'),
];

const body: Stroke[] = [
  frame.outline(whole('-462,50 -440,90! -240,120 40,130 240,148 430,172 650,186 770,156!'), 'panel'),
  frame.line(whole('-474,46 -456,70! -440,40'), 'lamp'),
  ...topBag(penFor('bagLeft', 'bagLeft'), penFor('lidLeft', 'lidLeft'), [-466, 198], [232, 478]),
  ...topBag(penFor('bagRight', 'bagRight'), penFor('lidRight', 'lidRight'), [-466, 198], [232, 478]).map((stroke) => ({ ...stroke, d: mirroredPath(stroke.d) })),
  ...both(cover('sideCoverRight').outline, shape('396,164! 510,210 650,210 724,176! 610,172'), 'panel'),
  tank.outline(whole('710,56 736,106! 830,164 970,182 1090,162 1184,100 1214,36'), 'panel'),
  tank.line(whole('766,66 838,126 968,142 1080,122 1140,66')),
  strip.outline(whole('750,28 766,40! 910,48 1070,44 1138,24'), 'dark'),
  strip.line(circle(1024, 0, 33), 'metal'),
  strip.fine(circle(1024, 0, 23) + rays(1024, 0, 8, 23, 6)),
  seat.outline(whole('-60,80 -52,130! 60,150 200,150 360,150 424,172 524,184 644,176 742,104 792,36'), 'seat'),
  seat.line(line('376,150 416,80 424,0 416,-80 376,-150')),
  seat.fine(line('490,160 610,148 720,76') + line('490,-160 610,-148 720,-76')),
];

const upper: Stroke[] = [
  bars.outline(whole('1216,54 1226,112! 1300,120 1350,96 1360,0'), 'dark'),
  ...both(bars.line, circle(1310, 104, 26), 'metal'),
  ...both(bars.outline, bent('1290,0 1270,84 1190,200 1090,326 1068,352', 27), 'metal'),
  ...both(bars.outline, pipe('1070,348 980,456', 38), 'seat'),
  ...both(bars.fine, lines('1046,356 1070,378|1032,372 1058,394|1018,390 1044,412|1004,408 1030,430|990,426 1016,446')),
  ...both(bars.outline, shape('1076,302! 1114,324! 1096,370! 1058,350!'), 'dark'),
  ...both(bars.line, bent('1106,336 1100,396 1032,468', 12), 'metal'),
  ...both(bars.outline, shape('1160,386! 1210,390 1218,454 1194,480 1152,474 1144,424'), 'dark'),
  // Inner panel, gauges, pods, vents; then the nose.
  cover('innerPanel').outline(whole('1252,110 1258,280! 1290,372 1380,410! 1460,360 1480,0'), 'dark'),
  ...both(cover('innerPanel').fine, circle(1312, 262, 66) + circle(1312, 262, 50)),
  cover('gaugePod').line(whole('1258,70 1266,140! 1352,150 1366,0'), 'metal'),
  ...both(cover('gaugePod').fine, circle(1306, 44, 32) + circle(1308, 110, 26)),
  ...both(cover('sideVentRight').line, shape('1310,340! 1372,352! 1384,384! 1330,376!'), 'metal'),
  ...both(cover('sideVentRight').fine, lines('1330,348 1344,376|1346,350 1360,380|1362,352 1374,382')),
  outer.outline(whole('1366,230 1380,400! 1460,420 1540,384 1630,296 1710,190 1776,84 1796,0'), 'panel'),
  outer.line(whole('1410,240 1440,350! 1530,324 1610,240 1680,140 1730,0')),
  ...both(outer.line, shape('1580,250! 1640,196 1716,92 1752,46! 1762,66 1724,140 1660,236 1610,280!'), 'dark'),
  ...both(outer.line, shape('1640,222! 1680,170 1722,100 1744,68! 1740,110 1700,180 1662,230!'), 'lamp'),
  ...both(outer.fine, line('1664,206 1700,150 1732,92')),
  ...both(cover('grilleRight').line, shape('1410,356! 1470,370 1530,340 1540,312! 1470,330 1416,330!'), 'dark'),
  ...both(cover('grilleRight').fine, lines('1430,342 1442,360|1456,342 1468,362|1482,338 1496,356|1506,330 1518,346')),
  ...both(cover('signalRight').line, shape('1520,398! 1578,364! 1606,404 1580,444 1530,446'), 'lamp'),
  ...both(cover('deflectorRight').outline, shape('1370,404! 1440,424! 1436,458 1380,450!'), 'panel'),
  screen.outline(whole('1394,110 1406,180! 1450,250! 1540,226 1620,150 1664,70 1672,0'), 'glass'),
  screen.line(whole('1424,110 1456,210! 1530,190 1600,130 1636,60 1642,0')),
  ...both(screen.fine, line('1480,150 1540,110 1590,50') + circle(1476, 228, 7) + circle(1566, 188, 7) + circle(1640, 90, 7)),
  ...both(bars.fine, ring(1310, 104, 26, 15)),
  ...both(frame.fine, oval(1312, 262, 20, 20)),
];

/** From above, x and y in mm, left of the craft up; lower parts first. */
export const TOP: readonly Stroke[] = [...under, ...body, ...upper, frame.centre('M-560 0L2040 0')];
