import { COMMON_PRACTICE, memory, type Source } from './source';

/** How a battery of one chemistry behaves, for a 12 V one. */
interface Behaviour {
  /** Full and at rest, V. */
  readonly fullVolts: number;
  /** Volts below those of a full battery at rest, by charge, %: falling charge, growing sag. */
  readonly sag: readonly (readonly [pct: number, volts: number])[];
  /** Lost by itself, % of its capacity a month, at 20 °C. */
  readonly selfPctAMonth: number;
  /** The most it takes, part of its capacity in A, up to the charge where it begins to take less. */
  readonly takes: number;
  readonly takesLessAbove: number;
  /** Part of what is put in that comes out again. */
  readonly kept: number;
  /** Capacity per kelvin away from 20 °C, part. */
  readonly perKelvin: number;
  /** Colder than this it must not be charged, °C. */
  readonly chargesAboveCelsius: number | undefined;
}

const LEAD_SAG = [
  [100, 0],
  [75, 0.28],
  [50, 0.53],
  [25, 0.73],
  [10, 0.85],
  [0, 1.0],
] as const;

export const BATTERY_SOURCE: Source = memory('resting volts, self-discharge and charge acceptance by chemistry');
export const COLD_SOURCE: Source = COMMON_PRACTICE;

/** Batteries by chemistry (from memory; acceptance and cold are common practice). */
export const BEHAVIOUR = {
  flooded: {
    fullVolts: 12.7,
    sag: LEAD_SAG,
    selfPctAMonth: 5,
    takes: 0.2,
    takesLessAbove: 0.8,
    kept: 0.85,
    perKelvin: 0.008,
    chargesAboveCelsius: undefined,
  },
  agm: {
    fullVolts: 12.8,
    sag: LEAD_SAG,
    selfPctAMonth: 3,
    takes: 0.35,
    takesLessAbove: 0.85,
    kept: 0.92,
    perKelvin: 0.008,
    chargesAboveCelsius: undefined,
  },
  gel: {
    fullVolts: 12.8,
    sag: LEAD_SAG,
    selfPctAMonth: 2,
    takes: 0.2,
    takesLessAbove: 0.8,
    kept: 0.9,
    perKelvin: 0.008,
    chargesAboveCelsius: undefined,
  },
  lithium: {
    fullVolts: 13.3,
    sag: [
      [100, 0],
      [90, 0.05],
      [70, 0.12],
      [40, 0.22],
      [30, 0.3],
      [20, 0.42],
      [10, 0.8],
      [0, 3.2],
    ],
    selfPctAMonth: 2,
    takes: 0.5,
    takesLessAbove: 0.97,
    kept: 0.98,
    perKelvin: 0.004,
    chargesAboveCelsius: 0,
  },
} as const satisfies Record<string, Behaviour>;
type Known = keyof typeof BEHAVIOUR;

/** Volts that a 12 V battery at this charge, 0 to 1, rests below a full one. */
export function sagAt(chemistry: Known, charge: number): number {
  const { sag }: Behaviour = BEHAVIOUR[chemistry];
  const pct = Math.min(100, Math.max(0, charge * 100));
  const below = sag.findIndex(([at]) => at <= pct);
  const [lowPct, lowVolts] = sag[below]!;
  if (below === 0) return lowVolts;
  const [highPct, highVolts] = sag[below - 1]!;
  return lowVolts + ((highVolts - lowVolts) * (pct - lowPct)) / (highPct - lowPct);
}

/** Part of its rated capacity that a battery has at a temperature, never more than rated at 20 °C. */
export function coldFactor(chemistry: Known, celsius: number): number {
  return Math.min(1, Math.max(0.3, 1 + BEHAVIOUR[chemistry].perKelvin * (celsius - 20)));
}

/** The most a battery takes at a charge, 0 to 1, A: its bulk current, then less and less to nothing when full. */
export function acceptance(chemistry: Known, capacityAh: number, charge: number, celsius: number): number {
  const { takes, takesLessAbove, chargesAboveCelsius }: Behaviour = BEHAVIOUR[chemistry];
  if (chargesAboveCelsius !== undefined && celsius < chargesAboveCelsius) return 0;
  const left = Math.min(1, Math.max(0, (1 - charge) / (1 - takesLessAbove)));
  return takes * capacityAh * left;
}
