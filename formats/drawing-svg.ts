import type { Pattern } from '#core/craft/pattern';
import { WIRE_WIDTH, layLanes } from '#core/drawing/lanes';
import { placedGear } from '#core/drawing/placed';
import { SHEET, twoViews } from '#core/drawing/sheet';
import { tagMarks, tagWidth } from '#core/drawing/tags';
import { silhouette } from '#core/drawing/silhouette';
import type { Projection } from '#core/drawing/projection';
import { craftOf, type Job } from '#core/job/job';
import { seatOf } from '#core/mounting/index';
import type { Plan } from '#core/plan';
import { folded } from '#core/text/text';
import type { ColourName } from '#core/tables/colours';

/** Colours on white paper. */
const INK = '#1b272c';
const PAPER = '#ffffff';
const FILL: Record<Pattern['drawing']['side']['strokes'][number]['fill'], string> = {
  none: 'none',
  paper: PAPER,
  panel: '#ece7d6',
  dark: '#aab0b1',
  metal: '#dde0dd',
  tyre: '#8c9395',
  glass: '#e2eeee',
  seat: '#c2b2a2',
  lamp: '#f5e9c4',
  hot: '#e0d4cb',
};
const PEN = { outline: 1.2, line: 0.8, fine: 0.45, hidden: 0.5, centre: 0.45 } as const;
const WIRE: Record<ColourName, string> = {
  white: '#fdfdfb',
  grey: '#8f979b',
  green: '#1f8a45',
  violet: '#7d45b3',
  red: '#cf2a23',
  yellow: '#f2c318',
  black: '#15181a',
  blue: '#2460c4',
  orange: '#e47a19',
  brown: '#7a4a23',
  pink: '#e58fb1',
};

const escape = (text: string) =>
  folded(text).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

function craftSvg(pattern: Pattern, projection: Projection): string {
  // Widths are on paper, so the drawing's scale is taken out of them.
  const width = (pen: keyof typeof PEN) => (PEN[pen] / projection.scale).toFixed(2);
  const dash = (pen: keyof typeof PEN) =>
    pen === 'hidden' ? ` stroke-dasharray="${(4 / projection.scale).toFixed(1)}"` : '';
  const strokes = pattern.drawing[projection.view].strokes.map(
    ({ pen, fill, d }) =>
      `<path d="${d}" fill="${FILL[fill]}" fill-rule="evenodd" stroke="${INK}" stroke-width="${width(pen)}"${dash(pen)}/>`,
  );
  return `<g transform="${projection.transform}" opacity="0.75" stroke-linejoin="round">${strokes.join('')}</g>`;
}

/** The craft with its gear and every run in its insulation colours, from the right and from above: an SVG document. */
export function drawingSvg(job: Job, plan: Plan): string {
  const craft = craftOf(job);
  const views = twoViews(craft, { x: 16, y: 40, w: SHEET.w - 32, h: SHEET.h - 62 });
  const parts = [views.side, views.top].map((p) => {
    const wires = layLanes(
      job,
      plan.runs.filter((run) => run.way),
      p,
    ).map(({ run, path }) => {
      const { body, stripe } = run.conductors[0]!.colour;
      const two = run.conductors.find((c) => c.colour.stripe)?.colour.stripe ?? stripe;
      return [
        `<path d="${path}" stroke="${INK}" stroke-width="${WIRE_WIDTH + 1.4}"/>`,
        `<path d="${path}" stroke="${WIRE[body]}" stroke-width="${WIRE_WIDTH}"/>`,
        two ? `<path d="${path}" stroke="${WIRE[two]}" stroke-width="1.3" stroke-dasharray="7 6"/>` : '',
      ].join('');
    });
    const gear = placedGear(job, p.view).map(({ item, place }) => {
      const shape = silhouette(seatOf(item, place), item.kind === 'speaker' ? 'speaker' : 'other', p);
      return shape.bodies.map((d) => `<path d="${d}" fill="${INK}" stroke="${PAPER}" stroke-width="1"/>`).join('');
    });
    const tags = tagMarks(job, plan.tags, p).map(({ text, at: [x, y] }) => {
      const w = tagWidth(text);
      return [
        `<rect x="${(x - w / 2).toFixed(1)}" y="${(y - 6.5).toFixed(1)}" width="${w.toFixed(1)}" height="13" rx="2" fill="${INK}"/>`,
        `<text x="${x.toFixed(1)}" y="${(y + 4).toFixed(1)}" font-size="11" font-weight="600" fill="${PAPER}" text-anchor="middle">${escape(text)}</text>`,
      ].join('');
    });
    return `${craftSvg(craft, p)}<g fill="none" stroke-linejoin="round" stroke-linecap="butt">${wires.join('')}</g>${gear.join('')}${tags.join('')}`;
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SHEET.w} ${SHEET.h}" width="${SHEET.w}" height="${SHEET.h}" font-family="Fira Sans, sans-serif">`,
    `<title>${escape(job.title)}</title>`,
    `<rect width="${SHEET.w}" height="${SHEET.h}" fill="${PAPER}"/>`,
    `<rect x="8" y="8" width="${SHEET.w - 16}" height="${SHEET.h - 16}" fill="none" stroke="${INK}" stroke-width="1.2"/>`,
    `<text x="20" y="30" font-size="15" font-weight="600" fill="${INK}">${escape(job.title)}</text>`,
    `<text x="${SHEET.w - 20}" y="${SHEET.h - 16}" font-size="10" fill="${INK}" text-anchor="end">${escape(craft.name)}</text>`,
    ...parts,
    '</svg>',
    '',
  ].join('\n');
}
