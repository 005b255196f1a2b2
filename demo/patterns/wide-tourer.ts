import { PATTERN_VERSION, type Pattern, type VariantChange } from '#core/craft/pattern';
import { shelfItem } from '../shelf';
import { SIDE, TOP } from './drawn-wide-tourer';
import { otherSide } from '#core/craft/mirror';
import { coverWay, leg, node, off, pass, place, screws, sides, tiesAt } from './making';
import { bothSides, closing, obstacle, opening, panel, rect, round, through, withPanels } from './panels';
import { drawn } from './pen';
import {
  BAG_BODIES,
  BAG_COVERS,
  BAG_JOINTS,
  BAG_JUNCTIONS,
  BAG_LEGS,
  BAG_PLACES,
  FRAME_COVERS,
  FRAME_JUNCTIONS,
  FRAME_LEGS,
  FRAME_PLACES,
  USUAL_MEMORIES,
} from './touring-bike';

type P = [number, number, number];
const trees = (count: number, where: string) => screws(count, 'treeClip', 'tree clip', where, null, true);
const AMP: P = [240, 65, 130];

const placesLeft = {
  podLeft: place('Fairing pod, left', 'bars', [1262, 268, 1044], [-0.94, 0, 0.34], ['speaker'], [175, 175, 92], {
    exposure: 'jet',
    wet: 'face',
    sun: true,
    covers: { outerShell: 'off', podLeft: 'off' },
    material: 'fibre',
  }),
  shieldPodLeft: place('Leg-shield pod, left', 'frame', [1136, 316, 690], [-1, 0, 0.12], ['speaker'], [170, 170, 90], {
    exposure: 'jet',
    covers: off('shieldPodLeft'),
    material: 'plastic',
    allowanceMm: 200,
  }),
  casePodLeft: place('Top-case pod, left', 'frame', [-20, 236, 914], [1, 0, 0.1], ['speaker'], [150, 150, 86], {
    exposure: 'jet',
    covers: off('casePodLeft'),
    material: 'plastic',
    allowanceMm: 200,
  }),
  handLeft: place(
    'Hand control, left',
    'bars',
    [1068, 356, 1092],
    [-0.8, 0, 0.6],
    ['zoneControl', 'accessory'],
    [70, 60, 50],
    {
      exposure: 'jet',
      covers: { handLeft: 'off' },
      allowanceMm: 150,
    },
  ),
};
const junctionsLeft = {
  headLeft: node('Tie left of the steering head', 'frame', [1236, 74, 892]),
  tieLeft: node('Tie on the inner shell, left', 'bars', [1310, 84, 990]),
  shellLeft: node('Behind the left pod', 'bars', [1310, 230, 980]),
  downTubeLeft: node('Down tube, left', 'frame', [1226, 60, 660]),
};
const legsLeft = {
  neckLeft: leg('Round the neck, left', 'headLeft', 'tieLeft', { joint: 'neck' }),
  troughLeft: leg('Out of the trough to the left of the neck', 'trough', 'headLeft', {
    covers: off('trough'),
    fish: { minutes: 3, covers: {} },
  }),
  shellInLeft: leg('Into the inner shell, left', 'tieLeft', 'shellHub', { covers: off('outerShell') }),
  podRunLeft: leg('Across the inner shell to the left', 'shellHub', 'shellLeft', {
    via: [[1330, 110, 960]],
    covers: off('outerShell'),
  }),
  podEndLeft: leg('Up to the left pod', 'shellLeft', 'podLeft', { covers: { outerShell: 'off', loomAside: 'aside' } }),
  handRunLeft: leg('Along the bar to the left hand', 'shellLeft', 'handLeft', {
    via: [[1210, 190, 1116]],
    covers: { outerShell: 'off', handLeft: 'off' },
  }),
  downLeft: leg('Down the front tube, left', 'headLeft', 'downTubeLeft', {
    via: [[1232, 66, 780]],
    covers: off('shieldLeft'),
    fish: { minutes: 5, covers: {} },
    ties: tiesAt('rack', [1232, 66, 780], [1228, 62, 700]),
  }),
  shieldRunLeft: leg('Into the left leg shield', 'downTubeLeft', 'shieldPodLeft', {
    via: [[1250, 240, 680]],
    covers: { shieldLeft: 'off', shieldPodLeft: 'off' },
  }),
  casePodRunLeft: leg('Out to the left top-case pod', 'caseIn', 'casePodLeft', {
    via: [[-160, 180, 880]],
    covers: off('casePodLeft'),
  }),
};

const coversLeft = {
  podLeft: {
    name: 'Left pod',
    kind: 'shell' as const,
    states: {
      off: coverWay(6, 7, 'Front screws first; the nuts behind are felt, not seen.', {
        after: { outerShell: 'off', loomAside: 'aside' },
        fasteners: {
          front: screws(3, 'sixLobe25', 'M5 × 20', 'left pod, front', 3),
          nuts: {
            ...screws(2, 'hex8', 'M5 nut', 'left pod, behind', 3),
            reach: 'blind' as const,
            handOnly: true as const,
          },
        },
        plugs: { speaker: 'Left pod speaker, 2 pins' },
      }),
    },
  },
  handLeft: {
    name: 'Left hand control',
    kind: 'clamp' as const,
    states: {
      off: coverWay(4, 5, 'Halves apart; the switches stay on their lead.', {
        fasteners: { clamp: screws(2, 'sixLobe25', 'M5 × 25', 'left hand control', 4) },
        cautions: ['steering'],
      }),
    },
  },
  shieldLeft: {
    name: 'Left leg shield',
    kind: 'shell' as const,
    states: {
      off: coverWay(4, 5, 'Vent knob and clamp to the crash bar.', {
        after: off('shieldPodLeft'),
        fasteners: {
          clamp: screws(1, 'hexSocket5', 'M6 × 30', 'left clamp on the crash bar', 8),
          screws: screws(2, 'sixLobe27', 'M6 × 16', 'left shield, inside', 5),
        },
      }),
    },
  },
  shieldPodLeft: {
    name: 'Left leg-shield pod',
    kind: 'shell' as const,
    states: {
      off: coverWay(4, 5, 'Two halves; the inner one stays on the shield.', {
        fasteners: { halves: { ...screws(5, 'sixLobe20', '4.2 × 16', 'left pod halves', 1.5), seat: 'boss' as const } },
        plugs: { speaker: 'Left shield speaker, 2 pins' },
      }),
    },
  },
  casePodLeft: {
    name: 'Left top-case pod',
    kind: 'shell' as const,
    states: {
      off: coverWay(4, 5, 'Grille side away from the case, then the screws from inside the case.', {
        fasteners: {
          screws: { ...screws(4, 'sixLobe20', '4.2 × 20', 'left top-case pod', 1.5), seat: 'boss' as const },
        },
        plugs: { speaker: 'Left top-case speaker, 2 pins' },
      }),
    },
  },
};

/** Without a part, what hung on it is not there either. */
const gone = (ids: readonly string[]): Record<string, null> =>
  Object.fromEntries(
    ids.flatMap((id) => [
      [id, null],
      [otherSide(id), null],
    ]),
  );
const noCase: VariantChange = {
  places: { ...gone(['casePodLeft']), antenna: null },
  junctions: { caseIn: null },
  legs: { ...gone(['casePodRunLeft']), caseRun: null, antennaRun: null },
  covers: gone(['casePodLeft']),
};
const noShields: VariantChange = {
  places: gone(['shieldPodLeft']),
  legs: {
    ...gone(['shieldRunLeft']),
    downLeft: leg('Down the front tube, left', 'headLeft', 'downTubeLeft'),
    downRight: leg('Down the front tube, right', 'headRight', 'downTubeRight'),
  },
  covers: gone(['shieldLeft', 'shieldPodLeft']),
};

/**
 * A touring motorcycle of our own with a wide two-shell fairing on the bars: 1625 mm wheelbase, 26° rake, bags that lift
 * off, top case and leg shields as variants. Origin on the ground below the rear axle.
 */
export const WIDE_TOURER: Pattern = {
  version: PATTERN_VERSION,
  id: 'wide-tourer',
  name: 'Tourer, wide two-shell fairing on the bars, bags and top case',
  kind: 'motorcycle',
  bodies: {
    frame: { name: 'Frame' },
    bars: { name: 'Bars and fairing' },
    ...BAG_BODIES,
  },
  places: withPanels(
    {
      radio: place(
        'Radio opening in the inner shell',
        'bars',
        [1282, 0, 1020],
        [-0.94, 0, 0.34],
        ['headUnit'],
        [210, 126, 180],
        {
          exposure: 'jet',
          wet: 'face',
          sun: true,
          allowanceMm: 350,
          covers: { outerShell: 'off', topPlate: 'off', radioBracket: 'off' },
          material: 'fibre',
        },
      ),
      plateMiddle: place(
        'Top plate over the radio, middle',
        'bars',
        [1420, 0, 1130],
        [0, 0, 1],
        ['amplifier', 'switchModule'],
        AMP,
        {
          exposure: 'splash',
          covers: off('outerShell'),
          material: 'steel',
        },
      ),
      plateRear: place(
        'Top plate over the radio, rear',
        'bars',
        [1350, 0, 1168],
        [0, 0, 1],
        ['amplifier'],
        [240, 48, 60],
        {
          exposure: 'splash',
          covers: off('outerShell'),
          material: 'steel',
        },
      ),
      gloveBox: place(
        'Glove box, its bottom',
        'bars',
        [1240, -330, 940],
        [-0.9, 0, 0.4],
        ['accessory', 'device'],
        [90, 70, 90],
        {
          covers: { gloveBox: 'loosened' },
          allowanceMm: 200,
          material: 'plastic',
        },
      ),
      microphoneHigh: place(
        'Behind the screen, high',
        'bars',
        [1392, 60, 1218],
        [-1, 0, 0.3],
        ['accessory'],
        [40, 30, 30],
        {
          exposure: 'splash',
          covers: off('outerShell'),
          allowanceMm: 150,
        },
      ),
      microphoneGauges: place('By the gauges', 'bars', [1230, 110, 1190], [-1, 0, 0.5], ['accessory'], [40, 30, 30], {
        exposure: 'splash',
        covers: { gaugePod: 'loosened' },
        allowanceMm: 150,
      }),
      antenna: place('Whip on the top case', 'frame', [-474, -150, 1000], [-1, 0, 0.3], ['accessory'], [60, 60, 400], {
        exposure: 'jet',
        allowanceMm: 150,
      }),
      ...FRAME_PLACES,
      ...BAG_PLACES,
      ...sides.places(placesLeft),
    },
    {
      radio: panel('face', through(12, [-190, -120], [190, -120], [210, 100], [-210, 100]), 4, {
        openings: { slot: opening('Radio opening with its wide bezel', rect(188, 118, 6), [0, 0], false) },
        obstacles: { loom: obstacle('Loom to the gauges', 'loom', rect(120, 16), [0, 92], 20, 60) },
        beyond: 'the loom and the top plate’s legs',
        behindMm: 180,
        closings: { outerShell: closing('behind', 236, 236, 208) },
      }),
      plateMiddle: panel('floor', rect(300, 150, 8), 2, {
        finished: false,
        openings: { loomHole: opening('Hole for the loom trees', rect(40, 20, 8), [-120, 50], true) },
        frontMm: 62,
        beyond: 'the back of the radio',
        closings: { outerShell: closing('front', 84, 84, 66) },
      }),
      ...bothSides(
        'pod',
        panel('face', through(16, [-104, -110], [104, -110], [112, 40], [60, 118], [-104, 118]), 3, {
          openings: { hole: opening('Speaker hole', round(148), [0, 0]) },
          behindMm: 92,
          beyond: 'the pod’s nuts',
          closings: { outerShell: closing('behind', 150, 120, 140) },
        }),
      ),
      ...bothSides(
        'shieldPod',
        panel('face', round(186), 3, {
          openings: { hole: opening('Speaker hole', round(146), [0, 0]) },
          behindMm: 90,
          beyond: 'the inner half',
        }),
      ),
      ...bothSides(
        'lid',
        panel('face', rect(330, 200, 40), 4, {
          openings: { hole: opening('Oval speaker hole', rect(222, 146, 73), [0, 0]) },
          behindMm: 64,
          beyond: 'what is packed in the bag',
        }),
      ),
      ...bothSides(
        'bagWall',
        panel('back', rect(420, 230, 30), 4, { finished: false, frontMm: 70, beyond: 'the rear shock and the wheel' }),
      ),
    },
  ),
  junctions: {
    trough: node('Trough under the tank', 'frame', [1170, 0, 890]),
    shellHub: node('Inner shell, middle', 'bars', [1336, 0, 976]),
    topPlate: node('Top plate, front edge', 'bars', [1450, 0, 1090]),
    tail: node('Rear fender, at its plug', 'frame', [-260, 0, 726]),
    caseIn: node('Inside the top case', 'frame', [-260, 0, 800]),
    ...FRAME_JUNCTIONS,
    ...BAG_JUNCTIONS,
    ...sides.junctions(junctionsLeft),
  },
  legs: {
    troughRun: leg('Into the trough', 'spineFront', 'trough', {
      covers: off('trough'),
      fish: { minutes: 6, covers: {} },
    }),
    radioUp: leg('Up to the radio', 'shellHub', 'radio', {
      covers: { outerShell: 'off', radioBracket: 'off', topPlate: 'off' },
    }),
    plateUp: leg('Up to the top plate', 'shellHub', 'topPlate', { via: [[1420, 60, 1030]], covers: off('outerShell') }),
    plateMiddleRun: leg('On to the middle of the top plate', 'topPlate', 'plateMiddle', { covers: off('outerShell') }),
    plateRearRun: leg('Back over the top plate', 'topPlate', 'plateRear', {
      via: [[1440, 110, 1150]],
      covers: off('outerShell'),
    }),
    gloveRun: leg('To the glove box', 'shellRight', 'gloveBox', {
      covers: { outerShell: 'off', gloveBox: 'loosened' },
    }),
    microphoneRun: leg('Up behind the screen', 'topPlate', 'microphoneHigh', { covers: off('outerShell') }),
    gaugesRun: leg('Up to the gauges', 'shellHub', 'microphoneGauges', {
      via: [[1270, 80, 1120]],
      covers: { outerShell: 'off', gaugePod: 'loosened' },
    }),
    tailRun: leg('Back under the seat to the rear fender', 'batteryTop', 'tail', {
      via: [[200, 0, 748]],
      covers: off('seat'),
    }),
    caseRun: leg('Up into the top case', 'tail', 'caseIn', {
      passes: { floor: pass('Floor of the top case', [-260, 0, 786], 28, { edge: 'grommet' }) },
    }),
    antennaRun: leg('To the foot of the whip', 'caseIn', 'antenna', { via: [[-460, -150, 820]] }),
    ...FRAME_LEGS,
    ...BAG_LEGS,
    ...sides.legs(legsLeft),
  },
  joints: {
    neck: {
      name: 'Steering neck',
      kind: 'steer',
      fixed: 'frame',
      moving: 'bars',
      axisPoint: [1303, 0, 965],
      axisDirection: [-0.4384, 0, 0.8988],
      rangeDeg: [-38, 38],
      obstacleRadiusMm: 44,
      bendAllowanceMm: 40,
    },
    ...BAG_JOINTS,
  },
  covers: {
    loomAside: {
      name: 'Loom across the left pod',
      kind: 'ties',
      states: {
        aside: coverWay(4, 5, 'Its trees out of the left pod, then aside. The right pod has none.', {
          after: off('outerShell'),
          fasteners: { trees: trees(3, 'left pod') },
        }),
      },
    },
    screen: {
      name: 'Windscreen',
      kind: 'windscreen',
      states: {
        off: coverWay(4, 6, 'A row along its edge; the middle one holds it while the others go.', {
          fasteners: {
            edge: { ...screws(5, 'sixLobe25', 'M5 × 20 with nylon washer', 'along the screen', 1.5), handOnly: true },
          },
        }),
      },
    },
    vent: {
      name: 'Vent',
      kind: 'vent',
      states: {
        off: coverWay(2, 2, 'Two screws, then out of its lips towards the rider.', {
          fasteners: { screws: screws(2, 'sixLobe20', 'M4 × 12', 'vent', 1.5) },
        }),
      },
    },
    outerShell: {
      name: 'Outer shell',
      kind: 'shell',
      states: {
        off: coverWay(
          12,
          15,
          'Screws behind and below; the top ones are the screen’s. It falls when the last leaves.',
          {
            after: { screen: 'off', vent: 'off' },
            fasteners: {
              behind: screws(4, 'sixLobe25', 'M5 × 16', 'two a side, behind', 3),
              below: { ...screws(2, 'sixLobe27', 'M6 × 25', 'below, either side of the lamp', 5), reach: 'long' },
            },
            plugs: { lamp: 'Headlamp, 3 pins', signals: 'Signals, 6 pins' },
            plugHints: { lamp: 'pull the plug, not the bulb', signals: 'its latch is on the side away from you' },
            cautions: ['steering'],
            refit: 'Start the middle screw and hang it on that, then plug the lamp.',
          },
        ),
      },
    },
    topPlate: {
      name: 'Top plate over the radio',
      kind: 'bracket',
      states: {
        off: coverWay(10, 12, 'Loom trees first, then many screws of two drives.', {
          after: off('outerShell'),
          fasteners: {
            lobes: screws(6, 'sixLobe27', 'M6 × 16', 'top plate', 6),
            heads: screws(4, 'hex10', 'M6 × 20', 'top plate, at the legs', 8),
            trees: trees(5, 'top plate'),
          },
        }),
      },
    },
    radioBracket: {
      name: 'Radio bracket',
      kind: 'bracket',
      states: {
        off: coverWay(5, 6, 'Two bolts a side; the radio comes out to the rear.', {
          after: off('topPlate'),
          fasteners: { sides: screws(4, 'sixLobe27', 'M6 × 14', 'two a side', 5) },
        }),
      },
    },
    gloveBox: {
      name: 'Glove box',
      kind: 'gloveBox',
      states: {
        loosened: coverWay(2, 3, 'Loosened it gives the hand enough room.', {
          fasteners: { screws: screws(3, 'sixLobe25', 'M5 × 16', 'round the glove box', 2) },
        }),
      },
    },
    gaugePod: {
      name: 'Gauge pod',
      kind: 'panel',
      states: {
        loosened: coverWay(2, 3, 'Two screws; it lifts by a finger’s width.', {
          fasteners: { screws: screws(2, 'sixLobe25', 'M5 × 14', 'gauge pod', 2) },
        }),
        off: coverWay(6, 7, 'Key switch out first; then off with its plug.', {
          after: off('keySwitch'),
          fasteners: { screws: screws(2, 'sixLobe25', 'M5 × 14', 'gauge pod', 2) },
          plugs: { gauges: 'Gauges, 16 pins' },
        }),
      },
    },
    keySwitch: {
      name: 'Key switch',
      kind: 'keySwitch',
      states: { off: coverWay(3, 4, 'Turn to access, press the tab below, lift the knob; the spring stays.') },
    },
    trough: {
      name: 'Trough under the tank',
      kind: 'trough',
      states: {
        off: coverWay(4, 6, 'Clips on both sides; the brake lines lie across it.', {
          after: { tank: 'aside' },
          fasteners: { clips: screws(4, 'pryClip', 'clip', 'trough') },
          cautions: ['steering'],
        }),
      },
    },
    ...FRAME_COVERS,
    ...BAG_COVERS,
    ...sides.covers(coversLeft),
    // The loom lies across the left pod alone.
    podRight: {
      name: 'Right pod',
      kind: 'shell',
      states: {
        off: coverWay(5, 6, 'Front screws first; the nuts behind are felt, not seen.', {
          after: off('outerShell'),
          fasteners: {
            front: screws(3, 'sixLobe25', 'M5 × 20', 'right pod, front', 3),
            nuts: { ...screws(2, 'hex8', 'M5 nut', 'right pod, behind', 3), reach: 'blind', handOnly: true },
          },
          plugs: { speaker: 'Right pod speaker, 2 pins' },
        }),
      },
    },
  },
  keepFree: {
    lamp: {
      name: 'Bowl of the headlamp',
      kind: 'lamp',
      body: 'bars',
      shape: { is: 'box', at: [1610, 0, 970], size: [150, 220, 210] },
    },
    key: {
      name: 'Sweep of the key',
      kind: 'key',
      body: 'bars',
      shape: { is: 'round', from: [1246, 0, 1150], to: [1206, 0, 1190], radiusMm: 36 },
    },
    gauges: {
      name: 'Sight of the gauges',
      kind: 'sight',
      body: 'bars',
      shape: { is: 'round', from: [900, 0, 1340], to: [1214, 0, 1236], radiusMm: 40 },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 1625], grows: [362, 424], range: [1590, 1690] },
    width: { name: 'Across the bags', axis: 'y', of: [-475, 475], grows: [171, 197], range: [920, 1010] },
  },
  usualMemories: USUAL_MEMORIES,
  batteryPlace: 'battery',
  switchedPlace: 'accessory',
  usualCircuits: {
    radioConstant: {
      name: 'Radio plug, constant',
      colour: { body: 'brown', stripe: 'red' },
      use: 'constant',
      access: 'radioPlug',
      place: 'radio',
      fuseA: 15,
      drawsA: 0.2,
      size: '16',
      lengthMm: 2200,
      negative: true,
      shares: 'clock',
    },
    radioSwitched: {
      name: 'Radio plug, switched',
      colour: { body: 'orange', stripe: 'white' },
      use: 'switched',
      access: 'radioPlug',
      place: 'radio',
      fuseA: 10,
      drawsA: 0.5,
      size: '18',
      lengthMm: 2200,
      negative: false,
      shares: 'hand controls',
    },
    accessorySeat: {
      name: 'Accessory plug under the seat',
      colour: { body: 'orange' },
      use: 'switched',
      access: 'accessoryPlug',
      place: 'accessory',
      fuseA: 15,
      drawsA: 0,
      size: '16',
      lengthMm: 600,
      negative: true,
      shares: '',
    },
    busEnd: {
      name: 'Bus plug with its terminator',
      colour: { body: 'white', stripe: 'red' },
      use: 'other',
      access: 'accessoryPlug',
      place: null,
      fuseA: null,
      drawsA: null,
      size: '20',
      lengthMm: null,
      negative: false,
      shares: 'the control unit: the terminator goes back on, or on the module',
    },
  },
  usualGear: {
    radio: {
      item: { ...shelfItem('sallow-din'), id: 'works-radio-wide', name: 'Radio from the works' },
      place: 'radio',
    },
    podLeft: {
      item: { ...shelfItem('coot-165'), id: 'works-pod-165', name: 'Pod speaker from the works' },
      place: 'podLeft',
    },
    podRight: {
      item: { ...shelfItem('coot-165'), id: 'works-pod-165', name: 'Pod speaker from the works' },
      place: 'podRight',
    },
  },
  options: {
    topCase: {
      name: 'Top case',
      usual: 'with',
      choices: { with: { name: 'with a top case', change: {} }, without: { name: 'without', change: noCase } },
    },
    shields: {
      name: 'Leg shields',
      usual: 'with',
      choices: { with: { name: 'with leg shields', change: {} }, without: { name: 'without', change: noShields } },
    },
    plug: {
      name: 'Radio plug',
      usual: 'new',
      choices: {
        new: { name: 'new plug, with a bus', years: { from: 2014, to: null }, change: {} },
        old: { name: 'old plug, no bus', years: { from: null, to: 2013 }, change: { usualCircuits: { busEnd: null } } },
      },
    },
  },
  // The rider’s head, on the rider’s seat.
  ears: [560, 0, 1500],
  listeners: { pillion: { name: 'on the pillion', at: [150, 0, 1600] } },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-620, -30, 2020, 1440], strokes: drawn(SIDE) },
    top: { bounds: [-620, -520, 2020, 520], strokes: drawn(TOP) },
  },
};
