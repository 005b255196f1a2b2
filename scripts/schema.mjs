// Writes the JSON Schemas of the job file and of the craft pattern file into the repository.
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies } from './setup.mjs';

ensureDependencies();
ensureBuild();
for (const kind of ['job', 'pattern']) {
  const asked = kind === 'job' ? [] : [kind];
  const made = spawnSync(process.execPath, [join(ROOT, 'dist/haltrik-cli.js'), 'schema', ...asked], {
    encoding: 'utf8',
    maxBuffer: 64 * 1024 * 1024,
  });
  if (made.status !== 0) throw new Error(made.stderr || String(made.error));
  writeFileSync(join(ROOT, 'formats', `${kind}-file.schema.json`), made.stdout);
}
