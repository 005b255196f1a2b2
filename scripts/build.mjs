import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { build as buildWeb } from 'vite';
import { ROOT, run } from './setup.mjs';

const dist = join(ROOT, 'dist');
const PARTS = ['server.js', 'worker.js', 'haltrik-cli.js', 'template.js', 'chunks', 'template', 'web', 'demo'];
for (const part of PARTS) rmSync(join(dist, part), { recursive: true, force: true });

await build({
  entryPoints: {
    server: 'server/main.ts',
    'haltrik-cli': 'cli/main.ts',
    template: 'server/template.ts',
    worker: 'server/work/worker.ts',
  },
  absWorkingDir: ROOT,
  outdir: dist,
  bundle: true,
  // What is asked for late is loaded late.
  splitting: true,
  chunkNames: 'chunks/[name]-[hash]',
  packages: 'external',
  platform: 'node',
  target: 'node20',
  format: 'esm',
  sourcemap: true,
  logLevel: 'warning',
  // "#core/…" are our own sources, not packages.
  plugins: [
    {
      name: 'walls',
      setup: (b) =>
        b.onResolve({ filter: /^#(core|formats|demo)\// }, ({ path }) => ({ path: join(ROOT, `${path.slice(1)}.ts`) })),
    },
  ],
});
await buildWeb({ configFile: join(ROOT, 'web', 'vite.config.ts'), logLevel: 'warn' });
const status = run(process.execPath, ['--enable-source-maps', 'dist/template.js', 'dist']);
if (status !== 0) process.exit(status);
