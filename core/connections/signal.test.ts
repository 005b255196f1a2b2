import { TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { planJob } from '../plan';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { heardOutputs, inputsOf, leadHeadUnit, sourcesOf } from './signal';
import { neededRuns } from './runs';
import { leadsFromAnywhere } from '../what-if';
import { leadResistance } from '../harness/index';

const after = (...operations: Operation[]) => applyAll(TOURER_JOB, operations);
const runs = (job: Job) => neededRuns(job).map(({ id }) => id);
const swapAmp = (item: string): Operation[] => [
  { op: 'removeGear', id: 'amp' },
  { op: 'addGear', id: 'amp', item: shelfItem(item), place: 'lampShelf' },
];
const zone = (control: string | null): Operation => ({
  op: 'setZone',
  id: 'front',
  zone: { name: 'Front', listener: null, mono: false, control },
});

describe('where an amplifier’s sound comes from', () => {
  test('line-level pairs are given out in turn; when they run out the first takes a Y-lead', () => {
    expect(inputsOf(TOURER_JOB).map(({ channels, pair, split }) => [channels.join(), pair, split])).toEqual([
      ['amp/fl,amp/fr', 1, false],
      ['amp/rl,amp/rr', 2, false],
    ]);
    const two = after({ op: 'addGear', id: 'amp2', item: shelfItem('weir-2-80'), place: null });
    expect(inputsOf(two).map(({ amplifier, pair, split }) => [amplifier, pair, split])).toEqual([
      ['amp', 1, true],
      ['amp', 2, false],
      ['amp2', 1, true],
    ]);
    expect(planJob(two).findings.map((f) => f.rule)).toContain('line-pairs-short');
  });

  test('a switchable pair gives bass when the job says so, and only the last one', () => {
    const job = after(
      { op: 'removeGear', id: 'head' },
      { op: 'addGear', id: 'head', item: shelfItem('sallow-din'), place: null },
      ...swapAmp('sluice-5'),
      { op: 'setSource', id: 'head', choice: { bass: true } },
    );
    expect(inputsOf(job).map(({ channels, pair, bass }) => [channels.join(), pair, bass])).toEqual([
      ['amp/fl,amp/fr', 1, false],
      ['amp/rl,amp/rr', 2, false],
      ['amp/sub', 3, true],
    ]);
  });

  test('an amplifier that listens to speaker outputs takes them up: leads are pulled to it, nothing else may hang there', () => {
    const job = after(...swapAmp('leat-4-25'), { op: 'setSource', id: 'amp', choice: { input: 'speaker' } });
    expect([...heardOutputs(inputsOf(job))].sort()).toEqual(['head/fl', 'head/fr', 'head/rl', 'head/rr']);
    expect(runs(job)).toContain('speaker:head>amp');
    expect(runs(job)).not.toContain('line:head>amp');
    expect(neededRuns(job).find(({ id }) => id === 'speaker:head>amp')!.conductors).toHaveLength(8);
    // Without being told it takes line leads, since the head unit has them.
    expect(inputsOf(after(...swapAmp('leat-4-25'))).every(({ kind }) => kind === 'line')).toBe(true);
  });

  test('what is bypassed takes no part; what is kept needs no new feed', () => {
    const kept = after({ op: 'setThere', id: 'amp', there: 'kept' });
    expect(runs(kept)).not.toContain('feed:battery>amp');
    expect(runs(kept)).toContain('line:head>amp');
    expect(runs(kept)).toContain('speaker:amp>fairing-left');
    const ids = planJob(kept).build.steps.map(({ id }) => id);
    expect(ids).not.toContain('fit:gear/amp');
    expect(ids).not.toContain('fuse:gear/amp');
    expect(ids).toContain('connect:gear/amp');
    const bypassed = after({ op: 'setThere', id: 'amp', there: 'bypassed' });
    expect(sourcesOf(bypassed).map(([id]) => id)).toEqual(['head']);
    expect(runs(bypassed).filter((id) => id.includes('amp'))).toEqual([]);
    const plan = planJob(bypassed);
    expect(plan.speakers.unwired).toHaveLength(4);
    expect(plan.build.steps.some(({ id }) => id.endsWith('/amp'))).toBe(false);
    expect(leadHeadUnit(after({ op: 'setThere', id: 'head', there: 'bypassed' }))).toBeUndefined();
  });

  test('a line control stands in the line leads of the pair that plays its zone alone', () => {
    const mine = ['fairing-left', 'fairing-right'].map((id): Operation => ({
      op: 'setSpeaker',
      id,
      choice: { zone: 'front' },
    }));
    const dial: Operation = { op: 'addGear', id: 'dial', item: shelfItem('dial-line'), place: null };
    const job = after(dial, zone('dial'), ...mine);
    expect(inputsOf(job).map(({ from }) => from)).toEqual(['dial', 'head']);
    expect(runs(job)).toEqual(expect.arrayContaining(['line:head>dial', 'line:dial>amp', 'line:head>amp']));
    expect(planJob(job).findings.map((f) => f.rule)).not.toContain('zone-control-shared');
    // With one of them outside, the control would turn both: it is left out and said so.
    const half = after(dial, zone('dial'), mine[0]!);
    expect(inputsOf(half).map(({ from }) => from)).toEqual(['head', 'head']);
    const said = (j: Job) => planJob(j).findings.find((f) => f.rule === 'zone-control-shared')!.reason;
    expect(said(half)).toMatch(/S2 is on the same pair of channels/);
    // Behind no line lead at all it turns nothing, and says that instead.
    const direct = applyAll(half, [
      { op: 'wireChannel', channel: 'amp/fl', wiring: null },
      { op: 'wireChannel', channel: 'head/fl', wiring: { coil: { gear: 'fairing-left', coil: 0 } } },
    ]);
    expect(said(direct)).toMatch(/S1 is not behind any/);
  });

  test('a speaker control stands in the speaker leads: both stretches count', () => {
    const job = after({ op: 'addGear', id: 'dial', item: shelfItem('dial-speaker'), place: 'dash' }, zone('dial'), {
      op: 'setSpeaker',
      id: 'pannier-left',
      choice: { zone: 'front' },
    });
    expect(runs(job)).toEqual(expect.arrayContaining(['speaker:amp>dial', 'speaker:dial>pannier-left']));
    expect(runs(job)).not.toContain('speaker:amp>pannier-left');
    const all = planJob(job).runs;
    const cut = (id: string) => all.find((run) => run.id === id)!.cutMm;
    const lead = leadResistance(job, all)('amp', 'pannier-left');
    const before = leadResistance(TOURER_JOB, planJob(TOURER_JOB).runs)('amp', 'pannier-left');
    const perMm = before / planJob(TOURER_JOB).runs.find((run) => run.id === 'speaker:amp>pannier-left')!.cutMm;
    expect(lead).toBeCloseTo(perMm * (cut('speaker:amp>dial') + cut('speaker:dial>pannier-left')), 9);
    expect(leadsFromAnywhere(job)('amp', 'pannier-left')).toBeCloseTo(lead, 9);
  });

  test('an old lead that stays is not pulled, and counts as it was measured', () => {
    const job = after({ op: 'setSpeaker', id: 'fairing-left', choice: { oldLeadOhm: 0.4 } });
    const plan = planJob(job);
    const lead = plan.runs.find(({ id }) => id === 'speaker:amp>fairing-left')!;
    expect([lead.old, lead.cutMm]).toEqual([true, 0]);
    expect(plan.cutList.cuts.some(({ run }) => run === lead.id)).toBe(false);
    const share = plan.speakers.circuits['amp/fl']!.speakers[0]!;
    expect(share.leadOhm).toBe(0.4);
    expect(plan.build.steps.find(({ id }) => id === 'test:returns')!.checks).toHaveLength(1);
    expect(plan.findings.map((f) => f.rule)).toContain('old-return-untested');
    const tested = planJob(applyAll(job, [{ op: 'setOldReturns', returns: 'own' }]));
    expect(tested.findings.map((f) => f.rule)).not.toContain('old-return-untested');
    const common = planJob(applyAll(job, [{ op: 'setOldReturns', returns: 'common' }]));
    const cure = common.findings.find((f) => f.rule === 'old-return-common')!.cure!;
    expect(runs(applyAll(job, cure.operations))).toContain('speaker:amp>fairing-left');
  });
});

test('an amplifier that must be configured first: nothing is plugged in before it is', () => {
  const job = after(
    ...swapAmp('sluice-5'),
    { op: 'wireChannel', channel: 'amp/fl', wiring: { coil: { gear: 'fairing-left', coil: 0 } } },
    { op: 'wireChannel', channel: 'amp/fr', wiring: { coil: { gear: 'fairing-right', coil: 0 } } },
  );
  const { steps } = planJob(job).build;
  const at = (id: string) => steps.findIndex((step) => step.id === id);
  expect(at('test:power')).toBeLessThan(at('configure:gear/amp'));
  expect(at('configure:gear/amp')).toBeLessThan(at('plug:gear/amp'));
  expect(at('plug:gear/amp')).toBeLessThan(at('test:sound'));
  expect(steps[at('plug:gear/amp')]!.checks.map(({ id }) => id)).toEqual(['plug-fairing-left', 'plug-fairing-right']);
  const connect = steps.find(({ id }) => id === 'connect:gear/fairing-left')!;
  expect(connect.lines).toContain('Leave it unplugged until the amplifier is configured.');
  expect(planJob(TOURER_JOB).build.steps.some(({ id }) => id.startsWith('configure:'))).toBe(false);
});

test('every splice says what is + on both sides, and the step by the speaker says it again', () => {
  const plan = planJob(after({ op: 'setSpeaker', id: 'fairing-right', choice: { cue: 'copperPlus' } }));
  const of = (id: string) => plan.splices.find(({ speaker }) => speaker === id)!;
  expect(of('fairing-left')).toMatchObject({
    plus: { body: 'white' },
    minus: { body: 'white', stripe: 'black' },
    speakerPlus: 'the wider tab',
    keyed: 'none',
    clashes: [],
    meanings: [],
  });
  expect(of('fairing-right')).toMatchObject({ cue: 'copperPlus', speakerMinus: 'the silver strand' });
  const step = plan.build.steps.find(({ id }) => id === 'connect:gear/fairing-right')!;
  expect(step.lines).toContain('grey is +: to the copper strand. Label both ends.');
  expect(step.checks.map(({ id }) => id)).toContain('polarity');
  const craft = planJob(
    after({
      op: 'setExisting',
      id: 'w',
      circuit: { name: 'House return', colour: { body: 'white' }, use: 'negative', metered: true },
    }),
  );
  expect(craft.splices.find(({ speaker }) => speaker === 'fairing-left')!.meanings).toEqual([
    'white is “House return” on this craft already',
  ]);
});
