import { FRAME, gathererOf, gathersReturns, returnEnd } from '../connections/feeding';
import { draws, type FedGear } from '../gear/gear';
import type { Job } from '../job/job';
import type { FeedChoice } from '../job/parts/feeds';
import { ampacity, ohmsPerMetre, type Gauge, type WireStandard } from '../tables/conductors';
import { converterOf, once, rootOf, sum, type Branch, type CommonBranch, type Tree } from './branches';
import { GROUND, postOf } from './cases';
import { existingOhms } from './existing';
import type { Resistor } from './network';

/** Volts a sound contact loses at the current its wire carries at 105 °C (common practice: ten millivolts). */
const CONTACT_VOLTS = 0.01;
/** Resistance of one crimped ring or block contact on a wire of this size, Ω: the thicker the wire, the larger its contact. */
export const contactOhm = (gauge: Gauge, standard: WireStandard): number =>
  CONTACT_VOLTS / ampacity(gauge, '105', false, standard);
/** Conductor ahead of a feed's own fuse, mm: one that bolts on the post has none. */
export const fuseAtOf = ({ holder, fuseAtMm }: FeedChoice): number => (holder?.family === 'terminal' ? 0 : fuseAtMm);

const wireOhms = ({ settings }: Job, gauge: Gauge, mm: number): number =>
  (ohmsPerMetre(gauge, settings.conductorCelsius, settings.conductors) * mm) / 1000;
const LEAST_OHM = 1e-6;

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
  const gatherer = tree.branches.get(end)?.item ?? job.gear[end]?.item;
  if (!gathersReturns(gatherer)) return GROUND;
  return gatherer!.kind === 'converter' ? `${end}/return` : `${end}/minus`;
});

/** The two nodes that a battery, or gear that passes power on, supplies others at. */
export function supplied(tree: Tree, feeder: string): [plus: string, minus: string] {
  const branch = tree.branches.get(feeder);
  if (!branch) return [postOf(feeder), GROUND];
  const converter = branch.item.kind === 'converter' ? feeder : converterOf(tree, branch)?.gear;
  return [`${feeder}/out`, converter === undefined ? GROUND : `${converter}/return`];
}

/** Whether a branch has a return conductor of its own that carries what it feeds. */
export const hasReturn = ({ item }: { readonly item: FedGear }): boolean => draws(item) || gathersReturns(item);

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
    const ohms = branch.circuit ? existingOhms(job, branch.circuit) : 0;
    chain(start, name('plus'), [['out', ohms]]);
    if (hasReturn(branch)) chain(name('minus'), returnNode(tree, branch), [['back', ohms]]);
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
export function lumped(branch: Branch, parts: readonly Resistor[]): readonly Resistor[] {
  let known = lumps.get(parts);
  if (!known) lumps.set(parts, (known = lump(branch, parts)));
  return known;
}
const lumps = new WeakMap<readonly Resistor[], readonly Resistor[]>();

function lump(branch: Branch, parts: readonly Resistor[]): readonly Resistor[] {
  if (branch.there) return parts;
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
export type Shared = 'common' | 'frame';

/** What brings a branch's current back beyond its own return: shared with others. */
export const sharedBy = once((tree: Tree, branch: Branch): Shared | undefined => {
  if (!hasReturn(branch)) return undefined;
  const end = returnNode(tree, branch);
  return end === 'common' ? 'common' : end.startsWith(`${FRAME}/`) ? 'frame' : undefined;
});
