import { leadHeadUnit, sourcesOf, triggerOf, turnedOnBy } from '../connections/signal';
import type { TurnedOnBy } from '../job/circuit';
import type { Job } from '../job/job';
import type { Existing } from '../job/supply';
import { liveOf, spareAmps, type Live } from './existing';
import { inUse } from '../job/parts/gear';

/** What a head unit's switched lead draws from its source, A (common practice: a few tens of milliamperes). */
export const SWITCHED_LEAD_A = 0.05;

export interface TurnOnPlan {
  readonly head: string | undefined;
  /** Load on the head unit's turn-on lead: the amplifiers themselves, or what stands between. */
  readonly neededA: number;
  readonly availableA: number;
  /** Amplifiers turned on by the head unit, and what they draw together on its turn-on lead. */
  readonly turnedOn: readonly string[];
  readonly turnedOnA: number;
  /** Relay or module between, and the most it passes to them. */
  readonly through: { readonly gear: string; readonly asksA: number; readonly passesA: number } | undefined;
  /** Load on the craft's switched circuit, A. */
  readonly switchedA: number;
  /** The craft's circuits as switched sources, best first. */
  readonly candidates: readonly Candidate[];
  /** The circuit the switched leads are tapped from, where the job names one. */
  readonly source: Candidate | undefined;
}

export interface Candidate {
  readonly id: string;
  readonly circuit: Existing;
  readonly live: Live;
  /** Its fuse with the usual margin, less what draws from it already, A; undefined where one is not known. */
  readonly spareA: number | undefined;
  readonly enough: boolean;
}

const LIVE_ORDER: readonly Live[] = ['key', 'run', 'unknown', 'always', 'never'];

/** The craft's circuits ranked as switched sources: live when they should be, then spare enough, then most spare. */
export function switchedSources(job: Job, neededA: number): Candidate[] {
  const { existing, nominalVolts } = job.craft;
  return Object.entries(existing)
    .filter(([, { use }]) => use !== 'negative' && use !== 'speaker')
    .map(([id, circuit]): Candidate => {
      const spareA = spareAmps(job, circuit);
      return {
        id,
        circuit,
        live: liveOf(circuit, nominalVolts),
        spareA,
        enough: spareA !== undefined && spareA >= neededA,
      };
    })
    .sort(
      (a, b) =>
        LIVE_ORDER.indexOf(a.live) - LIVE_ORDER.indexOf(b.live) ||
        Number(b.enough) - Number(a.enough) ||
        (b.spareA ?? -1) - (a.spareA ?? -1) ||
        a.circuit.name.localeCompare(b.circuit.name),
    );
}

/** What a lead that turns something on must supply, A: a switched lead, or one from the head unit or what stands between. */
export function turnOnAmps(job: Job, turnOn: TurnOnPlan, kind: 'switched' | 'turnOn', to: string): number {
  const item = job.gear[to]?.item;
  if (item?.kind === 'amplifier') return item.remoteInA;
  if (item?.kind === 'relay') return item.coilA;
  if (item?.kind === 'switchModule') return item.triggerA;
  return kind === 'switched' ? SWITCHED_LEAD_A : (turnOn.through?.asksA ?? 0);
}

/** What turns what on, the load on each lead, and where the switched leads are best tapped. */
export function planTurnOn(job: Job): TurnOnPlan {
  const head = leadHeadUnit(job);
  const item = head === undefined ? undefined : job.gear[head]!.item;
  const amplifiers = sourcesOf(job).flatMap(([id, amp]) => (amp.kind === 'amplifier' ? [{ id, amp }] : []));
  const amplifiersBy = (what: TurnedOnBy) => amplifiers.filter(({ id }) => turnedOnBy(job, id) === what);
  const asked = (list: typeof amplifiers) => list.reduce((sum, { amp }) => sum + amp.remoteInA, 0);
  const turnedOn = amplifiersBy('head');
  const placed = job.turnOn.through === null ? undefined : job.gear[job.turnOn.through];
  const between = !placed || !inUse(placed.there) ? undefined : placed.item;
  const through =
    between?.kind === 'relay'
      ? { gear: job.turnOn.through!, asksA: between.coilA, passesA: between.maxA }
      : between?.kind === 'switchModule'
        ? { gear: job.turnOn.through!, asksA: between.triggerA, passesA: between.wayMaxA }
        : undefined;
  const heads = sourcesOf(job).filter(([, gear]) => gear.kind === 'headUnit').length;
  /** Coils and trigger inputs by what triggers them, A; what stands in the turn-on lead is counted there. */
  const triggered = (by: 'head' | 'switched') =>
    Object.entries(job.gear).reduce((sum, [id, { item: gear, there }]) => {
      if (!inUse(there) || id === through?.gear || triggerOf(job, id) !== by) return sum;
      return sum + (gear.kind === 'relay' ? gear.coilA : gear.kind === 'switchModule' ? gear.triggerA : 0);
    }, 0);
  const switchedA =
    (job.turnOn.joined ? 0 : heads * SWITCHED_LEAD_A) + asked(amplifiersBy('switched')) + triggered('switched');
  const candidates = switchedSources(job, switchedA);
  return {
    head,
    neededA:
      (through && turnedOn.length ? through.asksA : asked(turnedOn)) +
      (head === undefined ? 0 : triggered('head') + job.turnOn.otherA),
    availableA: item?.kind === 'headUnit' ? item.remoteOutA : 0,
    turnedOn: turnedOn.map(({ id }) => id),
    turnedOnA: asked(turnedOn),
    through,
    switchedA,
    candidates,
    source: candidates.find(({ id }) => id === job.turnOn.source),
  };
}
