import type { Run } from '../connections/runs';
import { EARS } from '../connections/zones';
import { each, rulesAt, type Rule } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { LAMP_ANSWERS } from '../job/parts/intake';
import { EXISTING_USES } from '../tables/circuits';
import type { Existing } from '../job/supply';
import { colourText, sameColour } from '../tables/colours';

export interface IntakeSeen {
  readonly job: Job;
  readonly runs: readonly Run[];
}

const one = [{ name: 'number', value: 1, unit: '' }];
/** What each of our own conductors does, as far as an existing wire of the same colour can be taken for it. */
const USE_OF_RUN: Partial<Record<string, Existing['use']>> = {
  feed: 'constant',
  return: 'negative',
  switched: 'switched',
  speaker: 'speaker',
};

export type IntakeRule = Rule<IntakeSeen, Operation>;

export const intakeRules = rulesAt<IntakeRule>('intake', [
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
      each('existing', job.craft.existing, (there) => {
        const mine = runs.flatMap((run) =>
          run.conductors
            .filter((c) => sameColour(c.colour, there.colour) && USE_OF_RUN[run.kind] !== there.use)
            .map((c) => c.use),
        );
        if (!mine.length) return undefined;
        return {
          reason: `${colourText(there.colour)} is ${EXISTING_USES[there.use]} on this craft (${there.name}) and ${[...new Set(mine)].join(', ')} in this job. Label both; meter before every splice.`,
          figures: [{ name: 'conductors alike', value: mine.length, unit: '' }],
        };
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
