import type { Cover } from '#core/craft/cover';
import type { Joint } from '#core/craft/joint';
import type { Leg } from '#core/craft/leg';
import type { Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, pass, place, screws, sides, tiesAt } from './making';

// What touring motorcycles of ours have alike: battery, spine, tank and seat; bags that lift off, with lids on hinges.

const bagJoint = (moving: string, name: string): Joint => ({
  name,
  kind: 'liftOff',
  fixed: 'frame',
  moving,
  direction: [0, moving.endsWith('Left') ? 0.6 : -0.6, 0.8],
  travelMm: [0, 140],
  obstacle: null,
  bendAllowanceMm: 40,
  plug: { name: 'the bag’s bulkhead plug', pins: 8, pinA: 13, w: 34, h: 28 },
});
const lidJoint = (side: 1 | -1, fixed: string, moving: string, name: string): Joint => ({
  name,
  kind: 'hinge',
  fixed,
  moving,
  axisPoint: [-140, 470 * side, 642],
  axisDirection: [1, 0, 0],
  rangeDeg: side > 0 ? [-80, 0] : [0, 80],
  obstacleRadiusMm: 9,
  bendAllowanceMm: 30,
});

export const FRAME_PLACES: Record<string, Place> = {
  battery: place('Battery under the seat', 'frame', [470, 0, 560], [0, 0, 1], [], [160, 130, 90], {
    allowanceMm: 150,
    covers: { seat: 'off', controlTray: 'aside' },
  }),
  batterySide: place(
    'Ledge beside the battery',
    'frame',
    [420, 96, 640],
    [0, 0, 1],
    ['block', 'switchModule', 'relay', 'converter'],
    [110, 70, 60],
    {
      allowanceMm: 150,
      covers: off('seat'),
      material: 'plastic',
      parkCm3: 250,
    },
  ),
  accessory: place('Accessory plug under the seat', 'frame', [330, -90, 690], [0, 0, 1], [], [40, 30, 40], {
    allowanceMm: 100,
    covers: off('seat'),
  }),
};
export const FRAME_JUNCTIONS: Pattern['junctions'] = {
  batteryTop: node('Above the battery', 'frame', [500, 50, 676]),
  spineRear: node('Spine, rear', 'frame', [700, 46, 806]),
  spineFront: node('Spine, front', 'frame', [1080, 46, 876]),
};
export const FRAME_LEGS: Record<string, Leg> = {
  batteryUp: leg('Up from the battery', 'battery', 'batteryTop', { covers: { seat: 'off', controlTray: 'aside' } }),
  sideRun: leg('Over to the ledge', 'batteryTop', 'batterySide', { covers: off('seat') }),
  tapRun: leg('To the accessory plug', 'batteryTop', 'accessory', { covers: off('seat') }),
  spineIn: leg('Under the seat to the spine', 'batteryTop', 'spineRear', {
    via: [[600, 50, 740]],
    covers: off('seat'),
  }),
  underTank: leg('Along the spine under the tank', 'spineRear', 'spineFront', {
    via: [[900, 52, 846]],
    covers: { tank: 'aside' },
    fish: { minutes: 9, covers: off('seat') },
    engineSpace: true,
    ties: tiesAt('rack', [800, 50, 830], [980, 50, 866]),
  }),
  underStrip: leg('Under the console strip, over the tank', 'spineRear', 'spineFront', {
    via: [
      [756, 20, 910],
      [930, 30, 1010],
      [1090, 30, 1000],
    ],
    covers: { consoleStrip: 'loosened' },
  }),
  rearCylinder: leg('Past the rear cylinder', 'batteryTop', 'spineRear', {
    via: [[620, 120, 640]],
    hazards: ['hot'],
    engineSpace: true,
  }),
};
export const FRAME_COVERS: Record<string, Cover> = {
  seat: {
    name: 'Seat',
    kind: 'seat',
    states: {
      off: coverWay(2, 2, 'One screw behind; back and up.', {
        fasteners: { rear: screws(1, 'cross2', 'M6 × 16', 'behind the seat', 4) },
      }),
    },
  },
  controlTray: {
    name: 'Control-unit tray',
    kind: 'tray',
    states: {
      aside: coverWay(3, 3, 'Two bolts; swing it up on its loom over the battery.', {
        after: off('seat'),
        fasteners: { bolts: screws(2, 'hex10', 'M6 × 20', 'tray over the battery', 5) },
      }),
    },
  },
  consoleStrip: {
    name: 'Console strip on the tank',
    kind: 'consoleStrip',
    states: {
      loosened: coverWay(3, 3, 'Front screw and rear nut loose: a wire slips under.', {
        after: off('seat'),
        fasteners: { ends: screws(2, 'sixLobe27', 'M6 × 20', 'ends of the strip', 4) },
      }),
      off: coverWay(6, 7, 'Filler cap off, a rag in the neck; its plug below.', {
        after: off('seat'),
        fasteners: { ends: screws(2, 'sixLobe27', 'M6 × 20', 'ends of the strip', 4) },
        plugs: { gauge: 'Fuel gauge, 4 pins' },
        cautions: ['fuel'],
      }),
    },
  },
  tank: {
    name: 'Fuel tank',
    kind: 'tank',
    states: {
      aside: coverWay(8, 8, 'Front bolt out, rear bolt loose; prop its front on a block. The lines stay on.', {
        after: { seat: 'off', consoleStrip: 'off' },
        fasteners: { front: screws(1, 'hex13', 'M8 × 40', 'front bracket', 20) },
        cautions: ['hot'],
      }),
      off: coverWay(18, 22, 'Coupling, vent and overflow, both plugs; lifted straight up by two.', {
        after: { seat: 'off', consoleStrip: 'off', sideCoverLeft: 'off', sideCoverRight: 'off' },
        fasteners: {
          front: screws(1, 'hex13', 'M8 × 40', 'front bracket', 20),
          rear: screws(1, 'hex13', 'M8 × 40', 'rear bracket', 20),
        },
        plugs: { pump: 'Fuel pump, 4 pins', sender: 'Fuel sender, 3 pins' },
        hoses: { fuel: 'Fuel coupling', vent: 'Tank vent', overflow: 'Overflow tube' },
        plugHints: { fuel: 'push it on, then the collar up and off' },
        second: true,
        cautions: ['hot', 'lift'],
      }),
    },
  },
};

export const BAG_PLACES = sides.places({
  lidLeft: place('Bag lid, left', 'lidLeft', [-76, 348, 672], [0, 0, 1], ['speaker'], [250, 178, 64], {
    exposure: 'jet',
    wet: 'face',
    sun: true,
    covers: off('lidLeft'),
    material: 'plastic',
    allowanceMm: 250,
  }),
  bagWallLeft: place(
    'Inner wall of the left bag',
    'bagLeft',
    [-120, 262, 500],
    [0, 1, 0],
    ['amplifier', 'block'],
    [250, 170, 66],
    {
      covers: { lidLeft: 'aside' },
      material: 'plastic',
      parkCm3: 900,
    },
  ),
});
export const BAG_JUNCTIONS = sides.junctions({
  serviceLeft: node('Behind the left service cover', 'frame', [300, 140, 620]),
  fenderLeft: node('Eyelets under the left fender rail', 'frame', [40, 150, 700]),
  bulkheadLeft: node('Outside the left bag, low at the rear', 'frame', [-400, 206, 470]),
  bagPlugLeft: node('Inside the left bag, at its plug', 'bagLeft', [-400, 262, 470]),
  hingeLeft: node('Left bag, below the lid’s hinge', 'bagLeft', [-140, 446, 610]),
  lidTieLeft: node('Left lid, at its hinge', 'lidLeft', [-140, 440, 666]),
});
export const BAG_LEGS = sides.legs({
  serviceRunLeft: leg('Back to the left service cover', 'batteryTop', 'serviceLeft', {
    covers: { seat: 'off', serviceLeft: 'off' },
  }),
  fenderRunLeft: leg('Along the eyelets of the left fender rail', 'serviceLeft', 'fenderLeft', {
    via: [[180, 146, 690]],
    covers: off('serviceLeft'),
    ties: tiesAt('eyelet', [230, 144, 660], [130, 148, 696], [40, 150, 700]),
  }),
  shockLeft: leg('Inside, beside the left shock', 'serviceLeft', 'fenderLeft', {
    via: [[200, 170, 520]],
    hazards: ['wheel'],
  }),
  bulkheadRunLeft: leg('Down behind the left bag', 'fenderLeft', 'bulkheadLeft', {
    via: [
      [-300, 176, 690],
      [-390, 196, 600],
    ],
    hazards: ['edge'],
    ties: tiesAt('eyelet', [-120, 160, 698], [-300, 176, 690]),
  }),
  silencerLeft: leg('Along the left silencer', 'serviceLeft', 'bulkheadLeft', {
    via: [[-200, 210, 350]],
    hazards: ['hot'],
  }),
  bagInLeft: leg('Through the wall of the left bag', 'bulkheadLeft', 'bagPlugLeft', {
    joint: 'bagLeft',
    covers: { lidLeft: 'aside' },
    passes: {
      // Its screws have holes of their own, which no wire goes through.
      plugLeft: pass('Hole for the bulkhead plug and its screws, left', [-400, 250, 470], 0, { drillToMm: 63 }),
    },
  }),
  bagWallRunLeft: leg('Inside the left bag to its inner wall', 'bagPlugLeft', 'bagWallLeft', {
    covers: { lidLeft: 'aside' },
  }),
  hingeRunLeft: leg('Round the left bag to its hinge', 'bagPlugLeft', 'hingeLeft', {
    via: [
      [-420, 380, 500],
      [-380, 446, 560],
    ],
    covers: { lidLeft: 'aside' },
    ties: tiesAt('spot', [-420, 380, 500], [-300, 446, 590]),
  }),
  hingeOverLeft: leg('Over the hinge of the left lid', 'hingeLeft', 'lidTieLeft', {
    joint: 'lidLeft',
    covers: { lidLeft: 'aside' },
  }),
  lidEndLeft: leg('Along the left lid to its speaker', 'lidTieLeft', 'lidLeft', { covers: off('lidLeft') }),
});
export const BAG_COVERS = sides.covers({
  sideCoverLeft: {
    name: 'Left side cover',
    kind: 'trim' as const,
    states: {
      off: coverWay(1, 1, 'Pull it out of its three grommets, front first.', {
        refit: 'A drop of soapy water on each grommet, then press home until it clicks.',
      }),
    },
  },
  serviceLeft: {
    name: 'Left service cover',
    kind: 'panel' as const,
    states: {
      off: coverWay(2, 3, 'Behind the seat; its lower screw is behind the bag’s arm.', {
        after: off('seat'),
        fasteners: { screws: screws(3, 'sixLobe27', 'M6 × 20', 'left service cover', 6) },
      }),
    },
  },
  lidLeft: {
    name: 'Left bag lid',
    kind: 'lid' as const,
    states: {
      aside: coverWay(0.5, 0.5, 'Open it to its strap.'),
      off: coverWay(6, 8, 'Best with the bag on: strap off, then the hinge; hold the lid.', {
        fasteners: {
          hinge: { ...screws(4, 'sixLobe25', 'M5 × 14', 'left hinge', 3), seat: 'insert' as const },
          strap: { ...screws(1, 'sixLobe25', 'M5 × 12', 'left strap', 2), seat: 'insert' as const },
        },
        refit: 'Hinge first, all screws loose; shut it to find its seat, then tighten.',
      }),
    },
  },
});
export const BAG_JOINTS: Record<string, Joint> = {
  bagLeft: bagJoint('bagLeft', 'Left bag, lifted off'),
  bagRight: bagJoint('bagRight', 'Right bag, lifted off'),
  lidLeft: lidJoint(1, 'bagLeft', 'lidLeft', 'Left lid'),
  lidRight: lidJoint(-1, 'bagRight', 'lidRight', 'Right lid'),
};
export const BAG_BODIES = {
  bagLeft: { name: 'Left bag' },
  bagRight: { name: 'Right bag' },
  lidLeft: { name: 'Left lid' },
  lidRight: { name: 'Right lid' },
};
/** Memories that such a motorcycle loses with the battery off. */
export const USUAL_MEMORIES = {
  clock: { name: 'Clock', relearn: 'Set it with the key on.' },
  radioCode: { name: 'Radio code', relearn: 'Four digits from the owner’s card, with the key at access.' },
  shifter: { name: 'Electric shifter', relearn: 'It looks dead: key on, hold its button 5 to 6 seconds.' },
};
