import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { besideEachOther, besideFigures } from './compared';
import { applyAll } from './job/operations';
import { planJob } from './plan';

const value = (job: typeof TOURER, name: string) => besideFigures(job).find((one) => one.name === name)?.value;
const priced = (price: number) => ({
  ...TOURER,
  gear: Object.fromEntries(
    Object.entries(TOURER.gear).map(([id, one]) => [id, { ...one, item: { ...one.item, price } }]),
  ),
});

test('the figures are those of the plan, and money is told only where every new piece has a price', () => {
  const plan = planJob(TOURER);
  expect(value(TOURER, 'Bench time')).toBe(plan.ledger.hours);
  expect(value(TOURER, 'Wire')).toBe(plan.ledger.wireM);
  // What the amplifier puts out, less what is lost in the leads: under 0.5 dB, which is 11 %.
  const out = Object.values(plan.speakers.audioWatts).reduce((sum, watts) => sum + watts, 0);
  expect(value(TOURER, 'Watts, all together')!).toBeLessThan(out);
  expect(value(TOURER, 'Watts, all together')!).toBeGreaterThan(0.89 * out);
  expect(value(TOURER, 'Gear')).toBeUndefined();
  const job = priced(120);
  const count = Object.keys(job.gear).length;
  expect(value(job, 'Gear')).toBe(120 * count);
  // 6.72 h are seven quarters less than seven hours: 6.75 h are charged.
  const quarters = Math.ceil(plan.ledger.hours * 4);
  expect(value(job, 'Gear and work')).toBeCloseTo(120 * count + (quarters / 4) * job.settings.labourAnHour, 9);
  const head = Object.keys(job.gear).find((id) => job.gear[id]!.item.kind === 'headUnit')!;
  // What is there already is not bought.
  expect(value(applyAll(job, [{ op: 'setThere', id: head, there: 'kept' }]), 'Gear')).toBe(120 * (count - 1));
});

test('beside each other the best of each line is named, and none where they are alike', () => {
  const cheaper = priced(80);
  const lines = new Map(besideEachOther([priced(120), cheaper, priced(120)]).map((line) => [line.name, line]));
  expect(lines.get('Gear')!.best).toEqual([1]);
  expect(lines.get('Bench time')!.best).toEqual([]);
  expect(lines.get('Lowest load')!.best).toEqual([]);
  const all = besideEachOther(DEMO_JOBS.slice(0, 3));
  for (const { values, best } of all) {
    expect(values).toHaveLength(3);
    for (const n of best) expect(values[n]).toBeDefined();
  }
  const hours = all.find(({ name }) => name === 'Bench time')!;
  expect(hours.best).toEqual([hours.values.indexOf(Math.min(...(hours.values as number[])))]);
  const watts = all.find(({ name }) => name === 'Watts, all together')!;
  const known = watts.values.filter((one): one is number => one !== undefined);
  expect(watts.best.map((n) => watts.values[n])).toEqual([Math.max(...known)]);
});
