import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import type { Place } from '#core/craft/place';
import { coverWay, leg, node, off, pass, screws } from './making';
import { SIDE_BY_SIDE_PANELS, withPanels } from './panels';
import { SIDE, TOP } from './drawn-side-by-side';
import { drawn } from './pen';

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
      passes: { floor: pass('Hole in the dash floor', [2330, 0, 760], 40, { edge: 'grommet' }) },
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
      kind: 'seat',
      states: {
        off: coverWay(2, 2, 'Latch at the front edge, then up and forwards.', {
          refit: 'Rear hooks under their bar first, then down on the latch.',
        }),
      },
    },
    bonnet: {
      name: 'Bonnet',
      kind: 'hatch',
      states: {
        off: coverWay(3, 3, 'Two quarter-turn studs; lift off its rear tabs.', {
          fasteners: { studs: screws(2, 'quarterTurn', '22 mm', 'front edge') },
          refit: 'Rear tabs in first; both studs a quarter turn, slots in line.',
        }),
      },
    },
    console: {
      name: 'Tunnel console',
      kind: 'panel',
      states: {
        off: coverWay(8, 9, 'Lever to low first; the boot stays on the lever.', {
          fasteners: { rivets: rivets(6, 'both sides'), screws: screws(2, 'sixLobe25', 'M6 × 20', 'at the rear', 5) },
          cautions: ['shift'],
        }),
      },
    },
    dash: {
      name: 'Dash panel',
      kind: 'panel',
      states: {
        aside: coverWay(10, 12, 'Out with the upper row; lay it back on the column with its plugs on.', {
          after: off('bonnet'),
          fasteners: { upper: rivets(8, 'upper row') },
        }),
        off: coverWay(22, 26, 'Both rows out, every plug off; it comes out over the wheel.', {
          after: off('bonnet'),
          fasteners: { upper: rivets(8, 'upper row'), lower: screws(4, 'sixLobe25', 'M6 × 16', 'lower row', 5) },
          plugs: { cluster: 'Instruments, 12 pins', key: 'Key switch, 6 pins', lamps: 'Lamp switch, 4 pins' },
          plugHints: { cluster: 'Rubber boot off first; latch underneath.', key: 'Latch on both sides: press both.' },
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
