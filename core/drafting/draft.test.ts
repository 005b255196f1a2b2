import fc from 'fast-check';
import { PATTERNS } from '#demo/jobs';
import { NOSE_TOURER } from '#demo/patterns/nose-tourer';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { patternFaults } from '../craft/pattern-faults';
import { readDraft } from '../craft/read';
import { OperationError } from '../document/fault';
import { contentHash } from '../document/hash';
import { newJob } from '../job/job';
import { applyAll } from '../job/operations';
import { planJob } from '../plan';
import { shelfItem } from '#demo/shelf';
import {
  applyEdits,
  describeEdit,
  DRAFT_LISTS,
  EDIT_OF,
  readDraftEdit,
  undoOfDraft,
  type Draft,
  type DraftEdit,
} from './draft';

const written = (draft: Draft) => JSON.stringify(draft);
const faultsAt = (draft: Draft) => patternFaults(draft).map(({ path }) => path);
const one = (draft: Draft, ...edits: DraftEdit[]): Draft => applyEdits(draft, edits);

/** Any edit a person might make of a draft as it stands: most of them sensible, some that leave it wrong. */
function anyEdit(draft: Draft, pick: <T>(from: readonly T[]) => T, number: (most: number) => number): DraftEdit {
  const list = pick(DRAFT_LISTS);
  const entries = Object.entries((draft[list] ?? {}) as Record<string, object>);
  const view = pick(['side', 'top'] as const);
  const stroke = pick(Object.keys(draft.drawing[view].strokes));
  const some = ['toString', 'constructor', ...entries.map(([id]) => id)];
  const [id, entry] = entries.length ? pick(entries) : ['none', undefined];
  const set = (key: string, to: unknown) => ({ op: EDIT_OF[list], id: key, to }) as unknown as DraftEdit;
  const nodes = [...Object.keys(draft.places), ...Object.keys(draft.junctions)];
  const name = `Named ${number(1000)}`;
  const kinds: (() => DraftEdit | undefined)[] = [
    () => entry && set(id, null),
    () => entry && set(pick(some), entry),
    () => entry && set(id, 'name' in entry ? { ...entry, name } : entry),
    () =>
      entry && 'at' in entry ? set(id, { ...entry, at: [number(3000), number(900) - 450, number(1800)] }) : undefined,
    () =>
      entry && 'body' in entry ? set(id, { ...entry, body: pick([...Object.keys(draft.bodies), 'none']) }) : undefined,
    () =>
      entry && 'covers' in entry
        ? set(id, { ...entry, covers: { [pick([...Object.keys(draft.covers), 'none'])]: pick(['off', 'aside']) } })
        : undefined,
    () => {
      const leg = pick(Object.values(draft.legs));
      return { op: 'setLeg', id: `leg-${number(9)}`, to: { ...leg, from: pick(nodes), to: pick(nodes), name } };
    },
    () => ({
      op: 'setHead',
      part: pick([{ name }, { batteryPlace: pick(nodes) }, { compass: null }, { towed: number(2) === 1 }]),
    }),
    () => (stroke ? { op: 'setStroke', view, id: stroke, to: null } : undefined),
    () => ({
      op: 'setStroke',
      view,
      id: `s-${number(50)}`,
      to: {
        at: number(900),
        body: pick([...Object.keys(draft.bodies), 'none']),
        pen: 'line',
        fill: 'none',
        d: `M0 0L${number(2000)} ${number(2000)}`,
      },
    }),
    () => ({
      op: 'setUnderlay',
      view,
      to: pick([null, { photo: 'a'.repeat(64), px: [800, 600], toPx: [1, 0, 0, 0, 1, 0, 0, 0, 1] }]),
    }),
  ];
  return pick(kinds)() ?? anyEdit(draft, pick, number);
}

function known(said: unknown): DraftEdit | undefined {
  try {
    return readDraftEdit(said);
  } catch (error) {
    if (error instanceof OperationError) return undefined;
    throw error;
  }
}

test('two hundred edits, seeded: the pattern is sound or names its faults, and undo brings back the first, byte for byte', () => {
  let sound = 0;
  let wrong = 0;
  let done = 0;
  fc.assert(
    fc.property(fc.constantFrom(...PATTERNS), fc.infiniteStream(fc.nat()), (first, dice) => {
      const number = (most: number) => (dice.next().value as number) % most;
      const pick = <T>(from: readonly T[]): T => from[number(from.length)]!;
      let draft: Draft = first;
      const back: DraftEdit[] = [];
      for (let n = 0; n < 40;) {
        const said: unknown = JSON.parse(JSON.stringify(anyEdit(draft, pick, number)));
        const edit = known(said);
        // A key that means something of its own is no key.
        if (!edit) {
          expect(['toString', 'constructor']).toContain((said as { id: string }).id);
          continue;
        }
        n++;
        const next = applyEdits(draft, [edit]);
        expect(describeEdit(edit)).not.toBe('');
        const undo = undoOfDraft(draft, next);
        if (undo) back.unshift(undo);
        // Its shape holds whatever was done: it is read back as it is written.
        expect(contentHash(readDraft(JSON.parse(written(next))))).toBe(contentHash(next));
        const faults = patternFaults(next);
        for (const { path, expected } of faults)
          expect([path !== '', expected.startsWith('expected')]).toEqual([true, true]);
        if (faults.length) wrong++;
        else {
          sound++;
          // What has no fault can be worked on.
          if (n % 10 === 0) planJob(newJob('j', 'Job', next, contentHash(next)));
        }
        draft = next;
        done++;
      }
      expect(contentHash(applyEdits(draft, back))).toBe(contentHash(first));
      expect(written(one(draft, ...back)).length).toBe(written(first).length);
    }),
    { seed: 161, numRuns: 5, endOnFailure: true },
  );
  expect(done).toBe(200);
  expect([sound > 0, wrong > 0]).toEqual([true, true]);
});

test('what ends at a place that goes, goes with it; what asked for a cover or joint that goes asks no longer', () => {
  const gone = one(NOSE_TOURER, { op: 'setPlace', id: 'radio', to: null });
  expect(Object.values(gone.legs).some(({ from, to }) => from === 'radio' || to === 'radio')).toBe(false);
  expect(Object.keys(NOSE_TOURER.legs).length).toBeGreaterThan(Object.keys(gone.legs).length);
  const shut = one(NOSE_TOURER, { op: 'setCover', id: 'seat', to: null });
  expect(JSON.stringify(shut)).not.toContain('"seat":"off"');
  expect(Object.values(shut.drawing.side.strokes).some(({ cover }) => cover === 'seat')).toBe(false);
  expect(faultsAt(shut).filter((path) => path.includes('seat'))).toEqual([]);
  const still = one(TOW_BOAT, { op: 'setJoint', id: 'tower', to: null });
  // A leg from hull to tower with no joint to cross is told by name: that is for a person to settle.
  expect(faultsAt(still)).toEqual(
    expect.arrayContaining(['legs.towerLeft', 'legs.towerRight'].map((leg) => expect.stringContaining(leg) as string)),
  );
  expect(still.legs['towerLeft']!.joint).toBeUndefined();
});

test('a panel loses the partner and the closing cover that go, on every craft that has them', () => {
  let partners = 0;
  let closings = 0;
  for (const pattern of PATTERNS)
    for (const [id, { panel }] of Object.entries(pattern.places)) {
      if (panel?.partner) {
        const alone = one(pattern, { op: 'setPlace', id: panel.partner, to: null });
        expect(alone.places[id]!.panel!.partner).toBeNull();
        partners++;
      }
      for (const cover of Object.keys(panel?.closings ?? {})) {
        const left = one(pattern, { op: 'setCover', id: cover, to: null });
        expect(Object.keys(left.places[id]!.panel!.closings)).not.toContain(cover);
        closings++;
      }
    }
  expect([partners > 3, closings > 3]).toEqual([true, true]);
});

test('faults are told by path as they are made, and gone when they are mended', () => {
  expect(faultsAt(one(TOW_BOAT, { op: 'setHead', part: { batteryPlace: 'nowhere' } }))).toEqual(['batteryPlace']);
  const place = TOW_BOAT.places['board']!;
  const lost = one(TOW_BOAT, { op: 'setPlace', id: 'board', to: { ...place, body: 'raft', covers: { moon: 'off' } } });
  expect(faultsAt(lost)).toEqual(expect.arrayContaining(['places.board.body', 'places.board.covers.moon']));
  expect(faultsAt(one(lost, { op: 'setPlace', id: 'board', to: place }))).toEqual([]);
});

test('an edit that is none, or of what is not there, is refused in words', () => {
  const refused = (edit: object): string => {
    try {
      one(TOW_BOAT, readDraftEdit(edit));
    } catch (error) {
      if (error instanceof OperationError) return error.message;
      throw error;
    }
    return '';
  };
  expect(refused({ op: 'setLeg', id: 'none', to: null })).toMatch(/leg none is not there/);
  expect(refused({ op: 'setStroke', view: 'side', id: 'none', to: null })).toMatch(/line none is not there/);
  expect(refused({ op: 'setPlace', id: 'board', to: { name: 'Half' } })).toMatch(/board|body|missing/);
  expect(
    refused({
      op: 'setStroke',
      view: 'side',
      id: 's',
      to: { at: 1, body: 'hull', pen: 'line', fill: 'none', d: 'm1 1<script>' },
    }),
  ).toMatch(/path data/);
  expect(refused({ op: 'restore', patches: [{ path: ['id'], from: 'x', to: 'y' }] })).not.toBe('');
  expect(refused({ op: 'frob' })).not.toBe('');
});

test('a pattern drawn on is one that a job is made on, and what is said of the whole craft can be taken back', () => {
  const mine = one(
    NOSE_TOURER,
    { op: 'setHead', part: { name: 'Mine', compass: [1, 2, 3], hull: 'fibre', towed: true } },
    { op: 'setJunction', id: 'tail', to: { name: 'Tail', body: 'frame', at: [-200, 0, 700] } },
    {
      op: 'setLeg',
      id: 'toTail',
      to: { name: 'To the tail', from: 'batteryTop', to: 'tail', via: [], hazards: [], engineSpace: false, covers: {} },
    },
  );
  expect(patternFaults(mine)).toEqual([]);
  expect(mine).toMatchObject({ compass: [1, 2, 3], hull: 'fibre', towed: true });
  const less = one(mine, { op: 'setHead', part: { compass: null, hull: null, towed: false } });
  expect(['compass', 'hull', 'towed'].filter((member) => Object.hasOwn(less, member))).toEqual([]);
  const job = applyAll(newJob('j', 'Job', mine, contentHash(mine)), [
    {
      op: 'addGear',
      id: 'amp',
      item: shelfItem('weir-4-45'),
      place: Object.keys(mine.places).find((id) => mine.places[id]!.accepts.includes('amplifier'))!,
    },
  ]);
  expect(planJob(job).runs.length).toBeGreaterThan(0);
});
