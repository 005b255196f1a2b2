import * as v from 'valibot';
import type { OlderEdit } from '../../document/edits';
import { Patch, isTree } from '../../document/patches';

/** What version 7 called otherwise: what turns a source on, and the rule of an amplifier that nothing turns off. */
const MEMBERS: Readonly<Record<string, string>> = { wake: 'turnedOnBy' };
const RULES: Readonly<Record<string, string>> = { 'always-awake': 'always-on' };

const memberNow = (name: string): string => (Object.hasOwn(MEMBERS, name) ? MEMBERS[name]! : name);
/** The key of a finding by the name its rule has now. */
const keyNow = (key: string): string => {
  const rule = key.split('@', 1)[0]!;
  return Object.hasOwn(RULES, rule) ? RULES[rule]! + key.slice(rule.length) : key;
};

/** A map with each key as it is now, and each value; what is no map is left for the schema to name. */
function mapNow(map: unknown, key: (name: string) => string, value = (one: unknown) => one): unknown {
  if (!isTree(map)) return map;
  return Object.fromEntries(Object.entries(map).map(([name, one]) => [key(name), value(one)]));
}
export const sourceNow = (source: unknown): unknown => mapNow(source, memberNow);
export const sourcesNow = (sources: unknown): unknown => mapNow(sources, (id) => id, sourceNow);
export const acceptedNow = (accepted: unknown): unknown => mapNow(accepted, keyNow);

/** By the member an undo begins at: its path as it is now, and what stands at the end of it. */
const MOVED: Readonly<Record<string, (path: readonly string[]) => [path: string[], value: (is: unknown) => unknown]>> =
  {
    sources: ([first, id, member, ...rest]) => {
      if (id === undefined) return [[first!], sourcesNow];
      if (member === undefined) return [[first!, id], sourceNow];
      return [[first!, id, memberNow(member), ...rest], (is) => is];
    },
    accepted: ([first, key, ...rest]) =>
      key === undefined ? [[first!], acceptedNow] : [[first!, keyNow(key), ...rest], (is) => is],
  };

function now(patch: Patch): Patch {
  const move = Object.hasOwn(MOVED, patch.path[0]!) ? MOVED[patch.path[0]!] : undefined;
  if (!move) return patch;
  const [path, value] = move(patch.path);
  return {
    path,
    ...('from' in patch ? { from: value(patch.from) } : {}),
    ...('to' in patch ? { to: value(patch.to) } : {}),
  };
}

/** An undo recorded under the old names; of the new ones it changes nothing. */
export const renamedRestore: OlderEdit = {
  version: 7,
  told: true,
  says: v.strictObject({ op: v.literal('restore'), patches: v.array(Patch) }),
  now: ({ patches }: { patches: Patch[] }) => ({ op: 'restore', patches: patches.map(now) }),
};
/** A finding accepted by the key it had; of any other it changes nothing. */
export const renamedAccept: OlderEdit = {
  version: 7,
  told: true,
  says: v.looseObject({ op: v.literal('acceptFinding'), key: v.string() }),
  now: (said: { key: string }) => ({ ...said, key: keyNow(said.key) }),
};
