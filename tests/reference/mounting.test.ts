import fc from 'fast-check';
import * as v from 'valibot';
import { Panel } from '#core/craft/panel';
import { Mount } from '#core/gear/mount';
import { LAP, spareOf } from '#core/panels/clearances';
import { pieceOf } from '#core/panels/piece';
import { FINE, findPosition, positionAt, type Position } from '#core/panels/position';
import { siteOf, type Site } from '#core/panels/site';
import { flattened, moved, type Contour, type Point } from '#core/plane/contour';
import { anyMaterial, anyMount, anyPanel } from '../support/any-mount';
import { judged, pointAt, type Judged } from '../support/jts';

const SEED = 14101;
const millimetre = fc.integer({ min: -300, max: 300 }).map((halves) => halves / 2);
const some = (runs: number) =>
  fc.sample(fc.tuple(anyPanel, anyMount, anyMaterial, fc.tuple(millimetre, millimetre)), { seed: SEED, numRuns: runs });

/** Distance by the judge, signed: minus how far from the line a thing is that is where it may not be. */
const away = (a: Judged, b: Judged) => (a.intersects(b) ? 0 : a.distance(b));
const inside = (a: Judged, b: Judged) => (b.covers(a) ? a.getBoundary().distance(b.getBoundary()) : 0);
const overlaps = (a: { fromMm: number; toMm: number }, b: { fromMm: number; toMm: number }) =>
  Math.max(a.fromMm, b.fromMm) < Math.min(a.toMm, b.toMm);

/** What the judge says of a position, limit by limit, the least of each. It looks at nothing the position says. */
function judge(site: Site, { piece, at, opening }: Position, fine = 0.02): Record<string, number> {
  const least: Record<string, number> = {};
  const say = (limit: string, id: string | undefined, mm: number) => {
    const key = `${limit} ${id ?? ''}`;
    least[key] = Math.min(least[key] ?? Infinity, mm);
  };
  const here = (contour: Contour) => judged(moved(contour, ...at), fine);
  const panel = judged(site.outline, fine);
  const face = here(piece.face);
  if (piece.cutout) {
    say('edge', undefined, inside(here(piece.cutout), panel));
    say('flange', undefined, inside(face, panel));
    for (const { id, contour } of site.openings)
      if (id !== opening) say('opening', id, away(here(piece.cutout), judged(contour, fine)));
      else say('lap', id, inside(judged(contour, fine), face));
  } else say('edge', undefined, inside(face, panel));
  for (const { id, opening: there, contour } of site.openings)
    if (there.taken) say('flange', id, away(face, judged(contour, fine)));
  for (const { id, obstacle, contour } of site.obstacles)
    for (const solid of piece.solids)
      if (overlaps(solid, obstacle)) say('obstacle', id, away(here(solid.contour), judged(contour, fine)));
  for (const { at: own, mm, fastener } of piece.fastenings) {
    if (mm === 0) continue;
    const point = pointAt(at[0] + own[0], at[1] + own[1]);
    say(
      'fastenerEdge',
      undefined,
      inside(point, panel) || (panel.covers(point) ? panel.getBoundary().distance(point) : 0),
    );
    for (const { id, contour } of site.openings) say('fastenerOpening', id, away(point, judged(contour, fine)));
    for (const { id, obstacle, contour } of site.obstacles)
      if (overlaps({ fromMm: 0, toMm: fastener.lengthMm }, obstacle))
        say('fastenerObstacle', id, away(point, judged(contour, fine)));
  }
  const { panel: said } = site;
  for (const { contour, fromMm, toMm } of piece.solids) {
    if (said.behindMm !== null && toMm > 0) say('behind', undefined, said.behindMm - toMm);
    if (said.frontMm !== null && fromMm < 0) say('front', undefined, said.frontMm + fromMm);
    for (const [cover, { side, bottomLeft, bottomRight, topLeft }] of Object.entries(said.closings))
      if (side === 'behind' ? toMm > 0 : fromMm < 0)
        for (const [x, y] of flattened(moved(contour, ...at), 0.001)) {
          const across = (x - site.outline.left) / (site.outline.right - site.outline.left);
          const up = (y - site.outline.bottom) / (site.outline.top - site.outline.bottom);
          const free = bottomLeft + across * (bottomRight - bottomLeft) + up * (topLeft - bottomLeft);
          say('cover', cover, free - (side === 'behind' ? toMm : -fromMm));
        }
  }
  return least;
}

describe(`gear on panels against the JTS topology suite, seed ${SEED}`, () => {
  test('what is made up here is what a job may hold', () => {
    for (const [panel, mount] of some(200)) {
      expect(v.safeParse(Panel, panel).issues).toBeUndefined();
      expect(v.safeParse(Mount, mount).issues).toBeUndefined();
    }
  });

  test('2000 positions: every clearance within 0.05 mm, and none that fits collides', () => {
    let fitting = 0;
    some(2000).forEach(([panel, mount, material, at], i) => {
      const site = siteOf(panel);
      const lying = { turnDeg: [0, 90, 20][i % 3]!, plugs: 'straight', over: i % 5 === 0, adapter: null } as const;
      const piece = pieceOf(mount, lying, material);
      const used = i % 2 && piece.cutout ? site.openings[0]?.id : undefined;
      const position = positionAt(site, piece, material, used, at);
      const least = judge(site, position);
      const ours: Record<string, number> = {};
      for (const { limit, id, mm } of position.clearances)
        ours[`${limit} ${id ?? ''}`] = Math.min(ours[`${limit} ${id ?? ''}`] ?? Infinity, mm);
      expect(Object.keys(ours).sort()).toEqual(Object.keys(least).sort());
      for (const [limit, mm] of Object.entries(ours))
        if (mm > 0 || /^(behind|front|cover) /.test(limit)) expect(Math.abs(mm - least[limit]!)).toBeLessThan(0.05);
        else expect(least[limit]).toBeLessThan(0.05);
      if (position.spareMm >= 0 && position.deepMm >= 0) fitting++;
    });
    expect(fitting).toBeGreaterThan(50);
  });

  test('60 searches: no point of a grid, by the judge, has more room than is said to be the most', () => {
    let fitting = 0;
    for (const [panel, mount, material] of some(60)) {
      const site = siteOf(panel);
      const found = findPosition(site, mount, material, FINE);
      expect(found.mostMm).toBeGreaterThanOrEqual(found.valueMm);
      // Where it makes its own opening and nothing is too deep, what decides is what is spare.
      if (found.opening !== undefined || found.deepMm < 0) continue;
      if (found.spareMm < 0) continue;
      expect(found.valueMm).toBeCloseTo(found.spareMm, 6);
      fitting++;
      const { left, right, bottom, top } = site.outline;
      const piece = pieceOf(mount, found.lying, material);
      const needs = new Map(found.clearances.map(({ limit, id, needMm }) => [`${limit} ${id ?? ''}`, needMm]));
      for (let i = 1; i < 8; i++)
        for (let j = 1; j < 8; j++) {
          const at: Point = [left + ((right - left) * i) / 8, bottom + ((top - bottom) * j) / 8];
          const flat = Object.entries(judge(site, { ...found, piece, at }, 0.05)).filter(
            ([key]) => !/^(behind|front|cover|lap) /.test(key),
          );
          const spare = Math.min(...flat.map(([key, mm]) => mm - (needs.get(key) ?? 0)));
          if (flat.every(([, mm]) => mm > 0)) expect(spare).toBeLessThan(found.mostMm + 0.1);
        }
    }
    expect(fitting).toBeGreaterThan(8);
  });

  test('a search proves what it says: more than twice as fine it finds no more', () => {
    for (const [panel, mount, material] of some(25)) {
      const found = findPosition(siteOf(panel), mount, material, FINE);
      const finer = findPosition(siteOf({ ...panel }), mount, material, { ...FINE, withinMm: 0.2 as 0.5 });
      if (found.proven && found.valueMm > 0) expect(finer.valueMm).toBeLessThanOrEqual(found.mostMm + 0.01);
    }
  });

  test('an opening that is used: missed by no more than elsewhere near it', () => {
    let used = 0;
    for (const [panel, mount, material] of some(90)) {
      const site = siteOf(panel);
      const found = findPosition(site, mount, material, FINE);
      if (found.opening === undefined) continue;
      used++;
      const hole = judged(site.openings.find(({ id }) => id === found.opening)!.contour);
      const worth = (x: number, y: number) => {
        const piece = pieceOf(mount, found.lying, material);
        const position = positionAt(site, piece, material, found.opening, [x, y]);
        const lap = position.clearances.find(({ limit }) => limit === 'lap')!;
        const out = judged(moved(piece.cutout!, x, y));
        const room = hole.covers(out) ? inside(out, hole) : 0;
        return Math.min(position.spareMm, room, spareOf(lap));
      };
      const [x, y] = found.at;
      if (found.valueMm > 0)
        for (const [dx, dy] of [
          [4, 0],
          [-4, 0],
          [0, 4],
          [0, -4],
          [9, 9],
          [-9, 9],
        ] as const)
          expect(worth(x + dx, y + dy)).toBeLessThan(found.mostMm + 0.06);
    }
    expect(used).toBeGreaterThan(5);
    expect(LAP).toBe(3);
  });
});
