import { each, rulesAt } from '../findings/finding';
import { KIND_NAMES, type Fits } from '../gear/gear';
import { readFits, writeFits } from '../gear/typing/fits';
import type { Job } from '../job/job';
import type { IntakeRule } from './rules';

/** Why something is not made for this craft; “unknown” where nobody has said of the craft what would tell. */
export function misfit(
  { kind, from, to, trims }: Fits,
  { pattern, year, trim }: Pick<Job['craft'], 'pattern' | 'year' | 'trim'>,
): string | undefined {
  if (kind !== null && kind !== pattern.kind) return `this is a ${KIND_NAMES[pattern.kind]}`;
  if (year !== null && ((from !== null && year < from) || (to !== null && year > to))) return `this is of ${year}`;
  const own = trim.trim().toLowerCase();
  if (own && trims.length && !trims.some((one) => one.toLowerCase() === own)) return `this is a ${trim.trim()}`;
  if (year === null && (from !== null || to !== null)) return 'unknown';
  return !own && trims.length ? 'unknown' : undefined;
}

/** Everything of the job that says what it is made for. */
function* made(job: Job): Generator<[id: string, name: string, fits: Fits]> {
  for (const [id, { item, there }] of Object.entries(job.gear)) {
    if (there !== null) continue;
    if (item.fits) yield [id, item.name, item.fits];
    const programmed = item.kind === 'device' && item.programmedFor ? readFits(item.programmedFor) : undefined;
    if (programmed) yield [id, `The program of ${item.name}`, programmed];
  }
}

export const fitsRules = rulesAt<IntakeRule>('gear', [
  {
    id: 'not-made-for',
    title: 'Not made for this craft',
    formula: 'kind, year and trim of the craft are among those it is made for',
    look: ({ job }) => {
      const said = new Set<string>();
      const gear = each(
        'gear',
        [...made(job)].map(([id, name, fits]): [string, { name: string; fits: Fits }] => [id, { name, fits }]),
        ({ name, fits }, id) => {
          const why = misfit(fits, job.craft);
          if (why === undefined || why === 'unknown' || said.has(id)) return undefined;
          said.add(id);
          return {
            reason: `${name} is made for ${writeFits(fits)}; ${why}. Another plate, plug or program is wanted: ask before it is unpacked.`,
            figures: [{ name: 'year', value: job.craft.year ?? 0, unit: '' }],
          };
        },
      );
      const looms = Object.values(job.looms).map(({ item }) => ({ name: item.name, fits: item.fits ?? null }));
      const kits = [...Object.values(job.kits), ...looms].flatMap(({ name, fits }) => {
        const why = fits ? misfit(fits, job.craft) : undefined;
        return why === undefined || why === 'unknown' ? [] : [`${name} is made for ${writeFits(fits!)}; ${why}`];
      });
      return kits.length
        ? [
            ...gear,
            {
              subject: { kind: 'job' as const, id: job.id },
              reason: `${kits.join('; ')}.`,
              figures: [{ name: 'year', value: job.craft.year ?? 0, unit: '' }],
            },
          ]
        : gear;
    },
  },
  {
    id: 'fits-unknown',
    severity: 'note',
    title: 'Made for certain years or trims',
    formula: 'the year and trim of the craft are known where gear depends on them',
    look: ({ job }) => {
      const open = [...made(job)].filter(([, , fits]) => misfit(fits, job.craft) === 'unknown');
      if (!open.length) return [];
      return [
        {
          subject: { kind: 'job' as const, id: job.id },
          reason: `${open.map(([, name, fits]) => `${name}: ${writeFits(fits)}`).join('; ')}. Say at Intake which year and trim this craft is.`,
          figures: [{ name: 'pieces', value: open.length, unit: '' }],
        },
      ];
    },
  },
]);
