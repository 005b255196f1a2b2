import type { Caution } from '../tables/cautions';
import type { Insulated } from '../tables/colours';
import type { Drive, Reach } from '../tables/fasteners';
import type { Teardown } from './teardown';
import { contentHash } from '../document/hash';

/** What the steps need to know of a splice at a speaker. */
export interface BuildSplice {
  readonly speaker: string;
  readonly source: string;
  readonly plus: Insulated;
  readonly speakerPlus: string;
  readonly speakerMinus: string;
  readonly keyed: 'both' | 'one' | 'none';
}

export const PHASES = {
  isolate: 'Make safe',
  teardown: 'Open up',
  fit: 'Fit',
  pull: 'Pull wires',
  connect: 'Connect',
  test: 'Test',
  tune: 'Tune',
  refit: 'Put back',
  close: 'Finish',
} as const;
export type Phase = keyof typeof PHASES;

export interface StepFastener {
  readonly id: string;
  readonly count: number;
  readonly drive: Drive;
  readonly size: string;
  readonly where: string;
  readonly torqueNm: number | null;
  /** A new one goes back. */
  readonly single: boolean;
  /** How it is got at, where not straight on. */
  readonly reach?: Reach | undefined;
}

/** One conductor's end at this step: what it is, where it goes, and what ends it. */
export interface StepEnd {
  readonly colour: Insulated;
  readonly use: string;
  /** The wire's size, in words. */
  readonly wire: string;
  /** Where it goes to: a terminal, stud or lead, in words. */
  readonly to: string;
  /** Ring, ferrule, butt or plug, in words. */
  readonly with: string;
}

export interface StepCheck {
  readonly id: string;
  readonly text: string;
}

export interface Step {
  /** verb:subject; stays the same as long as it is the same thing to do. */
  readonly id: string;
  readonly phase: Phase;
  readonly title: string;
  readonly minutes: number;
  readonly plannedMinutes: number;
  readonly second: boolean;
  readonly tools: readonly string[];
  readonly lines: readonly string[];
  readonly fasteners: readonly StepFastener[];
  /** Out at this step, or back in. */
  readonly direction: 'out' | 'in' | undefined;
  readonly checks: readonly StepCheck[];
  readonly ends: readonly StepEnd[];
  readonly cautions: readonly Caution[];
  /** Steps done before it. */
  readonly after: readonly string[];
  /** Of those, the ones that can no longer be got at once this is done. */
  readonly gate: readonly string[];
  readonly subject: { readonly kind: 'cover' | 'gear' | 'run' | 'job'; readonly id: string };
}

/** Minutes of work in a step: two people's count twice. */
export const workMinutes = ({ minutes, second }: Pick<Step, 'minutes' | 'second'>): number =>
  minutes * (second ? 2 : 1);

/** Minutes of work by phase; two people's count twice. */
export type Minutes = Readonly<Record<Phase, number>>;

export function minutesByPhase({ steps }: BuildPlan): Minutes {
  const minutes = Object.fromEntries(Object.keys(PHASES).map((phase) => [phase, 0])) as Record<Phase, number>;
  for (const step of steps) minutes[step.phase] += workMinutes(step);
  return minutes;
}

export interface BuildPlan {
  readonly steps: readonly Step[];
  readonly teardown: Teardown;
}

/** Of a step, what makes a tick out of date when it changes: everything but where it stands in the order. */
export function stepHash(step: Step): string {
  const { title, lines, fasteners, checks, tools, cautions, ends } = step;
  return contentHash({ title, lines, fasteners, checks, tools, cautions, ends });
}
