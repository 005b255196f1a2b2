import type { Run } from '#core/connections/runs';
import { coversFor, openedAlong } from '#core/craft/covers';
import type { Opened } from '#core/craft/cover';
import type { Pattern } from '#core/craft/pattern';

const nameOf = ({ covers }: Pattern, id: string): string => covers[id]!.name.toLowerCase();

/** Covers by name, as they stand in a sentence. */
export const coversText = (pattern: Pattern, covers: readonly string[]): string =>
  covers.map((id) => nameOf(pattern, id)).join(', ') || 'nothing more';

/** Covers by name with how far they are opened. */
export const openedText = (pattern: Pattern, opened: Opened): string =>
  Object.entries(opened)
    .map(([id, state]) => `${nameOf(pattern, id)} ${state}`)
    .join(', ') || 'nothing';

/** What is opened besides, what stays on, and what is opened another way, in words. */
export function changedText(pattern: Pattern, opened: Opened, shut: Opened): string[] {
  const both = Object.keys(opened).filter((id) => Object.hasOwn(shut, id));
  const only = (one: Opened) => Object.keys(one).filter((id) => !both.includes(id));
  const more = only(opened).map((id) => `${nameOf(pattern, id)} ${opened[id]!}`);
  const less = only(shut).map((id) => nameOf(pattern, id));
  return [
    ...(more.length ? [`${more.join(', ')} besides`] : []),
    ...(less.length ? [`${less.join(', ')} ${less.length === 1 ? 'stays' : 'stay'} on`] : []),
    ...both.map((id) => `${nameOf(pattern, id)} ${opened[id]!} in place of ${shut[id]!}`),
  ];
}

/** Whether a cover is opened for a run on its way. */
export const opensCover = (pattern: Pattern, { way, fished, old }: Run, cover: string): boolean =>
  !old && Object.hasOwn(coversFor(pattern, openedAlong(pattern, way?.legs ?? [], fished), false), cover);
