import { endName, endPlace } from '../connections/runs';
import { foundCraft } from '../craft/own';
import { each, type Said } from '../findings/finding';
import { PORT_KINDS, type PortKind } from '../gear/ports';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { inUse } from '../job/parts/gear';
import { extensionFor } from '../tables/extensions';
import { short } from '../units/figures';
import { listed } from '../text/text';
import { count, tagOf, type HarnessRule, type HarnessSeen } from './judged';
import { coilCm3 } from '../gear/made-leads';
import { freePorts, portAt, surplusMm, type LinkPlan } from './links';

/** Less than this is no coil, mm (common practice). */
const WORTH_COILING_MM = 100;
const mm = (name: string, value: number) => ({ name, value, unit: 'mm' });
const linkName = ({ job, tags }: HarnessSeen, { kind, from, to }: LinkPlan) =>
  `${PORT_KINDS[kind]} lead ${endName(job, from, tags, 'mark')} → ${endName(job, to, tags, 'mark')}`;

/** Links: each reaches, each port is used once, a bus is ended twice, triggers are understood. */
export const linkRules: readonly Partial<HarnessRule>[] = [
  {
    id: 'link-short',
    title: 'A made lead does not reach',
    formula: 'lead + extension ≥ way from plug to plug + what is left at both ends',
    look: (seen) =>
      each('link', seen.links, (link, id) => {
        const { neededMm, haveMm } = link;
        if (neededMm === undefined || haveMm === undefined || haveMm >= neededMm - 1e-6) return undefined;
        const missing = neededMm - haveMm;
        const extension = extensionFor(missing + seen.job.links[id]!.extensionMm);
        return {
          reason: `${linkName(seen, link)}: ${Math.round(haveMm)} mm of lead for ${Math.round(neededMm)} mm of way, ${Math.ceil(missing)} mm short.`,
          figures: [mm('needed', neededMm), mm('there', haveMm)],
          ...(extension === undefined
            ? {}
            : {
                cure: {
                  label: `Take an extension of ${extension} mm`,
                  operations: [{ op: 'setLink' as const, id, link: { extensionMm: extension } }],
                },
              }),
        };
      }),
  },
  {
    id: 'surplus-nowhere',
    severity: 'note',
    title: 'No room for what is left of a lead',
    formula: 'coils of all that is left over at a place = length · section / 0.4 ≤ room for it',
    look: (seen) => {
      const { places } = foundCraft(seen.job);
      const coils = seen.links.flatMap((link) => {
        const over = surplusMm(link);
        return over < WORTH_COILING_MM ? [] : [{ link, over, cm3: coilCm3(link.kind, over) }];
      });
      // The largest coil takes the roomier of its ends; what is taken is taken.
      const room = new Map<string, number>();
      return [...coils]
        .sort((a, b) => b.cm3 - a.cm3 || a.link.id.localeCompare(b.link.id))
        .flatMap(({ link, over, cm3 }) => {
          const ends = [link.from, link.to].flatMap((end, i) => endPlace(seen.job, end, i ? link.from : link.to) ?? []);
          const said = ends.filter((place) => places[place]?.parkCm3 !== undefined);
          if (!said.length) return [];
          const left = (place: string) => room.get(place) ?? places[place]!.parkCm3!;
          const best = said.reduce((a, b) => (left(b) > left(a) ? b : a));
          if (left(best) >= cm3) {
            room.set(best, left(best) - cm3);
            return [];
          }
          return [
            {
              subject: { kind: 'link' as const, id: link.id },
              reason: `${linkName(seen, link)}: ${Math.round(over)} mm are left over, a coil of ${Math.round(cm3)} cm³; ${places[best]!.name.toLowerCase()} has ${Math.round(left(best))} cm³ left. A shorter lead, or coil it elsewhere on its route.`,
              figures: [
                { name: 'coil', value: cm3, unit: 'cm³' },
                { name: 'room', value: left(best), unit: 'cm³' },
              ],
            },
          ];
        });
    },
  },
  {
    id: 'link-length-unknown',
    severity: 'note',
    title: 'Nobody has said how long a lead is',
    formula: 'the length of every made lead is known before it is ordered',
    look: (seen) =>
      each('link', seen.links, (link) =>
        link.neededMm === undefined || link.haveMm !== undefined
          ? undefined
          : {
              reason: `${linkName(seen, link)} needs ${Math.ceil(link.neededMm)} mm at least.`,
              figures: [mm('needed', link.neededMm)],
            },
      ),
  },
  {
    id: 'port-taken',
    title: 'More links on a port than it has',
    formula: 'links on a port ≤ ports alike',
    look: (seen) => {
      const uses = new Map<string, { readonly gear: string; readonly port: string; count: number }>();
      for (const { id } of seen.links)
        for (const { of, port } of [seen.job.links[id]!.from, seen.job.links[id]!.to]) {
          if (port === null) continue;
          const known = uses.get(`${of}/${port}`);
          if (known) known.count++;
          else uses.set(`${of}/${port}`, { gear: of, port, count: 1 });
        }
      const over = [...uses.values()].flatMap(({ gear, port: id, count: used }) => {
        const port = portAt(seen.job, { of: gear, port: id });
        return port && used > port.count ? [{ gear, port, used }] : [];
      });
      return eachOf(over, (ports, gear) => ({
        reason: `${tagOf(seen, gear)} has ${ports.map(({ port, used }) => `${port.count} × ${PORT_KINDS[port.kind]} and ${used} links go there`).join(', ')}: a split is wanted, or one link too many.`,
        figures: ports.flatMap(({ port, used }) => [count('links', used), count('ports', port.count)]),
      }));
    },
  },
  {
    id: 'link-unlike',
    title: 'A link between ports that do not go together',
    formula: 'both ports are of the link’s kind, and one gives what the other takes',
    look: (seen) =>
      each('link', seen.links, (link, id) => {
        const { kind, from, to } = seen.job.links[id]!;
        const [one, other] = [portAt(seen.job, from), portAt(seen.job, to)];
        const unlike = [one, other].find((port) => port && port.kind !== kind);
        const both = one && other && one.way === other.way && one.way !== 'both';
        if (!unlike && !both) return undefined;
        return {
          reason: unlike
            ? `${linkName(seen, link)} goes to a ${PORT_KINDS[unlike.kind]} port.`
            : `${linkName(seen, link)}: both ports are ${one!.way === 'in' ? 'inputs' : 'outputs'}.`,
          figures: [count('links', 1)],
        };
      }),
  },
  {
    id: 'antenna-beside-feed',
    title: 'Antenna lead beside an amplifier’s feed',
    formula: 'no leg is shared by an antenna lead and the feed of an amplifier',
    look: (seen) =>
      each(
        'link',
        seen.links.filter(({ kind, old }) => kind === 'antenna' && !old),
        (link) => {
          const legsOf = (id: string) => seen.runs.find((run) => run.id === id)?.way?.legs ?? [];
          const own = new Set(legsOf(link.run));
          const beside = seen.runs.filter(
            (run) =>
              (run.kind === 'feed' || run.kind === 'return') &&
              !run.old &&
              seen.job.gear[run.to]?.item.kind === 'amplifier' &&
              run.way?.legs.some((leg) => own.has(leg)),
          );
          const shared = new Set(beside.flatMap((run) => run.way!.legs.filter((leg) => own.has(leg))));
          if (!shared.size) return undefined;
          return {
            reason: `${linkName(seen, link)} lies with the feed of ${[...new Set(beside.map(({ to }) => tagOf(seen, to)))].join(', ')} along ${listed([...shared].map((leg) => foundCraft(seen.job).legs[leg]!.name.toLowerCase()))}. Route one of them another way, or tie them apart: nothing of an amplifier is tied to an antenna lead.`,
            figures: [count('legs shared', shared.size)],
          };
        },
      ),
  },
  {
    id: 'bus-not-ended',
    title: 'Data bus not ended exactly twice',
    formula: 'one terminator at each end of a data bus, two in all',
    look: (seen) =>
      busesOf(seen).flatMap(({ links, ended }) => {
        if (ended === 2) return [];
        const first = links[0]!;
        const movable = links.find((id) => seen.job.links[id]!.ended === ended > 2);
        return [
          {
            subject: { kind: 'link' as const, id: first },
            reason:
              ended < 2
                ? `The data bus has ${ended === 0 ? 'no terminator' : 'one terminator'}: without two it falls silent or fills with errors. The terminator moves to the lead of the new end.`
                : `The data bus has ${ended} terminators: the one in the middle comes out.`,
            figures: [count('terminators', ended)],
            ...(movable === undefined
              ? {}
              : {
                  cure: {
                    label: ended < 2 ? 'Move the terminator to this lead' : 'Take the terminator off this lead',
                    operations: [{ op: 'setLink' as const, id: movable, link: { ended: ended < 2 } }],
                  },
                }),
          },
        ];
      }),
  },
  {
    id: 'trigger-sense',
    title: 'Trigger not understood',
    formula: 'what switches and what is switched go by the same sense',
    look: (seen) =>
      each(
        'link',
        seen.links.filter(({ kind }) => kind === 'trigger'),
        (link, id) => {
          const { from, to } = seen.job.links[id]!;
          const gives = [from, to].map((end) => portAt(seen.job, end)).find((port) => port?.way === 'out');
          const taker = [link.from, link.to]
            .map((end) => seen.job.gear[end]?.item)
            .find((item) => item?.kind === 'switchModule');
          if (!gives?.sense || !taker || taker.triggers.includes(gives.sense)) return undefined;
          return {
            reason: `${linkName(seen, link)} gives ${gives.sense === 'plus' ? '+' : '−'}; ${taker.name} is triggered by ${taker.triggers.map((t) => (t === 'plus' ? '+' : '−')).join(' or ')} only. A relay between them turns it over.`,
            figures: [count('links', 1)],
          };
        },
      ),
  },
  {
    id: 'trigger-overloaded',
    title: 'Trigger output overloaded',
    formula: 'Σ of what its triggers draw ≤ what the output gives',
    look: (seen) => {
      const taken = new Map<
        string,
        { readonly gear: string; readonly kind: PortKind; readonly gives: number; amps: number }
      >();
      for (const { id, kind } of seen.links) {
        if (kind !== 'trigger' && kind !== 'lamps') continue;
        const { from, to } = seen.job.links[id]!;
        for (const [end, other] of [
          [from, to],
          [to, from],
        ] as const) {
          const port = portAt(seen.job, end);
          if (port?.way !== 'out' || port.amps === null) continue;
          const key = `${end.of}/${port.id}`;
          const known = taken.get(key) ?? {
            gear: end.of,
            kind,
            gives: port.amps * (kind === 'lamps' ? port.count : 1),
            amps: 0,
          };
          known.amps += drawOn(seen.job, other);
          taken.set(key, known);
        }
      }
      const over = [...taken.values()].filter(({ gives, amps }) => amps > gives + 1e-9);
      return eachOf(over, (outputs, gear) => ({
        reason: `${outputs.map(({ amps, gives, kind }) => `What is connected to the ${PORT_KINDS[kind]} output of ${tagOf(seen, gear)} draws ${short(amps)} A; it gives ${short(gives)} A.`).join(' ')} Put a relay or switch module between.`,
        figures: outputs.flatMap(({ amps, gives }) => [
          { name: 'drawn', value: amps, unit: 'A' },
          { name: 'given', value: gives, unit: 'A' },
        ]),
      }));
    },
  },
  {
    id: 'lamp-ring-dark',
    title: 'Lamp ring not connected',
    formula: 'every lamp ring of a craft with a controller is connected to an output',
    look: (seen) => {
      const { job } = seen;
      const inPlace = Object.keys(job.gear).filter((id) => inUse(job.gear[id]!.there));
      const free = (way: 'in' | 'out') =>
        inPlace.flatMap((gear) =>
          freePorts(job, gear).flatMap(({ port, free: open }) =>
            port.kind === 'lamps' && port.way === way ? [{ gear, port: port.id, open }] : [],
          ),
        );
      // Where nothing gives light the rings are capped, which the list of leads says.
      const controllers = inPlace.filter((id) =>
        job.gear[id]!.item.ports?.some(({ kind, way }) => kind === 'lamps' && way === 'out'),
      );
      if (!controllers.length) return [];
      const outputs = free('out').flatMap(({ gear, port, open }) =>
        Array.from({ length: open }, () => ({ gear, port })),
      );
      const names = controllers.map((id) => tagOf(seen, id)).join(', ');
      // A repeater does not light itself.
      const taken = new Set<number>();
      const outputFor = (gear: string) => {
        const found = outputs.findIndex((output, i) => output.gear !== gear && !taken.has(i));
        taken.add(found);
        return outputs[found];
      };
      return eachOf(free('in'), (rings, gear) => {
        const open = rings.reduce((sum, ring) => sum + ring.open, 0);
        const connected = rings
          .flatMap(({ port, open: alike }) => Array.from({ length: alike }, () => port))
          .flatMap((port) => {
            const output = outputFor(gear);
            return output ? [{ port, output }] : [];
          });
        return {
          reason: `${tagOf(seen, gear)}: ${open === 1 ? 'its lamp ring is' : `${open} lamp rings are`} connected to nothing. ${
            connected.length
              ? `${tagOf(seen, connected[0]!.output.gear)} has an output free.`
              : `${names} ${controllers.length === 1 ? 'has' : 'have'} no output left for it: split one, within what it gives, or cap the ring.`
          }`,
          figures: [count('rings', open), count('outputs free', outputs.length)],
          ...(connected.length
            ? {
                cure: {
                  label: `Connect it to ${tagOf(seen, connected[0]!.output.gear)}`,
                  operations: connected.map(({ port, output }, i) => ({
                    op: 'setLink' as const,
                    id: linkKey(job, `lamps-${i ? `${i}-` : ''}${gear}`),
                    link: {
                      kind: 'lamps' as const,
                      from: { of: output.gear, port: output.port },
                      to: { of: gear, port },
                    },
                  })),
                },
              }
            : {}),
        };
      });
    },
  },
];

/** What is said of each piece of gear that something was found of, of all of it at once. */
function eachOf<T extends { readonly gear: string }>(
  found: readonly T[],
  look: (of: readonly T[], gear: string) => Said<Operation>,
) {
  const byGear = new Map<string, T[]>();
  for (const one of found) byGear.set(one.gear, [...(byGear.get(one.gear) ?? []), one]);
  return each('gear', byGear, look);
}

/** A key of a link that is not there yet, the same whoever asks for it. */
function linkKey(job: Job, name: string): string {
  for (let i = 0; ; i++) {
    const key = i ? `${name.slice(0, 60)}-${i}` : name.slice(0, 60);
    if (!Object.hasOwn(job.links, key)) return key;
  }
}

/** What one end of a trigger or lamp link draws, A. */
function drawOn(job: Job, end: { readonly of: string; readonly port: string | null }): number {
  const port = portAt(job, end);
  if (port?.amps) return port.amps;
  const item = job.gear[end.of]?.item;
  if (item?.kind === 'switchModule') return item.triggerA;
  if (item?.kind === 'relay') return item.coilA;
  return item?.kind === 'amplifier' ? item.remoteInA : 0;
}

/** Data buses of the job: what hangs together, and how often it is ended. The craft’s own side counts as ended once. */
function busesOf({ job, links }: HarnessSeen): { readonly links: readonly string[]; readonly ended: number }[] {
  const open = links.filter(({ kind }) => kind === 'bus').map(({ id }) => id);
  const buses: { links: string[]; ended: number }[] = [];
  const left = new Set(open);
  for (const first of open) {
    if (!left.delete(first)) continue;
    const bus = [first];
    const ends = new Set<string>();
    for (let i = 0; i < bus.length; i++) {
      const { from, to } = job.links[bus[i]!]!;
      for (const { of } of [from, to]) ends.add(of);
      for (const id of left) {
        const { from: a, to: b } = job.links[id]!;
        if (ends.has(a.of) || ends.has(b.of)) {
          left.delete(id);
          bus.push(id);
        }
      }
    }
    const ended = [...ends].filter((of) =>
      Object.hasOwn(job.gear, of)
        ? job.gear[of]!.item.ports?.some(({ kind, ends: closed }) => kind === 'bus' && closed)
        : true,
    ).length;
    buses.push({ links: bus, ended: ended + bus.filter((id) => job.links[id]!.ended).length });
  }
  return buses;
}
