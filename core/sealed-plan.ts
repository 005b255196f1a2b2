import { foundCraft } from './craft/own';
import { DRIVE_IDS } from './tables/fasteners';
import * as v from 'valibot';
import { PHASES } from './build/index';
import { SEVERITIES, STATIONS } from './findings/finding';
import { Wiring } from './job/circuit';
import { OVERRULE_KINDS } from './job/parts/overrules';
import { PIN_USE_IDS } from './gear/pins';
import { PORT_KIND_IDS } from './gear/ports';
import { type Job } from './job/job';
import { WISH_IDS } from './job/parts/asked';
import { PIN_FATES, type PinFate } from './job/parts/pins';
import { CHANNEL_SEATS } from './tables/colours';
import { SPLICE_SIZES } from './tables/terminals';
import { upgradePlan } from './plan-upgrade';
import type { Plan } from './plan';
import { problemsOf } from './document/fault';

const text = v.string();
const number = v.number();
const flag = v.boolean();
const texts = v.array(text);
const entries = <T extends v.GenericSchema>(value: T) => v.record(text, value);
const some = v.looseObject;
const colour = some({ body: text });
const item = some({ kind: text, name: text });
const conductors = v.array(some({ colour, use: text }));

const vector = v.tuple([number, number, number]);

const Run = some({
  id: text,
  kind: v.picklist(['feed', 'return', 'switched', 'turnOn', 'line', 'speaker', 'link']),
  from: text,
  to: text,
  conductors,
  fromPlace: v.optional(text),
  toPlace: v.optional(text),
  way: v.optional(some({ legs: texts, nodes: texts, lengthMm: number })),
  fished: texts,
  pinned: flag,
  pinBroken: flag,
  points: v.array(vector),
  layMm: number,
  plugsMm: number,
  old: flag,
  allowanceMm: number,
  cutMm: number,
});

const Circuit = some({
  key: text,
  source: text,
  output: some({ key: text, source: text, item, channels: v.pipe(texts, v.minLength(1)), name: text }),
  wiring: Wiring,
  nominalOhm: number,
  dipOhm: number,
  loadOhm: number,
  refused: flag,
  volts: number,
  watts: number,
  speakers: v.array(
    some({
      gear: text,
      item,
      watts: number,
      mostWatts: number,
      share: number,
      rmsRatio: number,
      leadOhm: number,
      leadLossDb: number,
    }),
  ),
});

const Speakers = some({
  circuits: entries(Circuit),
  unwired: texts,
  zones: v.array(some({ name: text, listener: text, mono: flag, speakers: texts })),
  audioWatts: entries(number),
});

const FeedState = some({ postVolts: number, deviceVolts: number, amps: number, dropVolts: number, dropPct: number });
const Feed = some({
  gear: text,
  item,
  choice: some({}),
  feeder: text,
  battery: text,
  nominalVolts: number,
  audioWatts: number,
  run: v.optional(some({ outMm: number, backMm: number, together: number })),
  there: flag,
  reachMm: number,
  gauge: text,
  ampacity: some({ amps: number, tableA: number, factors: v.array(some({ name: text, value: number })) }),
  ampacityA: number,
  fuseLimitA: number,
  fuseA: v.optional(number),
  fuseNeedA: number,
  worst: some({ amps: text, drop: text }),
  states: entries(FeedState),
  collapsed: flag,
  stretches: v.array(
    some({ part: text, name: text, ohm: number, amps: number, lostVolts: number, fromMm: number, toMm: number }),
  ),
});

const Power = some({
  common: v.optional(some({ run: text, gear: text, gauge: text, backMm: number, ampacityA: number, carriesA: number })),
  feeds: entries(Feed),
  circuits: entries(Feed),
  audioWatts: entries(number),
  battery: text,
  totalAmps: entries(number),
  postVolts: entries(number),
  sources: entries(entries(some({ volts: number, amps: number, state: text }))),
  musicHours: v.optional(v.nullable(number)),
});

const Step = some({
  id: text,
  phase: v.picklist(Object.keys(PHASES) as (keyof typeof PHASES)[]),
  title: text,
  minutes: number,
  plannedMinutes: number,
  second: flag,
  tools: texts,
  lines: texts,
  fasteners: v.array(
    some({
      id: text,
      count: number,
      drive: v.picklist(DRIVE_IDS),
      size: text,
      where: text,
      torqueNm: v.nullable(number),
    }),
  ),
  checks: v.array(some({ id: text, text })),
  ends: v.array(some({ colour, use: text, wire: text, to: text, with: text })),
  cautions: texts,
  after: texts,
  gate: texts,
  subject: some({ kind: text, id: text }),
});
const Opened = some({
  cover: text,
  state: text,
  way: some({ minutes: some({}), fasteners: entries(some({ count: number })) }),
});

const Finding = some({
  key: text,
  rule: text,
  station: v.picklist(STATIONS),
  severity: v.picklist(SEVERITIES),
  title: text,
  formula: text,
  source: some({ text, fromMemory: flag }),
  subject: some({ kind: text, id: text }),
  reason: text,
  figures: v.array(some({ name: text, value: v.nullable(number), unit: text })),
});

const Cut = some({ run: text, from: text, to: text, use: text, colour, gauge: v.optional(text), lengthMm: number });

const PinRow = some({
  pin: some({
    id: text,
    plug: text,
    at: text,
    colour: v.nullable(colour),
    does: v.union([v.picklist(PIN_USE_IDS), some({ seat: v.picklist(CHANNEL_SEATS), side: text })]),
    size: v.nullable(v.picklist(SPLICE_SIZES)),
  }),
  fate: v.picklist(Object.keys(PIN_FATES) as [PinFate, ...PinFate[]]),
  said: flag,
  far: v.optional(
    some({
      run: v.optional(text),
      old: v.optional(some({ gear: text, pin: text })),
      circuit: v.optional(text),
      colour: v.optional(colour),
      size: v.optional(v.picklist(SPLICE_SIZES)),
    }),
  ),
});

/** What every reader of a plan takes for granted, of this planner's plans and of older ones brought up to it. */
const SealedPlan = some({
  planner: text,
  chapters: v.optional(entries(number)),
  tags: entries(text),
  runs: v.array(Run),
  speakers: Speakers,
  inputs: v.array(some({ amplifier: text, channels: texts, kind: text, head: text, from: text, outputs: texts })),
  splices: v.array(
    some({ speaker: text, source: text, output: text, plus: colour, minus: colour, clashes: texts, meanings: texts }),
  ),
  power: Power,
  turnOn: some({ neededA: number, availableA: number, turnedOn: texts, candidates: v.array(some({ id: text })) }),
  keyOff: v.array(
    some({
      battery: text,
      drains: v.array(some({ what: text, amps: number })),
      amps: number,
      days: v.nullable(number),
    }),
  ),
  terminals: v.array(some({ run: text, at: text, use: text, with: text })),
  isolation: some({ off: texts, on: texts }),
  build: some({ steps: v.array(Step), teardown: some({ covers: v.array(Opened), toolChanges: number, proven: flag }) }),
  cutList: some({
    cuts: v.array(Cut),
    reels: v.array(some({ what: text, gauge: v.optional(text), colour, pieces: number, totalMm: number })),
    wireM: number,
  }),
  bundles: v.array(
    some({
      leg: text,
      wires: v.array(some({ run: text, colour, use: text, mm: number })),
      mm: number,
      leastMm: number,
      ties: number,
      passes: v.array(some({ name: text, needMm: number, clearMm: number, mostMm: number, fits: flag })),
    }),
  ),
  pins: v.array(some({ gear: text, told: flag, rows: v.array(PinRow) })),
  links: v.array(
    some({
      id: text,
      kind: v.picklist(PORT_KIND_IDS),
      run: text,
      from: text,
      to: text,
      neededMm: v.optional(number),
      haveMm: v.optional(number),
      old: flag,
    }),
  ),
  looms: v.array(
    some({
      id: text,
      first: v.picklist(['start', 'ends']),
      ends: v.array(some({ end: text, name: text, runs: texts, haveMm: number, overMm: v.optional(number) })),
      trunk: v.array(some({ atMm: number, mm: number })),
      forks: v.array(some({ atMm: number, node: text, along: number })),
      shortMm: number,
    }),
  ),
  wishes: v.array(some({ wish: v.picklist(WISH_IDS), answered: flag, words: text })),
  parts: v.array(
    some({
      key: text,
      what: text,
      needed: number,
      unit: v.picklist(['', 'mm']),
      inKit: number,
      have: number,
      order: number,
      arrived: number,
      for: texts,
    }),
  ),
  minutes: entries(number),
  overrules: v.optional(v.array(some({ key: text, kind: v.picklist(OVERRULE_KINDS), about: text, value: text }))),
  mounts: entries(
    some({
      place: text,
      panel: text,
      inside: v.nullable(some({ gear: text, seat: number })),
      frame: some({ at: vector, across: vector, up: vector, out: vector }),
      at: v.tuple([number, number]),
      lying: some({}),
      clearances: v.array(some({ limit: text })),
      schedule: some({ holes: v.array(some({ mm: number })), sawn: v.array(some({})) }),
    }),
  ),
  boards: entries(
    some({
      at: entries(some({ at: v.tuple([number, number]), turnDeg: number })),
      gear: texts,
      screws: v.array(v.tuple([number, number])),
    }),
  ),
  findings: v.array(Finding),
  ledger: some({ wireM: number, hours: number, stops: number }),
});

/**
 * What is wrong with the plan a job was sealed with, by path: one that was made up, or written by something else.
 * Empty where it can be read, and where the job is not sealed.
 */
export function sealFaults({ seal, gear, craft }: Job): { path: string; expected: string }[] {
  if (!seal) return [];
  let plan: Plan;
  try {
    plan = upgradePlan(seal.plan as unknown as Plan);
  } catch {
    return [{ path: 'seal.plan', expected: `expected a plan as planner ${seal.planner} makes them` }];
  }
  const parsed = v.safeParse(SealedPlan, plan);
  const at = (path: string) => `seal.plan.${path}`;
  if (!parsed.success)
    return problemsOf(parsed.issues, '(the plan)').map(({ path, expected }) => ({ path: at(path), expected }));
  const { power, speakers, runs, build, pins } = parsed.output;
  const { legs, covers } = foundCraft({ craft });
  type Named = [path: string, id: string, of: object, what: string];
  const named: Named[] = [
    ...Object.keys(power.feeds).map((id): Named => [`power.feeds.${id}`, id, gear, 'gear of this job']),
    ...Object.entries(speakers.circuits).flatMap(([key, circuit]) =>
      [circuit.source, ...circuit.speakers.map((share) => share.gear)].map((id): Named => [
        `speakers.circuits.${key}`,
        id,
        gear,
        'gear of this job',
      ]),
    ),
    ...pins.flatMap(({ gear: own, rows }, i) =>
      [own, ...rows.flatMap(({ far }) => far?.old?.gear ?? [])].map((id): Named => [
        `pins.${i}`,
        id,
        gear,
        'gear of this job',
      ]),
    ),
    ...runs.flatMap(({ way }, i) =>
      (way?.legs ?? []).map((id): Named => [`runs.${i}.way.legs`, id, legs, 'legs of this craft']),
    ),
    ...build.teardown.covers.map(({ cover }, i): Named => [
      `build.teardown.covers.${i}`,
      cover,
      covers,
      'a cover of this craft',
    ]),
  ];
  return named
    .filter(([, id, of]) => !Object.hasOwn(of, id))
    .map(([path, id, , what]) => ({ path: at(path), expected: `expected ${what}, not ${id}` }));
}
