import { endName } from '../connections/runs';
import { each, rulesAt, type Rule, type Said } from '../findings/finding';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Battery } from '../job/supply';
import type { Operation } from '../job/operations';
import { AMPACITY_SOURCE, gaugeArea, gaugeName, isThinner } from '../tables/conductors';
import { FUSE_FAMILIES, FUSE_SOURCE, INTERRUPT_SOURCE, breaksAt } from '../tables/fuses';
import { memory } from '../tables/source';
import { short } from '../units/figures';
import { passesOn } from '../gear/gear';
import { FUSE_ALLOWANCE, fuseMargin } from './protection';
import { fuseAtOf } from './resistances';
import { leastSize } from './craft-rules';
import { aheadOf, caseName, mostDrawn, mostLost, type Feed, type PowerPlan } from './feeds';
import { shortAtFuse, shortAtPost } from './short';

export interface PowerSeen {
  readonly job: Job;
  readonly power: PowerPlan;
  readonly tags: Readonly<Record<string, string>>;
  readonly faults: Readonly<Record<string, Fault>>;
}
type Fault = NonNullable<ReturnType<typeof shortAtFuse>>;
export type PowerRule = Rule<PowerSeen, Operation>;

type Look = (feed: Feed, tag: string) => Said<Operation> | undefined;
/** Every feed of this job, and every distribution that is there. */
const everyFeed = (seen: PowerSeen, look: Look) =>
  each('feed', seen.power.feeds, (feed, id) => (feed.run || feed.there ? look(feed, seen.tags[id] ?? id) : undefined));
/** The feeds this job lays. */
const eachFeed = (seen: PowerSeen, look: Look) =>
  everyFeed(seen, (feed, tag) => (feed.run ? look(feed, tag) : undefined));

export const amps = (name: string, value: number) => ({ name, value, unit: 'A' });
/** The most a battery can give anything, W: U²/4R, at half its volts. */
const mostFrom = ({ restVolts, internalMilliohm }: Battery) => restVolts ** 2 / ((4 * internalMilliohm) / 1000);
/** What the current of a feed's wire is limited to, A: its own fuse, or what limits it above. */
const limitOf = (feed: Feed) => feed.fuseA ?? (feed.family ? undefined : feed.above?.amps);
export const MAKER = { text: 'the gear’s own rating', fromMemory: false };

const INTERRUPT = {
  station: 'power',
  title: 'Fuse interrupt rating (AIC) too low',
  formula: 'E ÷ (R of the battery + all up to the fuse) ≤ interrupt rating of the family at these volts',
  source: INTERRUPT_SOURCE,
  overrulable: true,
} as const;
const isRoadLight = ({ job }: PowerSeen) =>
  job.craft.pattern.kind === 'motorcycle' || job.craft.pattern.kind === 'sideBySide';
/** What a short at the fuse of each feed comes to where its fuse cannot break it: both rules of it look at the same. */
export function faultsIn(job: Job, power: PowerPlan): PowerSeen['faults'] {
  const faults: Record<string, Fault> = {};
  for (const feed of Object.values(power.feeds)) {
    if (!feed.run || !feed.family) continue;
    const breaksA = breaksAt(feed.family, job.craft.nominalVolts);
    // What lies between post and fuse only lowers it.
    if (shortAtPost(job, feed.battery).amps <= breaksA) continue;
    const fault = shortAtFuse(job, power, feed);
    if (fault && fault.amps > breaksA) faults[feed.gear] = fault;
  }
  return faults;
}
/** `light`: on a small craft, or where a fuse above breaks what this one cannot. */
const interruptions = (seen: PowerSeen, light: boolean) =>
  each('feed', seen.faults, (fault, gear) => {
    if (light !== (isRoadLight(seen) || fault.backedBy !== undefined)) return undefined;
    const tag = seen.tags[gear] ?? gear;
    const family = seen.power.feeds[gear]!.family!;
    const { name } = FUSE_FAMILIES[family];
    const breaksA = breaksAt(family, seen.job.craft.nominalVolts);
    const more =
      fault.batteries.length > 1 ? `${fault.batteries.length} batteries together push` : 'the battery pushes';
    return {
      reason: `At the fuse of ${tag}, ${more} ${short(Math.round(fault.amps))} A into a short${fault.stated ? '' : ', computed from internal resistance'}; a ${name} fuse breaks ${short(breaksA)} A on ${seen.job.craft.nominalVolts} V. ${
        fault.backedBy === undefined
          ? `Choose a family that breaks more${fault.stated ? '' : ', or give the maker’s short-circuit figure'}.`
          : `The fuse of ${seen.tags[fault.backedBy] ?? fault.backedBy} above it does: replace both after a short.`
      }`,
      figures: [amps('short circuit', fault.amps), amps('fuse breaks', breaksA)],
    };
  });

const SHEATHED = 'ABYC E-11, in a sheath all the way (from memory)';
/** Farthest a fuse may sit on a boat in a sheath all the way: 72 in straight off a battery, 40 in off anything else. */
const sheathedWithin = (battery: boolean): number => (battery ? 1830 : 1016);

/** Takes back a fuse that somebody has set; undefined where the planned one stands. */
const plannedFuse = (feed: Feed, tag: string) =>
  feed.fusePinned && !feed.there
    ? {
        cure: {
          label: `Take the planned fuse for ${tag}`,
          operations: [{ op: 'overrule' as const, kind: 'fuse' as const, subject: feed.gear, value: null }],
        },
      }
    : {};

export const powerRules = rulesAt<PowerRule>('power', [
  {
    id: 'no-battery-fuse',
    severity: 'stop',
    title: 'No fuse at the battery',
    formula: 'every conductor from the + post has a fuse',
    overrulable: false,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.family || !Object.hasOwn(seen.job.craft.batteries, feed.feeder)
          ? undefined
          : {
              reason: `The feed to ${tag} leaves the battery unprotected. A fuse on the gear does not protect the wire. Choose a holder.`,
              figures: [amps('fuse needed', feed.fuseNeedA)],
            },
      ),
  },
  {
    id: 'feeder-bypassed',
    title: 'Fed from gear that is bypassed',
    formula: 'what feeds gear takes part',
    look: (seen) =>
      eachFeed(seen, ({ gear, choice, feeder }, tag) =>
        choice.from === null || choice.from === feeder
          ? undefined
          : {
              reason: `${tag} was fed from ${endName(seen.job, choice.from, seen.tags, 'mark')}, which is bypassed; it is planned from ${endName(seen.job, feeder, seen.tags)}.`,
              figures: [{ name: 'ways bypassed', value: 1, unit: '' }],
              cure: {
                label: `Feed it from ${endName(seen.job, feeder, seen.tags)}`,
                operations: [{ op: 'feedFrom', gear, from: null }],
              },
            },
      ),
  },
  {
    id: 'kept-fuse-unknown',
    title: 'Upstream fuse not known',
    formula: 'the fuse ahead of distribution that is kept is read off it',
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const from = aheadOf(seen.power, feed);
        return feed.family || feed.above || !from?.there
          ? undefined
          : {
              reason: `Only what is ahead of ${seen.tags[from.gear] ?? from.gear} protects the wire to ${tag}, and its fuse has not been read off. Say what it is, or give ${tag} a holder.`,
              figures: [amps('fuse needed', feed.fuseNeedA)],
            };
      }),
  },
  {
    id: 'family-too-small',
    severity: 'stop',
    title: 'Holder takes no fuse large enough',
    formula: 'fuse ≥ margin × design current',
    source: FUSE_SOURCE,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        if (!feed.family || feed.fuseA !== undefined) return undefined;
        const family = FUSE_FAMILIES[feed.family];
        const largest = family.amps.at(-1)!;
        return {
          reason: `${tag} needs ${short(feed.fuseNeedA)} A; the largest ${family.name} fuse is ${largest} A.`,
          figures: [amps('fuse needed', feed.fuseNeedA), amps('largest', largest)],
        };
      }),
  },
  {
    id: 'fuse-above-ampacity',
    severity: 'stop',
    title: 'Fuse larger than the wire can carry',
    formula: 'fuse ≤ ampacity of the thinnest wire it protects',
    source: AMPACITY_SOURCE,
    overrulable: false,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const limit = limitOf(feed);
        if (limit === undefined || limit <= feed.fuseLimitA) return undefined;
        const wire = gaugeName(feed.gauge, seen.job.settings.conductors);
        const by = feed.fuseA === undefined ? ` by ${seen.tags[feed.above!.gear] ?? feed.above!.gear}` : '';
        // Said, never taken unasked: it is chosen at the feed.
        const allowed = seen.job.craft.pattern.kind === 'boat' && limit <= FUSE_ALLOWANCE * feed.ampacityA;
        return {
          reason: `${wire} to ${tag} carries ${short(feed.ampacityA)} A and is protected${by} at ${short(limit)} A.${feed.choice.loom ? ` It comes in ${feed.choice.loom}: a smaller fuse in that, or wire of its own.` : ''}${allowed ? ' ABYC E-11 allows up to 150 % (from memory); it can be taken at the feed.' : ''}`,
          figures: [amps('fuse', limit), amps('ampacity', feed.ampacityA)],
          ...(feed.choice.loom && !feed.fusePinned
            ? {}
            : {
                cure: {
                  label: 'Let the plan choose gauge and fuse',
                  operations: [
                    { op: 'overrule' as const, kind: 'gauge' as const, subject: feed.gear, value: null },
                    { op: 'overrule' as const, kind: 'fuse' as const, subject: feed.gear, value: null },
                  ],
                },
              }),
        };
      }),
  },
  {
    id: 'common-return-thin',
    severity: 'stop',
    title: 'Common ground undersized',
    formula: 'ampacity ≥ sum of the fuses of the feeds it serves',
    source: AMPACITY_SOURCE,
    overrulable: false,
    look: ({ job, power: { common }, tags }) =>
      !common || common.carriesA <= common.ampacityA
        ? []
        : [
            {
              subject: { kind: 'run', id: common.run },
              reason: `${gaugeName(common.gauge, job.settings.conductors)} from ${tags[common.gear] ?? common.gear} to the battery carries ${short(common.ampacityA)} A; the feeds it serves are fused at ${short(common.carriesA)} A together.`,
              figures: [amps('fuses', common.carriesA), amps('ampacity', common.ampacityA)],
              cure:
                common.gaugeReason === 'pinned'
                  ? {
                      label: 'Let the plan choose its gauge',
                      operations: [{ op: 'overrule', kind: 'lead', subject: common.run, value: null }],
                    }
                  : {
                      label: 'Give each feed its own return',
                      operations: [{ op: 'choose', choice: 'grounds', option: null }],
                    },
            },
          ],
  },
  {
    id: 'fuse-above-maker',
    severity: 'stop',
    title: 'Fuse larger than the gear allows',
    formula: 'fuse ≤ largest fuse the gear allows ahead of it',
    source: MAKER,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const limit = limitOf(feed);
        return limit === undefined || limit <= feed.item.makerMaxFuseA
          ? undefined
          : {
              reason: `${tag} allows ${short(feed.item.makerMaxFuseA)} A ahead of it; ${feed.fuseA === undefined ? `${seen.tags[feed.above!.gear] ?? feed.above!.gear} ahead of it lets` : 'the fuse is'} ${short(limit)} A${feed.fuseA === undefined ? ' through. Give it a fuse of its own' : ''}.`,
              figures: [amps('fuse', limit), amps('gear allows', feed.item.makerMaxFuseA)],
              ...plannedFuse(feed, tag),
            };
      }),
  },
  {
    id: 'fuse-below-need',
    title: 'Fuse will blow in use',
    formula: 'fuse ≥ margin × design current, and what the gear’s maker names',
    look: (seen) =>
      everyFeed(seen, (feed, tag) =>
        feed.fuseA === undefined || feed.fuseA >= feed.fuseNeedA - 1e-9
          ? undefined
          : {
              reason:
                feed.fuseA >= fuseMargin(seen.job) * (mostDrawn(feed)?.amps ?? 0) - 1e-9
                  ? `${tag}’s maker names a fuse of ${short(feed.fuseNeedA)} A; ${short(feed.fuseA)} A may blow at first power.`
                  : `${tag} needs ${short(feed.fuseNeedA)} A of fuse (${caseName(feed.worst.amps).toLowerCase()}) and has ${short(feed.fuseA)} A.`,
              figures: [amps('fuse', feed.fuseA), amps('needed', feed.fuseNeedA)],
              ...(feed.there
                ? {}
                : {
                    cure: {
                      label: 'Let the plan choose the fuse',
                      operations: [{ op: 'overrule' as const, kind: 'fuse' as const, subject: feed.gear, value: null }],
                    },
                  }),
            },
      ),
  },
  {
    id: 'fuse-far-from-battery',
    title: 'Fuse too far from the battery',
    formula: 'length of conductor before the fuse ≤ the craft’s limit',
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const { fuseWithinMm, fuseWithinSource } = craftOf(seen.job);
        const own = seen.job.settings.fuseWithinMm;
        const boat = seen.job.craft.pattern.kind === 'boat';
        const craftLimit =
          boat && feed.choice.sheathed
            ? sheathedWithin(Object.hasOwn(seen.job.craft.batteries, feed.feeder))
            : fuseWithinMm;
        const limit = Math.min(craftLimit, own ?? craftLimit);
        const whose =
          limit < craftLimit ? 'this workshop’s own rule' : craftLimit === fuseWithinMm ? fuseWithinSource : SHEATHED;
        const at = Math.min(150, limit);
        return !feed.choice.holder || fuseAtOf(feed.choice) <= limit
          ? undefined
          : {
              reason: `The fuse of ${tag} is ${short(feed.choice.fuseAtMm)} mm from the ${Object.hasOwn(seen.job.craft.batteries, feed.feeder) ? 'post' : 'block'}; ${short(limit)} mm at most (${whose}).`,
              figures: [
                { name: 'fuse at', value: feed.choice.fuseAtMm, unit: 'mm' },
                { name: 'limit', value: limit, unit: 'mm' },
              ],
              cure: {
                label: `Move the fuse to ${short(at)} mm`,
                operations: [{ op: 'placeFuse', gear: feed.gear, atMm: at }],
              },
            };
      }),
  },
  {
    id: 'voltage-collapse',
    severity: 'stop',
    title: 'Supply voltage collapses',
    formula: 'a working voltage exists for the power asked; at best a battery gives U² ÷ 4·R',
    source: { text: 'solution of the feed network', fromMemory: false },
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.collapsed && !passesOn(feed.item)
          ? {
              reason: feed.collapsedAlone
                ? `Battery and wire cannot bring ${short(feed.audioWatts)} W of sound to ${tag}; there is no steady voltage at which they do.`
                : `${tag} could be fed alone; all feeds together ask more than battery and wires can bring.`,
              figures: [
                { name: 'audio power', value: feed.audioWatts, unit: 'W' },
                { name: 'most the battery gives', value: mostFrom(seen.job.craft.batteries[feed.battery]!), unit: 'W' },
              ],
              ...(feed.gaugePinned
                ? {
                    cure: {
                      label: 'Let the plan choose the gauge',
                      operations: [{ op: 'overrule', kind: 'gauge', subject: feed.gear, value: null }],
                    },
                  }
                : {}),
            }
          : undefined,
      ),
  },
  {
    id: 'drop-over-limit',
    title: 'Voltage drop over the limit',
    formula: 'drop = Σ I·R out and back ÷ volts of the system ≤ limit',
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const design = mostLost(feed);
        const limit = seen.job.settings.dropLimitPct;
        // Gear that only passes power on is judged by what it feeds.
        return !design || passesOn(feed.item) || design.dropPct <= limit
          ? undefined
          : {
              reason: `${tag} loses ${design.dropVolts.toFixed(2)} V, ${short(design.dropPct)} % of ${short(feed.nominalVolts)} V, at ${short(design.amps)} A in ${gaugeName(feed.gauge, seen.job.settings.conductors)} (${caseName(feed.worst.drop).toLowerCase()}); the limit is ${short(limit)} %.`,
              figures: [
                { name: 'drop', value: design.dropPct, unit: '%' },
                { name: 'limit', value: limit, unit: '%' },
                amps('current', design.amps),
              ],
              ...(feed.gaugePinned
                ? {
                    cure: {
                      label: 'Let the plan choose the gauge',
                      operations: [{ op: 'overrule', kind: 'gauge', subject: feed.gear, value: null }],
                    },
                  }
                : {}),
            };
      }),
  },
  {
    ...INTERRUPT,
    id: 'interrupt-rating',
    look: (seen) => interruptions(seen, false),
  },
  {
    ...INTERRUPT,
    id: 'interrupt-rating-light',
    // A small starting battery behind its own leads: worth knowing, and what such craft leave the works with.
    severity: 'note',
    look: (seen) => interruptions(seen, true),
  },
  {
    id: 'not-selective',
    title: 'Branch fuse not selective with the main fuse',
    formula: 'branch fuse < fuse above it',
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const main = aheadOf(seen.power, feed);
        // Through a converter the amperes are others.
        if (!main || main.item.kind === 'converter') return undefined;
        if (feed.fuseA === undefined || main.fuseA === undefined || feed.fuseA < main.fuseA) return undefined;
        return {
          reason: `${tag} is fused at ${short(feed.fuseA)} A, ${seen.tags[main.gear] ?? main.gear} above it at ${short(main.fuseA)} A: which blows first is chance.`,
          figures: [amps('branch', feed.fuseA), amps('above', main.fuseA)],
          ...(feed.fusePinned ? plannedFuse(feed, tag) : plannedFuse(main, seen.tags[main.gear] ?? main.gear)),
        };
      }),
  },
  {
    id: 'passes-too-much',
    severity: 'stop',
    title: 'Over its current rating',
    formula: 'Σ of what it feeds ≤ what it passes',
    source: MAKER,
    look: (seen) =>
      everyFeed(seen, (feed, tag) => {
        if (!passesOn(feed.item)) return undefined;
        const below = Object.values(seen.power.feeds).filter((f) => f.feeder === feed.gear && mostDrawn(f));
        const ways = 'ways' in feed.item ? feed.item.ways : 1;
        const asked = below.reduce((sum, f) => sum + mostDrawn(f)!.amps, 0);
        const wayMost = feed.item.kind === 'switchModule' ? feed.item.wayMaxA : feed.item.maxA;
        const heaviest = Math.max(0, ...below.map((f) => mostDrawn(f)!.amps));
        if (below.length > ways)
          return {
            reason: `${tag} has ${ways} ways and feeds ${below.length}.`,
            figures: [
              { name: 'ways', value: ways, unit: '' },
              { name: 'feeds', value: below.length, unit: '' },
            ],
          };
        if (asked > feed.item.maxA)
          return {
            reason: `${tag} passes ${short(feed.item.maxA)} A; what it feeds draws ${short(asked)} A at full output.`,
            figures: [amps('asked', asked), amps('passes', feed.item.maxA)],
          };
        return heaviest > wayMost
          ? {
              reason: `One way of ${tag} passes ${short(wayMost)} A; ${short(heaviest)} A is drawn from it.`,
              figures: [amps('drawn from one way', heaviest), amps('one way passes', wayMost)],
            }
          : undefined;
      }),
  },
  {
    id: 'wrong-volts',
    severity: 'stop',
    title: 'Wrong voltage for this gear',
    formula: '0.75 ≤ volts it is made for ÷ volts of what feeds it ≤ 1.25',
    source: MAKER,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        if (!('demand' in feed.item)) return undefined;
        const { ratedVolts } = feed.item.demand;
        const part = ratedVolts / feed.nominalVolts;
        return part >= 0.75 && part <= 1.25
          ? undefined
          : {
              reason: `${tag} is made for ${short(ratedVolts)} V and is fed from ${short(feed.nominalVolts)} V. Feed it through a converter.`,
              figures: [
                { name: 'made for', value: ratedVolts, unit: 'V' },
                { name: 'fed from', value: feed.nominalVolts, unit: 'V' },
              ],
            };
      }),
  },
  {
    id: 'wire-too-thick',
    title: 'Wire too thick for the terminals',
    formula: 'size ≤ thickest wire the gear’s power terminals take',
    source: MAKER,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const { maxWire } = feed.item;
        const { conductors } = seen.job.settings;
        return maxWire === null || !isThinner(maxWire, feed.gauge)
          ? undefined
          : {
              reason: `${tag} takes ${gaugeName(maxWire, conductors)} at most and is fed by ${gaugeName(feed.gauge, conductors)}: end it at a block beside ${tag}, with a short tail of ${gaugeName(maxWire, conductors)}.`,
              figures: [
                { name: 'copper', value: gaugeArea(feed.gauge, conductors), unit: 'mm²' },
                { name: 'terminals take', value: gaugeArea(maxWire, conductors), unit: 'mm²' },
              ],
              ...(feed.gaugePinned
                ? {
                    cure: {
                      label: `Take the planned gauge for ${tag}`,
                      operations: [
                        { op: 'overrule' as const, kind: 'gauge' as const, subject: feed.gear, value: null },
                      ],
                    },
                  }
                : {}),
            };
      }),
  },
  {
    id: 'thinner-than-least',
    title: 'Thinner than the least size',
    formula: 'size ≥ least size of the craft, or of this workshop',
    source: memory('ABYC E-11, boats; else this workshop’s own'),
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const { conductors, leastSize: own } = seen.job.settings;
        const least = leastSize(seen.job.craft.pattern.kind, conductors, own);
        return !isThinner(feed.gauge, least)
          ? undefined
          : {
              reason: `${tag} is fed by ${gaugeName(feed.gauge, conductors)}; ${gaugeName(least, conductors)} is the least here.`,
              figures: [
                { name: 'copper', value: gaugeArea(feed.gauge, conductors), unit: 'mm²' },
                { name: 'least', value: gaugeArea(least, conductors), unit: 'mm²' },
              ],
              cure: {
                label: 'Let the plan choose the gauge',
                operations: [{ op: 'overrule', kind: 'gauge', subject: feed.gear, value: null }],
              },
            };
      }),
  },
]);
