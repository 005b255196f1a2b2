import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface Running {
  readonly url: string;
  readonly port: number;
  readonly process: ChildProcess;
  /** Milliseconds from spawn to the line that says it is ready. */
  readonly readyMs: number;
  /** Ends it as Ctrl-C does and waits. */
  readonly stop: () => Promise<number | null>;
  /** Ends it at once, as kill -9 does, and waits. */
  readonly kill: () => Promise<void>;
  /** What it has printed so far. */
  readonly printed: () => string;
}

/** A data folder for one test, taken away by `drop`. */
export function tempFolder(): { path: string; drop: () => void } {
  const path = mkdtempSync(join(tmpdir(), 'haltrik-data-'));
  return { path, drop: () => rmSync(path, { recursive: true, force: true }) };
}

interface Start {
  /** Added to its environment. */
  readonly env?: Readonly<Record<string, string>>;
  /** It is killed at once after so many milliseconds, ready or not. */
  readonly killAfter?: number;
  /** As it is started for use. Else its database is not compiled twice: ready sooner, slower when it has run for long. */
  readonly asServed?: true;
}

/** A flag of V8 that this one does not know is passed over. */
const COMPILED_ONCE =
  'data:text/javascript,import { setFlagsFromString } from "node:v8"; setFlagsFromString("--liftoff-only");';

/** Starts the built server. Rejects with what it printed when it ends before it is ready. */
export function startServer(
  data: string,
  more: readonly string[] = [],
  port = 0,
  { env = {}, killAfter, asServed }: Start = {},
): Promise<Running> {
  const begun = performance.now();
  const flags = asServed ? [] : ['--import', COMPILED_ONCE];
  const served = ['dist/server.js', '--data', data, '--port', String(port), ...more];
  const child = spawn(process.execPath, [...flags, ...served], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...env },
  });
  if (killAfter !== undefined) setTimeout(() => child.kill('SIGKILL'), killAfter);
  const ended = new Promise<number | null>((done) => child.once('exit', (code) => done(code)));
  return new Promise((resolve, reject) => {
    let printed = '';
    const read = (chunk: Buffer) => {
      printed += chunk.toString();
      const match = /ready at (http:\/\/127\.0\.0\.1:(\d+))\//.exec(printed);
      if (!match) return;
      resolve({
        url: match[1]!,
        port: Number(match[2]),
        process: child,
        readyMs: performance.now() - begun,
        stop: () => {
          child.kill('SIGINT');
          return ended;
        },
        kill: async () => {
          child.kill('SIGKILL');
          await ended;
        },
        printed: () => printed,
      });
    };
    child.stdout.on('data', read);
    child.stderr.on('data', read);
    void ended.then((code) => reject(new Error(`the server ended with ${code}: ${printed}`)));
  });
}
