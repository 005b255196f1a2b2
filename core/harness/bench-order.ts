import { roundUpTo } from '../units/figures';
import type { Bench } from './bench';

const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** How a harness is made at the bench, step by step (common practice): nothing is ended that something still has to go over. */
export function benchOrder({ wires, legs, ends, datumName, branches }: Bench): string[] {
  const sleeved = legs.filter(({ bundle }) => bundle.sleeve);
  const holes = legs.flatMap(({ bundle, name }) => bundle.passes.map((pass) => ({ ...pass, leg: name })));
  const late = holes.filter(({ plugMm, needMm }) => plugMm === needMm && plugMm > 0);
  const leave = branches.map(({ at }) => at);
  const forks = new Set(leave.filter((at, i) => leave.indexOf(at) !== i)).size;
  const closing = holes.filter(({ boreMm, trimmed }) => boreMm !== undefined || trimmed);
  return [
    `Pin the drawing to the board, a nail at the datum, ${datumName.toLowerCase()}, at each of the ${count(forks, 'point')} where it forks, and a fork of nails at each end.`,
    `Cut ${count(wires.length, 'conductor')}, the longest of each reel first, and label both ends before the next is cut.`,
    ...[...legs]
      .sort((a, b) => b.codes.length - a.codes.length)
      .slice(0, 1)
      .map(
        ({ name }) =>
          `Lay the thickest branch first, ${name.toLowerCase()}, then the others outwards, each wire from its datum end to its other end.`,
      ),
    ...legs.flatMap(({ name, joins }) =>
      joins
        ? [
            `${name} is laid open, for the harness runs in a ring: a wire that goes on there is taken from its end to the other ${joins.mark}, ${joins.name}, and not taped between; on the craft both ${joins.mark} come together.`,
          ]
        : [],
    ),
    ...(sleeved.length
      ? [
          `Slide the ${count(sleeved.length, 'sleeve')} on now, no end is closed yet: ${listed(sleeved.map(({ name, bundle }) => `${name.toLowerCase()} ${bundle.sleeve!.sizeMm ?? '?'} mm × ${roundUpTo(bundle.sleeve!.lengthMm, 1)} mm`))}.`,
        ]
      : []),
    ...(closing.length
      ? [
          `Thread the grommets of ${listed(closing.map(({ name }) => name.toLowerCase()))} in their order from the datum.`,
        ]
      : []),
    'Tape each fork, and every 150 mm loosely; no branch may turn on another.',
    ...ends.map(
      ({ number, name, wires: at }) =>
        `End ${number}, ${name}: ${listed([...new Set(at.map((one) => one.with || 'what its gear asks for'))])}; shrink tube on before the crimp, pull each one.`,
    ),
    ...(late.length
      ? [
          `Leave the plugs of ${listed(late.map(({ name }) => name.toLowerCase()))} off, or take a lead out: they go through first.`,
        ]
      : []),
    'Test it by its table: every conductor from end to end, then each against all others joined.',
    'Tie it into a coil with its datum end outside, and the drawing with it.',
  ];
}
