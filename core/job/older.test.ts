import fc from 'fast-check';
import { TOURER_JOB } from '#demo/jobs';
import { anyJob } from '../../tests/support/any-job';
import {
  asOf11,
  asOf12,
  asOf13,
  asVersion11,
  asVersion12,
  asOf14,
  asVersion13,
  asVersion14,
  asVersion6,
  asVersion7,
  asVersion8,
  asVersion9,
} from '../../tests/support/older-job';
import { changesBetween, type Patch } from '../document/patches';
import { OperationError } from '../document/fault';
import type { Job } from './job';
import { apply, applyAll, readEdit } from './operations';
import { parseJob } from './upgrade';

/** A job as far as versions before 9 could say it. */
const onNoPanels = (job: Job): Job => ({
  ...asOf11(job),
  mounts: {},
  workMinutes: {},
  takeOut: {},
  leads: {},
  craft: { ...asOf11(job).craft, panels: {} },
});
/** Jobs as people make them, the same for every version. */
const MADE = fc
  .sample(anyJob, { numRuns: 90, seed: 611 })
  // Before version 13 no craft had another joint than a neck.
  .filter(({ job }) => Object.values(job.craft.pattern.joints).every(({ kind }) => kind === 'steer'))
  .slice(0, 30);
const why = { reason: 'It is what I had', then: '6 AWG', basis: 'b' };

test('whatever job version 6 wrote comes up the same job', () => {
  for (const { job } of MADE) {
    const raised = parseJob(JSON.parse(JSON.stringify(asVersion6(job))));
    // A feed whose sizes alone were set had a choice of its own then.
    expect({ ...raised, feeds: job.feeds }).toEqual(onNoPanels(job));
    for (const [gear, choice] of Object.entries(raised.feeds))
      expect(choice).toEqual({
        ...{ holder: null, fuseAtMm: 150, from: null, allow150: false, sheathed: false, ahead: false },
        ...job.feeds[gear],
      });
  }
});

test('whatever job version 7 wrote comes up the same job', () => {
  const accepted = { 'always-on@gear/amp': why, 'no-way@run/a': why };
  for (const { job } of MADE) {
    const full = { ...job, accepted };
    expect(parseJob(JSON.parse(JSON.stringify(asVersion7(full))))).toEqual(onNoPanels(full));
  }
});

test('whatever job version 8 wrote comes up the same job, on panels nobody has measured', () => {
  for (const { job } of MADE) {
    expect(parseJob(JSON.parse(JSON.stringify(asVersion8(job))))).toEqual(onNoPanels(job));
  }
});

test('whatever job version 9 wrote comes up the same job, nothing said of what comes out', () => {
  for (const { job } of MADE) {
    expect(parseJob(JSON.parse(JSON.stringify(asVersion9(job))))).toEqual({ ...asOf11(job), takeOut: {}, leads: {} });
  }
});

test('whatever job version 12 wrote comes up the same job, of the one variant there was', () => {
  for (const { job } of MADE) {
    expect(parseJob(JSON.parse(JSON.stringify(asVersion12(job))))).toEqual(asOf12(job));
  }
});

test('whatever job version 11 wrote comes up the same job, nothing said of leads and links', () => {
  for (const { job } of MADE) {
    expect(parseJob(JSON.parse(JSON.stringify(asVersion11(job))))).toEqual(asOf11(job));
  }
});

const LEGS = ['batteryUp', 'header'];
test.each<[string, unknown, (job: Job) => unknown, unknown]>([
  [
    'a gauge',
    { op: 'chooseGauge', gear: 'amp', gauge: '4', why },
    (j) => j.overrules.gauge,
    { amp: { value: '4', why } },
  ],
  ['a fuse', { op: 'chooseFuse', gear: 'amp', amps: 25 }, (j) => j.overrules.fuse, { amp: { value: 25, why: null } }],
  [
    'a way',
    { op: 'chooseWay', run: 'feed:battery>amp', legs: LEGS },
    (j) => j.overrules.way,
    { 'feed:battery>amp': { value: LEGS, why: null } },
  ],
  [
    'a lead',
    { op: 'chooseLead', run: 'speaker:amp>fairing-left', gauge: '14' },
    (j) => j.overrules.lead,
    { 'speaker:amp>fairing-left': { value: '14', why: null } },
  ],
  [
    'minutes',
    { op: 'expectMinutes', step: 'off:cover/cowl', minutes: 9 },
    (j) => j.overrules.minutes,
    { 'off:cover/cowl': { value: 9, why: null } },
  ],
  [
    'why it is wired so',
    { op: 'explainWiring', why },
    (j) => j.overrules.wiring,
    { speakers: { value: 'asWired', why } },
  ],
  [
    'the one battery',
    { op: 'setBattery', battery: { capacityAh: 21, masterSwitch: true } },
    (j) => [j.craft.batteries['battery']!.capacityAh, j.craft.batteries['battery']!.batterySwitch],
    [21, true],
  ],
  [
    'what turns an amplifier on',
    { op: 'setSource', id: 'amp', choice: { wake: 'signal', input: 'line' } },
    (j) => j.sources['amp'],
    { input: 'line', bass: false, turnedOnBy: 'signal' },
  ],
  [
    'a finding accepted by the name its rule had',
    { op: 'acceptFinding', key: 'always-awake@gear/amp', why },
    (j) => j.accepted,
    { 'always-on@gear/amp': why },
  ],
])('an edit recorded by an earlier version still applies: %s', (_, edit, read, expected) => {
  expect(read(apply(TOURER_JOB, readEdit(edit)))).toEqual(expected);
});

test('older edits that take something back', () => {
  const set = applyAll(TOURER_JOB, [
    readEdit({ op: 'chooseGauge', gear: 'amp', gauge: '4', why }),
    readEdit({ op: 'chooseWay', run: 'feed:battery>amp', legs: ['batteryUp'] }),
    readEdit({ op: 'explainWiring', why }),
  ]);
  const back = [
    { op: 'dropOverrule', key: 'gauge=amp' },
    { op: 'chooseWay', run: 'feed:battery>amp', legs: null },
    { op: 'explainWiring', why: null },
  ].map(readEdit);
  expect(applyAll(set, back)).toEqual(TOURER_JOB);
  const other = { ...why, reason: 'Checked' };
  expect(apply(set, readEdit({ op: 'giveReason', key: 'gauge=amp', why: other })).overrules.gauge['amp']!.why).toEqual(
    other,
  );
});

test.each([
  ['an edit nobody knows', { op: 'paintRed', gear: 'amp' }, 'op: '],
  ['an older edit of what never was', { op: 'chooseGauge', gear: 'amp', gauge: 'thick' }, 'op: '],
  ['an item that is none', { op: 'addGear', id: 'x', item: {}, place: null }, 'item.'],
  ['a battery that is none', { op: 'setBattery', battery: { capacityAh: 'much' } }, 'id: '],
  ['no edit', 7, '(the edit): '],
  ['text for a number', { op: 'setFrame', milliohm: 'ten' }, 'milliohm: expected a number of mΩ'],
])('%s is refused', (_, edit, words) => {
  expect(() => readEdit(edit)).toThrow(OperationError);
  expect(() => readEdit(edit)).toThrow(words);
});

test.each([
  ['6', asVersion6],
  ['7', asVersion7],
  ['8', asVersion8],
  ['9', asVersion9],
])('an undo recorded by version %s puts back what it did then', (_, then) => {
  for (const { states } of MADE) {
    for (let i = 1; i < states.length; i += 7) {
      // As it was written then, and as it comes up now.
      const [before, after] = [states[i - 1]!, states[i]!].map((state) => parseJob(then(state))) as [Job, Job];
      const patches: Patch[] = changesBetween(then(states[i]!), then(states[i - 1]!));
      if (!patches.length) continue;
      const edit = readEdit(JSON.parse(JSON.stringify({ op: 'restore', patches })));
      const back = apply(after, edit);
      expect(back).toEqual(before);
    }
  }
});

test('whatever job version 14 wrote comes up the same job, without looms', () => {
  for (const { job } of MADE) {
    const written = JSON.parse(JSON.stringify(asVersion14(job))) as object;
    expect(written).not.toHaveProperty('looms');
    expect(parseJob(written)).toEqual(asOf14(job));
  }
  expect(MADE.filter(({ job }) => Object.keys(job.looms).length).length).toBeGreaterThan(3);
});

test('whatever job version 13 wrote comes up the same job, nothing barred or kept shut', () => {
  for (const { job } of MADE) {
    const written = JSON.parse(JSON.stringify(asVersion13(job))) as { overrules: object };
    expect(Object.keys(written.overrules)).not.toContain('cover');
    expect(parseJob(written)).toEqual(asOf13(job));
  }
});
