import type { Gauge } from './conductors';
import { memory } from './source';

export const DIAMETER_SOURCE = memory(
  'outer diameters of primary wire: SAE J1128 GXL and UL 1426 boat cable; ISO 6722 thin wall',
);

/** Outer diameters of one insulated conductor, mm, nominal (from memory). */
const AWG_MM: Readonly<Record<string, number>> = {
  '18': 2.5,
  '16': 2.8,
  '14': 3.2,
  '12': 3.8,
  '10': 4.6,
  '8': 6.1,
  '6': 7.6,
  '4': 9.2,
  '2': 11,
  '1': 12.3,
  '1/0': 13.4,
  '2/0': 14.8,
  '3/0': 16.4,
  '4/0': 18.2,
};
const METRIC_MM: Readonly<Record<string, number>> = {
  '0.75mm2': 1.9,
  '1mm2': 2.1,
  '1.5mm2': 2.4,
  '2.5mm2': 3,
  '4mm2': 3.7,
  '6mm2': 4.3,
  '10mm2': 6,
  '16mm2': 7.2,
  '25mm2': 8.7,
  '35mm2': 10.4,
  '50mm2': 12.2,
  '70mm2': 14.4,
  '95mm2': 16.7,
  '120mm2': 18.5,
};
/** How thick one conductor is over its insulation, mm. */
export const wireMm = (gauge: Gauge): number => (AWG_MM[gauge] ?? METRIC_MM[gauge])!;

/** A screened pair of line level over its jacket, mm (common practice). */
export const LINE_PAIR_MM = 5.5;
/** Its plug, the widest across, mm (common practice). */
export const LINE_PLUG_MM = 11;

/** Rubber grommets: the hole they snap into and the bore that is left, mm (common practice). */
export const GROMMETS: readonly { readonly holeMm: number; readonly boreMm: number }[] = [
  { holeMm: 8, boreMm: 5 },
  { holeMm: 10, boreMm: 6.5 },
  { holeMm: 13, boreMm: 9.5 },
  { holeMm: 16, boreMm: 12 },
  { holeMm: 19, boreMm: 14 },
  { holeMm: 22, boreMm: 17 },
  { holeMm: 25, boreMm: 19 },
  { holeMm: 32, boreMm: 25 },
  { holeMm: 38, boreMm: 30 },
  { holeMm: 45, boreMm: 36 },
];
/** Sleeves by the thickest bundle they go round, mm (common practice). */
export const SLEEVES: readonly number[] = [5, 7, 10, 13, 16, 19, 25, 32, 38];
