import type { Band, Speaker } from '../gear/gear';
import { coilsOf, membersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { sourcesOf } from '../connections/signal';
import { zoneCalled, zoneOf, type Listening } from '../connections/zones';
import { craftOf } from '../craft/own';
import { distance } from '../units/vectors';
import {
  impedance,
  labelVolts,
  levelAt,
  onlySpeaker,
  outputVolts,
  speakerWatts,
  sumLevels,
  type LoadModel,
} from './load';
import { outputsOf, type Output } from './outputs';

export interface SpeakerShare {
  readonly gear: string;
  readonly item: Speaker;
  /** Zone it belongs to; null: none. */
  readonly zone: string | null;
  /** At full sine with the engine off, W; and the most it gets in any state, where the supply is not regulated. */
  readonly watts: number;
  readonly mostWatts: number;
  /** Part of the output's power that reaches this speaker, 0 to 1; behind a crossover, in its own band. */
  readonly share: number;
  readonly rmsRatio: number;
  readonly leadOhm: number;
  /** Power lost in its lead against none lost, dB. */
  readonly leadLossDb: number;
  readonly metres: number | undefined;
  /** dB SPL at its zone's listener in free field; undefined without a place. */
  readonly level: number | undefined;
}

export interface Circuit {
  /** gear/channel, or gear/a+b */
  readonly key: string;
  readonly source: string;
  readonly output: Output;
  readonly wiring: Wiring;
  /** Nominal load of the coils alone, Ω: what is held against the least load. */
  readonly nominalOhm: number;
  /** Lowest the coils may dip to, Ω. */
  readonly dipOhm: number;
  /** With leads, Ω. */
  readonly loadOhm: number;
  /** The load is below the least, so no power is counted. */
  readonly refused: boolean;
  readonly volts: number;
  /** The state its source gives most in; undefined where it gives the same in all. */
  readonly mostIn: string | undefined;
  /** Out of the terminals at full sine, W. */
  readonly watts: number;
  readonly speakers: readonly SpeakerShare[];
}

/** What is heard at one listener. */
export interface ZonePlan extends Listening {
  readonly speakers: readonly string[];
  /** All of its speakers together, dB SPL. */
  readonly level: number | undefined;
  /** Loudest less quietest speaker of one band, dB; the widest of its bands. */
  readonly spreadDb: number | undefined;
}

export interface SpeakerPlan {
  readonly circuits: Readonly<Record<string, Circuit>>;
  /** Speakers with coils on no channel. */
  readonly unwired: readonly string[];
  readonly zones: readonly ZonePlan[];
  /** Widest spread of any zone, dB. */
  readonly spreadDb: number | undefined;
  /** gear id → audio watts drawn from it at full sine. */
  readonly audioWatts: Readonly<Record<string, number>>;
}

/** Out-and-back resistance of the lead from a source to a speaker, Ω. */
export type LeadOhm = (source: string, speaker: string) => number;
/** Volts at a source with the engine off, and the most it gets and when; undefined counts as its rated volts. */
export type SupplyVolts = (
  source: string,
) => { readonly volts: number; readonly most: number; readonly mostIn: string } | undefined;

/** What is known of a speaker whatever it is connected to. */
export interface SpeakerFacts {
  readonly item: Speaker;
  readonly zone: Listening;
  readonly coils: Speaker['coils'];
  /** To its zone's listener, m; undefined without a place. */
  readonly metres: number | undefined;
}

/** A listener nearer than this is taken to be this far, m: inside it free field says nothing. */
const NEAREST_M = 0.1;

/** Facts of a job's speakers; `positions` are impedance switch positions to try in place of the job's. */
export function speakerFacts(
  job: Job,
  positions: Readonly<Record<string, string | null>> = {},
): ReadonlyMap<string, SpeakerFacts> {
  const { places } = craftOf(job);
  return new Map(
    Object.entries(job.gear).flatMap(([id, { item, place, there }]): [string, SpeakerFacts][] => {
      if (item.kind !== 'speaker' || there === 'out') return [];
      const zone = zoneOf(job, id);
      const at = place === null ? undefined : places[place]?.at;
      const position = Object.hasOwn(positions, id) ? positions[id] : job.speakers[id]?.position;
      return [
        [
          id,
          {
            item,
            zone,
            coils: item.positions.find(({ name }) => name === position)?.coils ?? item.coils,
            metres: at && Math.max(NEAREST_M, distance(at, zone.at) / 1000),
          },
        ],
      ];
    }),
  );
}

/** The circuits of a job with no volts on them yet: the same whatever their sources get. */
export interface Loads {
  readonly heard: Heard;
  readonly circuits: readonly Loaded[];
}

/** What every circuit comes to. `leadOhm` gives a lead's out-and-back resistance by source and speaker. */
export function loadCircuits(job: Job, leadOhm: LeadOhm): Loads {
  const facts = speakerFacts(job);
  const outputs = new Map(
    sourcesOf(job)
      .flatMap(([id, item]) => outputsOf(id, item))
      .map((o) => [o.key, o]),
  );
  const circuits = Object.entries(job.circuits).flatMap(([key, wiring]) => {
    const output = outputs.get(key);
    return output ? [loaded(output, wiring, facts, leadOhm)] : [];
  });
  const wirings = circuits.map(({ load }) => load.wiring);
  return { heard: heardOf(job, wirings, facts), circuits };
}

/** Watts and levels of every circuit. `supply` gives the volts at a source, which only unregulated gear minds. */
export const planSpeakers = ({ heard, circuits }: Loads, supply: SupplyVolts): SpeakerPlan =>
  gatherCircuits(
    heard,
    circuits.map((circuit) => drive(circuit, supply)),
  );

/** What is wired and who hears it, whatever volts there are. */
export interface Heard {
  readonly unwired: readonly string[];
  readonly zones: readonly (Listening & { readonly speakers: readonly string[] })[];
}

/** What a set of wirings leaves out, and the speakers of each zone. */
export function heardOf(job: Job, wirings: readonly Wiring[], facts: ReadonlyMap<string, SpeakerFacts>): Heard {
  const wired = new Set(wirings.flatMap((wiring) => coilsOf(wiring).map(({ gear, coil }) => `${gear}/${coil}`)));
  const zones = new Set([...Object.keys(job.zones), ...[...facts.values()].map(({ zone }) => zone.id)]);
  return {
    unwired: [...facts].flatMap(([id, { coils }]) =>
      coils.every((_, coil) => wired.has(`${id}/${coil}`)) ? [] : [id],
    ),
    zones: [...zones].map((id) => ({
      ...zoneCalled(job, id),
      speakers: [...facts].flatMap(([gear, { zone }]) => (zone.id === id ? [gear] : [])),
    })),
  };
}

/** What a set of circuits comes to together. */
export function gatherCircuits(heard: Heard, all: readonly Circuit[]): SpeakerPlan {
  const audioWatts: Record<string, number> = {};
  for (const circuit of all) audioWatts[circuit.source] = (audioWatts[circuit.source] ?? 0) + circuit.watts;
  const shares = all.flatMap((circuit) => circuit.speakers);
  const zones = heard.zones.map((zone): ZonePlan => {
    const own = shares.filter((share) => share.zone === zone.id);
    const levels = own.flatMap((share) => share.level ?? []);
    return {
      ...zone,
      level: levels.length ? sumLevels(levels) : undefined,
      spreadDb: levels.length ? spreadOf(own) : undefined,
    };
  });
  const spreads = zones.flatMap(({ spreadDb }) => spreadDb ?? []);
  return {
    circuits: Object.fromEntries(all.map((circuit) => [circuit.key, circuit])),
    unwired: heard.unwired,
    zones,
    spreadDb: spreads.length ? Math.max(...spreads) : undefined,
    audioWatts,
  };
}

/** Loudest less quietest among speakers of one band, dB; the widest of the bands. Bands are set by gain, not by wiring. */
function spreadOf(shares: readonly SpeakerShare[]): number {
  const ends = new Map<Band, [low: number, high: number]>();
  for (const { level, item } of shares) {
    if (level === undefined) continue;
    const [low, high] = ends.get(item.band) ?? [level, level];
    ends.set(item.band, [Math.min(low, level), Math.max(high, level)]);
  }
  return Math.max(0, ...[...ends.values()].map(([low, high]) => high - low));
}

interface Taken {
  readonly gear: string;
  readonly facts: SpeakerFacts;
  /** Watts in its coils for each volt squared at the output. */
  readonly siemens: number;
}
/** What a wiring on one source's leads comes to whatever drives it: what a search weighs. */
export interface Load<Share extends Taken = Taken> {
  readonly wiring: Wiring;
  readonly nominalOhm: number;
  readonly loadOhm: number;
  readonly speakers: readonly Share[];
}
interface TakenWithLead extends Taken {
  readonly leadOhm: number;
  readonly leadLossDb: number;
}

const none = () => 0;
const modelOf = (
  facts: ReadonlyMap<string, SpeakerFacts>,
  field: 'ohm' | 'minOhm',
  leadOhm: LoadModel['leadOhm'],
): LoadModel => ({ coilOhm: (gear, coil) => facts.get(gear)!.coils[coil]![field], leadOhm });

/** Impedance of the coils of a wiring alone, leads left out. */
export const nominalOf = (wiring: Wiring, facts: ReadonlyMap<string, SpeakerFacts>): number =>
  impedance(wiring, modelOf(facts, 'ohm', none));

export function loadOf(wiring: Wiring, facts: ReadonlyMap<string, SpeakerFacts>, leadOhm: LoadModel['leadOhm']): Load {
  const model = modelOf(facts, 'ohm', leadOhm);
  return {
    wiring,
    nominalOhm: nominalOf(wiring, facts),
    loadOhm: impedance(wiring, model),
    speakers: [...speakerWatts(wiring, model, 1)].map(([gear, siemens]) => ({
      gear,
      facts: facts.get(gear)!,
      siemens,
    })),
  };
}

/** The same with what each lead loses. */
function withLeads(load: Load, leadOhm: LoadModel['leadOhm']): Load<TakenWithLead> {
  const { wiring } = load;
  return {
    ...load,
    speakers: load.speakers.map((share) => {
      const { gear, facts: own, siemens } = share;
      const lead = leadOhm(gear);
      // The square of the current in its lead: its power over the resistance its coils make together.
      const part = ownPart(wiring, gear);
      const bare: LoadModel = { coilOhm: (_, coil) => own.coils[coil]!.ohm, leadOhm: none };
      const ampsSquared = siemens / (part ? impedance(part, bare) : own.coils[0]!.ohm);
      const leadLossDb = siemens > 0 ? 10 * Math.log10((siemens + ampsSquared * lead) / siemens) : 0;
      return { ...share, leadOhm: lead, leadLossDb };
    }),
  };
}

/** Volts an output puts across a load; 0 when it refuses it, or what its label suggests with `tolerant`. */
export function driven(output: Output, { nominalOhm, loadOhm }: Load, tolerant: boolean): number {
  if (outputVolts(output, nominalOhm) !== undefined) return outputVolts(output, loadOhm)!;
  return tolerant ? labelVolts(output) : 0;
}

/** Level of a speaker that takes `watts`, dB SPL at its listener; undefined without a place, or silent. */
export const heardAt = ({ item, metres }: SpeakerFacts, watts: number): number | undefined =>
  metres !== undefined && watts > 0 ? levelAt(item, watts, metres) : undefined;

/** One output with what is connected to it. */
interface Loaded {
  readonly output: Output;
  readonly load: Load<TakenWithLead>;
  readonly dipOhm: number;
}

function loaded(output: Output, wiring: Wiring, facts: ReadonlyMap<string, SpeakerFacts>, leadOhm: LeadOhm): Loaded {
  const lead = (gear: string) => leadOhm(output.source, gear);
  return {
    output,
    load: withLeads(loadOf(wiring, facts, lead), lead),
    dipOhm: impedance(wiring, modelOf(facts, 'minOhm', none)),
  };
}

/**
 * The same with volts on it. With `tolerant` a load below the least gets the watts its label would suggest, for saying
 * what a barred wiring would have looked like.
 */
function drive({ output, load, dipOhm }: Loaded, supply: SupplyVolts, tolerant = false): Circuit {
  const { source, item } = output;
  const { regulated, ratedVolts } = item.demand;
  const there = regulated ? undefined : supply(source);
  const sag = (there?.volts ?? ratedVolts) / ratedVolts;
  const rises = there ? there.most / there.volts : 1;
  const volts = driven(output, load, tolerant) * sag;
  const watts = (volts * volts) / load.loadOhm;
  return {
    key: output.key,
    source,
    output,
    wiring: load.wiring,
    nominalOhm: load.nominalOhm,
    dipOhm,
    loadOhm: load.loadOhm,
    refused: outputVolts(output, load.nominalOhm) === undefined,
    volts,
    mostIn: rises > 1 + 1e-6 ? there!.mostIn : undefined,
    watts,
    speakers: load.speakers.map(({ gear, facts: own, siemens, leadOhm: ohms, leadLossDb }): SpeakerShare => {
      const taken = siemens * volts * volts;
      return {
        gear,
        item: own.item,
        zone: own.zone.id,
        watts: taken,
        mostWatts: taken * rises * rises,
        share: watts > 0 ? taken / watts : 0,
        rmsRatio: taken / own.item.rmsWatts,
        leadOhm: ohms,
        leadLossDb: taken > 0 ? leadLossDb : 0,
        metres: own.metres,
        level: heardAt(own, taken),
      };
    }),
  };
}

/** One output with what is connected to it, driven. */
export const planCircuit = (
  output: Output,
  wiring: Wiring,
  facts: ReadonlyMap<string, SpeakerFacts>,
  leadOhm: LeadOhm,
  supply: SupplyVolts,
  tolerant = false,
): Circuit => drive(loaded(output, wiring, facts, leadOhm), supply, tolerant);

/** The largest part of a wiring that holds coils of this speaker only. */
function ownPart(wiring: Wiring, gear: string): Wiring | undefined {
  const only = onlySpeaker(wiring);
  if (only !== undefined) return only === gear ? wiring : undefined;
  if ('coil' in wiring) return undefined;
  for (const member of membersOf(wiring)) {
    const part = ownPart(member, gear);
    if (part) return part;
  }
  return undefined;
}
