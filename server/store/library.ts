import type { PGlite, Transaction } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import { upgradeGear, type GearItem } from '#core/gear/gear';
import { upgradePattern } from '#core/craft/upgrade';
import type { Changes } from './changes';
import { contentHash } from '#core/document/hash';

/** Gear shelf and craft patterns: what jobs copy from. */
export class Library {
  constructor(private readonly changes: Changes) {}

  async shelf(): Promise<GearItem[]> {
    return (await readShelf(this.changes.db)).items;
  }

  async patterns(): Promise<{ pattern: Pattern; hash: string }[]> {
    const { rows } = await this.changes.db.query<{ pattern: Pattern; hash: string }>(
      'select pattern, hash from patterns order by id',
    );
    // A folder in use may hold patterns of an earlier version.
    return rows.map(({ pattern, hash }) => ({ pattern: upgradePattern(pattern) as Pattern, hash }));
  }

  /** The shelf as it would be, told before anything is written: which ids are new and which would be replaced. */
  async compare(items: readonly GearItem[]): Promise<{ added: string[]; replaced: string[]; same: string[] }> {
    const known = new Map((await this.shelf()).map((item) => [item.id, contentHash(item)]));
    const as = (is: (item: GearItem) => boolean) => items.filter(is).map(({ id }) => id);
    return {
      added: as(({ id }) => !known.has(id)),
      replaced: as((item) => known.has(item.id) && known.get(item.id) !== contentHash(item)),
      same: as((item) => known.get(item.id) === contentHash(item)),
    };
  }

  /**
   * Puts one item on the shelf. `over` is the hash of the one it takes the place of, null for a new one: where another
   * stands there by now nothing is written, and that one is given back.
   */
  put(item: GearItem, over: string | null): Promise<GearItem | undefined> {
    return this.changes.alone(async () => {
      const there = (await this.shelf()).find(({ id }) => id === item.id);
      if ((there ? contentHash(there) : null) !== over) return there ?? item;
      await this.changes.write([{ kind: 'item', item }], (tx) => putItem(tx, item));
      return undefined;
    });
  }

  /** Takes one item off the shelf; jobs keep theirs. The same of one that is another by now, or gone. */
  drop(id: string, over: string): Promise<GearItem | 'gone' | undefined> {
    return this.changes.alone(async () => {
      const there = (await this.shelf()).find((item) => item.id === id);
      if (!there) return 'gone';
      if (contentHash(there) !== over) return there;
      await this.changes.write([{ kind: 'itemGone', id }], (tx) => dropItem(tx, id));
      return undefined;
    });
  }

  /** Puts one pattern where new jobs begin from; `over` and the answer as of an item. */
  putPattern(pattern: Pattern, over: string | null): Promise<Pattern | undefined> {
    return this.changes.alone(async () => {
      const there = (await this.patterns()).find((known) => known.pattern.id === pattern.id);
      if ((there?.hash ?? null) !== over) return there?.pattern ?? pattern;
      await this.changes.write([{ kind: 'shelf', items: [], patterns: [pattern] }], (tx) =>
        stockRows(tx, [], [pattern]),
      );
      return undefined;
    });
  }

  /** Takes one pattern from where new jobs begin; jobs keep theirs. The answer as of an item. */
  async removePattern(id: string, over: string): Promise<Pattern | 'gone' | undefined> {
    return this.changes.alone(async () => {
      const there = (await this.patterns()).find((known) => known.pattern.id === id);
      if (!there) return 'gone';
      if (there.hash !== over) return there.pattern;
      await this.changes.write([{ kind: 'patternGone', id }], (tx) => dropPattern(tx, id));
      return undefined;
    });
  }

  /** Puts items and patterns on the shelf; one with the same id is replaced when it differs. */
  stock(items: readonly GearItem[], patterns: readonly Pattern[]): Promise<void> {
    return this.changes.alone(() =>
      this.changes.write([{ kind: 'shelf', items, patterns }], (tx) => stockRows(tx, items, patterns)),
    );
  }
}

/** One item at the end of the shelf, or where one of its id stands. */
export async function putItem(tx: Transaction, item: GearItem): Promise<void> {
  await tx.query(
    `insert into shelf (id, position, hash, item)
     values ($1, (select coalesce(max(position), -1) + 1 from shelf), $2, $3)
     on conflict (id) do update set hash = $2, item = $3`,
    [item.id, contentHash(item), JSON.stringify(item)],
  );
}
export async function dropItem(tx: Transaction, id: string): Promise<void> {
  await tx.query('delete from shelf where id = $1', [id]);
}

export async function dropPattern(tx: Transaction, id: string): Promise<void> {
  await tx.query('delete from patterns where id = $1', [id]);
}

/** Everything on the shelf, in its order, as this version writes it. */
export async function readShelf(db: PGlite | Transaction): Promise<{ items: GearItem[]; patterns: Pattern[] }> {
  const { rows: items } = await db.query<{ item: GearItem }>('select item from shelf order by position');
  const { rows: patterns } = await db.query<{ pattern: Pattern }>('select pattern from patterns order by id');
  return {
    // A folder in use may hold items of an earlier version.
    items: items.map((row) => upgradeGear(row.item)),
    patterns: patterns.map(({ pattern }) => upgradePattern(pattern) as Pattern),
  };
}

export async function stockRows(
  tx: Transaction,
  items: readonly GearItem[],
  patterns: readonly Pattern[],
  whole = false,
): Promise<void> {
  if (whole) {
    await tx.query('delete from shelf where id <> all($1)', [items.map(({ id }) => id)]);
    await tx.query('delete from patterns where id <> all($1)', [patterns.map(({ id }) => id)]);
    // What is being drawn is told after it.
    await tx.query('delete from drafts');
  }
  for (const [position, item] of items.entries())
    await tx.query(
      `insert into shelf (id, position, hash, item) values ($1, $2, $3, $4)
       on conflict (id) do update set position = $2, hash = $3, item = $4 where shelf.hash <> $3`,
      [item.id, position, contentHash(item), JSON.stringify(item)],
    );
  for (const pattern of patterns)
    await tx.query(
      `insert into patterns (id, hash, pattern) values ($1, $2, $3)
       on conflict (id) do update set hash = $2, pattern = $3 where patterns.hash <> $2`,
      [pattern.id, contentHash(pattern), JSON.stringify(pattern)],
    );
}
