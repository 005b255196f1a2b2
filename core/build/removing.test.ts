import { TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { jobFaults, type Job } from '../job/job';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { oldSpeakerLeads } from '../connections/runs';
import { buildState, fastenerLedger, notReady } from './index';

const gearOf = (job: Job, kind: string) =>
  Object.entries(job.gear).flatMap(([id, { item }]) => (item.kind === kind ? [id] : []));
const [HEAD] = gearOf(TOURER, 'headUnit') as [string];
const [AMP] = gearOf(TOURER, 'amplifier') as [string];
const PLACE = TOURER.gear[HEAD]!.place!;

/** The commonest job: the old radio comes out, everything else stays, and a new one takes its place. */
const swap = (...more: Operation[]): Job =>
  applyAll(TOURER, [
    ...Object.keys(TOURER.gear).map((id): Operation => ({ op: 'setThere', id, there: id === HEAD ? 'out' : 'kept' })),
    { op: 'addGear', id: 'next', item: shelfItem('kingcup-3'), place: PLACE },
    ...more,
  ]);
const stepsOf = (job: Job) => new Map(planJob(job).build.steps.map((step) => [step.id, step]));
const isAfter = (steps: ReturnType<typeof stepsOf>, id: string, before: string): boolean =>
  (steps.get(id)?.after ?? []).some((one) => one === before || isAfter(steps, one, before));

describe('a radio swapped, all else kept', () => {
  const plan = planJob(swap());

  test('what joins what stays lies there: nothing of it is cut, pulled or connected at what is kept', () => {
    const old = plan.runs.filter((run) => run.old);
    expect(old.map(({ kind, to }) => [kind, to]).filter(([kind]) => kind !== 'speaker')).toEqual([
      ['turnOn', AMP],
      ['line', AMP],
    ]);
    expect(old.filter(({ kind }) => kind === 'speaker')).toHaveLength(gearOf(TOURER, 'speaker').length);
    expect(old.every(({ cutMm, allowanceMm, way }) => cutMm === 0 && allowanceMm === 0 && way !== undefined)).toBe(
      true,
    );
    // New are its feed, its return and its switched lead.
    expect(plan.runs.filter((run) => !run.old).map(({ kind, to }) => [kind, to])).toEqual([
      ['feed', 'next'],
      ['return', 'next'],
      ['switched', 'next'],
    ]);
    expect(new Set(plan.cutList.cuts.map(({ run }) => run.split(':')[0]))).toEqual(
      new Set(['feed', 'return', 'switched']),
    );
    const steps = stepsOf(swap());
    expect([...steps.keys()].filter((id) => /^(pull|connect|fit):/.test(id) && !/next|battery/.test(id))).toEqual([]);
    // Turn-on and line lead are joined at the new one.
    expect(steps.get('connect:gear/next')!.lines).toContainEqual(
      '2 leads lie there already: meter end to end and to the frame before joining.',
    );
    expect(plan.terminals.filter(({ run }) => /^(line|turnOn)/.test(run)).map(({ at }) => at)).toEqual(
      expect.not.arrayContaining([AMP]),
    );
  });

  test('the old one comes out behind its covers and before the new one goes in, and its place is free', () => {
    const steps = stepsOf(swap());
    const out = steps.get(`out:gear/${HEAD}`)!;
    expect([out.phase, out.minutes]).toEqual(['teardown', 4]);
    const covers = Object.keys(TOURER.craft.pattern.places[PLACE]!.covers);
    for (const cover of covers) expect(isAfter(steps, out.id, `off:cover/${cover}`)).toBe(true);
    expect(isAfter(steps, 'fit:gear/next', out.id)).toBe(true);
    for (const cover of covers) expect(isAfter(steps, `on:cover/${cover}`, out.id)).toBe(true);
    expect(plan.findings.filter(({ rule }) => rule === 'place-shared')).toEqual([]);
    // In its place with nothing coming out there would be two.
    const both = planJob(apply(swap(), { op: 'setThere', id: HEAD, there: 'bypassed' }));
    expect(both.findings.filter(({ rule }) => rule === 'place-shared')).toHaveLength(1);
    // The marks go to what stays.
    expect([plan.tags['next'], plan.tags[HEAD]]).toEqual(['H1', 'H2']);
  });

  test('covers that only the old leads pass stay on; a lead pulled anew opens them', () => {
    const opened = (job: Job) => planJob(job).build.teardown.covers.map(({ cover }) => cover);
    const [speaker] = gearOf(TOURER, 'speaker').filter((id) => TOURER.gear[id]!.place !== PLACE) as [string];
    const run = plan.runs.find(({ kind, to }) => kind === 'speaker' && to === speaker)!.id;
    const anew = swap({ op: 'setLead', run, lies: 'new' });
    expect(planJob(anew).cutList.wireM).toBeGreaterThan(plan.cutList.wireM + 0.5);
    expect(opened(anew).length).toBeGreaterThanOrEqual(opened(swap()).length);
    expect(opened(TOURER).length).toBeGreaterThan(opened(swap()).length);
    expect(planJob(apply(anew, { op: 'setLead', run, lies: null })).cutList).toEqual(plan.cutList);
  });

  test('only what something new drives is tested for a shared return', () => {
    // The amplifier drives its speakers as it did.
    expect(oldSpeakerLeads(swap())).toEqual([]);
    const amp2 = swap(
      { op: 'setThere', id: AMP, there: 'out' },
      { op: 'addGear', id: 'amp2', item: TOURER.gear[AMP]!.item, place: TOURER.gear[AMP]!.place },
      ...Object.entries(TOURER.circuits).map(([output, wiring]): Operation => ({
        op: 'wireChannel',
        channel: output.replace(`${AMP}/`, 'amp2/'),
        wiring,
      })),
    );
    expect(oldSpeakerLeads(amp2).length).toBe(gearOf(TOURER, 'speaker').length);
    expect(planJob(amp2).findings.filter(({ rule }) => rule === 'old-return-untested')).toHaveLength(1);
    const steps = stepsOf(amp2);
    expect(isAfter(steps, 'test:returns', `out:gear/${AMP}`)).toBe(true);
  });
});

describe('gear that comes out', () => {
  const bolted = swap(
    { op: 'setTakeOut', gear: HEAD, out: { held: 'sides', reason: 'water', goesTo: 'owner' } },
    { op: 'setOutFastener', gear: HEAD, id: 'sides', fastener: { count: 4, size: 'M5 × 12', where: 'both sides' } },
    { op: 'setOutPlug', gear: HEAD, id: 'radio', plug: { name: 'Radio plug, 16 pins' } },
    { op: 'setGift', gear: HEAD, id: 'g', gift: { what: 'bracket' } },
  );

  test('says how it lets go, what goes over to the new one, and where it goes', () => {
    const steps = stepsOf(bolted);
    const out = steps.get(`out:gear/${HEAD}`)!;
    expect(out.minutes).toBe(8);
    expect(out.lines.join(' ')).toMatch(/Bolts out of both sides.*water inside.*Keep for H1 .*: bracket.*to the owner/);
    expect(out.checks.map(({ text }) => text)).toContain('Unplugged and labelled: Radio plug, 16 pins');
    expect(out.direction).toBe('out');
    expect(steps.get('fit:gear/next')!.lines.join(' ')).toMatch(/From H2 .*: bracket\./);
  });

  test('its fasteners are counted out and retired; what nobody counted is told of', () => {
    const plan = planJob(bolted);
    const line = fastenerLedger(plan.build).find(({ of }) => of.id === HEAD);
    expect(line).toMatchObject({ of: { kind: 'gear' }, out: 4, reused: 0, retired: 4, in: 0, added: 0 });
    const tick = {
      kind: 'tick',
      id: 't',
      at: '2026-11-29T08:00:00.000Z',
      by: '',
      step: `out:gear/${HEAD}`,
      done: true,
      hash: '',
    } as const;
    const count = (out: number) =>
      ({ kind: 'count', id: `c${out}`, at: tick.at, by: '', step: tick.step, fastener: 'sides', out }) as const;
    const of = (...events: Parameters<typeof buildState>[1]) => buildState(plan.build, events);
    expect(notReady(of(tick)).join()).toMatch(/nobody counted: M5 × 12, both sides/);
    expect(of(tick, count(4)).balances.find(({ of: id }) => id === HEAD)).toMatchObject({
      state: 'balanced',
      retired: 4,
    });
    expect(of(tick, count(3)).balances.find(({ of: id }) => id === HEAD)!.state).toBe('unbalanced');
    // Nothing of it waits to go back.
    expect(of(tick).open).toEqual([]);
  });

  test('drives, feeds and hears nothing any more, and an undo puts all of that back', () => {
    const [speaker] = gearOf(TOURER, 'speaker') as [string];
    const op: Operation = { op: 'setThere', id: speaker, there: 'out' };
    const out = apply(TOURER, op);
    expect(JSON.stringify(out.circuits)).not.toContain(`"${speaker}"`);
    expect(jobFaults(out)).toEqual([]);
    expect(planJob(out).runs.some(({ to }) => to === speaker)).toBe(false);
    expect(apply(out, undoOf(TOURER, out)!)).toEqual(TOURER);
    // Wired again while it comes out: refused by name.
    const wired = { ...out, circuits: TOURER.circuits };
    expect(jobFaults(wired).map(({ expected }) => expected)).toContain(`expected a speaker that stays, not ${speaker}`);
  });

  test('gone from the job, nothing is left of how it came out; a gift to what is gone goes to what takes its place', () => {
    const gone = applyAll(bolted, [
      { op: 'setGift', gear: HEAD, id: 'g', gift: { to: AMP } },
      { op: 'removeGear', id: AMP },
    ]);
    expect(gone.takeOut[HEAD]!.gives).toEqual({ g: { what: 'bracket', to: null } });
    expect(apply(gone, { op: 'removeGear', id: HEAD }).takeOut).toEqual({});
  });

  test('more plugs than a job may hold are refused, as the file would be', () => {
    const plugs = Array.from({ length: 20 }, (_, n): Operation => ({
      op: 'setOutPlug',
      gear: HEAD,
      id: `p${n}`,
      plug: { name: 'Plug' },
    }));
    expect(() => applyAll(TOURER, plugs)).not.toThrow();
    const more: Operation = { op: 'setOutPlug', gear: HEAD, id: 'one-more', plug: { name: 'Plug' } };
    expect(() => applyAll(TOURER, [...plugs, more])).toThrow(/expected 20 plugs at most/);
  });

  test('moved away, what was said of its leads is forgotten', () => {
    const said = apply(TOURER, { op: 'setLead', run: `line:${HEAD}>${AMP}`, lies: 'old' });
    expect(apply(said, { op: 'placeGear', id: HEAD, place: null }).leads).toEqual({});
  });

  test.each<[string, Operation, RegExp]>([
    [
      'a part for itself',
      { op: 'setGift', gear: HEAD, id: 'x', gift: { what: 'bolts', to: HEAD } },
      /to: expected other gear/,
    ],
    ['a plug of no name', { op: 'setOutPlug', gear: HEAD, id: 'x', plug: {} }, /name/],
    [
      'of gear that is not there',
      { op: 'setTakeOut', gear: 'constructor', out: { reason: 'sun' } },
      /no longer in the job/,
    ],
  ])('%s is refused', (_, operation, words) => {
    expect(() => apply(bolted, operation)).toThrow(words);
  });
});
