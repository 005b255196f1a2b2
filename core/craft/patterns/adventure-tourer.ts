import type { Leg, Pattern, Place } from '../pattern';
import { SIDE_STROKES } from './tourer-side';
import { TOP_STROKES } from './tourer-top';

type P = [number, number, number];
const flip = ([x, y, z]: P): P => [x, y === 0 ? 0 : -y, z];

const leg = (name: string, from: string, to: string, more: Partial<Leg> = {}): Leg => ({
  name,
  from,
  to,
  via: [],
  hazards: [],
  engineSpace: false,
  covers: [],
  ...more,
});

/** The same leg on the other side of the craft. */
const otherSide = (l: Leg): Leg => {
  const swap = (text: string) => text.replace(/Left|left/g, (word) => (word === 'Left' ? 'Right' : 'right'));
  return {
    ...l,
    name: swap(l.name),
    from: swap(l.from),
    to: swap(l.to),
    via: l.via.map(flip),
    covers: l.covers.map(swap),
  };
};

const pair = (id: string, l: Leg): Record<string, Leg> => ({ [`${id}Left`]: l, [`${id}Right`]: otherSide(l) });

const speakerPlaces = (id: string, name: string, place: Omit<Place, 'name' | 'accepts'>): Record<string, Place> => ({
  [`${id}Left`]: { ...place, name: `${name}, left`, accepts: ['speaker'] },
  [`${id}Right`]: {
    ...place,
    name: `${name}, right`,
    accepts: ['speaker'],
    at: flip(place.at),
    faces: flip(place.faces),
    covers: place.covers.map((cover) => cover.replace('Left', 'Right')),
  },
});

const node = (name: string, body: string, at: P) => ({ name, body, at });

/**
 * An adventure tourer of our own: 1540 mm wheelbase, 26° rake, quarter fairing on the bars, square
 * aluminium panniers. Origin on the ground below the rear axle.
 */
export const ADVENTURE_TOURER: Pattern = {
  id: 'adventure-tourer',
  name: 'Adventure tourer, quarter fairing on the bars, square panniers',
  kind: 'motorcycle',
  bodies: { frame: { name: 'Frame' }, bars: { name: 'Bars and fairing' } },
  places: {
    battery: {
      name: 'Battery box',
      body: 'frame',
      at: [650, 0, 720],
      faces: [0, 0, 1],
      accepts: [],
      room: { w: 150, h: 130, d: 90 },
      exposure: 'sheltered',
      allowanceMm: 150,
      covers: ['seat'],
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
      covers: ['shroudLeft'],
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
      covers: ['cowl'],
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
      covers: [],
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
      covers: ['cowl'],
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
      covers: ['seat'],
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
      covers: ['pannierLeftLid'],
    },
    ...speakerPlaces('fairing', 'Fairing pocket', {
      body: 'bars',
      at: [1266, 176, 1086],
      faces: [-0.94, 0, 0.34],
      room: { w: 172, h: 172, d: 66 },
      exposure: 'jet',
      allowanceMm: 300,
      covers: ['cowl'],
    }),
    ...speakerPlaces('pannier', 'Pannier front wall', {
      body: 'frame',
      at: [87, 384, 716],
      faces: [1, 0, 0],
      room: { w: 185, h: 185, d: 90 },
      exposure: 'splash',
      allowanceMm: 300,
      covers: ['pannierLeftLid'],
    }),
    ...speakerPlaces('guard', 'Crash bar pod', {
      body: 'frame',
      at: [1196, 256, 640],
      faces: [-0.8, 0, 0.6],
      room: { w: 140, h: 140, d: 80 },
      exposure: 'jet',
      allowanceMm: 200,
      covers: [],
    }),
  },
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
    batteryUp: leg('Up from the battery', 'battery', 'batteryTop', { covers: ['seat'] }),
    ...pair(
      'underTank',
      leg('Under the tank, left spar', 'batteryTop', 'spineLeft', {
        via: [[750, 62, 818]],
        covers: ['seat', 'tank'],
        engineSpace: true,
      }),
    ),
    ...pair(
      'spine',
      leg('Left spar to the steering head', 'spineLeft', 'headLeft', {
        via: [[980, 72, 884]],
        covers: ['tank'],
        engineSpace: true,
      }),
    ),
    ...pair(
      'flank',
      leg('Outside the left spar, fished behind the shroud', 'batteryTop', 'shroudLeft', {
        via: [
          [720, 120, 770],
          [900, 148, 776],
        ],
        hazards: ['warm'],
        engineSpace: true,
        covers: ['seat', 'shroudLeft'],
      }),
    ),
    ...pair('shroudUp', leg('Left shroud to the steering head', 'shroudLeft', 'headLeft', { covers: ['shroudLeft'] })),
    headCross: leg('Across behind the steering head', 'headLeft', 'headRight', {
      via: [[1072, 0, 926]],
      covers: ['tank'],
      engineSpace: true,
    }),
    ...pair('neck', leg('Round the neck, left', 'headLeft', 'tieLeft', { joint: 'neck' })),
    ...pair(
      'cowl',
      leg('Left yoke tie into the fairing', 'tieLeft', 'cowlHub', { via: [[1240, 60, 1074]], covers: ['cowl'] }),
    ),
    ...pair(
      'pocket',
      leg('Behind the dash to the left pocket', 'cowlHub', 'fairingLeft', {
        via: [[1272, 90, 1080]],
        covers: ['cowl'],
      }),
    ),
    dashUp: leg('Up to the dash', 'cowlHub', 'dash', { via: [[1252, 0, 1150]], covers: ['cowl'] }),
    shelf: leg('Forward to the lamp shelf', 'cowlHub', 'lampShelf', { covers: ['cowl'] }),
    clampLeft: leg('Up the left riser', 'tieLeft', 'barClamp', { via: [[1150, 60, 1130]] }),
    tap: leg('To the accessory connector', 'headLeft', 'accessory', { covers: ['shroudLeft'] }),
    seatBack: leg('Back under the rider’s seat', 'batteryTop', 'seatCross', {
      via: [[570, 30, 826]],
      covers: ['seat'],
    }),
    tray: leg('Into the pillion tray', 'seatCross', 'underSeat', { covers: ['seat'] }),
    ...pair(
      'tail',
      leg('Along the left tail rail', 'seatCross', 'tailLeft', { via: [[400, 84, 846]], covers: ['seat'] }),
    ),
    ...pair(
      'rack',
      leg('Tail rail to the left pannier', 'tailLeft', 'passLeft', { via: [[160, 140, 880]], hazards: ['edge'] }),
    ),
    ...pair(
      'wall',
      leg('Inside the left pannier, front wall', 'passLeft', 'pannierLeft', {
        via: [[110, 300, 780]],
        covers: ['pannierLeftLid'],
      }),
    ),
    floorLeft: leg('Down inside the left pannier', 'passLeft', 'pannierFloorLeft', {
      via: [[40, 300, 640]],
      covers: ['pannierLeftLid'],
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
      turning: 'bars',
      axisPoint: [1194, 0, 935],
      axisDirection: [-0.4384, 0, 0.8988],
      rangeDeg: [-38, 38],
      obstacleRadiusMm: 42,
      bendAllowanceMm: 40,
    },
  },
  covers: {
    seat: { name: 'Seat', minutes: { off: 1, on: 1 }, after: [] },
    tank: { name: 'Fuel tank', minutes: { off: 16, on: 20 }, after: ['seat', 'shroudLeft', 'shroudRight'] },
    shroudLeft: { name: 'Left shroud', minutes: { off: 5, on: 6 }, after: [] },
    shroudRight: { name: 'Right shroud', minutes: { off: 5, on: 6 }, after: [] },
    screen: { name: 'Screen', minutes: { off: 5, on: 6 }, after: [] },
    cowl: { name: 'Fairing cowl', minutes: { off: 14, on: 16 }, after: ['screen'] },
    pannierLeftLid: { name: 'Left pannier lid and liner', minutes: { off: 2, on: 2 }, after: [] },
    pannierRightLid: { name: 'Right pannier lid and liner', minutes: { off: 2, on: 2 }, after: [] },
  },
  batteryPlace: 'battery',
  switchedPlace: 'accessory',
  ears: [560, 0, 1540],
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-420, -30, 1960, 1530], strokes: [...SIDE_STROKES] },
    top: { bounds: [-420, -540, 1960, 540], strokes: [...TOP_STROKES] },
  },
};
