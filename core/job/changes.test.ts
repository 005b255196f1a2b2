import * as v from 'valibot';
import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { NO_CHANGES } from '../craft/changes';
import { differencesOf } from '../craft/differences';
import { craftOf, foundCraft } from '../craft/own';
import { Pattern } from '../craft/pattern';
import { patternFaults } from '../craft/pattern-faults';
import { fastenerLedger } from '../build/index';
import { craftMap } from '../routing/index';
import { planJob } from '../plan';
import { BLIND_LINE } from '../tables/fasteners';
import { OperationError } from '../document/fault';
import { jobFaults, type Job } from './job';
import { jobLike } from './like';
import { apply, applyAll, undoOf, type Operation } from './operations';
import { parseJob } from './upgrade';

const reread = (job: Job): Job => parseJob(JSON.parse(JSON.stringify(job)));
const after = (...operations: Operation[]): Job => reread(applyAll(TOURER, operations));
const stepOf = (job: Job, id: string) => planJob(job).build.steps.find((step) => step.id === id);
const hoursOf = (job: Job) => planJob(job).ledger.hours;
const words = (job: Job) =>
  differencesOf(job.craft).map(({ name, is, words: how }) => `${name} ${is}: ${how.join('; ')}`);
const isAfter = (job: Job, id: string, before: string): boolean =>
  (stepOf(job, id)?.after ?? []).some((one) => one === before || isAfter(job, one, before));
const refused = (operation: Operation, job = TOURER): string => {
  try {
    apply(job, operation);
    return 'taken';
  } catch (error) {
    if (!(error instanceof OperationError)) throw error;
    return error.message;
  }
};

describe('a cover of this craft', () => {
  const sides = { op: 'setCoverFastener', cover: 'cowl', state: 'off', id: 'sides' } as const;
  const other = after(
    { op: 'setCoverWay', cover: 'cowl', state: 'off', way: { minutes: { off: 20, on: 20 } } },
    { ...sides, fastener: { count: 8, size: 'M6 × 20', drive: 'hexSocket5' } },
  );

  test('its screws and minutes are planned, counted and told; everything else stays', () => {
    // 14 + 16 min on the pattern.
    expect(hoursOf(other) - hoursOf(TOURER)).toBeCloseTo(10 / 60, 9);
    const step = stepOf(other, 'off:cover/cowl')!;
    expect(step.minutes).toBe(20);
    expect(step.tools).toEqual(['5 mm hexagon key']);
    expect(step.lines).toContain(
      'On this craft: minutes 14 + 16 → 20 + 20; three a side: 6 × M5 × 16 → 8 × M6 × 20, 4 mm hexagon socket → 5 mm hexagon socket.',
    );
    // In which order covers come off, and so into which bag their screws go, may be another by now.
    const screen = (job: Job) => stepOf(job, 'off:cover/screen')!.lines.map((line) => line.replace(/bag \d+/, 'a bag'));
    expect(screen(other)).toEqual(screen(TOURER));
    const lines = fastenerLedger(planJob(other).build).filter(({ of }) => of.id === 'cowl');
    expect(lines.map(({ id, out }) => [id, out])).toEqual([
      ['sides', 8],
      ['top', 2],
    ]);
    // What was in one plan is in the other, and the pattern is as it was.
    expect(planJob(other).runs).toEqual(planJob(TOURER).runs);
    expect(other.craft.pattern).toEqual(TOURER.craft.pattern);
  });

  test('set back to what the pattern has it is no change; so it is at a stroke', () => {
    const back = apply(other, { ...sides, fastener: { count: 6, size: 'M5 × 16', drive: 'hexSocket4' } });
    expect(words(back)).toEqual(['Fairing cowl changed: minutes 14 + 16 → 20 + 20']);
    expect(apply(other, { op: 'asDrawn', of: 'covers', id: 'cowl' }).craft.changes).toEqual(NO_CHANGES);
    expect(refused({ op: 'asDrawn', of: 'covers', id: 'visor' })).toBe('the pattern has no visor');
  });

  test('two people at one cover lose nothing, and undo takes back one’s own', () => {
    const minutes: Operation = {
      op: 'setCoverWay',
      cover: 'cowl',
      state: 'off',
      way: { minutes: { off: 20, on: 20 } },
    };
    const screws: Operation = { ...sides, fastener: { count: 8 } };
    const mine = apply(TOURER, minutes);
    const both = apply(mine, screws);
    expect(apply(apply(TOURER, screws), minutes)).toEqual(both);
    // What one has changed after the other goes back alone.
    const hinted = apply(both, {
      op: 'setCoverWay',
      cover: 'cowl',
      state: 'off',
      way: { hint: 'Two of them are stiff.' },
    });
    const counted = apply(hinted, { ...sides, fastener: { count: 9 } });
    const way = foundCraft(apply(counted, undoOf(both, hinted)!)).covers['cowl']!.states.off!;
    expect([way.minutes.off, way.fasteners['sides']!.count, way.hint]).toEqual([
      20,
      9,
      TOURER.craft.pattern.covers['cowl']!.states.off!.hint,
    ]);
  });

  test('one that is not there is not opened, nor what was only in its way', () => {
    const bare = after({ op: 'setCover', cover: 'cowl', name: null });
    const ids = new Set(planJob(bare).build.steps.map(({ id }) => id));
    for (const gone of ['off:cover/cowl', 'on:cover/cowl', 'off:cover/screen', 'on:cover/screen'])
      expect(ids).not.toContain(gone);
    // 14 + 16 and 5 + 6 min of covers, and a minute for each of the two plugs that were proven at the end.
    // 14 + 16 and 5 + 6 min of covers, 3 to offer the amplifier up, a minute for each of two plugs proven at the end.
    expect(hoursOf(TOURER) - hoursOf(bare)).toBeCloseTo((41 + 3 + 2) / 60, 9);
    expect(words(bare)).toEqual(['Fairing cowl gone: not on this craft']);
  });

  test('one more is opened where it hides a place; its plug is pulled, labelled and proven', () => {
    const visor = after(
      { op: 'setCover', cover: 'visor', name: 'Dash visor' },
      { op: 'setCoverWay', cover: 'visor', state: 'off', way: { minutes: { off: 3, on: 4 }, hint: 'Bend it up.' } },
      {
        op: 'setCoverFastener',
        cover: 'visor',
        state: 'off',
        id: 'clips',
        fastener: { drive: 'pryClip', size: 'clip' },
      },
      { op: 'setCoverPart', cover: 'visor', state: 'off', list: 'plugs', id: 'gauge', name: 'Gauge, 2 pins' },
      { op: 'setBehind', of: 'places', id: 'dash', cover: 'visor', state: 'off' },
    );
    expect(hoursOf(visor) - hoursOf(TOURER)).toBeCloseTo((3 + 4 + 1) / 60, 9);
    const step = stepOf(visor, 'off:cover/visor')!;
    expect(step.checks.map(({ text }) => text)).toEqual(['Unplugged and labelled: Gauge, 2 pins']);
    expect(step.lines).toContain('On this craft: not on its pattern.');
    expect(stepOf(visor, 'close:lamps')!.checks.map(({ text }) => text)).toContain('Works: Gauge, 2 pins');
    expect(isAfter(visor, 'fit:gear/head', 'off:cover/visor')).toBe(true);
    expect(words(visor)).toEqual([
      'Dash visor added: not on its pattern',
      'Fairing dash changed: behind Dash visor, off',
    ]);
    // Nothing needs it: it stays on.
    const idle = after({ op: 'setCover', cover: 'visor', name: 'Dash visor' });
    expect(stepOf(idle, 'off:cover/visor')).toBeUndefined();
    expect(
      applyAll(visor, [
        { op: 'setCover', cover: 'visor', name: null },
        { op: 'asDrawn', of: 'places', id: 'dash' },
      ]).craft.changes,
    ).toEqual(NO_CHANGES);
  });

  test('how a screw is got at names the tool, and what to think of; another tool is another change of tools', () => {
    const tools = (reach: 'blind' | 'long' | 'angle', drive: 'hexSocket4' | 'hex10' = 'hexSocket4') =>
      stepOf(after({ ...sides, fastener: { reach, drive } }), 'off:cover/cowl')!.tools;
    expect(tools('blind')).toContain('4 mm hexagon key, magnet');
    expect(tools('long', 'hex10')).toContain('10 mm socket, long');
    expect(tools('angle')).toContain('4 mm hexagon key, ball end');
    expect(tools('angle', 'hex10')).toContain('10 mm socket, universal joint');
    // All of the cowl’s screws on one key, and then some of them on its ball end.
    const changes = (...more: Operation[]) =>
      planJob(after({ ...sides, fastener: { drive: 'hexSocket5' } }, ...more)).build.teardown.toolChanges;
    expect(changes({ ...sides, fastener: { reach: 'angle' } }) - changes()).toBe(1);
    const blind = after({ ...sides, fastener: { reach: 'blind' } });
    // What is not said of it stays; straight on again is as the pattern has it.
    const more = apply(blind, { ...sides, fastener: { count: 7 } });
    expect(foundCraft(more).covers['cowl']!.states.off!.fasteners['sides']).toMatchObject({ count: 7, reach: 'blind' });
    expect(apply(blind, { ...sides, fastener: { reach: null } }).craft.changes).toEqual(NO_CHANGES);
    for (const id of ['off:cover/cowl', 'on:cover/cowl']) expect(stepOf(blind, id)!.lines).toContain(BLIND_LINE);
    expect(stepOf(TOURER, 'off:cover/cowl')!.lines).not.toContain(BLIND_LINE);
  });

  test('what is changed while another cover is not there still comes after it once it is there', () => {
    const minutes: Operation = {
      op: 'setCoverWay',
      cover: 'cowl',
      state: 'off',
      way: { minutes: { off: 20, on: 16 } },
    };
    const shelf: Operation = { op: 'setPlace', place: 'lampShelf', part: { allowanceMm: 260 } };
    const back = after(
      { op: 'setCover', cover: 'screen', name: null },
      minutes,
      { op: 'asDrawn', of: 'covers', id: 'screen' },
      { op: 'setCover', cover: 'cowl', name: null },
      shelf,
      { op: 'asDrawn', of: 'covers', id: 'cowl' },
    );
    expect(back.craft.changes).toEqual(after(shelf).craft.changes);
    expect(foundCraft(back).places['lampShelf']!.covers).toEqual({ cowl: 'off' });
    expect(
      stepOf(
        after({ op: 'setCover', cover: 'screen', name: null }, minutes, { op: 'asDrawn', of: 'covers', id: 'screen' }),
        'off:cover/cowl',
      )!.after,
    ).toContain('off:cover/screen');
  });

  test('what no cover can be is refused by name', () => {
    const set = (way: object): Operation => ({ op: 'setCoverWay', cover: 'cowl', state: 'off', way });
    expect(refused({ ...sides, fastener: { count: 0 } })).toMatch(/count: expected 1 to 100/);
    expect(refused(set({ after: { cowl: 'off' } }))).toMatch(/opened one after another/);
    expect(refused(set({ after: { nothing: 'off' } }))).toMatch(/expected a cover of this pattern that can be off/);
    expect(refused({ op: 'setCoverWay', cover: 'cowl', state: 'off', way: null })).toMatch(/opens in no other way/);
    // The dash asks for the cowl off; loosened is not enough.
    expect(
      refused(
        { op: 'setCoverWay', cover: 'cowl', state: 'off', way: null },
        apply(TOURER, { op: 'setCoverWay', cover: 'cowl', state: 'loosened', way: {} }),
      ),
    ).toMatch(/expected a cover of this pattern that can be off/);
    expect(refused({ ...sides, cover: 'toString', fastener: null })).toMatch(/cover toString is not on this craft/);
  });
});

describe('a way of this craft', () => {
  const lengthTo = (job: Job, gear: string) =>
    planJob(job).runs.find(({ kind, to }) => kind === 'feed' && to === gear)!.way!.lengthMm;
  const legOf = (job: Job, id: string) => craftMap(craftOf(job)).legs[id]!;

  test('what a tape says stands over the drawing, to the millimetre', () => {
    const drawn = legOf(TOURER, 'dashUp').lengthMm;
    const taped = after({ op: 'setLeg', leg: 'dashUp', part: { tapeMm: 400 } });
    expect(lengthTo(taped, 'head') - lengthTo(TOURER, 'head')).toBeCloseTo(400 - drawn, 6);
    // Shorter than drawn too.
    const short = after({ op: 'setLeg', leg: 'dashUp', part: { tapeMm: 60 } });
    expect(lengthTo(short, 'head') - lengthTo(TOURER, 'head')).toBeCloseTo(60 - drawn, 6);
    expect(lengthTo(taped, 'amp')).toBe(lengthTo(TOURER, 'amp'));
    expect(words(taped)).toEqual(['Up to the dash changed: by tape not measured → 400 mm']);
    expect(apply(taped, { op: 'setLeg', leg: 'dashUp', part: { tapeMm: null } }).craft.changes).toEqual(NO_CHANGES);
    // Whoever makes a job like it has held no tape to that one.
    expect(jobLike(taped, 'like', 'Like', '').craft.changes).toEqual(NO_CHANGES);
  });

  test('over the neck never less than the whole swing takes up', () => {
    const { needMm } = legOf(TOURER, 'neckLeft').need!;
    const at = (tapeMm: number) =>
      legOf(after({ op: 'setLeg', leg: 'neckLeft', part: { tapeMm } }), 'neckLeft').lengthMm;
    expect(at(needMm - 0.01)).toBe(needMm);
    expect(at(needMm + 0.01)).toBe(needMm + 0.01);
  });

  test('one that is not there is not taken, and a route set along it is forgotten', () => {
    const [run] = planJob(TOURER).runs.filter(({ kind, to }) => kind === 'feed' && to === 'amp');
    const leg = run!.way!.legs.find((id) => id.startsWith('neck'))!;
    const set = apply(TOURER, { op: 'overrule', kind: 'way', subject: run!.id, value: [...run!.way!.legs] });
    const without = reread(apply(set, { op: 'setLeg', leg, part: null }));
    expect(without.overrules.way).toEqual({});
    expect(set.overrules.way).not.toEqual({});
    const round = planJob(without).runs.find(({ id }) => id === run!.id)!.way!;
    expect(round.legs).toContain(leg === 'neckLeft' ? 'neckRight' : 'neckLeft');
    // The shelf has one way only.
    const cut = after({ op: 'setLeg', leg: 'shelf', part: null });
    expect(planJob(cut).findings.some(({ rule, severity }) => rule === 'no-way' && severity === 'stop')).toBe(true);
    expect(planJob(TOURER).findings.some(({ rule }) => rule === 'no-way')).toBe(false);
  });
});

describe('a place of this craft', () => {
  const RACK: Operation[] = [
    {
      op: 'setPlace',
      place: 'rack',
      part: { name: 'Under the rack', body: 'frame', at: [-60, 0, 960], accepts: ['amplifier'], exposure: 'jet' },
    },
    { op: 'setLeg', leg: 'toRack', part: { name: 'Up to the rack', from: 'tailLeft', to: 'rack', tapeMm: 520 } },
  ];

  test('one more takes gear; its wires come by the way that was measured', () => {
    const job = after(...RACK, { op: 'placeGear', id: 'amp', place: 'rack' });
    expect(jobFaults(job)).toEqual([]);
    const plan = planJob(job);
    const feed = plan.runs.find(({ kind, to }) => kind === 'feed' && to === 'amp')!;
    expect(feed.way!.legs.at(-1)).toBe('toRack');
    expect(craftMap(craftOf(job)).legs['toRack']!.lengthMm).toBe(520);
    expect(plan.findings.some(({ rule }) => rule === 'no-way')).toBe(false);
    expect(stepOf(job, 'fit:gear/amp')!.title).toMatch(/Under the rack/i);
    expect(words(job)).toEqual([
      'Under the rack added: not on its pattern',
      'Up to the rack added: not on its pattern',
    ]);
    // It cannot go while gear is there; afterwards its way goes with it.
    expect(refused({ op: 'setPlace', place: 'rack', part: null }, job)).toBe(
      'Weir 4×45 is there: it needs another place first',
    );
    const moved = applyAll(job, [
      { op: 'placeGear', id: 'amp', place: 'lampShelf' },
      { op: 'setPlace', place: 'rack', part: null },
    ]);
    expect(moved.craft.changes).toEqual(NO_CHANGES);
    expect(planJob(moved).runs).toEqual(planJob(TOURER).runs);
  });

  test('one that is not there is offered to nobody; where the battery is there is always one', () => {
    const job = after({ op: 'setPlace', place: 'guardLeft', part: null });
    expect(craftOf(job).places['guardLeft']).toBeUndefined();
    expect(craftOf(job).junctions['guardLeft']!.name).toBe(TOURER.craft.pattern.places['guardLeft']!.name);
    expect(refused({ op: 'placeGear', id: 'amp', place: 'guardLeft' }, job)).toMatch(/expected a place of this craft/);
    expect(refused({ op: 'setPlace', place: 'battery', part: null })).toMatch(/is there: it needs another place first/);
    expect(refused({ op: 'setPlace', place: 'dash', part: null })).toMatch(/Kingcup 3 is there/);
    expect(refused({ op: 'setPlace', place: 'accessory', part: null })).toMatch(/the usual switched source is there/);
  });

  test('a new one says all that it needs; names are names', () => {
    expect(refused({ op: 'setPlace', place: 'length', part: { name: 'Nook' } })).toMatch(/body: expected/);
    const job = after(
      { op: 'setPlace', place: 'length', part: { name: 'Nook', body: 'frame', at: [0, 0, 900] } },
      { op: 'setCover', cover: 'name', name: 'Flap' },
      { op: 'setBehind', of: 'places', id: 'length', cover: 'name', state: 'off' },
    );
    expect(words(job)).toEqual(['Flap added: not on its pattern', 'Nook added: not on its pattern']);
    expect(planJob(job).runs).toEqual(planJob(TOURER).runs);
    // Nobody may say that something is gone which never was there.
    expect(jobFaults({ ...job, craft: { ...job.craft, changes: { ...NO_CHANGES, legs: { valueOf: null } } } })).toEqual(
      [{ path: ['craft', 'changes', 'legs', 'valueOf'], expected: 'expected one that the pattern has' }],
    );
  });
});

test.each(DEMO_JOBS.map((job) => [job.title, job] as const))(
  '%s: whatever cover or way is not there, the plan is made, and what is offered to the pattern is one',
  (_, job) => {
    const { covers, legs } = job.craft.pattern;
    const one: Operation[] = [
      ...Object.keys(covers).map((cover): Operation => ({ op: 'setCover', cover, name: null })),
      ...Object.keys(legs)
        .filter((__, i) => i % 5 === 0)
        .map((leg): Operation => ({ op: 'setLeg', leg, part: null })),
    ];
    const { planner } = planJob(job);
    for (const operation of one) {
      const less = apply(job, operation);
      expect(planJob(less).planner).toBe(planner);
      expect(differencesOf(less.craft)).toHaveLength(1);
      const offered = foundCraft(less);
      expect(patternFaults(offered)).toEqual([]);
      expect(v.safeParse(Pattern, JSON.parse(JSON.stringify(offered))).success).toBe(true);
    }
  },
);
