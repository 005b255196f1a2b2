import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, screws } from './making';
import { LAUNCH_PANELS, withPanels } from './panels';
import { circle, mirrored, penFor, ring, tube, type Stroke, drawn } from './pen';

const hull = penFor('hull');
const console_ = penFor('hull', 'consolePanel');
const locker = penFor('hull', 'sternLocker');
const both = (draw: (d: string, fill?: Stroke['fill']) => Stroke, d: string, fill: Stroke['fill'] = 'none') => [
  draw(d, fill),
  draw(mirrored(d), fill),
];

const SIDE: Stroke[] = [
  hull.centre('M-700 330L6650 330'),
  // Outboard on its bracket.
  hull.outline(
    'M-520 1240L-180 1260C-140 1250 -130 1190 -150 1120L-200 860L-470 860L-560 1080C-570 1160 -560 1220 -520 1240Z',
    'dark',
  ),
  hull.fine('M-500 1140L-170 1150M-490 1060L-190 1066'),
  hull.line('M-400 860L-250 860L-260 240L-200 120L-250 40L-420 40L-470 140L-380 240Z', 'metal'),
  hull.fine(circle(-350, 110, 70) + 'M-420 110L-280 110M-350 40L-350 180'),
  hull.line('M-200 700L0 720L0 900L-210 860Z', 'metal'),
  // Hull: chine, sheer, bow.
  hull.outline(
    'M0 240L0 1000L3600 1040L5200 1120L6380 1280C6400 1240 6380 1180 6330 1110C6000 640 5500 360 4700 250L3600 200L400 200Z',
    'metal',
  ),
  hull.line('M0 520C2200 500 4200 560 5300 760C5700 840 6050 980 6330 1110'),
  hull.fine('M0 400C2200 380 4000 420 5000 560M200 800L3600 840L5300 930L6100 1060'),
  hull.fine(Array.from({ length: 12 }, (_, i) => `M${500 + 330 * i} 300L${500 + 330 * i} ${500 + 3 * i}`).join('')),
  // Rubbing strake.
  hull.line('M0 940L3600 980L5250 1060L6370 1225L6380 1280L5200 1120L3600 1040L0 1000Z', 'dark'),
  // Console, wheel, windscreen, seats.
  console_.outline('M2700 1010L2760 1560L3080 1620L3220 1020Z', 'panel'),
  console_.fine('M2790 1480L3080 1530M2780 1360L3110 1400'),
  hull.line('M2790 1570L3060 1990L3110 1990L3080 1620Z', 'glass'),
  hull.line(
    tube(
      [
        [2620, 1560],
        [2740, 1330],
      ],
      36,
    ),
    'dark',
  ),
  hull.outline(
    'M1900 1010L1900 1260L2330 1260L2360 1010ZM1880 1260L1820 1720C1830 1770 1900 1770 1930 1730L1990 1340L2340 1330C2370 1320 2370 1270 2340 1262Z',
    'seat',
  ),
  hull.outline('M3700 1040L3720 1260L4700 1290L4860 1080Z', 'seat'),
  locker.outline('M60 1000L60 1280L900 1290L940 1010Z', 'panel'),
  locker.fine('M120 1230L860 1236M480 1010L480 1280'),
  // Bow rail and stern light.
  hull.line(
    tube(
      [
        [4500, 1070],
        [4560, 1500],
        [5600, 1600],
        [6280, 1560],
        [6340, 1270],
      ],
      26,
    ),
    'metal',
  ),
  hull.line(
    tube(
      [
        [5300, 1140],
        [5320, 1570],
      ],
      22,
    ),
    'metal',
  ),
  hull.line(
    tube(
      [
        [120, 1280],
        [120, 1900],
      ],
      18,
    ),
    'metal',
  ),
  hull.line(circle(120, 1920, 34), 'lamp'),
];

const TOP: Stroke[] = [
  hull.centre('M-700 0L6650 0'),
  hull.outline('M-540 -150L-160 -190L-160 190L-540 150C-580 60 -580 -60 -540 -150Z', 'dark'),
  hull.outline(
    'M0 -1060L3600 -1100C4800 -1080 5700 -760 6380 -60L6380 60C5700 760 4800 1080 3600 1100L0 1060Z',
    'metal',
  ),
  hull.line('M60 -960L3600 -1000C4700 -980 5450 -700 6050 -90L6050 90C5450 700 4700 980 3600 1000L60 960Z', 'panel'),
  hull.line('M960 -880L3600 -900C4200 -890 4600 -800 4900 -660L4900 660C4600 800 4200 890 3600 900L960 880Z', 'paper'),
  hull.fine(Array.from({ length: 15 }, (_, i) => `M${1100 + 240 * i} -860L${1100 + 240 * i} 860`).join('')),
  locker.outline('M80 -900L920 -880L920 880L80 900Z', 'panel'),
  locker.fine('M500 -890L500 890M120 0L900 0'),
  console_.outline('M2700 120L3200 160L3200 860L2700 880Z', 'panel'),
  hull.line('M3060 150L3130 130L3130 880L3060 850Z', 'glass'),
  hull.line(ring(2660, 480, 190, 158), 'dark'),
  hull.outline('M1880 220L2360 220L2360 760L1880 760Z', 'seat'),
  hull.outline('M1880 -760L2360 -760L2360 -220L1880 -220Z', 'seat'),
  ...both(hull.outline, 'M3700 900L4860 660L4860 300L3700 460Z', 'seat'),
  ...both(
    hull.line,
    tube(
      [
        [4400, 900],
        [5300, 640],
        [6000, 180],
      ],
      26,
    ),
    'metal',
  ),
  hull.line(circle(5600, 0, 120), 'dark'),
];

const speaker = (
  name: string,
  at: [number, number, number],
  faces: [number, number, number],
  covers: Place['covers'],
): Place => ({
  name,
  body: 'hull',
  at,
  faces,
  accepts: ['speaker'],
  room: { w: 200, h: 200, d: 110 },
  exposure: 'splash',
  allowanceMm: 300,
  covers,
  material: 'aluminium',
});
const panel = (count: number, where: string) => screws(count, 'sixLobe20', '#8 × 1 in', where, null);

/** A 6.4 m aluminium river launch of our own: open cockpit, side console, two battery banks aft. Origin at the foot of the transom. */
export const RIVER_LAUNCH: Pattern = {
  version: PATTERN_VERSION,
  id: 'river-launch-64',
  name: 'River launch 6.4 m, aluminium, open cockpit, side console',
  kind: 'boat',
  bodies: { hull: { name: 'Hull' } },
  places: withPanels(
    {
      battery: {
        name: 'House bank, stern locker',
        body: 'hull',
        at: [300, -420, 620],
        faces: [0, 0, 1],
        accepts: [],
        room: { w: 340, h: 240, d: 190 },
        exposure: 'splash',
        allowanceMm: 250,
        covers: off('sternLocker'),
      },
      startBank: {
        name: 'Start battery, stern locker',
        body: 'hull',
        at: [300, 420, 620],
        faces: [0, 0, 1],
        accepts: [],
        room: { w: 240, h: 180, d: 190 },
        exposure: 'splash',
        allowanceMm: 250,
        covers: off('sternLocker'),
      },
      lockerPanel: {
        name: 'Stern locker, panel',
        body: 'hull',
        at: [560, 60, 860],
        faces: [-1, 0, 0],
        accepts: ['block', 'switchModule', 'relay', 'converter'],
        room: { w: 260, h: 160, d: 90 },
        exposure: 'splash',
        allowanceMm: 200,
        covers: off('sternLocker'),
        material: 'aluminium',
        petrol: true,
      },
      accessory: {
        name: 'Switch panel',
        body: 'hull',
        at: [2780, 700, 1380],
        faces: [-1, 0, 0],
        accepts: [],
        room: { w: 120, h: 160, d: 80 },
        exposure: 'splash',
        allowanceMm: 300,
        covers: { consolePanel: 'aside' },
      },
      console: {
        name: 'Console, dash',
        body: 'hull',
        at: [2790, 460, 1460],
        faces: [-1, 0, 0.25],
        accepts: ['headUnit'],
        room: { w: 190, h: 120, d: 180 },
        exposure: 'jet',
        allowanceMm: 1000,
        covers: { consolePanel: 'aside' },
        material: 'aluminium',
      },
      consoleFoot: {
        name: 'Inside the console, low',
        body: 'hull',
        at: [2960, 500, 1150],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 320, h: 90, d: 260 },
        exposure: 'splash',
        allowanceMm: 400,
        covers: { consolePanel: 'aside' },
        material: 'aluminium',
      },
      lockerWall: {
        name: 'Stern locker, forward wall',
        body: 'hull',
        at: [820, 420, 900],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 320, h: 90, d: 240 },
        exposure: 'splash',
        allowanceMm: 300,
        covers: off('sternLocker'),
        material: 'aluminium',
        petrol: true,
      },
      coamingLeft: speaker('Coaming, port, amidships', [2200, 960, 900], [0, -1, 0], { coamingLeft: 'off' }),
      coamingRight: speaker('Coaming, starboard, amidships', [2200, -960, 900], [0, 1, 0], { coamingRight: 'off' }),
      bowLeft: speaker('Bow seat, port', [4000, 560, 1140], [-0.6, -0.8, 0], {}),
      bowRight: speaker('Bow seat, starboard', [4000, -560, 1140], [-0.6, 0.8, 0], {}),
      consoleBass: {
        ...speaker('Front of the console, low', [3140, 460, 1020], [1, 0, 0], { consolePanel: 'aside' }),
        room: { w: 260, h: 260, d: 160 },
      },
    },
    LAUNCH_PANELS,
  ),
  junctions: {
    sternPort: node('Stern, port side', 'hull', [900, 880, 700]),
    sternStarboard: node('Stern, starboard side', 'hull', [900, -880, 700]),
    consoleIn: node('Foot of the console', 'hull', [2900, 860, 700]),
    bowPort: node('Bow locker, port', 'hull', [3900, 820, 760]),
    bowStarboard: node('Bow locker, starboard', 'hull', [3900, -820, 760]),
    midStarboard: node('Under the starboard coaming', 'hull', [2300, -920, 720]),
  },
  legs: {
    bankPort: leg('Across the stern to port', 'battery', 'sternPort', {
      via: [[400, 300, 640]],
      covers: off('sternLocker'),
    }),
    startPort: leg('Start battery to port', 'startBank', 'sternPort', { covers: off('sternLocker') }),
    bankPanel: leg('Up to the panel', 'battery', 'lockerPanel', {
      via: [[420, -200, 800]],
      covers: off('sternLocker'),
    }),
    panelPort: leg('Panel to the port side', 'lockerPanel', 'sternPort', {
      via: [[640, 400, 880]],
      covers: off('sternLocker'),
    }),
    bankStarboard: leg('Bank to the starboard side', 'battery', 'sternStarboard', { covers: off('sternLocker') }),
    wall: leg('Port side to the locker wall', 'sternPort', 'lockerWall', { covers: off('sternLocker') }),
    port: leg('Along the port side under the coaming', 'sternPort', 'consoleIn', {
      fish: { minutes: 12, covers: {} },
      covers: off('coamingLeft'),
    }),
    portSpeaker: leg('Up to the port coaming', 'consoleIn', 'coamingLeft', {
      via: [[2400, 930, 760]],
      covers: off('coamingLeft'),
    }),
    up: leg('Up inside the console', 'consoleIn', 'console', {
      via: [[2880, 620, 1000]],
      covers: { consolePanel: 'aside' },
    }),
    foot: leg('Into the console, low', 'consoleIn', 'consoleFoot', { covers: { consolePanel: 'aside' } }),
    bass: leg('Across inside the console', 'consoleFoot', 'consoleBass', { covers: { consolePanel: 'aside' } }),
    tap: leg('To the switch panel', 'consoleIn', 'accessory', {
      via: [[2860, 760, 1000]],
      covers: { consolePanel: 'aside' },
    }),
    bowP: leg('Forward to the bow, port', 'consoleIn', 'bowPort', {}),
    bowPortUp: leg('Into the port bow seat', 'bowPort', 'bowLeft', {}),
    bowCross: leg('Across under the bow deck', 'bowPort', 'bowStarboard', { via: [[4700, 0, 800]], hazards: ['edge'] }),
    bowStarUp: leg('Into the starboard bow seat', 'bowStarboard', 'bowRight', {}),
    starboard: leg('Along the starboard side under the coaming', 'sternStarboard', 'midStarboard', {
      fish: { minutes: 12, covers: {} },
      covers: off('coamingRight'),
    }),
    starSpeaker: leg('Up to the starboard coaming', 'midStarboard', 'coamingRight', { covers: off('coamingRight') }),
    starBow: leg('Forward to the bow, starboard', 'midStarboard', 'bowStarboard', {}),
  },
  joints: {},
  covers: {
    sternLocker: {
      name: 'Stern locker lid and tray',
      states: {
        off: coverWay(4, 4, 'Lid up on its stay; the tray lifts out. Ventilate before anything sparks.', {
          cautions: ['vapour'],
        }),
      },
    },
    consolePanel: {
      name: 'Console panel',
      states: {
        aside: coverWay(8, 8, 'Out with the upper row; let it hang on its lanyard, plugs on.', {
          fasteners: { upper: panel(6, 'upper row') },
        }),
        off: coverWay(16, 18, 'All round, every plug off.', {
          fasteners: { upper: panel(6, 'upper row'), lower: panel(6, 'lower row') },
          plugs: { gauges: 'Gauges, 8 pins', switches: 'Switch panel, 6 pins' },
        }),
      },
    },
    coamingLeft: {
      name: 'Port coaming panel',
      states: {
        off: coverWay(10, 12, 'Pull the top edge inboard, then up.', {
          fasteners: { row: panel(9, 'under the rail') },
        }),
      },
    },
    coamingRight: {
      name: 'Starboard coaming panel',
      states: {
        off: coverWay(10, 12, 'Pull the top edge inboard, then up.', {
          fasteners: { row: panel(9, 'under the rail') },
        }),
      },
    },
  },
  measures: {
    length: { name: 'Length of the hull', axis: 'x', of: [0, 6400], grows: [3300, 3650], range: [6200, 6900] },
    beam: { name: 'Beam', axis: 'y', of: [-1100, 1100], grows: [905, 955], range: [2120, 2360] },
  },
  usualMemories: {
    sounder: { name: 'Depth sounder alarm', relearn: 'Set the shallow alarm again before casting off.' },
  },
  batteryPlace: 'battery',
  // Above the dash, before the helmsman.
  compass: [2880, 460, 1740],
  hull: 'aluminium',
  usualBatteries: {
    battery: { name: 'House bank', role: 'house', place: null },
    start: { name: 'Start battery', role: 'start', place: 'startBank' },
  },
  switchedPlace: 'accessory',
  ears: [2150, 300, 1780],
  listeners: {
    cockpit: { name: 'aft in the cockpit', at: [1300, 0, 1350] },
    bow: { name: 'on the bow seat', at: [4100, 0, 1500] },
  },
  fuseWithinMm: 175,
  fuseWithinSource: 'ABYC E-11 (from memory)',
  drawing: {
    side: { bounds: [-760, 0, 6620, 2060], strokes: drawn(SIDE) },
    top: { bounds: [-760, -1180, 6620, 1180], strokes: drawn(TOP) },
  },
};
