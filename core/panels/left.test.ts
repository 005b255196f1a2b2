import { DEMO_JOBS, PATTERNS, TOURER_JOB as TOURER } from '#demo/jobs';
import { SHELF, shelfItem } from '#demo/shelf';
import { contentHash } from '../document/hash';
import type { GearItem } from '../gear/gear';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { newJob, type Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { panelOf } from '../job/parts/mounting';
import { parseJob } from '../job/upgrade';
import { planJob } from '../plan';
import { panelFor } from './fitted';

const VAN = DEMO_JOBS.find(({ id }) => id === 'narrow-van')!;
const of = (job: Job, kind: GearItem['kind']) => Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === kind);
const [HEAD] = of(VAN, 'headUnit');
const WALL = VAN.gear[HEAD!]!.place!;
const UNIT = VAN.gear[HEAD!]!.item;
const out = (id: string): Operation => ({ op: 'setThere', id, there: 'out' });
const add = (id: string, item: GearItem, place: string): Operation => ({ op: 'addGear', id, item, place });
const like = (item: GearItem, mount: Partial<Mount> = {}): GearItem => ({
  ...item,
  id: 'fresh',
  mount: { ...mountOf(item), ...mount },
});
const swapped = (item: GearItem, job: Job = VAN) => applyAll(job, [out(HEAD!), add('new', item, WALL)]);
const stepsOf = (job: Job, gear: string) =>
  planJob(job).build.steps.flatMap(({ id }) => (id.endsWith(`:gear/${gear}`) ? [id.split(':')[0]!] : []));
const rect = (w: number, h: number): Mount['face'] => ({ shape: 'rectangle', w, h, corner: 0 });

test('like for like: it sits where the old one sat, and nothing is marked, drilled or sawn', () => {
  const before = planJob(VAN).mounts[HEAD!]!;
  expect(before.schedule.sawn.length + before.schedule.holes.length).toBeGreaterThan(0);
  const job = swapped(like(UNIT));
  const { at, opening, schedule } = planJob(job).mounts['new']!;
  expect(at).toEqual(before.at);
  expect(opening).toMatchObject({ trim: undefined, gap: undefined });
  expect(schedule).toEqual({ holes: [], sawn: [] });
  expect(stepsOf(job, 'new').filter((verb) => /mark|drill|open|seal/.test(verb))).toEqual([]);
  expect(
    planJob(job).findings.filter(({ subject, station }) => station === 'mounting' && subject.id === 'new'),
  ).toEqual([]);
});

test('what is larger opens the opening by what lacks, what is smaller leaves a gap; figures by hand', () => {
  // The old opening is 182 × 53.
  const larger = planJob(swapped(like(UNIT, { cutout: rect(186, 59), face: rect(200, 70) }))).mounts['new']!;
  expect(larger.opening!.trim).toMatchObject({ left: 2, right: 2, top: 3, bottom: 3 });
  expect(larger.schedule.sawn).toHaveLength(1);
  expect(larger.schedule.holes.filter(({ kind }) => kind === 'starter')).toEqual([]);
  const smaller = planJob(swapped(like(UNIT, { cutout: rect(170, 45), face: rect(178, 50) }))).mounts['new']!;
  expect(smaller.opening).toMatchObject({ trim: undefined, gap: { left: 2, right: 2, top: 1.5, bottom: 1.5 } });
  // A file takes off 0.2 mm a side, and no more.
  const by = (mm: number) => planJob(swapped(like(UNIT, { cutout: rect(182 + 2 * mm, 53) }))).mounts['new']!.opening!;
  expect(by(0.19).trim).toBeUndefined();
  const lines = (mm: number) =>
    planJob(swapped(like(UNIT, { cutout: rect(182 + 2 * mm, 53) })))
      .build.steps.find(({ id }) => id === 'fit:gear/new')!
      .lines.filter((text) => text.includes('tight'));
  expect(lines(0.19)).toEqual(['The opening is 0.2 mm tight on a side: file it where it binds.']);
  expect([lines(0), lines(-1)]).toEqual([[], []]);
  expect(by(0.22).trim).toMatchObject({ left: 0.22, right: 0.22, top: 0, bottom: 0 });
  const just = planJob(swapped(like(UNIT, { cutout: rect(182, 53), face: rect(182, 53) }))).mounts['new']!;
  expect(just.opening).toMatchObject({ trim: undefined, gap: undefined });
});

test('only what comes out leaves an opening, and an opening that somebody measured there is the one it sat in', () => {
  const opens = (job: Job, place = WALL) => Object.values(panelFor(job, place).panel.openings).map(({ name }) => name);
  expect(opens(VAN)).toEqual([]);
  expect(opens(applyAll(VAN, [{ op: 'setThere', id: HEAD!, there: 'bypassed' }]))).toEqual([]);
  expect(opens(applyAll(VAN, [{ op: 'setThere', id: HEAD!, there: 'kept' }]))).toEqual([]);
  expect(opens(applyAll(VAN, [out(HEAD!)]))).toEqual([`Opening of ${UNIT.name}`]);
  const measured = applyAll(VAN, [
    out(HEAD!),
    {
      op: 'setOpening',
      place: WALL,
      id: 'own',
      opening: { name: 'As measured', outline: rect(184, 55), at: [20, 0], turnDeg: 0, taken: false },
    },
  ]);
  expect(opens(measured)).toEqual(['As measured']);
  // One that is taken by something else is not.
  const taken = applyAll(measured, [
    { op: 'setOpening', place: WALL, id: 'own', opening: { outline: rect(40, 40), at: [-90, 0], taken: true } },
  ]);
  expect(opens(taken).sort()).toEqual(['As measured', `Opening of ${UNIT.name}`]);
  // The job's own panel is as it was: what comes out is not written into it.
  expect(panelOf(applyAll(VAN, [out(HEAD!)]), WALL).panel).toBe(panelOf(VAN, WALL).panel);
});

test('holes of screws serve where the new one wants them; of another pattern they are drilled beside', () => {
  const [speaker] = of(TOURER, 'speaker');
  const { item, place } = TOURER.gear[speaker!]!;
  const mount = mountOf(item);
  const screws = Object.values(mount.groups).reduce((sum, { at }) => sum + at.length, 0);
  expect(screws).toBeGreaterThan(3);
  const swap = (fresh: GearItem) => applyAll(TOURER, [out(speaker!), add('new', fresh, place!)]);
  const same = planJob(swap(like(item))).mounts['new']!;
  const fasteners = (of: typeof same) => of.schedule.holes.filter(({ kind }) => kind === 'fastener');
  expect(fasteners(same).map(({ reused, cutter }) => [reused, cutter])).toEqual(
    Array.from({ length: screws }, () => [`Hole of ${item.name}`, undefined]),
  );
  expect(same.schedule.sawn).toEqual([]);
  const turned = Object.fromEntries(
    Object.entries(mount.groups).map(([id, group]) => [
      id,
      {
        ...group,
        at: group.at.map(([x, y]): [number, number] => [
          x * Math.SQRT1_2 - y * Math.SQRT1_2,
          x * Math.SQRT1_2 + y * Math.SQRT1_2,
        ]),
      },
    ]),
  );
  const other = planJob(swap(like(item, { groups: turned, turns: 'upright' }))).mounts['new']!;
  expect(fasteners(other).filter(({ reused }) => reused !== undefined)).toEqual([]);
  expect(other.schedule.sawn).toEqual([]);
  expect(stepsOf(swap(like(item)), 'new')).not.toContain('drill');
  expect(stepsOf(swap(like(item, { groups: turned, turns: 'upright' })), 'new')).toContain('drill');
});

test('a speaker in an enclosure leaves the panel behind it whole; a board is cut anew', () => {
  const launch = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
  const [board] = Object.entries(launch.craft.pattern.places).find(([, { panel }]) => panel?.board)!;
  const amplifier = SHELF.find(({ kind }) => kind === 'amplifier')!;
  const amped = applyAll(launch, [add('old', amplifier, board), out('old')]);
  expect(panelFor(amped, board).panel).toEqual(panelFor(launch, board).panel);
  const [speaker] = of(TOURER, 'speaker');
  const { place } = TOURER.gear[speaker!]!;
  const boxed = applyAll(TOURER, [
    out(speaker!),
    add(
      'box',
      SHELF.find(({ kind }) => kind === 'enclosure')!,
      place!,
    ),
  ]);
  expect(Object.keys(panelFor(boxed, place!).panel.openings)).toEqual(
    Object.keys(panelFor(TOURER, place!).panel.openings),
  );
});

/** A craft of each kind with a speaker at every place that takes one, made as people make it and read back. */
const MADE = PATTERNS.map((pattern) =>
  parseJob(
    JSON.parse(
      JSON.stringify(
        applyAll(
          newJob('made', 'Made', pattern, contentHash(pattern)),
          Object.entries(pattern.places).flatMap(([place, { accepts }]) =>
            accepts.includes('speaker') ? [add(`s-${place}`, shelfItem('wren-100'), place)] : [],
          ),
        ),
      ),
    ),
  ),
);

test('every speaker of every craft swapped for its like: none is moved, drilled or sawn, on either side of a pair', () => {
  expect(new Set(MADE.map(({ craft }) => craft.pattern.kind)).size).toBe(4);
  for (const demo of [...DEMO_JOBS, ...MADE]) {
    // What is put into an enclosure that comes with it was on no panel of the craft before.
    const boxed = new Set(of(demo, 'enclosure').map((id) => demo.gear[id]!.place));
    const speakers = of(demo, 'speaker').filter((id) => {
      const { place, there } = demo.gear[id]!;
      return place !== null && !there && !boxed.has(place);
    });
    const job = applyAll(
      demo,
      speakers.flatMap((id) => [out(id), add(`new-${id}`, demo.gear[id]!.item, demo.gear[id]!.place!)]),
    );
    const { mounts, findings } = planJob(job);
    for (const id of speakers) {
      const { schedule, opening } = mounts[`new-${id}`]!;
      expect([id, schedule.sawn, schedule.holes.filter(({ cutter }) => cutter), opening?.trim]).toEqual([
        id,
        [],
        [],
        undefined,
      ]);
    }
    // What was wrong with the old piece in its place is as wrong with its like; nothing more is.
    const said = (all: typeof findings) =>
      all
        .filter(({ rule }) => rule.startsWith('pair-') || rule.startsWith('opening-'))
        .map(({ rule, subject }) => `${rule} ${subject.id.replace('new-', '')}`);
    expect(said(findings).filter((one) => !said(planJob(demo).findings).includes(one))).toEqual([]);
  }
});
