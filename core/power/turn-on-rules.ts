import { each, rulesAt, type Rule } from '../findings/finding';
import { draws } from '../gear/gear';
import type { Operation } from '../job/operations';
import { batteryOf, fedOf, feedersAbove, startBattery } from '../connections/feeding';
import { triggerOf, turnedOnBy } from '../connections/signal';
import { colourText } from '../tables/colours';
import { short } from '../units/figures';
import type { KeyOff } from './keyoff';
import { amps, MAKER, type PowerSeen } from './rules';
import { LIVE } from './existing';
import type { TurnOnPlan } from './turn-on';

/** Days a craft should stand and still start (common practice). */
const STANDS_DAYS = 14;

interface Seen extends Pick<PowerSeen, 'job' | 'tags'> {
  readonly turnOn: TurnOnPlan;
  readonly keyOff: readonly KeyOff[];
}

/** What turns gear on, what never goes off, and what that leaves of the batteries. */
export const turnOnRules = rulesAt<Rule<Seen, Operation>>('power', [
  {
    id: 'never-switched-on',
    title: 'Relay or module is never triggered',
    formula: 'what feeds gear is switched on by something that is on before it',
    look: ({ job, tags, turnOn: { head } }) =>
      each('feed', fedOf(job), (item, id) => {
        if (!draws(item)) return undefined;
        const dead = feedersAbove(job, id).find((at) => {
          const above = job.gear[at];
          if (!above || (above.item.kind !== 'relay' && above.item.kind !== 'switchModule') || above.there === 'kept')
            return false;
          const trigger = triggerOf(job, at);
          return trigger === undefined || (trigger === 'head' && id === head);
        });
        if (dead === undefined) return undefined;
        const self = triggerOf(job, dead) === 'head';
        return {
          reason: self
            ? `${tags[id] ?? id} is fed through ${tags[dead] ?? dead}, which it would have to switch on itself.`
            : `Nothing triggers ${tags[dead] ?? dead}, so ${tags[id] ?? id} behind it never comes on.`,
          figures: [{ name: 'triggers', value: 0, unit: '' }],
          cure: {
            label: `Trigger ${tags[dead] ?? dead} by the switched source`,
            operations: [
              ...(self && job.turnOn.through === dead ? [{ op: 'setTurnOn' as const, turnOn: { through: null } }] : []),
              { op: 'setSource' as const, id: dead, choice: { turnedOnBy: 'switched' as const } },
            ],
          },
        };
      }),
  },
  {
    id: 'turn-on-overloaded',
    title: 'Remote turn-on overloaded',
    formula: 'Σ turn-on currents ≤ what the head unit gives',
    source: MAKER,
    look: ({ job, turnOn, tags }) => {
      const { head, neededA, availableA, through } = turnOn;
      if (head === undefined || neededA <= availableA) return [];
      const tag = tags[head] ?? head;
      const helper = through
        ? undefined
        : Object.entries(job.gear).find(
            ([, { item, place }]) => place !== null && (item.kind === 'relay' || item.kind === 'switchModule'),
          );
      const asker = through ? (tags[through.gear] ?? through.gear) : 'The amplifiers';
      return [
        {
          subject: { kind: 'gear', id: head },
          reason: `${asker} ask${through ? 's' : ''} ${short(neededA)} A of ${tag}, which gives ${short(availableA)} A.${through ? '' : ' Put a relay or a switch module between.'}`,
          figures: [amps('asked', neededA), amps('given', availableA)],
          ...(helper
            ? {
                cure: {
                  label: `Turn them on through ${tags[helper[0]] ?? helper[0]}`,
                  operations: [{ op: 'setTurnOn' as const, turnOn: { through: helper[0] } }],
                },
              }
            : {}),
        },
      ];
    },
  },
  {
    id: 'turn-on-relay-overloaded',
    title: 'Relay too small for the remote turn-on load',
    formula: 'Σ turn-on currents ≤ what stands between passes',
    source: MAKER,
    look: ({ turnOn: { through, turnedOnA }, tags }) =>
      !through || turnedOnA <= through.passesA
        ? []
        : [
            {
              subject: { kind: 'gear', id: through.gear },
              reason: `The amplifiers’ remote turn-on takes ${short(turnedOnA)} A; ${tags[through.gear] ?? through.gear} passes ${short(through.passesA)} A.`,
              figures: [amps('asked', turnedOnA), amps('passed', through.passesA)],
            },
          ],
  },
  {
    id: 'switched-source',
    title: 'Switched source does not do what it should',
    formula: 'dead at off, live at run, spare current ≥ what is asked',
    look: ({ turnOn: { source, switchedA, candidates } }) => {
      if (!source || switchedA === 0) return [];
      const fits = (c: typeof source) => (c.live === 'key' || c.live === 'run') && c.enough;
      if (fits(source)) return [];
      const better = candidates.find((c) => fits(c));
      const { name, colour } = source.circuit;
      const live = source.live === 'key' || source.live === 'run';
      return [
        {
          subject: { kind: 'existing', id: source.id },
          reason: !live
            ? `${name} (${colourText(colour)}) is ${LIVE[source.live]}.`
            : source.spareA === undefined
              ? `${name} (${colourText(colour)}): its fuse and what draws from it are not known.`
              : `${name} (${colourText(colour)}) has ${short(source.spareA)} A to spare; ${short(switchedA)} A is asked.`,
          figures: [amps('asked', switchedA), amps('spare', source.spareA ?? 0)],
          ...(better
            ? {
                cure: {
                  label: `Tap ${better.circuit.name}`,
                  operations: [{ op: 'setTurnOn' as const, turnOn: { source: better.id } }],
                },
              }
            : {}),
        },
      ];
    },
  },
  {
    id: 'switched-unchosen',
    severity: 'stop',
    title: 'No circuit chosen to switch the gear',
    formula: 'candidates measured at off, accessory and run',
    look: ({ job, turnOn: { source, switchedA, candidates } }) => {
      if (source || switchedA === 0) return [];
      const best = candidates.find((c) => (c.live === 'key' || c.live === 'run') && c.enough);
      return [
        {
          subject: { kind: 'job', id: job.id },
          reason: best
            ? `${best.circuit.name} is ${LIVE[best.live]} and has ${short(best.spareA!)} A to spare.`
            : candidates.length
              ? 'None of the circuits written down is measured, live with the key and has current to spare.'
              : 'No circuit of the craft is written down: find one that is live with the key only, measure it, and add it at Intake.',
          figures: [amps('asked', switchedA), amps('spare', best?.spareA ?? 0)],
          ...(best
            ? {
                cure: {
                  label: `Tap ${best.circuit.name}`,
                  operations: [{ op: 'setTurnOn' as const, turnOn: { source: best.id } }],
                },
              }
            : {}),
        },
      ];
    },
  },
  {
    id: 'always-on',
    title: 'An amplifier that nothing switches off',
    formula: 'idle current counts day and night',
    look: ({ job, keyOff, tags }) =>
      each('gear', job.gear, ({ item, there }, id) => {
        if (item.kind !== 'amplifier' || there !== null || turnedOnBy(job, id) !== 'constant') return undefined;
        const { days } = keyOff.find((k) => k.battery === batteryOf(job, id))!;
        return {
          reason: `${tags[id] ?? id} draws ${short(item.demand.idleA)} A with the key off; its battery stands ${short(days)} days.`,
          figures: [amps('idle', item.demand.idleA), { name: 'stands', value: days, unit: 'days' }],
          cure: {
            label: 'Turn it on by the head unit',
            operations: [{ op: 'setSource' as const, id, choice: { turnedOnBy: null } }],
          },
        };
      }),
  },
  {
    id: 'stands-too-short',
    title: 'Parasitic draw flattens the battery within two weeks',
    formula: 'C·(1 − reserve) ÷ (24 h · (Σ memory + self-discharge)) ≥ 14 days',
    look: ({ job, keyOff }) =>
      keyOff
        .filter(({ days }) => days < STANDS_DAYS)
        .map(({ battery, days, amps: drain, selfA }) => ({
          subject: { kind: 'battery' as const, id: battery },
          reason: `${job.craft.batteries[battery]!.name} loses ${short(1000 * (drain + selfA))} mA with the key off and is down to its reserve in ${short(days)} days.`,
          figures: [
            { name: 'key off', value: 1000 * drain, unit: 'mA' },
            { name: 'self-discharge', value: 1000 * selfA, unit: 'mA' },
            { name: 'stands', value: days, unit: 'days' },
          ],
        })),
  },
  {
    id: 'joined-leads',
    title: 'Constant and switched leads joined',
    formula: 'left on by its button: C·(1 − reserve) ÷ I by Peukert',
    look: ({ job, keyOff, turnOn: { head, source } }) => {
      if (!job.turnOn.joined || head === undefined) return [];
      const own = keyOff.find(({ leftOnHours }) => leftOnHours !== undefined);
      if (!own) return [];
      const starts = own.battery === startBattery(job);
      return [
        {
          subject: { kind: 'gear', id: head },
          reason: `The head unit’s own button is the only switch: forgotten on, ${job.craft.batteries[own.battery]!.name} is at its reserve in ${short(own.leftOnHours!)} h${starts ? ', and that battery starts the engine' : '; the engine still starts, from its own battery'}.`,
          figures: [{ name: 'left on', value: own.leftOnHours!, unit: 'h' }],
          ...(starts && source
            ? {
                cure: {
                  label: `Switch it by ${source.circuit.name}`,
                  operations: [{ op: 'setTurnOn' as const, turnOn: { joined: false } }],
                },
              }
            : {}),
        },
      ];
    },
  },
]);
