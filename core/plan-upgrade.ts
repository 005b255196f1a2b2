import { CHAPTERS, type Plan } from './plan';

type Versions = Readonly<Record<string, number>>;

/** The chapters of planners that did not write them into their plans. */
const OF_PLANNERS: Readonly<Record<string, Versions>> = {
  '0.2.0': { intake: 1, mounting: 1, speakers: 1, signal: 1, power: 1, routing: 1, harness: 1, build: 1 },
  '0.3.0': { intake: 1, mounting: 1, speakers: 2, signal: 2, power: 1, routing: 1, harness: 1, build: 1 },
  '0.4.0': { intake: 1, mounting: 1, speakers: 2, signal: 2, power: 2, routing: 1, harness: 1, build: 1 },
  '0.5.0': { intake: 1, mounting: 1, speakers: 3, signal: 2, power: 3, routing: 2, harness: 1, build: 2 },
};

function versionsOf(plan: Plan): Versions {
  const { chapters, planner, speakers } = plan as Partial<Plan> & Plan;
  // The first plans of 0.3.0 still had circuits of one channel and no zones.
  const first = planner === '0.3.0' && !('zones' in speakers);
  return chapters ?? OF_PLANNERS[first ? '0.2.0' : planner] ?? {};
}

/**
 * A sealed plan as this version reads it, chapter by chapter. Nothing is computed anew: what an older planner did not
 * know is left empty, what it said in other words is said in these.
 */
export function upgradePlan(plan: Plan): Plan {
  const from = versionsOf(plan);
  return CHAPTERS.reduce((so: Plan, { id, version, upgrade }) => {
    const then = from[id] ?? version;
    return upgrade && then < version ? { ...so, ...upgrade(so as never, then) } : so;
  }, plan);
}
