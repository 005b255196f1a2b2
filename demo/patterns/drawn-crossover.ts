import { bucket, helmSide, helmTop, mudTyreTop, mudWheel, shock } from './drawn-buggy-parts';
import { both, bent, box, circle, line, lines, oval, penFor, pipe, shape, whole, type Stroke } from './pen';

const frame = penFor('frame');
const bed = penFor('bed');
const cover = (id: string, body = 'frame') => penFor(body, id);
const bonnet = cover('bonnet');
const dashTop = cover('dashTop');
const dash = cover('dashFace');
const console_ = cover('consoleLeft');
const running: Stroke[] = [
  // Engine and drive below the bed, the front drive below the bonnet.
  frame.line(shape('-240,420! -250,600 -200,680! 420,690! 470,620 460,440! 300,400 -100,400'), 'dark'),
  frame.fine(circle(120, 540, 92) + circle(120, 540, 60) + lines('-220,470 440,480|-200,640 40,650') + circle(330, 520, 54)),
  frame.line(shape('1960,440! 1990,540 2120,560 2250,540 2280,440! 2160,410'), 'dark'),
  // Frame rails, arms, shocks; wheels.
  frame.outline(pipe('-360,470 600,430 1640,430 2300,520', 60), 'metal'),
  ...shock(frame, [60, 400], [180, 820], 74),
  ...shock(frame, [2120, 420], [2020, 900], 74),
  frame.line(pipe('0,345 420,460', 40) + pipe('2150,345 1780,450', 40), 'metal'),
  ...mudWheel(frame, 0, 340, 340, 184),
  ...mudWheel(frame, 2150, 340, 340, 184),
];

const cargo: Stroke[] = [
  bed.outline(shape('-420,1080! -430,900 -424,740! -380,690! 500,690! 540,740 552,1080!'), 'panel'),
  bed.line(shape('-420,1080! -440,1100 -440,1120! 570,1120! 570,1100 552,1080!'), 'dark'),
  bed.fine(lines('-300,740 -300,1060|-140,740 -140,1060|20,740 20,1060|180,740 180,1060|340,740 340,1060') + lines('-410,1000 540,1000')),
  bed.line(box(-428, 800, -404, 1040, 6), 'lamp'),
  bed.line(circle(-380, 700, 22), 'metal'),
  bed.fine(circle(-380, 700, 10)),
  // Arch over the rear wheel.
  frame.outline(shape('-436,590! -400,690 -260,780 0,800 260,774 400,680 440,570! 404,556 350,650 230,724 0,746 -230,730 -350,664 -396,576!'), 'dark'),
  frame.line(shape('-300,540! -400,536 -436,500 -430,456 -396,440! -300,446!'), 'hot'),
  frame.fine(circle(-404, 490, 22)),
];

const tub: Stroke[] = [
  // Rocker, floor, skid plate.
  frame.outline(shape('430,640! 470,560 560,470 640,430! 1660,430! 1730,480 1780,580 1800,680! 1700,640 1560,540 700,540 560,620'), 'panel'),
  frame.fine(lines('640,470 1650,470') + line('520,600 640,510 1560,506 1690,590')),
  frame.line(shape('560,400! 1720,400! 1780,440 1700,432! 620,432!'), 'dark'),
  // Seat, wheel and dash seen over the door.
  ...bucket(frame, 720, 640),
  frame.line(bent('640,1180 700,1060 760,900', 26), 'dark'),
  ...helmSide(frame, [1330, 1160], -28, 170),
  dash.outline(shape('1480,1150! 1470,1060 1500,920 1540,780! 1700,780 1720,1000 1680,1140! 1580,1170'), 'dark'),
  dash.fine(line('1500,1120 1500,1040 1530,900') + lines('1500,1040 1700,1040')),
  dashTop.outline(shape('1480,1150! 1500,1184 1600,1190 1720,1150 1740,1100! 1660,1130'), 'panel'),
  dashTop.fine(circle(1530, 1172, 6) + circle(1600, 1178, 6) + circle(1670, 1160, 6)),
];

const door: Stroke[] = [
  penFor('doorRight').outline(shape('600,1000! 640,760 720,600! 1450,560! 1600,600 1680,700 1690,900! 1640,960 1500,990 1120,940 900,940 760,1010'), 'panel'),
  penFor('doorRight').line(shape('680,960! 710,780 770,650! 1430,616! 1560,650 1620,720 1628,880! 1560,920 1130,886 900,890 780,950')),
  penFor('doorRight').fine(line('720,860 960,800 1300,800 1600,850') + lines('800,700 1480,668')),
  penFor('doorRight').line(box(690, 900, 780, 924, 8), 'dark'),
  penFor('doorRight').line(circle(1672, 740, 15) + circle(1676, 900, 15), 'metal'),
];

const nose: Stroke[] = [
  // Front wing and arch.
  frame.outline(shape('1690,900! 1720,1080 1800,1096! 2100,1074 2330,1010 2440,900 2470,760! 2440,660! 2410,590 2440,560! 2400,640 2300,700 2150,724 1980,710 1880,660 1830,580! 1800,560 1740,560'), 'panel'),
  frame.outline(shape('1750,580! 1790,700 1910,780 2150,802 2370,764 2486,670 2506,580! 2474,570 2424,654 2330,716 2150,744 1960,726 1860,660 1804,570!'), 'dark'),
  bonnet.outline(shape('1716,1090! 1760,1136 1900,1130 2120,1090 2330,1020 2440,930! 2400,900 2160,990 1900,1050'), 'panel'),
  bonnet.line(line('1760,1110 1940,1094 2160,1040 2350,970') + shape('1840,1118! 1880,1140 1990,1124 2020,1096!')),
  bonnet.fine(circle(1756, 1100, 9) + circle(2390, 936, 9)),
  frame.outline(shape('2330,1000! 2420,940 2468,860 2460,820! 2380,830 2310,880 2290,950'), 'lamp'),
  frame.fine(line('2320,970 2400,910 2450,850') + circle(2372, 900, 34)),
  frame.line(shape('2456,800! 2486,780 2480,640 2440,640!'), 'dark'),
  frame.fine(lines('2452,770 2482,764|2450,740 2482,734|2448,710 2482,704|2446,680 2482,674')),
  frame.outline(bent('2400,560 2480,560 2520,620 2510,760 2470,800', 40), 'metal'),
  frame.line(pipe('2440,470 2500,540', 34), 'metal'),
];

const cage: Stroke[] = [
  frame.outline(bent('1700,1090 1560,1420 1380,1760 1300,1840 1200,1866', 54), 'metal'),
  frame.outline(pipe('1210,1866 560,1880', 54), 'metal'),
  frame.outline(bent('570,1880 480,1850 450,1740 470,1400 500,1080', 54), 'metal'),
  frame.outline(pipe('640,1866 700,1380 760,1000', 46), 'metal'),
  frame.line(pipe('480,1560 690,1460', 36), 'metal'),
  // Roof, mirror, cans on the cage.
  frame.outline(shape('470,1898! 520,1930 900,1946 1240,1916 1300,1880! 900,1906'), 'dark'),
  frame.line(pipe('1516,1500 1600,1530', 16), 'metal'),
  frame.outline(box(1580, 1480, 1640, 1590, 18), 'dark'),
];

/** From the right, x and z in mm; far parts first. */
export const SIDE: readonly Stroke[] = [...running, ...tub, ...cargo, ...nose, ...door, ...cage, frame.centre('M-500 0L2580 0M0 300L0 380M-40 340L40 340M2150 300L2150 380M2110 340L2190 340')];

const below: Stroke[] = [
  ...[0, 2150].flatMap((x) => [...mudTyreTop(frame, x, 340, 500, 786), ...mudTyreTop(frame, x, 340, -500, -786)]),
  ...[0, 2150].flatMap((x) => [...both(frame.line, pipe(`${x - 60},160 ${x - 20},520`, 40), 'metal'), ...both(frame.line, pipe(`${x + 90},160 ${x + 30},520`, 40), 'metal')]),
  ...both(frame.outline, pipe('-360,230 600,250 1640,250 2300,210', 60), 'metal'),
];

const hull: Stroke[] = [
  // Arches, rockers, floor.
  ...both(frame.outline, shape('-430,560! -400,480 0,440 400,480 430,560! 420,740 380,780! 0,796 -380,780! -424,740'), 'dark'),
  ...both(frame.outline, shape('1760,560! 1810,460 2150,430 2420,470 2500,560! 2496,720 2440,776! 2150,796 1830,770! 1770,720'), 'dark'),
  frame.outline(whole('430,0! 430,640 470,700! 1720,700! 1790,620! 1790,0!'), 'panel'),
  frame.line(whole('560,0! 560,560 600,620! 1500,630! 1500,0!'), 'paper'),
  frame.fine(lines('640,-600 640,600|1180,-610 1180,-60|1180,60 1180,610|1300,-614 1300,-60|1300,60 1300,614|1420,-618 1420,-60|1420,60 1420,618')),
  ...both(penFor('doorRight').outline, shape('620,700! 1690,700! 1700,740 1640,766 760,770 650,750'), 'panel'),
  ...both(penFor('doorRight').fine, lines('680,730 1640,730')),
  // Seats either side of the console.
  ...both(frame.outline, shape('700,150 740,120! 1180,130! 1230,170 1240,340 1230,520 1180,560! 740,570! 700,540 690,340'), 'seat'),
  ...both(frame.outline, shape('640,170 620,200! 610,340 620,510! 660,548 740,540 760,340 740,160'), 'seat'),
  ...both(frame.fine, lines('800,190 1180,190|800,500 1180,500|800,345 1180,345')),
  console_.outline(whole('640,0! 640,60 660,96! 1440,100! 1480,60 1480,0'), 'dark'),
  console_.fine(whole('1000,0! 1000,40 1010,64! 1120,64! 1130,0!') + circle(1280, 0, 34)),
  console_.line(circle(1280, 0, 16), 'metal'),
];

const upperTop: Stroke[] = [
  // Cargo bed.
  bed.outline(whole('-440,0! -440,600 -430,640! 540,640! 560,600 560,0!'), 'panel'),
  bed.line(whole('-400,0! -400,590! 510,590! 510,0!'), 'dark'),
  bed.fine(lines('-380,-500 490,-500|-380,-400 490,-400|-380,-300 490,-300|-380,-200 490,-200|-380,-100 490,-100|-380,100 490,100|-380,200 490,200|-380,300 490,300|-380,400 490,400|-380,500 490,500')),
  ...both(bed.line, box(-440, 460, -416, 590, 6), 'lamp'),
  // Dash, its top, bonnet, wings, lamps, grille.
  dash.outline(whole('1480,0! 1480,560 1490,640! 1700,660 1740,620! 1740,0!'), 'dark'),
  dashTop.outline(whole('1520,0! 1520,540 1530,626! 1640,650 1740,640! 1760,0'), 'panel'),
  dashTop.fine(lines('1560,-560 1560,560|1600,-570 1600,570') + circle(1640, 500, 7) + circle(1640, -500, 7) + circle(1650, 160, 7) + circle(1650, -160, 7)),
  ...both(frame.outline, shape('1730,560! 1760,700 1840,706! 2140,640 2360,520 2450,400! 2330,380 2100,440 1780,520'), 'panel'),
  bonnet.outline(whole('1716,0! 1716,470 1740,540! 1900,520 2140,460 2340,370 2440,250! 2452,0'), 'panel'),
  bonnet.line(whole('1780,0! 1780,380 1800,440! 1960,420 2160,360 2320,270 2380,0')),
  bonnet.line(whole('1840,0! 1840,120 1850,170! 1990,160! 2020,110 2024,0'), 'dark'),
  bonnet.fine(lines('1870,-140 1870,140|1910,-140 1910,140|1950,-138 1950,138|1990,-130 1990,130') + circle(1756, 440, 9) + circle(1756, -440, 9) + circle(2400, 180, 9) + circle(2400, -180, 9)),
  ...both(frame.outline, shape('2300,520! 2390,450 2452,340 2464,260! 2400,260 2320,360 2286,470'), 'lamp'),
  frame.line(whole('2456,0! 2452,240! 2486,230! 2490,0!'), 'dark'),
  frame.outline(bent('2440,430 2510,380 2526,200 2526,-200 2510,-380 2440,-430', 40), 'metal'),
  ...helmTop(frame, 1340, 330, 176),
  // Cage and roof, seen through.
  ...both(frame.outline, pipe('1690,640 1300,520 560,520 480,600', 50), 'metal'),
  frame.outline(pipe('1300,-520 1300,520', 46), 'metal'),
  frame.outline(pipe('560,-520 560,520', 46), 'metal'),
  frame.line(pipe('900,-510 900,510', 36), 'metal'),
  ...both(frame.outline, box(1580, 700, 1636, 800, 16), 'dark'),
  ...both(frame.fine, oval(520, 560, 16, 16)),
];

/** From above, x and y in mm, left of the craft up; lower parts first. */
export const TOP: readonly Stroke[] = [...below, ...hull, ...upperTop, frame.centre('M-500 0L2580 0')];
