import { upgradeGear, type HeadUnit } from './gear/gear';
import { FIRST_BATTERY } from './job/supply';
import type { Plan } from './plan';
import type { Feed, FeedState, FeedStretch } from './power/index';
import { outputsOf, type Circuit } from './speakers/index';
import { NO_FEED_CHOICE } from './job/parts/feeds';

/** A circuit as planner 0.2.0 wrote it: one channel, no zones. */
type OldCircuit = Omit<Circuit, 'output'> & {
  readonly sourceItem: HeadUnit;
  readonly channel: { readonly id: string };
};
type OldSpeakers = Omit<Plan['speakers'], 'zones'> & { readonly level?: number };

/**
 * A sealed plan as this version reads it. Nothing is computed anew: what an older planner did not know is
 * left empty, what it said in other words is said in these.
 */
export function upgradePlan(plan: Plan): Plan {
  if (plan.planner === '0.2.0') return upgradeSteps(upgradePower(upgradeSpeakers(plan)));
  // The first plans of 0.3.0 still had circuits of one channel and no zones.
  if (plan.planner === '0.3.0')
    return upgradeSteps(upgradePower('zones' in plan.speakers ? plan : upgradeSpeakers(plan)));
  return plan.planner === '0.4.0' ? upgradeSteps(plan) : plan;
}

/** Planner 0.4.0 sized for the engine-off state alone, listed no ends on its steps and fished whole runs. */
function upgradeSteps(plan: Plan): Plan {
  const { power, speakers, build } = plan;
  const each = <T, U>(map: Readonly<Record<string, T>>, change: (item: T) => U): Record<string, U> =>
    Object.fromEntries(Object.entries(map).map(([id, item]) => [id, change(item)]));
  return {
    ...plan,
    runs: plan.runs.map((run) => ({ ...run, fished: [] })),
    power: {
      ...power,
      // Its first plans had the watts of what draws with the speakers alone.
      audioWatts: (power as Partial<Plan['power']>).audioWatts ?? each(power.feeds, ({ audioWatts }) => audioWatts),
      feeds: each(power.feeds, (feed) => ({
        ...feed,
        item: upgradeGear(feed.item) as Feed['item'],
        there: false,
        worst: { amps: 'restFull' as const, drop: 'restFull' as const },
      })),
    },
    speakers: {
      ...speakers,
      circuits: each(speakers.circuits, (circuit) => ({
        ...circuit,
        mostIn: undefined,
        speakers: circuit.speakers.map((share) => ({ ...share, mostWatts: share.watts })),
      })),
    },
    build: { ...build, steps: build.steps.map((step) => ({ ...step, ends: [] })) },
  };
}

function upgradeSpeakers(plan: Plan): Plan {
  const { level, ...speakers } = plan.speakers as OldSpeakers;
  const circuits = Object.fromEntries(
    Object.entries(speakers.circuits as unknown as Record<string, OldCircuit>).map(([key, circuit]) => {
      const { sourceItem, channel, ...rest } = circuit;
      const bank = { ...sourceItem.bank, bridge: null };
      const output = outputsOf(rest.source, { ...sourceItem, bank }).find(
        ({ channels }) => channels[0] === channel.id,
      )!;
      return [key, { ...rest, output, speakers: rest.speakers.map((share) => ({ ...share, zone: null })) }];
    }),
  );
  const heard = Object.values(circuits).flatMap((circuit) => circuit.speakers.map(({ gear }) => gear));
  return {
    ...plan,
    inputs: [],
    splices: [],
    speakers: {
      ...speakers,
      circuits,
      zones: [
        {
          id: null,
          name: 'Everywhere',
          listener: 'ears',
          at: [0, 0, 0],
          mono: false,
          speakers: [...heard, ...speakers.unwired],
          level,
          spreadDb: speakers.spreadDb,
        },
      ],
    },
  };
}

/** A feed as planners before 0.4.0 wrote it: straight from the one battery, states named for riding. */
interface OldFeed extends Omit<Feed, 'states' | 'stretches'> {
  readonly states: Readonly<Record<string, FeedState>>;
  readonly stretches: readonly Pick<FeedStretch, 'name' | 'ohm' | 'lostVolts' | 'fromMm' | 'toMm'>[];
}

const OLD_PARTS: Readonly<Record<string, string>> = { 'Fuse and holder': 'fuse', 'Conductor out': 'out' };
const OLD_CASES: Readonly<Record<string, string>> = { rideFull: 'cruiseFull', rideMusic: 'cruiseMusic' };
const renamed = <T>(cases: Readonly<Record<string, T>>): Record<string, T> =>
  Object.fromEntries(Object.entries(cases).map(([id, value]) => [OLD_CASES[id] ?? id, value]));

function upgradePower(plan: Plan): Plan {
  const { power } = plan;
  const feeds = Object.values(power.feeds as unknown as Record<string, OldFeed>).map((old): Feed => ({
    ...old,
    choice: { ...NO_FEED_CHOICE, ...old.choice },
    feeder: FIRST_BATTERY,
    battery: FIRST_BATTERY,
    nominalVolts: 12,
    run: old.run && { ...old.run, together: 1 },
    reachMm: old.run?.outMm ?? 0,
    ampacity: { amps: old.ampacityA, tableA: old.ampacityA, factors: [] },
    fuseLimitA: old.ampacityA,
    family: old.choice.holder?.family,
    above: undefined,
    states: renamed(old.states),
    stretches: old.stretches.map((s) => ({
      ...s,
      gear: old.gear,
      part: OLD_PARTS[s.name] ?? s.name,
      amps: s.ohm > 0 ? s.lostVolts / s.ohm : 0,
    })),
  }));
  return {
    ...plan,
    power: {
      ...power,
      common: power.common && { ...power.common, together: 1 },
      feeds: Object.fromEntries(feeds.map((feed) => [feed.gear, feed])),
      audioWatts: Object.fromEntries(feeds.map(({ gear, audioWatts }) => [gear, audioWatts])),
      battery: FIRST_BATTERY,
      totalAmps: renamed(power.totalAmps),
      postVolts: renamed(power.postVolts),
      sources: {},
    },
    turnOn: {
      head: undefined,
      neededA: 0,
      availableA: 0,
      woken: [],
      wokenA: 0,
      through: undefined,
      switchedA: 0,
      candidates: [],
      source: undefined,
    },
    keyOff: [],
    terminals: [],
    isolation: { off: [], on: [] },
  };
}
