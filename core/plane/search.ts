/** A part of a plane to look for the best point of, mm. */
export interface Area {
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
  readonly top: number;
}
export interface Best {
  readonly x: number;
  readonly y: number;
  readonly value: number;
  /** No point has more than this. */
  readonly most: number;
  /** Points looked at. */
  readonly looked: number;
}

interface Cell {
  readonly x: number;
  readonly y: number;
  readonly half: number;
  /** No point of it has more. */
  readonly most: number;
}

/** A heap with the cell of the most on top. */
class Cells {
  private readonly heap: Cell[] = [];
  get first(): Cell | undefined {
    return this.heap[0];
  }
  push(cell: Cell): void {
    const { heap } = this;
    let i = heap.push(cell) - 1;
    while (i > 0) {
      const up = (i - 1) >> 1;
      if (heap[up]!.most >= cell.most) break;
      heap[i] = heap[up]!;
      i = up;
    }
    heap[i] = cell;
  }
  pop(): Cell | undefined {
    const { heap } = this;
    const first = heap[0];
    const last = heap.pop();
    if (!last || !heap.length) return first;
    let i = 0;
    for (;;) {
      let down = 2 * i + 1;
      if (down >= heap.length) break;
      if (down + 1 < heap.length && heap[down + 1]!.most > heap[down]!.most) down++;
      if (heap[down]!.most <= last.most) break;
      heap[i] = heap[down]!;
      i = down;
    }
    heap[i] = last;
    return first;
  }
}

/**
 * The point of an area where a value is greatest, of one that changes by no more than `slope` a millimetre: squares are
 * halved where they may still hold more, so that the answer is as near to the best there is as `near` asks of it, and
 * says how much more there might be where it has looked at `mostLooks` points first. `value` may answer with anything
 * up to `floor` where it is no more than that. It begins with the points of `first`, in order: only what is better than
 * they are by more than `near` is another answer.
 */
export function findBest(
  value: (x: number, y: number, floor: number) => number,
  area: Area,
  {
    slope = 1,
    near,
    mostLooks,
    first,
    floor = -Infinity,
  }: {
    readonly slope?: number;
    readonly near: (best: number) => number;
    readonly mostLooks: number;
    readonly first: readonly (readonly [x: number, y: number])[];
    readonly floor?: number;
  },
): Best {
  let best = { x: 0, y: 0, value: floor };
  let looked = 0;
  for (const [x, y] of first) {
    looked++;
    const found = value(x, y, best.value);
    if (found > best.value + (best.value === floor ? 0 : near(best.value))) best = { x, y, value: found };
  }
  const cells = new Cells();
  const look = (x: number, y: number, half: number): void => {
    looked++;
    const reach = slope * half * Math.SQRT2;
    const found = value(x, y, best.value - reach);
    if (found > best.value + near(best.value)) best = { x, y, value: found };
    if (found + reach > best.value + near(best.value)) cells.push({ x, y, half, most: found + reach });
  };
  const [w, h] = [Math.max(0, area.right - area.left), Math.max(0, area.top - area.bottom)];
  const side = Math.max(Math.min(w, h), Math.max(w, h) / 8, 1);
  const [columns, rows] = [Math.max(1, Math.ceil(w / side)), Math.max(1, Math.ceil(h / side))];
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++)
      look(area.left + (w * (i + 0.5)) / columns, area.bottom + (h * (j + 0.5)) / rows, side / 2);
  while (looked < mostLooks) {
    const cell = cells.pop();
    if (!cell || cell.most <= best.value + near(best.value))
      return { ...best, most: best.value + near(best.value), looked };
    const half = cell.half / 2;
    for (const dx of [-half, half]) for (const dy of [-half, half]) look(cell.x + dx, cell.y + dy, half);
  }
  return { ...best, most: Math.max(best.value + near(best.value), cells.first?.most ?? -Infinity), looked };
}
