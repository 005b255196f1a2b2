import type { PGlite } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import type { GearItem } from '#core/gear/gear';
import { contentHash } from '#core/gear/hash';

/** Gear shelf and craft patterns: what jobs copy from. */
export class Library {
  constructor(private readonly db: PGlite) {}

  async shelf(): Promise<GearItem[]> {
    const { rows } = await this.db.query<{ item: GearItem }>('select item from shelf order by position');
    return rows.map((row) => row.item);
  }

  async patterns(): Promise<{ pattern: Pattern; hash: string }[]> {
    const { rows } = await this.db.query<{ pattern: Pattern; hash: string }>(
      'select pattern, hash from patterns order by id',
    );
    return rows;
  }

  /** Puts items and patterns on the shelf; one with the same id is replaced when it differs. */
  async stock(items: readonly GearItem[], patterns: readonly Pattern[]): Promise<void> {
    await this.db.transaction(async (tx) => {
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
    });
  }
}
