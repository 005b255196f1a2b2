import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import Papa from 'papaparse';
import * as v from 'valibot';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { DEMO_JOBS, HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { SHELF } from '#demo/shelf';
import { GearItem } from '#core/gear/gear';
import { stepHash } from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import { DocumentError } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { applyAll } from '#core/job/operations';
import { sealOf } from '#core/job/seal';
import { planJob } from '#core/plan';
import { mostDrawn } from '#core/power/index';
import { arbitraryOf } from '../tests/support/arbitrary';
import { readBundle, writeBundle } from './bundle';
import { fastenersCsv, readShelfCsv, shelfCsv } from './csv';
import { cutListCsv } from './harness-csv';
import { drawingSvg } from './drawing';
import { fileStem } from './file-name';
import { jobSheetPdf } from './job-sheet';
import { hashOf } from '../server/store/photos';
import { whyNot } from '#core/document/overrule';

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const plan = planJob(TOURER_JOB);
const photoEvent: BayEvent = {
  id: 'p1',
  at: '2026-11-25T09:00:00.000Z',
  by: 'bench',
  kind: 'photo',
  subject: { kind: 'step', id: 'off:cover/cowl' },
  photo: hashOf(PNG),
  caption: 'Lamp plug ≤ 3 pins, 4 Ω',
  kept: true,
};
const events: BayEvent[] = [
  ...plan.build.steps.slice(0, 6).map((step, i): BayEvent => ({
    id: `t${i}`,
    at: `2026-11-25T08:0${i}:00.000Z`,
    by: 'bench',
    kind: 'tick',
    step: step.id,
    hash: stepHash(step),
    done: true,
  })),
  photoEvent,
];
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'haltrik-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

describe('shelf table', () => {
  test('written and read back it is the same shelf', () => {
    expect(readShelfCsv(shelfCsv(SHELF))).toEqual({ items: [...SHELF], problems: [] });
  });
  test('a table from before bridges, bands and polarity reads as what has always been so', () => {
    const { data, meta } = Papa.parse<Record<string, string>>(shelfCsv(SHELF), { header: true, skipEmptyLines: true });
    const since = ['bridged', 'filters', 'output_marks', 'output_keyed', 'bass_pair', 'listens_to', 'configure_first'];
    since.push('band', 'split_hz', 'selector', 'polarity', 'lead_colours', 'plug_keyed', 'level', 'max_watts');
    const columns = meta.fields!.filter((name) => !since.includes(name));
    const old = Papa.unparse({
      fields: columns,
      data: data.filter((row) => row['kind'] !== 'zoneControl').map((row) => columns.map((name) => row[name])),
    });
    const { items, problems } = readShelfCsv(old);
    expect(problems).toEqual([]);
    expect(items).toHaveLength(SHELF.filter(({ kind }) => kind !== 'zoneControl').length);
    expect(items.find(({ id }) => id === 'weir-4-45')).toMatchObject({ inputs: 'line', bank: { bridge: null } });
    expect(items.find(({ id }) => id === 'bittern-165')).toEqual(SHELF.find(({ id }) => id === 'bittern-165'));
  });
  test.each<[string, string, string, RegExp]>([
    ['weir-4-45', 'bridged', 'fl+fr at 4', /bank.bridge|bridged/],
    ['weir-4-45', 'bridged', 'fl+xx at 4: 100/4', /expected bridged pairs/],
    ['tench-200', 'selector', '2 Ω: x/1', /expected/],
    ['bittern-165', 'polarity', 'by smell', /expected/],
    ['sedge-165', 'lead_colours', 'mauve mauve-black', /expected a colour of insulation/],
  ])('%s with %s “%s” is refused by row and column', (id, column, cell, expected) => {
    const parsed = Papa.parse<Record<string, string>>(shelfCsv(SHELF), { header: true, skipEmptyLines: true });
    const row = parsed.data.findIndex((cells) => cells['id'] === id);
    parsed.data[row]![column] = cell;
    const { problems } = readShelfCsv(Papa.unparse(parsed.data));
    expect(problems.length).toBeGreaterThan(0);
    for (const problem of problems) {
      expect(problem.row).toBe(row + 2);
      expect(`${problem.column} ${problem.expected}`).toMatch(expected);
    }
  });
  test('every item the schema allows comes back as it was, whatever is in its texts', () => {
    const legal = (item: unknown) => v.safeParse(GearItem, item).success;
    fc.assert(
      fc.property(arbitraryOf(GearItem, legal), (made) => {
        // As the shelf holds it: with what the schema fills in.
        const item = v.parse(GearItem, made);
        const csv = shelfCsv([item]);
        expect(readShelfCsv(csv)).toEqual({ items: [item], problems: [] });
        // No cell is a formula to a table program.
        for (const cell of Object.values(
          Papa.parse<Record<string, string>>(csv, { header: true, delimiter: ',' }).data[0]!,
        ))
          if (Number.isNaN(Number(cell))) expect(cell.trim()).not.toMatch(/^[=+\-@\t\r]/);
      }),
      { seed: 5, numRuns: 200 },
    );
  });
  test.each<[string, (csv: string) => string, object]>([
    [
      'a figure out of range',
      (c) => c.replace(/,0\.42,/, ',-3,'),
      { row: 2, column: 'mass_kg', expected: 'expected 0 to 200 kg' },
    ],
    [
      'a word for a figure',
      (c) => c.replace(/,0\.42,/, ',heavy,'),
      { row: 2, column: 'mass_kg', expected: 'expected a number of kg' },
    ],
    [
      'an unknown column',
      (c) => c.replace('mass_kg', 'weight'),
      { row: 1, column: 'weight', expected: 'expected no such column' },
    ],
    [
      'no kind',
      (c) => c.replace('kind,', 'sort,'),
      { row: 1, column: 'kind', expected: 'expected this column; it is missing' },
    ],
    [
      'two of one id',
      (c) => `${c}${c.split('\n')[1]}\n`,
      { column: 'id', expected: 'expected ids that differ; row 2 has this one' },
    ],
    ['nothing at all', (c) => `${c.split('\n')[0]}\n`, { row: 2, expected: 'expected at least one item' }],
  ])('%s is named by row and column', (_, spoil, problem) => {
    expect(readShelfCsv(spoil(shelfCsv(SHELF))).problems).toContainEqual(expect.objectContaining(problem));
  });
  test('a kind nobody knows, and a cell that is not of its kind', () => {
    const csv = shelfCsv(SHELF);
    expect(readShelfCsv(csv.replace('\nheadUnit', '\ntuba')).problems[0]).toMatchObject({ row: 2, column: 'kind' });
    // The last column is the note, the only one with commas in it.
    const [head, first, ...rest] = csv.split('\n');
    const at = head!.split(',').indexOf('rms_w');
    const cells = first!.split(',');
    cells[at] = '50';
    expect(readShelfCsv([head, cells.join(','), ...rest].join('\n')).problems).toContainEqual({
      row: 2,
      column: 'rms_w',
      expected: 'expected nothing here for a headUnit',
    });
  });
});

test('cut list and fasteners: every row of the plan, and totals that agree', () => {
  const cuts = cutListCsv(TOURER_JOB, plan).trim().split('\n');
  expect(cuts).toHaveLength(plan.cutList.cuts.length + 1);
  const total = cuts.slice(1).reduce((sum, row) => sum + Number(row.split(',').at(-1)), 0);
  expect(total).toBe(Math.round(plan.cutList.wireM * 1000));
  const rows = fastenersCsv(TOURER_JOB, plan).trim().split('\n').slice(1);
  for (const row of rows) {
    const [out, reused, retired, added, back] = row.split(',').slice(-5).map(Number);
    expect(out).toBe(reused! + retired!);
    expect(back).toBe(reused! + added!);
  }
});

describe('whole job', () => {
  const photos = new Map([[hashOf(PNG), new Uint8Array(PNG)]]);
  const zip = writeBundle({ job: TOURER_JOB, events, photos });
  const spoilt = (change: (files: Record<string, Uint8Array>) => void): Uint8Array => {
    const files = unzipSync(zip);
    change(files);
    return zipSync(files);
  };
  const problems = (bytes: Uint8Array) => {
    try {
      readBundle(bytes);
      return [];
    } catch (error) {
      if (error instanceof DocumentError) return error.problems.map((p) => p.path);
      throw error;
    }
  };
  test('written and read back: job, events, pictures; then the same bytes each time', () => {
    const read = readBundle(zip);
    expect(read.job).toEqual(TOURER_JOB);
    expect(read.events).toEqual(events);
    expect(Buffer.from(read.photos.get(hashOf(PNG))!)).toEqual(PNG);
    const again = writeBundle(read);
    expect(Buffer.compare(Buffer.from(writeBundle(readBundle(again))), Buffer.from(again))).toBe(0);
  });
  test('an independent tool unpacks it', () => {
    const path = join(folder, 'job.zip');
    writeFileSync(path, zip);
    const list = execFileSync('python3', [
      '-c',
      'import sys,zipfile; z=zipfile.ZipFile(sys.argv[1]); assert z.testzip() is None; print("\\n".join(z.namelist()))',
      path,
    ]).toString();
    expect(list.trim().split('\n').sort()).toEqual(['events.json', 'job.json', `photographs/${hashOf(PNG)}`].sort());
  });
  test('everything that is wrong is named by its path, all at once', () => {
    expect(problems(strToU8('not a zip'))).toEqual(['(the file)']);
    expect(problems(spoilt((f) => delete f['job.json']))).toEqual(['job.json']);
    expect(problems(spoilt((f) => (f['events.json'] = strToU8('[{"id":"x"}]'))))[0]).toMatch(/^events.json: /);
    const all = problems(
      spoilt((f) => {
        f['job.json'] = strToU8(JSON.stringify({ ...TOURER_JOB, title: '' }));
        f[`photographs/${hashOf(PNG)}`] = strToU8('other');
      }),
    );
    expect(all).toEqual(['job.json: title', `photographs/${hashOf(PNG)}`]);
  });
  test('a job with a picture missing goes out and comes in, and says so', () => {
    const without = spoilt((f) => delete f[`photographs/${hashOf(PNG)}`]);
    expect(readBundle(without)).toMatchObject({ events, missing: [hashOf(PNG)] });
    expect(readBundle(writeBundle({ job: TOURER_JOB, events, photos: new Map() })).missing).toEqual([hashOf(PNG)]);
    // The maker’s sheet of gear is a photograph of the job too.
    const { head } = TOURER_JOB.gear;
    const sheet = { from: 'label', on: '', photo: 'c'.repeat(64) };
    const job = { ...TOURER_JOB, gear: { ...TOURER_JOB.gear, head: { ...head!, item: { ...head!.item, sheet } } } };
    expect(readBundle(writeBundle({ job, events, photos })).missing).toEqual(['c'.repeat(64)]);
    expect(readBundle(zip).missing).toEqual([]);
  });
  test('cut off anywhere, or saying less than it holds, it is refused and takes no more than its due', () => {
    for (const part of [0.1, 0.3, 0.5, 0.7, 0.9])
      expect(problems(zip.subarray(0, Math.floor(zip.length * part))).length).toBeGreaterThan(0);
    // Three hundred megabytes of nothing, said to be ten bytes.
    const bomb = Buffer.from(zipSync({ 'job.json': new Uint8Array(300_000_000) }));
    for (const at of [22, bomb.readUInt32LE(bomb.length - 6) + 24]) bomb.writeUInt32LE(10, at);
    const begun = process.memoryUsage().rss;
    expect(() => readBundle(bomb)).toThrow(/over 256 MB unpacked/);
    expect(process.memoryUsage().rss - begun).toBeLessThan(700e6);
  });
});

test('the drawing is an SVG an independent renderer takes, with every tag and run on it', () => {
  const svg = drawingSvg(TOURER_JOB, plan);
  for (const tag of Object.values(plan.tags))
    expect(svg).toMatch(new RegExp(`>(?:[A-Z]\\d+ )*${tag}(?: [A-Z]\\d+)*</text>`));
  expect(svg).toContain(TOURER_JOB.title);
  const hostile = { ...TOURER_JOB, title: 'A <b> & "c"' };
  const path = join(folder, 'drawing.svg');
  for (const job of [TOURER_JOB, hostile]) {
    writeFileSync(path, drawingSvg(job, planJob(job)));
    const png = execFileSync('rsvg-convert', ['-w', '470', path]);
    expect(png.readUInt32BE(16)).toBe(470);
    expect(png.length).toBeGreaterThan(20_000);
  }
});

describe('the job sheet, read back by an independent tool', () => {
  const pages = (pdf: Buffer) => {
    const path = join(folder, 'sheet.pdf');
    writeFileSync(path, pdf);
    const run = (tool: string, ...args: string[]) =>
      execFileSync(tool, [...args, path, ...(tool === 'pdftotext' ? ['-'] : [])]).toString();
    return {
      path,
      text: run('pdftotext', '-layout'),
      info: run('pdfinfo'),
      fonts: run('pdffonts'),
      bbox: run('pdftotext', '-bbox'),
    };
  };
  const overruled = (): Job => {
    const why = whyNot(plan.proposals['gauge=amp']!, 'Reel at hand: 2 Ω·mm² ≤ limit');
    return applyAll(TOURER_JOB, [
      { op: 'setWishes', wishes: 'Loud at 90 km/h, µ and √ and ⅛ too' },
      { op: 'overrule', kind: 'gauge', subject: 'amp', value: '4', why },
    ]);
  };

  test('has everything the sheet promises, on numbered pages with the safety line on each', async () => {
    const job = overruled();
    const { text, info, fonts } = pages(await jobSheetPdf(job, events, [{ bytes: PNG, caption: photoEvent.caption }]));
    const count = Number(/Pages:\s+(\d+)/.exec(info)![1]);
    expect(count).toBeGreaterThan(2);
    expect(info).toMatch(/Page size:\s+595\.\d+ x 841\.\d+ pts \(A4\)/);
    const sheets = text.split('\f').filter((page) => page.trim());
    expect(sheets).toHaveLength(count);
    sheets.forEach((page, i) => {
      expect(page).toContain('Local codes, the craft maker’s manual and licensed practice come first.');
      expect(page).toContain(`page ${i + 1} of ${count}`);
    });
    for (const heading of [
      'Gear',
      'Speaker circuits',
      'Power feeds',
      'Cut list',
      'Overrules',
      'Findings',
      'Steps: 6 of',
      'Fasteners',
      'Photographs',
      'Handed over',
    ])
      expect(text).toContain(heading);
    // Glyphs a narrow font would lack.
    for (const glyph of ['Ω', '≤', '²', '→', '×', '√', '⅛', 'µ', '·', '’']) expect(text).toContain(glyph);
    expect(text).toContain('Reel at hand: 2 Ω·mm²');
    const full = planJob(job);
    for (const run of full.runs) expect(text).toContain(String(run.cutMm));
    for (const feed of Object.values(full.power.feeds)) expect(text).toContain(`${feed.gauge} AWG`);
    expect(text).toContain('the wider tab');
    expect(text).toContain('label both ends');
    expect(
      fonts
        .split('\n')
        .slice(2)
        .filter(Boolean)
        .every((line) => /\byes\s+yes\s+yes\b/.test(line)),
    ).toBe(true);
  });

  test.each([
    ['the hire tourer', HIRE_JOB],
    ['the van, zones and all', DEMO_JOBS.find(({ id }) => id === 'narrow-van')!],
  ])('clips nothing of %s: every word lies inside the page’s margins', async (_, job) => {
    const { bbox } = pages(await jobSheetPdf(job, [], []));
    let words = 0;
    for (const [, x0, y0, x1, y1] of bbox.matchAll(
      /<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)"/g,
    )) {
      words++;
      expect(Number(x0)).toBeGreaterThan(20);
      expect(Number(x1)).toBeLessThan(595 - 20);
      expect(Number(y0)).toBeGreaterThan(20);
      expect(Number(y1)).toBeLessThan(842 - 20);
    }
    expect(words).toBeGreaterThan(300);
  });

  test('what comes out stands by itself, with why and whose it is; what is kept says so', async () => {
    const [head] = Object.keys(TOURER_JOB.gear).filter((id) => TOURER_JOB.gear[id]!.item.kind === 'headUnit');
    const job = applyAll(TOURER_JOB, [
      { op: 'setThere', id: 'amp', there: 'kept' },
      { op: 'setThere', id: head!, there: 'out' },
      { op: 'setTakeOut', gear: head!, out: { reason: 'water', goesTo: 'owner' } },
    ]);
    const { text } = pages(await jobSheetPdf(job, []));
    const [before, out] = text.split('Taken out') as [string, string];
    const name = TOURER_JOB.gear[head!]!.item.name;
    expect(out.split('\n').slice(0, 4).join(' ')).toMatch(new RegExp(`${name}.*water inside.*to the owner`));
    expect(before.slice(before.lastIndexOf('Gear'))).not.toContain(name);
    expect(before).toContain('Weir 4×45, kept');
    expect(pages(await jobSheetPdf(TOURER_JOB, [])).text).not.toContain('Taken out');
  });

  test('in inches: every length but those of tools, screws and bits; the document is the same', async () => {
    const job = overruled();
    const whole = pages(await jobSheetPdf(job, events, [], 'inch')).text;
    // What is worked out is worked out in metres, and says so.
    const [text, worked] = whole.split('How the figures come about') as [string, string];
    expect(worked).toContain('Worked in metres');
    const full = planJob(job);
    // By hand: 25.4 mm to the inch, 0.3048 m to the foot.
    for (const run of full.runs) expect(text).toContain((run.cutMm / 25.4).toFixed(1));
    expect(text).toContain(`wire ${(full.ledger.wireM / 0.3048).toFixed(2)} ft`);
    const { w, h, d } = job.gear['amp']!.item.size;
    expect(text).toContain([w, h, d].map((mm) => (mm / 25.4).toFixed(2)).join(' × '));
    expect(text).toContain('Cut, in');
    for (const [, mm] of text.matchAll(/(\d+(?:\.\d+)?) mm(?!²)/g)) expect(Number(mm)).toBeLessThan(50);
    expect(text).not.toMatch(/\d m\b(?!m|²)/);
    expect(text).toMatch(/\d mm socket/);
    // Torques too, in the steps and in the ledger of fasteners.
    expect(text).not.toContain('N·m');
    const torques = full.build.steps.flatMap(({ fasteners }) => fasteners.flatMap(({ torqueNm }) => torqueNm ?? []));
    expect(torques.length).toBeGreaterThan(0);
    const asTold = (nm: number) =>
      nm < 7 ? `${(nm / 0.1129848).toFixed(0)} in·lb` : `${(nm / 1.355818).toFixed(1)} ft·lb`;
    for (const nm of torques) expect(text).toContain(asTold(nm));
  });

  test('how the figures of every feed, battery and lead come about, as the screen tells it', async () => {
    const { text } = pages(await jobSheetPdf(TOURER_JOB, events));
    const worked = text.slice(text.indexOf('How the figures come about')).replace(/\s+/g, ' ');
    const { power, turnOn } = plan;
    for (const feed of Object.values(power.feeds)) expect(worked).toContain(`= ${mostDrawn(feed)!.amps.toFixed(2)} A`);
    expect(worked).toMatch(/12 Ah ÷ \(\d+\.\d\d A · 20 h\)\)\^1\.\d+ · 0\.\d+/);
    expect(worked).toContain(`≤ ${turnOn.availableA * 1000} mA`);
    expect(worked).toContain('common practice');
  });

  test('a sealed job gives the sheet of that day, whatever the planner says now', async () => {
    const then = { ...plan, ledger: { ...plan.ledger, worstDropPct: 1.23 } };
    const sealed: Job = { ...TOURER_JOB, seal: sealOf(then, '2026-11-25T16:00:00.000Z', 'Bench two', events.length) };
    const { text } = pages(await jobSheetPdf(sealed, events));
    expect(text).toContain('worst drop 1.23 %');
    expect(text).toMatch(/Sealed 2026-11-25 16:00 UTC by Bench two/);
  });

  test('an empty job, and a title as long as titles get, still make a sheet', async () => {
    const empty: Job = { ...TOURER_JOB, title: 'W'.repeat(120), gear: {}, circuits: {}, feeds: {} };
    expect(pages(await jobSheetPdf(empty, [])).text).toContain('None.');
    expect(readFileSync(join(folder, 'sheet.pdf')).subarray(0, 5).toString()).toBe('%PDF-');
  });
});

test.each([
  ['Adventure tourer, four speakers', 'Adventure tourer, four speakers'],
  ['Fähre №3: Heck/Bug?', 'Fähre №3 Heck Bug'],
  ['../../etc/passwd', 'etc passwd'],
  ['  . ', 'the-id'],
  ['nul', 'the-id'],
  ['a\u0000b\u202ec\nd', 'a b c d'],
  ['x'.repeat(300), 'x'.repeat(80)],
  ['“Loud” <and> *proud*.', '“Loud” and proud'],
])('files of %j are called %j', (title, stem) => expect(fileStem({ title, id: 'the-id' })).toBe(stem));
