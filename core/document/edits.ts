import * as v from 'valibot';
import { OperationError, problemsOf } from './fault';

/** What an edit says, by the entries of its schema. */
type Said<Says extends v.ObjectEntries> = v.InferOutput<v.StrictObjectSchema<Says, undefined>>;

/** Something that is no longer in a document: whatever named it must forget it. */
export interface Gone {
  readonly kind: string;
  readonly id: string;
}

/**
 * One way to edit a document. What an edit of an entry does not name stays as it is, so that two people's edits of one
 * entry both stand; a new entry is told whole.
 */
export interface Edit<Doc, Says extends v.ObjectEntries> {
  readonly says: Says;
  /** What it did, for the undo button and the record. */
  readonly words: string | ((said: Said<Says>) => string);
  /** The document after it; the one given is left as it was. Throws OperationError. */
  readonly change: (doc: Doc, said: Said<Says>) => Doc;
  /** What is no longer there, or no longer where it was, after it: every part of the document forgets it. */
  readonly takes?: (said: Said<Says>, before: Doc, after: Doc) => Gone | readonly Gone[] | undefined;
}

/** Edits of one kind of document, by name: what each says, how it is called and what it changes stand together. */
export const editsOf =
  <Doc>() =>
  <All extends Record<string, v.ObjectEntries>>(edits: { [Op in keyof All]: Edit<Doc, All[Op]> }) =>
    edits;

/** An edit as an earlier version wrote it, and what it is now. */
export interface OlderEdit {
  /** The last version of the document that wrote it so. */
  readonly version: number;
  readonly says: v.GenericSchema<unknown>;
  readonly now: (said: never) => object;
  /** This version would read it too, otherwise than it was meant: it is told by what it says alone. */
  readonly told?: true;
}

/** An older form of an edit: its schema then, and the edit of this version that it is now. */
export const older = <Says extends v.ObjectEntries>(
  version: number,
  says: Says,
  now: (said: Said<Says>) => { readonly op: string },
): OlderEdit => ({ version, says: v.strictObject({ op: v.string(), ...says }), now });
/** The same of one that this version's own schema takes as well. */
export const told = (...of: Parameters<typeof older>): OlderEdit => ({ ...older(...of), told: true });

// ── What changes are made of ────────────────────────────────────────────────────────────────────

/** What is said in a partial value; null is something said. */
export const said = <T extends object>(part: T) =>
  Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]-?: Exclude<T[K], undefined>;
  };

/** A map without what is dropped; the very same one where nothing is. */
export function without<T>(
  map: Readonly<Record<string, T>>,
  drop: (key: string, value: T) => boolean,
): Record<string, T> {
  const left = Object.entries(map).filter(([key, value]) => !drop(key, value));
  return left.length === Object.keys(map).length ? map : Object.fromEntries(left);
}

/** A map with every entry as `change` has it; the very same one where that is as it was. */
export function mapped<T>(map: Readonly<Record<string, T>>, change: (value: T, key: string) => T): Record<string, T> {
  let any = false;
  const next = Object.entries(map).map(([key, value]): [string, T] => {
    const now = change(value, key);
    any ||= now !== value;
    return [key, now];
  });
  return any ? Object.fromEntries(next) : map;
}

/** A map with one entry set, or struck out by null. */
export function entry<T>(map: Readonly<Record<string, T>>, id: string, value: T | null): Record<string, T> {
  return value === null ? without(map, (key) => key === id) : { ...map, [id]: value };
}

/** An entry with what is said of it; a new one must be told whole. Null strikes it out. */
export function whole<T extends v.GenericSchema<object, object>>(
  op: string,
  schema: T,
  known: Partial<v.InferOutput<T>> | null | undefined,
  part: object | null,
  named: string,
): v.InferOutput<T> | null {
  if (part === null) return null;
  const parsed = v.safeParse(schema, { ...known, ...said(part) });
  if (parsed.success) return parsed.output;
  const [first] = problemsOf(parsed.issues, named);
  throw new OperationError(
    op,
    `${named} is not in the job (any more), and this does not say all of it: ${first!.path}: ${first!.expected}`,
  );
}
