import type { CoverState, Opened } from './craft/cover';
import { craftOf } from './craft/own';
import { CHOICES, choicesFor, taken, type ChoiceId } from './job/choices';
import type { Job } from './job/job';
import { applyAll, type Operation } from './job/operations';
import { overrule } from './job/parts/overrules';
import { planJob, type Plan } from './plan';
import { proofOf, type RoutesProof } from './routing/index';

/** All routes of a job laid by another rule, and what that makes other. */
export interface RoutesBeside {
  readonly key: string;
  /** What is other, in words. */
  readonly name: string;
  readonly operations: readonly Operation[];
  /** Hours and metres more than now; less than nothing where it is less. */
  readonly hours: number;
  readonly wireM: number;
  /** Covers as they are open then and not now, and as they are open now and not then. */
  readonly opened: Opened;
  readonly shut: Opened;
  /** How many runs take another way. */
  readonly moved: number;
}

/** All runs as they are laid now, how sure that is, and what other rules would make of them. */
export interface RoutesCompared {
  readonly proof: RoutesProof;
  readonly beside: readonly RoutesBeside[];
}

/** The other rules that make a difference in this job, those that cost least first. */
export function compareRoutes(job: Job): RoutesCompared {
  const now = planJob(job);
  const found = new Map<string, RoutesBeside>();
  for (const { key, name, operations } of rulesBeside(job, now)) {
    const other = planJob(applyAll({ ...job, seal: null }, operations));
    const { unreached, hours, wireM, opened, shut, moved } = besideOf(now, other);
    // What leaves a run without a route is no choice.
    if (unreached > 0) continue;
    if (moved || [opened, shut].some((open) => Object.keys(open).length))
      found.set(key, { key, name, operations, hours, wireM, opened, shut, moved });
  }
  return {
    proof: proofOf(job),
    beside: [...found.values()].sort((a, b) => a.hours - b.hours || a.wireM - b.wireM),
  };
}

interface RuleBeside {
  readonly key: string;
  readonly name: string;
  readonly operations: readonly Operation[];
}

function rulesBeside(job: Job, now: Plan): RuleBeside[] {
  const { covers } = craftOf(job);
  const rules: RuleBeside[] = [];
  const lessOf = (id: string, state: CoverState) => {
    const states = ['on', 'loosened', 'aside', 'off'] as const;
    return states.slice(0, states.indexOf(state)).filter((less) => less === 'on' || covers[id]!.states[less]);
  };
  for (const { cover, state } of now.build.teardown.covers)
    for (const most of lessOf(cover, state)) {
      const name = covers[cover]!.name;
      rules.push({
        key: `cover ${cover} ${most}`,
        name: most === 'on' ? `${name} stays on` : `${name} ${most} at most`,
        operations: [overrule('cover', cover, most)],
      });
    }
  for (const cover of Object.keys(job.overrules.cover))
    rules.push({
      key: `cover ${cover} free`,
      name: `${covers[cover]!.name} opened where that costs least`,
      operations: [overrule('cover', cover, null)],
    });
  for (const leg of Object.keys(job.overrules.leg))
    rules.push({
      key: `leg ${leg} free`,
      name: `${craftOf(job).legs[leg]!.name} open to wire again`,
      operations: [overrule('leg', leg, null)],
    });
  const offered = choicesFor(job);
  for (const choice of ['access', 'routes', 'holes'] as const satisfies readonly ChoiceId[])
    for (const [option, { name }] of Object.entries<{ readonly name: string }>(CHOICES[choice].options))
      if (offered.includes(choice) && option !== taken(job.choices, choice))
        rules.push({
          key: `${choice} ${option}`,
          name: `${CHOICES[choice].name}: ${name.toLowerCase()}`,
          operations: [{ op: 'choose', choice, option }],
        });
  const pinned = Object.keys(job.overrules.way);
  if (pinned.length)
    rules.push({
      key: 'pins',
      name: pinned.length === 1 ? 'The route led by hand let go' : `All ${pinned.length} routes led by hand let go`,
      operations: pinned.map((run) => overrule('way', run, null)),
    });
  return rules;
}

const laidOf = ({ runs }: Plan) => runs.filter(({ old, fromPlace, toPlace }) => !old && fromPlace && toPlace);

function besideOf(now: Plan, other: Plan) {
  const open = (plan: Plan) => new Map(plan.build.teardown.covers.map((one) => [one.cover, one]));
  const [before, after] = [open(now), open(other)];
  const ways = new Map(laidOf(now).map(({ id, way, fished }) => [id, `${way?.legs.join() ?? ''}|${fished.join()}`]));
  const beyond = (from: typeof before, than: typeof before): Opened =>
    Object.fromEntries(
      [...from.values()].flatMap(({ cover, state }) => (than.get(cover)?.state === state ? [] : [[cover, state]])),
    );
  return {
    hours: other.ledger.hours - now.ledger.hours,
    wireM: other.ledger.wireM - now.ledger.wireM,
    opened: beyond(after, before),
    shut: beyond(before, after),
    moved: laidOf(other).filter(({ id, way, fished }) => `${way?.legs.join() ?? ''}|${fished.join()}` !== ways.get(id))
      .length,
    unreached: laidOf(other).filter(({ way }) => !way).length - laidOf(now).filter(({ way }) => !way).length,
  };
}
