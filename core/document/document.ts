import * as v from 'valibot';
import { cleanedAll } from '../text/text';
import { OperationError, problemsOf, type Fault } from './fault';
import type { Edit, Gone, OlderEdit } from './edits';
import { Patch, changesBetween, isTree, withPatches } from './patches';

/** Any edit, for what does not ask what it says. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each is asked only what its own schema has let through
type AnyEdit<Doc> = Edit<Doc, any>;

/** One part of a document: what edits it, what must hold in it, and what it forgets when something else goes. */
export interface Part<Doc> {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- as above
  readonly edits?: Readonly<Record<string, Edit<Doc, any>>>;
  readonly olderEdits?: Readonly<Record<string, readonly OlderEdit[]>>;
  readonly faults?: (doc: Doc) => readonly Fault[];
  readonly forget?: (doc: Doc, gone: Gone) => Doc;
}

const RESTORE = { patches: v.pipe(v.array(Patch), v.minLength(1)) };
export interface Restore {
  readonly op: 'restore';
  readonly patches: readonly Patch[];
}

/** Any edit of a document, by its name. */
export type OperationOf<Edits extends Readonly<Record<string, { readonly says: v.ObjectEntries }>>> =
  | {
      [Op in keyof Edits & string]: { readonly op: Op } & v.InferOutput<
        v.StrictObjectSchema<Edits[Op]['says'], undefined>
      >;
    }[keyof Edits & string]
  | Restore;

/** What one kind of document is made of, and how it is kept whole. */
export interface Anatomy<Doc> {
  /** Its name within a sentence, with its article. */
  readonly what: string;
  readonly parts: readonly Part<Doc>[];
  /** Members that no edit ever changes. */
  readonly fixed: readonly string[];
  /** The document as it is to stand after a change. */
  readonly settled?: (doc: Doc) => Doc;
  /** Why an edit may not be done now, whatever it says; undefined when it may. */
  readonly barred?: (before: Doc, after: Doc, op: string) => string | undefined;
}

/**
 * Everything that edits a document of one kind: the schema of its operations, what they do and are called, older forms
 * of them, exact undo. The same serves mouse, keyboard, import, merge and tests.
 */
export function documentOf<Doc extends object, Operation extends { readonly op: string }>(anatomy: Anatomy<Doc>) {
  const { parts, fixed, what } = anatomy;
  const edits = new Map<string, AnyEdit<Doc>>(parts.flatMap((part) => Object.entries(part.edits ?? {})));
  const olders = new Map<string, OlderEdit[]>();
  for (const part of parts)
    for (const [op, forms] of Object.entries(part.olderEdits ?? {}))
      olders.set(op, [...(olders.get(op) ?? []), ...forms]);
  for (const forms of olders.values()) forms.sort((a, b) => a.version - b.version);
  edits.set('restore', { says: RESTORE, words: 'restore', change: restored } as AnyEdit<Doc>);

  const schemas = [...edits].map(([op, { says }]) => v.strictObject({ op: v.literal(op), ...says }));
  const schema = v.variant(
    'op',
    schemas as [(typeof schemas)[number], ...typeof schemas],
  ) as unknown as v.GenericSchema<unknown, Operation>;

  function restored(doc: Doc, { patches }: { patches: readonly Patch[] }): Doc {
    const never = patches.find(({ path }) => fixed.includes(path[0]!));
    if (never) throw new OperationError('restore', `${never.path.join('.')} of ${what} never changes`);
    return withPatches(doc, patches);
  }

  const faults = (doc: Doc): Fault[] => parts.flatMap((part) => part.faults?.(doc) ?? []);

  /** The document after one edit; the one given is left as it was. Throws OperationError. */
  function apply(doc: Doc, operation: Operation): Doc {
    const { op } = operation;
    const edit = edits.get(op);
    if (!edit) throw new OperationError(op, `there is no edit ${op}`);
    let next = edit.change(doc, operation);
    for (const gone of [edit.takes?.(operation, doc, next) ?? []].flat())
      next = parts.reduce((left, part) => part.forget?.(left, gone) ?? left, next);
    const barred = anatomy.barred?.(doc, next, op);
    if (barred !== undefined) throw new OperationError(op, barred);
    if (next === doc) return doc;
    const fault = faults(next)[0];
    if (fault) throw new OperationError(op, `${fault.path.join('.')}: ${fault.expected}`);
    return anatomy.settled ? anatomy.settled(next) : next;
  }

  const applyAll = (doc: Doc, operations: readonly Operation[]): Doc => operations.reduce(apply, doc);

  /** What an edit did, for the undo button and the record. */
  function describe(operation: Operation): string {
    const words = edits.get(operation.op)?.words ?? operation.op;
    return typeof words === 'string' ? words : words(operation);
  }

  /** An edit as this version writes it, where an earlier one had another form; anything else comes back as it is. */
  function upgradeEdit(input: unknown): unknown {
    const op = isTree(input) ? input['op'] : undefined;
    const forms = typeof op === 'string' ? olders.get(op) : undefined;
    if (!forms) return input;
    const raised = (said: unknown, { says, now }: OlderEdit) => {
      const then = v.safeParse(says, said);
      return then.success ? now(then.output as never) : undefined;
    };
    // What tells itself may be older in several ways at once, as an undo is: it is raised through one after another.
    const said = forms.filter((form) => form.told).reduce((so, form) => raised(so, form) ?? so, input);
    if (v.safeParse(schema, said).success) return said;
    for (const form of forms) {
      // Every other form says what it is now, not what it was next; where that is nothing, it was no edit then either.
      const next = form.told ? undefined : raised(said, form);
      if (next && v.safeParse(schema, next).success) return next;
    }
    return said;
  }

  /**
   * An edit from outside, or from a record an earlier version wrote, as this version has it: its text cleaned, its
   * figures in their ranges. Throws OperationError.
   */
  function readEdit(input: unknown): Operation {
    const op = isTree(input) && typeof input['op'] === 'string' ? input['op'] : '(the edit)';
    // What a restore puts back is compared with what is there to the letter.
    const parsed = v.safeParse(schema, upgradeEdit(op === 'restore' ? input : cleanedAll(input)));
    if (parsed.success) return parsed.output;
    const [first] = problemsOf(parsed.issues, op);
    throw new OperationError(op, `${first!.path}: ${first!.expected}`);
  }

  /**
   * The edit that turns `after` back into `before`, touching only what differs between them, so that somebody else's
   * edits elsewhere survive it. Undefined when nothing differs.
   */
  function undoOf(before: Doc, after: Doc): Restore | undefined {
    const patches = changesBetween(after, before);
    return patches.length ? { op: 'restore', patches } : undefined;
  }

  return { schema, faults, apply, applyAll, describe, upgradeEdit, readEdit, undoOf };
}
