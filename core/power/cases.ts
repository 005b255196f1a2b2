import { isPowered, type GearItem } from '../gear/gear';
import type { Job } from '../job/job';
import { startBattery } from '../connections/feeding';
import type { Battery, Engine } from '../job/supply';
import type { Draw } from './demand';
import type { Conversion, Network, Resistor, Supply } from './network';

export interface FeedCase {
  readonly id:
    'restFull' | 'restMusic' | 'idleFull' | 'idleMusic' | 'cruiseFull' | 'cruiseMusic' | 'shoreFull' | 'shoreMusic';
  readonly name: string;
  readonly engine: Engine;
  readonly draw: Draw;
}

/** The states a feed is judged in. The first is the one most gear is sized for: it draws most when the volts are least. */
export const FEED_CASES: readonly FeedCase[] = [
  { id: 'restFull', name: 'Engine off, full output', engine: 'off', draw: 'full' },
  { id: 'restMusic', name: 'Engine off, music', engine: 'off', draw: 'music' },
  { id: 'idleFull', name: 'Idle, full output', engine: 'idle', draw: 'full' },
  { id: 'idleMusic', name: 'Idle, music', engine: 'idle', draw: 'music' },
  { id: 'cruiseFull', name: 'Cruise, full output', engine: 'cruise', draw: 'full' },
  { id: 'cruiseMusic', name: 'Cruise, music', engine: 'cruise', draw: 'music' },
  { id: 'shoreFull', name: 'Shore charger, full output', engine: 'shore', draw: 'full' },
  { id: 'shoreMusic', name: 'Shore charger, music', engine: 'shore', draw: 'music' },
];
export const DESIGN_CASE = FEED_CASES[0]!;

/** The cases a craft can be in: without a shore charger it is never on one. */
export const casesOf = (job: Job): readonly FeedCase[] =>
  job.craft.shore ? FEED_CASES : FEED_CASES.filter(({ engine }) => engine !== 'shore');

/**
 * The states at full output that may be the worst for these: gear that holds its watts draws most at the lowest
 * volts, engine off; gear that does not draws, loses and gives most while something charges.
 */
export const designCases = (
  job: Job,
  gear: readonly { readonly item: GearItem; readonly audioWatts: number }[],
): readonly FeedCase[] =>
  gear.some(({ item, audioWatts }) => isPowered(item) && !item.demand.regulated && audioWatts > 0)
    ? casesOf(job).filter(({ draw }) => draw === 'full')
    : [DESIGN_CASE];

/** The + post of a battery in a network; all − posts are one node, as they are joined by a heavy cable. */
export const postOf = (battery: string): string => `${battery}/post`;
export const GROUND = 'ground';

/** Part of what a charger between two batteries draws that it gives (common practice). */
export const CHARGER_EFFICIENCY = 0.9;

/** What is on one battery's posts, to be put into the network of the batteries. */
export type OnBattery = Pick<Network, 'resistors' | 'loads'> & { readonly conversions: readonly Conversion[] };

/** Which ties pass current with the engine so: a combining relay closes on charge, a diode and a charger too. */
export function closedTies(job: Job, engine: Engine): [id: string, tie: Job['craft']['ties'][string]][] {
  return Object.entries(job.craft.ties).filter(([, { kind, joined }]) =>
    kind === 'switch' ? joined : kind === 'relay' ? engine !== 'off' : engine === 'idle' || engine === 'cruise',
  );
}

/** A charger and the batteries it reaches, nearest first. */
export interface ChargeRoute {
  readonly name: string;
  readonly reaches: readonly string[];
}

/** What charges which batteries with the engine so: alternator, shore charger, and chargers between batteries. */
export function chargeRoutes(job: Job, engine: Engine): ChargeRoute[] {
  const ties = closedTies(job, engine);
  const reach = (from: string): string[] => {
    const order = [from];
    for (const at of order)
      for (const [, { kind, from: a, to: b }] of ties) {
        if (kind === 'charger') continue;
        const next = a === at ? b : b === at && kind !== 'diode' ? a : undefined;
        if (next !== undefined && !order.includes(next)) order.push(next);
      }
    return order;
  };
  const { shore, charging } = job.craft;
  return [
    ...(engine === 'idle' || engine === 'cruise'
      ? [{ name: 'alternator', reaches: reach(charging.at ?? startBattery(job)) }]
      : []),
    ...(engine === 'shore' && shore ? [{ name: 'shore', reaches: reach(shore.at) }] : []),
    ...ties.flatMap(([id, { kind, to }]) => (kind === 'charger' ? [{ name: `tie/${id}`, reaches: reach(to) }] : [])),
  ];
}

/** Whether anything ever charges a battery. A charger from a battery that nothing charges does not count. */
export function isCharged(job: Job, battery: string): boolean {
  const charged = new Set(job.craft.solar ? [job.craft.solar.at] : []);
  for (const engine of ['cruise', 'shore'] as const) {
    const routes = chargeRoutes(job, engine);
    for (let more = true; more;) {
      more = false;
      for (const { name, reaches } of routes) {
        const tie = name.startsWith('tie/') ? job.craft.ties[name.slice(4)] : undefined;
        if (tie && !charged.has(tie.from)) continue;
        for (const id of reaches) if (!charged.has(id)) more = Boolean(charged.add(id));
      }
    }
  }
  return charged.has(battery);
}

/** The alternator, as it is with the engine so; undefined when it stands still. */
export function alternatorOf(job: Job, engine: Engine): Supply | undefined {
  if (engine !== 'idle' && engine !== 'cruise') return undefined;
  const { at, setVolts, spareIdleA, spareCruiseA } = job.craft.charging;
  const mostA = engine === 'idle' ? spareIdleA : spareCruiseA;
  return { name: 'alternator', node: postOf(at ?? startBattery(job)), volts: setVolts, ohm: 0, mostA, oneWay: true };
}

/** What charges one battery at its own posts with the engine so, and the most it gives, A. */
export function chargersAt(
  job: Job,
  engine: Engine,
  battery: string,
): { readonly name: 'alternator' | 'shore'; readonly mostA: number }[] {
  const alternator = alternatorOf(job, engine);
  const { shore } = job.craft;
  return [
    ...(alternator?.node === postOf(battery) ? [{ name: 'alternator' as const, mostA: alternator.mostA! }] : []),
    ...(engine === 'shore' && shore?.at === battery ? [{ name: 'shore' as const, mostA: shore.mostA }] : []),
  ];
}

/**
 * The batteries, what charges them and what joins them, with the gear on them. Full batteries give and
 * do not take: what an empty one draws is computed over the day. A charger from one battery to the
 * other makes a network of its own behind it.
 */
export function supplyNetwork(job: Job, engine: Engine, on: (battery: string) => OnBattery): Network {
  const { batteries, shore } = job.craft;
  const ties = closedTies(job, engine);
  const groups = groupsOf(Object.keys(batteries), ties);
  const chargers = chargersOf(ties, groups);
  const alternator = alternatorOf(job, engine);
  const build = (group: readonly string[], outlet: readonly Supply[]): Network => {
    const own = <T>(of: (battery: string) => readonly T[]) => group.flatMap(of);
    const charged = [...chargers].filter(([, [, { from }]]) => group.includes(from));
    const inGroup = (post: string) => group.some((battery) => postOf(battery) === post);
    const charger = (battery: string): number | undefined => {
      const reached = groups.find((g) => g.includes(battery))!;
      if (alternator && reached.some((id) => postOf(id) === alternator.node)) return alternator.volts;
      if (shore && engine === 'shore' && reached.includes(shore.at)) return shore.setVolts;
      return chargers.get(reached)?.[1].setVolts;
    };
    /** A battery by itself simply gives; one beside a charger, or another battery, gives or is idle. */
    const alone = (battery: string) =>
      groups.find((g) => g.includes(battery))!.length === 1 && charger(battery) === undefined;
    return {
      ground: GROUND,
      supplies: [
        ...outlet,
        ...own((id) => [
          {
            name: id,
            node: postOf(id),
            ...givenBy(batteries[id]!),
            ...(alone(id) ? {} : { oneWay: true, heldVolts: charger(id) }),
          },
        ]),
        ...(alternator && inGroup(alternator.node) ? [alternator] : []),
        ...(shore && engine === 'shore' && group.includes(shore.at)
          ? [{ name: 'shore', node: postOf(shore.at), volts: shore.setVolts, ohm: 0, mostA: shore.mostA, oneWay: true }]
          : []),
      ],
      resistors: [
        ...own((id) => on(id).resistors),
        ...ties.flatMap(([id, tie]): Resistor[] => {
          if (tie.kind === 'charger' || !group.includes(tie.from)) return [];
          const wire = { name: `tie/${id}`, a: postOf(tie.from), b: postOf(tie.to), ohm: tie.milliohm / 1000 };
          return [tie.kind === 'diode' ? { ...wire, diodeVolts: tie.diodeVolts } : wire];
        }),
      ],
      loads: own((id) => on(id).loads),
      conversions: [
        ...own((id) => on(id).conversions),
        ...charged.map(([behind, [id, tie]]): Conversion => {
          const source: Supply = {
            name: `tie/${id}`,
            node: postOf(tie.to),
            volts: tie.setVolts,
            ohm: 0,
            mostA: tie.mostA,
            oneWay: true,
          };
          return {
            name: `tie/${id}/in`,
            plus: postOf(tie.from),
            minus: GROUND,
            efficiency: CHARGER_EFFICIENCY,
            idleA: 0,
            output: build(behind, [source]),
          };
        }),
      ],
    };
  };
  return build(groups.filter((group) => !chargers.has(group)).flat(), []);
}

/** What a battery gives, as a supply's figures. */
export const givenBy = ({ restVolts, internalMilliohm }: Battery): Pick<Supply, 'volts' | 'ohm'> => ({
  volts: restVolts,
  ohm: internalMilliohm / 1000,
});

type TieEntry = ReturnType<typeof closedTies>[number];

/** Which group of batteries is fed by which charger: one each, and none in a ring that nothing feeds. */
function chargersOf(ties: readonly TieEntry[], groups: readonly string[][]): Map<string[], TieEntry> {
  const groupOf = (battery: string) => groups.find((group) => group.includes(battery))!;
  const chargers = new Map<string[], TieEntry>();
  for (const entry of ties) {
    const [, { kind, from, to }] = entry;
    const behind = groupOf(to);
    if (kind !== 'charger' || chargers.has(behind)) continue;
    const above = new Set([behind]);
    let at: string[] | undefined = groupOf(from);
    for (; at && !above.has(at); at = chargers.has(at) ? groupOf(chargers.get(at)![1].from) : undefined) above.add(at);
    if (!at) chargers.set(behind, entry);
  }
  return chargers;
}

/** Batteries joined by closed ties, a charger between them not counted. */
function groupsOf(ids: readonly string[], ties: ReturnType<typeof closedTies>): string[][] {
  let groups = ids.map((id) => [id]);
  for (const [, { kind, from, to }] of ties) {
    if (kind === 'charger') continue;
    const a = groups.find((group) => group.includes(from))!;
    const b = groups.find((group) => group.includes(to))!;
    if (a !== b) groups = [...groups.filter((group) => group !== a && group !== b), [...a, ...b]];
  }
  return groups;
}
