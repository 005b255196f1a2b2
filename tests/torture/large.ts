import { readFileSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { finishedJob } from '#demo/finished';
import { Journal } from '../../server/store/journal';
import { keptAs } from '../../server/store/document';
import { startServer, tempFolder, type Running } from '../support/server';
import { Dice } from './dice';
import { send } from './load';
import type { How, Outcome } from './outcome';
import { contentHash } from '#core/document/hash';

const MB = 1024 * 1024;
/** Most memory a server has held, MB. */
const peakOf = ({ process }: Running) =>
  Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${process.pid}/status`, 'utf8'))![1]) / 1024);

/** A journal of `rounds` megabytes, of crafts drawn by the workshop and sealed jobs: read with the database gone and there. */
export async function largeJournal({ seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`large/${seed}`);
  const folder = tempFolder();
  await (await startServer(folder.path, ['--empty'])).stop();
  const path = join(folder.path, 'journal.ndjson');
  const journal = Journal.open(path);
  for (const line of journal.lines(0, 0)) void line;
  const job = finishedJob(0);
  let count = 0;
  for (let crafts = 0; journal.size < rounds * MB; crafts++) {
    const pattern = { ...job.craft.pattern, name: `Tourer ${crafts}` };
    journal.append({ kind: 'pattern', hash: contentHash(pattern), pattern });
    if (crafts % 20) continue;
    const id = `sealed-${count++}`;
    journal.append(
      ...keptAs(journal, { ...job, id, title: id }, (kept) => ({ kind: 'create', saveId: `c-${id}`, ...kept })),
    );
    if (count % 10 === 0) progress?.(Math.round(journal.size / MB));
  }
  journal.close();
  rmSync(join(folder.path, 'db'), { recursive: true });
  const faults: string[] = [];
  const figures: Record<string, number> = { jobs: count, 'MB of journal': Math.round(statSync(path).size / MB) };
  const look = async (when: string, server: Running) => {
    figures[`ready ${when}, s`] = Math.round(server.readyMs / 100) / 10;
    figures[`most memory ${when}, MB`] = peakOf(server);
    for (let n = 0; n < 20; n++) {
      const id = `sealed-${n ? dice.below(count) : count - 1}`;
      const answer = await send(server, 'GET', `/jobs/${id}`);
      const { job: read } = (await answer.json()) as { job?: { title: string; seal: { hash: string } } };
      if (read?.title !== id || read.seal.hash !== job.seal!.hash) faults.push(`${id} ${when}: ${answer.status}`);
    }
    const saved = await send(server, 'POST', '/jobs/sealed-0/events', {
      events: [
        {
          id: `e-${when.replace(/ /g, '-')}`,
          at: '2026-11-25T08:00:00.000Z',
          by: '',
          kind: 'time',
          step: 'off:cover/cowl',
          minutes: 3,
        },
      ],
    });
    if (saved.status !== 200) faults.push(`an entry ${when}: ${saved.status}`);
  };
  try {
    const first = await startServer(folder.path);
    await look('with the database gone', first);
    await first.kill();
    const second = await startServer(folder.path);
    await look('after a kill', second);
    await second.stop();
  } catch (error) {
    faults.push((error as Error).message);
  }
  folder.drop();
  return { name: 'a large journal', tried: rounds, figures, faults };
}
