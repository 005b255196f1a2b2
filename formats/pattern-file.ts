import { toJsonSchema } from '@valibot/to-json-schema';
import { Pattern } from '#core/craft/pattern';
import { readDraft } from '#core/craft/read';
import { DocumentError } from '#core/document/fault';
import { SHARED_SHAPES } from './shared-shapes';

const FORMAT = 'haltrik-pattern';

/**
 * Reads a craft pattern file of this version or an earlier one. What hangs together wrongly in it is not refused here:
 * its faults are told where it is worked on. Throws DocumentError naming the path in the file and what is expected there.
 */
export function readPatternFile(text: string): Pattern {
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : 'not JSON';
    throw new DocumentError([{ path: '(the file)', expected: `expected JSON; ${reason}` }]);
  }
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    throw new DocumentError([{ path: '(the file)', expected: 'expected a craft pattern' }]);
  const { format, ...pattern } = input as Record<string, unknown>;
  if (format !== FORMAT) throw new DocumentError([{ path: 'format', expected: `expected "${FORMAT}"` }]);
  return readDraft(pattern);
}

/** Writes a craft pattern file: JSON, two spaces, a line end. Pictures under its sheets stay in the workshop. */
export function writePatternFile({ underlays, ...pattern }: Pattern): string {
  return `${JSON.stringify({ format: FORMAT, ...pattern }, null, 2)}\n`;
}

/** The pattern file's JSON Schema, made from the schema that checks every pattern. */
export function patternFileSchema(): object {
  const shape = toJsonSchema(Pattern, { errorMode: 'ignore', definitions: SHARED_SHAPES }) as {
    properties: object;
    required: readonly string[];
  };
  return {
    title: 'Haltrik craft pattern file',
    description: 'References between its parts are checked besides; see core/craft/pattern-faults.ts.',
    ...shape,
    properties: { format: { const: FORMAT }, ...shape.properties },
    required: ['format', ...shape.required],
  };
}
