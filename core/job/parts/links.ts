import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { editsOf, entry, mapped, whole, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { PORT_KIND_IDS, Ports } from '../../gear/ports';
import { Id, ranged } from '../../text/scalars';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { gearOf } from './gear';
import { gone } from './keys';

/** One end of a link: a port of gear, a circuit of the craft, or a place where the craft has its own plug. */
const LinkEnd = v.strictObject({ of: Id, port: v.nullable(Id) });
export type LinkEnd = v.InferOutput<typeof LinkEnd>;

const LinkMm = ranged(0, 30000, 'mm');
export const Link = v.strictObject({
  kind: v.picklist(PORT_KIND_IDS),
  from: LinkEnd,
  to: LinkEnd,
  /** Of the lead that is used, where it is another than its ports come with; null: theirs. */
  leadMm: v.nullable(LinkMm),
  extensionMm: LinkMm,
  /** Of a data bus: a terminator stands at its `from` end. */
  ended: v.boolean(),
});
export type Link = v.InferOutput<typeof Link>;

export const shape = { links: few('links', Link) };
export const empty = { links: {} };

/** Why this is no end of a link in the job; undefined where it is one. */
export function unknownEnd(job: Job, { of, port }: LinkEnd): string | undefined {
  if (Object.hasOwn(job.gear, of))
    return port === null || job.gear[of]!.item.ports?.some(({ id }) => id === port)
      ? undefined
      : `expected a port of ${job.gear[of]!.item.name}, not ${port}`;
  if (port !== null || !(Object.hasOwn(job.craft.existing, of) || Object.hasOwn(foundCraft(job).places, of)))
    return 'expected gear of this job, a circuit of the craft or one of its places';
  return undefined;
}
const sameEnd = (a: LinkEnd, b: LinkEnd) => a.of === b.of;

export const edits = editsOf<Job>()({
  /** Null strikes it out; of a new one what is not said is as usual. */
  setLink: {
    says: { id: Id, link: v.nullable(v.partial(Link)) },
    words: ({ link }) => (link === null ? 'delete link' : 'change link'),
    change(job, { id, link }) {
      const known = Object.hasOwn(job.links, id) ? job.links[id] : { leadMm: null, extensionMm: 0, ended: false };
      const now = whole('setLink', Link, known, link, id);
      for (const end of now ? (['from', 'to'] as const) : []) {
        const wrong = unknownEnd(job, now![end]);
        if (wrong) throw new OperationError('setLink', `${end}: ${wrong}`);
      }
      if (now && sameEnd(now.from, now.to)) throw new OperationError('setLink', 'to: expected another end than from');
      return { ...job, links: entry(job.links, id, now) };
    },
    takes: ({ id, link }) => (link?.from || link?.to ? gone('link', id) : undefined),
  },
  /** Its ports, as they are on this one; null: nobody has said. A link keeps its end, whatever port it went to. */
  setPorts: {
    says: { gear: Id, ports: v.nullable(Ports) },
    words: 'change its ports',
    change(job, { gear, ports }) {
      const { ports: _, ...item } = gearOf(job, 'setPorts', gear).item;
      const now = (ports ? { ...item, ports } : item) as Job['gear'][string]['item'];
      const left = new Set(ports?.map(({ id }) => id));
      const at = (end: LinkEnd): LinkEnd =>
        end.of === gear && end.port !== null && !left.has(end.port) ? { ...end, port: null } : end;
      return {
        ...job,
        gear: { ...job.gear, [gear]: { ...job.gear[gear]!, item: now } },
        links: mapped(job.links, (link) => {
          const [from, to] = [at(link.from), at(link.to)];
          return from === link.from && to === link.to ? link : { ...link, from, to };
        }),
      };
    },
  },
});

export function faults(job: Job): Fault[] {
  const found = tooMany('links', job.links, ['links']);
  for (const [id, link] of Object.entries(job.links)) {
    for (const end of ['from', 'to'] as const) {
      const wrong = unknownEnd(job, link[end]);
      if (wrong) found.push({ path: ['links', id, end], expected: wrong });
    }
    if (sameEnd(link.from, link.to))
      found.push({ path: ['links', id, 'to'], expected: 'expected another end than from' });
  }
  return found;
}

/** Links of gear that goes, or comes out, go with it. */
export const forget = (job: Job, { kind, id }: Gone): Job =>
  kind === 'gear' || kind === 'circuit'
    ? { ...job, links: without(job.links, (_, { from, to }) => from.of === id || to.of === id) }
    : job;
