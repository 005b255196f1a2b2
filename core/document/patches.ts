import * as v from 'valibot';
import { line } from '../text/text';
import { without } from './edits';
import { OperationError } from './fault';

export const Patch = v.strictObject({
  path: v.pipe(v.array(line(200)), v.minLength(1), v.maxLength(20, 'expected 20 members at most')),
  /** Absent = the member was, or shall be, missing. */
  from: v.optional(v.unknown()),
  to: v.optional(v.unknown()),
});
/** One member of a document that is, or shall be, another. */
export type Patch = v.InferOutput<typeof Patch>;

type Tree = Record<string, unknown>;
export const isTree = (value: unknown): value is Tree =>
  value !== null && typeof value === 'object' && !Array.isArray(value);

/** Whether two values are the same, whatever the order of their members. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((item, i) => same(item, b[i]));
  if (!isTree(a) || !isTree(b)) return false;
  const keys = Object.keys(a);
  return keys.length === Object.keys(b).length && keys.every((key) => Object.hasOwn(b, key) && same(a[key], b[key]));
}

/** What turns one document into the other, each member that differs by itself; lists are taken whole. */
export function changesBetween(from: unknown, to: unknown, path: readonly string[] = []): Patch[] {
  if (same(from, to)) return [];
  if (!isTree(from) || !isTree(to))
    return [{ path: [...path], ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) }];
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].flatMap((key) =>
    changesBetween(own(from, key), own(to, key), [...path, key]),
  );
}

/** A member of a record, if it is the record's own. */
export const own = <T>(tree: Readonly<Record<string, T>>, key: string): T | undefined =>
  Object.hasOwn(tree, key) ? tree[key] : undefined;

/** What stands at a path of a document; undefined where nothing does. */
export const valueAt = (doc: unknown, path: readonly string[]): unknown =>
  path.reduce((at, key) => (isTree(at) ? own(at, key) : undefined), doc);

/** A document with members put back, where each still is what it was. Throws OperationError. */
export const withPatches = <Doc>(doc: Doc, patches: readonly Patch[]): Doc =>
  patches.reduce<Doc>((so, patch) => patched(so, patch, patch.path) as Doc, doc);

function patched(doc: unknown, patch: Patch, path: readonly string[]): unknown {
  const [key, ...rest] = path;
  if (key === undefined) {
    if (!same(doc, patch.from)) throw new OperationError('restore', `${patch.path.join('.')} has been changed since`);
    return patch.to;
  }
  // Own members only: a path named __proto__ must not reach anything.
  if (!isTree(doc) || key === '__proto__')
    throw new OperationError('restore', `${patch.path.join('.')} is no longer there`);
  const value = patched(own(doc, key), patch, rest);
  if (value === undefined) return without(doc, (k) => k === key);
  return { ...doc, [key]: value };
}
