import { jobFiles, pictures, tables, zips } from '../torture/files';
import { flips, tears } from '../torture/damage';
import { clocks, locks, six } from '../torture/folder';
import { kills } from '../torture/kills';
import type { How, Outcome } from '../torture/outcome';
import { largeJournal } from '../torture/large';
import { requestsChanged } from '../torture/requests';

/** The short form of `npm run torture`; a full disk is tried there alone, as it takes a disk of its own. */
const SHORT: [string, (how: How) => Promise<Outcome>, number][] = [
  ['kill -9', kills, 2],
  ['flips', flips, 1],
  ['tears', tears, 1],
  ['locks', locks, 1],
  ['clocks', clocks, 1],
  ['six', six, 1],
  ['requests', requestsChanged, 200],
  ['pictures', pictures, 3],
  ['zips', zips, 3],
  ['jobs', jobFiles, 2],
  ['tables', tables, 3],
  ['a large journal', largeJournal, 1],
];

test.each(SHORT)('torture, in short: %s', async (_, attack, rounds) => {
  const { tried, faults } = await attack({ seed: 7, rounds, patience: 8 });
  // How long anything takes is nothing a busy machine can be held to; the long form measures it.
  expect(faults).toEqual([]);
  expect(tried).toBeGreaterThanOrEqual(rounds);
});
