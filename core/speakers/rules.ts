import type { Rule, Sighting } from '../findings/finding';
import { craftOf, type Job } from '../job/job';
import type { Operation } from '../job/operations';
import { COMMON_PRACTICE } from '../tables/source';
import { short } from '../units/figures';
import type { Circuit, SpeakerPlan } from './circuits';

export interface SpeakersSeen {
  readonly job: Job;
  readonly speakers: SpeakerPlan;
  readonly tags: Readonly<Record<string, string>>;
}
type SpeakerRule = Rule<SpeakersSeen, Operation>;

const LEVEL_SPREAD_DB = 3;
const LEAD_LOSS_DB = 0.5;
const LOW_PART_OF_RMS = 0.25;

const eachCircuit = (seen: SpeakersSeen, look: (circuit: Circuit) => Sighting<Operation> | undefined) =>
  Object.values(seen.speakers.circuits).flatMap((circuit) => look(circuit) ?? []);

const eachSpeaker = (
  seen: SpeakersSeen,
  look: (
    share: Circuit['speakers'][number],
    circuit: Circuit,
    tag: string,
  ) => Omit<Sighting<Operation>, 'subject'> | undefined,
) =>
  Object.values(seen.speakers.circuits).flatMap((circuit) =>
    circuit.speakers.flatMap((share) => {
      const seenHere = look(share, circuit, seen.tags[share.gear] ?? share.gear);
      return seenHere ? [{ subject: { kind: 'gear' as const, id: share.gear }, ...seenHere }] : [];
    }),
  );

const unwire = (circuit: Circuit): Operation => ({ op: 'wireChannel', channel: circuit.key, wiring: null });

export const speakerRules: readonly SpeakerRule[] = [
  {
    id: 'load-below-minimum',
    station: 'speakers',
    severity: 'stop',
    title: 'Load below the channel’s minimum',
    formula: 'nominal load ≥ channel minimum',
    source: { text: 'the gear’s own rating', fromMemory: false },
    overrulable: false,
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const { minOhm } = circuit.sourceItem.bank;
        if (!circuit.refused) return undefined;
        const members = 'parallel' in circuit.wiring ? circuit.wiring.parallel : undefined;
        return {
          subject: { kind: 'circuit', id: circuit.key },
          reason: `${circuit.channel.name} sees ${short(circuit.nominalOhm)} Ω and allows no less than ${short(minOhm)} Ω.`,
          figures: [
            { name: 'load', value: circuit.nominalOhm, unit: 'Ω' },
            { name: 'minimum', value: minOhm, unit: 'Ω' },
          ],
          cure: members
            ? {
                label: 'Wire in series',
                operations: [{ op: 'wireChannel', channel: circuit.key, wiring: { series: members } }],
              }
            : { label: 'Take it off the channel', operations: [unwire(circuit)] },
        };
      }),
  },
  {
    id: 'speaker-unwired',
    station: 'speakers',
    severity: 'caution',
    title: 'Speaker on no channel',
    formula: 'every speaker hangs on a channel',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: ({ speakers, tags }) =>
      speakers.unwired.map((id) => ({
        subject: { kind: 'gear', id },
        reason: `${tags[id] ?? id} is in the job and on no channel.`,
        figures: [{ name: 'channels', value: 0, unit: '' }],
      })),
  },
  {
    id: 'over-rms',
    station: 'speakers',
    severity: 'caution',
    title: 'More power than the speaker’s RMS rating',
    formula: 'power ≤ RMS; gain cap = 10·lg(RMS ÷ power)',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachSpeaker(seen, (share, _, tag) =>
        share.rmsRatio <= 1
          ? undefined
          : {
              reason: `${tag} can get ${short(share.watts)} W and is rated ${short(share.item.rmsWatts)} W; a gain ${short(10 * Math.log10(share.rmsRatio))} dB down caps it.`,
              figures: [
                { name: 'power', value: share.watts, unit: 'W' },
                { name: 'RMS rating', value: share.item.rmsWatts, unit: 'W' },
              ],
            },
      ),
  },
  {
    id: 'under-quarter-rms',
    station: 'speakers',
    severity: 'note',
    title: 'Less than a quarter of the speaker’s RMS rating',
    formula: 'power ≥ 0.25 × RMS',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachSpeaker(seen, (share, circuit, tag) =>
        circuit.refused || share.rmsRatio >= LOW_PART_OF_RMS
          ? undefined
          : {
              reason: `${tag} gets ${short(share.watts)} W of ${short(share.item.rmsWatts)} W; it will clip before it is loud.`,
              figures: [
                { name: 'power', value: share.watts, unit: 'W' },
                { name: 'RMS rating', value: share.item.rmsWatts, unit: 'W' },
              ],
            },
      ),
  },
  {
    id: 'level-spread',
    station: 'speakers',
    severity: 'note',
    title: 'Speakers differ in level at the rider',
    formula: 'L = S + 10·lg P − 20·lg d; loudest − quietest ≤ 3 dB',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: ({ speakers, job }) =>
      (speakers.spreadDb ?? 0) <= LEVEL_SPREAD_DB
        ? []
        : [
            {
              subject: { kind: 'job', id: job.id },
              reason: `Loudest and quietest are ${short(speakers.spreadDb!)} dB apart at the ears; set the gains to close it.`,
              figures: [{ name: 'spread', value: speakers.spreadDb!, unit: 'dB' }],
            },
          ],
  },
  {
    id: 'sides-mixed',
    station: 'speakers',
    severity: 'caution',
    title: 'Left and right on one channel',
    formula: 'a channel’s speakers sit on its own side',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const left = circuit.channel.seat.endsWith('Left');
        const wrong = circuit.speakers.filter(({ gear }) => {
          const place = seen.job.gear[gear]?.place;
          const y = place ? craftOf(seen.job).places[place]!.at[1] : 0;
          return left ? y < 0 : y > 0;
        });
        if (!wrong.length) return undefined;
        return {
          subject: { kind: 'circuit', id: circuit.key },
          reason: `${wrong.map(({ gear }) => seen.tags[gear] ?? gear).join(', ')} sits across from ${circuit.channel.name}.`,
          figures: [{ name: 'speakers across', value: wrong.length, unit: '' }],
        };
      }),
  },
  {
    id: 'lead-loss',
    station: 'speakers',
    severity: 'note',
    title: 'Speaker lead loses more than half a decibel',
    formula: '10·lg((P + I²R) ÷ P) ≤ 0.5 dB',
    source: COMMON_PRACTICE,
    overrulable: true,
    look: (seen) =>
      eachSpeaker(seen, (share, circuit, tag) =>
        share.leadLossDb <= LEAD_LOSS_DB
          ? undefined
          : {
              reason: `The lead to ${tag} is ${short(share.leadOhm)} Ω and loses ${short(share.leadLossDb)} dB.`,
              figures: [
                { name: 'lead', value: share.leadOhm, unit: 'Ω' },
                { name: 'loss', value: share.leadLossDb, unit: 'dB' },
              ],
              cure: {
                label: 'Use 14 AWG',
                operations: [{ op: 'chooseLead', run: `speaker:${circuit.source}>${share.gear}`, gauge: '14' }],
              },
            },
      ),
  },
];
