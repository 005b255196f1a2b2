import { TOURER_JOB } from '#demo/jobs';
import { planJob } from '#core/plan';
import { ADVENTURE_TOURER } from '#core/craft/patterns/adventure-tourer';
import { applyAll } from '#core/job/operations';
import { BLOCK, BOX, layBlocks, layBoxes, layLeads, terminalAt } from '../stations/speakers/layout';
import { alongPath } from '../stations/power/along';
import { layCallouts } from './callouts';
import { layLanes } from './lanes';
import { placedGear } from './placed';
import { project } from './projection';
import { SHEET, twoViews } from './sheet';
import { silhouette } from './silhouette';
import { fitOf, seatOf } from '#core/mounting/index';
import { shelfItem } from '#demo/shelf';

const plan = planJob(TOURER_JOB);

test('views are to scale, one scale for both, and stay on the sheet', () => {
  const { side, top } = twoViews(ADVENTURE_TOURER);
  expect(side.scale).toBe(top.scale);
  for (const view of [side, top]) {
    const [x1] = view.to([0, 0, 0]);
    const [x2] = view.to([1540, 0, 0]);
    expect(x2 - x1).toBeCloseTo(1540 * view.scale, 9);
    expect(view.bounds.y).toBeGreaterThanOrEqual(0);
    expect(view.bounds.y + view.bounds.h).toBeLessThanOrEqual(SHEET.h);
  }
  // Up is up in the side view; left of the craft is up in the top view.
  expect(side.to([0, 0, 100])[1]).toBeLessThan(side.to([0, 0, 0])[1]);
  expect(top.to([0, 100, 0])[1]).toBeLessThan(top.to([0, 0, 0])[1]);
  // The two views stand under each other.
  expect(side.to([700, 0, 0])[0]).toBeCloseTo(top.to([700, 0, 0])[0], 9);
});

test('runs that share a leg lie in lanes of their own, at least a wire and a gap apart', () => {
  const runs = plan.runs.filter((run) => run.way?.legs.includes('spineLeft'));
  expect(runs.length).toBeGreaterThan(3);
  const projection = project(ADVENTURE_TOURER, 'top', { x: 0, y: 0, w: 900, h: 400 });
  const starts = layLanes(ADVENTURE_TOURER, runs, projection).map((lane) => lane.path);
  expect(new Set(starts).size).toBe(runs.length);
  const [ax, ay] = projection.to([980, 72, 884]);
  // Where each lane passes the bend of that leg, its distance from the leg's own line.
  const offs = starts
    .map((path) => {
      const points = [...path.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
      const near = points.reduce((best, p) =>
        Math.hypot(p[0] - ax, p[1] - ay) < Math.hypot(best[0] - ax, best[1] - ay) ? p : best,
      );
      return near[1] - ay;
    })
    .sort((a, b) => a - b);
  offs.slice(1).forEach((off, i) => expect(off - offs[i]!).toBeGreaterThan(4.4));
});

test('labels do not overlap, stay between top and bottom, and fill no margin past its room', () => {
  const anchors = Array.from({ length: 18 }, (_, i) => ({ id: `${i}`, at: [500 + i, 300] as const, height: 40 }));
  const laid = layCallouts(anchors, 470, 20, 640);
  expect(laid).toHaveLength(18);
  for (const side of ['left', 'right'] as const) {
    const own = laid.filter((c) => c.side === side).sort((a, b) => a.y - b.y);
    own.forEach((c, i) => {
      expect(c.y).toBeGreaterThanOrEqual(20 - 1e-9);
      expect(c.y + 40).toBeLessThanOrEqual(640 + 1e-9);
      if (i) expect(c.y - own[i - 1]!.y).toBeGreaterThanOrEqual(40);
    });
  }
  expect(layCallouts([], 470, 20, 640)).toEqual([]);
});

test('labels stand as near their anchors as they can: no nudge of a group brings the squares down', () => {
  const near = (ys: readonly number[]) =>
    layCallouts(
      ys.map((y, i) => ({ id: `${i}`, at: [600, y] as const, height: 40 })),
      470,
      20,
      640,
    );
  const cost = (laid: readonly { at: readonly [number, number]; y: number }[]) =>
    laid.reduce((sum, c) => sum + (c.y + 20 - c.at[1]) ** 2, 0);
  const laid = near([100, 110, 115, 300, 420, 421]);
  for (let from = 0; from < laid.length; from++)
    for (let to = from + 1; to <= laid.length; to++)
      for (const by of [-1, 1]) {
        const moved = laid.map((c, i) => (i >= from && i < to ? { ...c, y: c.y + by } : c));
        const apart = moved.every((c, i) => !i || c.y - moved[i - 1]!.y >= 46 - 1e-9);
        if (apart) expect(cost(moved)).toBeGreaterThan(cost(laid));
      }
  // A lone label is level with its anchor; one that would leave the sheet stops at its edge.
  expect(near([300])[0]!.y).toBe(280);
  expect(near([5])[0]!.y).toBe(20);
});

test('every terminal of every wired coil has a lead that ends on it', () => {
  const blocks = layBlocks(TOURER_JOB);
  const boxes = layBoxes(TOURER_JOB, () => 500);
  const leads = layLeads(blocks, boxes, Object.values(plan.speakers.circuits));
  expect(leads).toHaveLength(8);
  for (const box of boxes)
    for (const pole of ['+', '−'] as const) {
      const [x, y] = terminalAt(box, 0, pole);
      expect(leads.some((lead) => lead.path.includes(`M${x.toFixed(1)} ${y.toFixed(1)}`))).toBe(true);
    }
  for (const lead of leads) expect(lead.path.startsWith(`M${(BLOCK.x + BLOCK.w).toFixed(1)} `)).toBe(true);
  // Boxes of one row stand clear of each other and of the sheet's edge.
  for (const row of ['top', 'bottom']) {
    const xs = boxes
      .filter((b) => b.row === row)
      .map((b) => b.x)
      .sort((a, b) => a - b);
    xs.slice(1).forEach((x, i) => expect(x - xs[i]!).toBeGreaterThanOrEqual(BOX.w));
    expect(Math.max(...xs) + BOX.w).toBeLessThanOrEqual(SHEET.w);
  }
});

test('two in series are joined by a jumper', () => {
  const leaf = (gear: string) => ({ coil: { gear, coil: 0 } });
  const job = applyAll(TOURER_JOB, [
    { op: 'wireChannel', channel: 'amp/rl', wiring: null },
    { op: 'wireChannel', channel: 'amp/fl', wiring: { series: [leaf('fairing-left'), leaf('pannier-left')] } },
  ]);
  const leads = layLeads(
    layBlocks(job),
    layBoxes(job, () => 500),
    Object.values(planJob(job).speakers.circuits),
  );
  expect(leads.filter((lead) => lead.channel === 'amp/fl')).toHaveLength(3);
});

test('a point along a polyline, and its ends', () => {
  const line = [
    [0, 0],
    [10, 0],
    [10, 30],
  ] as const;
  expect(alongPath(line, 0.5).at).toEqual([10, 10]);
  expect(alongPath(line, 0.5).direction).toEqual([0, 1]);
  expect(alongPath(line, 2).at).toEqual([10, 30]);
  expect(alongPath([[3, 4]], 0.5).at).toEqual([3, 4]);
});

test('what is nearer the reader is drawn later', () => {
  const side = placedGear(TOURER_JOB, 'side').map(({ place }) => place.at[1]);
  expect([...side].sort((a, b) => b - a)).toEqual(side);
  const top = placedGear(TOURER_JOB, 'top').map(({ place }) => place.at[2]);
  expect([...top].sort((a, b) => a - b)).toEqual(top);
});

describe('gear in true projection', () => {
  const projection = project(ADVENTURE_TOURER, 'side', { x: 0, y: 0, w: 900, h: 600 });
  const extent = (paths: readonly string[]) => {
    const points = paths.flatMap((d) =>
      [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m) => [+m[1]!, +m[2]!] as const),
    );
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
    return { w: Math.max(...xs) - Math.min(...xs), h: Math.max(...ys) - Math.min(...ys) };
  };
  const drawn = (item: string, place: string, view = projection) =>
    silhouette(
      seatOf(shelfItem(item), ADVENTURE_TOURER.places[place]!),
      shelfItem(item).kind === 'speaker' ? 'speaker' : 'other',
      view,
    );

  test('a speaker on a wall that faces forward shows its depth and height from the side', () => {
    const { size } = shelfItem('bittern-165');
    const { w, h } = extent(drawn('bittern-165', 'pannierLeft').bodies);
    expect(w).toBeCloseTo(size.d * projection.scale, 0);
    expect(h).toBeCloseTo(size.h * projection.scale, 0);
    expect(drawn('bittern-165', 'pannierLeft').marks).toEqual([]);
  });

  test('an amplifier on a floor shows the sizes it lies with', () => {
    const { as } = fitOf(shelfItem('weir-2-80'), ADVENTURE_TOURER.places['pannierFloorLeft']!);
    const side = extent(drawn('weir-2-80', 'pannierFloorLeft').bodies);
    expect([side.w, side.h].map((x) => Math.round(x / projection.scale))).toEqual([as.d, as.h]);
  });

  test('a tilted round unit is an ellipse: as wide as its tilt lets it be seen', () => {
    const top = project(ADVENTURE_TOURER, 'top', { x: 0, y: 0, w: 900, h: 600 });
    const { size } = shelfItem('kingcup-3');
    const { h } = extent(drawn('kingcup-3', 'dash', top).bodies);
    expect(h / top.scale).toBeCloseTo(size.w, 0);
  });
});
