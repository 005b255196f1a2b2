import { helmSide, helmTop } from './drawn-buggy-parts';
import { both, bent, box, circle, line, lines, penFor, pipe, shape, whole, type Stroke } from './pen';

const deck = penFor('deck');
const helm = penFor('deck', 'helmPanel');

const tube: Stroke[] = [
  // Outboard on its pod.
  deck.outline(shape('-560,1000! -580,1180 -540,1290 -420,1330 -180,1320 -120,1260 -110,1000! -180,940 -480,940'), 'dark'),
  deck.line(shape('-460,940! -440,420 -420,300! -220,300! -230,420 -200,940!'), 'metal'),
  deck.line(shape('-640,330! -180,330! -170,280! -640,290!'), 'metal'),
  deck.line(shape('-430,290! -470,180 -440,90! -340,60 -300,-60! -260,-60! -240,100 -220,200 -230,290!'), 'metal'),
  deck.line(shape('-470,190! -520,260 -540,240 -500,150 -530,60 -500,40!'), 'dark'),
  deck.fine(lines('-560,1130 -120,1130|-540,1080 -130,1080')),
  deck.outline(shape('-120,480! -130,760 0,770! 0,420!'), 'metal'),
  // Tube with its nose, keel, lifting strakes, chocks to the deck.
  deck.outline(shape('120,320! 130,120 220,40! 6400,20! 6900,60 7240,260 7330,520! 7200,610 6900,640! 220,640! 130,520'), 'metal'),
  deck.line(line('220,640 220,40') + line('6400,640 6400,20') + line('2300,640 2300,24') + line('4350,640 4350,24')),
  deck.fine(lines('220,320 6400,320') + line('6400,320 6900,340 7260,470') + lines('300,80 6360,64|300,560 6400,560')),
  deck.line(shape('700,150! 6300,150! 6500,190 6300,196! 700,196!'), 'metal'),
  deck.line(shape('300,20! 6300,20! 6200,-20! 360,-20!'), 'metal'),
  ...Array.from({ length: 17 }, (_, i) => deck.line(shape(`${190 + i * 400},640! ${200 + i * 400},700! ${290 + i * 400},700! ${300 + i * 400},640!`), 'metal')),
  ...Array.from({ length: 17 }, (_, i) => deck.line(box(214 + i * 400, 696, 276 + i * 400, 752), 'metal')),
];

const fence: Stroke[] = [
  // What stands behind the fence: seats, helm stand with its screen, wheel.
  deck.outline(shape('4760,1000! 4760,1560 4800,1620 6780,1620 6840,1560 6850,1000!'), 'seat'),
  deck.outline(shape('300,1000! 300,1600 350,1640 2120,1640 2180,1580 2190,1000!'), 'seat'),
  deck.outline(shape('2560,1000! 2520,1480 2500,1820 2540,1860 2640,1850 2680,1500 2720,1200 2760,1000!'), 'seat'),
  deck.outline(shape('3060,1000! 3080,1480 3160,1660 3300,1720 3640,1700 3720,1600 3740,1000!'), 'dark'),
  deck.outline(shape('3300,1716! 3360,1900 3420,1910! 3660,1704!'), 'glass'),
  ...helmSide(deck, [2990, 1520], -28, 170),
  // Deck edge, fence panels with their rails, gates.
  deck.outline(shape('-20,752! -20,830! 7280,830! 7340,800 7340,752!'), 'dark'),
  deck.outline(box(40, 836, 2380, 1480, 30) + box(3960, 836, 7260, 1480, 30) + box(3040, 836, 3900, 1480, 30), 'panel'),
  deck.outline(box(2420, 850, 3000, 1470, 26), 'paper'),
  deck.line(shape('60,1130! 2360,1180 2360,1000! 60,960!') + shape('3060,1194! 3880,1212 3880,1030! 3060,1014!') + shape('3980,1214! 5600,1250 7240,1390! 7240,1300! 5600,1080 3980,1032!'), 'metal'),
  deck.fine(lines('620,850 620,1470|1200,850 1200,1470|1780,850 1780,1470|4520,850 4520,1470|5080,850 5080,1470|5640,850 5640,1470|6200,850 6200,1470|6760,850 6760,1470')),
  deck.fine(lines('2440,960 2980,960|2440,1070 2980,1070|2440,1180 2980,1180|2440,1290 2980,1290|2440,1390 2980,1390|2560,860 2560,1460|2860,860 2860,1460')),
  deck.line(pipe('30,1500 7270,1500', 44) + pipe('40,836 40,1500', 40) + pipe('2400,836 2400,1500', 40) + pipe('3020,836 3020,1500', 40) + pipe('3930,836 3930,1500', 40) + pipe('7260,836 7260,1500', 40), 'metal'),
  deck.line(box(2940, 1190, 2990, 1270, 8) + box(7180, 1536, 7240, 1560, 8), 'dark'),
  deck.line(circle(7080, 1536, 22), 'lamp'),
  deck.line(shape('400,830! 410,870 520,870 530,830!') + shape('6700,830! 6710,870 6820,870 6830,830!'), 'metal'),
];

const canopy: Stroke[] = [
  deck.line(pipe('2240,1520 1120,2600', 34) + pipe('2240,1520 3560,2600', 34) + pipe('2240,1520 1960,2680', 30) + pipe('2240,1520 2760,2680', 30), 'metal'),
  deck.fine(lines('1130,2580 420,1530|3560,2580 4200,1530')),
  deck.outline(shape('1060,2560! 1060,2620 1300,2690 2300,2724 3360,2690 3620,2620 3620,2560! 3500,2600 2300,2650 1200,2600'), 'soft'),
  deck.fine(line('1960,2640 1970,2712') + line('2760,2640 2750,2712') + line('1080,2590 2300,2690 3600,2590')),
  deck.line(circle(2240, 1520, 30), 'metal'),
];

/** From starboard, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...tube, ...fence, ...canopy, deck.centre('M-700 330L7420 330')];

const below: Stroke[] = [
  deck.outline(shape('-560,-150! -600,0 -560,150! -160,190 -110,120 -110,-120 -160,-190'), 'dark'),
  deck.fine(lines('-540,-90 -140,-100|-540,90 -140,100|-560,0 -130,0')),
  deck.outline(box(-130, -230, 10, 230, 20), 'metal'),
  ...both(deck.outline, shape('120,780! 140,640 220,560! 6400,560! 6900,600 7240,740 7330,900! 7240,1060 6900,1190 6400,1220! 220,1220! 140,1140 120,1000!'), 'metal'),
];

const floor: Stroke[] = [
  deck.outline(whole('-20,0! -20,1230 20,1275! 6900,1275! 7100,1230 7300,1050 7360,900! 7360,0!'), 'panel'),
  // Where the tubes and cross-members run below.
  ...both(deck.hidden, 'M220 560L6400 560C6900 600 7240 740 7320 890M220 1220L6400 1220C6900 1190 7240 1060 7320 910'),
  ...Array.from({ length: 17 }, (_, i) => deck.hidden(lines(`${214 + i * 400},-1250 ${214 + i * 400},1250|${276 + i * 400},-1250 ${276 + i * 400},1250`))),
];

const seats: Stroke[] = [
  // Front lounges, rear lounges, sun pad across the stern.
  ...both(penFor('benchFrontLeft', 'benchFrontLeft').outline, shape('4700,620! 4680,1160! 6800,1160! 6980,1060 7000,900 6960,620! 6700,580 4760,580'), 'seat'),
  ...both(deck.outline, shape('4680,1160! 4680,1225! 6820,1225! 7060,1130 7090,900! 7000,900! 6980,1060 6800,1160!'), 'seat'),
  ...both(deck.fine, lines('5200,600 5200,1150|5760,600 5760,1150|6320,600 6320,1150')),
  ...both(penFor('benchRearLeft', 'benchRearLeft').outline, shape('760,1160! 760,620! 820,580 2080,580 2160,640 2180,1160!'), 'seat'),
  ...both(deck.outline, shape('300,1225! 2180,1225! 2180,1160! 300,1160!'), 'seat'),
  ...both(deck.fine, lines('1240,600 1240,1150|1700,600 1700,1150')),
  deck.outline(whole('200,0! 200,1120 260,1160! 700,1160! 740,1100 740,0!'), 'seat'),
  deck.fine(lines('220,-560 720,-560|220,0 720,0|220,560 720,560')),
  // Table, cup holders.
  deck.outline(shape('5300,0! 5360,-330 5560,-360 6100,-360 6280,-300 6330,0 6280,300 6100,360 5560,360 5360,330'), 'wood'),
  deck.fine(circle(5500, 240, 40) + circle(5500, -240, 40) + circle(6120, 240, 40) + circle(6120, -240, 40)),
  deck.outline(circle(1440, 0, 300), 'wood'),
  deck.fine(circle(1440, 0, 60)),
  // Helm stand with screen, helmsman's chair.
  helm.outline(shape('3060,-460! 3040,-800 3060,-1160! 3700,-1180! 3760,-1120 3760,-500! 3700,-450'), 'dark'),
  helm.fine(circle(3190, -640, 58) + circle(3190, -800, 58) + circle(3190, -960, 42) + box(3120, -580, 3240, -500, 6)),
  deck.line(shape('3400,-470! 3460,-800 3400,-1170! 3450,-1170! 3520,-800 3450,-470!'), 'glass'),
  ...helmTop(deck, 3000, -800, 180),
  deck.outline(shape('2460,-560! 2430,-800 2460,-1040! 2840,-1040! 2900,-980 2900,-620 2840,-560!'), 'seat'),
  deck.outline(shape('2440,-600! 2400,-800 2440,-1000! 2530,-1000 2560,-800 2530,-600!'), 'seat'),
  deck.fine(lines('2600,-600 2840,-600|2600,-1000 2840,-1000')),
];

const rails: Stroke[] = [
  // Fence with its gates: starboard, bow, stern.
  ...both(deck.outline, pipe('60,1246 2400,1246', 44), 'metal'),
  ...both(deck.outline, pipe('3020,1246 6900,1246 7160,1170 7290,1000 7300,420', 44), 'metal'),
  deck.outline(pipe('2400,1246 3020,1246', 44), 'metal'),
  deck.line(pipe('2420,-1240 2990,-1240', 24) + pipe('7300,-400 7300,400', 24), 'metal'),
  ...both(deck.outline, pipe('60,1246 60,300', 44), 'metal'),
  deck.line(pipe('60,-290 60,290', 24), 'metal'),
  ...both(deck.line, circle(7080, 1180, 26), 'lamp'),
  ...both(deck.line, box(400, 1250, 530, 1290, 8) + box(6690, 1250, 6820, 1290, 8), 'metal'),
  // Canopy: its bows alone, cloth as an outline.
  deck.hidden(whole('1040,0! 1040,1180 1080,1225! 3600,1225! 3640,1180 3640,0!')),
  deck.line(pipe('1120,-1230 1120,1230', 30) + pipe('1960,-1230 1960,1230', 26) + pipe('2760,-1230 2760,1230', 26) + pipe('3560,-1230 3560,1230', 30), 'metal'),
  ...both(deck.line, bent('1120,1230 1700,1256 2240,1260 3000,1256 3560,1230', 26), 'metal'),
];

/** From above, x and y in mm, port up; lower parts first. */
export const TOP: readonly Stroke[] = [...below, ...floor, ...seats, ...rails, deck.centre('M-700 0L7460 0')];
