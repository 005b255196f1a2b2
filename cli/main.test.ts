import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { HIRE_JOB, TOURER_JOB } from '#demo/jobs';
import { planJob } from '#core/plan';
import { jobFileSchema, readJobFile, writeJobFile } from '#formats/job-file';
import { patternFileSchema } from '#formats/pattern-file';
import { run } from './main';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'haltrik-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

async function cli(command: string, text?: string) {
  const file = join(folder, 'job.json');
  if (text !== undefined) writeFileSync(file, text);
  const out: string[] = [];
  const err: string[] = [];
  const code = await run(
    text === undefined ? [command] : [command, file],
    (t) => out.push(t),
    (t) => err.push(t),
  );
  return { code, out: out.join('\n'), err: err.join('\n') };
}

test('plan prints the plan as JSON', async () => {
  const { code, out } = await cli('plan', writeJobFile(TOURER_JOB));
  expect(code).toBe(0);
  expect(JSON.parse(out)).toEqual(JSON.parse(JSON.stringify(planJob(TOURER_JOB))));
});

test('check prints findings and exits 1 only on stops', async () => {
  const good = await cli('check', writeJobFile(TOURER_JOB));
  expect(good.code).toBe(0);
  expect(good.out).toMatch(/NOTE routing: Slack at a moving joint/);
  const bad = await cli('check', writeJobFile(HIRE_JOB));
  expect(bad.code).toBe(1);
  expect(bad.out).toMatch(/STOP power: No fuse at the battery\..*common practice/);
  expect(bad.out).toMatch(/\d+ stops, \d+ cautions and notes$/);
});

test('figures prints how each comes about, as the screen does', async () => {
  const { code, out } = await cli('figures', writeJobFile(TOURER_JOB));
  expect(code).toBe(0);
  const lines = out.split('\n');
  const { feeds } = planJob(TOURER_JOB).power;
  expect(lines.filter((line) => / · Carries: table/.test(line))).toHaveLength(Object.keys(feeds).length);
  expect(out).toMatch(/Battery · Short-circuit current at the terminals: I = E ÷ R; 12\.70 V ÷ \d+ mΩ/);
  expect(lines.every((line) => /\[.+\]$/.test(line))).toBe(true);
});

test.each<[string, string, RegExp]>([
  ['not JSON', '{', /\(the file\): expected JSON/],
  ['a missing part', JSON.stringify({ ...TOURER_JOB, settings: undefined }), /settings: /],
  [
    'a wrong number',
    JSON.stringify({ ...TOURER_JOB, settings: { ...TOURER_JOB.settings, dropLimitPct: 'x' } }),
    /settings\.dropLimitPct: expected a number of %/,
  ],
  ['a list for a job', '[]', /format: expected this member; it is missing/],
  ['a member too many', JSON.stringify({ ...TOURER_JOB, spare: 1 }), /spare: expected no such member/],
  ['text where a map belongs', JSON.stringify({ ...TOURER_JOB, gear: 'none' }), /gear: expected Object, not "none"/],
])('%s: the path and what is expected, exit 2', async (_, text, message) => {
  const { code, out, err } = await cli('check', text);
  expect(code).toBe(2);
  expect(out).toBe('');
  expect(err).toMatch(message);
});

test('a file that is not there, and words that are off, exit 2', async () => {
  const err: string[] = [];
  expect(
    await run(
      ['plan', join(folder, 'none.json')],
      () => undefined,
      (t) => err.push(t),
    ),
  ).toBe(2);
  expect(
    await run(
      ['frob'],
      () => undefined,
      (t) => err.push(t),
    ),
  ).toBe(2);
  expect(
    await run(
      [],
      () => undefined,
      (t) => err.push(t),
    ),
  ).toBe(2);
  expect(err.join('\n')).toMatch(/usage: /);
});

test('the job sheet is written in the units that are named; units nobody knows write nothing', async () => {
  const job = join(folder, 'job.json');
  writeFileSync(job, writeJobFile(TOURER_JOB));
  const exported = async (out: string, ...flags: string[]) => {
    const err: string[] = [];
    const code = await run(
      ['export', job, join(folder, out), ...flags],
      () => undefined,
      (t) => err.push(t),
    );
    return { code, err: err.join('\n') };
  };
  expect(await exported('mm.pdf')).toEqual({ code: 0, err: '' });
  expect(await exported('in.pdf', '--units', 'inch')).toEqual({ code: 0, err: '' });
  const read = (file: string) => execFileSync('pdftotext', ['-layout', join(folder, file), '-'], { encoding: 'utf8' });
  expect(read('mm.pdf')).toContain('Cut, mm');
  expect(read('in.pdf')).toContain('Cut, in');
  for (const [flag, units, message] of [
    ['--units', 'cubits', /--units: expected metric or inch/],
    ['--unit', 'inch', /usage: /],
  ] as const) {
    const { code, err } = await exported('no.pdf', flag, units);
    expect(code).toBe(2);
    expect(err).toMatch(message);
  }
  expect(existsSync(join(folder, 'no.pdf'))).toBe(false);
});

test('a job file written is read back equal', () => {
  expect(readJobFile(writeJobFile(TOURER_JOB))).toEqual(TOURER_JOB);
});

const fail = (text: string) => {
  throw new Error(text);
};
test('the JSON Schemas in the repository are those the Valibot schemas make', async () => {
  for (const [kind, schema] of [
    ['job', jobFileSchema()],
    ['pattern', patternFileSchema()],
  ] as const) {
    const kept = readFileSync(`formats/${kind}-file.schema.json`, 'utf8');
    expect(JSON.parse(kept)).toEqual(JSON.parse(JSON.stringify(schema)));
    const out: string[] = [];
    expect(await run(['schema', ...(kind === 'job' ? [] : [kind])], (t) => out.push(t), fail)).toBe(0);
    expect(JSON.parse(out.join(''))).toEqual(JSON.parse(kept));
  }
  expect(await run(['schema', 'gear'], fail, () => undefined)).toBe(2);
});
