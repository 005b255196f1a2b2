import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { SHELF, shelfItem } from '#demo/shelf';
import type { Pattern } from '#core/craft/pattern';
import { MOST_EVENTS, type BayEvent } from '#core/job/events';
import { newJob, type Job } from '#core/job/job';
import { applyAll, undoOf, type Operation } from '#core/job/operations';
import { planJob } from '#core/plan';
import type { PGlite } from '@electric-sql/pglite';
import { NewerSchemaError, migrate, openDatabase } from './database';
import { JobExistsError, JobStore, NoSuchDocumentError, SaveConflictError, StaleRevisionError } from './jobs';
import { summarise } from '#core/summary';
import { Changes } from './changes';
import { Journal } from './journal';
import { Library } from './library';
import { BadPhotoError } from '#formats/pictures';
import { PhotoStore, hashOf } from './photos';
import { MIGRATIONS } from './migrations';
import { FolderHeldError, holdFolder } from './lock';
import { contentHash } from '#core/document/hash';
import { OperationError } from '#core/document/fault';
import { JOB_VERSION } from '#core/job/parts/sheet';
import { asPattern2, asVersion6 } from '../../tests/support/older-job';
import { runHere } from '../../tests/support/run-here';

let db: PGlite;
let folder: string;
let journal: Journal;
let store: JobStore;
let changes: Changes;
beforeAll(async () => {
  db = await openDatabase();
});
afterAll(() => db.close());
beforeEach(async () => {
  await db.exec('delete from jobs');
  folder = mkdtempSync(join(tmpdir(), 'haltrik-'));
  journal = Journal.open(join(folder, 'journal.ndjson'));
  changes = new Changes(db, journal);
  store = new JobStore(changes, runHere);
});
afterEach(() => {
  journal.close();
  rmSync(folder, { recursive: true, force: true });
});

const id = TOURER_JOB.id;
const title = (text: string): Operation => ({ op: 'setTitle', title: text });
/** What the journal says of changes: without its first line and the patterns it holds. */
const linesOf = () =>
  readFileSync(join(folder, 'journal.ndjson'), 'utf8')
    .split('\n')
    .map((line) => line.replace(/^\d+ \d+ [0-9a-f]{8} /, ''))
    .filter((line) => line !== '' && !/^\{"kind":"(journal|pattern)"/.test(line));

describe('saves', () => {
  test('go up by one revision and can be read back at each', async () => {
    await store.create(TOURER_JOB, 's1');
    await store.save(id, { base: 1, saveId: 's2', operations: [title('Two')] });
    const three = await store.save(id, { base: 2, saveId: 's3', operations: [{ op: 'removeGear', id: 'amp' }] });
    expect(three).toMatchObject({ revision: 3, merged: false });
    expect((await store.read(id)).job).toEqual(three.job);
    expect((await store.readRevision(id, 1))!.job).toEqual(TOURER_JOB);
    expect((await store.readRevision(id, 2))!.job).toEqual({ ...TOURER_JOB, title: 'Two' });
    expect(linesOf()).toHaveLength(3);
  });

  test('a save sent twice is taken once', async () => {
    await store.create(TOURER_JOB, 's1');
    expect((await store.create(TOURER_JOB, 's1')).revision).toBe(1);
    const save = { base: 1, saveId: 's2', operations: [title('Once')] };
    await store.save(id, save);
    expect((await store.save(id, save)).revision).toBe(2);
    expect(linesOf()).toHaveLength(2);
  });

  test('a stale save is replayed on the newest where it applies', async () => {
    await store.create(TOURER_JOB, 's1');
    await store.save(id, { base: 1, saveId: 'theirs', operations: [title('Theirs')] });
    const mine = await store.save(id, {
      base: 1,
      saveId: 'mine',
      operations: [{ op: 'placeGear', id: 'amp', place: 'underSeat' }],
    });
    expect(mine).toMatchObject({ revision: 3, merged: true });
    expect(mine.job.title).toBe('Theirs');
    expect(mine.job.gear['amp']!.place).toBe('underSeat');
  });

  test('a stale save that no longer applies is refused with both versions and writes nothing', async () => {
    await store.create(TOURER_JOB, 's1');
    await store.save(id, { base: 1, saveId: 'theirs', operations: [{ op: 'removeGear', id: 'amp' }] });
    const refused = await store
      .save(id, {
        base: 1,
        saveId: 'mine',
        operations: [{ op: 'overrule', kind: 'gauge', subject: 'amp', value: '8' }],
      })
      .catch((error: unknown) => error as SaveConflictError);
    expect(refused).toBeInstanceOf(SaveConflictError);
    const conflict = refused as SaveConflictError;
    expect(conflict.newest.revision).toBe(2);
    expect(conflict.base!.job).toEqual(TOURER_JOB);
    expect((await store.read(id)).revision).toBe(2);
    expect(linesOf()).toHaveLength(2);
  });

  test('undo of something another has changed since is a conflict, not an overwrite', async () => {
    await store.create(TOURER_JOB, 's1');
    const mine = applyAll(TOURER_JOB, [title('Mine')]);
    await store.save(id, { base: 1, saveId: 'a', operations: [title('Mine')] });
    await store.save(id, { base: 2, saveId: 'b', operations: [title('Theirs')] });
    await expect(
      store.save(id, { base: 2, saveId: 'c', operations: [undoOf(TOURER_JOB, mine)!] }),
    ).rejects.toBeInstanceOf(SaveConflictError);
  });

  test('two people’s readings of one circuit both stand', async () => {
    await store.create(TOURER_JOB, 's1');
    const [circuit] = Object.keys(TOURER_JOB.craft.existing);
    const reading = (part: Partial<Job['craft']['existing'][string]>): Operation => ({
      op: 'setExisting',
      id: circuit!,
      circuit: part,
    });
    await store.save(id, { base: 1, saveId: 'a', operations: [reading({ offVolts: 0.1 })] });
    const later = await store.save(id, { base: 1, saveId: 'b', operations: [reading({ runVolts: 13.1 })] });
    expect(later).toMatchObject({ revision: 3, merged: true });
    expect((await store.read(id)).job.craft.existing[circuit!]).toMatchObject({ offVolts: 0.1, runVolts: 13.1 });
  });

  test('a wrong operation on the newest revision is an error of the caller', async () => {
    await store.create(TOURER_JOB, 's1');
    await expect(
      store.save(id, { base: 1, saveId: 'x', operations: [{ op: 'removeGear', id: 'ghost' }] }),
    ).rejects.toBeInstanceOf(OperationError);
    await expect(store.save(id, { base: 9, saveId: 'x', operations: [title('x')] })).rejects.toBeInstanceOf(
      SaveConflictError,
    );
    await expect(store.read('ghost')).rejects.toBeInstanceOf(NoSuchDocumentError);
    await expect(store.create(TOURER_JOB, 'other')).rejects.toBeInstanceOf(JobExistsError);
  });

  test('sixty at once all land, one after another', async () => {
    await store.create(TOURER_JOB, 's1');
    const all = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        store.save(id, {
          base: 1,
          saveId: `n${i}`,
          operations: [{ op: 'setMemory', id: `m${i}`, memory: { name: `Clock ${i}`, relearn: '' } }],
        }),
      ),
    );
    expect(new Set(all.map((s) => s.revision)).size).toBe(60);
    const { job, revision } = await store.read(id);
    expect(revision).toBe(61);
    expect(Object.keys(job.craft.memories).filter((key) => /^m\d+$/.test(key))).toHaveLength(60);
  });

  describe('one value changed by two people', () => {
    const mine: [string, Operation, Operation, unknown][] = [
      ['wishes', { op: 'setWishes', wishes: 'Loud' }, { op: 'setWishes', wishes: 'Quiet' }, 'Wishes'],
      [
        'a gauge',
        { op: 'overrule', kind: 'gauge', subject: 'amp', value: '6' },
        { op: 'overrule', kind: 'gauge', subject: 'amp', value: '2' },
        'Gauge: Weir 4×45',
      ],
      [
        'a place',
        { op: 'placeGear', id: 'amp', place: 'underSeat' },
        { op: 'placeGear', id: 'amp', place: null },
        'Weir 4×45: place',
      ],
    ];
    test.each(mine)(
      '%s: the later is refused with both versions, and nothing of it is written',
      async (_, his, hers, what) => {
        await store.create(TOURER_JOB, 's1');
        await store.save(id, { base: 1, saveId: 'his', operations: [his] });
        const lines = linesOf().length;
        // What she sent besides goes back with it: all or nothing.
        const refused = (await store
          .save(id, { base: 1, saveId: 'hers', operations: [{ op: 'setCustomer', customer: 'B' }, hers] })
          .catch((error: unknown) => error)) as SaveConflictError;
        expect(refused).toBeInstanceOf(SaveConflictError);
        expect(refused.message).toBe(`${what as string} has been changed since`);
        expect([refused.base!.job, refused.newest.job]).toEqual([TOURER_JOB, applyAll(TOURER_JOB, [his])]);
        expect(linesOf()).toHaveLength(lines);
        // Said again on what is there now, it is meant.
        const meant = await store.save(id, { base: 2, saveId: 'again', operations: [hers] });
        expect(meant).toMatchObject({ revision: 3, merged: false });
      },
    );

    test('to the same value it is nobody’s loss', async () => {
      await store.create(TOURER_JOB, 's1');
      const operations: Operation[] = [{ op: 'setWishes', wishes: 'Loud' }];
      await store.save(id, { base: 1, saveId: 'his', operations });
      expect(await store.save(id, { base: 1, saveId: 'hers', operations })).toMatchObject({
        revision: 3,
        merged: true,
      });
    });

    test('what is known of an old revision is read again after a start', async () => {
      await store.create(TOURER_JOB, 's1');
      await store.save(id, { base: 1, saveId: 'his', operations: [{ op: 'setWishes', wishes: 'Loud' }] });
      const other = new JobStore(new Changes(db, undefined), runHere);
      await expect(
        other.save(id, { base: 1, saveId: 'hers', operations: [{ op: 'setWishes', wishes: 'Quiet' }] }),
      ).rejects.toBeInstanceOf(SaveConflictError);
    });

    test('a job deleted and made again under its id is not held against its old life', async () => {
      await store.create(TOURER_JOB, 's1');
      await store.save(id, { base: 1, saveId: 'a', operations: [{ op: 'setWishes', wishes: 'Old life' }] });
      await store.save(id, { base: 2, saveId: 'b', operations: [title('Old life')] });
      await store.remove(id, 3);
      await store.create(TOURER_JOB, 's2');
      await store.save(id, { base: 1, saveId: 'c', operations: [title('New life')] });
      await store.save(id, { base: 2, saveId: 'd', operations: [{ op: 'setCustomer', customer: 'N' }] });
      // At revision 2 of the new life the wishes were never set.
      expect(
        await store.save(id, { base: 2, saveId: 'e', operations: [{ op: 'setWishes', wishes: 'Loud' }] }),
      ).toMatchObject({ revision: 4, merged: true });
    });
  });

  test('as many entries as a job may have come back in their order, and one more is refused and not half kept', async () => {
    const entry = (n: number): BayEvent => ({
      id: `e${n}`,
      at: '2026-11-25T08:00:00.000Z',
      by: '',
      kind: 'time',
      step: 'off:cover/cowl',
      minutes: n % 900,
    });
    const all = Array.from({ length: MOST_EVENTS }, (_, n) => entry(n));
    await store.createWhole(TOURER_JOB, all, 's1');
    const read = await store.events(id);
    expect(read).toHaveLength(all.length);
    expect(read.findIndex((event, n) => event.id !== all[n]!.id)).toBe(-1);
    // One that is there already is no more than before.
    await store.addEvents(id, [entry(7)]);
    const lines = linesOf().length;
    await expect(store.addEvents(id, [entry(MOST_EVENTS)])).rejects.toThrow(/50000 entries of a job at most/);
    expect(linesOf()).toHaveLength(lines);
    expect(await store.events(id)).toHaveLength(MOST_EVENTS);
  });

  test('deleting asks for the revision seen', async () => {
    await store.create(TOURER_JOB, 's1');
    await expect(store.remove(id, 7)).rejects.toBeInstanceOf(StaleRevisionError);
    await store.remove(id, 1);
    expect(await store.list()).toEqual([]);
  });

  test('when the journal cannot be written nothing is saved', async () => {
    await store.create(TOURER_JOB, 's1');
    const append = journal.append.bind(journal);
    journal.append = () => {
      throw Object.assign(new Error('no space left'), { code: 'ENOSPC' });
    };
    await expect(store.save(id, { base: 1, saveId: 's2', operations: [title('Lost')] })).rejects.toMatchObject({
      code: 'ENOSPC',
    });
    journal.append = append;
    expect((await store.read(id)).job.title).toBe(TOURER_JOB.title);
    expect((await store.save(id, { base: 1, saveId: 's2', operations: [title('Kept')] })).revision).toBe(2);
  });
});

describe('the lock', () => {
  test('holds a folder for one process and lets go', () => {
    const release = holdFolder(folder);
    expect(() => holdFolder(folder)).toThrow(FolderHeldError);
    release();
    holdFolder(folder)();
    expect(existsSync(join(folder, 'lock'))).toBe(false);
  });
  test('one left by a dead process, or by an earlier process of the same number, is taken over', () => {
    writeFileSync(join(folder, 'lock'), '999999 1\n');
    holdFolder(folder)();
    writeFileSync(join(folder, 'lock'), `${process.pid} 1\n`);
    holdFolder(folder)();
  });
  test('one that no living Haltrik writes is taken over, whatever stands in it', () => {
    for (const garbage of ['', '\0\0\0\0', 'garbage', '0', '0 0 \n', '-1 5\n', '4294967297 1\n', `${process.pid}`]) {
      writeFileSync(join(folder, 'lock'), garbage);
      holdFolder(folder)();
    }
    // Of another start of the machine: the same number and time are somebody else's.
    const release = holdFolder(folder);
    const mine = readFileSync(join(folder, 'lock'), 'utf8');
    release();
    writeFileSync(join(folder, 'lock'), mine);
    expect(() => holdFolder(folder)).toThrow(FolderHeldError);
    writeFileSync(join(folder, 'lock'), mine.replace(/ [0-9a-f-]+\n$/, ' 00000000-0000-0000-0000-000000000000\n'));
    holdFolder(folder)();
  });
  test('a folder in its way is named, not waited for', () => {
    mkdirSync(join(folder, 'lock'));
    expect(() => holdFolder(folder)).toThrow(/lock is a folder; .* move it away/);
  });
});

describe('the database', () => {
  test('of a newer schema is refused and left as it is', async () => {
    await db.query('update schema_version set version = 99');
    await expect(migrate(db)).rejects.toBeInstanceOf(NewerSchemaError);
    const { rows } = await db.query('select version from schema_version');
    expect(rows).toEqual([{ version: 99 }]);
    await db.query(`update schema_version set version = ${MIGRATIONS.length}`);
    await migrate(db);
  });
  test('the shelf keeps its order, and stocking again changes only what differs', async () => {
    const library = new Library(changes);
    await library.stock(SHELF, [TOURER_JOB.craft.pattern]);
    await library.stock([{ ...shelfItem('kingcup-3'), note: 'changed' }], []);
    const shelf = await library.shelf();
    expect(shelf.map((item) => item.id)).toEqual(SHELF.map((item) => item.id));
    expect(shelf[0]!.note).toBe('changed');
    expect((await library.patterns())[0]!.pattern).toEqual(TOURER_JOB.craft.pattern);
  });
});

test('the Board shows what was edited since it was last looked at, and only that is computed anew', async () => {
  await store.create(TOURER_JOB, 'a');
  await store.create(HIRE_JOB, 'b');
  const open = async () => (await db.query('select 1 from jobs where summary is null')).rows.length;
  expect(await open()).toBe(2);
  await store.list();
  expect(await open()).toBe(0);
  await store.save(id, { base: 1, saveId: 'c', operations: [{ op: 'chooseHolder', gear: 'amp', holder: null }] });
  expect(await open()).toBe(1);
  const before = (await store.list()).find((row) => row.id === id)!;
  expect(before).toMatchObject({ stops: 1, revision: 2 });
  expect(before.next).toMatch(/^No fuse at the battery/);
  expect(await open()).toBe(0);
  // Looking changes nothing but the summary.
  expect(await store.list()).toEqual([before, ...(await store.list()).filter((row) => row.id !== id)]);
});

describe('jobs are found', () => {
  const found = async (find: string, more: { limit?: number; ids?: string[] } = {}) =>
    (await store.list({ find, ...more })).map(({ id }) => id).sort();
  beforeEach(async () => {
    const named = (id: string, title: string, customer: string) =>
      store.create({ ...newJob(id, title, TOURER_JOB.craft.pattern, TOURER_JOB.craft.patternHash), customer }, id);
    await named('one', 'Quay side radio', 'Zoë Ångström');
    await named('two', 'Quiet cabin', "O'Brien & Sons");
    await named('toString', 'constructor', '100% % _ \\ : * !');
    await store.create(TOURER_JOB, 'tourer');
  });

  test('by the beginnings of words of title, customer, craft, gear and what is next, whichever way round', async () => {
    expect(await found('QUAY')).toEqual(['one']);
    expect(await found('radio qua')).toEqual(['one']);
    expect(await found('qui')).toEqual(['two']);
    expect(await found('uay')).toEqual([]);
    expect(await found('zoe angstrom')).toEqual(['one']);
    expect(await found('Ångström')).toEqual(['one']);
    expect(await found('o’brien')).toEqual(['two']);
    expect(await found('choose gear')).toEqual(['one', 'toString', 'two']);
    expect(await found(Object.values(TOURER_JOB.gear)[0]!.item.name)).toEqual([TOURER_JOB.id]);
    expect(await found(TOURER_JOB.craft.pattern.name)).toHaveLength(4);
    expect(await found('quay quiet')).toEqual([]);
  });

  test('nothing that is typed means anything to the database', async () => {
    expect(await found("'; drop table jobs; --")).toEqual([]);
    expect(await found('100 % &| !*:(')).toEqual(['toString']);
    expect(await found('constructor')).toEqual(['toString']);
    for (const nothing of ['&', '!*', "''", '%', '\u0000']) expect(await found(nothing)).toEqual([]);
    expect(await found('  ')).toHaveLength(4);
  });

  test('by what they are called now, not before', async () => {
    await store.save('one', { base: 1, saveId: 's', operations: [{ op: 'setTitle', title: 'Harbour radio' }] });
    expect(await found('quay')).toEqual([]);
    expect(await found('harbour')).toEqual(['one']);
    await store.save('one', {
      base: 2,
      saveId: 't',
      operations: [{ op: 'addGear', id: 'horn', item: { ...SHELF[0]!, name: 'Foghorn deck' }, place: null }],
    });
    expect(await found('foghorn')).toEqual(['one']);
  });

  test('so many of them, the one changed last first; and those of some ids', async () => {
    await store.save('two', { base: 1, saveId: 's', operations: [{ op: 'setCustomer', customer: 'C' }] });
    expect((await store.list({ limit: 2 })).map(({ id }) => id)).toEqual(['two', TOURER_JOB.id]);
    expect((await store.list({ find: 'qui', limit: 5 })).map(({ id }) => id)).toEqual(['two']);
    expect(await found('', { ids: ['one', 'toString', 'gone'] })).toEqual(['one', 'toString']);
    expect(await found('quay', { ids: ['two'] })).toEqual([]);
    expect(await found('', { ids: [] })).toEqual([]);
  });

  test('ten thousand of them by the index, not one by one', async () => {
    await store.list();
    await db.query(
      `insert into jobs (id, title, customer, revision, document, craft_hash, summary, words)
       select 'n' || n, 'N', '', 1, document, craft_hash, summary, array_to_tsvector(array['number', 'w' || n])
       from jobs, generate_series(1, 10000) n where id = 'one'`,
    );
    await db.exec('analyze jobs');
    const scans = async () => {
      await db.query('select pg_stat_force_next_flush()');
      const { rows } = await db.query<{ scans: number }>(
        "select idx_scan::int as scans from pg_stat_user_indexes where indexrelname = 'jobs_by_words'",
      );
      return rows[0]!.scans;
    };
    const before = await scans();
    await found('w77');
    expect(await scans()).toBeGreaterThan(before);
    expect(await found('number w777')).toEqual(['n777', ...Array.from({ length: 10 }, (_, i) => `n777${i}`)]);
  });
});

test('a job made by operations is read back as it was made: its gear, its plan, its tags', async () => {
  const pattern = TOURER_JOB.craft.pattern;
  const made = newJob('made-here', 'Made here', pattern, contentHash(pattern));
  await store.create(made, 'm0');
  const operations: Operation[] = [
    ...['pannierRight', 'fairingLeft', 'pannierLeft', 'fairingRight'].map((place, i): Operation => ({
      op: 'addGear',
      id: ['f3a9', 'b-77', 'c71d', '00b2'][i]!,
      item: shelfItem('bittern-165'),
      place,
    })),
    { op: 'addGear', id: 'zz', item: shelfItem('weir-4-45'), place: 'lampShelf' },
    { op: 'addGear', id: '9-head', item: shelfItem('kingcup-3'), place: 'dash' },
    ...(['fl', 'fr', 'rl', 'rr'] as const).map((channel, i): Operation => ({
      op: 'wireChannel',
      channel: `zz/${channel}`,
      wiring: { coil: { gear: ['b-77', '00b2', 'c71d', 'f3a9'][i]!, coil: 0 } },
    })),
    { op: 'setZone', id: 'zb', zone: { name: 'First', listener: null, mono: false, control: null } },
    { op: 'setZone', id: 'za', zone: { name: 'Second', listener: null, mono: false, control: null } },
    { op: 'setThere', id: '9-head', there: 'kept' },
  ];
  await store.save('made-here', { base: 1, saveId: 'm1', operations });
  const here = applyAll(made, operations);
  const { job } = await store.read('made-here');
  expect(job).toEqual(here);
  expect(Object.keys(job.gear)).toEqual(Object.keys(here.gear));
  expect(Object.keys(job.zones)).toEqual(['zb', 'za']);
  const [read, mine] = [planJob(job), planJob(here)];
  expect(read).toEqual(mine);
  expect(Object.keys(read.tags)).toEqual(Object.keys(mine.tags));
  expect(read.tags).toMatchObject({ 'b-77': 'S1', '00b2': 'S2', c71d: 'S3', f3a9: 'S4' });
  await store.remove('made-here', 2);
});

test('the Board’s summary names the next thing to do', () => {
  expect(summarise(TOURER_JOB, [])).toMatchObject({
    stops: 0,
    gear: 6,
    next: 'Battery: negative off',
    nextAt: 'build',
  });
  expect(summarise(HIRE_JOB, []).next).toMatch(/^No fuse at the battery/);
  expect(summarise(HIRE_JOB, []).nextAt).toBe('power');
  expect(summarise({ ...TOURER_JOB, gear: {}, circuits: {}, feeds: {} }, []).next).toMatch(/Choose gear/);
});

describe('the bay', () => {
  const event = (n: number, more: object = {}): BayEvent => ({
    id: `e${n}`,
    at: `2026-11-25T08:${String(n).padStart(2, '0')}:00.000Z`,
    by: 'bench',
    kind: 'note',
    step: 'off:cover/cowl',
    text: `note ${n}`,
    ...more,
  });

  test('events are only added, once each, and come back in their order', async () => {
    await store.create(TOURER_JOB, 's1');
    await store.addEvents(id, [event(2), event(3)]);
    await store.addEvents(id, [event(3, { text: 'changed' }), event(1)]);
    // The order they came in, whatever the devices' clocks said.
    expect((await store.events(id)).map((e) => e.id)).toEqual(['e2', 'e3', 'e1']);
    expect((await store.events(id))[1]).toEqual(event(3));
    await expect(store.addEvents('nobody', [event(1)])).rejects.toBeInstanceOf(NoSuchDocumentError);
    // A save goes on as before.
    expect((await store.save(id, { base: 1, saveId: 's2', operations: [title('Two')] })).revision).toBe(2);
    expect(await store.events(id)).toHaveLength(3);
  });

  test('a whole job comes in at once, or not at all', async () => {
    await store.createWhole(TOURER_JOB, [event(1)], 'w1');
    await expect(store.createWhole(TOURER_JOB, [event(2)], 'w2')).rejects.toBeInstanceOf(JobExistsError);
    expect(await store.events(id)).toEqual([event(1)]);
    const broken = [event(1), { ...event(2), id: null as unknown as string }];
    await expect(store.createWhole(HIRE_JOB, broken, 'w3')).rejects.toThrow();
    expect(await store.has(HIRE_JOB.id)).toBe(false);
    expect(linesOf().filter((line) => line.includes(HIRE_JOB.id))).toEqual([]);
  });

  test('a folder of the first version comes up: the job is as it was, and takes new edits', async () => {
    const { wishes, choices, minutes, overrules, seal, turnOn, ...rest } = asVersion6(TOURER_JOB);
    const { measures, existing, lamps, memories, pattern, ...craft } = TOURER_JOB.craft;
    expect([wishes, choices, minutes, overrules, seal, turnOn, measures, existing, lamps, memories]).toHaveLength(10);
    const old = oldPattern(pattern);
    await db.query('insert into crafts (hash, pattern) values ($1, $2)', ['old', JSON.stringify(old)]);
    await db.query(
      'insert into jobs (id, title, customer, revision, document, craft_hash) values ($1, $2, $3, 1, $4, $5)',
      [id, rest.title, rest.customer, JSON.stringify({ ...rest, version: 1, craft }), 'old'],
    );
    const { job } = await store.read(id);
    expect(job).toMatchObject({ version: JOB_VERSION, gear: TOURER_JOB.gear, seal: null });
    expect((await store.list())[0]).toMatchObject({ gear: 6, stops: 1 });
    const saved = await store.save(id, { base: 1, saveId: 's2', operations: [{ op: 'setWishes', wishes: 'Louder' }] });
    expect((await store.read(id)).job).toEqual(saved.job);
    await db.query('delete from jobs');
    await db.query("delete from crafts where hash = 'old'");
  });
});

/** A pattern as the first version kept it: covers on or off. */
function oldPattern(pattern: Pattern): object {
  const { version, measures, usualMemories, ...rest } = asPattern2(pattern) as Pattern;
  expect([version, measures, usualMemories]).toHaveLength(3);
  const ids = <T extends { covers: object }>(map: Record<string, T>) =>
    Object.fromEntries(
      Object.entries(map).map(([k, x]) => [k, { ...x, covers: Object.keys(x.covers), fish: undefined }]),
    );
  const covers = Object.fromEntries(
    Object.entries(pattern.covers).map(([k, c]) => [
      k,
      { name: c.name, minutes: c.states.off!.minutes, after: Object.keys(c.states.off!.after) },
    ]),
  );
  return { ...rest, places: ids(pattern.places), legs: ids(pattern.legs), covers };
}

describe('photographs', () => {
  const png = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
    'base64',
  );
  test('are kept under the hash of their bytes, read back, and swept when nothing names them', async () => {
    const photos = new PhotoStore(db, join(folder, 'photographs'));
    const hash = hashOf(png);
    await photos.keep(hash, png);
    await photos.keep(hash, png);
    expect(photos.read(hash)).toEqual({ mime: 'image/png', bytes: png });
    await expect(photos.keep('0'.repeat(64), png)).rejects.toBeInstanceOf(BadPhotoError);
    await expect(photos.keep(hash, Buffer.from('text'))).rejects.toThrow(/JPEG, PNG or WebP/);
    expect(photos.read('../../etc/passwd')).toBeUndefined();
    await store.create(TOURER_JOB, 's1');
    const named: BayEvent = {
      id: 'p1',
      at: '2026-11-25T08:00:00.000Z',
      by: '',
      kind: 'photo',
      subject: { kind: 'craft', id: 'craft' },
      photo: hash,
      caption: '',
      kept: true,
    };
    await store.addEvents(id, [named]);
    expect(await photos.sweep(0)).toBe(0);
    await store.remove(id, 1);
    // The event that names it may still be on its way.
    expect(await photos.sweep(24)).toBe(0);
    await db.query("update photographs set kept_at = kept_at - interval '25 hours'");
    // Sent once more, it is as new.
    await photos.keep(hash, png);
    expect(await photos.sweep(24)).toBe(0);
    const older = () => db.query("update photographs set kept_at = kept_at - interval '25 hours'");
    // Passed by once, as the clock may have jumped; by then it is as new again.
    await older();
    expect(await photos.sweep(24)).toBe(0);
    expect(await photos.sweep(24)).toBe(0);
    await older();
    await photos.keep(hash, png);
    await older();
    expect(await photos.sweep(24)).toBe(0);
    expect(photos.read(hash)).toBeDefined();
    await older();
    expect(await photos.sweep(24)).toBe(1);
    expect(photos.read(hash)).toBeUndefined();
  });
});
