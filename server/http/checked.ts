import * as v from 'valibot';
import { problemsOf } from '#core/document/fault';
import { borderFault } from '#core/text/border';
import { Problem } from './problems';

/** What a request says, as its schema has it. Throws Problem that names what is wrong in it, each by its path. */
export function checked<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const barred = borderFault(input);
  const parsed = barred ? undefined : v.safeParse(schema, input);
  if (parsed?.success) return parsed.output;
  const problems = barred ? [barred] : problemsOf(parsed!.issues, '(the body)');
  throw new Problem(422, 'The request is not valid', problems.map((p) => `${p.path}: ${p.expected}`).join('\n'), {
    problems,
  });
}
