import { jobFiles, pictures, tables, zips } from '../torture/files';
import { flips, tears } from '../torture/damage';
import { clocks, locks, six } from '../torture/folder';
import { kills } from '../torture/kills';
import type { How, Outcome } from '../torture/outcome';
import { largeJournal } from '../torture/large';
import { requestsChanged } from '../torture/requests';

/** The short form of `npm run torture`; a full disk is tried there alone, as it takes a disk of its own. */
const SHORT: [string, (how: How) => Promise<Outcome>, number][] = [
  ['kill -9', kills, 3],
  ['flips', flips, 2],
  ['tears', tears, 2],
  ['locks', locks, 2],
  ['clocks', clocks, 2],
  ['six', six, 1],
  ['requests', requestsChanged, 400],
  ['pictures', pictures, 6],
  ['zips', zips, 4],
  ['jobs', jobFiles, 6],
  ['tables', tables, 5],
  ['a large journal', largeJournal, 2],
];

test.each(SHORT)(
  'torture, in short: %s',
  async (_, attack, rounds) => {
    const { tried, faults } = await attack({ seed: 7, rounds, patience: 8 });
    // How long anything takes is nothing a busy machine can be held to; the long form measures it.
    expect(faults).toEqual([]);
    expect(tried).toBeGreaterThanOrEqual(rounds);
  },
  300_000,
);
