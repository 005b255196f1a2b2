import { isPowered, type Amplifier, type HeadUnit, type PoweredGear } from '../gear/gear';
import { NO_SOURCE_CHOICE, channelsOfOutput, speakersOf, type TurnedOnBy } from '../job/circuit';
import type { Job } from '../job/job';
import { inUse } from '../job/parts/gear';

/** Where the sound of two channels of an amplifier comes from. */
export interface Input {
  readonly amplifier: string;
  /** The channels it feeds: gear/channel. */
  readonly channels: readonly string[];
  readonly kind: 'line' | 'speaker';
  readonly head: string;
  /** The head unit itself, or the zone control the sound passes first. */
  readonly from: string;
  /** Line-level pair of the head unit, from 1; undefined for an amplifier that listens to speaker outputs. */
  readonly pair: number | undefined;
  /** The speaker outputs it listens to: gear/channel. */
  readonly outputs: readonly string[];
  /** Other inputs listen to the same pair: a Y-lead is wanted. */
  readonly split: boolean;
  /** This pair gives bass alone. */
  readonly bass: boolean;
}

/** Powered gear that takes part: not what the craft has already and is bypassed. */
export function sourcesOf(job: Job): [id: string, item: PoweredGear][] {
  return Object.entries(job.gear).flatMap(([id, { item, there }]): [string, PoweredGear][] =>
    isPowered(item) && inUse(there) ? [[id, item]] : [],
  );
}

/** The head unit that leads: the first one placed, else the first there is. */
export function leadHeadUnit(job: Job): string | undefined {
  const ids = sourcesOf(job).flatMap(([id, { kind }]) => (kind === 'headUnit' ? [id] : []));
  return ids.find((id) => job.gear[id]!.place !== null) ?? ids[0];
}

/** What turns an amplifier on: as the job says, else the head unit, or the switched source where there is none. */
export function turnedOnBy(job: Job, amplifier: string): TurnedOnBy {
  const said = job.sources[amplifier]?.turnedOnBy ?? 'head';
  return said === 'head' && leadHeadUnit(job) === undefined ? 'switched' : said;
}

/**
 * What switches a relay or switch module on: the head unit's turn-on lead, where it stands in it or is said to, or
 * the switched source. Undefined when nothing does.
 */
export function triggerOf(job: Job, gear: string): 'head' | 'switched' | undefined {
  const said = job.sources[gear]?.turnedOnBy;
  if (said === 'switched') return 'switched';
  return said === 'head' || job.turnOn.through === gear ? 'head' : undefined;
}

/** The zone control a speaker is turned by, of one level or the other; undefined when it has none. */
export function controlOf(job: Job, speaker: string, level: 'line' | 'speaker'): string | undefined {
  const zone = job.speakers[speaker]?.zone;
  const control = zone ? job.zones[zone]?.control : null;
  const item = control ? job.gear[control]?.item : undefined;
  return item?.kind === 'zoneControl' && item.level === level ? control! : undefined;
}

/** What an amplifier listens to: as the job says, else line leads where both ends have them. */
export function inputKind(job: Job, amplifier: string, item: Amplifier, head: HeadUnit): 'line' | 'speaker' {
  const asked = job.sources[amplifier]?.input;
  if (asked) return asked;
  if (item.inputs === 'either') return head.linePairs > 0 ? 'line' : 'speaker';
  return item.inputs;
}

/** The inputs of every amplifier, two channels at a time; none without a head unit. */
export function inputsOf(job: Job): Input[] {
  const head = leadHeadUnit(job);
  if (head === undefined) return [];
  const item = job.gear[head]!.item as HeadUnit;
  const bass =
    item.bassPair === 'fixed' || (item.bassPair === 'switchable' && (job.sources[head] ?? NO_SOURCE_CHOICE).bass);
  let given = 0;
  /** Channels with something connected; an amplifier with nothing connected yet is taken to use all of its. */
  const inUse = new Set(Object.keys(job.circuits).flatMap(channelsOfOutput));
  const inputs = sourcesOf(job).flatMap(([amplifier, amp]): Input[] => {
    if (amp.kind !== 'amplifier') return [];
    const kind = inputKind(job, amplifier, amp, item);
    const { channels } = amp.bank;
    const pairs = Array.from({ length: Math.ceil(channels.length / 2) }, (_, i) => i);
    const keysOf = (i: number) => channels.slice(2 * i, 2 * i + 2).map(({ id }) => `${amplifier}/${id}`);
    const wired = pairs.filter((i) => keysOf(i).some((key) => inUse.has(key)));
    const used = wired.length ? wired : pairs;
    // While there is a pair for every two channels each keeps its own, whatever is wired; else only those in use count.
    const enough = given + pairs.length <= item.linePairs;
    const first = given;
    given += enough ? pairs.length : used.length;
    return used.map((i, nth): Input => {
      const own = keysOf(i);
      // Pairs are given out in turn; when they run out, the first is split.
      const pair =
        kind === 'line' && item.linePairs > 0 ? ((first + (enough ? i : nth)) % item.linePairs) + 1 : undefined;
      const count = item.bank.channels.length;
      return {
        amplifier,
        channels: own,
        kind,
        head,
        from: (kind === 'line' ? commonControl(job, own) : undefined) ?? head,
        pair,
        outputs:
          kind === 'speaker' ? own.map((_key, n) => `${head}/${item.bank.channels[(2 * i + n) % count]!.id}`) : [],
        split: false,
        bass: bass && pair === item.linePairs,
      };
    });
  });
  const takers = new Map<number, number>();
  for (const { pair } of inputs) if (pair !== undefined) takers.set(pair, (takers.get(pair) ?? 0) + 1);
  return inputs.map((input) => ({ ...input, split: input.pair !== undefined && takers.get(input.pair)! > 1 }));
}

/** Speaker outputs that an amplifier takes its signal from: nothing else may be connected to them. */
export const heardOutputs = (inputs: readonly Input[]): ReadonlySet<string> =>
  new Set(inputs.flatMap(({ outputs }) => outputs));

/** The line control that turns everything on these channels; undefined when it would turn others too. */
function commonControl(job: Job, channels: readonly string[]): string | undefined {
  const speakers = Object.entries(job.circuits)
    .filter(([key]) => channelsOfOutput(key).some((channel) => channels.includes(channel)))
    .flatMap(([, wiring]) => speakersOf(wiring));
  const controls = new Set(speakers.map((speaker) => controlOf(job, speaker, 'line')));
  return controls.size === 1 ? [...controls][0] : undefined;
}
