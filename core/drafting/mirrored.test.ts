import { PATTERNS } from '#demo/jobs';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { patternFaults } from '../craft/pattern-faults';
import { moved, travelOf } from '../craft/joint';
import { onOtherSide, otherSide, panelOnOtherSide, strokeOnOtherSide } from '../craft/mirror';
import type { Panel } from '../craft/panel';
import { blankPattern } from './begin';
import { applyEdits } from './draft';
import { isSided, mirrorEdits, mirrorStrokes } from './mirrored';

test.each([
  ['Left pod', 'Right pod'],
  ['podRight', 'podLeft'],
  ['leftPod2', 'rightPod2'],
  ['Upright on the left', 'Upright on the right'],
  ['Leftover and bright, right', 'Leftover and bright, left'],
  ['Locker, port side', 'Locker, starboard side'],
  ['Right and left are not alike', 'Left and right are not alike'],
  ['USB port', 'USB port'],
  ['toString', 'toString'],
])('“%s” on the other side is “%s”, and back', (name, other) => {
  expect(otherSide(name)).toBe(other);
  expect(otherSide(other)).toBe(name);
});

test('a leg mirrored, by hand: what it crosses, opens, passes and is tied to lies on the other side', () => {
  expect(
    onOtherSide.legs({
      name: 'Down behind the left bag',
      from: 'seat',
      to: 'bagLeft',
      via: [
        [100, 200, 300],
        [0, 0, 50],
      ],
      joint: 'bagLeft',
      hazards: ['hot'],
      engineSpace: false,
      covers: { bagLeft: 'off', seat: 'off' },
      fish: { minutes: 12, covers: { seatLeft: 'loosened' } },
      through: 'podLeft',
      passes: { hole: { name: 'Left hole', at: [1, 2, 3], mm: 20, edge: 'bare', drillToMm: null } },
      ties: { one: { kind: 'rack', at: [4, -5, 6] } },
    }),
  ).toEqual({
    name: 'Down behind the right bag',
    from: 'seat',
    to: 'bagRight',
    via: [
      [100, -200, 300],
      [0, 0, 50],
    ],
    joint: 'bagRight',
    hazards: ['hot'],
    engineSpace: false,
    covers: { bagRight: 'off', seat: 'off' },
    fish: { minutes: 12, covers: { seatRight: 'loosened' } },
    through: 'podRight',
    passes: { hole: { name: 'Right hole', at: [1, -2, 3], mm: 20, edge: 'bare', drillToMm: null } },
    ties: { one: { kind: 'rack', at: [4, 5, 6] } },
  });
});

test('mirrored twice everything of every pattern is itself again', () => {
  for (const pattern of PATTERNS) {
    for (const list of ['bodies', 'places', 'junctions', 'legs', 'covers'] as const)
      for (const one of Object.values(pattern[list])) {
        const mirror = onOtherSide[list] as (one: unknown) => unknown;
        expect(mirror(mirror(one))).toEqual(one);
      }
    for (const stroke of Object.values(pattern.drawing.top.strokes))
      expect(strokeOnOtherSide(strokeOnOtherSide(stroke))).toMatchObject({ body: stroke.body, fill: stroke.fill });
  }
});

test('what is mirrored brings the body, the cover and the ends it needs along; nothing is wrong after it', () => {
  const blank = blankPattern({ id: 'm', name: 'M', kind: 'boat', lengthMm: 5000, widthMm: 2000, heightMm: 1500 });
  const place = {
    ...blank.places['battery']!,
    name: 'Pod, left',
    body: 'doorLeft',
    at: [900, 400, 500] as [number, number, number],
  };
  const way = {
    minutes: { off: 1, on: 1 },
    after: {},
    fasteners: {},
    plugs: {},
    hoses: {},
    second: false,
    cautions: [],
    hint: 'Pull.',
  };
  const draft = applyEdits(blank, [
    { op: 'setBody', id: 'doorLeft', to: { name: 'Left door' } },
    { op: 'setCover', id: 'grilleLeft', to: { name: 'Left grille', states: { off: way } } },
    { op: 'setPlace', id: 'podLeft', to: { ...place, covers: { grilleLeft: 'off' } } },
    { op: 'setJunction', id: 'sill-left', to: { name: 'Sill, left', body: 'doorLeft', at: [600, 420, 300] } },
    {
      op: 'setLeg',
      id: 'up',
      to: {
        name: 'Up the left',
        from: 'sill-left',
        to: 'podLeft',
        via: [],
        hazards: [],
        engineSpace: false,
        covers: {},
      },
    },
  ]);
  expect(patternFaults(draft)).toEqual([]);
  const both = applyEdits(draft, mirrorEdits(draft, 'legs', 'up'));
  expect(patternFaults(both)).toEqual([]);
  expect(both.legs['upOpposite']).toMatchObject({ name: 'Up the right', from: 'sill-right', to: 'podRight' });
  expect(both.places['podRight']).toMatchObject({
    body: 'doorRight',
    at: [900, -400, 500],
    covers: { grilleRight: 'off' },
  });
  expect(both.bodies['doorRight']).toEqual({ name: 'Right door' });
  expect(both.covers['grilleRight']!.name).toBe('Right grille');
  // Done again it changes nothing.
  expect(applyEdits(both, mirrorEdits(both, 'places', 'podLeft'))).toEqual(both);
  expect(mirrorEdits(draft, 'places', 'battery')).toEqual([]);
  expect([isSided('podLeft', 'Pod'), isSided('pod', 'Left pod'), isSided('upright', 'Upright')]).toEqual([
    true,
    true,
    false,
  ]);
});

test('lines of the view from above are drawn on the other side under keys of their own', () => {
  const ids = Object.keys(TOW_BOAT.drawing.top.strokes).slice(0, 3);
  const edits = mirrorStrokes(TOW_BOAT, ids);
  const drawn = applyEdits(TOW_BOAT, edits);
  expect(Object.keys(drawn.drawing.top.strokes)).toHaveLength(Object.keys(TOW_BOAT.drawing.top.strokes).length + 3);
  const blank = blankPattern({ id: 'm', name: 'M', kind: 'boat', lengthMm: 500, widthMm: 500, heightMm: 500 });
  const one = applyEdits(blank, [
    {
      op: 'setStroke',
      view: 'top',
      id: 'line',
      to: { at: 1, body: 'body', pen: 'line', fill: 'none', d: 'M0 10L40 20' },
    },
  ]);
  expect(mirrorStrokes(one, ['line'])).toEqual([
    {
      op: 'setStroke',
      view: 'top',
      id: 'lineOpposite',
      to: { at: 1, body: 'body', pen: 'line', fill: 'none', d: 'M0 -10L40 -20' },
    },
  ]);
  // What has no body of its own on the other side stays on the one it is on.
  const door = applyEdits(one, [
    { op: 'setBody', id: 'doorLeft', to: { name: 'Left door' } },
    {
      op: 'setStroke',
      view: 'top',
      id: 'edge',
      to: { at: 2, body: 'doorLeft', pen: 'line', fill: 'none', d: 'M0 10L40 20' },
    },
  ]);
  const bodyOf = (draft: typeof door) => (mirrorStrokes(draft, ['edge'])[0] as { to: { body: string } }).to.body;
  expect(bodyOf(door)).toBe('doorLeft');
  expect(bodyOf(applyEdits(door, [{ op: 'setBody', id: 'doorRight', to: { name: 'Right door' } }]))).toBe('doorRight');
});

test('what moves about a joint moves about the mirrored one as the mirror shows it, all joints, all along their travel', () => {
  let looked = 0;
  for (const pattern of PATTERNS)
    for (const joint of Object.values(pattern.joints)) {
      const other = onOtherSide.joints(joint);
      const [low, high] = travelOf(joint);
      for (const at of [low, low / 3, high / 2, high])
        for (const [x, y, z] of [
          [300, 120, 800],
          [-50, -240, 0],
          [1200, 0, 410],
        ] as const) {
          const [mx, my, mz] = moved(joint, [x, y, z], at);
          const there = moved(other, [x, -y, z], at);
          expect(Math.hypot(there[0] - mx, there[1] + my, there[2] - mz)).toBeLessThan(1e-9);
          looked++;
        }
      expect(onOtherSide.joints(other)).toEqual(joint);
    }
  expect(looked).toBeGreaterThan(150);
});

test('a panel on the other side, by hand, and twice over the panel itself', () => {
  const panel: Panel = {
    lies: 'face',
    outline: {
      shape: 'polygon',
      corner: 0,
      points: [
        [-100, -50],
        [120, -50],
        [0, 80],
      ],
    },
    datum: { x: 'left', y: 'top' },
    thicknessMm: 3,
    material: null,
    finished: true,
    openings: {
      old: { name: 'Old', outline: { shape: 'round', d: 100 }, at: [-20, 10], turnDeg: 15, taken: false },
    },
    holes: { screw: { name: 'Screw', at: [33, -4], mm: 5 } },
    obstacles: {},
    behindMm: 60,
    frontMm: null,
    beyond: 'the tank',
    closings: { lidLeft: { side: 'front', bottomLeft: 20, bottomRight: 50, topLeft: 30 } },
    partner: 'doorRight',
    tubeMm: null,
    board: { gapMm: 10, low: 'left', thicknessMm: 9, material: 'ply' },
    dips: {},
  };
  const other = panelOnOtherSide(panel);
  expect(other).toEqual({
    ...panel,
    outline: {
      shape: 'polygon',
      corner: 0,
      points: [
        [0, 80],
        [-120, -50],
        [100, -50],
      ],
    },
    datum: { x: 'right', y: 'top' },
    openings: {
      old: { name: 'Old', outline: { shape: 'round', d: 100 }, at: [20, 10], turnDeg: -15, taken: false },
    },
    holes: { screw: { name: 'Screw', at: [-33, -4], mm: 5 } },
    // The plane through 20, 50 and 30 at three corners is 60 at the fourth, which is the upper left one of the mirrored.
    closings: { lidRight: { side: 'front', bottomLeft: 50, bottomRight: 20, topLeft: 60 } },
    partner: 'doorLeft',
    board: { gapMm: 10, low: 'right', thicknessMm: 9, material: 'ply' },
  });
  expect(panelOnOtherSide(other)).toEqual(panel);
});
