import { toJsonSchema } from '@valibot/to-json-schema';
import { DocumentError } from '#core/document/fault';
import { JobShape, type Job } from '#core/job/job';
import { readJob } from '#core/read-job';
import { SHARED_SHAPES } from './shared-shapes';

/** Reads a job file. Throws DocumentError naming the path in the file and what is expected there. */
export function readJobFile(text: string): Job {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : 'not JSON';
    throw new DocumentError([{ path: '(the file)', expected: `expected JSON; ${reason}` }]);
  }
  return readJob(input);
}

/** Writes a job file: JSON, two spaces, a line end. */
export function writeJobFile(job: Job): string {
  return `${JSON.stringify(job, null, 2)}\n`;
}

/** The job file's JSON Schema, made from the schema that checks every job. */
export function jobFileSchema(): object {
  return {
    title: 'Haltrik job file',
    description: 'References between its parts are checked besides; see core/job/job.ts.',
    ...toJsonSchema(JobShape, { errorMode: 'ignore', definitions: SHARED_SHAPES }),
  };
}
