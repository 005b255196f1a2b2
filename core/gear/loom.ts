import * as v from 'valibot';
import { GAUGES } from '../tables/conductors';
import { FUSE_FAMILY_IDS } from '../tables/fuses';
import { Id, Text, ranged } from '../text/scalars';
import { name } from '../text/text';

/** What the conductors of a bought loom do. */
export const CARRIES = {
  power: 'power',
  speaker: 'speaker',
  line: 'line level',
  turnOn: 'turn-on',
  switched: 'switched',
} as const;
export type Carries = keyof typeof CARRIES;
const CARRIES_IDS = Object.keys(CARRIES) as [Carries, ...Carries[]];

/** What the end that a loom begins at is called where its branches are; no branch is called so. */
export const BEGINNING = 'start';

const LoomMm = ranged(0, 20000, 'mm');
/** The widest of a plug across; null: not measured. */
const PlugMm = v.nullable(ranged(1, 100, 'mm'));
const Gauge = v.nullable(v.picklist(GAUGES, 'expected a gauge or a metric size'));

/** One branch of a loom, as it was made. */
const LoomBranch = v.strictObject({
  id: v.pipe(Id, v.notValue(BEGINNING, `expected another id than ${BEGINNING}`)),
  /** What its plug is for, as its tag says. */
  name: name(60),
  /** Where it leaves the trunk, from where that begins, and how long it is from there to its plug, mm. */
  atMm: LoomMm,
  mm: v.pipe(LoomMm, v.minValue(10, 'expected 10 mm at least')),
  plugMm: PlugMm,
  carries: v.pipe(
    v.array(v.picklist(CARRIES_IDS)),
    v.minLength(1, 'expected what it carries'),
    v.check((all) => new Set(all).size === all.length, 'expected each once'),
  ),
  /** Its two plugs go between an old lead and its speaker. */
  inline: v.boolean(),
});
export type LoomBranch = v.InferOutput<typeof LoomBranch>;

/** Most branches of one loom. */
const MOST_BRANCHES = 16;

/** What a bought loom says besides what all gear does: a trunk with fixed branches, nothing of which is cut. */
export const loomShape = {
  kind: v.literal('loom'),
  /** The plug its trunk begins at. */
  begins: Text,
  beginsPlugMm: PlugMm,
  branches: v.pipe(
    v.array(LoomBranch),
    v.minLength(1, 'expected one branch at least'),
    v.maxLength(MOST_BRANCHES, `expected ${MOST_BRANCHES} branches at most`),
    v.check((list) => new Set(list.map(({ id }) => id)).size === list.length, 'expected branches with ids that differ'),
  ),
  /** Size of its + and −, and of its other conductors; null: it has none. */
  power: Gauge,
  leads: Gauge,
  /** Over its sheath, mm. */
  trunkMm: ranged(1, 60, 'mm'),
  branchMm: ranged(1, 60, 'mm'),
  /** The fuse that came in it, so far from its plug or rings at the battery; null: it has none. */
  fuse: v.nullable(v.strictObject({ family: v.picklist(FUSE_FAMILY_IDS), amps: ranged(0.5, 400, 'A'), atMm: LoomMm })),
};
