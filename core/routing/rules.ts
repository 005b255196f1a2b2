import { setOf } from '../job/parts/overrules';
import { isTurning, JOINT_WORDS } from '../craft/joint';
import { KEEP_FREE_KINDS, liesIn } from '../craft/keep-free';
import { HAZARDS } from '../craft/leg';
import { nodeOf } from '../craft/pattern';
import { each, rulesAt, type Rule } from '../findings/finding';
import { craftOf, foundCraft } from '../craft/own';
import { COVER_STATES } from '../craft/cover';
import { coverMinutes, coversFor } from '../craft/covers';
import { own } from '../document/patches';
import { taken } from '../job/choices';
import { listed } from '../text/text';
import { tenth } from '../units/figures';
import { openedFor } from '../connections/opened';
import { reliefOf } from '../connections/relief';
import type { LoomPlan } from '../connections/loom-plan';
import { pullSteps } from '../connections/pulled';
import type { Fitted } from '../panels/fitted';
import { loomRules } from './loom-rules';
import { isUnfused } from './pulls';
import { planRuns } from './runs';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { craftMap } from './graph';
import { endName, neededRuns, runWords, type Run } from '../connections/runs';

export interface RoutingSeen {
  readonly job: Job;
  readonly runs: readonly Run[];
  readonly tags: Readonly<Record<string, string>>;
  readonly looms: readonly LoomPlan[];
  readonly mounts: Readonly<Record<string, Fitted>>;
}
export type RoutingRule = Rule<RoutingSeen, Operation>;

const nameOf = ({ job, tags }: RoutingSeen, run: Run) =>
  `${runWords(run)} ${endName(job, run.from, tags)} → ${endName(job, run.to, tags)}`;

/** Minutes of covers, fishing and pulling of runs as they are laid. */
function minutesOf(job: Job, runs: readonly Run[]): number {
  const pattern = craftOf(job);
  const pulls = pullSteps(runs);
  const pulled = new Map<string, number>();
  for (const { id, alongMin, loom } of runs) {
    const step = pulls.get(id);
    // Of a loom each run has the legs that none before it has.
    if (step !== undefined) pulled.set(step, alongMin + (loom ? (pulled.get(step) ?? 0) : 0));
  }
  const fished = new Set(runs.flatMap((run) => run.fished));
  return (
    coverMinutes(pattern, openIn(job, runs)) +
    [...fished].reduce((sum, id) => sum + pattern.legs[id]!.fish!.minutes, 0) +
    [...pulled.values()].reduce((sum, minutes) => sum + minutes, 0)
  );
}
/** How far each cover is open, for gear and runs. */
const openIn = (job: Job, runs: readonly Run[]) =>
  coversFor(craftOf(job), openedFor(job, runs), taken(job.choices, 'access') === 'off');

export const routingRules = rulesAt<RoutingRule>('routing', [
  {
    id: 'no-way',
    severity: 'stop',
    title: 'No route',
    formula: 'a chain of legs without exhaust, hot engine or moving parts',
    look: (seen) =>
      each(
        'run',
        seen.runs.filter((run) => run.fromPlace !== undefined && run.toPlace !== undefined && !run.way),
        (run) => {
          const { leg, cover } = seen.job.overrules;
          const said = [
            ...Object.keys(leg).map((id) => `“${foundCraft(seen.job).legs[id]!.name}” is barred`),
            ...Object.keys(cover).map((id) => `“${foundCraft(seen.job).covers[id]!.name}” is kept shut`),
            ...(isUnfused(seen.job, run) ? ['without a fuse it keeps out of petrol spaces'] : []),
          ];
          return {
            reason: `${nameOf(seen, run)}: no legs lead there that a wire may follow${said.length ? `: ${listed(said)}` : ''}.`,
            figures: [{ name: 'ways', value: 0, unit: '' }],
          };
        },
      ),
  },
  {
    id: 'pin-broken',
    title: 'Pinned route is broken',
    formula: 'the chosen legs form a chain from end to end',
    look: (seen) =>
      each(
        'run',
        seen.runs.filter((run) => run.pinBroken),
        (run) => ({
          reason: `${nameOf(seen, run)}: the one that costs least is used in its stead.`,
          figures: [{ name: 'legs chosen', value: setOf(seen.job, 'way', run.id)!.length, unit: '' }],
          cure: {
            label: 'Drop the choice',
            operations: [{ op: 'overrule', kind: 'way', subject: run.id, value: null }],
          },
        }),
      ),
  },
  {
    id: 'banned-leg',
    severity: 'stop',
    title: 'Wire routed through a danger zone',
    formula: 'no leg with exhaust, hot engine or moving parts',
    look: (seen) => {
      const map = craftMap(craftOf(seen.job));
      return each('run', seen.runs, (run) => {
        const bad = run.way?.legs.map((id) => map.legs[id]!).find((leg) => leg.banned);
        if (!bad) return undefined;
        const hazards = bad.leg.hazards.map((h) => HAZARDS[h].name).join(', ');
        return {
          reason: `${nameOf(seen, run)} passes ${bad.leg.name}: ${hazards}.`,
          figures: [{ name: 'length there', value: bad.lengthMm, unit: 'mm' }],
          cure: {
            label: 'Take the cheapest safe way',
            operations: [{ op: 'overrule' as const, kind: 'way' as const, subject: run.id, value: null }],
          },
        };
      });
    },
  },
  {
    id: 'fishing-dearer',
    severity: 'note',
    title: 'Fishing costs more than it saves',
    formula: 'minutes with legs fished ≤ minutes with their covers opened',
    look: (seen) => {
      const fished = new Set(seen.runs.flatMap((run) => run.fished));
      if (!fished.size) return [];
      const aside: Job = { ...seen.job, choices: { ...seen.job.choices, access: 'aside' } };
      const now = minutesOf(seen.job, seen.runs);
      const opened = minutesOf(aside, planRuns(aside, neededRuns(aside), {}));
      const more = now - opened;
      if (more < 0.05) return [];
      return [
        {
          subject: { kind: 'job' as const, id: seen.job.id },
          reason: `${fished.size === 1 ? 'One leg is' : `${fished.size} legs are`} fished past covers that stay on: that takes ${tenth(now)} min of covers, fishing and pulling, where opening them would take ${tenth(opened)}.`,
          figures: [
            { name: 'fished', value: now, unit: 'min' },
            { name: 'opened', value: opened, unit: 'min' },
          ],
          cure: {
            label: `Open covers as far as needed: ${tenth(more)} min less`,
            operations: [{ op: 'choose' as const, choice: 'access' as const, option: 'aside' }],
          },
        },
      ];
    },
  },
  {
    id: 'kept-shut',
    title: 'A cover that is to stay shut is opened',
    formula: 'no gear, end or route led by hand lies behind a cover that a person keeps shut',
    look: (seen) => {
      const pattern = craftOf(seen.job);
      const open = openIn(seen.job, seen.runs);
      return Object.entries(seen.job.overrules.cover).flatMap(([id, { value: most }]) => {
        const state = own(open, id);
        const over = state && (most === 'on' || COVER_STATES.indexOf(state) > COVER_STATES.indexOf(most));
        if (!over) return [];
        return [
          {
            subject: { kind: 'cover' as const, id },
            reason: `“${pattern.covers[id]!.name}” was to ${most === 'on' ? 'stay on' : `be ${most} at most`}; it is ${state}, for gear, the end of a wire or a route led by hand lies behind it.`,
            figures: [{ name: 'opened', value: COVER_STATES.indexOf(state) + 1, unit: '' }],
            cure: {
              label: 'Let it be opened',
              operations: [{ op: 'overrule' as const, kind: 'cover' as const, subject: id, value: null }],
            },
          },
        ];
      });
    },
  },
  {
    id: 'hazard-leg',
    severity: 'note',
    title: 'Sleeve needed along the way',
    formula: 'no bare wire past an edge or a warm hose',
    look: (seen) => {
      const map = craftMap(craftOf(seen.job));
      const along = new Map<string, Run[]>();
      for (const run of seen.runs)
        for (const id of run.way?.legs ?? [])
          if (!map.legs[id]!.banned && map.legs[id]!.leg.hazards.length) along.set(id, [...(along.get(id) ?? []), run]);
      // One reason for all that lie there: said once, of the leg.
      return [...along].map(([id, runs]) => {
        const { leg, lengthMm } = map.legs[id]!;
        const what = leg.hazards.map((h) => HAZARDS[h].name).join(', ');
        return {
          subject: { kind: 'leg' as const, id },
          reason: `${leg.name}: sleeve ${Math.round(lengthMm)} mm against ${what}, round ${runs.length === 1 ? nameOf(seen, runs[0]!) : `${runs.length} runs`}.`,
          figures: [
            { name: 'sleeve', value: lengthMm, unit: 'mm' },
            { name: 'runs', value: runs.length, unit: '' },
          ],
        };
      });
    },
  },
  {
    id: 'keep-free-wire',
    severity: 'note',
    title: 'Wire through a room that is kept free',
    formula: 'no leg a wire takes passes a lamp bowl, sweep or line of sight',
    look: (seen) => {
      const pattern = craftOf(seen.job);
      const map = craftMap(pattern);
      const used = [...new Set(seen.runs.flatMap((run) => run.way?.legs ?? []))];
      return used.flatMap((id) => {
        const { points, leg, need } = map.legs[id]!;
        // Where a joint takes up the wire it hangs about the joint.
        if (need) return [];
        const body = nodeOf(pattern, leg.from)!.body;
        return Object.values(pattern.keepFree ?? {}).flatMap((room) => {
          if (room.body !== body) return [];
          const mm = points.slice(1).reduce((sum, to, i) => sum + liesIn(room.shape, points[i]!, to), 0);
          if (mm < 1) return [];
          return [
            {
              subject: { kind: 'leg' as const, id },
              reason: `${leg.name}: ${Math.round(mm)} mm of it lies in “${room.name}”, the ${KEEP_FREE_KINDS[room.kind]}. Tie it flat against the side, and park no surplus there.`,
              figures: [{ name: 'in it', value: Math.round(mm), unit: 'mm' }],
            },
          ];
        });
      });
    },
  },
  {
    id: 'end-short',
    severity: 'note',
    title: 'Little left for a loop and a knot',
    formula:
      'left at an end ≥ 100 mm for a drip loop where it comes from above + 150 mm for a soft knot at a speaker, where water and hands get at it',
    look: (seen) => {
      const { places } = craftOf(seen.job);
      return seen.runs.flatMap((run) =>
        [run.from, run.to].flatMap((end) => {
          const placed = Object.hasOwn(seen.job.gear, end) ? seen.job.gear[end]! : undefined;
          if (!placed?.place || placed.there !== null) return [];
          const { mm, loop, knot } = reliefOf(seen.job, run, end);
          const left = places[placed.place]?.allowanceMm ?? 0;
          if (mm <= left) return [];
          const what = [loop ? 'a drip loop' : '', knot ? 'a soft knot' : ''].filter(Boolean).join(' and ');
          return [
            {
              subject: { kind: 'run' as const, id: run.id },
              reason: `${nameOf(seen, run)}: ${Math.round(left)} mm are left at ${seen.tags[end] ?? end}, and ${what} takes ${mm} mm.`,
              figures: [
                { name: 'left', value: left, unit: 'mm' },
                { name: 'taken', value: mm, unit: 'mm' },
              ],
            },
          ];
        }),
      );
    },
  },
  {
    id: 'tape-short',
    title: 'Measured too short for the joint',
    formula: 'what a tape has between two ties ≥ longest path over the whole travel + bends',
    look: (seen) => {
      const map = craftMap(craftOf(seen.job));
      const used = [...new Set(seen.runs.flatMap((run) => run.way?.legs ?? []))];
      return used.flatMap((id) => {
        const { need, leg } = map.legs[id]!;
        if (!need || leg.tapeMm === undefined || leg.tapeMm >= need.needMm - 0.5) return [];
        const joint = craftOf(seen.job).joints[leg.joint!]!;
        return [
          {
            subject: { kind: 'leg' as const, id },
            reason: `${leg.name}: ${Math.round(leg.tapeMm)} mm by the tape, and it is ${Math.round(need.needMm)} mm at ${Math.round(need.worstAt)}${isTurning(joint) ? '°' : ' mm'}. Wire is cut to the longer one; measure again with the joint there.`,
            figures: [
              { name: 'by the tape', value: leg.tapeMm, unit: 'mm' },
              { name: 'needed', value: need.needMm, unit: 'mm' },
            ],
          },
        ];
      });
    },
  },
  {
    id: 'joint-slack',
    severity: 'note',
    title: 'Slack at a moving joint',
    formula: 'need = longest path over the whole travel + bends; parked = need − shortest path',
    look: (seen) => {
      const { joints } = craftOf(seen.job);
      const map = craftMap(craftOf(seen.job));
      const crossings = new Map<string, Run[]>();
      for (const run of seen.runs)
        for (const id of run.way?.legs ?? [])
          if (map.legs[id]!.need) crossings.set(id, [...(crossings.get(id) ?? []), run]);
      return [...crossings].map(([id, runs]) => {
        const { need, leg } = map.legs[id]!;
        const joint = joints[leg.joint!]!;
        return {
          subject: { kind: 'leg' as const, id },
          reason: `${leg.name}: ${runs.length} run${runs.length === 1 ? '' : 's'}, ${Math.round(need!.needMm)} mm between the ties, ${Math.round(need!.parkedMm)} mm of it hanging free. ${JOINT_WORDS[joint.kind].tie}`,
          figures: [
            { name: 'between ties', value: need!.needMm, unit: 'mm' },
            { name: 'longest at', value: need!.worstAt, unit: isTurning(joint) ? '°' : 'mm' },
            { name: 'parked', value: need!.parkedMm, unit: 'mm' },
          ],
        };
      });
    },
  },
  ...loomRules,
]);
