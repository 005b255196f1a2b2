import { each, rulesAt } from '../findings/finding';
import { taken } from '../job/choices';
import { isFed, draws } from '../gear/gear';
import { batteryIds, fedOf, feederOf, isAheadOfSwitch, soundBattery, startBattery } from '../connections/feeding';
import type { Job } from '../job/job';
import { TIES, USUAL_TIE } from '../job/supply';
import { memory } from '../tables/source';
import { BEHAVIOUR } from '../tables/batteries';
import { CLAD_RESISTS } from '../tables/conductors';
import { short } from '../units/figures';
import { FEED_CASES, isCharged } from './cases';
import { CRAFT_RULES } from './craft-rules';
import { MUSIC_SOURCE } from './demand';
import { mostDrawn } from './feeds';
import { amps, MAKER, type PowerRule } from './rules';
import { ringsOf } from './studs';
import { inUse } from '../job/parts/gear';

const ABYC = memory('ABYC E-11');
/** Less than this out of a battery is nothing, A. */
const GIVES_NOTHING_A = 0.01;

/** What the batteries, their charging and what they feed are judged by. */
export const supplyRules = rulesAt<PowerRule>('power', [
  {
    id: 'hull-return',
    severity: 'stop',
    title: 'Hull used as the ground return',
    formula: 'every return on a boat is a wire',
    source: ABYC,
    overrulable: false,
    look: ({ job }) =>
      taken(job.choices, 'grounds') !== 'frame' || CRAFT_RULES[job.craft.pattern.kind].frame.allowed
        ? []
        : [
            {
              subject: { kind: 'job', id: job.id },
              reason:
                'Current in a hull eats it away and lifts every ground on board. Give each feed a return of its own.',
              figures: [{ name: 'returns through the hull', value: 1, unit: '' }],
              cure: {
                label: 'Returns to the battery',
                operations: [{ op: 'choose', choice: 'grounds', option: null }],
              },
            },
          ],
  },
  {
    id: 'clad-on-boat',
    severity: 'stop',
    title: 'Copper-clad aluminium on a boat',
    formula: 'stranded copper only',
    source: ABYC,
    look: ({ job }) =>
      job.settings.conductors !== 'clad' || CRAFT_RULES[job.craft.pattern.kind].clad.allowed
        ? []
        : [
            {
              subject: { kind: 'job', id: job.id },
              reason: 'Salt creeps under the copper and the aluminium goes to powder in the crimp.',
              figures: [{ name: 'resists, times copper', value: CLAD_RESISTS, unit: '' }],
              cure: {
                label: 'Use full-gauge copper',
                operations: [{ op: 'setSettings', settings: { conductors: 'awg' } }],
              },
            },
          ],
  },
  {
    id: 'rings-on-stud',
    title: 'Too many ring terminals on one stud',
    formula: 'rings there + rings of this job ≤ most a stud may hold',
    source: memory('ABYC E-11 on boats; elsewhere common practice'),
    look: ({ job }) => {
      const { most } = CRAFT_RULES[job.craft.pattern.kind].rings;
      return each('battery', job.craft.batteries, (battery, id) => {
        const rings = ringsOf(job, id);
        const worst = Math.max(rings.plus, rings.minus);
        return worst <= most
          ? undefined
          : {
              reason: `${battery.name} would hold ${rings.plus} rings on + and ${rings.minus} on −; ${most} a stud at most. Bring them together at a distribution block.`,
              figures: [
                { name: 'rings', value: worst, unit: '' },
                { name: 'most', value: most, unit: '' },
              ],
            };
      });
    },
  },
  {
    id: 'lithium-straight',
    title: 'A lithium battery charged straight from the alternator',
    formula: 'between alternator and lithium stands a charger that limits the current',
    look: ({ job }) =>
      each('tie', job.craft.ties, ({ kind, from, to }, id) => {
        const chemistry = (battery: string) => job.craft.batteries[battery]!.chemistry;
        const mixed = (chemistry(from) === 'lithium') !== (chemistry(to) === 'lithium');
        if (kind === 'charger' || !mixed) return undefined;
        const lithium = chemistry(from) === 'lithium' ? from : to;
        return {
          reason: `${job.craft.batteries[lithium]!.name} takes all the alternator gives, for hours, and is tied to a lead battery that wants other volts. Put a charger between.`,
          figures: [amps('it takes up to', BEHAVIOUR.lithium.takes * job.craft.batteries[lithium]!.capacityAh)],
          cure: {
            label: 'Make the tie a charger',
            operations: [{ op: 'setTie' as const, id, tie: { kind: 'charger' as const } }],
          },
        };
      }),
  },
  {
    id: 'charging-short',
    title: 'Audio draw exceeds spare charging',
    formula: 'with the engine running the music takes nothing out of a battery that is charged',
    source: MUSIC_SOURCE,
    look: ({ job, power }) =>
      each('battery', batteryIds(job), (id) => {
        if (!isCharged(job, id)) return undefined;
        const given = (state: 'idleMusic' | 'cruiseMusic') => power.sources[state]?.[id]?.amps ?? 0;
        const [idle, cruise] = [given('idleMusic'), given('cruiseMusic')];
        if (Math.max(idle, cruise) <= GIVES_NOTHING_A) return undefined;
        const { name } = job.craft.batteries[id]!;
        return {
          reason:
            cruise > GIVES_NOTHING_A
              ? `Music takes ${short(cruise)} A out of ${name} even at cruise: it runs down.`
              : `At idle the alternator spares ${short(job.craft.charging.spareIdleA)} A and music takes ${short(idle)} A out of ${name} besides; at cruise it is charged.`,
          figures: [
            amps('out at idle', idle),
            amps('out at cruise', cruise),
            amps('alternator spares at idle', job.craft.charging.spareIdleA),
            amps('at cruise', job.craft.charging.spareCruiseA),
          ],
        };
      }),
  },
  {
    id: 'not-charged',
    title: 'Nothing charges this battery',
    formula: 'alternator, shore charger, panels or a tie reach it',
    look: ({ job, power }) =>
      each('battery', batteryIds(job), (id) => {
        if (isCharged(job, id)) return undefined;
        const battery = job.craft.batteries[id]!;
        const from = startBattery(job);
        const mixed = (battery.chemistry === 'lithium') !== (job.craft.batteries[from]!.chemistry === 'lithium');
        const kind = mixed ? 'charger' : 'relay';
        const tie = {
          kind,
          from,
          to: id,
          ...USUAL_TIE,
          setVolts: (USUAL_TIE.setVolts * job.craft.nominalVolts) / 12,
        } as const;
        return {
          reason: `${battery.name} is emptied and never filled: join it to what charges, or give it a charger of its own.`,
          figures: [amps('music out of it', power.sources.restMusic?.[id]?.amps ?? 0)],
          ...(from !== id &&
          !Object.values(job.craft.ties).some((t) => [t.from, t.to].includes(id) && [t.from, t.to].includes(from))
            ? {
                cure: {
                  label: `Join it to ${job.craft.batteries[from]!.name} by a ${TIES[kind]}`,
                  operations: [{ op: 'setTie' as const, id: `${from}-${id}`.slice(0, 64), tie }],
                },
              }
            : {}),
        };
      }),
  },
  {
    id: 'battery-most',
    severity: 'stop',
    title: 'Over the battery’s maximum current',
    formula: 'current out of it ≤ the most it may give',
    source: MAKER,
    look: ({ job, power }) =>
      each('battery', batteryIds(job), (id) => {
        const { mostA, name } = job.craft.batteries[id]!;
        const given = FEED_CASES.map((c) => ({ c, amps: power.sources[c.id]?.[id]?.amps ?? 0 }));
        const worst = given.reduce((a, b) => (b.amps > a.amps ? b : a));
        if (mostA === null || worst.amps <= mostA) return undefined;
        return {
          reason: `${name} may give ${short(mostA)} A and is asked for ${short(worst.amps)} A (${worst.c.name.toLowerCase()}): its own protection opens, and everything on it goes dead.`,
          figures: [amps('out of it', worst.amps), amps('may give', mostA)],
        };
      }),
  },
  {
    id: 'isolation-no-switch',
    title: 'No battery switch to isolate with',
    formula: 'isolating by the battery switch needs one, and kills only what is behind it',
    look: ({ job, tags }) => {
      if (taken(job.choices, 'isolation') !== 'switch') return [];
      const without = batteryIds(job).filter((id) => !job.craft.batteries[id]!.batterySwitch);
      const ahead = fedOf(job).filter(
        ([id]) => Object.hasOwn(job.craft.batteries, feederOf(job, id)) && isAheadOfSwitch(job, id),
      );
      if (!without.length && !ahead.length) return [];
      return [
        {
          subject: { kind: 'job' as const, id: job.id },
          reason: [
            ...without.map((id) => `${job.craft.batteries[id]!.name} has no battery switch.`),
            ...(ahead.length
              ? [`${ahead.map(([id]) => tags[id] ?? id).join(', ')} stays live: tapped ahead of the switch.`]
              : []),
          ].join(' '),
          figures: [{ name: 'stay live', value: without.length + ahead.length, unit: '' }],
          cure: {
            label: 'Isolate by the negative',
            operations: [{ op: 'choose' as const, choice: 'isolation' as const, option: null }],
          },
        },
      ];
    },
  },
  {
    id: 'feeds-nothing',
    severity: 'note',
    title: 'Distribution that feeds nothing',
    formula: 'a block, module, relay or converter feeds something',
    look: ({ job, tags }) =>
      each('feed', fedOf(job), (item, id) => {
        const feeds = ([other, { item: fed, there }]: [string, Job['gear'][string]]) =>
          isFed(fed) && inUse(there) && feederOf(job, other) === id;
        const used = Object.entries(job.gear).some(feeds) || job.turnOn.through === id;
        if (draws(item) || used || job.gear[id]!.place === null) return undefined;
        return {
          reason: `${tags[id] ?? id} ${item.name} is fed and feeds nothing: choose it as what feeds other gear, at that gear’s feed.`,
          figures: [{ name: 'feeds', value: 0, unit: '' }],
          cure: { label: `Take ${tags[id] ?? id} out`, operations: [{ op: 'removeGear' as const, id }] },
        };
      }),
  },
  {
    id: 'volts-mismatch',
    title: 'Wrong voltage for this system',
    formula: '0.85 ≤ resting volts ÷ volts of the system ≤ 1.25; a charger holds 1.05 to 1.3 of it',
    look: ({ job }) => {
      const { nominalVolts, batteries, charging } = job.craft;
      const off = (volts: number, low: number, high: number) =>
        volts < low * nominalVolts || volts > high * nominalVolts;
      const found = each(
        'battery',
        batteryIds(job).filter((id) => off(batteries[id]!.restVolts, 0.85, 1.25)),
        (id) => ({
          reason: `${batteries[id]!.name} rests at ${short(batteries[id]!.restVolts)} V in a ${nominalVolts} V system.`,
          figures: [
            { name: 'at rest', value: batteries[id]!.restVolts, unit: 'V' },
            { name: 'system', value: nominalVolts, unit: 'V' },
          ],
          cure: {
            label: `A ${nominalVolts} V battery`,
            operations: [
              {
                op: 'setBattery' as const,
                id,
                battery: { restVolts: (BEHAVIOUR[batteries[id]!.chemistry].fullVolts * nominalVolts) / 12 },
              },
            ],
          },
        }),
      );
      if (!off(charging.setVolts, 1.05, 1.3)) return found;
      return [
        ...found,
        {
          subject: { kind: 'job' as const, id: job.id },
          reason: `The alternator regulates at ${short(charging.setVolts)} V in a ${nominalVolts} V system.`,
          figures: [
            { name: 'alternator', value: charging.setVolts, unit: 'V' },
            { name: 'system', value: nominalVolts, unit: 'V' },
          ],
          cure: {
            label: `Set it to ${short((14.2 * nominalVolts) / 12)} V`,
            operations: [{ op: 'setCharging' as const, charging: { setVolts: (14.2 * nominalVolts) / 12 } }],
          },
        },
      ];
    },
  },
  {
    id: 'house-for-sound',
    severity: 'note',
    title: 'Audio runs off the starting battery',
    formula: 'with two batteries the sound has the house battery',
    look: ({ job, power }) => {
      const start = startBattery(job);
      const sound = soundBattery(job);
      if (sound === start) return [];
      return Object.values(power.feeds).flatMap((feed) =>
        feed.run && feed.battery === start && feed.feeder === start
          ? [
              {
                subject: { kind: 'feed' as const, id: feed.gear },
                reason: `Fed from ${job.craft.batteries[start]!.name}: what it plays is taken from what starts the engine.`,
                figures: [amps('full output', mostDrawn(feed)?.amps ?? 0)],
                cure: {
                  label: `Feed it from ${job.craft.batteries[sound]!.name}`,
                  operations: [{ op: 'feedFrom' as const, gear: feed.gear, from: null }],
                },
              },
            ]
          : [],
      );
    },
  },
]);
