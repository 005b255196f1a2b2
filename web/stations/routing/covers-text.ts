import type { Pattern } from '#core/craft/pattern';

/** Covers by name, as they stand in a sentence. */
export const coversText = (pattern: Pattern, covers: readonly string[]): string =>
  covers.map((id) => pattern.covers[id]!.name.toLowerCase()).join(', ') || 'nothing more';
