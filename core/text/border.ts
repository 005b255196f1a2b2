/** What a document from outside may not be, whatever it says: told by its path. */
export interface BorderFault {
  readonly path: string;
  readonly expected: string;
}

/** Deepest nesting taken in; the deepest a job itself goes is a wiring of coils in a sealed plan. */
const DEEPEST = 64;
/** Names that would reach what every object has: no map holds an entry of that name. */
const BARRED = new Set(['__proto__', 'constructor', 'prototype']);

/**
 * The first thing in unknown input that no schema would be asked about: members that a schema passes over in silence,
 * and nesting that would exhaust whoever walks it. Undefined when there is none.
 */
export function borderFault(input: unknown): BorderFault | undefined {
  const open: [value: unknown, path: readonly string[]][] = [[input, []]];
  for (let next = open.pop(); next; next = open.pop()) {
    const [value, path] = next;
    if (typeof value !== 'object' || value === null) continue;
    if (path.length >= DEEPEST)
      return { path: path.slice(0, 6).join('.'), expected: `expected members at most ${DEEPEST} deep` };
    for (const key of Object.keys(value)) {
      if (BARRED.has(key) && !Array.isArray(value))
        return { path: [...path, key].join('.'), expected: 'expected another name: this one is every object’s own' };
      open.push([(value as Record<string, unknown>)[key], [...path, key]]);
    }
  }
  return undefined;
}
