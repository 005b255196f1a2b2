import { readFileSync, writeFileSync } from 'node:fs';
import type { BayEvent } from '#core/job/events';
import { DocumentError } from '#core/document/fault';
import type { Job } from '#core/job/job';
import { casesOf, powerFigures } from '#core/power/index';
import { cite } from '#core/tables/source';
import { readBundle } from '#formats/bundle';
import { makeExport } from '#formats/exporters';
import { EXPORTS, exportOf, type Export } from '#formats/exports';
import { jobFileSchema, readJobFile } from '#formats/job-file';
import { patternFileSchema } from '#formats/pattern-file';
import { UNIT_SYSTEMS, type UnitSystem } from '#core/units/shown';
import { planOf, wholePlan } from '#core/shown';

const USAGE = `usage: npm run -s haltrik -- plan JOB           the plan as JSON
       npm run -s haltrik -- check JOB          the findings; exit 1 when a stop is among them
       npm run -s haltrik -- figures JOB        how every figure of the power comes about
       npm run -s haltrik -- export JOB OUT     what OUT ends in: .pdf the job sheet, .svg the drawing, .zip the
                                                whole job, .json the job, cut-list.csv, fasteners.csv, parts.csv,
                                                labels.csv or labels-a4.pdf labels and bag tags,
                                                circuits.cir or feeds-restFull.cir a SPICE netlist
              [--units inch]                    of the job sheet; metric if it is not said
       npm run -s haltrik -- import FILE [--look] [--server http://127.0.0.1:4310]
                                                a job, a whole job or a shelf table into a running Haltrik;
                                                --look says what it would do and writes nothing
       npm run -s haltrik -- schema [pattern]   the JSON Schema of a job file, or of a craft pattern's
JOB is a job file or a whole job (zip); - is standard input.`;

type Say = (text: string) => void;

interface Source {
  readonly job: Job;
  readonly events: readonly BayEvent[];
  readonly photos: ReadonlyMap<string, Uint8Array>;
}

function read(file: string): Source {
  const bytes = readFileSync(file === '-' ? 0 : file);
  if (bytes.subarray(0, 2).toString() === 'PK') return readBundle(bytes);
  return { job: readJobFile(bytes.toString('utf8')), events: [], photos: new Map() };
}

/** Exit codes: 0 done, 1 a stop was found, 2 the input cannot be used. */
export async function run(argv: readonly string[], write: Say, complain: Say): Promise<number> {
  const [command, file, ...rest] = argv;
  const usage = () => {
    complain(USAGE);
    return 2;
  };
  try {
    switch (command) {
      case 'schema':
        if (rest.length || (file !== undefined && file !== 'pattern')) return usage();
        write(JSON.stringify(file === 'pattern' ? patternFileSchema() : jobFileSchema(), null, 2));
        return 0;
      case 'plan':
        if (file === undefined || rest.length) return usage();
        write(JSON.stringify(wholePlan(read(file).job), null, 2));
        return 0;
      case 'check':
        return file === undefined || rest.length ? usage() : check(read(file).job, write);
      case 'figures':
        return file === undefined || rest.length ? usage() : figures(read(file).job, write);
      case 'export':
        return file === undefined ? usage() : await exportTo(file, rest, complain);
      case 'import':
        return file === undefined ? usage() : await sendTo(file, rest, write, complain);
      default:
        return usage();
    }
  } catch (error) {
    if (error instanceof DocumentError)
      for (const { path, expected } of error.problems) complain(`${file}: ${path}: ${expected}`);
    else complain(`${file}: ${error instanceof Error ? error.message : String(error)}`);
    return 2;
  }
}

function check(job: Job, write: Say): number {
  const plan = wholePlan(job);
  for (const f of plan.findings) {
    const figures = f.figures.map((x) => `${x.name} ${Number(x.value.toFixed(3))} ${x.unit}`.trim()).join('; ');
    write(
      `${f.severity.toUpperCase()} ${f.station}: ${f.title}. ${f.reason} [${f.formula}; ${figures}; ${cite(f.source)}]${f.accepted === undefined ? '' : ` ACCEPTED: ${f.accepted}`}`,
    );
  }
  const accepted = plan.findings.filter((f) => f.accepted !== undefined).length;
  const open = plan.findings.length - plan.ledger.stops - accepted;
  write(`${plan.ledger.stops} stops, ${open} cautions and notes${accepted ? `, ${accepted} accepted` : ''}`);
  return plan.ledger.stops > 0 ? 1 : 0;
}

function figures(job: Job, write: Say): number {
  for (const { of, figures: told } of powerFigures(job, planOf(job)))
    for (const { name, formula } of told)
      write(`${of} · ${name}: ${formula.formula}; ${formula.numbers} [${cite(formula.source)}]`);
  return 0;
}

async function exportTo(file: string, rest: readonly string[], complain: Say): Promise<number> {
  const [out, flag, named] = rest;
  const units = UNIT_SYSTEMS.find((u) => u === (flag === undefined ? 'metric' : named));
  if (out === undefined || rest.length > 3 || (flag !== undefined && flag !== '--units')) {
    complain(USAGE);
    return 2;
  }
  if (!units) throw new Error(`--units: expected ${UNIT_SYSTEMS.join(' or ')}`);
  writeFileSync(out, await exported(read(file), out, units));
  return 0;
}

async function exported({ job, events, photos }: Source, out: string, units: UnitSystem): Promise<string | Uint8Array> {
  const file = exportOf(out);
  const made = file && !file.ofOne ? await makeExport(file.file, { job, events, photos, units }) : undefined;
  if (made !== undefined) return made;
  const can = EXPORTS.filter(
    ({ file: name, ...rest }) =>
      !('ofOne' in rest) && (!name.startsWith('feeds-') || casesOf(job).some(({ id }) => name === `feeds-${id}.cir`)),
  ).map((one: Export) => one.alone ?? one.file);
  throw new Error(`${out}: expected a name that ends in ${can.slice(0, -1).join(', ')} or ${can.at(-1)}`);
}

async function sendTo(file: string, rest: readonly string[], write: Say, complain: Say): Promise<number> {
  const look = rest.includes('--look');
  const named = rest.indexOf('--server');
  const server = named === -1 ? 'http://127.0.0.1:4310' : rest[named + 1];
  if (server === undefined || rest.length !== (look ? 1 : 0) + (named === -1 ? 0 : 2)) {
    complain(USAGE);
    return 2;
  }
  const answer = await fetch(`${server}/api/imports${look ? '?look=1' : ''}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: readFileSync(file === '-' ? 0 : file),
  }).catch(() => undefined);
  if (!answer) throw new Error(`no Haltrik answers at ${server}; start it, or name it with --server`);
  const body = (await answer.json()) as {
    lines?: string[];
    detail?: string;
    problems?: { path: string; expected: string }[];
  };
  if (!answer.ok) {
    for (const { path, expected } of body.problems ?? [{ path: 'refused', expected: body.detail ?? '' }])
      complain(`${file}: ${path}: ${expected}`);
    return 2;
  }
  for (const line of body.lines ?? []) write(line);
  write(look ? 'Nothing was written.' : 'Taken.');
  return 0;
}

if (process.argv[1]?.endsWith('haltrik-cli.js'))
  // Written whole before the exit code is set: a pipe may take only part at once.
  process.exitCode = await run(
    process.argv.slice(2),
    (text) => writeFileSync(1, `${text}\n`),
    (text) => writeFileSync(2, `${text}\n`),
  );
