import { tenth } from '../units/figures';
import { isMachine, readScrew } from '../tables/threads';
import { OPENINGS } from '../tables/bits';
import type { At } from '../plane/outline';
import type { InferOutput } from 'valibot';
import type { GearItem } from './gear';
import type { FastenerGroup, Mount } from './mount';

// What is usual of a form factor, where nobody has measured a piece (common practice).
/** What of a depth that includes the plugs is plug, mm. */
const PLUG = 25;
/** Straight plug and bend of the leads of what stands on a panel, beside it, mm. */
const SIDE_PLUG = 40;
const BEND = 15;
/** Room a frame leaves beyond the opening of a single or double unit, mm. */
const FRAME = 8;
/** Part of a speaker's diameter that its opening usually is, and its magnet. */
const CUTOUT_PART = 0.78;
const MAGNET_PART = 0.5;

type Points = InferOutput<typeof At>[];

const plain = {
  groups: {},
  tubeMm: null,
  seal: 'none',
  compassMm: null,
  airMm: 0,
  turns: 'upright',
  turnsOver: false,
} as const;

/** So many points on a circle, the first half a step from the top. */
export const onCircle = (count: number, diameter: number): Points =>
  Array.from({ length: count }, (_, i) => {
    const angle = Math.PI / 2 + ((2 * i + 1) * Math.PI) / count;
    return [tenth((Math.cos(angle) * diameter) / 2), tenth((Math.sin(angle) * diameter) / 2)];
  });
/** So many points in two rows along the longer edges of a rectangle, `inset` from them; four are at its corners. */
export function inRows(count: number, w: number, h: number, inset: number): Points {
  const row = (n: number, y: number) =>
    Array.from({ length: n }, (_, i): Points[number] => [
      tenth(n === 1 ? 0 : (w / 2 - inset) * (2 * (i / (n - 1)) - 1)),
      tenth(y),
    ]);
  return [...row(Math.ceil(count / 2), h / 2 - inset), ...row(Math.floor(count / 2), inset - h / 2)];
}

/** Its screws as one group, where their size says what they are. */
function screwsOf({ screws }: GearItem, at: (count: number) => Points): Record<string, FastenerGroup> {
  const screw = screws && readScrew(screws.size);
  if (!screw) return {};
  return {
    screws: {
      name: 'Screws',
      at: at(screws.count),
      ...screw,
      drive: screws.drive,
      from: 'kit',
      seat: isMachine(screw.thread) ? 'nut' : 'panel',
      torqueNm: null,
      lock: false,
      prep: 'none',
    },
  };
}

const known = new WeakMap<GearItem, Mount>();

/** How gear sits: as it was measured, else as is usual of its form factor. */
export function mountOf(item: GearItem): Mount {
  if (item.mount) return item.mount;
  let mount = known.get(item);
  if (!mount) known.set(item, (mount = usualMount(item)));
  return mount;
}

/** What is usual of a form factor: told by kind, size and opening. */
export function usualMount(item: GearItem): Mount {
  const { w, h, d } = item.size;
  if (item.kind === 'speaker') return speaker(item);
  if (item.kind === 'headUnit' || item.kind === 'zoneControl') return w === h ? round(item) : slab(item);
  return {
    ...plain,
    face: { shape: 'rectangle', w, h: d, corner: 0 },
    cutout: null,
    bodies: [{ outline: { shape: 'rectangle', w, h: d, corner: 0 }, at: [0, 0], fromMm: -h, toMm: 0 }],
    plugs: { side: 'bottom', straightMm: SIDE_PLUG, angledMm: null, bendMm: BEND, mayFaceUp: false },
    fixing: 'feet',
    groups: screwsOf(item, (count) => inRows(count, w, d, 6)),
    panelMm: [1, 40],
    airMm: item.kind === 'amplifier' || item.kind === 'converter' ? 20 : 0,
    turns: 'quarter',
  };
}

function speaker(item: GearItem): Mount {
  const { w, d } = item.size;
  const cutout = item.cutoutMm ?? Math.round(w * CUTOUT_PART);
  const basket = tenth(d * 0.5);
  return {
    ...plain,
    face: { shape: 'round', d: w },
    cutout: { shape: 'round', d: cutout },
    bodies: [
      { outline: { shape: 'round', d: cutout - 2 }, at: [0, 0], fromMm: 0, toMm: basket },
      { outline: { shape: 'round', d: tenth(w * MAGNET_PART) }, at: [0, 0], fromMm: basket, toMm: d },
    ],
    // Its terminals are at the side of the basket: its depth is the magnet's.
    plugs: { side: 'bottom', straightMm: 0, angledMm: null, bendMm: BEND, mayFaceUp: false },
    fixing: 'faceScrews',
    groups: screwsOf(item, (count) => onCircle(count, tenth((w + cutout) / 2))),
    panelMm: [1, 25],
    seal: 'gasket',
    turns: 'any',
  };
}

function round(item: GearItem): Mount {
  const { w, d } = item.size;
  const cutout = item.cutoutMm ?? Math.round(w * 0.9);
  const body = Math.max(d / 2, d - PLUG);
  return {
    ...plain,
    face: { shape: 'round', d: w },
    cutout: { shape: 'round', d: cutout },
    bodies: [{ outline: { shape: 'round', d: cutout - 1 }, at: [0, 0], fromMm: 0, toMm: body }],
    plugs: { side: 'back', straightMm: d - body, angledMm: null, bendMm: BEND, mayFaceUp: true },
    fixing: 'threadedRing',
    panelMm: [1, 20],
    seal: 'gasket',
  };
}

function slab(item: GearItem): Mount {
  const { w, h, d } = item.size;
  const isDin = [OPENINGS.singleDin, OPENINGS.doubleDin].some(
    (din) => Math.abs(din.w - w) <= 2 && Math.abs(din.h - h) <= 2,
  );
  const body = Math.max(d / 2, d - PLUG);
  const cutout = { shape: 'rectangle', w, h, corner: 0 } as const;
  return {
    ...plain,
    face: { shape: 'rectangle', w: w + FRAME, h: h + FRAME, corner: 3 },
    cutout,
    bodies: [{ outline: { ...cutout, w: w - 2, h: h - 2 }, at: [0, 0], fromMm: 0, toMm: body }],
    plugs: { side: 'back', straightMm: d - body, angledMm: null, bendMm: BEND, mayFaceUp: true },
    fixing: isDin ? 'sleeve' : 'faceScrews',
    groups: screwsOf(item, (count) => inRows(count, w + FRAME, h + FRAME, 5)),
    panelMm: isDin ? [1, 8] : [1, 20],
  };
}
