import fc from 'fast-check';
import { TOURER_JOB } from '#demo/jobs';
import { COVER_STATES, type CoverWay, type Pattern } from '../craft/pattern';
import { ADVENTURE_TOURER } from '../craft/patterns/adventure-tourer';
import { CHOICES, choicesFor } from '../job/choices';
import type { BayEvent } from '../job/events';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { DRIVE_IDS } from '../tables/fasteners';
import { buildState, fastenerLedger, notReady, orderCovers, stepHash, type Step } from './index';

const build = planJob(TOURER_JOB).build;
const step = (id: string): Step => build.steps.find((s) => s.id === id)!;
let serial = 0;
const at = (minute: number) => new Date(Date.UTC(2026, 10, 25, 8, minute)).toISOString();
const mark = () => ({ id: `e${serial++}`, at: at(serial), by: 'bench' });
const tick = (s: Step, done = true): BayEvent => ({ ...mark(), kind: 'tick', step: s.id, hash: stepHash(s), done });
const checkAll = (s: Step): BayEvent[] =>
  s.checks.map(({ id }) => ({ ...mark(), kind: 'check', step: s.id, check: id, done: true }));
const whole = (): BayEvent[] => build.steps.flatMap((s) => [...checkAll(s), tick(s)]);

const way = (drives: readonly number[], after: readonly string[]): CoverWay => ({
  minutes: { off: 1, on: 1 },
  after: Object.fromEntries(after.map((id) => [id, 'off'])),
  fasteners: Object.fromEntries(
    drives.map((d, i) => [
      `f${i}`,
      { count: 1, drive: DRIVE_IDS[d]!, size: 'M5', where: '', torqueNm: null, single: false },
    ]),
  ),
  plugs: {},
  hoses: {},
  second: false,
  cautions: [],
  hint: '',
});

/** Fewest changes over every order of the covers and, within each, every order of its tools. */
function fewest(covers: { id: string; drives: readonly number[]; after: readonly string[] }[]): number {
  let best = Number.MAX_VALUE;
  const walk = (left: typeof covers, opened: ReadonlySet<string>, hand: number | undefined, changes: number): void => {
    if (changes >= best) return;
    if (!left.length) {
      best = changes;
      return;
    }
    for (const c of left) {
      if (c.after.some((id) => !opened.has(id))) continue;
      const rest = left.filter((x) => x !== c);
      const now = new Set([...opened, c.id]);
      for (const tools of permutations([...new Set(c.drives)])) {
        let held = hand;
        let cost = 0;
        for (const t of tools) {
          if (held !== undefined && held !== t) cost++;
          held = t;
        }
        walk(rest, now, held, changes + cost);
      }
    }
  };
  walk(covers, new Set(), undefined, 0);
  return best;
}
function permutations<T>(items: readonly T[]): T[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item, i) => permutations(items.filter((_, j) => j !== i)).map((rest) => [item, ...rest]));
}

describe('the order of covers', () => {
  test('changes tools as seldom as the best of all orders, and keeps what must come first', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            drives: fc.uniqueArray(fc.integer({ min: 0, max: 4 }), { maxLength: 3 }),
            after: fc.array(fc.nat(5), { maxLength: 2 }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (asked) => {
          const covers = asked.map(({ drives, after }, i) => ({
            id: `c${i}`,
            drives,
            after: [...new Set(after)].filter((j) => j < i).map((j) => `c${j}`),
          }));
          const pattern: Pattern = {
            ...ADVENTURE_TOURER,
            covers: Object.fromEntries(
              covers.map((c) => [c.id, { name: c.id, states: { off: way(c.drives, c.after) } }]),
            ),
          };
          const open = Object.fromEntries(covers.map((c) => [c.id, 'off' as const]));
          const order = orderCovers(pattern, open);
          expect(order.proven).toBe(true);
          expect(order.covers).toHaveLength(covers.length);
          order.covers.forEach(({ cover }, i) => {
            const before = new Set(order.covers.slice(0, i).map((c) => c.cover));
            for (const id of covers.find((c) => c.id === cover)!.after) expect(before).toContain(id);
          });
          expect(order.toolChanges).toBe(fewest(covers));
        },
      ),
      { seed: 11, numRuns: 150 },
    );
  });

  test('too many to prove: says so, and still keeps what must come first', () => {
    const covers = Object.fromEntries(
      Array.from({ length: 16 }, (_, i) => [
        `c${i}`,
        { name: 'c', states: { off: way([i % 3], i ? [`c${i - 1}`] : []) } },
      ]),
    );
    const order = orderCovers(
      { ...ADVENTURE_TOURER, covers },
      Object.fromEntries(Object.keys(covers).map((id) => [id, 'off'])),
    );
    expect(order.proven).toBe(false);
    expect(order.covers.map((c) => c.cover)).toEqual(Object.keys(covers));
  });
});

describe('the steps', () => {
  test('nothing comes before what it waits for, ids differ, and every run and cover is in', () => {
    const seen = new Set<string>();
    for (const s of build.steps) {
      for (const id of s.after) expect(seen).toContain(id);
      expect(seen).not.toContain(s.id);
      seen.add(s.id);
    }
    for (const { cover } of build.teardown.covers) {
      expect(seen).toContain(`off:cover/${cover}`);
      expect(seen).toContain(`on:cover/${cover}`);
    }
    expect(step('off:cover/cowl').after).toContain('off:cover/screen');
    expect(step('on:cover/screen').after).toContain('on:cover/cowl');
    expect(step('on:cover/cowl').gate).toEqual(expect.arrayContaining(['fit:gear/amp', 'connect:gear/amp']));
    expect(build.steps.at(-1)!.id).toBe('close:record');
  });

  test('every school changes what is planned', () => {
    const boat = { ...ADVENTURE_TOURER, kind: 'boat' as const };
    const fished = ['batteryUp', 'flankLeft', 'shroudUpLeft', 'neckLeft', 'cowlLeft', 'shelf'];
    const base = applyAll(TOURER_JOB, [
      { op: 'chooseWay', run: 'feed:battery>amp', legs: fished },
      { op: 'chooseWay', run: 'return:battery>amp', legs: fished },
      {
        op: 'chooseWay',
        run: 'feed:battery>head',
        legs: ['batteryUp', 'underTankLeft', 'spineLeft', 'neckLeft', 'cowlLeft', 'dashUp'],
      },
    ]);
    const bare = {
      ...base,
      gear: { ...base.gear, amp: { ...base.gear['amp']!, item: { ...base.gear['amp']!.item, water: [] } } },
    } as Job;
    for (const kind of ['motorcycle', 'boat'] as const) {
      const job: Job = kind === 'boat' ? { ...bare, craft: { ...bare.craft, pattern: boat } } : bare;
      const said = (j: Job) => {
        const plan = planJob(j);
        return JSON.stringify([plan.build.steps, plan.findings.map((f) => f.key)]);
      };
      for (const choice of choicesFor(kind))
        for (const option of Object.keys(CHOICES[choice].options)) {
          const chosen = said(applyAll(job, [{ op: 'choose', choice, option }]));
          if (option === CHOICES[choice].usual) expect(chosen).toBe(said(job));
          else if (!(choice === 'access' && option === 'off'))
            expect({ choice, option, same: chosen === said(job) }).toEqual({ choice, option, same: false });
        }
    }
  });

  test('a cover that only needs to stand aside does, and comes off where the school says so', () => {
    const rear = applyAll(TOURER_JOB, [
      { op: 'removeGear', id: 'head' },
      { op: 'removeGear', id: 'fairing-left' },
      { op: 'removeGear', id: 'fairing-right' },
      { op: 'placeGear', id: 'amp', place: 'underSeat' },
      { op: 'setSource', id: 'amp', choice: { wake: 'signal' } },
    ]);
    const stateOf = (ops: Operation[]) => {
      const pattern = ADVENTURE_TOURER;
      const job = {
        ...applyAll(rear, ops),
        craft: {
          ...rear.craft,
          pattern: {
            ...pattern,
            legs: { ...pattern.legs, tray: { ...pattern.legs['tray']!, covers: { tank: 'aside' as const } } },
          },
        },
      };
      return planJob(job).build.teardown.covers.find((c) => c.cover === 'tank')?.state;
    };
    expect(stateOf([])).toBe('aside');
    expect(stateOf([{ op: 'choose', choice: 'access', option: 'off' }])).toBe('off');
    expect(COVER_STATES).toEqual(['loosened', 'aside', 'off']);
  });

  test('a person’s minutes stand, and the hours follow', () => {
    const job = applyAll(TOURER_JOB, [{ op: 'expectMinutes', step: 'off:cover/cowl', minutes: 44 }]);
    const planned = step('off:cover/cowl').minutes;
    const plan = planJob(job);
    expect(plan.build.steps.find((s) => s.id === 'off:cover/cowl')).toMatchObject({
      minutes: 44,
      plannedMinutes: planned,
    });
    expect(plan.ledger.hours - planJob(TOURER_JOB).ledger.hours).toBeCloseTo((44 - planned) / 60, 9);
  });

  test('the fastener ledger adds up: out = reused + retired, in = reused + new', () => {
    const ledger = fastenerLedger(build);
    expect(ledger.length).toBeGreaterThan(5);
    for (const line of ledger) {
      expect(line.out).toBe(line.reused + line.retired);
      expect(line.in).toBe(line.reused + line.added);
      expect(line.in).toBe(line.out);
    }
    expect(ledger.filter((l) => l.retired > 0).every((l) => l.drive === 'push rivet')).toBe(true);
  });
});

describe('where the work stands', () => {
  test('nothing done: everything open, only what waits for nothing is ready', () => {
    const state = buildState(build, []);
    expect(state.done).toBe(0);
    expect(state.next!.step.id).toBe('isolate:battery');
    expect(state.steps.filter((s) => s.is === 'ready').every((s) => s.step.after.length === 0)).toBe(true);
    expect(state.minutesLeft).toBe(build.steps.reduce((sum, s) => sum + s.minutes, 0));
  });

  test('all done: ready to hand over; whatever the order events arrive in', () => {
    const events = whole();
    const state = buildState(build, events);
    expect(notReady(state)).toEqual([]);
    expect(state.open).toEqual([]);
    expect(state.balances.every((b) => b.state === 'balanced')).toBe(true);
    expect(buildState(build, [...events].reverse())).toEqual(state);
  });

  test('a plug taken off cannot be forgotten', () => {
    const on = step('on:cover/cowl');
    const events = whole().filter((e) => !(e.kind === 'check' && e.step === on.id && e.check === 'plug-lamp'));
    const state = buildState(build, events);
    expect(state.apart).toEqual([{ cover: 'cowl', text: 'Headlamp, 3 pins' }]);
    expect(notReady(state)[0]).toBe('Still apart: Headlamp, 3 pins');
    expect(state.steps.find((s) => s.step.id === on.id)!.missing).toContain('Plugged in: Headlamp, 3 pins');
  });

  test('a screw left over is seen', () => {
    const on = step('on:cover/screen');
    const count: BayEvent = {
      ...mark(),
      kind: 'count',
      step: on.id,
      fastener: 'edge',
      reused: 3,
      retired: 0,
      added: 0,
    };
    const state = buildState(build, [...whole(), count]);
    expect(state.balances.find((b) => b.cover === 'screen')).toMatchObject({ out: 4, reused: 3, state: 'unbalanced' });
    expect(notReady(state)[0]).toMatch(/^Fasteners do not add up: M5 × 20.*4 out, 3 reused/);
    const mended: BayEvent = {
      ...mark(),
      kind: 'count',
      step: on.id,
      fastener: 'edge',
      reused: 3,
      retired: 1,
      added: 1,
    };
    expect(notReady(buildState(build, [...whole(), count, mended]))).toEqual([]);
  });

  test('a gate holds a cover until what is behind it is done', () => {
    const events = build.steps.filter((s) => s.phase !== 'refit' && s.id !== 'connect:gear/amp').map((s) => tick(s));
    const cowl = buildState(build, events).steps.find((s) => s.step.id === 'on:cover/cowl')!;
    expect(cowl.is).toBe('open');
    expect(cowl.held.map((s) => s.id)).toEqual(['connect:gear/amp']);
  });

  test('a tick survives other edits, asks again when its step says something else, and strays when it is gone', () => {
    const events = [tick(step('pull:run/battery-amp'))];
    const stateOf = (ops: Operation[]) => buildState(planJob(applyAll(TOURER_JOB, ops)).build, events);
    const is = (ops: Operation[]) => stateOf(ops).steps.find((s) => s.step.id === 'pull:run/battery-amp')?.is;
    expect(is([{ op: 'setTitle', title: 'Other' }])).toBe('done');
    expect(is([{ op: 'expectMinutes', step: 'pull:run/battery-amp', minutes: 3 }])).toBe('done');
    expect(is([{ op: 'chooseGauge', gear: 'amp', gauge: '2' }])).toBe('redo');
    expect(stateOf([{ op: 'removeGear', id: 'amp' }]).strays).toHaveLength(1);
    const undone = buildState(build, [...events, tick(step('pull:run/battery-amp'), false)]);
    expect(undone.steps.find((s) => s.step.id === 'pull:run/battery-amp')!.is).not.toBe('done');
  });

  test('times add, notes stand in order, a photograph can be struck', () => {
    const photo = (kept: boolean): BayEvent => ({
      ...mark(),
      kind: 'photo',
      subject: { kind: 'step', id: 'off:cover/cowl' },
      photo: 'a'.repeat(64),
      caption: 'Lamp plug',
      kept,
    });
    const events: BayEvent[] = [
      { ...mark(), kind: 'time', step: 'off:cover/cowl', minutes: 10 },
      { ...mark(), kind: 'time', step: 'off:cover/cowl', minutes: 5 },
      { ...mark(), kind: 'note', step: 'off:cover/cowl', text: 'one' },
      { ...mark(), kind: 'note', step: 'off:cover/cowl', text: 'two' },
      photo(true),
    ];
    const state = buildState(build, events);
    const cowl = state.steps.find((s) => s.step.id === 'off:cover/cowl')!;
    expect(cowl.minutes).toBe(15);
    expect(cowl.notes.map((n) => n.text)).toEqual(['one', 'two']);
    expect(state.photos).toHaveLength(1);
    expect(buildState(build, [...events, photo(false)]).photos).toEqual([]);
  });
});

test('the choices of a craft are those of its kind', () => {
  expect(choicesFor('motorcycle')).not.toContain('reverse');
  expect(choicesFor('boat')).toContain('reverse');
  for (const choice of choicesFor('boat')) expect(CHOICES[choice].usual in CHOICES[choice].options).toBe(true);
});
