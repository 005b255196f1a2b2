import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as later } from 'node:timers/promises';
import { startServer, tempFolder, type Running } from '../support/server';
import { tinyPng } from '../support/png';
import { Dice } from './dice';
import { Ledger, judge, send, shotOf, work } from './load';
import type { How, Outcome } from './outcome';

const PEOPLE = 4;
async function load(server: Running, ledger: Ledger, dice: Dice, ms: number): Promise<void> {
  let over = false;
  const people = Array.from({ length: PEOPLE }, (_, n) => work(server, ledger, dice.beside(`p${n}`), () => over));
  await later(ms);
  over = true;
  await Promise.all(people);
}

/** A disk that is filled while people work, emptied again, and filled up once more: refused in words, none lost. */
export async function fullDisk({ seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`disk/${seed}`);
  const ledger = new Ledger();
  let full = 0;
  for (let round = 0; round < rounds; round++) {
    const mount = tempFolder();
    const size = 90 + dice.below(40);
    const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${size}m`, 'tmpfs', mount.path]);
    if (mounted.status !== 0) {
      ledger.fault(`no small disk can be mounted here (as root it can): ${mounted.stderr.toString().trim()}`);
      mount.drop();
      break;
    }
    const own = new Ledger();
    try {
      const path = join(mount.path, 'data');
      const ballast = join(mount.path, 'ballast');
      const server = await startServer(path, ['--empty']);
      await load(server, own, dice.beside(`${round}/a`), 300);
      // Filled to the last block while they work.
      const working = load(server, own, dice.beside(`${round}/b`), 700);
      spawnSync('dd', ['if=/dev/zero', `of=${ballast}`, 'bs=64k'], { stdio: 'ignore' });
      await working;
      if ((await send(server, 'GET', '/health')).status !== 200) own.fault('not healthy with a full disk');
      rmSync(ballast, { force: true });
      const before = own.full;
      await load(server, own, dice.beside(`${round}/c`), 400);
      if (own.full > before) own.fault('still refused after room was made');
      await judge(server, own, true);
      await (dice.chance(50) ? server.kill() : server.stop());
      const again = await startServer(path);
      await judge(again, own, true);
      await again.stop();
    } catch (error) {
      own.fault((error as Error).message);
    } finally {
      execFileSync('umount', ['-l', mount.path]);
      mount.drop();
    }
    full += own.full;
    ledger.acknowledged += own.acknowledged;
    for (const words of own.faults) ledger.fault(`round ${round} (${size} MB): ${words}`);
    progress?.(round + 1);
  }
  if (!full && !ledger.faults.length) ledger.fault('no disk was ever full: nothing was tried');
  return {
    name: 'a full disk, and room made again',
    tried: rounds,
    figures: { acknowledged: ledger.acknowledged, 'refused as full': full },
    faults: ledger.faults,
  };
}

/** Locks no Haltrik wrote, or one that is dead did: each is taken over, and one that lives is not. */
export async function locks({ seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`locks/${seed}`);
  const faults: string[] = [];
  const boot = '00000000-0000-0000-0000-000000000000';
  const made = (): string =>
    dice.one([
      '',
      '\u0000'.repeat(1 + dice.below(40)),
      '0\n',
      '-1\n',
      '99999999999\n',
      'NaN',
      `${process.pid}`,
      `${process.pid} 1 ${boot}\n`,
      `${2 ** 22 - 1 - dice.below(1000)} 5\n`,
      String.fromCharCode(...Array.from({ length: 1 + dice.below(60) }, () => dice.below(256))),
    ]);
  const folder = tempFolder();
  await (await startServer(folder.path, ['--empty'])).stop();
  for (let round = 0; round < rounds; round++) {
    const lock = made();
    writeFileSync(join(folder.path, 'lock'), lock, 'latin1');
    try {
      const server = await startServer(folder.path);
      await startServer(folder.path).then(
        async (second) => {
          faults.push(`${JSON.stringify(lock)}: a second server got in beside the first`);
          await second.stop();
        },
        (error: unknown) => {
          if (!/in use by another Haltrik/.test((error as Error).message))
            faults.push(`${JSON.stringify(lock)}: the second was told: ${(error as Error).message}`);
        },
      );
      await server.stop();
    } catch (error) {
      faults.push(`${JSON.stringify(lock)}: ${(error as Error).message}`);
    }
    progress?.(round + 1);
  }
  rmSync(join(folder.path, 'lock'), { force: true });
  mkdirSync(join(folder.path, 'lock'));
  await startServer(folder.path).then(
    async (server) => {
      faults.push('a folder in the place of the lock was passed by');
      await server.stop();
    },
    (error: unknown) => {
      if (!/in the way of the lock/.test((error as Error).message))
        faults.push(`a folder in the place of the lock: ${(error as Error).message}`);
    },
  );
  folder.drop();
  return { name: 'locks of garbage, of the dead, of another boot', tried: rounds + 1, figures: {}, faults };
}

/** A module that puts the server's clock off, given to it before it starts. */
const clockOff = (ms: number) =>
  `--import=data:text/javascript,${encodeURIComponent(
    `const D=Date,off=${ms};globalThis.Date=class extends D{constructor(...a){a.length?super(...a):super(D.now()+off)}static now(){return D.now()+off}}`,
  )}`;

/**
 * The machine's clock jumps between starts, years ahead and back, as it does when its battery is dead: order is what
 * was received, and nothing kept for a while is dropped for it.
 */
export async function clocks({ seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`clocks/${seed}`);
  const ledger = new Ledger();
  const folder = tempFolder();
  const year = 365.25 * 24 * 3600 * 1000;
  const day = 24 * 3600 * 1000;
  let waiting: { hash: string; job: string } | undefined;
  let order: string[] = [];
  for (let round = 0; round < rounds; round++) {
    const off = round === 0 ? -26 * year : dice.one([0, -26 * year, 10 * year, -3 * day, 20 * day, 3600_000]);
    try {
      const server = await startServer(folder.path, ['--empty'], 0, { env: { NODE_OPTIONS: clockOff(off) } });
      await judge(server, ledger, true);
      await load(server, ledger, dice.beside(round), 250);
      if (waiting) {
        // Its picture came before the jump, the entry that names it after.
        const { hash, job } = waiting;
        const picture = await send(server, 'GET', `/photographs/${hash}`);
        if (picture.status !== 200) ledger.fault(`round ${round}: a picture whose entry was on its way is gone`);
        if (ledger.jobs.has(job)) {
          const id = `clock-${round}`;
          await send(server, 'POST', `/jobs/${job}/events`, {
            events: [{ ...shotOf(id, hash), at: new Date(Date.now() + off).toISOString() }],
          });
          const there = (await (await send(server, 'GET', `/jobs/${job}/events`)).json()) as { id: string }[];
          order = there.map((event) => event.id);
          if (order.at(-1) !== id) ledger.fault(`round ${round}: what came last does not stand last`);
        }
      }
      const bytes = tinyPng(1_000_000 + round);
      const hash = createHash('sha256').update(bytes).digest('hex');
      await send(server, 'PUT', `/photographs/${hash}`, bytes, { 'content-type': 'image/png' });
      waiting = { hash, job: [...ledger.jobs.keys()][0]! };
      await server.stop();
    } catch (error) {
      ledger.fault(`round ${round}, clock off by ${off / day} days: ${(error as Error).message}`);
    }
    progress?.(round + 1);
  }
  folder.drop();
  if (!order.length && rounds > 1) ledger.fault('no entry was ever sent after a jump: nothing was tried');
  return {
    name: 'the clock jumps',
    tried: rounds,
    figures: { acknowledged: ledger.acknowledged },
    faults: ledger.faults,
  };
}

/** Six servers started at once on one folder, half the time beside a stale lock: one gets it. */
export async function six({ seed, rounds, progress }: How): Promise<Outcome> {
  const dice = new Dice(`six/${seed}`);
  const faults: string[] = [];
  const folder = tempFolder();
  const ledger = new Ledger();
  for (let round = 0; round < rounds; round++) {
    if (dice.chance(50)) {
      mkdirSync(folder.path, { recursive: true });
      writeFileSync(join(folder.path, 'lock'), dice.one(['', '4194301 5\n', 'x']));
    }
    const tried = await Promise.allSettled(Array.from({ length: 6 }, () => startServer(folder.path, ['--empty'])));
    const up = tried.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
    if (up.length !== 1) faults.push(`round ${round}: ${up.length} of six got the folder`);
    for (const one of tried)
      if (one.status === 'rejected' && !/in use by another Haltrik/.test((one.reason as Error).message))
        faults.push(`round ${round}: ${(one.reason as Error).message.slice(0, 200)}`);
    if (up[0]) {
      await judge(up[0], ledger);
      await load(up[0], ledger, dice.beside(round), 100);
    }
    for (const server of up) await (dice.chance(50) ? server.stop() : server.kill());
    progress?.(round + 1);
  }
  folder.drop();
  return {
    name: 'six servers at once on one folder',
    tried: rounds,
    figures: { acknowledged: ledger.acknowledged },
    faults: [...faults, ...ledger.faults],
  };
}
