import { TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { planJob } from '../plan';
import { DocumentError, OperationError } from '../document/fault';
import type { Job } from './job';
import { DEEPEST_FEED, LIMITS, MOST_FED } from './limits';
import { apply, applyAll, type Operation } from './operations';
import { NEW_BATTERY, USUAL_TIE } from './supply';
import { parseJob } from './upgrade';

const add = (id: string, item: string): Operation => ({ op: 'addGear', id, item: shelfItem(item), place: null });
const bare: Job = applyAll(
  TOURER_JOB,
  Object.keys(TOURER_JOB.gear).map((id): Operation => ({ op: 'removeGear', id })),
);
const many = (count: number, item: string) =>
  applyAll(
    bare,
    Array.from({ length: count }, (_, i) => add(`g${i}`, item)),
  );

test('as much gear as is taken is taken, one piece more is refused by edit and by file', () => {
  const [most] = LIMITS.gear;
  const full = many(most, 'bittern-165');
  expect(parseJob(full)).toEqual(full);
  expect(() => apply(full, add('more', 'bittern-165'))).toThrow(OperationError);
  expect(() => apply(full, add('more', 'bittern-165'))).toThrow(`gear: expected ${most} pieces of gear at most`);
  const over = { ...full, gear: { ...full.gear, more: full.gear['g0'] } };
  expect(() => parseJob(over)).toThrow(DocumentError);
});

test('of gear that has a feed fewer are taken', () => {
  const full = many(MOST_FED, 'weir-2-80');
  expect(() => apply(full, add('more', 'weir-2-80'))).toThrow(
    `expected ${MOST_FED} pieces at most that draw power or pass it on`,
  );
  expect(apply(full, add('more', 'bittern-165')).gear['more']).toBeDefined();
});

test('a feed goes through so many pieces and no more', () => {
  const blocks = Array.from({ length: DEEPEST_FEED + 1 }, (_, i) => `k${i}`);
  const chain = applyAll(bare, [
    ...blocks.map((id) => add(id, 'delta-4')),
    add('amp', 'weir-4-45'),
    ...blocks.slice(1, DEEPEST_FEED).map((id, i): Operation => ({ op: 'feedFrom', gear: id, from: blocks[i]! })),
    { op: 'feedFrom', gear: 'amp', from: blocks[DEEPEST_FEED - 1]! },
  ]);
  expect(() => apply(chain, { op: 'feedFrom', gear: blocks[0]!, from: blocks[DEEPEST_FEED]! })).toThrow(
    `expected ${DEEPEST_FEED} pieces at most between it and its battery`,
  );
  // A ring is still told as one.
  expect(() => apply(chain, { op: 'feedFrom', gear: blocks[0]!, from: blocks[DEEPEST_FEED - 1]! })).toThrow(
    /come round to itself/,
  );
});

test('batteries joined by diodes in a row or a fan, as many as there may be, are solved in every state', () => {
  const [most] = LIMITS.batteries;
  const ids = Array.from({ length: most - 1 }, (_, i) => `b${i}`);
  const joined = (seed: number) => {
    const at = (i: number, of: number) => (seed * 31 + i * 17 + ((seed * i) % 7)) % of;
    return applyAll(TOURER_JOB, [
      ...ids.map((id, i): Operation => ({
        op: 'setBattery',
        id,
        battery: { ...NEW_BATTERY, name: id, role: 'house', restVolts: 12.1 + 0.05 * at(i, 14) },
      })),
      ...ids.map((to, i): Operation => {
        const from = i === 0 || at(i, 3) === 0 ? 'battery' : ids[at(i, i)]!;
        return { op: 'setTie', id: `t${i}`, tie: { ...USUAL_TIE, kind: 'diode', from, to } };
      }),
    ]);
  };
  const failed: number[] = [];
  for (let seed = 1; seed <= 84; seed++) {
    const { sources } = planJob(joined(seed)).power;
    // What a motorcycle's sound takes of six batteries collapses nothing.
    const solved = ['restFull', 'restMusic', 'idleFull', 'idleMusic', 'cruiseFull', 'cruiseMusic'];
    if (Object.keys(sources).join() !== solved.join()) failed.push(seed);
  }
  expect(failed).toEqual([]);
});
