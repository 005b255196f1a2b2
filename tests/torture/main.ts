import { parseArgs } from 'node:util';
import { flips, tears } from './damage';
import { jobFiles, pictures, tables, zips } from './files';
import { clocks, fullDisk, locks, six } from './folder';
import { kills } from './kills';
import { largeJournal } from './large';
import { requestsChanged } from './requests';
import type { How, Outcome } from './outcome';

/** Every attack and how often it is tried in full. */
const ATTACKS: Readonly<Record<string, readonly [(how: How) => Promise<Outcome>, number]>> = {
  kills: [kills, 300],
  flips: [flips, 400],
  tears: [tears, 200],
  disk: [fullDisk, 10],
  locks: [locks, 40],
  clocks: [clocks, 20],
  six: [six, 12],
  requests: [requestsChanged, 100_000],
  pictures: [pictures, 60],
  zips: [zips, 40],
  jobs: [jobFiles, 40],
  tables: [tables, 20],
  // Megabytes.
  journal: [largeJournal, 1024],
};

const { values } = parseArgs({
  options: {
    seed: { type: 'string', default: '1' },
    only: { type: 'string' },
    part: { type: 'string', default: '1' },
  },
});
const asked = values.only?.split(',') ?? Object.keys(ATTACKS);
const unknown = asked.filter((name) => !Object.hasOwn(ATTACKS, name));
if (unknown.length || !(Number(values.part) > 0)) {
  console.error(`usage: npm run torture -- [--seed 1] [--part 1] [--only ${Object.keys(ATTACKS).join(',')}]
  --seed  repeats what that number did
  --part  of the full count: 0.1 tries a tenth
  --only  attacks to run`);
  process.exit(2);
}
let faults = 0;
for (const name of asked) {
  const [attack, full] = ATTACKS[name]!;
  const rounds = Math.max(1, Math.round(full * Number(values.part)));
  const begun = Date.now();
  const outcome = await attack({
    seed: Number(values.seed),
    rounds,
    progress: (done) => process.stderr.write(`\r${name}: ${done} of ${rounds} `),
  });
  process.stderr.write('\r\u001b[K');
  const figures = Object.entries(outcome.figures).map(([what, figure]) => `${what} ${figure}`);
  console.log(
    `${outcome.faults.length ? 'FAULT' : 'held '}  ${outcome.name}: ${outcome.tried} tried, ${figures.join(', ')} (${Math.round((Date.now() - begun) / 1000)} s)`,
  );
  for (const fault of outcome.faults) console.log(`       ${fault}`);
  faults += outcome.faults.length;
}
process.exit(faults ? 1 : 0);
