import { Slack } from '../plane/slack';

/** How a piece may be turned: how far it reaches from where its leads leave it, mm. */
export interface Turned {
  readonly turnDeg: number;
  readonly left: number;
  readonly right: number;
  readonly down: number;
  readonly up: number;
}
/** A piece to be laid on a board. */
export interface BoardPiece {
  readonly turns: readonly [Turned, ...Turned[]];
  /** Room it wants to any other piece, mm: between two the larger of both. */
  readonly air: number;
  /** Where its leads leave it, when a person has put it there, from the lower left corner of the board. */
  readonly fixed?: readonly [x: number, y: number] | undefined;
}
interface Box {
  readonly left: number;
  readonly right: number;
  readonly bottom: number;
  readonly top: number;
}
/** A board and what is to lie on it, mm; wires are measured along and across it. */
export interface BoardTask {
  readonly w: number;
  readonly h: number;
  /** What no piece may lie over. */
  readonly blocked: readonly Box[];
  readonly pieces: readonly BoardPiece[];
  readonly wires: readonly { readonly a: number; readonly b: number; readonly count: number }[];
  /** Wires that leave over the lower edge, by piece. */
  readonly leaving: readonly number[];
}
export interface BoardLayout {
  /** Where the leads of each piece leave it, from the lower left corner of the board, and how it is turned. */
  readonly pieces: readonly { readonly x: number; readonly y: number; readonly turnDeg: number }[];
  /** Wire on the board, mm of conductor. */
  readonly wireMm: number;
  /** No layout has less, and whether that is this one's. */
  readonly leastMm: number;
  readonly proven: boolean;
  readonly looked: number;
}

const EPS = 1e-6;
/** How much less is left to look at where a bound takes all there is to lose: told by trying, on full boards. */
const ALPHA = 2;
type Side = 'left' | 'right' | 'down' | 'up';
const SIDES: readonly Side[] = ['left', 'right', 'down', 'up'];

/**
 * The layout with the least wire: branches over how pieces are turned and how those that would overlap lie to each other
 * (left, right, below, above), at whatever leaves least to look at. Each branch is bounded by the exact least of all
 * wires under what is decided. Nothing where the pieces do not go on the board; `proven` says whether every branch was
 * looked at or bounded.
 */
export function layBoard(
  task: BoardTask,
  mostLooks = 60_000,
): { layout?: BoardLayout; looked: number; proven: boolean } {
  if (!hasRoom(task)) return { looked: 0, proven: true };
  return new Search(task, mostLooks).run();
}

/** Whether the pieces, however they are turned, are no larger together than the board. */
const hasRoom = ({ w, h, pieces }: BoardTask): boolean =>
  pieces.reduce(
    (sum, { turns }) => sum + Math.min(...turns.map(({ left, right, down, up }) => (left + right) * (down + up))),
    0,
  ) <=
  w * h + EPS;

const OPPOSITE = { left: 'right', right: 'left', down: 'up', up: 'down' } as const;

/** Decided: piece i lies on a side of piece, or box, j. */
interface Decided {
  readonly i: number;
  readonly j: number;
  readonly box: boolean;
  readonly side: Side;
}
interface Overlap extends Omit<Decided, 'side'> {
  readonly over: number;
}
interface Placed {
  readonly x: number;
  readonly y: number;
}
/** A way on from a branch: what it decides, and how that is undone. */
type Way = () => () => void;

class Search {
  private readonly n: number;
  private readonly x: Slack;
  private readonly y: Slack;
  private readonly turned: (Turned | undefined)[];
  /** As little as a piece reaches while nobody has said how it is turned. */
  private readonly least: Pick<Turned, Side>[];
  private readonly decided: Decided[] = [];
  private best: BoardLayout | undefined;
  private looked = 0;
  /** The least bound of a branch that was not followed. */
  private open = Number.MAX_VALUE;

  constructor(
    private readonly task: BoardTask,
    private readonly mostLooks: number,
  ) {
    const { pieces, wires, leaving } = task;
    this.n = pieces.length;
    this.x = new Slack(this.n + 1);
    this.y = new Slack(this.n + 1);
    this.turned = pieces.map(({ turns }) => (turns.length === 1 ? turns[0] : undefined));
    this.least = pieces.map(({ turns }) => {
      const of = (side: Side) => Math.min(...turns.map((turn) => turn[side]));
      return { left: of('left'), right: of('right'), down: of('down'), up: of('up') };
    });
    for (const { a, b, count } of wires)
      if (a !== b && count > 0) for (const axis of [this.x, this.y]) axis.pull(a, b, count);
    leaving.forEach((count, i) => {
      if (count > 0) this.y.pull(this.n, i, count);
    });
    pieces.forEach(({ fixed }, i) => {
      this.keepIn(i);
      if (!fixed) return;
      this.x.apart(this.n, i, fixed[0]);
      this.x.apart(i, this.n, -fixed[0]);
      this.y.apart(this.n, i, fixed[1]);
      this.y.apart(i, this.n, -fixed[1]);
    });
    // Of pieces that are alike the first lies no farther right than the next: swapping them gains nothing.
    const alike = likeness(task);
    for (let j = 1; j < this.n; j++) {
      const i = alike.lastIndexOf(alike[j]!, j - 1);
      if (i >= 0) this.x.apart(i, j, 0);
    }
  }

  run() {
    this.branch();
    const { best, open, looked } = this;
    const proven = open === Number.MAX_VALUE || (best !== undefined && open >= best.wireMm - EPS);
    if (!best) return { looked, proven };
    return {
      layout: { ...best, leastMm: proven ? best.wireMm : Math.min(open, best.wireMm), proven, looked },
      looked,
      proven,
    };
  }

  private reach(i: number, side: Side): number {
    return (this.turned[i] ?? this.least[i]!)[side];
  }
  private gap(i: number, j: number): number {
    return Math.max(this.task.pieces[i]!.air, this.task.pieces[j]!.air);
  }
  /** Between the leads of two pieces when i lies on a side of j. */
  private apart(i: number, j: number, side: Side): number {
    return this.reach(i, OPPOSITE[side]) + this.reach(j, side) + this.gap(i, j);
  }
  private keepIn(i: number): void {
    const { w, h } = this.task;
    this.x.apart(this.n, i, this.reach(i, 'left'));
    this.x.apart(i, this.n, this.reach(i, 'right') - w);
    this.y.apart(this.n, i, this.reach(i, 'down'));
    this.y.apart(i, this.n, this.reach(i, 'up') - h);
  }

  private hold({ i, j, box, side }: Decided): void {
    const { n } = this;
    const axis = side === 'left' || side === 'right' ? this.x : this.y;
    const before = side === 'left' || side === 'down';
    if (box) {
      const b = this.task.blocked[j]!;
      const edge = { left: b.left, right: b.right, down: b.bottom, up: b.top }[side];
      if (before) axis.apart(i, n, this.reach(i, OPPOSITE[side]) - edge);
      else axis.apart(n, i, edge + this.reach(i, OPPOSITE[side]));
    } else if (before) axis.apart(i, j, this.apart(i, j, side));
    else axis.apart(j, i, this.apart(i, j, side));
  }

  /** The bound of what is decided; nothing where it cannot be. */
  private bound(enough = Number.MAX_VALUE): number | undefined {
    this.looked++;
    const alongX = this.x.solve(enough);
    if (alongX !== undefined && alongX > enough) return alongX;
    const alongY = alongX === undefined ? undefined : this.y.solve(enough - alongX);
    if (alongX === undefined || alongY === undefined) return undefined;
    return alongX + alongY;
  }

  private turns(i: number): Way[] {
    return this.task.pieces[i]!.turns.map((turn) => () => {
      this.turned[i] = turn;
      this.keepIn(i);
      for (const one of this.decided) if (one.i === i || (!one.box && one.j === i)) this.hold(one);
      return () => (this.turned[i] = undefined);
    });
  }
  private sides(i: number, j: number, box: boolean): Way[] {
    return SIDES.map((side) => () => {
      const one = { i, j, box, side };
      this.decided.push(one);
      this.hold(one);
      return () => this.decided.pop();
    });
  }

  /** Everything that may be decided next: what overlaps, and how what overlaps is turned; nothing where all is. */
  private choices(): Way[][] {
    const overlaps = this.overlaps();
    const loose = new Set(overlaps.flatMap(({ i, j, box }) => (box ? [i] : [i, j])).filter((i) => !this.turned[i]));
    if (!overlaps.length) {
      const i = this.turned.indexOf(undefined);
      return i < 0 ? [] : [this.turns(i)];
    }
    overlaps.sort((p, q) => q.over - p.over);
    return [...overlaps.map(({ i, j, box }) => this.sides(i, j, box)), ...[...loose].map((i) => this.turns(i))];
  }

  private at(i: number): Placed {
    return { x: this.x.beyond(i, this.n), y: this.y.beyond(i, this.n) };
  }

  /** All that overlaps. */
  private overlaps(): Overlap[] {
    const { n, task } = this;
    const found: Overlap[] = [];
    for (let i = 0; i < n; i++) {
      const a = this.at(i);
      for (let j = i + 1; j < n; j++) {
        const b = this.at(j);
        const over = Math.min(
          this.apart(i, j, 'left') - (b.x - a.x),
          this.apart(i, j, 'right') - (a.x - b.x),
          this.apart(i, j, 'down') - (b.y - a.y),
          this.apart(i, j, 'up') - (a.y - b.y),
        );
        if (over > EPS) found.push({ i, j, box: false, over });
      }
      task.blocked.forEach((b, j) => {
        const over = Math.min(
          a.x + this.reach(i, 'right') - b.left,
          b.right - (a.x - this.reach(i, 'left')),
          a.y + this.reach(i, 'up') - b.bottom,
          b.top - (a.y - this.reach(i, 'down')),
        );
        if (over > EPS) found.push({ i, j, box: true, over });
      });
    }
    return found;
  }

  /** Follows what is decided, whose bound it is; the ways on are tried from the most promising. */
  private branch(): void {
    const here = this.bound();
    if (here === undefined || (this.best && here >= this.best.wireMm - EPS)) return;
    if (this.looked >= this.mostLooks) {
      this.open = Math.min(this.open, here);
      return;
    }
    const choices = this.choices();
    if (!choices.length) {
      const pieces = this.task.pieces.map((_, i) => ({ ...this.at(i), turnDeg: this.turned[i]!.turnDeg }));
      this.best = { pieces, wireMm: here, leastMm: here, proven: true, looked: this.looked };
      return;
    }
    const [x, y] = [this.x.mark(), this.y.mark()];
    const back = () => {
      this.x.restore(x);
      this.y.restore(y);
    };
    const most = this.best ? this.best.wireMm - EPS : Number.MAX_VALUE;
    // How large what is left would be: the less, the more every way on costs of what there is to lose.
    const scale = most === Number.MAX_VALUE ? here + 1 : most - here;
    let chosen: { way: Way; bound: number }[] = [];
    let size = Number.MAX_VALUE;
    for (const ways of choices) {
      const tried: { way: Way; bound: number }[] = [];
      let own = 0;
      for (const way of ways) {
        const undo = way();
        const bound = this.bound(most);
        undo();
        back();
        if (bound === undefined || bound >= most) continue;
        tried.push({ way, bound });
        own += Math.exp((-ALPHA * (bound - here)) / scale);
        if (own >= size) break;
      }
      if (own >= size) continue;
      // Nothing of this can be: nothing better is left here.
      if (!tried.length) return;
      size = own;
      chosen = tried;
    }
    for (const { way, bound } of chosen.sort((a, b) => a.bound - b.bound)) {
      if (this.best && bound >= this.best.wireMm - EPS) return;
      const undo = way();
      this.branch();
      undo();
      back();
    }
  }
}

/** Which pieces are alike, wires and all, by a number of each kind; a piece a person has put is like no other. */
function likeness({ pieces, wires, leaving }: BoardTask): number[] {
  const keys = pieces.map(({ turns, air, fixed }, i) => {
    if (fixed) return `fixed ${i}`;
    const own = wires
      .flatMap(({ a, b, count }) => (a === i ? [`${b}:${count}`] : b === i ? [`${a}:${count}`] : []))
      .sort();
    return JSON.stringify([turns, air, leaving[i] ?? 0, own]);
  });
  return keys.map((key) => keys.indexOf(key));
}
