import { TOURER_JOB } from '#demo/jobs';
import { DocumentError } from '#core/document/fault';
import { jobSheetPdf } from '#formats/job-sheet';
import { Pool } from '../../server/work/pool';
import { TookTooLongError } from '../../server/work/pool';
import { startServer, tempFolder } from '../support/server';

const OF = { job: TOURER_JOB, events: [], photos: new Map(), units: 'metric' } as const;
const WORKER = new URL('../../dist/worker.js', import.meta.url);

describe('the thread beside the server', () => {
  test('gives what would be given here, and an error as the error it was', async () => {
    const pool = new Pool(WORKER);
    const [drawing, netlist, sheet] = await Promise.all([
      pool.run('export', 'drawing.svg', OF),
      pool.run('export', 'feeds-shoreMusic.cir', OF),
      pool.run('export', 'sheet.pdf', { ...OF, units: 'inch' }),
    ]);
    expect(drawing).toMatch(/^<svg /);
    expect(netlist).toBeUndefined();
    expect(Buffer.from(sheet!).length).toBeCloseTo((await jobSheetPdf(TOURER_JOB, [], [], 'inch')).length, -3);
    const refused = await pool.run('readJobFile', '{"format":"other"}').catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(DocumentError);
    expect((refused as DocumentError).problems.map(({ path }) => path)).toContain('format');
    await pool.close();
    await expect(pool.run('export', 'drawing.svg', OF)).rejects.toThrow(/stopping/);
  }, 30_000);

  test('what goes on too long is ended, and what comes after it is done', async () => {
    const pool = new Pool(WORKER, 1500);
    // A table of so many rows that it takes many seconds to say what is wrong with each.
    const rows = `kind,id,name\n${'tuba,x,y\n'.repeat(400_000)}`;
    const long = pool.run('readShelf', rows);
    const after = pool.run('readJobFile', '{"format":"other"}');
    await expect(long).rejects.toBeInstanceOf(TookTooLongError);
    await expect(after).rejects.toBeInstanceOf(DocumentError);
    await pool.close();
  }, 30_000);
});

test('while a heavy file is looked at the server answers others, and stops when it is told to', async () => {
  const folder = tempFolder();
  const server = await startServer(folder.path);
  const rows = `kind,id,name\n${'tuba,x,y\n'.repeat(400_000)}`;
  const heavy = fetch(`${server.url}/api/imports?look=1`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: rows,
  }).catch(() => undefined);
  await new Promise((done) => setTimeout(done, 500));
  let worst = 0;
  for (let i = 0; i < 20; i++) {
    const begun = performance.now();
    expect((await fetch(`${server.url}/api/health`)).status).toBe(200);
    worst = Math.max(worst, performance.now() - begun);
  }
  // Generous, for a busy machine: on the thread that answers it would be many seconds.
  expect(worst).toBeLessThan(1500);
  const begun = performance.now();
  server.process.kill('SIGTERM');
  await new Promise((done) => server.process.once('exit', done));
  expect(performance.now() - begun).toBeLessThan(5500);
  await heavy;
  folder.drop();
});
