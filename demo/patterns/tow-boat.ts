import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import { SIDE, TOP } from './drawn-tow-boat';
import { coverWay, leg, node, off, pass, place, screws, sides, tiesAt } from './making';
import { bothSides, closing, obstacle, opening, panel, rect, round, withPanels } from './panels';
import { drawn } from './pen';

const square = (count: number, where: string) => screws(count, 'square2', '#8 × 1 in', where);

const placesLeft = {
  cockpitAftLeft: place('Coaming aft, port side', 'hull', [1660, 1080, 800], [0, -1, 0], ['speaker'], [200, 200, 110], {
    exposure: 'jet',
    wet: 'face',
    sun: true,
    material: 'gelcoat',
    covers: off('sideTrimLeft'),
  }),
  cockpitFrontLeft: place(
    'Kick panel below the dash, port side',
    'hull',
    [3300, 1090, 760],
    [-0.3, -1, 0],
    ['speaker'],
    [200, 200, 110],
    { exposure: 'splash', material: 'gelcoat', covers: off('kickLeft') },
  ),
  bowLeft: place('Bow seat back, port side', 'hull', [4300, 800, 900], [-0.2, -1, 0], ['speaker'], [200, 200, 105], {
    exposure: 'jet',
    wet: 'face',
    sun: true,
    material: 'gelcoat',
    covers: off('bowCushionLeft'),
  }),
  barLeft: place('Tower bar, port side', 'tower', [2432, 520, 2240], [-1, 0, -0.3], ['enclosure'], [230, 230, 330], {
    exposure: 'jet',
    sun: true,
    material: 'aluminium',
    allowanceMm: 400,
  }),
};
const junctionsLeft = {
  sideAftLeft: node('Side wall aft, port side', 'hull', [1660, 1090, 620]),
  sideMidLeft: node('Side wall amidships, port side', 'hull', [2330, 1110, 640]),
  footLeft: node('Below the tower foot, port side', 'hull', [2300, 1170, 960]),
  legLeft: node('In the tower leg above its hinge, port side', 'tower', [2345, 1150, 1250]),
  barEndLeft: node('End of the tower bar, port side', 'tower', [2470, 930, 2220]),
  dashLeft: node('Behind the dash, port side', 'hull', [3620, 700, 920]),
  bowInLeft: node('Side of the bow, port side', 'hull', [4000, 900, 760]),
};
const legsLeft = {
  sideAftRunLeft: leg('Aft along the side wall, port side', 'sideMidLeft', 'sideAftLeft', {
    via: [[2000, 1100, 630]],
    covers: off('sideTrimLeft'),
    fish: { minutes: 7, covers: {} },
    ties: tiesAt('spot', [2100, 1104, 630], [1850, 1096, 626]),
  }),
  cockpitAftRunLeft: leg('Up to the coaming speaker, port side', 'sideAftLeft', 'cockpitAftLeft', {
    covers: off('sideTrimLeft'),
  }),
  gunwaleLeft: leg('Up inside the gunwale, port side', 'sideMidLeft', 'footLeft', {
    via: [[2320, 1150, 800]],
    covers: off('sideTrimLeft'),
  }),
  towerLeft: leg('Over the hinge of the tower, port side', 'footLeft', 'legLeft', {
    joint: 'tower',
    covers: off('footCoverLeft'),
    passes: {
      gunwale: pass('Gunwale beside the metal plate, port side', [2290, 1180, 1000], 0, {
        edge: 'sealed',
        drillToMm: 13,
      }),
    },
  }),
  legUpLeft: leg('Up inside the tower leg, port side', 'legLeft', 'barEndLeft', {
    via: [[2350, 1080, 1600]],
    hazards: ['edge'],
    passes: {
      foot: pass('Foot of the tower leg, port side', [2336, 1170, 1090], 13, { edge: 'grommet', drillToMm: 16 }),
    },
  }),
  barRunLeft: leg('Along inside the tower bar, port side', 'barEndLeft', 'barLeft', {
    via: [[2440, 700, 2250]],
    passes: { bar: pass('Tower bar, below, port side', [2436, 540, 2220], 0, { drillToMm: 14 }) },
  }),
  sideFrontLeft: leg('Forward along the side wall, port side', 'sideMidLeft', 'dashLeft', {
    via: [
      [2900, 1130, 640],
      [3500, 1060, 760],
    ],
    covers: { sideTrimLeft: 'off', kickLeft: 'off' },
    fish: { minutes: 9, covers: off('kickLeft') },
  }),
  cockpitFrontRunLeft: leg('Down to the kick panel, port side', 'dashLeft', 'cockpitFrontLeft', {
    covers: off('kickLeft'),
  }),
  bowRunLeft: leg('Through the dash bulkhead to the bow, port side', 'dashLeft', 'bowInLeft', {
    passes: { bulkhead: pass('Dash bulkhead, port side', [3860, 800, 860], 32, { edge: 'rolled', drillToMm: 38 }) },
  }),
  bowUpLeft: leg('Up to the bow speaker, port side', 'bowInLeft', 'bowLeft', { covers: off('bowCushionLeft') }),
};
const coversLeft = {
  sideTrimLeft: {
    name: 'Side panel of the cockpit, port side',
    kind: 'trim' as const,
    states: {
      off: coverWay(9, 11, 'Screws below the coaming pad, then up out of its channel.', {
        fasteners: { row: square(8, 'below the coaming pad, port side') },
      }),
    },
  },
  kickLeft: {
    name: 'Kick panel, port side',
    kind: 'panel' as const,
    states: {
      off: coverWay(4, 5, 'Four screws; push it forward first.', {
        fasteners: { screws: square(4, 'kick panel, port side') },
      }),
    },
  },
  bowCushionLeft: {
    name: 'Bow cushion and its back, port side',
    kind: 'seat' as const,
    states: {
      off: coverWay(5, 6, 'Cushion off its studs; two nuts hold the back from inside the locker.', {
        fasteners: {
          nuts: { ...screws(2, 'inchHead716', '1/4 in', 'bow seat back, port side', 5), reach: 'long' as const },
        },
      }),
    },
  },
  footCoverLeft: {
    name: 'Cover over the tower foot, port side',
    kind: 'trim' as const,
    states: {
      off: coverWay(2, 2, 'Slides up the leg once its screw is out.', {
        fasteners: { screw: screws(1, 'sixLobe20', 'M5 × 16', 'tower foot, port side', 3) },
      }),
    },
  },
};

/** A tow boat of our own: bow seats, walk-through screen, helm to starboard, sun pad aft, a tower that folds. Origin on the keel at the transom. */
export const TOW_BOAT: Pattern = {
  version: PATTERN_VERSION,
  id: 'tow-boat-67',
  name: 'Tow boat 6.7 m, bow seats, tower that folds',
  kind: 'boat',
  bodies: {
    hull: { name: 'Hull' },
    tower: { name: 'Tower' },
    observerLid: { name: 'Observer’s seat' },
    driverBase: { name: 'Driver’s seat' },
    lockerLid: { name: 'Lid of the ski locker' },
  },
  places: withPanels(
    {
      battery: place('House battery, observer’s locker', 'hull', [2740, 820, 420], [0, 0, 1], [], [330, 180, 230], {
        exposure: 'splash',
        allowanceMm: 250,
        covers: { observerSeat: 'aside' },
      }),
      startBank: place(
        'Start battery beside the engine box',
        'hull',
        [700, -820, 420],
        [0, 0, 1],
        [],
        [330, 180, 230],
        {
          exposure: 'splash',
          petrol: true,
          allowanceMm: 250,
          covers: { sunPad: 'aside' },
        },
      ),
      board: place(
        'Board in the observer’s locker, on its forward bulkhead',
        'hull',
        [3040, 700, 560],
        [-1, 0, 0],
        ['amplifier'],
        [480, 340, 170],
        { exposure: 'splash', allowanceMm: 500, material: 'ply', covers: { observerSeat: 'aside' }, parkCm3: 2500 },
      ),
      fuseBlock: place(
        'Side wall of the observer’s locker',
        'hull',
        [2860, 1030, 640],
        [0, -1, 0],
        ['block', 'switchModule', 'relay', 'converter'],
        [300, 190, 90],
        { exposure: 'splash', allowanceMm: 250, material: 'ply', covers: { observerSeat: 'aside' } },
      ),
      helmRadio: place(
        'Helm, below the gauges',
        'hull',
        [3280, -360, 1120],
        [-1, 0, 0.4],
        ['headUnit'],
        [196, 130, 190],
        {
          exposure: 'jet',
          wet: 'face',
          sun: true,
          allowanceMm: 500,
          material: 'plastic',
          covers: { helmPanel: 'aside' },
        },
      ),
      helmDials: place(
        'Plate of two dials beside the head unit',
        'hull',
        [3290, -940, 1110],
        [-1, 0, 0.4],
        ['zoneControl'],
        [150, 90, 80],
        {
          exposure: 'jet',
          wet: 'face',
          sun: true,
          allowanceMm: 400,
          material: 'aluminium',
          covers: { helmPanel: 'aside' },
        },
      ),
      lightControl: place(
        'Behind the helm, starboard wall',
        'hull',
        [3560, -1030, 960],
        [0, 1, 0],
        ['switchModule', 'relay', 'device'],
        [160, 120, 70],
        { exposure: 'splash', allowanceMm: 300, material: 'ply', covers: { helmPanel: 'aside' } },
      ),
      switchPanel: place('Switch panel at the helm', 'hull', [3300, -680, 1060], [-1, 0, 0.4], [], [120, 90, 80], {
        exposure: 'splash',
        allowanceMm: 300,
        covers: { helmPanel: 'aside' },
      }),
      wooferWall: place(
        'Wall under the driver’s seat',
        'hull',
        [2520, -640, 560],
        [-1, 0, 0],
        ['speaker'],
        [330, 330, 240],
        { exposure: 'splash', material: 'ply', covers: { driverSeat: 'aside' } },
      ),
      lockerLamp: place(
        'Under the lid of the observer’s seat',
        'observerLid',
        [2860, 640, 880],
        [0, 0, -1],
        ['accessory', 'device'],
        [120, 60, 40],
        { exposure: 'splash', allowanceMm: 150, material: 'ply', covers: { observerSeat: 'aside' } },
      ),
      ...sides.places(placesLeft),
    },
    {
      board: panel('back', rect(490, 350, 6), 12, {
        finished: false,
        frontMm: 190,
        behindMm: 50,
        beyond: 'the side of the walk-through',
        obstacles: { beam: obstacle('Beam above', 'structure', rect(490, 40), [0, 155], -60, 0) },
        board: { gapMm: 50, low: 'bottom', thicknessMm: 18, material: 'ply' },
        dips: { floor: { name: 'Dip at the floor', outline: rect(150, 60, 20), at: [-150, -140], turnDeg: 0 } },
      }),
      fuseBlock: panel('back', rect(320, 210, 6), 12, {
        finished: false,
        frontMm: 120,
        behindMm: 40,
        beyond: 'the hull',
      }),
      helmRadio: panel('face', rect(330, 190, 20), 5, {
        openings: { gauge: opening('Fuel gauge', round(53), [-120, 40], true) },
        obstacles: { helm: obstacle('Steering cable', 'cable', rect(60, 40), [-120, -60], 40, 140) },
        behindMm: 210,
        beyond: 'the dash bulkhead',
        closings: { helmPanel: closing('behind', 210, 210, 180) },
      }),
      helmDials: panel('face', rect(170, 110, 12), 5, { behindMm: 120, beyond: 'the dash bulkhead' }),
      lightControl: panel('back', rect(190, 150, 6), 12, { finished: false, frontMm: 110 }),
      wooferWall: panel('face', rect(400, 380, 10), 18, {
        finished: false,
        behindMm: 260,
        beyond: 'the foot of the seat',
      }),
      ...bothSides(
        'cockpitAft',
        panel('face', rect(420, 230, 30), 7, {
          obstacles: { stringer: obstacle('Stringer', 'structure', rect(36, 220), [-170, 0], 7, 110) },
          behindMm: 118,
          beyond: 'the hull',
        }),
      ),
      ...bothSides('cockpitFront', panel('face', rect(260, 230, 30), 6, { behindMm: 120, beyond: 'the hull' })),
      ...bothSides('bow', panel('face', rect(320, 230, 30), 7, { behindMm: 112, beyond: 'the hull' })),
      ...bothSides(
        'bar',
        panel('back', rect(360, 100, 0), 3, { frontMm: 420, tubeMm: 63.5, beyond: 'the board racks' }),
      ),
    },
  ),
  junctions: {
    lockerHub: node('Observer’s locker, aft and low', 'hull', [2680, 940, 560]),
    lidHinge: node('Locker wall at the lid’s hinge', 'hull', [2800, 1000, 860]),
    lidTie: node('Lid of the observer’s seat, at its hinge', 'observerLid', [2800, 940, 900]),
    skiPort: node('Ski locker, port side', 'hull', [3680, 230, 420]),
    skiStarboard: node('Ski locker, to starboard', 'hull', [3680, -230, 420]),
    driverHub: node('Under the driver’s seat', 'hull', [2760, -700, 520]),
    bowFront: node('Anchor locker in the bow', 'hull', [5950, 0, 860]),
    engineSide: node('Engine box, port side', 'hull', [1240, 560, 460]),
    ...sides.junctions(junctionsLeft),
  },
  legs: {
    batteryRun: leg('Off the battery', 'battery', 'lockerHub', { covers: { observerSeat: 'aside' } }),
    blockRun: leg('Up to the side wall of the locker', 'lockerHub', 'fuseBlock', {
      via: [[2760, 1010, 600]],
      covers: { observerSeat: 'aside' },
    }),
    boardRun: leg('Forward to the board', 'lockerHub', 'board', {
      via: [[2960, 960, 540]],
      covers: { observerSeat: 'aside' },
      ties: tiesAt('spot', [2820, 950, 550], [2960, 960, 540]),
    }),
    bulkheadOut: leg('Through the bulkhead of the locker to the side wall', 'lockerHub', 'sideMidLeft', {
      covers: { observerSeat: 'aside', lockerBulkhead: 'off' },
      passes: { bulkhead: pass('Bulkhead of the locker', [2600, 1060, 600], 25, { edge: 'bare', drillToMm: 38 }) },
    }),
    dashRun: leg('Forward out of the locker to the dash', 'lockerHub', 'dashLeft', {
      via: [
        [3060, 980, 520],
        [3400, 900, 700],
      ],
      covers: { observerSeat: 'aside', kickLeft: 'off' },
      fish: { minutes: 5, covers: { observerSeat: 'aside' } },
    }),
    dashDown: leg('Down to the ski locker, port side', 'dashLeft', 'skiPort', {
      via: [[3680, 420, 700]],
      covers: { skiLocker: 'aside' },
      passes: { grommet: pass('Grommet of the ski locker, port side', [3680, 280, 460], 25, { edge: 'grommet' }) },
    }),
    skiCross: leg('Across the ski locker', 'skiPort', 'skiStarboard', {
      covers: { skiLocker: 'aside' },
      ties: tiesAt('spot', [3690, 100, 400], [3690, -100, 400]),
    }),
    skiUp: leg('Up to the helm', 'skiStarboard', 'dashRight', {
      via: [[3680, -420, 700]],
      covers: { skiLocker: 'aside', helmPanel: 'aside' },
      passes: {
        grommet: pass('Grommet of the ski locker, to starboard', [3680, -280, 460], 25, { edge: 'grommet' }),
      },
    }),
    bilge: leg('Across the bilge below the floor', 'lockerHub', 'driverHub', {
      via: [
        [2700, 300, 160],
        [2720, -300, 160],
      ],
      hazards: ['moving'],
    }),
    driverRun: leg('Aft from the helm under the floor’s edge', 'dashRight', 'driverHub', {
      via: [
        [3400, -1000, 560],
        [2900, -960, 520],
      ],
      covers: { kickRight: 'off', driverSeat: 'aside' },
    }),
    driverSide: leg('From the driver’s seat to the side wall', 'driverHub', 'sideMidRight', {
      via: [[2500, -960, 540]],
      covers: { driverSeat: 'aside', sideTrimRight: 'off' },
    }),
    wooferRun: leg('To the woofer’s wall', 'driverHub', 'wooferWall', { covers: { driverSeat: 'aside' } }),
    column: leg('Along the steering cable', 'dashRight', 'engineSide', {
      via: [
        [2600, -1120, 500],
        [1300, -300, 460],
      ],
      hazards: ['column', 'petrol'],
    }),
    radioRun: leg('To the head unit', 'dashRight', 'helmRadio', {
      via: [[3480, -460, 1040]],
      covers: { helmPanel: 'aside' },
    }),
    dialsRun: leg('To the dials', 'dashRight', 'helmDials', {
      via: [[3460, -880, 1040]],
      covers: { helmPanel: 'aside' },
    }),
    lightsRun: leg('To the starboard wall', 'dashRight', 'lightControl', { covers: { helmPanel: 'aside' } }),
    panelRun: leg('To the switch panel', 'dashRight', 'switchPanel', { covers: { helmPanel: 'aside' } }),
    aftRun: leg('Aft into the engine space', 'sideAftLeft', 'engineSide', {
      covers: { sideTrimLeft: 'off', sunPad: 'aside' },
      hazards: ['petrol'],
      engineSpace: true,
      passes: { wall: pass('Wall of the engine space', [1300, 800, 500], 40, { edge: 'grommet' }) },
    }),
    engineCross: leg('Behind the engine to the start battery', 'engineSide', 'startBank', {
      via: [
        [160, 300, 500],
        [160, -500, 480],
      ],
      covers: { sunPad: 'aside' },
      hazards: ['petrol'],
      engineSpace: true,
    }),
    manifold: leg('Over the manifold to the start battery', 'engineSide', 'startBank', {
      via: [[800, 0, 760]],
      hazards: ['hot', 'petrol'],
      engineSpace: true,
    }),
    lidUp: leg('Up the locker wall to the hinge', 'lockerHub', 'lidHinge', { covers: { observerSeat: 'aside' } }),
    lidOver: leg('Over the hinge of the observer’s seat', 'lidHinge', 'lidTie', {
      joint: 'observerLid',
      covers: { observerSeat: 'aside' },
    }),
    lampRun: leg('Under the lid to the lamp', 'lidTie', 'lockerLamp', { covers: { observerSeat: 'aside' } }),
    bowRoundLeft: leg('Round the bow from the port side', 'bowInLeft', 'bowFront', {
      via: [[5200, 640, 820]],
      covers: { bowCushionLeft: 'off' },
      fish: { minutes: 8, covers: {} },
    }),
    bowRoundRight: leg('Round the bow from starboard', 'bowInRight', 'bowFront', {
      via: [[5200, -640, 820]],
      covers: { bowCushionRight: 'off' },
      fish: { minutes: 8, covers: {} },
    }),
    ...sides.legs(legsLeft),
  },
  joints: {
    tower: {
      name: 'Tower',
      kind: 'fold',
      fixed: 'hull',
      moving: 'tower',
      axisPoint: [2330, 0, 1100],
      axisDirection: [0, 1, 0],
      rangeDeg: [0, 84],
      obstacleRadiusMm: 42,
      bendAllowanceMm: 60,
    },
    observerLid: {
      name: 'Observer’s seat',
      kind: 'hinge',
      fixed: 'hull',
      moving: 'observerLid',
      axisPoint: [2850, 1030, 920],
      axisDirection: [1, 0, 0],
      rangeDeg: [-100, 0],
      obstacleRadiusMm: 10,
      bendAllowanceMm: 30,
    },
    driverBase: {
      name: 'Driver’s seat',
      kind: 'hinge',
      fixed: 'hull',
      moving: 'driverBase',
      axisPoint: [3040, -640, 880],
      axisDirection: [0, 1, 0],
      rangeDeg: [0, 70],
      obstacleRadiusMm: 12,
      bendAllowanceMm: 30,
    },
    lockerLid: {
      name: 'Lid of the ski locker',
      kind: 'hinge',
      fixed: 'hull',
      moving: 'lockerLid',
      axisPoint: [3760, 0, 560],
      axisDirection: [0, 1, 0],
      rangeDeg: [0, 100],
      obstacleRadiusMm: 10,
      bendAllowanceMm: 30,
    },
  },
  covers: {
    observerSeat: {
      name: 'Observer’s seat',
      kind: 'lid',
      states: {
        aside: coverWay(1, 1, 'Cushion up; the lid stands on its stay.'),
        off: coverWay(5, 6, 'Stay unhooked, hinge screws out.', {
          fasteners: { hinge: screws(6, 'cross2', '#10 × 3/4 in', 'hinge of the observer’s seat') },
        }),
      },
    },
    lockerBulkhead: {
      name: 'Bulkhead of the observer’s locker',
      kind: 'panel',
      states: {
        off: coverWay(6, 7, 'Lift it over the stringer, top edge first.', {
          after: { observerSeat: 'aside' },
          fasteners: { screws: square(8, 'round the bulkhead') },
        }),
      },
    },
    driverSeat: {
      name: 'Driver’s seat and its base',
      kind: 'seat',
      states: { aside: coverWay(2, 2, 'Latch at the back of the base; it tips forward on its hinge.') },
    },
    helmPanel: {
      name: 'Helm panel',
      kind: 'panel',
      states: {
        aside: coverWay(8, 9, 'Screws round its edge; lay it over the wheel on a towel, plugs on.', {
          fasteners: { screws: { ...screws(8, 'cross2', '#8 × 3/4 in', 'round the helm panel', 1.5), handOnly: true } },
        }),
        off: coverWay(16, 20, 'Every plug off, photographed first.', {
          fasteners: { screws: { ...screws(8, 'cross2', '#8 × 3/4 in', 'round the helm panel', 1.5), handOnly: true } },
          plugs: { gauges: 'Gauges, 12 pins', key: 'Key switch, 6 pins', switches: 'Switch panel, 8 pins' },
          plugHints: { gauges: 'its latch is underneath', switches: 'squeeze both sides' },
        }),
      },
    },
    skiLocker: {
      name: 'Lid of the ski locker',
      kind: 'hatch',
      states: { aside: coverWay(1, 1, 'Ring up, quarter turn; it stands on its strut.') },
    },
    sunPad: {
      name: 'Sun pad over the engine',
      kind: 'hatch',
      states: {
        aside: coverWay(2, 2, 'Up on both struts; blower on for four minutes first.', { cautions: ['vapour', 'hot'] }),
      },
    },
    ...sides.covers(coversLeft),
  },
  keepFree: {
    throttle: {
      name: 'Sweep of the throttle lever',
      kind: 'hand',
      body: 'hull',
      shape: { is: 'round', from: [3160, -1060, 1080], to: [2900, -1060, 1080], radiusMm: 90 },
    },
    ahead: {
      name: 'Helmsman’s sight ahead',
      kind: 'sight',
      body: 'hull',
      shape: { is: 'round', from: [2740, -640, 1620], to: [4200, -640, 1420], radiusMm: 100 },
    },
    rope: {
      name: 'Room of the tow rope',
      kind: 'swing',
      body: 'tower',
      shape: { is: 'round', from: [2600, 0, 2386], to: [1200, 0, 2386], radiusMm: 110 },
    },
  },
  measures: {
    length: { name: 'Length of the hull', axis: 'x', of: [0, 6720], grows: [4400, 5600], range: [6400, 7100] },
    beam: { name: 'Beam', axis: 'y', of: [-1250, 1250], grows: [910, 1010], range: [2400, 2600] },
  },
  usualMemories: {
    cruise: { name: 'Speed holding', relearn: 'Set the crew’s weights again at the dock.' },
    clock: { name: 'Clock', relearn: 'Set it at the helm.' },
  },
  batteryPlace: 'battery',
  switchedPlace: 'switchPanel',
  usualBatteries: {
    battery: { name: 'House battery', role: 'house', place: null },
    start: { name: 'Start battery', role: 'start', place: 'startBank' },
  },
  usualCircuits: {
    panelWay: {
      name: 'Spare way of the switch panel',
      colour: { body: 'red', stripe: 'white' },
      use: 'switched',
      access: 'switchPanel',
      place: 'switchPanel',
      fuseA: 10,
      drawsA: 0,
      size: '14',
      lengthMm: 5200,
      negative: true,
      shares: '',
    },
    navigation: {
      name: 'Navigation lamps',
      colour: { body: 'grey' },
      use: 'lamp',
      access: 'switchPanel',
      place: 'switchPanel',
      fuseA: 5,
      drawsA: 1.2,
      size: '16',
      lengthMm: 6000,
      negative: true,
      shares: '',
    },
  },
  ears: [2740, -640, 1620],
  listeners: {
    observer: { name: 'on the observer’s seat', at: [2860, 640, 1560] },
    bow: { name: 'on the bow seats', at: [4600, 0, 1560] },
    rider: { name: 'behind the boat, on the rope', at: [-14000, 0, 1200] },
  },
  compass: [3640, -620, 1320],
  hull: 'gelcoat',
  fuseWithinMm: 175,
  fuseWithinSource: 'ABYC E-11 (from memory)',
  drawing: {
    side: { bounds: [-760, -340, 6860, 2500], strokes: drawn(SIDE) },
    top: { bounds: [-760, -1290, 6860, 1290], strokes: drawn(TOP) },
  },
};
