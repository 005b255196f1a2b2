import { TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { ASSUMABLE, type Assumable, type GearItem } from '../gear/gear';
import { contentHash } from '../document/hash';
import { findingBasis } from '../findings/finding';
import { planJob } from '../plan';
import { applyAll, type Operation } from './operations';
import type { Job } from './job';

const HEAD = Object.entries(TOURER.gear).find(([, { item }]) => item.kind === 'headUnit')![0];
const AMP = 'amp';
const withItem = (id: string, part: Partial<GearItem>, ...more: Operation[]): Job => {
  const job = applyAll(TOURER, more);
  return {
    ...job,
    gear: { ...job.gear, [id]: { ...job.gear[id]!, item: { ...job.gear[id]!.item, ...part } as GearItem } },
  };
};
const found = (job: Job, rule: string) => planJob(job).findings.filter((f) => f.rule === rule);

describe('a finding says which usual figure it rests on', () => {
  const weak: Operation = { op: 'setSettings', settings: { dropLimitPct: 0.5 } };
  const SMALL: Operation = { op: 'overrule', kind: 'gauge', subject: AMP, value: '18' };

  test('only where one was taken, and only where the rule rests on it', () => {
    const [plain] = found(withItem(AMP, {}, weak, SMALL), 'drop-over-limit');
    expect(plain!.reason).not.toContain('Usual');
    const [usual] = found(withItem(AMP, { assumed: ['demand.idleA', 'massKg'] }, weak, SMALL), 'drop-over-limit');
    expect(usual!.reason).toBe(
      `${plain!.reason} Usual figures, not on a sheet: ${TOURER.gear[AMP]!.item.name}: draw when silent.`,
    );
    // Another rule of the same gear, which does not rest on it, says nothing.
    const others = planJob(withItem(AMP, { assumed: ['massKg'] }, weak, SMALL)).findings;
    expect(others.some(({ reason }) => reason.includes('Usual'))).toBe(false);
  });

  test('a finding of a battery names all gear that has one, and what was accepted before stays accepted', () => {
    const drawing: Operation = { op: 'setKeyOff', milliamp: 200 };
    const [plain] = found(withItem(HEAD, {}, drawing), 'stands-too-short');
    const accept: Operation = {
      op: 'acceptFinding',
      key: plain!.key,
      why: { reason: 'it is ridden daily', then: null, basis: contentHash(findingBasis(plain!)) },
    };
    const [usual] = found(withItem(HEAD, { assumed: ['demand.memoryA'] }, drawing, accept), 'stands-too-short');
    expect(usual!.reason).toContain(`${TOURER.gear[HEAD]!.item.name}: standby draw.`);
    expect(usual!.figures).toEqual(plain!.figures);
    expect(usual!.accepted).toBe('it is ridden daily');
  });

  test('each figure of the draw is named where it is usual', () => {
    const told = new Set<Assumable>();
    for (const key of ASSUMABLE) {
      const job = withItem(AMP, { assumed: [key] }, weak, SMALL);
      for (const { reason } of planJob(job).findings) if (reason.includes('Usual figures')) told.add(key);
    }
    for (const key of ['demand.idleA', 'demand.efficiency', 'demand.class', 'demand.regulated'] as const)
      expect(told).toContain(key);
  });
});

describe('what takes the place of gear that failed', () => {
  const swap = (reason: 'water' | 'sun' | 'weak' | 'damaged', next: GearItem) =>
    applyAll(TOURER, [
      { op: 'setThere', id: HEAD, there: 'out' },
      { op: 'setTakeOut', gear: HEAD, out: { reason } },
      { op: 'addGear', id: 'next', item: next, place: TOURER.gear[HEAD]!.place },
    ]);
  const same = shelfItem('kingcup-3');

  test('in water: no better where no digit is new, better with one; the body counts where it is told apart', () => {
    const [finding] = found(swap('water', same), 'same-weakness');
    expect(finding!.reason).toContain('water inside');
    expect(found(swap('water', { ...same, water: [5, 6, 7] }), 'same-weakness')).toEqual([]);
    expect(found(swap('water', { ...same, water: [5, 6, 7], bodyWater: [] }), 'same-weakness')).toHaveLength(1);
    expect(found(swap('damaged', same), 'same-weakness')).toEqual([]);
  });

  test('in the sun, and in loudness', () => {
    expect(found(swap('sun', same), 'same-weakness')).toHaveLength(1);
    expect(found(swap('sun', { ...same, note: 'With a sun cover.' }), 'same-weakness')).toEqual([]);
    if (same.kind !== 'headUnit') throw new Error('no head unit');
    const louder = { ...same, bank: { ...same.bank, power: [{ ohm: 4, watts: 18.1 }] } };
    expect(found(swap('weak', same), 'same-weakness')[0]!.figures.map(({ value }) => value)).toEqual([72, 72]);
    expect(found(swap('weak', louder), 'same-weakness')).toEqual([]);
  });
});

test('a body that is not proven where its face is: told where it is wet, with a better place as the cure', () => {
  const at = (bodyWater: GearItem['bodyWater']) => withItem(HEAD, bodyWater === undefined ? {} : { bodyWater });
  expect(found(at(undefined), 'body-not-proven')).toEqual([]);
  expect(found(at([6, 7]), 'body-not-proven')).toEqual([]);
  const [finding] = found(at([]), 'body-not-proven');
  expect(finding).toMatchObject({ severity: 'caution', subject: { kind: 'gear', id: HEAD } });
  expect(finding!.reason).toContain('its body for none');
  if (finding!.cure) expect(found(applyAll(at([]), finding!.cure.operations), 'body-not-proven')).toEqual([]);
});
