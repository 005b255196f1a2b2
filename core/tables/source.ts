/**
 * Where a value comes from, in words fit for a screen. `fromMemory` means the figure is recalled, not
 * read off the standard, and is never presented as the standard's text.
 */
export interface Source {
  readonly text: string;
  readonly fromMemory: boolean;
}

export const COMMON_PRACTICE: Source = { text: 'common practice', fromMemory: false };

export const memory = (text: string): Source => ({ text, fromMemory: true });
export const published = (text: string): Source => ({ text, fromMemory: false });

/** The source as one phrase; a recalled value says so. */
export function cite(source: Source): string {
  return source.fromMemory ? `${source.text} (from memory)` : source.text;
}
