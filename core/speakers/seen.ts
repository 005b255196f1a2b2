import { each, type Rule, type Said, type Sighting } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { Input } from '../connections/signal';
import type { Circuit, SpeakerPlan } from './circuits';
import type { Splice } from './splices';

/** What the rules of this chapter look at. */
export interface SpeakersSeen {
  readonly job: Job;
  readonly speakers: SpeakerPlan;
  readonly inputs: readonly Input[];
  readonly splices: readonly Splice[];
  readonly tags: Readonly<Record<string, string>>;
}
export type SpeakerRule = Rule<SpeakersSeen, Operation>;

export const eachCircuit = (seen: SpeakersSeen, look: (circuit: Circuit) => Sighting<Operation> | undefined) =>
  Object.values(seen.speakers.circuits).flatMap((circuit) => look(circuit) ?? []);

export const eachSpeaker = (
  seen: SpeakersSeen,
  look: (share: Circuit['speakers'][number], circuit: Circuit, tag: string) => Said<Operation> | undefined,
) =>
  Object.values(seen.speakers.circuits).flatMap((circuit) =>
    each(
      'gear',
      circuit.speakers.map((share) => [share.gear, share] as const),
      (share, id) => look(share, circuit, seen.tags[id] ?? id),
    ),
  );

export const unwire = (circuit: Circuit): Operation => ({ op: 'wireChannel', channel: circuit.key, wiring: null });

/** A new lead in place of one that lies there. */
export const pullNew = ({ speaker, run }: { readonly speaker: string; readonly run: string }): Operation[] => [
  { op: 'setSpeaker', id: speaker, choice: { oldLeadOhm: null } },
  { op: 'setLead', run, lies: 'new' },
];

export const MAKER = { text: 'the gear’s own rating', fromMemory: false };
