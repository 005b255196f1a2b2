import type { Material } from './materials';

const MM = 25.4;

interface Screw {
  readonly name: string;
  /** Outside diameter of the thread, mm. */
  readonly mm: number;
  /** Hole it passes with little play, and freely, mm. */
  readonly close: number;
  readonly free: number;
  /** Hole for its thread in metal, mm; nothing for one that cuts its own. */
  readonly tap?: number;
}

/** Coarse metric threads: clearance holes fine and medium, and tapping drills. */
const metric = (d: number, close: number, free: number, tap: number): Screw => ({
  name: `M${d}`,
  mm: d,
  close,
  free,
  tap,
});
/** Numbered inch screws: 0.060 in + 0.013 in a number (ASME B18.6.3). */
const numbered = (n: number, name: string, close: number, free: number, tap: number): Screw => ({
  name,
  mm: (0.06 + 0.013 * n) * MM,
  close: close * MM,
  free: free * MM,
  tap: tap * MM,
});
/** Tapping screws: they pass a hole a tenth larger, and cut their own thread. */
const tapping = (d: number): Screw => ({ name: d.toFixed(1), mm: d, close: round(d * 1.06), free: round(d * 1.12) });
const round = (mm: number) => Math.round(mm * 10) / 10;

/** Threads that gear is fixed with. Holes (from memory): ISO 273, ISO 2306; inch sizes and their drills ASME B18.2.8. */
export const THREADS = {
  M3: metric(3, 3.2, 3.4, 2.5),
  M4: metric(4, 4.3, 4.5, 3.3),
  M5: metric(5, 5.3, 5.5, 4.2),
  M6: metric(6, 6.4, 6.6, 5),
  M8: metric(8, 8.4, 9, 6.8),
  'no4-40': numbered(4, '#4-40', 0.116, 0.1285, 0.089),
  'no6-32': numbered(6, '#6-32', 0.144, 0.1495, 0.1065),
  'no8-32': numbered(8, '#8-32', 0.1695, 0.177, 0.136),
  'no10-24': numbered(10, '#10-24', 0.196, 0.201, 0.1495),
  'quarter-20': { name: '1/4-20', mm: 0.25 * MM, close: 0.257 * MM, free: 0.266 * MM, tap: 0.201 * MM },
  'st2.9': tapping(2.9),
  'st3.5': tapping(3.5),
  'st3.9': tapping(3.9),
  'st4.2': tapping(4.2),
  'st4.8': tapping(4.8),
  'st5.5': tapping(5.5),
} as const satisfies Record<string, Screw>;
export type Thread = keyof typeof THREADS;
export const THREAD_IDS = Object.keys(THREADS) as [Thread, ...Thread[]];

/** Pilot of a screw that cuts its own thread, as a part of its diameter (common practice). */
const PILOTS: Readonly<Record<Material, number>> = {
  steel: 0.84,
  aluminium: 0.82,
  gelcoat: 0.86,
  fibre: 0.86,
  plastic: 0.8,
  polyethylene: 0.72,
  ply: 0.7,
  hardwood: 0.76,
  trim: 0.66,
};

/** Whether a screw wants a thread or a nut; others cut their own. */
export const isMachine = (thread: Thread): boolean => 'tap' in THREADS[thread];

/** Hole for a screw, mm: the one it passes through, or the one its thread holds in. */
export const clearanceHole = (thread: Thread): number => THREADS[thread].free;
export function threadHole(thread: Thread, material: Material): number {
  const screw: Screw = THREADS[thread];
  return screw.tap ?? round(screw.mm * PILOTS[material]);
}

const FRACTIONS: Readonly<Record<string, number>> = {
  '½': 0.5,
  '¼': 0.25,
  '¾': 0.75,
  '⅜': 0.375,
  '⅝': 0.625,
  '⅞': 0.875,
};
/** A length of screws in inches: "3/4", "¾", "1 1/2". */
function inches(text: string): number {
  const [, whole, part] = /^(\d+(?:\.\d+)?)?\s*(\d+\/\d+|[½¼¾⅜⅝⅞])?$/.exec(text.trim()) ?? [];
  const [over, under] = (part ?? '').split('/').map(Number);
  const rest = part === undefined ? 0 : (FRACTIONS[part] ?? over! / under!);
  return Number(whole ?? 0) + rest;
}

/** What a fastener's size says: "M4 × 20", "4.2 × 16", "#8-32 × ¾ in". Nothing where it is no such thing. */
export function readScrew(size: string): { readonly thread: Thread; readonly lengthMm: number } | undefined {
  const [, name, length, inch] = /^\s*(.+?)\s*[×x]\s*(.+?)\s*(in|"|″)?\s*$/.exec(size) ?? [];
  if (name === undefined || length === undefined) return undefined;
  const known = THREAD_IDS.find((id) => THREADS[id].name === name || THREADS[id].name.split('-')[0] === name);
  const lengthMm = inch || name.startsWith('#') ? inches(length) * MM : Number(length.replace(',', '.'));
  return known && lengthMm > 0 ? { thread: known, lengthMm } : undefined;
}
