import fc from 'fast-check';
import { layBoard, type BoardLayout, type BoardTask, type Turned } from '#core/panels/board-search';

const SEED = 27401;

/** A piece of whole cells whose leads leave at a cell corner of it, turned by quarters. */
const anyPiece = (most: number, quarters: number) =>
  fc
    .tuple(fc.integer({ min: 1, max: most }), fc.integer({ min: 1, max: most }), fc.nat(), fc.nat(), fc.nat(1))
    .map(([w, h, x, y, air]) => {
      const [px, py] = [x % (w + 1), y % (h + 1)];
      const sides = [
        [px, w - px, py, h - py],
        [h - py, py, px, w - px],
        [w - px, px, h - py, py],
        [py, h - py, w - px, px],
      ] as const;
      const turns = sides
        .slice(0, quarters)
        .map(([left, right, down, up], i): Turned => ({ turnDeg: i * 90, left, right, down, up }));
      return { turns: turns as [Turned, ...Turned[]], air };
    });
const anyTask = (count: number, [w, h]: [number, number], most: number, quarters: number): fc.Arbitrary<BoardTask> =>
  fc
    .tuple(
      fc.array(anyPiece(most, quarters), { minLength: count, maxLength: count }),
      fc.array(fc.tuple(fc.nat(count - 1), fc.nat(count - 1), fc.integer({ min: 1, max: 3 })), {
        maxLength: count + 1,
      }),
      fc.array(fc.nat(3), { minLength: count, maxLength: count }),
      fc.array(fc.tuple(fc.nat(w - 1), fc.nat(h - 1)), { maxLength: 1 }),
      fc.nat(3),
    )
    .map(([pieces, wires, leaving, dips, twin]) => ({
      w,
      h,
      blocked: dips.map(([x, y]) => ({ left: x, right: x + 1, bottom: y, top: y + 1 })),
      // Every fourth board has two pieces that are alike.
      pieces: twin === 0 && count > 1 ? [pieces[0]!, pieces[0]!, ...pieces.slice(2)] : pieces,
      wires: wires.map(([a, b, n]) => ({ a, b, count: n })),
      leaving,
    }));

interface Spot {
  readonly x: number;
  readonly y: number;
  readonly turn: Turned;
}
const clear = (a: Spot, b: Spot, air: number) =>
  a.x + a.turn.right + air <= b.x - b.turn.left ||
  b.x + b.turn.right + air <= a.x - a.turn.left ||
  a.y + a.turn.up + air <= b.y - b.turn.down ||
  b.y + b.turn.up + air <= a.y - a.turn.down;

function* spots({ w, h, blocked }: BoardTask, turns: readonly Turned[]): Generator<Spot> {
  for (const turn of turns)
    for (let x = turn.left; x <= w - turn.right; x++)
      for (let y = turn.down; y <= h - turn.up; y++)
        if (
          blocked.every(
            (b) =>
              x + turn.right <= b.left || b.right <= x - turn.left || y + turn.up <= b.bottom || b.top <= y - turn.down,
          )
        )
          yield { x, y, turn };
}
const wireOf = ({ wires, leaving }: BoardTask, at: readonly { x: number; y: number }[]) =>
  wires.reduce(
    (sum, { a, b, count }) => sum + count * (Math.abs(at[a]!.x - at[b]!.x) + Math.abs(at[a]!.y - at[b]!.y)),
    0,
  ) + leaving.reduce((sum, count, i) => sum + count * at[i]!.y, 0);

/** Every place of every piece on the raster of cells, every way it may be turned: nothing is left out. */
function bruteForce(task: BoardTask): number | undefined {
  const all = task.pieces.map(({ turns, fixed }) =>
    [...spots(task, turns)].filter(({ x, y }) => !fixed || (x === fixed[0] && y === fixed[1])),
  );
  let best: number | undefined;
  const put = (at: Spot[]) => {
    const i = at.length;
    if (i === all.length) {
      const wire = wireOf(task, at);
      if (best === undefined || wire < best) best = wire;
      return;
    }
    for (const spot of all[i]!) {
      if (at.every((other, j) => clear(other, spot, Math.max(task.pieces[i]!.air, task.pieces[j]!.air))))
        put([...at, spot]);
    }
  };
  put([]);
  return best;
}

/** Nothing lies over anything, or over what is no board; the wire is what it says. */
function sound(task: BoardTask, { pieces, wireMm }: BoardLayout): void {
  const at = pieces.map(({ x, y, turnDeg }, i): Spot => ({
    x,
    y,
    turn: task.pieces[i]!.turns.find((turn) => turn.turnDeg === turnDeg)!,
  }));
  at.forEach((spot, i) => {
    const { x, y, turn } = spot;
    expect(x - turn.left).toBeGreaterThanOrEqual(-1e-6);
    expect(y - turn.down).toBeGreaterThanOrEqual(-1e-6);
    expect(x + turn.right).toBeLessThanOrEqual(task.w + 1e-6);
    expect(y + turn.up).toBeLessThanOrEqual(task.h + 1e-6);
    for (const b of task.blocked) {
      const box = {
        x: b.left,
        y: b.bottom,
        turn: { turnDeg: 0, left: 0, right: b.right - b.left - 1e-6, down: 0, up: b.top - b.bottom - 1e-6 },
      };
      expect(clear({ ...spot, turn: { ...turn, right: turn.right - 1e-6, up: turn.up - 1e-6 } }, box, 0)).toBe(true);
    }
    for (let j = 0; j < i; j++)
      expect(clear(at[j]!, spot, Math.max(task.pieces[i]!.air, task.pieces[j]!.air) - 1e-6)).toBe(true);
  });
  expect(wireMm).toBeCloseTo(wireOf(task, at), 6);
}

test('two hundred boards of up to four pieces: as little wire as brute force, and none where there is none', () => {
  const tasks = [
    ...fc.sample(anyTask(2, [7, 5], 4, 4), { seed: SEED, numRuns: 70 }),
    ...fc.sample(anyTask(3, [6, 4], 3, 3), { seed: SEED + 1, numRuns: 70 }),
    ...fc.sample(anyTask(4, [5, 4], 2, 2), { seed: SEED + 2, numRuns: 60 }),
  ];
  let none = 0;
  for (const task of tasks) {
    const { layout, proven } = layBoard(task);
    expect(proven).toBe(true);
    expect(layout?.wireMm).toEqual(bruteForce(task));
    if (layout) sound(task, layout);
    else none++;
  }
  expect(tasks).toHaveLength(200);
  expect(none).toBeGreaterThan(10);
  expect(none).toBeLessThan(120);
});

test('a thousand boards of up to six pieces, in halves of a millimetre: nothing ever overlaps, and the bound holds', () => {
  let laid = 0;
  for (let count = 1; count <= 6; count++)
    for (const task of fc.sample(anyTask(count, [60, 50], 22, 4), { seed: SEED + count, numRuns: 167 })) {
      const half = { ...task, pieces: task.pieces.map((piece) => ({ ...piece, air: piece.air * 2.5 })) };
      const { layout } = layBoard(half, 1500);
      if (!layout) continue;
      laid++;
      sound(half, layout);
      expect(layout.leastMm).toBeLessThanOrEqual(layout.wireMm + 1e-6);
      if (layout.proven) expect(layout.leastMm).toBe(layout.wireMm);
    }
  expect(laid).toBeGreaterThan(600);
});

test('what a person has put stays there, and the others go round it as brute force would have them', () => {
  let stayed = 0;
  for (const task of fc.sample(anyTask(3, [6, 5], 2, 2), { seed: SEED + 9, numRuns: 40 })) {
    const [spot] = [...spots(task, [task.pieces[0]!.turns[0]])].reverse();
    if (!spot) continue;
    const one = { ...task.pieces[0]!, turns: [spot.turn] as [Turned], fixed: [spot.x, spot.y] as const };
    const pinned = { ...task, pieces: [one, ...task.pieces.slice(1)] };
    const { layout } = layBoard(pinned);
    expect(layout?.wireMm).toEqual(bruteForce(pinned));
    if (!layout) continue;
    stayed++;
    expect([layout.pieces[0]!.x, layout.pieces[0]!.y]).toEqual([spot.x, spot.y]);
    sound(pinned, layout);
  }
  expect(stayed).toBeGreaterThan(20);
});
