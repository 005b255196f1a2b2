import type { Stroke } from '../pattern';
import { circle, dots, penFor, rays, ring, treads, tube, xy } from './pen';

const frame = penFor('frame');
const bars = penFor('bars');

const REAR = [0, 334] as const;
const FRONT = [1540, 348] as const;
/** A point `t` mm up the fork from the front axle, `out` mm ahead of the legs. Rake 26°. */
const fork = (t: number, out = 0): readonly [number, number] => [
  FRONT[0] - 0.4384 * t + 0.8988 * out,
  FRONT[1] + 0.8988 * t + 0.4384 * out,
];
const at = ([x, y]: readonly [number, number]) => xy(x, y);

function wheel(pen: typeof frame, [x, y]: readonly [number, number], tyre: number, rim: number, disc: number): Stroke[] {
  return [
    pen.outline(treads(x, y, tyre, 9, 58), 'tyre'),
    pen.fine(ring(x, y, tyre - 22, tyre - 40)),
    pen.line(ring(x, y, rim, rim - 24), 'metal'),
    pen.line(circle(x, y, rim - 24), 'paper'),
    pen.fine(rays(x, y, 34, rim - 24, 18, 4, 52) + rays(x, y, 34, rim - 24, 18, 10, -52)),
    pen.line(ring(x, y, disc, disc - 46), 'metal'),
    pen.fine(dots(x, y, disc - 14, 4.5, 22) + dots(x, y, disc - 30, 4.5, 22, 8)),
    pen.fine(rays(x, y, 40, disc - 46, 6, 15, 16)),
    pen.line(circle(x, y, 44), 'dark'),
    pen.line(circle(x, y, 17), 'metal'),
  ];
}

const rearEnd: Stroke[] = [
  ...wheel(frame, REAR, 334, 246, 122),
  // Number plate hanger and rear guard.
  frame.line('M-60 905C-150 890 -190 860 -216 800L-300 610L-278 600L-196 772C-178 812 -130 840 -40 850Z', 'dark'),
  frame.line('M-290 690L-306 566L-292 564L-274 684Z', 'paper'),
  // Swing arm, axle block, shock.
  frame.outline('M548 470C430 462 200 400 60 372L-42 362L-52 306L60 300C240 318 430 372 560 392Z', 'metal'),
  frame.fine('M500 448C380 430 200 382 80 360M500 404C380 378 200 332 90 318'),
  frame.line(circle(0, 334, 27), 'metal') ,
  frame.fine(circle(0, 334, 14) + 'M-46 334L-30 334M30 334L52 334'),
  frame.line(tube([[556, 770], [486, 452]], 44), 'metal'),
  frame.fine(Array.from({ length: 11 }, (_, i) => `M${xy(528 - 5.2 * i, 752 - 23.5 * i)}L${xy(580 - 5.2 * i, 734 - 23.5 * i)}`).join('')),
];

const chassis: Stroke[] = [
  // Twin spar from the steering head to the swing arm pivot.
  frame.outline('M1206 990L1140 1010C1000 940 820 850 690 800C600 764 540 640 500 480L560 380L612 400C616 540 664 690 760 740C900 806 1100 830 1234 862Z', 'metal'),
  frame.fine('M1160 980C1010 912 850 838 716 776C640 736 590 640 560 500M1190 884C1040 858 880 826 780 786'),
  frame.line(circle(548, 434, 34), 'metal'),
  frame.fine(circle(548, 434, 16)),
  // Subframe.
  frame.line(tube([[690, 800], [420, 846], [96, 892]], 26), 'metal'),
  frame.line(tube([[560, 560], [330, 740], [120, 868]], 22), 'metal'),
  // Steering head tube, square to the axis.
  frame.outline(`M${xy(1262, 858)}L${xy(1205, 830)}L${xy(1126, 992)}L${xy(1183, 1020)}Z`, 'metal'),
];

const engine: Stroke[] = [
  // Air box and what lies behind the cylinders.
  frame.line('M640 800L780 836L1060 812L1090 700L1040 570L960 500L760 560L620 560L566 640Z', 'dark'),
  frame.fine('M664 780L780 806M650 740L770 768M636 700L764 730M622 662L758 690'),
  frame.outline('M548 470L560 352C600 318 660 300 730 296L900 300C960 312 990 356 992 410L980 500L930 540L770 590L700 580C620 560 560 530 548 470Z', 'dark'),
  // Cylinders and head lean forward.
  frame.outline('M716 592L952 516L1004 684L776 770Z', 'metal'),
  frame.fine(Array.from({ length: 6 }, (_, i) => `M${xy(726 + 9 * i, 617 + 25 * i)}L${xy(960 + 7.6 * i, 542 + 24.5 * i)}`).join('')),
  frame.outline('M770 766L1006 680L1030 750C1026 778 820 846 796 834Z', 'dark'),
  frame.fine('M786 792L1014 710M820 822L880 802'),
  frame.fine(dots(918, 764, 62, 6, 2, 160)),
  // Clutch cover, water pump, sight glass.
  frame.line(circle(690, 436, 112), 'metal'),
  frame.fine(circle(690, 436, 84) + dots(690, 436, 98, 6.5, 10, 12)),
  frame.fine(circle(690, 436, 30)),
  frame.line(circle(880, 410, 56), 'metal'),
  frame.fine(dots(880, 410, 46, 5, 5, 20) + circle(880, 410, 22)),
  frame.line(circle(780, 344, 17), 'glass'),
  // Radiator and hose.
  frame.line('M1046 560L1100 548L1152 800L1098 812Z', 'dark'),
  frame.fine(Array.from({ length: 12 }, (_, i) => `M${xy(1050 + 4.2 * i, 578 + 19.5 * i)}L${xy(1104 + 4.2 * i, 566 + 19.5 * i)}`).join('')),
  frame.line('M886 466C960 470 1010 500 1054 590L1036 602C1000 530 960 500 884 492Z', 'dark'),
  // Headers.
  frame.outline('M986 640C1060 640 1092 590 1088 520C1084 430 1030 318 950 284L640 262L420 300L420 348L650 314L930 334C990 362 1030 450 1036 520C1038 560 1020 588 972 590Z', 'hot'),
  frame.fine('M1010 622C1050 612 1066 570 1062 520C1056 430 1010 340 942 310L646 288L420 324'),
  // Bash plate.
  frame.outline('M600 268L920 236L1010 268L1098 432L1074 446L984 306L912 274L606 300Z', 'metal'),
  frame.fine('M700 266L716 288M760 260L776 282M820 254L836 276M880 248L896 270'),
  // Peg, brake pedal, heel guard.
  frame.line('M566 396L640 366L646 378L574 410Z', 'dark'),
  frame.line('M572 372L720 336L744 342L742 356L720 352L578 388Z', 'metal'),
  frame.fine(Array.from({ length: 6 }, (_, i) => `M${xy(584 + 9 * i, 391 - 4 * i)}L${xy(588 + 9 * i, 401 - 4 * i)}`).join('')),
  frame.line('M330 470L400 446L404 458L338 486Z', 'dark'),
  // Silencer under the pannier.
  frame.outline('M420 300L330 330L250 340L-190 452C-222 462 -236 494 -226 522C-218 546 -192 556 -168 550L270 442L360 384L424 350Z', 'hot'),
  frame.line('M-190 452C-176 474 -170 520 -168 550M250 340C264 366 270 410 270 442'),
  frame.fine('M-120 452L210 368M-110 524L230 438M-218 484C-206 482 -200 500 -206 516'),
];

const guard = penFor('frame');
const crashBar: Stroke[] = [
  guard.outline(tube([[1196, 812], [1236, 760], [1232, 660], [1176, 520], [1072, 400], [930, 366]], 27), 'metal'),
  guard.line(tube([[1236, 706], [1110, 690], [1010, 700]], 22), 'metal'),
  guard.fine('M1204 806C1240 758 1242 700 1222 640'),
];

const tankPen = penFor('frame', 'tank');
const tank: Stroke[] = [
  tankPen.outline('M1108 1010C1086 1064 1016 1096 948 1094C868 1092 804 1010 742 912L730 850C800 828 900 812 1000 806L1120 812Z', 'panel'),
  tankPen.line('M1076 1036C1020 1060 960 1052 900 1010C840 966 800 910 784 846'),
  tankPen.line('M930 1094L938 1108L1002 1104L1008 1086Z', 'dark'),
  tankPen.fine('M946 1101L996 1098M1000 1060C950 1052 900 1020 868 980'),
];
const shroudPen = penFor('frame', 'shroudRight');
const shroud: Stroke[] = [
  shroudPen.outline('M1114 992C1160 960 1222 880 1250 808L1216 770L1140 700C1110 690 1080 694 1064 712L1000 806L900 838C960 880 1050 940 1114 992Z', 'panel'),
  shroudPen.line('M1196 860L1098 724L1128 712L1222 790Z', 'dark'),
  shroudPen.fine('M1114 966C1040 908 980 868 940 850M1118 738L1206 842M1106 752L1192 856'),
  shroudPen.fine(circle(1040, 832, 9) + circle(1082, 764, 9) + circle(1150, 930, 9)),
];

const seatPen = penFor('frame', 'seat');
const seat: Stroke[] = [
  seatPen.outline('M764 918C700 880 640 866 580 866C520 866 490 880 468 906C456 930 440 950 400 956C300 968 180 966 84 946L60 916C180 912 330 906 420 880C500 850 620 824 742 846Z', 'seat'),
  seatPen.line('M468 906C420 912 396 914 370 916M744 862C640 842 540 850 450 888'),
  seatPen.fine('M730 900C680 874 630 868 582 874C540 878 512 892 492 912M440 940C340 954 200 952 100 936'),
  seatPen.fine(Array.from({ length: 15 }, (_, i) => `M${xy(150 + 18 * i, 926 + 0.4 * i)}L${xy(156 + 18 * i, 921 + 0.4 * i)}`).join('')),
];

const sideCover: Stroke[] = [
  frame.outline('M744 846C690 836 620 838 560 850L430 872L400 836C440 760 500 690 560 644C610 640 648 660 668 700C690 750 716 800 744 846Z', 'panel'),
  frame.line('M452 846C490 780 540 716 584 676C612 676 632 692 644 716L690 820'),
  frame.fine(Array.from({ length: 5 }, (_, i) => `M${xy(520 + 22 * i, 776 - 22 * i)}L${xy(600 + 16 * i, 806 - 24 * i)}`).join('')),
  frame.fine(circle(440, 848, 8) + circle(574, 660, 8)),
];

const tailPen = penFor('frame');
const tail: Stroke[] = [
  tailPen.outline('M420 878C330 904 180 910 60 914L-92 926L-118 902C-40 880 90 860 180 850L420 820Z', 'panel'),
  tailPen.line('M-92 926L-142 918L-150 890L-118 884L-40 880', 'lamp'),
  tailPen.fine('M-128 912L-122 890M-108 916L-102 892'),
  // Rack.
  tailPen.line(tube([[180, 956], [60, 986], [-190, 986]], 18), 'metal'),
  tailPen.line(tube([[-20, 920], [-40, 980]], 14), 'metal'),
  tailPen.line(tube([[110, 918], [96, 972]], 14), 'metal'),
];

const boxPen = penFor('frame', 'pannierRightLid');
const pannier: Stroke[] = [
  frame.line(tube([[160, 846], [160, 600], [-60, 584]], 16), 'metal'),
  frame.outline('M-336 592L-300 556L96 556L132 592L132 828L-336 828Z', 'metal'),
  boxPen.outline('M-342 828L138 828L138 868L112 892L-316 892L-342 868Z', 'metal'),
  // Corner castings, pressed ribs, latches, hinge of the lid.
  frame.line('M-336 640L-336 592L-300 556L-246 556L-268 600L-296 614Z', 'dark'),
  frame.line('M132 640L132 592L96 556L42 556L64 600L92 614Z', 'dark'),
  frame.fine('M-250 640L46 640M-250 652L46 652M-250 720L46 720M-250 732L46 732M-322 640L-322 816M118 640L118 816'),
  boxPen.line('M-236 806L-204 806L-204 858L-236 858ZM16 806L48 806L48 858L16 858Z', 'dark'),
  boxPen.fine('M-228 832L-212 832M24 832L40 832M-318 868L114 868'),
  boxPen.line('M-120 892L-112 912L-92 916L-32 916L-12 912L-4 892', 'none'),
  frame.fine(circle(-102, 686, 30) + circle(-102, 686, 24) + 'M-102 710L-102 662M-126 686L-78 686'),
];

const frontEnd: Stroke[] = [
  ...wheel(bars, FRONT, 348, 280, 152),
  // Low guard.
  bars.outline('M1268 574C1330 676 1440 726 1560 722C1640 718 1720 686 1776 632L1790 646C1730 708 1650 744 1560 748C1430 752 1312 694 1248 586Z', 'panel'),
  bars.fine('M1300 622C1370 700 1470 734 1560 734'),
  bars.line(tube([fork(180, 10), [1430, 716]], 12), 'metal'),
  bars.line(tube([fork(120, 20), [1600, 742]], 12), 'metal'),
  // Slider, tube, brake caliper.
  bars.outline(tube([fork(-34), fork(300)], 60), 'dark'),
  bars.line(tube([fork(300), fork(338)], 66), 'metal'),
  bars.outline(tube([fork(338), fork(790)], 48), 'metal'),
  bars.fine(`M${at(fork(346, 14))}L${at(fork(780, 14))}M${at(fork(-20, 18))}L${at(fork(290, 18))}`),
  bars.line(`M${at(fork(96, -26))}L${at(fork(116, -92))}L${at(fork(186, -110))}L${at(fork(208, -60))}L${at(fork(190, -24))}Z`, 'dark'),
  bars.fine(circle(...(fork(150, -68) as [number, number]), 13)),
  bars.line(circle(1540, 348, 24), 'metal'),
  bars.fine(circle(1540, 348, 11)),
  // Lower and upper yoke, riser.
  bars.outline(`M${at(fork(560, 30))}L${at(fork(610, 34))}L${at(fork(628, -96))}L${at(fork(588, -104))}Z`, 'dark'),
  bars.outline(`M${at(fork(764, 32))}L${at(fork(796, 34))}L${at(fork(812, -92))}L${at(fork(776, -98))}Z`, 'dark'),
];

const barPen = penFor('bars');
const controls: Stroke[] = [
  barPen.line(tube([[1122, 1078], [1100, 1160]], 40), 'dark'),
  barPen.outline(tube([[1112, 1164], [1070, 1188], [1004, 1204]], 27), 'metal'),
  barPen.outline(tube([[1058, 1192], [962, 1212]], 38), 'seat'),
  barPen.fine(Array.from({ length: 8 }, (_, i) => `M${xy(1046 - 11 * i, 1211 + 2.3 * i)}L${xy(1041 - 11 * i, 1180 + 2.3 * i)}`).join('')),
  // Hand guard and lever.
  barPen.outline('M984 1150C1030 1126 1098 1118 1140 1134C1168 1148 1172 1196 1152 1226C1136 1250 1096 1262 1048 1254C1068 1232 1066 1196 1040 1180C1022 1170 1000 1166 984 1150Z', 'panel'),
  barPen.fine('M1008 1150C1052 1136 1100 1132 1128 1148C1148 1164 1150 1196 1136 1222'),
  // Mirror.
  barPen.line(tube([[1078, 1206], [1066, 1330]], 12), 'metal'),
  barPen.outline('M1020 1336C1040 1316 1100 1316 1120 1336C1132 1358 1122 1390 1100 1398C1070 1406 1036 1400 1022 1384C1014 1368 1012 1350 1020 1336Z', 'dark'),
];

const screenPen = penFor('bars', 'screen');
const cowlPen = penFor('bars', 'cowl');
const fairing: Stroke[] = [
  // Bracket from the yokes to the fairing.
  bars.line(tube([fork(600), [1300, 960]], 22), 'metal'),
  bars.line(tube([fork(788), [1260, 1120]], 22), 'metal'),
  screenPen.outline('M1404 1176C1370 1270 1306 1400 1220 1494C1206 1506 1190 1500 1192 1484C1204 1400 1216 1310 1236 1232Z', 'glass'),
  screenPen.fine('M1380 1196C1346 1286 1292 1390 1222 1470M1300 1222L1256 1330'),
  screenPen.fine(circle(1286, 1240, 7) + circle(1352, 1214, 7)),
  cowlPen.outline('M1176 1000C1164 1080 1176 1180 1212 1246C1280 1250 1352 1222 1410 1180C1450 1150 1474 1110 1480 1060L1560 994C1580 976 1572 956 1546 956C1470 962 1390 954 1330 936C1270 926 1210 950 1176 1000Z', 'panel'),
  cowlPen.line('M1478 1064C1462 1108 1436 1136 1404 1152C1384 1130 1378 1070 1388 1026C1420 1012 1462 1022 1478 1064Z', 'lamp'),
  cowlPen.fine('M1466 1066C1452 1100 1434 1122 1410 1134C1398 1110 1394 1070 1400 1040C1424 1030 1452 1040 1466 1066ZM1424 1044L1428 1124M1446 1052L1446 1110'),
  cowlPen.line('M1180 1010C1250 980 1330 980 1388 1000L1552 966'),
  cowlPen.line('M1212 1246C1222 1200 1240 1176 1280 1160C1320 1146 1360 1150 1388 1160'),
  cowlPen.fine('M1196 1040C1250 1012 1320 1008 1380 1020M1400 984L1540 962M1336 946C1330 956 1326 968 1326 980'),
  cowlPen.fine(circle(1206, 1030, 8) + circle(1368, 988, 8) + circle(1236, 1206, 8)),
  // Indicator on its stalk.
  cowlPen.line('M1338 1040L1352 1020L1382 1020L1390 1036L1376 1052L1350 1054Z', 'lamp'),
];

const datum: Stroke[] = [
  frame.centre(`M-400 0L1960 0`),
  frame.centre(`M0 300L0 368M-34 334L34 334M1540 314L1540 382M1506 348L1574 348`),
  bars.centre(`M${xy(1650 - 0.4877 * 690, 690)}L${xy(1650 - 0.4877 * 1330, 1330)}`),
];

/** Right-hand side, x and z in mm. Far parts first. */
export const SIDE_STROKES: readonly Stroke[] = [
  ...rearEnd,
  ...frontEnd,
  ...chassis,
  ...engine,
  ...crashBar,
  ...tail,
  ...sideCover,
  ...tank,
  ...shroud,
  ...seat,
  ...pannier,
  ...controls,
  ...fairing,
  ...datum,
];
