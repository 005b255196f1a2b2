import type { UnitSystem } from '../../units/shown';
import { readFigure, readNumber } from '../../units/typed';

// What stands on a maker's sheet, read as it is printed, and written back. `undefined`: not understood.

const OHMS = '(?:Ω|ohms?)?';
/** Watts at loads, in any of the ways a sheet has them: 45 W at 4 Ω, 70 at 2; 45/4 70/2; 45@4. */
export function readRows(text: string): { watts: number; ohm: number }[] | undefined {
  const row = new RegExp(
    `(\\d+(?:[.,]\\d+)?)\\s*(?:w(?:atts?)?)?\\s*(?:at|into|@|/)\\s*(\\d+(?:[.,]\\d+)?)\\s*${OHMS}`,
    'giu',
  );
  const rows = [...text.matchAll(row)].map(([, watts, ohm]) => ({ watts: readNumber(watts!), ohm: readNumber(ohm!) }));
  const rest = text.replace(row, ' ').replace(/[\s,;]|and/gi, '');
  return rows.length && !rest ? rows.sort((a, b) => a.ohm - b.ohm) : undefined;
}
export const writeRows = (rows: unknown): string =>
  Array.isArray(rows)
    ? (rows as { watts: number; ohm: number }[]).map(({ watts, ohm }) => `${watts} W at ${ohm} Ω`).join(', ')
    : '';

/** Coils: 4; 4 + 4; 2 × 4. The least impedance is 80 % of the rated one (IEC 60268-5, from memory). */
export function readCoils(text: string): { ohm: number; minOhm: number }[] | undefined {
  const plain = text.replace(/Ω|ohms?/giu, '').trim();
  const [, count, each] = /^(?:(1|2|dual)\s*(?:[x×]\s*|\s+))?(\d+(?:[.,]\d+)?)$/i.exec(plain) ?? [];
  const ohms = each
    ? Array.from({ length: count === undefined || count === '1' ? 1 : 2 }, () => readNumber(each))
    : plain.split('+').map((part) => readNumber(part));
  return ohms.every(Number.isFinite) && ohms.length <= 2
    ? ohms.map((ohm) => ({ ohm, minOhm: Math.round(ohm * 80) / 100 }))
    : undefined;
}

/** Ratings against water and dust as they are printed: IPX6, 7; IP66 and IP67; IP65/67; none. */
export function readIngress(text: string): { dust: number | null; water: number[] } | undefined {
  if (/^(none|no|not rated|-|–)$/i.test(text.trim())) return { dust: null, water: [] };
  const parts = text
    .toUpperCase()
    .replace(/IP/g, ' ')
    .split(/[\s,;/&+]+|AND/)
    .filter(Boolean);
  const dust: number[] = [];
  const water: number[] = [];
  for (const part of parts) {
    const [, first, second] = /^([0-6X])?([0-9])K?$/.exec(part) ?? [];
    if (second === undefined) return undefined;
    if (first !== undefined && first !== 'X') dust.push(Number(first));
    water.push(Number(second));
  }
  return water.length ? { dust: dust.length ? Math.max(...dust) : null, water: [...new Set(water)].sort() } : undefined;
}
export const writeIngress = (dust: unknown, water: unknown): string =>
  !Array.isArray(water)
    ? ''
    : water.length
      ? (water as number[]).map((digit) => `IP${typeof dust === 'number' ? dust : 'X'}${digit}`).join(', ')
      : 'none';

/** Across, up and in at once, each with a unit or the last with one for all: 178 x 50 x 160; 7 × 2 × 6 1/4 in. */
export function readSize(text: string, system: UnitSystem): { w: number; h: number; d: number } | undefined {
  const parts = text.trim().split(/\s*(?:[x×*]|\bby\b)\s*/i);
  const unit = /(mm|cm|in|"|″)\s*$/.exec(parts.at(-1) ?? '')?.[1];
  const all = parts.map((part) =>
    readFigure(system, unit !== undefined && !/(mm|cm|in|"|″)\s*$/.test(part) ? `${part} ${unit}` : part, 'mm'),
  );
  if (all.length !== 3 || !all.every(Number.isFinite)) return undefined;
  const [w, h, d] = all.map((mm) => Math.round(mm * 10) / 10) as [number, number, number];
  return { w, h, d };
}
