import { circle, dots, hose, penFor, rays, ring, treads, tube, xy, type Stroke} from './pen';

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
    pen.line(ring(x, y, 62, 50), 'metal'),
    pen.line(circle(x, y, 44), 'dark'),
    pen.fine(dots(x, y, 36, 4, 6, 20)),
    pen.line(circle(x, y, 17), 'metal'),
    // Valve.
    pen.fine(rays(x, y, rim - 44, rim - 24, 1, 118)),
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
  frame.line('M10 452L74 476L116 440L96 398L56 392L44 424Z', 'dark'),
  frame.fine(circle(82, 440, 11) + circle(50, 446, 7) + 'M96 398L72 372'),
  frame.line(hose([[110, 446], [180, 440], [300, 428], [430, 456], [520, 486], [596, 520]], 9), 'dark'),
  frame.line(circle(0, 334, 27), 'metal'),
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
  frame.outline('M716 592L952 516L1004 684L776 770Z', 'dark'),
  // Fins stand proud of the barrel, thicker towards the head.
  ...Array.from({ length: 9 }, (_, i) => {
    const [low, high] = [0.06 + i * 0.105, 0.06 + i * 0.105 + 0.062];
    const left = (t: number, out: number) => xy(716 + 60 * t - 0.95 * out, 592 + 178 * t + 0.31 * out);
    const right = (t: number, out: number) => xy(952 + 52 * t + 0.95 * out, 516 + 168 * t - 0.31 * out);
    return frame.line(`M${left(low, 9)}L${right(low, 9)}L${right(high, 9)}L${left(high, 9)}Z`, 'metal');
  }),
  frame.outline('M770 766L1006 680L1030 750C1026 778 820 846 796 834Z', 'dark'),
  frame.fine('M786 792L1014 710M820 822L880 802'),
  frame.fine('M806 806L1014 734M800 786L826 852M1008 712L1032 762'),
  frame.fine(circle(824, 806, 8) + circle(874, 788, 8) + circle(924, 770, 8) + circle(974, 752, 8)),
  // Exhaust port: flange and its two nuts.
  frame.line('M964 588L990 580L1012 646L986 656Z', 'metal'),
  frame.fine(circle(978, 592, 7) + circle(998, 642, 7)),
  // Joint of the cases, ribs below the barrel.
  frame.fine('M552 420C600 400 620 396 640 392M760 372C840 360 930 366 990 398M760 588L744 560M820 568L806 540M880 548L868 522M936 530L926 506'),
  // Clutch cover, water pump, sight glass.
  frame.line(circle(690, 436, 112), 'metal'),
  frame.fine(circle(690, 436, 84) + dots(690, 436, 98, 6.5, 10, 12)),
  frame.fine(circle(690, 436, 30)),
  frame.line(circle(880, 410, 56), 'metal'),
  frame.fine(dots(880, 410, 46, 5, 5, 20) + circle(880, 410, 22)),
  frame.line(circle(780, 344, 17), 'glass'),
  // Casting ribs, filler, starter, plug lead, throttle body.
  frame.fine('M560 470C600 510 650 536 720 552M792 330L816 372M836 316L846 356M600 346L628 372M986 430L936 436M976 486L930 470'),
  frame.line(circle(800, 500, 19), 'metal'),
  frame.fine(circle(800, 500, 11) + 'M788 500L812 500'),
  frame.line('M604 548L696 566L690 604L598 590Z', 'metal'),
  frame.fine('M624 553L618 593M676 562L670 600'),
  frame.line(hose([[902, 792], [880, 838], [820, 852], [770, 846]], 10), 'seat'),
  frame.line('M770 760L714 742L706 786L776 806Z', 'metal'),
  frame.fine('M748 753L742 796M728 747L722 791'),
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
  // Peg plate, peg, brake pedal with its pump, heel guard, centre stand folded up.
  frame.line(tube([[586, 312], [470, 276], [352, 286]], 24), 'dark'),
  frame.line('M352 300L318 306L306 282L356 274Z', 'dark'),
  frame.line('M536 470L590 520L640 500L664 420L640 372L566 372L540 410Z', 'metal'),
  frame.fine(circle(584, 480, 9) + circle(640, 404, 9) + circle(562, 400, 9) + 'M576 450L612 474L634 446L606 424Z'),
  frame.line(tube([[604, 436], [604, 560]], 20), 'dark'),
  frame.line('M590 556L620 556L624 604L586 604Z', 'lamp'),
  frame.fine('M588 590L622 590'),
  frame.line('M566 396L640 366L646 378L574 410Z', 'dark'),
  frame.line('M572 372L720 336L744 342L742 356L720 352L578 388Z', 'metal'),
  frame.fine(Array.from({ length: 6 }, (_, i) => `M${xy(584 + 9 * i, 391 - 4 * i)}L${xy(588 + 9 * i, 401 - 4 * i)}`).join('')),
  frame.line('M330 470L400 446L404 458L338 486Z', 'dark'),
  // Silencer under the pannier.
  frame.outline('M420 300L330 330L250 340L-190 452C-222 462 -236 494 -226 522C-218 546 -192 556 -168 550L270 442L360 384L424 350Z', 'hot'),
  frame.line('M-190 452C-176 474 -170 520 -168 550M250 340C264 366 270 410 270 442'),
  frame.line('M-108 472L196 394C214 392 226 410 218 424L-88 502C-104 504 -116 490 -108 472Z', 'metal'),
  frame.fine(Array.from({ length: 7 }, (_, i) => `M${xy(-70 + 38 * i, 478 - 9.6 * i)}L${xy(-48 + 38 * i, 472.4 - 9.6 * i)}L${xy(-52 + 38 * i, 482.4 - 9.6 * i)}L${xy(-74 + 38 * i, 488 - 9.6 * i)}Z`).join('')),
  frame.fine('M-154 446C-138 470 -132 514 -134 540M-144 444C-128 468 -122 512 -124 538M-218 484C-206 482 -200 500 -206 516'),
  frame.fine(circle(-90, 488, 6) + circle(202, 410, 6)),
  frame.line(tube([[60, 476], [84, 590]], 14), 'metal'),
];

const guard = penFor('frame');
const crashBar: Stroke[] = [
  guard.outline(tube([[1196, 812], [1236, 760], [1232, 660], [1176, 520], [1072, 400], [930, 366]], 27), 'metal'),
  guard.line(tube([[1236, 706], [1110, 690], [1010, 700]], 22), 'metal'),
  guard.fine('M1204 806C1240 758 1242 700 1222 640'),
];

const tankPen = penFor('frame', 'tank');
const tank: Stroke[] = [
  tankPen.outline('M1128 1004C1118 1056 1078 1086 1010 1096C944 1104 892 1084 850 1040C814 1000 786 958 752 916L734 848C810 824 900 812 1000 806L1116 818C1134 880 1140 946 1128 1004Z', 'panel'),
  // Knee pad, crease, seam, filler.
  tankPen.line('M1020 1004C960 1010 904 984 864 934C840 902 822 872 814 850C880 838 950 832 1010 836C1046 880 1052 950 1020 1004Z', 'dark'),
  tankPen.fine('M1004 984C956 986 910 964 878 922C858 896 846 874 840 862M980 852L1004 952M950 852L984 968M920 854L956 972M890 858L924 956'),
  tankPen.line('M1104 1040C1060 1066 1000 1068 944 1046C880 1018 826 964 778 886'),
  tankPen.line('M940 1098L948 1112L1014 1110L1022 1092Z', 'dark'),
  tankPen.fine('M956 1105L1008 1103M1112 990C1098 1030 1060 1054 1010 1062'),
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
  seatPen.outline('M778 930C722 888 664 866 602 862C546 860 504 876 476 912C462 938 444 956 402 963C300 978 180 974 90 954C70 948 58 932 64 914C180 908 330 898 414 864C500 822 622 792 748 838C764 862 774 892 778 930Z', 'seat'),
  seatPen.line('M476 912C430 916 400 918 374 920M752 860C652 836 552 844 454 892'),
  seatPen.line('M66 922C184 918 336 906 424 874C510 838 624 806 750 848'),
  seatPen.fine('M746 890C694 860 640 848 594 848C552 850 520 864 498 888M446 944C344 960 204 958 104 940'),
  seatPen.fine(Array.from({ length: 17 }, (_, i) => `M${xy(128 + 17 * i, 940 + 0.5 * i - 0.034 * i * i)}L${xy(134 + 17 * i, 933 + 0.5 * i - 0.034 * i * i)}`).join('')),
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
  // Two-piston caliper on its lugs behind the slider, over the disc's edge.
  bars.line(`M${at(fork(104, -20))}L${at(fork(104, -46))}L${at(fork(128, -52))}L${at(fork(128, -20))}Z`, 'metal'),
  bars.line(`M${at(fork(186, -20))}L${at(fork(186, -52))}L${at(fork(210, -46))}L${at(fork(210, -20))}Z`, 'metal'),
  bars.outline(
    `M${at(fork(92, -44))}C${at(fork(84, -78))} ${at(fork(92, -106))} ${at(fork(118, -116))}L${at(fork(186, -122))}C${at(fork(214, -116))} ${at(fork(226, -84))} ${at(fork(218, -48))}L${at(fork(196, -38))}L${at(fork(116, -38))}Z`,
    'dark',
  ),
  bars.fine(circle(...fork(130, -82), 19) + circle(...fork(130, -82), 11) + circle(...fork(182, -86), 19) + circle(...fork(182, -86), 11)),
  bars.fine(circle(...fork(116, -36), 6) + circle(...fork(198, -36), 6) + `M${at(fork(156, -44))}L${at(fork(154, -118))}`),
  bars.line(circle(1540, 348, 24), 'metal'),
  bars.fine(circle(1540, 348, 11)),
  bars.line(tube([fork(298), fork(322)], 72), 'dark'),
  bars.fine(`M${at(fork(60, -30))}L${at(fork(280, -30))}`),
  // Lower and upper yoke, the stem between them.
  bars.line(tube([fork(590, -62), fork(800, -62)], 40), 'metal'),
  bars.outline(`M${at(fork(560, 30))}L${at(fork(610, 34))}L${at(fork(628, -96))}L${at(fork(588, -104))}Z`, 'dark'),
  bars.outline(`M${at(fork(764, 32))}L${at(fork(796, 34))}L${at(fork(812, -92))}L${at(fork(776, -98))}Z`, 'dark'),
];

const barPen = penFor('bars');
const controls: Stroke[] = [
  // Riser and clamp on the upper yoke, the bar sweeping up and back to the grip.
  barPen.outline('M1176 1040L1128 1018L1092 1124L1096 1156L1124 1168L1146 1152Z', 'dark'),
  barPen.fine('M1158 1046L1120 1150M1128 1030L1166 1048'),
  barPen.outline(hose([[1116, 1150], [1106, 1178], [1080, 1200], [1040, 1208]], 26), 'metal'),
  barPen.line(circle(1116, 1148, 25), 'metal'),
  barPen.fine(circle(1116, 1148, 14) + 'M1098 1130L1134 1166'),
  // Switches, brake lever and its pump, throttle cable.
  barPen.line(hose([[1082, 1190], [1132, 1158], [1176, 1090], [1190, 1010]], 9), 'dark'),
  barPen.outline('M1094 1184L1098 1224L1054 1230L1050 1188Z', 'dark'),
  barPen.fine('M1062 1200L1088 1197M1064 1212L1090 1209'),
  barPen.outline('M1044 1191L938 1200C930 1202 930 1232 938 1233L1046 1226Z', 'seat'),
  barPen.fine(Array.from({ length: 11 }, (_, i) => `M${xy(1036 - 8.6 * i, 1192 + 0.7 * i)}L${xy(1037 - 8.6 * i, 1226 + 0.5 * i)}`).join('')),
  barPen.line('M936 1206L920 1208L918 1226L936 1228Z', 'metal'),
  barPen.line('M1104 1212L1116 1192L1096 1176L1000 1172C984 1172 982 1184 996 1186L1080 1194L1092 1208Z', 'metal'),
  barPen.line('M1098 1222L1136 1226L1140 1250L1104 1248Z', 'lamp'),
  // Hand guard: a blade before the lever, held at the bar end and by the clamp.
  barPen.outline('M928 1214C954 1148 1030 1112 1106 1116C1152 1120 1184 1144 1186 1184C1188 1220 1168 1248 1138 1262C1120 1268 1112 1256 1122 1246C1146 1230 1156 1208 1150 1184C1142 1156 1110 1148 1072 1150C1018 1154 974 1174 944 1222Z', 'panel'),
  barPen.fine('M950 1196C984 1148 1040 1128 1100 1130C1142 1134 1168 1154 1170 1186C1172 1212 1160 1234 1142 1248'),
  barPen.fine(circle(1148, 1150, 6)),
  // Mirror.
  barPen.line(hose([[1076, 1228], [1084, 1270], [1062, 1306], [1066, 1344]], 13), 'metal'),
  barPen.line(circle(1077, 1232, 13), 'dark'),
  barPen.outline('M1022 1350C1042 1334 1098 1332 1114 1348C1126 1364 1120 1396 1102 1406C1076 1412 1042 1410 1028 1398C1016 1384 1012 1364 1022 1350Z', 'dark'),
  barPen.fine('M1032 1356C1050 1344 1092 1342 1106 1354C1114 1366 1110 1388 1098 1396'),
];

const screenPen = penFor('bars', 'screen');
const cowlPen = penFor('bars', 'cowl');
const fairing: Stroke[] = [
  // Brackets from the yokes, front brake hose.
  bars.line(tube([fork(612), [1300, 950], [1360, 962]], 20), 'metal'),
  bars.line(tube([fork(788), [1240, 1096]], 22), 'metal'),
  bars.line(hose([[1178, 1060], [1262, 930], [1330, 760], [1392, 640], [1404, 540], [1432, 508]], 10), 'dark'),
  // Instrument pod, seen through the screen.
  bars.line('M1188 1192L1214 1270L1262 1288L1286 1276L1250 1180Z', 'dark'),
  bars.fine('M1200 1198L1224 1268M1206 1226L1232 1218'),
  screenPen.outline('M1412 1184C1390 1262 1336 1380 1262 1484C1248 1502 1222 1506 1212 1490C1200 1466 1206 1384 1216 1310C1220 1278 1226 1252 1236 1230Z', 'glass'),
  screenPen.line('M1398 1190C1374 1264 1322 1374 1250 1474C1240 1486 1228 1488 1222 1480'),
  screenPen.fine('M1300 1232L1252 1366M1324 1240L1288 1338M1228 1330C1234 1290 1240 1262 1250 1238'),
  screenPen.fine(circle(1276, 1236, 7) + circle(1372, 1208, 7)),
  cowlPen.outline('M1190 1000C1170 1074 1172 1160 1200 1236C1216 1256 1240 1260 1276 1252C1340 1238 1404 1206 1448 1162C1484 1124 1506 1080 1506 1040C1506 1004 1486 972 1448 954C1396 932 1300 926 1240 946C1214 956 1198 976 1190 1000Z', 'panel'),
  // Lamp: lens wrapping round to the side, reflector inside.
  cowlPen.outline('M1410 1150C1452 1128 1490 1086 1496 1042C1498 1012 1480 986 1450 976C1434 1004 1420 1036 1412 1072C1406 1102 1404 1130 1410 1150Z', 'lamp'),
  cowlPen.fine('M1420 1128C1450 1106 1478 1074 1482 1042C1484 1020 1472 1002 1454 994C1442 1018 1430 1046 1424 1078C1418 1100 1416 1116 1420 1128ZM1444 1010L1462 1094M1462 1004L1478 1062M1430 1050L1442 1114'),
  // Crease, lower lip, air slot, rim behind the dash.
  cowlPen.line('M1410 1150C1350 1176 1276 1182 1186 1154M1450 976C1380 956 1290 958 1222 984L1192 996'),
  cowlPen.line('M1240 1010L1350 990C1362 990 1366 1006 1356 1012L1254 1034C1240 1036 1230 1018 1240 1010Z', 'dark'),
  cowlPen.fine('M1252 1022L1352 1000M1200 1236C1214 1212 1238 1196 1276 1190C1330 1184 1384 1172 1424 1150'),
  cowlPen.fine(circle(1206, 1060, 8) + circle(1222, 1210, 8) + circle(1386, 1060, 8) + circle(1372, 1146, 8)),
  // Indicator.
  cowlPen.line('M1336 944L1352 922L1392 918L1408 934L1396 956L1350 962Z', 'lamp'),
  cowlPen.fine('M1362 924L1358 958M1384 922L1380 958'),
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
