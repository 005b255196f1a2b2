import { foundCraft } from '../craft/own';
import { endName } from '../connections/runs';
import type { Job } from '../job/job';
import { DRIVES } from '../tables/fasteners';
import type { FastenerBalance } from './state';
import type { BuildPlan } from './step';

/** One kind of fastener on one cover, or of gear that comes out for good: what comes out, and what of it goes back. */
export interface FastenerLine {
  readonly of: { readonly kind: 'cover' | 'gear'; readonly id: string };
  readonly id: string;
  readonly size: string;
  readonly drive: string;
  readonly where: string;
  readonly torqueNm: number | null;
  /** out = reused + retired. */
  readonly out: number;
  readonly reused: number;
  readonly retired: number;
  /** in = reused + added. */
  readonly in: number;
  readonly added: number;
}

/**
 * The fastener ledger: what was counted in the bay where it was, else as planned (single-use ones are
 * retired and new ones go in).
 */
export function fastenerLedger({ steps }: BuildPlan, counted: readonly FastenerBalance[] = []): FastenerLine[] {
  return steps
    .filter((step) => step.direction === 'out')
    .flatMap((step) =>
      step.fasteners.map((f): FastenerLine => {
        const gone = step.subject.kind === 'gear';
        const retires = gone || f.single ? f.count : 0;
        const real = counted.find(
          (b) => b.of === step.subject.id && b.id === f.id && (b.state === 'balanced' || b.state === 'unbalanced'),
        );
        const { out, reused, retired, added } = real ?? {
          out: f.count,
          reused: f.count - retires,
          retired: retires,
          added: gone ? 0 : retires,
        };
        return {
          of: { kind: gone ? 'gear' : 'cover', id: step.subject.id },
          id: f.id,
          size: f.size,
          drive: DRIVES[f.drive].name,
          where: f.where,
          torqueNm: f.torqueNm,
          out,
          reused,
          retired,
          in: reused + added,
          added,
        };
      }),
    );
}

/** What a fastener holds, in words: the cover, or the gear that comes out. */
export const fastenedWords = (job: Job, tags: Readonly<Record<string, string>>, { of }: FastenerLine): string =>
  of.kind === 'gear' ? endName(job, of.id, tags) : (foundCraft(job).covers[of.id]?.name ?? of.id);
