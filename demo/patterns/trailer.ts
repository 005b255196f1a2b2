import { PATTERN_VERSION, type Pattern } from '#core/craft/pattern';
import { SIDE, TOP } from './drawn-trailer';
import { coverWay, leg, node, off, pass, place, screws, sides, tiesAt } from './making';
import { bothSides, obstacle, opening, panel, rect, round, withPanels } from './panels';
import { drawn } from './pen';

const square = (count: number, where: string, size = '#8 × 1 1/4 in') => screws(count, 'square2', size, where);

const placesLeft = {
  rearLeft: place('Ceiling at the rear, left', 'body', [960, 640, 2960], [0, 0, -1], ['speaker'], [200, 200, 76], {
    material: 'trim',
    covers: off('rimRearLeft'),
  }),
};
const legsLeft = {
  rearRunLeft: leg('Across the ceiling to the rear, left', 'ceilingRear', 'rearLeft', {
    via: [[980, 320, 2990]],
    covers: off('rimRearLeft'),
  }),
};
const coversLeft = {
  rimRearLeft: {
    name: 'Rim of the ceiling speaker at the rear, left',
    kind: 'grille' as const,
    states: {
      off: coverWay(2, 3, 'Turn its rim a little to the left; three screws behind it.', {
        fasteners: { screws: screws(3, 'cross2', '#6 × 3/4 in', 'ceiling at the rear, left') },
      }),
    },
  },
};

/** A travel trailer of our own: overhead cabinet, slide-out to the left, door to the right. Origin on the ground at its rear wall. */
export const TRAVEL_TRAILER: Pattern = {
  version: PATTERN_VERSION,
  id: 'travel-trailer-76',
  name: 'Travel trailer 7.6 m, overhead cabinet, slide-out',
  kind: 'recreationalVehicle',
  towed: true,
  bodies: { body: { name: 'Body' }, slide: { name: 'Slide-out' }, cabinetDoor: { name: 'Door of the cabinet' } },
  places: withPanels(
    {
      battery: place('Battery box on the A-frame', 'body', [6750, 0, 720], [0, 0, 1], [], [330, 180, 230], {
        exposure: 'splash',
        allowanceMm: 250,
        covers: off('batteryBox'),
      }),
      converterPanel: place('12 V panel at the converter', 'body', [4500, -860, 820], [-1, 0, 0], [], [260, 200, 90], {
        allowanceMm: 300,
        covers: off('converterFront'),
        material: 'ply',
      }),
      panelWall: place(
        'Beside the converter',
        'body',
        [4640, -700, 900],
        [0, 1, 0],
        ['block', 'switchModule', 'relay', 'converter'],
        [260, 180, 90],
        { allowanceMm: 250, covers: off('converterFront'), material: 'ply' },
      ),
      overhead: place(
        'Opening in the face of the overhead cabinet',
        'body',
        [4490, 800, 1930],
        [-1, 0, 0],
        ['headUnit'],
        [520, 210, 260],
        { allowanceMm: 600, material: 'ply', covers: { cabinetFace: 'aside' } },
      ),
      deadSpace: place(
        'Dead space below the shelf of the cabinet',
        'body',
        [4640, 820, 1690],
        [0, 0, 1],
        ['amplifier'],
        [420, 120, 250],
        { allowanceMm: 400, material: 'ply', covers: off('cabinetShelf'), parkCm3: 4000 },
      ),
      bedBase: place(
        'Under the bed, on the wall to the cabinet',
        'body',
        [4990, 420, 800],
        [1, 0, 0],
        ['amplifier', 'enclosure'],
        [500, 300, 260],
        { allowanceMm: 400, material: 'ply', covers: { bed: 'aside' } },
      ),
      televisionLead: place(
        'Auxiliary of the television',
        'body',
        [4470, 640, 1500],
        [-1, 0, 0],
        ['accessory'],
        [80, 60, 50],
        { allowanceMm: 600, material: 'ply', covers: { cabinetFace: 'aside' } },
      ),
      overOuter: place(
        'Over the television, outer',
        'body',
        [4490, 1020, 2360],
        [-1, 0, 0],
        ['speaker'],
        [190, 190, 110],
        {
          material: 'ply',
          covers: { cabinetFace: 'aside' },
        },
      ),
      overInner: place(
        'Over the television, inner',
        'body',
        [4490, 540, 2360],
        [-1, 0, 0],
        ['speaker'],
        [190, 190, 110],
        {
          material: 'ply',
          covers: { cabinetFace: 'aside' },
        },
      ),
      outside: place(
        'Outside wall under the awning',
        'body',
        [4440, -1210, 1500],
        [0, -1, 0],
        ['speaker'],
        [200, 200, 70],
        {
          exposure: 'jet',
          wet: 'face',
          sun: true,
          material: 'fibre',
          covers: off('rimOutside'),
        },
      ),
      slideSeat: place(
        'Front of the bench in the slide-out',
        'slide',
        [2060, 570, 820],
        [0, -1, 0],
        ['speaker'],
        [200, 200, 180],
        {
          material: 'ply',
          covers: { slideBench: 'aside' },
        },
      ),
      aerial: place('Plate of the roof aerial', 'body', [4500, 0, 3090], [0, 0, 1], ['accessory'], [110, 110, 40], {
        exposure: 'jet',
        sun: true,
        allowanceMm: 200,
        material: 'fibre',
        covers: off('aerialPlate'),
      }),
      doorDial: place(
        'Door of the cabinet',
        'cabinetDoor',
        [4474, 980, 1560],
        [-1, 0, 0],
        ['zoneControl'],
        [110, 110, 60],
        {
          allowanceMm: 200,
          material: 'ply',
        },
      ),
      ...sides.places(placesLeft),
    },
    {
      panelWall: panel('back', rect(300, 210, 0), 18, { finished: false, frontMm: 110 }),
      overhead: panel('face', rect(640, 330, 0), 18, {
        openings: { old: opening('Opening of the old unit', rect(520, 210, 3), [0, 0]) },
        obstacles: { rest: obstacle('Rest at the rear', 'structure', rect(520, 18), [0, -96], 180, 260) },
        behindMm: 260,
        beyond: 'the front wall of the cabinet',
      }),
      deadSpace: panel('floor', rect(440, 260, 0), 18, { finished: false, frontMm: 130, beyond: 'the television' }),
      bedBase: panel('back', rect(560, 340, 0), 18, { finished: false, frontMm: 280, beyond: 'the wardrobe' }),
      overOuter: panel('face', rect(260, 230, 0), 18, { behindMm: 120, beyond: 'the ceiling’s edge' }),
      overInner: panel('face', rect(260, 230, 0), 18, { behindMm: 120, beyond: 'the ceiling’s edge' }),
      outside: panel('face', rect(340, 320, 0), 4, {
        obstacles: { stud: obstacle('Wall stud', 'structure', rect(38, 320), [-140, 0], 4, 44) },
        behindMm: 78,
        beyond: 'the wardrobe’s lining',
      }),
      slideSeat: panel('face', rect(520, 320, 0), 12, { behindMm: 190, beyond: 'the wheel arch' }),
      doorDial: panel('face', rect(300, 260, 0), 18, { behindMm: 64, beyond: 'what stands in the cabinet' }),
      ...bothSides(
        'rear',
        panel('face', rect(420, 320, 0), 3, {
          openings: { hole: opening('Hole of the old speaker', round(118), [0, 0]) },
          obstacles: { batten: obstacle('Roof batten', 'structure', rect(40, 320), [-150, 0], 3, 70) },
          behindMm: 76,
          beyond: 'the roof',
        }),
      ),
    },
  ),
  junctions: {
    frontBelow: node('Below the floor, front', 'body', [6480, 240, 560]),
    frontFloor: node('Inside at the front wall', 'body', [6460, 240, 680]),
    bedSide: node('Under the bed, left', 'body', [5020, 700, 690]),
    cabinetLow: node('Foot of the cabinet', 'body', [4640, 960, 690]),
    cabinetHub: node('In the cabinet, behind its face', 'body', [4640, 900, 1900]),
    cabinetTop: node('Top of the cabinet', 'body', [4640, 800, 2960]),
    ceilingFront: node('Ceiling void, front', 'body', [4600, 0, 2990]),
    ceilingRear: node('Ceiling void, rear', 'body', [1000, 0, 2990]),
    converterHub: node('Behind the converter', 'body', [4660, -900, 760]),
    wardrobeTop: node('Top of the wardrobe', 'body', [4640, -900, 2960]),
    slideBelow: node('Below the floor at the slide-out', 'body', [2400, 420, 590]),
    slideTie: node('Slide-out, below its floor', 'slide', [2400, 640, 640]),
    doorHinge: node('Cabinet, at the hinge of its door', 'body', [4530, 1160, 1600]),
    doorTie: node('Door of the cabinet, at its hinge', 'cabinetDoor', [4466, 1110, 1600]),
  },
  legs: {
    batteryRun: leg('Back along the A-frame', 'battery', 'frontBelow', {
      via: [[6620, 160, 560]],
      covers: off('batteryBox'),
      hazards: ['snag'],
      ties: tiesAt('rack', [6620, 170, 556], [6540, 220, 556]),
    }),
    floorUp: leg('Up through the floor at the front', 'frontBelow', 'frontFloor', {
      workedFrom: 'below',
      passes: { floor: pass('Floor at the front wall', [6470, 240, 620], 20, { edge: 'sealed', drillToMm: 32 }) },
    }),
    bedRun: leg('Back under the bed', 'frontFloor', 'bedSide', {
      via: [[6300, 680, 690]],
      covers: { bed: 'aside' },
      ties: tiesAt('spot', [6200, 690, 690], [5600, 700, 690]),
    }),
    bedBaseRun: leg('To the wall under the bed', 'bedSide', 'bedBase', { covers: { bed: 'aside' } }),
    cabinetIn: leg('Through the wall into the cabinet', 'bedSide', 'cabinetLow', {
      covers: { bed: 'aside' },
      passes: { wall: pass('Wall between bed and cabinet', [4790, 860, 690], 0, { drillToMm: 32 }) },
    }),
    cabinetUp: leg('Up behind the cabinet', 'cabinetLow', 'cabinetHub', {
      via: [[4740, 1120, 1300]],
      covers: { cabinetFace: 'aside' },
      fish: { minutes: 6, covers: off('cabinetShelf') },
      ties: tiesAt('spot', [4740, 1120, 1100], [4740, 1120, 1500]),
    }),
    headRun: leg('To the opening', 'cabinetHub', 'overhead', { covers: { cabinetFace: 'aside' } }),
    ampRun: leg('Down to the dead space', 'cabinetHub', 'deadSpace', {
      covers: { cabinetFace: 'aside', cabinetShelf: 'off' },
    }),
    tvRun: leg('Down to the television', 'cabinetHub', 'televisionLead', { covers: { cabinetFace: 'aside' } }),
    outerRun: leg('Up to the outer speaker', 'cabinetHub', 'overOuter', { covers: { cabinetFace: 'aside' } }),
    innerRun: leg('Up to the inner speaker', 'cabinetHub', 'overInner', { covers: { cabinetFace: 'aside' } }),
    topRun: leg('Up to the ceiling', 'cabinetHub', 'cabinetTop', {
      covers: { cabinetFace: 'aside' },
      passes: { top: pass('Top board of the cabinet', [4640, 820, 2900], 25, { edge: 'bare', drillToMm: 38 }) },
    }),
    ceilingIn: leg('Along the ceiling void at the front', 'cabinetTop', 'ceilingFront', {
      covers: off('aerialPlate'),
      fish: { minutes: 6, covers: {} },
    }),
    aerialRun: leg('Up to the aerial', 'ceilingFront', 'aerial', { covers: off('aerialPlate') }),
    ceiling: leg('Along the ceiling void to the rear', 'ceilingFront', 'ceilingRear', {
      covers: off('ceilingStrip'),
      fish: { minutes: 14, covers: {} },
    }),
    ceilingAcross: leg('Across the ceiling void to the wardrobe', 'ceilingFront', 'wardrobeTop', {
      covers: off('aerialPlate'),
      fish: { minutes: 6, covers: {} },
    }),
    wardrobeDown: leg('Down inside the wardrobe', 'wardrobeTop', 'converterHub', {
      via: [[4740, -1140, 1600]],
      covers: off('converterFront'),
      ties: tiesAt('spot', [4740, -1140, 2200], [4740, -1140, 1400]),
    }),
    converterRun: leg('To the 12 V panel', 'converterHub', 'converterPanel', { covers: off('converterFront') }),
    panelWallRun: leg('Beside the converter', 'converterHub', 'panelWall', { covers: off('converterFront') }),
    floorAcross: leg('Across below the floor', 'frontBelow', 'converterHub', {
      via: [
        [4700, 240, 540],
        [4680, -880, 560],
      ],
      workedFrom: 'below',
      hazards: ['snag'],
      covers: { converterFront: 'off' },
      passes: { floor: pass('Floor below the converter', [4670, -890, 620], 25, { edge: 'sealed', drillToMm: 32 }) },
    }),
    outsideRun: leg('Through the wardrobe to the outside wall', 'converterHub', 'outside', {
      via: [[4660, -1160, 1200]],
      covers: { converterFront: 'off', rimOutside: 'off' },
    }),
    range: leg('Behind the range', 'converterHub', 'rearRight', {
      via: [
        [3400, -1180, 900],
        [1850, -1180, 1000],
        [1500, -1180, 2900],
      ],
      hazards: ['hot'],
    }),
    slideRun: leg('Back below the floor to the slide-out', 'cabinetLow', 'slideBelow', {
      via: [
        [4560, 900, 560],
        [2600, 420, 560],
      ],
      workedFrom: 'below',
      hazards: ['snag'],
      passes: { floor: pass('Floor below the cabinet', [4600, 930, 620], 0, { edge: 'sealed', drillToMm: 25 }) },
      ties: tiesAt('rack', [4000, 740, 560], [3300, 590, 560]),
    }),
    slideOver: leg('Loop to the slide-out', 'slideBelow', 'slideTie', { joint: 'slide', workedFrom: 'below' }),
    slideUp: leg('Up into the bench', 'slideTie', 'slideSeat', {
      covers: { slideBench: 'aside' },
      passes: { floor: pass('Floor of the slide-out', [2280, 640, 690], 0, { edge: 'sealed', drillToMm: 20 }) },
    }),
    doorIn: leg('To the hinge of the door', 'cabinetHub', 'doorHinge', { covers: { cabinetFace: 'aside' } }),
    doorOver: leg('Over the hinge of the door', 'doorHinge', 'doorTie', { joint: 'door' }),
    doorRun: leg('Along the inside of the door', 'doorTie', 'doorDial'),
    ...sides.legs(legsLeft),
  },
  joints: {
    slide: {
      name: 'Slide-out',
      kind: 'slide',
      fixed: 'body',
      moving: 'slide',
      direction: [0, 1, 0],
      travelMm: [0, 760],
      obstacle: { point: [2400, 540, 640], direction: [1, 0, 0], radiusMm: 30 },
      bendAllowanceMm: 80,
    },
    door: {
      name: 'Door of the cabinet',
      kind: 'hinge',
      fixed: 'body',
      moving: 'cabinetDoor',
      axisPoint: [4480, 1150, 1600],
      axisDirection: [0, 0, 1],
      rangeDeg: [0, 110],
      obstacleRadiusMm: 8,
      bendAllowanceMm: 30,
    },
  },
  covers: {
    batteryBox: {
      name: 'Lid of the battery box',
      kind: 'lid',
      states: { off: coverWay(2, 2, 'Strap undone, lid up.') },
    },
    converterFront: {
      name: 'Front below the wardrobe',
      kind: 'panel',
      states: {
        off: coverWay(4, 5, 'Six screws; mains is behind it, at the converter.', {
          fasteners: { screws: square(6, 'front below the wardrobe') },
          cautions: ['shore'],
        }),
      },
    },
    cabinetFace: {
      name: 'Face frame of the overhead cabinet',
      kind: 'panel',
      states: {
        aside: coverWay(8, 10, 'Screws from inside; it tips out on its lower edge, leads on.', {
          fasteners: { screws: square(10, 'inside the face frame') },
        }),
        off: coverWay(12, 15, 'Screws from inside, television lead and aerial lead off.', {
          fasteners: { screws: square(10, 'inside the face frame') },
          plugs: { television: 'Television, aerial lead', supply: 'Television, 12 V' },
        }),
      },
    },
    cabinetShelf: {
      name: 'Shelf of the overhead cabinet',
      kind: 'tray',
      states: {
        off: coverWay(3, 4, 'Lift its front edge over the lip.', {
          fasteners: { screws: square(4, 'below the shelf') },
        }),
      },
    },
    bed: {
      name: 'Bed with its board',
      kind: 'lid',
      states: { aside: coverWay(1, 1, 'Up on its struts.') },
    },
    slideBench: {
      name: 'Lid of the bench in the slide-out',
      kind: 'lid',
      states: { aside: coverWay(1, 1, 'Cushion off, lid up.') },
    },
    ceilingStrip: {
      name: 'Joint strip along the ceiling',
      kind: 'trim',
      states: {
        off: coverWay(10, 14, 'Pull the insert, then its staples; boards drop a little.', {
          fasteners: { screws: square(14, 'along the ceiling strip', '#6 × 3/4 in') },
          cautions: ['gas'],
        }),
      },
    },
    rimOutside: {
      name: 'Rim of the outside speaker',
      kind: 'grille',
      states: {
        off: coverWay(3, 5, 'Cut the sealant round it first.', {
          fasteners: { screws: screws(4, 'cross2', '#8 × 1 in', 'outside wall', 1) },
          refit: 'New sealant all round, no gap at the lower edge but the drain.',
        }),
      },
    },
    aerialPlate: {
      name: 'Ceiling plate below the aerial',
      kind: 'panel',
      states: {
        off: coverWay(2, 3, 'Four screws; hold it, the crank comes with it.', {
          fasteners: { screws: screws(4, 'cross2', '#8 × 3/4 in', 'ceiling plate') },
        }),
      },
    },
    ...sides.covers(coversLeft),
  },
  keepFree: {
    slidePath: {
      name: 'Path of the slide-out below the floor',
      kind: 'swing',
      body: 'body',
      shape: { is: 'box', at: [3050, 900, 640], size: [2600, 500, 40] },
    },
  },
  measures: {
    length: { name: 'Length of the body', axis: 'x', of: [0, 6640], grows: [4900, 6300], range: [6000, 7400] },
  },
  usualMemories: {
    television: { name: 'Stations of the television', relearn: 'Search for stations at the next stop.' },
  },
  batteryPlace: 'battery',
  switchedPlace: 'converterPanel',
  usualBatteries: { battery: { name: 'House battery', role: 'house', place: null } },
  usualCircuits: {
    panelWay: {
      name: 'Way of the 12 V panel',
      colour: { body: 'red' },
      use: 'constant',
      access: 'fuseTap',
      place: 'converterPanel',
      fuseA: 15,
      drawsA: 0,
      size: '14',
      lengthMm: 4200,
      negative: true,
      shares: '',
    },
    oldRadio: {
      name: 'Lead of the old radio',
      colour: { body: 'white' },
      use: 'constant',
      access: 'bareWire',
      place: 'overhead',
      fuseA: 10,
      drawsA: 0,
      size: '16',
      lengthMm: 6000,
      negative: true,
      shares: 'the lamps of the cabinet',
    },
  },
  ears: [3050, 700, 1500],
  listeners: {
    bed: { name: 'on the bed', at: [6100, 0, 1300] },
    awning: { name: 'under the awning', at: [3800, -2600, 1300] },
  },
  fuseWithinMm: 450,
  fuseWithinSource: 'common practice on trailers',
  drawing: {
    side: { bounds: [-360, -30, 7780, 3270], strokes: drawn(SIDE) },
    top: { bounds: [-360, -1940, 7780, 1300], strokes: drawn(TOP) },
  },
};
