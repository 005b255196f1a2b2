import { isPowered, type PoweredGear } from '../gear/gear';
import { NO_FEED_CHOICE, type FeedChoice, type Job } from '../job/job';
import { GAUGES, ampacity, ohmsPerMetre, thicker, type Gauge } from '../tables/conductors';
import { smallestFuse } from '../tables/fuses';
import { drawOf, type Draw } from './demand';
import { hoursToReserve } from './endurance';
import { solveNetwork, type Network, type Resistor, type Solution } from './network';

/** Resistance of one crimped ring or block contact, Ω (common practice: half a milliohm when sound). */
export const CONTACT_OHM = 0.0005;
/** Fuse ≥ 1.25 × continuous current (common practice). */
export const FUSE_MARGIN = 1.25;
/** Drop is stated against the system's nominal volts, as the drop tables do. */
export const NOMINAL_VOLTS = 12;

export interface FeedCase {
  readonly id: 'restFull' | 'restMusic' | 'rideFull' | 'rideMusic';
  readonly name: string;
  readonly engine: 'off' | 'on';
  readonly draw: Draw;
}

/** The states a feed is judged in. The first is the design case: everything is sized for it. */
export const FEED_CASES: readonly FeedCase[] = [
  { id: 'restFull', name: 'Engine off, full output', engine: 'off', draw: 'full' },
  { id: 'restMusic', name: 'Engine off, music', engine: 'off', draw: 'music' },
  { id: 'rideFull', name: 'Riding, full output', engine: 'on', draw: 'full' },
  { id: 'rideMusic', name: 'Riding, music', engine: 'on', draw: 'music' },
];

const DESIGN_CASE = FEED_CASES[0]!;

export interface FeedRun {
  /**
   * Cut lengths out and back, mm: the current runs the whole of what is cut. Back is to the battery, or to
   * the common point; 0 for the gear that stands at it.
   */
  readonly outMm: number;
  readonly backMm: number;
  readonly engineSpace: boolean;
}

/** The one conductor that brings all returns from the common point to the battery. */
export interface CommonRun {
  /** Its run, and the gear that stands at the common point. */
  readonly run: string;
  readonly gear: string;
  readonly backMm: number;
  readonly engineSpace: boolean;
}

export interface CommonReturn extends CommonRun {
  readonly gauge: Gauge;
  readonly gaugeReason: Feed['gaugeReason'];
  readonly ampacityA: number;
  /** What it must carry: the fuses of all feeds whose current it brings back, A. */
  readonly carriesA: number;
}

export interface FeedState {
  readonly postVolts: number;
  readonly deviceVolts: number;
  readonly amps: number;
  readonly dropVolts: number;
  /** % of 12 V. */
  readonly dropPct: number;
}

/** One stretch of a feed, battery to device and back, with the volts lost on it in the design case. */
export interface FeedStretch {
  readonly name: string;
  readonly ohm: number;
  readonly lostVolts: number;
  /** Where it begins and ends along the feed, mm from the battery post. */
  readonly fromMm: number;
  readonly toMm: number;
}

export interface Feed {
  readonly gear: string;
  readonly item: PoweredGear;
  readonly choice: FeedChoice;
  readonly audioWatts: number;
  readonly run: FeedRun | undefined;
  readonly gauge: Gauge;
  readonly gaugePinned: boolean;
  /** What the gauge was chosen for. */
  readonly gaugeReason: 'drop' | 'ampacity' | 'pinned' | 'thickest' | 'collapse';
  readonly ampacityA: number;
  /** Undefined without a holder, or when its family does not go so high. */
  readonly fuseA: number | undefined;
  readonly fusePinned: boolean;
  /** 1.25 × design current, A. */
  readonly fuseNeedA: number;
  /** Design case solved; undefined when the volts collapse or the feed has no run. */
  readonly states: Readonly<Partial<Record<FeedCase['id'], FeedState>>>;
  readonly collapsed: boolean;
  /** It collapses even as the battery's only feed. */
  readonly collapsedAlone: boolean;
  readonly stretches: readonly FeedStretch[];
}

export interface PowerPlan {
  /** Undefined where every feed has a return of its own. */
  readonly common: CommonReturn | undefined;
  readonly feeds: Readonly<Record<string, Feed>>;
  /** Battery current of each case, A; undefined when collapsed. */
  readonly totalAmps: Readonly<Partial<Record<FeedCase['id'], number>>>;
  readonly postVolts: Readonly<Partial<Record<FeedCase['id'], number>>>;
  /** Hours of music with the engine off until only the restart reserve is left; undefined with no feed or collapsed. */
  readonly musicHours: number | undefined;
}

interface Draft {
  readonly gear: string;
  readonly item: PoweredGear;
  readonly choice: FeedChoice;
  readonly audioWatts: number;
  readonly run: FeedRun | undefined;
  gauge: Gauge;
  reason: Feed['gaugeReason'];
}

interface CommonDraft extends CommonRun {
  readonly pinned: boolean;
  gauge: Gauge;
  reason: Feed['gaugeReason'];
}

/** What every part of the sizing looks at. */
interface Sizing {
  readonly job: Job;
  readonly common: CommonDraft | undefined;
}

/**
 * Every feed of the job: gauge and fuse where the job leaves them open, amperes and volts in each case.
 * Sizes start at the thinnest and are only ever raised, each for a stated reason, until every feed meets
 * the drop limit and carries its fuse. A regulated load draws less through a thicker wire, so no raise
 * makes another feed worse and what is left is the smallest set of sizes that will do; unregulated gear
 * draws a little more, and beside it a size may be one larger than the least. With a common return the
 * conductor that loses more is raised, which need not be the least copper.
 */
export function planPower(
  job: Job,
  runOf: (gear: string) => FeedRun | undefined,
  audioWatts: Readonly<Record<string, number>>,
  commonRun?: CommonRun,
): PowerPlan {
  const lead = commonRun && job.leadGauges[commonRun.run];
  const common = commonRun && {
    ...commonRun,
    pinned: lead !== undefined,
    gauge: lead ?? GAUGES[0],
    reason: lead ? ('pinned' as const) : ('ampacity' as const),
  };
  const sizing: Sizing = { job, common };
  const drafts: Draft[] = Object.entries(job.gear).flatMap(([gear, { item }]) => {
    if (!isPowered(item)) return [];
    const choice = job.feeds[gear] ?? NO_FEED_CHOICE;
    const run = runOf(gear);
    return [
      {
        gear,
        item,
        choice,
        audioWatts: audioWatts[gear] ?? 0,
        run,
        gauge: choice.gauge ?? GAUGES[0],
        reason: choice.gauge ? ('pinned' as const) : ('ampacity' as const),
      },
    ];
  });
  const live = drafts.filter((draft) => draft.run);
  const able = sizeFeeds(sizing, live);
  const cases = FEED_CASES.map((feedCase) => {
    const all = solveCase(sizing, live, feedCase);
    // What one feed asks in vain must not hide what the others get.
    const others = all.state === 'solved' || able.length === live.length ? all : solveCase(sizing, able, feedCase);
    return { feedCase, all, others };
  });
  const whole = cases.map(({ feedCase, all }) => ({ feedCase, solution: all }));
  const spared = cases.map(({ feedCase, others }) => ({ feedCase, solution: others }));
  const totalAmps = collect(whole, (s) => sum([...s.loadAmps.values()]));
  const { restMusic } = totalAmps;
  return {
    common: common && finishCommon(sizing, common, live),
    feeds: Object.fromEntries(
      drafts.map((draft) => {
        const bearable = able.includes(draft);
        return [draft.gear, finish(sizing, draft, bearable ? spared : whole, bearable)];
      }),
    ),
    totalAmps,
    musicHours: live.length && restMusic !== undefined ? hoursToReserve(job.craft.battery, restMusic) : undefined,
    postVolts: collect(whole, (s) => s.volts.get('post')!),
  };
}

/**
 * Chooses the open gauges; returns the feeds that the battery can bring by themselves. Where the volts
 * collapse whatever the wire, no wire is the cure, and the size is the one that carries the current.
 */
function sizeFeeds(sizing: Sizing, live: readonly Draft[]): readonly Draft[] {
  const { job, common } = sizing;
  for (const draft of live) raiseToFloor(job, draft);
  // Alone first: no feed needs less beside others than alone.
  const able = live.filter((draft) => raiseGauges(sizing, [draft]));
  const sized = common ? [...able, common] : able;
  const alone = sized.map(({ gauge, reason }) => ({ gauge, reason }));
  // Where all together ask too much, thicker wire is no cure either.
  if (!raiseGauges(sizing, able)) sized.forEach((draft, i) => Object.assign(draft, alone[i]));
  for (const draft of live) if (!able.includes(draft)) sizeByCurrent(job, draft);
  if (common && live.length) while (raiseCommon(sizing, common, commonCarries(sizing, live), false));
  return able;
}

/** The fuses of all the feeds a common return brings back, A; the rough current of one that has none. */
const commonCarries = ({ job }: Sizing, drafts: readonly Draft[], loadAmps?: ReadonlyMap<string, number>): number =>
  sum(
    drafts.map((draft) => {
      const amps = loadAmps?.get(draft.gear) ?? roughAmps(draft, job);
      return Math.max(fuseFor(draft, amps) ?? 0, amps);
    }),
  );

/** One size up for the common return if it is open and too thin; false when it stays. */
function raiseCommon({ job }: Sizing, common: CommonDraft, carries: number, sags: boolean): boolean {
  if (common.pinned) return false;
  const short = carriesOf(job, common.gauge, common.engineSpace) < carries;
  // At the thick end a sag is left to the feeds' own conductors; only what it must carry is still owed.
  if (!short && !thicker(common.gauge)) return false;
  return (short || sags) && thicken(common, short);
}

function sizeByCurrent(job: Job, draft: Draft): void {
  if (draft.choice.gauge) return;
  const amps = roughAmps(draft, job);
  const carries = Math.max(fuseFor(draft, amps) ?? 0, amps);
  const { insulation, conductors } = job.settings;
  draft.gauge =
    GAUGES.find((g) => ampacity(g, insulation, draft.run!.engineSpace, conductors) >= carries) ?? GAUGES.at(-1)!;
  draft.reason = 'collapse';
}

type Solved = Extract<Solution, { state: 'solved' }>;
type CaseSolution = { readonly feedCase: FeedCase; readonly solution: Solution };

function collect(solutions: readonly CaseSolution[], of: (s: Solved) => number) {
  return Object.fromEntries(
    solutions.flatMap(({ feedCase, solution }) => (solution.state === 'solved' ? [[feedCase.id, of(solution)]] : [])),
  ) as Partial<Record<FeedCase['id'], number>>;
}

const sum = (values: readonly number[]) => values.reduce((total, x) => total + x, 0);

/** Raises open gauges as far as is needed; false when the volts still collapse at the end. */
function raiseGauges(sizing: Sizing, drafts: readonly Draft[]): boolean {
  const { job, common } = sizing;
  for (;;) {
    const solution = solveCase(sizing, drafts, DESIGN_CASE);
    const solved = solution.state === 'solved' ? solution : undefined;
    const sag = (draft: Draft) => (solved ? stateOf(solved, draft).dropPct : Number.MAX_VALUE);
    const ampsOf = (draft: Draft) => solved?.loadAmps.get(draft.gear) ?? roughAmps(draft, job);
    // What all of them share is raised first where it loses more than the one that sags most.
    const worst = drafts.reduce<Draft | undefined>((a, b) => (a && sag(a) >= sag(b) ? a : b), undefined);
    const shared =
      common !== undefined &&
      worst !== undefined &&
      sag(worst) > job.settings.dropLimitPct &&
      ohmsOf(commonResistors(sizing, common)) * sum(drafts.map(ampsOf)) >=
        ohmsOf(resistorsOf(sizing, worst)) * ampsOf(worst);
    let raised = common ? raiseCommon(sizing, common, commonCarries(sizing, drafts, solved?.loadAmps), shared) : false;
    if (!raised || !shared) for (const draft of drafts) raised = raise(job, draft, ampsOf(draft), sag(draft)) || raised;
    if (!raised) return solved !== undefined;
  }
}

/** One size up if the gauge is open and, at this current and drop, too thin; false when it stays. */
function raise(job: Job, draft: Draft, amps: number, dropPct: number): boolean {
  if (draft.choice.gauge) return false;
  const carries = Math.max(fuseFor(draft, amps) ?? 0, amps);
  const short = carriesOf(job, draft.gauge, draft.run!.engineSpace) < carries;
  if (!short && dropPct <= job.settings.dropLimitPct) return false;
  return thicken(draft, short);
}

function thicken(draft: Draft | CommonDraft, short: boolean): boolean {
  const next = thicker(draft.gauge);
  if (!next) {
    draft.reason = 'thickest';
    return false;
  }
  draft.gauge = next;
  draft.reason = short ? 'ampacity' : 'drop';
  return true;
}

/**
 * Sizes that are too thin for sure, without solving anything: regulated gear draws at least what it would
 * at the resting volts, and loses at least that current times its own wire.
 */
function raiseToFloor(job: Job, draft: Draft): void {
  if (!draft.item.demand.regulated) return;
  const amps = roughAmps(draft, job);
  const dropPct = () => ((amps * ohmsOf(resistorsOf({ job, common: undefined }, draft))) / NOMINAL_VOLTS) * 100;
  while (raise(job, draft, amps, dropPct()));
}

/** Current if there were no drop: enough to begin sizing with when the thin start collapses. */
function roughAmps(draft: Draft, job: Job): number {
  const { watts, amps, siemens } = drawOf(draft.item.demand, draft.audioWatts, 'full');
  return watts / job.craft.battery.restVolts + amps + siemens * job.craft.battery.restVolts;
}

function fuseFor(draft: Draft, amps: number): number | undefined {
  if (!draft.choice.holder) return undefined;
  return draft.choice.fuseA ?? smallestFuse(draft.choice.holder.family, FUSE_MARGIN * amps);
}

const carriesOf = ({ settings }: Job, gauge: Gauge, engineSpace: boolean) =>
  ampacity(gauge, settings.insulation, engineSpace, settings.conductors);

const ohmsOf = (resistors: readonly Resistor[]) => sum(resistors.map(({ ohm }) => ohm));

/** The common return from the common point to the battery. */
function commonResistors({ job }: Sizing, { gauge, backMm }: { gauge: Gauge; backMm: number }): Resistor[] {
  const ohm = (ohmsPerMetre(gauge, job.settings.conductorCelsius, job.settings.conductors) * backMm) / 1000;
  return [
    { name: 'common', a: 'common', b: 'common-end', ohm: Math.max(ohm, 1e-6) },
    { name: 'common-ring', a: 'common-end', b: 'ground', ohm: CONTACT_OHM },
  ];
}

/** A feed's own conductors and contacts, to the battery or to the common point. */
function resistorsOf({ job, common }: Sizing, draft: Draft): Resistor[] {
  const { run, gear, choice } = draft;
  const perMetre = ohmsPerMetre(draft.gauge, job.settings.conductorCelsius, job.settings.conductors);
  const fuseAt = choice.holder ? Math.min(choice.fuseAtMm, run!.outMm) : 0;
  const name = (part: string) => `${gear}/${part}`;
  const series: Resistor[] = [];
  const chain = (from: string, to: string, parts: readonly [part: string, ohm: number][]) => {
    let node = from;
    parts.forEach(([part, ohm], i) => {
      const next = i === parts.length - 1 ? to : name(`after-${part}`);
      series.push({ name: name(part), a: node, b: next, ohm: Math.max(ohm, 1e-6) });
      node = next;
    });
  };
  chain('post', name('plus'), [
    ['ring', CONTACT_OHM],
    ...(choice.holder
      ? ([
          ['lead', (perMetre * fuseAt) / 1000],
          ['fuse', choice.holder.milliohm / 1000],
        ] as [string, number][])
      : []),
    ['out', (perMetre * (run!.outMm - fuseAt)) / 1000],
    ['block', CONTACT_OHM],
  ]);
  chain(name('minus'), common ? 'common' : 'ground', [
    ['block-back', CONTACT_OHM],
    ...(common?.gear === gear
      ? []
      : ([
          ['back', (perMetre * run!.backMm) / 1000],
          [common ? 'ring-common' : 'ring-back', CONTACT_OHM],
        ] as [string, number][])),
  ]);
  return series;
}

/** The network of one case, as the solver and the SPICE check both take it. */
export function feedNetwork(job: Job, plan: PowerPlan, feedCase: FeedCase): Network {
  return networkOf(
    { job, common: plan.common && { ...plan.common, pinned: true, reason: plan.common.gaugeReason } },
    Object.values(plan.feeds).flatMap((feed) => (feed.run ? [{ ...feed, reason: feed.gaugeReason }] : [])),
    feedCase,
  );
}

function networkOf(sizing: Sizing, drafts: readonly Draft[], feedCase: FeedCase): Network {
  const { job, common } = sizing;
  const { battery, charging } = job.craft;
  return {
    ground: 'ground',
    supplies: [
      feedCase.engine === 'on'
        ? { node: 'post', volts: charging.setVolts, ohm: 0 }
        : { node: 'post', volts: battery.restVolts, ohm: battery.internalMilliohm / 1000 },
    ],
    resistors: [
      ...drafts.flatMap((draft) => resistorsOf(sizing, draft)),
      ...(common && drafts.length ? commonResistors(sizing, common) : []),
    ],
    loads: drafts.map((draft) => ({
      name: draft.gear,
      plus: `${draft.gear}/plus`,
      minus: `${draft.gear}/minus`,
      ...drawOf(draft.item.demand, draft.audioWatts, feedCase.draw),
    })),
  };
}

function solveCase(sizing: Sizing, drafts: readonly Draft[], feedCase: FeedCase): Solution {
  return solveNetwork(networkOf(sizing, drafts, feedCase));
}

function stateOf(solution: Solved, draft: { readonly gear: string }): FeedState {
  const postVolts = solution.volts.get('post')!;
  const deviceVolts = solution.volts.get(`${draft.gear}/plus`)! - solution.volts.get(`${draft.gear}/minus`)!;
  const dropVolts = postVolts - deviceVolts;
  return {
    postVolts,
    deviceVolts,
    amps: solution.loadAmps.get(draft.gear)!,
    dropVolts,
    dropPct: (dropVolts / NOMINAL_VOLTS) * 100,
  };
}

const STRETCH_NAMES: Record<string, string> = {
  ring: 'Ring on the + post',
  lead: 'Post to fuse',
  fuse: 'Fuse and holder',
  out: 'Conductor out',
  block: 'Terminal +',
  'block-back': 'Terminal −',
  back: 'Conductor back',
  'ring-back': 'Ring on the − post',
  'ring-common': 'Ring at the common point',
  common: 'Common return',
  'common-ring': 'Common ring on the − post',
};

/** `amps` of the feed itself, `commonAmps` of all that comes back with it. */
function stretchesOf(sizing: Sizing, draft: Draft, amps: number, commonAmps: number): FeedStretch[] {
  const fuseAt = draft.choice.holder ? Math.min(draft.choice.fuseAtMm, draft.run!.outMm) : 0;
  const end = draft.run!.outMm;
  const span: Record<string, readonly [number, number]> = {
    ring: [0, 0],
    lead: [0, fuseAt],
    fuse: [fuseAt, fuseAt],
    out: [fuseAt, end],
  };
  // Returns are taken to lie beside the feed; a common one takes the stretch nearest the battery.
  const { common } = sizing;
  const own = common ? end * (draft.run!.backMm / Math.max(draft.run!.backMm + common.backMm, 1)) : end;
  span['back'] = [end, end - own];
  span['ring-common'] = [end - own, end - own];
  span['common'] = [end - own, 0];
  span['ring-back'] = span['common-ring'] = [0, 0];
  const stretch = ({ name, ohm }: Resistor, through: number): FeedStretch => {
    const part = name.slice(name.indexOf('/') + 1);
    const [fromMm, toMm] = span[part] ?? [end, end];
    return { name: STRETCH_NAMES[part]!, ohm, lostVolts: ohm * through, fromMm, toMm };
  };
  return [
    ...resistorsOf(sizing, draft).map((r) => stretch(r, amps)),
    ...(common ? commonResistors(sizing, common).map((r) => stretch(r, commonAmps)) : []),
  ];
}

function finishCommon(sizing: Sizing, common: CommonDraft, live: readonly Draft[]): CommonReturn {
  const { run, gear, backMm, engineSpace, gauge, reason } = common;
  const solution = solveCase(sizing, live, DESIGN_CASE);
  return {
    run,
    gear,
    backMm,
    engineSpace,
    gauge,
    gaugeReason: reason,
    ampacityA: carriesOf(sizing.job, gauge, engineSpace),
    carriesA: commonCarries(sizing, live, solution.state === 'solved' ? solution.loadAmps : undefined),
  };
}

function finish(sizing: Sizing, draft: Draft, solutions: readonly CaseSolution[], bearable: boolean): Feed {
  const { job } = sizing;
  let commonAmps = 0;
  const states: Partial<Record<FeedCase['id'], FeedState>> = {};
  if (draft.run)
    for (const { feedCase, solution } of solutions)
      if (solution.state === 'solved') {
        states[feedCase.id] = stateOf(solution, draft);
        if (feedCase === DESIGN_CASE) commonAmps = sum([...solution.loadAmps.values()]);
      }
  const design = states.restFull;
  const amps = design?.amps ?? roughAmps(draft, job);
  return {
    gear: draft.gear,
    item: draft.item,
    choice: draft.choice,
    audioWatts: draft.audioWatts,
    run: draft.run,
    gauge: draft.gauge,
    gaugePinned: draft.choice.gauge !== null,
    gaugeReason: draft.reason,
    ampacityA: carriesOf(job, draft.gauge, draft.run?.engineSpace ?? false),
    fuseA: fuseFor(draft, amps),
    fusePinned: draft.choice.fuseA !== null,
    fuseNeedA: FUSE_MARGIN * amps,
    states,
    collapsed: draft.run !== undefined && design === undefined,
    collapsedAlone: draft.run !== undefined && !bearable,
    stretches: draft.run && design ? stretchesOf(sizing, draft, design.amps, commonAmps) : [],
  };
}
