// Everything that must hold, from set-up to browser; ends with the line "N passed, N failed".
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { ROOT, ensureBuild, ensureDependencies, run } from './setup.mjs';

const JUDGES = {
  'chromium-headless-shell': 'chromium-headless-shell',
  ngspice: 'ngspice',
  units: 'units',
  pdftotext: 'poppler-utils',
  'rsvg-convert': 'librsvg2-bin',
  python3: 'python3-minimal',
};
const has = (program) => (process.env.PATH ?? '').split(delimiter).some((folder) => existsSync(join(folder, program)));

/** Outside judges: a browser, a circuit simulator, a unit converter, readers of PDF, SVG and zip, from Debian. */
function ensureJudges() {
  const missing = Object.keys(JUDGES).filter((program) => !has(program));
  if (!missing.length) return;
  const packages = missing.map((program) => JUDGES[program]);
  const how = `apt-get install --no-install-recommends ${packages.join(' ')}`;
  if (process.getuid?.() !== 0 || !has('apt-get'))
    throw new Error(`The tests need ${missing.join(', ')}, which this machine lacks. As root: ${how}`);
  console.log(`Installing ${packages.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  run('apt-get', ['update', '-qq'], quiet);
  if (run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], quiet) !== 0)
    throw new Error(`Could not install ${packages.join(', ')}. By hand, as root: ${how}`);
}

let passed = 0;
let failed = 0;
const failures = [];
function count(name, good, bad) {
  passed += good;
  failed += bad;
  if (bad) failures.push(name);
  console.log(`— ${name}: ${good} passed, ${bad} failed`);
}

const bin = (name) => join(ROOT, 'node_modules', '.bin', name);
/** What it prints is kept together, since others run beside it. */
const check = (name, command, args) =>
  new Promise((done) => {
    const printed = [];
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => printed.push(chunk));
    child.on('error', (error) => printed.push(Buffer.from(`${error.message}\n`)));
    child.on('close', (code) => {
      console.log(`\n— ${name}`);
      process.stdout.write(Buffer.concat(printed));
      count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
      done();
    });
  });

/** A runner that writes its tally as JSON; one that dies before it does counts as a failure. */
function suite(name, command, args, env, file, read) {
  console.log(`\n— ${name}`);
  rmSync(file, { force: true });
  const status = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } }).status;
  const [good, bad] = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : [0, 1];
  count(name, good, bad || (status === 0 ? 0 : 1));
}

const SOURCES = ['core', 'formats', 'server', 'web', 'cli', 'demo'];
try {
  ensureDependencies();
  ensureJudges();
  ensureBuild();
} catch (error) {
  console.error(error.message);
  console.log('0 passed, 1 failed');
  process.exit(1);
}
const results = join(ROOT, 'test-results');
mkdirSync(results, { recursive: true });
await Promise.all([
  check('lint', bin('eslint'), ['.']),
  (async () => {
    await check('layout', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
    await check('types', bin('vue-tsc'), ['-b']);
    await check('import walls', bin('depcruise'), ['--config', '.dependency-cruiser.cjs', ...SOURCES]);
    await check('dead code', bin('knip'), ['--no-progress']);
  })(),
]);
const jestFile = join(ROOT, 'dist', 'jest.json');
suite(
  'unit, reference and durability tests',
  bin('jest'),
  ['--json', '--outputFile', jestFile],
  { NODE_OPTIONS: '--experimental-vm-modules --disable-warning=ExperimentalWarning' },
  jestFile,
  // Nothing is skipped here; a test that did not run is a failure.
  (r) => [r.numPassedTests, r.numFailedTests + r.numPendingTests + r.numTodoTests + r.numRuntimeErrorTestSuites],
);
const browserFile = join(ROOT, 'dist', 'browser.json');
suite(
  'browser tests',
  bin('playwright'),
  ['test'],
  { HALTRIK_JSON: browserFile, PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' },
  browserFile,
  (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky + r.stats.skipped],
);

if (failures.length) console.log(`\nFailed: ${failures.join(', ')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
