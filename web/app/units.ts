import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import type { Gauge, WireStandard } from '#core/tables/conductors';
import {
  MM_PER_INCH,
  figureShown,
  gaugeShown,
  lengthShown,
  otherUnit,
  unitShown,
  wireShown,
  wordsShown,
  type UnitSystem,
} from '#core/units/shown';

/** What a person reads and types; the job itself is in millimetres, so that switching loses nothing. */
export const units = useLocalStorage<UnitSystem>('haltrik-units', 'metric');
export const inches = computed(() => units.value === 'inch');
export const toggleUnits = (): void => {
  units.value = inches.value ? 'metric' : 'inch';
};

/** A unit of the job as it is named on the screen. */
export const shownUnit = (unit: string): string => unitShown(units.value, unit);
/** A figure of the job as it is typed in the units of the screen. */
export const shownFigure = (value: number, unit: string): number => figureShown(units.value, value, unit);

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
  return value * (otherUnit(units.value, unit)?.is ?? 1);
}

/** A length in mm as it is typed in the units of the screen. */
export const shownLength = (mm: number): number => shownFigure(mm, 'mm');
export const lengthUnit = (): string => shownUnit('mm');

/** Words with their lengths in the units of the screen; `least` as in wordsShown. */
export const inUnits = (words: string, least = 0): string => wordsShown(units.value, words, least);
/** A length in mm for reading; `fine` for misfits. */
export const lengthText = (mm: number, fine = false): string => lengthShown(units.value, mm, fine);
/** Metres of wire, or feet. */
export const wireText = (metres: number): string => wireShown(units.value, metres);
export const wireUnit = (): string => unitShown(units.value, 'm');
export const gaugeText = (gauge: Gauge, standard: WireStandard): string => gaugeShown(units.value, gauge, standard);
