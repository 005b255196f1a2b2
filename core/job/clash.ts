import { NO_CHANGES, drawnFor, type ChangedList } from '../craft/changes';
import { CHANGED_NAMES, differencesOf, fastenerWords } from '../craft/differences';
import { foundCraft } from '../craft/own';
import type { Fastener } from '../craft/cover';
import { capital } from '../text/text';
import { GEAR_KIND_NAMES } from '../gear/gear';
import { channelsOfOutput, speakersOf, type Wiring } from './circuit';
import { CHOICES, type ChoiceId } from './choices';
import { merged } from '../document/merge';
import type { Overrulable } from '../document/overrule';
import { isTree, own, valueAt } from '../document/patches';
import type { Job } from './job';
import { THERE } from './parts/gear';
import { OVERRULES, type OverruleKind } from './parts/overrules';

// When each entry was added follows from the entries; a seal stands for the whole job.
export const { clashes, besideTheirs } = merged<Job>({ derived: ['added'], whole: ['seal'] });

// ── Words ───────────────────────────────────────────────────────────────────────────────────────

const MEMBERS: Readonly<Record<string, string>> = {
  note: 'The craft as it came in',
  gear: '',
  craft: '',
  changes: '',
  covers: 'cover',
  places: 'place',
  legs: 'leg',
  tapeMm: 'length by tape',
  fuseA: 'fuse',
  fuseAtMm: 'where the fuse sits',
  from: 'fed from',
  circuits: 'Wiring',
  accepted: 'Accepted finding',
  feeds: 'Feed',
  turnOn: 'Turn-on',
  nominalVolts: 'Volts of the system',
  oldReturns: 'Old returns',
  there: 'new, kept, bypassed or out',
};
const UNITS: Readonly<Record<string, string>> = { Ah: 'Ah', A: 'A', Mm: 'mm', Pct: '%', Celsius: '°C', Milliohm: 'mΩ' };
/** A member's name, as words: capacityAh is "capacity Ah". */
const worded = (name: string) =>
  name
    .split(/(?=[A-Z])/)
    .map((word) => own(UNITS, word) ?? word.toLowerCase())
    .join(' ');

const nameOf = (value: unknown): string | undefined => {
  if (!isTree(value)) return undefined;
  const { name, item } = value;
  return typeof name === 'string' ? name : isTree(item) && typeof item['name'] === 'string' ? item['name'] : undefined;
};

/** Which value of a job a path leads to, in words: "Feed: Weir 4×45: gauge". */
export function pathWords(job: Job, path: readonly string[]): string {
  const [first, second] = path;
  if (first === 'choices' && second !== undefined) return CHOICES[second as ChoiceId].name;
  if (first === 'overrules' && second !== undefined) {
    const [, , subject, member] = path;
    const words = [OVERRULES[second as OverruleKind].name];
    if (subject !== undefined && second !== 'wiring') words.push(subjectWords(job, subject));
    return [...words, ...(member === 'why' ? ['reason'] : [])].join(': ');
  }
  const words = path.flatMap((key, i): string[] => {
    const parent = path[i - 1];
    const known = own(MEMBERS, key);
    if (parent === undefined || (i === 1 && first === 'craft')) return known === '' ? [] : [known ?? worded(key)];
    // A key of the record: what it names, where that has a name.
    const named = nameOf(valueAt(job, path.slice(0, i + 1)));
    if (named !== undefined) return [named];
    if (Object.hasOwn(job.gear, key)) return [job.gear[key]!.item.name];
    if (path[1] === 'changes' && isChanged(parent)) return [changedName(job, parent, key)];
    if (parent === 'measures') return [job.craft.pattern.measures[key]?.name ?? key];
    if (parent === 'circuits' || parent === 'reserved') return [outputWords(job, key)];
    return [known ?? worded(key)];
  });
  return capital(words.join(': '));
}

const isChanged = (list: string): list is ChangedList => Object.hasOwn(CHANGED_NAMES, list);
/** A cover, place or way of this craft, or of its pattern where this craft has it not. */
const changedName = (job: Job, list: ChangedList, id: string): string =>
  (
    own<{ readonly name: string }>(foundCraft(job)[list], id) ??
    own<{ readonly name: string }>(drawnFor(job.craft)[list], id)
  )?.name ?? id;

/** What an overrule is set for, in words: gear, a run, a step. */
const subjectWords = (job: Job, subject: string): string =>
  own(job.gear, subject)?.item.name ?? (subject.includes('>') ? runWords(job, subject) : subject);

/** A run's key in words: speaker:amp>left is "speaker Weir 4×45 → Bittern 165". */
function runWords(job: Job, key: string): string {
  const [kind, ends] = key.split(/:(.*)/s) as [string, string | undefined];
  const named = (ends ?? '').split('>').map((id) => {
    const end = own(job.gear, id) ?? own(job.craft.batteries, id);
    return nameOf(end) ?? id;
  });
  return `${kind} ${named.join(' → ')}`;
}

function outputWords(job: Job, key: string): string {
  const channels = channelsOfOutput(key);
  const id = channels[0]!.split('/')[0]!;
  const item = own(job.gear, id);
  if (!item || !('bank' in item.item)) return key;
  const { bank, name } = item.item;
  const named = channels.map((channel) => bank.channels.find((c) => `${id}/${c.id}` === channel)?.name ?? channel);
  return `${name} ${named.join(' + ')}`;
}

const isFastener = (value: unknown): value is Fastener => isTree(value) && 'drive' in value && 'count' in value;
const isWiring = (value: unknown): value is Wiring =>
  isTree(value) && ['coil', 'series', 'parallel', 'split'].some((key) => Object.hasOwn(value, key));

/** A value of a job in words, for a person to choose between two. */
export function valueWords(job: Job, path: readonly string[], value: unknown): string {
  const last = path.at(-1);
  if (path[0] === 'seal') return value ? 'sealed' : 'not sealed, with other changes';
  if (path[0] === 'choices' && typeof value === 'string') {
    const options: Readonly<Record<string, { readonly name: string }>> = CHOICES[path[1] as ChoiceId].options;
    return options[value]?.name ?? value;
  }
  if (path[0] === 'overrules' && last !== 'why') {
    const set = isTree(value) && 'value' in value ? value['value'] : value;
    const { words } = OVERRULES[path[1] as OverruleKind] as Overrulable<Job>;
    return set === undefined ? 'as planned' : words(set, job);
  }
  if (path[1] === 'changes' && path.length === 4) {
    if (value === undefined) return 'as the pattern has it';
    const changes = { ...NO_CHANGES, [path[2]!]: { [last!]: value } };
    return differencesOf({ ...job.craft, changes })[0]!.words.join('; ');
  }
  if (last === 'place') {
    if (typeof value === 'string') return foundCraft(job).places[value]?.name ?? value;
    return path[0] === 'gear' ? 'not on the craft' : 'where the pattern has it';
  }
  if (last === 'there') return typeof value === 'string' ? THERE[value as keyof typeof THERE] : 'new';
  if (value === undefined) return 'taken out';
  if (value === null) return path[0] === 'feeds' ? 'as planned' : 'not set';
  if (value === '') return 'nothing';
  if (typeof value === 'string')
    return (last === 'from' && (job.gear[value]?.item.name ?? job.craft.batteries[value]?.name)) || value;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number')
    return path.includes('measures') || (last !== undefined && /Mm$/.test(last)) ? `${value} mm` : String(value);
  if (isWiring(value))
    return speakersOf(value)
      .map((id) => job.gear[id]?.item.name ?? id)
      .join(' + ');
  if (Array.isArray(value))
    return value.every((part) => typeof part === 'string') ? value.join(', ') : `${value.length} parts`;
  if (isFastener(value)) return fastenerWords(value);
  const kind = isTree(value) && isTree(value['item']) ? value['item']['kind'] : undefined;
  const named = nameOf(value);
  if (typeof kind === 'string') return `${GEAR_KIND_NAMES[kind as keyof typeof GEAR_KIND_NAMES]} ${named}`;
  if (named !== undefined) return named;
  if (isTree(value) && typeof value['reason'] === 'string') return value['reason'] || 'without a reason';
  // A record without a name: what it says, one after another.
  return isTree(value)
    ? Object.entries(value)
        .flatMap(([key, part]) =>
          typeof part === 'string' || typeof part === 'number' || typeof part === 'boolean'
            ? [`${worded(key)} ${part}`]
            : [],
        )
        .join(', ')
    : 'set';
}
