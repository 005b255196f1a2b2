import { readFileSync, writeFileSync } from 'node:fs';
import { JobError } from '#core/job/job';
import { planJob } from '#core/plan';
import { cite } from '#core/tables/source';
import { jobFileSchema, readJobFile } from '#formats/job-file';

const USAGE = `usage: npm run -s haltrik -- plan JOB.json    the plan as JSON
       npm run -s haltrik -- check JOB.json   the findings; exit 1 when a stop is among them
       npm run -s haltrik -- schema           the job file's JSON Schema
JOB.json may be - for standard input.`;

/** Exit codes: 0 done, 1 a stop was found, 2 the input cannot be used. */
export function run(argv: readonly string[], write: (text: string) => void, complain: (text: string) => void): number {
  const [command, file, ...rest] = argv;
  if (command === 'schema' && file === undefined) {
    write(JSON.stringify(jobFileSchema(), null, 2));
    return 0;
  }
  if ((command !== 'plan' && command !== 'check') || file === undefined || rest.length) {
    complain(USAGE);
    return 2;
  }
  try {
    const plan = planJob(readJobFile(readFileSync(file === '-' ? 0 : file, 'utf8')));
    if (command === 'plan') {
      write(JSON.stringify(plan, null, 2));
      return 0;
    }
    for (const f of plan.findings) {
      const figures = f.figures.map((x) => `${x.name} ${Number(x.value.toFixed(3))} ${x.unit}`.trim()).join('; ');
      write(
        `${f.severity.toUpperCase()} ${f.station}: ${f.title}. ${f.reason} [${f.formula}; ${figures}; ${cite(f.source)}]`,
      );
    }
    write(`${plan.ledger.stops} stops, ${plan.findings.length - plan.ledger.stops} cautions and notes`);
    return plan.ledger.stops > 0 ? 1 : 0;
  } catch (error) {
    if (error instanceof JobError)
      for (const { path, expected } of error.problems) complain(`${file}: ${path}: ${expected}`);
    else complain(`${file}: ${error instanceof Error ? error.message : String(error)}`);
    return 2;
  }
}

if (process.argv[1]?.endsWith('haltrik-cli.js'))
  // Written whole before the exit code is set: a pipe may take only part at once.
  process.exitCode = run(
    process.argv.slice(2),
    (text) => writeFileSync(1, `${text}\n`),
    (text) => writeFileSync(2, `${text}\n`),
  );
