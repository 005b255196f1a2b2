/**
 * The shape of some values: every member on the way down with the kinds it has, ids for what they are. Two values of
 * one type have one shape, whatever they say.
 */
export function shapeOf(values: readonly unknown[], isId: (key: string) => boolean): string[] {
  const kinds = new Map<string, Set<string>>();
  const walk = (value: unknown, path: string): void => {
    const kind = value === null ? 'null' : Array.isArray(value) ? 'list' : typeof value;
    const known = kinds.get(path) ?? new Set();
    kinds.set(path, known.add(kind));
    if (Array.isArray(value)) for (const item of value) walk(item, `${path}[]`);
    else if (typeof value === 'object' && value !== null) {
      // Some ids are words that members have too: a map has nothing but ids.
      const isMap = Object.keys(value).every(isId);
      for (const [key, member] of Object.entries(value)) walk(member, `${path}.${isMap ? '*' : key}`);
    }
  };
  for (const value of values) walk(value, '');
  return [...kinds]
    .filter(([path]) => path !== '')
    .map(([path, of]) => `${path.slice(1)}: ${[...of].sort().join(' | ')}`)
    .sort();
}
