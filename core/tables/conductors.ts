import { memory } from './source';

/** American wire gauge sizes offered for runs, thin to thick. */
export const GAUGES = ['18', '16', '14', '12', '10', '8', '6', '4', '2', '1', '1/0', '2/0', '3/0', '4/0'] as const;
export type Gauge = (typeof GAUGES)[number];

export type Insulation = 'unknown' | '80' | '105';

export const AMPACITY_SOURCE = memory('ABYC E-11 DC ampacity');

/** Resistivity of annealed copper at 20 °C, Ω·mm²/m (IEC 60028: 1/58). */
export const COPPER_RHO_20 = 1 / 58;
/** Temperature coefficient of copper resistance at 20 °C, 1/K (IEC 60028). */
export const COPPER_ALPHA_20 = 0.00393;
/** The lay of a stranded conductor makes its wires longer than itself, about 2 % (common practice). */
export const STRAND_LAY = 1.02;

const GAUGE_NUMBER: Record<Gauge, number> = {
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

/** Diameter of the solid of this gauge, mm: d = 0.127·92^((36−n)/39) (ASTM B258). */
export function gaugeDiameter(gauge: Gauge): number {
  return 0.127 * 92 ** ((36 - GAUGE_NUMBER[gauge]) / 39);
}

/** What a gauge is made to: the full American wire gauge, or the thinner sizes of road-vehicle cable. */
export const WIRE_STANDARDS = { awg: 'full gauge (ASTM B258)', sae: 'vehicle cable (SAE J1127, J1128)' } as const;
export type WireStandard = keyof typeof WIRE_STANDARDS;
export const WIRE_STANDARD_IDS = Object.keys(WIRE_STANDARDS) as [WireStandard, ...WireStandard[]];

/** Least copper of each SAE size, circular mils (SAE J1127 and J1128, from memory). */
const SAE_MILS: Record<Gauge, number> = {
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
/** A gauge as the reel has it. */
export const gaugeName = (gauge: Gauge, standard: WireStandard): string =>
  `${gauge} ${standard === 'sae' ? 'SAE' : 'AWG'}`;

/** A circle of one thousandth of an inch, mm². */
export const CIRCULAR_MIL = (Math.PI / 4) * 0.0254 ** 2;

/** Copper cross-section, mm². */
export function gaugeArea(gauge: Gauge, standard: WireStandard = 'awg'): number {
  return standard === 'sae' ? SAE_MILS[gauge] * CIRCULAR_MIL : (Math.PI / 4) * gaugeDiameter(gauge) ** 2;
}

/** Resistance of a stranded copper conductor, Ω per metre, at `celsius` (about −40 to 150 °C). */
export function ohmsPerMetre(gauge: Gauge, celsius: number, standard: WireStandard = 'awg'): number {
  return ((COPPER_RHO_20 * STRAND_LAY) / gaugeArea(gauge, standard)) * (1 + COPPER_ALPHA_20 * (celsius - 20));
}

// ABYC E-11 DC table, from memory: [105 °C outside, 105 °C inside an engine space, 80 °C outside].
const AMPACITY: Record<Gauge, readonly [number, number, number]> = {
  '18': [20, 17, 15],
  '16': [25, 21.3, 20],
  '14': [35, 29.8, 25],
  '12': [45, 38.3, 35],
  '10': [60, 51, 50],
  '8': [80, 68, 70],
  '6': [120, 102, 100],
  '4': [160, 136, 130],
  '2': [210, 178.5, 175],
  '1': [245, 208.3, 210],
  '1/0': [285, 242.3, 245],
  '2/0': [330, 280.5, 285],
  '3/0': [385, 327.3, 330],
  '4/0': [445, 378.3, 385],
};
/** Factor on the 80 °C column inside an engine space (from memory). */
const ENGINE_FACTOR_80 = 0.78;

/**
 * Current a conductor may carry, A (ABYC E-11, from memory). Unknown insulation counts as 80 °C. Vehicle cable
 * is thinner than its gauge: it carries what warms it as much, less by the root of the areas (common practice).
 */
export function ampacity(
  gauge: Gauge,
  insulation: Insulation,
  engineSpace: boolean,
  standard: WireStandard = 'awg',
): number {
  const [outside105, inside105, outside80] = AMPACITY[gauge];
  const full =
    insulation === '105'
      ? engineSpace
        ? inside105
        : outside105
      : engineSpace
        ? outside80 * ENGINE_FACTOR_80
        : outside80;
  return full * thinnerFactor(gauge, standard);
}

/** What the thinner copper of a standard leaves of a gauge's ampacity, 0 to 1. */
export const thinnerFactor = (gauge: Gauge, standard: WireStandard): number =>
  standard === 'awg' ? 1 : Math.min(1, Math.sqrt(gaugeArea(gauge, standard) / gaugeArea(gauge)));

/** The next thicker size, or undefined at the thick end of the table. */
export function thicker(gauge: Gauge): Gauge | undefined {
  return GAUGES[GAUGES.indexOf(gauge) + 1];
}
