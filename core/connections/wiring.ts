import type { Speaker } from '../gear/gear';
import { type Job } from '../job/job';
import { channelsOfOutput, membersOf, speakersOf, type Wiring } from '../job/circuit';
import type { Operation } from '../job/operations';

export type Joining = 'series' | 'parallel' | 'split';

/** A speaker by itself: its one coil, or its two coils jumpered as said. */
export function ownWiring(gear: string, item: Speaker, coils: Joining): Wiring {
  const leaves = item.coils.map((_, coil): Wiring => ({ coil: { gear, coil } }));
  return leaves.length === 1 ? leaves[0]! : join(coils, leaves);
}

/** Members joined; one alone stands for itself. `members` is not empty. */
export function join(joining: Joining, members: readonly Wiring[]): Wiring {
  if (members.length === 1) return members[0]!;
  const all = [...members];
  return joining === 'series' ? { series: all } : joining === 'parallel' ? { parallel: all } : { split: all };
}

const joiningAt = (wiring: Exclude<Wiring, { coil: unknown }>): Joining =>
  'series' in wiring ? 'series' : 'parallel' in wiring ? 'parallel' : 'split';

/** Members of a wiring at its top level, one speaker's coils kept together. */
export function members(wiring: Wiring): Wiring[] {
  return 'coil' in wiring || speakersOf(wiring).length === 1 ? [wiring] : membersOf(wiring);
}

/** How the top level is joined; undefined for one speaker alone. */
export function joiningOf(wiring: Wiring): Joining | undefined {
  return 'coil' in wiring || speakersOf(wiring).length === 1 ? undefined : joiningAt(wiring);
}

/** What is left when a speaker is taken off, or undefined when nothing is. */
export function withoutSpeaker(wiring: Wiring, gear: string): Wiring | undefined {
  if ('coil' in wiring) return wiring.coil.gear === gear ? undefined : wiring;
  const left = membersOf(wiring).flatMap((member) => withoutSpeaker(member, gear) ?? []);
  return left.length ? join(joiningAt(wiring), left) : undefined;
}

/** A speaker's own wiring inside a larger one. */
export function partOf(wiring: Wiring, gear: string): Wiring | undefined {
  const ids = speakersOf(wiring);
  if (!ids.includes(gear)) return undefined;
  if (ids.length === 1) return wiring;
  return members(wiring)
    .map((member) => partOf(member, gear))
    .find((part) => part !== undefined);
}

/** `wiring` with one more member: added to the level it has when that is joined so, else beside it. */
export function joined(wiring: Wiring | undefined, own: Wiring, joining: Joining): Wiring {
  if (wiring === undefined) return own;
  return joiningOf(wiring) === joining ? join(joining, [...members(wiring), own]) : join(joining, [wiring, own]);
}

// ── Edits of a job's wiring, as operations ──────────────────────────────────────────────────────

const speakerOf = (job: Job, gear: string) => job.gear[gear]!.item as Speaker;

/** The channels a speaker is on, and what else is there: one, or two when its coils are driven apart. */
function connectedTo(job: Job, gear: string): [channel: string, wiring: Wiring][] {
  return Object.entries(job.circuits).filter(([, wiring]) => speakersOf(wiring).includes(gear));
}

/** How a speaker's coils are jumpered now; in series until it is said. */
export function coilsNow(job: Job, gear: string): Joining {
  const own = connectedTo(job, gear).map(([, wiring]) => partOf(wiring, gear))[0];
  return own && 'parallel' in own ? 'parallel' : 'series';
}

/** What a channel would carry with a speaker connected to it, joined to what else is there. */
export function wiringWith(job: Job, gear: string, channel: string, joining: Joining): Wiring {
  const there = job.circuits[channel];
  const rest = there && withoutSpeaker(there, gear);
  return joined(rest, ownWiring(gear, speakerOf(job, gear), coilsNow(job, gear)), joining);
}

/** Takes a speaker off wherever it is, but for the channel `keep`. */
export function takeOff(job: Job, gear: string, keep?: string): Operation[] {
  return connectedTo(job, gear)
    .filter(([channel]) => channel !== keep)
    .map(([channel, wiring]) => ({ op: 'wireChannel', channel, wiring: withoutSpeaker(wiring, gear) ?? null }));
}

/** Connects a speaker to a channel, off wherever it is now; `joining` counts when others are there. */
export function connect(job: Job, gear: string, channel: string, joining: Joining): Operation[] {
  const wiring = wiringWith(job, gear, channel, joining);
  return [...takeOff(job, gear, channel), { op: 'wireChannel', channel, wiring }];
}

/** Jumpers a speaker's coils anew where it is connected; nothing when it is nowhere. */
export function jumperCoils(job: Job, gear: string, coils: Joining): Operation[] {
  const [connected] = connectedTo(job, gear);
  if (!connected) return [];
  const replace = (wiring: Wiring): Wiring => {
    if (partOf(wiring, gear) === wiring) return ownWiring(gear, speakerOf(job, gear), coils);
    return join(
      joiningOf(wiring)!,
      members(wiring).map((member) => (partOf(member, gear) ? replace(member) : member)),
    );
  };
  const [channel, wiring] = connected;
  return [...takeOff(job, gear, channel), { op: 'wireChannel', channel, wiring: replace(wiring) }];
}

/** Wires every output as told and no other; load selectors go where they are wanted. */
export function rewire(
  job: Job,
  circuits: Readonly<Record<string, Wiring>>,
  positions: Readonly<Record<string, string | null>> = {},
): Operation[] {
  return [
    // Cleared first: a coil may be on one output only at every moment.
    ...Object.keys(job.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
    ...Object.entries(positions).map(([id, position]): Operation => ({ op: 'setSpeaker', id, choice: { position } })),
    ...Object.entries(circuits).map(([channel, wiring]): Operation => ({ op: 'wireChannel', channel, wiring })),
  ];
}

/** Takes what is on two channels to their bridged pair, in parallel where both have something. */
export function bridge(job: Job, pair: string): Operation[] {
  const [a, b] = channelsOfOutput(pair) as [string, string];
  const there = [a, b].flatMap((key) => job.circuits[key] ?? []);
  return [
    ...[a, b].flatMap((channel): Operation[] =>
      job.circuits[channel] ? [{ op: 'wireChannel', channel, wiring: null }] : [],
    ),
    ...(there.length ? [{ op: 'wireChannel' as const, channel: pair, wiring: join('parallel', there) }] : []),
  ];
}

/** Takes what is on a bridged pair to the first of its channels. */
export function unbridge(job: Job, pair: string): Operation[] {
  const there = job.circuits[pair];
  const [first] = channelsOfOutput(pair);
  if (!there) return [];
  return [
    { op: 'wireChannel', channel: pair, wiring: null },
    { op: 'wireChannel', channel: first!, wiring: there },
  ];
}

/** Electrical nodes of a wiring: each net lists the coil terminals on it; the first is +, the last −. */
export interface Net {
  readonly kind: 'plus' | 'minus' | 'jumper';
  readonly terminals: { readonly gear: string; readonly coil: number; readonly pole: '+' | '−' }[];
}

/** The nets of a wiring, as a person would draw them; behind a crossover they are drawn as if it were not there. */
export function netsOf(wiring: Wiring): Net[] {
  const plus: Net = { kind: 'plus', terminals: [] };
  const minus: Net = { kind: 'minus', terminals: [] };
  const jumpers: Net[] = [];
  const connect = (node: Wiring, from: Net, to: Net): void => {
    if ('coil' in node) {
      from.terminals.push({ ...node.coil, pole: '+' });
      to.terminals.push({ ...node.coil, pole: '−' });
    } else if (!('series' in node)) membersOf(node).forEach((member) => connect(member, from, to));
    else
      node.series.reduce((before, member, i) => {
        const after: Net = i === node.series.length - 1 ? to : { kind: 'jumper', terminals: [] };
        if (after !== to) jumpers.push(after);
        connect(member, before, after);
        return after;
      }, from);
  };
  connect(wiring, plus, minus);
  return [plus, ...jumpers, minus];
}
