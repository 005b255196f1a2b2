import * as v from 'valibot';
import { editsOf, mapped, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { own } from '../../document/patches';
import type { GearItem } from '../../gear/gear';
import { Id, entriesOf } from '../../text/scalars';
import { OutputKey, SourceChoice, SpeakerChoice, Wiring, channelsOfOutput, coilsOf, withCoils } from '../circuit';
import type { Job } from '../job';
import { LIMITS, few } from '../limits';
import { outputFault } from './circuits';
import { ThereIs, gearOf, inUse } from './gear';
import { gone } from './keys';
import { Link, unknownEnd } from './links';

/** What gear that comes out did while it was in use, until something takes it over. */
const Was = v.strictObject({
  circuits: v.record(OutputKey, Wiring),
  sources: few('gear', SourceChoice),
  speakers: few('gear', SpeakerChoice),
  /** Zone → the zone control it was turned by. */
  controls: entriesOf(...LIMITS.zones, Id),
  links: few('links', Link),
});
type Was = v.InferOutput<typeof Was>;

export const shape = { was: Was };
export const empty = { was: { circuits: {}, sources: {}, speakers: {}, controls: {}, links: {} } satisfies Was };

/** The gear an output and its wiring name. */
const namedIn = (output: string, wiring: Wiring): string[] => [
  output.split('/')[0]!,
  ...coilsOf(wiring).map(({ gear }) => gear),
];
const picked = <T>(map: Readonly<Record<string, T>>, keep: (key: string, value: T) => boolean) =>
  without(map, (key, value) => !keep(key, value));

/** A job that knows, of gear that comes out, what it did. */
function remembered(job: Job, id: string): Job {
  const { was } = job;
  return {
    ...job,
    was: {
      circuits: { ...was.circuits, ...picked(job.circuits, (key, wiring) => namedIn(key, wiring).includes(id)) },
      sources: { ...was.sources, ...picked(job.sources, (key) => key === id) },
      speakers: { ...was.speakers, ...picked(job.speakers, (key) => key === id) },
      controls: {
        ...was.controls,
        ...Object.fromEntries(
          Object.entries(job.zones).flatMap(([zone, { control }]) => (control === id ? [[zone, id]] : [])),
        ),
      },
      links: { ...was.links, ...picked(job.links, (_, { from, to }) => from.of === id || to.of === id) },
    },
  };
}

/** The channel of one piece that stands for a channel of another: of the same name, or as far down its list. */
function channelFor(old: GearItem, fresh: GearItem, channel: string): string {
  if (!('bank' in old && 'bank' in fresh)) return channel;
  const there = fresh.bank.channels;
  if (there.some(({ id }) => id === channel)) return channel;
  return there[old.bank.channels.findIndex(({ id }) => id === channel)]?.id ?? channel;
}

/** The port of one piece that stands for a port of another: of the same name, or of the same kind and way. */
function portFor(old: GearItem, fresh: GearItem, port: string | null): string | null {
  const was = old.ports?.find(({ id }) => id === port);
  if (!was) return null;
  const there = fresh.ports ?? [];
  return (
    (
      there.find(({ id, kind }) => id === port && kind === was.kind) ??
      there.find(({ kind, way }) => kind === was.kind && way === was.way)
    )?.id ?? null
  );
}

/** What one piece did, said of another. */
function renamed(was: Was, of: string, by: string, old: GearItem, fresh: GearItem): Was {
  const name = (id: string) => (id === of ? by : id);
  const output = (key: string) => {
    const [gear, channels] = key.split('/') as [string, string];
    if (gear !== of) return key;
    return `${by}/${channels
      .split('+')
      .map((channel) => channelFor(old, fresh, channel))
      .join('+')}`;
  };
  const keyed = <T>(map: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(map).map(([key, value]) => [name(key), value]));
  const end = (at: Link['from']): Link['from'] => (at.of === of ? { of: by, port: portFor(old, fresh, at.port) } : at);
  return {
    circuits: Object.fromEntries(
      Object.entries(was.circuits).map(([key, wiring]) => [
        output(key),
        withCoils(wiring, ({ gear, coil }) => ({ gear: name(gear), coil })),
      ]),
    ),
    sources: keyed(was.sources),
    // Which end is + and how its switch stands is told of the old one alone.
    speakers: keyed(
      mapped(was.speakers, (choice, id) => (id === of ? { ...choice, cue: null, position: null } : choice)),
    ),
    controls: mapped(was.controls, name),
    links: mapped(was.links, (link) => ({ ...link, from: end(link.from), to: end(link.to) })),
  };
}

/** A job in which everything that can be done again by gear in use is; what only waits for gear that comes out waits on. */
function settled(job: Job): Job {
  const uses = (id: string) => inUse(own(job.gear, id)?.there);
  const { was } = job;
  const circuits = { ...job.circuits };
  const driven = new Set(Object.keys(circuits).flatMap(channelsOfOutput));
  const wired = new Set(
    Object.values(circuits).flatMap((wiring) => coilsOf(wiring).map(({ gear, coil }) => `${gear}/${coil}`)),
  );
  for (const [key, wiring] of Object.entries(was.circuits)) {
    const coils = coilsOf(wiring);
    if (!namedIn(key, wiring).every(uses) || outputFault(job, key)) continue;
    if (channelsOfOutput(key).some((channel) => driven.has(channel))) continue;
    const fits = coils.every(({ gear, coil }) => {
      const { item } = job.gear[gear]!;
      return item.kind === 'speaker' && item.coils[coil] !== undefined && !wired.has(`${gear}/${coil}`);
    });
    if (!fits) continue;
    circuits[key] = wiring;
    for (const channel of channelsOfOutput(key)) driven.add(channel);
    for (const { gear, coil } of coils) wired.add(`${gear}/${coil}`);
  }
  const free = (id: string) => uses(id) && 'bank' in job.gear[id]!.item;
  const links = picked(
    was.links,
    (id, { from, to }) =>
      !Object.hasOwn(job.links, id) &&
      from.of !== to.of &&
      [from, to].every((end) => !unknownEnd(job, end) && (!Object.hasOwn(job.gear, end.of) || uses(end.of))),
  );
  return {
    ...job,
    circuits,
    sources: {
      ...picked(was.sources, (id) => free(id) && !Object.hasOwn(job.sources, id)),
      ...job.sources,
    },
    speakers: {
      ...mapped(
        picked(
          was.speakers,
          (id) => uses(id) && job.gear[id]!.item.kind === 'speaker' && !Object.hasOwn(job.speakers, id),
        ),
        (choice) => (choice.pin !== null && outputFault(job, choice.pin) ? { ...choice, pin: null } : choice),
      ),
      ...job.speakers,
    },
    zones: mapped(job.zones, (zone, id) => {
      const control = own(was.controls, id);
      return zone.control === null && control !== undefined && uses(control) ? { ...zone, control } : zone;
    }),
    links: { ...job.links, ...links },
    was: {
      circuits: without(was.circuits, (key, wiring) => namedIn(key, wiring).every(uses)),
      sources: without(was.sources, uses),
      speakers: without(was.speakers, uses),
      controls: without(was.controls, (_, control) => uses(control)),
      links: without(was.links, (_, { from, to }) =>
        [from, to].every(({ of }) => !Object.hasOwn(job.gear, of) || uses(of)),
      ),
    },
  };
}

/** A job in which one piece of gear in use does what another of its kind did that comes out. */
export const takenOver = (job: Job, of: string, by: string): Job =>
  settled({ ...job, was: renamed(job.was, of, by, job.gear[of]!.item, job.gear[by]!.item) });

/**
 * What comes into the place of gear that comes out: the one new piece of its kind there; of what is no speaker also the
 * one in the whole job that is in nobody else’s place.
 */
export function successorOf({ gear }: Pick<Job, 'gear'>, out: string): string | undefined {
  const { item, place } = gear[out]!;
  const others = new Set(
    Object.values(gear).flatMap((one) =>
      one.there === 'out' && one.place !== null && one.place !== place && one.item.kind === item.kind
        ? [one.place]
        : [],
    ),
  );
  const fresh = Object.keys(gear).filter((id) => gear[id]!.there === null && gear[id]!.item.kind === item.kind);
  const here = fresh.filter((id) => place !== null && gear[id]!.place === place);
  const elsewhere = item.kind === 'speaker' ? [] : fresh.filter((id) => !others.has(gear[id]!.place ?? ''));
  const [one, ...more] = here.length ? here : elsewhere;
  return more.length ? undefined : one;
}

/** Whether gear that comes out did anything that could be taken over. */
export const didSomething = ({ was }: Pick<Job, 'was'>, id: string): boolean =>
  Object.entries(was.circuits).some(([key, wiring]) => namedIn(key, wiring).includes(id)) ||
  Object.hasOwn(was.sources, id) ||
  Object.hasOwn(was.speakers, id) ||
  Object.values(was.controls).includes(id) ||
  Object.values(was.links).some(({ from, to }) => from.of === id || to.of === id);

/** What a new piece comes into the place of: the first of its kind there that comes out and has not been taken over. */
export const replacedAt = (job: Pick<Job, 'gear' | 'was'>, kind: GearItem['kind'], place: string): string | undefined =>
  Object.keys(job.gear).find((id) => {
    const { there, place: its, item } = job.gear[id]!;
    return there === 'out' && its === place && item.kind === kind && didSomething(job, id);
  });

export const edits = editsOf<Job>()({
  /** Null: it is new. What comes out drives, feeds and hears nothing any more; what stays after all does it again. */
  setThere: {
    says: { id: Id, there: v.nullable(ThereIs) },
    words: 'change what is there already',
    change(job, { id, there }) {
      const placed = gearOf(job, 'setThere', id);
      const known = there === 'out' && placed.there !== 'out' ? remembered(job, id) : job;
      const now = { ...known, gear: { ...known.gear, [id]: { ...placed, there } } };
      return placed.there === 'out' && there !== 'out' ? settled(now) : now;
    },
    takes: ({ id, there }) => (there === 'out' ? gone('gear', id) : undefined),
  },
  /** What comes out is replaced: what it drove, heard, turned and was linked to, another piece of its kind does now. */
  takeOver: {
    says: { of: Id, by: Id },
    words: 'take over what it did',
    change(job, { of, by }) {
      const [old, fresh] = [gearOf(job, 'takeOver', of), gearOf(job, 'takeOver', by)];
      if (old.there !== 'out') throw new OperationError('takeOver', `${of}: expected gear that comes out`);
      if (!inUse(fresh.there) || fresh.item.kind !== old.item.kind)
        throw new OperationError('takeOver', `${by}: expected gear in use, of the kind of what comes out`);
      return takenOver(job, of, by);
    },
  },
});

export function faults({ was, gear, zones }: Job): Fault[] {
  const known = (id: string) => Object.hasOwn(gear, id);
  const expected = 'expected gear of this job';
  return [
    ...Object.entries(was.circuits).flatMap(([key, wiring]): Fault[] =>
      namedIn(key, wiring).every(known) ? [] : [{ path: ['was', 'circuits', key], expected }],
    ),
    ...(['sources', 'speakers'] as const).flatMap((part) =>
      Object.keys(was[part]).flatMap((id): Fault[] => (known(id) ? [] : [{ path: ['was', part, id], expected }])),
    ),
    ...Object.entries(was.controls).flatMap(([zone, id]): Fault[] =>
      known(id) && Object.hasOwn(zones, zone) ? [] : [{ path: ['was', 'controls', zone], expected }],
    ),
    ...Object.entries(was.links).flatMap(([id, { from, to }]): Fault[] =>
      known(from.of) || known(to.of) ? [] : [{ path: ['was', 'links', id], expected }],
    ),
  ];
}

/** What is no longer in the job does nothing again; what only comes out is remembered. */
export function forget(job: Job, { kind, id }: Gone): Job {
  const { was } = job;
  if (kind === 'zone')
    return {
      ...job,
      was: {
        ...was,
        controls: without(was.controls, (zone) => zone === id),
        speakers: mapped(was.speakers, (choice) => (choice.zone === id ? { ...choice, zone: null } : choice)),
      },
    };
  if (kind === 'circuit' || kind === 'place' || (kind === 'gear' && !Object.hasOwn(job.gear, id))) {
    const links = without(was.links, (_, { from, to }) => from.of === id || to.of === id);
    if (kind !== 'gear') return links === was.links ? job : { ...job, was: { ...was, links } };
    return {
      ...job,
      was: {
        circuits: without(was.circuits, (key, wiring) => namedIn(key, wiring).includes(id)),
        sources: without(was.sources, (key) => key === id),
        speakers: without(was.speakers, (key) => key === id),
        controls: without(was.controls, (_, control) => control === id),
        links,
      },
    };
  }
  return job;
}
