import { passesOn } from '../gear/gear';
import { rootOf, voltsChain, type Branch, type Tree } from './branches';
import { fuseAtOf, resistorsOf, sharedBy, sharedResistors } from './resistances';
import { ampsThrough, type Solved } from './design';
import type { FeedStretch } from './feeds';

const STRETCH_NAMES: Record<string, string> = {
  ring: 'Ring on the + post',
  lead: 'Post to fuse',
  fuse: 'Fuse and holder',
  out: 'Conductor out',
  block: 'Terminal +',
  pass: 'Through it',
  'block-back': 'Terminal −',
  back: 'Conductor back',
  'ring-back': 'Ring on the − post',
  'ring-common': 'Ring where returns meet',
  common: 'Common return',
  'common-ring': 'Common ring on the − post',
  frame: 'Frame',
};

const EXISTING_NAMES: Record<string, string> = { out: 'Existing wire out', back: 'Existing wire back' };

/** Every stretch a feed's volts are lost on in one solution: its own conductors, those above it, what is shared. */
export function stretchesOf(tree: Tree, branch: Branch, solved: Solved): FeedStretch[] {
  const chain = voltsChain(tree, branch).toReversed();
  const stretches: FeedStretch[] = [];
  let start = 0;
  for (const part of chain) {
    const end = start + part.run!.outMm;
    const fuseAt = part.choice.holder ? start + Math.min(fuseAtOf(part.choice), part.run!.outMm) : start;
    const shared = sharedBy(tree, part);
    // Returns are taken to lie beside the feed; a shared one takes the stretch nearest the battery.
    const commonMm = shared === 'common' ? tree.common!.backMm : 0;
    const own = part.run!.outMm * (part.run!.backMm / Math.max(part.run!.backMm + commonMm, 1));
    const back = end - (commonMm ? own : part.run!.outMm);
    const span: Record<string, readonly [number, number]> = {
      ring: [start, start],
      lead: [start, fuseAt],
      fuse: [fuseAt, fuseAt],
      out: [fuseAt, end],
      back: [end, back],
      'ring-back': [start, start],
      'ring-common': [back, back],
    };
    const add = (
      gear: string | undefined,
      key: string,
      ohm: number,
      amps: number,
      [fromMm, toMm]: readonly [number, number],
    ) => {
      const words = part.circuit
        ? EXISTING_NAMES[key]!
        : key === 'ring' && Object.hasOwn(tree.job.craft.batteries, part.feeder)
          ? STRETCH_NAMES[key]!
          : nameOf(key, start);
      stretches.push({ gear, part: key, name: words, ohm, amps, lostVolts: ohm * amps, fromMm, toMm });
    };
    const amps = ampsThrough(solved, part)!;
    for (const { name, ohm } of resistorsOf(tree, part)) {
      const key = name.slice(name.indexOf('/') + 1);
      add(part.gear, key, ohm, amps, span[key] ?? [end, end]);
    }
    if (part !== branch && passesOn(part.item) && !part.circuit)
      add(part.gear, 'pass', part.item.milliohm / 1000, solved.amps.get(`${part.gear}/pass`)!, [end, end]);
    if (shared)
      for (const { name, ohm } of sharedResistors(tree, shared, rootOf(tree, part)))
        add(
          undefined,
          shared === 'frame' ? 'frame' : name,
          ohm,
          Math.abs(solved.amps.get(name)!),
          name === 'common' ? [back, start] : [start, start],
        );
    start = end;
  }
  return stretches;
}

const nameOf = (part: string, start: number): string =>
  part === 'ring' && start > 0
    ? 'Terminal where it is fed'
    : part === 'lead' && start > 0
      ? 'To its fuse'
      : STRETCH_NAMES[part]!;
