import type { BayEvent } from '../job/events';
import { stepHash, workMinutes, type BuildPlan, type Step } from './step';

export interface FastenerCount {
  readonly step: Step;
  readonly id: string;
  /** What the plan expects. */
  readonly planned: number;
  /** Counted out, and back in; undefined until somebody counted. */
  readonly out: number | undefined;
  readonly reused: number | undefined;
  readonly retired: number | undefined;
  readonly added: number | undefined;
}

export interface StepState {
  readonly step: Step;
  /** open: to do; ready: to do and nothing in its way; done; redo: done, but what it says has changed since. */
  readonly is: 'open' | 'ready' | 'done' | 'redo';
  readonly checked: ReadonlySet<string>;
  readonly minutes: number | undefined;
  readonly notes: readonly { readonly at: string; readonly text: string }[];
  readonly counts: readonly FastenerCount[];
  /** Steps of its gate that are not done: it may not be closed over them. */
  readonly held: readonly Step[];
  /** Why it cannot be ticked yet, in words; empty when it can. */
  readonly missing: readonly string[];
}

/** One balance a person must see at a glance: out = reused + retired, in = reused + new, in = out. */
export interface FastenerBalance {
  /** The cover, or the gear that comes out for good. */
  readonly of: string;
  readonly id: string;
  readonly size: string;
  readonly where: string;
  readonly planned: number;
  readonly out: number;
  readonly reused: number;
  readonly retired: number;
  readonly added: number;
  /** Nobody counted, though its cover may be off, or back on; out; or counted both ways. */
  readonly state: 'not counted' | 'out' | 'balanced' | 'unbalanced';
}

export interface BuildState {
  readonly steps: readonly StepState[];
  readonly next: StepState | undefined;
  readonly done: number;
  readonly minutesLeft: number;
  readonly minutesSpent: number;
  readonly balances: readonly FastenerBalance[];
  /** Plugs and hoses that are off and not yet back. */
  readonly apart: readonly { readonly cover: string; readonly text: string }[];
  /** Covers that are open. */
  readonly open: readonly string[];
  readonly photos: readonly Extract<BayEvent, { kind: 'photo' }>[];
  /** Ticks of steps that the plan no longer has. */
  readonly strays: readonly Extract<BayEvent, { kind: 'tick' }>[];
}

/** Photographs nobody has struck out, in the order they were taken. */
export function standingPhotos(events: readonly BayEvent[]): Extract<BayEvent, { kind: 'photo' }>[] {
  const photos = new Map<string, Extract<BayEvent, { kind: 'photo' }>>();
  for (const e of events) if (e.kind === 'photo') photos.set(`${e.subject.kind}/${e.subject.id}/${e.photo}`, e);
  return [...photos.values()].filter(({ kept }) => kept);
}

/** Where the work stands: what the bay's events, in the order they count, say of the plan's steps. Later ones win. */
export function buildState(build: BuildPlan, events: readonly BayEvent[]): BuildState {
  const ticks = new Map<string, Extract<BayEvent, { kind: 'tick' }>>();
  const checks = new Map<string, Map<string, boolean>>();
  const counts = new Map<string, Extract<BayEvent, { kind: 'count' }>>();
  const times = new Map<string, number>();
  const notes = new Map<string, { at: string; text: string }[]>();
  for (const e of events) {
    if (e.kind === 'tick') ticks.set(e.step, e);
    else if (e.kind === 'check')
      checks.set(e.step, (checks.get(e.step) ?? new Map<string, boolean>()).set(e.check, e.done));
    else if (e.kind === 'count')
      counts.set(`${e.step} ${e.fastener}`, { ...counts.get(`${e.step} ${e.fastener}`), ...e });
    else if (e.kind === 'time') times.set(e.step, (times.get(e.step) ?? 0) + e.minutes);
    else if (e.kind === 'note') {
      const list = notes.get(e.step) ?? [];
      list.push({ at: e.at, text: e.text });
      notes.set(e.step, list);
    }
  }
  const byId = new Map(build.steps.map((step) => [step.id, step]));
  const isTicked = (id: string) => ticks.get(id)?.done === true;
  const isCurrent = (step: Step) => isTicked(step.id) && ticks.get(step.id)!.hash === stepHash(step);
  const steps = build.steps.map((step): StepState => {
    const own = checks.get(step.id);
    const checked = new Set(step.checks.filter(({ id }) => own?.get(id)).map(({ id }) => id));
    const waits = step.after.map((id) => byId.get(id)).filter((s): s is Step => s !== undefined && !isTicked(s.id));
    const held = step.gate.map((id) => byId.get(id)).filter((s): s is Step => s !== undefined && !isTicked(s.id));
    const counted = step.fasteners.map((f): FastenerCount => {
      const count = counts.get(`${step.id} ${f.id}`);
      return {
        step,
        id: f.id,
        planned: f.count,
        out: count?.out,
        reused: count?.reused,
        retired: count?.retired,
        added: count?.added,
      };
    });
    const unchecked = step.checks.filter(({ id }) => !checked.has(id));
    const missing = [
      ...held.map((s) => `before this is closed: ${s.title}`),
      ...waits.filter((s) => !held.includes(s)).map((s) => `first: ${s.title}`),
      ...unchecked.map((c) => c.text),
    ];
    const is = isTicked(step.id) ? (isCurrent(step) ? 'done' : 'redo') : waits.length ? 'open' : 'ready';
    return {
      step,
      is,
      checked,
      minutes: times.get(step.id),
      notes: notes.get(step.id) ?? [],
      counts: counted,
      held,
      missing,
    };
  });
  const states = new Map(steps.map((s) => [s.step.id, s]));
  const left = steps.filter((s) => s.is !== 'done');
  const outs = steps.filter((s) => s.step.id.startsWith('off:'));
  const removed = steps.filter((s) => s.step.id.startsWith('out:'));
  return {
    steps,
    next: left.find((s) => s.is === 'ready' || s.is === 'redo') ?? left[0],
    done: steps.length - left.length,
    minutesLeft: left.reduce((sum, s) => sum + workMinutes(s.step), 0),
    minutesSpent: [...times.values()].reduce((sum, m) => sum + m, 0),
    balances: [
      ...outs.flatMap((off) => balancesOf(off, states.get(`on:${off.step.id.slice('off:'.length)}`))),
      ...removed.flatMap(goneOf),
    ],
    apart: outs.flatMap((off) => apartOf(off, states.get(`on:${off.step.id.slice('off:'.length)}`))),
    open: outs
      .filter((off) => isTicked(off.step.id) && !isTicked(`on:${off.step.id.slice('off:'.length)}`))
      .map((off) => off.step.subject.id),
    photos: standingPhotos(events),
    strays: [...ticks.values()].filter((t) => t.done && !byId.has(t.step)),
  };
}

function balancesOf(off: StepState, on: StepState | undefined): FastenerBalance[] {
  return off.counts.map((count, i): FastenerBalance => {
    const spec = off.step.fasteners[i]!;
    const back = on?.counts.find((c) => c.id === count.id);
    // A tick says that a cover is off or back, not that anybody counted: only a count does.
    const out = count.out ?? 0;
    const closed = on?.is === 'done' || on?.is === 'redo';
    const counted = back?.reused !== undefined || back?.added !== undefined || back?.retired !== undefined;
    const { reused, retired, added } = {
      reused: back?.reused ?? 0,
      retired: back?.retired ?? 0,
      added: back?.added ?? 0,
    };
    const state =
      count.out === undefined
        ? 'not counted'
        : !counted
          ? closed
            ? 'not counted'
            : 'out'
          : out === reused + retired && reused + added === out && out === count.planned
            ? 'balanced'
            : 'unbalanced';
    const { size, where } = spec;
    return {
      of: off.step.subject.id,
      id: count.id,
      size,
      where,
      planned: count.planned,
      out,
      reused,
      retired,
      added,
      state,
    };
  });
}

/** Of gear that comes out for good nothing goes back: all that is counted out is retired. */
const goneOf = ({ step, counts }: StepState): FastenerBalance[] =>
  counts.map(({ id, planned, out }, i): FastenerBalance => {
    const { size, where } = step.fasteners[i]!;
    const state = out === undefined ? 'not counted' : out === planned ? 'balanced' : 'unbalanced';
    return {
      of: step.subject.id,
      id,
      size,
      where,
      planned,
      out: out ?? 0,
      reused: 0,
      retired: out ?? 0,
      added: 0,
      state,
    };
  });

function apartOf(off: StepState, on: StepState | undefined) {
  const isOff = off.is === 'done' || off.is === 'redo';
  return off.step.checks
    .filter(({ id }) => (isOff || off.checked.has(id)) && !on?.checked.has(id))
    .map(({ id }) => ({
      cover: off.step.subject.id,
      text: (on?.step.checks.find((c) => c.id === id)?.text ?? id).replace(/^[^:]*: /, ''),
    }));
}

/**
 * What stands in the way of handing over, in words: steps open, plugs and hoses apart, fasteners that do not
 * add up. Empty when the job can be sealed.
 */
export function notReady(state: BuildState): string[] {
  const open = state.steps.filter((s) => s.is !== 'done');
  // Of covers that are off or back: what is not opened yet has nothing to count.
  const uncounted = state.balances.filter(
    (b) =>
      b.state === 'not counted' &&
      state.steps.some(
        ({ step, is }) =>
          (step.id === `off:cover/${b.of}` || step.id === `out:gear/${b.of}`) && is !== 'open' && is !== 'ready',
      ),
  );
  return [
    ...state.apart.map(({ text }) => `Still apart: ${text}`),
    ...state.balances
      .filter((b) => b.state === 'unbalanced')
      .map(
        (b) =>
          `Fasteners do not add up: ${b.size}, ${b.where}: ${b.out} out, ${b.reused} reused, ${b.retired} retired, ${b.added} new, ${b.planned} belong there`,
      ),
    ...(uncounted.length
      ? [`Fasteners nobody counted: ${uncounted.map((b) => `${b.size}, ${b.where}`).join('; ')}`]
      : []),
    ...(open.length
      ? [`${open.length} of ${state.steps.length} steps are not done: ${open[0]!.step.title} is next`]
      : []),
  ];
}
