import { circuitOf } from '../connections/feeding';
import { endPlace, type Run } from '../connections/runs';
import { isPlug, type Existing } from '../job/supply';
import type { Access } from '../tables/circuits';
import { colourText } from '../tables/colours';
import type { Draft } from './draft';
import { END_MINUTES, END_TOOLS, countEnds, endsOnly } from './ends';

// Common practice of this workshop; a person may expect others, step by step.
const TAP_MINUTES = 5;

/** What is tapped in one step: the circuit, and the wires that begin at it. */
interface Tapped {
  /** Of a run's end: `switched`, or the circuit. */
  readonly end: string;
  readonly circuit: Existing | undefined;
  readonly runs: readonly Run[];
}

/** How each kind of circuit is got at. */
const HOW: Record<Access, readonly string[]> = {
  bareWire: ['Open the loom no farther than needed, cut the wire, and join both its halves and the new lead.'],
  radioPlug: [
    'The adapter into the plug until it clicks; join its tails to the new unit’s lead. No wire of the craft is cut.',
    'Tails that are not used are capped one by one.',
  ],
  accessoryPlug: ['The mating half into the plug until it clicks; seal what hangs free against water.'],
  lighterSocket: ['The socket’s leads off, the T-lead between, the leads on again: + on the middle contact.'],
  stud: ['Nut off, the new ring on top of those that are there, nut tight: no more than four rings on one stud.'],
  switchPanel: ['On the outlet of its switch, behind the fuse, never on the panel’s bus.'],
  fuseTap: ['The tap into its way, the old fuse in its inner slot: the new one in the outer.'],
};

/** Circuits of the craft that wires of this job begin at: those of one plug, or one circuit for two uses, are one step. */
function tappedIn({ job, laid, old }: Draft): Tapped[][] {
  const runs = [...laid, ...old.filter((run) => run.way)];
  const groups = new Map<string, Map<string, Tapped>>();
  for (const run of runs) {
    const id: string | null = run.from === 'switched' ? job.turnOn.source : run.from;
    const circuit =
      run.from !== 'switched' ? circuitOf(job, run.from) : id === null ? undefined : job.craft.existing[id];
    if (run.from !== 'switched' && !circuit) continue;
    const plug = circuit && isPlug(circuit) ? `${circuit.access} ${endPlace(job, run.from, run.to)}` : undefined;
    const key = plug ?? `circuit ${id}`;
    const group = groups.get(key) ?? new Map<string, Tapped>();
    const before = group.get(run.from);
    groups.set(key, group.set(run.from, { end: run.from, circuit, runs: [...(before?.runs ?? []), run] }));
  }
  return [...groups.values()].map((group) => [...group.values()]);
}

/** Every circuit of the craft that something is joined to: exposed, metered, cut or plugged, wrapped; returns the steps. */
export function tap(d: Draft): string[] {
  const { pattern, job } = d;
  const joint = d.pick('joint');
  return tappedIn(d).map((group) => {
    const [first] = group as [Tapped, ...Tapped[]];
    const feeding = group.find(({ end }) => end !== 'switched');
    const runs = group.flatMap((tapped) => tapped.runs);
    const laid = runs.filter((run) => !run.old);
    const covers = [pattern.places[endPlace(job, first.end, runs[0]!.to)!]!.covers];
    const names = [...new Set(group.map(({ circuit }) => circuit?.name))];
    const ends = group.map(({ end, runs: own }) =>
      d.endsAt(
        end,
        own.filter((run) => !run.old),
      ),
    );
    const access = first.circuit?.access ?? 'bareWire';
    const id = d.add(
      feeding ? `tap:existing/${feeding.end}` : 'tap:switched',
      'connect',
      first.circuit ? `Tap ${names.join(' and ')}` : `Tap the switched source: ${d.nameOf('switched')}`,
      TAP_MINUTES + Math.ceil(countEnds(laid) * END_MINUTES[joint]),
      d.whole,
      {
        tools: ['multimeter', ...(laid.length ? [END_TOOLS[joint]] : [])],
        sized: endsOnly((sizes) => ends.flatMap((rows) => rows(sizes))),
        lines: [
          ...(first.circuit
            ? group.map(
                ({ circuit }) =>
                  `${group.length > 1 ? `${circuit!.name}: ` : ''}${colourText(circuit!.colour)}. Meter it at off, accessory and run before anything is cut.`,
              )
            : [
                'Nobody has said which circuit: find one that is live with the key only, and meter it before anything is cut.',
              ]),
          ...(feeding || access !== 'bareWire' ? HOW[access] : []),
          'Wrap it again as it was found.',
        ],
        checks: group.flatMap(({ end, circuit }) => [
          {
            id: end === 'switched' ? 'metered' : `metered-${end}`,
            text:
              circuit?.use === 'constant'
                ? `${group.length > 1 ? `${circuit.name} metered` : 'Metered'}: live with the key off`
                : `${group.length > 1 ? `${circuit!.name} metered` : 'Metered'}: dead with the key off, live at run`,
          },
        ]),
        after: [...d.pullsOf(laid), ...d.openings(covers)],
      },
    );
    d.hide(id, covers);
    return id;
  });
}
