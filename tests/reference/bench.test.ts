import DxfParser, { type ILineEntity } from 'dxf-parser';
import fc from 'fast-check';
import Papa from 'papaparse';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { benchDrawings, benchesOf } from '#core/benched';
import { benchLines } from '#core/drawing/bench-sheet';
import { stacked } from '#core/drawing/cuts';
import { benchOrder } from '#core/harness/index';
import type { Job } from '#core/job/job';
import { applyAll } from '#core/job/operations';
import { nodeOf } from '#core/craft/pattern';
import { parseJob } from '#core/job/upgrade';
import { craftOf } from '#core/craft/own';
import { planJob } from '#core/plan';
import { benchTestCsv } from '#formats/harness-csv';
import { cutsPdf, hasInk, tilingOf } from '#formats/template-pdf';
import { cutDxf, cutSvg } from '#formats/templates';
import { anyJob } from '../support/any-job';
import { pagesOf } from '../support/paper';

type P = readonly [number, number];
interface Line {
  readonly a: P;
  readonly b: P;
  /** A bundle of the harness; else what leaves it for one end. */
  readonly bundle: boolean;
}
const far = (a: P, b: P) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Lines of the harness as a DXF has them, read by another parser. */
const ofDxf = (text: string): Line[] =>
  new DxfParser().parseSync(text)!.entities.flatMap((entity) => {
    if (entity.type !== 'LINE' || !['HARNESS', 'EXISTING'].includes(entity.layer)) return [];
    const [p, q] = (entity as ILineEntity).vertices;
    return [{ a: [p!.x, p!.y], b: [q!.x, q!.y], bundle: entity.layer === 'HARNESS' }];
  });
/** And as an SVG has them: y goes up in it, within its one group. */
const ofSvg = (text: string): Line[] =>
  [...text.matchAll(/<path class="(bundle|there)" d="M([-\d.e]+) ([-\d.e]+)L([-\d.e]+) ([-\d.e]+)"/g)].map(
    ([, pen, ...of]) => {
      const [x, y, u, v] = of.map(Number) as [number, number, number, number];
      return { a: [x, y], b: [u, v], bundle: pen === 'bundle' };
    },
  );

/** Along bundles from one point of the drawing to another, by relaxing every line until nothing shortens. */
function along(lines: readonly Line[], from: P, to: P): number {
  const key = ([x, y]: P) => `${Math.round(x * 100)} ${Math.round(y * 100)}`;
  const best = new Map([[key(from), 0]]);
  for (let again = true; again;) {
    again = false;
    for (const { a, b } of lines)
      for (const [p, q] of [
        [a, b],
        [b, a],
      ] as const) {
        const through = (best.get(key(p)) ?? Infinity) + far(a, b);
        if (through < (best.get(key(q)) ?? Infinity) - 1e-9) {
          best.set(key(q), through);
          again = true;
        }
      }
  }
  return best.get(key(to)) ?? Infinity;
}

/** Jobs made by operations, gear kept, bypassed and taken out among it, as they are read again. */
const MADE = fc
  .sample(anyJob, { numRuns: 25, seed: 1217 })
  .map(({ job }, i) => [`made job ${i}`, parseJob(JSON.parse(JSON.stringify(job)))] as const);
const ALL = [...DEMO_JOBS.map((job) => [job.id, job] as const), ...MADE];

test('made jobs lay and keep wire on crafts of every kind', () => {
  const runs = MADE.flatMap(([, job]) => planJob(job).runs);
  expect([runs.filter(({ old }) => old).length > 5, runs.filter(({ cutMm }) => cutMm > 0).length > 40]).toEqual([
    true,
    true,
  ]);
  expect(new Set(MADE.map(([, job]) => job.craft.pattern.kind)).size).toBe(4);
});

describe.each(ALL)('%s', (id, job) => {
  const plan = planJob(job);
  const benches = benchesOf(job, plan);
  const drawings = benchDrawings(job, plan, 'metric', 'full');

  test('every conductor that is cut is on the board once, between two ends', () => {
    const wires = benches.flatMap((bench) => bench.wires.map(({ run, use, cutMm }) => `${run} ${use} ${cutMm}`));
    expect(wires.sort()).toEqual(plan.cutList.cuts.map(({ run, use, lengthMm }) => `${run} ${use} ${lengthMm}`).sort());
    for (const { wires: all, ends } of benches)
      for (const { code, use, ends: numbers, freeMm } of all)
        for (const [which, number] of numbers.entries())
          expect(ends[number - 1]!.wires).toContainEqual(expect.objectContaining({ code, use, mm: freeMm[which]! }));
  });

  test('lengths read back from DXF and SVG are those of the cut list', () => {
    let rings = 0;
    drawings.forEach((drawing, i) => {
      const { wires, ends, legs } = benches[i]!;
      for (const lines of [ofDxf(cutDxf(drawing)), ofSvg(cutSvg(drawing))]) {
        const tips = lines.filter(({ bundle }) => !bundle);
        expect([lines.length, tips.length]).toEqual([legs.length + ends.length, ends.length]);
        const bundles = lines.filter(({ bundle }) => bundle);
        ends.forEach(({ mm }, n) => expect(far(tips[n]!.a, tips[n]!.b)).toBeCloseTo(mm, 3));
        for (const {
          ends: [a, b],
          freeMm,
          cutMm,
          legs: way,
        } of wires) {
          if (way.some((leg) => legs.find((one) => one.leg === leg)!.joins !== undefined)) rings++;
          else expect(along(bundles, tips[a - 1]!.a, tips[b - 1]!.a) + freeMm[0] + freeMm[1]).toBeCloseTo(cutMm, 2);
        }
      }
    });
    // A wire that is led round a ring is joined on the craft: no demo job has one.
    if (!id.startsWith('made')) expect(rings).toBe(0);
  });

  test('whole drawings: an end a number, an order, nothing that is not a figure', () => {
    for (const scale of ['full', 'sheet'] as const)
      for (const { texts, strokes } of benchDrawings(job, plan, 'inch', scale)) {
        expect(texts.map(({ words }) => words).join('\n')).not.toMatch(/undefined|NaN|Infinity/);
        expect(strokes.flatMap(({ from, to }) => [...from, ...to]).every(Number.isFinite)).toBe(true);
      }
    for (const bench of benches) {
      expect(bench.ends.map(({ number }) => number)).toEqual(bench.ends.map((__, n) => n + 1));
      // An end a line, four lines at least beside them.
      expect(benchOrder(bench).length).toBeGreaterThanOrEqual(bench.ends.length + 4);
    }
  });
});

/** Every way between two nodes that visits none twice and has so many legs at most. */
function waysBetween(job: Job, from: string, to: string, most: number): string[][] {
  const legs = Object.entries(craftOf(job).legs);
  const on = (node: string, been: readonly string[], way: readonly string[]): string[][] =>
    node === to
      ? [[...way]]
      : way.length === most
        ? []
        : legs.flatMap(([id, { from: a, to: b }]) => {
            const next = a === node ? b : b === node ? a : undefined;
            return next === undefined || been.includes(next) ? [] : on(next, [...been, next], [...way, id]);
          });
  return on(from, [from], []);
}

test('a harness that runs in a ring: every leg on the board as long as it is, one laid open that says where it joins', () => {
  let rings = 0;
  for (const job of DEMO_JOBS)
    for (const { id, way, old } of planJob(job).runs.filter((run) => run.cutMm > 0)) {
      if (!way || old || rings > 12) continue;
      const [a, b] = [way.nodes[0]!, way.nodes.at(-1)!];
      const other = waysBetween(job, a, b, way.legs.length + 3).find((legs) => legs.join() !== way.legs.join());
      if (!other) continue;
      const led = applyAll(job, [{ op: 'overrule', kind: 'way', subject: id, value: other }]);
      const plan = planJob(led);
      const benches = benchesOf(led, plan);
      const open = benches.flatMap(({ legs }) => legs.filter(({ joins }) => joins !== undefined));
      if (!open.length) continue;
      rings++;
      benchDrawings(led, plan, 'metric', 'full').forEach((drawing, i) => {
        const { legs, ends, wires } = benches[i]!;
        const drawn = ofDxf(cutDxf(drawing)).flatMap((line) => (line.bundle ? [far(line.a, line.b)] : []));
        const sorted = (of: number[]) => of.map((mm) => Math.round(mm)).sort((x, y) => x - y);
        expect(sorted(drawn)).toEqual(sorted(legs.map(({ mm }) => mm)));
        expect(sorted(ofSvg(cutSvg(drawing)).flatMap((l) => (l.bundle ? [far(l.a, l.b)] : [])))).toEqual(sorted(drawn));
        // What a wire takes of the board is what is cut of it, round the ring too.
        for (const wire of wires) {
          const laid = wire.legs.reduce((sum, leg) => sum + legs.find((one) => one.leg === leg)!.mm, 0);
          expect(laid + wire.freeMm[0] + wire.freeMm[1]).toBeCloseTo(wire.cutMm, 3);
        }
        const points = new Set(legs.flatMap(({ leg }) => [craftOf(led).legs[leg]!.from, craftOf(led).legs[leg]!.to]));
        // A tree has a leg fewer than points; each further one is open, and joins a point that the board has.
        const ring = legs.filter(({ joins }) => joins !== undefined);
        expect(ring).toHaveLength(legs.length - points.size + 1);
        for (const { leg, joins } of ring) {
          expect(points.has(craftOf(led).legs[leg]!.to)).toBe(true);
          const { to } = craftOf(led).legs[leg]!;
          expect(joins).toMatchObject({ at: to, name: nodeOf(craftOf(led), to)!.name.toLowerCase() });
          // Its mark stands at its open end, and beside the point that it joins: no branch end is nearer to that.
          const { texts } = drawing;
          const open = texts.find(({ words }) => words === `joins ${joins!.mark}`)?.at;
          const point = texts.find(
            ({ words }) => /^[A-Z ]+$/.test(words) && words.split(' ').includes(joins!.mark),
          )?.at;
          const lines = benchLines(benches[i]!, 'full');
          const joined = lines.find((line) => line.to === to)?.end ?? [0, 0];
          expect(far(lines.find(({ id: one }) => one === leg)!.end, open!)).toBeLessThan(4);
          expect(far(joined, point!)).toBeLessThan(6);
          for (const { from, end } of lines)
            for (const other of [from, end]) expect(far(other, point!)).toBeGreaterThanOrEqual(far(joined, point!) - 2);
        }
        expect(new Set(ring.map(({ joins }) => joins!.mark)).size).toBe(ring.length);
        expect(benchOrder(benches[i]!).filter((words) => words.includes('runs in a ring'))).toHaveLength(ring.length);
        expect(ends.every(({ mm }) => mm > 0)).toBe(true);
      });
    }
  expect(rings).toBeGreaterThan(8);
});

test('the tourer’s board by hand: the battery is the datum, its lead to the amplifier as the cut list has it', () => {
  const plan = planJob(TOURER_JOB);
  const [bench, ...others] = benchesOf(TOURER_JOB, plan);
  expect(others).toEqual([]);
  expect(bench!.datum).toBe(craftOf(TOURER_JOB).batteryPlace);
  const feed = bench!.wires.find(({ run }) => run === 'feed:battery>amp')!;
  // 16 ½ tenths of a metre of 10 AWG at 20 °C, 3.277 Ω/km solid (ASTM B258) and 2 % for the lay of its strands.
  expect([feed.gauge, feed.cutMm]).toEqual(['10', 1650]);
  expect(feed.ohm).toBeCloseTo((1.65 * 3.277 * 1.02) / 1000, 4);
  const reads = Papa.parse<Record<string, string>>(benchTestCsv([bench!], 'awg'), {
    header: true,
    skipEmptyLines: true,
  }).data;
  expect(reads).toHaveLength(2 * bench!.wires.length);
  expect(reads.filter(({ expect: what }) => what === 'open')).toHaveLength(bench!.wires.length);
  expect(reads.find(({ wire, expect: what }) => wire === feed.code && what === 'joined')).toMatchObject({
    from_end: '1 Battery',
    size: '10 AWG',
    ohm_at_20C: '0.0055',
  });
});

test('on pages at 1:1: those that are blank are left out, and every length is on one', async () => {
  const plan = planJob(TOURER_JOB);
  const drawing = stacked(benchDrawings(TOURER_JOB, plan, 'metric', 'full') as [never]);
  const { tiles } = tilingOf(drawing, 'a3');
  const inked = tiles.filter((tile) => hasInk(drawing, tile));
  const pages = await pagesOf(await cutsPdf([drawing], 'a3', 'Harness'), 40);
  expect(pages).toHaveLength(inked.length);
  expect(inked.length).toBeLessThan(tiles.length);
  for (const { from, to } of drawing.strokes) {
    const middle = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2] as const;
    const on = inked.findIndex(
      ({ left, top, w, h }) =>
        middle[0] > left + 2 && middle[0] < left + w - 2 && middle[1] < top - 2 && middle[1] > top - h + 2,
    );
    if (on < 0) continue;
    const { left, top } = inked[on]!;
    const near = [-0.7, 0, 0.7].some((dx) =>
      [-0.7, 0, 0.7].some((dy) => pages[on]!.ink(10 + middle[0] - left + dx, 10 + top - middle[1] + dy)),
    );
    expect(near).toBe(true);
  }
});
