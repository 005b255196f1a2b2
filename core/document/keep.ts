/**
 * Makes something again only when one of its reads is another one than last time. What comes out equal to the last
 * answer is the last answer, whole or in its parts, so that whatever reads it in turn need not be made again either.
 * Answers are never changed in place by whoever gets them.
 */
export function keep<Reads extends readonly unknown[], T>(make: (...reads: Reads) => T): (...reads: Reads) => T {
  let last: { readonly reads: Reads; readonly made: T } | undefined;
  return (...reads) => {
    if (last?.reads.every((read, i) => read === reads[i])) return last.made;
    const made = make(...reads);
    last = { reads, made: last ? shared(last.made, made) : made };
    return last.made;
  };
}

/** What has just been made, with every part of it that equals the old one being the old one. Plain data and functions only. */
export function shared<T>(old: T, made: T): T {
  if (Object.is(old, made) || typeof old !== 'object' || typeof made !== 'object' || !old || !made) return made;
  if (Array.isArray(made)) return Array.isArray(old) ? (sharedList(old, made) as T) : made;
  if (Array.isArray(old)) return made;
  const [before, now] = [old as Record<string, unknown>, made as Record<string, unknown>];
  const keys = Object.keys(now);
  const known = Object.keys(before);
  // The order of members counts: what is drawn and listed follows it.
  let same = keys.length === known.length;
  let any = false;
  const next: Record<string, unknown> = {};
  for (let i = 0; i < keys.length; i++) {
    const key = keys[i]!;
    same &&= known[i] === key;
    next[key] = Object.hasOwn(before, key) ? shared(before[key], now[key]) : now[key];
    if (!Object.hasOwn(before, key) || !Object.is(next[key], before[key])) same = false;
    if (!Object.is(next[key], now[key])) any = true;
  }
  return same ? old : any ? (next as T) : made;
}

function sharedList(old: readonly unknown[], made: readonly unknown[]): readonly unknown[] {
  let same = old.length === made.length;
  let any = false;
  const next = made.map((item, i) => {
    const one = i < old.length ? shared(old[i], item) : item;
    if (i >= old.length || !Object.is(one, old[i])) same = false;
    if (!Object.is(one, item)) any = true;
    return one;
  });
  return same ? old : any ? next : made;
}
