import type { Transaction } from '@electric-sql/pglite';
import type { Pattern } from '#core/craft/pattern';
import { contentHash } from '#core/document/hash';

/** Keeps a pattern, once; returns the hash it is kept under. */
export async function keepPattern(tx: Transaction, pattern: Pattern): Promise<string> {
  const hash = contentHash(pattern);
  await putPattern(tx, hash, pattern);
  return hash;
}

export async function putPattern(tx: Transaction, hash: string, pattern: Pattern): Promise<void> {
  await tx.query('insert into crafts (hash, pattern) values ($1, $2) on conflict (hash) do nothing', [
    hash,
    JSON.stringify(pattern),
  ]);
}

export async function selectPattern(tx: Transaction, hash: string): Promise<Pattern | undefined> {
  const { rows } = await tx.query<{ pattern: Pattern }>('select pattern from crafts where hash = $1', [hash]);
  return rows[0]?.pattern;
}
