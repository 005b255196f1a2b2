import { CHANGED_NAMES, differencesOf } from '#core/craft/differences';
import { foundCraft } from '#core/craft/own';
import PDFDocument from 'pdfkit';
import { suppliesOf } from '#core/panels/supplies';
import {
  PHASES,
  buildState,
  fastenedWords,
  fastenerLedger,
  notReady,
  toolsByPhase,
  type Step,
} from '#core/build/index';
import { endName, endPlace, runWords, type Run } from '#core/connections/runs';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { inUse } from '#core/job/parts/gear';
import { unusedOf } from '#core/harness/index';
import { WISHES } from '#core/job/parts/asked';
import { OVERRULES } from '#core/job/parts/overrules';
import { PIN_FATES } from '#core/job/parts/pins';
import { farWords, leadWords, pinEnd } from '#core/connections/pins';
import { PORT_KINDS } from '#core/gear/ports';
import { ACCESSES, CHEMISTRIES, ROLES } from '#core/job/supply';
import type { Plan } from '#core/plan';
import { askedOf, fusePlace, mostDrawn, mostLost, powerFigures, spareAmps } from '#core/power/index';
import { wholePlan } from '#core/shown';
import { CAUTIONS } from '#core/tables/cautions';
import { colourText } from '#core/tables/colours';
import { gaugeName } from '#core/tables/conductors';
import { notThose, toolOf } from '#core/tables/fasteners';
import { cite } from '#core/tables/source';
import { figure, short } from '#core/units/figures';
import { LEAST_IN_STEPS, MM_PER_INCH, figureShown, lengthShown, unitShown, type UnitSystem } from '#core/units/shown';
import { forSheet } from './pictures';
import { FONTS, FOOT, MARGIN, Pen, type SheetPhoto } from './sheet-pen';

/**
 * The job sheet: gear, circuits, feeds, cut list, steps, fasteners, findings, overrules, photographs and the
 * drawing, A4. A sealed job gives the sheet of the day it was sealed. A photograph that will not be drawn leaves its
 * frame; lengths are in the given units, tools and fasteners in their own.
 */
export async function jobSheetPdf(
  job: Job,
  events: readonly BayEvent[],
  photos: readonly SheetPhoto[] = [],
  units: UnitSystem = 'metric',
): Promise<Buffer> {
  const plan = wholePlan(job);
  const pictures = await drawable(photos);
  const doc = new PDFDocument({
    size: 'A4',
    margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN + FOOT },
    bufferPages: true,
    info: { Title: job.title, Creator: 'Haltrik', CreationDate: new Date(job.seal?.at ?? 0) },
    lang: 'en',
  });
  const chunks: Buffer[] = [];
  doc.on('data', (chunk: Buffer) => chunks.push(chunk));
  const ended = new Promise<void>((done) => doc.on('end', done));
  doc.registerFont('text', FONTS.text);
  doc.registerFont('strong', FONTS.strong);
  const pen = new Pen(doc, units);
  pen.titleBlock(job, plan);
  pen.drawing(job, plan);
  wishes(pen, job, plan);
  differences(pen, job);
  gear(pen, job, plan);
  circuits(pen, job, plan);
  feeds(pen, job, plan);
  cuts(pen, job, plan);
  leads(pen, job, plan);
  links(pen, job, plan);
  parts(pen, job, plan);
  overrules(pen, plan);
  findings(pen, plan);
  ready(pen, job, plan);
  steps(pen, plan, events);
  fasteners(pen, job, plan, events);
  formulas(pen, job, plan);
  pen.photographs(pictures);
  pen.signatures(job);
  pen.feet(job);
  doc.end();
  await ended;
  return Buffer.concat(chunks);
}

/** Photographs as the PDF takes them: JPEGs of our own making, whatever they were. */
async function drawable(photos: readonly SheetPhoto[]): Promise<SheetPhoto[]> {
  const made: SheetPhoto[] = [];
  for (const { bytes, caption } of photos) made.push({ caption, bytes: bytes && (await forSheet(Buffer.from(bytes))) });
  return made;
}

/** What was wished, and how the job answers it. */
function wishes(pen: Pen, job: Job, plan: Plan): void {
  if (!job.wishes && !plan.wishes.length) return;
  pen.heading('What was wished');
  if (job.wishes) pen.line(job.wishes);
  if (!plan.wishes.length) return;
  pen.table(
    ['Wish', 'Answered', 'By'],
    [3.4, 1, 5],
    plan.wishes.map(({ wish, wants, unit, answered, words }) => [
      `${WISHES[wish].name}${wants === undefined ? '' : ` ${short(wants)} ${unit}`}`,
      answered ? 'yes' : 'no',
      words,
    ]),
  );
}

/** What of this craft differs from its pattern. */
function differences(pen: Pen, { craft }: Job): void {
  const found = differencesOf(craft);
  if (!found.length) return;
  pen.heading('Where this craft differs from its pattern');
  pen.table(
    ['', 'What', 'How'],
    [1, 2.6, 6],
    found.map(({ of, name, words }) => [CHANGED_NAMES[of], name, pen.told(words.join('; '), LEAST_IN_STEPS)]),
  );
}

function gear(pen: Pen, job: Job, plan: Plan): void {
  const { places } = foundCraft(job);
  pen.heading('Gear');
  pen.table(
    ['', 'Item', 'Place', `Size, ${unitShown(pen.units, 'mm')}`, 'Water'],
    [0.6, 2.4, 3, 1.8, 1.2],
    Object.keys(plan.tags)
      .map((id) => [id, job.gear[id]!] as const)
      .map(([id, { item, place }]) => [
        plan.tags[id] ?? '',
        item.name,
        place === null ? 'no place yet' : places[place]!.name,
        [item.size.w, item.size.h, item.size.d].map((mm) => sizeText(pen, mm)).join(' × '),
        item.water.length ? `IPX${item.water.join(', ')}` : 'none',
      ]),
  );
}

const endNameOr = (job: Job, gear: string | null, plan: Plan) =>
  gear === null ? 'the head unit' : endName(job, gear, plan.tags);

function circuits(pen: Pen, job: Job, plan: Plan): void {
  const all = Object.values(plan.speakers.circuits);
  if (!all.length) return;
  pen.heading('Speaker circuits');
  pen.table(
    ['Channel', 'Load', 'Speakers: watts'],
    [2.4, 1.2, 5],
    all.map((circuit) => [
      `${endName(job, circuit.source, plan.tags)} ${circuit.output.name}`,
      `${short(circuit.nominalOhm)} Ω`,
      circuit.speakers.map((s) => `${plan.tags[s.gear] ?? s.gear} ${short(s.watts)} W`).join(', '),
    ]),
  );
  if (plan.splices.length) {
    pen.heading('Polarity');
    pen.table(
      ['At', 'On', '+ is', 'goes to', 'Plugs'],
      [0.8, 2.4, 1.4, 3.2, 1.4],
      plan.splices.map((s) => [
        plan.tags[s.speaker] ?? s.speaker,
        `${plan.tags[s.source] ?? ''} ${s.output}`.trim(),
        colourText(s.plus),
        s.speakerPlus,
        s.keyed === 'both' ? 'keyed' : 'label both ends',
      ]),
    );
  }
  const zones = plan.speakers.zones.filter((z) => z.id !== null);
  if (!zones.length) return;
  pen.heading('Zones');
  pen.table(
    ['Zone', 'Speakers', 'Turned by', 'Heard by', 'Together'],
    [1.8, 2.6, 2, 1.8, 1.2],
    zones.map((z) => [
      z.name,
      z.speakers.map((id) => plan.tags[id] ?? id).join(', '),
      endNameOr(job, job.zones[z.id!]?.control ?? null, plan),
      z.listener,
      z.level === undefined ? '–' : `${figure(z.level, 1)} dB`,
    ]),
  );
}

function feeds(pen: Pen, job: Job, plan: Plan): void {
  const all = Object.values(plan.power.feeds).filter((f) => f.run);
  if (!all.length) return;
  pen.heading('Power feeds');
  pen.table(
    ['To', 'From', 'Gauge', 'Fuse', 'Fuse at', 'Full output', 'Drop', 'At the gear'],
    [2.3, 1.4, 1.1, 1, 0.9, 1.1, 0.9, 1.1],
    all.map((f) => {
      const full = mostDrawn(f);
      const lossy = mostLost(f);
      return [
        endName(job, f.gear, plan.tags),
        plan.tags[f.feeder] ?? endName(job, f.feeder, plan.tags),
        `${gaugeName(f.gauge, job.settings.conductors)}${f.gaugePinned ? ' *' : ''}`,
        f.fuseA === undefined
          ? f.above
            ? `by ${endName(job, f.above.gear, plan.tags, 'mark')}`
            : 'none'
          : `${f.fuseA} A${f.fusePinned ? ' *' : ''}`,
        fusePlace(job, f, plan.tags, (mm) => lengthShown(pen.units, mm)),
        full ? `${figure(full.amps, 1)} A` : 'collapses',
        lossy ? `${figure(lossy.dropPct, 2)} %` : '–',
        lossy ? `${figure(lossy.deviceVolts, 2)} V` : '–',
      ];
    }),
  );
  if (plan.overrules.length) pen.line('* set by a person over the plan; see Overrules.');
  existing(pen, job, plan);
  supply(pen, job, plan);
}

/** Circuits of the craft that something is fed from: where they are got at, and what they have for it. */
function existing(pen: Pen, job: Job, plan: Plan): void {
  const used = Object.values(plan.power.circuits);
  if (!used.length) return;
  pen.table(
    ['Existing circuit', 'Reached at', 'By', 'Wire', 'Fuse', 'Asked', 'To spare'],
    [2.2, 1.9, 1.9, 1.5, 0.8, 0.9, 1],
    used.map((feed) => {
      const circuit = job.craft.existing[feed.gear]!;
      const spare = spareAmps(job, circuit);
      return [
        circuit.name,
        foundCraft(job).places[endPlace(job, feed.gear, feed.battery)!]!.name,
        ACCESSES[circuit.access],
        circuit.size === null
          ? 'not known'
          : `${circuit.size} AWG${circuit.lengthMm === null ? '' : `, ${lengthShown(pen.units, circuit.lengthMm)}`}`,
        circuit.fuseA === null ? 'not known' : `${circuit.fuseA} A`,
        `${figure(askedOf(job, feed).amps, 1)} A`,
        spare === undefined ? 'not known' : `${figure(Math.max(0, spare), 1)} A`,
      ];
    }),
  );
}

/** Batteries, what turns the gear on, how long the craft stands, and the ends of every power conductor. */
function supply(pen: Pen, job: Job, plan: Plan): void {
  pen.table(
    ['Battery', 'For', 'Capacity', 'Music, engine off', 'Key off', 'Stands'],
    [2.4, 2, 2.2, 1.8, 1.2, 1.2],
    plan.keyOff.map((k) => {
      const b = job.craft.batteries[k.battery]!;
      const music = plan.power.sources.restMusic?.[k.battery];
      return [
        b.name,
        ROLES[b.role],
        `${figure(b.capacityAh, 0)} Ah, ${CHEMISTRIES[b.chemistry]}`,
        music && music.state !== 'idle' ? `${figure(music.amps, 1)} A` : 'rests',
        `${figure(1000 * (k.amps + k.selfA), 1)} mA`,
        `${figure(k.days, 0)} days`,
      ];
    }),
  );
  const { turnOn, terminals, isolation } = plan;
  const source = job.turnOn.joined
    ? 'constant and switched leads joined'
    : turnOn.source
      ? `switched by ${turnOn.source.circuit.name}`
      : 'switched source not chosen';
  const turnedOn = turnOn.turnedOn.map((id) => plan.tags[id] ?? id).join(', ');
  pen.line(
    `Turn-on: ${source}${turnedOn && turnOn.head ? `; ${plan.tags[turnOn.head] ?? ''} turns on ${turnedOn}, ${figure(1000 * turnOn.neededA, 0)} of ${figure(1000 * turnOn.availableA, 0)} mA` : ''}.`,
  );
  if (isolation.off.length) pen.line(`Made safe: ${isolation.off.join('; ')}.`);
  const ends = new Map<string, string[]>();
  for (const { at, use, with: what } of terminals.filter((end) => /^(feed|return|switched):/.test(end.run)))
    ends.set(what, [...(ends.get(what) ?? []), `${use} at ${endName(job, at, plan.tags)}`]);
  for (const [what, where] of ends) pen.line(`${what}: ${where.join(', ')}.`);
}

function cuts(pen: Pen, job: Job, plan: Plan): void {
  const laid = plan.runs.filter((run) => run.way && !run.old);
  const old = plan.runs.filter((run) => run.old);
  const nameOf = (run: Run) =>
    `${runWords(run)} ${endName(job, run.from, plan.tags)} → ${endName(job, run.to, plan.tags)}`;
  if (old.length) {
    pen.heading('Leads that lie there already');
    for (const run of old) pen.line(`${nameOf(run)}: nothing is cut or pulled.`);
  }
  if (!laid.length) return;
  pen.heading('Cut list');
  pen.table(
    ['Run', 'Wire', `Cut, ${unitShown(pen.units, 'mm')}`],
    [4.6, 4.4, 1],
    laid.map((run) => {
      const own = plan.cutList.cuts.filter((cut) => cut.run === run.id);
      const gauge = own[0]?.gauge;
      return [
        `${nameOf(run)}${run.pinned ? ' *' : ''}`,
        `${gauge ? `${gaugeName(gauge, job.settings.conductors)} ` : ''}${run.conductors.map((c) => `${c.colour.stripe ? `${c.colour.body}/${c.colour.stripe}` : c.colour.body} ${c.use}`).join('; ')}`,
        cutText(pen, run.cutMm),
      ];
    }),
  );
}

/** What becomes of every lead of plugs and pigtails: old beside new, and what ends each. */
function leads(pen: Pen, job: Job, plan: Plan): void {
  for (const { gear: id, told, rows } of plan.pins) {
    pen.heading(`${inUse(job.gear[id]!.there) ? 'Leads of' : 'Plug left by'} ${endName(job, id, plan.tags)}`);
    if (!told) pen.line('Usual leads of its kind; not read off its label.');
    pen.table(
      ['Lead', 'Wire', 'Becomes', 'Joined to', 'End'],
      [2.6, 0.9, 1.3, 3, 2.2],
      rows.map((row) => {
        const { pin, fate, far } = row;
        const run = plan.runs.find((one) => one.id === far?.run);
        const gauge = run && plan.cutList.cuts.find((cut) => cut.run === run.id)?.gauge;
        return [
          `${pin.plug ? `${pin.plug} ` : ''}${leadWords(pin)}`,
          pin.size ? `${pin.size} AWG` : '–',
          `${PIN_FATES[fate]}${row.said ? ' *' : ''}`,
          farWords(job, id, row, plan.runs, plan.tags) || '–',
          inUse(job.gear[id]!.there) || !far ? pinEnd(job, row, gauge, !inUse(job.gear[id]!.there)) : 'see there',
        ];
      }),
    );
  }
  if (plan.pins.some(({ rows }) => rows.some(({ said }) => said))) pen.line('* as a person said.');
}

/** What the job takes beyond what is cut: from the kit, from the shelf, ordered. */
function parts(pen: Pen, job: Job, plan: Plan): void {
  if (!plan.parts.length) return;
  pen.heading('Parts');
  const amount = (n: number, unit: string) => (unit === 'mm' ? lengthShown(pen.units, n) : String(n));
  pen.table(
    ['Part', 'Needed', 'Kit', 'Shelf', 'Order', 'Arrived'],
    [4.6, 1.2, 1, 1.2, 1, 1],
    plan.parts.map(({ what, unit, needed, inKit, have, order, arrived }) => [
      pen.told(what),
      amount(needed, unit),
      inKit ? amount(inKit, unit) : '–',
      have ? amount(have, unit) : '–',
      order ? amount(order, unit) : '–',
      arrived ? amount(arrived, unit) : '–',
    ]),
  );
  const unused = unusedOf(job);
  if (unused.length) pen.line(`Not used: ${unused.map(({ what, count }) => `${count} × ${what}`).join(', ')}.`);
}

/** Made leads that are neither power nor speaker, and whether they reach. */
function links(pen: Pen, job: Job, plan: Plan): void {
  if (!plan.links.length) return;
  pen.heading('Links');
  pen.table(
    ['Link', 'From', 'To', 'Needed', 'There'],
    [1.8, 3, 3, 1.1, 1.1],
    plan.links.map((link) => [
      PORT_KINDS[link.kind],
      endName(job, link.from, plan.tags),
      endName(job, link.to, plan.tags),
      link.neededMm === undefined ? (link.old ? 'lies there' : 'no route') : lengthShown(pen.units, link.neededMm),
      link.haveMm === undefined ? 'to be ordered' : lengthShown(pen.units, link.haveMm),
    ]),
  );
}

/** How the figures of the power come about, as the screen tells it. */
function formulas(pen: Pen, job: Job, plan: Plan): void {
  const all = powerFigures(job, plan).filter(({ figures }) => figures.length);
  if (!Object.values(plan.power.feeds).some(({ run }) => run)) return;
  pen.heading('How the figures come about');
  if (pen.units === 'inch') pen.line('Worked in metres and millimetres.');
  pen.table(
    ['Of', 'Figure', 'Formula', 'With its numbers'],
    [1.6, 1.5, 2.8, 4.6],
    all.flatMap(({ of, figures }) =>
      figures.map(({ name, formula }, i) => [
        i === 0 ? of : '',
        name,
        `${formula.formula} (${cite(formula.source)})`,
        formula.numbers,
      ]),
    ),
  );
}

/** Sizes and cuts as figures: millimetres as they are, inches to what a rule shows. */
const sizeText = (pen: Pen, mm: number) => (pen.units === 'inch' ? figure(mm / MM_PER_INCH, 2) : String(mm));
const cutText = (pen: Pen, mm: number) => (pen.units === 'inch' ? figure(mm / MM_PER_INCH, 1) : String(mm));

function overrules(pen: Pen, plan: Plan): void {
  if (!plan.overrules.length) return;
  pen.heading('Overrules: values a person set over the plan');
  pen.table(
    ['What', 'Set', 'Proposed then', 'Proposed now', 'Reason', ''],
    [2.6, 1.6, 1.6, 1.6, 2.6, 1],
    plan.overrules.map((o) => [
      `${OVERRULES[o.kind].name}, ${o.about}`,
      pen.told(o.value),
      o.why ? pen.told(o.why.then ?? 'nothing') : 'not kept',
      pen.told(o.proposedNow ?? '–'),
      o.why?.reason || 'none given',
      o.state,
    ]),
  );
}

function findings(pen: Pen, plan: Plan): void {
  pen.heading('Findings');
  if (!plan.findings.length) pen.line('None.');
  else
    pen.table(
      ['', 'Finding', 'Source'],
      [1, 6.4, 2.2],
      plan.findings.map((f) => [
        f.severity.toUpperCase(),
        `${f.title}. ${pen.told(f.reason)} ${f.figures.map((x) => `${x.name} ${short(figureShown(pen.units, x.value, x.unit))} ${unitShown(pen.units, x.unit)}`.trim()).join(', ')}.${
          f.accepted === undefined ? '' : `\nAccepted: ${f.accepted}`
        }`,
        cite(f.source),
      ]),
    );
}

function steps(pen: Pen, plan: Plan, events: readonly BayEvent[]): void {
  if (!plan.build.steps.length) return;
  const state = buildState(plan.build, events);
  pen.heading(`Steps: ${state.done} of ${state.steps.length} done`);
  pen.table(
    ['', 'Step', 'Minutes', 'Taken'],
    [1.6, 6.6, 1, 1],
    state.steps.map(({ step, is, minutes }) => [
      `${is === 'done' ? 'done · ' : is === 'redo' ? 'again · ' : ''}${PHASES[step.phase]}`,
      pen.told(wholeStep(step).join('\n'), LEAST_IN_STEPS),
      `${step.minutes}${step.second ? ', two people' : ''}`,
      minutes === undefined ? '' : String(minutes),
    ]),
  );
  const open = notReady(state);
  if (open.length) pen.line(`Open: ${open.join('; ')}.`);
}

function ready(pen: Pen, job: Job, plan: Plan): void {
  const tools = toolsByPhase(plan.build);
  if (tools.length) {
    pen.heading('Tools by phase');
    pen.table(
      ['Phase', 'Tools'],
      [1.4, 8],
      tools.map(({ phase, tools: all }) => [PHASES[phase], pen.told(all.join(' · '), LEAST_IN_STEPS)]),
    );
  }
  // A job sealed before panels were planned has none.
  const supplies = suppliesOf(job, plan.mounts, plan.boards, (gear) => plan.tags[gear] ?? gear);
  if (!supplies.length) return;
  pen.heading('To buy for cutting, sealing and sticking');
  pen.table(
    ['What', 'How much', 'For'],
    [3.4, 3.6, 3],
    supplies.map(({ what, amount, for: of }) => [pen.told(what), pen.told(amount), of.join(', ')]),
  );
}

/** A step as its card has it, so that it can be done from paper alone. */
function wholeStep(step: Step): string[] {
  return [
    `${step.title}.`,
    ...(step.tools.length ? [`Tools: ${step.tools.join(', ')}.`] : []),
    ...step.lines,
    ...step.fasteners.map(
      (f) =>
        `${f.count} × ${f.size}, ${f.where}: ${toolOf(f)}${notThose(f.drive) && `, ${notThose(f.drive)}`}${f.torqueNm === null || step.direction === 'out' ? '' : `, ${f.torqueNm} N·m`}${f.single && step.direction === 'in' ? ', new' : ''}.`,
    ),
    ...step.ends.map((end) => `${colourText(end.colour)}, ${end.wire}: ${end.use}. To ${end.to}: ${end.with}.`),
    ...step.checks.map(({ text }) => `[  ] ${text}`),
    ...step.cautions.map((c) => CAUTIONS[c]),
  ];
}

function fasteners(pen: Pen, job: Job, plan: Plan, events: readonly BayEvent[]): void {
  const ledger = fastenerLedger(plan.build, buildState(plan.build, events).balances);
  if (!ledger.length) return;
  pen.heading('Fasteners');
  pen.table(
    ['Cover', 'Fastener', 'Out', 'Reused', 'Retired', 'New', 'In'],
    [2.4, 3.6, 0.7, 0.9, 0.9, 0.7, 0.7],
    ledger.map((l) => [
      fastenedWords(job, plan.tags, l),
      pen.told(`${l.size}, ${l.where}${l.torqueNm === null ? '' : `, ${l.torqueNm} N·m`}`, LEAST_IN_STEPS),
      ...[l.out, l.reused, l.retired, l.added, l.in].map(String),
    ]),
  );
}
