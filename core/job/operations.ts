import * as v from 'valibot';
import { FuseHolder, GearItem, Id, Text, upgradeGear } from '../gear/gear';
import { contentHash } from '../gear/hash';
import { line } from '../text/text';
import { CHOICE_IDS } from './choices';
import { MATERIAL_IDS } from '../craft/pattern';
import {
  CraftNote,
  FindingKey,
  FuseSpot,
  GaugeChoice,
  HiddenLamp,
  JobTitle,
  Memory,
  OverruleKey,
  PathKey,
  NO_FEED_CHOICE,
  Seal,
  Settings,
  StepId,
  StepMinutes,
  There,
  Why,
  Wishes,
  jobFaults,
  problemsOf,
  type Job,
} from './job';
import {
  NO_SOURCE_CHOICE,
  NO_SPEAKER_CHOICE,
  OldReturns,
  OutputKey,
  SourceChoice,
  SpeakerChoice,
  Title,
  Wiring,
  WiringRules,
  Zone,
  speakersOf,
} from './circuit';
import {
  Battery,
  Charging,
  Day,
  Existing,
  FIRST_BATTERY,
  NEW_BATTERY,
  NOMINAL_SYSTEMS,
  Shore,
  Solar,
  Tie,
  TurnOn,
  UNMEASURED,
} from './supply';
import { Patch, changesBetween, isTree, own, same } from './diff';
import { numbered, ordered } from './order';
import { fact } from './facts';
import { WIRING_KEY, overruleKey, type OverruleKind } from './overrules';

/**
 * Every edit of a job, by name. The same set serves mouse, keyboard, import, merge and tests. What an edit of an entry
 * does not name stays as it is, so that two people's edits of one entry both stand; a new entry is told whole.
 */
export const Operation = v.variant('op', [
  v.strictObject({
    op: v.literal('setTitle'),
    title: JobTitle,
  }),
  v.strictObject({ op: v.literal('setCustomer'), customer: Text }),
  v.strictObject({ op: v.literal('setWishes'), wishes: Wishes }),
  v.strictObject({ op: v.literal('setCraftNote'), note: CraftNote }),
  /** Null takes the pattern's own measure back. */
  v.strictObject({ op: v.literal('setMeasure'), measure: Id, mm: v.nullable(v.number()) }),
  /** Null strikes the entry out. A new circuit counts as not measured where nothing is said of it. */
  v.strictObject({ op: v.literal('setExisting'), id: Id, circuit: v.nullable(v.partial(Existing)) }),
  v.strictObject({ op: v.literal('setLamp'), id: Id, lamp: v.nullable(v.partial(HiddenLamp)) }),
  v.strictObject({ op: v.literal('setMemory'), id: Id, memory: v.nullable(v.partial(Memory)) }),
  /** Null goes back to the usual one. */
  v.strictObject({ op: v.literal('choose'), choice: v.picklist(CHOICE_IDS), option: v.nullable(line(40)) }),
  v.strictObject({
    op: v.literal('expectMinutes'),
    step: StepId,
    minutes: v.nullable(StepMinutes),
    why: v.optional(Why),
  }),
  /** Says anew why an overrule stands, on what is proposed now. */
  v.strictObject({ op: v.literal('giveReason'), key: OverruleKey, why: Why }),
  /** Takes a person's value back: the plan's proposal stands, where there still is one. */
  v.strictObject({ op: v.literal('dropOverrule'), key: OverruleKey }),
  /** Accepts a finding, with the reason; null judges it anew. */
  v.strictObject({ op: v.literal('acceptFinding'), key: FindingKey, why: v.nullable(Why) }),
  v.strictObject({ op: v.literal('setHull'), hull: v.nullable(v.picklist(MATERIAL_IDS)) }),
  v.strictObject({ op: v.literal('sheathe'), gear: Id, sheathed: v.boolean() }),
  v.strictObject({ op: v.literal('tapAhead'), gear: Id, ahead: v.boolean() }),
  v.strictObject({ op: v.literal('sealJob'), seal: Seal }),
  v.strictObject({ op: v.literal('openSeal') }),
  /** Null takes it away. Edits recorded when a craft had one battery name none: it is the first. */
  v.strictObject({
    op: v.literal('setBattery'),
    id: v.optional(Id),
    battery: v.nullable(v.partial(Battery)),
  }),
  v.strictObject({ op: v.literal('setTie'), id: Id, tie: v.nullable(v.partial(Tie)) }),
  v.strictObject({ op: v.literal('setShore'), shore: v.nullable(v.partial(Shore)) }),
  v.strictObject({ op: v.literal('setSolar'), solar: v.nullable(v.partial(Solar)) }),
  v.strictObject({ op: v.literal('setNominal'), volts: v.picklist(NOMINAL_SYSTEMS) }),
  v.strictObject({ op: v.literal('setKeyOff'), milliamp: fact('keyOffMilliamp') }),
  v.strictObject({ op: v.literal('setFrame'), milliohm: fact('frameMilliohm') }),
  v.strictObject({ op: v.literal('setTurnOn'), turnOn: v.partial(TurnOn) }),
  v.strictObject({ op: v.literal('setDay'), day: v.partial(Day) }),
  v.strictObject({ op: v.literal('setCharging'), charging: v.partial(Charging) }),
  v.strictObject({ op: v.literal('setSettings'), settings: v.partial(Settings) }),
  v.strictObject({ op: v.literal('addGear'), id: Id, item: GearItem, place: v.nullable(Id) }),
  v.strictObject({ op: v.literal('placeGear'), id: Id, place: v.nullable(Id) }),
  v.strictObject({ op: v.literal('removeGear'), id: Id }),
  v.strictObject({ op: v.literal('wireChannel'), channel: OutputKey, wiring: v.nullable(Wiring) }),
  /** Why the wiring stands over what was proposed; null takes the reason back. */
  v.strictObject({ op: v.literal('explainWiring'), why: v.nullable(Why) }),
  /** Null strikes the zone out; its speakers then belong to none. */
  v.strictObject({ op: v.literal('setZone'), id: Id, zone: v.nullable(v.partial(Zone)) }),
  v.strictObject({ op: v.literal('setSpeaker'), id: Id, choice: v.partial(SpeakerChoice) }),
  v.strictObject({ op: v.literal('setSource'), id: Id, choice: v.partial(SourceChoice) }),
  /** Null sets the channel free. */
  v.strictObject({ op: v.literal('reserveChannel'), channel: OutputKey, what: v.nullable(Title) }),
  v.strictObject({ op: v.literal('setWiringRules'), rules: v.partial(WiringRules) }),
  v.strictObject({ op: v.literal('setOldReturns'), returns: OldReturns }),
  /** Null: it is new. */
  v.strictObject({ op: v.literal('setThere'), id: Id, there: v.nullable(There) }),
  v.strictObject({ op: v.literal('chooseHolder'), gear: Id, holder: v.nullable(FuseHolder) }),
  v.strictObject({
    op: v.literal('chooseFuse'),
    gear: Id,
    amps: v.nullable(fact('fuseA')),
    why: v.optional(Why),
  }),
  v.strictObject({
    op: v.literal('chooseGauge'),
    gear: Id,
    gauge: v.nullable(GaugeChoice),
    why: v.optional(Why),
  }),
  v.strictObject({ op: v.literal('placeFuse'), gear: Id, atMm: FuseSpot }),
  /** Null: the battery the sound is fed from. */
  v.strictObject({ op: v.literal('feedFrom'), gear: Id, from: v.nullable(Id) }),
  v.strictObject({ op: v.literal('allow150'), gear: Id, allow: v.boolean() }),
  v.strictObject({ op: v.literal('chooseWay'), run: PathKey, legs: v.nullable(v.array(Id)), why: v.optional(Why) }),
  v.strictObject({
    op: v.literal('chooseLead'),
    run: PathKey,
    gauge: v.nullable(GaugeChoice),
    why: v.optional(Why),
  }),
  v.strictObject({ op: v.literal('restore'), patches: v.pipe(v.array(Patch), v.minLength(1)) }),
]);
export type Operation = v.InferOutput<typeof Operation>;

/** The operation does not apply to the job as it stands now. */
export class OperationError extends Error {
  constructor(
    readonly operation: Operation['op'],
    message: string,
  ) {
    super(message);
    this.name = 'OperationError';
  }
}

/** The job after one operation; the job given is left as it was. Throws OperationError. */
export function apply(job: Job, operation: Operation): Job {
  if (job.seal && operation.op !== 'openSeal' && operation.op !== 'restore')
    throw new OperationError(operation.op, 'the job is sealed; open the seal at Hand over first');
  const next = change(job, operation);
  if (job.seal && next.seal === job.seal && next !== job)
    throw new OperationError(operation.op, 'the job is sealed; open the seal at Hand over first');
  if (next === job) return job;
  const fault = jobFaults(next)[0];
  if (fault) throw new OperationError(operation.op, `${fault.path.join('.')}: ${fault.expected}`);
  return ordered(numbered(next));
}

export function applyAll(job: Job, operations: readonly Operation[]): Job {
  return operations.reduce(apply, job);
}

function change(job: Job, o: Operation): Job {
  switch (o.op) {
    case 'setTitle':
      return { ...job, title: o.title };
    case 'setCustomer':
      return { ...job, customer: o.customer };
    case 'setWishes':
      return { ...job, wishes: o.wishes };
    case 'setCraftNote':
      return craft(job, { note: o.note });
    case 'setMeasure':
      return craft(job, { measures: entry(job.craft.measures, o.measure, o.mm) });
    case 'setExisting':
      return {
        ...craft(job, {
          existing: entry(
            job.craft.existing,
            o.id,
            whole(o.op, Existing, job.craft.existing[o.id] ?? UNMEASURED, o.circuit, o.id),
          ),
        }),
        ...(o.circuit === null && job.turnOn.source === o.id ? { turnOn: { ...job.turnOn, source: null } } : {}),
      };
    case 'setLamp':
      return craft(job, {
        lamps: entry(job.craft.lamps, o.id, whole(o.op, HiddenLamp, job.craft.lamps[o.id], o.lamp, o.id)),
      });
    case 'setMemory':
      return craft(job, {
        memories: entry(job.craft.memories, o.id, whole(o.op, Memory, job.craft.memories[o.id], o.memory, o.id)),
      });
    case 'choose':
      return { ...job, choices: entry(job.choices as Record<string, string>, o.choice, o.option) };
    case 'expectMinutes':
      return because({ ...job, minutes: entry(job.minutes, o.step, o.minutes) }, 'minutes', o.step, o.minutes, o.why);
    case 'giveReason':
      return { ...job, overrules: { ...job.overrules, [o.key]: o.why } };
    case 'dropOverrule':
      return dropOverrule(job, o.key);
    case 'acceptFinding':
      return { ...job, accepted: entry(job.accepted, o.key, o.why) };
    case 'setHull':
      return craft(job, { hull: o.hull });
    case 'sheathe':
      return feed(job, o.op, o.gear, { sheathed: o.sheathed });
    case 'tapAhead':
      return feed(job, o.op, o.gear, { ahead: o.ahead });
    case 'sealJob':
      return { ...job, seal: o.seal };
    case 'openSeal':
      return { ...job, seal: null };
    case 'setBattery':
      return setBattery(job, o.id ?? FIRST_BATTERY, o.battery);
    case 'setTie':
      return craft(job, { ties: entry(job.craft.ties, o.id, whole(o.op, Tie, job.craft.ties[o.id], o.tie, o.id)) });
    case 'setShore':
      return craft(job, { shore: whole(o.op, Shore, job.craft.shore, o.shore, 'the shore charger') });
    case 'setSolar':
      return craft(job, { solar: whole(o.op, Solar, job.craft.solar, o.solar, 'the solar panels') });
    case 'setNominal':
      return craft(job, { nominalVolts: o.volts });
    case 'setKeyOff':
      return craft(job, { keyOffMilliamp: o.milliamp });
    case 'setFrame':
      return craft(job, { frameMilliohm: o.milliohm });
    case 'setTurnOn':
      return { ...job, turnOn: { ...job.turnOn, ...said(o.turnOn) } };
    case 'setDay':
      return { ...job, day: { ...job.day, ...said(o.day) } };
    case 'setCharging':
      return { ...job, craft: { ...job.craft, charging: { ...job.craft.charging, ...said(o.charging) } } };
    case 'setSettings':
      return { ...job, settings: { ...job.settings, ...said(o.settings) } };
    case 'addGear': {
      if (Object.hasOwn(job.gear, o.id)) throw new OperationError(o.op, `gear ${o.id} is already in the job`);
      // An edit recorded by an older version brings an older version's item.
      const item = upgradeGear(o.item);
      return {
        ...job,
        gear: { ...job.gear, [o.id]: { item, itemHash: contentHash(item), place: o.place, there: null } },
      };
    }
    case 'placeGear': {
      const placed = gearOf(job, o.op, o.id);
      return dropStaleWays({ ...job, gear: { ...job.gear, [o.id]: { ...placed, place: o.place } } }, o.id);
    }
    case 'removeGear': {
      gearOf(job, o.op, o.id);
      return dropStaleWays(
        {
          ...job,
          gear: without(job.gear, (id) => id === o.id),
          feeds: fedElsewhere(
            without(job.feeds, (id) => id === o.id),
            o.id,
          ),
          turnOn: job.turnOn.through === o.id ? { ...job.turnOn, through: null } : job.turnOn,
          circuits: without(
            job.circuits,
            (key, wiring) => key.startsWith(`${o.id}/`) || speakersOf(wiring).includes(o.id),
          ),
          leadGauges: without(job.leadGauges, (run) => touches(run, o.id)),
          speakers: Object.fromEntries(
            Object.entries(without(job.speakers, (id) => id === o.id)).map(([id, choice]) => [
              id,
              choice.pin?.startsWith(`${o.id}/`) ? { ...choice, pin: null } : choice,
            ]),
          ),
          sources: without(job.sources, (id) => id === o.id),
          reserved: without(job.reserved, (key) => key.startsWith(`${o.id}/`)),
          zones: Object.fromEntries(
            Object.entries(job.zones).map(([id, zone]) => [
              id,
              zone.control === o.id ? { ...zone, control: null } : zone,
            ]),
          ),
          overrules: without(
            job.overrules,
            (key) => key === overruleKey('gauge', o.id) || key === overruleKey('fuse', o.id),
          ),
          craft: {
            ...job.craft,
            lamps: Object.fromEntries(
              Object.entries(job.craft.lamps).map(([id, lamp]) => [
                id,
                lamp.by === o.id ? { ...lamp, by: null } : lamp,
              ]),
            ),
          },
        },
        o.id,
      );
    }
    case 'wireChannel':
      return {
        ...job,
        circuits:
          o.wiring === null
            ? without(job.circuits, (key) => key === o.channel)
            : { ...job.circuits, [o.channel]: o.wiring },
      };
    case 'explainWiring':
      return { ...job, overrules: entry(job.overrules, WIRING_KEY, o.why) };
    case 'setZone': {
      const zones = entry(job.zones, o.id, whole(o.op, Zone, job.zones[o.id], o.zone, o.id));
      if (o.zone) return { ...job, zones };
      const left = Object.entries(job.speakers).map(([id, choice]) => [
        id,
        choice.zone === o.id ? { ...choice, zone: null } : choice,
      ]);
      return { ...job, zones, speakers: Object.fromEntries(left) as Job['speakers'] };
    }
    case 'setSpeaker':
      gearOf(job, o.op, o.id);
      return {
        ...job,
        speakers: { ...job.speakers, [o.id]: { ...NO_SPEAKER_CHOICE, ...job.speakers[o.id], ...said(o.choice) } },
      };
    case 'setSource':
      gearOf(job, o.op, o.id);
      return {
        ...job,
        sources: { ...job.sources, [o.id]: { ...NO_SOURCE_CHOICE, ...job.sources[o.id], ...said(o.choice) } },
      };
    case 'reserveChannel':
      return { ...job, reserved: entry(job.reserved, o.channel, o.what) };
    case 'setWiringRules':
      return { ...job, wiringRules: { ...job.wiringRules, ...defined(o.rules) } };
    case 'setOldReturns':
      return craft(job, { oldReturns: o.returns });
    case 'setThere':
      return { ...job, gear: { ...job.gear, [o.id]: { ...gearOf(job, o.op, o.id), there: o.there } } };
    case 'chooseHolder':
      return feed(job, o.op, o.gear, { holder: o.holder });
    case 'chooseFuse':
      return because(feed(job, o.op, o.gear, { fuseA: o.amps }), 'fuse', o.gear, o.amps, o.why);
    case 'chooseGauge':
      return because(feed(job, o.op, o.gear, { gauge: o.gauge }), 'gauge', o.gear, o.gauge, o.why);
    case 'placeFuse':
      return feed(job, o.op, o.gear, { fuseAtMm: o.atMm });
    case 'feedFrom':
      return dropStaleFeed(feed(job, o.op, o.gear, { from: o.from }), o.gear);
    case 'allow150':
      return feed(job, o.op, o.gear, { allow150: o.allow });
    case 'chooseWay':
      return because({ ...job, ways: entry(job.ways, o.run, o.legs) }, 'way', o.run, o.legs, o.why);
    case 'chooseLead':
      return because({ ...job, leadGauges: entry(job.leadGauges, o.run, o.gauge) }, 'lead', o.run, o.gauge, o.why);
    case 'restore':
      return restored(job, o.patches);
  }
}

const defined = <T extends object>(part: T) =>
  Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]-?: NonNullable<T[K]>;
  };

/** What is said in a partial choice; null is something said. */
const said = <T extends object>(part: T) =>
  Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]-?: Exclude<T[K], undefined>;
  };

function gearOf(job: Job, op: Operation['op'], id: string) {
  const placed = job.gear[id];
  if (!placed) throw new OperationError(op, `gear ${id} is no longer in the job`);
  return placed;
}

function feed(job: Job, op: Operation['op'], gear: string, part: Partial<Job['feeds'][string]>): Job {
  gearOf(job, op, gear);
  return { ...job, feeds: { ...job.feeds, [gear]: { ...NO_FEED_CHOICE, ...job.feeds[gear], ...part } } };
}

/** One battery changed, added or taken away; what names one that is gone names none. */
function setBattery(job: Job, id: string, part: { [K in keyof Battery]?: Battery[K] | undefined } | null): Job {
  const { batteries, ties, charging, shore, solar } = job.craft;
  if (part) {
    const battery = { ...NEW_BATTERY, ...batteries[id], ...said(part) } as Battery;
    return craft(job, { batteries: { ...batteries, [id]: battery } });
  }
  return {
    ...craft(job, {
      batteries: without(batteries, (key) => key === id),
      ties: without(ties, (_, tie) => tie.from === id || tie.to === id),
      charging: charging.at === id ? { ...charging, at: null } : charging,
      shore: shore?.at === id ? null : shore,
      solar: solar?.at === id ? null : solar,
    }),
    feeds: fedElsewhere(job.feeds, id),
  };
}

/** Feeds that came from here come from the usual battery. */
const fedElsewhere = (feeds: Job['feeds'], from: string): Job['feeds'] =>
  Object.fromEntries(Object.entries(feeds).map(([id, f]) => [id, f.from === from ? { ...f, from: null } : f]));

/** A way pinned for a feed that now begins elsewhere. */
function dropStaleFeed(job: Job, gear: string): Job {
  const stale = (run: string) => /^(feed|return):/.test(run) && run.endsWith(`>${gear}`);
  return {
    ...job,
    ways: without(job.ways, stale),
    overrules: without(job.overrules, (key) => key.startsWith('way=') && stale(key.slice(4))),
  };
}

function without<T>(map: Record<string, T>, drop: (key: string, value: T) => boolean): Record<string, T> {
  return Object.fromEntries(Object.entries(map).filter(([key, value]) => !drop(key, value)));
}

const craft = (job: Job, part: Partial<Job['craft']>): Job => ({ ...job, craft: { ...job.craft, ...part } });

/** A map with one entry set, or struck out by null. */
function entry<T>(map: Record<string, T>, id: string, value: T | null): Record<string, T> {
  return value === null ? without(map, (key) => key === id) : { ...map, [id]: value };
}

/** An entry with what is said of it; a new one must be told whole. Null strikes it out. */
function whole<T extends v.GenericSchema<object, object>>(
  op: Operation['op'],
  schema: T,
  known: Partial<v.InferOutput<T>> | null | undefined,
  part: object | null,
  named: string,
): v.InferOutput<T> | null {
  if (part === null) return null;
  const parsed = v.safeParse(schema, { ...known, ...said(part) });
  if (parsed.success) return parsed.output;
  const [first] = problemsOf(parsed.issues, named);
  throw new OperationError(
    op,
    `${named} is not in the job (any more), and this does not say all of it: ${first!.path}: ${first!.expected}`,
  );
}

/** Keeps why a value stands beside it; a value taken back takes its reason along. */
function because(job: Job, kind: OverruleKind, subject: string, value: unknown, why: Why | undefined): Job {
  const key = overruleKey(kind, subject);
  if (value === null) return { ...job, overrules: without(job.overrules, (k) => k === key) };
  // A value set anew without a reason does not inherit the reason of the one before.
  return { ...job, overrules: entry(job.overrules, key, why ?? null) };
}

function dropOverrule(job: Job, key: string): Job {
  const at = key.indexOf('=');
  const [kind, subject] = [key.slice(0, at), key.slice(at + 1)];
  const overrules = without(job.overrules, (k) => k === key);
  const drop = <T>(map: Record<string, T>) => without(map, (k) => k === subject);
  if (kind === 'way') return { ...job, overrules, ways: drop(job.ways) };
  if (kind === 'lead') return { ...job, overrules, leadGauges: drop(job.leadGauges) };
  if (kind === 'minutes') return { ...job, overrules, minutes: drop(job.minutes) };
  if (kind === 'wiring') return { ...job, overrules };
  if (kind !== 'gauge' && kind !== 'fuse') throw new OperationError('dropOverrule', `there is no overrule ${key}`);
  const choice = job.feeds[subject];
  const part = kind === 'gauge' ? { gauge: null } : { fuseA: null };
  return choice
    ? { ...job, overrules, feeds: { ...job.feeds, [subject]: { ...choice, ...part } } }
    : { ...job, overrules };
}

const touches = (run: string, gear: string) =>
  run
    .slice(run.indexOf(':') + 1)
    .split('>')
    .includes(gear);

/** A pinned way leads between two places; when an end moves it no longer leads there. */
function dropStaleWays(job: Job, gear: string): Job {
  const stale = (run: string) => touches(run, gear);
  return {
    ...job,
    ways: without(job.ways, stale),
    overrules: without(job.overrules, (key) => key.startsWith('way=') && stale(key)),
  };
}

// ── Exact undo ──────────────────────────────────────────────────────────────────────────────────

/**
 * The operation that turns `after` back into `before`, touching only what differs between them, so
 * that somebody else's edits elsewhere survive it. Undefined when nothing differs.
 */
export function undoOf(before: Job, after: Job): Operation | undefined {
  const patches = changesBetween(after, before);
  return patches.length ? { op: 'restore', patches } : undefined;
}

/** What a job is, whoever edits it. */
const FIXED: readonly string[] = ['id', 'format', 'version'];

function restored(job: Job, patches: readonly Patch[]): Job {
  const fixed = patches.find(({ path }) => FIXED.includes(path[0]!));
  if (fixed) throw new OperationError('restore', `${fixed.path.join('.')} of a job never changes`);
  return patches.reduce<Job>((doc, patch) => patched(doc, patch, patch.path) as Job, job);
}

function patched(doc: unknown, patch: Patch, path: readonly string[]): unknown {
  const [key, ...rest] = path;
  if (key === undefined) {
    if (!same(doc, patch.from)) throw new OperationError('restore', `${patch.path.join('.')} has been changed since`);
    return patch.to;
  }
  // Own members only: a path named __proto__ must not reach anything.
  if (!isTree(doc) || key === '__proto__')
    throw new OperationError('restore', `${patch.path.join('.')} is no longer there`);
  const value = patched(own(doc, key), patch, rest);
  if (value === undefined) return without(doc, (k) => k === key);
  return { ...doc, [key]: value };
}

// ── Words ───────────────────────────────────────────────────────────────────────────────────────

/** What an operation did, for the undo button and the record. */
export function describe(operation: Operation): string {
  switch (operation.op) {
    case 'addGear':
      return `add ${operation.item.name}`;
    case 'restore':
      return 'restore';
    default:
      return OPERATION_WORDS[operation.op];
  }
}

const OPERATION_WORDS: Record<Exclude<Operation['op'], 'addGear' | 'restore'>, string> = {
  setTitle: 'change title',
  setCustomer: 'change customer',
  setWishes: 'change wishes',
  setCraftNote: 'change note',
  setMeasure: 'change measure',
  setExisting: 'change existing circuit',
  setLamp: 'change hidden lamp',
  setMemory: 'change memory',
  choose: 'choose a school',
  expectMinutes: 'expect minutes',
  giveReason: 'give a reason',
  dropOverrule: 'take the proposal',
  acceptFinding: 'accept a finding',
  setHull: 'change what the hull is made of',
  sheathe: 'change the sheath',
  tapAhead: 'change where it is tapped',
  sealJob: 'seal the job',
  openSeal: 'open the seal',
  setBattery: 'change battery',
  setTie: 'change what joins the batteries',
  setShore: 'change shore charger',
  setSolar: 'change solar panels',
  setNominal: 'change system volts',
  setKeyOff: 'change what the craft draws key off',
  setFrame: 'change frame resistance',
  setTurnOn: 'change turn-on',
  setDay: 'change the day',
  feedFrom: 'feed from elsewhere',
  allow150: 'change the fuse allowance',
  setCharging: 'change charging',
  setSettings: 'change settings',
  placeGear: 'move gear',
  removeGear: 'take gear out',
  wireChannel: 'wire channel',
  chooseHolder: 'choose fuse holder',
  chooseFuse: 'choose fuse',
  chooseGauge: 'choose gauge',
  placeFuse: 'move fuse',
  chooseWay: 'choose way',
  chooseLead: 'choose lead',
  explainWiring: 'say why it is wired so',
  setZone: 'change zone',
  setSpeaker: 'change speaker',
  setSource: 'change source',
  reserveChannel: 'keep channel free',
  setWiringRules: 'change what proposals keep to',
  setOldReturns: 'change what the old leads showed',
  setThere: 'change what is there already',
};
