import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import { shelfItem } from '../shelf';
import { SIDE, TOP } from './drawn-nose-tourer';
import { coverWay, leg, node, off, place, screws, sides, tiesAt } from './making';
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

const placesLeft = {
  podLeft: place('Inner-panel pod, left', 'frame', [1318, 262, 960], [-0.96, 0, 0.28], ['speaker'], [175, 175, 96], {
    exposure: 'jet',
    wet: 'face',
    sun: true,
    covers: { outerShell: 'off' },
    material: 'fibre',
  }),
  ventBracketLeft: place(
    'Bracket behind the left side vent',
    'frame',
    [1400, 316, 1020],
    [0, 1, 0],
    ['amplifier', 'switchModule'],
    [230, 140, 66],
    {
      exposure: 'splash',
      covers: { sideVentLeft: 'off', outerShell: 'off' },
      material: 'steel',
      workedFrom: 'behind',
      parkCm3: 300,
    },
  ),
  handLeft: place(
    'Hand control, left',
    'bars',
    [1074, 366, 1072],
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
  headLeft: node('Tie left of the steering head', 'frame', [1256, 72, 870]),
  tieLeft: node('Tie on the upper yoke, left', 'bars', [1300, 90, 980]),
  panelLeft: node('Behind the left pod', 'frame', [1420, 230, 930]),
};
const legsLeft = {
  headRunLeft: leg('Out of the spine to the left of the head', 'spineFront', 'headLeft', {
    covers: { tank: 'aside' },
    fish: { minutes: 4, covers: {} },
  }),
  // Hand controls and the gauge lead alone turn with the bars.
  neckLeft: leg('Round the neck, left', 'headLeft', 'tieLeft', { joint: 'neck' }),
  handRunLeft: leg('Along the bar to the left hand', 'tieLeft', 'handLeft', {
    via: [[1190, 200, 1090]],
    covers: off('handLeft'),
    ties: tiesAt('rack', [1240, 130, 1060], [1150, 260, 1086]),
  }),
  panelInLeft: leg('Along the fairing strut, left', 'headLeft', 'panelHub', {
    via: [[1330, 60, 900]],
    covers: off('outerShell'),
    ties: tiesAt('rack', [1330, 60, 900]),
  }),
  panelRunLeft: leg('Across behind the inner panel to the left', 'panelHub', 'panelLeft', {
    via: [[1430, 120, 920]],
    covers: off('outerShell'),
  }),
  podRunLeft: leg('Up to the left pod', 'panelLeft', 'podLeft', { covers: off('outerShell') }),
  ventRunLeft: leg('Up to the left vent bracket', 'panelLeft', 'ventBracketLeft', {
    covers: { outerShell: 'off', sideVentLeft: 'off' },
  }),
  lampRunLeft: leg('Past the left lamp', 'panelHub', 'panelLeft', {
    via: [[1600, 150, 920]],
    covers: off('outerShell'),
    hazards: ['edge'],
  }),
};
const coversLeft = {
  grilleLeft: {
    name: 'Left grille',
    kind: 'grille' as const,
    states: {
      off: coverWay(1, 1, 'Two clips; the tab slides out from under the shell.', {
        fasteners: { clips: screws(2, 'pryClip', 'clip', 'left grille') },
        refit: 'Tab under the shell first, then the clips; only when the screw behind it is in.',
      }),
    },
  },
  deflectorLeft: {
    name: 'Left deflector',
    kind: 'trim' as const,
    states: {
      loosened: coverWay(1, 1, 'Its bottom screw only.', {
        fasteners: { bottom: screws(1, 'sixLobe25', 'M5 × 16', 'left deflector, bottom', 2) },
      }),
    },
  },
  signalLeft: {
    name: 'Left signal bracket',
    kind: 'bracket' as const,
    states: {
      off: coverWay(2, 3, 'The long screws belong here; the signal hangs by its lead.', {
        fasteners: { long: { ...screws(2, 'sixLobe27', 'M6 × 45', 'left signal', 5), reach: 'long' as const } },
        plugs: { signal: 'Left signal, 2 pins' },
      }),
    },
  },
  sideVentLeft: {
    name: 'Left side vent',
    kind: 'vent' as const,
    states: {
      off: coverWay(2, 3, 'Two screws, then its round lugs out of the panel. Left and right are not alike.', {
        fasteners: { screws: { ...screws(2, 'sixLobe20', '4.2 × 16', 'left side vent', 1.5), seat: 'boss' as const } },
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
};

/**
 * A touring motorcycle of our own whose nose fairing is fixed to the frame: 1640 mm wheelbase, 29° rake. The radio does
 * not cross the neck; hand controls do. Origin on the ground below the rear axle.
 */
export const NOSE_TOURER: Pattern = {
  version: PATTERN_VERSION,
  id: 'nose-tourer',
  name: 'Tourer, nose fairing fixed to the frame, bags',
  kind: 'motorcycle',
  bodies: { frame: { name: 'Frame and fairing' }, bars: { name: 'Bars' }, ...BAG_BODIES },
  places: withPanels(
    {
      ...FRAME_PLACES,
      radio: place('Radio slot, from above', 'frame', [1352, 0, 968], [-0.96, 0, 0.28], ['headUnit'], [206, 124, 180], {
        exposure: 'jet',
        wet: 'face',
        sun: true,
        allowanceMm: 350,
        covers: { outerShell: 'off', radioBracket: 'off' },
        material: 'fibre',
      }),
      underBracket: place(
        'Cleaned face under the radio bracket',
        'frame',
        [1440, 0, 860],
        [0, 0, -1],
        ['switchModule', 'device', 'converter', 'block'],
        [140, 90, 50],
        {
          exposure: 'splash',
          covers: off('outerShell'),
          material: 'steel',
          workedFrom: 'below',
        },
      ),
      microphoneGauges: place('By the gauges', 'frame', [1304, 130, 1142], [-1, 0, 0.4], ['accessory'], [40, 30, 30], {
        exposure: 'splash',
        covers: { gaugePod: 'off' },
        allowanceMm: 150,
      }),
      tunerAntenna: place(
        'On the vent, under the screen',
        'frame',
        [1500, 0, 1116],
        [0, 0, 1],
        ['accessory', 'device'],
        [110, 110, 36],
        {
          exposure: 'splash',
          sun: true,
          covers: off('screen'),
          allowanceMm: 150,
        },
      ),
      ...BAG_PLACES,
      ...sides.places(placesLeft),
    },
    {
      radio: panel('face', through(12, [-150, -110], [150, -110], [150, 96], [-150, 96]), 4, {
        openings: { slot: opening('Radio slot', rect(186, 114, 5), [0, 0]) },
        obstacles: { wiring: obstacle('Loom to the gauges', 'loom', rect(110, 16), [0, 88], 20, 60) },
        beyond: 'the bracket and the loom',
        behindMm: 180,
        closings: { outerShell: closing('behind', 300, 300, 250) },
      }),
      ...bothSides(
        'pod',
        panel('face', round(196), 3, {
          openings: { hole: opening('Speaker hole', round(148), [0, 0]) },
          behindMm: 96,
          beyond: 'the side-vent bracket',
          closings: { outerShell: closing('behind', 180, 150, 170) },
        }),
      ),
      ...bothSides(
        'ventBracket',
        panel('back', rect(250, 150, 10), 2, { finished: false, frontMm: 70, beyond: 'the outer shell' }),
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
    ...FRAME_JUNCTIONS,
    panelHub: node('Behind the inner panel, middle', 'frame', [1430, 0, 916]),
    ...BAG_JUNCTIONS,
    ...sides.junctions(junctionsLeft),
  },
  legs: {
    ...FRAME_LEGS,
    radioUp: leg('Up to the radio', 'panelHub', 'radio', { covers: { outerShell: 'off', radioBracket: 'off' } }),
    bracketRun: leg('Down under the radio bracket', 'panelHub', 'underBracket', { covers: off('outerShell') }),
    gaugesRun: leg('Up to the gauges', 'panelHub', 'microphoneGauges', {
      via: [[1400, 60, 1040]],
      covers: { outerShell: 'off', gaugePod: 'off' },
      fish: { minutes: 5, covers: off('gaugePod') },
    }),
    antennaRun: leg('Up to the vent', 'panelHub', 'tunerAntenna', {
      via: [[1500, 30, 1010]],
      covers: { outerShell: 'off' },
    }),
    ...BAG_LEGS,
    ...sides.legs(legsLeft),
  },
  joints: {
    neck: {
      name: 'Steering neck',
      kind: 'steer',
      fixed: 'frame',
      moving: 'bars',
      axisPoint: [1296, 0, 930],
      axisDirection: [-0.4848, 0, 0.8746],
      rangeDeg: [-36, 36],
      obstacleRadiusMm: 42,
      bendAllowanceMm: 40,
    },
    ...BAG_JOINTS,
  },
  covers: {
    ...FRAME_COVERS,
    screen: {
      name: 'Windscreen',
      kind: 'windscreen',
      states: {
        off: coverWay(4, 6, 'Into brass inserts: slack each a turn, then out in turn.', {
          fasteners: {
            edge: { ...screws(6, 'sixLobe25', 'M5 × 18', 'along the screen', 1.5), seat: 'insert', handOnly: true },
          },
          refit: 'Every screw by fingers first; one that binds is out again.',
        }),
      },
    },
    screenBrackets: {
      name: 'Screen brackets',
      kind: 'bracket',
      states: {
        off: coverWay(3, 4, 'Two; their slots stay where the marks are.', {
          after: off('screen'),
          fasteners: { brackets: screws(4, 'sixLobe27', 'M6 × 16', 'screen brackets', 5) },
        }),
      },
    },
    topVent: {
      name: 'Vent',
      kind: 'vent',
      states: {
        off: coverWay(1, 2, 'Pulls up on its clips; its lip comes out from under the inner panel.', {
          after: off('screen'),
          fasteners: { clips: screws(4, 'pryClip', 'clip', 'vent') },
        }),
      },
    },
    outerShell: {
      name: 'Outer shell',
      kind: 'shell',
      states: {
        off: coverWay(16, 20, 'Screws behind each grille, by the tank, behind each signal. Somebody holds it.', {
          after: {
            screenBrackets: 'off',
            topVent: 'off',
            grilleLeft: 'off',
            grilleRight: 'off',
            signalLeft: 'off',
            signalRight: 'off',
            deflectorLeft: 'loosened',
            deflectorRight: 'loosened',
          },
          fasteners: {
            grille: screws(2, 'sixLobe27', 'M6 × 20', 'behind each grille', 5),
            tank: screws(2, 'sixLobe27', 'M6 × 20', 'by the tank', 5),
            lamp: { ...screws(2, 'sixLobe27', 'M6 × 16, the short ones', 'below the lamps', 5), reach: 'long' },
          },
          plugs: { lamps: 'Headlamps, 6 pins', shell: 'Shell loom, 4 pins' },
          plugHints: { lamps: 'latch on top, pull straight down' },
          second: true,
          cautions: ['steering'],
          refit: 'Plugs before it is hung; look that no lead lies before a lamp bowl.',
        }),
      },
    },
    radioBracket: {
      name: 'Radio bracket',
      kind: 'bracket',
      states: {
        off: coverWay(4, 5, 'Four side bolts; their bushings move over to the new unit.', {
          after: off('outerShell'),
          fasteners: { sides: screws(4, 'sixLobe27', 'M6 × 14', 'two a side', 5) },
          refit: 'Curved side up.',
        }),
      },
    },
    gaugePod: {
      name: 'Gauge pod',
      kind: 'panel',
      states: {
        off: coverWay(5, 6, 'Key cap off first; two side screws, then up with its plug.', {
          after: off('keyCap'),
          fasteners: { sides: screws(2, 'sixLobe25', 'M5 × 14', 'sides of the gauge pod', 2) },
          plugs: { gauges: 'Gauges, 16 pins' },
        }),
      },
    },
    keyCap: {
      name: 'Key cap',
      kind: 'keySwitch',
      states: { off: coverWay(2, 3, 'Turn to access, press the tab below, lift; the spring stays.') },
    },
    ...BAG_COVERS,
    ...sides.covers(coversLeft),
  },
  keepFree: {
    lampLeft: {
      name: 'Bowl of the left lamp',
      kind: 'lamp',
      body: 'frame',
      shape: { is: 'box', at: [1668, 130, 912], size: [150, 130, 110] },
    },
    lampRight: {
      name: 'Bowl of the right lamp',
      kind: 'lamp',
      body: 'frame',
      shape: { is: 'box', at: [1668, -130, 912], size: [150, 130, 110] },
    },
    duct: {
      name: 'Duct of the vent',
      kind: 'duct',
      body: 'frame',
      shape: { is: 'round', from: [1480, 0, 1080], to: [1640, 0, 1010], radiusMm: 42 },
    },
    gauges: {
      name: 'Sight of the gauges',
      kind: 'sight',
      body: 'frame',
      shape: { is: 'round', from: [900, 0, 1340], to: [1270, 0, 1176], radiusMm: 40 },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 1640], grows: [366, 428], range: [1605, 1690] },
    width: { name: 'Across the bags', axis: 'y', of: [-480, 480], grows: [140, 178], range: [930, 1010] },
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
      lengthMm: 2000,
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
      lengthMm: 2000,
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
  },
  usualGear: {
    radio: {
      item: { ...shelfItem('sallow-din'), id: 'works-radio-nose', name: 'Radio from the works' },
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
    plug: {
      name: 'Radio plug',
      usual: 'new',
      choices: {
        new: { name: 'new plug, with a bus', years: { from: 2015, to: null }, change: {} },
        old: {
          name: 'old plug, constant only',
          years: { from: null, to: 2014 },
          change: { usualCircuits: { radioSwitched: null } },
        },
      },
    },
  },
  ears: [560, 0, 1500],
  listeners: { pillion: { name: 'on the pillion', at: [150, 0, 1560] } },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-580, -30, 2060, 1430], strokes: drawn(SIDE) },
    top: { bounds: [-580, -520, 2060, 520], strokes: drawn(TOP) },
  },
};
