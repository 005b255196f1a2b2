import * as v from 'valibot';
import { CAUTION_IDS } from '../tables/cautions';
import { DRIVE_IDS, REACH_IDS, SEAT_IDS } from '../tables/fasteners';
import { Id, Text, ranged } from '../text/scalars';
import { COVER_KIND_IDS } from './cover-kinds';

/** How far a cover is opened, from least to most; "on" is not to need it at all. */
export const COVER_STATES = ['loosened', 'aside', 'off'] as const;
export type CoverState = (typeof COVER_STATES)[number];

/** What must be open, and how far: cover → state. */
export const Opened = v.record(Id, v.picklist(COVER_STATES));
export type Opened = v.InferOutput<typeof Opened>;

export const Fastener = v.strictObject({
  count: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 100, 'fasteners')),
  drive: v.picklist(DRIVE_IDS),
  /** Thread and length, or what the trade calls it: "M6 × 20". */
  size: Text,
  where: Text,
  torqueNm: v.nullable(ranged(0.1, 200, 'N·m')),
  /** Does not go back: a new one does. */
  single: v.boolean(),
  /** How it is got at; absent: straight on. */
  reach: v.optional(v.picklist(REACH_IDS)),
  /** What it goes into; absent: not known. */
  seat: v.optional(v.picklist(SEAT_IDS)),
  /** No power tool on it. */
  handOnly: v.optional(v.literal(true)),
});
export type Fastener = v.InferOutput<typeof Fastener>;

export const CoverWay = v.strictObject({
  /** Minutes to open this far and to put back. */
  minutes: v.strictObject({ off: ranged(0, 240, 'minutes'), on: ranged(0, 240, 'minutes') }),
  /** What is open before it, and how far. */
  after: Opened,
  fasteners: v.pipe(v.record(Id, Fastener), v.maxEntries(40, 'expected 40 kinds of fastener at most')),
  /** Connectors and hoses that come apart: each is a thing to put back. */
  plugs: v.record(Id, Text),
  hoses: v.record(Id, Text),
  /** How a plug or hose of these comes apart: its latch, the way it is pulled. */
  plugHints: v.optional(v.record(Id, Text)),
  /** Two people. */
  second: v.boolean(),
  cautions: v.array(v.picklist(CAUTION_IDS)),
  /** How it comes off, in a sentence. */
  hint: Text,
  /** How it goes back, where that is another trick; absent: the other way round. */
  refit: v.optional(Text),
});
export type CoverWay = v.InferOutput<typeof CoverWay>;

export const Cover = v.strictObject({
  name: Text,
  /** What sort of part it is; absent: not said. */
  kind: v.optional(v.picklist(COVER_KIND_IDS)),
  /** The states it can be opened to. */
  states: v.pipe(
    v.partial(v.strictObject({ loosened: CoverWay, aside: CoverWay, off: CoverWay })),
    v.check((states) => Object.keys(states).length > 0, 'expected at least one of loosened, aside, off'),
  ),
});
export type Cover = v.InferOutput<typeof Cover>;

/** The least state of a cover that is open at least as far as `asked`; undefined when it opens no further. */
export function stateFor(cover: Cover | undefined, asked: CoverState): CoverState | undefined {
  return COVER_STATES.slice(COVER_STATES.indexOf(asked)).find((state) => cover?.states[state]);
}
