import { PGlite } from '@electric-sql/pglite';
import { MIGRATIONS } from './migrations';

export class NewerSchemaError extends Error {
  constructor(found: number) {
    super(
      `the data folder was written by a newer Haltrik (schema ${found}, this one knows ${MIGRATIONS.length}); it is left untouched. Start the newer version, or choose another folder with --data.`,
    );
    this.name = 'NewerSchemaError';
  }
}

/** Brings a database up to this version's schema, each migration in a transaction. Throws NewerSchemaError. */
export async function migrate(db: PGlite): Promise<void> {
  await db.exec('create table if not exists schema_version (version integer not null)');
  const { rows } = await db.query<{ version: number }>('select version from schema_version');
  const found = rows[0]?.version ?? 0;
  if (found > MIGRATIONS.length) throw new NewerSchemaError(found);
  for (let version = found + 1; version <= MIGRATIONS.length; version++)
    await db.transaction(async (tx) => {
      await tx.exec(MIGRATIONS[version - 1]!);
      await tx.query('delete from schema_version');
      await tx.query('insert into schema_version values ($1)', [version]);
    });
}

/** Opens the database in a folder, or in memory without one. */
export async function openDatabase(folder?: string): Promise<PGlite> {
  const db = folder === undefined ? await PGlite.create() : await PGlite.create(folder);
  try {
    await migrate(db);
    return db;
  } catch (error) {
    await db.close();
    throw error;
  }
}
