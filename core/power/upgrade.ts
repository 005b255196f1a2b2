import { mapped } from '../document/edits';
import { upgradeGear } from '../gear/gear';
import { NO_FEED_CHOICE } from '../job/parts/feeds';
import { FIRST_BATTERY } from '../job/supply';
import type { Feed, FeedState, FeedStretch, PowerPlan } from './feeds';
import type { KeyOff } from './keyoff';
import type { Termination } from './terminals';
import type { TurnOnPlan } from './turn-on';

interface Made {
  readonly power: PowerPlan;
  readonly turnOn: TurnOnPlan;
  readonly keyOff: readonly KeyOff[];
  readonly terminals: readonly Termination[];
  readonly isolation: { readonly off: readonly string[]; readonly on: readonly string[] };
}

/**
 * Version 1 knew one battery, and nothing between it and the gear; version 2 sized for the engine-off state alone;
 * version 3 had other words for what is turned on and for the ring where returns meet; version 4 fed nothing from
 * circuits of the craft; version 5 knew no looms.
 */
export function upgradePower(made: Made, from: number): Made {
  let now = made;
  if (from < 2) now = withSupply(now);
  if (from < 3) now = withWorstStates(now);
  if (from < 4) now = inTheseWords(now);
  if (from < 5) now = { ...now, power: { ...now.power, circuits: {} } };
  if (from < 6) now = withoutLooms(now);
  return now;
}

function withoutLooms(now: Made): Made {
  const said = (feeds: PowerPlan['feeds']) =>
    mapped(feeds, (feed) => ({ ...feed, choice: { ...feed.choice, loom: null } }));
  return { ...now, power: { ...now.power, feeds: said(now.power.feeds), circuits: said(now.power.circuits) } };
}

function inTheseWords(now: Made): Made {
  const { woken, wokenA, ...turnOn } = now.turnOn as Partial<OldTurnOn> & TurnOnPlan;
  return {
    ...now,
    turnOn: { ...turnOn, turnedOn: woken ?? turnOn.turnedOn, turnedOnA: wokenA ?? turnOn.turnedOnA },
    power: {
      ...now.power,
      feeds: mapped(now.power.feeds, (feed) => ({
        ...feed,
        stretches: feed.stretches.map((s) => (s.part === 'ring-home' ? { ...s, part: 'ring-common' } : s)),
      })),
    },
  };
}
interface OldTurnOn {
  readonly woken: readonly string[];
  readonly wokenA: number;
}

function withWorstStates(now: Made): Made {
  const { power } = now;
  return {
    ...now,
    power: {
      ...power,
      // Its first plans had the watts of what draws with the speakers alone.
      audioWatts:
        (power as Partial<PowerPlan>).audioWatts ??
        Object.fromEntries(Object.values(power.feeds).map(({ gear, audioWatts }) => [gear, audioWatts])),
      feeds: mapped(power.feeds, (feed) => ({
        ...feed,
        item: upgradeGear(feed.item) as Feed['item'],
        there: false,
        worst: { amps: 'restFull' as const, drop: 'restFull' as const },
      })),
    },
  };
}

/** A feed as planners before 0.4.0 wrote it: straight from the one battery, states named for riding. */
interface OldFeed extends Omit<Feed, 'states' | 'stretches'> {
  readonly states: Readonly<Record<string, FeedState>>;
  readonly stretches: readonly Pick<FeedStretch, 'name' | 'ohm' | 'lostVolts' | 'fromMm' | 'toMm'>[];
}

const NOTHING_SAID = { ...NO_FEED_CHOICE, gauge: null, fuseA: null };
const OLD_PARTS: Readonly<Record<string, string>> = { 'Fuse and holder': 'fuse', 'Conductor out': 'out' };
const OLD_CASES: Readonly<Record<string, string>> = { rideFull: 'cruiseFull', rideMusic: 'cruiseMusic' };
const renamed = <T>(cases: Readonly<Record<string, T>>): Record<string, T> =>
  Object.fromEntries(Object.entries(cases).map(([id, value]) => [OLD_CASES[id] ?? id, value]));

function withSupply({ power }: Made): Made {
  const feeds = Object.values(power.feeds as unknown as Record<string, OldFeed>).map((old): Feed => ({
    ...old,
    choice: { ...NOTHING_SAID, ...old.choice },
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
    power: {
      ...power,
      common: power.common && { ...power.common, together: 1 },
      circuits: {},
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
      turnedOn: [],
      turnedOnA: 0,
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
