import type { PGlite, Transaction } from '@electric-sql/pglite';
import { afterEntries, EMPTY_RACK, type Rack, type Reel } from '#core/harness/index';
import { contentHash } from '#core/document/hash';
import type { WireEvent } from '#core/job/events';
import { wireEventsOf } from './tables/events';
import type { Changes } from './changes';

/** How new reels come, and from what length on an end is kept. */
export type Buying = Pick<Rack, 'soldMm' | 'keepMm'>;

/** The reels of this workshop: one document, since it is small and changes seldom. */
export class RackStore {
  constructor(private readonly changes: Changes) {}

  read = (): Promise<Rack> => selectRack(this.changes.db);

  /**
   * Puts a reel into the rack, or takes one out where none is given. `over` is the hash of the one it takes the place of,
   * null for a new one: where it is another by now, or gone, nothing is written and the rack is given back as it is.
   */
  put(id: string, reel: Reel | undefined, over: string | null): Promise<{ taken: boolean; rack: Rack }> {
    return this.change((rack) => {
      const there = Object.hasOwn(rack.reels, id) ? contentHash(rack.reels[id]) : null;
      if (there !== over) return undefined;
      const { [id]: _, ...others } = rack.reels;
      return { ...rack, reels: reel ? { ...others, [id]: reel } : others };
    });
  }

  buy = (buying: Buying): Promise<{ taken: boolean; rack: Rack }> => this.change((rack) => ({ ...rack, ...buying }));

  stock = (rack: Rack): Promise<unknown> => this.change(() => rack);

  private change(make: (rack: Rack) => Rack | undefined): Promise<{ taken: boolean; rack: Rack }> {
    return this.changes.alone(async () => {
      const rack = await this.read();
      const next = make(rack);
      if (!next) return { taken: false, rack };
      await this.changes.write([{ kind: 'rack', rack: next }], (tx) => putRack(tx, next));
      return { taken: true, rack: next };
    });
  }
}

export async function selectRack(db: PGlite | Transaction): Promise<Rack> {
  const { rows } = await db.query<{ rack: Rack }>('select rack from rack');
  // One written before ends were remembered has none.
  return { ...EMPTY_RACK, ...rows[0]?.rack };
}

export async function putRack(tx: Transaction, rack: Rack): Promise<void> {
  await tx.query('insert into rack (one, rack) values (true, $1) on conflict (one) do update set rack = $1', [
    JSON.stringify(rack),
  ]);
}

/** The rack once these entries of a job have come; undefined where nothing of it changes. */
export async function rackAfter(
  db: PGlite | Transaction,
  job: string,
  entries: readonly WireEvent[],
): Promise<Rack | undefined> {
  if (!entries.length) return undefined;
  const rack = await selectRack(db);
  const next = afterEntries(rack, await wireEventsOf(db, job), entries);
  return next === rack ? undefined : next;
}
