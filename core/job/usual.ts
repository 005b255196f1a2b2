import type { Finding } from '../findings/finding';
import type { Assumable, GearItem } from '../gear/gear';
import type { Job } from './job';
import { inUse } from './parts/gear';

/** A figure that a sheet may leave out, in words, and the rules whose judgement rests on it. */
interface Resting {
  readonly words: string;
  readonly rules: readonly string[];
}
const DRAW = [
  'drop-over-limit',
  'voltage-collapse',
  'fuse-below-need',
  'family-too-small',
  'passes-too-much',
  'existing-over-spare',
  'existing-drop',
  'battery-most',
  'charging-short',
  'day-no-start',
  'day-silent',
] as const;
const THICK = ['hole-tight', 'sleeve-wide', 'loom-nowhere'];
const RESTING: Record<Assumable, Resting> = {
  massKg: { words: 'weight', rules: ['stuck-weak'] },
  water: { words: 'water rating', rules: ['water', 'water-accepted', 'dust', 'dust-unknown', 'body-not-proven'] },
  'bank.minOhm': { words: 'least load', rules: ['load-below-minimum', 'load-dips'] },
  'bank.bridge.minOhm': { words: 'least load bridged', rules: ['load-below-minimum', 'load-dips'] },
  'demand.class': { words: 'class', rules: DRAW },
  'demand.efficiency': { words: 'efficiency', rules: DRAW },
  'demand.idleA': { words: 'draw when silent', rules: [...DRAW, 'always-on', 'joined-leads'] },
  'demand.memoryA': { words: 'standby draw', rules: ['stands-too-short', 'existing-cuts-memory'] },
  'demand.regulated': { words: 'kind of supply', rules: [...DRAW, 'over-rms', 'under-quarter-rms'] },
  'demand.ratedVolts': { words: 'volts its watts are at', rules: ['wrong-volts', 'over-rms', 'under-quarter-rms'] },
  linePairs: { words: 'line-level pairs', rules: ['line-pairs-short', 'input-not-there'] },
  remoteOutA: { words: 'turn-on current', rules: ['turn-on-overloaded'] },
  remoteInA: { words: 'turn-on draw', rules: ['turn-on-overloaded', 'turn-on-relay-overloaded', 'switched-source'] },
  makerMaxFuseA: { words: 'largest fuse allowed', rules: ['fuse-above-maker', 'fuse-below-need'] },
  coils: { words: 'coils', rules: ['load-below-minimum', 'load-dips'] },
  sensitivity: { words: 'sensitivity', rules: ['level-spread'] },
  maxA: { words: 'current it passes', rules: ['passes-too-much', 'turn-on-relay-overloaded'] },
  maxWatts: { words: 'watts it passes', rules: ['zone-control-overloaded'] },
  milliohm: { words: 'resistance', rules: ['drop-over-limit', 'interrupt-rating', 'interrupt-rating-light'] },
  idleA: { words: 'own draw', rules: ['stands-too-short', ...DRAW] },
  wayMaxA: { words: 'current of one way', rules: ['passes-too-much', 'turn-on-relay-overloaded'] },
  triggerA: { words: 'trigger draw', rules: ['turn-on-overloaded', 'switched-source'] },
  coilA: { words: 'coil draw', rules: ['turn-on-overloaded', 'switched-source', 'stands-too-short'] },
  efficiency: { words: 'efficiency', rules: DRAW },
  trunkMm: { words: 'thickness of its trunk', rules: THICK },
  branchMm: { words: 'thickness of its branches', rules: THICK },
};

/** The gear a finding is of; all of it where it is of a battery, a circuit of the craft or the whole job. */
function gearOf(
  { gear, looms }: Pick<Job, 'gear' | 'looms'>,
  { subject: { kind, id } }: Finding<unknown>,
): readonly GearItem[] {
  if ((kind === 'gear' || kind === 'feed') && Object.hasOwn(gear, id)) return [gear[id]!.item];
  const made = Object.values(looms).map(({ item }) => item);
  return [...Object.values(gear).flatMap(({ item, there }) => (inUse(there) ? [item] : [])), ...made];
}

/** Findings, each told what it rests on that no sheet says: it was taken to be what is usual. */
export function withUsual<T>(job: Pick<Job, 'gear' | 'looms'>, findings: readonly Finding<T>[]): readonly Finding<T>[] {
  if (![...Object.values(job.gear), ...Object.values(job.looms)].some(({ item }) => item.assumed)) return findings;
  return findings.map((finding) => {
    const told = gearOf(job, finding).flatMap((item) => {
      const words = (item.assumed ?? []).flatMap((key) =>
        RESTING[key].rules.includes(finding.rule) ? [RESTING[key].words] : [],
      );
      return words.length ? [`${item.name}: ${[...new Set(words)].join(', ')}`] : [];
    });
    const rests = `Usual figures, not on a sheet: ${[...new Set(told)].join('; ')}.`;
    return told.length && !finding.reason.endsWith(rests)
      ? { ...finding, reason: `${finding.reason} ${rests}` }
      : finding;
  });
}
