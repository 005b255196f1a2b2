import { DEMO_JOBS, TOURER_JOB as TOURER } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { readPorts } from '../gear/typing/leads';
import type { Job } from '../job/job';
import { WISH_IDS, wishValue, type WishId } from '../job/parts/asked';
import { apply, applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { noiseAt, offersFor } from './answers';

const LAUNCH = DEMO_JOBS.find(({ id }) => id === 'river-launch')!;
const wish = (id: WishId, value: number | null = null): Operation => ({ op: 'setWish', wish: id, said: { value } });
const answer = (job: Job, id: WishId) => planJob(job).wishes.find((one) => one.wish === id)!;
const yes = (job: Job, id: WishId, value: number | null = null) => answer(apply(job, wish(id, value)), id).answered;
const headOf = (job: Job) => Object.keys(job.gear).find((id) => job.gear[id]!.item.kind === 'headUnit')!;

test('each wish is answered by one job and not by another', () => {
  const level = Math.max(...planJob(TOURER).speakers.zones.flatMap(({ level: dB }) => dB ?? []));
  // The speed at which noise is as loud as the sound: a hair below it is heard, a hair above it is not.
  const kmh = 60 + (level - 90) / 0.2;
  expect(noiseAt('motorcycle', kmh)).toBeCloseTo(level, 9);
  expect(yes(TOURER, 'speed', kmh - 0.01)).toBe(true);
  expect(yes(TOURER, 'speed', kmh + 0.01)).toBe(false);
  const hours = planJob(LAUNCH).power.musicHours!;
  expect([yes(LAUNCH, 'hours', hours - 0.01), yes(LAUNCH, 'hours', hours + 0.01)]).toEqual([true, false]);

  const head = headOf(LAUNCH);
  const { ports: _, ...bare } = LAUNCH.gear[head]!.item;
  const kinds = {
    usb: 'usb',
    auxiliary: 'auxiliary',
    television: 'television',
    camera: 'camera',
    satellite: 'satellite',
    controls: 'controls',
    lights: 'lamps',
  } as const;
  for (const [id, kind] of Object.entries(kinds) as [WishId, (typeof kinds)[keyof typeof kinds]][]) {
    expect([id, yes(LAUNCH, id)]).toEqual([id, false]);
    const linked = apply(LAUNCH, {
      op: 'setLink',
      id: 'l',
      link: { kind, from: { of: head, port: null }, to: { of: LAUNCH.craft.pattern.batteryPlace, port: null } },
    });
    expect([id, yes(linked, id)]).toEqual([id, true]);
    expect(offersFor(id, { ...bare, ports: readPorts(kind, 'metric')! })).toBe(true);
    expect(offersFor(id, bare as never)).toBe(false);
  }
  const silent = apply(LAUNCH, { op: 'choose', choice: 'microphone', option: 'none' });
  expect([
    yes(silent, 'calls'),
    yes(apply(LAUNCH, { op: 'choose', choice: 'microphone', option: 'screen' }), 'calls'),
  ]).toEqual([false, true]);

  // The launch has a woofer; the tourer none, but may keep a channel free for one.
  expect([yes(LAUNCH, 'bass'), yes(TOURER, 'bass')]).toEqual([true, false]);
  const amp = Object.keys(TOURER.gear).find((id) => TOURER.gear[id]!.item.kind === 'amplifier')!;
  const freed = applyAll(
    TOURER,
    Object.keys(TOURER.circuits).map((channel): Operation => ({ op: 'wireChannel', channel, wiring: null })),
  );
  const { item } = freed.gear[amp]!;
  if (!('bank' in item)) throw new Error('no amplifier');
  const kept = apply(freed, {
    op: 'reserveChannel',
    channel: `${amp}/${item.bank.channels[0]!.id}`,
    what: 'woofer',
  });
  expect(yes(kept, 'bass')).toBe(true);

  const priced = (price?: number): Job => ({
    ...TOURER,
    gear: Object.fromEntries(
      Object.entries(TOURER.gear).map(([id, one]) => [
        id,
        { ...one, item: { ...one.item, ...(price === undefined ? {} : { price }) } },
      ]),
    ),
  });
  const count = Object.keys(TOURER.gear).length;
  expect([
    yes(priced(), 'budget', 1000),
    yes(priced(100), 'budget', 100 * count),
    yes(priced(100), 'budget', 100 * count - 1),
  ]).toEqual([false, true, false]);
});

test('zones: those with a control, and one that the head unit turns; a hose asks every piece in the open', () => {
  const zoned = applyAll(LAUNCH, [
    { op: 'setZone', id: 'aft', zone: { name: 'Aft', listener: null, mono: false, control: null } },
    { op: 'addGear', id: 'dial', item: shelfItem('dial-line'), place: null },
    { op: 'setZone', id: 'aft', zone: { control: 'dial' } },
  ]);
  // One dial, and the rest with the head unit.
  expect(answer(apply(LAUNCH, wish('zones', 2)), 'zones')).toMatchObject({ has: 1, answered: false });
  const some = Object.keys(zoned.gear).filter((id) => zoned.gear[id]!.item.kind === 'speaker');
  const inZone = (ids: readonly string[]) =>
    applyAll(zoned, [
      ...ids.map((id): Operation => ({ op: 'setSpeaker', id, choice: { zone: 'aft' } })),
      wish('zones', 2),
    ]);
  expect(answer(inZone(some.slice(0, 2)), 'zones')).toMatchObject({ has: 2, answered: true });
  expect(answer(inZone(some), 'zones')).toMatchObject({ has: 1, answered: false });
  const dry = (digits: readonly number[]): Job => ({
    ...TOURER,
    gear: Object.fromEntries(
      Object.entries(TOURER.gear).map(([id, one]) => [
        id,
        { ...one, item: { ...one.item, water: [...digits] as never } },
      ]),
    ),
  });
  // IEC 60529: 7 is immersion and says nothing of jets; 5 and 6 are jets.
  expect([yes(dry([5]), 'washDown'), yes(dry([6]), 'washDown'), yes(dry([7]), 'washDown')]).toEqual([
    true,
    true,
    false,
  ]);
});

test('what is not answered is a finding, cured by taking the wish back; a value out of range is refused', () => {
  const job = applyAll(LAUNCH, [wish('television'), wish('bass')]);
  const findings = planJob(job).findings.filter(({ rule }) => rule.startsWith('wish-'));
  expect(findings.map(({ subject, station, severity }) => [subject.id, station, severity])).toEqual([
    ['television', 'intake', 'caution'],
  ]);
  const slow = planJob(apply(TOURER, wish('speed', 200))).findings.find(({ rule }) => rule === 'wish-not-heard')!;
  // Only the noise is from memory: what is not connected is plain to see.
  expect(slow.source.fromMemory).toBe(true);
  expect(findings[0]!.source.fromMemory).toBe(false);
  const cured = applyAll(job, findings[0]!.cure!.operations);
  expect(cured.asked).toEqual({ bass: { value: null } });
  for (const id of WISH_IDS) {
    const range = wishValue(id);
    const say = (value: number | null) => () => apply(LAUNCH, wish(id, value));
    if (!range) expect(say(1)).toThrow(/expected no value/);
    else {
      expect(say(range[0])).not.toThrow();
      expect(say(range[1])).not.toThrow();
      expect(say(range[0] - 0.01)).toThrow(/expected/);
      expect(say(range[1] + 0.01)).toThrow(/expected/);
      expect(say(null)).toThrow(/expected/);
    }
  }
});
