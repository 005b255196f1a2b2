import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import type { Material } from '#core/tables/materials';
import { coverWay, leg, node, off, screws } from './making';
import { VAN_PANELS, withPanels } from './panels';
import { circle, dots, mirrored, penFor, ring, tube, type Stroke, drawn } from './pen';

const body = penFor('body');
const both = (draw: (d: string, fill?: Stroke['fill']) => Stroke, d: string, fill: Stroke['fill'] = 'none') => [
  draw(d, fill),
  draw(mirrored(d), fill),
];

function wheel(x: number): Stroke[] {
  return [
    body.outline(circle(x, 340, 342), 'tyre'),
    body.fine(ring(x, 340, 322, 300)),
    body.line(ring(x, 340, 218, 196), 'metal'),
    body.line(circle(x, 340, 196), 'metal'),
    body.fine(dots(x, 340, 140, 26, 8) + dots(x, 340, 70, 10, 5, 18)),
    body.line(circle(x, 340, 40), 'dark'),
  ];
}

const SIDE: Stroke[] = [
  body.centre('M-1100 0L4700 0'),
  // Shell with its arches.
  body.outline(
    'M-1000 480L-1010 2380C-1000 2520 -940 2580 -820 2590L2700 2590C2900 2580 3000 2540 3060 2440L3560 1560L4240 1300C4360 1250 4420 1160 4430 1000L4430 520L4060 420C4050 620 3900 760 3660 760C3420 760 3270 620 3260 420L400 400C390 620 240 760 0 760C-240 760 -390 620 -400 420L-960 430Z',
    'panel',
  ),
  ...wheel(0),
  ...wheel(3660),
  // Windows: two in the saloon, cab door, screen.
  body.line('M-760 1560L-760 2180L420 2180L420 1560Z', 'glass'),
  body.line('M620 1560L620 2180L1900 2180L1900 1560Z', 'glass'),
  body.line('M2260 1500L2260 2200L2860 2200L3340 1500Z', 'glass'),
  body.line('M2920 2330L3060 2330L3520 1590L3460 1560Z', 'glass'),
  body.fine('M-720 1870L380 1870M660 1870L1860 1870M-170 1570L-170 2170M1260 1570L1260 2170'),
  // Doors, sill, waistline.
  body.line('M2180 480L2180 2300L2900 2300L3400 1480L3400 860'),
  body.line('M560 470L560 2320L2060 2320L2060 480'),
  body.fine('M-1000 1380L3640 1400M-990 1000L4400 1010M-1000 620L-380 620M420 560L3240 560M4100 640L4420 680'),
  body.fine('M2240 1240L2360 1240M1900 1260L2020 1260'),
  // Awning box, roof vent, solar, lamps, bumper.
  body.outline('M-700 2450L2000 2450L2000 2570L-700 2570Z', 'metal'),
  body.fine('M-700 2500L2000 2500'),
  body.line('M300 2590L300 2660L760 2660L760 2590Z', 'dark'),
  body.line('M1100 2600L1100 2624L2500 2624L2500 2600Z', 'dark'),
  body.line('M4220 1180L4400 1060L4420 940L4240 980Z', 'lamp'),
  body.line('M-1010 1000L-970 1000L-970 1340L-1010 1340Z', 'lamp'),
  body.line('M4060 420L4440 520L4470 420L4420 330L4080 330Z', 'dark'),
  body.line('M-960 430L-1050 430L-1050 330L-400 330L-400 420Z', 'dark'),
  body.line('M3400 1420L3560 1440L3560 1600L3440 1590Z', 'dark'),
];

const TOP: Stroke[] = [
  body.centre('M-1100 0L4700 0'),
  body.outline(
    'M-1000 -880L3300 -900C3900 -890 4260 -820 4400 -640C4440 -400 4440 400 4400 640C4260 820 3900 890 3300 900L-1000 880C-1040 700 -1040 -700 -1000 -880Z',
    'panel',
  ),
  body.line('M-940 -800L2800 -820L2800 820L-940 800Z', 'paper'),
  body.line(
    'M2920 -760C3060 -740 3400 -700 3540 -660L3540 660C3400 700 3060 740 2920 760C2990 300 2990 -300 2920 -760Z',
    'glass',
  ),
  body.fine('M3660 -620C4000 -580 4200 -540 4340 -460M3660 620C4000 580 4200 540 4340 460M3700 0L4400 0'),
  // Galley, bench and bed, washroom, seats.
  body.line('M420 300L1960 300L1960 780L420 780Z', 'metal'),
  body.fine(circle(760, 540, 120) + circle(1060, 540, 90) + 'M1300 420L1860 420L1860 680L1300 680Z'),
  body.outline('M-880 -740L280 -740L280 740L-880 740Z', 'seat'),
  body.fine('M-300 -740L-300 740M-880 0L280 0'),
  body.line('M420 -780L1300 -780L1300 -240L420 -240Z', 'panel'),
  body.fine(circle(680, -560, 110) + 'M980 -700L1240 -700L1240 -320L980 -320Z'),
  ...both(body.outline, 'M2180 180L2680 180L2680 700L2180 700Z', 'seat'),
  body.line(ring(3000, 440, 190, 160), 'dark'),
  body.line('M300 -180L760 -180L760 180L300 180Z', 'hot'),
  ...both(
    body.line,
    tube(
      [
        [3440, 900],
        [3520, 1010],
      ],
      90,
    ),
    'dark',
  ),
];

const place = (
  name: string,
  at: [number, number, number],
  faces: [number, number, number],
  accepts: Place['accepts'],
  room: Place['room'],
  covers: Place['covers'],
  exposure: Place['exposure'] = 'sheltered',
  material: Material = 'ply',
): Place => ({
  name,
  body: 'body',
  at,
  faces,
  accepts,
  room,
  exposure,
  allowanceMm: 300,
  covers,
  material,
});
const round = { w: 190, h: 190, d: 100 };
const clips = (count: number, where: string) => screws(count, 'rivet', '9 mm', where, null, true);

/** A narrow van conversion of our own: lithium house battery, saloon, washroom, awning. Origin on the ground below the rear axle. */
export const NARROW_VAN: Pattern = {
  version: PATTERN_VERSION,
  id: 'narrow-van',
  name: 'Narrow van conversion, saloon, washroom, awning',
  kind: 'recreationalVehicle',
  bodies: { body: { name: 'Body' } },
  places: withPanels(
    {
      battery: place(
        'House battery under the bed',
        [-400, 420, 620],
        [0, 0, 1],
        [],
        { w: 360, h: 240, d: 200 },
        off('bedBoard'),
      ),
      cabBattery: place(
        'Starter battery, under the bonnet',
        [3350, 420, 900],
        [0, 0, 1],
        [],
        { w: 280, h: 190, d: 190 },
        {},
      ),
      bedShelf: place(
        'Shelf beside the house battery',
        [-120, 520, 640],
        [0, 0, 1],
        ['block', 'switchModule', 'relay', 'converter'],
        { w: 260, h: 180, d: 100 },
        off('bedBoard'),
      ),
      accessory: place(
        'Fuse block in the galley',
        [1700, 700, 1100],
        [0, -1, 0],
        [],
        { w: 160, h: 120, d: 80 },
        { galleyPanel: 'aside' },
      ),
      wallUnit: place(
        'Wall by the door',
        [1980, 620, 1680],
        [0, -1, 0],
        ['headUnit'],
        { w: 210, h: 130, d: 180 },
        { galleyPanel: 'aside' },
      ),
      cabDash: place(
        'Cab dash',
        [2960, 0, 1250],
        [-1, 0, 0.2],
        ['headUnit'],
        { w: 190, h: 112, d: 180 },
        off('dashTrim'),
      ),
      galley: place(
        'Inside the galley',
        [1200, 640, 500],
        [-1, 0, 0],
        ['amplifier'],
        { w: 340, h: 100, d: 260 },
        { galleyPanel: 'aside' },
      ),
      underBed: place(
        'Under the bed, front',
        [120, 300, 560],
        [-1, 0, 0],
        ['amplifier'],
        { w: 340, h: 100, d: 260 },
        off('bedBoard'),
      ),
      saloonFrontLeft: place(
        'Saloon ceiling, front left',
        [1700, 560, 2300],
        [0, 0, -1],
        ['speaker'],
        round,
        off('ceilingFront'),
      ),
      saloonFrontRight: place(
        'Saloon ceiling, front right',
        [1700, -560, 2300],
        [0, 0, -1],
        ['speaker'],
        round,
        off('ceilingFront'),
      ),
      saloonRearLeft: place(
        'Saloon ceiling, rear left',
        [-500, 560, 2300],
        [0, 0, -1],
        ['speaker'],
        round,
        off('ceilingRear'),
      ),
      saloonRearRight: place(
        'Saloon ceiling, rear right',
        [-500, -560, 2300],
        [0, 0, -1],
        ['speaker'],
        round,
        off('ceilingRear'),
      ),
      awningFront: place(
        'Awning wall, front',
        [1900, 890, 2250],
        [0, 1, 0],
        ['speaker'],
        round,
        off('ceilingFront'),
        'jet',
        'steel',
      ),
      awningRear: place(
        'Awning wall, rear',
        [-600, 890, 2250],
        [0, 1, 0],
        ['speaker'],
        round,
        off('ceilingRear'),
        'jet',
        'steel',
      ),
      washroom: place(
        'Washroom ceiling',
        [860, -520, 2250],
        [0, 0, -1],
        ['speaker'],
        round,
        off('ceilingFront'),
        'splash',
      ),
      doorDial: place(
        'Beside the wall unit',
        [2060, 640, 1480],
        [0, -1, 0],
        ['zoneControl'],
        { w: 90, h: 90, d: 70 },
        { galleyPanel: 'aside' },
      ),
      washroomDial: place(
        'Washroom wall',
        [1290, -300, 1400],
        [-1, 0, 0],
        ['zoneControl'],
        { w: 90, h: 90, d: 70 },
        off('ceilingFront'),
        'splash',
      ),
    },
    VAN_PANELS,
  ),
  junctions: {
    bedFront: node('Front of the bed box', 'body', [300, 700, 560]),
    galleyBack: node('Behind the galley', 'body', [1700, 800, 900]),
    roofLeft: node('Roof rail, left', 'body', [1700, 780, 2400]),
    roofMiddle: node('Ceiling batten, middle', 'body', [860, 0, 2440]),
    roofRear: node('Ceiling, rear', 'body', [-500, 0, 2440]),
    roofFront: node('Ceiling, front', 'body', [1700, 0, 2440]),
    floorFront: node('Behind the cab seats', 'body', [2200, 800, 520]),
  },
  legs: {
    bank: leg('Battery along the bed box', 'battery', 'bedFront', { covers: off('bedBoard') }),
    shelf: leg('Bed box to the shelf', 'bedFront', 'bedShelf', { covers: off('bedBoard') }),
    starter: leg('Starter battery through the bulkhead', 'cabBattery', 'floorFront', {
      via: [[2900, 760, 700]],
      covers: off('dashTrim'),
      engineSpace: true,
    }),
    bedAmp: leg('Inside the bed box', 'bedFront', 'underBed', { covers: off('bedBoard') }),
    wall: leg('Along the left wall to the galley', 'bedFront', 'galleyBack', {
      via: [[1000, 800, 560]],
      covers: { galleyPanel: 'aside' },
    }),
    tap: leg('Behind the galley to the fuse block', 'galleyBack', 'accessory', { covers: { galleyPanel: 'aside' } }),
    amp: leg('Down inside the galley', 'galleyBack', 'galley', { covers: { galleyPanel: 'aside' } }),
    unit: leg('Up to the wall unit', 'galleyBack', 'wallUnit', { covers: { galleyPanel: 'aside' } }),
    pillar: leg('Up the pillar to the roof rail', 'galleyBack', 'roofLeft', {
      covers: off('ceilingFront'),
      fish: { minutes: 10, covers: {} },
    }),
    railIn: leg('Roof rail to the ceiling', 'roofLeft', 'roofFront', {
      covers: off('ceilingFront'),
      fish: { minutes: 4, covers: {} },
    }),
    spineFront: leg('Along the ceiling, front', 'roofFront', 'roofMiddle', {
      covers: off('ceilingFront'),
      fish: { minutes: 5, covers: {} },
    }),
    spineRear: leg('Along the ceiling, rear', 'roofMiddle', 'roofRear', { covers: off('ceilingRear') }),
    frontL: leg('Ceiling to the front left', 'roofFront', 'saloonFrontLeft', { covers: off('ceilingFront') }),
    frontR: leg('Ceiling to the front right', 'roofFront', 'saloonFrontRight', { covers: off('ceilingFront') }),
    rearL: leg('Ceiling to the rear left', 'roofRear', 'saloonRearLeft', { covers: off('ceilingRear') }),
    rearR: leg('Ceiling to the rear right', 'roofRear', 'saloonRearRight', { covers: off('ceilingRear') }),
    wash: leg('Into the washroom', 'roofMiddle', 'washroom', { covers: off('ceilingFront') }),
    dial: leg('Beside the wall unit', 'wallUnit', 'doorDial', { covers: { galleyPanel: 'aside' } }),
    washDial: leg('Down the washroom wall', 'roofMiddle', 'washroomDial', {
      via: [[1290, -280, 2380]],
      covers: off('ceilingFront'),
    }),
    awningF: leg('Roof rail to the awning wall, front', 'roofLeft', 'awningFront', { covers: off('ceilingFront') }),
    awningR: leg('Ceiling to the awning wall, rear', 'roofRear', 'awningRear', {
      via: [[-560, 800, 2400]],
      covers: off('ceilingRear'),
    }),
    cabFloor: leg('Forward along the sill', 'galleyBack', 'floorFront', {}),
    cab: leg('Under the cab floor to the dash', 'floorFront', 'cabDash', {
      via: [[2800, 700, 700]],
      hazards: ['edge'],
      covers: off('dashTrim'),
    }),
  },
  joints: {},
  covers: {
    bedBoard: { name: 'Bed board', states: { off: coverWay(2, 2, 'Mattress up, board lifts out by its hole.') } },
    galleyPanel: {
      name: 'Galley back panel',
      states: {
        aside: coverWay(6, 7, 'Gas off at the bottle first; upper row out, it leans forwards on the worktop.', {
          fasteners: { sides: screws(5, 'square2', '#8 × 1¼ in', 'upper row') },
          cautions: ['gas', 'shore'],
        }),
        off: coverWay(9, 10, 'Gas off at the bottle first; the panel comes out to the right.', {
          fasteners: { sides: screws(8, 'square2', '#8 × 1¼ in', 'both sides') },
          cautions: ['gas', 'shore'],
        }),
      },
    },
    ceilingFront: {
      name: 'Front ceiling panel',
      states: {
        off: coverWay(14, 18, 'Clips along both rails; two people let it down.', {
          fasteners: { rails: clips(14, 'along both rails') },
          plugs: { lamp: 'Ceiling lamp, 2 pins' },
          second: true,
          cautions: ['lift'],
        }),
      },
    },
    ceilingRear: {
      name: 'Rear ceiling panel',
      states: {
        off: coverWay(12, 15, 'After its lamp is out; clips along both rails.', {
          fasteners: { rails: clips(12, 'along both rails') },
          plugs: { lamp: 'Reading lamp, 2 pins' },
          second: true,
          cautions: ['lift'],
        }),
      },
    },
    dashTrim: {
      name: 'Cab dash trim',
      states: {
        off: coverWay(12, 14, 'Pull at the lower edge; clips all round.', {
          fasteners: { upper: screws(2, 'sixLobe20', 'M5 × 16', 'under the top edge', 2) },
          plugs: { hazard: 'Hazard switch, 4 pins' },
          cautions: ['airbag'],
        }),
      },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 3660], grows: [440, 540], range: [3600, 3900] },
    height: { name: 'Over the roof', axis: 'z', of: [0, 2590], grows: [700, 980], range: [2450, 2800] },
  },
  usualMemories: {
    radio: { name: 'Cab clock', relearn: 'Set it with the key on.' },
    heater: { name: 'Heater timer', relearn: 'Programme it again; it starts at midnight.' },
  },
  batteryPlace: 'battery',
  hull: 'steel',
  usualBatteries: {
    battery: { name: 'House battery', role: 'house', place: null },
    starter: { name: 'Starter battery', role: 'start', place: 'cabBattery' },
  },
  switchedPlace: 'accessory',
  ears: [2500, 450, 1500],
  listeners: {
    saloon: { name: 'at the table', at: [700, 100, 1350] },
    awning: { name: 'under the awning', at: [700, 2200, 1350] },
    washroom: { name: 'in the washroom', at: [860, -520, 1500] },
  },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-1120, -40, 4560, 2700], strokes: drawn(SIDE) },
    top: { bounds: [-1120, -1060, 4560, 1060], strokes: drawn(TOP) },
  },
};
