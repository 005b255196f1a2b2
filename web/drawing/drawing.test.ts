import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { craftOf } from '#core/craft/own';
import { planJob } from '#core/plan';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { applyAll } from '#core/job/operations';
import { BLOCK, layBlocks, layBoxes, layLeads, sheetHeight, terminalAt } from '../stations/speakers/layout';
import { alongPath } from '../stations/power/along';
import { slackArc } from '../stations/routing/slack';
import { layCallouts } from '#core/drawing/callouts';
import { craftMap } from '#core/routing/index';
import { bentPath, layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { project, type Px } from '#core/drawing/projection';
import { SHEET, twoViews } from '#core/drawing/sheet';
import { silhouette } from '#core/drawing/silhouette';
import { freeSpots } from '#core/drawing/spots';
import { tagMarks, tagWidth } from '#core/drawing/tags';
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

/** Every point a path names, bends' corners among them. */
const pointsOf = (path: string) =>
  [...path.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map((m): Px => [Number(m[1]), Number(m[2])]);

/** How far to the right of the line a → b a path passes at its middle, for one who walks from a to b. */
function passesRight(path: string, a: Px, b: Px): number {
  const points = pointsOf(path);
  const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const hits = points.slice(1).flatMap((q, i) => {
    const p = points[i]!;
    const along = (x: Px) => (x[0] - mx) * dx + (x[1] - my) * dy;
    const right = (x: Px) => (x[1] - my) * dx - (x[0] - mx) * dy;
    const [u, v] = [along(p), along(q)];
    return u * v > 0 || u === v ? [] : [right(p) + ((right(q) - right(p)) * -u) / (v - u)];
  });
  return hits.reduce((near, x) => (Math.abs(x) < Math.abs(near) ? x : near), Number.MAX_VALUE);
}

describe('lanes', () => {
  // Both panniers and the fairing: every kind of parting there is.
  const { runs } = plan;
  // Drawn large, so that most pieces are long against what lanes take up.
  const box = { x: 0, y: 0, w: 3600, h: 2400 };
  const views = { side: project(ADVENTURE_TOURER, 'side', box), top: project(ADVENTURE_TOURER, 'top', box) };
  const map = craftMap(ADVENTURE_TOURER);
  // A piece long enough on the sheet for its lanes to have settled.
  const settled = (view: 'side' | 'top') =>
    Object.values(map.legs).flatMap((leg) => {
      if (leg.need) return [];
      const points = leg.points.map(views[view].to);
      const pieces = points.slice(1).map((b, i) => [points[i]!, b] as const);
      const piece = pieces.find(([a, b]) => Math.hypot(b[0] - a[0], b[1] - a[1]) > 90);
      const own = runs.filter((run) => run.way?.legs.includes(leg.id));
      return piece && own.length > 1 ? [{ leg, piece, own }] : [];
    });

  test.each(['side', 'top'] as const)('runs that share a leg lie a wire and a gap apart, %s', (view) => {
    const path = new Map(
      layLanes(TOURER_JOB.gear, plan.mounts, craftOf(TOURER_JOB), runs, views[view]).map((lane) => [
        lane.run.id,
        lane.path,
      ]),
    );
    expect(settled(view).length).toBeGreaterThan(2);
    for (const { piece, own } of settled(view)) {
      const offs = own.map((run) => passesRight(path.get(run.id)!, ...piece)).sort((a, b) => a - b);
      offs.slice(1).forEach((off, i) => expect(off - offs[i]!).toBeGreaterThan(5));
      // The bundle lies on the leg, as much to one side as to the other.
      expect(Math.abs(offs[0]! + offs.at(-1)!)).toBeLessThan(1);
    }
  });

  test.each(['side', 'top'] as const)('two runs keep their sides as long as they go together, %s', (view) => {
    const path = new Map(
      layLanes(TOURER_JOB.gear, plan.mounts, craftOf(TOURER_JOB), runs, views[view]).map((lane) => [
        lane.run.id,
        lane.path,
      ]),
    );
    let compared = 0;
    for (const one of runs)
      for (const two of runs) {
        if (one.id >= two.id) continue;
        const sides = settled(view)
          .filter(({ own }) => own.includes(one) && own.includes(two))
          .map(({ leg, piece }) => {
            // Legs written against the way the first run walks are read the other way round.
            const at = one.way!.legs.indexOf(leg.id);
            const sense = leg.from === one.way!.nodes[at] ? 1 : -1;
            return Math.sign(
              sense * (passesRight(path.get(one.id)!, ...piece) - passesRight(path.get(two.id)!, ...piece)),
            );
          });
        if (sides.length > 1) compared++;
        expect(new Set(sides).size).toBeLessThanOrEqual(1);
      }
    expect(compared).toBeGreaterThan(2);
  });

  test('thick wires are given the room they take', () => {
    const pair = runs.filter((run) => run.kind === 'feed' || run.kind === 'return').slice(0, 2);
    const path = layLanes(TOURER_JOB.gear, plan.mounts, craftOf(TOURER_JOB), pair, views.side, () => 9).map(
      (lane) => lane.path,
    );
    const piece = [views.side.to([860, 66, 856]), views.side.to([980, 72, 884])] as const;
    const [a, b] = path.map((d) => passesRight(d, ...piece));
    expect(Math.abs(a! - b!)).toBeCloseTo(9 + 2.4, 0);
  });

  test('a bend is rounded and a straight stays straight', () => {
    expect(
      bentPath([
        [0, 0],
        [40, 0],
        [40, 40],
      ]),
    ).toBe('M0.0 0.0L31.0 0.0Q40.0 0.0 40.0 9.0L40.0 40.0');
    expect(
      bentPath([
        [0, 0],
        [8, 0],
        [8, 40],
      ]),
    ).toBe('M0.0 0.0L4.0 0.0Q8.0 0.0 8.0 9.0L8.0 40.0');
    expect(bentPath([[1, 2]])).toBe('M1.0 2.0');
  });
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
    xs.slice(1).forEach((x, i) => expect(x - xs[i]!).toBeGreaterThanOrEqual(boxes[0]!.w));
    expect(Math.max(...xs) + boxes[0]!.w).toBeLessThanOrEqual(SHEET.w);
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

describe('slack between two ties', () => {
  const arc = (path: string) => {
    const [, r, large, sweep] = /A([\d.]+) [\d.]+ 0 ([01]) ([01])/.exec(path)!.map(Number);
    return { r: r!, large: large!, sweep: sweep! };
  };
  test('the arc is as long as the wire, for little slack and for much', () => {
    for (const length of [101, 120, 157.08, 220, 300]) {
      const { r, large } = arc(slackArc([0, 0], [100, 0], length, [50, 40]));
      const half = Math.asin(Math.min(1, 50 / r));
      expect(2 * r * (large ? Math.PI - half : half)).toBeCloseTo(length, 0);
    }
  });
  test('it swings away from the neck, and a taut wire is a line', () => {
    // The neck below (y runs down): the arc goes over the top, which is clockwise from left to right.
    expect(arc(slackArc([0, 0], [100, 0], 120, [50, 40])).sweep).toBe(1);
    expect(arc(slackArc([0, 0], [100, 0], 120, [50, -40])).sweep).toBe(0);
    expect(slackArc([0, 0], [100, 0], 100, [50, 40])).toBe('M0.0 0.0L100.0 0.0');
  });
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

test.each(DEMO_JOBS.map((job) => [job.title, job] as const))(
  '%s: every piece is named by one tag in each view, and no tag lies over another',
  (_, job) => {
    const plan = planJob(job);
    const { tags } = plan;
    const views = twoViews(job.craft.pattern);
    for (const p of [views.side, views.top]) {
      const marks = tagMarks(job, plan, p);
      expect(marks.flatMap(({ gear }) => gear).sort()).toEqual(
        placedGear(job, p.view)
          .map(({ id }) => id)
          .sort(),
      );
      for (const { gear, text } of marks) expect(text.split(' ').sort()).toEqual(gear.map((id) => tags[id]).sort());
      marks.forEach((a, i) => {
        for (const b of marks.slice(i + 1)) {
          const beside = Math.abs(a.at[0] - b.at[0]) >= (tagWidth(a.text) + tagWidth(b.text)) / 2;
          expect(beside || Math.abs(a.at[1] - b.at[1]) >= 14).toBe(true);
        }
      });
    }
  },
);

test('a left and right pair is one tag from the side and two from above', () => {
  const views = twoViews(ADVENTURE_TOURER);
  const texts = (p: typeof views.side) => tagMarks(TOURER_JOB, plan, p).map(({ text }) => text);
  // The amplifier stands just behind the front pair.
  expect(texts(views.side).sort()).toEqual(['H1', 'S1 S2 A1', 'S3 S4']);
  expect(texts(views.top)).toEqual(expect.arrayContaining(['S1', 'S2', 'S3', 'S4']));
  // Of some gear only those are named.
  expect(tagMarks(TOURER_JOB, plan, views.side, (id) => id === 'head').map(({ text }) => text)).toEqual(['H1']);
});

describe('labels that want a free spot', () => {
  const label = (...spots: Px[]) => ({ w: 40, h: 16, spots });

  test('each has its first spot while that is free, and the next when it is not', () => {
    const there = [{ at: [0, 0] as const, w: 20, h: 20 }];
    // Half of 40 and of 20 make 30, and 2 px stay between.
    expect(freeSpots([label([31.9, 0], [100, 0])], there)).toEqual([[100, 0]]);
    expect(freeSpots([label([32, 0], [100, 0])], there)).toEqual([[32, 0]]);
    expect(freeSpots([label([0, 20], [100, 0])], there)).toEqual([[0, 20]]);
    expect(freeSpots([label([50, 50]), label([50, 50], [50, 68])], [])).toEqual([
      [50, 50],
      [50, 68],
    ]);
  });

  test('where nothing is free it covers least, and one without a spot has none', () => {
    expect(freeSpots([label([0, 0], [10, 0], [20, 0])], [{ at: [0, 0], w: 40, h: 16 }])).toEqual([[20, 0]]);
    expect(freeSpots([label()], [])).toEqual([undefined]);
  });
});

test('a system of five sources and twenty channels has a sheet on which every channel can be pressed', () => {
  const sources = ['weir-4-45', 'weir-4-45', 'weir-4-45', 'weir-4-45'];
  const heavy = applyAll(
    TOURER_JOB,
    sources.map((item, i) => ({ op: 'addGear', id: `more-${i}`, item: shelfItem(item), place: null })),
  );
  expect(sheetHeight(TOURER_JOB)).toBe(SHEET.h);
  const h = sheetHeight(heavy);
  expect(h).toBeGreaterThan(SHEET.h);
  const rows = layBlocks(heavy).flatMap((block) => block.rows);
  expect(rows.length).toBeGreaterThanOrEqual(20);
  for (const row of rows) {
    expect(row.y + row.h).toBeLessThanOrEqual(h - 10);
    // Drawn no smaller than 0.74 of its own size.
    expect(row.h * 0.74).toBeGreaterThan(24);
  }
});
