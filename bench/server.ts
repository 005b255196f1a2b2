import { TOURER_JOB } from '#demo/jobs';
import { startServer, tempFolder } from '../tests/support/server';
import { row, type Row } from './measure';

export async function serverRows(): Promise<Row[]> {
  const fresh: number[] = [];
  const again: number[] = [];
  const saves: number[] = [];
  const events: number[] = [];
  for (let i = 0; i < 5; i++) {
    const folder = tempFolder();
    const first = await startServer(folder.path);
    fresh.push(first.readyMs);
    await first.stop();
    const second = await startServer(folder.path);
    again.push(second.readyMs);
    if (i === 0)
      for (let n = 1; n <= 220; n++) {
        const body = JSON.stringify({ base: n, saveId: `b${n}`, operations: [{ op: 'setTitle', title: `Save ${n}` }] });
        const begun = performance.now();
        const answer = await fetch(`${second.url}/api/jobs/${TOURER_JOB.id}/saves`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body,
        });
        await answer.arrayBuffer();
        if (n > 20) saves.push(performance.now() - begun);
      }
    if (i === 0)
      for (let n = 1; n <= 120; n++) {
        const at = new Date(Date.UTC(2026, 0, 1, 8, 0, n)).toISOString();
        const tick = { id: `bench-${n}`, at, by: 'Bench', kind: 'note', step: 'isolate:battery', text: `note ${n}` };
        const begun = performance.now();
        const answer = await fetch(`${second.url}/api/jobs/${TOURER_JOB.id}/events`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ events: [tick] }),
        });
        await answer.arrayBuffer();
        if (!answer.ok) throw new Error(`an event was refused: ${answer.status}`);
        if (n > 20) events.push(performance.now() - begun);
      }
    await second.stop();
    folder.drop();
  }
  return [
    row('server ready, new data folder', fresh, 'ms', 3000),
    row('server ready, folder in use before', again, 'ms', 2000),
    row('save, as the page sees it', saves, 'ms', 15, 'p95'),
    row('bay event, as the page sees it', events, 'ms', 15, 'p95'),
  ];
}
