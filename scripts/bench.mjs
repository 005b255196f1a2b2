import { join } from 'node:path';
import { build } from 'esbuild';
import { ROOT, ensureBuild, ensureDependencies, run } from './setup.mjs';

ensureDependencies();
ensureBuild();
// Bundled as the page is: what runs the sources as they are wraps every function in one of its own.
const outfile = join(ROOT, 'dist', 'bench.mjs');
await build({
  entryPoints: [join(ROOT, 'bench', 'main.ts')],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'esm',
  packages: 'external',
  logLevel: 'warning',
  // What stands on the package list from inside the project is ours.
  plugins: [
    {
      name: 'own',
      setup: (own) =>
        own.onResolve({ filter: /^#/ }, ({ path }) => ({ path: `${join(ROOT, path.slice(1))}.ts`, external: false })),
    },
  ],
});
process.exit(run(process.execPath, [outfile]));
