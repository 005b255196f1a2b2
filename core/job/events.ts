import * as v from 'valibot';
import { line } from '../text/text';
import { Instant } from '../units/instant';
import { Hash } from '../document/overrule';
import { StepId } from './parts/keys';
import { WireKind } from '../tables/wire';
import { Id, Text, ranged } from '../text/scalars';

const Count = v.pipe(v.number(), v.integer('expected a whole number'), ranged(0, 200, 'fasteners'));

/** What a photograph is of. */
export const PhotoSubject = v.variant('kind', [
  v.strictObject({ kind: v.literal('step'), id: StepId }),
  v.strictObject({ kind: v.picklist(['place', 'plug', 'craft']), id: Id }),
]);

/** The longest wire and the fullest reel, mm. */
const Mm = ranged(1, 1_000_000, 'mm');

const base = {
  /** Made by the device, so that an event sent twice is one event. */
  id: Id,
  /** When it was done, by the device's clock: a label. What counts is the order the server received events in. */
  at: Instant,
  by: line(60),
};

/**
 * Something done or seen in the bay. Never edited, only added: an untick is an event too, and the latest
 * of its kind stands.
 */
export const BayEvent = v.variant('kind', [
  /** A step done, or undone. `hash` is the step's content as it was then. */
  v.strictObject({ ...base, kind: v.literal('tick'), step: StepId, hash: Hash, done: v.boolean() }),
  /** One item of a step: a plug put back, a lamp tried. */
  v.strictObject({ ...base, kind: v.literal('check'), step: StepId, check: Id, done: v.boolean() }),
  /** Fasteners counted: out of the craft, or back in. */
  v.strictObject({
    ...base,
    kind: v.literal('count'),
    step: StepId,
    fastener: Id,
    out: v.optional(Count),
    reused: v.optional(Count),
    retired: v.optional(Count),
    added: v.optional(Count),
  }),
  v.strictObject({ ...base, kind: v.literal('time'), step: StepId, minutes: ranged(0, 960, 'minutes') }),
  v.strictObject({ ...base, kind: v.literal('note'), step: StepId, text: Text }),
  v.strictObject({
    ...base,
    kind: v.literal('photo'),
    subject: PhotoSubject,
    /** SHA-256 of the picture's bytes, hexadecimal: its name. */
    photo: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'expected the SHA-256 of the picture')),
    caption: Text,
    /** False strikes the picture from its subject. */
    kept: v.boolean(),
  }),
  /** Wire cut off a reel of the rack, or off one bought for it; not cut after all where it is not done. */
  v.strictObject({
    ...base,
    kind: v.literal('wire'),
    reel: Id,
    wire: WireKind,
    /** What was on a reel that was bought for it. */
    boughtMm: v.optional(Mm),
    pieces: v.pipe(
      v.array(v.strictObject({ run: Text, use: Text, mm: Mm })),
      v.minLength(1, 'expected a piece at least'),
      v.maxLength(200, 'expected 200 pieces at most'),
    ),
    done: v.boolean(),
    /** The job is a copy: the rack has counted it with the one it was made of. */
    copied: v.optional(v.literal(true)),
  }),
]);
/** Wire cut off one reel; `done` false: it was entered by mistake. */
export type WireEvent = Extract<BayEvent, { readonly kind: 'wire' }>;
/** Most entries of one job: thirty a step over years of it. */
export const MOST_EVENTS = 50_000;
export type BayEvent = v.InferOutput<typeof BayEvent>;
