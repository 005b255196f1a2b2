import fc from 'fast-check';
import type * as v from 'valibot';

/** What this reads of a schema or of one action of its pipe. */
interface Part {
  readonly type: string;
  readonly kind: string;
  readonly pipe?: readonly Part[];
  readonly entries?: Readonly<Record<string, Part>>;
  readonly options?: readonly unknown[];
  readonly literal?: unknown;
  readonly wrapped?: Part;
  readonly item?: Part;
  readonly items?: readonly Part[];
  readonly key?: Part;
  readonly value?: Part;
  readonly requirement?: unknown;
  readonly getter?: (input: unknown) => Part;
}

/**
 * Values a schema takes, made from the schema itself: edges of every range, texts of every kind it lets through,
 * records, variants. What only a check of several members together refuses is filtered out.
 */
export function arbitraryOf<S extends v.GenericSchema>(schema: S, accepts: (value: unknown) => boolean) {
  return build(schema as unknown as Part).filter(accepts) as fc.Arbitrary<v.InferOutput<S>>;
}

const actions = (part: Part): readonly Part[] =>
  (part.pipe ?? []).flatMap((p, i) =>
    i === 0 && p.kind === 'schema' ? (p === part ? [] : actions(p)) : p.kind === 'schema' ? actions(p) : [p],
  );
const requirement = <T>(part: Part, type: string): T | undefined =>
  actions(part).find((action) => action.type === type)?.requirement as T | undefined;

const IDS = fc.constantFrom('a', 'fl', 'front-left', 'B2', 'x'.repeat(64), '7');
/** What table programs, netlists, drawings and separators within a cell might stumble over, and what anybody writes. */
const HARD = [
  ' ',
  '=1+1',
  "'",
  ';',
  ':',
  '\\',
  '/',
  '"',
  ',',
  '-',
  '@',
  '1e-7',
  '<b>',
  '&',
  '#',
  '$',
  'ß',
  'Ω',
  '½',
  '🛥',
  '\u202e',
  '\u0301',
];

function text(part: Part, lines: boolean): fc.Arbitrary<string> {
  const least = requirement<number>(part, 'min_length') ?? 0;
  const most = requirement<number>(part, 'max_length') ?? 40;
  const unit = fc.oneof(fc.constantFrom(...HARD, ...(lines ? ['\n'] : [])), fc.string({ minLength: 1, maxLength: 1 }));
  const trimmed = actions(part).some((action) => action.type === 'trim');
  return fc
    .array(unit, { minLength: least, maxLength: Math.min(most, 12) })
    .map((units) => (trimmed ? units.join('').trim() : units.join('')).slice(0, most))
    .filter((words) => words.length >= least);
}

function string(part: Part): fc.Arbitrary<string> {
  const pattern = requirement<RegExp>(part, 'regex');
  const free = !pattern || /Cc/.test(pattern.source);
  const made = free
    ? text(part, pattern?.source.includes('\\n|') ?? true)
    : pattern.source.includes('(?!')
      ? IDS
      : fc.stringMatching(new RegExp(pattern.source, pattern.flags.replace('i', '')));
  return pattern ? made.filter((words) => pattern.test(words)) : made;
}

function number(part: Part): fc.Arbitrary<number> {
  const min = requirement<number>(part, 'min_value') ?? -1e9;
  const max = requirement<number>(part, 'max_value') ?? 1e9;
  if (actions(part).some((action) => action.type === 'integer'))
    return fc.integer({ min: Math.ceil(min), max: Math.floor(max) });
  return fc.oneof(
    fc.constantFrom(min, max),
    fc.double({ min, max, noNaN: true }).map((x) => (x === 0 ? 0 : x)),
    fc.integer({ min: Math.ceil(min * 10), max: Math.floor(max * 10) }).map((x) => x / 10),
  );
}

const DEEPEST = 2;
const isNested = (part: Part): boolean =>
  part.type === 'lazy' ||
  [part.wrapped, part.item, part.value, ...(part.pipe ?? []), ...Object.values(part.entries ?? {})].some(
    (inner) => inner !== undefined && inner !== part && isNested(inner),
  );

/** `depth`: how many schemas that hold themselves it stands within; within the deepest only plain ones are made. */
function build(part: Part, depth = 0): fc.Arbitrary<unknown> {
  const base = part.pipe?.[0] && part.pipe[0] !== part ? part.pipe[0] : part;
  switch (base.type) {
    case 'string':
      return string(part);
    case 'number':
      return number(part);
    case 'boolean':
      return fc.boolean();
    case 'literal':
      return fc.constant(base.literal);
    case 'picklist':
      return fc.constantFrom(...(base.options as readonly unknown[]));
    case 'nullable':
      return fc.option(build(base.wrapped!, depth), { nil: null });
    case 'optional':
      return build(base.wrapped!, depth);
    case 'array': {
      const length = {
        minLength: requirement<number>(part, 'min_length') ?? 0,
        maxLength: Math.min(requirement<number>(part, 'max_length') ?? 4, 6),
      };
      const item = build(base.item!, depth);
      // What knows its id is listed once.
      return base.item!.entries && 'id' in base.item!.entries
        ? fc.uniqueArray(item, { ...length, selector: (one) => (one as { id: string }).id })
        : fc.array(item, length);
    }
    case 'tuple':
      return fc.tuple(...base.items!.map((item) => build(item, depth)));
    case 'record':
      return fc.dictionary(build(base.key!) as fc.Arbitrary<string>, build(base.value!, depth), { maxKeys: 4 });
    case 'union':
    case 'variant':
      return fc.oneof(
        ...(base.options as readonly Part[])
          .filter((option) => depth < DEEPEST || !isNested(option))
          .map((option) => build(option, depth)),
      );
    case 'lazy':
      return build(base.getter!(undefined), depth + 1);
    case 'strict_object':
    case 'loose_object':
    case 'object':
      return fc.record(
        Object.fromEntries(Object.entries(base.entries!).map(([key, entry]) => [key, build(entry, depth)])),
      );
    case 'unknown':
      return fc.jsonValue({ maxDepth: 2 });
    default:
      throw new Error(`no values are made for a schema of type ${base.type}`);
  }
}
