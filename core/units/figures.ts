/** Smallest multiple of `step` that is not below `value`. Same unit in and out; `step` > 0. */
export function roundUpTo(value: number, step: number): number {
  // The nudge keeps a value that is a multiple but for rounding noise from climbing a whole step.
  return Math.ceil(value / step - 1e-9) * step;
}

/** A figure for a person: fixed decimals, a true minus sign, no negative zero. */
export function figure(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  return Number(text) === 0 ? text.replace('-', '') : text.replace('-', '−');
}

/** Ohms, amperes, volts and watts as the trade writes them: three figures at most, no idle zeros. */
export function short(value: number): string {
  // A seal keeps what is without bound as nothing: JSON has no such number.
  if (!Number.isFinite(value)) return '∞';
  const decimals = Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2;
  const text = figure(value, decimals);
  return text.includes('.') ? text.replace(/\.?0+$/, '') : text;
}

/** Power ratio as decibels: 10·lg(ratio), ratio > 0. */
export function decibels(ratio: number): number {
  return 10 * Math.log10(ratio);
}

/** Hours as "2 h 05" or "45 min"; days where it is more than four of them. */
export function clock(hours: number): string {
  const minutes = Math.floor(hours * 60 + 1e-6);
  if (minutes < 60) return `${minutes} min`;
  if (hours > 96) return `${Math.round(hours / 24)} days`;
  return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
}

/** To a tenth, and to a hundredth. */
export const tenth = (value: number): number => Math.round(value * 10) / 10;
export const hundredth = (value: number): number => Math.round(value * 100) / 100;
