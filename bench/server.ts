import { join } from 'node:path';
import { TOURER_JOB } from '#demo/jobs';
import { startServer, tempFolder } from '../tests/support/server';
import { openDatabase } from '../server/store/database';
import { measure, row, type Row } from './measure';

export async function serverRows(): Promise<Row[]> {
  const fresh: number[] = [];
  const again: number[] = [];
  const saves: number[] = [];
  const events: number[] = [];
  for (let i = 0; i < 5; i++) {
    const folder = tempFolder();
    const first = await startServer(folder.path, [], 0, { asServed: true });
    fresh.push(first.readyMs);
    await first.stop();
    const second = await startServer(folder.path, [], 0, { asServed: true });
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
    await searchRow(),
    row('server ready, new data folder', fresh, 'ms', 3000),
    row('server ready, folder in use before', again, 'ms', 2000),
    row('save, as the page sees it', saves, 'ms', 15, 'p95'),
    row('bay event, as the page sees it', events, 'ms', 15, 'p95'),
  ];
}

const MANY = 10_000;
/** Titles and customers of a workshop's years, no two jobs with the same three words. */
const FIRST = 'harbour river orchard quarry meadow granite copper lantern willow saddle'.split(' ');
const SECOND = 'launch tourer van camper skiff hauler rover cutter tender trailer'.split(' ');
const nameOf = (n: number) => [FIRST[n % 10]!, SECOND[Math.floor(n / 10) % 10]!, `w${Math.floor(n / 100)}`];

/** Years of jobs, searched as somebody types: one letter, some, a word, two. */
async function searchRow(): Promise<Row> {
  const folder = tempFolder();
  const first = await startServer(folder.path, [], 0, { asServed: true });
  const list = await fetch(`${first.url}/api/jobs`);
  await list.arrayBuffer();
  await first.stop();
  const db = await openDatabase(join(folder.path, 'db'));
  const names = Array.from({ length: MANY }, (_, n) => nameOf(n));
  await db.query(
    `insert into jobs (id, title, customer, revision, document, craft_hash, summary, words, changed_at)
       select 'many-' || n, name->>1, name->>0, 1, document, craft_hash, summary,
              array_to_tsvector(array(select jsonb_array_elements_text(name))), now() - n * interval '1 hour'
       from jobs, jsonb_array_elements($2::jsonb) with ordinality as given (name, n) where id = $1`,
    [TOURER_JOB.id, JSON.stringify(names)],
  );
  await db.close();
  const server = await startServer(folder.path, [], 0, { asServed: true });
  const asked = names.flatMap((words) => [words[0]![0]!, words[1]!.slice(0, 3), words[2]!, `${words[1]} ${words[2]}`]);
  let at = 0;
  const found = await measure(
    `search of ${MANY} jobs, as the Board asks`,
    300,
    async () => {
      const find = asked[(at++ * 37) % asked.length]!;
      const answer = await fetch(`${server.url}/api/jobs?${new URLSearchParams({ find, limit: '61' })}`);
      const rows = (await answer.json()) as unknown[];
      if (!rows.length) throw new Error(`nothing was found by ${find}`);
    },
    30,
    'p95',
  );
  await server.stop();
  folder.drop();
  return found;
}
