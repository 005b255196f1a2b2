import { panelOnOtherSide } from '#core/craft/mirror';
import type { Obstacle, Opening, Panel } from '#core/craft/panel';
import type { Place } from '#core/craft/place';
import type { Outline } from '#core/plane/outline';
import type { InferOutput } from 'valibot';

type At = [number, number];
export const rect = (w: number, h: number, corner = 0): Outline => ({ shape: 'rectangle', w, h, corner });
export const round = (d: number): Outline => ({ shape: 'round', d });
export const through = (corner: number, ...points: At[]): Outline => ({ shape: 'polygon', points, corner });

export const opening = (name: string, outline: Outline, at: At, taken = false): InferOutput<typeof Opening> => ({
  name,
  outline,
  at,
  turnDeg: 0,
  taken,
});
export const obstacle = (
  name: string,
  kind: InferOutput<typeof Obstacle>['kind'],
  outline: Outline,
  at: At,
  fromMm: number,
  toMm: number,
): InferOutput<typeof Obstacle> => ({ name, kind, outline, at, turnDeg: 0, fromMm, toMm });

export const panel = (
  lies: Panel['lies'],
  outline: Outline,
  thicknessMm: number,
  more: Partial<Panel> = {},
): Panel => ({
  lies,
  outline,
  datum: { x: 'left', y: 'top' },
  thicknessMm,
  material: null,
  finished: true,
  openings: {},
  holes: {},
  obstacles: {},
  behindMm: null,
  frontMm: null,
  beyond: '',
  closings: {},
  partner: null,
  tubeMm: null,
  board: null,
  dips: {},
  ...more,
});
/** The inside of a cover, so far from the face at the corners below left, below right and above left. */
export const closing = (
  side: 'front' | 'behind',
  bottomLeft: number,
  bottomRight = bottomLeft,
  topLeft = bottomLeft,
) => ({
  side,
  bottomLeft,
  bottomRight,
  topLeft,
});
const tray = { finished: false } as const;

/** The same panel on both sides: mirrored, each the other's partner. `covers`: what closes over the right one. */
export const bothSides = (id: string, left: Panel, covers: (side: string) => string = (cover) => cover) => {
  const right = panelOnOtherSide(left);
  const closings = Object.fromEntries(
    Object.keys(left.closings).map((cover, i) => [covers(cover), Object.values(right.closings)[i]!]),
  );
  return {
    [`${id}Left`]: { ...left, partner: `${id}Right` },
    [`${id}Right`]: { ...right, closings, partner: `${id}Left` },
  };
};

/** Places with the panels that were measured there. Throws RangeError for one that is no place. */
export function withPanels<P extends Record<string, Place>>(places: P, panels: Readonly<Record<string, Panel>>): P {
  for (const id of Object.keys(panels)) if (!Object.hasOwn(places, id)) throw new RangeError(`no place ${id}`);
  return Object.fromEntries(
    Object.entries(places).map(([id, place]) => [id, panels[id] ? { ...place, panel: panels[id] } : place]),
  ) as P;
}

export const TOURER_PANELS: Readonly<Record<string, Panel>> = {
  batterySide: panel('back', rect(96, 76, 6), 3, { ...tray, frontMm: 50, beyond: 'the airbox' }),
  dash: panel('face', through(10, [-108, -58], [108, -58], [92, 58], [-92, 58]), 4, {
    obstacles: {
      stay: obstacle('Stay of the fairing', 'structure', rect(14, 110), [-72, 0], 20, 60),
      lampLoom: obstacle('Loom to the headlamp', 'loom', rect(60, 14), [50, -40], 30, 70),
    },
    beyond: 'the headlamp bowl',
    closings: { cowl: closing('behind', 112, 112, 96) },
  }),
  barClamp: panel('back', rect(100, 90, 8), 3, { frontMm: 60, tubeMm: 28.6, beyond: 'the screen' }),
  lampShelf: panel('floor', rect(204, 124, 12), 4, {
    ...tray,
    beyond: 'the lower yoke',
    behindMm: 40,
    closings: { cowl: closing('front', 66, 66, 58) },
  }),
  underSeat: panel('floor', rect(184, 244, 14), 3, {
    ...tray,
    obstacles: { latch: obstacle('Seat latch', 'structure', rect(30, 24), [0, 108], -30, 0) },
    beyond: 'the rear mudguard',
    behindMm: 30,
    closings: { seat: closing('front', 50) },
  }),
  pannierFloorLeft: panel('floor', rect(230, 370, 20), 1.5, { ...tray, frontMm: 110, beyond: 'the road' }),
  ...bothSides(
    'fairing',
    panel('face', through(24, [-106, -104], [92, -104], [104, 60], [40, 106], [-98, 92]), 4, {
      obstacles: { rib: obstacle('Rib of the shell', 'rib', rect(6, 60), [-96, -40], 0, 26) },
      behindMm: 120,
      beyond: 'the fork leg',
      closings: { cowl: closing('behind', 70, 74, 72) },
    }),
  ),
  ...bothSides(
    'pannier',
    panel('face', rect(236, 256, 18), 1.5, {
      obstacles: { lock: obstacle('Lock of the lid', 'structure', rect(60, 34), [0, 108], 0, 30) },
      behindMm: 96,
      beyond: 'the load',
      datum: { x: 'left', y: 'top' },
    }),
  ),
  ...bothSides('guard', panel('face', round(152), 3, { behindMm: 84, beyond: 'the back of the pod' })),
};

export const SIDE_BY_SIDE_PANELS: Readonly<Record<string, Panel>> = {
  batterySide: panel('back', rect(170, 140, 10), 3, {
    ...tray,
    material: 'polyethylene',
    frontMm: 80,
    beyond: 'the seat base',
  }),
  dashCentre: panel('face', rect(256, 150, 12), 3, {
    material: 'plastic',
    openings: {
      pocket: opening('Dash pocket', rect(178, 54, 3), [0, 14]),
      lighter: opening('Lighter hole', round(29), [-96, -46]),
    },
    obstacles: { brace: obstacle('Cross-brace', 'structure', rect(250, 20), [0, -60], 70, 100) },
    behindMm: 190,
    beyond: 'the firewall',
  }),
  underDash: panel('floor', rect(270, 210, 10), 3, {
    ...tray,
    material: 'plastic',
    beyond: 'the firewall',
    closings: { bonnet: closing('front', 82, 82, 70) },
  }),
  underSeat: panel('floor', rect(270, 250, 10), 3, {
    ...tray,
    material: 'plastic',
    beyond: 'the fuel tank',
    behindMm: 14,
    closings: { frontSeat: closing('front', 76) },
  }),
  ...bothSides(
    'dash',
    panel('face', rect(200, 196, 20), 3, {
      obstacles: { column: obstacle('Steering column', 'cable', rect(44, 60), [62, -70], 60, 120) },
      behindMm: 98,
      beyond: 'the wheel arch',
    }),
  ),
  ...bothSides('cage', panel('back', rect(96, 180, 10), 3, { frontMm: 230, tubeMm: 50.8 })),
  bed: panel('floor', rect(420, 330, 20), 4, {
    ...tray,
    material: 'plastic',
    frontMm: 320,
    behindMm: 60,
    beyond: 'the exhaust shield',
  }),
};

export const LAUNCH_PANELS: Readonly<Record<string, Panel>> = {
  lockerPanel: panel('back', rect(270, 170, 8), 4, { ...tray, frontMm: 90, behindMm: 20, beyond: 'the hull' }),
  console: panel('face', through(14, [-170, -84], [170, -84], [158, 84], [-158, 84]), 3, {
    openings: {
      speed: opening('Speed gauge', round(85), [-96, 34], true),
      fuel: opening('Fuel gauge', round(53), [20, 44], true),
    },
    obstacles: {
      helm: obstacle('Helm cable', 'cable', rect(40, 30), [-134, -56], 40, 120),
      brace: obstacle('Stiffener', 'rib', rect(300, 6), [0, -78], 0, 24),
    },
    behindMm: 230,
    beyond: 'the console locker',
  }),
  consoleFoot: panel('back', rect(340, 290, 10), 2, {
    ...tray,
    frontMm: 140,
    behindMm: 12,
    beyond: 'the deck pipe',
    board: { gapMm: 12, low: 'bottom', thicknessMm: 18, material: 'ply' },
    dips: { sump: { name: 'Dip over the deck pipe', outline: rect(90, 46, 10), at: [110, -122], turnDeg: 0 } },
  }),
  lockerWall: panel('back', rect(330, 250, 10), 3, { ...tray, frontMm: 96, behindMm: 22, beyond: 'the hull' }),
  ...bothSides(
    'coaming',
    panel('face', rect(300, 204, 16), 3, {
      obstacles: { frame: obstacle('Frame of the hull', 'structure', rect(30, 200), [-128, 0], 20, 110) },
      behindMm: 112,
      beyond: 'the hull',
    }),
  ),
  ...bothSides('bow', panel('face', rect(236, 206, 12), 3, { behindMm: 114, beyond: 'the bow locker' })),
  consoleBass: panel('face', rect(286, 280, 12), 3, { behindMm: 168, beyond: 'the helm cable' }),
};

const ceiling = panel('face', rect(260, 240, 0), 9, {
  obstacles: { batten: obstacle('Roof batten', 'structure', rect(40, 240), [-108, 0], 9, 60) },
  behindMm: 104,
  beyond: 'the roof',
});
export const VAN_PANELS: Readonly<Record<string, Panel>> = {
  bedShelf: panel('back', rect(270, 190, 0), 12, { ...tray, frontMm: 100 }),
  wallUnit: panel('face', rect(300, 220, 6), 12, {
    obstacles: { stud: obstacle('Wall stud', 'structure', rect(44, 220), [-124, 0], 12, 60) },
    behindMm: 190,
    beyond: 'the outer skin',
  }),
  cabDash: panel('face', rect(240, 150, 10), 3, {
    material: 'plastic',
    openings: { radio: opening('Opening of the old radio', rect(186, 108, 4), [0, 0]) },
    behindMm: 186,
    beyond: 'the heater duct',
  }),
  galley: panel('floor', rect(350, 270, 0), 15, { ...tray, frontMm: 100, beyond: 'the water pipe', behindMm: 40 }),
  underBed: panel('floor', rect(350, 270, 0), 15, { ...tray, frontMm: 100, beyond: 'the underfloor' }),
  ...bothSides('saloonFront', ceiling),
  ...bothSides('saloonRear', ceiling),
  awningFront: panel('face', rect(250, 230, 0), 1.2, { behindMm: 102, beyond: 'the lining' }),
  awningRear: panel('face', rect(250, 230, 0), 1.2, { behindMm: 102, beyond: 'the lining' }),
  washroom: panel('face', rect(230, 230, 0), 6, { behindMm: 104, beyond: 'the roof' }),
  doorDial: panel('face', rect(120, 120, 4), 12, { behindMm: 72, beyond: 'the outer skin' }),
  washroomDial: panel('face', rect(120, 120, 4), 6, { behindMm: 72, beyond: 'the pipe duct' }),
};
