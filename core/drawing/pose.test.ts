import { CRAFT_JOBS } from '#demo/jobs-crafts';
import { CROSSOVER } from '#demo/patterns/crossover';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { TRAVEL_TRAILER } from '#demo/patterns/trailer';
import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import { PATTERNS } from '#demo/jobs';
import { moved, travelOf } from '../craft/joint';
import { pointIn } from '../craft/frame';
import { planJob } from '../plan';
import { nodeOf } from '../craft/pattern';
import { polylineLength, type Vec3 } from '../units/vectors';
import { posedCraft, posedMounts, posesOf } from './pose';

type Flat = readonly [number, number];
const at = ([a, b, c, d, e, f]: readonly number[], [x, y]: Flat): Flat => [a! * x + c! * y + e!, b! * x + d! * y + f!];
const near = (one: readonly number[], other: readonly number[]) =>
  expect(Math.hypot(...one.map((n, i) => n - other[i]!))).toBeLessThan(1e-6);

test('a tower folded by a quarter turn, by hand: what stood over its hinge lies before it, what was level stands on end', () => {
  const pose = posesOf(TOW_BOAT, { tower: 90 }, 'side').get('tower')!;
  // The hinge is at 2330, 1100: 1000 above it comes to 1000 ahead of it.
  near(at(pose, [2330, 2100]), [3330, 1100]);
  near(at(pose, [2430, 1100]), [2330, 1000]);
  expect(posesOf(TOW_BOAT, { tower: 90 }, 'side').has('hull')).toBe(false);
  const craft = posedCraft(TOW_BOAT, { tower: 90 });
  // The bar, 102 ahead of the hinge and 1140 above it; its cans faced aft and a little down, and face up and a little aft.
  near(craft.places['barLeft']!.at, [2330 + 1140, 520, 1100 - 102]);
  near(craft.places['barLeft']!.faces, [-0.3, 0, 1]);
  expect(craft.places['board']).toBe(TOW_BOAT.places['board']);
});

test('a slide runs out as far as it travels, seen from above; from its side nothing is seen of it', () => {
  near(at(posesOf(TRAVEL_TRAILER, { slide: 760 }, 'top').get('slide')!, [2000, 1000]), [2000, 1760]);
  near(at(posesOf(TRAVEL_TRAILER, { slide: 760 }, 'side').get('slide')!, [2000, 1000]), [2000, 1000]);
});

test('a bed tips about its hinge with everything drawn on it, exactly as its points move', () => {
  const [x, , z] = moved(CROSSOVER.joints['bed']!, [500, 0, 900], -42);
  near(at(posesOf(CROSSOVER, { bed: -42 }, 'side').get('bed')!, [500, 900]), [x, z]);
});

test('what is on a body that moves goes with it, its hinge too: a lid with its bag, opened while it is off', () => {
  const [bag, off] = Object.entries(WIDE_TOURER.joints).find(([, joint]) => joint.kind === 'liftOff')!;
  const [lid, hinge] = Object.entries(WIDE_TOURER.joints).find(([, joint]) => joint.fixed === off.moving)!;
  const far = travelOf(off)[1] || travelOf(off)[0];
  const poses = posesOf(WIDE_TOURER, { [bag]: far }, 'top');
  expect(poses.get(hinge.moving)).toEqual(poses.get(off.moving));
  expect([...poses.keys()].sort()).toEqual([off.moving, hinge.moving].sort());
  const open = travelOf(hinge)[1] || travelOf(hinge)[0];
  const [, { at: spot }] = Object.entries(WIDE_TOURER.places).find(([, { body }]) => body === hinge.moving)!;
  const both = posedCraft(WIDE_TOURER, { [bag]: far, [lid]: open });
  const place = Object.keys(WIDE_TOURER.places).find((id) => WIDE_TOURER.places[id]!.at === spot)!;
  near(both.places[place]!.at, moved(off, moved(hinge, spot, open), far));
  // Opened after it was lifted off is the same as lifted off when it was open.
  near(
    moved(posedCraft(WIDE_TOURER, { [bag]: far }).joints[lid]!, moved(off, spot, far), open),
    both.places[place]!.at,
  );
});

test('every joint of every pattern, at both ends: legs keep their length, ends stay together, lines go as places do', () => {
  for (const pattern of PATTERNS) {
    expect(posedCraft(pattern, {})).toBe(pattern);
    expect(posedCraft(pattern, { toString: 5 })).toBe(pattern);
    expect(posesOf(pattern, {}, 'side').size).toBe(0);
    for (const [id, joint] of Object.entries(pattern.joints))
      for (const to of travelOf(joint).filter((end) => end !== 0)) {
        const craft = posedCraft(pattern, { [id]: to });
        const length = (one: typeof pattern, leg: string) => {
          const { from, to: end, via } = one.legs[leg]!;
          return polylineLength([nodeOf(one, from)!.at, ...via, nodeOf(one, end)!.at]);
        };
        // Nothing but what crosses this joint is longer or shorter for it.
        const other = Object.keys(pattern.legs).filter(
          (leg) => Math.abs(length(craft, leg) - length(pattern, leg)) > 1e-6,
        );
        expect(other.filter((leg) => pattern.legs[leg]!.joint !== id)).toEqual([]);
        const nodes = [...Object.values(pattern.places), ...Object.values(pattern.junctions)].filter(
          ({ body }) => body === joint.moving,
        );
        if (!nodes.length) continue;
        // A point of the body in the depth that its places have on average.
        const middle = [0, 1, 2].map(
          (i) => nodes.reduce((sum, node) => sum + node.at[i]!, 0) / nodes.length,
        ) as unknown as Vec3;
        const [x, y, z] = moved(joint, middle, to);
        near(at(posesOf(pattern, { [id]: to }, 'side').get(joint.moving)!, [middle[0], middle[2]]), [x, z]);
        near(at(posesOf(pattern, { [id]: to }, 'top').get(joint.moving)!, [middle[0], middle[1]]), [x, y]);
      }
  }
});

test('bodies that are on each other in a ring are moved once, not for ever', () => {
  const { neck, ...rest } = WIDE_TOURER.joints;
  const ring = { ...WIDE_TOURER, joints: { ...rest, neck: neck!, back: { ...neck!, fixed: 'bars', moving: 'frame' } } };
  expect(posesOf(ring, { neck: 20 }, 'top').has('bars')).toBe(true);
});

test('gear fitted on panels turns with the bars, every corner of its panel as the joint moves it; the rest stays', () => {
  const mounts = planJob(CRAFT_JOBS[0]!).mounts;
  const neck = WIDE_TOURER.joints['neck']!;
  const posed = posedMounts(WIDE_TOURER, { neck: 36 }, mounts);
  const turnedToo = Object.keys(mounts).filter((id) => WIDE_TOURER.places[mounts[id]!.place]!.body === neck.moving);
  expect(turnedToo.length).toBeGreaterThanOrEqual(2);
  expect(turnedToo.length).toBeLessThan(Object.keys(mounts).length);
  for (const [id, { frame }] of Object.entries(mounts))
    if (!turnedToo.includes(id)) expect(posed[id]).toBe(mounts[id]);
    else
      for (const [x, y, deep] of [
        [0, 0, 0],
        [120, 0, 0],
        [0, -80, 0],
        [60, 40, 150],
      ] as const)
        near(pointIn(posed[id]!.frame, x, y, deep), moved(neck, pointIn(frame, x, y, deep), 36));
  expect(posedMounts(WIDE_TOURER, { neck: 0 }, mounts)).toBe(mounts);
});
