/** Longer words are looked for by their beginning alone. */
const LONGEST = 60;

/** Lower case, without marks. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '');

/** The words of texts as they are looked for: letters and figures in lower case, without marks, each once. */
export const searchWords = (...texts: readonly string[]): string[] => [
  ...new Set(
    texts.flatMap((text) =>
      (plain(text).match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => [...word].slice(0, LONGEST).join('')),
    ),
  ),
];

/** Whether everything sought, parted by blanks, stands somewhere in a text; of nothing sought it does. */
export function hasWords(text: string, sought: string): boolean {
  const searched = plain(text);
  return plain(sought)
    .split(/\s+/)
    .every((word) => searched.includes(word));
}
