import { suppliesOf } from '#core/panels/supplies';
import {
  PHASES,
  buildState,
  fastenedWords,
  fastenerLedger,
  notReady,
  toolsByPhase,
  type Step,
} from '#core/build/index';
import type { BayEvent } from '#core/job/events';
import type { Job } from '#core/job/job';
import { OVERRULES } from '#core/job/parts/overrules';
import type { Plan } from '#core/plan';
import { CAUTIONS } from '#core/tables/cautions';
import { colourText } from '#core/tables/colours';
import { notThose, toolOf } from '#core/tables/fasteners';
import { cite } from '#core/tables/source';
import { short } from '#core/units/figures';
import { LEAST_IN_STEPS, figureShown, unitShown } from '#core/units/shown';
import type { Pen } from '../sheet-pen';

export function overrules(pen: Pen, plan: Plan): void {
  if (!plan.overrules.length) return;
  pen.heading('Overrules: values a person set over the plan');
  pen.table(
    ['What', 'Set', 'Proposed then', 'Proposed now', 'Reason', ''],
    [2.6, 1.6, 1.6, 1.6, 2.6, 1],
    plan.overrules.map((o) => [
      `${OVERRULES[o.kind].name}, ${o.about}`,
      pen.told(o.value),
      o.why ? pen.told(o.why.then ?? 'nothing') : 'not kept',
      pen.told(o.proposedNow ?? '–'),
      o.why?.reason || 'none given',
      o.state,
    ]),
  );
}

export function findings(pen: Pen, plan: Plan): void {
  pen.heading('Findings');
  if (!plan.findings.length) pen.line('None.');
  else
    pen.table(
      ['', 'Finding', 'Source'],
      [1, 6.4, 2.2],
      plan.findings.map((f) => [
        f.severity.toUpperCase(),
        `${f.title}. ${pen.told(f.reason)} ${f.figures.map((x) => `${x.name} ${short(figureShown(pen.units, x.value, x.unit))} ${unitShown(pen.units, x.unit)}`.trim()).join(', ')}.${
          f.accepted === undefined ? '' : `\nAccepted: ${f.accepted}`
        }`,
        cite(f.source),
      ]),
    );
}

export function steps(pen: Pen, plan: Plan, events: readonly BayEvent[]): void {
  if (!plan.build.steps.length) return;
  const state = buildState(plan.build, events);
  pen.heading(`Steps: ${state.done} of ${state.steps.length} done`);
  pen.table(
    ['', 'Step', 'Minutes', 'Taken'],
    [1.6, 6.6, 1, 1],
    state.steps.map(({ step, is, minutes }) => [
      `${is === 'done' ? 'done · ' : is === 'redo' ? 'again · ' : ''}${PHASES[step.phase]}`,
      pen.told(wholeStep(step).join('\n'), LEAST_IN_STEPS),
      `${step.minutes}${step.second ? ', two people' : ''}`,
      minutes === undefined ? '' : String(minutes),
    ]),
  );
  const open = notReady(state);
  if (open.length) pen.line(`Open: ${open.join('; ')}.`);
}

export function ready(pen: Pen, job: Job, plan: Plan): void {
  const tools = toolsByPhase(plan.build);
  if (tools.length) {
    pen.heading('Tools by phase');
    pen.table(
      ['Phase', 'Tools'],
      [1.4, 8],
      tools.map(({ phase, tools: all }) => [PHASES[phase], pen.told(all.join(' · '), LEAST_IN_STEPS)]),
    );
  }
  // A job sealed before panels were planned has none.
  const supplies = suppliesOf(job, plan.mounts, plan.boards, (gear) => plan.tags[gear] ?? gear);
  if (!supplies.length) return;
  pen.heading('To buy for cutting, sealing and sticking');
  pen.table(
    ['What', 'How much', 'For'],
    [3.4, 3.6, 3],
    supplies.map(({ what, amount, for: of }) => [pen.told(what), pen.told(amount), of.join(', ')]),
  );
}

/** A step as its card has it, so that it can be done from paper alone. */
function wholeStep(step: Step): string[] {
  return [
    `${step.title}.`,
    ...(step.tools.length ? [`Tools: ${step.tools.join(', ')}.`] : []),
    ...step.lines,
    ...step.fasteners.map(
      (f) =>
        `${f.count} × ${f.size}, ${f.where}: ${toolOf(f)}${notThose(f.drive) && `, ${notThose(f.drive)}`}${f.torqueNm === null || step.direction === 'out' ? '' : `, ${f.torqueNm} N·m`}${f.single && step.direction === 'in' ? ', new' : ''}.`,
    ),
    ...step.ends.map((end) => `${colourText(end.colour)}, ${end.wire}: ${end.use}. To ${end.to}: ${end.with}.`),
    ...step.checks.map(({ text }) => `[  ] ${text}`),
    ...step.cautions.map((c) => CAUTIONS[c]),
  ];
}

export function fasteners(pen: Pen, job: Job, plan: Plan, events: readonly BayEvent[]): void {
  const ledger = fastenerLedger(plan.build, buildState(plan.build, events).balances);
  if (!ledger.length) return;
  pen.heading('Fasteners');
  pen.table(
    ['Cover', 'Fastener', 'Out', 'Reused', 'Retired', 'New', 'In'],
    [2.4, 3.6, 0.7, 0.9, 0.9, 0.7, 0.7],
    ledger.map((l) => [
      fastenedWords(job, plan.tags, l),
      pen.told(`${l.size}, ${l.where}${l.torqueNm === null ? '' : `, ${l.torqueNm} N·m`}`, LEAST_IN_STEPS),
      ...[l.out, l.reused, l.retired, l.added, l.in].map(String),
    ]),
  );
}
