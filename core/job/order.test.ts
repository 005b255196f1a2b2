import { DEMO_JOBS, PATTERNS } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { stepHash } from '../build/index';
import { planJob, type Plan } from '../plan';
import { newJob, type Job } from './job';
import { applyAll, undoOf, type Operation } from './operations';
import { numbered, ordered } from './order';
import { UNMEASURED, type Existing } from './supply';
import { contentHash } from '../document/hash';
import { parseJob } from './upgrade';

/** A document as a store gives it back: every map's members by length of key, then by key (as binary JSON keeps them). */
function stored<T>(document: T): T {
  return JSON.parse(JSON.stringify(document), (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => a.length - b.length || (a < b ? -1 : 1)))
      : value,
  ) as T;
}
const reversed = <T>(document: T): T =>
  JSON.parse(JSON.stringify(document), (_, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).reverse())
      : value,
  ) as T;

const keysOf = ({ tags, power, speakers, proposals }: Plan) =>
  [tags, power.feeds, speakers.circuits, proposals].map((map) => Object.keys(map));

const wire = (channel: string, gear: string): Operation => ({
  op: 'wireChannel',
  channel,
  wiring: { coil: { gear, coil: 0 } },
});

const TAPPED: Existing = {
  name: 'Lead behind the dash',
  colour: { body: 'orange' },
  use: 'switched',
  ...UNMEASURED,
  metered: true,
};

/** Jobs made as the interface makes them: keys that nobody chose, in the order of somebody's hand. */
const MADE: Job[] = PATTERNS.map((pattern) => {
  const speakers = Object.entries(pattern.places)
    .filter(([, place]) => place.accepts.includes('speaker'))
    .map(([id]) => id)
    .slice(0, 4)
    .reverse();
  const ids = ['f3a9', '00b2', 'c71d', '9e04'];
  const [head, amp] = (['headUnit', 'amplifier'] as const).map(
    (kind) => Object.keys(pattern.places).find((id) => pattern.places[id]!.accepts.includes(kind)) ?? null,
  );
  return applyAll(newJob('made', `Made on ${pattern.name}`, pattern, contentHash(pattern)), [
    ...speakers.map((place, i): Operation => ({ op: 'addGear', id: ids[i]!, item: shelfItem('bittern-130'), place })),
    { op: 'addGear', id: 'zz-amp', item: shelfItem('weir-4-45'), place: amp! },
    { op: 'addGear', id: 'a-head', item: shelfItem('kingcup-3'), place: head! },
    { op: 'addGear', id: 'b-later', item: shelfItem('bittern-130'), place: null },
    { op: 'addGear', id: 'a-later', item: shelfItem('bittern-130'), place: null },
    ...['fl', 'fr', 'rl', 'rr'].slice(0, speakers.length).map((c, i) => wire(`zz-amp/${c}`, ids[i]!)),
    { op: 'setZone', id: 'zb', zone: { name: 'First', listener: null, mono: false, control: null } },
    { op: 'setZone', id: 'za', zone: { name: 'Second', listener: null, mono: false, control: null } },
    { op: 'setMemory', id: 'mb', memory: { name: 'Clock again', relearn: '' } },
    { op: 'setMemory', id: 'ma', memory: { name: 'Shade', relearn: '' } },
    { op: 'setExisting', id: 'circuit-a', circuit: TAPPED },
    { op: 'setExisting', id: 'circuit-b', circuit: { ...TAPPED, name: 'Second lead' } },
    { op: 'setTurnOn', turnOn: { source: 'circuit-a' } },
  ] as Operation[]);
});

test.each([...MADE, ...DEMO_JOBS].map((job) => [job.title, job] as const))(
  '%s: its plan, tags, steps and hashes are the same whatever order a store gives its members back in',
  (_, job) => {
    const plan = planJob(job);
    for (const shuffled of [stored(job), reversed(job)]) {
      // As it is read from the database, and straight.
      for (const read of [parseJob(shuffled), shuffled]) {
        const again = planJob(read);
        expect(again).toEqual(plan);
        expect(keysOf(again)).toEqual(keysOf(plan));
        expect(again.build.steps.map(stepHash)).toEqual(plan.build.steps.map(stepHash));
      }
      expect(Object.keys(parseJob(shuffled).gear)).toEqual(Object.keys(job.gear));
    }
  },
);

test('gear stands by its place, front to rear and left before right, then kind, then when it was added', () => {
  const job = MADE[0]!;
  const at = (id: string) => job.craft.pattern.places[job.gear[id]!.place!]!.at;
  const placed = Object.keys(job.gear).filter((id) => job.gear[id]!.place !== null);
  placed.slice(1).forEach((id, i) => {
    const [before, here] = [at(placed[i]!), at(id)];
    expect(before[0] > here[0] || (before[0] === here[0] && before[1] >= here[1])).toBe(true);
  });
  // What has no place stands last, in the order it was added, not of its key.
  expect(Object.keys(job.gear).slice(-2)).toEqual(['b-later', 'a-later']);
  expect(Object.keys(job.zones)).toEqual(['zb', 'za']);
  expect(Object.keys(job.craft.existing)).toEqual(['circuit-a', 'circuit-b']);
  expect(Object.keys(job.craft.memories).slice(-2)).toEqual(['mb', 'ma']);
});

test('a number is given once, goes with what it is for, and comes back with undo', () => {
  const before = MADE[0]!;
  const after = applyAll(before, [{ op: 'removeGear', id: 'zz-amp' }]);
  expect('gear/zz-amp' in after.added).toBe(false);
  const back = applyAll(after, [undoOf(before, after)!]);
  expect(back.added).toEqual(before.added);
  expect(planJob(back)).toEqual(planJob(before));
  // Added again it comes last.
  const again = applyAll(after, [
    { op: 'addGear', id: 'zz-amp', item: shelfItem('weir-4-45'), place: null },
    { op: 'addGear', id: 'aa', item: shelfItem('weir-4-45'), place: null },
  ]);
  expect(again.added['gear/aa']).toBe(again.added['gear/zz-amp']! + 1);
  expect(again.added['gear/zz-amp']).toBeGreaterThan(Math.max(...Object.values(after.added)));
  expect(numbered(again)).toBe(again);
  expect(ordered(again)).toBe(again);
});

test('the order follows what it goes by, whatever stood in it before', () => {
  const anew = (job: Job) => JSON.stringify(ordered(structuredClone(job)));
  const tourer = ordered(DEMO_JOBS[0]!);
  const [first, last] = [Object.keys(tourer.feeds)[0]!, Object.keys(tourer.feeds).at(-1)!];
  const [here, there] = [tourer.gear[first]!.place!, tourer.gear[last]!.place!];
  // Two change places; what is said of their feeds is the same map, and now stands the other way round.
  const gear = {
    ...tourer.gear,
    [first]: { ...tourer.gear[first]!, place: there },
    [last]: { ...tourer.gear[last]!, place: here },
  };
  const swapped = { ...tourer, gear };
  expect(JSON.stringify(ordered(swapped))).toBe(anew(swapped));
  expect(Object.keys(ordered(swapped).feeds)).not.toEqual(Object.keys(tourer.feeds));
  // The places themselves lie the other way round.
  const places = structuredClone(tourer.craft.pattern.places);
  for (const { at } of Object.values(places)) at[0] *= -1;
  const turned = { ...tourer, craft: { ...tourer.craft, pattern: { ...tourer.craft.pattern, places } } };
  expect(turned.gear).toBe(tourer.gear);
  expect(JSON.stringify(ordered(turned))).toBe(anew(turned));
  expect(Object.keys(ordered(turned).gear)).not.toEqual(Object.keys(tourer.gear));
  // Of gear without a place, what was added when decides.
  const unplaced = Object.entries(tourer.gear).map(([id, one]) => [id, { ...one, place: null }] as const);
  const loose = ordered({ ...tourer, gear: Object.fromEntries(unplaced) });
  const added = Object.fromEntries(Object.entries(tourer.added).map(([key, n]) => [key, 1000 - n]));
  expect(JSON.stringify(ordered({ ...loose, added }))).toBe(anew({ ...loose, added }));
  expect(Object.keys(ordered({ ...loose, added }).gear)).not.toEqual(Object.keys(loose.gear));
});
