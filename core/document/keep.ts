/**
 * Makes something again only when one of its reads is another one than last time. What comes out equal to the last
 * answer is the last answer, whole or in its larger parts, so that whatever reads it in turn need not be made again
 * either. Answers are never changed in place by whoever gets them. What is only handed on to be made
 * into something else need not be `compared`: the answer to that is.
 */
export function keep<Reads extends readonly unknown[], T>(
  make: (...reads: Reads) => T,
  compared = true,
): (...reads: Reads) => T {
  let last: { readonly reads: Reads; readonly made: T } | undefined;
  return (...reads) => {
    if (last?.reads.every((read, i) => read === reads[i])) return last.made;
    const made = make(...reads);
    last = { reads, made: last && compared ? shared(last.made, made) : made };
    return last.made;
  };
}

/** Levels below an answer down to which what is equal stays the same object: a map of lists of entries. */
const LEVELS = 3;

/** What has just been made, with every larger part of it that equals the old one being the old one. */
export function shared<T>(old: T, made: T, levels = LEVELS): T {
  if (Object.is(old, made) || !isTree(old) || !isTree(made)) return made;
  if (levels === 0) return same(old, made) ? old : made;
  if (Array.isArray(made)) return Array.isArray(old) ? (sharedList(old, made, levels) as T) : made;
  if (Array.isArray(old)) return made;
  const before = old as Record<string, unknown>;
  const now = made as Record<string, unknown>;
  const keys = Object.keys(now);
  const others = Object.keys(before);
  let equal = keys.length === others.length;
  let next: Record<string, unknown> | undefined;
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i]!;
    const part = now[key];
    const was = before[key];
    const one =
      isObject(part) && isObject(was) && part !== was && Object.hasOwn(before, key)
        ? shared(was, part, levels - 1)
        : part;
    if (equal) equal = key === others[i] && Object.is(one, was);
    if (one === part || !isObject(part)) continue;
    next ??= { ...now };
    next[key] = one;
  }
  return equal ? old : ((next as T | undefined) ?? made);
}

/** The same of lists, which are most of a plan: without a word for each of their places. */
function sharedList(old: readonly unknown[], made: readonly unknown[], levels: number): readonly unknown[] {
  let equal = old.length === made.length;
  let next: unknown[] | undefined;
  for (let i = 0; i < made.length; i++) {
    const part = made[i];
    const one = isObject(part) && i < old.length ? shared(old[i], part, levels - 1) : part;
    if (equal && !Object.is(one, old[i])) equal = false;
    if (one === part || !isObject(part)) continue;
    next ??= [...made];
    next[i] = one;
  }
  return equal ? old : (next ?? made);
}

const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null;

/** Plain data, which alone is looked into; a map, a set or a class is what it is. */
const isTree = (value: unknown): value is object => {
  if (!isObject(value)) return false;
  const prototype: unknown = Object.getPrototypeOf(value);
  return prototype === Object.prototype || prototype === Array.prototype || prototype === null;
};

/** Whether two values are the same to the order of their members: what is drawn and listed follows it. Plain data and functions. */
function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (!isTree(a) || !isTree(b)) return false;
  if (Array.isArray(a)) {
    if (!Array.isArray(b) || a.length !== b.length) return false;
    for (let i = 0; i < a.length; i++) if (!same(a[i], b[i])) return false;
    return true;
  }
  if (Array.isArray(b)) return false;
  const keys = Object.keys(a);
  const others = Object.keys(b);
  if (keys.length !== others.length) return false;
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i]!;
    if (key !== others[i]) return false;
    const part = (a as Record<string, unknown>)[key];
    const other = (b as Record<string, unknown>)[key];
    if (part !== other && !same(part, other)) return false;
  }
  return true;
}
