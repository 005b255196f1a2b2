import * as v from 'valibot';

/**
 * Takes and gives the same. Its type says no more, so that the types of what is built of it stay short: the compiler
 * writes every schema out in full.
 */
export type Of<T> = v.GenericSchema<T>;

// What nobody writes and some format cannot hold: control characters, halves of a surrogate pair, Unicode's own line
// and paragraph ends, and the code points that are no character.
const UNFIT = '\\p{Cc}\\p{Cs}\\p{Zl}\\p{Zp}\\uFDD0-\\uFDEF\\uFFFE\\uFFFF';
const ONE_LINE = new RegExp(`^[^${UNFIT}]*$`, 'u');
const LINES = new RegExp(`^(?:\\n|[^${UNFIT}])*$`, 'u');
const UNFIT_ONCE = new RegExp(`(?!\\n)[${UNFIT}]`, 'u');

/** Words in one line, `most` characters at most. */
export const line = (most: number): Of<string> =>
  v.pipe(
    v.string(),
    v.maxLength(most, `expected ${most} characters at most`),
    v.regex(ONE_LINE, 'expected text without line ends or control characters'),
  );

/** Words that may stand in several lines, `most` characters at most. */
export const lines = (most: number): Of<string> =>
  v.pipe(
    v.string(),
    v.maxLength(most, `expected ${most} characters at most`),
    v.regex(LINES, 'expected text without control characters; line ends alone are taken'),
  );

/** A name: words in one line, at least one of them. */
export const name = (most: number, what = 'expected a name'): Of<string> =>
  v.pipe(line(most), v.trim(), v.minLength(1, what));

/** Text as it can be kept: every line end is \n, a tab is a space, and what nobody writes is left out. */
export const cleaned = (text: string): string =>
  UNFIT_ONCE.test(text)
    ? text
        .replace(/\r\n?|[\u0085\u2028\u2029]/g, '\n')
        .replace(/[\t\v\f]/g, ' ')
        .replace(new RegExp(UNFIT_ONCE, 'gu'), '')
    : text;

/** Members whose text may stand in several lines, whatever they are part of. */
const IN_LINES = new Set(['wishes', 'note']);

/**
 * Every text of a value as it can be kept, in one line but for the members that may have several; what is so already
 * comes back as the very same object.
 */
export function cleanedAll<T>(value: T, key = ''): T {
  if (typeof value === 'string') {
    const text = cleaned(value);
    return (IN_LINES.has(key) ? text : text.replaceAll('\n', ' ')) as T;
  }
  if (Array.isArray(value)) {
    const items = value.map((item) => cleanedAll<unknown>(item));
    return items.every((item, i) => item === value[i]) ? value : (items as T);
  }
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).map(([name, member]) => [name, cleanedAll<unknown>(member, name)] as const);
  return entries.every(([name, member]) => member === (value as Record<string, unknown>)[name])
    ? value
    : (Object.fromEntries(entries) as T);
}

/** With a capital letter before all others. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Text in one line, for a format that a line end or a control character would break out of. */
export const folded = (text: string): string => text.replace(/[\p{C}\s]+/gu, ' ').trim();

/** A few things by name; of more than three the first three and how many more. */
export const listed = (words: readonly string[]) =>
  words.length > 3 ? `${words.slice(0, 3).join(', ')} and ${words.length - 3} more` : words.join(', ');
