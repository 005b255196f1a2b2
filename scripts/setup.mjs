// Set-up shared by the npm scripts. Only Node's own modules: it runs before anything is installed.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

function filesBelow(path) {
  const full = join(ROOT, path);
  if (!existsSync(full)) return [];
  return readdirSync(full, { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile())
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
    .sort();
}

function fingerprint(paths) {
  const hash = createHash('sha256');
  for (const path of paths) if (existsSync(path)) hash.update(path).update(readFileSync(path));
  return hash.digest('hex');
}

function upToDate(stamp, print) {
  return existsSync(stamp) && readFileSync(stamp, 'utf8') === print;
}

/** Installs what the lock file names when it is missing or another. */
export function ensureDependencies() {
  const stamp = join(ROOT, 'node_modules', '.haltrik-stamp');
  const print = fingerprint([join(ROOT, 'package-lock.json')]);
  if (upToDate(stamp, print)) return;
  console.error('Installing dependencies …');
  // Standard output is kept for what was asked for, so that `npm run -s haltrik` can be piped.
  if (run('npm', ['ci', '--no-progress', '--loglevel=error'], { stdio: ['ignore', 2, 2] }) !== 0)
    throw new Error('npm ci failed; see above');
  writeFileSync(stamp, print);
}

/** Builds when any source differs from what was built. */
export function ensureBuild() {
  const stamp = join(ROOT, 'dist', '.stamp');
  const sources = ['core', 'formats', 'server', 'web', 'cli', 'demo']
    .flatMap(filesBelow)
    .filter((f) => !f.endsWith('.test.ts'));
  const print = fingerprint([
    ...sources,
    ...['package-lock.json', 'package.json', 'scripts/build.mjs'].map((f) => join(ROOT, f)),
  ]);
  if (upToDate(stamp, print)) return;
  console.error('Building …');
  rmSync(stamp, { force: true });
  if (run(process.execPath, ['scripts/build.mjs'], { stdio: ['ignore', 2, 2] }) !== 0)
    throw new Error('the build failed; see above');
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, print);
}
