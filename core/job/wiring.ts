import type { Speaker } from '../gear/gear';
import { speakersOf, type Job, type Wiring } from './job';
import type { Operation } from './operations';

export type Joining = 'series' | 'parallel';

/** A speaker by itself: its one coil, or its two coils jumpered as said. */
export function ownWiring(gear: string, item: Speaker, coils: Joining): Wiring {
  const leaves = item.coils.map((_, coil): Wiring => ({ coil: { gear, coil } }));
  return leaves.length === 1 ? leaves[0]! : join(coils, leaves);
}

/** Members joined; one alone stands for itself. `members` is not empty. */
export function join(joining: Joining, members: readonly Wiring[]): Wiring {
  if (members.length === 1) return members[0]!;
  return joining === 'series' ? { series: [...members] } : { parallel: [...members] };
}

/** Members of a wiring at its top level, one speaker's coils kept together. */
export function members(wiring: Wiring): Wiring[] {
  if ('coil' in wiring || speakersOf(wiring).length === 1) return [wiring];
  return 'series' in wiring ? wiring.series : wiring.parallel;
}

/** How the top level is joined; undefined for one speaker alone. */
export function joiningOf(wiring: Wiring): Joining | undefined {
  if ('coil' in wiring || speakersOf(wiring).length === 1) return undefined;
  return 'series' in wiring ? 'series' : 'parallel';
}

/** What is left when a speaker is taken off, or undefined when nothing is. */
export function withoutSpeaker(wiring: Wiring, gear: string): Wiring | undefined {
  if ('coil' in wiring) return wiring.coil.gear === gear ? undefined : wiring;
  const joining = 'series' in wiring ? 'series' : 'parallel';
  const left = (
    joining === 'series' ? (wiring as { series: Wiring[] }).series : (wiring as { parallel: Wiring[] }).parallel
  ).flatMap((member) => withoutSpeaker(member, gear) ?? []);
  return left.length ? join(joining, left) : undefined;
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

/** The channels a speaker hangs on, and what hangs there: one, or two when its coils are driven apart. */
function hungOn(job: Job, gear: string): [channel: string, wiring: Wiring][] {
  return Object.entries(job.circuits).filter(([, wiring]) => speakersOf(wiring).includes(gear));
}

/** How a speaker's coils are jumpered now; in series until it is said. */
export function coilsNow(job: Job, gear: string): Joining {
  const own = hungOn(job, gear).map(([, wiring]) => partOf(wiring, gear))[0];
  return own && 'parallel' in own ? 'parallel' : 'series';
}

/** What a channel would carry with a speaker hung on it, joined to what else hangs there. */
export function wiringWith(job: Job, gear: string, channel: string, joining: Joining): Wiring {
  const there = job.circuits[channel];
  const rest = there && withoutSpeaker(there, gear);
  return joined(rest, ownWiring(gear, speakerOf(job, gear), coilsNow(job, gear)), joining);
}

/** Takes a speaker off wherever it hangs, but for the channel `keep`. */
export function takeOff(job: Job, gear: string, keep?: string): Operation[] {
  return hungOn(job, gear)
    .filter(([channel]) => channel !== keep)
    .map(([channel, wiring]) => ({ op: 'wireChannel', channel, wiring: withoutSpeaker(wiring, gear) ?? null }));
}

/** Hangs a speaker on a channel, off wherever it hangs now; `joining` counts when others hang there. */
export function hang(job: Job, gear: string, channel: string, joining: Joining): Operation[] {
  const wiring = wiringWith(job, gear, channel, joining);
  return [...takeOff(job, gear, channel), { op: 'wireChannel', channel, wiring }];
}

/** Jumpers a speaker's coils anew where it hangs; nothing when it hangs nowhere. */
export function jumperCoils(job: Job, gear: string, coils: Joining): Operation[] {
  const [hung] = hungOn(job, gear);
  if (!hung) return [];
  const replace = (wiring: Wiring): Wiring => {
    if (partOf(wiring, gear) === wiring) return ownWiring(gear, speakerOf(job, gear), coils);
    return join(
      joiningOf(wiring)!,
      members(wiring).map((member) => (partOf(member, gear) ? replace(member) : member)),
    );
  };
  const [channel, wiring] = hung;
  return [...takeOff(job, gear, channel), { op: 'wireChannel', channel, wiring: replace(wiring) }];
}

/** Electrical nodes of a wiring: each net lists the coil terminals on it; the first is +, the last −. */
export interface Net {
  readonly kind: 'plus' | 'minus' | 'jumper';
  readonly terminals: { readonly gear: string; readonly coil: number; readonly pole: '+' | '−' }[];
}

/** The nets of a wiring, as a person would draw them. */
export function netsOf(wiring: Wiring): Net[] {
  const plus: Net = { kind: 'plus', terminals: [] };
  const minus: Net = { kind: 'minus', terminals: [] };
  const jumpers: Net[] = [];
  const connect = (node: Wiring, from: Net, to: Net): void => {
    if ('coil' in node) {
      from.terminals.push({ ...node.coil, pole: '+' });
      to.terminals.push({ ...node.coil, pole: '−' });
    } else if ('parallel' in node) node.parallel.forEach((member) => connect(member, from, to));
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
