import { memory } from './source';

/** American wire gauge sizes offered for runs, thin to thick. */
export const AWG_SIZES = ['18', '16', '14', '12', '10', '8', '6', '4', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
type AwgSize = (typeof AWG_SIZES)[number];

/** Metric sizes by nominal cross-section, thin to thick. */
export const METRIC_SIZES = [
  '0.75mm2',
  '1mm2',
  '1.5mm2',
  '2.5mm2',
  '4mm2',
  '6mm2',
  '10mm2',
  '16mm2',
  '25mm2',
  '35mm2',
  '50mm2',
  '70mm2',
  '95mm2',
  '120mm2',
] as const;
type MetricSize = (typeof METRIC_SIZES)[number];

/** Every size a wire can have, whatever it is made to. */
export const GAUGES = [...AWG_SIZES, ...METRIC_SIZES] as const;
export type Gauge = (typeof GAUGES)[number];

/** Highest temperature the insulation stands, °C, where it is known. */
export const INSULATIONS = {
  '125': '125 °C',
  '105': '105 °C',
  '90': '90 °C',
  '80': '80 °C',
  '75': '75 °C',
  '60': '60 °C',
  unknown: 'insulation unknown, as 80 °C',
} as const;
export type Insulation = keyof typeof INSULATIONS;
export const INSULATION_IDS = Object.keys(INSULATIONS) as [Insulation, ...Insulation[]];

export const AMPACITY_SOURCE = memory('ABYC E-11 DC ampacity; metric sizes ISO 10133');
export const BUNDLE_SOURCE = memory('NFPA 70 adjustment for conductors that lie together');

/** Resistivity of annealed copper at 20 °C, Ω·mm²/m (IEC 60028: 1/58). */
export const COPPER_RHO_20 = 1 / 58;
/** Temperature coefficient of copper resistance at 20 °C, 1/K (IEC 60028). */
export const COPPER_ALPHA_20 = 0.00393;
/** The lay of a stranded conductor makes its wires longer than itself, about 2 % (common practice). */
export const STRAND_LAY = 1.02;

const GAUGE_NUMBER: Record<AwgSize, number> = {
  '18': 18,
  '16': 16,
  '14': 14,
  '12': 12,
  '10': 10,
  '8': 8,
  '6': 6,
  '4': 4,
  '2': 2,
  '1': 1,
  '1/0': 0,
  '2/0': -1,
  '3/0': -2,
  '4/0': -3,
};

const isMetric = (gauge: Gauge): gauge is MetricSize => gauge.endsWith('mm2');

/** Diameter of the solid of an AWG number, mm (ASTM B258). */
const awgDiameter = (n: number): number => 0.127 * 92 ** ((36 - n) / 39);

/** Diameter of the solid of this size, mm: d = 0.127·92^((36−n)/39) for a gauge (ASTM B258). */
export const gaugeDiameter = (gauge: Gauge): number => DIAMETERS[gauge];
// Asked of every wire by every rule, and dear to work out each time.
const DIAMETERS = Object.fromEntries(
  GAUGES.map((gauge) => [
    gauge,
    isMetric(gauge) ? Math.sqrt((4 / Math.PI) * parseFloat(gauge)) : awgDiameter(GAUGE_NUMBER[gauge]),
  ]),
) as Record<Gauge, number>;

/** What a wire is made to: it decides copper, resistance and what it carries. */
export const WIRE_STANDARDS = {
  awg: 'full gauge (ASTM B258)',
  sae: 'vehicle cable (SAE J1127, J1128)',
  iec: 'metric, fine strands (IEC 60228 class 5)',
  iso: 'metric vehicle cable (ISO 6722)',
  clad: 'copper-clad aluminium, by gauge',
} as const;
export type WireStandard = keyof typeof WIRE_STANDARDS;
export const WIRE_STANDARD_IDS = Object.keys(WIRE_STANDARDS) as [WireStandard, ...WireStandard[]];

/** Whether a standard names its sizes by cross-section. */
export const isMetricStandard = (standard: WireStandard): boolean => standard === 'iec' || standard === 'iso';

/** The sizes a standard comes in, thin to thick. */
export const sizesOf = (standard: WireStandard): readonly Gauge[] =>
  isMetricStandard(standard) ? METRIC_SIZES : AWG_SIZES;

/** What a wire of this size must be made to, where the job's own standard has no such size. */
function madeTo(gauge: Gauge, standard: WireStandard): WireStandard {
  const metric = isMetricStandard(standard);
  return isMetric(gauge) === metric ? standard : metric ? 'awg' : 'iec';
}

/** Least copper of each SAE size, circular mils (SAE J1127 and J1128, from memory). */
const SAE_MILS: Record<AwgSize, number> = {
  '18': 1537,
  '16': 2336,
  '14': 3702,
  '12': 5833,
  '10': 9343,
  '8': 14810,
  '6': 25910,
  '4': 37360,
  '2': 62450,
  '1': 77790,
  '1/0': 98980,
  '2/0': 125100,
  '3/0': 158600,
  '4/0': 205500,
};
/** Most a metric conductor may resist at 20 °C, Ω/km (from memory). Above ρ ÷ area by what the standard allows. */
const METRIC_OHMS: Record<'iec' | 'iso', Record<MetricSize, number>> = {
  iec: {
    '0.75mm2': 26.0,
    '1mm2': 19.5,
    '1.5mm2': 13.3,
    '2.5mm2': 7.98,
    '4mm2': 4.95,
    '6mm2': 3.3,
    '10mm2': 1.91,
    '16mm2': 1.21,
    '25mm2': 0.78,
    '35mm2': 0.554,
    '50mm2': 0.386,
    '70mm2': 0.272,
    '95mm2': 0.206,
    '120mm2': 0.161,
  },
  iso: {
    '0.75mm2': 24.7,
    '1mm2': 18.5,
    '1.5mm2': 12.7,
    '2.5mm2': 7.6,
    '4mm2': 4.71,
    '6mm2': 3.14,
    '10mm2': 1.82,
    '16mm2': 1.16,
    '25mm2': 0.743,
    '35mm2': 0.527,
    '50mm2': 0.368,
    '70mm2': 0.259,
    '95mm2': 0.196,
    '120mm2': 0.153,
  },
};
/** Copper-clad aluminium resists this many times what copper does (from memory). */
export const CLAD_RESISTS = 1.6;

const STANDARD_MARK: Record<WireStandard, string> = { awg: 'AWG', sae: 'SAE', clad: 'AWG clad', iec: '', iso: '' };
/** A size as the reel has it. */
export function gaugeName(gauge: Gauge, standard: WireStandard): string {
  return isMetric(gauge) ? `${parseFloat(gauge)} mm²` : `${gauge} ${STANDARD_MARK[madeTo(gauge, standard)]}`;
}

/** A circle of one thousandth of an inch, mm². */
export const CIRCULAR_MIL = (Math.PI / 4) * 0.0254 ** 2;

/** Cross-section of the conductor, mm²; nominal for a metric size. */
export function gaugeArea(gauge: Gauge, standard: WireStandard = 'awg'): number {
  if (isMetric(gauge)) return parseFloat(gauge);
  return madeTo(gauge, standard) === 'sae' ? SAE_MILS[gauge] * CIRCULAR_MIL : (Math.PI / 4) * gaugeDiameter(gauge) ** 2;
}

/** Resistance of a stranded conductor, Ω per metre, at `celsius` (about −40 to 150 °C). */
export function ohmsPerMetre(gauge: Gauge, celsius: number, standard: WireStandard = 'awg'): number {
  const warm = 1 + COPPER_ALPHA_20 * (celsius - 20);
  const made = madeTo(gauge, standard);
  if (isMetric(gauge)) return (METRIC_OHMS[made as 'iec' | 'iso'][gauge] / 1000) * warm;
  const copper = ((COPPER_RHO_20 * STRAND_LAY) / gaugeArea(gauge, made)) * warm;
  return made === 'clad' ? copper * CLAD_RESISTS : copper;
}

/** The same of a wire that is found in a craft by its AWG number, thinner ones than are offered for runs too. */
export const foundOhmsPerMetre = (awg: `${number}`, celsius: number): number =>
  ((COPPER_RHO_20 * STRAND_LAY) / ((Math.PI / 4) * awgDiameter(Number(awg)) ** 2)) *
  (1 + COPPER_ALPHA_20 * (celsius - 20));

type Rated = Exclude<Insulation, 'unknown'>;
const RATED: readonly Rated[] = ['60', '75', '80', '90', '105', '125'];
// ABYC E-11 DC table, outside an engine space, from memory; columns as RATED.
const AWG_CARRIES: Record<AwgSize, readonly number[]> = {
  '18': [10, 10, 15, 20, 20, 25],
  '16': [15, 15, 20, 25, 25, 30],
  '14': [20, 20, 25, 30, 35, 40],
  '12': [25, 25, 35, 40, 45, 50],
  '10': [40, 40, 50, 55, 60, 70],
  '8': [55, 65, 70, 70, 80, 90],
  '6': [80, 95, 100, 100, 120, 125],
  '4': [105, 125, 130, 135, 160, 170],
  '2': [140, 170, 175, 180, 210, 225],
  '1': [165, 195, 210, 210, 245, 265],
  '1/0': [195, 230, 245, 245, 285, 305],
  '2/0': [225, 265, 285, 285, 330, 355],
  '3/0': [260, 310, 330, 330, 385, 410],
  '4/0': [300, 360, 385, 385, 445, 475],
};
// ISO 10133 annex A, from memory; its columns are 60, 70, 70, 85–90, 105 and 125 °C: never above the insulation's own.
const METRIC_CARRIES: Record<MetricSize, readonly number[]> = {
  '0.75mm2': [8, 10, 10, 12, 16, 20],
  '1mm2': [12, 14, 14, 18, 20, 25],
  '1.5mm2': [16, 18, 18, 21, 25, 30],
  '2.5mm2': [20, 25, 25, 30, 35, 40],
  '4mm2': [30, 35, 35, 40, 45, 50],
  '6mm2': [40, 45, 45, 50, 60, 70],
  '10mm2': [60, 65, 65, 70, 90, 100],
  '16mm2': [80, 90, 90, 100, 130, 150],
  '25mm2': [110, 120, 120, 140, 170, 185],
  '35mm2': [140, 160, 160, 185, 210, 225],
  '50mm2': [180, 210, 210, 230, 270, 300],
  '70mm2': [220, 265, 265, 285, 330, 360],
  '95mm2': [260, 310, 310, 330, 390, 410],
  '120mm2': [300, 360, 360, 400, 450, 480],
};
/** What an engine space leaves, by column (from memory). */
const ENGINE_FACTOR: Record<Rated, number> = {
  '60': 0.58,
  '75': 0.75,
  '80': 0.78,
  '90': 0.82,
  '105': 0.85,
  '125': 0.89,
};

/** What makes a wire's ampacity, A: the table's figure times each factor. */
export interface Ampacity {
  readonly amps: number;
  readonly tableA: number;
  readonly factors: readonly { readonly name: string; readonly value: number }[];
}

/** What an ampacity is made of, each factor 1 where it takes nothing. */
function carried(gauge: Gauge, insulation: Insulation, engineSpace: boolean, standard: WireStandard, together: number) {
  const made = madeTo(gauge, standard);
  const rated = insulation === 'unknown' ? '80' : insulation;
  const row = made === 'clad' ? AWG_SIZES.indexOf(gauge as AwgSize) - 2 : 0;
  const of = made === 'clad' ? AWG_SIZES[Math.max(row, 0)]! : gauge;
  return {
    tableA: (isMetric(of) ? METRIC_CARRIES[of] : AWG_CARRIES[of])[RATED.indexOf(rated)]!,
    engine: engineSpace ? ENGINE_FACTOR[rated] : 1,
    thinner: thinnerFactor(gauge, made),
    // Off the thin end of the table: each size is about a quarter less.
    clad: row < 0 ? 0.75 ** -row : 1,
    bundle: bundleFactor(together),
  };
}

/**
 * Current a conductor may carry, A (ABYC E-11, ISO 10133, from memory). Unknown insulation counts as 80 °C. Vehicle
 * cable is thinner than its gauge: it carries what warms it as much, less by the root of the areas (common practice).
 * Copper-clad aluminium counts as two sizes thinner (common practice). `together` is how many loaded conductors lie
 * side by side.
 */
export function ampacity(
  gauge: Gauge,
  insulation: Insulation,
  engineSpace: boolean,
  standard: WireStandard = 'awg',
  together = 1,
): number {
  const { tableA, engine, thinner, clad, bundle } = carried(gauge, insulation, engineSpace, standard, together);
  return tableA * engine * thinner * clad * bundle;
}

/** The same with every factor on it. */
export function ampacityOf(...of: Parameters<typeof ampacity>): Ampacity {
  const [gauge, insulation, engineSpace, standard = 'awg', together = 1] = of;
  const { tableA, engine, thinner, clad, bundle } = carried(gauge, insulation, engineSpace, standard, together);
  const factors = [
    { name: 'engine space', value: engine },
    { name: 'thinner than its gauge', value: thinner },
    { name: 'copper-clad', value: clad },
    { name: `${together} together`, value: bundle },
  ];
  return { amps: ampacity(...of), tableA, factors: factors.filter(({ value }) => value !== 1) };
}

/** What the thinner copper of a standard leaves of a gauge's ampacity, 0 to 1. */
export const thinnerFactor = (gauge: Gauge, standard: WireStandard): number =>
  madeTo(gauge, standard) === 'sae' ? Math.min(1, Math.sqrt(gaugeArea(gauge, 'sae') / gaugeArea(gauge))) : 1;

/** What is left of ampacity where `together` loaded conductors lie side by side (from memory). */
export function bundleFactor(together: number): number {
  if (together <= 3) return 1;
  if (together <= 6) return 0.8;
  if (together <= 9) return 0.7;
  if (together <= 20) return 0.5;
  if (together <= 30) return 0.45;
  return together <= 40 ? 0.4 : 0.35;
}

/** The next thicker size of its kind, or undefined at the thick end of the table. */
export function thicker(gauge: Gauge): Gauge | undefined {
  const sizes: readonly Gauge[] = isMetric(gauge) ? METRIC_SIZES : AWG_SIZES;
  return sizes[sizes.indexOf(gauge) + 1];
}

/** The next thinner size of its kind, or undefined at the thin end. */
export function thinner(gauge: Gauge): Gauge | undefined {
  const sizes: readonly Gauge[] = isMetric(gauge) ? METRIC_SIZES : AWG_SIZES;
  return sizes[sizes.indexOf(gauge) - 1];
}

/** Whether `a` has less copper than `b`. */
export const isThinner = (a: Gauge, b: Gauge): boolean => gaugeArea(a) < gaugeArea(b) - 1e-9;
