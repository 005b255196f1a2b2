import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { editsOf, older, without } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { GearItem, upgradeGear } from '../../gear/gear';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { Hash } from '../../document/overrule';
import { gone } from './keys';
import { Id } from '../../text/scalars';
import { contentHash } from '../../document/hash';

/** Gear the craft has already: kept in use, left out of the way of the sound, or taken out. */
export const THERE = {
  kept: 'there already, kept',
  bypassed: 'there already, bypassed',
  out: 'there already, comes out',
} as const;
export type There = keyof typeof THERE;
export const ThereIs = v.picklist(Object.keys(THERE) as [There, ...There[]]);

const PlacedGear = v.strictObject({
  item: GearItem,
  itemHash: Hash,
  place: v.nullable(Id),
  there: v.nullable(ThereIs),
});

/** Whether gear is used once the job is done: it is new, or kept. */
export const inUse = (there: There | null | undefined): boolean => there === null || there === 'kept';

export const shape = { gear: few('gear', PlacedGear) };
export const empty = { gear: {} };

/** Gear that an edit is about. Throws OperationError where it is not in the job. */
export function gearOf(job: Job, op: string, id: string): Job['gear'][string] {
  const placed = Object.hasOwn(job.gear, id) ? job.gear[id] : undefined;
  if (!placed) throw new OperationError(op, `gear ${id} is no longer in the job`);
  return placed;
}

const withGear = (job: Job, op: string, id: string, part: Partial<Job['gear'][string]>): Job => ({
  ...job,
  gear: { ...job.gear, [id]: { ...gearOf(job, op, id), ...part } },
});

/** What is no gear of a craft, though it stands on the shelf. */
const NOT_PLACED: Partial<Record<GearItem['kind'], string>> = {
  kit: 'a kit is not put on a craft: what is in it is',
  loom: 'a loom is not put at a place: it runs from one to another',
};

export const edits = editsOf<Job>()({
  addGear: {
    says: { id: Id, item: GearItem, place: v.nullable(Id) },
    words: ({ item }) => `add ${item.name}`,
    change(job, { id, item, place }) {
      const not = NOT_PLACED[item.kind];
      if (not) throw new OperationError('addGear', not);
      if (Object.hasOwn(job.gear, id)) throw new OperationError('addGear', `gear ${id} is already in the job`);
      return { ...job, gear: { ...job.gear, [id]: { item, itemHash: contentHash(item), place, there: null } } };
    },
  },
  placeGear: {
    says: { id: Id, place: v.nullable(Id) },
    words: 'move gear',
    change: (job, { id, place }) => withGear(job, 'placeGear', id, { place }),
    takes: ({ id }) => gone('ends', id),
  },
  removeGear: {
    says: { id: Id },
    words: 'take gear out',
    change(job, { id }) {
      gearOf(job, 'removeGear', id);
      return { ...job, gear: without(job.gear, (key) => key === id) };
    },
    takes: ({ id }) => gone('gear', id),
  },
});

const { id, place } = edits.addGear.says;
/** Items said less, and their texts took more, in earlier versions. */
export const olderEdits = {
  addGear: [
    older(5, { id, item: v.looseObject({}), place }, (said) => ({
      op: 'addGear',
      ...said,
      item: upgradeGear(said.item as GearItem),
    })),
  ],
};

export function faults({ gear, craft }: Job): Fault[] {
  const found = tooMany('gear', gear, ['gear']);
  for (const [key, placed] of Object.entries(gear))
    if (NOT_PLACED[placed.item.kind])
      found.push({ path: ['gear', key, 'item', 'kind'], expected: `expected gear, not a ${placed.item.kind}` });
  for (const [key, placed] of Object.entries(gear))
    if (placed.place !== null && !Object.hasOwn(foundCraft({ craft }).places, placed.place))
      found.push({ path: ['gear', key, 'place'], expected: 'expected a place of this craft' });
  return found;
}
