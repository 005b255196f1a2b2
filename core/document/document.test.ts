import * as v from 'valibot';
import { shelfItem } from '#demo/shelf';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { patternFaults } from '../craft/pattern-faults';
import type { Pattern } from '../craft/pattern';
import { GearItem, type Speaker } from '../gear/gear';
import { line } from '../text/text';
import { Id, ranged } from '../text/scalars';
import { documentOf, type OperationOf, type Part } from './document';
import { mapped, editsOf, entry, older, told, without } from './edits';
import { OperationError, problemsOf } from './fault';
import { merged } from './merge';
import { Patch } from './patches';

/** What the editors of gear and of craft will be: an item of the shelf, and a pattern, edited by the same engine. */
const itemEdits = editsOf<Speaker>()({
  rename: {
    says: { name: line(80) },
    words: ({ name }) => `call it ${name}`,
    change: (item, { name }) => ({ ...item, name }),
  },
  weigh: { says: { kg: ranged(0, 200, 'kg') }, words: 'weigh', change: (item, { kg }) => ({ ...item, massKg: kg }) },
  rate: { says: { rms: v.number() }, words: 'rate', change: (item, { rms }) => ({ ...item, rmsWatts: rms }) },
});
/** An undo of a member that is called otherwise since a version. */
const moved = (version: number, from: string, to: string) =>
  told(version, { patches: v.array(Patch) }, (said) => ({
    op: 'restore',
    patches: (said['patches'] as Patch[]).map((patch) => (patch.path[0] === from ? { ...patch, path: [to] } : patch)),
  }));
const itemPart: Part<Speaker> = {
  edits: itemEdits,
  olderEdits: {
    weigh: [older(1, { pounds: v.number() }, ({ pounds }) => ({ op: 'weigh', kg: pounds * 0.4536 }))],
    // Written down in any order, and by any part.
    restore: [moved(2, 'mass', 'massKg'), moved(1, 'heft', 'mass')],
  },
  faults: (item) => {
    const parsed = v.safeParse(GearItem, item);
    return parsed.success
      ? []
      : problemsOf(parsed.issues, 'item').map(({ path, expected }) => ({ path: path.split('.'), expected }));
  },
};
const items = documentOf<Speaker, OperationOf<typeof itemEdits>>({ what: 'an item', parts: [itemPart], fixed: ['id'] });
const speaker = shelfItem('bittern-165') as Speaker;

const patternEdits = editsOf<Pattern>()({
  takeCover: {
    says: { id: Id },
    words: 'take a cover out',
    change: (pattern, { id }) => ({ ...pattern, covers: without(pattern.covers, (key) => key === id) }),
    takes: ({ id }) => ({ kind: 'cover', id }),
  },
  nameLeg: {
    says: { id: Id, name: line(80) },
    words: 'name a leg',
    change: (pattern, { id, name }) => ({
      ...pattern,
      legs: entry(pattern.legs, id, { ...pattern.legs[id]!, name }),
    }),
  },
});
const bare = <T extends { readonly covers: Readonly<Record<string, unknown>> }>(one: T, id: string): T =>
  Object.hasOwn(one.covers, id) ? { ...one, covers: without(one.covers, (key) => key === id) } : one;
const patternPart: Part<Pattern> = {
  edits: patternEdits,
  faults: (pattern) => patternFaults(pattern).map(({ path, expected }) => ({ path: path.split('.'), expected })),
  forget: (pattern, { kind, id }) =>
    kind === 'cover'
      ? {
          ...pattern,
          legs: mapped(pattern.legs, (leg) => {
            const own = bare(leg, id);
            return own.fish ? { ...own, fish: bare(own.fish, id) } : own;
          }),
          places: mapped(pattern.places, ({ panel, ...place }) => ({
            ...bare(place, id),
            ...(panel ? { panel: { ...panel, closings: without(panel.closings, (key) => key === id) } } : {}),
          })),
          drawing: mapped(pattern.drawing, (view) => ({
            ...view,
            strokes: without(view.strokes, (_, { cover }) => cover === id),
          })) as Pattern['drawing'],
          covers: mapped(pattern.covers, (cover) => ({
            ...cover,
            states: Object.fromEntries(
              Object.entries(cover.states).map(([state, way]) => [
                state,
                way && { ...way, after: without(way.after, (key) => key === id) },
              ]),
            ),
          })),
        }
      : pattern,
};
const patterns = documentOf<Pattern, OperationOf<typeof patternEdits>>({
  what: 'a pattern',
  parts: [patternPart],
  fixed: ['id'],
});

describe('one engine for every kind of document', () => {
  test('an item of the shelf: edits, their words, undo, what does not hold', () => {
    const lighter = items.applyAll(speaker, [
      { op: 'rename', name: 'Bittern, mended' },
      { op: 'weigh', kg: 0.8 },
    ]);
    expect([lighter.name, lighter.massKg, speaker.massKg]).toEqual(['Bittern, mended', 0.8, 0.95]);
    expect(items.describe({ op: 'rename', name: 'X' })).toBe('call it X');
    expect(items.apply(lighter, items.undoOf(speaker, lighter)!)).toEqual(speaker);
    expect(() => items.apply(speaker, { op: 'rate', rms: -3 })).toThrow(/^rmsWatts: expected/);
    expect(() =>
      items.apply(speaker, { op: 'restore', patches: [{ path: ['id'], from: 'bittern-165', to: 'x' }] }),
    ).toThrow('id of an item never changes');
    // What changes nothing is the very same document.
    expect(items.applyAll(speaker, [])).toBe(speaker);
  });

  test('an older form of an edit is read as what it is now, and text as it can be kept', () => {
    expect(items.readEdit({ op: 'weigh', pounds: 10 })).toEqual({ op: 'weigh', kg: 4.536 });
    expect(items.readEdit({ op: 'rename', name: 'a\tb\u0000' })).toEqual({ op: 'rename', name: 'a b' });
    expect(() => items.readEdit({ op: 'weigh', kg: 201 })).toThrow(
      new OperationError('weigh', 'kg: expected 0 to 200 kg'),
    );
    expect(() => items.readEdit({ op: 'weigh', pounds: 4000 })).toThrow(OperationError);
  });

  test('an undo of long ago is raised through every version since', () => {
    const undo = (member: string) => ({ op: 'restore', patches: [{ path: [member], from: 1, to: 2 }] });
    for (const member of ['heft', 'mass', 'massKg']) expect(items.readEdit(undo(member))).toEqual(undo('massKg'));
  });

  test('two people’s edits of one item both stand; the same value changed by both is shown', () => {
    const { clashes, besideTheirs } = merged<Speaker>({ derived: [], whole: [] });
    const mine = items.applyAll(speaker, [
      { op: 'weigh', kg: 1.1 },
      { op: 'rate', rms: 70 },
    ]);
    const theirs = items.applyAll(speaker, [
      { op: 'rename', name: 'B' },
      { op: 'rate', rms: 80 },
    ]);
    expect(clashes(speaker, mine, theirs)).toEqual([{ path: ['rmsWatts'], mine: 70, theirs: 80 }]);
    const both = items.apply(theirs, besideTheirs(speaker, mine, theirs)!);
    expect([both.name, both.massKg, both.rmsWatts]).toEqual(['B', 1.1, 80]);
  });

  test('a pattern: what is taken out is forgotten by every part, in one edit that undo brings back', () => {
    const id = Object.keys(ADVENTURE_TOURER.covers).find((cover) =>
      Object.values(ADVENTURE_TOURER.legs).some((leg) => Object.hasOwn(leg.covers, cover)),
    )!;
    const left = patterns.apply(ADVENTURE_TOURER, { op: 'takeCover', id });
    expect(JSON.stringify([left.covers, left.legs, left.places])).not.toContain(`"${id}"`);
    expect(patterns.apply(left, patterns.undoOf(ADVENTURE_TOURER, left)!)).toEqual(ADVENTURE_TOURER);
  });
});
