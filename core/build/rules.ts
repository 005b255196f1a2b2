import { rulesAt, type Rule } from '../findings/finding';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { Overrule } from '../job/overrules';
import { OVERRULES, overrule } from '../job/parts/overrules';
import type { BuildPlan } from './step';

interface BuildRulesSeen {
  readonly job: Job;
  readonly build: BuildPlan;
  readonly overrules: readonly Overrule[];
}
type BuildRule = Rule<BuildRulesSeen, Operation>;

const one = [{ name: 'number', value: 1, unit: '' }];
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
