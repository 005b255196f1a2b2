import * as v from 'valibot';
import { editsOf, entry, whole, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { Pins, pinsOf, type Pin } from '../../gear/pins';
import { Id } from '../../text/scalars';
import type { Job } from '../job';
import { few } from '../limits';
import { gearOf } from './gear';

/** What becomes of a lead. */
export const PIN_FATES = {
  joined: 'joined',
  adapter: 'by an adapter',
  capped: 'capped',
  cut: 'cut off',
  bare: 'left bare',
} as const;
export type PinFate = keyof typeof PIN_FATES;
const Fate = v.picklist(Object.keys(PIN_FATES) as [PinFate, ...PinFate[]]);

/** A lead of gear that comes out, as gear/lead; or a circuit of the craft. */
const PinTo = v.pipe(
  v.string(),
  v.regex(/^[A-Za-z0-9-]+(\/[A-Za-z0-9-]+)?$/, 'expected a lead of gear that comes out, or a circuit of the craft'),
);
const PinChoice = v.strictObject({
  fate: Fate,
  /** What it is joined to; null: as follows from what it does. */
  to: v.nullable(PinTo),
});
export type PinChoice = v.InferOutput<typeof PinChoice>;

export const shape = {
  /** What a person has said of leads of gear, by gear and lead; of the others it follows from what they do. */
  pins: few('gear', v.pipe(v.record(Id, PinChoice), v.maxEntries(60, 'expected 60 leads at most'))),
};
export const empty = { pins: {} };

/** What a person has said of one lead. */
export const pinChoice = ({ pins }: Pick<Job, 'pins'>, gear: string, pin: string): PinChoice | undefined =>
  Object.hasOwn(pins, gear) && Object.hasOwn(pins[gear]!, pin) ? pins[gear]![pin] : undefined;

const hasPin = (job: Job, gear: string, pin: string): boolean =>
  pinsOf(gearOf(job, 'setPin', gear).item).pins.some(({ id }) => id === pin);
/** Why a lead may not be joined to this; undefined when it may. */
function unknownTo(job: Job, to: string): string | undefined {
  const [gear, pin] = to.split('/') as [string, string | undefined];
  if (pin === undefined) return Object.hasOwn(job.craft.existing, gear) ? undefined : 'expected a circuit of the craft';
  const old = Object.hasOwn(job.gear, gear) ? job.gear[gear]! : undefined;
  return old && old.there !== null && pinsOf(old.item).pins.some(({ id }) => id === pin)
    ? undefined
    : 'expected a lead of gear that is there already';
}

const withPins = (job: Job, gear: string, pins: readonly Pin[] | null): Job => {
  const { pins: _, ...item } = gearOf(job, 'setPinOut', gear).item;
  const now = (pins ? { ...item, pins: [...pins] } : item) as Job['gear'][string]['item'];
  return { ...job, gear: { ...job.gear, [gear]: { ...job.gear[gear]!, item: now } } };
};

export const edits = editsOf<Job>()({
  /** Null: as follows from what it does. */
  setPin: {
    says: { gear: Id, pin: Id, choice: v.nullable(v.partial(PinChoice)) },
    words: ({ choice }) => (choice?.fate ? `lead ${PIN_FATES[choice.fate]}` : 'change what becomes of a lead'),
    change(job, { gear, pin, choice }) {
      if (!hasPin(job, gear, pin)) throw new OperationError('setPin', `lead ${pin} is no longer on it`);
      const wrong = choice?.to ? unknownTo(job, choice.to) : undefined;
      if (wrong) throw new OperationError('setPin', `to: ${wrong}, not ${choice!.to}`);
      const own = job.pins[gear] ?? {};
      const known = Object.hasOwn(own, pin) ? own[pin] : { to: null };
      const now = entry(own, pin, whole('setPin', PinChoice, known, choice, pin));
      return { ...job, pins: entry(job.pins, gear, Object.keys(now).length ? now : null) };
    },
  },
  /** Its leads, as they are on this one; null: as is usual of its kind. */
  setPinOut: {
    says: { gear: Id, pins: v.nullable(Pins) },
    words: 'change its leads',
    change(job, { gear, pins }) {
      const next = withPins(job, gear, pins);
      const left = new Set(pinsOf(next.gear[gear]!.item).pins.map(({ id }) => id));
      return { ...next, pins: kept(next.pins, (of, pin) => of !== gear || left.has(pin), gear, left) };
    },
  },
  /** What a lead does has been measured, or not. */
  meterPin: {
    says: { gear: Id, pin: Id, metered: v.boolean() },
    words: ({ metered }) => (metered ? 'lead metered' : 'lead not metered'),
    change(job, { gear, pin, metered }) {
      if (!hasPin(job, gear, pin)) throw new OperationError('meterPin', `lead ${pin} is no longer on it`);
      const { pins } = pinsOf(job.gear[gear]!.item);
      return withPins(
        job,
        gear,
        pins.map((one) => (one.id === pin ? { ...one, metered } : one)),
      );
    },
  },
});

/** What was said of leads that stay, and of none that a lead is joined to no more. */
function kept(
  pins: Job['pins'],
  stays: (gear: string, pin: string) => boolean,
  gone: string,
  left: ReadonlySet<string> = new Set(),
): Job['pins'] {
  const next = Object.entries(pins).flatMap(([gear, own]): [string, Record<string, PinChoice>][] => {
    const now = without(own, (pin, { to }) => {
      const [of, at] = (to ?? '').split('/') as [string, string | undefined];
      return !stays(gear, pin) || (of === gone && !(at !== undefined && left.has(at)));
    });
    return Object.keys(now).length ? [[gear, now]] : [];
  });
  return Object.fromEntries(next);
}

export function faults(job: Job): Fault[] {
  return Object.entries(job.pins).flatMap(([gear, own]): Fault[] => {
    if (!Object.hasOwn(job.gear, gear)) return [{ path: ['pins', gear], expected: 'expected gear of this job' }];
    const known = new Set(pinsOf(job.gear[gear]!.item).pins.map(({ id }) => id));
    return Object.entries(own).flatMap(([pin, { to }]): Fault[] => {
      if (!known.has(pin)) return [{ path: ['pins', gear, pin], expected: 'expected a lead of this gear' }];
      const wrong = to === null ? undefined : unknownTo(job, to);
      return wrong ? [{ path: ['pins', gear, pin, 'to'], expected: wrong }] : [];
    });
  });
}

export const forget = (job: Job, { kind, id }: Gone): Job =>
  (kind === 'gear' || kind === 'circuit') && Object.keys(job.pins).length
    ? { ...job, pins: kept(job.pins, (gear) => kind !== 'gear' || gear !== id, id) }
    : job;
