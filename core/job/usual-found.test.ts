import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import { PATTERNS } from '#demo/jobs';
import { contentHash } from '../document/hash';
import { newJob, type Job } from './job';
import { applyAll } from './operations';
import { parseJob } from './upgrade';
import { noteCircuit, noteGear, offeredCircuits, offeredGear } from './usual-found';

const fresh = (which: Parameters<typeof newJob>[4] = {}): Job =>
  newJob('j', 'Job', WIDE_TOURER, contentHash(WIDE_TOURER), which);
const read = (job: Job): Job => parseJob(JSON.parse(JSON.stringify(job)));
const ids = (offered: readonly { readonly id: string }[]) => offered.map(({ id }) => id).sort();

test('what such a craft has is offered until it is noted, and again once that is taken back', () => {
  const job = fresh();
  expect(ids(offeredCircuits(job))).toEqual(['accessorySeat', 'busEnd', 'radioConstant', 'radioSwitched']);
  const [one] = offeredCircuits(job).filter(({ id }) => id === 'radioSwitched');
  const noted = read(applyAll(job, noteCircuit(one!)));
  expect(ids(offeredCircuits(noted))).toEqual(['accessorySeat', 'busEnd', 'radioConstant']);
  // As the pattern has it, but nobody has held a meter to it.
  expect(noted.craft.existing['radioSwitched']).toMatchObject({
    name: 'Radio plug, switched',
    colour: { body: 'orange', stripe: 'white' },
    use: 'switched',
    metered: false,
    runVolts: null,
  });
  const back = applyAll(noted, [{ op: 'setExisting', id: 'radioSwitched', circuit: null }]);
  expect(offeredCircuits(back)).toEqual(offeredCircuits(job));
  // Written down by hand under a key of its own, it is the same circuit.
  const byHand = applyAll(job, [
    {
      op: 'setExisting',
      id: 'x1',
      circuit: { name: 'Radio plug, switched', colour: { body: 'orange' }, use: 'switched', metered: false },
    },
  ]);
  expect(ids(offeredCircuits(byHand))).not.toContain('radioSwitched');
});

test('gear from the works stays once it is noted; a key that is taken gets a number', () => {
  const job = fresh();
  expect(ids(offeredGear(job))).toEqual(['podLeft', 'podRight', 'radio']);
  const mine = applyAll(job, [
    { op: 'addGear', id: 'radio', item: WIDE_TOURER.usualGear!['podLeft']!.item, place: 'podLeft' },
  ]);
  const noted = read(offeredGear(mine).reduce((now, one) => applyAll(now, noteGear(now, one)), mine));
  expect(offeredGear(noted)).toEqual([]);
  expect(noted.gear['radio']!.there).toBeNull();
  expect(noted.gear['radio-2']).toMatchObject({ place: 'radio', there: 'kept' });
  expect(noted.gear['podLeft']).toMatchObject({ place: 'podLeft', there: 'kept' });
  // What comes out was there: it is not offered twice.
  const out = applyAll(noted, [{ op: 'setThere', id: 'radio-2', there: 'out' }]);
  expect(offeredGear(out)).toEqual([]);
});

test('a variant has its own: the old plug has no bus, without a shield nothing is offered at one', () => {
  expect(ids(offeredCircuits(fresh({ year: 2012 })))).not.toContain('busEnd');
  expect(ids(offeredCircuits(fresh({ year: 2014 })))).toContain('busEnd');
  expect(ids(offeredCircuits(fresh({ year: 2012, variant: { plug: 'new' } })))).toContain('busEnd');
});

test('a job begun of a variant is the one that is changed to it, and is sound as read', () => {
  for (const pattern of PATTERNS)
    for (const [option, { choices }] of Object.entries(pattern.options ?? {}))
      for (const choice of Object.keys(choices)) {
        const begun = newJob('j', 'Job', pattern, contentHash(pattern), { variant: { [option]: choice } });
        const changed = applyAll(newJob('j', 'Job', pattern, contentHash(pattern)), [
          { op: 'setVariant', option, choice },
        ]);
        expect(read(begun)).toEqual(read(changed));
      }
});
