import type { Fits } from '../gear';
import { KIND_NAMES } from '../gear';

const KIND_WORDS: readonly (readonly [RegExp, Fits['kind']])[] = [
  [/^motor(?:cycle|bike)s?$/, 'motorcycle'],
  [/^side[- ]by[- ]sides?$/, 'sideBySide'],
  [/^boats?$/, 'boat'],
  [/^(?:recreational vehicles?|rvs?|caravans?|vans?|motorhomes?|trailers?)$/, 'recreationalVehicle'],
];

/** What something is made for: a kind of craft, its years, its trims; “motorcycle 2014–2019, touring, low seat”. Undefined: not understood. */
export function readFits(text: string): Fits | undefined {
  const [head = '', ...trims] = text.split(/[,;]/).map((part) => part.trim().replace(/\s+/g, ' '));
  const [, words = '', first, dash, last] = /^(.*?) ?(?:(\d{4})? ?([–-]|to)? ?(\d{4})?)$/i.exec(head) ?? [];
  const kind = words ? KIND_WORDS.find(([pattern]) => pattern.test(words.toLowerCase()))?.[1] : null;
  if (kind === undefined || (first !== undefined && last !== undefined && !dash)) return undefined;
  const from = first === undefined ? null : Number(first);
  const to = last !== undefined ? Number(last) : dash ? null : from;
  if (kind === null && from === null && to === null && !trims.some(Boolean)) return undefined;
  if (from !== null && to !== null && from > to) return undefined;
  return { kind, from, to, trims: trims.filter(Boolean) };
}

export function writeFits(fits: Fits | undefined): string {
  if (!fits) return '';
  const { kind, from, to, trims } = fits;
  const years = from === null && to === null ? '' : from === to ? String(from) : `${from ?? ''}–${to ?? ''}`;
  return [[kind && KIND_NAMES[kind], years].filter(Boolean).join(' '), ...trims].join(', ');
}
