import { closeSync, fsyncSync, ftruncateSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { dirname } from 'node:path';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';

export type JournalLine =
  | { kind: 'create'; job: string; saveId: string; document: Job }
  | { kind: 'save'; job: string; revision: number; saveId: string; operations: readonly Operation[] }
  | { kind: 'events'; job: string; events: readonly BayEvent[] }
  | { kind: 'delete'; job: string; revision: number }
  /** State of one job when the journal was begun anew. */
  | { kind: 'state'; job: string; revision: number; document: Job };

/**
 * Every acknowledged change, one JSON line each, on the disk before it is acknowledged. The database
 * survives the death of the process but never calls fsync; this file is what a power cut leaves.
 */
export class Journal {
  #file: number;
  #end: number;

  private constructor(
    readonly path: string,
    readonly lines: readonly JournalLine[],
    end: number,
  ) {
    this.#file = openSync(path, 'a+');
    this.#end = end;
    // A line cut off by a crash was never acknowledged.
    ftruncateSync(this.#file, end);
  }

  /** Opens or begins a journal. Throws when a line before the last cannot be read. */
  static open(path: string): Journal {
    const text = readIfThere(path);
    const whole = text.lastIndexOf('\n') + 1;
    const lines = text
      .slice(0, whole)
      .split('\n')
      .filter(Boolean)
      .map((line, i): JournalLine => {
        try {
          return JSON.parse(line) as JournalLine;
        } catch {
          throw new Error(
            `the journal ${path} is damaged at line ${i + 1}; it is left as it is. Restore the folder from a copy.`,
          );
        }
      });
    return new Journal(path, lines, Buffer.byteLength(text.slice(0, whole)));
  }

  get size(): number {
    return this.#end;
  }

  /** Returns once the line is on the disk. On a failed write the file is cut back to its last whole line. */
  append(...lines: readonly JournalLine[]): void {
    const bytes = Buffer.from(lines.map((line) => `${JSON.stringify(line)}\n`).join(''));
    try {
      for (let done = 0; done < bytes.length;) done += writeSync(this.#file, bytes, done);
      fsyncSync(this.#file);
    } catch (error) {
      ftruncateSync(this.#file, this.#end);
      throw error;
    }
    this.#end += bytes.length;
  }

  /** Takes the last line back: its change did not go through after all. */
  retract(to: number): void {
    ftruncateSync(this.#file, to);
    fsyncSync(this.#file);
    this.#end = to;
  }

  /** Begins anew from the state of every job; the old file stays until the new one is on the disk. */
  restart(states: readonly Extract<JournalLine, { kind: 'state' | 'events' }>[]): void {
    const draft = `${this.path}.new`;
    const bytes = Buffer.from(states.map((state) => `${JSON.stringify(state)}\n`).join(''));
    const file = openSync(draft, 'w');
    for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done);
    fsyncSync(file);
    closeSync(file);
    renameSync(draft, this.path);
    const folder = openSync(dirname(this.path), 'r');
    fsyncSync(folder);
    closeSync(folder);
    closeSync(this.#file);
    this.#file = openSync(this.path, 'a+');
    this.#end = bytes.length;
  }

  close(): void {
    closeSync(this.#file);
  }
}

function readIfThere(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return '';
    throw error;
  }
}
