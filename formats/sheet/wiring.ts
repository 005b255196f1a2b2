import { foundCraft } from '#core/craft/own';
import { endName, endPlace, runWords, type Run } from '#core/connections/runs';
import type { Job } from '#core/job/job';
import { inUse } from '#core/job/parts/gear';
import { unusedOf } from '#core/harness/index';
import { PIN_FATES } from '#core/job/parts/pins';
import { farWords, joinedTo, leadWords, pinEnd } from '#core/connections/pins';
import { PORT_KINDS } from '#core/gear/ports';
import { ACCESSES } from '#core/tables/circuits';
import { CHEMISTRIES, ROLES } from '#core/job/supply';
import type { Plan } from '#core/plan';
import { askedOf, fusePlace, mostDrawn, mostLost, powerFigures, spareAmps } from '#core/power/index';
import { colourText } from '#core/tables/colours';
import { gaugeName } from '#core/tables/conductors';
import { cite } from '#core/tables/source';
import { figure, short } from '#core/units/figures';
import { lengthShown, unitShown, wireShown } from '#core/units/shown';
import type { Pen } from '../sheet-pen';
import { cutText } from './sizes';

const endNameOr = (job: Job, gear: string | null, plan: Plan) =>
  gear === null ? 'the head unit' : endName(job, gear, plan.tags);

export function circuits(pen: Pen, job: Job, plan: Plan): void {
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

export function feeds(pen: Pen, job: Job, plan: Plan): void {
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

export function cuts(pen: Pen, job: Job, plan: Plan): void {
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
export function leads(pen: Pen, job: Job, plan: Plan): void {
  for (const { gear: id, told, rows } of plan.pins) {
    pen.heading(`${inUse(job.gear[id]!.there) ? 'Leads of' : 'Plug left by'} ${endName(job, id, plan.tags)}`);
    if (!told) pen.line('Usual leads of its kind; not read off its label.');
    pen.table(
      ['Lead', 'Wire', 'Becomes', 'Joined to', 'End'],
      [2.6, 0.9, 1.3, 3, 2.2],
      rows.map((row) => {
        const { pin, fate, far } = row;
        const to = joinedTo(row, plan.runs, plan.cutList.cuts);
        return [
          `${pin.plug ? `${pin.plug} ` : ''}${leadWords(pin)}`,
          pin.size ? `${pin.size} AWG` : '–',
          `${PIN_FATES[fate]}${row.said ? ' *' : ''}`,
          farWords(job, id, row, plan.runs, plan.tags) || '–',
          inUse(job.gear[id]!.there) || !far ? pinEnd(job, row, to, !inUse(job.gear[id]!.there)) : 'see there',
        ];
      }),
    );
  }
  if (plan.pins.some(({ rows }) => rows.some(({ said }) => said))) pen.line('* as a person said.');
}

/** What the job takes beyond what is cut: from the kit, from the shelf, ordered. */
export function parts(pen: Pen, job: Job, plan: Plan): void {
  if (!plan.parts.length) return;
  pen.heading('Parts');
  const amount = (n: number, unit: string) =>
    unit === 'mm' ? `${wireShown(pen.units, n / 1000)} ${unitShown(pen.units, 'm')}` : String(n);
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
export function links(pen: Pen, job: Job, plan: Plan): void {
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

/** Looms that were bought made: where each of their ends goes, and whether it reaches. */
export function looms(pen: Pen, job: Job, plan: Plan): void {
  for (const loom of plan.looms) {
    const { item } = job.looms[loom.id]!;
    pen.heading(`Loom: ${item.name}`);
    if (loom.why) pen.line(`Led in first: ${loom.first === 'start' ? loom.ends[0]!.name : 'its branches'}.`);
    pen.table(
      ['End', 'Goes to', 'There', 'Left over'],
      [3, 3, 1.4, 1.8],
      loom.ends.map(({ name, to, runs, haveMm, overMm }) => [
        name,
        to === null ? 'capped' : endName(job, to, plan.tags),
        lengthShown(pen.units, haveMm),
        !runs.length || overMm === undefined
          ? 'not used'
          : overMm <= -0.5
            ? `${lengthShown(pen.units, -overMm)} short`
            : lengthShown(pen.units, Math.max(0, overMm)),
      ]),
    );
  }
}

/** How the figures of the power come about, as the screen tells it. */
export function formulas(pen: Pen, job: Job, plan: Plan): void {
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
