import type { Joint } from '#core/craft/joint';
import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import { SIDE, TOP } from './drawn-crossover';
import { coverWay, leg, node, off, pass, place, screws, sides, tiesAt } from './making';
import { bothSides, closing, obstacle, opening, panel, rect, round, through, withPanels } from './panels';
import { drawn } from './pen';

const rivets = (count: number, where: string) => screws(count, 'rivet', '8 mm', where, null, true);
const doorJoint = (side: 1 | -1, moving: string, name: string): Joint => ({
  name,
  kind: 'hinge',
  fixed: 'frame',
  moving,
  axisPoint: [1676, 752 * side, 760],
  axisDirection: [0, 0, 1],
  rangeDeg: side > 0 ? [-68, 0] : [0, 68],
  obstacleRadiusMm: 14,
  bendAllowanceMm: 40,
});

const placesLeft = {
  lowPodLeft: place(
    'Low pod against the firewall, left',
    'frame',
    [1660, 520, 640],
    [-1, 0, 0.35],
    ['speaker'],
    [182, 182, 110],
    {
      exposure: 'jet',
      dust: true,
      material: 'plastic',
      covers: off('lowPodLeft'),
    },
  ),
  canLeft: place('Cage tube, rear left', 'frame', [610, 520, 1780], [1, 0, -0.4], ['enclosure'], [210, 210, 240], {
    exposure: 'jet',
    dust: true,
    sun: true,
    material: 'steel',
    allowanceMm: 250,
  }),
  doorPodLeft: place('Door pod, left', `doorLeft`, [1440, 716, 720], [0, -1, 0.1], ['speaker'], [170, 170, 70], {
    exposure: 'jet',
    dust: true,
    material: 'plastic',
    covers: off('doorPodLeft'),
  }),
};
const junctionsLeft = {
  pillarLeft: node('Foot of the front pillar, left', 'frame', [1700, 600, 1040]),
  rearFootLeft: node('Foot of the rear post, left', 'frame', [500, 540, 1060]),
  hingeLeft: node('At the left door’s hinge', 'frame', [1716, 700, 760]),
  doorTieLeft: node('In the left door, at its hinge', 'doorLeft', [1636, 744, 760]),
};
const legsLeft = {
  dashSideLeft: leg('Behind the dash to the left', 'dashHub', 'pillarLeft', {
    via: [[1660, 320, 1020]],
    covers: off('dashTop'),
  }),
  lowPodRunLeft: leg('Down to the left low pod', 'pillarLeft', 'lowPodLeft', {
    via: [[1700, 580, 820]],
    covers: off('lowPodLeft'),
    ties: tiesAt('rack', [1700, 580, 900]),
  }),
  hingeRunLeft: leg('Out to the left door’s hinge', 'pillarLeft', 'hingeLeft', {
    covers: {},
    passes: { slotLeft: pass('Slot in the left body side', [1710, 660, 800], 20, { longMm: 40 }) },
  }),
  doorOverLeft: leg('Over the hinge of the left door', 'hingeLeft', 'doorTieLeft', { joint: 'doorLeft' }),
  doorRunLeft: leg('Inside the left door', 'doorTieLeft', 'doorPodLeft', { covers: off('doorPodLeft') }),
  archLeft: leg('Through the left front wheel arch', 'bonnetHub', 'pillarLeft', {
    via: [[1900, 640, 800]],
    hazards: ['wheel'],
  }),
  sillLeft: leg('Under the seat to the left rear post', 'tunnelRear', 'rearFootLeft', {
    via: [
      [600, 300, 560],
      [520, 540, 700],
    ],
    hazards: ['edge'],
    covers: off('seatLeft'),
    ties: tiesAt('tree', [600, 300, 560], [540, 480, 640]),
  }),
  postLeft: leg('Up through the left rear post', 'rearFootLeft', 'canLeft', {
    via: [
      [470, 530, 1400],
      [480, 520, 1800],
    ],
    hazards: ['cage'],
    passes: {
      footLeft: pass('Foot of the left post', [500, 540, 1090], 14, { edge: 'grommet' }),
      topLeft: pass('Top of the left post', [490, 520, 1770], 0, { drillToMm: 14 }),
    },
  }),
};
const coversLeft = {
  seatLeft: {
    name: 'Left seat',
    kind: 'seat' as const,
    states: { off: coverWay(1, 1, 'Latch below its front edge, up and out.') },
  },
  consoleLeft: {
    name: 'Left console side',
    kind: 'trim' as const,
    states: {
      off: coverWay(3, 4, 'Rivets first; the top stays.', { fasteners: { rivets: rivets(5, 'left console side') } }),
    },
  },
  lowPodLeft: {
    name: 'Front of the left low pod',
    kind: 'shell' as const,
    states: {
      off: coverWay(2, 3, 'Turn the pod up against its stop, then its front off.', {
        fasteners: { screws: { ...screws(4, 'sixLobe20', '4.8 × 20', 'left low pod', 2), seat: 'boss' as const } },
      }),
    },
  },
  doorPodLeft: {
    name: 'Inner panel of the left door',
    kind: 'trim' as const,
    states: {
      off: coverWay(3, 4, 'Rivets round its edge; strap off the panel.', {
        fasteners: { rivets: rivets(7, 'left door panel') },
      }),
    },
  },
};

/** A crossover side-by-side of our own: two seats, bonnet, layered dash, a bed that tilts. Origin on the ground below the rear axle. */
export const CROSSOVER: Pattern = {
  version: PATTERN_VERSION,
  id: 'side-by-side-crossover',
  name: 'Side-by-side, crossover: two seats, bonnet, tilting bed',
  kind: 'sideBySide',
  bodies: {
    frame: { name: 'Frame and cage' },
    doorLeft: { name: 'Left door' },
    doorRight: { name: 'Right door' },
    bed: { name: 'Cargo bed' },
  },
  places: withPanels(
    {
      battery: place('Battery tray in the rear', 'frame', [420, -330, 560], [0, 0, 1], [], [180, 130, 170], {
        exposure: 'splash',
        allowanceMm: 200,
        covers: off('batteryTray'),
      }),
      batterySide: place(
        'Beside the battery tray',
        'frame',
        [520, -180, 600],
        [0, 0, 1],
        ['block', 'switchModule', 'relay', 'converter'],
        [150, 100, 70],
        {
          exposure: 'splash',
          dust: true,
          allowanceMm: 150,
          covers: off('seatRight'),
          material: 'plastic',
        },
      ),
      accessory: place('Accessory plug behind the dash', 'frame', [1660, 160, 960], [-1, 0, 0], [], [50, 40, 50], {
        exposure: 'splash',
        allowanceMm: 150,
        covers: { dashTop: 'off' },
      }),
      radio: place(
        'Dash face, between its two brackets',
        'frame',
        [1600, 0, 1062],
        [-1, 0, 0.14],
        ['headUnit'],
        [196, 120, 175],
        {
          exposure: 'jet',
          wet: 'face',
          dust: true,
          sun: true,
          allowanceMm: 400,
          covers: { dashTop: 'off', dashFace: 'aside' },
          material: 'plastic',
        },
      ),
      wooferBox: place(
        'Up under the passenger’s dash',
        'frame',
        [1610, -360, 850],
        [-1, 0, 0],
        ['enclosure'],
        [460, 290, 290],
        {
          exposure: 'splash',
          dust: true,
          allowanceMm: 300,
          workedFrom: 'below',
          covers: { dashTies: 'aside' },
          material: 'plastic',
        },
      ),
      ampPlate: place(
        'Plate above the woofer box',
        'frame',
        [1640, -350, 1060],
        [0, 0, 1],
        ['amplifier', 'switchModule'],
        [310, 64, 190],
        {
          exposure: 'splash',
          dust: true,
          covers: off('dashTop'),
          material: 'aluminium',
          parkCm3: 500,
        },
      ),
      lighter: place(
        'Lighter hole in the dash face',
        'frame',
        [1500, -230, 960],
        [-1, 0, 0],
        ['accessory'],
        [60, 60, 80],
        {
          exposure: 'jet',
          dust: true,
          covers: { dashTop: 'off' },
          material: 'plastic',
          allowanceMm: 150,
        },
      ),
      bonnetBlock: place(
        'Shelf under the bonnet',
        'frame',
        [1960, 220, 1000],
        [0, 0, 1],
        ['block', 'relay', 'converter'],
        [180, 90, 70],
        {
          exposure: 'splash',
          dust: true,
          covers: off('bonnet'),
          material: 'plastic',
          allowanceMm: 200,
        },
      ),
      bedBox: place('Bed, against its front wall', 'bed', [410, 0, 900], [-1, 0, 0], ['enclosure'], [560, 300, 260], {
        exposure: 'jet',
        dust: true,
        sun: true,
        material: 'plastic',
      }),
      ...sides.places(placesLeft),
    },
    {
      radio: panel('face', through(10, [-140, -90], [140, -90], [150, 80], [-150, 80]), 3, {
        openings: { slot: opening('Opening in the dash face', rect(186, 116, 4), [0, 0]) },
        obstacles: { column: obstacle('Loom to the switches', 'loom', rect(90, 18), [-80, 66], 12, 60) },
        beyond: 'the firewall',
        behindMm: 175,
      }),
      ampPlate: panel('floor', rect(320, 200, 6), 3, {
        finished: false,
        frontMm: 66,
        beyond: 'the woofer box',
        closings: { dashTop: closing('front', 78, 78, 60) },
      }),
      wooferBox: panel('back', rect(480, 310, 10), 3, {
        finished: false,
        frontMm: 290,
        beyond: 'the steering column’s bracket',
      }),
      lighter: panel('face', rect(180, 120, 10), 3, {
        openings: { hole: opening('Lighter hole', round(29), [0, 0]) },
        behindMm: 80,
        beyond: 'the firewall',
      }),
      ...bothSides(
        'lowPod',
        panel('face', round(204), 3, {
          openings: { hole: opening('Speaker hole', round(148), [0, 0]) },
          behindMm: 110,
          beyond: 'the firewall',
        }),
      ),
      ...bothSides('doorPod', panel('face', rect(300, 220, 30), 3, { behindMm: 70, beyond: 'the door’s outer skin' })),
      ...bothSides(
        'can',
        panel('back', rect(300, 100, 0), 2, { finished: true, frontMm: 400, tubeMm: 50.8, beyond: 'the roof' }),
      ),
    },
  ),
  junctions: {
    rearChassis: node('Rear of the chassis', 'frame', [460, -240, 480]),
    channelRear: node('Frame channel, rear', 'frame', [640, -240, 450]),
    tunnelRear: node('Tunnel, rear', 'frame', [660, 0, 560]),
    tunnelFront: node('Tunnel, front', 'frame', [1460, 0, 610]),
    firewall: node('Firewall, low', 'frame', [1740, 0, 780]),
    bonnetHub: node('Under the bonnet', 'frame', [1880, 0, 980]),
    dashHub: node('Behind the dash', 'frame', [1660, 0, 1020]),
    bedHinge: node('Frame, below the bed’s hinge', 'frame', [-300, 120, 640]),
    bedTie: node('Bed, at its hinge', 'bed', [-290, 120, 740]),
    ...sides.junctions(junctionsLeft),
  },
  legs: {
    batteryDown: leg('Down from the battery', 'battery', 'rearChassis', { covers: off('batteryTray') }),
    sideRun: leg('Up beside the tray', 'rearChassis', 'batterySide', { covers: off('seatRight') }),
    channel: leg('Into the frame channel', 'rearChassis', 'channelRear', { hazards: ['edge'], workedFrom: 'below' }),
    tunnelIn: leg('Up into the tunnel', 'channelRear', 'tunnelRear', {
      workedFrom: 'below',
      passes: { tunnel: pass('Tunnel, from below', [660, -60, 520], 30, { edge: 'grommet' }) },
    }),
    exhaust: leg('Over the exhaust under the bed', 'rearChassis', 'bedHinge', {
      via: [[100, -60, 520]],
      hazards: ['hot'],
    }),
    bedRun: leg('Back along the left rail to the bed’s hinge', 'rearFootLeft', 'bedHinge', {
      via: [
        [300, 420, 640],
        [-100, 300, 640],
      ],
      hazards: ['edge'],
      workedFrom: 'below',
      ties: tiesAt('rack', [300, 420, 640], [-100, 300, 640]),
    }),
    bedOver: leg('Over the bed’s hinge', 'bedHinge', 'bedTie', { joint: 'bed' }),
    bedBoxRun: leg('Forward under the bed’s rim', 'bedTie', 'bedBox', {
      via: [
        [-200, 560, 800],
        [300, 560, 860],
      ],
      hazards: ['edge'],
    }),
    tunnel: leg('Along the tunnel', 'tunnelRear', 'tunnelFront', {
      covers: off('consoleLeft'),
      fish: { minutes: 6, covers: {} },
      ties: tiesAt('tree', [900, 40, 580], [1200, 40, 596]),
    }),
    shafts: leg('Beside the shaft in the tunnel', 'tunnelRear', 'tunnelFront', {
      via: [[1000, -30, 480]],
      hazards: ['moving'],
    }),
    firewallRun: leg('Through the firewall', 'tunnelFront', 'firewall', {
      covers: off('consoleLeft', 'consoleRight'),
      fish: { minutes: 4, covers: {} },
      passes: { low: pass('Firewall grommet', [1730, 0, 740], 30, { edge: 'grommet' }) },
    }),
    bonnetRun: leg('Up under the bonnet', 'firewall', 'bonnetHub', { covers: off('bonnet') }),
    blockRun: leg('Over to the shelf', 'bonnetHub', 'bonnetBlock', { covers: off('bonnet') }),
    secondGrommet: leg('Back through the second grommet', 'bonnetHub', 'dashHub', {
      via: [[1740, 60, 1010]],
      covers: { bonnet: 'off', dashTop: 'off' },
      passes: { high: pass('Second grommet', [1740, 60, 1010], 25, { edge: 'grommet' }) },
    }),
    column: leg('Past the steering column', 'tunnelFront', 'dashHub', { via: [[1560, 260, 820]], hazards: ['column'] }),
    linkage: leg('Past the shift linkage', 'tunnelFront', 'dashHub', { via: [[1520, 60, 800]], hazards: ['linkage'] }),
    radioRun: leg('To the radio', 'dashHub', 'radio', { covers: { dashTop: 'off' } }),
    plateRun: leg('To the plate', 'dashHub', 'ampPlate', { via: [[1660, -160, 1040]], covers: off('dashTop') }),
    wooferRun: leg('Down to the woofer box', 'dashHub', 'wooferBox', {
      via: [[1690, -180, 940]],
      covers: { dashTop: 'off' },
    }),
    lighterRun: leg('To the lighter', 'dashHub', 'lighter', { via: [[1600, -150, 980]], covers: off('dashTop') }),
    tapRun: leg('To the accessory plug', 'dashHub', 'accessory', { covers: off('dashTop') }),
    ...sides.legs(legsLeft),
  },
  joints: {
    doorLeft: doorJoint(1, 'doorLeft', 'Left door'),
    doorRight: doorJoint(-1, 'doorRight', 'Right door'),
    bed: {
      name: 'Tilting bed',
      kind: 'hinge',
      fixed: 'frame',
      moving: 'bed',
      axisPoint: [-380, 0, 700],
      axisDirection: [0, 1, 0],
      rangeDeg: [-42, 0],
      obstacleRadiusMm: 22,
      bendAllowanceMm: 40,
    },
  },
  covers: {
    bonnet: {
      name: 'Bonnet',
      kind: 'hatch',
      states: {
        off: coverWay(2, 2, 'Four quarter turns; lift its rear edge first.', {
          fasteners: { studs: screws(4, 'quarterTurn', '22 mm', 'corners of the bonnet') },
        }),
      },
    },
    dashTop: {
      name: 'Dash top',
      kind: 'panel',
      states: {
        off: coverWay(6, 8, 'A row of rivets under the bonnet’s edge, then up.', {
          after: off('bonnet'),
          fasteners: {
            rivets: rivets(9, 'along the dash top'),
            screws: screws(2, 'sixLobe25', 'M6 × 16', 'ends of the dash top', 5),
          },
        }),
      },
    },
    dashFace: {
      name: 'Dash face',
      kind: 'panel',
      states: {
        aside: coverWay(6, 8, 'Lower screws, then forward on its plugs; lay it on a cloth over the wheel.', {
          after: off('dashTop'),
          fasteners: { lower: screws(5, 'sixLobe25', 'M6 × 16', 'lower edge of the dash', 5) },
          cautions: ['shift'],
          refit: 'The rear half of the radio bracket stays loose until the face is home.',
        }),
        off: coverWay(14, 18, 'Every plug off; it comes out over the wheel.', {
          after: off('dashTop'),
          fasteners: { lower: screws(5, 'sixLobe25', 'M6 × 16', 'lower edge of the dash', 5) },
          plugs: { key: 'Key switch, 6 pins', lamps: 'Lamp switch, 4 pins', socket: 'Socket, 2 pins' },
          plugHints: { key: 'its latch is below' },
          cautions: ['shift'],
        }),
      },
    },
    dashTies: {
      name: 'Factory ties under the passenger’s dash',
      kind: 'ties',
      states: {
        aside: coverWay(2, 3, 'One of the holes that a plate uses is held by a tie.', {
          fasteners: { ties: screws(3, 'tie', 'tie', 'under the dash', null, true) },
        }),
      },
    },
    batteryTray: {
      name: 'Cover of the battery tray',
      kind: 'tray',
      states: {
        off: coverWay(3, 3, 'Behind the right seat; two knobs.', {
          after: off('seatRight'),
          fasteners: { knobs: screws(2, 'hex10', 'M6 × 25', 'battery tray', 5) },
        }),
      },
    },
    ...sides.covers(coversLeft),
  },
  keepFree: {
    lampLeft: {
      name: 'Bowl of the left lamp',
      kind: 'lamp',
      body: 'frame',
      shape: { is: 'box', at: [2340, 400, 900], size: [130, 160, 150] },
    },
    lampRight: {
      name: 'Bowl of the right lamp',
      kind: 'lamp',
      body: 'frame',
      shape: { is: 'box', at: [2340, -400, 900], size: [130, 160, 150] },
    },
    lever: {
      name: 'Sweep of the shift lever',
      kind: 'hand',
      body: 'frame',
      shape: { is: 'round', from: [1380, 0, 900], to: [1200, 0, 900], radiusMm: 80 },
    },
    road: {
      name: 'Sight of the road ahead',
      kind: 'sight',
      body: 'frame',
      shape: { is: 'round', from: [780, 330, 1560], to: [2300, 330, 1300], radiusMm: 90 },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 2150], grows: [1030, 1150], range: [2110, 2260] },
    height: { name: 'Over the roof', axis: 'z', of: [0, 1946], grows: [1300, 1440], range: [1840, 2060] },
  },
  usualMemories: {
    clock: { name: 'Clock', relearn: 'Set it with the key on.' },
    steering: { name: 'Power steering', relearn: 'Key on, bars straight, wait ten seconds.' },
  },
  batteryPlace: 'battery',
  switchedPlace: 'accessory',
  usualCircuits: {
    accessory: {
      name: 'Accessory plug behind the dash',
      colour: { body: 'orange' },
      use: 'switched',
      access: 'accessoryPlug',
      place: 'accessory',
      fuseA: 15,
      drawsA: 0,
      size: '16',
      lengthMm: 2400,
      negative: true,
      shares: '',
    },
    lighter: {
      name: 'Lighter',
      colour: { body: 'yellow', stripe: 'black' },
      use: 'switched',
      access: 'lighterSocket',
      place: 'lighter',
      fuseA: 10,
      drawsA: 0,
      size: '16',
      lengthMm: 2500,
      negative: true,
      shares: '',
    },
  },
  ears: [760, 330, 1560],
  listeners: { passenger: { name: 'on the passenger’s side', at: [760, -330, 1560] } },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-540, -30, 2620, 1980], strokes: drawn(SIDE) },
    top: { bounds: [-540, -840, 2620, 840], strokes: drawn(TOP) },
  },
};
