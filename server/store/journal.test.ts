import { appendFileSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { contentHash } from '#core/document/hash';
import { HIRE_JOB, PATTERNS, TOURER_JOB } from '#demo/jobs';
import { SHELF, shelfItem } from '#demo/shelf';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { apply, type Operation } from '#core/job/operations';
import { overrule } from '#core/job/parts/overrules';
import { beginAnew, isOvergrown } from './begin-anew';
import { Changes } from './changes';
import { openDatabase } from './database';
import { JobStore, NoSuchDocumentError, SetAsideError } from './jobs';
import { Journal, type JournalEntry, type JournalLine } from './journal';
import type { DraftEdit } from '#core/drafting/draft';
import { Drafts } from './drafts';
import { Library } from './library';
import { RackStore } from './rack';
import { replay } from './replay';
import { runHere } from '../../tests/support/run-here';

let folder: string;
let path: string;
const open: { close: () => unknown }[] = [];
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'haltrik-'));
  path = join(folder, 'journal.ndjson');
});
afterEach(async () => {
  for (const one of open.splice(0)) await one.close();
  rmSync(folder, { recursive: true, force: true });
});

const id = TOURER_JOB.id;
const title = (text: string): Operation => ({ op: 'setTitle', title: text });
const note = (n: number): BayEvent => ({
  id: `e${n}`,
  at: '2026-11-25T08:00:00.000Z',
  by: '',
  kind: 'note',
  step: 'off:cover/cowl',
  text: `note ${n}`,
});
const keep = <T extends { close: () => unknown }>(one: T): T => {
  open.push(one);
  return one;
};
let base: PGlite;
beforeAll(async () => {
  base = await openDatabase();
});
afterAll(() => base.close());
/** An empty database: the one before it is gone. */
const newDatabase = async (): Promise<PGlite> => {
  await base.exec(
    'delete from jobs; delete from crafts; delete from shelf; delete from patterns; update journal_mark set generation = null, n = 0, at = 0',
  );
  return base;
};

/** A folder opened on a database: what came back, what is said of it, and the stores. */
async function opened(db: PGlite) {
  const journal = keep(Journal.open(path));
  const changes = new Changes(db, journal);
  const { changes: replayed, warnings } = await replay(changes);
  return {
    db,
    journal,
    changes,
    replayed,
    warnings,
    jobs: new JobStore(changes, runHere),
    library: new Library(changes),
  };
}
const entries = (lines: Iterable<JournalLine>) => [...lines].map((line) => (line.ok ? line.entry.kind : 'damaged'));
const readAll = () => {
  const journal = Journal.open(path);
  const found = [...journal.lines()];
  journal.close();
  return found;
};

describe('the file', () => {
  const some: JournalEntry[] = [
    { kind: 'delete', job: 'a', revision: 1 },
    { kind: 'save', job: 'b', revision: 2, saveId: 's', operations: [title('ü 🛥 Ω')] },
    { kind: 'delete', job: 'c', revision: 3 },
  ];
  const begun = () => {
    const journal = Journal.open(path);
    journal.append(...some);
    journal.close();
    return readFileSync(path);
  };

  test('reads back what was appended, numbered, each line proven by its length and checksum', () => {
    begun();
    const [first, ...rest] = readAll();
    expect(first).toMatchObject({ ok: true, n: 1, entry: { kind: 'journal' } });
    expect(rest.map((line) => line.ok && line.entry)).toEqual(some);
    expect(rest.map((line) => line.n)).toEqual([2, 3, 4]);
    expect(rest.at(-1)!.end).toBe(readFileSync(path).length);
  });

  test('from the end of any line on it reads the rest', () => {
    begun();
    const all = readAll();
    for (const [i, line] of all.entries()) {
      const journal = keep(Journal.open(path));
      expect(journal.beginsLineAt(line.end)).toBe(true);
      expect(journal.beginsLineAt(line.end - 1)).toBe(false);
      expect([...journal.lines(line.end, line.n)]).toEqual(all.slice(i + 1));
    }
  });

  test('cut off anywhere it holds the lines that are whole, and goes on behind them', () => {
    const bytes = begun();
    const ends = readAll().map((line) => line.end);
    for (let length = ends[0]!; length < bytes.length; length++) {
      writeFileSync(path, bytes.subarray(0, length));
      const journal = Journal.open(path);
      const found = [...journal.lines()];
      // A line that lacks its line end alone proves itself whole.
      const whole = ends.filter((end) => end - 1 <= length).length;
      expect([length, found.map((line) => line.ok)]).toEqual([length, Array(whole).fill(true)]);
      journal.append({ kind: 'delete', job: 'z', revision: 9 });
      journal.close();
      expect(entries(readAll())).toEqual([...found.map((line) => (line.ok ? line.entry.kind : '')), 'delete']);
    }
  });

  test('no byte that has become another passes for what was written, and only its own line is lost', () => {
    const bytes = begun();
    const good = readAll();
    for (let at = 0; at < bytes.length; at++)
      for (const flip of [0x01, 0x80]) {
        const spoilt = Buffer.from(bytes);
        spoilt[at]! ^= flip;
        writeFileSync(path, spoilt);
        const found = readAll();
        const said = found.flatMap((line) => (line.ok ? [JSON.stringify(line.entry)] : []));
        const lost = good
          .map((line) => JSON.stringify((line as { entry: unknown }).entry))
          .filter((entry) => !said.includes(entry));
        expect([at, flip, lost.length]).toEqual([at, flip, bytes[at] === 0x0a ? 0 : 1]);
        expect(said).toHaveLength(good.length - lost.length);
      }
  });

  test('is not written before it has been read to its end', () => {
    begun();
    const journal = keep(Journal.open(path));
    expect(() => journal.append(some[0]!)).toThrow(/not been read to its end/);
    const lines = journal.lines();
    lines.next();
    expect(() => journal.append(some[0]!)).toThrow(/not been read to its end/);
  });

  test('a line as long as several reads is one line', () => {
    const journal = Journal.open(path);
    const long: JournalEntry = {
      kind: 'save',
      job: 'b',
      revision: 2,
      saveId: 's',
      operations: [title('x'.repeat(3_500_000))],
    };
    journal.append(long, some[0]!);
    journal.close();
    expect(
      readAll()
        .map((line) => line.ok && line.entry)
        .slice(1),
    ).toEqual([long, some[0]]);
  });
});

describe('what the database has lost', () => {
  test('since some point comes back, and nothing a second time', async () => {
    const db = await newDatabase();
    const { jobs } = await opened(db);
    await jobs.create(TOURER_JOB, 's1');
    await jobs.save(id, { base: 1, saveId: 's2', operations: [title('Two')] });
    // As after a power cut: this is what reached the disk.
    const older = keep(await db.clone()) as PGlite;
    await jobs.save(id, { base: 2, saveId: 's3', operations: [title('Three')] });
    await jobs.create(HIRE_JOB, 'h1');
    await jobs.addEvents(id, [note(1), note(2)]);
    const again = await opened(older);
    expect([again.replayed, again.warnings]).toEqual([3, []]);
    expect(await again.jobs.read(id)).toEqual({ job: { ...TOURER_JOB, title: 'Three' }, revision: 3 });
    expect((await again.jobs.read(HIRE_JOB.id)).job).toEqual(HIRE_JOB);
    expect(await again.jobs.events(id)).toEqual([note(1), note(2)]);
    expect((await again.jobs.readRevision(id, 2))!.job.title).toBe('Two');
    expect((await opened(older)).replayed).toBe(0);
    // A save of which only the answer was lost is known.
    expect((await again.jobs.save(id, { base: 2, saveId: 's3', operations: [title('Three')] })).revision).toBe(3);
  });

  test('whole comes back whole, the shelf with it', async () => {
    const { jobs, library } = await opened(await newDatabase());
    await library.stock(SHELF, PATTERNS);
    await library.stock([{ ...shelfItem('kingcup-3'), note: 'changed' }], []);
    await jobs.create(TOURER_JOB, 's1');
    await jobs.save(id, { base: 1, saveId: 's2', operations: [title('Old life')] });
    await jobs.remove(id, 2);
    await jobs.create({ ...TOURER_JOB, title: 'New life' }, 's9');
    await jobs.create(HIRE_JOB, 'h1');
    await jobs.remove(HIRE_JOB.id, 1);
    const again = await opened(await newDatabase());
    expect((await again.jobs.list()).map((row) => [row.title, row.revision])).toEqual([['New life', 1]]);
    await expect(again.jobs.read(HIRE_JOB.id)).rejects.toBeInstanceOf(NoSuchDocumentError);
    const shelf = await again.library.shelf();
    expect(shelf.map((item) => item.id)).toEqual(SHELF.map((item) => item.id));
    expect(shelf.find((item) => item.id === 'kingcup-3')!.note).toBe('changed');
    expect(await again.library.patterns()).toHaveLength(PATTERNS.length);
  });

  test('one item put and one taken off come back, also where the journal was begun anew meanwhile', async () => {
    const { library, changes } = await opened(await newDatabase());
    await library.stock(SHELF, PATTERNS);
    const own = { ...shelfItem('kingcup-3'), id: 'own-radio', name: 'Own radio' };
    expect(await library.put(own, null)).toBeUndefined();
    expect(await library.put(own, null)).toEqual(own);
    expect(await library.drop('kingcup-bar', contentHash(shelfItem('kingcup-bar')))).toBeUndefined();
    const kept = SHELF.map(({ id: item }) => item).filter((item) => item !== 'kingcup-bar');
    const shelf = async (store: { library: { shelf: () => Promise<readonly { id: string }[]> } }) =>
      (await store.library.shelf()).map((item) => item.id);
    expect(await shelf(await opened(await newDatabase()))).toEqual([...kept, 'own-radio']);
    const anew = beginAnew(changes);
    await library.drop('own-radio', contentHash(own));
    await anew;
    // Into a database that was stocked as a new one is: what was taken off is not there again.
    const stocked = await newDatabase();
    await new Library(new Changes(stocked, undefined)).stock(SHELF, PATTERNS);
    expect(await shelf(await opened(stocked))).toEqual(kept);
  });

  test('the rack comes back as it was cut from, also where the journal was begun anew meanwhile', async () => {
    const db = await newDatabase();
    const { jobs, changes } = await opened(db);
    const rack = new RackStore(changes);
    await jobs.create(TOURER_JOB, 's1');
    const wire = { gauge: '16', colour: { body: 'green' } } as const;
    const reel = { wire, mm: 9000, note: 'Peg 1' };
    expect((await rack.put('a', reel, null)).taken).toBe(true);
    expect((await rack.put('a', { ...reel, mm: 1 }, null)).taken).toBe(false);
    const cut = (n: number, mm: number, piece = n): BayEvent => ({
      ...note(n),
      kind: 'wire',
      reel: 'a',
      wire,
      pieces: [{ run: 'speaker:amp>left', use: `piece ${piece}`, mm }],
      done: true,
    });
    const left = async (from: Awaited<ReturnType<typeof opened>>) =>
      (await new RackStore(from.changes).read()).reels['a']?.mm;
    await jobs.addEvents(id, [cut(1, 2500)]);
    // Sent again, with another beside it: each counts once.
    await jobs.addEvents(id, [cut(1, 2500), cut(2, 1000)]);
    expect(await left(await opened(await newDatabase()))).toBe(5500);
    const anew = beginAnew(changes);
    await jobs.addEvents(id, [cut(3, 500)]);
    // Entered by another person too, who did not know.
    await jobs.addEvents(id, [cut(5, 500, 3)]);
    await anew;
    expect(await left(await opened(await newDatabase()))).toBe(5000);
    // Written by the version before, which knew of no ends thrown away.
    await db.query("update rack set rack = rack - 'thrownAway'");
    await jobs.addEvents(id, [cut(6, 4900)]);
    expect((await rack.read()).reels).toEqual({});
    await jobs.addEvents(id, [{ ...cut(6, 4900), id: 'back', done: false } as BayEvent]);
    expect((await rack.read()).reels['a']).toEqual({ ...reel, mm: 5000 });
    // A job that is brought in with what was cut for it elsewhere takes nothing here.
    await jobs.createWhole({ ...TOURER_JOB, id: 'elsewhere' }, [cut(4, 700)], 's2');
    expect((await rack.read()).reels['a']!.mm).toBe(5000);
  });

  test('what is drawn comes back edit by edit, also where the journal was begun anew meanwhile', async () => {
    const db = await newDatabase();
    const { changes, library } = await opened(db);
    await library.stock(SHELF, PATTERNS);
    const drafts = new Drafts(changes);
    const [first, second] = PATTERNS;
    const named = (name: string): DraftEdit => ({ op: 'setHead', part: { name } });
    expect(await drafts.create(first!, 'd1')).toBe(true);
    expect(await drafts.create(second!, 'e1')).toBe(true);
    for (const n of [2, 3, 4]) await drafts.save(first!.id, `d${n}`, [named(`Drawn ${n}`)]);
    expect(await drafts.drop(second!.id, 2)).toBe(false);
    expect(await drafts.drop(second!.id, 1)).toBe(true);
    const read = async (from: Awaited<ReturnType<typeof opened>>) => {
      const there = new Drafts(from.changes);
      return {
        list: (await there.list()).map((one) => [one.id, one.name, one.revision]),
        whole: await there.read(first!.id),
      };
    };
    const all = { list: [[first!.id, 'Drawn 4', 4]], whole: { draft: { ...first!, name: 'Drawn 4' }, revision: 4 } };
    expect(await read(await opened(await newDatabase()))).toEqual(all);
    const anew = beginAnew(changes);
    await drafts.save(first!.id, 'd5', [named('Meanwhile')]);
    expect(await library.removePattern(second!.id, contentHash(second!))).toBeUndefined();
    await drafts.create({ ...second!, id: 'short-lived' }, 'g1');
    await drafts.drop('short-lived', 1);
    await anew;
    await drafts.save(first!.id, 'd6', [named('After')]);
    const stocked = await newDatabase();
    await new Library(new Changes(stocked, undefined)).stock(SHELF, PATTERNS);
    const again = await opened(stocked);
    expect((await read(again)).list).toEqual([[first!.id, 'After', 6]]);
    expect((await again.library.patterns()).map(({ pattern }) => pattern.id)).not.toContain(second!.id);
    // On the database that has it all, nothing comes back twice.
    expect((await opened(db)).replayed).toBe(0);
  });

  test('an earlier job of the same id does not pass for the later one', async () => {
    const db = await newDatabase();
    const { jobs } = await opened(db);
    await jobs.create(TOURER_JOB, 's1');
    const older = keep(await db.clone()) as PGlite;
    await jobs.remove(id, 1);
    await jobs.create({ ...TOURER_JOB, title: 'New life' }, 's9');
    const again = await opened(older);
    expect((await again.jobs.read(id)).job.title).toBe('New life');
  });

  test('comes back through a journal begun anew, with what was changed while it was', async () => {
    const db = await newDatabase();
    const { jobs, changes, journal, library } = await opened(db);
    await library.stock(SHELF, PATTERNS);
    for (const n of [1, 2, 3, 4, 5]) await jobs.create({ ...TOURER_JOB, id: `job-${n}` }, `s${n}`);
    await jobs.addEvents('job-1', [note(1), note(2)]);
    await jobs.remove('job-2', 1);
    const before = journal.size;
    const anew = beginAnew(changes);
    await jobs.save('job-1', { base: 1, saveId: 'a', operations: [title('Meanwhile')] });
    await jobs.create({ ...TOURER_JOB, id: 'job-6' }, 's6');
    await jobs.remove('job-3', 1);
    await jobs.addEvents('job-1', [note(3)]);
    await anew;
    await jobs.save('job-4', { base: 1, saveId: 'b', operations: [title('After')] });
    expect(journal.size).toBeLessThan(before * 2);
    const again = await opened(keep(await openDatabase()));
    const rows = (await again.jobs.list()).map((row) => [row.id, row.revision, row.title]).sort();
    expect(rows).toEqual([
      ['job-1', 2, 'Meanwhile'],
      ['job-4', 2, 'After'],
      ['job-5', 1, TOURER_JOB.title],
      ['job-6', 1, TOURER_JOB.title],
    ]);
    expect(await again.jobs.events('job-1')).toEqual([note(1), note(2), note(3)]);
    expect(await again.library.shelf()).toHaveLength(SHELF.length);
    // On the database that has it all, nothing comes back, and every past revision is still there.
    const same = await opened(db);
    expect([same.replayed, same.warnings]).toEqual([0, []]);
    expect((await same.jobs.readRevision('job-1', 1))!.job.title).toBe(TOURER_JOB.title);
  });

  test('a crash between the new file and the mark loses no past revision', async () => {
    const db = await newDatabase();
    const { jobs, changes } = await opened(db);
    await jobs.create(TOURER_JOB, 's1');
    await jobs.save(id, { base: 1, saveId: 's2', operations: [title('Two')] });
    const unmarked = keep(await db.clone()) as PGlite;
    await beginAnew(changes);
    const again = await opened(unmarked);
    expect(again.warnings).toEqual([]);
    expect((await again.jobs.readRevision(id, 1))!.job).toEqual(TOURER_JOB);
    expect((await again.jobs.read(id)).revision).toBe(2);
  });

  test('patterns stand in the file once, however many jobs share one', async () => {
    const { jobs } = await opened(await newDatabase());
    for (const n of [1, 2, 3]) await jobs.create({ ...TOURER_JOB, id: `job-${n}` }, `s${n}`);
    expect(entries(readAll())).toEqual(['journal', 'pattern', 'create', 'create', 'create']);
  });
});

describe('a damaged journal', () => {
  /** The journal with the line that says this spoilt in its middle. */
  const spoil = (saying: string) => {
    const bytes = readFileSync(path);
    const at = bytes.indexOf(saying);
    expect(at).toBeGreaterThan(0);
    bytes[at + 1]! ^= 0x01;
    writeFileSync(path, bytes);
  };
  const made = async () => {
    const db = await newDatabase();
    const { jobs } = await opened(db);
    await jobs.create(TOURER_JOB, 's1');
    await jobs.create(HIRE_JOB, 'h1');
    await jobs.save(id, { base: 1, saveId: 's2', operations: [title('Second title')] });
    await jobs.save(HIRE_JOB.id, { base: 1, saveId: 'h2', operations: [title('Hired')] });
    await jobs.save(id, { base: 2, saveId: 's3', operations: [title('Third title')] });
    return db;
  };

  test('where the database is past the line: it starts, says so, keeps the bytes and begins anew', async () => {
    const db = await made();
    spoil('Second title');
    // Only read whole where the mark does not help: as when the database was restored from a copy.
    await db.query('update journal_mark set at = 0');
    const again = await opened(db);
    expect(again.warnings).toEqual([
      expect.stringMatching(/damaged near line \d, at job tourer-four-speakers: the database has what it said/),
    ]);
    expect((await again.jobs.read(id)).job.title).toBe('Third title');
    expect((await again.jobs.list()).every((row) => row.trouble === undefined)).toBe(true);
    expect(readFileSync(`${path}.aside`, 'utf8')).toContain('title');
    expect(readdirSync(folder).some((name) => /\.old-\d/.test(name))).toBe(true);
    expect(readAll().every((line) => line.ok)).toBe(true);
    expect((await opened(db)).warnings).toEqual([]);
  });

  test('where it is not: that job is set aside as it was, the others are whole, and it can be taken as it stands', async () => {
    await made();
    spoil('Second title');
    const again = await opened(await newDatabase());
    const rows = Object.fromEntries((await again.jobs.list()).map((row) => [row.id, row]));
    expect(rows[HIRE_JOB.id]).toMatchObject({ title: 'Hired', revision: 2 });
    expect(rows[HIRE_JOB.id]!.trouble).toBeUndefined();
    expect(rows[id]).toMatchObject({ title: TOURER_JOB.title, revision: 1 });
    expect(rows[id]!.trouble).toMatch(/after revision 1 could not be read/);
    // It can be looked at, and takes no edit: what was lost would be written over.
    expect((await again.jobs.read(id)).job).toEqual(TOURER_JOB);
    const save = { base: 1, saveId: 'new', operations: [title('Anew')] };
    await expect(again.jobs.save(id, save)).rejects.toBeInstanceOf(SetAsideError);
    await again.jobs.settle(id);
    expect(await again.jobs.save(id, save)).toMatchObject({ revision: 2, job: { title: 'Anew' } });
    // And so it stays, also on a database made anew.
    const later = await opened(await newDatabase());
    expect((await later.jobs.read(id)).job.title).toBe('Anew');
    expect((await later.jobs.list()).every((row) => row.trouble === undefined)).toBe(true);
  });

  test('the last line of a job: nothing after it would tell, so the job is set aside', async () => {
    await made();
    spoil('Third title');
    const again = await opened(await newDatabase());
    const row = (await again.jobs.list()).find((r) => r.id === id)!;
    expect(row).toMatchObject({ title: 'Second title', revision: 2 });
    expect(row.trouble).toMatch(/may be missing/);
  });

  test('the last line of all: set aside only where the database has not got it', async () => {
    const db = await made();
    const older = keep(await db.clone()) as PGlite;
    await older.query("update jobs set revision = 2, title = 'Second title' where id = $1", [id]);
    await older.query('delete from revisions where job_id = $1 and revision = 3', [id]);
    // What a power cut took: the last change, and with it that it was there.
    await older.query('update journal_mark set n = n - 1, at = 0');
    spoil('Third title');
    const copy = readFileSync(path);
    await db.query('update journal_mark set at = 0');
    const whole = await opened(db);
    expect(whole.warnings[0]).toMatch(/the database has what it said/);
    expect((await whole.jobs.list()).every((row) => row.trouble === undefined)).toBe(true);
    expect((await whole.jobs.read(id)).job.title).toBe('Third title');
    writeFileSync(path, copy);
    const short = await opened(older);
    expect(short.warnings[0]).toMatch(/what it said is lost unless/);
    expect((await short.jobs.list()).find((row) => row.id === id)!.trouble).toMatch(/may be missing/);
    // Both damaged files are kept, though both starts fell into one second.
    expect(readdirSync(folder).filter((name) => /\.old-/.test(name))).toHaveLength(2);
  });

  test('a job whose beginning is gone is told, and the workshop opens', async () => {
    await made();
    spoil('"saveId":"s1"');
    const again = await opened(await newDatabase());
    expect((await again.jobs.list()).map((row) => row.id)).toEqual([HIRE_JOB.id]);
    expect(again.warnings.join()).toMatch(/at job tourer-four-speakers: what it said is lost/);
    expect(readFileSync(`${path}.aside`, 'utf8')).toContain('Third title');
  });

  test('a document that is no job any more stands on the Board with the reason', async () => {
    const db = await newDatabase();
    const { jobs, journal } = await opened(db);
    await jobs.create(TOURER_JOB, 's1');
    const { gear, ...rest } = HIRE_JOB;
    expect(gear).toBeDefined();
    journal.append({
      kind: 'create',
      job: HIRE_JOB.id,
      saveId: 'x',
      document: rest as unknown as Record<string, unknown>,
    });
    journal.append({ kind: 'create', job: 'odd', saveId: 'x', document: { id: 'odd', title: 7 } });
    const again = await opened(db);
    const rows = Object.fromEntries((await again.jobs.list()).map((row) => [row.id, row]));
    expect(Object.keys(rows).sort()).toEqual([HIRE_JOB.id, 'odd', id].sort());
    expect(rows[HIRE_JOB.id]!.trouble).toMatch(/it cannot be read: gear: expected/);
    expect(rows['odd']).toMatchObject({ title: 'odd', unplanned: expect.any(String) as string });
    expect(rows[id]).toMatchObject({ stops: 0 });
    expect(await again.jobs.raw('odd')).toMatchObject({ title: 7 });
    await expect(again.jobs.settle('odd')).rejects.toThrow(/expected/);
  });

  test('a journal that is gone, or lacks what the database has, is noticed and begun anew', async () => {
    const db = await made();
    rmSync(path);
    const again = await opened(db);
    expect(again.warnings).toEqual([
      expect.stringMatching(/lacks what the database has, or is gone; it was begun anew/),
    ]);
    expect((await opened(db)).warnings).toEqual([]);
    const later = await opened(await newDatabase());
    expect((await later.jobs.read(id)).job.title).toBe('Third title');
    expect((await later.jobs.read(HIRE_JOB.id)).job.title).toBe('Hired');
  });
});

test('a journal of the first version is read, and begun anew with numbers and checksums', async () => {
  const first = (entry: object) => appendFileSync(path, `${JSON.stringify(entry)}\n`);
  first({ kind: 'create', job: id, saveId: 's1', document: TOURER_JOB });
  first({ kind: 'save', job: id, revision: 2, saveId: 's2', operations: [title('Two')] });
  // Edits stand there as the version that made them wrote them.
  const gauge = { op: 'chooseGauge', gear: 'amp', gauge: '4' };
  first({ kind: 'save', job: id, revision: 3, saveId: 's3', operations: [gauge] });
  first({ kind: 'events', job: id, events: [note(1)] });
  first({ kind: 'state', job: HIRE_JOB.id, revision: 7, document: HIRE_JOB });
  appendFileSync(path, '{"kind":"save","job":"tour');
  const db = await newDatabase();
  const again = await opened(db);
  expect([again.replayed, again.warnings]).toEqual([5, []]);
  const set = apply(TOURER_JOB, overrule('gauge', 'amp', '4'));
  expect(await again.jobs.read(id)).toEqual({ job: { ...set, title: 'Two' }, revision: 3 });
  expect((await again.jobs.readRevision(id, 3))!.job).toEqual({ ...set, title: 'Two' });
  expect((await again.jobs.read(HIRE_JOB.id)).revision).toBe(7);
  expect(readAll().every((line) => line.ok && line.n > 0)).toBe(true);
  expect((await again.jobs.readRevision(id, 1))!.job.title).toBe(TOURER_JOB.title);
  expect((await opened(db)).replayed).toBe(0);
});

test('a journal is begun anew when it has grown fourfold since it last was, and is large at all', () => {
  const MB = 1024 * 1024;
  expect(isOvergrown({ size: 32 * MB, begunAt: 0 })).toBe(false);
  expect(isOvergrown({ size: 32 * MB + 1, begunAt: 0 })).toBe(true);
  expect(isOvergrown({ size: 200 * MB, begunAt: 50 * MB })).toBe(false);
  expect(isOvergrown({ size: 200 * MB + 1, begunAt: 50 * MB })).toBe(true);
});

test('a past revision is found however many there are, through those that stand whole', async () => {
  const { jobs, db } = await opened(await newDatabase());
  await jobs.create(TOURER_JOB, 's1');
  for (let n = 2; n <= 230; n++) await jobs.save(id, { base: n - 1, saveId: `s${n}`, operations: [title(`T${n}`)] });
  const at = async (revision: number): Promise<Job> => (await jobs.readRevision(id, revision))!.job;
  for (const revision of [1, 2, 99, 100, 101, 199, 200, 230])
    expect((await at(revision)).title).toBe(revision === 1 ? TOURER_JOB.title : `T${revision}`);
  expect(await jobs.readRevision(id, 231)).toBeUndefined();
  const { rows } = await db.query('select 1 from revisions where document is not null');
  expect(rows).toHaveLength(3);
  expect(existsSync(path)).toBe(true);
});
