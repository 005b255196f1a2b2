import { oneOf, seeded, upTo } from '../../tests/support/any-craft';
import { apart, layFlat, type FlatBranch, type FlatLine } from './flat';

/** A harness made up: points joined to one before them, branches of a centimetre to two metres. */
function anyHarness(seed: number): FlatBranch[] {
  const dice = seeded(seed);
  const bushy = upTo(dice, 2);
  return Array.from({ length: 3 + upTo(dice, 45) }, (_, i) => ({
    id: `b${i}`,
    at:
      bushy === 0 ? `n${Math.max(0, i - upTo(dice, 2))}` : bushy === 1 ? `n${upTo(dice, i)}` : `n${Math.floor(i / 3)}`,
    to: `n${i + 1}`,
    mm: oneOf(dice, [10, 40, 150, 300, 600, 2000]) + upTo(dice, 30),
  }));
}
const meet = (a: FlatLine, b: FlatLine) => a.at === b.at || a.to === b.at || b.to === a.at;

/** Whether two lines have a point in common, by the parameters of where their carriers meet; not how the layout asks it. */
function cross({ from: p, end: q }: FlatLine, { from: r, end: s }: FlatLine): boolean {
  const [ux, uy, vx, vy] = [q[0] - p[0], q[1] - p[1], s[0] - r[0], s[1] - r[1]];
  const wide = ux * vy - uy * vx;
  // Side by side, or one behind the other: how near they come is asked apart from this.
  if (Math.abs(wide) < 1e-9 * Math.hypot(ux, uy) * Math.hypot(vx, vy)) return apart(p, q, r, s) < 0.5;
  const t = ((r[0] - p[0]) * vy - (r[1] - p[1]) * vx) / wide;
  const u = ((r[0] - p[0]) * uy - (r[1] - p[1]) * ux) / wide;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1;
}

test('200 harnesses: every branch as long as it is, from where it leaves, and no two overlap', () => {
  let spread = 0;
  const wrong: unknown[] = [];
  for (let seed = 1; seed <= 200; seed++) {
    const branches = anyHarness(seed);
    const lines = layFlat('n0', branches, 30);
    expect(lines.map(({ id }) => id).sort()).toEqual(branches.map(({ id }) => id).sort());
    const end = new Map(lines.map((line) => [line.to, line.end]));
    for (const line of lines) {
      expect(Math.hypot(line.end[0] - line.from[0], line.end[1] - line.from[1])).toBeCloseTo(line.mm, 6);
      expect(line.from).toEqual(line.at === 'n0' ? [0, 0] : end.get(line.at));
    }
    lines.forEach((a, i) =>
      lines.slice(i + 1).forEach((b) => {
        // From one point they part.
        const [angle, other] = [a, b].map(({ from, end: to }) => Math.atan2(to[1] - from[1], to[0] - from[0]));
        const part = a.at !== b.at || Math.abs(Math.sin((angle! - other!) / 2)) > 1e-3;
        if (meet(a, b) ? !part : cross(a, b)) wrong.push([seed, a.id, b.id]);
      }),
    );
    if (lines.some((a) => lines.some((b) => a !== b && !meet(a, b) && apart(a.from, a.end, b.from, b.end) < 1)))
      spread++;
  }
  expect(wrong).toEqual([]);
  // Nearly all of them keep clear of each other by more than a hair.
  expect(spread).toBeLessThan(60);
});

describe('by hand', () => {
  const branch = (id: string, at: string, to: string, mm: number): FlatBranch => ({ id, at, to, mm });

  test('the longest way from the datum lies level, branches leave it to both sides', () => {
    const lines = layFlat(
      'datum',
      [
        branch('trunk', 'datum', 'a', 500),
        branch('on', 'a', 'b', 700),
        branch('left', 'a', 'c', 300),
        branch('right', 'a', 'd', 200),
      ],
      30,
    );
    const of = (id: string) => lines.find((line) => line.id === id)!;
    expect([of('trunk').end, of('on').end]).toEqual([
      [500, 0],
      [1200, 0],
    ]);
    // Sixty degrees up, and as much down.
    expect(of('left').end[0]).toBeCloseTo(650, 6);
    expect(of('left').end[1]).toBeCloseTo(300 * Math.sin(Math.PI / 3), 6);
    expect(of('right').end[1]).toBeCloseTo(-200 * Math.sin(Math.PI / 3), 6);
  });

  test('what is only at the datum, and nothing at all', () => {
    expect(layFlat('datum', [], 30)).toEqual([]);
    expect(layFlat('datum', [branch('lead', 'datum', 'a', 0)], 30)[0]!.end).toEqual([0, 0]);
  });

  test('branches that leave a hair’s breadth from each other go to either side', () => {
    const lines = layFlat(
      'd',
      [
        branch('t1', 'd', 'a', 400),
        branch('t2', 'a', 'b', 5),
        branch('t3', 'b', 'c', 900),
        branch('x', 'a', 'x', 300),
        branch('y', 'b', 'y', 300),
      ],
      30,
    );
    const up = (id: string) => Math.sign(lines.find((line) => line.id === id)!.end[1]);
    expect(up('x') * up('y')).toBe(-1);
  });

  test('a hub of forty leads, more than angles of the board: wedges', () => {
    const lines = layFlat(
      'd',
      Array.from({ length: 40 }, (_, i) => branch(`l${i}`, 'd', `e${i}`, 100 + i)),
      30,
    );
    const angles = lines.map(({ end }) => Math.atan2(end[1], end[0])).sort((a, b) => a - b);
    for (const [i, angle] of angles.slice(1).entries()) expect(angle - angles[i]!).toBeGreaterThan(Math.PI / 60);
  });
});
