/** Levels below an answer down to which what is equal stays the same object: a map of lists of entries. */
const LEVELS = 3;

/** What has just been made, with every larger part of it that equals the old one being the old one. */
export function shared<T>(old: T, made: T, levels = LEVELS): T {
  if (Object.is(old, made) || !alike(old, made)) return made;
  if (levels === 0) return same(old, made) ? old : made;
  if (Array.isArray(made)) return sharedList(old as readonly unknown[], made, levels) as T;
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

/** Two records or two lists: plain data, which alone is looked into; a map, a set or a class is what it is. */
function alike(a: unknown, b: unknown): boolean {
  if (!isObject(a) || !isObject(b)) return false;
  const one: unknown = Object.getPrototypeOf(a);
  const other: unknown = Object.getPrototypeOf(b);
  if (one === Array.prototype || other === Array.prototype) return one === other;
  return (one === Object.prototype || one === null) && (other === Object.prototype || other === null);
}

/** Whether two values are the same to the order of their members: what is drawn and listed follows it. Plain data and functions. */
function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (!alike(a, b)) return false;
  if (Array.isArray(a)) {
    const list = b as readonly unknown[];
    if (a.length !== list.length) return false;
    for (let i = 0; i < a.length; i++) if (!same(a[i], list[i])) return false;
    return true;
  }
  const one = a as Readonly<Record<string, unknown>>;
  const another = b as Readonly<Record<string, unknown>>;
  const keys = Object.keys(one);
  const others = Object.keys(another);
  if (keys.length !== others.length) return false;
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i]!;
    if (key !== others[i]) return false;
    if (!same(one[key], another[key])) return false;
  }
  return true;
}
