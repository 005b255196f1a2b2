import { endName, isMade, type Run } from '../connections/runs';
import { craftOf } from '../craft/own';
import { nodeOf } from '../craft/pattern';
import type { Job } from '../job/job';
import type { Insulated } from '../tables/colours';
import { ohmsPerMetre, type Gauge } from '../tables/conductors';
import type { Bundle } from './bundles';
import type { FlatBranch } from './flat';
import type { CutList } from './cuts';
import { wireCodes } from './labels';

/** One conductor of a harness, from one of its ends to another. */
export interface BenchWire {
  /** As its labels have it. */
  readonly code: string;
  readonly run: string;
  readonly use: string;
  readonly colour: Insulated;
  readonly gauge: Gauge | undefined;
  /** Numbers of its ends. */
  readonly ends: readonly [number, number];
  readonly legs: readonly string[];
  readonly cutMm: number;
  /**
   * Of that past the last point of the harness, at either end, mm; less than nothing where the plug of its gear lies
   * nearer than that point.
   */
  readonly freeMm: readonly [number, number];
  /** What it reads from end to end at 20 °C, Ω; undefined where nobody knows how thick it is. */
  readonly ohm: number | undefined;
}

/** Where wires leave the harness for one thing. */
export interface BenchEnd {
  readonly number: number;
  /** Place of the craft that it is at, and what it goes to. */
  readonly at: string;
  readonly of: string;
  readonly name: string;
  /** The longest of its wires past that place, mm. */
  readonly mm: number;
  readonly wires: readonly {
    readonly code: string;
    readonly use: string;
    readonly mm: number;
    readonly with: string;
  }[];
}

/** What lies between two points of the harness. */
export interface BenchLeg {
  readonly leg: string;
  readonly name: string;
  readonly mm: number;
  readonly codes: readonly string[];
  readonly bundle: Bundle;
  /** The harness runs in a ring here: this leg is laid open, and joined to that point on the craft; both have the mark. */
  readonly joins: { readonly mark: string; readonly at: string; readonly name: string } | undefined;
}

/** Wires that hang together, laid out from one point. */
export interface Bench {
  readonly datum: string;
  readonly datumName: string;
  readonly legs: readonly BenchLeg[];
  readonly ends: readonly BenchEnd[];
  readonly wires: readonly BenchWire[];
  /** Legs and ends as they leave each other, from the datum outwards; ends are called `end 1` and so on. */
  readonly branches: readonly FlatBranch[];
  /** How far from the datum along the harness each point is, mm. */
  readonly fromDatum: Readonly<Record<string, number>>;
}

/** What a harness takes from where its wires lie and what ends them. */
interface Around {
  readonly bundles: readonly Bundle[];
  readonly terminals: readonly {
    readonly run: string;
    readonly at: string;
    readonly use: string;
    readonly with: string;
  }[];
  /** Length of wire that a leg takes up, mm. */
  readonly legMm: (leg: string) => number;
  /** Nothing is left over at this end of a run: it is joined where it is. */
  readonly isTapped: (end: string) => boolean;
}

/** All wire that is cut, as harnesses to be made at the bench: the largest first. Made leads are laid in on the craft. */
export function planBench(
  job: Job,
  runs: readonly Run[],
  tags: Readonly<Record<string, string>>,
  { cuts }: CutList,
  around: Around,
): Bench[] {
  const sizes = new Map(cuts.map(({ run, gauge }) => [run, gauge]));
  const cut = runs.filter((run) => run.way && !run.old && !isMade(run));
  const parts = new Map<string, Run[]>();
  const root = new Map<string, string>();
  const find = (node: string): string => {
    const up = root.get(node) ?? node;
    return up === node ? node : find(up);
  };
  for (const { way } of cut)
    way!.nodes.forEach((node, i) => {
      const [a, b] = [find(way!.nodes[Math.max(0, i - 1)]!), find(node)];
      if (a !== b) root.set(b, a);
    });
  for (const run of cut) {
    const of = find(run.way!.nodes[0]!);
    parts.set(of, [...(parts.get(of) ?? []), run]);
  }
  const codes = wireCodes(runs);
  return [...parts.values()]
    .map((part) => benchOf(job, part, tags, around, ({ id }) => sizes.get(id), codes))
    .sort((a, b) => b.wires.length - a.wires.length);
}

function benchOf(
  job: Job,
  runs: readonly Run[],
  tags: Readonly<Record<string, string>>,
  { bundles, terminals, legMm, isTapped }: Around,
  gaugeOf: (run: Run) => Gauge | undefined,
  codes: ReadonlyMap<string, string>,
): Bench {
  const pattern = craftOf(job);
  const along = new Map<string, Run[]>();
  for (const run of runs) for (const leg of new Set(run.way!.legs)) along.set(leg, [...(along.get(leg) ?? []), run]);
  const count = (leg: string) => along.get(leg)!.reduce((sum, { conductors }) => sum + conductors.length, 0);

  const datum = datumOf(job, runs);
  const { tree, open } = spanned(
    [...along.keys()]
      .sort((a, b) => count(b) - count(a) || a.localeCompare(b))
      .map((id) => ({ id, from: pattern.legs[id]!.from, to: pattern.legs[id]!.to, lengthMm: legMm(id) })),
  );
  const branches: FlatBranch[] = [];
  const fromDatum: Record<string, number> = { [datum]: 0 };
  for (const queue = [datum]; queue.length;) {
    const node = queue.shift()!;
    for (const { id, from, to, lengthMm } of tree) {
      const other = from === node ? to : to === node ? from : undefined;
      if (other === undefined || Object.hasOwn(fromDatum, other)) continue;
      fromDatum[other] = fromDatum[node]! + lengthMm;
      branches.push({ id, at: node, to: other, mm: lengthMm });
      queue.push(other);
    }
  }
  const nameOf = (node: string) => nodeOf(pattern, node)!.name;
  for (const { id, from, to, lengthMm } of open) branches.push({ id, at: from, to: `${to} over ${id}`, mm: lengthMm });
  const joins = new Map(
    open.map(({ id, to }, i) => [id, { mark: letters(i), at: to, name: nameOf(to).toLowerCase() }] as const),
  );

  // ── Ends ──
  interface Loose {
    readonly at: string;
    readonly of: string;
    readonly wires: BenchEnd['wires'][number][];
  }
  const loose = new Map<string, Loose>();
  const free = new Map(runs.map((run) => [run.id, freeOf(job, run, isTapped)]));
  const end = (run: Run, which: 0 | 1): string =>
    `${which ? run.to : run.from} at ${run.way!.nodes.at(which ? -1 : 0)!}`;
  for (const run of runs)
    for (const which of [0, 1] as const) {
      const key = end(run, which);
      const of = which ? run.to : run.from;
      const there = loose.get(key) ?? { at: run.way!.nodes.at(which ? -1 : 0)!, of, wires: [] };
      loose.set(key, there);
      for (const { use } of run.conductors)
        there.wires.push({
          code: codes.get(run.id)!,
          use,
          mm: free.get(run.id)![which],
          with: terminals.find((one) => one.run === run.id && one.at === of && one.use === use)?.with ?? '',
        });
    }
  const keys = [...loose.keys()].sort((a, b) => fromDatum[loose.get(a)!.at]! - fromDatum[loose.get(b)!.at]!);
  const ends = keys.map((key, i): BenchEnd => {
    const { at, of, wires } = loose.get(key)!;
    const mm = Math.max(0, ...wires.map((wire) => wire.mm));
    return { number: i + 1, at, of, name: endName(job, of, tags), mm, wires };
  });
  for (const { number, at, mm } of ends) branches.push({ id: `end ${number}`, at, to: `end ${number}`, mm });
  const numberOf = new Map(keys.map((key, i) => [key, i + 1]));

  return {
    datum,
    datumName: nameOf(datum),
    branches,
    fromDatum,
    ends,
    legs: branches
      .filter(({ id }) => along.has(id))
      .map(({ id, mm }) => ({
        leg: id,
        name: pattern.legs[id]!.name,
        mm,
        codes: along.get(id)!.map((run) => codes.get(run.id)!),
        bundle: bundles.find(({ leg }) => leg === id)!,
        joins: joins.get(id),
      })),
    wires: runs.flatMap((run) => {
      const gauge = gaugeOf(run);
      const ohms = gauge && ohmsPerMetre(gauge, 20, job.settings.conductors);
      return run.conductors.map(({ colour, use }) => ({
        code: codes.get(run.id)!,
        run: run.id,
        use,
        colour,
        gauge,
        ends: [numberOf.get(end(run, 0))!, numberOf.get(end(run, 1))!] as const,
        legs: run.way!.legs,
        cutMm: run.cutMm,
        freeMm: free.get(run.id)!,
        ohm: ohms && (ohms * run.cutMm) / 1000,
      }));
    }),
  };
}

/** A, B … Z, A1, B1 … */
const letters = (i: number): string => `${String.fromCharCode(65 + (i % 26))}${Math.floor(i / 26) || ''}`;

/** The battery where it is among them, else the point that most wires pass: what the board is measured from. */
function datumOf(job: Job, runs: readonly Run[]): string {
  const passed = new Map<string, number>();
  for (const { way, conductors } of runs)
    for (const node of new Set(way!.nodes)) passed.set(node, (passed.get(node) ?? 0) + conductors.length);
  const batteries = Object.values(job.craft.batteries).map(({ place }) => place ?? craftOf(job).batteryPlace);
  const most = (nodes: readonly string[]) =>
    [...nodes].sort((a, b) => passed.get(b)! - passed.get(a)! || a.localeCompare(b))[0];
  return most(batteries.filter((node) => passed.has(node))) ?? most([...passed.keys()])!;
}

/** Legs that hang together without a ring, taken in their order, and those that would close one. */
function spanned<L extends { readonly from: string; readonly to: string }>(
  legs: readonly L[],
): { readonly tree: L[]; readonly open: L[] } {
  const part = new Map<string, string>();
  const of = (node: string): string => (part.has(node) ? of(part.get(node)!) : node);
  const tree: L[] = [];
  const open: L[] = [];
  for (const leg of legs) {
    const [a, b] = [of(leg.from), of(leg.to)];
    if (a === b) open.push(leg);
    else {
      part.set(a, b);
      tree.push(leg);
    }
  }
  return { tree, open };
}

/** What of a run lies past the harness at either end, mm: shared as its ends ask for it. */
function freeOf(job: Job, run: Run, isTapped: Around['isTapped']): readonly [number, number] {
  const { places } = craftOf(job);
  const { terminalAllowanceMm } = job.settings;
  const asked = ([run.from, run.to] as const).map((end, i) => {
    const place = i ? run.toPlace : run.fromPlace;
    return (isTapped(end) ? 0 : (places[place!]?.allowanceMm ?? 0)) + terminalAllowanceMm;
  }) as [number, number];
  const left = run.cutMm - run.layMm;
  const all = asked[0] + asked[1];
  const first = all > 0 ? (left * asked[0]) / all : left / 2;
  return [first, left - first];
}
