import { membersOf, speakersOf, type Wiring } from '#core/job/circuit';
import type { Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import { FEED_CASES, feedNetwork, type FeedCase, type Network } from '#core/power/index';
import { speakerFacts, type Circuit, type LoadModel } from '#core/speakers/index';

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

/**
 * A feed network with its loads as sources of the current they draw; below half a volt the current is held, so
 * that a solver can find its way out. `node` gives the name a node of the network has in the deck.
 */
export function feedDeck(network: Network): { deck: string; node: (name: string) => string } {
  const node = nodeNames(network.ground);
  const high = Math.max(...network.supplies.map((s) => s.volts));
  const lines: string[] = [];
  network.supplies.forEach((s, i) => {
    lines.push(`V${i} src${i} 0 ${s.volts}`, `RS${i} src${i} ${node(s.node)} ${Math.max(s.ohm, 1e-9)}`);
  });
  network.resistors.forEach((r, i) => lines.push(`RR${i} ${node(r.a)} ${node(r.b)} ${r.ohm} ; ${r.name}`));
  network.loads.forEach((l, i) => {
    const u = `V(${node(l.plus)},${node(l.minus)})`;
    lines.push(`BL${i} ${node(l.plus)} ${node(l.minus)} I=${l.watts}/max(${u},0.5)+${l.amps}+${l.siemens}*${u}`);
  });
  const starts = new Set([...network.loads.map((l) => node(l.plus)), ...network.supplies.map((s) => node(s.node))]);
  return { deck: `${lines.join('\n')}\n.nodeset ${[...starts].map((s) => `V(${s})=${high}`).join(' ')}`, node };
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
  /** What the solver prints, and what was reckoned here. */
  readonly quantity: string;
  readonly ours: number;
  readonly unit: string;
  readonly what: string;
}

const netlist = (title: string, notes: readonly string[], deck: string, answers: readonly Answer[]): string =>
  [
    `* ${title.replace(/\s+/g, ' ')}`,
    ...notes.map((note) => `* ${note}`),
    '* Reckoned here:',
    ...answers.map((a) => `*   ${a.quantity} = ${a.ours.toPrecision(9)} ${a.unit}   ${a.what}`),
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

/** Every feed of a job in one state, as a SPICE netlist with what was reckoned here as comments. */
export function feedsNetlist(job: Job, plan: Plan, feedCase: FeedCase = FEED_CASES[0]!): string {
  const network = feedNetwork(job, plan.power, feedCase);
  const { deck, node } = feedDeck(network);
  const answers = network.loads.flatMap((load): Answer[] => {
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
  if (post !== undefined) answers.unshift({ quantity: 'v(post)', ours: post, unit: 'V', what: 'at the battery posts' });
  return netlist(
    `Haltrik, ${job.title}: feeds, ${feedCase.name.toLowerCase()}`,
    post === undefined
      ? ['The volts collapse: no operating point is expected, or one far below what the gear works at.']
      : [],
    deck,
    answers,
  );
}

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
      decks.push(`* ${title}${'split' in circuit.wiring ? `, band ${band + 1} of its splitter` : ''}`, deck);
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

/** Behind a splitter each band is a circuit of its own. */
const partsOf = ({ wiring }: Circuit): readonly Wiring[] => ('split' in wiring ? wiring.split : [wiring]);
