const fonts = new Map<string, string>();
let pen: CanvasRenderingContext2D | null | undefined;

/**
 * About how wide words are in the face of a line, px, a little more rather than less, without having the page laid out:
 * figures as wide as a nought, since they stand in columns. Infinite where that cannot be told.
 */
export function roughWidth(line: Element, words: string): number {
  pen ??= document.createElement('canvas').getContext('2d');
  if (!pen) return Infinity;
  const key = line.getAttribute('class') ?? '';
  let font = fonts.get(key);
  if (font === undefined) fonts.set(key, (font = getComputedStyle(line).font));
  pen.font = font;
  return pen.measureText(words.replace(/\d/g, '0')).width * 1.03;
}
