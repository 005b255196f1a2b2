import { cpSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { build as buildWeb } from 'vite';
import { ROOT, run } from './setup.mjs';

const dist = join(ROOT, 'dist');
for (const part of ['server.js', 'worker.js', 'haltrik-cli.js', 'template.js', 'template', 'web', 'photographs'])
  rmSync(join(dist, part), { recursive: true, force: true });

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
// The demo world's pictures, as drawn; their SVG sources stay behind.
for (const file of readdirSync(join(ROOT, 'demo', 'photographs')).filter((name) => name.endsWith('.png')))
  cpSync(join(ROOT, 'demo', 'photographs', file), join(dist, 'photographs', file));
await buildWeb({ configFile: join(ROOT, 'web', 'vite.config.ts'), logLevel: 'warn' });
const status = run(process.execPath, ['--enable-source-maps', 'dist/template.js', 'dist/template']);
if (status !== 0) process.exit(status);
