import type { Run } from '../connections/runs';
import { rulesAt, type Rule } from '../findings/finding';
import { craftOf, type Job } from '../job/job';
import { EARS } from '../connections/zones';
import { EXISTING_USES, type Existing } from '../job/supply';
import type { Operation } from '../job/operations';
import type { Overrule } from '../job/overrules';
import { OVERRULES, overrule } from '../job/parts/overrules';
import { colourText, type Insulated } from '../tables/colours';
import type { BuildPlan } from './step';
import { LAMP_ANSWERS } from '../job/parts/intake';

export interface BuildRulesSeen {
  readonly job: Job;
  readonly build: BuildPlan;
  readonly runs: readonly Run[];
  readonly overrules: readonly Overrule[];
}
type BuildRule = Rule<BuildRulesSeen, Operation>;

const one = [{ name: 'number', value: 1, unit: '' }];
/** What each of our own conductors does, as far as an existing wire of the same colour can be taken for it. */
const USE_OF_RUN: Partial<Record<string, Existing['use']>> = {
  feed: 'constant',
  return: 'negative',
  switched: 'switched',
  speaker: 'speaker',
};

export const intakeRules = rulesAt<BuildRule>('intake', [
  {
    id: 'lamp-hidden',
    title: 'A lamp or switch is hidden and nobody has settled it',
    formula: 'every hidden lamp is moved, shown again or accepted by the owner',
    look: ({ job }) =>
      Object.entries(job.craft.lamps)
        .filter(([, lamp]) => lamp.answer === 'open')
        .map(([id, lamp]) => ({
          subject: { kind: 'lamp' as const, id },
          reason: `${lamp.name}${lamp.by === null ? '' : ` behind ${job.gear[lamp.by]!.item.name}`}: ${LAMP_ANSWERS.open}. Nothing may hide an instrument the ${EARS[job.craft.pattern.kind]} needs.`,
          figures: one,
        })),
  },
  {
    id: 'colour-clash',
    title: 'Same colour, another meaning',
    formula: 'no wire laid here has the colour of one that is there and does something else',
    look: ({ job, runs }) =>
      Object.entries(job.craft.existing).flatMap(([id, there]) => {
        const mine = runs.flatMap((run) =>
          run.conductors
            .filter((c) => sameColour(c.colour, there.colour) && USE_OF_RUN[run.kind] !== there.use)
            .map((c) => c.use),
        );
        if (!mine.length) return [];
        return [
          {
            subject: { kind: 'existing' as const, id },
            reason: `${colourText(there.colour)} is ${EXISTING_USES[there.use]} on this craft (${there.name}) and ${[...new Set(mine)].join(', ')} in this job. Label both; meter before every splice.`,
            figures: [{ name: 'conductors alike', value: mine.length, unit: '' }],
          },
        ];
      }),
  },
  {
    id: 'existing-not-metered',
    severity: 'note',
    title: 'A wire known by its colour only',
    formula: 'a wire’s use is measured, never read off its colour',
    look: ({ job }) =>
      Object.entries(job.craft.existing)
        .filter(([, there]) => !there.metered)
        .map(([id, there]) => ({
          subject: { kind: 'existing' as const, id },
          reason: `${there.name}, ${colourText(there.colour)}: said to be ${EXISTING_USES[there.use]}. Meter it.`,
          figures: one,
          cure: {
            label: 'It has been metered',
            operations: [{ op: 'setExisting' as const, id, circuit: { metered: true } }],
          },
        })),
  },
]);

export const buildRules = rulesAt<BuildRule>('build', [
  {
    id: 'order-not-proven',
    severity: 'note',
    title: 'Order of covers not proven best',
    formula: 'all orders tried up to 13 covers',
    source: { text: 'search over sets of opened covers', fromMemory: false },
    look: ({ job, build }) =>
      build.teardown.proven
        ? []
        : [
            {
              subject: { kind: 'job', id: job.id },
              reason: `${build.teardown.covers.length} covers are too many to try every order; tools change ${build.teardown.toolChanges} times in this one.`,
              figures: [{ name: 'covers', value: build.teardown.covers.length, unit: '' }],
            },
          ],
  },
  {
    id: 'cover-unknown',
    severity: 'note',
    title: 'Fasteners of a cover are not in the pattern',
    formula: 'every cover names its fasteners, plugs or how it comes off',
    look: ({ job, build }) =>
      build.teardown.covers
        .filter(({ way }) => !Object.keys(way.fasteners).length && way.hint === '')
        .map(({ cover }) => ({
          subject: { kind: 'cover', id: cover },
          reason: `${craftOf(job).covers[cover]!.name}: count what comes off and photograph it; the pattern does not know.`,
          figures: [{ name: 'fasteners known', value: 0, unit: '' }],
        })),
  },
  {
    id: 'overrule-stale',
    title: 'A value was set on figures that have changed',
    formula: 'hash of what the proposal rested on then = hash now',
    look: ({ overrules }) =>
      overrules
        .filter((o) => o.state === 'stale')
        .map((o) => ({
          subject: { kind: 'overrule', id: o.key },
          reason: `${OVERRULES[o.kind].name} ${o.value} (${o.about}) was set when ${o.why?.then ?? 'nothing'} was proposed; now it is ${o.proposedNow ?? 'nothing'}.`,
          figures: one,
          cure: { label: 'Take the proposal', operations: [overrule(o.kind, o.subject, null)] },
        })),
  },
  {
    id: 'overrule-orphaned',
    severity: 'note',
    title: 'A value is set for something that is gone',
    formula: 'what a value is set for is in the job',
    look: ({ overrules }) =>
      overrules
        .filter((o) => o.state === 'orphaned')
        .map((o) => ({
          subject: { kind: 'overrule', id: o.key },
          reason: `${OVERRULES[o.kind].name} ${o.value} was set for ${o.about}, which this job no longer has.`,
          figures: one,
          cure: { label: 'Drop it', operations: [overrule(o.kind, o.subject, null)] },
        })),
  },
]);

const sameColour = (a: Insulated, b: Insulated) => a.body === b.body && (a.stripe ?? '') === (b.stripe ?? '');
