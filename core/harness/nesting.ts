/** Wire that pieces are cut from: reels in the rack, and the lengths that new reels are sold in; mm. */
export interface Stock {
  readonly reels: readonly number[];
  /** None: it is sold by the metre. */
  readonly sold: readonly number[];
  /** An end shorter than this is waste; a longer one goes back into the rack. */
  readonly keepMm: number;
}

/** A reel with what is cut off it. */
export interface Cutting {
  /** Index among the reels of the rack; undefined: it is bought. */
  readonly reel: number | undefined;
  readonly mm: number;
  /** Indices of pieces, in the order they are cut: longest first. */
  readonly pieces: readonly number[];
  readonly leftMm: number;
}

export interface Nesting {
  readonly cuttings: readonly Cutting[];
  /** Pieces that no reel is long enough for. */
  readonly tooLong: readonly number[];
  readonly boughtMm: number;
  readonly wasteMm: number;
  /** No nesting buys less than this. */
  readonly leastBoughtMm: number;
  /** No other nesting buys less; nor as much and wastes less; nor that too and cuts into fewer reels. */
  readonly proven: boolean;
}

/** What is bought, what is wasted, mm, and how many reels are cut into: the first that differs decides. */
type Cost = readonly [boughtMm: number, wasteMm: number, reels: number];

/** Lengths closer than this are the same, mm. */
const NIL = 0.005;
const isCheaper = (a: Cost, b: Cost): boolean => {
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i]! - b[i]!) > NIL) return a[i]! < b[i]!;
  return false;
};

/** Nodes looked at until the best so far is given with its bound. */
const MOST_NODES = 20_000;

/** Least length of new reels that `mm` can be cut from, mm, whatever the pieces. */
function coverOf(sold: readonly number[]): (mm: number) => number {
  const sizes = [...sold].sort((a, b) => b - a);
  const known = new Map<number, number>();
  const least = (mm: number, i: number): number => {
    if (mm <= NIL) return 0;
    const size = sizes[i]!;
    const whole = Math.ceil((mm - NIL) / size);
    if (i === sizes.length - 1) return whole * size;
    let best = Number.POSITIVE_INFINITY;
    for (let k = 0; k <= whole && k * size < best; k++) best = Math.min(best, k * size + least(mm - k * size, i + 1));
    return best;
  };
  return (mm) => {
    if (mm <= NIL) return 0;
    if (!sizes.length) return mm;
    const key = Math.round(mm * 100);
    const found = known.get(key) ?? least(mm, 0);
    known.set(key, found);
    return found;
  };
}

interface Bin {
  readonly reel: number | undefined;
  readonly mm: number;
  left: number;
  readonly pieces: number[];
}
const binOf = (mm: number, reel?: number): Bin => ({ reel, mm, left: mm, pieces: [] });

/**
 * Pieces of one wire, mm, nested on reels so that least is bought; of those nestings the one that wastes least; of those
 * the one that cuts into fewest reels. By branch and bound over the pieces, longest first: proven, or the best of
 * 20 000 nodes with the least that any nesting buys.
 */
export function nested(pieces: readonly number[], stock: Stock): Nesting {
  const { reels, sold } = stock;
  const longest = sold.length ? Math.max(...sold, ...reels) : Number.POSITIVE_INFINITY;
  const order = pieces
    .map((_, i) => i)
    .filter((i) => pieces[i]! <= longest + NIL)
    .sort((a, b) => pieces[b]! - pieces[a]! || a - b);
  // Some may be too long for what is sold, and more of them than reels of the rack that have them.
  for (let from = 0; from < order.length; from++) {
    const found = search(pieces, order.slice(from), stock);
    if (found) return { ...found, tooLong: pieces.flatMap((_, i) => (order.indexOf(i) < from ? [i] : [])) };
  }
  const tooLong = pieces.map((_, i) => i);
  return { cuttings: [], tooLong, boughtMm: 0, wasteMm: 0, leastBoughtMm: 0, proven: true };
}

/** Undefined where these pieces, longest first, cannot all be cut. */
function search(
  pieces: readonly number[],
  order: readonly number[],
  { reels, sold, keepMm }: Stock,
): Omit<Nesting, 'tooLong'> | undefined {
  const mm = (i: number) => pieces[order[i]!]!;
  const cover = coverOf(sold);
  const sizes = [...sold].sort((a, b) => a - b);
  const smallest = mm(order.length - 1);
  /** Of each piece and those after it, mm. */
  const rest = order.map(() => 0);
  for (let i = order.length - 1; i >= 0; i--) rest[i] = mm(i) + (rest[i + 1] ?? 0);
  const rack = reels.map((length, reel) => binOf(length, reel)).sort((a, b) => a.mm - b.mm);

  const wasted = (left: number) => (left < keepMm - NIL ? left : 0);
  const useful = (left: number) => (left >= smallest - NIL ? left : 0);
  /** What is bought by the metre comes in one length. */
  const isReel = ({ reel }: Bin) => reel !== undefined || sold.length > 0;
  const costOf = (bins: readonly Bin[]): Cost => [
    bins.reduce((sum, { reel, mm: length }) => sum + (reel === undefined ? length : 0), 0),
    bins.reduce((sum, { left }) => sum + wasted(left), 0),
    bins.filter(isReel).length,
  ];
  let best: Cutting[] | undefined;
  let least: Cost = [Number.POSITIVE_INFINITY, 0, 0];
  const offer = (bins: readonly Bin[]) => {
    const cost = costOf(bins);
    if (best && !isCheaper(cost, least)) return;
    least = cost;
    best = bins.map(({ reel, mm: length, left, pieces: cut }) => ({
      reel,
      mm: length,
      pieces: [...cut],
      leftMm: left,
    }));
  };

  /** Longest first, each off the first reel that is long enough, new ones being all of one length. */
  const firstFit = (from: readonly Bin[], size: number | undefined): void => {
    const bins = from.map(({ reel, mm: length }) => binOf(length, reel));
    for (const i of order.keys()) {
      let bin = bins.find(({ left }) => left >= mm(i) - NIL);
      if (!bin) {
        if (size !== undefined && size < mm(i) - NIL) return;
        bins.push((bin = binOf(size ?? mm(i))));
      }
      bin.left -= mm(i);
      bin.pieces.push(order[i]!);
    }
    offer(bins.filter((bin) => bin.pieces.length));
  };
  const inOrder = [...rack].sort((a, b) => a.reel! - b.reel!);
  for (const size of sold.length ? sizes : [undefined])
    for (const from of [rack, [...rack].reverse(), inOrder]) firstFit(from, size);

  const leastBoughtMm = cover(rest[0]! - rack.reduce((sum, { left }) => sum + useful(left), 0));
  const open: Bin[] = [];
  const isOpen = rack.map(() => false);
  let nodes = 0;
  let bought = 0;
  /** No nesting that goes on from here costs less than this. */
  const bound = (i: number): Cost => {
    let free = 0;
    let waste = 0;
    for (const { left } of open) {
      free += useful(left);
      if (!useful(left)) waste += wasted(left);
    }
    for (const [k, { left }] of rack.entries()) if (!isOpen[k]) free += useful(left);
    return [
      bought + cover((rest[i] ?? 0) - free),
      i < order.length ? waste : costOf(open)[1],
      open.filter(isReel).length,
    ];
  };
  const place = (i: number, at: number): void => {
    const bin = open[at]!;
    bin.left -= mm(i);
    bin.pieces.push(order[i]!);
    visit(i + 1, at);
    bin.pieces.pop();
    bin.left += mm(i);
  };
  const begin = (i: number, bin: Bin): void => {
    open.push(bin);
    place(i, open.length - 1);
    open.pop();
  };
  const visit = (i: number, before: number): void => {
    if (++nodes > MOST_NODES || !isCheaper(bound(i), least)) return;
    if (i === order.length) return offer(open);
    // Of pieces alike the later lies no farther back; of reels with as much left the first stands for all.
    const from = i > 0 && mm(i - 1) - mm(i) < NIL ? before : 0;
    const fits = [...open.keys()]
      .filter((at) => at >= from && open[at]!.left >= mm(i) - NIL)
      .sort((a, b) => open[a]!.left - open[b]!.left || a - b)
      .filter((at, k, all) => k === 0 || open[at]!.left - open[all[k - 1]!]!.left > NIL);
    // What fills a reel to its end is never better elsewhere.
    if (fits.length && open[fits[0]!]!.left - mm(i) < NIL) return place(i, fits[0]!);
    for (const at of fits) place(i, at);
    let tried = -1;
    for (const [k, bin] of rack.entries())
      if (!isOpen[k] && bin.mm >= mm(i) - NIL && bin.mm - tried > NIL) {
        tried = bin.mm;
        isOpen[k] = true;
        begin(i, bin);
        isOpen[k] = false;
      }
    for (const size of sold.length ? sizes : [mm(i)])
      if (size >= mm(i) - NIL) {
        bought += size;
        begin(i, binOf(size));
        bought -= size;
      }
  };
  visit(0, 0);
  if (!best) return undefined;
  const proven = nodes <= MOST_NODES;
  const [boughtMm, wasteMm] = least;
  return {
    cuttings: sorted(best, sold.length === 0),
    boughtMm,
    wasteMm,
    leastBoughtMm: proven ? boughtMm : leastBoughtMm,
    proven,
  };
}

/** Those of the rack in its order, then what is bought: by the metre in one length. */
function sorted(cuttings: readonly Cutting[], byTheMetre: boolean): Cutting[] {
  const ours = cuttings.filter(({ reel }) => reel !== undefined).sort((a, b) => a.reel! - b.reel!);
  const bought = cuttings.filter(({ reel }) => reel === undefined).sort((a, b) => b.mm - a.mm);
  if (!byTheMetre || bought.length < 2) return [...ours, ...bought];
  const length = bought.reduce((sum, { mm }) => sum + mm, 0);
  return [...ours, { reel: undefined, mm: length, pieces: bought.flatMap(({ pieces }) => pieces), leftMm: 0 }];
}
