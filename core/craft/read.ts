import * as v from 'valibot';
import { DocumentError, problemsOf } from '../document/fault';
import { borderFault } from '../text/border';
import { cleanedAll } from '../text/text';
import { PatternOnce, type Pattern } from './pattern';
import { patternFaults } from './pattern-faults';
import { upgradePattern } from './upgrade';

/**
 * A pattern from outside, of this version or an earlier one, whatever faults it has: only its shape is checked. Throws
 * DocumentError naming each path.
 */
export function readDraft(input: unknown): Pattern {
  const barred = borderFault(input);
  if (barred) throw new DocumentError([barred]);
  const parsed = v.safeParse(PatternOnce, cleanedAll(upgradePattern(input)));
  if (parsed.success) return parsed.output;
  throw new DocumentError(problemsOf(parsed.issues, '(the pattern)'));
}

/** A pattern from outside, checked whole: it could be worked on at once. Throws DocumentError naming each path. */
export function readPattern(input: unknown): Pattern {
  const pattern = readDraft(input);
  const faults = patternFaults(pattern);
  if (faults.length) throw new DocumentError(faults);
  return pattern;
}
