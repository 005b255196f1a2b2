import { gaugeArea, gaugeName, type Gauge, type WireStandard } from '../tables/conductors';
import { figure } from './figures';

/** What lengths are read and written in; the job itself is in millimetres, so that switching loses nothing. */
export const UNIT_SYSTEMS = ['metric', 'inch'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

export const MM_PER_INCH = 25.4;
const M_PER_FOOT = 0.3048;
/** N·m in one inch-pound and one foot-pound (NIST SP 811, appendix B.8: pound-force inch, pound-force foot). */
const NM_PER_INCH_POUND = 0.1129848;
const NM_PER_FOOT_POUND = 1.355818;
/** Below this torque, N·m, wrenches are marked in inch-pounds (common practice: up to about five foot-pounds). */
const INCH_POUNDS_BELOW = 7;

interface Other {
  readonly unit: string;
  /** What one of it is in the job's own unit. */
  readonly is: number;
  /** How fine it is told. */
  readonly decimals: number;
}
const IN_INCHES: Readonly<Record<string, Other>> = {
  mm: { unit: 'in', is: MM_PER_INCH, decimals: 3 },
  m: { unit: 'ft', is: M_PER_FOOT, decimals: 2 },
  // What a metre costs, by the foot.
  'a metre': { unit: 'a foot', is: 1 / M_PER_FOOT, decimals: 4 },
};
/** The unit a unit of the job is read in, where it is another one. */
export const otherUnit = (system: UnitSystem, unit: string): Other | undefined =>
  system === 'inch' && Object.hasOwn(IN_INCHES, unit) ? IN_INCHES[unit] : undefined;

export const unitShown = (system: UnitSystem, unit: string): string => otherUnit(system, unit)?.unit ?? unit;

const rounded = (value: number, decimals: number) => Math.round(value * 10 ** decimals) / 10 ** decimals;
/** A figure of the job as it is typed in the units of the person. */
export function figureShown(system: UnitSystem, value: number, unit: string): number {
  if (!Number.isFinite(value)) return Infinity;
  const other = otherUnit(system, unit);
  return other ? rounded(value / other.is, other.decimals) : unit === 'mm' ? rounded(value, 2) : value;
}

/** A torque for reading: inch-pounds are told whole, foot-pounds to a tenth. */
export const torqueShown = (system: UnitSystem, newtonMetres: number): string =>
  system === 'metric'
    ? `${newtonMetres} N·m`
    : newtonMetres < INCH_POUNDS_BELOW
      ? `${figure(newtonMetres / NM_PER_INCH_POUND, 0)} in·lb`
      : `${figure(newtonMetres / NM_PER_FOOT_POUND, 1)} ft·lb`;

/**
 * Words with their lengths and torques in the units of the person. Tools and fasteners are bought by their own size:
 * where words may name one, `least` is the shortest length, mm, that is told in inches.
 */
export const wordsShown = (system: UnitSystem, words: string, least = 0): string =>
  system === 'inch'
    ? words
        .replace(/(\d+(?:\.\d+)?(?: × \d+(?:\.\d+)?)*) mm(?![²\w])/g, (_, all: string) => {
          if (Math.max(...all.split(' × ').map(Number)) < least) return `${all} mm`;
          const each = all.split(' × ').map((mm) => figure(Number(mm) / MM_PER_INCH, Number(mm) < 100 ? 2 : 1));
          return `${each.join(' × ')} in`;
        })
        .replace(/(\d+(?:\.\d+)?) m(?![²\w])/g, (_, m: string) => `${figure(Number(m) / M_PER_FOOT, 1)} ft`)
        .replace(/(\d+(?:\.\d+)?) N·m/g, (_, nm: string) => torqueShown('inch', Number(nm)))
    : words;

/** A length in mm for reading: whole millimetres, or tenths of an inch; `fine` for misfits. */
export const lengthShown = (system: UnitSystem, mm: number, fine = false): string =>
  system === 'inch' ? `${figure(mm / MM_PER_INCH, fine ? 2 : 1)} in` : `${figure(mm, fine && mm % 1 ? 1 : 0)} mm`;

/** Metres of wire, or feet, without the unit. */
export const wireShown = (system: UnitSystem, metres: number): string =>
  figure(system === 'inch' ? metres / M_PER_FOOT : metres, 2);

/** Gauge with its cross-section beside it where metric is read; the reel says the gauge either way. */
export function gaugeShown(system: UnitSystem, gauge: Gauge, standard: WireStandard): string {
  const name = gaugeName(gauge, standard);
  const area = gaugeArea(gauge, standard);
  return system === 'inch' ? name : `${name} · ${figure(area, area < 10 ? 2 : 1)} mm²`;
}

/** Shortest length, mm, that the lines of a step tell in inches: shorter ones are sockets, screws and drills. */
export const LEAST_IN_STEPS = 50;
