import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, screws } from './making';
import { SIDE_BY_SIDE_PANELS, withPanels } from './panels';
import { circle, hose, mirrored, penFor, rays, ring, treads, tube, type Stroke, drawn } from './pen';

const frame = penFor('frame');
const dash = penFor('frame', 'dash');
const bonnet = penFor('frame', 'bonnet');
const bench = penFor('frame', 'frontSeat');
const both = (draw: (d: string, fill?: Stroke['fill']) => Stroke, d: string, fill: Stroke['fill'] = 'none') => [
  draw(d, fill),
  draw(mirrored(d), fill),
];

function wheel(x: number): Stroke[] {
  return [
    frame.outline(treads(x, 350, 352, 16, 34), 'tyre'),
    frame.line(ring(x, 350, 208, 178), 'metal'),
    frame.line(circle(x, 350, 178), 'paper'),
    frame.line(rays(x, 350, 40, 178, 7, 12, 8)),
    frame.line(circle(x, 350, 44), 'dark'),
    frame.fine(circle(x, 350, 18)),
  ];
}

const SIDE: Stroke[] = [
  frame.centre('M-560 0L3560 0'),
  // Tub, sill and cargo bed.
  frame.outline(
    'M-430 640L-430 1010L560 1010L600 900L640 620L1180 560L2260 560L2420 640L2500 820L2560 640L2700 600L-120 600Z',
    'panel',
  ),
  frame.fine(
    'M-400 700L540 700M-400 790L560 790M-400 880L560 880M-300 640L-300 1000M-60 640L-60 1000M200 640L200 1000M420 640L420 1000',
  ),
  ...wheel(0),
  ...wheel(2900),
  // Wings over the wheels.
  frame.outline(
    'M-440 700C-400 830 -260 880 0 880C220 880 380 820 420 690L470 690C440 900 260 950 0 950C-260 950 -440 900 -490 710Z',
    'dark',
  ),
  frame.outline(
    'M2440 700C2490 830 2640 880 2900 880C3120 880 3260 830 3310 720L3360 740C3310 920 3130 960 2900 960C2640 960 2450 900 2400 720Z',
    'dark',
  ),
  // Bonnet, grille, lamp, bumper.
  bonnet.outline(
    'M2400 760L2420 1060L3060 1010L3330 920L3360 760L3300 740C3240 850 3100 900 2900 900C2660 900 2500 840 2450 720Z',
    'panel',
  ),
  bonnet.fine('M2480 1030L3080 980M2600 940L3180 900'),
  frame.line('M3230 900L3340 880L3340 820L3250 840Z', 'lamp'),
  frame.line(
    tube(
      [
        [3330, 560],
        [3430, 620],
        [3420, 860],
        [3340, 900],
      ],
      46,
    ),
    'metal',
  ),
  // Seats, two rows.
  frame.outline('M760 700L800 1230C820 1290 900 1290 910 1240L930 800L1260 790C1310 780 1310 700 1260 690Z', 'seat'),
  bench.outline(
    'M1600 690L1640 1220C1660 1280 1740 1280 1750 1230L1770 790L2080 780C2130 770 2130 690 2080 680Z',
    'seat',
  ),
  frame.fine('M830 1180L890 1180M1670 1170L1730 1170M940 740L1250 735M1780 730L2070 725'),
  // Dash, column and wheel.
  dash.outline('M2260 820L2240 1050L2300 1110L2440 1080L2470 820Z', 'dark'),
  dash.fine('M2290 1040L2420 1020M2290 960L2430 950'),
  frame.line(
    tube(
      [
        [2300, 1000],
        [2170, 1080],
      ],
      26,
    ),
    'metal',
  ),
  frame.line(
    tube(
      [
        [2110, 1210],
        [2230, 990],
      ],
      30,
    ),
    'dark',
  ),
  // Cage.
  frame.outline(
    tube(
      [
        [2440, 1060],
        [2080, 1860],
        [2000, 1900],
        [560, 1900],
        [500, 1860],
        [430, 1010],
      ],
      52,
    ),
    'metal',
  ),
  frame.outline(
    tube(
      [
        [1480, 620],
        [1440, 1890],
      ],
      48,
    ),
    'metal',
  ),
  frame.line(
    tube(
      [
        [520, 1780],
        [1440, 1180],
      ],
      34,
    ),
    'metal',
  ),
  frame.line('M520 1930L2060 1930L2110 1880L2090 1862L2010 1900L540 1900Z', 'dark'),
  // Step and skid.
  frame.line('M660 560L2240 500L2240 456L660 500Z', 'dark'),
  frame.line(
    hose(
      [
        [520, 1010],
        [440, 1120],
        [420, 1260],
      ],
      14,
    ),
    'dark',
  ),
];

const TOP: Stroke[] = [
  frame.centre('M-560 0L3560 0'),
  ...[0, 2900].flatMap((x) =>
    both(
      frame.outline,
      `M${x - 345} 560C${x - 350} 520 ${x + 350} 520 ${x + 345} 560L${x + 345} 770C${x + 350} 800 ${x - 350} 800 ${x - 345} 770Z`,
      'tyre',
    ),
  ),
  frame.outline(
    'M-440 -600L560 -600L640 -740L2260 -740L2420 -620L3300 -480L3420 -300L3420 300L3300 480L2420 620L2260 740L640 740L560 600L-440 600Z',
    'panel',
  ),
  frame.line('M-420 -570L540 -570L540 570L-420 570Z', 'dark'),
  frame.fine(Array.from({ length: 9 }, (_, i) => `M-400 ${-460 + 115 * i}L520 ${-460 + 115 * i}`).join('')),
  bonnet.line('M2420 -560L3240 -430L3360 -250L3360 250L3240 430L2420 560Z', 'panel'),
  bonnet.fine('M2560 -440L3180 -330M2560 440L3180 330M2560 0L3300 0'),
  ...both(frame.line, 'M3250 300L3360 250L3380 330L3280 410Z', 'lamp'),
  ...both(frame.outline, 'M760 110L1280 110L1280 620L760 620Z', 'seat'),
  ...both(bench.outline, 'M1600 110L2100 110L2100 620L1600 620Z', 'seat'),
  ...both(frame.fine, 'M920 120L920 610'),
  ...both(bench.fine, 'M1760 120L1760 610'),
  dash.outline('M2250 -640L2420 -600L2420 600L2250 640Z', 'dark'),
  frame.line(ring(2160, 320, 170, 142), 'dark'),
  ...both(
    frame.outline,
    tube(
      [
        [430, 600],
        [540, 560],
        [2040, 560],
        [2440, 580],
      ],
      50,
    ),
    'metal',
  ),
  frame.outline(
    tube(
      [
        [540, -560],
        [540, 560],
      ],
      46,
    ),
    'metal',
  ),
  frame.outline(
    tube(
      [
        [1450, -560],
        [1450, 560],
      ],
      46,
    ),
    'metal',
  ),
  frame.outline(
    tube(
      [
        [2040, -560],
        [2040, 560],
      ],
      46,
    ),
    'metal',
  ),
];

const speaker = (
  name: string,
  at: [number, number, number],
  faces: [number, number, number],
  covers: Place['covers'],
): Place => ({
  name,
  body: 'frame',
  at,
  faces,
  accepts: ['speaker'],
  room: { w: 180, h: 180, d: 95 },
  exposure: 'jet',
  allowanceMm: 300,
  covers,
  material: 'plastic',
  dust: true,
});
/** A tube of the cage: cans go round it, speakers into those. */
const cageTube = (name: string, at: [number, number, number], faces: [number, number, number]): Place => ({
  ...speaker(name, at, faces, {}),
  accepts: ['enclosure'],
  room: { w: 210, h: 210, d: 240 },
  material: 'steel',
});
const rivets = (count: number, where: string) => screws(count, 'rivet', '8 mm', where, null, true);

/** A two-row side-by-side of our own, caged, cargo bed behind. Origin on the ground below the rear axle. */
export const SIDE_BY_SIDE: Pattern = {
  version: PATTERN_VERSION,
  id: 'side-by-side-two-row',
  name: 'Side-by-side, two rows, caged, cargo bed',
  kind: 'sideBySide',
  bodies: { frame: { name: 'Frame and cage' } },
  places: withPanels(
    {
      battery: {
        name: 'Battery under the front seat',
        body: 'frame',
        at: [1820, -340, 600],
        faces: [0, 0, 1],
        accepts: [],
        room: { w: 190, h: 170, d: 130 },
        exposure: 'splash',
        allowanceMm: 200,
        covers: off('frontSeat'),
      },
      batterySide: {
        name: 'Beside the battery',
        body: 'frame',
        at: [1760, -140, 620],
        faces: [0, 0, 1],
        accepts: ['block', 'switchModule', 'relay', 'converter'],
        room: { w: 160, h: 130, d: 80 },
        exposure: 'splash',
        allowanceMm: 150,
        covers: off('frontSeat'),
      },
      accessory: {
        name: 'Fuse block behind the dash',
        body: 'frame',
        at: [2360, -380, 940],
        faces: [-1, 0, 0],
        accepts: [],
        room: { w: 60, h: 60, d: 60 },
        exposure: 'splash',
        allowanceMm: 200,
        covers: { bonnet: 'off', dash: 'aside' },
      },
      dashCentre: {
        name: 'Dash, middle',
        body: 'frame',
        at: [2330, 0, 1010],
        faces: [-1, 0, 0.2],
        accepts: ['headUnit'],
        room: { w: 190, h: 112, d: 180 },
        exposure: 'jet',
        allowanceMm: 400,
        covers: { bonnet: 'off', dash: 'aside' },
      },
      underDash: {
        name: 'Shelf under the bonnet',
        body: 'frame',
        at: [2560, 0, 900],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 260, h: 70, d: 200 },
        exposure: 'splash',
        allowanceMm: 300,
        covers: off('bonnet'),
      },
      underSeat: {
        name: 'Under the front passenger seat',
        body: 'frame',
        at: [1820, 360, 600],
        faces: [-1, 0, 0],
        accepts: ['amplifier'],
        room: { w: 260, h: 70, d: 240 },
        exposure: 'splash',
        allowanceMm: 250,
        covers: off('frontSeat'),
      },
      dashLeft: speaker('Dash, left', [2320, 520, 980], [-1, 0, 0.2], { bonnet: 'off', dash: 'aside' }),
      dashRight: speaker('Dash, right', [2320, -520, 980], [-1, 0, 0.2], { bonnet: 'off', dash: 'aside' }),
      cageLeft: cageTube('Cage tube, rear left', [700, 480, 1790], [1, 0, -0.4]),
      cageRight: cageTube('Cage tube, rear right', [700, -480, 1790], [1, 0, -0.4]),
      bed: {
        name: 'Cargo bed, left front corner',
        body: 'frame',
        at: [440, 330, 1080],
        faces: [-1, 0, 0],
        accepts: ['enclosure'],
        room: { w: 420, h: 300, d: 330 },
        exposure: 'jet',
        allowanceMm: 300,
        covers: {},
        material: 'plastic',
        dust: true,
      },
    },
    SIDE_BY_SIDE_PANELS,
  ),
  junctions: {
    tunnelFront: node('Tunnel, front', 'frame', [2250, 0, 620]),
    tunnelMiddle: node('Tunnel between the seats', 'frame', [1820, 0, 600]),
    bulkhead: node('Behind the dash', 'frame', [2400, 0, 900]),
    rearFoot: node('Foot of the rear cage', 'frame', [560, 540, 1010]),
    rearFootRight: node('Foot of the rear cage, right', 'frame', [560, -540, 1010]),
    tunnelRear: node('Tunnel, rear', 'frame', [820, 0, 620]),
  },
  legs: {
    batteryTunnel: leg('Battery to the tunnel', 'battery', 'tunnelMiddle', { covers: off('frontSeat') }),
    batterySide: leg('Tunnel to beside the battery', 'tunnelMiddle', 'batterySide', { covers: off('frontSeat') }),
    seatTunnel: leg('Under the passenger seat to the tunnel', 'underSeat', 'tunnelMiddle', {
      covers: off('frontSeat'),
    }),
    tunnel: leg('Along the tunnel', 'tunnelMiddle', 'tunnelFront', {
      covers: off('console'),
      fish: { minutes: 6, covers: {} },
    }),
    tunnelBack: leg('Back along the tunnel', 'tunnelMiddle', 'tunnelRear', {
      covers: off('console'),
      fish: { minutes: 6, covers: {} },
    }),
    riser: leg('Up behind the dash, clear of the shift linkage', 'tunnelFront', 'bulkhead', {
      hazards: ['edge'],
      covers: off('bonnet'),
    }),
    dashMiddle: leg('Bulkhead to the dash', 'bulkhead', 'dashCentre', { covers: { bonnet: 'off', dash: 'aside' } }),
    shelf: leg('Bulkhead to the shelf', 'bulkhead', 'underDash', { covers: off('bonnet') }),
    tap: leg('Bulkhead to the fuse block', 'bulkhead', 'accessory', { covers: off('bonnet') }),
    dashL: leg('Behind the dash, left', 'bulkhead', 'dashLeft', { covers: { bonnet: 'off', dash: 'aside' } }),
    dashR: leg('Behind the dash, right', 'bulkhead', 'dashRight', { covers: { bonnet: 'off', dash: 'aside' } }),
    bedL: leg('Under the rear seat to the cage, left', 'tunnelRear', 'rearFoot', { hazards: ['edge'] }),
    bedR: leg('Under the rear seat to the cage, right', 'tunnelRear', 'rearFootRight', { hazards: ['edge'] }),
    bedBox: leg('Through the front wall of the bed', 'rearFoot', 'bed', { hazards: ['edge'] }),
    cageL: leg('Up the cage, left', 'rearFoot', 'cageLeft', { via: [[540, 540, 1780]] }),
    cageR: leg('Up the cage, right', 'rearFootRight', 'cageRight', { via: [[540, -540, 1780]] }),
    engineBay: leg('Past the engine', 'tunnelRear', 'rearFoot', { via: [[300, 200, 700]], hazards: ['hot'] }),
  },
  joints: {},
  covers: {
    frontSeat: {
      name: 'Front seat',
      states: { off: coverWay(2, 2, 'Latch at the front edge, then up and forwards.') },
    },
    bonnet: {
      name: 'Bonnet',
      states: {
        off: coverWay(3, 3, 'Two quarter-turn studs; lift off its rear tabs.', {
          fasteners: { studs: screws(2, 'quarterTurn', '22 mm', 'front edge') },
        }),
      },
    },
    console: {
      name: 'Tunnel console',
      states: {
        off: coverWay(8, 9, 'Lever to low first; the boot stays on the lever.', {
          fasteners: { rivets: rivets(6, 'both sides'), screws: screws(2, 'sixLobe25', 'M6 × 20', 'at the rear', 5) },
          cautions: ['shift'],
        }),
      },
    },
    dash: {
      name: 'Dash panel',
      states: {
        aside: coverWay(10, 12, 'Out with the upper row; lay it back on the column with its plugs on.', {
          after: off('bonnet'),
          fasteners: { upper: rivets(8, 'upper row') },
        }),
        off: coverWay(22, 26, 'Both rows out, every plug off; it comes out over the wheel.', {
          after: off('bonnet'),
          fasteners: { upper: rivets(8, 'upper row'), lower: screws(4, 'sixLobe25', 'M6 × 16', 'lower row', 5) },
          plugs: { cluster: 'Instruments, 12 pins', key: 'Key switch, 6 pins', lamps: 'Lamp switch, 4 pins' },
          cautions: ['shift'],
        }),
      },
    },
  },
  measures: {
    wheelbase: { name: 'Wheelbase', axis: 'x', of: [0, 2900], grows: [960, 1420], range: [2700, 3200] },
    height: { name: 'Over the roof', axis: 'z', of: [0, 1930], grows: [1300, 1700], range: [1780, 2100] },
  },
  usualMemories: { clock: { name: 'Clock', relearn: 'Set it with the key on.' } },
  batteryPlace: 'battery',
  switchedPlace: 'accessory',
  // The driver's head, behind the wheel.
  ears: [1780, 320, 1560],
  listeners: { rear: { name: 'in the rear row', at: [950, 0, 1600] } },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on road craft',
  drawing: {
    side: { bounds: [-620, -40, 3560, 2010], strokes: drawn(SIDE) },
    top: { bounds: [-620, -860, 3560, 860], strokes: drawn(TOP) },
  },
};
