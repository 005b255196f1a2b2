import { setOf } from '../job/parts/overrules';
import { isPowered, passesOn, type FedGear, type PassingGear } from '../gear/gear';
import { FRAME, batteryOf, gathererOf, gathersReturns, returnEnd } from '../connections/feeding';
import type { CommonRun, FeedRun } from '../connections/runs';
import type { Job } from '../job/job';
import { ampacityOf, ohmsPerMetre, type Gauge, type WireStandard } from '../tables/conductors';
import { smallestFuse, type FuseFamily } from '../tables/fuses';
import { GROUND, postOf, supplyNetwork, type FeedCase, type OnBattery } from './cases';
import { drawOf } from './demand';
import { solveNetwork, type Load, type Network, type Resistor, type Solution } from './network';
import { NO_FEED_CHOICE, type FeedChoice } from '../job/parts/feeds';

/** Volts a sound contact loses at the current its wire carries at 105 °C (common practice: ten millivolts). */
const CONTACT_VOLTS = 0.01;
/** Resistance of one crimped ring or block contact on a wire of this size, Ω: the thicker the wire, the larger its contact. */
export const contactOhm = (gauge: Gauge, standard: WireStandard): number =>
  CONTACT_VOLTS / ampacityOf(gauge, '105', false, standard).amps;
/** ABYC's allowance on a fuse over its wire, where it is taken (from memory). */
export const FUSE_ALLOWANCE = 1.5;

export type GaugeReason = 'least' | 'drop' | 'ampacity' | 'pinned' | 'thickest' | 'collapse';

/** What is said of one feed: what the job chooses, and the sizes a person has set. */
export interface FeedSaid extends FeedChoice {
  readonly gauge: Gauge | null;
  readonly fuseA: number | null;
}
/** What a job chooses for a feed, before any size is set. */
export const choiceOf = (job: Job, gear: string): FeedSaid => ({
  ...(job.feeds[gear] ?? NO_FEED_CHOICE),
  gauge: null,
  fuseA: null,
});

/** One feed while it is sized: gear, what feeds it, and the conductors between. */
export interface Branch {
  readonly gear: string;
  readonly item: FedGear;
  /** Its sizes are set anew whenever a tree is sized. */
  choice: FeedSaid;
  readonly audioWatts: number;
  readonly run: FeedRun | undefined;
  /** Battery, or gear that passes power on. */
  readonly feeder: string;
  /** Distribution the craft has and keeps: its own wires are not this job's, and count as losing nothing. */
  readonly there: boolean;
  /** Sizing sets these in place until the limits hold; everything else of a branch stays as it is. */
  gauge: Gauge;
  reason: GaugeReason;
}

/** Its conductors are this job's, and nobody has set their size. */
export const isOpen = ({ there, choice }: Branch): boolean => !there && choice.gauge === null;

export interface CommonBranch extends CommonRun {
  readonly pinned: boolean;
  gauge: Gauge;
  reason: GaugeReason;
}

/** What every part of the sizing looks at. */
export interface Tree {
  readonly job: Job;
  readonly branches: ReadonlyMap<string, Branch>;
  readonly common: CommonBranch | undefined;
  /** Gear the craft has and keeps: it draws where it is fed from, through wires that are not looked at. */
  readonly kept: readonly Drawn[];
  /** Where open sizes begin, and why there. */
  readonly start: { readonly gauge: Gauge; readonly reason: GaugeReason };
}

/**
 * A tree as it is before it is sized, with the sizes that a job sets. A tree is made once for all that are wired and
 * fed alike: the networks laid out of it are kept with it, and only their figures change from one sizing to the next.
 */
export function begin({ branches, common, start }: Tree, job: Pick<Job, 'overrules'>): void {
  for (const branch of branches.values()) {
    const gauge = setOf(job, 'gauge', branch.gear) ?? null;
    const fuseA = setOf(job, 'fuse', branch.gear) ?? null;
    if (gauge !== branch.choice.gauge || fuseA !== branch.choice.fuseA)
      branch.choice = { ...branch.choice, gauge, fuseA };
    Object.assign(branch, gauge === null ? start : PINNED(gauge));
  }
  if (common && !common.pinned) Object.assign(common, start);
}
const PINNED = (gauge: Gauge) => ({ gauge, reason: 'pinned' as const });

/** Gear that draws, and what it is fed from. */
export type Drawn = Pick<Branch, 'gear' | 'item' | 'audioWatts' | 'feeder'>;

export const sum = (values: readonly number[]) => values.reduce((total, x) => total + x, 0);

/**
 * What follows from how a branch is fed and returned, found once for it: a branch belongs to one tree, and nothing of
 * it but its size ever changes.
 */
function once<Of extends object, T>(find: (tree: Tree, of: Of) => T): (tree: Tree, of: Of) => T {
  const known = new WeakMap<Of, T>();
  return (tree, of) => {
    let found = known.get(of);
    if (found === undefined && !known.has(of)) known.set(of, (found = find(tree, of)));
    return found as T;
  };
}

/** The branches that something is fed through, nearest first. */
const above = once(({ branches }: Tree, { feeder }: Pick<Branch, 'feeder'>): readonly Branch[] => {
  const found: Branch[] = [];
  for (let at = branches.get(feeder); at; at = branches.get(at.feeder)) found.push(at);
  return found;
});
/** A branch and those it is fed through, itself first. */
export const chainOf = once((tree: Tree, branch: Branch): readonly Branch[] => [branch, ...above(tree, branch)]);

/** The branches a load shares its volts with: up to its battery, or to the converter that makes them. */
export const voltsChain = once((tree: Tree, branch: Branch): readonly Branch[] => {
  const chain = chainOf(tree, branch);
  const converter = chain.findIndex(({ item }, i) => i > 0 && item.kind === 'converter');
  return converter < 0 ? chain : chain.slice(0, converter);
});

/** The converter a branch is behind; undefined when its volts are a battery's. */
export const converterOf = once(
  (tree: Tree, branch: Pick<Branch, 'feeder'>) =>
    above(tree, branch).flatMap(({ gear, item }) => (item.kind === 'converter' ? [{ gear, item }] : []))[0],
);

/** Volts a branch's drop is measured against: the system's, or its converter's own. */
export const nominalOf = (tree: Tree, branch: Branch): number =>
  converterOf(tree, branch)?.item.outVolts ?? tree.job.craft.nominalVolts;

/** Every branch has a way to its battery. */
export const isLive = once((tree: Tree, branch: Branch): boolean => chainOf(tree, branch).every(({ run }) => run));

/** The branch that kept gear draws through; undefined where that is a battery, or has no way to one. */
function keptBehind(tree: Tree, { feeder }: Drawn): Branch | undefined {
  const branch = tree.branches.get(feeder);
  return branch && isLive(tree, branch) ? branch : undefined;
}
/** The node kept gear draws at. */
const keptFrom = (tree: Tree, kept: Drawn): string => keptBehind(tree, kept)?.gear ?? batteryOf(tree.job, kept.gear);

// ── Conductors ──────────────────────────────────────────────────────────────────────────────────

/** Conductor ahead of a feed's own fuse, mm: one that bolts on the post has none. */
export const fuseAtOf = ({ holder, fuseAtMm }: FeedChoice): number => (holder?.family === 'terminal' ? 0 : fuseAtMm);

const wireOhms = ({ settings }: Job, gauge: Gauge, mm: number): number =>
  (ohmsPerMetre(gauge, settings.conductorCelsius, settings.conductors) * mm) / 1000;
const LEAST_OHM = 1e-6;

/** The battery at the root of a branch. */
export const rootOf = (tree: Tree, branch: Pick<Branch, 'feeder'>): string =>
  (above(tree, branch).at(-1) ?? branch).feeder;
/** The frame as the return to one battery: each has a strap of its own. */
const frameOf = (battery: string): string => `${FRAME}/${battery}`;

/** The node a branch's return ends at. */
const returnNode = once((tree: Tree, branch: Branch): string => {
  const { job } = tree;
  // What is there keeps the return it has.
  const common = branch.there ? undefined : tree.common;
  const end = branch.there
    ? (gathererOf(job, branch.gear) ?? rootOf(tree, branch))
    : returnEnd(job, branch.gear, common?.gear);
  if (common && (end === common.gear || branch.gear === common.gear)) return 'common';
  if (end === FRAME) return frameOf(rootOf(tree, branch));
  const gatherer = job.gear[end]?.item;
  if (!gathersReturns(gatherer)) return GROUND;
  return gatherer!.kind === 'converter' ? `${end}/return` : `${end}/minus`;
});

/** The two nodes that a battery, or gear that passes power on, supplies others at. */
function supplied(tree: Tree, feeder: string): [plus: string, minus: string] {
  const branch = tree.branches.get(feeder);
  if (!branch) return [postOf(feeder), GROUND];
  const converter = branch.item.kind === 'converter' ? feeder : converterOf(tree, branch)?.gear;
  return [`${feeder}/out`, converter === undefined ? GROUND : `${converter}/return`];
}

/** Whether a branch has a return conductor of its own that carries what it feeds. */
export const hasReturn = ({ item }: { readonly item: FedGear }): boolean => isPowered(item) || gathersReturns(item);

/** The two nodes a branch's gear sits between; a coil without a return of its own goes to the ground of its volts. */
export function terminals(tree: Tree, branch: Branch) {
  const converter = converterOf(tree, branch);
  const ground = converter ? `${converter.gear}/return` : GROUND;
  return { plus: `${branch.gear}/plus`, minus: hasReturn(branch) ? `${branch.gear}/minus` : ground };
}

/** A feed's own conductors and contacts, from what feeds it to what gathers its return, at the size it has. */
export function resistorsOf(tree: Tree, branch: Branch): readonly Resistor[] {
  let known = bySize.get(branch);
  if (!known) bySize.set(branch, (known = new Map<Gauge, Resistor[]>()));
  let resistors = known.get(branch.gauge);
  if (!resistors) known.set(branch.gauge, (resistors = strung(tree, branch)));
  return resistors;
}
const bySize = new WeakMap<Branch, Map<Gauge, Resistor[]>>();

function strung(tree: Tree, branch: Branch): Resistor[] {
  const { job, common } = tree;
  const { run, gear, choice, gauge } = branch;
  const fuseAt = choice.holder ? Math.min(fuseAtOf(choice), run!.outMm) : 0;
  const name = (part: string) => `${gear}/${part}`;
  const contact = contactOhm(gauge, job.settings.conductors);
  const series: Resistor[] = [];
  const chain = (from: string, to: string, parts: readonly [part: string, ohm: number][]) => {
    let node = from;
    parts.forEach(([part, ohm], i) => {
      const next = i === parts.length - 1 ? to : name(`after-${part}`);
      series.push({ name: name(part), a: node, b: next, ohm: Math.max(ohm, LEAST_OHM) });
      node = next;
    });
  };
  const [start] = supplied(tree, branch.feeder);
  if (branch.there) {
    chain(start, name('plus'), [['out', LEAST_OHM]]);
    if (hasReturn(branch)) chain(name('minus'), returnNode(tree, branch), [['back', LEAST_OHM]]);
    return series;
  }
  chain(start, name('plus'), [
    ['ring', contact],
    ...(choice.holder
      ? ([
          ['lead', wireOhms(job, gauge, fuseAt)],
          ['fuse', choice.holder.milliohm / 1000],
        ] as [string, number][])
      : []),
    ['out', wireOhms(job, gauge, run!.outMm - fuseAt)],
    ['block', contact],
  ]);
  if (!hasReturn(branch)) return series;
  const end = returnNode(tree, branch);
  chain(name('minus'), end, [
    ['block-back', contact],
    ...(common?.gear === gear
      ? []
      : ([
          ['back', wireOhms(job, gauge, run!.backMm)],
          [end === GROUND ? 'ring-back' : 'ring-common', contact],
        ] as [string, number][])),
  ]);
  return series;
}

/** All that a branch's own conductors and contacts come to, out and back, Ω, at the size it has. */
export function ownOhms(tree: Tree, branch: Branch): number {
  const resistors = resistorsOf(tree, branch);
  let ohms = sums.get(resistors);
  if (ohms === undefined) sums.set(resistors, (ohms = ohmsOf(resistors)));
  return ohms;
}
const sums = new WeakMap<readonly Resistor[], number>();

export const ohmsOf = (resistors: readonly Resistor[]) => sum(resistors.map(({ ohm }) => ohm));

/** Resistors one after another as one, under the name of the conductor among them. */
const inSeries = (name: string, parts: readonly Resistor[]): Resistor => ({
  name,
  a: parts[0]!.a,
  b: parts.at(-1)!.b,
  ohm: parts.reduce((ohms, part) => ohms + part.ohm, 0),
});

/** A feed's way out and its way back as one resistor each: the same volts at the gear, a fifth of the nodes. */
export function lumped(branch: Branch, parts: readonly Resistor[]): Resistor[] {
  if (branch.there) return [...parts];
  const back = parts.findIndex(({ name }) => name === `${branch.gear}/block-back`);
  const out = inSeries(`${branch.gear}/out`, back < 0 ? parts : parts.slice(0, back));
  return back < 0 ? [out] : [out, inSeries(`${branch.gear}/back`, parts.slice(back))];
}

/** The common return, from where returns meet to its battery. */
export const commonResistors = ({ job }: Tree, { gauge, backMm }: CommonBranch): Resistor[] => [
  { name: 'common', a: 'common', b: 'common-end', ohm: Math.max(wireOhms(job, gauge, backMm), LEAST_OHM) },
  { name: 'common-ring', a: 'common-end', b: GROUND, ohm: contactOhm(gauge, job.settings.conductors) },
];

/** The return to a battery that a branch shares with others: the common return, or the frame. */
export function sharedResistors(tree: Tree, by: Shared, battery: string): Resistor[] {
  if (by === 'common') return commonResistors(tree, tree.common!);
  const frame = frameOf(battery);
  return [{ name: frame, a: frame, b: GROUND, ohm: Math.max(tree.job.craft.frameMilliohm / 1000, LEAST_OHM) }];
}
type Shared = 'common' | 'frame';

/** What brings a branch's current back beyond its own return: shared with others. */
export const sharedBy = once((tree: Tree, branch: Branch): Shared | undefined => {
  if (!hasReturn(branch)) return undefined;
  const end = returnNode(tree, branch);
  return end === 'common' ? 'common' : end.startsWith(`${FRAME}/`) ? 'frame' : undefined;
});

// ── Networks ────────────────────────────────────────────────────────────────────────────────────

/** Share of full output each gear plays at, or idle current alone. */
type DrawOf = FeedCase['draw'] | number;

function loadsOf(
  { gear, item, audioWatts }: Omit<Drawn, 'feeder'>,
  ends: { readonly plus: string; readonly minus: string },
  draw: DrawOf,
): Load[] {
  if (isPowered(item)) return [{ name: gear, ...ends, ...drawOf(item.demand, audioWatts, draw) }];
  const amps = item.idleA + (item.kind === 'relay' ? item.coilA : 0);
  return amps && item.kind !== 'converter' ? [{ name: gear, ...ends, watts: 0, amps, siemens: 0 }] : [];
}

function drawnFrom(tree: Tree, feeder: string, among: ReadonlySet<Branch>, draw: DrawOf, whole: boolean): OnBattery {
  const drawn = {
    resistors: [] as Resistor[],
    loads: [] as Load[],
    conversions: [] as OnBattery['conversions'][number][],
  };
  const [plus, minus] = supplied(tree, feeder);
  for (const kept of tree.kept)
    if (keptFrom(tree, kept) === feeder) drawn.loads.push(...loadsOf(kept, { plus, minus }, draw));
  for (const branch of among) {
    if (branch.feeder !== feeder) continue;
    const { gear, item } = branch;
    const parts = resistorsOf(tree, branch);
    const ends = terminals(tree, branch);
    drawn.resistors.push(...(whole ? parts : lumped(branch, parts)));
    drawn.loads.push(...loadsOf(branch, ends, draw));
    if (!passesOn(item)) continue;
    const below = drawnFrom(tree, gear, among, draw, whole);
    if (item.kind === 'converter') {
      const outlet = { name: `${gear}/outlet`, node: `${gear}/out`, volts: item.outVolts, ohm: 0 };
      const output: Network = { ground: `${gear}/return`, supplies: [outlet], ...below };
      drawn.conversions.push({ name: gear, ...ends, efficiency: item.efficiency, idleA: item.idleA, output });
    } else {
      drawn.resistors.push(
        { name: `${gear}/pass`, a: ends.plus, b: `${gear}/out`, ohm: item.milliohm / 1000 },
        ...below.resistors,
      );
      drawn.loads.push(...below.loads);
      drawn.conversions.push(...below.conversions);
    }
  }
  return drawn;
}

/**
 * What some branches, and those they are fed through, draw from each battery at one level of listening: with every
 * contact a resistor of its own when `whole`, else lumped.
 */
export function gearOn(
  tree: Tree,
  among: readonly Branch[],
  draw: DrawOf,
  whole = false,
): (battery: string) => OnBattery {
  const carries = tree.kept.flatMap((kept) => keptBehind(tree, kept) ?? []);
  const set = new Set([...among, ...carries].flatMap((branch) => chainOf(tree, branch)));
  /** Shared returns, by the battery they lead to. */
  const shared = new Map<string, Set<Shared>>();
  for (const branch of set) {
    const by = sharedBy(tree, branch);
    const battery = rootOf(tree, branch);
    if (by) shared.set(battery, (shared.get(battery) ?? new Set()).add(by));
  }
  const known = new Map<string, OnBattery>();
  return (battery) => {
    const there = known.get(battery);
    if (there) return there;
    const drawn = drawnFrom(tree, battery, set, draw, whole);
    const all: OnBattery = {
      conversions: drawn.conversions,
      resistors: [
        ...drawn.resistors,
        ...[...(shared.get(battery) ?? [])].flatMap((by) => sharedResistors(tree, by, battery)),
      ],
      loads: drawn.loads,
    };
    known.set(battery, all);
    return all;
  };
}

/** The network of some branches in one state of engine and listening. */
export const networkOf = (
  tree: Tree,
  among: readonly Branch[],
  state: { readonly engine: FeedCase['engine']; readonly draw: DrawOf },
  whole = false,
): Network => supplyNetwork(tree.job, state.engine, gearOn(tree, among, state.draw, whole));

export const solveBranches = (...of: Parameters<typeof networkOf>): Solution => solveNetwork(networkOf(...of));

// ── Protection ──────────────────────────────────────────────────────────────────────────────────

/** Family of the fuse ahead of a branch: its own holder, or a fused way of what feeds it. */
export function fuseFamily({ job }: Tree, { choice, feeder }: Branch): FuseFamily | undefined {
  const item = job.gear[feeder]?.item as PassingGear | undefined;
  return choice.holder?.family ?? (item && 'fused' in item ? (item.fused ?? undefined) : undefined);
}

/**
 * The fuse of a branch, A: the smallest of its family that is at least margin × its current and, where it feeds
 * others, above each of theirs, so that the branch's own blows first. Undefined where it has none of its own, or
 * none so large.
 */
export function fuseOf(tree: Tree, branch: Branch, ampsOf: (branch: Branch) => number): number | undefined {
  // Of what is there the fuse is what somebody found in it.
  if (branch.there) return branch.choice.fuseA ?? undefined;
  const family = fuseFamily(tree, branch);
  if (!family) return undefined;
  if (branch.choice.fuseA !== null) return branch.choice.fuseA;
  const need = fuseNeed(tree.job, branch.item, ampsOf(branch));
  if (!passesOn(branch.item) || branch.item.kind === 'converter') return smallestFuse(family, need);
  const below = [...tree.branches.values()].flatMap((b) =>
    b.feeder === branch.gear && b.run && !b.there ? (fuseOf(tree, b, ampsOf) ?? []) : [],
  );
  const size = smallestFuse(family, Math.max(need, ...below));
  // The same size would leave it to chance which goes first.
  return size !== undefined && below.includes(size) ? smallestFuse(family, size + 0.01) : size;
}

/** What a feed's fuse must be at least, A: margin × its current, and what the gear's maker names where it names one. */
export const fuseNeed = (job: Job, { usualFuseA, makerMaxFuseA }: FedGear, amps: number): number =>
  Math.max(fuseMargin(job) * amps, Math.min(usualFuseA ?? 0, makerMaxFuseA));

/** Fuse over design current (common practice: 1.25). */
export const fuseMargin = ({ settings }: Job): number => settings.fuseMarginPct / 100;

/** What limits the current of a branch that has no fuse of its own: the fuse above it, or its converter. */
export function limitAbove(
  tree: Tree,
  branch: Branch,
  ampsOf: (branch: Branch) => number,
): { readonly gear: string; readonly amps: number } | undefined {
  for (const above of chainOf(tree, branch).slice(1)) {
    if (above.item.kind === 'converter') return { gear: above.gear, amps: above.item.maxA };
    if (!above.there && !fuseFamily(tree, above)) continue;
    const amps = fuseOf(tree, above, ampsOf);
    if (above.there && amps === undefined) continue;
    return amps === undefined ? undefined : { gear: above.gear, amps };
  }
  return undefined;
}

export const carriesOf = (
  { settings }: Job,
  gauge: Gauge,
  run: Pick<FeedRun, 'engineSpace' | 'together'> | undefined,
) =>
  ampacityOf(
    gauge,
    settings.insulation,
    run?.engineSpace ?? false,
    settings.conductors,
    settings.bundles ? (run?.together ?? 1) : 1,
  );

/** The largest fuse this wire may have ahead of it, A. */
export const fuseLimit = ({ craft }: Job, ampacityA: number, allow150: boolean): number =>
  ampacityA * (allow150 && craft.pattern.kind === 'boat' ? FUSE_ALLOWANCE : 1);

/** Whether a wire carries this current and may have what limits it ahead of it. */
export function carriesEnough(job: Job, branch: Branch, amps: number, limitA: number): boolean {
  const { amps: ampacityA } = carriesOf(job, branch.gauge, branch.run);
  return ampacityA >= amps && fuseLimit(job, ampacityA, branch.choice.allow150) >= limitA;
}

/**
 * Current if there were no drop: enough to begin sizing with when the thin start collapses. Of gear that
 * passes power on, what it feeds among the branches looked at, and what is kept.
 */
export function roughAmps(tree: Tree, branch: Drawn, among: readonly Branch[] = [...tree.branches.values()]): number {
  const { item, gear } = branch;
  const volts = converterOf(tree, branch)?.item.outVolts ?? restVoltsOf(tree, branch);
  if (isPowered(item)) {
    const { watts, amps, siemens } = drawOf(item.demand, branch.audioWatts, 'full');
    return watts / volts + amps + siemens * volts;
  }
  const below = sum([...among, ...tree.kept].flatMap((b) => (b.feeder === gear ? roughAmps(tree, b, among) : [])));
  if (item.kind === 'converter') return (below * item.outVolts) / item.efficiency / volts + item.idleA;
  return below + item.idleA + (item.kind === 'relay' ? item.coilA : 0);
}

export function restVoltsOf(tree: Tree, branch: Pick<Branch, 'feeder'>): number {
  return tree.job.craft.batteries[rootOf(tree, branch)]!.restVolts;
}
