import { figure } from '#core/units/figures';
import { MM_PER_INCH } from '#core/units/shown';
import type { Pen } from '../sheet-pen';

/** Sizes and cuts as figures: millimetres as they are, inches to what a rule shows. */
export const sizeText = (pen: Pen, mm: number) => (pen.units === 'inch' ? figure(mm / MM_PER_INCH, 2) : String(mm));
export const cutText = (pen: Pen, mm: number) => (pen.units === 'inch' ? figure(mm / MM_PER_INCH, 1) : String(mm));
