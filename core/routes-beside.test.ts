import { DEMO_JOBS } from '#demo/jobs';
import { applyAll, type Operation } from './job/operations';
import { overrule } from './job/parts/overrules';
import { planJob } from './plan';
import { compareRoutes } from './routes-beside';

const demo = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const opened = (job: ReturnType<typeof demo>) =>
  Object.fromEntries(planJob(job).build.teardown.covers.map(({ cover, state }) => [cover, state]));

test.each(DEMO_JOBS.map((job) => [job.id, job] as const))(
  '%s: each other rule makes what it says of the plan, and leaves no run without a route',
  (_, job) => {
    const { proof, beside } = compareRoutes(job);
    expect(proof).toMatchObject({ proven: true, bound: proof.cost });
    const now = planJob(job);
    for (const { operations, hours, wireM, opened: more, shut } of beside) {
      const then = planJob(applyAll({ ...job, seal: null }, operations));
      expect(then.ledger.hours - now.ledger.hours).toBeCloseTo(hours, 9);
      expect(then.ledger.wireM - now.ledger.wireM).toBeCloseTo(wireM, 9);
      const covers = Object.fromEntries(then.build.teardown.covers.map(({ cover, state }) => [cover, state]));
      for (const [cover, state] of Object.entries(more)) expect(covers[cover]).toBe(state);
      for (const [cover, state] of Object.entries(shut)) expect(covers[cover]).not.toBe(state);
      expect(then.runs.filter(({ way, old, fromPlace, toPlace }) => !way && !old && fromPlace && toPlace)).toEqual([]);
    }
  },
);

test('the tourer by the shortest routes takes its tank off; one rule keeps it on, for less', () => {
  const shortest = applyAll(demo('tourer-four-speakers'), [{ op: 'choose', choice: 'routes', option: 'shortest' }]);
  expect(opened(shortest)['tank']).toBe('off');
  const { beside } = compareRoutes(shortest);
  const kept = beside.find(({ key }) => key === 'cover tank on')!;
  expect(kept.hours).toBeLessThan(-0.5);
  const after = applyAll(shortest, kept.operations);
  expect(opened(after)['tank']).toBeUndefined();
  // Back by the rule that lets it be opened.
  expect(compareRoutes(after).beside.map(({ key }) => key)).toContain('cover tank free');
});

test('a cover kept shut that gear lies behind is opened and said so; the cure lets it', () => {
  const job = demo('tourer-four-speakers');
  const kept = applyAll(job, [overrule('cover', 'cowl', 'on')]);
  const found = planJob(kept).findings.filter(({ rule }) => rule === 'kept-shut');
  expect(found.map(({ subject }) => subject)).toEqual([{ kind: 'cover', id: 'cowl' }]);
  expect(opened(kept)).toEqual(opened(job));
  expect(planJob(applyAll(kept, found[0]!.cure!.operations as Operation[])).findings.map(({ key }) => key)).toEqual(
    planJob(job).findings.map(({ key }) => key),
  );
  // Where it is kept no further than it comes anyway nothing is said.
  expect(planJob(applyAll(job, [overrule('cover', 'cowl', 'off')])).findings.map(({ rule }) => rule)).not.toContain(
    'kept-shut',
  );
});

test('fishing that costs more than it saves is told with both figures, and where it saves nothing is said', () => {
  const told = (id: string) => {
    const fished = applyAll(demo(id), [{ op: 'choose', choice: 'access', option: 'fished' }]);
    const [found] = planJob(fished).findings.filter(({ rule }) => rule === 'fishing-dearer');
    const hours = planJob(fished).ledger.hours - planJob(demo(id)).ledger.hours;
    return { found, hours };
  };
  const tourer = told('tourer-four-speakers');
  const [fished, opening] = tourer.found!.figures.map(({ value }) => value);
  // Steps are rounded to half minutes, one a pull.
  expect(Math.abs((fished! - opening!) / 60 - tourer.hours)).toBeLessThan(8 * (0.25 / 60) * 2);
  expect(tourer.hours).toBeGreaterThan(0);
  const lids = told('wide-tourer-lids');
  expect([lids.found, lids.hours < 0]).toEqual([undefined, true]);
});
