/** Longer words are looked for by their beginning alone. */
const LONGEST = 60;

/** The words of texts as they are looked for: letters and figures in lower case, without marks, each once. */
export const searchWords = (...texts: readonly string[]): string[] => [
  ...new Set(
    texts.flatMap((text) =>
      (
        text
          .toLowerCase()
          .normalize('NFKD')
          .replace(/\p{M}+/gu, '')
          .match(/[\p{L}\p{N}]+/gu) ?? []
      ).map((word) => [...word].slice(0, LONGEST).join('')),
    ),
  ),
];
