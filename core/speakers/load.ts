import { membersOf, type Wiring } from '../job/circuit';
import type { Speaker } from '../gear/gear';

export interface LoadModel {
  /** Coil resistance, Ω. */
  readonly coilOhm: (gear: string, coil: number) => number;
  /** Out-and-back lead resistance of one speaker, Ω. */
  readonly leadOhm: (gear: string) => number;
}

/** The speaker whose coils alone a wiring holds; undefined when there are several. Asked of every node, so it makes no lists. */
export function onlySpeaker(wiring: Wiring): string | undefined {
  if ('coil' in wiring) return wiring.coil.gear;
  let speaker: string | undefined;
  for (const member of membersOf(wiring)) {
    const own = onlySpeaker(member);
    if (own === undefined || (speaker !== undefined && own !== speaker)) return undefined;
    speaker = own;
  }
  return speaker;
}

/**
 * Impedance of a wiring at the source's terminals, Ω. Coils of one speaker are jumpered at that speaker
 * and share its lead; different speakers join at the source. Behind a crossover the source sees one member at
 * a time, in that member's band: the lowest of them is what counts.
 */
export function impedance(wiring: Wiring, model: LoadModel): number {
  const speaker = onlySpeaker(wiring);
  if (speaker !== undefined) return bare(wiring, (w) => bareCoil(w, model)) + model.leadOhm(speaker);
  return bare(wiring, (w) => impedance(w, model));
}

const bareCoil = (wiring: Wiring, model: LoadModel): number =>
  'coil' in wiring ? model.coilOhm(wiring.coil.gear, wiring.coil.coil) : bare(wiring, (w) => bareCoil(w, model));

function bare(wiring: Wiring, of: (member: Wiring) => number): number {
  if ('coil' in wiring) return of(wiring);
  if ('series' in wiring) return wiring.series.reduce((sum, member) => sum + of(member), 0);
  if ('split' in wiring) return Math.min(...wiring.split.map(of));
  return 1 / wiring.parallel.reduce((sum, member) => sum + 1 / of(member), 0);
}

/**
 * Power in every coil with `volts` RMS on the source's terminals: "gear/coil" → W. Behind a crossover each
 * member's power is that of a sine in its own band.
 */
export function coilWatts(wiring: Wiring, model: LoadModel, volts: number): Map<string, number> {
  const watts = new Map<string, number>();
  spread(wiring, model, volts / impedance(wiring, model), true, (gear, coil, w) => watts.set(`${gear}/${coil}`, w));
  return watts;
}

/** The same summed over the coils of each speaker: gear → W. */
export function speakerWatts(wiring: Wiring, model: LoadModel, volts: number): Map<string, number> {
  const watts = new Map<string, number>();
  const add = (gear: string, _coil: number, w: number) => watts.set(gear, (watts.get(gear) ?? 0) + w);
  spread(wiring, model, volts / impedance(wiring, model), true, add);
  return watts;
}

function spread(
  node: Wiring,
  model: LoadModel,
  amps: number,
  withLeads: boolean,
  each: (gear: string, coil: number, watts: number) => void,
): void {
  if ('coil' in node) {
    const { gear, coil } = node.coil;
    each(gear, coil, amps * amps * model.coilOhm(gear, coil));
    return;
  }
  const outside = withLeads && onlySpeaker(node) === undefined;
  const of = (member: Wiring) => (outside ? impedance(member, model) : bareCoil(member, model));
  if ('series' in node) for (const member of node.series) spread(member, model, amps, outside, each);
  else {
    const whole = bare(node, of);
    for (const member of membersOf(node)) spread(member, model, (amps * whole) / of(member), outside, each);
  }
}

/** What one output is rated for. */
export interface Rating {
  readonly power: readonly { readonly ohm: number; readonly watts: number }[];
  readonly minOhm: number;
}

/**
 * RMS volts an output can hold across `loadOhm`. Between listed loads the voltage √(P·R) is
 * interpolated; above the highest listed load it is held; below the lowest the current is held.
 * Undefined below the least load: the output must not be used so.
 */
export function outputVolts(rating: Rating, loadOhm: number): number | undefined {
  return loadOhm < rating.minOhm - 1e-9 ? undefined : heldVolts(rating, loadOhm);
}

/** What it would give below its least load by the watts on its label alone: the volts of its lowest row, held. */
export const labelVolts = ({ power }: Rating): number => {
  const lowest = power.reduce((a, b) => (b.ohm < a.ohm ? b : a));
  return Math.sqrt(lowest.watts * lowest.ohm);
};

/** The same with nothing refused. */
function heldVolts({ power }: Rating, loadOhm: number): number {
  let low: { ohm: number; volts: number } | undefined;
  let high: { ohm: number; volts: number } | undefined;
  for (const { ohm, watts } of power) {
    if (ohm < loadOhm && (!low || ohm > low.ohm)) low = { ohm, volts: Math.sqrt(watts * ohm) };
    if (ohm >= loadOhm && (!high || ohm < high.ohm)) high = { ohm, volts: Math.sqrt(watts * ohm) };
  }
  if (!high) return low!.volts;
  if (!low) return (high.volts * loadOhm) / high.ohm;
  return low.volts + ((loadOhm - low.ohm) / (high.ohm - low.ohm)) * (high.volts - low.volts);
}

/** Level at `metres` from a speaker taking `watts`, dB SPL: S + 10·lg P − 20·lg d (free field). */
export function levelAt(speaker: Speaker, watts: number, metres: number): number {
  return speaker.sensitivity + 10 * Math.log10(watts) - 20 * Math.log10(metres);
}

/** Sum of levels from sources that do not keep step with each other, dB: powers add. */
export function sumLevels(levels: readonly number[]): number {
  return 10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));
}
