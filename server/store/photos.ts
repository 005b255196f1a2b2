import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { BadPhotoError, mimeOf, proven } from '#formats/pictures';

export interface Photo {
  readonly mime: string;
  readonly bytes: Buffer;
}

export const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** Photographs: files named by the hash of their bytes, on the disk before they are acknowledged. */
export class PhotoStore {
  constructor(
    private readonly db: PGlite,
    private readonly folder: string,
  ) {}

  #path(hash: string): string {
    return join(this.folder, hash);
  }

  /** Throws BadPhotoError when the bytes are no whole picture, or not the one of that name. */
  async keep(hash: string, bytes: Buffer): Promise<void> {
    const mime = await proven(bytes);
    if (hashOf(bytes) !== hash) throw new BadPhotoError('expected the SHA-256 of the picture as its name');
    if (!existsSync(this.#path(hash))) {
      mkdirSync(this.folder, { recursive: true });
      const draft = `${this.#path(hash)}.new`;
      const file = openSync(draft, 'w');
      try {
        for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done);
        fsyncSync(file);
      } catch (error) {
        rmSync(draft, { force: true });
        throw error;
      } finally {
        closeSync(file);
      }
      renameSync(draft, this.#path(hash));
      const folder = openSync(this.folder, 'r');
      fsyncSync(folder);
      closeSync(folder);
    }
    await this.#count(hash, mime, bytes.length);
  }

  read(hash: string): Photo | undefined {
    if (!/^[0-9a-f]{64}$/.test(hash) || !existsSync(this.#path(hash))) return undefined;
    const bytes = readFileSync(this.#path(hash));
    return { mime: mimeOf(bytes) ?? 'application/octet-stream', bytes };
  }

  /** Counts the pictures there are anew, for a database that has just been made. */
  async recount(): Promise<void> {
    if (!existsSync(this.folder)) return;
    for (const hash of readdirSync(this.folder).filter((name) => /^[0-9a-f]{64}$/.test(name))) {
      const photo = this.read(hash)!;
      await this.#count(hash, photo.mime, photo.bytes.length);
    }
  }

  async #count(hash: string, mime: string, bytes: number): Promise<void> {
    await this.db.query(
      `insert into photographs (hash, mime, bytes) values ($1, $2, $3)
       on conflict (hash) do update set kept_at = now(), passed_by = false`,
      [hash, mime, bytes],
    );
  }

  /**
   * Drops pictures that no event of any job and no item, on the shelf or in a job, names any more. Those kept within the last `hours` stay: the event that
   * names one comes after it, and the line may have been down between the two. One goes only when that time has passed
   * twice, as the machine's clock may have jumped once. Returns how many went.
   */
  async sweep(hours: number): Promise<number> {
    const unnamed = `kept_at <= now() - make_interval(hours => $1) and not exists
      (select 1 from events where event->>'kind' = 'photo' and event->>'photo' = photographs.hash)
      and not exists (select 1 from shelf where item->'sheet'->>'photo' = photographs.hash)
      and not exists (select 1 from jobs, jsonb_each(document->'gear') as placed
        where placed.value->'item'->'sheet'->>'photo' = photographs.hash)
      and not exists (select 1 from patterns, jsonb_each(pattern->'underlays') as laid
        where laid.value->>'photo' = photographs.hash)
      and not exists (select 1 from drafts, jsonb_each(draft->'underlays') as laid
        where laid.value->>'photo' = photographs.hash)`;
    const { rows } = await this.db.query<{ hash: string }>(
      `delete from photographs where passed_by and ${unnamed} returning hash`,
      [hours],
    );
    await this.db.query(`update photographs set passed_by = true, kept_at = now() where ${unnamed}`, [hours]);
    for (const { hash } of rows) rmSync(this.#path(hash), { force: true });
    return rows.length;
  }
}
