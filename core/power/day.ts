import { isPowered } from '../gear/gear';
import { batteryIds, soundBattery, startBattery } from '../connections/feeding';
import type { Job } from '../job/job';
import { LISTENING, type Segment } from '../job/supply';
import { BEHAVIOUR, acceptance, coldFactor, sagAt } from '../tables/batteries';
import { isLive, nominalOf, type Branch, type Tree } from './branches';
import { networkOf } from './on-battery';
import { terminals } from './resistances';
import { CHARGER_EFFICIENCY, GROUND, alternatorOf, chargeRoutes, postOf } from './cases';
import { peukertFactor, reserveOf } from './endurance';
import { treeFrom, type PowerPlan } from './feeds';
import { planKeyOff } from './keyoff';
import { solveNetwork, type Network } from './network';

/** One moment of the day, battery by battery. */
export interface DayPoint {
  readonly hours: number;
  readonly segment: number;
  /** 0 to 1. */
  readonly charge: Readonly<Record<string, number>>;
  /** Out of the battery; below zero into it. */
  readonly amps: Readonly<Record<string, number>>;
  readonly volts: Readonly<Record<string, number>>;
  /** Lowest volts at any gear that plays, scaled to the system's where it has a converter; undefined while none does. */
  readonly gearVolts: number | undefined;
}

export interface DayPlan {
  readonly points: readonly DayPoint[];
  /** Batteries by id: charge at the end and at the lowest, hours when it first fell to its reserve. */
  readonly batteries: Readonly<
    Record<string, { readonly end: number; readonly lowest: number; readonly reserveAt: number | undefined }>
  >;
  /** Hours from which the engine would no longer start; undefined: it would all day. */
  readonly noStartAt: number | undefined;
  /** Hours from which the sound fails, and why. */
  readonly silentAt: { readonly hours: number; readonly why: 'empty' | 'collapse' | 'low' } | undefined;
  /** Minutes of cruising, with music, that bring every battery back to where it began; undefined: none would within a day. */
  readonly recoverMinutes: number | undefined;
}

/** Gear gives up below this part of the system's volts (common practice: 10.5 V of 12). */
export const GIVES_UP_PART = 10.5 / 12;
const MOST_STEPS = 1440;
/** An operating point holds while no charge has moved further than this part of full from where it was solved. */
const HOLDS = 1 / 200;
const RECOVERY_HOURS = 24;
/** A battery counts as back when this near to where it began. */
const BACK_WITHIN = 0.005;

/** One operating point: what each battery gives, what is left of the chargers for charging, volts. */
interface Point {
  readonly gives: readonly number[];
  readonly volts: readonly number[];
  /** Lowest volts of gear that plays, as it would be in the craft's own system: behind a converter its own count. */
  readonly gearVolts: number;
  /** Left of what charges, A, by where it comes from: alternator, shore, and each charger between batteries. */
  readonly left: readonly number[];
}

/**
 * A day in segments: charge, current and volts of every battery. Operating points are solved along the way the
 * charges take, half a step ahead, and hold for a hundredth of full, not solved at every moment: volts are within
 * 0.05 V, and what batteries that are tied share is followed where it turns over. Batteries discharge by Peukert above their rated current, take charge as their
 * chemistry does, and have less capacity in the cold.
 */
export function planDay(job: Job, power: PowerPlan): DayPlan {
  const run = simulation(job, power);
  const ids = batteryIds(job);
  const { segments, startPct } = job.day;
  const begin = ids.map(() => startPct / 100);
  const total = segments.reduce((sum, { hours }) => sum + hours, 0);
  const step = Math.max(1 / 60, total / MOST_STEPS);
  const points: DayPoint[] = [];
  let charge: readonly number[] = begin;
  let hours = 0;
  let silentAt: DayPlan['silentAt'];
  const named = (values: readonly number[]) => Object.fromEntries(ids.map((id, i) => [id, values[i]!]));
  segments.forEach((segment, n) => {
    const at = run(segment);
    const steps = Math.max(1, Math.round(segment.hours / step));
    const dt = segment.hours / steps;
    for (let i = 0; i < steps; i++) {
      const now = at(charge, dt);
      if (now.fails && !silentAt) silentAt = { hours, why: now.fails };
      points.push({
        hours,
        segment: n,
        charge: named(charge),
        amps: named(now.amps),
        volts: named(now.volts),
        gearVolts: now.gearVolts,
      });
      charge = now.charge;
      hours += dt;
    }
    const last = at(charge, dt);
    points.push({
      hours,
      segment: n,
      charge: named(charge),
      amps: named(last.amps),
      volts: named(last.volts),
      gearVolts: last.gearVolts,
    });
  });
  const batteries = Object.fromEntries(
    ids.map((id) => {
      const reserve = reserveOf(job.craft.batteries[id]!);
      return [
        id,
        {
          end: points.at(-1)!.charge[id]!,
          lowest: Math.min(...points.map((p) => p.charge[id]!)),
          reserveAt: points.find((p) => p.charge[id]! < reserve - 1e-9)?.hours,
        },
      ];
    }),
  );
  return {
    points,
    batteries,
    noStartAt: batteries[startBattery(job)]!.reserveAt,
    silentAt,
    recoverMinutes: recovery(run, charge, begin),
  };
}

type Run = ReturnType<typeof simulation>;

/** Minutes of cruising until every battery is back where the day began. */
function recovery(run: Run, from: readonly number[], begin: readonly number[]): number | undefined {
  const at = run({ name: 'back', hours: RECOVERY_HOURS, engine: 'cruise', listening: 'music', otherA: 0 });
  let charge = from;
  for (let minutes = 0; minutes <= RECOVERY_HOURS * 60; minutes += 1) {
    if (charge.every((c, i) => c >= begin[i]! - BACK_WITHIN)) return minutes;
    charge = at(charge, 1 / 60).charge;
  }
  return undefined;
}

/** What the sun gives a battery, A: it falls when it falls, and over a day it comes to this mean. */
export function meanSunA({ craft }: Job, battery: string): number {
  const { solar, batteries } = craft;
  return solar?.at === battery ? (solar.watts * solar.hours) / 24 / batteries[battery]!.restVolts : 0;
}

/** A way of stepping through one segment: charges after `dt` hours, and what happens meanwhile. */
function simulation(job: Job, power: PowerPlan) {
  const tree = treeFrom(job, power);
  const live = [...tree.branches.values()].filter((branch) => isLive(tree, branch));
  const { batteries, nominalVolts } = job.craft;
  const ids = batteryIds(job);
  const drains = planKeyOff(job);
  const { celsius } = job.day;
  const usable = ids.map((id) => batteries[id]!.capacityAh * coldFactor(batteries[id]!.chemistry, celsius));
  const sunA = ids.map((id) => meanSunA(job, id));

  return (segment: Segment) => {
    const routes = chargeRoutes(job, segment.engine).map(({ name, reaches }): Route => ({
      name,
      reaches: reaches.map((id) => ids.indexOf(id)),
    }));
    const at = pointNear((middle) => operatingPoint(tree, live, segment, middle, routes, drains));
    return (charge: readonly number[], dt: number) => {
      const point = at(charge);
      const empty = ids.map((_, i) => charge[i]! <= 0);
      const gives = point ? point.gives : ids.map(() => 0);
      const taken = chargeTaken(ids, charge, point?.left ?? [], routes, (i, c) =>
        acceptance(batteries[ids[i]!]!.chemistry, usable[i]!, c, celsius),
      );
      const amps = ids.map((_, i) => {
        // What the sun brings first spares the battery, then charges it.
        const spare = Math.max(0, sunA[i]! - gives[i]!);
        const sun = Math.min(spare, acceptance(batteries[ids[i]!]!.chemistry, usable[i]!, charge[i]!, celsius));
        return Math.max(0, gives[i]! - sunA[i]!) - Math.max(taken[i]!, sun);
      });
      const next = ids.map((id, i) => {
        const battery = batteries[id]!;
        const out =
          amps[i]! > 0 ? amps[i]! * peukertFactor(battery, amps[i]!) : amps[i]! * BEHAVIOUR[battery.chemistry].kept;
        return Math.min(1, Math.max(0, charge[i]! - (out * dt) / usable[i]!));
      });
      const plays = segment.listening !== 'off' && live.some(({ item }) => isPowered(item));
      const low = point && plays && point.gearVolts < GIVES_UP_PART * nominalVolts;
      const drained = ids.some((_, i) => empty[i] && gives[i]! > 0);
      const fails = !plays
        ? undefined
        : !point
          ? ('collapse' as const)
          : drained
            ? ('empty' as const)
            : low
              ? ('low' as const)
              : undefined;
      return {
        charge: next,
        amps,
        volts: point ? [...point.volts] : ids.map(() => 0),
        gearVolts: point && plays ? point.gearVolts : undefined,
        fails,
      };
    };
  };
}

/** A charger and the places in the list of batteries that it reaches, nearest first. */
interface Route {
  readonly name: string;
  readonly reaches: readonly number[];
}

/** What each battery takes: chargers between batteries first, since what they give is asked of the alternator. */
function chargeTaken(
  ids: readonly string[],
  charge: readonly number[],
  left: readonly number[],
  routes: readonly Route[],
  takes: (battery: number, charge: number) => number,
): number[] {
  const taken = ids.map(() => 0);
  let asked = 0;
  for (let r = routes.length - 1; r >= 0; r--) {
    const { name, reaches } = routes[r]!;
    let have = Math.max(0, (left[r] ?? 0) - (name.startsWith('tie/') ? 0 : asked));
    // Shared by what each would take; near the charger or far, the volts are the same but for the tie.
    const wants = reaches.map((i) => Math.max(0, takes(i, charge[i]!) - taken[i]!));
    const sum = wants.reduce((a, b) => a + b, 0);
    have = Math.min(have, sum);
    reaches.forEach((i, k) => {
      if (sum > 0) taken[i]! += (have * wants[k]!) / sum;
    });
    if (name.startsWith('tie/')) asked += have / CHARGER_EFFICIENCY;
  }
  return taken;
}

function operatingPoint(
  tree: Tree,
  live: readonly Branch[],
  segment: Segment,
  charge: readonly number[],
  routes: readonly Route[],
  drains: ReturnType<typeof planKeyOff>,
): Point | undefined {
  const { job } = tree;
  const ids = batteryIds(job);
  const batteries = Object.fromEntries(
    ids.map((id, i) => {
      const battery = job.craft.batteries[id]!;
      const sag = sagAt(battery.chemistry, charge[i]!) * (job.craft.nominalVolts / 12);
      return [id, { ...battery, restVolts: battery.restVolts - sag }];
    }),
  );
  const now: Tree = { ...tree, job: { ...job, craft: { ...job.craft, batteries } } };
  const quiet = segment.listening === 'off';
  const state = { engine: segment.engine, draw: LISTENING[segment.listening].part };
  const network = networkOf(quiet ? { ...now, kept: [] } : now, quiet ? [] : live, state);
  const sound = soundBattery(job);
  const other = (id: string) =>
    (id === sound ? segment.otherA : 0) + (quiet ? drains.find((d) => d.battery === id)!.amps : 0);
  const solution = solveNetwork(withDraw(network, new Map(ids.map((id) => [postOf(id), other(id)]))));
  if (solution.state === 'collapsed') return undefined;
  const volts = ids.map((id) => solution.volts.get(postOf(id)) ?? batteries[id]!.restVolts);
  const at = (node: string) => solution.volts.get(node) ?? 0;
  const gear = quiet ? [] : live.filter(({ item }) => isPowered(item));
  return {
    gives: ids.map((id) => Math.max(0, solution.supplies.get(id)?.amps ?? 0)),
    volts,
    gearVolts: Math.min(
      ...gear.map((branch) => {
        const { plus, minus } = terminals(now, branch);
        return ((at(plus) - at(minus)) * job.craft.nominalVolts) / nominalOf(now, branch);
      }),
      job.craft.nominalVolts * 2,
    ),
    left: routes.map(({ name }) => leftOf(job, segment.engine, name, solution.supplies.get(name)?.amps ?? 0)),
  };
}

function leftOf(job: Job, engine: Segment['engine'], name: string, given: number): number {
  const { craft } = job;
  const most =
    name === 'alternator'
      ? alternatorOf(job, engine)!.mostA!
      : name === 'shore'
        ? craft.shore!.mostA
        : craft.ties[name.slice(4)]!.mostA;
  return Math.max(0, most - given);
}

/** A network with further steady currents at its batteries' posts, wherever in it they are. */
function withDraw(network: Network, draw: ReadonlyMap<string, number>): Network {
  const here = [...draw].filter(([node, amps]) => amps > 0 && network.supplies.some((s) => s.node === node));
  return {
    ...network,
    loads: [
      ...network.loads,
      ...here.map(([node, amps]) => ({ name: `${node}/other`, plus: node, minus: GROUND, watts: 0, amps, siemens: 0 })),
    ],
    ...(network.conversions
      ? { conversions: network.conversions.map((c) => ({ ...c, output: withDraw(c.output, draw) })) }
      : {}),
  };
}

/**
 * The operating point for a charge: the last one while charges stay near it, else one solved half a step ahead on the
 * way they are going, so that what it is used for lies evenly about it.
 */
function pointNear(solve: (middle: readonly number[]) => Point | undefined) {
  let known: { readonly middle: readonly number[]; readonly point: Point | undefined } | undefined;
  let before: readonly number[] | undefined;
  return (charge: readonly number[]): Point | undefined => {
    if (!known || charge.some((c, i) => Math.abs(c - known!.middle[i]!) > HOLDS)) {
      const middle = charge.map((c, i) => {
        const ahead = before ? Math.sign(c - before[i]!) * HOLDS : 0;
        return Math.min(1, Math.max(0, c + ahead));
      });
      known = { middle, point: solve(middle) };
    }
    before = charge;
    return known.point;
  };
}
