import { foundCraft } from '../craft/own';
import { leadWords, mayBeLive, type PinTable } from '../connections/pins';
import { endName, type Run } from '../connections/runs';
import { each, rulesAt, type Rule, type Said } from '../findings/finding';
import { PORT_KINDS } from '../gear/ports';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { inUse } from '../job/parts/gear';
import { pinWords, pinsOf, useOf } from '../gear/pins';
import { colourText, sameColour } from '../tables/colours';
import { short } from '../units/figures';
import { extensionFor, portAt, type LinkPlan } from './links';

export interface HarnessSeen {
  readonly job: Job;
  readonly runs: readonly Run[];
  readonly tags: Readonly<Record<string, string>>;
  readonly pins: readonly PinTable[];
  readonly links: readonly LinkPlan[];
}
type HarnessRule = Rule<HarnessSeen, Operation>;

const mm = (name: string, value: number) => ({ name, value, unit: 'mm' });
const count = (name: string, value: number) => ({ name, value, unit: '' });
const listed = (words: readonly string[]) =>
  words.length > 3 ? `${words.slice(0, 3).join(', ')} and ${words.length - 3} more` : words.join(', ');
const tagOf = ({ tags }: HarnessSeen, gear: string) => tags[gear] ?? gear;
const linkName = ({ job, tags }: HarnessSeen, { kind, from, to }: LinkPlan) =>
  `${PORT_KINDS[kind]} lead ${endName(job, from, tags, 'mark')} → ${endName(job, to, tags, 'mark')}`;

/** Every table of leads: what is said of it, and whether it is of a plug that is left behind. */
const eachTable = (
  { job, pins }: HarnessSeen,
  look: (rows: PinTable['rows'], gear: string, old: boolean) => Said<Operation> | undefined,
) =>
  each(
    'gear',
    pins.map((table): [string, PinTable] => [table.gear, table]),
    ({ rows }, gear) => look(rows, gear, !inUse(job.gear[gear]!.there)),
  );

/** Leads of plugs and pigtails: none bare, none by its colour alone. */
const pinRules: readonly Partial<HarnessRule>[] = [
  {
    id: 'bare-lead',
    severity: 'stop',
    title: 'A lead that may be live is left bare',
    formula: 'every lead is joined, capped or cut off and covered before first power',
    look: (seen) =>
      eachTable(seen, (rows, gear, old) => {
        const bare = rows.filter(({ pin, fate }) => fate === 'bare' && mayBeLive(old, pin));
        if (!bare.length) return undefined;
        return {
          reason: `${endName(seen.job, gear, seen.tags)}: ${listed(bare.map(({ pin }) => leadWords(pin)))}. Find out what it does, or cap it.`,
          figures: [count('leads', bare.length)],
          cure: {
            label: bare.length === 1 ? 'Cap it' : `Cap all ${bare.length}`,
            operations: bare.map(({ pin }) => ({
              op: 'setPin' as const,
              gear,
              pin: pin.id,
              choice: { fate: 'capped' as const, to: null },
            })),
          },
        };
      }),
  },
  {
    id: 'old-lead-not-metered',
    severity: 'note',
    title: 'An old lead known by its label only',
    formula: 'what an old lead does is measured before anything is joined to it',
    look: (seen) =>
      eachTable(seen, (rows, gear, old) => {
        if (!old) return undefined;
        const joined = rows.filter(({ pin, far }) => far?.old && !pin.metered);
        if (!joined.length) return undefined;
        return {
          reason: `${endName(seen.job, gear, seen.tags)}: ${listed(joined.map(({ pin }) => leadWords(pin)))}. Meter each at its plug, key off and on.`,
          figures: [count('leads', joined.length)],
          cure: {
            label: joined.length === 1 ? 'It has been metered' : 'They have been metered',
            operations: joined.map(({ pin }) => ({ op: 'meterPin' as const, gear, pin: pin.id, metered: true })),
          },
        };
      }),
  },
  {
    id: 'splice-colours',
    title: 'One colour, two meanings at a splice',
    formula: 'no lead has the colour of one on the other side that does something else',
    look: (seen) =>
      eachTable(seen, (rows, gear, isOld) => {
        const before = new Set(rows.flatMap(({ far }) => (far?.old && !isOld ? [far.old.gear] : [])));
        const clashes = [...before].flatMap((old) =>
          pinsOf(seen.job.gear[old]!.item).pins.flatMap((theirs) => {
            const mine = rows.find(
              ({ pin, fate }) =>
                fate !== 'capped' &&
                pin.colour &&
                theirs.colour &&
                sameColour(pin.colour, theirs.colour) &&
                useOf(pin.does) !== useOf(theirs.does) &&
                theirs.does !== 'unknown',
            );
            return mine
              ? [
                  `${colourText(theirs.colour!)} is ${pinWords(mine.pin)} on ${tagOf(seen, gear)} and ${pinWords(theirs)} on ${tagOf(seen, old)}`,
                ]
              : [];
          }),
        );
        if (!clashes.length) return undefined;
        return {
          reason: `${listed(clashes)}. Go by the pin, never by the colour; meter before every splice.`,
          figures: [count('colours', clashes.length)],
        };
      }),
  },
];

/** Links: each reaches, each port is used once, a bus is ended twice, triggers are understood. */
const linkRules: readonly Partial<HarnessRule>[] = [
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
      return [...uses.values()].flatMap(({ gear, port: id, count: used }) => {
        const port = portAt(seen.job, { of: gear, port: id });
        if (!port || used <= port.count) return [];
        return [
          {
            subject: { kind: 'gear' as const, id: gear },
            reason: `${tagOf(seen, gear)} has ${port.count} × ${PORT_KINDS[port.kind]} and ${used} links go there: a split is wanted, or one link too many.`,
            figures: [count('links', used), count('ports', port.count)],
          },
        ];
      });
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
      const taken = new Map<string, { readonly gear: string; readonly gives: number; amps: number }>();
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
            gives: port.amps * (kind === 'lamps' ? port.count : 1),
            amps: 0,
          };
          known.amps += drawOn(seen.job, other);
          taken.set(key, known);
        }
      }
      return each(
        'gear',
        [...taken.values()].map((t): [string, typeof t] => [t.gear, t]),
        ({ gives, amps }, gear) =>
          amps <= gives + 1e-9
            ? undefined
            : {
                reason: `What is connected to the output of ${tagOf(seen, gear)} draws ${short(amps)} A; it gives ${short(gives)} A. Put a relay or switch module between.`,
                figures: [
                  { name: 'drawn', value: amps, unit: 'A' },
                  { name: 'given', value: gives, unit: 'A' },
                ],
              },
      );
    },
  },
];

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

export const harnessRules = rulesAt<HarnessRule>('gear', [...pinRules, ...linkRules] as HarnessRule[]);
