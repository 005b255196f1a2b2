import { COMMON_PRACTICE, memory, published } from './source';

const MM = 25.4;

/** Number drills 1 to 60, inches (ASME B94.11M). */
const NUMBERS = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177,
  0.173, 0.1695, 0.166, 0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116,
  0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015, 0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076,
  0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043, 0.042, 0.041, 0.04,
];
/** Letter drills A to Z, inches (ASME B94.11M). */
const LETTERS = [
  0.234, 0.238, 0.242, 0.246, 0.25, 0.257, 0.261, 0.266, 0.272, 0.277, 0.281, 0.29, 0.295, 0.302, 0.316, 0.323, 0.332,
  0.339, 0.348, 0.358, 0.368, 0.377, 0.386, 0.397, 0.404, 0.413,
];

/** A bit as it is asked for at the counter, and its diameter, mm. */
export interface Bit {
  readonly name: string;
  readonly mm: number;
}

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));
/** Inches as a fraction with a denominator of `parts` at most: "1 3/8 in". */
export function fractionName(inches: number, parts = 64): string {
  const whole = Math.round(inches * parts);
  const [units, rest] = [Math.floor(whole / parts), whole % parts];
  if (rest === 0) return `${units} in`;
  const common = divisor(rest, parts);
  return `${units ? `${units} ` : ''}${rest / common}/${parts / common} in`;
}

/** Twist drills by the tenth of a millimetre, as sets are sold to 13 mm (common practice). */
const METRIC: readonly Bit[] = Array.from({ length: 121 }, (_, i) => (10 + i) / 10).map((mm) => ({
  name: `${mm} mm`,
  mm,
}));
export const FRACTIONS: readonly Bit[] = Array.from({ length: 30 }, (_, i) => i + 3).map((n) => ({
  name: fractionName(n / 64),
  mm: (n / 64) * MM,
}));
export const NUMBERED: readonly Bit[] = NUMBERS.map((inches, i) => ({ name: `number ${i + 1}`, mm: inches * MM }));
export const LETTERED: readonly Bit[] = LETTERS.map((inches, i) => ({
  name: `letter ${String.fromCharCode(65 + i)}`,
  mm: inches * MM,
}));
/** A fraction this near to what is asked for is taken, mm: fractions are in every box (common practice). */
const FRACTION_WITHIN = 0.1;

/** Hole saws as they are sold in inches (common practice): by eighths to 3 in, by quarters to 6. */
const SAWS: readonly Bit[] = [
  ...Array.from({ length: 20 }, (_, i) => (i + 5) / 8),
  ...Array.from({ length: 12 }, (_, i) => 3 + (i + 1) / 4),
].map((inches) => ({ name: fractionName(inches, 8), mm: inches * MM }));
/** The same in millimetres. */
const METRIC_SAWS: readonly Bit[] = [
  16, 19, 20, 22, 25, 27, 29, 30, 32, 35, 38, 40, 43, 44, 46, 48, 51, 54, 57, 60, 64, 67, 70, 73, 76, 79, 83, 86, 89,
  92, 95, 98, 102, 105, 108, 111, 114, 121, 127, 133, 140, 146, 152,
].map((mm) => ({ name: `${mm} mm`, mm }));

const nearest = (bits: readonly Bit[], mm: number): Bit =>
  bits.reduce((best, bit) => (Math.abs(bit.mm - mm) < Math.abs(best.mm - mm) - 1e-9 ? bit : best));

/** What a hole is made with, in metric and as the trade calls it in inches. */
export interface Cutter {
  readonly kind: 'drill' | 'step' | 'holeSaw';
  /** Diameter that is asked for, mm. */
  readonly mm: number;
  readonly metric: Bit;
  readonly inch: Bit;
}

const CUTTERS = { drill: 'Drill', step: 'Step drill', holeSaw: 'Hole saw' } as const;
/** A size as it is asked for, in either measure. */
export const bitName = ({ metric, inch }: Pick<Cutter, 'metric' | 'inch'>, inchFirst = false): string =>
  inchFirst ? `${inch.name} (${metric.name})` : `${metric.name} (${inch.name})`;
export const cutterName = (cutter: Cutter, inchFirst = false): string =>
  `${CUTTERS[cutter.kind]} ${bitName(cutter, inchFirst)}`;

/** Largest twist drill taken, mm. */
const LARGEST_DRILL = 13;
/** Largest step drill, mm, and the thickest panel it goes through, mm (common practice). */
export const LARGEST_STEP = 35;
export const STEP_THROUGH = 4;
/** Farthest that a saw may be from the hole that is asked for, mm: over, and under. */
const SAW_OVER = 1;
const SAW_UNDER = 0.5;

/** The drill of a diameter, 1 to 13 mm: the nearest of each set. */
export function drillOf(mm: number): Cutter {
  const fraction = nearest(FRACTIONS, mm);
  const near = Math.abs(fraction.mm - mm) <= FRACTION_WITHIN;
  const inch = near ? fraction : nearest([...FRACTIONS, ...NUMBERED, ...LETTERED], mm);
  return { kind: 'drill', mm, metric: nearest(METRIC, mm), inch };
}

/**
 * What makes a round hole of a diameter, mm, in a panel of a thickness, mm: a drill; a step drill, in what is thin;
 * a hole saw, where there is one of that size. Nothing where it has to be sawn along a line.
 */
export function cutterOf(mm: number, thicknessMm: number): Cutter | undefined {
  if (mm <= LARGEST_DRILL) return drillOf(mm);
  const saw = { mm, metric: nearest(METRIC_SAWS, mm), inch: nearest(SAWS, mm) };
  if (mm <= LARGEST_STEP && thicknessMm <= STEP_THROUGH)
    return {
      kind: 'step',
      mm,
      metric: { name: `${Math.round(mm)} mm`, mm: Math.round(mm) },
      inch: { name: fractionName(mm / MM, 16), mm: (Math.round((mm / MM) * 16) / 16) * MM },
    };
  const fits = ({ mm: own }: Bit) => own - mm <= SAW_OVER && mm - own <= SAW_UNDER;
  return fits(saw.metric) || fits(saw.inch) ? { kind: 'holeSaw', ...saw } : undefined;
}

/** Openings of the trade, mm. */
export const OPENINGS = {
  singleDin: { name: 'single DIN', w: 182, h: 53, source: published('ISO 7736') },
  doubleDin: { name: 'double DIN', w: 182, h: 111, source: COMMON_PRACTICE },
  gaugeHole: { name: '3 inch gauge hole', d: 76.2, source: memory('marine gauge hole') },
} as const;
