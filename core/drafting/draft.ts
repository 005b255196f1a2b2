import * as v from 'valibot';
import { Cover, type CoverWay } from '../craft/cover';
import { Joint } from '../craft/joint';
import { KeepFree } from '../craft/keep-free';
import { Leg } from '../craft/leg';
import { withoutCover, withoutPartner } from '../craft/panel';
import type { Pattern } from '../craft/pattern';
import {
  Junction,
  Measure,
  Stroke,
  Underlay,
  UsualBattery,
  UsualCircuit,
  UsualGear,
  VariantOption,
} from '../craft/pattern';
import { Millimetre, Place, Point } from '../craft/place';
import { documentOf, type OperationOf, type Part } from '../document/document';
import { editsOf, entry, mapped, without, type Gone } from '../document/edits';
import { OperationError } from '../document/fault';
import { CRAFT_KINDS } from '../gear/gear';
import { MATERIAL_IDS } from '../tables/materials';
import { Id, Text, ranged } from '../text/scalars';

/** A pattern that is being drawn. Its shape always holds; what hangs together wrongly in it is told, not refused. */
export type Draft = Pattern;

const Named = v.strictObject({ name: Text });
const Listener = v.strictObject({ name: Text, at: Point });
const Memory = v.strictObject({ name: Text, relearn: Text });
const view = v.picklist(['side', 'top']);

/** Lists of a pattern whose entries are drawn or described one by one, what one is called, and its schema. */
const LISTS = {
  bodies: { one: 'body', of: Named },
  places: { one: 'place', of: Place },
  junctions: { one: 'junction', of: Junction },
  legs: { one: 'leg', of: Leg },
  joints: { one: 'joint', of: Joint },
  covers: { one: 'cover', of: Cover },
  measures: { one: 'measure', of: Measure },
  keepFree: { one: 'room kept free', of: KeepFree },
  usualMemories: { one: 'setting', of: Memory },
  usualBatteries: { one: 'battery', of: UsualBattery },
  usualCircuits: { one: 'circuit', of: UsualCircuit },
  usualGear: { one: 'piece from the works', of: UsualGear },
  listeners: { one: 'listener', of: Listener },
  options: { one: 'option', of: VariantOption },
} as const satisfies { readonly [L in keyof Pattern]?: { readonly one: string; readonly of: v.GenericSchema } };
export type DraftList = keyof typeof LISTS;
export const DRAFT_LISTS = Object.keys(LISTS) as [DraftList, ...DraftList[]];

type Entries<L extends DraftList> = Readonly<Record<string, v.InferOutput<(typeof LISTS)[L]['of']>>>;
const entriesOf = <L extends DraftList>(draft: Draft, list: L): Entries<L> => draft[list] ?? {};

/** One entry of a list put there, changed, or (null) taken away. */
const setEntry = <L extends DraftList>(list: L) => ({
  says: { id: Id, to: v.nullable(LISTS[list].of as (typeof LISTS)[L]['of']) },
  words: ({ to }: { to: unknown }) => `${to === null ? 'delete' : 'change'} ${LISTS[list].one}`,
  change(draft: Draft, { id, to }: { id: string; to: unknown }): Draft {
    const now = entriesOf(draft, list) as Readonly<Record<string, unknown>>;
    if (to === null && !Object.hasOwn(now, id))
      throw new OperationError(list, `the ${LISTS[list].one} ${id} is not there any more`);
    return { ...draft, [list]: entry(now, id, to) };
  },
  takes: ({ id, to }: { id: string; to: unknown }): Gone | undefined => (to === null ? { kind: list, id } : undefined),
});

const head = {
  name: Text,
  kind: v.picklist(CRAFT_KINDS),
  batteryPlace: Id,
  switchedPlace: Id,
  ears: Point,
  compass: v.nullable(Point),
  hull: v.nullable(v.picklist(MATERIAL_IDS)),
  towed: v.boolean(),
  fuseWithinMm: ranged(50, 2000, 'mm'),
  fuseWithinSource: Text,
};
const Bounds = v.tuple([Millimetre, Millimetre, Millimetre, Millimetre]);

const edits = editsOf<Draft>()({
  setBody: setEntry('bodies'),
  setPlace: setEntry('places'),
  setJunction: setEntry('junctions'),
  setLeg: setEntry('legs'),
  setJoint: setEntry('joints'),
  setCover: setEntry('covers'),
  setMeasure: setEntry('measures'),
  setKeepFree: setEntry('keepFree'),
  setMemory: setEntry('usualMemories'),
  setBattery: setEntry('usualBatteries'),
  setCircuit: setEntry('usualCircuits'),
  setGear: setEntry('usualGear'),
  setListener: setEntry('listeners'),
  setOption: setEntry('options'),
  /** What is said once of the whole craft. */
  setHead: {
    says: { part: v.partial(v.strictObject(head)) },
    words: ({ part }) => `change ${Object.keys(part).join(', ') || 'nothing'}`,
    change(draft, { part }) {
      const { towed, compass, hull, ...rest } = part;
      const next: Record<string, unknown> = { ...draft, ...rest };
      for (const [member, value] of Object.entries({ towed: towed === false ? null : towed, compass, hull }))
        if (value === null) delete next[member];
        else if (value !== undefined) next[member] = value;
      return next as Draft;
    },
  },
  /** One line of a view. */
  setStroke: {
    says: { view, id: Id, to: v.nullable(Stroke) },
    words: ({ to }) => (to === null ? 'delete line' : 'draw line'),
    change(draft, { view: name, id, to }) {
      const { strokes, bounds } = draft.drawing[name];
      if (to === null && !Object.hasOwn(strokes, id))
        throw new OperationError('setStroke', `the line ${id} is not there any more`);
      return { ...draft, drawing: { ...draft.drawing, [name]: { bounds, strokes: entry(strokes, id, to) } } };
    },
  },
  setBounds: {
    says: { view, bounds: Bounds },
    words: 'change the sheet',
    change: (draft, { view: name, bounds }) => ({
      ...draft,
      drawing: { ...draft.drawing, [name]: { ...draft.drawing[name], bounds } },
    }),
  },
  /** The picture under a view; null: none. */
  setUnderlay: {
    says: { view, to: v.nullable(Underlay) },
    words: ({ to }) => (to === null ? 'take the picture away' : 'lay a picture under the sheet'),
    change(draft, { view: name, to }) {
      const underlays = entry((draft.underlays ?? {}) as Readonly<Record<string, Underlay>>, name, to);
      const { underlays: _, ...rest } = draft;
      return Object.keys(underlays).length ? { ...rest, underlays } : rest;
    },
  },
});
type Edits = typeof edits;

/** What named an entry that is gone forgets it: legs end with their ends, covers and joints are no longer asked for. */
function forget(draft: Draft, { kind, id }: Gone): Draft {
  const mapLegs = (change: (leg: Leg) => Leg | null): Draft['legs'] =>
    Object.fromEntries(
      Object.entries(draft.legs).flatMap(([key, leg]) => {
        const next = change(leg);
        return next ? [[key, next]] : [];
      }),
    );
  switch (kind as DraftList) {
    case 'places':
    case 'junctions':
      return {
        ...draft,
        places: mapped(draft.places, (place) =>
          place.panel ? { ...place, panel: withoutPartner(place.panel, id) } : place,
        ),
        legs: mapLegs((leg) => (leg.from === id || leg.to === id ? null : leg)),
      };
    case 'joints':
      return {
        ...draft,
        legs: mapLegs((leg) =>
          leg.joint === id ? (without(leg as Record<string, unknown>, (k) => k === 'joint') as Leg) : leg,
        ),
      };
    case 'covers': {
      const shut = <O extends Readonly<Record<string, unknown>>>(open: O): O =>
        Object.hasOwn(open, id) ? (without(open as Record<string, unknown>, (key) => key === id) as O) : open;
      return {
        ...draft,
        places: mapped(draft.places, (place) => ({
          ...place,
          covers: shut(place.covers),
          ...(place.panel ? { panel: withoutCover(place.panel, id) } : {}),
        })),
        legs: mapLegs((leg) => ({
          ...leg,
          covers: shut(leg.covers),
          ...(leg.fish ? { fish: { ...leg.fish, covers: shut(leg.fish.covers) } } : {}),
        })),
        covers: mapped(draft.covers, (cover) => ({
          ...cover,
          states: mapped(cover.states as Record<string, CoverWay>, (way) => ({ ...way, after: shut(way.after) })),
        })),
        drawing: {
          side: uncovered(draft.drawing.side, id),
          top: uncovered(draft.drawing.top, id),
        },
      };
    }
    default:
      return draft;
  }
}
function uncovered(drawn: Draft['drawing']['side'], cover: string): Draft['drawing']['side'] {
  if (!Object.values(drawn.strokes).some((stroke) => stroke.cover === cover)) return drawn;
  return {
    ...drawn,
    strokes: mapped(drawn.strokes, (stroke) =>
      stroke.cover === cover
        ? (without(stroke as Record<string, unknown>, (key) => key === 'cover') as Stroke)
        : stroke,
    ),
  };
}

const PARTS = [{ edits, forget }] as readonly Part<Draft>[];
/** Every edit of a draft, by name. */
export type DraftEdit = OperationOf<Edits>;

const document = documentOf<Draft, DraftEdit>({ what: 'a pattern', parts: PARTS, fixed: ['version', 'id'] });
export const { applyAll: applyEdits, describe: describeEdit, readEdit: readDraftEdit, undoOf: undoOfDraft } = document;

/** The edit that puts one entry of a list there, by its list. */
export const EDIT_OF = {
  bodies: 'setBody',
  places: 'setPlace',
  junctions: 'setJunction',
  legs: 'setLeg',
  joints: 'setJoint',
  covers: 'setCover',
  measures: 'setMeasure',
  keepFree: 'setKeepFree',
  usualMemories: 'setMemory',
  usualBatteries: 'setBattery',
  usualCircuits: 'setCircuit',
  usualGear: 'setGear',
  listeners: 'setListener',
  options: 'setOption',
} as const satisfies Record<DraftList, keyof Edits>;
