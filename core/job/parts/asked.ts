import * as v from 'valibot';
import { editsOf, entry } from '../../document/edits';
import { ranged } from '../../text/scalars';
import { OperationError, type Fault } from '../../document/fault';
import type { Job } from '../job';

/** What an owner may wish, and what of it is a figure: least, most, unit, and what is usual. */
export const WISHES = {
  speed: { name: 'Heard under way at', value: [20, 200, 'km/h', 100] },
  hours: { name: 'Music with the engine off for', value: [0.5, 72, 'h', 4] },
  zones: { name: 'Zones turned by themselves', value: [2, 12, 'zones', 2] },
  calls: { name: 'Telephone calls' },
  usb: { name: 'USB, and charging' },
  auxiliary: { name: 'Auxiliary input' },
  television: { name: 'Television sound' },
  camera: { name: 'Camera' },
  satellite: { name: 'Satellite radio' },
  controls: { name: 'Hand controls or remote' },
  lights: { name: 'Lamps that go with the sound' },
  bass: { name: 'Woofer, now or later' },
  washDown: { name: 'May be hosed down' },
  budget: { name: 'Gear for no more than', value: [1, 100000, 'in money', 1000] },
} as const satisfies Record<
  string,
  { readonly name: string; readonly value?: readonly [number, number, string, number] }
>;
export type WishId = keyof typeof WISHES;
export const WISH_IDS = Object.keys(WISHES) as [WishId, ...WishId[]];

/** Least, most, unit and usual of what a wish says in figures; undefined where it is yes or no. */
export const wishValue = (id: WishId): readonly [number, number, string, number] | undefined => {
  const wish = WISHES[id];
  return 'value' in wish ? wish.value : undefined;
};
const Asked = v.strictObject({ value: v.nullable(ranged(0, 100000, '(value)')) });

export const shape = {
  /** What the owner wishes, beside the words: each is answered by the job, or not. */
  asked: v.record(v.picklist(WISH_IDS), v.optional(Asked)) as v.GenericSchema<
    Partial<Record<WishId, v.InferOutput<typeof Asked>>>
  >,
};
export const empty = { asked: {} as Partial<Record<WishId, v.InferOutput<typeof Asked>>> };

/** Why a wish may not have this value; undefined when it may. */
function wrongValue(id: WishId, value: number | null): string | undefined {
  const range = wishValue(id);
  if (!range) return value === null ? undefined : 'expected no value';
  const [min, max, unit] = range;
  return value === null || value < min || value > max ? `expected ${min} to ${max} ${unit}` : undefined;
}

export const edits = editsOf<Job>()({
  /** Null: it is not wished. */
  setWish: {
    says: { wish: v.picklist(WISH_IDS), said: v.nullable(Asked) },
    words: ({ wish, said }) => `${said ? 'wish' : 'no longer wish'}: ${WISHES[wish].name.toLowerCase()}`,
    change(job, { wish, said }) {
      const wrong = said ? wrongValue(wish, said.value) : undefined;
      if (wrong) throw new OperationError('setWish', `value: ${wrong}`);
      return { ...job, asked: entry(job.asked as Record<string, typeof said & object>, wish, said) };
    },
  },
});

export const faults = ({ asked }: Job): Fault[] =>
  WISH_IDS.flatMap((id) => {
    const said = asked[id];
    const wrong = said ? wrongValue(id, said.value) : undefined;
    return wrong ? [{ path: ['asked', id, 'value'], expected: wrong }] : [];
  });
