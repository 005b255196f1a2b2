import { setTimeout as later } from 'node:timers/promises';
import { startServer, tempFolder } from '../support/server';
import { Dice } from './dice';
import { Ledger, judge, work } from './load';
import type { How, Outcome } from './outcome';

const PEOPLE = 8;

/** kill -9 at random moments under mixed load of eight people, and every third time during the start after it. */
export async function kills({ seed, rounds, progress }: How): Promise<Outcome> {
  const folder = tempFolder();
  const dice = new Dice(`kills/${seed}`);
  const ledger = new Ledger();
  let startKills = 0;
  for (let round = 0; round < rounds; round++) {
    if (round % 3 === 2) {
      await startServer(folder.path, ['--empty'], 0, { killAfter: 20 + dice.below(700) }).then(
        (server) => server.kill(),
        () => startKills++,
      );
    }
    const server = await startServer(folder.path, ['--empty']).catch((error: unknown) => {
      ledger.fault(`round ${round}: no start: ${(error as Error).message}`);
      return undefined;
    });
    if (!server) break;
    await judge(server, ledger);
    let over = false;
    const people = Array.from({ length: PEOPLE }, (_, n) =>
      work(server, ledger, dice.beside(`${round}/p${n}`), () => over),
    );
    await later(100 + dice.below(800));
    over = true;
    await server.kill();
    await Promise.all(people);
    progress?.(round + 1);
  }
  const last = await startServer(folder.path);
  await judge(last, ledger, true);
  const exit = await last.stop();
  if (ledger.acknowledged < 2 * rounds)
    ledger.fault(`only ${ledger.acknowledged} acknowledged: nothing much was tried`);
  if (exit !== 0) ledger.fault(`the last stop ended with ${exit}`);
  folder.drop();
  return {
    name: 'kill -9 under mixed load',
    tried: rounds,
    figures: {
      acknowledged: ledger.acknowledged,
      'in flight, sent again': ledger.resent,
      'killed while starting': startKills,
    },
    faults: ledger.faults,
  };
}
