import { isPowered, type PoweredGear, type Speaker } from '../gear/gear';
import { craftOf, speakersOf, type Job, type Wiring } from '../job/job';
import { gatherCircuits, planCircuit, type Circuit, type SpeakerPlan } from './circuits';

export interface WiringProposal {
  readonly circuits: Readonly<Record<string, Wiring>>;
  readonly plan: SpeakerPlan;
  readonly reason: string;
}

export interface WiringProposals {
  readonly best: readonly WiringProposal[];
  /** Complete wirings weighed, legal or not. */
  readonly examined: number;
  /** Every wiring in the stated family was weighed. */
  readonly proven: boolean;
}

interface Channel {
  readonly key: string;
  readonly source: string;
  readonly item: PoweredGear;
  readonly left: boolean;
  readonly front: boolean;
}

const MOST_PER_CHANNEL = 4;

/**
 * Wirings of all placed speakers on all channels: every speaker to any channel of its own side, each
 * channel's speakers all in series, all in parallel, or four as two pairs; both coils of a speaker in
 * series or in parallel. Ranked: speakers kept within their channel's minimum load; level spread in
 * 1 dB bands; power against RMS in 1 dB bands; channels used; front and rear kept; then finer spread.
 * Looks at `budget` wirings at most and says so when that was not all.
 */
export function proposeWiring(
  job: Job,
  leadOhm: (source: string, speaker: string) => number,
  keep = 5,
  budget = 60000,
): WiringProposals {
  const channels = channelsOf(job);
  const speakers = Object.keys(job.gear).filter(
    (id) => job.gear[id]!.item.kind === 'speaker' && job.gear[id]!.place !== null,
  );
  const found: { circuits: readonly Circuit[]; rank: number[] }[] = [];
  const groups = new Map<string, string[]>();
  let examined = 0;
  if (!speakers.length || !channels.length) return { best: [], examined: 0, proven: true };

  // A channel is reckoned once for each group and wiring, however many whole wirings it stands in.
  const options = new Map<string, Circuit[]>();
  const optionsOf = (key: string): Circuit[] => {
    const group = groups.get(key)!;
    const name = `${key} ${group.join(' ')}`;
    let found = options.get(name);
    if (!found) {
      found = wiringsOf(job, group).flatMap((wiring) => planCircuit(job, key, wiring, leadOhm, () => undefined) ?? []);
      options.set(name, found);
    }
    return found;
  };

  const weigh = (circuits: readonly Circuit[]): void => {
    examined++;
    if (circuits.some((circuit) => circuit.refused)) return;
    const rank = rankOf(job, circuits, channels);
    const worst = found.at(-1);
    if (found.length === keep && worst && compareRanks(rank, worst.rank) >= 0) return;
    found.push({ circuits, rank });
    found.sort((a, b) => compareRanks(a.rank, b.rank));
    found.length = Math.min(found.length, keep);
  };

  const wire = (keys: readonly string[], circuits: readonly Circuit[]): void => {
    const [key, ...rest] = keys;
    if (examined >= budget) return;
    if (key === undefined) return weigh(circuits);
    for (const circuit of optionsOf(key)) wire(rest, [...circuits, circuit]);
  };

  const assign = (index: number): void => {
    if (examined >= budget) return;
    const speaker = speakers[index];
    if (speaker === undefined) return wire([...groups.keys()], []);
    for (const channel of channels) {
      if (channel.left !== isLeft(job, speaker)) continue;
      const group = groups.get(channel.key) ?? [];
      if (group.length >= MOST_PER_CHANNEL) continue;
      groups.set(channel.key, [...group, speaker]);
      assign(index + 1);
      if (group.length) groups.set(channel.key, group);
      else groups.delete(channel.key);
    }
  };
  assign(0);
  const best = found.map(({ circuits }): WiringProposal => {
    const plan = gatherCircuits(job, circuits);
    return { circuits: Object.fromEntries(circuits.map((c) => [c.key, c.wiring])), plan, reason: reasonFor(plan) };
  });
  return { best, examined, proven: examined < budget };
}

function channelsOf(job: Job): Channel[] {
  return Object.entries(job.gear).flatMap(([source, { item }]) =>
    isPowered(item)
      ? item.bank.channels.map((channel) => ({
          key: `${source}/${channel.id}`,
          source,
          item,
          left: channel.seat.endsWith('Left'),
          front: channel.seat.startsWith('front'),
        }))
      : [],
  );
}

const placeOf = (job: Job, speaker: string) => craftOf(job).places[job.gear[speaker]!.place!]!;
const isLeft = (job: Job, speaker: string) => placeOf(job, speaker).at[1] >= 0;
const isFront = (job: Job, speaker: string) => placeOf(job, speaker).at[0] >= craftOf(job).ears[0];

function ownWirings(job: Job, gear: string): Wiring[] {
  const { coils } = job.gear[gear]!.item as Speaker;
  const leaves = coils.map((_, coil): Wiring => ({ coil: { gear, coil } }));
  return leaves.length === 1 ? leaves : [{ series: leaves }, { parallel: leaves }];
}

function wiringsOf(job: Job, group: readonly string[]): Wiring[] {
  const choices = group.reduce<Wiring[][]>(
    (lists, gear) => lists.flatMap((list) => ownWirings(job, gear).map((own) => [...list, own])),
    [[]],
  );
  return choices.flatMap((members): Wiring[] => {
    if (members.length === 1) return members;
    const [a, b, c, d] = members;
    const pairs: Wiring[] = d ? [{ parallel: [{ series: [a!, b!] }, { series: [c!, d] }] }] : [];
    return [{ parallel: members }, { series: members }, ...pairs];
  });
}

function rankOf(job: Job, all: readonly Circuit[], channels: readonly Channel[]): number[] {
  const shares = all.flatMap((circuit) => circuit.speakers);
  const levels = shares.flatMap((share) => share.level ?? []);
  const spread = levels.length ? Math.max(...levels) - Math.min(...levels) : 0;
  const misfit = Math.max(...shares.map((s) => Math.abs(10 * Math.log10(Math.max(s.rmsRatio, 1e-6)))));
  const swapped = all.filter((circuit) => {
    const { front } = channels.find((c) => c.key === circuit.key)!;
    return speakersOf(circuit.wiring).some((id) => isFront(job, id) !== front);
  }).length;
  return [Math.floor(spread), Math.floor(misfit), all.length, swapped, spread, misfit];
}

function compareRanks(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return 0;
}

function reasonFor(plan: SpeakerPlan): string {
  const all = Object.values(plan.circuits);
  const shares = all.flatMap((circuit) => circuit.speakers);
  const low = Math.min(...shares.map((s) => s.rmsRatio)) * 100;
  const high = Math.max(...shares.map((s) => s.rmsRatio)) * 100;
  const worst = Math.min(...all.map((circuit) => circuit.nominalOhm));
  const percent =
    Math.round(low) === Math.round(high) ? `${low.toFixed(0)} %` : `${low.toFixed(0)}–${high.toFixed(0)} %`;
  return `${all.length} channel${all.length === 1 ? '' : 's'}, lowest load ${worst.toFixed(1)} Ω, ${percent} of RMS, spread ${(plan.spreadDb ?? 0).toFixed(1)} dB`;
}
