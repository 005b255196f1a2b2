import { CROSSOVER } from '#demo/patterns/crossover';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { TRAVEL_TRAILER } from '#demo/patterns/trailer';
import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import { PATTERNS } from '#demo/jobs';
import { moved, travelOf } from '../craft/joint';
import { onSheet, posesOf, transformOf } from './pose';
import { project } from './projection';

type Flat = readonly [number, number];
const at = ([a, b, c, d, e, f]: readonly number[], [x, y]: Flat): Flat => [a! * x + c! * y + e!, b! * x + d! * y + f!];

test('a tower folded by a quarter turn, by hand: what stood over its hinge lies before it, what was level stands on end', () => {
  const pose = posesOf(TOW_BOAT, { tower: 90 }, 'side').get('tower')!;
  // The hinge is at 2330, 1100: 1000 above it comes to 1000 ahead of it.
  const [x, z] = at(pose, [2330, 2100]);
  expect(x).toBeCloseTo(3330, 6);
  expect(z).toBeCloseTo(1100, 6);
  expect(at(pose, [2430, 1100])[1]).toBeCloseTo(1000, 6);
  expect(posesOf(TOW_BOAT, { tower: 90 }, 'side').has('hull')).toBe(false);
});

test('a slide runs out as far as it travels, seen from above; from its side nothing is seen of it', () => {
  const above = posesOf(TRAVEL_TRAILER, { slide: 760 }, 'top').get('slide')!;
  const [x, y] = at(above, [2000, 1000]);
  expect([x, y].map(Math.round)).toEqual([2000, 1760]);
  expect(at(posesOf(TRAVEL_TRAILER, { slide: 760 }, 'side').get('slide')!, [2000, 1000]).map(Math.round)).toEqual([
    2000, 1000,
  ]);
});

test('a bed tips about its hinge with everything drawn on it, exactly as its points move', () => {
  const pose = posesOf(CROSSOVER, { bed: -42 }, 'side').get('bed')!;
  const [x, , z] = moved(CROSSOVER.joints['bed']!, [500, 0, 900], -42);
  expect(at(pose, [500, 900])[0]).toBeCloseTo(x, 6);
  expect(at(pose, [500, 900])[1]).toBeCloseTo(z, 6);
});

test('what hangs on a body that moves goes with it: a lid with its bag', () => {
  const bag = Object.entries(WIDE_TOURER.joints).find(([, joint]) => joint.kind === 'liftOff')!;
  const lid = Object.values(WIDE_TOURER.joints).find((joint) => joint.fixed === bag[1].moving)!;
  const poses = posesOf(WIDE_TOURER, { [bag[0]]: travelOf(bag[1])[1] || travelOf(bag[1])[0] }, 'top');
  expect(poses.get(lid.moving)).toEqual(poses.get(bag[1].moving));
  expect([...poses.keys()]).not.toContain('frame');
});

test('every joint of every pattern, at both ends and as drawn: its places on the sheet lie as deep as they are, moved as they move', () => {
  for (const pattern of PATTERNS) {
    expect(posesOf(pattern, {}, 'side').size).toBe(0);
    for (const [id, joint] of Object.entries(pattern.joints))
      for (const to of travelOf(joint).filter((end) => end !== 0))
        for (const view of ['side', 'top'] as const) {
          const pose = posesOf(pattern, { [id]: to }, view).get(joint.moving)!;
          expect(pose.every(Number.isFinite)).toBe(true);
          // A point of the body in the depth that its places have on average.
          const nodes = [...Object.values(pattern.places), ...Object.values(pattern.junctions)].filter(
            ({ body }) => body === joint.moving,
          );
          if (!nodes.length) continue;
          const middle = [0, 1, 2].map((i) => nodes.reduce((sum, node) => sum + node.at[i]!, 0) / nodes.length) as [
            number,
            number,
            number,
          ];
          const [x, y, z] = moved(joint, middle, to);
          const seen = at(pose, view === 'side' ? [middle[0], middle[2]] : [middle[0], middle[1]]);
          expect(Math.hypot(seen[0] - x, seen[1] - (view === 'side' ? z : y))).toBeLessThan(1e-6);
        }
  }
});

test('on the sheet it is the same move: gear goes where its body goes', () => {
  const projection = project(TOW_BOAT, 'side', { x: 40, y: 60, w: 700, h: 400 });
  const pose = posesOf(TOW_BOAT, { tower: 60 }, 'side').get('tower')!;
  const numbers = /matrix\((.*)\)/.exec(onSheet(pose, projection))![1]!.split(' ').map(Number);
  const spot = [2432, 520, 2240] as const;
  const [x, z] = at(pose, [spot[0], spot[2]]);
  const want = projection.to([x, spot[1], z]);
  const got = at(numbers, projection.to(spot));
  expect(Math.hypot(got[0] - want[0], got[1] - want[1])).toBeLessThan(0.01);
  expect(transformOf([1, 0, 0, 1, 0, 0])).toBe('matrix(1 0 0 1 0 0)');
});
