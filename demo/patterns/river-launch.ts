import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, pass, screws } from './making';
import { LAUNCH_PANELS, withPanels } from './panels';
import { SIDE, TOP } from './drawn-launch';
import { drawn } from './pen';

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
    foot: leg('Into the console, low', 'consoleIn', 'consoleFoot', {
      covers: { consolePanel: 'aside' },
      passes: { foot: pass('Hole in the console’s foot', [2900, 800, 760], 60, { edge: 'grommet' }) },
    }),
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
      kind: 'hatch',
      states: {
        off: coverWay(4, 4, 'Lid up on its stay; the tray lifts out. Ventilate before anything sparks.', {
          cautions: ['vapour'],
        }),
      },
    },
    consolePanel: {
      name: 'Console panel',
      kind: 'panel',
      states: {
        aside: coverWay(8, 8, 'Out with the upper row; let it hang on its lanyard, plugs on.', {
          fasteners: { upper: panel(6, 'upper row') },
        }),
        off: coverWay(16, 18, 'All round, every plug off.', {
          fasteners: { upper: panel(6, 'upper row'), lower: panel(6, 'lower row') },
          plugs: { gauges: 'Gauges, 8 pins', switches: 'Switch panel, 6 pins' },
          plugHints: { gauges: 'Collar a quarter turn to the left.' },
        }),
      },
    },
    coamingLeft: {
      name: 'Port coaming panel',
      kind: 'trim',
      states: {
        off: coverWay(10, 12, 'Pull the top edge inboard, then up.', {
          fasteners: { row: panel(9, 'under the rail') },
          refit: 'Lower edge into its channel first, then the top under the rail.',
        }),
      },
    },
    coamingRight: {
      name: 'Starboard coaming panel',
      kind: 'trim',
      states: {
        off: coverWay(10, 12, 'Pull the top edge inboard, then up.', {
          fasteners: { row: panel(9, 'under the rail') },
          refit: 'Lower edge into its channel first, then the top under the rail.',
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
    side: { bounds: [-760, -40, 6620, 2060], strokes: drawn(SIDE) },
    top: { bounds: [-760, -1180, 6620, 1180], strokes: drawn(TOP) },
  },
};
