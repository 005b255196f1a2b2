import svgpath from 'svgpath';

/** Where the end of a segment begins in its numbers: an arc's radii, turn and flags come before it. */
const ARC_END = 5;
const ARC_SWEEP = 4;

/**
 * SVG path data with every coordinate moved, in absolute coordinates and the same commands. An arc keeps its radii and
 * turn, so its ends must move alike; `turned` where the move turns the plane over, so that arcs sweep the other way.
 */
export function movedPath(
  d: string,
  x: (x: number) => number,
  y: (y: number) => number,
  { turned = false } = {},
): string {
  let moved = '';
  svgpath(d)
    .abs()
    .iterate((segment) => {
      const [command, ...numbers] = segment as [string, ...number[]];
      const first = command === 'A' ? ARC_END : 0;
      const next = numbers.map((number, i) => {
        if (i < first) return turned && i === ARC_SWEEP ? 1 - number : number;
        if (command === 'H') return x(number);
        if (command === 'V') return y(number);
        return (i - first) % 2 === 0 ? x(number) : y(number);
      });
      moved += command + next.join(' ');
    });
  return moved;
}
