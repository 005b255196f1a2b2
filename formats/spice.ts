import { membersOf, speakersOf, type Wiring } from '#core/job/circuit';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import {
  FEED_CASES,
  feedNetwork,
  postOf,
  solveNetwork,
  type FeedCase,
  type Load,
  type Network,
} from '#core/power/index';
import { folded } from '#core/text/text';
import { speakerFacts, type Circuit, type LoadModel } from '#core/speakers/index';

/** Words behind a part or on a line of their own: nothing in them may begin another line. */
const said = (words: string): string => `; ${folded(words)}`;
const remark = (words: string): string => `* ${folded(words)}`;

/** A name as a netlist may have it; two that would come out alike are told apart by number. */
function nodeNames(ground: string): (name: string) => string {
  const names = new Map<string, string>([[ground, '0']]);
  const taken = new Set(['0']);
  return (name) => {
    const known = names.get(name);
    if (known !== undefined) return known;
    const plain = name.replace(/[^A-Za-z0-9]/g, '_').toLowerCase();
    let free = plain;
    for (let n = 2; taken.has(free); n++) free = `${plain}_${n}`;
    taken.add(free);
    names.set(name, free);
    return free;
  };
}

/** The current of so many watts at a voltage; below a volt, of a resistor. */
const constantPower = (watts: string, volts: string): string => `${watts}*${volts}/(max(${volts},1)*max(${volts},1))`;

/**
 * A feed network with its loads as sources of the current they draw; below a volt each is a resistor, so that a
 * solver can find its way out. What gives one way or only so much stands in the state it was found in: resting it
 * is left out, at its limit it is a source of that current; whether that is so can be read off the volts. A
 * converter's outlet is a circuit of its own, and its draw follows what leaves it. `node` gives the name a node of
 * the network has in the deck.
 */
export function feedDeck(network: Network): { deck: string; node: (name: string) => string } {
  const node = nodeNames(network.ground);
  const found = solveNetwork(network);
  const stateOf = (name: string) => (found.state === 'solved' ? found.supplies.get(name)?.state : undefined) ?? 'gives';
  const opens = (name: string) => found.state === 'solved' && found.amps.get(name) === 0;
  const lines: string[] = [];
  const starts = new Map<string, number>();
  let parts = 0;
  const write = (net: Network): void => {
    const at = (name: string) => (name === net.ground ? '0' : node(name));
    const high = Math.max(...net.supplies.map((s) => s.volts));
    for (const s of net.supplies) {
      const i = parts++;
      const state = stateOf(s.name);
      starts.set(at(s.node), high);
      if (state === 'idle') lines.push(remark(`${s.name} rests: others hold more than its ${s.volts} V`));
      else if (state === 'limited') lines.push(`I${i} 0 ${at(s.node)} ${s.mostA} ${said(`${s.name}, at its limit`)}`);
      else
        lines.push(
          `V${i} src${i} 0 ${s.volts}`,
          `RS${i} src${i} ${at(s.node)} ${Math.max(s.ohm, 1e-9)} ${said(s.name)}`,
        );
    }
    for (const r of net.resistors) {
      const i = parts++;
      const [a, b] = [at(r.a), at(r.b)];
      if (r.diodeVolts === undefined) lines.push(`RR${i} ${a} ${b} ${r.ohm} ${said(r.name)}`);
      else if (opens(r.name)) lines.push(remark(`${r.name} does not conduct`));
      else lines.push(`VD${i} ${a} drop${i} ${r.diodeVolts} ${said(r.name)}`, `RR${i} drop${i} ${b} ${r.ohm}`);
    }
    for (const l of net.loads) {
      const u = `V(${at(l.plus)},${at(l.minus)})`;
      starts.set(at(l.plus), high);
      lines.push(
        `BL${parts++} ${at(l.plus)} ${at(l.minus)} I=${constantPower(`${l.watts}`, u)}+${l.amps}+${l.siemens}*${u} ${said(l.name)}`,
      );
    }
    for (const c of net.conversions ?? []) {
      const i = parts++;
      const [outlet] = c.output.supplies;
      const meter = `${outlet!.node}/meter`;
      // The outlet gives what leaves its node: measured by a source of no volts between it and the rest.
      const inner: Network = { ...c.output, supplies: [{ ...outlet!, node: meter }, ...c.output.supplies.slice(1)] };
      lines.push(
        `VM${i} ${node(meter)} ${node(outlet!.node)} 0`,
        `BC${i} ${at(c.plus)} ${at(c.minus)} I=${constantPower(`${outlet!.volts / c.efficiency}*i(VM${i})`, `V(${at(c.plus)},${at(c.minus)})`)}+${c.idleA} ${said(c.name)}`,
      );
      starts.set(node(outlet!.node), outlet!.volts);
      write(inner);
    }
  };
  write(network);
  // Where nothing draws constant watts there is one solution, and no start is wanted: given one, ngspice may take it for the answer.
  const bends = (net: Network): boolean =>
    net.loads.some(({ watts }) => watts > 0) || (net.conversions ?? []).length > 0;
  const start = [...starts].map(([s, v]) => `V(${s})=${v}`).join(' ');
  return { deck: `${lines.join('\n')}${bends(network) ? `\n.nodeset ${start}` : ''}`, node };
}

/** One coil of a deck: the resistor that stands for it. */
export interface DeckCoil {
  readonly id: string;
  readonly name: string;
  readonly ohm: number;
}

/**
 * A wiring of coils as resistors on a source of `volts` RMS, written as direct volts; half of each lead either
 * way, as it is laid. A bridged pair is two channels of half the volts against each other, neither end at ground.
 */
export function speakerDeck(
  wiring: Wiring,
  model: LoadModel,
  volts: number,
  bridged = false,
  prefix = '',
): { deck: string; source: string; coils: DeckCoil[] } {
  const top = `${prefix}top`;
  const foot = bridged ? `${prefix}foot` : '0';
  const source = `V${prefix}source`;
  const lines = bridged
    ? [`${source} ${top} 0 ${volts / 2}`, `V${prefix}other ${foot} 0 ${-volts / 2}`]
    : [`${source} ${top} 0 ${volts}`];
  const coils: DeckCoil[] = [];
  let nodes = 0;
  let parts = 0;
  const node = () => `${prefix}n${++nodes}`;
  const resistor = (a: string, b: string, ohm: number) => {
    const name = `R${prefix}${++parts}`;
    lines.push(`${name} ${a} ${b} ${ohm}`);
    return name;
  };
  const build = (w: Wiring, a: string, b: string, insideSpeaker: boolean): void => {
    const alone = new Set(speakersOf(w)).size === 1;
    if (alone && !insideSpeaker) {
      const lead = model.leadOhm(speakersOf(w)[0]!);
      const [near, far] = lead > 0 ? [node(), node()] : [a, b];
      if (lead > 0) {
        resistor(a, near, lead / 2);
        resistor(far, b, lead / 2);
      }
      build(w, near, far, true);
    } else if ('coil' in w) {
      const ohm = model.coilOhm(w.coil.gear, w.coil.coil);
      coils.push({ id: `${w.coil.gear}/${w.coil.coil}`, name: resistor(a, b, ohm), ohm });
    } else if (!('series' in w)) for (const m of membersOf(w)) build(m, a, b, insideSpeaker);
    else
      w.series.reduce((from, m, i) => {
        const to = i === w.series.length - 1 ? b : node();
        build(m, from, to, insideSpeaker);
        return to;
      }, a);
  };
  build(wiring, top, foot, false);
  return { deck: lines.join('\n'), source, coils };
}

interface Answer {
  /** What the solver prints, and what was computed here. */
  readonly quantity: string;
  readonly ours: number;
  readonly unit: string;
  readonly what: string;
}

const netlist = (title: string, notes: readonly string[], deck: string, answers: readonly Answer[]): string =>
  [
    remark(title),
    ...notes.map(remark),
    '* Calculated here:',
    ...answers.map((a) => `*   ${a.quantity} = ${a.ours.toPrecision(9)} ${a.unit}   ${folded(a.what)}`),
    deck,
    '.options reltol=1e-7 abstol=1e-12 vntol=1e-9',
    '.control',
    'set numdgt=10',
    'op',
    ...answers.map((a) => `print ${a.quantity}`),
    'quit 0',
    '.endc',
    '.end',
    '',
  ].join('\n');

/** Every feed of a job in one state, as a SPICE netlist with what was computed here as comments. */
export function feedsNetlist(job: Job, plan: Plan, feedCase: FeedCase = FEED_CASES[0]!): string {
  const network = feedNetwork(job, plan.power, feedCase);
  const { deck, node } = feedDeck(network);
  const answers = loadsIn(network).flatMap((load): Answer[] => {
    const state = plan.power.feeds[load.name]?.states[feedCase.id];
    const name = `${plan.tags[load.name] ?? ''} ${job.gear[load.name]?.item.name ?? load.name}`.trim();
    return state
      ? [
          {
            quantity: `v(${node(load.plus)},${node(load.minus)})`,
            ours: state.deviceVolts,
            unit: 'V',
            what: `at ${name}, drawing ${state.amps.toPrecision(6)} A`,
          },
        ]
      : [];
  });
  const post = plan.power.postVolts[feedCase.id];
  for (const [id, battery] of Object.entries(job.craft.batteries)) {
    const state = plan.power.sources[feedCase.id]?.[id];
    if (state)
      answers.unshift({
        quantity: `v(${node(postOf(id))})`,
        ours: state.volts,
        unit: 'V',
        what: `at the posts of ${battery.name}, giving ${state.amps.toPrecision(6)} A`,
      });
  }
  return netlist(
    `Haltrik, ${job.title}: feeds, ${feedCase.name.toLowerCase()}`,
    post === undefined
      ? ['The volts collapse: no operating point is expected, or one far below what the gear works at.']
      : [],
    deck,
    answers,
  );
}

/** The loads of a network and of every converter's outlet in it. */
const loadsIn = (network: Network): Load[] => [
  ...network.loads,
  ...(network.conversions ?? []).flatMap(({ output }) => loadsIn(output)),
];

/** Every speaker circuit of a job, each on nodes of its own, as a SPICE netlist with our watts as comments. */
export function circuitsNetlist(job: Job, plan: Plan): string {
  const facts = speakerFacts(job);
  const decks: string[] = [];
  const answers: Answer[] = [];
  const notes = ['Volts RMS are written as direct volts; coils are their nominal ohms.'];
  Object.values(plan.speakers.circuits).forEach((circuit, i) => {
    const title = `${plan.tags[circuit.source] ?? circuit.source} ${circuit.output.name}`;
    const model: LoadModel = {
      coilOhm: (gear, coil) => facts.get(gear)!.coils[coil]!.ohm,
      leadOhm: (gear) => circuit.speakers.find((s) => s.gear === gear)!.leadOhm,
    };
    partsOf(circuit).forEach((wiring, band) => {
      const { deck, coils } = speakerDeck(wiring, model, circuit.volts, circuit.output.bridged, `c${i}b${band}_`);
      decks.push(remark(`${title}${'split' in circuit.wiring ? `, band ${band + 1} of its crossover` : ''}`), deck);
      for (const gear of speakersOf(wiring)) {
        const own = coils.filter(({ id }) => id.startsWith(`${gear}/`));
        answers.push({
          quantity: own.map(({ name }) => `@${name.toLowerCase()}[p]`).join('+'),
          ours: circuit.speakers.find((s) => s.gear === gear)!.watts,
          unit: 'W',
          what: `in ${plan.tags[gear] ?? gear} on ${title}`,
        });
      }
    });
    if (circuit.refused) notes.push(`${title} is below its least load and is driven with nothing.`);
  });
  return netlist(
    `Haltrik, ${job.title}: speaker circuits`,
    notes,
    decks.length ? decks.join('\n') : 'R0 none 0 1',
    answers,
  );
}

/** Behind a crossover each band is a circuit of its own. */
const partsOf = ({ wiring }: Circuit): readonly Wiring[] => ('split' in wiring ? wiring.split : [wiring]);
