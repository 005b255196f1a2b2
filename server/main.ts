import { createServer } from 'node:http';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { pino } from 'pino';
import { makeApp } from './http/app';
import { openFolder } from './store/folder';
import { Pool } from './work/pool';

const USAGE = `usage: npm start -- [--port 4310] [--data ./data] [--empty] [--rebuild]
  --port   port on 127.0.0.1; 0 takes a free one   (or HALTRIK_PORT)
  --data   folder for jobs; made when missing      (or HALTRIK_DATA)
  --empty  begin a new folder without the demo jobs
  --rebuild  put a damaged database by and make it anew from the journal`;

function readArguments() {
  const { values } = parseArgs({
    options: {
      port: { type: 'string', default: process.env['HALTRIK_PORT'] ?? '4310' },
      data: { type: 'string', default: process.env['HALTRIK_DATA'] ?? 'data' },
      empty: { type: 'boolean', default: false },
      rebuild: { type: 'boolean', default: false },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`--port: expected 0 to 65535, not ${values.port}`);
  return { port, data: resolve(values.data), empty: values.empty, rebuild: values.rebuild };
}

/** Longest that stopping may take, ms. */
const STOP_MS = 4500;

async function main(): Promise<void> {
  // Customers' names are in what is written: nobody else reads it.
  process.umask(0o077);
  const { port, data, empty, rebuild } = readArguments();
  const dist = dirname(fileURLToPath(import.meta.url));
  const log = pino({ level: process.env['HALTRIK_LOG'] ?? 'warn' });
  const pool = new Pool(new URL('./worker.js', import.meta.url));
  const folder = await openFolder(data, {
    template: resolve(dist, 'template'),
    demo: resolve(dist, 'demo'),
    empty,
    rebuild,
    run: pool.run,
    onTrouble: (error) => log.error({ err: error }, 'nothing is lost, but'),
  });
  for (const warning of folder.warnings) log.warn(warning);
  if (folder.replayed)
    log.warn(`${folder.replayed} acknowledged changes were missing from the database and came back from the journal`);

  const server = createServer(makeApp({ ...folder, log, web: resolve(dist, 'web'), run: pool.run }));
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Whatever stalls: what was acknowledged is on the disk, and nobody waits for ever.
    setTimeout(() => process.exit(1), STOP_MS).unref();
    void pool.close();
    server.close(() => {
      folder.close().then(
        () => process.exit(0),
        (error: unknown) => {
          console.error(error);
          process.exit(1);
        },
      );
    });
    server.closeAllConnections();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);

  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(error.code === 'EADDRINUSE' ? `port ${port} is taken; choose another with --port` : error.message);
    void folder.close().finally(() => process.exit(1));
  });
  server.listen(port, '127.0.0.1', () => {
    const address = server.address();
    const actual = typeof address === 'object' && address ? address.port : port;
    console.log(`Haltrik is ready at http://127.0.0.1:${actual}/ (data in ${data}; Ctrl-C stops it)`);
  });
}

main().catch((error: unknown) => {
  console.error(`Haltrik could not start: ${error instanceof Error ? error.message : String(error)}`);
  if (error instanceof TypeError && 'code' in error) console.error(USAGE);
  process.exit(1);
});
