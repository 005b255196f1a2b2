import fc from 'fast-check';
import type { Panel } from '#core/craft/panel';
import type { Mount } from '#core/gear/mount';
import type { Outline } from '#core/plane/outline';
import { MATERIAL_IDS, type Material } from '#core/tables/materials';
import { anyOutline } from './any-contour';

const mm = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((halves) => halves / 2);
const turns = fc.constantFrom(0, 0, 0, 90, 30, 135);
const at = (far: number) => fc.tuple(mm(-far, far), mm(-far, far));
const scaled = (outline: Outline, by: number): Outline => {
  const times = (size: number) => Math.round(size * by * 10) / 10;
  if (outline.shape === 'round') return { ...outline, d: times(outline.d) };
  if (outline.shape === 'rectangle')
    return { ...outline, w: times(outline.w), h: times(outline.h), corner: Math.floor(outline.corner * by * 9) / 10 };
  return { ...outline, points: outline.points.map(([x, y]): [number, number] => [times(x), times(y)]), corner: 0 };
};

const named = <T>(entries: readonly T[]): Record<string, T> =>
  Object.fromEntries(entries.map((entry, i) => [`n${i}`, entry]));

/** A panel of some hundred millimetres with openings, obstacles at any depth and perhaps a cover over it. */
export const anyPanel: fc.Arbitrary<Panel> = fc
  .record({
    outline: anyOutline.map((outline) => scaled(outline, 2.4)),
    openings: fc.array(
      fc.record({
        name: fc.constant('an opening'),
        outline: anyOutline.map((outline) => scaled(outline, 0.3)),
        at: at(150),
        turnDeg: turns,
        taken: fc.boolean(),
      }),
      { maxLength: 2 },
    ),
    obstacles: fc.array(
      fc
        .record({
          outline: anyOutline.map((outline) => scaled(outline, 0.5)),
          at: at(170),
          turnDeg: turns,
          fromMm: mm(-60, 60),
          deep: mm(3, 60),
        })
        .map(({ deep, ...rest }) => ({
          ...rest,
          name: 'something',
          kind: 'structure' as const,
          toMm: rest.fromMm + deep,
        })),
      { maxLength: 3 },
    ),
    behindMm: fc.option(mm(20, 200)),
    frontMm: fc.option(mm(20, 200)),
    closings: fc.array(
      fc.record({
        side: fc.constantFrom('front' as const, 'behind' as const),
        bottomLeft: mm(20, 200),
        bottomRight: mm(20, 200),
        topLeft: mm(20, 200),
      }),
      { maxLength: 1 },
    ),
  })
  .map(({ openings, obstacles, closings, ...rest }) => ({
    ...rest,
    lies: 'face',
    datum: { x: 'left', y: 'top' },
    thicknessMm: 3,
    material: null,
    finished: true,
    openings: named(openings),
    holes: {},
    obstacles: named(obstacles),
    beyond: '',
    closings: named(closings),
    partner: null,
    tubeMm: null,
    board: null,
    dips: {},
  }));

/** Gear with a face, perhaps an opening in it, some bodies, plugs and fasteners. */
export const anyMount: fc.Arbitrary<Mount> = fc
  .record({
    face: anyOutline.map((outline) => scaled(outline, 0.8)),
    through: fc.boolean(),
    body: fc.record({ at: at(8), fromMm: fc.constantFrom(0, 0, 5), toMm: mm(10, 90) }),
    tail: fc.option(
      fc.record({ outline: fc.constant({ shape: 'round', d: 30 } satisfies Outline), at: at(20), deep: mm(5, 60) }),
    ),
    side: fc.constantFrom('back' as const, 'top' as const, 'left' as const, 'bottom' as const),
    straightMm: fc.constantFrom(0, 10, 30),
    angledMm: fc.option(mm(0, 15)),
    screws: fc.array(at(45), { maxLength: 4 }),
    seat: fc.constantFrom('nut' as const, 'panel' as const, 'insert' as const),
    turns: fc.constantFrom('upright' as const, 'half' as const, 'quarter' as const),
  })
  .map(({ face, through, body, tail, side, straightMm, angledMm, screws, seat, turns: turning }) => {
    const low = through ? body.fromMm : -body.toMm;
    const high = through ? body.toMm : 0;
    return {
      face,
      cutout: through ? scaled(face, 0.8) : null,
      bodies: [
        { outline: scaled(face, 0.75), at: body.at, fromMm: low, toMm: high },
        ...(tail ? [{ outline: tail.outline, at: tail.at, fromMm: high, toMm: high + tail.deep }] : []),
      ],
      plugs: { side, straightMm, angledMm, bendMm: 15, mayFaceUp: true },
      fixing: 'faceScrews',
      groups: screws.length
        ? {
            screws: {
              name: 'Screws',
              at: screws,
              thread: 'M4',
              lengthMm: 20,
              drive: 'cross2',
              from: 'kit',
              seat,
              torqueNm: null,
              lock: false,
              prep: 'none',
            },
          }
        : {},
      panelMm: [1, 20],
      tubeMm: null,
      seal: 'none',
      compassMm: null,
      airMm: 0,
      turns: turning,
      turnsOver: false,
    } satisfies Mount;
  });
export const anyMaterial: fc.Arbitrary<Material> = fc.constantFrom(...MATERIAL_IDS);
