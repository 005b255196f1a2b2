import { GOES_TO, REASONS, takeOutOf } from '#core/job/parts/take-out';
import { CHANGED_NAMES, differencesOf } from '#core/craft/differences';
import { foundCraft } from '#core/craft/own';
import type { Job } from '#core/job/job';
import { WISHES } from '#core/job/parts/asked';
import type { Plan } from '#core/plan';
import { short } from '#core/units/figures';
import { LEAST_IN_STEPS, unitShown } from '#core/units/shown';
import type { Pen } from '../sheet-pen';
import { sizeText } from './sizes';

/** What was wished, and how the job answers it. */
export function wishes(pen: Pen, job: Job, plan: Plan): void {
  if (!job.wishes && !plan.wishes.length) return;
  pen.heading('What was wished');
  if (job.wishes) pen.line(job.wishes);
  if (!plan.wishes.length) return;
  pen.table(
    ['Wish', 'Answered', 'By'],
    [3.4, 1, 5],
    plan.wishes.map(({ wish, wants, unit, answered, words }) => [
      `${WISHES[wish].name}${wants === undefined ? '' : ` ${short(wants)} ${unit}`}`,
      answered ? 'yes' : 'no',
      words,
    ]),
  );
}

/** What of this craft differs from its pattern. */
export function differences(pen: Pen, { craft }: Job): void {
  const found = differencesOf(craft);
  if (!found.length) return;
  pen.heading('Where this craft differs from its pattern');
  pen.table(
    ['', 'What', 'How'],
    [1, 2.6, 6],
    found.map(({ of, name, words }) => [CHANGED_NAMES[of], name, pen.told(words.join('; '), LEAST_IN_STEPS)]),
  );
}

export function gear(pen: Pen, job: Job, plan: Plan): void {
  const { places } = foundCraft(job);
  pen.heading('Gear');
  pen.table(
    ['', 'Item', 'Place', `Size, ${unitShown(pen.units, 'mm')}`, 'Water'],
    [0.6, 2.4, 3, 1.8, 1.2],
    Object.keys(plan.tags)
      .map((id) => [id, job.gear[id]!] as const)
      .filter(([, { there }]) => there !== 'out')
      .map(([id, { item, place, there }]) => [
        plan.tags[id] ?? '',
        there === null ? item.name : `${item.name}, ${there}`,
        place === null ? 'no place yet' : places[place]!.name,
        [item.size.w, item.size.h, item.size.d].map((mm) => sizeText(pen, mm)).join(' × '),
        item.water.length ? `IPX${item.water.join(', ')}` : 'none',
      ]),
  );
}

/** What came out of the craft, and whose it is now. */
export function takenOut(pen: Pen, job: Job, plan: Plan): void {
  const out = Object.keys(plan.tags).filter((id) => job.gear[id]!.there === 'out');
  if (!out.length) return;
  const { places } = foundCraft(job);
  pen.heading('Taken out');
  pen.table(
    ['', 'Item', 'From', 'Why', 'Goes'],
    [0.6, 2.4, 3, 2, 2],
    out.map((id) => {
      const { item, place } = job.gear[id]!;
      const { reason, goesTo } = takeOutOf(job, id);
      return [
        plan.tags[id] ?? '',
        item.name,
        place === null ? '' : places[place]!.name,
        REASONS[reason],
        GOES_TO[goesTo],
      ];
    }),
  );
}
