import type { Pattern } from '../craft/pattern';
import { seatOf } from '../mounting/index';
import type { Job } from '../job/job';
import type { Plan } from '../plan';
import { placedGear } from './placed';
import type { Projection, Px } from './projection';

export interface TagMark {
  /** The gear it names, nearest to the reader last. */
  readonly gear: readonly string[];
  readonly text: string;
  readonly at: Px;
}

/** Room a tag takes on the sheet, px: letters of the narrow face at 12 px, and its halo. */
const LETTER = 6.4;
const LINE = 14;
/** Width of a tag on the sheet, px. */
export const tagWidth = (text: string) => text.length * LETTER + 4;

const over = (a: TagMark, b: TagMark) =>
  Math.abs(a.at[0] - b.at[0]) < (tagWidth(a.text) + tagWidth(b.text)) / 2 && Math.abs(a.at[1] - b.at[1]) < LINE;

/**
 * The tags of the gear in a view, each in the middle of what it names. Where tags would lie over one another, as
 * those of a left and right pair do from the side, one mark names them all, left to right as they are seen or, where
 * they are seen as one, in the order of the gear.
 */
export function tagMarks(
  job: Job,
  { tags, mounts }: Pick<Plan, 'tags' | 'mounts'>,
  p: Projection,
  shown: (gear: string) => boolean = () => true,
  craft?: Pattern,
): TagMark[] {
  const order = Object.keys(job.gear);
  let marks = placedGear(job, p.view, craft).flatMap(({ id, item, place }): TagMark[] =>
    shown(id) ? [{ gear: [id], text: tags[id] ?? '', at: p.to(seatOf(item, place, mounts[id]).centre) }] : [],
  );
  const at = new Map(marks.map(({ gear: [id], at }) => [id!, at]));
  for (;;) {
    const found = marks.flatMap((a, i) => marks.slice(i + 1).flatMap((b) => (over(a, b) ? [[a, b] as const] : [])))[0];
    if (!found) return marks;
    const gear = found.flatMap((mark) => mark.gear);
    const named = [...gear].sort(
      (a, b) => Math.round(at.get(a)![0] - at.get(b)![0]) || order.indexOf(a) - order.indexOf(b),
    );
    const mean = (i: 0 | 1) => gear.reduce((sum, id) => sum + at.get(id)![i], 0) / gear.length;
    const one: TagMark = { gear, text: named.map((id) => tags[id] ?? '').join(' '), at: [mean(0), mean(1)] };
    marks = [...marks.filter((mark) => !found.includes(mark)), one];
  }
}
