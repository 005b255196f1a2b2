import { linkSync, readFileSync, renameSync, unlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

export class FolderHeldError extends Error {
  constructor(folder: string, pid: number) {
    super(
      `the data folder ${folder} is in use by another Haltrik (process ${pid}); stop that one or choose another folder with --data`,
    );
    this.name = 'FolderHeldError';
  }
}

/** Which start of the machine this is: process ids and times count anew from it. */
const BOOT = readIfThere('/proc/sys/kernel/random/boot_id')?.trim() ?? '';

/** When the process began, so that a process id used again by another process is not taken for the holder. */
function startOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

function isAlive(pid: number, start: string, boot: string): boolean {
  if (boot !== '' && BOOT !== '' && boot !== BOOT) return false;
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ESRCH') return false;
  }
  const now = startOf(pid);
  return now === '' || start === '' || now === start;
}

/** Who holds it by a lock's own words; undefined when they are none: no Haltrik that lives writes such a lock. */
function holderIn(lock: string): { pid: number; start: string; boot: string } | undefined {
  const [, pid, start = '', boot = ''] = /^(\d{1,9}) ?(\d*) ?([0-9a-f-]*)\n$/.exec(lock) ?? [];
  return Number(pid) > 0 ? { pid: Number(pid), start, boot } : undefined;
}

/**
 * Takes the folder for this process; PGlite itself lets a second process in and is corrupted by it.
 * The lock file appears whole or not at all (link), and one left by a dead process is taken over.
 * Throws FolderHeldError. Returns the release.
 */
export function holdFolder(folder: string): () => void {
  const lock = join(folder, 'lock');
  const mine = `${process.pid} ${startOf(process.pid)} ${BOOT}\n`;
  const draft = join(folder, `lock.${process.pid}`);
  writeFileSync(draft, mine, { flush: true });
  try {
    for (;;) {
      try {
        linkSync(draft, lock);
        break;
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      }
      const found = readIfThere(lock);
      if (found === undefined) continue;
      const holder = holderIn(found);
      if (holder && isAlive(holder.pid, holder.start, holder.boot)) throw new FolderHeldError(folder, holder.pid);
      // Moved aside before it is dropped: if somebody else was quicker, what we moved is theirs, and goes back.
      const aside = join(folder, `lock.stale.${process.pid}`);
      try {
        renameSync(lock, aside);
      } catch {
        continue;
      }
      if (readIfThere(aside) !== found) {
        linkSync(aside, lock);
        unlinkSync(aside);
        throw new FolderHeldError(folder, holderIn(readIfThere(lock) ?? '')?.pid ?? 0);
      }
      unlinkSync(aside);
    }
  } finally {
    unlinkSync(draft);
  }
  return () => {
    if (readIfThere(lock) === mine) unlinkSync(lock);
  };
}

function readIfThere(path: string): string | undefined {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EISDIR')
      throw new Error(`${path} is a folder; it is in the way of the lock: move it away`, { cause: error });
    return undefined;
  }
}
