import { drawn } from './pen';
import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Leg } from '#core/craft/leg';
import { flip, onOtherSide } from '#core/craft/mirror';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, screws } from './making';
import { TOURER_PANELS, withPanels } from './panels';
import { SIDE_STROKES } from './drawn-tourer-side';
import { TOP_STROKES } from './drawn-tourer-top';

const pair = (id: string, l: Leg): Record<string, Leg> => ({ [`${id}Left`]: l, [`${id}Right`]: onOtherSide.legs(l) });

const speakerPlaces = (id: string, name: string, place: Omit<Place, 'name' | 'accepts'>): Record<string, Place> => ({
  [`${id}Left`]: { ...place, name: `${name}, left`, accepts: ['speaker'] },
  [`${id}Right`]: {
    ...place,
    name: `${name}, right`,
    accepts: ['speaker'],
    at: flip(place.at),
    faces: flip(place.faces),
    covers: Object.fromEntries(Object.entries(place.covers).map(([id, state]) => [id.replace('Left', 'Right'), state])),
  },
});

/**
 * An adventure tourer of our own: 1540 mm wheelbase, 26° rake, quarter fairing on the bars, square
 * aluminium panniers. Origin on the ground below the rear axle.
 */
export const ADVENTURE_TOURER: Pattern = {
  version: PATTERN_VERSION,
  id: 'adventure-tourer',
  name: 'Adventure tourer, quarter fairing on the bars, square panniers',
  kind: 'motorcycle',
  bodies: { frame: { name: 'Frame' }, bars: { name: 'Bars and fairing' } },
  places: withPanels(
    {
      battery: {
        name: 'Battery box',
        body: 'frame',
        at: [650, 0, 720],
        faces: [0, 0, 1],
        accepts: [],
        room: { w: 150, h: 130, d: 90 },
        exposure: 'sheltered',
        allowanceMm: 150,
        covers: off('seat'),
      },
      batterySide: {
        name: 'Tray beside the battery',
        body: 'frame',
        at: [560, 70, 760],
        faces: [0, 0, 1],
        accepts: ['block', 'switchModule', 'relay', 'converter'],
        room: { w: 90, h: 70, d: 50 },
        exposure: 'sheltered',
        allowanceMm: 120,
        covers: off('seat'),
        material: 'plastic',
      },
      accessory: {
        name: 'Accessory connector',
        body: 'frame',
        at: [1112, 66, 880],
        faces: [0, 1, 0],
        accepts: [],
        room: { w: 30, h: 30, d: 40 },
        exposure: 'splash',
        allowanceMm: 100,
        covers: {},
      },
      dash: {
        name: 'Fairing dash',
        body: 'bars',
        at: [1232, 0, 1196],
        faces: [-0.85, 0, 0.53],
        accepts: ['headUnit'],
        room: { w: 150, h: 84, d: 96 },
        exposure: 'jet',
        allowanceMm: 300,
        covers: off('cowl'),
        material: 'fibre',
      },
      barClamp: {
        name: 'Bar clamp',
        body: 'bars',
        at: [1096, 0, 1186],
        faces: [-0.6, 0, 0.8],
        accepts: ['headUnit'],
        room: { w: 90, h: 90, d: 60 },
        exposure: 'jet',
        allowanceMm: 150,
        covers: {},
      },
      lampShelf: {
        name: 'Shelf behind the headlamp',
        body: 'bars',
        at: [1326, 0, 1066],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 190, h: 52, d: 110 },
        exposure: 'splash',
        allowanceMm: 250,
        covers: off('cowl'),
        material: 'fibre',
      },
      underSeat: {
        name: 'Tray under the pillion',
        body: 'frame',
        at: [300, 0, 846],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 170, h: 46, d: 230 },
        exposure: 'splash',
        allowanceMm: 200,
        covers: off('seat'),
        material: 'plastic',
      },
      pannierFloorLeft: {
        name: 'Left pannier floor',
        body: 'frame',
        at: [-130, 384, 610],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 220, h: 110, d: 360 },
        exposure: 'sheltered',
        allowanceMm: 400,
        covers: off('pannierLeftLid'),
        material: 'aluminium',
      },
      ...speakerPlaces('fairing', 'Fairing pocket', {
        material: 'fibre',
        body: 'bars',
        at: [1266, 176, 1086],
        faces: [-0.94, 0, 0.34],
        room: { w: 172, h: 172, d: 66 },
        exposure: 'jet',
        allowanceMm: 300,
        covers: off('cowl'),
      }),
      ...speakerPlaces('pannier', 'Pannier front wall', {
        material: 'aluminium',
        body: 'frame',
        at: [87, 384, 716],
        faces: [1, 0, 0],
        room: { w: 185, h: 185, d: 90 },
        exposure: 'splash',
        allowanceMm: 300,
        covers: off('pannierLeftLid'),
      }),
      ...speakerPlaces('guard', 'Crash bar pod', {
        material: 'plastic',
        body: 'frame',
        at: [1196, 256, 640],
        faces: [-0.8, 0, 0.6],
        room: { w: 140, h: 140, d: 80 },
        exposure: 'jet',
        allowanceMm: 200,
        covers: {},
      }),
    },
    TOURER_PANELS,
  ),
  junctions: {
    batteryTop: node('Above the battery', 'frame', [668, 40, 800]),
    spineLeft: node('Left spar under the tank', 'frame', [860, 66, 856]),
    spineRight: node('Right spar under the tank', 'frame', [860, -66, 856]),
    headLeft: node('Tie left of the steering head', 'frame', [1096, 72, 930]),
    headRight: node('Tie right of the steering head', 'frame', [1096, -72, 930]),
    tieLeft: node('Tie on the upper yoke, left', 'bars', [1210, 84, 1040]),
    tieRight: node('Tie on the upper yoke, right', 'bars', [1210, -84, 1040]),
    cowlHub: node('Behind the dash', 'bars', [1268, 0, 1090]),
    seatCross: node('Under the rider’s seat', 'frame', [480, 0, 838]),
    tailLeft: node('Tail rail, left', 'frame', [250, 96, 872]),
    tailRight: node('Tail rail, right', 'frame', [250, -96, 872]),
    passLeft: node('Pass-through to the left pannier', 'frame', [60, 258, 806]),
    passRight: node('Pass-through to the right pannier', 'frame', [60, -258, 806]),
    shroudLeft: node('Behind the left shroud', 'frame', [1090, 150, 800]),
    shroudRight: node('Behind the right shroud', 'frame', [1090, -150, 800]),
  },
  legs: {
    batteryUp: leg('Up from the battery', 'battery', 'batteryTop', { covers: off('seat') }),
    sideTray: leg('Over to the tray', 'batteryTop', 'batterySide', { covers: off('seat') }),
    ...pair(
      'underTank',
      leg('Under the tank, left spar', 'batteryTop', 'spineLeft', {
        via: [[750, 62, 818]],
        covers: { seat: 'off', tank: 'aside' },
        engineSpace: true,
      }),
    ),
    ...pair(
      'spine',
      leg('Left spar to the steering head', 'spineLeft', 'headLeft', {
        via: [[980, 72, 884]],
        covers: off('tank'),
        engineSpace: true,
      }),
    ),
    ...pair(
      'flank',
      leg('Outside the left spar, behind the shroud', 'batteryTop', 'shroudLeft', {
        via: [
          [720, 120, 770],
          [900, 148, 776],
        ],
        hazards: ['warm'],
        engineSpace: true,
        covers: { seat: 'off', shroudLeft: 'aside' },
        fish: { minutes: 8, covers: off('seat') },
      }),
    ),
    ...pair(
      'shroudUp',
      leg('Left shroud to the steering head', 'shroudLeft', 'headLeft', {
        covers: { shroudLeft: 'aside' },
        fish: { minutes: 3, covers: {} },
      }),
    ),
    headCross: leg('Across behind the steering head', 'headLeft', 'headRight', {
      via: [[1072, 0, 926]],
      covers: off('tank'),
      engineSpace: true,
    }),
    ...pair('neck', leg('Round the neck, left', 'headLeft', 'tieLeft', { joint: 'neck' })),
    ...pair(
      'cowl',
      leg('Left yoke tie into the fairing', 'tieLeft', 'cowlHub', { via: [[1240, 60, 1074]], covers: off('cowl') }),
    ),
    ...pair(
      'pocket',
      leg('Behind the dash to the left pocket', 'cowlHub', 'fairingLeft', {
        via: [[1272, 90, 1080]],
        covers: off('cowl'),
      }),
    ),
    dashUp: leg('Up to the dash', 'cowlHub', 'dash', { via: [[1252, 0, 1150]], covers: off('cowl') }),
    shelf: leg('Forward to the lamp shelf', 'cowlHub', 'lampShelf', { covers: off('cowl') }),
    clampLeft: leg('Up the left riser', 'tieLeft', 'barClamp', { via: [[1150, 60, 1130]] }),
    tap: leg('To the accessory connector', 'headLeft', 'accessory', {
      covers: { shroudLeft: 'aside' },
      fish: { minutes: 2, covers: {} },
    }),
    seatBack: leg('Back under the rider’s seat', 'batteryTop', 'seatCross', {
      via: [[570, 30, 826]],
      covers: off('seat'),
    }),
    tray: leg('Into the pillion tray', 'seatCross', 'underSeat', { covers: off('seat') }),
    ...pair(
      'tail',
      leg('Along the left tail rail', 'seatCross', 'tailLeft', { via: [[400, 84, 846]], covers: off('seat') }),
    ),
    ...pair(
      'rack',
      leg('Tail rail to the left pannier', 'tailLeft', 'passLeft', { via: [[160, 140, 880]], hazards: ['edge'] }),
    ),
    ...pair(
      'wall',
      leg('Inside the left pannier, front wall', 'passLeft', 'pannierLeft', {
        via: [[110, 300, 780]],
        covers: off('pannierLeftLid'),
      }),
    ),
    floorLeft: leg('Down inside the left pannier', 'passLeft', 'pannierFloorLeft', {
      via: [[40, 300, 640]],
      covers: off('pannierLeftLid'),
    }),
    ...pair(
      'pod',
      leg('Left crash bar to its pod', 'shroudLeft', 'guardLeft', { via: [[1220, 200, 760]], hazards: ['edge'] }),
    ),
    header: leg('Down past the exhaust header', 'batteryTop', 'shroudRight', {
      via: [
        [800, -150, 620],
        [1040, -140, 560],
      ],
      hazards: ['hot'],
    }),
    silencer: leg('Along the silencer', 'seatCross', 'passRight', {
      via: [
        [360, -170, 420],
        [120, -210, 460],
      ],
      hazards: ['hot', 'moving'],
    }),
  },
  joints: {
    neck: {
      name: 'Steering neck',
      kind: 'steer',
      fixed: 'frame',
      moving: 'bars',
      axisPoint: [1194, 0, 935],
      axisDirection: [-0.4384, 0, 0.8988],
      rangeDeg: [-38, 38],
      obstacleRadiusMm: 42,
      bendAllowanceMm: 40,
    },
  },
  covers: {
    seat: { name: 'Seat', kind: 'seat', states: { off: coverWay(1, 1, 'Key at the left rear, lift, back and up.') } },
    tank: {
      name: 'Fuel tank',
      kind: 'tank',
      states: {
        aside: coverWay(6, 6, 'Out with the rear bolt; prop the tail on a soft block. The lines stay on.', {
          after: off('seat'),
          fasteners: { rear: screws(1, 'hex12', 'M8 × 45', 'rear bracket', 22) },
          cautions: ['fuel', 'hot'],
        }),
        off: coverWay(
          16,
          20,
          'Push the fuel coupling on, then pull it off; mop. Lift straight up, on to something soft. On refit pull the line back to prove the lock.',
          {
            after: off('seat', 'shroudLeft', 'shroudRight'),
            fasteners: {
              rear: screws(1, 'hex12', 'M8 × 45', 'rear bracket', 22),
              front: screws(2, 'hexSocket6', 'M8 × 30', 'front brackets', 18),
            },
            plugs: { pump: 'Fuel pump, 4 pins', gauge: 'Fuel gauge, 2 pins' },
            hoses: { fuel: 'Fuel line', vent: 'Tank vent', overflow: 'Overflow tube' },
            plugHints: {
              pump: 'Latch on the rear face: press, then pull.',
              fuel: 'Push the coupling on before it is pulled.',
            },
            second: true,
            cautions: ['fuel', 'hot', 'lift'],
          },
        ),
      },
    },
    shroudLeft: {
      name: 'Left shroud',
      kind: 'trim',
      states: {
        aside: coverWay(
          3,
          3,
          'Out with the lower edge; swing it forwards on its rubber posts, the indicator stays plugged.',
          {
            fasteners: { sides: screws(3, 'hexSocket4', 'M5 × 16', 'along the lower edge', 4) },
          },
        ),
        off: coverWay(5, 6, 'Draw it forwards off its two rubber posts, then out.', {
          fasteners: {
            sides: screws(3, 'hexSocket4', 'M5 × 16', 'along the lower edge', 4),
            rivets: screws(2, 'rivet', '8 mm', 'at the radiator', null, true),
          },
          plugs: { indicator: 'Left indicator, 2 pins' },
        }),
      },
    },
    shroudRight: {
      name: 'Right shroud',
      kind: 'trim',
      states: {
        aside: coverWay(
          3,
          3,
          'Out with the lower edge; swing it forwards on its rubber posts, the indicator stays plugged.',
          {
            fasteners: { sides: screws(3, 'hexSocket4', 'M5 × 16', 'along the lower edge', 4) },
          },
        ),
        off: coverWay(5, 6, 'Draw it forwards off its two rubber posts, then out.', {
          fasteners: {
            sides: screws(3, 'hexSocket4', 'M5 × 16', 'along the lower edge', 4),
            rivets: screws(2, 'rivet', '8 mm', 'at the radiator', null, true),
          },
          plugs: { indicator: 'Right indicator, 2 pins' },
        }),
      },
    },
    screen: {
      name: 'Screen',
      kind: 'windscreen',
      states: {
        off: coverWay(
          5,
          6,
          'Hold it as the last screw leaves. Nylon washers stay with their screws; do not overtighten.',
          {
            fasteners: { edge: screws(4, 'sixLobe25', 'M5 × 20 with nylon washer', 'two a side', 1.5) },
          },
        ),
      },
    },
    cowl: {
      name: 'Fairing cowl',
      kind: 'shell',
      states: {
        off: coverWay(14, 16, 'The long screws go at the top. Hold it as the last one leaves; unplug the lamp first.', {
          after: off('screen'),
          fasteners: {
            top: screws(2, 'hexSocket5', 'M6 × 35', 'top, under the screen', 6),
            sides: screws(6, 'hexSocket4', 'M5 × 16', 'three a side', 4),
          },
          plugs: { lamp: 'Headlamp, 3 pins', side: 'Side lamp, 2 pins' },
          refit: 'Lamps plugged in first; hang it on the two long screws at the top, then the sides.',
          cautions: ['steering'],
        }),
      },
    },
    pannierLeftLid: {
      name: 'Left pannier lid and liner',
      kind: 'lid',
      states: {
        off: coverWay(2, 2, 'Lid on its key; the liner comes up by its front edge.', {
          fasteners: { liner: screws(4, 'rivet', '6 mm', 'round the liner', null, true) },
        }),
      },
    },
    pannierRightLid: {
      name: 'Right pannier lid and liner',
      kind: 'lid',
      states: {
        off: coverWay(2, 2, 'Lid on its key; the liner comes up by its front edge.', {
          fasteners: { liner: screws(4, 'rivet', '6 mm', 'round the liner', null, true) },
        }),
      },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 1540], grows: [340, 432], range: [1490, 1620] },
    width: { name: 'Across the panniers', axis: 'y', of: [-500, 500], grows: [214, 262], range: [960, 1100] },
  },
  usualMemories: {
    clock: { name: 'Clock', relearn: 'Set it with the key on.' },
    shifter: { name: 'Electric shifter', relearn: 'It looks dead: key on, hold its button 5 to 6 seconds.' },
  },
  batteryPlace: 'battery',
  switchedPlace: 'accessory',
  ears: [560, 0, 1540],
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-420, -30, 1960, 1530], strokes: drawn(SIDE_STROKES) },
    top: { bounds: [-420, -540, 1960, 540], strokes: drawn(TOP_STROKES) },
  },
};
