import { DRIVES } from '../tables/fasteners';
import type { FastenerBalance } from './state';
import type { BuildPlan } from './step';

/** One kind of fastener on one cover: what comes out, and what of it goes back. */
export interface FastenerLine {
  readonly cover: string;
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
        const fresh = f.single ? f.count : 0;
        const real = counted.find(
          (b) => b.cover === step.subject.id && b.id === f.id && (b.state === 'balanced' || b.state === 'unbalanced'),
        );
        const { out, reused, retired, added } = real ?? {
          out: f.count,
          reused: f.count - fresh,
          retired: fresh,
          added: fresh,
        };
        return {
          cover: step.subject.id,
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
