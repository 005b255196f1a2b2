import fc from 'fast-check';
import { anyJob } from '../../tests/support/any-job';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import type { Job } from '../job/job';
import { planJob } from '../plan';
import { partingsOf } from '../parted';

/** The tourer with a fairing that lifts off at a plug, in place of its neck. */
function liftsOff(pins: number, pinA: number): Job {
  const { pattern } = TOURER_JOB.craft;
  const { name, fixed, moving, bendAllowanceMm } = pattern.joints['neck']!;
  const plug = { name: 'the fairing plug', pins, pinA, w: 30, h: 20 };
  const way = { direction: [0, 0, 1] as [number, number, number], travelMm: [0, 60] as [number, number] };
  const neck = { name, fixed, moving, bendAllowanceMm, kind: 'liftOff' as const, ...way, obstacle: null, plug };
  return { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, joints: { neck } } } };
}
const partings = (job: Job) => partingsOf(job, planJob(job));
const rules = (job: Job) => planJob(job).findings.map(({ rule }) => rule);

describe('a fairing that lifts off', () => {
  // Across it go two feeds with their returns, the switched lead, and the leads to both panniers.
  const [parting] = partings(liftsOff(12, 20));

  test('every conductor that crosses it has a pin, the thickest current first', () => {
    expect(parting!.rows.map(({ use, pins }) => [use, ...pins])).toEqual([
      ['constant +', 1],
      ['return −', 2],
      ['rear left +', expect.any(Number)],
      ['rear left −', expect.any(Number)],
      ['rear right +', expect.any(Number)],
      ['rear right −', expect.any(Number)],
      ['constant +', expect.any(Number)],
      ['return −', expect.any(Number)],
      ['switched +', 9],
    ]);
    expect(parting!.taken).toBe(9);
    expect(parting!.rows.flatMap(({ pins }) => pins)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
  });

  test('amperes are those of the feeds in the state they draw most in, and of the outputs', () => {
    const { power, speakers } = planJob(TOURER_JOB);
    const feed = power.feeds['amp']!;
    expect(parting!.rows[0]!.amps).toBeCloseTo(feed.states[feed.worst.amps]!.amps, 6);
    // 45 W into 4 Ω and a lead of 5.4 m: a little under √(45 / 4) = 3.35 A.
    const left = parting!.rows.find(({ use }) => use === 'rear left +')!;
    const circuit = Object.values(speakers.circuits).find(({ speakers: of }) => of[0]!.gear === 'pannier-left')!;
    expect(left.amps).toBeCloseTo(Math.sqrt(circuit.watts / circuit.loadOhm), 9);
    expect(left.amps).toBeGreaterThan(3.2);
    expect(left.amps).toBeLessThan(3.36);
  });

  test('a pin that is too small is doubled, each further one counted four fifths', () => {
    const { amps } = parting!.rows[0]!;
    const taken = (pinA: number) => partings(liftsOff(12, pinA))[0]!.rows[0]!.pins.length;
    expect([taken(amps), taken(amps - 0.01), taken(amps / 1.8 + 0.001), taken(amps / 1.8 - 0.001)]).toEqual([
      1, 2, 2, 3,
    ]);
    expect(rules(liftsOff(12, amps - 0.01))).toContain('pin-shared');
    expect(rules(liftsOff(12, amps + 0.01))).not.toContain('pin-shared');
  });

  test('pins that are taken twice count against those there are', () => {
    const { amps } = parting!.rows[0]!;
    // Feed and return of the amplifier take two each: eleven in all.
    expect(rules(liftsOff(11, amps - 0.01))).not.toContain('plug-pins');
    expect(rules(liftsOff(10, amps - 0.01))).toContain('plug-pins');
    expect(rules(liftsOff(9, amps + 0.01))).not.toContain('plug-pins');
  });

  test('it is pinned once the wires lie, before anything is tested, and the list has its pins', () => {
    const plan = planJob(liftsOff(12, 20));
    const at = (id: string) => plan.build.steps.findIndex((step) => step.id === id);
    const step = plan.build.steps[at('part:joint/neck')]!;
    // Four minutes for its halves, and an end of a minute on both sides of nine conductors.
    expect(step.minutes).toBe(4 + 18);
    expect(step.lines).toContain('Pin 1: constant +, red.');
    expect(step.checks.map(({ id }) => id)).toEqual(['pulled', 'alike', 'parted']);
    expect(at('part:joint/neck')).toBeLessThan(at('test:shorts'));
    expect(plan.build.steps[at('test:shorts')]!.after).toContain('part:joint/neck');
    const counted = plan.parts
      .filter(({ what }) => /^p(lug of|in and)/.test(what))
      .map(({ what, needed }) => [what, needed]);
    expect(counted).toEqual([
      ['plug of 12 pins, both halves, 20 A a pin', 1],
      ['pin and socket, with seals, 20 A', 9],
    ]);
  });
});

test('where nothing lifts off, or only what lies there crosses, there is no plug', () => {
  expect(partings(TOURER_JOB)).toEqual([]);
  const job = liftsOff(12, 20);
  const gear = Object.fromEntries(
    Object.entries(job.gear).map(([id, placed]) => [id, { ...placed, there: 'kept' as const }]),
  );
  expect(partings({ ...job, gear })).toEqual([]);
});

test('every demo job and made ones: pins in a row, none twice, as many conductors as cross', () => {
  let plugs = 0;
  for (const job of [...DEMO_JOBS, ...fc.sample(anyJob, { numRuns: 40, seed: 1219 }).map((one) => one.job)])
    for (const { rows, taken, joint } of partings(job)) {
      plugs++;
      expect(rows.flatMap(({ pins }) => pins)).toEqual(Array.from({ length: taken }, (_, i) => i + 1));
      const { legs } = job.craft.pattern;
      const crossing = planJob(job).runs.filter(
        ({ old, way }) => !old && way?.legs.some((leg) => legs[leg]!.joint === joint),
      );
      expect(rows).toHaveLength(crossing.flatMap(({ conductors }) => conductors).length);
    }
  expect(plugs).toBeGreaterThan(2);
});
