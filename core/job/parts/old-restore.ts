import * as v from 'valibot';
import type { OlderEdit } from '../../document/edits';
import { Patch, isTree } from '../../document/patches';

/** Where version 6 had the values that are overrules now. */
const MAPS: Readonly<Record<string, string>> = { ways: 'way', leadGauges: 'lead', minutes: 'minutes' };
const OF_FEEDS: Readonly<Record<string, string>> = { gauge: 'gauge', fuseA: 'fuse' };

interface Change {
  readonly from: unknown;
  readonly to: unknown;
}
interface Changes {
  readonly kind: string;
  readonly subject: string;
  value?: Change;
  why?: Change;
}

/** A choice of a feed without what is no longer in it. */
function bare(choice: unknown): unknown {
  if (!isTree(choice)) return choice;
  return Object.fromEntries(Object.entries(choice).filter(([member]) => !Object.hasOwn(OF_FEEDS, member)));
}
const member = (of: unknown, name: string): unknown => (isTree(of) ? of[name] : undefined);
const patch = (path: readonly string[], from: unknown, to: unknown): Patch => ({
  path: [...path],
  ...(from === undefined ? {} : { from }),
  ...(to === undefined ? {} : { to }),
});

const isOld = ({ path: [first, second, third], from, to }: Patch): boolean =>
  Object.hasOwn(MAPS, first!) ||
  (first === 'overrules' && second !== undefined && second.includes('=')) ||
  (first === 'feeds' &&
    (third === undefined ? [from, to].some((c) => isTree(c) && 'gauge' in c) : Object.hasOwn(OF_FEEDS, third)));

/** What an undo of version 6 puts back, where it stands now: a value and its reason together. */
function now(patches: readonly Patch[]): Patch[] {
  const left: Patch[] = [];
  const changed = new Map<string, Changes>();
  const of = (kind: string, subject: string): Changes => {
    const key = `${kind}=${subject}`;
    let one = changed.get(key);
    if (!one) changed.set(key, (one = { kind, subject }));
    return one;
  };
  for (const { path, from, to } of patches) {
    const [first, second, third] = path as [string, string, string | undefined];
    if (Object.hasOwn(MAPS, first)) of(MAPS[first]!, second).value = { from, to };
    else if (first === 'overrules' && second.includes('=')) {
      const [kind, subject] = second.split(/=(.*)/s) as [string, string];
      // A whole reason, or one member of it.
      if (third === undefined) of(kind, subject).why = { from, to };
      else left.push(patch(['overrules', kind, subject, 'why', ...path.slice(2)], from, to));
    } else if (first === 'feeds' && third !== undefined && Object.hasOwn(OF_FEEDS, third))
      of(OF_FEEDS[third]!, second).value = { from, to };
    else if (first === 'feeds' && third === undefined) {
      left.push(patch(path, bare(from), bare(to)));
      for (const [name, kind] of Object.entries(OF_FEEDS)) {
        const change = { from: member(from, name) ?? null, to: member(to, name) ?? null };
        if (change.from !== change.to) of(kind, second).value = change;
      }
    } else left.push(patch(path, from, to));
  }
  return [...left, ...[...changed.values()].flatMap(together)];
}

function together({ kind, subject, value, why }: Changes): Patch[] {
  const path = ['overrules', kind, subject];
  // A wiring had only its reason.
  const set = kind === 'wiring' && why ? { from: why.from && 'asWired', to: why.to && 'asWired' } : value;
  const had = set && set.from !== null && set.from !== undefined;
  const has = set && set.to !== null && set.to !== undefined;
  const entry = (there: unknown, of: unknown, reason: unknown) =>
    there ? { value: of, why: reason ?? null } : undefined;
  if (set && !(had && has)) return [patch(path, entry(had, set.from, why?.from), entry(has, set.to, why?.to))];
  return [
    ...(set ? [patch([...path, 'value'], set.from, set.to)] : []),
    ...(why ? [patch([...path, 'why'], why.from ?? null, why.to ?? null)] : []),
  ];
}

/** An undo recorded when every kind of overrule had a place of its own in the document. */
export const oldRestore: OlderEdit = {
  version: 6,
  told: true,
  says: v.strictObject({
    op: v.literal('restore'),
    patches: v.pipe(
      v.array(Patch),
      v.check((patches) => patches.some(isOld)),
    ),
  }),
  now: ({ patches }: { patches: Patch[] }) => ({ op: 'restore', patches: now(patches) }),
};
