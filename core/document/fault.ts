import * as v from 'valibot';

/** Something in a document that does not hold, and what is expected there. */
export interface Fault {
  readonly path: readonly string[];
  readonly expected: string;
}

/** A document from outside that cannot be taken: every path in it that is wrong, and what is expected there. */
export class DocumentError extends Error {
  constructor(readonly problems: readonly { readonly path: string; readonly expected: string }[]) {
    super(problems.map((p) => `${p.path}: ${p.expected}`).join('\n'));
    this.name = 'DocumentError';
  }
}

/** An edit does not apply to the document as it stands now. */
export class OperationError extends Error {
  constructor(
    readonly operation: string,
    message: string,
  ) {
    super(message);
    this.name = 'OperationError';
  }
}

/** A schema that also asks of a well formed document what its parts refer to. */
export const withFaults = <Doc>(shape: v.GenericSchema<unknown, Doc>, faults: (doc: Doc) => readonly Fault[]) =>
  v.pipe(
    shape,
    v.rawCheck(({ dataset, addIssue }) => {
      if (!dataset.typed || dataset.issues) return;
      for (const fault of faults(dataset.value))
        addIssue({ message: fault.expected, path: pathItems(dataset.value, fault.path) });
    }),
  );

function pathItems(root: unknown, path: readonly string[]) {
  let input = root as Record<string, unknown>;
  return path.map((key) => {
    const item = { type: 'object' as const, origin: 'value' as const, input, key, value: input?.[key] };
    input = input?.[key] as Record<string, unknown>;
    return item;
  }) as [v.IssuePathItem, ...v.IssuePathItem[]];
}

/** A schema's complaints as paths and what is expected there, in plain words. */
export function problemsOf(
  issues: readonly v.BaseIssue<unknown>[],
  root: string,
): { path: string; expected: string }[] {
  return issues.map((issue) => {
    const path = v.getDotPath(issue) ?? root;
    if (issue.type === 'strict_object' && issue.expected === 'never')
      return { path, expected: 'expected no such member' };
    if (/^(strict|loose)_object$/.test(issue.type) && issue.received === 'undefined')
      return { path, expected: 'expected this member; it is missing' };
    // Valibot's own words begin so; ours say what is expected from the start.
    if (issue.message.startsWith('Invalid '))
      return { path, expected: `expected ${issue.expected ?? 'something else'}, not ${issue.received}` };
    return { path, expected: issue.message };
  });
}
