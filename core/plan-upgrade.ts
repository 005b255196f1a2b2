import type { HeadUnit } from './gear/gear';
import type { Plan } from './plan';
import { outputsOf, type Circuit } from './speakers/index';

/** A circuit as planner 0.2.0 wrote it: one channel, no zones. */
type OldCircuit = Omit<Circuit, 'output'> & {
  readonly sourceItem: HeadUnit;
  readonly channel: { readonly id: string };
};
type OldSpeakers = Omit<Plan['speakers'], 'zones'> & { readonly level?: number };

/**
 * A sealed plan as this version reads it. Nothing is reckoned anew: what an older planner did not know is
 * left empty, what it said in other words is said in these.
 */
export function upgradePlan(plan: Plan): Plan {
  if (plan.planner !== '0.2.0') return plan;
  const { level, ...speakers } = plan.speakers as OldSpeakers;
  const circuits = Object.fromEntries(
    Object.entries(speakers.circuits as unknown as Record<string, OldCircuit>).map(([key, circuit]) => {
      const { sourceItem, channel, ...rest } = circuit;
      const bank = { ...sourceItem.bank, bridge: null };
      const output = outputsOf(rest.source, { ...sourceItem, bank }).find(
        ({ channels }) => channels[0] === channel.id,
      )!;
      return [key, { ...rest, output, speakers: rest.speakers.map((share) => ({ ...share, zone: null })) }];
    }),
  );
  const heard = Object.values(circuits).flatMap((circuit) => circuit.speakers.map(({ gear }) => gear));
  return {
    ...plan,
    inputs: [],
    splices: [],
    speakers: {
      ...speakers,
      circuits,
      zones: [
        {
          id: null,
          name: 'Everywhere',
          listener: 'ears',
          at: [0, 0, 0],
          mono: false,
          speakers: [...heard, ...speakers.unwired],
          level,
          spreadDb: speakers.spreadDb,
        },
      ],
    },
  };
}
