import { join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies, run } from './setup.mjs';

try {
  ensureDependencies();
  ensureBuild();
} catch (error) {
  console.error(error.message);
  process.exit(1);
}
// The caller's folder, not ours: JOB.json is named from there.
process.exit(
  run(process.execPath, [join(ROOT, 'dist/haltrik-cli.js'), ...process.argv.slice(2)], {
    cwd: process.env.INIT_CWD ?? process.cwd(),
  }),
);
