// Writes the job file's JSON Schema into the repository; with --check only says whether it is current.
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies } from './setup.mjs';

ensureDependencies();
ensureBuild();
const path = join(ROOT, 'formats', 'job-file.schema.json');
const made = spawnSync(process.execPath, [join(ROOT, 'dist/haltrik-cli.js'), 'schema'], { encoding: 'utf8' });
if (made.status !== 0) throw new Error(made.stderr);
if (process.argv.includes('--check')) {
  if (readFileSync(path, 'utf8') !== made.stdout) {
    console.error('formats/job-file.schema.json is not what the schema in core/job says now; run: npm run schema');
    process.exit(1);
  }
} else writeFileSync(path, made.stdout);
