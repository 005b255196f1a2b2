import type { Speaker } from '../gear/gear';
import { speakersOf, type Wiring } from './job';

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
