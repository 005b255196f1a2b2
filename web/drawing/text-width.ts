let pen: CanvasRenderingContext2D | null | undefined;

/**
 * Whether words surely have room in the face of a line, px, without having the page laid out: figures are taken as wide
 * as a nought, since they stand in columns, and a little is added. False where that cannot be told.
 */
export function surelyFits(line: Element, words: string, room: number): boolean {
  pen ??= document.createElement('canvas').getContext('2d');
  if (!pen) return false;
  // Not its `font`, which is empty beside figures that stand in columns: a shorthand cannot say those.
  const { fontWeight, fontSize, fontFamily } = getComputedStyle(line);
  pen.font = `${fontWeight} ${fontSize} ${fontFamily}`;
  return pen.measureText(words.replace(/\d/g, '0')).width * 1.03 <= room;
}
