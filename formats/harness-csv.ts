import { farWords, joinedTo, pinEnd, type PinRow } from '#core/connections/pins';
import { endName } from '#core/connections/runs';
import { pinWords } from '#core/gear/pins';
import { wireCodes, type Bench, type BenchWire, type WireNest } from '#core/harness/index';
import type { Job } from '#core/job/job';
import { inUse } from '#core/job/parts/gear';
import { PIN_FATES } from '#core/job/parts/pins';
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

/**
 * The splice sheet: every end of every new conductor with what it is joined to and by what, then what becomes of each lead
 * that no new wire goes to, old plug to new plug.
 */
export function splicesCsv(job: Job, plan: Plan): string {
  const { conductors } = job.settings;
  const codes = wireCodes(plan.runs);
  const runs = new Map(plan.runs.map((run) => [run.id, run]));
  const gauges = new Map(plan.cutList.cuts.map(({ run, gauge }) => [run, gauge]));
  const nameOf = (end: string) => endName(job, end, plan.tags);
  const plug = (pin: PinRow['pin']) => [pin.plug, pin.at, pin.colour ? colourText(pin.colour) : '', pinWords(pin)];
  /** The lead of gear that a conductor is joined to there. */
  const leadAt = (at: string, run: string, use: string): PinRow['pin'] | undefined =>
    plan.pins
      .find(({ gear }) => gear === at)
      ?.rows.find(
        ({ far, pin }) =>
          far?.run === run && (typeof pin.does === 'string' || (pin.does.side === 'plus') === use.endsWith('+')),
      )?.pin;
  const told = new Set<string>();
  const made = plan.terminals.map(({ run: id, at, use, with: what }) => {
    const run = runs.get(id)!;
    const gauge = gauges.get(id);
    const colour = run.conductors.find((one) => one.use === use)!.colour;
    const lead = leadAt(at, id, use);
    if (lead) told.add(`${at}/${lead.id}`);
    const splice = plan.splices.find(({ speaker }) => speaker === at);
    const terminal = splice ? (use.endsWith('+') ? splice.speakerPlus : splice.speakerMinus) : '';
    const size = run.loom ? 'loom' : gauge ? gaugeName(gauge, conductors) : 'made lead';
    return [
      nameOf(at),
      codes.get(id) ?? '',
      use,
      size,
      colourText(colour),
      nameOf(run.from === at ? run.to : run.from),
      ...(lead ? plug(lead) : ['', '', '', terminal]),
      'joined',
      what,
    ];
  });
  const rest = plan.pins.flatMap((table) =>
    table.rows.flatMap((row) => {
      if (told.has(`${table.gear}/${row.pin.id}`)) return [];
      const old = !inUse(job.gear[table.gear]!.there);
      return [
        [
          nameOf(table.gear),
          '',
          '',
          '',
          '',
          farWords(job, table.gear, row, plan.runs, plan.tags),
          ...plug(row.pin),
          PIN_FATES[row.fate],
          old && row.far ? 'see there' : pinEnd(job, row, joinedTo(row, plan.runs, plan.cutList.cuts), old),
        ],
      ];
    }),
  );
  return tableText(
    ['at', 'wire', 'use', 'size', 'wire_colour', 'other_end', 'plug', 'pin', 'lead_colour', 'lead', 'becomes', 'with'],
    [...made, ...rest],
  );
}
