import Papa from 'papaparse';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { applyAll } from '#core/job/operations';
import { readPins } from '#core/gear/typing/leads';
import { planJob } from '#core/plan';
import { splicesCsv } from './harness-csv';

type Row = Record<string, string>;
const rowsOf = (text: string): Row[] => Papa.parse<Row>(text, { header: true, skipEmptyLines: true }).data;

test('every end of every conductor is there, and every lead once: joined, or what becomes of it', () => {
  for (const job of DEMO_JOBS) {
    const plan = planJob(job);
    const rows = rowsOf(splicesCsv(job, plan));
    expect([job.id, rows.filter(({ wire, use }) => wire !== '' || use !== '').length]).toEqual([
      job.id,
      plan.terminals.length,
    ]);
    const told = plan.pins.flatMap(({ rows: pins }) => pins).length;
    // A lead that two conductors are joined to stands at both.
    expect(
      rows.filter(({ lead, plug, lead_colour: colour }) => lead && (plug || colour)).length,
    ).toBeGreaterThanOrEqual(told);
  }
});

test('an old radio’s plug and the new one’s: pin to pin, by colour, with the splice', () => {
  // The old radio comes out; the new one takes over what it did by its plug.
  const job = applyAll(TOURER_JOB, [
    {
      op: 'setPinOut',
      gear: 'head',
      pins: readPins(
        'radio plug: 1 yellow constant 18, 2 red switched 18, 3 black ground 18, 4 blue/white turn-on 18, 5 orange dimmer',
      )!,
    },
  ]);
  const rows = rowsOf(splicesCsv(job, planJob(job)));
  const at = (pin: string) => rows.filter(({ plug, pin: of }) => plug === 'radio plug' && of === pin);
  expect(at('1')).toEqual([
    expect.objectContaining({
      at: 'H1 Kingcup 3',
      use: 'constant +',
      lead_colour: 'yellow',
      lead: 'constant +',
      becomes: 'joined',
      // 18 AWG to 18 AWG.
      with: expect.stringMatching(/^red butt/) as string,
    }),
  ]);
  expect(at('2')[0]).toMatchObject({ use: 'switched +', other_end: expect.stringContaining('Accessory') as string });
  expect(at('4')[0]).toMatchObject({ use: 'turn-on', other_end: 'A1 Weir 4×45' });
  // Nothing dims it: it is capped.
  expect(at('5')).toEqual([expect.objectContaining({ wire: '', use: '', becomes: 'capped' })]);
  // A speaker’s end says which terminal is + there.
  const speaker = rows.filter(({ at: where, use }) => where?.startsWith('S1 ') && use?.endsWith('+'));
  expect(speaker).toHaveLength(1);
  expect(speaker[0]!.lead).not.toBe('');
});

test('of a speaker’s pair + goes to + and − to −', () => {
  const job = applyAll(TOURER_JOB, [
    { op: 'removeGear', id: 'amp' },
    { op: 'setPinOut', gear: 'head', pins: readPins('rear plug: 1 white FL +, 2 white/black FL −')! },
    { op: 'wireChannel', channel: 'head/fl', wiring: { coil: { gear: 'fairing-left', coil: 0 } } },
  ]);
  const rows = rowsOf(splicesCsv(job, planJob(job))).filter(({ plug }) => plug === 'rear plug');
  expect(rows.map(({ pin, use, lead }) => [pin, use, lead])).toEqual([
    ['1', 'front left +', 'FL +'],
    ['2', 'front left −', 'FL −'],
  ]);
});
