import { onOtherSide, otherSide, strokeOnOtherSide } from '../craft/mirror';
import { freeKey } from './begin';
import { EDIT_OF, type Draft, type DraftEdit, type DraftList } from './draft';

/** Lists whose entries have a left and a right. */
export type SidedList = keyof typeof onOtherSide;

/** Whether an entry says which side it is on: then it has an opposite. */
export const isSided = (id: string, name: string): boolean => otherSide(id) !== id || otherSide(name) !== name;

/**
 * The edits that draw an entry again on the other side of the craft, in the place of what stands there; bodies and covers
 * that it names are drawn there too where they are missing. Nothing where it says no side.
 */
export function mirrorEdits<L extends SidedList>(draft: Draft, list: L, id: string): DraftEdit[] {
  const one = draft[list][id] as Parameters<(typeof onOtherSide)[L]>[0] & { readonly name: string };
  if (!isSided(id, one.name)) return [];
  const at = otherSide(id) === id ? freeKey(`${id}Opposite`, draft[list]) : otherSide(id);
  const edits: DraftEdit[] = [];
  const need = (of: DraftList & SidedList, name: string) => {
    const there = otherSide(name);
    if (there === name || Object.hasOwn(draft[of], there) || !Object.hasOwn(draft[of], name)) return;
    edits.push(...mirrorEdits(draft, of, name));
  };
  const said = one as {
    body?: string;
    fixed?: string;
    moving?: string;
    covers?: Readonly<Record<string, string>>;
    from?: string;
    to?: string;
    joint?: string;
  };
  for (const body of [said.body, said.fixed, said.moving]) if (body !== undefined) need('bodies', body);
  if (said.joint !== undefined) need('joints', said.joint);
  for (const cover of Object.keys(said.covers ?? {})) need('covers', cover);
  for (const end of [said.from, said.to]) {
    if (end === undefined) continue;
    need('places', end);
    need('junctions', end);
  }
  const mirror = onOtherSide[list] as (one: unknown) => unknown;
  return [...edits, { op: EDIT_OF[list], id: at, to: mirror(one) } as DraftEdit];
}

/** The edits that draw lines of the view from above again on the other side of the middle line. */
export function mirrorStrokes(draft: Draft, ids: readonly string[]): DraftEdit[] {
  const { strokes } = draft.drawing.top;
  const taken: Record<string, unknown> = { ...strokes };
  return ids.map((id) => {
    const to = strokeOnOtherSide(strokes[id]!);
    const at = freeKey(otherSide(id) === id ? `${id}Opposite` : otherSide(id), taken);
    taken[at] = to;
    const body = Object.hasOwn(draft.bodies, to.body) ? to.body : strokes[id]!.body;
    return { op: 'setStroke', view: 'top', id: at, to: { ...to, body } };
  });
}
