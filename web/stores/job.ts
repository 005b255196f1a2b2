import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';
import { OperationError } from '#core/document/fault';
import { contentHash } from '#core/document/hash';
import { overruleKey, whyNot } from '#core/document/overrule';
import { own } from '#core/document/patches';
import { findingBasis, type Finding, type Subject } from '#core/findings/finding';
import type { Job } from '#core/job/job';
import { applyAll, describe, readEdit, undoOf, type Operation } from '#core/job/operations';
import { overrule as overruled, type OverruleKind } from '#core/job/parts/overrules';
import { planOfShown } from './plan-shown';
import { savingOf } from './saving';

interface Step {
  readonly label: string;
  readonly back: Operation;
  readonly forward: Operation;
}

/** The job on the sheet: its document, its plan, what can be undone, what is saved. */
export const useJob = defineStore('job', () => {
  const planning = planOfShown();
  const { job, plan, was, findings, failure, wholePlan } = planning;
  const past = shallowRef<Step[]>([]);
  const future = shallowRef<Step[]>([]);
  const selected = ref<Subject>();
  const said = ref('');
  /** Why the last edit was refused; gone with the next that is taken. */
  const wrong = ref<string>();
  /** Edits refused so far. */
  const refusals = ref(0);

  const saving = savingOf({
    shown: job,
    isPlanned: () => failure.value === undefined,
    show(document, edited = false) {
      planning.show(document, !edited);
      if (selected.value?.kind === 'gear' && !document.gear[selected.value.id]) selected.value = undefined;
    },
    failed: (words) => (failure.value = words),
    say: (words) => (said.value = words),
    refuse: (words) => (wrong.value = words),
    forgetSteps,
    edit: (operations) => edit(operations),
    clear() {
      planning.clear();
      forgetSteps();
      selected.value = wrong.value = undefined;
    },
  });
  const { latest, take, ...whatIsSaved } = saving;

  function forgetSteps(): void {
    past.value = future.value = [];
  }

  /** Does operations as one step that undo takes back whole. Returns what was wrong, if anything. */
  function edit(made: readonly Operation[], label = describe(made[0]!)): string | undefined {
    let operations = made;
    const before = latest()!;
    let after: Job;
    try {
      operations = operations.map(readEdit);
      after = applyAll(before, operations);
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      said.value = error.message;
      wrong.value = error.message;
      refusals.value++;
      return error.message;
    }
    const back = undoOf(before, after);
    const forward = undoOf(after, before);
    if (!back || !forward) return undefined;
    wrong.value = undefined;
    past.value = [...past.value, { label, back, forward }];
    future.value = [];
    take(after, operations);
    said.value = label;
    return undefined;
  }

  function step(from: typeof past, to: typeof past, way: 'back' | 'forward'): void {
    const last = from.value.at(-1);
    if (!last) return;
    try {
      const after = applyAll(latest()!, [last[way]]);
      from.value = from.value.slice(0, -1);
      to.value = [...to.value, last];
      take(after, [last[way]]);
      said.value = `${way === 'back' ? 'undone' : 'redone'}: ${last.label}`;
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      // Somebody else has changed the same thing since: theirs stands, the step is gone.
      from.value = from.value.slice(0, -1);
      said.value = `cannot be ${way === 'back' ? 'undone' : 'redone'}: ${error.message}`;
    }
  }
  const undo = () => step(past, future, 'back');
  const redo = () => step(future, past, 'forward');

  /**
   * Sets a value over the plan, with what is proposed now; its reason can be given later. Null takes it back. Returns
   * what was wrong, if anything.
   */
  function overrule<Kind extends OverruleKind>(
    kind: Kind,
    subject: string,
    value: Parameters<typeof overruled<Kind>>[2],
    label?: string,
  ): string | undefined {
    const proposal = plan.value?.proposals[overruleKey(kind, subject)];
    const reason = own(latest()!.overrules[kind] as Job['overrules']['gauge'], subject)?.why?.reason ?? '';
    const why = value !== null && proposal ? whyNot(proposal, reason) : undefined;
    return edit([overruled(kind, subject, value, why)], label);
  }

  /** Accepts a finding, with a reason; an empty reason takes that back. Returns what was wrong, if anything. */
  function accept(finding: Finding<Operation>, reason: string): string | undefined {
    const given = reason && { reason, then: null, basis: contentHash(findingBasis(finding)) };
    return edit([{ op: 'acceptFinding', key: finding.key, why: given || null }]);
  }

  const findingsFor = (subject: Subject): readonly Finding<Operation>[] =>
    findings.value.filter((f) => f.subject.kind === subject.kind && f.subject.id === subject.id);
  const select = (subject: Subject | undefined) => {
    selected.value = subject;
  };

  return {
    ...whatIsSaved,
    job,
    plan,
    was,
    past,
    future,
    selected,
    failure,
    said,
    wrong,
    refusals,
    edit,
    undo,
    redo,
    wholePlan,
    findings,
    accept,
    overrule,
    findingsFor,
    select,
  };
});
