import { DEMO_JOBS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { contentHash } from '../document/hash';
import { newJob, type Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import type { Vec3 } from '../units/vectors';
import { bentLength, endsMm, type LeadEnd } from './tail';

describe('the shortest way of a lead that may not be bent tighter', () => {
  const length = (ahead: number, aside: number, radius = 1) =>
    bentLength([0, 0, 0], [1, 0, 0], [ahead, aside, 0], radius);

  test('by hand: straight on, a half circle, a quarter and on, straight back', () => {
    expect(length(5, 0)).toBeCloseTo(5, 12);
    expect(length(0, 2)).toBeCloseTo(Math.PI, 12);
    expect(length(1, 4)).toBeCloseTo(Math.PI / 2 + 3, 12);
    expect(length(-3, 2)).toBeCloseTo(Math.PI + 3, 12);
    // Straight back: half round and the angle that (0, 1) and the tangent are seen under, twice atan ⅕; √26 off, 5 of it.
    expect(length(-5, 0)).toBeCloseTo(Math.PI + 2 * Math.atan(1 / 5) + 5, 9);
    // A lead of radius 50 to a point straight beside it, 100 off, and the same turned about in space.
    expect(length(0, 100, 50)).toBeCloseTo(157.08, 2);
    expect(bentLength([10, 20, 30], [0, 0, -1], [10, 120, 30], 50)).toBeCloseTo(157.08, 2);
    expect(length(3, 4, 0)).toBe(5);
  });

  /** The shortest of all words of one or two turns and a straight that end at a point, found by trying turns. */
  function brute(ahead: number, aside: number): number {
    const STEPS = 3_000;
    let best = Number.MAX_VALUE;
    for (const side of [1, -1])
      for (let i = 0; i <= STEPS; i++) {
        const turn = (2 * Math.PI * i) / STEPS;
        const [x, y] = [Math.sin(turn), side * (1 - Math.cos(turn))];
        const [hx, hy] = [Math.cos(turn), side * Math.sin(turn)];
        const [dx, dy] = [ahead - x, aside - y];
        const straight = dx * hx + dy * hy;
        if (straight >= 0 && Math.abs(dx * hy - dy * hx) < 3e-3) best = Math.min(best, turn + straight);
        // The other way round, about a centre to the other side of where it is heading.
        const [cx, cy] = [x + side * hy, y - side * hx];
        const [ex, ey] = [ahead - cx, aside - cy];
        if (Math.abs(Math.hypot(ex, ey) - 1) < 3e-3) {
          const from = Math.atan2(y - cy, x - cx);
          const swept = (((-side * (Math.atan2(ey, ex) - from)) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
          best = Math.min(best, turn + swept);
        }
      }
    return best;
  }

  test('no word of turns and straights is shorter: a grid of points, inside the circles too', () => {
    for (let ahead = -2.1; ahead < 2.2; ahead += 0.4)
      for (let aside = 0.05; aside < 3; aside += 0.35)
        expect([ahead, aside, Math.abs(length(ahead, aside) - brute(ahead, aside)) < 1e-2]).toEqual([
          ahead,
          aside,
          true,
        ]);
  });
});

describe('wires end at the plugs of their gear', () => {
  const end = (bends: Vec3, out: Vec3, straightMm = 0, bendMm = 0): LeadEnd => ({ bends, out, straightMm, bendMm });
  const way: Vec3[] = [
    [0, 0, 0],
    [100, 0, 0],
    [100, 300, 0],
  ];
  test('by hand: nearer along the way saves, beside it adds, and straight out of the plug counts', () => {
    expect(endsMm(way, undefined, undefined)).toBe(0);
    expect(endsMm(way, end([40, 0, 0], [1, 0, 0]), undefined)).toBe(-40);
    expect(endsMm(way, end([-50, 0, 0], [1, 0, 0], 20), undefined)).toBe(20 + 50);
    // The last bend was 300 off, and is √(260² + 195²) = 325.
    expect(endsMm(way, undefined, end([100, 260, 195], [0, -1, 0]))).toBeCloseTo(325 - 300, 9);
    expect(endsMm(way, end([40, 0, 0], [1, 0, 0], 5), end([100, 280, 0], [0, -1, 0], 7))).toBe(5 + 7 - 40 - 20);
  });
  test('with no bend between two plugs the wider turn counts; on one place they are as far apart as they are', () => {
    const [a, b] = [end([0, 0, 0], [0, 0, 1], 10, 0), end([0, 60, 0], [0, 0, 1], 10, 30)];
    expect(endsMm([[0, 0, 0]], a, b)).toBeCloseTo(20 + Math.PI * 30, 9);
    expect(endsMm([[0, 0, 0]], b, a)).toBeCloseTo(20 + Math.PI * 30, 9);
    const between: Vec3[] = [
      [0, 0, 0],
      [0, 60, 0],
    ];
    expect(endsMm(between, a, { ...b, bendMm: 0 })).toBeCloseTo(20, 9);
  });

  const head: Operation = { op: 'addGear', id: 'h', item: shelfItem('kingcup-3'), place: 'dash' };
  const made = (...more: Operation[]) =>
    applyAll(newJob('ends', 'Ends', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER)), [head, ...more]);
  const cut = (job: Job) => planJob(job).runs.find(({ id }) => id === 'feed:battery>h')!;
  test('of a job: moved on its panel by hand, with an angled plug, kept as it is', () => {
    const left = cut(made({ op: 'setMount', gear: 'h', mount: { at: [-40, 0] } }));
    const right = cut(made({ op: 'setMount', gear: 'h', mount: { at: [40, 0] } }));
    // The wires come up the middle: either side is as far, and farther than the middle.
    const middle = cut(made({ op: 'setMount', gear: 'h', mount: { at: [0, 0] } }));
    expect(left.plugsMm).toBeCloseTo(right.plugsMm, 6);
    expect(left.plugsMm).toBeGreaterThan(middle.plugsMm + 10);
    // 58 + 18 − 48 = 28 behind the middle of the room, and off any way from there.
    const angled = cut(made({ op: 'setMount', gear: 'h', mount: { at: [0, 0], plugs: 'angled' } }));
    const [x, z] = [1232 + (28 * 0.85) / Math.hypot(0.85, 0.53), 1196 - (28 * 0.53) / Math.hypot(0.85, 0.53)];
    expect(angled.plugsMm).toBeCloseTo(18 + Math.hypot(1252 - x, 1150 - z) - Math.hypot(20, 46), 6);
    for (const run of [left, middle, angled])
      expect(run.cutMm).toBe(Math.ceil((run.layMm + run.plugsMm + run.allowanceMm) / 50) * 50);
    // On a spacer of 10 mm the plug is 10 mm nearer to who looks at it: 18 behind the middle.
    const adapter = { kind: 'spacer', thicknessMm: 10, material: 'ply' } as const;
    const out = cut(made({ op: 'setMount', gear: 'h', mount: { at: [0, 0], plugs: 'angled', adapter } }));
    const back = (mm: number) => [
      1232 + (mm * 0.85) / Math.hypot(0.85, 0.53),
      1196 - (mm * 0.53) / Math.hypot(0.85, 0.53),
    ];
    const [ox, oz] = back(18);
    expect(out.plugsMm).toBeCloseTo(18 + Math.hypot(1252 - ox!, 1150 - oz!) - Math.hypot(20, 46), 6);
    const kept = made({ op: 'setThere', id: 'h', there: 'kept' });
    expect(planJob(kept).runs.some(({ plugsMm }) => plugsMm !== 0)).toBe(false);
  });
  test('every run of every demo job: its ends change it by less than its places are wide', () => {
    for (const job of DEMO_JOBS) {
      const { places } = job.craft.pattern;
      const wide = (place?: string) => {
        const { w, h, d } = places[place!]!.room;
        return 2 * (w + h + d);
      };
      for (const run of planJob({ ...job, seal: null }).runs)
        if (run.way) expect(Math.abs(run.plugsMm)).toBeLessThan(wide(run.fromPlace) + wide(run.toPlace));
    }
  });
});
