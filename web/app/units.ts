import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { gaugeName, gaugeArea, type Gauge, type WireStandard } from '#core/tables/conductors';
import { figure } from '#core/units/figures';

const MM_PER_INCH = 25.4;
const kept = useLocalStorage<'metric' | 'inch'>('haltrik-units', 'metric');
/** What a person reads and types; the job itself is in millimetres, so that switching loses nothing. */
export const inches = computed(() => kept.value === 'inch');
export const toggleUnits = (): void => {
  kept.value = inches.value ? 'metric' : 'inch';
};

/** Units that are others where inches are read: what one of the shown unit is in the job's own, and how fine it is told. */
const IN_INCHES: Readonly<Record<string, { readonly unit: string; readonly is: number; readonly decimals: number }>> = {
  mm: { unit: 'in', is: MM_PER_INCH, decimals: 3 },
  m: { unit: 'ft', is: 0.3048, decimals: 2 },
  // What a metre costs, by the foot.
  'a metre': { unit: 'a foot', is: 1 / 0.3048, decimals: 4 },
};
const shownIn = (unit: string) => (inches.value && Object.hasOwn(IN_INCHES, unit) ? IN_INCHES[unit]! : undefined);
const rounded = (value: number, decimals: number) => Math.round(value * 10 ** decimals) / 10 ** decimals;

/** A unit of the job as it is named on the screen. */
export const shownUnit = (unit: string): string => shownIn(unit)?.unit ?? unit;
/** A figure of the job as it is typed in the units of the screen. */
export function shownFigure(value: number, unit: string): number {
  const other = shownIn(unit);
  return other ? rounded(value / other.is, other.decimals) : unit === 'mm' ? rounded(value, 2) : value;
}

const FRACTIONS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
/** Millimetres in what a length may be typed in. */
const LENGTHS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  ft: 304.8,
};

/** A number as a person writes it: 12, 12.5, 12,5, -3, 1/2, 39 1/2, 39½. NaN for anything else. */
export function readNumber(text: string): number {
  const plain = text
    .trim()
    .replace(/^(-?\d*)\s*([½¼¾⅛⅜⅝⅞])$/, (_, whole: string, part: string) => `${whole} ${FRACTIONS[part]}`.trim())
    .replace(',', '.')
    .replace('−', '-');
  if (/^-?(\d+\.?\d*|\.\d+)$/.test(plain)) return Number(plain);
  const [, sign, whole, over, under] = /^(-?)(?:(\d+)[ -])?\s*(\d+)\/(\d+)$/.exec(plain) ?? [];
  if (over === undefined || Number(under) === 0) return NaN;
  return (sign ? -1 : 1) * (Number(whole ?? 0) + Number(over) / Number(under));
}

/** What was typed in the units of the screen, in the job's own unit; a length may name its unit. NaN if it is no figure. */
export function typedFigure(text: string, unit: string): number {
  const [, figure, named] = /^(.*?)\s*(mm|cm|m|in|"|″|ft)?$/s.exec(text.trim())!;
  if (unit === 'mm' && named) return readNumber(figure!) * LENGTHS[named]!;
  if (named && named !== shownUnit(unit)) return NaN;
  const value = readNumber(figure!);
  return value * (shownIn(unit)?.is ?? 1);
}

/** A length in mm as it is typed in the units of the screen. */
export const shownLength = (mm: number): number => shownFigure(mm, 'mm');
export const lengthUnit = (): string => shownUnit('mm');

/**
 * Words with their lengths in the units of the screen. Tools and fasteners are bought by their own size: where words
 * may name one, `least` is the shortest length, mm, that is told in inches.
 */
export const inUnits = (words: string, least = 0): string =>
  inches.value
    ? words
        .replace(/(\d+(?:\.\d+)?(?: × \d+(?:\.\d+)?)*) mm(?![²\w])/g, (_, all: string) => {
          if (Math.max(...all.split(' × ').map(Number)) < least) return `${all} mm`;
          const each = all.split(' × ').map((mm) => figure(Number(mm) / MM_PER_INCH, Number(mm) < 100 ? 2 : 1));
          return `${each.join(' × ')} in`;
        })
        .replace(/(\d+(?:\.\d+)?) m(?![²\w])/g, (_, m: string) => `${figure(Number(m) / 0.3048, 1)} ft`)
    : words;

/** A length in mm for reading: whole millimetres, or tenths of an inch; `fine` for misfits. */
export const lengthText = (mm: number, fine = false): string =>
  inches.value ? `${figure(mm / MM_PER_INCH, fine ? 2 : 1)} in` : `${figure(mm, fine && mm % 1 ? 1 : 0)} mm`;

/** Metres of wire, or feet. */
export const wireText = (metres: number): string => figure(inches.value ? metres / 0.3048 : metres, 2);
export const wireUnit = (): string => (inches.value ? 'ft' : 'm');

/** Gauge with its cross-section beside it where metric is read; the reel says the gauge either way. */
export const gaugeText = (gauge: Gauge, standard: WireStandard): string => {
  const name = gaugeName(gauge, standard);
  const area = gaugeArea(gauge, standard);
  return inches.value ? name : `${name} · ${figure(area, area < 10 ? 2 : 1)} mm²`;
};
