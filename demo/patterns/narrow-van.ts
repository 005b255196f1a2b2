import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import type { Material } from '#core/tables/materials';
import { coverWay, leg, node, off, pass, screws } from './making';
import { VAN_PANELS, withPanels } from './panels';
import { SIDE, TOP } from './drawn-van';
import { drawn } from './pen';

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
      passes: { bulkhead: pass('Bulkhead grommet', [2900, 760, 700], 30, { edge: 'grommet', drillToMm: 45 }) },
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
    bedBoard: {
      name: 'Bed board',
      kind: 'hatch',
      states: {
        off: coverWay(2, 2, 'Mattress up, board lifts out by its hole.', {
          refit: 'Its notch over the post at the wall.',
        }),
      },
    },
    galleyPanel: {
      name: 'Galley back panel',
      kind: 'panel',
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
      kind: 'trim',
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
      kind: 'trim',
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
      kind: 'trim',
      states: {
        off: coverWay(12, 14, 'Pull at the lower edge; clips all round.', {
          fasteners: { upper: screws(2, 'sixLobe20', 'M5 × 16', 'under the top edge', 2) },
          plugs: { hazard: 'Hazard switch, 4 pins' },
          plugHints: { hazard: 'Latch on top.' },
          refit: 'Look for clips left in the dash; upper edge first.',
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
