import { memory } from './source';

/** American wire gauge sizes offered for runs, thin to thick. */
export const GAUGES = ['18', '16', '14', '12', '10', '8', '6', '4', '2', '1', '1/0', '2/0'] as const;
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
};

/** Diameter of the solid of this gauge, mm: d = 0.127·92^((36−n)/39) (ASTM B258). */
export function gaugeDiameter(gauge: Gauge): number {
  return 0.127 * 92 ** ((36 - GAUGE_NUMBER[gauge]) / 39);
}

/** Copper cross-section, mm². */
export function gaugeArea(gauge: Gauge): number {
  return (Math.PI / 4) * gaugeDiameter(gauge) ** 2;
}

/** Resistance of a stranded copper conductor, Ω per metre, at `celsius` (about −40 to 150 °C). */
export function ohmsPerMetre(gauge: Gauge, celsius: number): number {
  return ((COPPER_RHO_20 * STRAND_LAY) / gaugeArea(gauge)) * (1 + COPPER_ALPHA_20 * (celsius - 20));
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
};
/** Factor on the 80 °C column inside an engine space (from memory). */
const ENGINE_FACTOR_80 = 0.78;

/** Current a conductor may carry, A (ABYC E-11, from memory). Unknown insulation counts as 80 °C. */
export function ampacity(gauge: Gauge, insulation: Insulation, engineSpace: boolean): number {
  const [outside105, inside105, outside80] = AMPACITY[gauge];
  if (insulation === '105') return engineSpace ? inside105 : outside105;
  return engineSpace ? outside80 * ENGINE_FACTOR_80 : outside80;
}

/** The next thicker size, or undefined at the thick end of the table. */
export function thicker(gauge: Gauge): Gauge | undefined {
  return GAUGES[GAUGES.indexOf(gauge) + 1];
}
