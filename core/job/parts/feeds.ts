import * as v from 'valibot';
import { mapped, editsOf, without, type Gone } from '../../document/edits';
import type { Fault } from '../../document/fault';
import type { Overrulables } from '../../document/overrule';
import { FuseHolder, isFed, passesOn } from '../../gear/gear';
import { GAUGES, gaugeName } from '../../tables/conductors';
import { fact } from '../facts';
import type { Job } from '../job';
import { DEEPEST_FEED, MOST_FED } from '../limits';
import { gearOf } from './gear';
import { gone } from './keys';
import { isSupply } from '../supply';
import { Id } from '../../text/scalars';

export const GaugeChoice = v.picklist(GAUGES, 'expected a gauge from 18 to 4/0, or a size from 0.75mm2 to 120mm2');

/** What the job says of one feed; what it does not say is worked out. */
const FeedChoice = v.strictObject({
  holder: v.nullable(FuseHolder),
  fuseAtMm: fact('fuseAtMm'),
  /** The battery, distributing gear or circuit of the craft it is fed from; null: the battery the sound is fed from. */
  from: v.nullable(Id),
  /** The boat standard's allowance is taken: a fuse up to 150 % of the ampacity. */
  allow150: v.boolean(),
  /** Its conductor is in a sheath or conduit all the way to the fuse, which may then sit farther off on boats. */
  sheathed: v.boolean(),
  /** It is tapped ahead of the battery switch. */
  ahead: v.boolean(),
});
export type FeedChoice = v.InferOutput<typeof FeedChoice>;

export const NO_FEED_CHOICE: FeedChoice = {
  holder: null,
  fuseAtMm: 150,
  from: null,
  allow150: false,
  sheathed: false,
  ahead: false,
};

export const shape = { feeds: v.record(Id, FeedChoice) };
export const empty = { feeds: {} };

function feed(job: Job, op: string, gear: string, part: Partial<FeedChoice>): Job {
  gearOf(job, op, gear);
  return { ...job, feeds: { ...job.feeds, [gear]: { ...NO_FEED_CHOICE, ...job.feeds[gear], ...part } } };
}

export const edits = editsOf<Job>()({
  chooseHolder: {
    says: { gear: Id, holder: v.nullable(FuseHolder) },
    words: 'choose fuse holder',
    change: (job, { gear, holder }) => feed(job, 'chooseHolder', gear, { holder }),
  },
  placeFuse: {
    says: { gear: Id, atMm: fact('fuseAtMm') },
    words: 'move fuse',
    change: (job, { gear, atMm }) => feed(job, 'placeFuse', gear, { fuseAtMm: atMm }),
  },
  /** Null: the battery the sound is fed from. */
  feedFrom: {
    says: { gear: Id, from: v.nullable(Id) },
    words: 'feed from elsewhere',
    change: (job, { gear, from }) => feed(job, 'feedFrom', gear, { from }),
    takes: ({ gear }) => gone('feed', gear),
  },
  allow150: {
    says: { gear: Id, allow: v.boolean() },
    words: 'change the fuse allowance',
    change: (job, { gear, allow }) => feed(job, 'allow150', gear, { allow150: allow }),
  },
  sheathe: {
    says: { gear: Id, sheathed: v.boolean() },
    words: 'change the sheath',
    change: (job, { gear, sheathed }) => feed(job, 'sheathe', gear, { sheathed }),
  },
  tapAhead: {
    says: { gear: Id, ahead: v.boolean() },
    words: 'change where it is tapped',
    change: (job, { gear, ahead }) => feed(job, 'tapAhead', gear, { ahead }),
  },
});

const isOfFeed = (job: Job, gear: string): string | undefined => {
  const item = Object.hasOwn(job.gear, gear) ? job.gear[gear]!.item : undefined;
  return item && isFed(item) ? undefined : 'expected powered gear of this job';
};
export const sets = {
  gauge: { subject: Id, value: GaugeChoice },
  fuse: { subject: Id, value: fact('fuseA') },
};
export const overrules: Overrulables<Job, typeof sets> = {
  gauge: {
    name: 'Gauge',
    words: (gauge, job) => gaugeName(gauge, job.settings.conductors),
    fault: isOfFeed,
  },
  fuse: {
    name: 'Fuse',
    words: (amps) => `${amps} A`,
    fault: isOfFeed,
    // The fuse of what is kept was found there, not chosen.
    found: (job, gear) => job.gear[gear]?.there === 'kept',
  },
};

/** References of feeds that do not hold. */
export function faults(job: Job): Fault[] {
  const found: Fault[] = [];
  if (Object.values(job.gear).filter(({ item }) => isFed(item)).length > MOST_FED)
    found.push({ path: ['gear'], expected: `expected ${MOST_FED} pieces at most that draw power or pass it on` });
  for (const [id, { from }] of Object.entries(job.feeds)) {
    const fault = isOfFeed(job, id);
    if (fault) found.push({ path: ['feeds', id], expected: fault });
    const beginning = from === null ? undefined : beginningFault(job, id, from);
    if (beginning) found.push({ path: ['feeds', id, 'from'], expected: beginning });
  }
  return found;
}

function beginningFault(job: Job, id: string, from: string): string | undefined {
  if (Object.hasOwn(job.craft.batteries, from)) return undefined;
  const item = Object.hasOwn(job.gear, from) ? job.gear[from]!.item : undefined;
  if (!item && Object.hasOwn(job.craft.existing, from))
    return isSupply(job.craft.existing[from]!) ? undefined : 'expected a circuit that has a + to feed from';
  if (!item || !passesOn(item)) return 'expected a battery, gear that passes power on, or a circuit of the craft';
  const depth = depthOf(job, id);
  if (depth === undefined) return 'expected a feed that does not come round to itself';
  return depth > DEEPEST_FEED ? `expected ${DEEPEST_FEED} pieces at most between it and its battery` : undefined;
}

/** How many pieces gear is fed through; undefined where it comes round to itself. */
function depthOf(job: Job, gear: string): number | undefined {
  const seen = new Set<string>();
  for (let at = job.feeds[gear]?.from; at !== null && at !== undefined; at = job.feeds[at]?.from) {
    if (at === gear) return undefined;
    // A ring further on is told of those that are in it.
    if (seen.has(at) || Object.hasOwn(job.craft.batteries, at)) break;
    seen.add(at);
  }
  return seen.size;
}

/** Feeds that came from what is gone come from the usual battery. */
export function forget(job: Job, { kind, id }: Gone): Job {
  if (kind !== 'gear' && kind !== 'battery' && kind !== 'circuit') return job;
  if (kind === 'circuit' && Object.hasOwn(job.gear, id)) return job;
  const left = kind === 'circuit' ? job.feeds : without(job.feeds, (gear) => gear === id);
  return { ...job, feeds: mapped(left, (choice) => (choice.from === id ? { ...choice, from: null } : choice)) };
}
