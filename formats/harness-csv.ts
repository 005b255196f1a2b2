import { endName } from '#core/connections/runs';
import type { Bench, BenchWire, WireNest } from '#core/harness/index';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import { colourText } from '#core/tables/colours';
import { gaugeName, type WireStandard } from '#core/tables/conductors';
import { tableText } from './csv';

/** Every piece of wire to cut, a row each. */
export function cutListCsv(job: Job, plan: Plan): string {
  return tableText(
    ['run', 'from', 'to', 'use', 'size', 'colour', 'length_mm'],
    plan.cutList.cuts.map((cut) => [
      cut.run,
      endName(job, cut.from, plan.tags),
      endName(job, cut.to, plan.tags),
      cut.use,
      cut.gauge ?? '',
      colourText(cut.colour),
      cut.lengthMm,
    ]),
  );
}

/** Every piece by the reel it is cut from, reels of the rack first, then what is bought; what no reel is long enough for last. */
export function nestsCsv(job: Job, plan: Plan, nests: readonly WireNest[]): string {
  return tableText(
    ['wire', 'reel', 'bought', 'on_reel_mm', 'run', 'from', 'to', 'use', 'length_mm', 'left_mm'],
    nests.flatMap(({ what, pieces, reels, nesting }) => {
      const row = (i: number) => {
        const { run, from, to, use, lengthMm } = pieces[i]!;
        return [run, endName(job, from, plan.tags), endName(job, to, plan.tags), use, lengthMm];
      };
      return [
        ...nesting.cuttings.flatMap(({ reel, mm, pieces: cut }) => {
          let left = mm;
          return cut.map((i) => {
            left -= pieces[i]!.lengthMm;
            const name = reel === undefined ? '' : reels[reel]!.note || reels[reel]!.id;
            return [what, name, reel === undefined ? 'yes' : '', mm, ...row(i), Math.max(0, left)];
          });
        }),
        ...nesting.tooLong.map((i) => [what, 'none is long enough', '', '', ...row(i), '']),
      ];
    }),
  );
}

/** What each conductor of a harness must read: from end to end, and against all others joined together. */
export function benchTestCsv(benches: readonly Bench[], standard: WireStandard): string {
  return tableText(
    ['harness', 'wire', 'use', 'size', 'colour', 'from_end', 'to_end', 'expect', 'ohm_at_20C', 'read'],
    benches.flatMap(({ wires, ends }, i) => {
      const endOf = (number: number) => `${number} ${ends[number - 1]!.name}`;
      const what = ({ code, use, gauge, colour }: BenchWire) => [
        i + 1,
        code,
        use,
        gauge ? gaugeName(gauge, standard) : 'screened pair',
        colourText(colour),
      ];
      return [
        ...wires.map((wire) => [
          ...what(wire),
          ...wire.ends.map(endOf),
          'joined',
          wire.ohm === undefined ? '' : Number(wire.ohm.toFixed(4)),
          '',
        ]),
        ...(wires.length > 1
          ? wires.map((wire) => [...what(wire), endOf(wire.ends[0]), 'all others, joined together', 'open', '', ''])
          : []),
      ];
    }),
  );
}
