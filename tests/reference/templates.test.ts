import DxfParser, { type ICircleEntity, type ILwpolylineEntity } from 'dxf-parser';
import { unzipSync } from 'fflate';
import { DEMO_JOBS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { cutDrawings, type CutDrawing } from '#core/drawing/cuts';
import { applyAll } from '#core/job/operations';
import { contourArea, flattened, polygon, type Point } from '#core/plane/contour';
import { planJob } from '#core/plan';
import { cutsPdf, tilingOf, type Paper } from '#formats/template-pdf';
import { cutDxf, cutSvg, cutsZip } from '#formats/templates';
import { levelAt, pagesOf, ringAt, svgPage, type Page } from '../support/paper';

const DPI = 300;
/** What a template may be off on paper, mm. */
const ON_PAPER = 0.2;

/** A van whose round unit goes into the opening of the old radio over a plate; panels that need several pages. */
const VAN = applyAll(
  DEMO_JOBS.find(({ id }) => id === 'narrow-van')!,
  [
    { op: 'addGear', id: 'round', item: shelfItem('kingcup-3'), place: 'cabDash' },
    {
      op: 'setMount',
      gear: 'round',
      mount: { adapter: { kind: 'plate', thicknessMm: 3, material: 'plastic' } },
    },
  ],
);
const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const all = [VAN, LAUNCH].flatMap((job) => cutDrawings(job, planJob(job)));
const found = (id: string) => all.find((drawing) => drawing.id === id)!;

test('there are drawings of panels and of what is cut for gear', () => {
  expect(all.length).toBeGreaterThan(8);
  expect(new Set(all.map(({ id }) => id.split(' ')[0]))).toEqual(new Set(['panel', 'plate', 'board']));
});

describe('DXF, read by another parser', () => {
  const read = (drawing: CutDrawing) => new DxfParser().parseSync(cutDxf(drawing))!;
  test('is in millimetres, and every hole is where it is drilled', () => {
    for (const drawing of all) {
      const { header, entities } = read(drawing);
      expect(header['$INSUNITS']).toBe(4);
      const holes = entities.filter((e): e is ICircleEntity => e.type === 'CIRCLE' && e.layer === 'HOLES');
      expect(holes.map(({ center: { x, y }, radius }) => [x, y, radius * 2])).toEqual(
        drawing.holes.map(({ at: [x, y], mm }): unknown[] => [
          expect.closeTo(x, 6),
          expect.closeTo(y, 6),
          expect.closeTo(mm, 6),
        ]),
      );
    }
  });
  test('lines that are cut enclose the same area, arcs counted', () => {
    let cut = 0;
    for (const drawing of all) {
      const lines = read(drawing).entities.filter(({ layer }) => layer === 'CUT');
      const areas = lines.map((line) => {
        if (line.type === 'CIRCLE') return Math.PI * (line as ICircleEntity).radius ** 2;
        const { vertices, shape } = line as ILwpolylineEntity;
        expect(shape).toBe(true);
        // A bulge is the tangent of a quarter of the arc's angle: its segment from that alone.
        return vertices.reduce((sum, { x, y, bulge }, i) => {
          const next = vertices[(i + 1) % vertices.length]!;
          const angle = 4 * Math.atan(bulge ?? 0);
          const chord = Math.hypot(next.x - x, next.y - y);
          const r = angle === 0 ? 0 : chord / 2 / Math.sin(Math.abs(angle) / 2);
          return sum + (x * next.y - next.x * y) / 2 + (r * r * (angle - Math.sin(angle))) / 2;
        }, 0);
      });
      const own = drawing.contours.filter(({ pen }) => pen === 'cut').map(({ contour }) => contourArea(contour));
      expect(areas).toEqual(own.map((area): unknown => expect.closeTo(area, 2)));
      cut += own.length;
    }
    expect(cut).toBeGreaterThan(5);
  });
});

/** Where a point of a drawing lies on a page that shows it from (left, top) on. */
const on = (left: number, top: number, [x, y]: Point, margin = 0): Point => [x - left + margin, top - y + margin];

/** Rings large enough to be measured between the arms of their cross. */
const rings = ({ holes }: CutDrawing) => holes.filter(({ mm }) => mm >= 3);
function measure(page: Page, at: Point, mm: number): void {
  const ring = ringAt(page, ...at, mm / 2);
  expect(ring).toBeDefined();
  expect(ring!.off).toBeLessThanOrEqual(ON_PAPER);
  expect(Math.abs(ring!.radius - mm / 2)).toBeLessThanOrEqual(0.35);
}
/** Points along what is cut or there, and whether the page has ink within what is allowed. */
const lined = ({ contours }: CutDrawing): Point[] =>
  contours.filter(({ pen }) => pen === 'cut' || pen === 'there').flatMap(({ contour }) => flattened(contour, 0.5));
const inkNear = ({ ink }: Page, [x, y]: Point) =>
  [0, 0.5, 1, 1.5].some((turn) =>
    [0, 0.1, 0.2].some((r) => ink(x + r * Math.cos(turn * Math.PI), y + r * Math.sin(turn * Math.PI))),
  );

test('SVG, drawn by another program: as large as it says, bar and holes to 0.2 mm', async () => {
  let measured = 0;
  for (const drawing of [found('panel cabDash'), found('plate round'), found('panel console')]) {
    const page = await svgPage(cutSvg(drawing), DPI);
    expect(page.w).toBeCloseTo(drawing.right - drawing.left, 0);
    expect(page.h).toBeCloseTo(drawing.top - drawing.bottom, 0);
    const bar = drawing.strokes.find(({ from, to }) => from[1] === to[1] && Math.abs(to[0] - from[0] - 100) < 1e-9)!;
    const [x, y] = on(drawing.left, drawing.top, [bar.from[0] + 44, bar.from[1]]);
    expect(Math.abs(levelAt(page, x, y) - 100)).toBeLessThanOrEqual(ON_PAPER);
    for (const { at, mm } of rings(drawing)) measure(page, on(drawing.left, drawing.top, at), mm);
    for (const point of lined(drawing)) expect(inkNear(page, on(drawing.left, drawing.top, point))).toBe(true);
    measured += rings(drawing).length;
  }
  expect(measured).toBeGreaterThanOrEqual(10);
});

const MARGIN = 10;
test.each<[Paper, number]>([
  ['a4', 2],
  ['letter', 2],
  ['sheet', 1],
])('PDF on %s, drawn by another program: pages put together are the sheet, to 0.2 mm', async (paper, least) => {
  for (const drawing of [found('panel console'), found('plate round')]) {
    const tiling = tilingOf(drawing, paper);
    const pages = await pagesOf(await cutsPdf([drawing], paper, 'Templates'), DPI);
    expect(pages).toHaveLength(tiling.tiles.length);
    if (drawing.id === 'panel console') expect(pages.length).toBeGreaterThanOrEqual(least);
    const seen = new Set<number>();
    const shown = new Set<Point>();
    const points = lined(drawing);
    tiling.tiles.forEach((tile, i) => {
      const page = pages[i]!;
      // The bar under every page.
      expect(Math.abs(levelAt(page, MARGIN + 50, MARGIN + tile.h + 7) - 100)).toBeLessThanOrEqual(ON_PAPER);
      const holds = ([x, y]: Point, room: number) =>
        x - room >= tile.left &&
        x + room <= tile.left + tile.w &&
        y + room <= tile.top &&
        y - room >= tile.top - tile.h;
      rings(drawing).forEach(({ at, mm }, n) => {
        if (!holds(at, mm / 2 + 0.5)) return;
        measure(page, on(tile.left, tile.top, at, MARGIN), mm);
        seen.add(n);
      });
      for (const point of points)
        if (holds(point, 0.5)) {
          expect(inkNear(page, on(tile.left, tile.top, point, MARGIN))).toBe(true);
          shown.add(point);
        }
    });
    // Nothing of the sheet is on no page.
    expect(seen.size).toBe(rings(drawing).length);
    expect(shown.size).toBe(points.length);
  }
});

test('pages lie upright or across, whichever is fewer, and overlap by 10 mm', () => {
  const of = (w: number, h: number): CutDrawing => ({
    ...found('plate round'),
    contours: [
      {
        pen: 'cut',
        contour: polygon([
          [0, 0],
          [w, 0],
          [w, h],
          [0, h],
        ]),
      },
    ],
    left: 0,
    right: w,
    bottom: 0,
    top: h,
  });
  // A4 shows 190 × 263 upright, 277 × 176 across.
  const pages = (w: number, h: number) => {
    const { columns, rows, page } = tilingOf(of(w, h), 'a4');
    return [columns, rows, page[0]];
  };
  expect(pages(190, 263)).toEqual([1, 1, 210]);
  expect(pages(190.1, 100)).toEqual([1, 1, 297]);
  expect(pages(370, 263)).toEqual([2, 1, 210]);
  expect(pages(370.1, 263)).toEqual([3, 1, 210]);
  expect(tilingOf(of(370, 263), 'a4').tiles.map(({ left }) => left)).toEqual([0, 180]);
});

test('the zip has every drawing in both formats', () => {
  const names = Object.keys(unzipSync(cutsZip(all.slice(0, 3))));
  expect(names).toEqual(all.slice(0, 3).flatMap(({ id }) => [`${id}.svg`, `${id}.dxf`]));
});
