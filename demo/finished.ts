import { planJob } from '#core/plan';
import { stepHash, type Step } from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { applyAll } from '#core/job/operations';
import { sealOf } from '#core/job/seal';
import { TOURER_JOB } from './jobs';
import { DUNES } from './jobs-crafts';
import { whyNot } from '#core/document/overrule';

/** The tourer's sister, built in June, with the whole bay record. Pictures are named by file; see demo/photographs. */
const PLANNED: Job = applyAll(
  {
    ...TOURER_JOB,
    id: 'tourer-handed-over',
    title: 'Adventure tourer, the sister craft',
    customer: 'Ferry house, the pillion',
  },
  [
    { op: 'setWishes', wishes: 'The same as the other one, so that both can ride to the same song.' },
    { op: 'setLamp', id: 'oil', lamp: { name: 'Oil lamp', by: 'head', answer: 'moved' } },
    { op: 'setMeasure', measure: 'width', mm: 1020 },
    {
      op: 'overrule',
      kind: 'minutes',
      subject: 'off:cover/cowl',
      value: 10,
      why: whyNot(planJob(TOURER_JOB).proposals['minutes=off:cover/cowl']!, 'Second one this month'),
    },
  ],
);

const BY = 'Bench two';
const BEGUN = Date.UTC(2026, 5, 15, 7, 30);

export const FINISHED_PHOTOS = {
  'off:cover/cowl': { file: 'lamp-plug.png', caption: 'Lamp plug before it was pulled; white is minus here' },
  'fuse:gear/amp': { file: 'fuse-at-battery.png', caption: '30 A fuse of the amplifier, 150 mm from the post' },
  'test:travel': { file: 'neck-slack.png', caption: 'Full left lock, nothing pulls' },
} as const;

/** What the bay records of these steps, each a little over or under its planned minutes, with its picture where one was taken. */
function recorded(
  steps: readonly Step[],
  from: number,
  name: string,
  pictureOf: (step: string) => Picture | undefined,
) {
  let now = from;
  let serial = 0;
  const events: BayEvent[] = [];
  const base = () => ({ id: `${name}-${String(++serial).padStart(3, '0')}`, at: new Date(now).toISOString(), by: BY });
  for (const [i, step] of steps.entries()) {
    const minutes = Math.max(1, Math.round(step.minutes * [0.9, 1.1, 1, 1.3, 0.8][i % 5]!));
    now += minutes * 60_000;
    for (const { id } of step.checks) events.push({ ...base(), kind: 'check', step: step.id, check: id, done: true });
    const picture = pictureOf(step.id);
    if (picture)
      events.push({ ...base(), kind: 'photo', subject: { kind: 'step', id: step.id }, ...picture, kept: true });
    events.push(...counts(step, base));
    events.push({ ...base(), kind: 'time', step: step.id, minutes });
    if (step.id === 'on:cover/screen')
      events.push({
        ...base(),
        kind: 'note',
        step: step.id,
        text: 'One nylon washer cracked, new one from the drawer.',
      });
    events.push({ ...base(), kind: 'tick', step: step.id, hash: stepHash(step), done: true });
  }
  return events;
}
interface Picture {
  readonly photo: string;
  readonly caption: string;
}

/** What the bay recorded of the finished job, step by step. */
export const finishedEvents = (hashOf: (file: string) => string): BayEvent[] =>
  recorded(planJob(PLANNED).build.steps, BEGUN, 'june', (step) => {
    const photo = FINISHED_PHOTOS[step as keyof typeof FINISHED_PHOTOS] as
      (typeof FINISHED_PHOTOS)[keyof typeof FINISHED_PHOTOS] | undefined;
    return photo && { photo: hashOf(photo.file), caption: photo.caption };
  });

/** The crossover in the bay: everything off that must come off, and the first of it fitted. */
export function begunEvents(): BayEvent[] {
  const { steps } = planJob(DUNES).build;
  const last = steps.findLastIndex(({ phase }) => phase === 'teardown');
  return recorded(steps.slice(0, last + 3), Date.UTC(2026, 8, 3, 6, 15), 'dunes', () => undefined);
}

function counts(step: Step, base: () => { id: string; at: string; by: string }): BayEvent[] {
  return step.fasteners.map((f): BayEvent => {
    const washer = step.id === 'on:cover/screen' ? 1 : 0;
    const back = f.single
      ? { reused: 0, retired: f.count, added: f.count }
      : { reused: f.count - washer, retired: washer, added: washer };
    return {
      ...base(),
      kind: 'count',
      step: step.id,
      fastener: f.id,
      ...(step.direction === 'out' ? { out: f.count } : back),
    };
  });
}

/** Sealed with the plan of its last step. */
export function finishedJob(events: number): Job {
  const at = new Date(BEGUN + 8 * 3_600_000).toISOString();
  return applyAll(PLANNED, [{ op: 'sealJob', seal: sealOf(planJob(PLANNED), at, BY, events) }]);
}
