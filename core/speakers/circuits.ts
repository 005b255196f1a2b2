import { isPowered, type PoweredGear, type Speaker } from '../gear/gear';
import { craftOf, speakersOf, type Job, type Wiring } from '../job/job';
import type { ChannelSeat } from '../tables/colours';
import { distance } from '../units/vectors';
import { channelVolts, coilWatts, impedance, levelAt, sumLevels, type LoadModel } from './load';

export interface SpeakerShare {
  readonly gear: string;
  readonly item: Speaker;
  readonly watts: number;
  /** Part of the channel's power that reaches this speaker, 0 to 1. */
  readonly share: number;
  readonly rmsRatio: number;
  readonly leadOhm: number;
  /** Power lost in its lead against none lost, dB. */
  readonly leadLossDb: number;
  readonly metres: number | undefined;
  /** dB SPL at the listener's ears in free field; undefined without a place. */
  readonly level: number | undefined;
}

export interface Circuit {
  /** gear/channel */
  readonly key: string;
  readonly source: string;
  readonly sourceItem: PoweredGear;
  readonly channel: { readonly id: string; readonly name: string; readonly seat: ChannelSeat };
  readonly wiring: Wiring;
  /** Nominal load of the coils alone, Ω: what is held against the channel's minimum. */
  readonly nominalOhm: number;
  /** Lowest the coils may dip to, Ω. */
  readonly dipOhm: number;
  /** With leads, Ω. */
  readonly loadOhm: number;
  /** The load is below the channel's minimum, so no power is reckoned. */
  readonly refused: boolean;
  readonly volts: number;
  /** Out of the terminals at full sine, W. */
  readonly watts: number;
  readonly speakers: readonly SpeakerShare[];
}

export interface SpeakerPlan {
  readonly circuits: Readonly<Record<string, Circuit>>;
  /** Speakers with coils on no channel. */
  readonly unwired: readonly string[];
  /** All speakers together at the ears, dB SPL. */
  readonly level: number | undefined;
  /** Loudest minus quietest speaker at the ears, dB. */
  readonly spreadDb: number | undefined;
  /** gear id → audio watts drawn from it at full sine. */
  readonly audioWatts: Readonly<Record<string, number>>;
}

/**
 * Loads, watts and levels of every circuit. `leadOhm` gives a lead's out-and-back resistance by
 * source and speaker; `supply` the volts at a source, which only unregulated gear minds.
 */
export function planSpeakers(job: Job, leadOhm: LeadOhm, supply: SupplyVolts): SpeakerPlan {
  return gatherCircuits(
    job,
    Object.entries(job.circuits).flatMap(([key, wiring]) => planCircuit(job, key, wiring, leadOhm, supply) ?? []),
  );
}

/** Out-and-back resistance of the lead from a source to a speaker, Ω. */
export type LeadOhm = (source: string, speaker: string) => number;
/** Volts at a source; undefined counts as its rated volts. */
export type SupplyVolts = (source: string) => number | undefined;

/** What a set of circuits comes to together. */
export function gatherCircuits(job: Job, all: readonly Circuit[]): SpeakerPlan {
  const wired = new Set(all.flatMap((circuit) => speakersOf(circuit.wiring)));
  const levels = all.flatMap((c) => c.speakers.flatMap((s) => s.level ?? []));
  const audioWatts: Record<string, number> = {};
  for (const circuit of all) audioWatts[circuit.source] = (audioWatts[circuit.source] ?? 0) + circuit.watts;
  return {
    circuits: Object.fromEntries(all.map((circuit) => [circuit.key, circuit])),
    unwired: Object.keys(job.gear).filter((id) => job.gear[id]!.item.kind === 'speaker' && !wired.has(id)),
    level: levels.length ? sumLevels(levels) : undefined,
    spreadDb: levels.length ? Math.max(...levels) - Math.min(...levels) : undefined,
    audioWatts,
  };
}

/** One channel with what hangs on it; undefined when the job has no such channel. */
export function planCircuit(
  job: Job,
  key: string,
  wiring: Wiring,
  leadOhm: LeadOhm,
  supply: SupplyVolts,
): Circuit | undefined {
  const [source, channelId] = key.split('/') as [string, string];
  const sourceItem = job.gear[source]?.item;
  if (!sourceItem || !isPowered(sourceItem)) return undefined;
  const channel = sourceItem.bank.channels.find((c) => c.id === channelId);
  if (!channel) return undefined;
  const speakerItem = (gear: string) => job.gear[gear]!.item as Speaker;
  const coil = (field: 'ohm' | 'minOhm'): LoadModel => ({
    coilOhm: (gear, index) => speakerItem(gear).coils[index]![field],
    leadOhm: () => 0,
  });
  const model: LoadModel = { ...coil('ohm'), leadOhm: (gear) => leadOhm(source, gear) };
  const nominalOhm = impedance(wiring, coil('ohm'));
  const loadOhm = impedance(wiring, model);
  const refused = channelVolts(sourceItem.bank, nominalOhm) === undefined;
  const { regulated, ratedVolts } = sourceItem.demand;
  const sag = regulated ? 1 : (supply(source) ?? ratedVolts) / ratedVolts;
  const volts = refused ? 0 : (channelVolts(sourceItem.bank, loadOhm) ?? 0) * sag;
  const watts = (volts * volts) / loadOhm;
  const perCoil = coilWatts(wiring, model, volts);
  const speakers = speakersOf(wiring).map((gear): SpeakerShare => {
    const item = speakerItem(gear);
    const own = item.coils.reduce((sum, _, index) => sum + (perCoil.get(`${gear}/${index}`) ?? 0), 0);
    const lead = leadOhm(source, gear);
    const amps = Math.sqrt(leadCurrentSquared(own, item, wiring, gear, model));
    const place = job.gear[gear]!.place;
    const metres = place === null ? undefined : distance(craftOf(job).places[place]!.at, craftOf(job).ears) / 1000;
    return {
      gear,
      item,
      watts: own,
      share: watts > 0 ? own / watts : 0,
      rmsRatio: own / item.rmsWatts,
      leadOhm: lead,
      leadLossDb: own > 0 ? 10 * Math.log10((own + amps * amps * lead) / own) : 0,
      metres,
      level: metres !== undefined && own > 0 ? levelAt(item, own, metres) : undefined,
    };
  });
  return {
    key,
    source,
    sourceItem,
    channel,
    wiring,
    nominalOhm,
    dipOhm: impedance(wiring, coil('minOhm')),
    loadOhm,
    refused,
    volts,
    watts,
    speakers,
  };
}

/** Square of the current in a speaker's lead, A²: its power over the resistance its coils make together. */
function leadCurrentSquared(watts: number, item: Speaker, wiring: Wiring, gear: string, model: LoadModel): number {
  const own = ownPart(wiring, gear);
  const ohm = own ? impedance(own, { ...model, leadOhm: () => 0 }) : item.coils[0]!.ohm;
  return watts / ohm;
}

/** The largest part of a wiring that holds coils of this speaker only. */
function ownPart(wiring: Wiring, gear: string): Wiring | undefined {
  if ('coil' in wiring) return wiring.coil.gear === gear ? wiring : undefined;
  if (speakersOf(wiring).every((id) => id === gear)) return wiring;
  for (const member of 'series' in wiring ? wiring.series : wiring.parallel) {
    const part = ownPart(member, gear);
    if (part) return part;
  }
  return undefined;
}
