import * as v from 'valibot';
import { Fastener } from '../../craft/cover';
import { whole } from '../../document/edits';

/** What an edit may say of fasteners; a reach of null: straight on. */
export const FastenerPart = v.partial(
  v.strictObject({ ...Fastener.entries, reach: v.nullable(Fastener.entries.reach.wrapped) }),
);

/** Fasteners with what is said of them; null strikes them out. Throws OperationError. */
export function changedFastener(
  op: string,
  known: Fastener,
  part: v.InferOutput<typeof FastenerPart> | null,
  id: string,
): Fastener | null {
  if (!part) return null;
  const { reach = known.reach, ...rest } = part;
  const { reach: _, ...before } = known;
  return whole(op, Fastener, before, { ...rest, ...(reach ? { reach } : {}) }, id);
}
