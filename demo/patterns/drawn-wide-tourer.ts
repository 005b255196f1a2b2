import { barsSide, castWheel, fender, forkAt, forkLeg, mirrorSide, sideBag, topBag, twin, tyreTop } from './drawn-bike-parts';
import { mirroredPath } from '#core/craft/mirror';
import { both, bent, box, circle, line, lines, oval, penFor, pipe, rays, ring, scaled, shape, whole, type Stroke } from './pen';

const frame = penFor('frame');
const bars = penFor('bars');
const cover = (id: string, body = 'frame') => penFor(body, id);
const seat = cover('seat');
const tank = cover('tank');
const strip = cover('consoleStrip');
const outer = cover('outerShell', 'bars');
const screen = cover('screen', 'bars');
const vent = cover('vent', 'bars');
const fork = forkAt(1625, 325, 26);
const topCase = (strokes: Stroke[]): Stroke[] => strokes.map((stroke) => ({ ...stroke, only: { topCase: 'with' } }));
const shields = (strokes: Stroke[]): Stroke[] => strokes.map((stroke) => ({ ...stroke, only: { shields: 'with' } }));


const rear: Stroke[] = [
  ...castWheel(frame, 0, 310, 310, 205, 146),
  // Swing arm, shock, rear mudguard.
  frame.outline(shape('-50,340! -50,284! 120,270 330,300 420,330! 420,400 330,390 120,344'), 'metal'),
  frame.line(circle(0, 310, 34), 'dark'),
  frame.fine(circle(0, 310, 18)),
  frame.line(pipe('150,350 300,610', 44), 'dark'),
  frame.fine(lines('146,386 190,360|164,416 208,390|182,446 226,420|200,476 244,450|218,506 262,480|236,536 280,510')),
  frame.outline(shape('-420,470! -390,600 -300,690 -150,735 20,742 240,720! 250,660! 100,650 -60,640 -200,590 -300,500 -330,430!'), 'panel'),
  frame.line(shape('-432,560! -470,556 -480,600 -470,640 -420,648!'), 'lamp'),
];

const chassis: Stroke[] = [
  frame.outline(bent('1240,900 1228,700 1196,420 1130,268 1000,226 700,214 460,236 380,330 400,520', 36), 'metal'),
  frame.outline(pipe('1240,880 1080,860 780,760 420,660', 40), 'metal'),
  frame.line(bent('1236,770 1320,720 1372,560 1330,380 1210,300', 28), 'metal'),
];

const exhaust: Stroke[] = [
  frame.outline(bent('920,650 1000,620 1024,510 960,360 820,290 600,280', 44), 'hot'),
  frame.outline(bent('560,640 480,610 448,520 470,380 560,300', 42), 'hot'),
  frame.outline(shape('620,318! 560,326 500,322 -300,322 -440,330! -470,318 -478,284 -468,248! -440,240 -300,236 500,246 560,250 620,256!'), 'hot'),
  frame.line(lines('-300,322 -300,236|500,322 500,246') + shape('-440,330! -424,284 -440,240!')),
  frame.fine(lines('-260,300 460,304|-260,262 460,266') + box(40, 272, 300, 296, 10)),
];

const foot: Stroke[] = [
  frame.line(shape('740,322! 752,300! 1040,306! 1100,350 1122,396! 1106,404 1076,366 1030,336!'), 'dark'),
  frame.fine(lines('770,312 1030,318|800,322 800,304|850,324 850,305|900,326 900,306|950,328 950,307|1000,331 1000,307')),
  frame.line(bent('1050,350 1100,420 1150,430', 16), 'metal'),
  frame.line(shape('1130,418! 1176,414! 1180,446! 1132,450!'), 'dark'),
  frame.line(shape('300,420! 420,430! 424,406! 306,396!'), 'dark'),
];

const middle: Stroke[] = [
  cover('sideCoverRight').outline(shape('392,690! 640,640 716,600 700,540! 640,500 500,506 410,560 380,630'), 'panel'),
  cover('sideCoverRight').line(line('410,640 520,600 680,580')),
  cover('sideCoverRight').fine(circle(436, 608, 9) + circle(664, 560, 9) + lines('500,540 640,530')),
  cover('serviceRight').outline(shape('220,690! 380,680! 372,560! 300,520 240,560'), 'panel'),
  cover('serviceRight').fine(circle(250, 660, 7) + circle(352, 652, 7) + circle(330, 560, 7)),
  tank.outline(shape('1196,880 1180,950 1130,1000 1040,1024 930,1012 820,960 750,880 706,770! 760,744 900,736 1060,752 1160,800'), 'panel'),
  tank.line(line('1176,900 1080,930 940,920 830,860 740,780')),
  tank.fine(line('1150,830 1040,790 900,776 780,776') + circle(1010, 846, 40) + circle(1010, 846, 31)),
  strip.outline(shape('1120,1012! 1040,1046 930,1034 816,980 744,898! 770,892 836,956 936,1006 1040,1018 1108,990!'), 'dark'),
  strip.line(shape('980,1036! 990,1056 1040,1058 1050,1036!'), 'metal'),
  strip.fine(line('770,912 836,968 936,1020')),
  seat.outline(shape('790,800! 770,742 690,712 580,700 470,712 400,756 372,816! 330,842 180,856 20,852 -56,836! -66,786 -30,760 200,742 400,716 620,676 770,706!'), 'seat'),
  seat.line(line('372,816 420,742 480,700') + line('-40,800 180,792 400,752 600,700 770,730')),
  seat.fine(line('-30,816 180,822 340,806') + line('520,690 640,684 744,716') + lines('200,850 206,782|100,854 106,784|0,850 4,790')),
];

const bag: Stroke[] = [
  ...sideBag(penFor('bagRight', 'bagRight'), penFor('lidRight', 'lidRight'), [-474, 196], [352, 640], 66),
  frame.line(pipe('-430,716 150,724', 20), 'metal'),
  frame.line(bent('210,360 262,400 262,640 190,724', 24), 'metal'),
];

const rearCase: Stroke[] = topCase([
  frame.line(pipe('-470,770 120,772', 20) + pipe('-380,772 -360,716', 16) + pipe('20,772 40,724', 16), 'metal'),
  frame.outline(shape('-500,950! -512,880 -492,806 -440,786! -120,786! -84,820 -76,900 -80,950!'), 'panel'),
  frame.outline(shape('-502,950! -500,1040 -462,1092 -380,1110 -220,1104 -110,1082 -84,1030 -78,950!'), 'panel'),
  frame.line(line('-486,1000 -380,1046 -200,1044 -94,1010')),
  frame.fine(lines('-480,930 -100,930|-476,830 -110,826') + box(-330, 926, -280, 976, 8) + box(-190, 926, -140, 976, 8)),
  frame.line(shape('-508,880! -530,876 -532,836 -500,832!'), 'lamp'),
  // Backrest and a pod beside it.
  frame.outline(shape('-90,830! -40,836 -24,900 -30,1040 -56,1120 -86,1126 -96,1060!'), 'seat'),
  frame.fine(line('-52,860 -46,960 -60,1090') + lines('-92,960 -34,950|-94,1030 -40,1026')),
  cover('casePodRight').outline(shape('-150,1000! -60,1020 30,980 64,920 48,856 -20,822 -110,828!'), 'panel'),
  cover('casePodRight').line(oval(14, 916, 44, 74), 'dark'),
  cover('casePodRight').fine(oval(14, 916, 34, 62) + oval(14, 916, 12, 24) + circle(-90, 846, 7) + circle(-100, 990, 7)),
  frame.line(bent('-470,1000 -500,1180 -560,1392', 8), 'dark'),
]);

const leg: Stroke[] = shields([
  cover('shieldRight').outline(shape('1190,856! 1262,872 1330,820 1368,700 1366,540 1326,400 1250,330 1196,338! 1176,480 1172,690'), 'panel'),
  cover('shieldRight').line(line('1250,844 1312,760 1332,620 1316,460 1256,360')),
  cover('shieldRight').fine(shape('1290,470! 1330,520 1332,590 1300,600!') + lines('1298,490 1322,520|1300,520 1328,550|1300,550 1330,578')),
  cover('shieldPodRight').outline(shape('1196,800! 1130,800 1070,756 1056,680 1084,612 1150,580 1192,584!'), 'panel'),
  cover('shieldPodRight').line(oval(1088, 690, 34, 84), 'dark'),
  cover('shieldPodRight').fine(oval(1088, 690, 25, 70) + oval(1088, 690, 9, 26) + circle(1160, 786, 7) + circle(1160, 600, 7)),
]);

const front: Stroke[] = [
  ...castWheel(bars, 1625, 325, 325, 222, 160),
  ...fender(bars, 1625, 325, 325, 18, 158),
  ...forkLeg(bars, fork, 650),
  bars.line(circle(1625, 325, 26), 'metal'),
  bars.fine(circle(1625, 325, 13)),
  // Covered upper legs, lower yoke.
  bars.outline(shape(`${fork(330, -44)}! ${fork(330, 44)}! ${fork(560, 40)} ${fork(660, 36)}! ${fork(660, -52)}! ${fork(520, -48)}`), 'dark'),
  bars.outline(shape(`${fork(596, 46)}! ${fork(640, 48)}! ${fork(652, -110)}! ${fork(610, -116)}!`), 'dark'),
  bars.line(bent(`1400,780 1470,600 ${fork(250, -40)} ${fork(130, -66)}`, 11), 'dark'),
];

const head: Stroke[] = [
  ...mirrorSide(bars, [1218, 1120], [1176, 1286]),
  ...barsSide(bars, [1262, 1046], [968, 1076]),
  // Inner shell: the side towards the rider, with gauges and the radio in it.
  bars.outline(shape('1322,1216! 1262,1216 1222,1180! 1204,1100 1204,1000 1226,900 1272,838! 1330,816! 1420,900 1430,1120'), 'dark'),
  bars.outline(shape('1262,1216! 1240,1244 1214,1236 1204,1208 1222,1176!'), 'metal'),
  bars.fine(line('1222,1160 1226,1040 1244,920 1280,860') + box(1206, 1020, 1226, 1090, 5)),
  // Screen behind the outer shell’s upper edge.
  screen.outline(shape('1612,1184! 1560,1270 1480,1354 1404,1404 1372,1410 1362,1394! 1380,1330 1400,1270 1404,1228! 1480,1236 1560,1218'), 'glass'),
  screen.line(line('1592,1190 1540,1268 1466,1344 1396,1390')),
  screen.fine(line('1520,1216 1478,1290 1432,1344') + circle(1440, 1240, 7) + circle(1520, 1222, 7) + circle(1586, 1192, 7)),
  // Outer shell, broad and blunt, the lamp set in its front.
  outer.outline(shape('1322,1216! 1400,1240 1500,1234 1590,1200 1660,1140 1702,1060 1708,980 1684,900 1634,836 1560,800 1450,794 1350,812! 1316,880 1300,990 1304,1110'), 'panel'),
  outer.line(line('1308,1120 1400,1150 1510,1150 1600,1110') + line('1304,930 1380,880 1480,860 1590,862')),
  outer.line(shape('1690,1064! 1660,1078 1626,1058 1612,1000 1616,930 1640,884 1668,874! 1700,930 1706,1000'), 'lamp'),
  outer.fine(shape('1682,1052! 1660,1060 1638,1044 1628,996 1631,938 1648,900 1666,892!') + lines('1646,910 1640,1050|1664,896 1662,1058')),
  outer.fine(circle(1330, 1180, 8) + circle(1336, 848, 8) + circle(1420, 818, 8) + circle(1560, 824, 8) + circle(1470, 1212, 8)),
  outer.fine(line('1330,1060 1420,1090 1520,1086 1590,1056')),
  vent.line(shape('1350,1196! 1380,1212 1470,1212 1500,1198! 1470,1188 1390,1184'), 'dark'),
  // Signal and passing lamp on the shell’s lower corner.
  outer.line(shape('1500,806! 1496,770 1520,748 1560,748 1584,772 1580,812!'), 'lamp'),
  outer.fine(circle(1540, 776, 20)),
];

/** From the right, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [
  ...rear,
  ...front,
  ...chassis,
  ...scaled(twin(frame, 790, 390), 790, 390, 0.86),
  ...exhaust,
  ...foot,
  ...leg,
  ...middle,
  ...bag,
  ...rearCase,
  ...head,
  frame.centre('M-580 0L2020 0M0 270L0 350M-40 310L40 310M1625 285L1625 365M1585 325L1665 325'),
];

const under: Stroke[] = [
  ...tyreTop(frame, -310, 310, 84),
  ...tyreTop(bars, 1300, 1950, 66),
  ...both(bars.outline, pipe('1625,120 1440,124 1380,124', 58), 'metal'),
  bars.outline(whole('1316,34 1330,84! 1440,94 1640,92 1800,78! 1884,40 1896,0'), 'panel'),
  bars.fine('M1340 0L1880 0'),
  ...both(bars.line, box(1604, 92, 1646, 150, 6), 'metal'),
  ...both(frame.outline, pipe('-30,120 120,120 420,110', 44), 'metal'),
  // Engine below the tank, its air box and covers to the right, foot boards.
  frame.outline(whole('420,120 470,190! 640,230 820,230 960,200 1040,120'), 'dark'),
  frame.outline(shape('640,-210! 700,-270 820,-276 890,-220! 860,-200 700,-196'), 'metal'),
  frame.fine(lines('520,150 520,210|560,150 560,214|600,150 600,220|880,150 880,214|920,150 920,206|960,150 960,190')),
  frame.fine(mirroredPath(lines('520,150 520,210|560,150 560,214|880,150 880,214|920,150 920,206|960,150 960,190'))),
  ...both(frame.outline, shape('750,262! 1040,262! 1120,290 1120,350 1040,372! 760,372! 740,340 740,290'), 'dark'),
  ...both(frame.fine, lines('780,278 1040,278|780,298 1060,298|780,318 1070,318|780,338 1060,338|780,358 1040,358')),
  ...both(frame.line, box(300, 236, 424, 316, 12), 'dark'),
  // Silencers out beside the bags.
  ...both(frame.outline, shape('620,190! 560,236 500,250 -440,262! -476,240 -476,206 -440,184! 500,180 580,170!'), 'hot'),
  // Crash bar and the shields on it.
  ...both(frame.line, bent('1196,120 1240,250 1290,376 1350,400 1372,340', 28), 'metal'),
];

const shield: Stroke[] = shields([
  ...both(cover('shieldRight').outline, shape('1186,176! 1250,220 1300,330 1290,410! 1340,420 1372,380 1364,280 1310,190 1240,150!'), 'panel'),
  ...both(cover('shieldPodRight').outline, shape('1194,200! 1110,230 1062,300 1076,372 1150,412 1232,404! 1216,300'), 'panel'),
  ...both(cover('shieldPodRight').line, oval(1104, 316, 34, 78), 'dark'),
  ...both(cover('shieldPodRight').fine, oval(1104, 316, 24, 62)),
]);

const body: Stroke[] = [
  frame.outline(whole('-430,60 -400,96! -200,126 60,134 250,150 420,176 640,190 760,160!'), 'panel'),
  frame.line(whole('-478,70 -440,92! -420,60'), 'lamp'),
  ...both(frame.line, pipe('-430,150 150,170', 18), 'metal'),
  ...topBag(penFor('bagLeft', 'bagLeft'), penFor('lidLeft', 'lidLeft'), [-474, 196], [226, 470]),
  ...topBag(penFor('bagRight', 'bagRight'), penFor('lidRight', 'lidRight'), [-474, 196], [226, 470]).map((stroke) => ({ ...stroke, d: mirroredPath(stroke.d) })),
  ...both(cover('sideCoverLeft').outline, shape('392,168! 500,214 640,214 716,180! 600,176'), 'panel'),
  tank.outline(whole('706,60 730,110! 820,168 960,186 1080,166 1170,104 1196,40'), 'panel'),
  tank.line(whole('760,70 830,130 960,146 1070,126 1130,70')),
  strip.outline(whole('744,30 760,42! 900,50 1060,46 1120,26'), 'dark'),
  strip.line(circle(1014, 0, 34), 'metal'),
  strip.fine(circle(1014, 0, 24) + rays(1014, 0, 8, 24, 6)),
  seat.outline(whole('-60,90 -50,142! 60,160 200,158 350,150 420,176 520,190 640,182 740,110 790,40'), 'seat'),
  seat.line(line('376,168 420,90 430,0 420,-90 376,-168')),
  seat.fine(line('480,160 600,150 720,80') + line('480,-160 600,-150 720,-80') + lines('40,140 40,-140|160,146 160,-146|280,142 280,-142')),
];

const caseTop: Stroke[] = topCase([
  ...both(frame.line, pipe('-470,120 120,120', 18), 'metal'),
  frame.outline(whole('-502,120 -490,240! -430,296 -240,306 -120,286 -84,210 -78,0'), 'panel'),
  frame.line(whole('-470,120 -456,220 -400,262 -240,270 -140,252 -116,190 -112,0')),
  frame.fine(lines('-330,304 -330,270|-170,298 -170,262|-330,-304 -330,-270|-170,-298 -170,-262')),
  frame.outline(whole('-96,100 -88,190! -50,196 -26,130 -24,0'), 'seat'),
  ...both(cover('casePodRight').outline, shape('-150,288! -40,296 40,280 70,246 66,206 20,188 -60,190 -140,200!'), 'panel'),
  ...both(cover('casePodRight').line, box(40, 198, 66, 276, 10), 'dark'),
  frame.line(circle(-474, -150, 14), 'dark'),
]);

const upper: Stroke[] = [
  // Yoke, bars, grips, mirrors.
  bars.outline(whole('1196,60 1206,116! 1280,124 1330,100 1340,0'), 'dark'),
  ...both(bars.line, circle(1290, 106, 27), 'metal'),
  ...both(bars.outline, bent('1262,0 1250,80 1180,190 1080,320 1062,346', 27), 'metal'),
  ...both(bars.outline, pipe('1064,342 976,452', 38), 'seat'),
  ...both(bars.fine, lines('1040,350 1064,372|1026,366 1052,388|1012,384 1038,406|998,402 1024,424|984,420 1010,440')),
  ...both(bars.outline, shape('1070,296! 1108,318! 1090,364! 1052,344!'), 'dark'),
  ...both(bars.line, bent('1100,330 1096,390 1028,462', 12), 'metal'),
  ...both(bars.outline, shape('1146,380! 1196,384 1204,450 1180,476 1138,470 1130,420'), 'dark'),
  // Inner shell with gauges, then the outer shell round it.
  bars.outline(whole('1204,120 1208,300! 1240,396 1330,426! 1400,380 1420,0'), 'dark'),
  bars.line(whole('1208,80 1214,180! 1254,186! 1262,0'), 'metal'),
  ...both(bars.fine, circle(1238, 56, 34) + circle(1238, 140, 30) + circle(1250, 260, 62) + circle(1250, 260, 48)),
  outer.outline(whole('1304,250 1320,420! 1400,436 1500,410 1600,340 1670,220 1704,90 1708,0'), 'panel'),
  outer.line(whole('1340,240 1380,370! 1490,346 1590,270 1650,160 1666,0')),
  outer.line(whole('1640,60 1636,112! 1672,104 1702,56 1706,0'), 'lamp'),
  ...both(outer.fine, line('1652,20 1656,96') + line('1680,10 1682,84')),
  ...both(outer.fine, circle(1334, 396, 8) + circle(1440, 404, 8) + circle(1560, 346, 8)),
  ...both(outer.line, shape('1496,390! 1560,360! 1590,400 1560,440 1506,440'), 'lamp'),
  vent.line(whole('1386,60 1390,120! 1462,116! 1470,0'), 'dark'),
  vent.fine(lines('1404,-100 1404,100|1422,-100 1422,100|1440,-100 1440,100')),
  screen.outline(whole('1360,150 1372,240! 1404,330! 1480,300 1560,220 1604,110 1612,0'), 'glass'),
  screen.line(whole('1392,150 1420,290! 1490,262 1556,190 1584,90 1588,0')),
  ...both(screen.fine, line('1440,200 1500,150 1540,80') + circle(1440, 296, 7) + circle(1540, 216, 7) + circle(1598, 84, 7)),
  ...both(bars.fine, ring(1290, 106, 27, 16)),
];

/** From above, x and y in mm, left of the craft up; lower parts first. */
export const TOP: readonly Stroke[] = [...under, ...shield, ...body, ...caseTop, ...upper, frame.centre('M-580 0L2020 0')];
