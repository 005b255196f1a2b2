import type { BayEvent, WireEvent } from '../job/events';

type Piece = WireEvent['pieces'][number];

/** One entry of wire cut off a reel that stands, and those of its pieces that were not cut already when it came. */
export interface CutEntry {
  readonly event: WireEvent;
  readonly counted: readonly Piece[];
}

export const pieceKey = ({ run, use }: { readonly run: string; readonly use: string }): string => `${run} ${use}`;
/** The same pieces cut longer off the same reel are another entry. */
const entryKey = ({ reel, pieces }: WireEvent): string =>
  `${reel} ${pieces.map((piece) => `${pieceKey(piece)} ${piece.mm}`).join('|')}`;
export const totalMm = (pieces: readonly Piece[]): number => pieces.reduce((sum, { mm }) => sum + mm, 0);

/**
 * Wire cut for one job, entry by entry in the order they came. Two people may enter the same pieces without knowing of
 * each other, off one reel or off two: a piece is cut once unless it is cut longer, so the first entry has it.
 */
export class Cuttings {
  readonly #standing = new Map<string, CutEntry>();

  constructor(events: readonly BayEvent[] = []) {
    for (const event of events) if (event.kind === 'wire') this.take(event);
  }

  /** Takes one more entry; what it adds to what is cut, or gives back of it. */
  take(event: WireEvent): CutEntry {
    const key = entryKey(event);
    const there = this.#standing.get(key);
    if (!event.done) {
      this.#standing.delete(key);
      return there ?? { event, counted: [] };
    }
    if (there) return { event, counted: [] };
    const cut = this.pieces();
    const entry = { event, counted: event.pieces.filter((piece) => piece.mm > (cut.get(pieceKey(piece)) ?? 0)) };
    this.#standing.set(key, entry);
    return entry;
  }

  /** What stands, in the order it came. */
  entries = (): readonly CutEntry[] => [...this.#standing.values()];

  /** How long each piece was cut, mm. */
  pieces(): ReadonlyMap<string, number> {
    const cut = new Map<string, number>();
    for (const { counted } of this.#standing.values())
      for (const piece of counted) cut.set(pieceKey(piece), Math.max(piece.mm, cut.get(pieceKey(piece)) ?? 0));
    return cut;
  }
}
