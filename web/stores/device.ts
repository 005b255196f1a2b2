import * as database from 'idb-keyval';

/*
 * What this device keeps, in the browser's database. That takes a moment, and a page that is hidden may be closed
 * without another word. What is still on its way there is then written down at once beside it, and put where it belongs
 * by whichever page looks next.
 */

/** What becomes of a key. Entries are added to a list, each once by its id. */
type Change =
  { readonly set: unknown } | { readonly add: readonly { readonly id: string }[] } | { readonly gone: true };

const AT_ONCE = 'haltrik-at-once/';
/** Changes the database has not taken yet, in order, by key; and the keys this page has written down beside it. */
const pending = new Map<string, readonly Change[]>();
const written = new Set<string>();

const without = (key: string) => {
  if (written.delete(key)) localStorage.removeItem(AT_ONCE + key);
};

async function change(key: string, what: Change, write: () => Promise<void>): Promise<void> {
  // What is written down of an earlier change must not come back over this one.
  without(key);
  // Only an addition rests on what was changed before it.
  pending.set(key, 'add' in what ? [...(pending.get(key) ?? []), what] : [what]);
  // A page that is left may still run a while, and is told nothing more.
  if (isLeft) putByAtOnce();
  // One that cannot be made is still to be written down.
  await write();
  const left = (pending.get(key) ?? []).filter((other) => other !== what);
  if (left.length) return void pending.set(key, left);
  pending.delete(key);
  without(key);
}

export const set = (key: string, value: unknown): Promise<void> =>
  change(key, { set: value }, () => database.set(key, value));
export const del = (key: string): Promise<void> => change(key, { gone: true }, () => database.del(key));

type Listed = readonly { readonly id: string }[];
const together = (kept: Listed, more: Listed): Listed => [
  ...new Map([...kept, ...more].map((e) => [e.id, e])).values(),
];

/** Adds entries to a list, each once by its id. */
export const add = (key: string, entries: Listed): Promise<void> =>
  change(key, { add: entries }, () => database.update<Listed>(key, (kept = []) => together(kept, entries)));
/** Takes entries out of a list. */
export const takeOut = (key: string, ids: ReadonlySet<string>): Promise<void> =>
  database.update<Listed>(key, (kept = []) => kept.filter(({ id }) => !ids.has(id)));

/** What is too large to be written down at once, a picture, or need not be: a copy of what the server has. */
export const setLater = (key: string, value: unknown): Promise<void> => database.set(key, value);

export async function get<T>(key: string): Promise<T | undefined> {
  await recover();
  return database.get<T>(key);
}
export async function keys(): Promise<string[]> {
  await recover();
  return (await database.keys()).filter((key) => typeof key === 'string');
}

/** What a key holds after a change. */
const after = (kept: unknown, what: Change): unknown =>
  'set' in what ? what.set : 'add' in what ? together((kept ?? []) as Listed, what.add) : undefined;

/** Puts what closed pages have written down where it belongs. */
async function recover(): Promise<void> {
  for (const name of Object.keys(localStorage)) {
    if (!name.startsWith(AT_ONCE)) continue;
    const key = name.slice(AT_ONCE.length);
    const text = localStorage.getItem(name);
    if (text === null || pending.has(key)) continue;
    const changes = JSON.parse(text) as readonly Change[];
    // Its page may still be there, and have gone on meanwhile.
    await database.update<unknown>(key, (kept) =>
      localStorage.getItem(name) === text ? changes.reduce(after, kept) : kept,
    );
    if (localStorage.getItem(name) === text) localStorage.removeItem(name);
  }
}

/** Writes down what the database has not taken yet; false where that is not to be had, and closing the page would lose it. */
export function putByAtOnce(): boolean {
  try {
    for (const [key, what] of pending) {
      localStorage.setItem(AT_ONCE + key, JSON.stringify(what));
      written.add(key);
    }
    return true;
  } catch (error) {
    console.error('what was done last could not be kept on this device', error);
    return false;
  }
}
let isLeft = false;
function left(is: boolean): void {
  isLeft = is;
  if (is) putByAtOnce();
}
addEventListener('pagehide', () => left(true));
addEventListener('pageshow', () => left(false));
addEventListener('visibilitychange', () => left(document.visibilityState === 'hidden'));
