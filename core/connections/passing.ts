import type { PassThrough } from '../craft/leg';
import { handRound, leastRound } from '../plane/packing';
import { GROMMETS } from '../tables/diameters';

/** What goes through a hole: over its insulation, and its plug the widest across, where it comes with one on, mm. */
export interface Passing {
  readonly mm: number;
  readonly plugMm: number | undefined;
}

/** What goes through one hole, and what the hole takes. */
export interface PassFit {
  readonly id: string;
  readonly name: string;
  /** Clear width that the bundle asks for, mm: all of it laid by hand, and each plug beside what went through before it. */
  readonly needMm: number;
  /** What of that the plugs ask; 0 where none goes through. */
  readonly plugMm: number;
  /** Clear width there is as the hole is now, mm; 0: there is none. */
  readonly clearMm: number;
  /** Clear width once it is opened as far as it may be, mm. */
  readonly mostMm: number;
  /** It is drilled, or opened, to this, mm; undefined: it stays as it is. For a grommet of that bore; undefined: a plug fills it. */
  readonly drillMm: number | undefined;
  readonly boreMm: number | undefined;
  /** Bare and to stay so: a trim goes round its edge. */
  readonly trimmed: boolean;
  readonly fits: boolean;
}

/** A trim round a bare edge, each side, mm (common practice). */
const TRIM_MM = 1.5;
/** How much of a slot wires laid by hand can fill (common practice). */
const SLOT_FILL = 0.8;

/** The order in which what has plugs goes through, and the clear width that asks for: the widest plug first, each beside the leads that went before. */
export function plugRoom(wires: readonly Passing[]): number {
  const plugged = wires
    .flatMap(({ mm, plugMm }) => (plugMm === undefined ? [] : [{ mm, plugMm }]))
    .sort((a, b) => b.plugMm - a.plugMm || b.mm - a.mm);
  return plugged.reduce((most, { plugMm }, i) => {
    const before = plugged.slice(0, i).map(({ mm }) => mm);
    return Math.max(most, leastRound([...before, plugMm]));
  }, 0);
}

/**
 * Whether wires go through a hole, as it is or opened as far as it may be. `plugged`: what lifts off parts there at a plug
 * that fills the hole, and takes no grommet.
 */
export function holeFit(id: string, pass: PassThrough, wires: readonly Passing[], plugged = false): PassFit {
  const { name, mm, longMm, edge, drillToMm } = pass;
  const diameters = wires.map((wire) => wire.mm);
  const hand = handRound(diameters);
  const plugMm = plugRoom(wires);
  const needMm = Math.max(hand, plugMm);
  const trimmed = mm > 0 && edge === 'bare';
  const width = Math.max(0, mm - (trimmed ? 2 * TRIM_MM : 0));
  const clearMm = longMm === undefined ? width : slotRound(width, longMm - (trimmed ? 2 * TRIM_MM : 0));
  const widest = Math.max(plugMm, ...diameters);
  const asItIs = needMm <= clearMm && (longMm === undefined || widest <= width);
  const grommets =
    drillToMm === null || longMm !== undefined
      ? []
      : GROMMETS.filter(({ holeMm }) => holeMm <= drillToMm && holeMm >= mm);
  const grommet = asItIs || plugged ? undefined : grommets.find(({ boreMm }) => boreMm >= needMm);
  return {
    id,
    name,
    needMm,
    plugMm,
    clearMm,
    mostMm: Math.max(clearMm, ...grommets.map(({ boreMm }) => boreMm)),
    drillMm: plugged && !mm ? (drillToMm ?? undefined) : grommet?.holeMm,
    boreMm: grommet?.boreMm,
    trimmed: trimmed && !grommet && !plugged,
    fits: asItIs || plugged || grommet !== undefined,
  };
}

/** The round bundle that a slot takes once it is laid flat in it. */
const slotRound = (narrow: number, long: number): number =>
  Math.sqrt(SLOT_FILL * ((4 / Math.PI) * narrow * Math.max(0, long - narrow) + narrow * narrow));
