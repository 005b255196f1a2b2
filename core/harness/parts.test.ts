import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { readContents, writeContents } from '../gear/typing/contents';
import { jobFaults, newJob, type Job } from '../job/job';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import { contentHash } from '../document/hash';
import { SIDE_BY_SIDE } from '#demo/patterns/side-by-side';
import { planJob } from '../plan';
import { summarise } from '../summary';
import { unusedOf, waitsFor } from './parts';

const linesOf = (job: Job) => planJob(job).parts;
const line = (job: Job, key: string) => linesOf(job).find((one) => one.key === key)!;
const found = (job: Job, rule: string) => planJob(job).findings.filter((f) => f.rule === rule);
const waiting = (job: Job) =>
  linesOf(job)
    .filter(waitsFor)
    .map(({ key }) => key);

/** A side-by-side kit: unit, amplifier and four speakers, screws and an option. */
const kitJob = (part: Record<string, number | null> = {}): Job => {
  const lines = [
    ['unit', 'Kingcup 3', 1, 'kingcup-3'],
    ['amp', 'Weir 4×45', 1, 'weir-4-45'],
    ['speakers', 'Coot 165', 4, 'coot-165'],
    ['screws', 'M5 × 20', 16, null],
  ] as const;
  const places = ['dash', ...Object.keys(SIDE_BY_SIDE.places)];
  const at = (kind: string) => places.filter((id) => SIDE_BY_SIDE.places[id]?.accepts.includes(kind as never));
  const job = newJob('sxs', 'Vineyard', SIDE_BY_SIDE, contentHash(SIDE_BY_SIDE));
  return applyAll(job, [
    {
      op: 'setKit',
      id: 'stage-2',
      kit: {
        name: 'Stage 2',
        fits: { kind: 'sideBySide', from: 2018, to: 2024, trims: [] },
        lines: Object.fromEntries(
          lines.map(([id, name, count, item]) => [id, { name, count, item, option: false, has: part[id] ?? null }]),
        ),
      },
    },
    { op: 'addGear', id: 'h', item: shelfItem('kingcup-3'), place: at('headUnit')[0]! },
    { op: 'addGear', id: 'a', item: shelfItem('weir-4-45'), place: at('amplifier')[0]! },
    ...['s1', 's2', 's3', 's4'].map((id, i): Operation => ({
      op: 'addGear',
      id,
      item: shelfItem('coot-165'),
      place: at('speaker')[i] ?? null,
    })),
  ]);
};

describe('a kit, and its box opened', () => {
  test('nobody has looked: all of it is taken to be there, and the job waits for nothing of it', () => {
    const job = kitJob();
    expect(jobFaults(job)).toEqual([]);
    expect(line(job, 'gear/coot-165')).toMatchObject({ needed: 4, inKit: 4, have: 0, order: 0 });
    expect(line(job, 'kit/stage-2-screws')).toMatchObject({ needed: 16, inKit: 16, order: 0 });
    expect(waiting(job)).toEqual([]);
  });
  test('one speaker missing: it is on the order list, the job waits, and no more once it has come', () => {
    const short = apply(kitJob(), { op: 'countKitLine', kit: 'stage-2', line: 'speakers', has: 3 });
    expect(line(short, 'gear/coot-165')).toMatchObject({
      needed: 4,
      inKit: 3,
      have: 0,
      order: 1,
      for: ['s1', 's2', 's3', 's4'],
    });
    expect(waiting(short)).toEqual(['gear/coot-165']);
    const [wait] = found(short, 'waits-for-parts');
    expect(wait).toMatchObject({ severity: 'caution', station: 'gear', figures: [{ name: 'lines', value: 1 }] });
    expect(wait!.reason).toContain('1 × Coot 165');
    expect(summarise(short, []).waits).toBe(1);
    expect(summarise(short, []).next).toMatch(/^Waits for parts|No fuse/);
    const shelf = apply(short, { op: 'setPart', part: 'gear/coot-165', said: { have: 1 } });
    expect(waiting(shelf)).toEqual([]);
    const come = apply(short, { op: 'setPart', part: 'gear/coot-165', said: { arrived: 1 } });
    expect([waiting(come), found(come, 'waits-for-parts')]).toEqual([[], []]);
    expect(line(come, 'gear/coot-165')).toMatchObject({ order: 1, arrived: 1 });
    expect(apply(come, undoOf(short, come)!)).toEqual(short);
  });
  test('a screw short waits as well; one too many is not used', () => {
    expect(waiting(kitJob({ screws: 15 }))).toEqual(['kit/stage-2-screws']);
    expect(waiting(kitJob({ screws: 16 }))).toEqual([]);
    expect(unusedOf(kitJob())).toEqual([]);
    const two = applyAll(kitJob(), [
      { op: 'removeGear', id: 's3' },
      { op: 'removeGear', id: 's4' },
    ]);
    expect(unusedOf(two)).toEqual([{ kit: 'Stage 2', what: 'Coot 165', count: 2 }]);
    expect(line(two, 'gear/coot-165')).toMatchObject({ needed: 2, inKit: 2, order: 0 });
  });
  test('the box is checked in a step, line by line', () => {
    const step = planJob(kitJob()).build.steps.find(({ id }) => id === 'box:kit/stage-2')!;
    expect(step.checks.map(({ text }) => text)).toEqual([
      '1 × Kingcup 3',
      '1 × Weir 4×45',
      '4 × Coot 165',
      '16 × M5 × 20',
    ]);
    expect(planJob(kitJob()).build.steps[0]!.id).toBe('box:kit/stage-2');
  });
  test('a year or a kind it is not made for is told; unknown it is asked', () => {
    const of = (year: number | null) => apply(kitJob(), { op: 'setYear', year });
    expect(found(of(2018), 'not-made-for')).toEqual([]);
    expect(found(of(2024), 'not-made-for')).toEqual([]);
    for (const year of [2017, 2025])
      expect(found(of(year), 'not-made-for')).toMatchObject([{ figures: [{ value: year }] }]);
    const item = { ...shelfItem('kingcup-3'), fits: { kind: null, from: 2014, to: null, trims: ['Wide cage'] } };
    const plate = (job: Job) => apply(job, { op: 'addGear', id: 'p', item, place: null });
    expect(found(plate(of(2020)), 'fits-unknown')).toHaveLength(1);
    const trimmed = (trim: string) => apply(plate(of(2020)), { op: 'setTrim', trim });
    expect(found(trimmed('wide CAGE'), 'fits-unknown')).toEqual([]);
    expect(found(trimmed('wide cage'), 'not-made-for')).toEqual([]);
    expect(found(trimmed('Long bed'), 'not-made-for')).toMatchObject([{ subject: { id: 'p' } }]);
    const boat = { ...shelfItem('kingcup-3'), fits: { kind: 'boat' as const, from: null, to: null, trims: [] } };
    expect(found(apply(of(null), { op: 'addGear', id: 'b', item: boat, place: null }), 'not-made-for')).toHaveLength(1);
  });
  test('a module programmed for another craft is told', () => {
    const link = shelfItem('thwart-link');
    const module = (programmedFor: string): Job =>
      applyAll(kitJob(), [
        { op: 'setYear', year: 2020 },
        { op: 'addGear', id: 'm', item: { ...link, programmedFor } as typeof link, place: null },
      ]);
    expect(found(module('side-by-side 2020'), 'not-made-for')).toEqual([]);
    expect(found(module('boat 2020'), 'not-made-for')[0]!.reason).toMatch(/^The program of Thwart Link/);
    expect(found(module('side-by-side 2019'), 'not-made-for')).toHaveLength(1);
  });
  test('no kit is put on a craft as gear, and what is counted is of a line that is there', () => {
    const kit = { ...shelfItem('kingcup-3'), kind: 'kit', contents: [] } as never;
    expect(() => apply(kitJob(), { op: 'addGear', id: 'k', item: kit, place: null })).toThrow(/kit/);
    expect(() => apply(kitJob(), { op: 'countKitLine', kit: 'stage-2', line: 'toString', has: 1 })).toThrow(
      /no longer/,
    );
    expect(() => apply(kitJob(), { op: 'countKitLine', kit: 'constructor', line: 'amp', has: 1 })).toThrow(/no longer/);
  });
});

describe('the order list', () => {
  test('wire by its reel, ends and ties with something to spare, holders and fuses with one of each for the owner', () => {
    const plan = planJob(TOURER);
    const [reel] = plan.cutList.reels;
    const wire = plan.parts.find(({ what, unit }) => unit === 'mm' && what === reel!.what)!;
    // A tenth more than is cut (common practice).
    expect(wire.needed).toBe(Math.ceil(reel!.totalMm * 1.1));
    expect(wire.order).toBe(0);
    const ferrules = plan.terminals.filter(({ with: what }) => what.startsWith('ferrule')).length;
    const listed = plan.parts.filter(({ what }) => what.startsWith('ferrule'));
    const kinds = new Set(plan.terminals.flatMap(({ with: what }) => (what.startsWith('ferrule') ? [what] : [])));
    expect(listed).toHaveLength(kinds.size);
    expect(listed.reduce((sum, { needed }) => sum + needed, 0)).toBeGreaterThanOrEqual(ferrules);
    expect(plan.parts.some(({ what }) => what === 'its plug' || what === 'line plug')).toBe(false);
    const fused = Object.entries(TOURER.feeds).filter(([, { holder }]) => holder);
    const fuses = plan.parts.filter(({ what }) => what.startsWith('fuse, '));
    expect(fuses.reduce((sum, { needed }) => sum + needed, 0)).toBe(2 * fused.length);
  });
  test('an adapter for a plug is one thing, whatever its pins, and is bought for the job', () => {
    const place =
      TOURER.gear[Object.keys(TOURER.gear).find((id) => TOURER.gear[id]!.item.kind === 'headUnit')!]!.place!;
    const head = Object.keys(TOURER.gear).find((id) => TOURER.gear[id]!.item.kind === 'headUnit')!;
    const circuit = (use: 'constant' | 'switched') => ({
      name: `Radio plug, ${use}`,
      colour: { body: 'red' as const },
      use,
      metered: true,
      offVolts: 12,
      accessoryVolts: 12,
      runVolts: 12,
      fuseA: 15,
      drawsA: 0,
      shares: '',
      size: '16' as const,
      place,
      access: 'radioPlug' as const,
      battery: null,
      lengthMm: 1000,
      negative: true,
    });
    const job = applyAll(TOURER, [
      { op: 'setExisting', id: 'radio', circuit: circuit('constant') },
      { op: 'setExisting', id: 'key', circuit: circuit('switched') },
      { op: 'feedFrom', gear: head, from: 'radio' },
      { op: 'setTurnOn', turnOn: { source: 'key' } },
    ]);
    const adapter = linesOf(job).filter(({ key }) => key.startsWith('made/adapter'));
    expect(adapter).toMatchObject([{ needed: 1, have: 0, order: 1 }]);
    expect(waiting(job)).toEqual([adapter[0]!.key]);
  });
  test('every line has one key, and every demo job waits for nothing but what is made for it', () => {
    for (const job of DEMO_JOBS) {
      const keys = linesOf(job).map(({ key }) => key);
      expect(new Set(keys).size).toBe(keys.length);
      expect(waiting(job).filter((key) => !key.startsWith('made/'))).toEqual([]);
    }
  });
});

test.each([
  ['1 × Kingcup 3, 4 x Bittern 165', ['1 Kingcup 3', '4 Bittern 165']],
  ['12 × M4 × 20; option: Rush Microphone', ['12 M4 × 20', '1 Rush Microphone (option)']],
  ['Loom', ['1 Loom']],
])('a kit list: %s', (text, lines) => {
  const read = readContents(text)!;
  expect(read.map(({ name, count, option }) => `${count} ${name}${option ? ' (option)' : ''}`)).toEqual(lines);
  expect(readContents(writeContents(read))).toEqual(read);
});
test.each(['', ' , ', '0 × Loom', '500 x screw'])('“%s” is no kit list', (text) =>
  expect(readContents(text)).toBeUndefined(),
);
