import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import { SIDE, TOP } from './drawn-pontoon';
import { coverWay, leg, node, pass, place, screws, sides, tiesAt } from './making';
import { bothSides, obstacle, opening, panel, rect, round, withPanels } from './panels';
import { drawn } from './pen';

type At = [number, number, number];
/** Every 450 mm from one end to the other, glued to the cross-member beside it. */
const spots = (from: At, to: At) => {
  const length = Math.hypot(...from.map((a, i) => to[i]! - a));
  const count = Math.floor(length / 450);
  return tiesAt(
    'spot',
    ...Array.from({ length: count }, (_, k): At => {
      const t = ((k + 1) * 450) / length;
      return [0, 1, 2].map((i) => from[i]! + Math.min(1, t) * (to[i]! - from[i]!)) as At;
    }),
  );
};
const deckHole = (at: At, where: string) => pass(`Deck, ${where}`, at, 0, { edge: 'sealed', drillToMm: 13 });

const placesLeft = {
  frontLeft: place(
    'Base of the front bench, port side',
    'deck',
    [4780, 900, 940],
    [-1, 0, 0],
    ['speaker'],
    [190, 190, 200],
    {
      exposure: 'splash',
      wet: 'face',
      material: 'polyethylene',
      covers: { benchFrontLeft: 'aside' },
    },
  ),
  rearLeft: place(
    'Base of the rear bench, port side',
    'deck',
    [2140, 900, 940],
    [1, 0, 0],
    ['speaker'],
    [190, 190, 200],
    {
      exposure: 'splash',
      wet: 'face',
      material: 'polyethylene',
      covers: { benchRearLeft: 'aside' },
    },
  ),
  fenceLeft: place(
    'Fence, 120 mm above the deck, port side',
    'deck',
    [3980, 1210, 950],
    [0, -1, 0],
    ['speaker'],
    [180, 180, 60],
    {
      exposure: 'jet',
      sun: true,
      material: 'aluminium',
    },
  ),
};
const junctionsLeft = {
  belowFrontLeft: node('Below the front bench, port side', 'deck', [4700, 620, 730]),
  belowRearLeft: node('Below the rear bench, port side', 'deck', [2300, 620, 730]),
  belowFenceLeft: node('Below the fence, port side', 'deck', [3900, 620, 730]),
};
const legsLeft = {
  frontUpLeft: leg('Up through the deck to the front bench, port side', 'belowFrontLeft', 'frontLeft', {
    via: [[4760, 900, 745]],
    workedFrom: 'below',
    covers: { benchFrontLeft: 'aside' },
    passes: { deck: deckHole([4860, 900, 790], 'below the front bench, port side') },
  }),
  rearUpLeft: leg('Up through the deck to the rear bench, port side', 'belowRearLeft', 'rearLeft', {
    via: [[2240, 900, 745]],
    workedFrom: 'below',
    covers: { benchRearLeft: 'aside' },
    passes: { deck: deckHole([2060, 900, 790], 'below the rear bench, port side') },
  }),
  fenceUpLeft: leg('Up through the deck to the fence, port side', 'belowFenceLeft', 'fenceLeft', {
    via: [[3960, 1200, 745]],
    workedFrom: 'below',
    covers: { fenceTrimLeft: 'loosened' },
    fish: { minutes: 6, covers: {} },
    passes: { deck: deckHole([3980, 1190, 790], 'at the fence, port side') },
  }),
  frontBeamLeft: leg('Forward beside the tube, port side', 'belowFenceLeft', 'belowFrontLeft', {
    workedFrom: 'below',
    hazards: ['snag'],
    ties: spots([3900, 620, 730], [4700, 620, 730]),
  }),
  rearBeamLeft: leg('Aft beside the tube, port side', 'belowFenceLeft', 'belowRearLeft', {
    workedFrom: 'below',
    hazards: ['snag'],
    ties: spots([3900, 620, 730], [2300, 620, 730]),
  }),
};
const coversLeft = {
  benchFrontLeft: {
    name: 'Lid of the front bench, port side',
    kind: 'lid' as const,
    states: {
      aside: coverWay(1, 1, 'Cushion up; the lid stands on its stay.'),
      off: coverWay(4, 5, 'Stay unhooked, hinge screws out.', {
        fasteners: { hinge: screws(6, 'cross2', '#10 × 3/4 in', 'hinge of the front bench, port side') },
      }),
    },
  },
  benchRearLeft: {
    name: 'Lid of the rear bench, port side',
    kind: 'lid' as const,
    states: { aside: coverWay(1, 1, 'Cushion up; the lid stands on its stay.') },
  },
  fenceTrimLeft: {
    name: 'Foot rail of the fence, port side',
    kind: 'panel' as const,
    states: {
      loosened: coverWay(4, 5, 'Its screws out from amidships to one end: it lifts enough for a wire to pass.', {
        fasteners: { screws: screws(6, 'sixLobe20', '#10 × 3/4 in', 'foot rail of the fence, port side') },
      }),
      off: coverWay(7, 9, 'All its screws out; the rail comes up and inboard.', {
        fasteners: { screws: screws(12, 'sixLobe20', '#10 × 3/4 in', 'foot rail of the fence, port side') },
      }),
    },
  },
};

/** A pontoon deck boat of our own: two tubes, fence, four benches, helm stand to starboard, canopy. Origin below the stern edge of its deck, at the foot of the tubes. */
export const PONTOON: Pattern = {
  version: PATTERN_VERSION,
  id: 'pontoon-73',
  name: 'Pontoon deck boat 7.3 m, two tubes, canopy',
  kind: 'boat',
  bodies: {
    deck: { name: 'Deck' },
    benchFrontLeft: { name: 'Lid of the front bench, port side' },
    benchFrontRight: { name: 'Lid of the front bench, starboard side' },
    benchRearLeft: { name: 'Lid of the rear bench, port side' },
    benchRearRight: { name: 'Lid of the rear bench, starboard side' },
  },
  places: withPanels(
    {
      battery: place(
        'Battery below the stern bench, port side',
        'deck',
        [440, 860, 940],
        [0, 0, 1],
        [],
        [330, 180, 230],
        {
          exposure: 'splash',
          petrol: true,
          allowanceMm: 250,
          covers: { sternBench: 'aside' },
        },
      ),
      batterySide: place(
        'Wall beside the battery',
        'deck',
        [480, 560, 980],
        [0, 1, 0],
        ['block', 'relay', 'switchModule'],
        [220, 160, 80],
        {
          exposure: 'splash',
          petrol: true,
          allowanceMm: 250,
          covers: { sternBench: 'aside' },
          material: 'polyethylene',
        },
      ),
      helmRadio: place(
        'Face of the helm stand',
        'deck',
        [3130, -580, 1500],
        [-1, 0, 0.3],
        ['headUnit'],
        [196, 130, 200],
        {
          exposure: 'jet',
          wet: 'face',
          sun: true,
          allowanceMm: 900,
          material: 'plastic',
          covers: { helmPanel: 'aside' },
        },
      ),
      helmInside: place(
        'Inside the helm stand',
        'deck',
        [3500, -760, 1080],
        [0, 1, 0],
        ['amplifier'],
        [380, 300, 130],
        {
          exposure: 'splash',
          allowanceMm: 900,
          material: 'polyethylene',
          covers: { helmDoor: 'aside' },
          parkCm3: 3000,
        },
      ),
      helmBlock: place(
        'Floor of the helm stand',
        'deck',
        [3320, -1020, 900],
        [0, 0, 1],
        ['block', 'switchModule', 'relay', 'converter'],
        [240, 160, 90],
        { exposure: 'splash', allowanceMm: 400, material: 'polyethylene', covers: { helmDoor: 'aside' } },
      ),
      switchPanel: place('Switch panel of the helm', 'deck', [3130, -980, 1440], [-1, 0, 0.3], [], [140, 90, 80], {
        exposure: 'splash',
        allowanceMm: 400,
        covers: { helmPanel: 'aside' },
      }),
      wrapAerial: place(
        'Wrap aerial under the stand',
        'deck',
        [3620, -1080, 1300],
        [0, 1, 0],
        ['accessory'],
        [120, 60, 30],
        {
          exposure: 'splash',
          allowanceMm: 300,
          material: 'polyethylene',
          covers: { helmDoor: 'aside' },
        },
      ),
      ...sides.places(placesLeft),
    },
    {
      batterySide: panel('back', rect(240, 190, 10), 6, { finished: false, frontMm: 100 }),
      helmRadio: panel('face', rect(420, 240, 30), 4, {
        openings: { depth: opening('Depth gauge', round(86), [-130, 40], true) },
        obstacles: { helm: obstacle('Steering cable', 'cable', rect(60, 50), [-130, -80], 40, 160) },
        behindMm: 260,
        beyond: 'the screen’s foot',
      }),
      helmInside: panel('back', rect(420, 340, 20), 5, { finished: false, frontMm: 160 }),
      helmBlock: panel('floor', rect(280, 200, 20), 5, { finished: false, frontMm: 200 }),
      ...bothSides(
        'front',
        panel('face', rect(360, 240, 40), 5, { behindMm: 220, beyond: 'what is stowed in the bench' }),
      ),
      ...bothSides(
        'rear',
        panel('face', rect(360, 240, 40), 5, { behindMm: 220, beyond: 'what is stowed in the bench' }),
      ),
      ...bothSides('fence', panel('face', rect(460, 260, 10), 1.6, { behindMm: 64, beyond: 'the outer skin' })),
    },
  ),
  junctions: {
    sternDown: node('Below the deck at the stern', 'deck', [640, 860, 730]),
    helmFoot: node('Foot of the helm stand', 'deck', [3400, -820, 860]),
    belowHelm: node('Below the helm stand', 'deck', [3400, -620, 730]),
    midLeft: node('Behind the cross-member amidships, port side', 'deck', [3500, 620, 730]),
    midRight: node('Behind the cross-member amidships, to starboard', 'deck', [3500, -620, 730]),
    ...sides.junctions(junctionsLeft),
  },
  legs: {
    batteryDown: leg('Down through the deck at the stern', 'battery', 'sternDown', {
      via: [[640, 860, 830]],
      covers: { sternBench: 'aside' },
      workedFrom: 'below',
      passes: { deck: pass('Deck at the stern', [640, 860, 790], 40, { edge: 'grommet' }) },
    }),
    sideRun: leg('Beside the battery', 'battery', 'batterySide', { covers: { sternBench: 'aside' } }),
    sternBeam: leg('Forward beside the tube from the stern', 'sternDown', 'belowRearLeft', {
      via: [[700, 620, 730]],
      workedFrom: 'below',
      hazards: ['snag'],
      ties: spots([700, 620, 730], [2300, 620, 730]),
    }),
    engineLoom: leg('Along the loom of the outboard', 'sternDown', 'belowHelm', {
      via: [
        [500, -300, 720],
        [700, -620, 730],
      ],
      workedFrom: 'below',
      hazards: ['column'],
    }),
    midInLeft: leg('To the cross-member amidships, port side', 'belowFenceLeft', 'midLeft', { workedFrom: 'below' }),
    across: leg('Across behind the cross-member', 'midLeft', 'midRight', {
      workedFrom: 'below',
      ties: spots([3500, 620, 730], [3500, -620, 730]),
    }),
    midInRight: leg('To the cross-member amidships, starboard side', 'midRight', 'belowFenceRight', {
      workedFrom: 'below',
    }),
    helmIn: leg('Forward to the helm stand', 'belowHelm', 'midRight', { workedFrom: 'below' }),
    helmUp: leg('Up into the helm stand', 'belowHelm', 'helmFoot', {
      via: [[3400, -820, 740]],
      workedFrom: 'below',
      covers: { helmDoor: 'aside' },
      passes: { deck: pass('Deck below the helm stand', [3400, -820, 790], 50, { edge: 'grommet' }) },
    }),
    ampRun: leg('Up to the wall of the stand', 'helmFoot', 'helmInside', { covers: { helmDoor: 'aside' } }),
    blockRun: leg('To the floor of the stand', 'helmFoot', 'helmBlock', { covers: { helmDoor: 'aside' } }),
    headRun: leg('Up to the face of the stand', 'helmFoot', 'helmRadio', {
      via: [[3500, -700, 1400]],
      covers: { helmDoor: 'aside', helmPanel: 'aside' },
      ties: tiesAt('loom', [3480, -740, 1100], [3500, -700, 1380]),
    }),
    panelRun: leg('Up to the switch panel', 'helmFoot', 'switchPanel', {
      via: [[3480, -960, 1360]],
      covers: { helmDoor: 'aside', helmPanel: 'aside' },
    }),
    aerialRun: leg('To the aerial', 'helmFoot', 'wrapAerial', { covers: { helmDoor: 'aside' } }),
    cable: leg('Along the steering cable', 'helmFoot', 'helmRadio', { via: [[3200, -500, 1100]], hazards: ['column'] }),
    ...sides.legs(legsLeft),
  },
  joints: Object.fromEntries(
    (['Front', 'Rear'] as const).flatMap((end) =>
      (['Left', 'Right'] as const).map((side) => {
        const sign = side === 'Left' ? 1 : -1;
        const called = side === 'Left' ? 'port' : 'starboard';
        return [
          `bench${end}${side}`,
          {
            name: `Lid of the ${end.toLowerCase()} bench, ${called} side`,
            kind: 'hinge' as const,
            fixed: 'deck',
            moving: `bench${end}${side}`,
            axisPoint: [end === 'Front' ? 5800 : 1460, 1170 * sign, 1180] as At,
            axisDirection: [1, 0, 0] as At,
            rangeDeg: sign > 0 ? [-95, 0] : [0, 95],
            obstacleRadiusMm: 8,
            bendAllowanceMm: 30,
          },
        ];
      }),
    ),
  ),
  covers: {
    sternBench: {
      name: 'Lid of the stern bench',
      kind: 'lid',
      states: {
        aside: coverWay(1, 1, 'Cushion up; the lid stands on its stay. Let it air.', { cautions: ['vapour'] }),
      },
    },
    helmDoor: {
      name: 'Door of the helm stand',
      kind: 'hatch',
      states: { aside: coverWay(1, 1, 'Latch at its aft edge.') },
    },
    helmPanel: {
      name: 'Face of the helm stand',
      kind: 'panel',
      states: {
        aside: coverWay(8, 9, 'Screws round its edge; let it down on its leads.', {
          after: { helmDoor: 'aside' },
          fasteners: { screws: screws(10, 'sixLobe20', '#8 × 3/4 in', 'round the face of the stand', 1.5) },
        }),
        off: coverWay(14, 18, 'Every plug off, photographed first.', {
          after: { helmDoor: 'aside' },
          fasteners: { screws: screws(10, 'sixLobe20', '#8 × 3/4 in', 'round the face of the stand', 1.5) },
          plugs: { gauges: 'Gauges, 8 pins', switches: 'Switch panel, 10 pins' },
        }),
      },
    },
    ...sides.covers(coversLeft),
  },
  keepFree: {
    wheel: {
      name: 'Sweep of the wheel and the hands on it',
      kind: 'hand',
      body: 'deck',
      shape: { is: 'round', from: [2940, -800, 1540], to: [2860, -800, 1600], radiusMm: 170 },
    },
  },
  measures: {
    length: { name: 'Length of the deck', axis: 'x', of: [0, 7360], grows: [4300, 4660], range: [7060, 8200] },
    beam: { name: 'Beam over the deck', axis: 'y', of: [-1275, 1275], grows: [310, 520], range: [2440, 2600] },
  },
  usualMemories: {
    clock: { name: 'Clock', relearn: 'Set it at the helm.' },
    sounder: { name: 'Depth sounder alarm', relearn: 'Set the shallow alarm again before casting off.' },
  },
  batteryPlace: 'battery',
  switchedPlace: 'switchPanel',
  usualBatteries: { battery: { name: 'Battery', role: 'both', place: null } },
  usualCircuits: {
    panelWay: {
      name: 'Accessory way of the switch panel',
      colour: { body: 'orange' },
      use: 'switched',
      access: 'switchPanel',
      place: 'switchPanel',
      fuseA: 15,
      drawsA: 0,
      size: '14',
      lengthMm: 6500,
      negative: true,
      shares: '',
    },
  },
  ears: [2600, -800, 1750],
  listeners: {
    front: { name: 'on the front benches', at: [5800, 0, 1650] },
    rear: { name: 'on the rear benches', at: [1440, 0, 1650] },
  },
  compass: [3420, -800, 1900],
  hull: 'aluminium',
  fuseWithinMm: 175,
  fuseWithinSource: 'ABYC E-11 (from memory)',
  drawing: {
    side: { bounds: [-720, -90, 7460, 2780], strokes: drawn(SIDE) },
    top: { bounds: [-720, -1340, 7460, 1340], strokes: drawn(TOP) },
  },
};
