import type { Bank, Speaker } from '../gear/gear';
import { coilsOf, type Wiring } from '../job/job';

export interface LoadModel {
  /** Coil resistance, Ω. */
  readonly coilOhm: (gear: string, coil: number) => number;
  /** Out-and-back lead resistance of one speaker, Ω. */
  readonly leadOhm: (gear: string) => number;
}

const only = (wiring: Wiring): string | undefined => {
  const [first, ...rest] = coilsOf(wiring);
  return rest.every((coil) => coil.gear === first!.gear) ? first!.gear : undefined;
};

/**
 * Impedance of a wiring at the source's terminals, Ω. Coils of one speaker are jumpered at that speaker
 * and share its lead; different speakers join at the source.
 */
export function impedance(wiring: Wiring, model: LoadModel): number {
  const speaker = only(wiring);
  if (speaker !== undefined) return bare(wiring, (w) => bareCoil(w, model)) + model.leadOhm(speaker);
  return bare(wiring, (w) => impedance(w, model));
}

const bareCoil = (wiring: Wiring, model: LoadModel): number =>
  'coil' in wiring ? model.coilOhm(wiring.coil.gear, wiring.coil.coil) : bare(wiring, (w) => bareCoil(w, model));

function bare(wiring: Wiring, of: (member: Wiring) => number): number {
  if ('coil' in wiring) return of(wiring);
  if ('series' in wiring) return wiring.series.reduce((sum, member) => sum + of(member), 0);
  return 1 / wiring.parallel.reduce((sum, member) => sum + 1 / of(member), 0);
}

/** Power in every coil with `volts` RMS on the source's terminals: "gear/coil" → W. */
export function coilWatts(wiring: Wiring, model: LoadModel, volts: number): Map<string, number> {
  const watts = new Map<string, number>();
  const spread = (node: Wiring, amps: number, withLeads: boolean): void => {
    if ('coil' in node) {
      watts.set(`${node.coil.gear}/${node.coil.coil}`, amps * amps * model.coilOhm(node.coil.gear, node.coil.coil));
      return;
    }
    const outside = withLeads && only(node) === undefined;
    const of = (member: Wiring) => (outside ? impedance(member, model) : bareCoil(member, model));
    if ('series' in node) for (const member of node.series) spread(member, amps, outside);
    else {
      const whole = bare(node, of);
      for (const member of node.parallel) spread(member, (amps * whole) / of(member), outside);
    }
  };
  spread(wiring, volts / impedance(wiring, model), true);
  return watts;
}

/**
 * RMS volts one channel can hold across `loadOhm`. Between listed loads the voltage √(P·R) is
 * interpolated; above the highest listed load it is held; below the lowest the current is held.
 * Undefined below the channel's minimum load: the channel must not be used so.
 */
export function channelVolts(bank: Bank, loadOhm: number): number | undefined {
  if (loadOhm < bank.minOhm - 1e-9) return undefined;
  const rows = [...bank.power].sort((a, b) => a.ohm - b.ohm);
  const volts = rows.map((row) => Math.sqrt(row.watts * row.ohm));
  const above = rows.findIndex((row) => row.ohm >= loadOhm);
  if (above === -1) return volts.at(-1)!;
  if (above === 0) return (volts[0]! * loadOhm) / rows[0]!.ohm;
  const low = rows[above - 1]!;
  const high = rows[above]!;
  const t = (loadOhm - low.ohm) / (high.ohm - low.ohm);
  return volts[above - 1]! + t * (volts[above]! - volts[above - 1]!);
}

/** Level at `metres` from a speaker taking `watts`, dB SPL: S + 10·lg P − 20·lg d (free field). */
export function levelAt(speaker: Speaker, watts: number, metres: number): number {
  return speaker.sensitivity + 10 * Math.log10(watts) - 20 * Math.log10(metres);
}

/** Sum of levels from sources that do not keep step with each other, dB: powers add. */
export function sumLevels(levels: readonly number[]): number {
  return 10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));
}
