import { DRIVES } from '../tables/fasteners';
import type { BuildPlan } from './steps';

/** One kind of fastener on one cover, as the plan has it: what comes out, and what of it goes back. */
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

/** The fastener ledger as planned: single-use ones are retired and new ones go in. */
export function fastenerLedger({ steps }: BuildPlan): FastenerLine[] {
  return steps
    .filter((step) => step.direction === 'out')
    .flatMap((step) =>
      step.fasteners.map((f): FastenerLine => {
        const fresh = f.single ? f.count : 0;
        return {
          cover: step.subject.id,
          id: f.id,
          size: f.size,
          drive: DRIVES[f.drive].name,
          where: f.where,
          torqueNm: f.torqueNm,
          out: f.count,
          reused: f.count - fresh,
          retired: fresh,
          in: f.count,
          added: fresh,
        };
      }),
    );
}
