import { Colors, DxfWriter, LWPolylineFlags, TextHorizontalAlignment, Units, point3d } from '@tarikjabiri/dxf';
import { strToU8, zipSync, type Zippable } from 'fflate';
import type { CutDrawing, CutPen } from '#core/drawing/cuts';
import { pathData, type Contour } from '#core/plane/contour';
import { folded } from '#core/text/text';
import { attributes, escape } from './markup';

/** Lines by what they are for: width and dashes on paper, mm. */
export const PENS: Readonly<Record<CutPen, { readonly width: number; readonly dash?: readonly [number, number] }>> = {
  cut: { width: 0.5 },
  there: { width: 0.25 },
  behind: { width: 0.18, dash: [3, 2] },
  mark: { width: 0.18 },
  bundle: { width: 1.2 },
};

// ── As SVG ──────────────────────────────────────────────────────────────────────────────────────

/** A drawing as an SVG document, in millimetres. */
export function cutSvg(drawing: CutDrawing): string {
  const { left, right, top, bottom } = drawing;
  const [w, h] = [right - left, top - bottom];
  const pen = (id: CutPen) => {
    const { width, dash } = PENS[id];
    return { stroke: '#000', 'stroke-width': width, 'stroke-dasharray': dash?.join(' ') };
  };
  return [
    `<svg xmlns="http://www.w3.org/2000/svg"${attributes({ width: `${w.toFixed(3)}mm`, height: `${h.toFixed(3)}mm`, viewBox: [left, -top, w, h].map((mm) => mm.toFixed(3)).join(' ') })} font-family="Fira Sans, sans-serif">`,
    `<title>${escape(drawing.title)}</title>`,
    '<g transform="scale(1 -1)" fill="none">',
    ...drawing.contours.map(
      ({ pen: id, contour }) => `<path${attributes({ class: id, d: pathData(contour), ...pen(id) })}/>`,
    ),
    ...drawing.strokes.map(
      ({ pen: id, from, to }) =>
        `<path${attributes({ class: id, d: `M${from.join(' ')}L${to.join(' ')}`, ...pen(id) })}/>`,
    ),
    ...drawing.holes.map(
      ({ at: [cx, cy], mm }) => `<circle${attributes({ class: 'hole', cx, cy, r: mm / 2, ...pen('cut') })}/>`,
    ),
    '</g>',
    ...drawing.texts.map(
      ({ at: [x, y], mm, words, anchor, strong, turn }) =>
        `<text${attributes({ x, y: -y, 'font-size': mm, 'text-anchor': anchor === 'start' ? undefined : anchor, 'font-weight': strong ? 600 : undefined, transform: turn ? `rotate(${-turn} ${x} ${-y})` : undefined })}>${escape(words)}</text>`,
    ),
    '</svg>',
    '',
  ].join('\n');
}

// ── As DXF ──────────────────────────────────────────────────────────────────────────────────────

const LAYERS: Readonly<Record<CutPen | 'hole' | 'words', readonly [name: string, colour: number]>> = {
  cut: ['CUT', Colors.Red],
  hole: ['HOLES', Colors.Red],
  there: ['EXISTING', Colors.White],
  behind: ['BEHIND', Colors.Green],
  mark: ['MARKS', Colors.Blue],
  bundle: ['HARNESS', Colors.Red],
  words: ['WORDS', Colors.White],
};
const ALIGN = {
  start: TextHorizontalAlignment.Left,
  middle: TextHorizontalAlignment.Center,
  end: TextHorizontalAlignment.Right,
} as const;

/** A drawing as DXF, in millimetres: circles where it is round, lines and arcs as they are. */
export function cutDxf(drawing: CutDrawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLType('BEHIND', '_ _ _', [3, -2]);
  for (const [id, [name, colour]] of Object.entries(LAYERS))
    dxf.addLayer(name, colour, id === 'behind' ? 'BEHIND' : 'Continuous');
  const outline = ({ edges, round, left, bottom }: Contour, layerName: string) => {
    if (round !== undefined) dxf.addCircle(point3d(left + round, bottom + round), round, { layerName });
    else
      dxf.addLWPolyline(
        edges.map(({ ax, ay, r, sweep }) => ({
          point: { x: ax, y: ay },
          ...(r === 0 ? {} : { bulge: Math.tan(sweep / 4) }),
        })),
        { flags: LWPolylineFlags.Closed, layerName },
      );
  };
  for (const { pen, contour } of drawing.contours) outline(contour, LAYERS[pen][0]);
  for (const { pen, from, to } of drawing.strokes)
    dxf.addLine(point3d(...from), point3d(...to), { layerName: LAYERS[pen][0] });
  for (const { at, mm } of drawing.holes) dxf.addCircle(point3d(...at), mm / 2, { layerName: LAYERS.hole[0] });
  for (const { at, mm, words, anchor, turn } of drawing.texts)
    dxf.addText(point3d(...at), mm, folded(words), {
      layerName: LAYERS.words[0],
      ...(turn ? { rotation: turn } : {}),
      ...(anchor === 'start' ? {} : { horizontalAlignment: ALIGN[anchor], secondAlignmentPoint: point3d(...at) }),
    });
  return dxf.stringify();
}

/** Every drawing as SVG and as DXF, in one zip; the same drawings give the same bytes. */
export function cutsZip(drawings: readonly CutDrawing[]): Uint8Array {
  const files: Zippable = {};
  for (const drawing of drawings) {
    files[`${drawing.id}.svg`] = strToU8(cutSvg(drawing));
    files[`${drawing.id}.dxf`] = strToU8(cutDxf(drawing));
  }
  return zipSync(files, { mtime: new Date(Date.UTC(2026, 0, 1, 12)) });
}
