import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import type { GearItem } from '../gear/gear';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import { apply, applyAll, type Operation } from '../job/operations';
import { suppliesOf } from '../panels/supplies';
import { planJob } from '../plan';
import { toolsByPhase } from './index';
import { rearSupport } from './fixing';

const VAN = DEMO_JOBS.find(({ id }) => id === 'narrow-van')!;
const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const BUGGY = DEMO_JOBS.find(({ id }) => id === 'vineyard-side-by-side')!;
const stepsOf = (job: Job, gear: string) =>
  Object.fromEntries(
    planJob(job)
      .build.steps.filter(({ id, phase }) => phase === 'fit' && id.endsWith(`/${gear}`) && !id.startsWith('fit:holder'))
      .map((step) => [step.id.split(':')[0]!, step]),
  );
const withMount = (item: GearItem, part: Partial<Mount>): GearItem => ({
  ...item,
  mount: { ...mountOf(item), ...part },
});
const at = (gear: string, item: GearItem, place: string): Operation => ({ op: 'addGear', id: gear, item, place });

describe('a hole is a row of steps', () => {
  test('a radio into a pocket 4 mm too narrow: what comes off on which side, then tried under its cover, then held', () => {
    const job = apply(BUGGY, at('r', shelfItem('sallow-din'), 'dashCentre'));
    const steps = stepsOf(job, 'r');
    expect(Object.keys(steps)).toEqual(['mark', 'open', 'try', 'fit']);
    expect(steps['open']!.lines[0]).toBe('Take off 2 mm at the left, 2 mm at the right.');
    // Outside the pocket: 2 × 53 mm, and to its rounded corners 4 × (91 − 86 − √(9 − 6.25)) mm: 119.4, by halves.
    expect(steps['open']!.lines[1]).toBe('120 mm of line in moulded plastic; dress the edge.');
    // 1.2 × (1.2 + 0.4) = 1.9.
    expect(steps['open']!.minutes).toBe(2);
    expect(steps['fit']!.lines).toContain(
      'Sleeve in, straight; bend every tab that meets the panel; unit home until it clicks.',
    );
    expect(steps['fit']!.checks.map(({ text }) => text)).toContain('Straight, and its face upright');
    // Each waits for the one before, and the wire for the last.
    expect(steps['open']!.after).toContain('mark:gear/r');
    expect(steps['try']!.after).toContain('open:gear/r');
    expect(steps['fit']!.after).toContain('try:gear/r');
  });
  test('a plate is cut before it is tried, and its screws are drilled for', () => {
    const job = applyAll(VAN, [
      at('r', shelfItem('kingcup-3'), 'cabDash'),
      { op: 'setMount', gear: 'r', mount: { adapter: { kind: 'plate', thicknessMm: 3, material: 'plastic' } } },
    ]);
    const steps = stepsOf(job, 'r');
    expect(Object.keys(steps).sort()).toEqual(['cut', 'drill', 'fit', 'mark', 'try']);
    expect(steps['cut']!.lines[0]).toBe('Moulded plastic, 3 mm, 214 × 136 mm: from its drawing at 1:1.');
    expect(steps['try']!.after).toContain('cut:plate/r');
    // Six pilots for screws of 3.5 mm in plastic: 0.8 of that.
    expect(steps['drill']!.lines).toContain('Drill 2.8 mm (7/64 in): 1, 2, 3, 4, 5, 6.');
    const supplies = suppliesOf(job, planJob(job).mounts, {}, (gear) => gear);
    expect(supplies).toContainEqual({ what: 'moulded plastic, 3 mm', amount: '214 × 136 mm', for: ['r'] });
    // Through 3 mm of plate and 10 mm into the panel.
    expect(supplies).toContainEqual({ what: 'screws 3.5 × 13', amount: '6', for: ['r'] });
  });
  test('wood that is cut is sealed, and the sealer is on the list; metal is not', () => {
    expect(Object.keys(stepsOf(VAN, 'saloon-fl'))).toContain('seal');
    const all = planJob(VAN);
    expect(suppliesOf(VAN, all.mounts, all.boards, (gear) => gear).map(({ what }) => what)).toContain('edge sealer');
    expect(Object.keys(stepsOf(LAUNCH, 'bow-left'))).not.toContain('seal');
  });
  test('where nobody has measured the panel it is one step of the minutes the gear says', () => {
    const { panels: _, ...craft } = TOURER_JOB.craft;
    const places = Object.fromEntries(
      Object.entries(craft.pattern.places).map(([id, { panel: _panel, ...place }]) => [id, place]),
    );
    const job = { ...TOURER_JOB, craft: { ...craft, panels: {}, pattern: { ...craft.pattern, places } } } as Job;
    const steps = stepsOf(job, 'head');
    expect(Object.keys(steps)).toEqual(['fit']);
    expect(steps['fit']!.minutes).toBe(job.gear['head']!.item.fitMinutes);
  });
  test('a workshop’s own minutes: 5 to a hole instead of 0.4, four holes', () => {
    const before = stepsOf(LAUNCH, 'bow-left')['drill']!.minutes;
    const slow = apply(LAUNCH, { op: 'setWorkMinutes', row: 'drillMetal', minutes: 5.9 });
    const holes = planJob(LAUNCH).mounts['bow-left']!.schedule.holes.length;
    expect(stepsOf(slow, 'bow-left')['drill']!.minutes - before).toBeCloseTo(5 * holes, 0);
    expect(
      stepsOf(apply(slow, { op: 'setWorkMinutes', row: 'drillMetal', minutes: null }), 'bow-left')['drill']!.minutes,
    ).toBe(before);
  });
});

describe('how it is fixed', () => {
  const radio = shelfItem('kingcup-3');
  const screws = (part: Partial<Mount['groups'][string]>, name = 'Screws'): Mount['groups'][string] => ({
    name,
    at: [
      [30, 30],
      [-30, 30],
    ],
    thread: 'M4',
    lengthMm: 12,
    drive: 'cross2',
    from: 'kit',
    seat: 'metal',
    torqueNm: null,
    lock: false,
    prep: 'none',
    ...part,
  });
  const lines = (groups: Mount['groups']) =>
    stepsOf(apply(TOURER_JOB, at('x', withMount(radio, { groups }), 'dash')), 'x')['fit']!.lines;

  test('into plastic or brass by hand, started by fingers; metal may be driven', () => {
    for (const seat of ['boss', 'insert', 'clip'] as const)
      expect(lines({ a: screws({ seat }) })).toContain(
        'Screws: hand tool only, each started by fingers until it runs free.',
      );
    for (const seat of ['metal', 'nut', 'panel'] as const)
      expect(lines({ a: screws({ seat }) }).some((line) => line.includes('hand tool'))).toBe(false);
  });
  test('two kinds: all started, looked at, then tightened; torque, lock nut, clip and thread as they are said', () => {
    const two = lines({
      a: screws({ torqueNm: 2.5, lock: true, prep: 'runIn' }),
      b: screws({ prep: 'renewClip', from: 'old' }, 'Side bolts'),
    });
    expect(two).toContain('Start every fastener of every kind, look that it lies straight, then tighten.');
    expect(two).toContain(
      'Screws: 2 × M4 × 12, cross-head 2 into metal thread; 2.5 N·m; a second nut locks each; run each thread in once before.',
    );
    expect(two).toContain(
      'Side bolts: 2 × M4 × 12, cross-head 2 into metal thread, of the old unit; finger tight; new clips.',
    );
    expect(lines({ a: screws({}) })).toContain('Start all, then tighten.');
    expect(lines({ a: screws({ at: [[0, 30]] }) }).some((line) => line.startsWith('Start'))).toBe(false);
  });
  test.each([
    [106, undefined],
    [106.1, 106.1],
  ])('a unit 53 mm high and %d mm deep, held in front only: behind as well from twice its height', (deep, support) => {
    const mount = mountOf(
      withMount(shelfItem('sallow-din'), {
        bodies: [{ outline: { shape: 'rectangle', w: 180, h: 53, corner: 0 }, at: [0, 0], fromMm: 0, toMm: deep }],
      }),
    );
    expect(rearSupport(mount)).toBe(support);
    expect(rearSupport({ ...mount, fixing: 'uBracket' })).toBeUndefined();
    expect(rearSupport({ ...mount, cutout: null })).toBeUndefined();
  });
  test.each([
    [8, false],
    [8.1, true],
  ])('%d kg: two people %s', (massKg, second) => {
    const step = stepsOf(apply(TOURER_JOB, at('x', { ...radio, massKg }, 'dash')), 'x')['fit']!;
    expect([step.second, step.cautions.includes('lift')]).toEqual([second, second]);
  });
  test('stuck on: wiped, pressed, waited for; a seal is looked at all round', () => {
    const step = stepsOf(apply(TOURER_JOB, at('x', withMount(radio, { fixing: 'pads', seal: 'push' }), 'dash')), 'x')[
      'fit'
    ]!;
    expect(step.lines.join(' ')).toContain('70 % isopropyl');
    expect(step.lines).toContain('Rubber seal: push hard through, lever back from behind until it seats.');
    expect(step.checks.map(({ text }) => text)).toContain('Rubber seal pushed through seen all round');
  });
});

test('a board is one step of its own, its gear after it, and goes in when all of it is on', () => {
  const job = apply(LAUNCH, at('amp2', shelfItem('weir-2-80'), 'consoleFoot'));
  const steps = planJob(job).build.steps;
  const step = (id: string) => steps.find((one) => one.id === id)!;
  expect(step('board:place/consoleFoot').lines).toEqual(
    expect.arrayContaining([
      'Plywood, 18 mm, 316 × 266 mm: from its drawing at 1:1.',
      'Notch: Dip over the deck pipe.',
      'Seal its edges and holes.',
    ]),
  );
  expect(Object.keys(stepsOf(job, 'amp2'))).toEqual(['fit']);
  expect(step('fit:gear/amp2').after).toContain('board:place/consoleFoot');
  expect(step('hang:place/consoleFoot').after).toEqual(expect.arrayContaining(['fit:gear/amp', 'fit:gear/amp2']));
  // It is tried, and mounted, behind covers that stay open until it is in.
  expect(step('on:cover/consolePanel').gate).toEqual(
    expect.arrayContaining(['board:place/consoleFoot', 'hang:place/consoleFoot']),
  );
  expect(step('hang:place/consoleFoot').cautions).toContain('hull');
  const tools = toolsByPhase({ steps }).find(({ phase }) => phase === 'fit')!.tools;
  expect(tools).toContain('drill 2.9 mm (number 33)');
  expect(new Set(tools).size).toBe(tools.length);
});

test('what is kept or bypassed is not marked, drilled or fitted again', () => {
  for (const there of ['kept', 'bypassed'] as const)
    expect(stepsOf(apply(LAUNCH, { op: 'setThere', id: 'bow-left', there }), 'bow-left')).toEqual({});
});

test.each([
  [50, false],
  [51, true],
])('a lead that comes down %d mm to gear in spray gets a drip loop: %s; sheltered gear none', (mm, loop) => {
  const { pattern } = TOURER_JOB.craft;
  const run = planJob(TOURER_JOB).runs.find(({ to }) => to === 'pannier-left')!;
  const above = pattern.junctions[run.way!.nodes.at(-2)!]!.at;
  const told = (exposure: 'splash' | 'sheltered') => {
    const place = { ...pattern.places['pannierLeft']!, at: [above[0], above[1], above[2] - mm] as const, exposure };
    const places = { ...pattern.places, pannierLeft: place };
    const job = { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, places } } } as unknown as Job;
    const step = planJob(job).build.steps.find(({ id }) => id === 'connect:gear/pannier-left')!;
    return step.lines.some((line) => line.includes('a drip loop below the plugs'));
  };
  expect([told('splash'), told('sheltered')]).toEqual([loop, false]);
});
