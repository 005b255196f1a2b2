import svgpath from 'svgpath';
import { UndirectedGraph } from 'graphology';
import { bidirectional } from 'graphology-shortest-path';
import { coversFor, coverWays } from '#core/craft/covers';
import { HAZARDS } from '#core/craft/leg';
import { fitCraft, standardOf } from '#core/craft/measures';
import { nodeOf, strokesOf, type Pattern } from '#core/craft/pattern';
import { patternFaults } from '#core/craft/pattern-faults';
import { variantsOf, withVariant, type Variant } from '#core/craft/variants';
import { contentHash } from '#core/document/hash';
import { fastenerLedger, orderCovers } from '#core/build/index';
import { newJob, type Job } from '#core/job/job';
import { apply } from '#core/job/operations';
import { planJob } from '#core/plan';
import { craftMap } from '#core/routing/index';
import type { GearItem } from '#core/gear/gear';
import type { Vec3 } from '#core/units/vectors';
import { bruteNeed } from '../tests/support/joint-judge';
import { PATTERNS } from './jobs';
import { SHELF } from './shelf';

const VARIANTS: [string, Pattern, Variant][] = PATTERNS.flatMap((pattern) =>
  variantsOf(pattern).map((variant): [string, Pattern, Variant] => [
    `${pattern.id} ${Object.values(variant).join(' ')}`.trim(),
    pattern,
    variant,
  ]),
);

test('no two patterns share an id, and none names what it has not, in any variant', () => {
  expect(new Set(PATTERNS.map(({ id }) => id)).size).toBe(PATTERNS.length);
  for (const pattern of PATTERNS) expect([pattern.id, ...patternFaults(pattern)]).toEqual([pattern.id]);
});

describe.each(VARIANTS)('%s', (_, whole, variant) => {
  const pattern = withVariant(whole, variant);

  test('every place is reached from the battery by legs a wire may follow, as a graph library finds', () => {
    const graph = new UndirectedGraph();
    for (const id of [...Object.keys(pattern.places), ...Object.keys(pattern.junctions)]) graph.addNode(id);
    for (const { from, to, hazards } of Object.values(pattern.legs))
      if (!hazards.some((hazard) => HAZARDS[hazard].banned)) graph.mergeEdge(from, to);
    for (const id of Object.keys(pattern.places)) {
      if (id !== pattern.batteryPlace)
        expect([id, bidirectional(graph, pattern.batteryPlace, id)]).not.toEqual([id, null]);
    }
    for (const id of Object.keys(pattern.junctions)) expect([id, graph.degree(id)]).not.toEqual([id, 0]);
  });

  test('every cover is opened, all that comes before it first; none hides nothing', () => {
    const named = new Set<string>();
    for (const { covers } of [...Object.values(pattern.places), ...Object.values(pattern.legs)])
      for (const id of Object.keys(covers)) named.add(id);
    for (const { fish } of Object.values(pattern.legs)) for (const id of Object.keys(fish?.covers ?? {})) named.add(id);
    for (const cover of Object.values(pattern.covers))
      for (const { way } of coverWays(cover)) for (const id of Object.keys(way.after)) named.add(id);
    for (const [id, cover] of Object.entries(pattern.covers)) {
      expect(named).toContain(id);
      for (const { state } of coverWays(cover)) {
        const open = coversFor(pattern, [{ [id]: state }], false);
        const { covers } = orderCovers(pattern, open);
        expect(covers.map((one) => one.cover).sort()).toEqual(Object.keys(open).sort());
        expect(covers.at(-1)!.cover === id || covers.some((one) => one.cover === id)).toBe(true);
        covers.forEach(({ way }, i) => {
          for (const before of Object.keys(way.after))
            expect(covers.slice(0, i).map((one) => one.cover)).toContain(before);
        });
      }
    }
  });
});

/** A job with the first fitting piece at every place that takes a head unit, amplifier or speaker. */
function fullJob(pattern: Pattern): Job {
  let job = newJob('full', 'Everything', pattern, contentHash(pattern));
  const pick = (kind: GearItem['kind']) => SHELF.filter((item) => item.kind === kind);
  let serial = 0;
  for (const kind of ['headUnit', 'amplifier', 'speaker', 'enclosure', 'zoneControl'] as const)
    for (const [place, { accepts }] of Object.entries(withVariant(pattern, {}).places)) {
      if (!accepts.includes(kind) || Object.values(job.gear).some((one) => one.place === place)) continue;
      const item = pick(kind)[0]!;
      job = apply(job, { op: 'addGear', id: `g${serial++}`, item, place });
    }
  return job;
}
/** Everything new is fed; speakers go on the channels there are. */
function wired(job: Job): Job {
  const outputs = Object.entries(job.gear).flatMap(([id, { item }]) =>
    item.kind === 'amplifier' ? item.bank.channels.map((channel) => `${id}/${channel.id}`) : [],
  );
  const speakers = Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker');
  return speakers.reduce(
    (so, gear, i) =>
      i < outputs.length
        ? apply(so, { op: 'wireChannel', channel: outputs[i]!, wiring: { coil: { gear, coil: 0 } } })
        : so,
    job,
  );
}

describe.each(PATTERNS.map((pattern): [string, Pattern] => [pattern.id, pattern]))(
  'a full system on %s',
  (_, pattern) => {
    const job = wired(fullJob(pattern));
    const plan = planJob(job);

    test('every wire of it has a route', () => {
      expect(Object.keys(job.gear).length).toBeGreaterThan(3);
      const lost = plan.runs.filter(({ way, fromPlace, toPlace }) => !way || !fromPlace || !toPlace);
      expect(lost.map(({ id }) => id)).toEqual([]);
      expect(plan.findings.filter(({ rule }) => rule === 'no-way' || rule === 'banned-leg')).toEqual([]);
    });
    test('every fastener that comes out goes back, or a new one does', () => {
      const ledger = fastenerLedger(plan.build);
      expect(ledger.length).toBeGreaterThan(0);
      for (const one of ledger) expect([one.id, one.reused + one.retired, one.in]).toEqual([one.id, one.out, one.out]);
      const opened = plan.build.steps.filter(({ id }) => id.startsWith('off:cover/')).map(({ id }) => id.slice(4));
      const shut = plan.build.steps.filter(({ id }) => id.startsWith('on:cover/')).map(({ id }) => id.slice(3));
      expect(shut.sort()).toEqual(opened.sort());
    });

    test('each joint asks for what its motion does, step by step, within a quarter of a millimetre', () => {
      const map = craftMap(pattern);
      for (const { id, leg, need } of Object.values(map.legs)) {
        if (!need) continue;
        const joint = pattern.joints[leg.joint!]!;
        const brute = bruteNeed(joint, map.at(leg.from), map.at(leg.to), 24);
        expect([id, brute]).not.toEqual([id, undefined]);
        expect([id, Math.abs(brute! - need.tautMaxMm) < 0.25]).toEqual([id, true]);
        expect(need.parkedMm).toBeGreaterThanOrEqual(joint.bendAllowanceMm);
      }
    });
  },
);

// ── Nothing leaves its body ─────────────────────────────────────────────────────────────────────

type Flat = [number, number];
/** The outlines of a path as points close together, each subpath by itself. */
function outlinesOf(d: string): Flat[][] {
  const all: Flat[][] = [];
  svgpath(d)
    .abs()
    .unarc()
    .iterate((segment, _i, x, y) => {
      const [command, ...n] = segment as [string, ...number[]];
      const here = all.at(-1);
      const to = (px: number, py: number) => here!.push([px, py]);
      if (command === 'M') all.push([[n[0]!, n[1]!]]);
      else if (command === 'L') to(n[0]!, n[1]!);
      else if (command === 'H') to(n[0]!, y);
      else if (command === 'V') to(x, n[0]!);
      else if (command === 'C' || command === 'Q')
        for (let i = 1; i <= 8; i++) {
          const t = i / 8;
          const u = 1 - t;
          const [p1, p2, p3] =
            command === 'C'
              ? [n.slice(0, 2), n.slice(2, 4), n.slice(4, 6)]
              : [n.slice(0, 2), n.slice(0, 2), n.slice(2, 4)];
          const at = (axis: 0 | 1, from: number) =>
            command === 'C'
              ? u ** 3 * from + 3 * u * u * t * p1[axis]! + 3 * u * t * t * p2[axis]! + t ** 3 * p3[axis]!
              : u * u * from + 2 * u * t * p1[axis]! + t * t * p3[axis]!;
          to(at(0, x), at(1, y));
        }
    });
  return all;
}
function offOutline([x, y]: Flat, outline: readonly Flat[]): number {
  let inside = false;
  let off = Infinity;
  outline.forEach(([ax, ay], i) => {
    const [bx, by] = outline[(i + 1) % outline.length]!;
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
    const [dx, dy] = [bx - ax, by - ay];
    const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
    off = Math.min(off, Math.hypot(x - ax - t * dx, y - ay - t * dy));
  });
  return inside ? 0 : off;
}
/** How far places, junctions and the bends of legs lie outside all that is drawn of the craft, mm, in the view where that is more. */
function straying(pattern: Pattern): Map<string, number> {
  const outlines = (['side', 'top'] as const).map((view) =>
    strokesOf(pattern.drawing[view])
      .filter(([, { pen }]) => pen === 'outline' || pen === 'line')
      .flatMap(([, { d }]) => outlinesOf(d)),
  );
  const off = (at: Vec3) =>
    Math.max(
      ...outlines.map((all, view) => {
        const spot: Flat = view === 0 ? [at[0], at[2]] : [at[0], at[1]];
        return Math.min(...all.map((outline) => offOutline(spot, outline)));
      }),
    );
  const points = [
    // What hangs on a tube is as far off it as it is thick.
    ...Object.entries(pattern.places).map(
      ([id, one]) => [id, one.at, one.accepts.includes('enclosure') ? one.room.w / 2 : 0] as const,
    ),
    ...Object.entries(pattern.junctions).map(([id, { at }]) => [id, at, 0] as const),
    ...Object.entries(pattern.legs).flatMap(([id, { via }]) => via.map((at, i) => [`${id}.${i}`, at, 0] as const)),
  ];
  return new Map(points.map(([id, at, beside]) => [id, off(at) - beside]));
}
/** A tie beside a tube, or a whip above its foot: no drawing of a line is as wide as what hangs on it, mm. */
const BESIDE = 60;

test.each(PATTERNS.map((pattern): [string, Pattern] => [pattern.id, pattern]))(
  'on %s nothing lies off the craft, as drawn and stretched to both ends of every measure',
  (_, pattern) => {
    const ends = Object.entries(pattern.measures).flatMap(([id, measure]) => [
      { [id]: measure.range[0] },
      { [id]: measure.range[1] },
    ]);
    const all = Object.fromEntries(
      Object.entries(pattern.measures).map(([id, m]) => [id, standardOf(m) === m.range[1] ? m.range[0] : m.range[1]]),
    );
    for (const measures of [{}, ...ends, all]) {
      const stray = [...straying(fitCraft(withVariant(pattern, {}), measures))].filter(([, mm]) => mm > BESIDE);
      expect([measures, stray.map(([id, mm]) => `${id} ${Math.round(mm)}`)]).toEqual([measures, []]);
      for (const [id, one] of Object.entries(fitCraft(pattern, measures).legs))
        expect([id, nodeOf(pattern, one.from) !== undefined]).toEqual([id, true]);
    }
  },
);
