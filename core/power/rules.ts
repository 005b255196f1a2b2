import type { Rule, Sighting } from '../findings/finding';
import { craftOf, type Job } from '../job/job';
import type { Operation } from '../job/operations';
import { gaugeName, AMPACITY_SOURCE } from '../tables/conductors';
import { FUSE_FAMILIES, FUSE_SOURCE } from '../tables/fuses';
import { COMMON_PRACTICE } from '../tables/source';
import { short } from '../units/figures';
import { MUSIC_SOURCE } from './demand';
import type { Feed, PowerPlan } from './feeds';

export interface PowerSeen {
  readonly job: Job;
  readonly power: PowerPlan;
  readonly tags: Readonly<Record<string, string>>;
  /** Head unit that wakes the amplifiers, and the amperes they ask of it. */
  readonly turnOn: { readonly head: string; readonly neededA: number; readonly availableA: number } | undefined;
}
type PowerRule = Rule<PowerSeen, Operation>;

const eachFeed = (
  seen: PowerSeen,
  look: (feed: Feed, tag: string) => Omit<Sighting<Operation>, 'subject'> | undefined,
) =>
  Object.values(seen.power.feeds).flatMap((feed) => {
    if (!feed.run) return [];
    const here = look(feed, seen.tags[feed.gear] ?? feed.gear);
    return here ? [{ subject: { kind: 'feed' as const, id: feed.gear }, ...here }] : [];
  });

const amps = (name: string, value: number) => ({ name, value, unit: 'A' });
/** The most a battery can give anything, W: U²/4R, at half its volts. */
const mostFrom = ({ restVolts, internalMilliohm }: Job['craft']['battery']) =>
  restVolts ** 2 / ((4 * internalMilliohm) / 1000);
const MAKER = { text: 'the gear’s own rating', fromMemory: false };

export const powerRules: readonly PowerRule[] = [
  {
    id: 'no-battery-fuse',
    station: 'power',
    severity: 'stop',
    title: 'No fuse at the battery',
    formula: 'every conductor from the + post has a fuse',
    source: COMMON_PRACTICE,
    overrulable: false,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.choice.holder
          ? undefined
          : {
              reason: `The feed to ${tag} leaves the battery unprotected. A fuse on the gear does not protect the wire. Choose a holder.`,
              figures: [amps('fuse needed', feed.fuseNeedA)],
            },
      ),
  },
  {
    id: 'family-too-small',
    station: 'power',
    severity: 'stop',
    title: 'Holder takes no fuse large enough',
    formula: 'fuse ≥ 1.25 × design current',
    source: FUSE_SOURCE,
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        if (!feed.choice.holder || feed.fuseA !== undefined) return undefined;
        const family = FUSE_FAMILIES[feed.choice.holder.family];
        const largest = family.amps.at(-1)!;
        return {
          reason: `${tag} needs ${short(feed.fuseNeedA)} A; the largest ${family.name} fuse is ${largest} A.`,
          figures: [amps('fuse needed', feed.fuseNeedA), amps('largest', largest)],
        };
      }),
  },
  {
    id: 'fuse-above-ampacity',
    station: 'power',
    severity: 'stop',
    title: 'Fuse larger than the wire can carry',
    formula: 'fuse ≤ ampacity of the thinnest wire it protects',
    source: AMPACITY_SOURCE,
    overrulable: false,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.fuseA === undefined || feed.fuseA <= feed.ampacityA
          ? undefined
          : {
              reason: `${gaugeName(feed.gauge, seen.job.settings.conductors)} to ${tag} carries ${short(feed.ampacityA)} A and is fused at ${short(feed.fuseA)} A.`,
              figures: [amps('fuse', feed.fuseA), amps('ampacity', feed.ampacityA)],
              cure: {
                label: 'Let the plan choose gauge and fuse',
                operations: [
                  { op: 'chooseGauge', gear: feed.gear, gauge: null },
                  { op: 'chooseFuse', gear: feed.gear, amps: null },
                ],
              },
            },
      ),
  },
  {
    id: 'common-return-thin',
    station: 'power',
    severity: 'stop',
    title: 'Common return thinner than what it brings back',
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
                      operations: [{ op: 'chooseLead', run: common.run, gauge: null }],
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
    station: 'power',
    severity: 'stop',
    title: 'Fuse larger than the gear allows',
    formula: 'fuse ≤ largest fuse the gear allows ahead of it',
    source: MAKER,
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.fuseA === undefined || feed.fuseA <= feed.item.makerMaxFuseA
          ? undefined
          : {
              reason: `${tag} allows ${short(feed.item.makerMaxFuseA)} A ahead of it; the fuse is ${short(feed.fuseA)} A.`,
              figures: [amps('fuse', feed.fuseA), amps('gear allows', feed.item.makerMaxFuseA)],
            },
      ),
  },
  {
    id: 'fuse-below-need',
    station: 'power',
    severity: 'caution',
    title: 'Fuse will blow in use',
    formula: 'fuse ≥ 1.25 × design current',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.fuseA === undefined || feed.fuseA >= feed.fuseNeedA - 1e-9
          ? undefined
          : {
              reason: `${tag} asks for ${short(feed.fuseNeedA)} A of fuse and has ${short(feed.fuseA)} A.`,
              figures: [amps('fuse', feed.fuseA), amps('needed', feed.fuseNeedA)],
              cure: {
                label: 'Let the plan choose the fuse',
                operations: [{ op: 'chooseFuse', gear: feed.gear, amps: null }],
              },
            },
      ),
  },
  {
    id: 'fuse-far-from-battery',
    station: 'power',
    severity: 'caution',
    title: 'Fuse too far from the battery',
    formula: 'length of conductor before the fuse ≤ the craft’s limit',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const limit = craftOf(seen.job).fuseWithinMm;
        return !feed.choice.holder || feed.choice.fuseAtMm <= limit
          ? undefined
          : {
              reason: `The fuse of ${tag} is ${short(feed.choice.fuseAtMm)} mm from the post; ${short(limit)} mm at most (${craftOf(seen.job).fuseWithinSource}).`,
              figures: [
                { name: 'fuse at', value: feed.choice.fuseAtMm, unit: 'mm' },
                { name: 'limit', value: limit, unit: 'mm' },
              ],
              cure: { label: 'Move the fuse to 150 mm', operations: [{ op: 'placeFuse', gear: feed.gear, atMm: 150 }] },
            };
      }),
  },
  {
    id: 'voltage-collapse',
    station: 'power',
    severity: 'stop',
    title: 'The volts fall in on themselves',
    formula: 'a working voltage exists for the power asked; at best a battery gives U² ÷ 4·R',
    source: { text: 'solution of the feed network', fromMemory: false },
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) =>
        feed.collapsed
          ? {
              reason: feed.collapsedAlone
                ? `Battery and wire cannot bring ${short(feed.audioWatts)} W of sound to ${tag}; there is no steady voltage at which they do.`
                : `${tag} could be fed alone; all feeds together ask more than battery and wires can bring.`,
              figures: [
                { name: 'audio power', value: feed.audioWatts, unit: 'W' },
                { name: 'most the battery gives', value: mostFrom(seen.job.craft.battery), unit: 'W' },
              ],
              ...(feed.gaugePinned
                ? {
                    cure: {
                      label: 'Let the plan choose the gauge',
                      operations: [{ op: 'chooseGauge', gear: feed.gear, gauge: null }],
                    },
                  }
                : {}),
            }
          : undefined,
      ),
  },
  {
    id: 'drop-over-limit',
    station: 'power',
    severity: 'caution',
    title: 'Volts lost on the way are over the limit',
    formula: 'drop = Σ I·R out and back ÷ 12 V ≤ limit',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachFeed(seen, (feed, tag) => {
        const design = feed.states.restFull;
        const limit = seen.job.settings.dropLimitPct;
        return !design || design.dropPct <= limit
          ? undefined
          : {
              reason: `${tag} loses ${design.dropVolts.toFixed(2)} V, ${short(design.dropPct)} % of 12 V, at ${short(design.amps)} A in ${gaugeName(feed.gauge, seen.job.settings.conductors)}; the limit is ${short(limit)} %.`,
              figures: [
                { name: 'drop', value: design.dropPct, unit: '%' },
                { name: 'limit', value: limit, unit: '%' },
                amps('current', design.amps),
              ],
              ...(feed.gaugePinned
                ? {
                    cure: {
                      label: 'Let the plan choose the gauge',
                      operations: [{ op: 'chooseGauge', gear: feed.gear, gauge: null }],
                    },
                  }
                : {}),
            };
      }),
  },
  {
    id: 'charging-short',
    station: 'power',
    severity: 'caution',
    title: 'Music draws more than the charging can spare',
    formula: 'music current ≤ spare current at idle',
    source: MUSIC_SOURCE,
    overrulable: true,
    look: ({ job, power }) => {
      const music = power.totalAmps.rideMusic;
      const { spareIdleA, spareCruiseA } = job.craft.charging;
      if (music === undefined || music <= spareIdleA) return [];
      return [
        {
          subject: { kind: 'job', id: job.id },
          reason:
            music > spareCruiseA
              ? `Music takes ${short(music)} A; the charging spares ${short(spareCruiseA)} A even at cruise, so the battery runs down.`
              : `Music takes ${short(music)} A; at idle the charging spares ${short(spareIdleA)} A and the battery gives the rest.`,
          figures: [amps('music', music), amps('spare at idle', spareIdleA), amps('spare at cruise', spareCruiseA)],
        },
      ];
    },
  },
  {
    id: 'turn-on-overloaded',
    station: 'power',
    severity: 'caution',
    title: 'Turn-on lead asked for too much',
    formula: 'Σ turn-on currents ≤ what the head unit gives',
    source: MAKER,
    overrulable: true,
    look: ({ turnOn, tags }) =>
      !turnOn || turnOn.neededA <= turnOn.availableA
        ? []
        : [
            {
              subject: { kind: 'gear', id: turnOn.head },
              reason: `The amplifiers ask ${short(turnOn.neededA)} A of ${tags[turnOn.head] ?? turnOn.head}, which gives ${short(turnOn.availableA)} A. Put a relay between.`,
              figures: [amps('asked', turnOn.neededA), amps('given', turnOn.availableA)],
            },
          ],
  },
];
