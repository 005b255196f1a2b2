import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { mapped, editsOf, entry, whole, type Gone } from '../../document/edits';
import type { Fault } from '../../document/fault';
import { line, lines } from '../../text/text';
import { CHOICES, CHOICE_IDS } from '../choices';
import { Title } from '../circuit';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { Existing, UNMEASURED } from '../supply';
import { craft, gone } from './keys';
import { Id, Text } from '../../text/scalars';

export const LAMP_ANSWERS = {
  open: 'not settled yet',
  moved: 'moved where it is seen',
  repeated: 'shown again elsewhere',
  accepted: 'owner accepts it',
} as const;
/** A factory lamp or switch that a new unit hides. */
const HiddenLamp = v.strictObject({
  name: Title,
  /** Gear that hides it; null when not said. */
  by: v.nullable(Id),
  answer: v.picklist(Object.keys(LAMP_ANSWERS) as [keyof typeof LAMP_ANSWERS, ...(keyof typeof LAMP_ANSWERS)[]]),
});
export type HiddenLamp = v.InferOutput<typeof HiddenLamp>;

/** An accessory that loses its setting while the battery is off. */
const Memory = v.strictObject({ name: Title, relearn: Text });

const Wishes = lines(2000);
const Choices = v.partial(
  v.strictObject(
    Object.fromEntries(CHOICE_IDS.map((id) => [id, v.string()])) as Record<
      (typeof CHOICE_IDS)[number],
      v.StringSchema<undefined>
    >,
  ),
);

export const shape = {
  /** What the owner wants, in the owner's words. */
  wishes: Wishes,
  choices: Choices,
};
export const empty = { wishes: '', choices: {} };
export const craftShape = {
  existing: few('existing', Existing),
  lamps: few('lamps', HiddenLamp),
  memories: few('memories', Memory),
};
export const craftEmpty = { existing: {}, lamps: {}, memories: {} };

export const edits = editsOf<Job>()({
  setWishes: {
    says: { wishes: Wishes },
    words: 'change wishes',
    change: (job, { wishes }) => ({ ...job, wishes }),
  },
  /** Null strikes the entry out. A new circuit counts as not measured where nothing is said of it. */
  setExisting: {
    says: { id: Id, circuit: v.nullable(v.partial(Existing)) },
    words: 'change existing circuit',
    change(job, { id, circuit }) {
      const { existing } = job.craft;
      const next = whole('setExisting', Existing, existing[id] ?? UNMEASURED, circuit, id);
      return craft(job, { existing: entry(existing, id, next) });
    },
    takes: ({ id, circuit }) =>
      circuit === null ? gone('circuit', id) : circuit.place === undefined ? undefined : gone('tap', id),
  },
  setLamp: {
    says: { id: Id, lamp: v.nullable(v.partial(HiddenLamp)) },
    words: 'change hidden lamp',
    change(job, { id, lamp }) {
      const { lamps } = job.craft;
      return craft(job, { lamps: entry(lamps, id, whole('setLamp', HiddenLamp, lamps[id], lamp, id)) });
    },
    takes: ({ id, lamp }) => (lamp === null ? gone('lamp', id) : undefined),
  },
  setMemory: {
    says: { id: Id, memory: v.nullable(v.partial(Memory)) },
    words: 'change memory',
    change(job, { id, memory }) {
      const { memories } = job.craft;
      return craft(job, { memories: entry(memories, id, whole('setMemory', Memory, memories[id], memory, id)) });
    },
    takes: ({ id, memory }) => (memory === null ? gone('memory', id) : undefined),
  },
  /** Null goes back to the usual one. */
  choose: {
    says: { choice: v.picklist(CHOICE_IDS), option: v.nullable(line(40)) },
    words: 'choose a school',
    change: (job, { choice, option }) => ({
      ...job,
      choices: entry(job.choices as Record<string, string>, choice, option),
    }),
  },
});

export function faults({ choices, craft, gear }: Job): Fault[] {
  const { existing, lamps, memories, batteries } = craft;
  const { places } = foundCraft({ craft });
  const found = [
    ...tooMany('existing', existing, ['craft', 'existing']),
    ...tooMany('lamps', lamps, ['craft', 'lamps']),
    ...tooMany('memories', memories, ['craft', 'memories']),
  ];
  for (const [id, option] of Object.entries(choices)) {
    const options = Object.keys(CHOICES[id as (typeof CHOICE_IDS)[number]].options);
    if (option === undefined || !options.includes(option))
      found.push({ path: ['choices', id], expected: `expected ${options.join(', ')}` });
  }
  for (const [id, { place, battery }] of Object.entries(existing)) {
    const need = (ok: boolean, member: string, expected: string) => {
      if (!ok) found.push({ path: ['craft', 'existing', id, member], expected });
    };
    need(place === null || Object.hasOwn(places, place), 'place', 'expected a place of this craft');
    need(battery === null || Object.hasOwn(batteries, battery), 'battery', 'expected a battery of this craft');
  }
  for (const [id, { by }] of Object.entries(lamps))
    if (by !== null && !gear[by])
      found.push({ path: ['craft', 'lamps', id, 'by'], expected: 'expected gear of this job' });
  return found;
}

export function forget(job: Job, { kind, id }: Gone): Job {
  const { lamps, existing } = job.craft;
  if (kind === 'gear')
    return craft(job, { lamps: mapped(lamps, (lamp) => (lamp.by === id ? { ...lamp, by: null } : lamp)) });
  // What came from a battery that is gone comes from the usual one.
  if (kind === 'battery')
    return craft(job, { existing: mapped(existing, (it) => (it.battery === id ? { ...it, battery: null } : it)) });
  return job;
}
