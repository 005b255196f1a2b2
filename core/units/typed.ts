import { MM_PER_INCH, otherUnit, unitShown, type UnitSystem } from './shown';

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

/** Kilograms in what a mass may be typed in (NIST SP 811, appendix B.8: the pound, avoirdupois). */
const MASSES: Readonly<Record<string, number>> = {
  kg: 1,
  g: 0.001,
  lb: 0.45359237,
  lbs: 0.45359237,
  oz: 0.45359237 / 16,
};

/**
 * What was typed in the units of a person, in the job's own unit; a length or a mass may name its unit, another figure
 * only its own. NaN if it is no figure.
 */
export function readFigure(system: UnitSystem, text: string, unit: string): number {
  const [, figure, named] = /^(.*?)\s*(mm|cm|m|in|"|″|ft|kg|g|lbs?|oz)?$/s.exec(text.trim())!;
  const others = unit === 'mm' ? LENGTHS : unit === 'kg' ? MASSES : undefined;
  if (named && others) return Object.hasOwn(others, named) ? readNumber(figure!) * others[named]! : NaN;
  if (named && named !== unitShown(system, unit)) return NaN;
  return readNumber(figure!) * (otherUnit(system, unit)?.is ?? 1);
}
