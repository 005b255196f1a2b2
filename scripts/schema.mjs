// Writes the job file's JSON Schema into the repository.
import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies } from './setup.mjs';

ensureDependencies();
ensureBuild();
const path = join(ROOT, 'formats', 'job-file.schema.json');
const made = spawnSync(process.execPath, [join(ROOT, 'dist/haltrik-cli.js'), 'schema'], { encoding: 'utf8' });
if (made.status !== 0) throw new Error(made.stderr);
writeFileSync(path, made.stdout);
