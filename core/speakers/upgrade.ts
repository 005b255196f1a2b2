import type { HeadUnit } from '../gear/gear';
import type { Circuit, SpeakerPlan } from './circuits';
import { outputsOf } from './outputs';
import type { Splice } from './splices';

/** A circuit as planner 0.2.0 wrote it: one channel, no zones. */
type OldCircuit = Omit<Circuit, 'output'> & {
  readonly sourceItem: HeadUnit;
  readonly channel: { readonly id: string };
};
type OldSpeakers = Omit<SpeakerPlan, 'zones'> & { readonly level?: number };

interface Made {
  readonly speakers: SpeakerPlan;
  readonly splices: readonly Splice[];
}

/** Version 1 had circuits of one channel and no zones; version 2 did not say what gives most when. */
export function upgradeSpeakers(made: Made, from: number): Made {
  const { speakers, splices } = from < 2 ? withZones(made) : made;
  const circuits = Object.entries(speakers.circuits).map(([key, circuit]) => [
    key,
    {
      ...circuit,
      mostIn: undefined,
      speakers: circuit.speakers.map((share) => ({ ...share, mostWatts: share.watts })),
    },
  ]);
  return { splices, speakers: { ...speakers, circuits: Object.fromEntries(circuits) as SpeakerPlan['circuits'] } };
}

function withZones(made: Made): Made {
  const { level, ...speakers } = made.speakers as OldSpeakers;
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
