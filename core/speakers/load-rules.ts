import { each, rulesAt } from '../findings/finding';
import { setOf } from '../job/parts/overrules';
import { craftOf } from '../craft/own';
import type { Wiring } from '../job/circuit';
import { liesThere } from '../connections/runs';
import { controlOf } from '../connections/signal';
import { gaugeArea, gaugeName, isMetricStandard, sizesOf } from '../tables/conductors';
import { short } from '../units/figures';
import { nominalOf, speakerFacts, type SpeakerPlan, type SpeakerShare } from './circuits';
import { MAKER, eachCircuit, eachSpeaker, pullNew, unwire, type SpeakerRule, type SpeakersSeen } from './seen';

/** Part of its nominal load that a coil may dip to before the source minds (IEC 60268-5: 80 %, from memory). */
const DIP_PART = 0.8;
const DIP_SOURCE = { text: 'IEC 60268-5, lowest impedance 80 % of the rated', fromMemory: true };
const LEVEL_SPREAD_DB = 3;
const LEAD_LOSS_DB = 0.5;
const LOW_PART_OF_RMS = 0.25;

/** Loads, power, levels and leads. */
export const loadRules = rulesAt<SpeakerRule>('speakers', [
  {
    id: 'load-below-minimum',
    severity: 'stop',
    title: 'Load below the channel’s minimum',
    formula: 'nominal load ≥ channel minimum',
    source: MAKER,
    overrulable: false,
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const { minOhm } = circuit.output;
        if (!circuit.refused) return undefined;
        const members = 'parallel' in circuit.wiring ? circuit.wiring.parallel : undefined;
        // Only what then holds is a cure: 1.33 Ω twice in series is still too low for 4.
        const inSeries = (series: readonly Wiring[]) => nominalOf({ series: [...series] }, speakerFacts(seen.job));
        return {
          subject: { kind: 'circuit', id: circuit.key },
          reason: `${circuit.output.name} sees ${short(circuit.nominalOhm)} Ω and allows no less than ${short(minOhm)} Ω.`,
          figures: [
            { name: 'load', value: circuit.nominalOhm, unit: 'Ω' },
            { name: 'minimum', value: minOhm, unit: 'Ω' },
          ],
          cure:
            members && inSeries(members) >= minOhm - 1e-9
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
    title: 'Speaker on no channel',
    formula: 'every speaker is connected to a channel',
    look: ({ speakers, tags }) =>
      each('gear', speakers.unwired, (id) => ({
        reason: wiredAtAll(speakers, id)
          ? `${tags[id] ?? id} has a coil on no channel; a coil left open plays nothing and moves with the other.`
          : `${tags[id] ?? id} is in the job and on no channel.`,
        figures: [{ name: 'channels', value: 0, unit: '' }],
      })),
  },
  {
    id: 'over-rms',
    title: 'More power than the speaker’s RMS rating',
    formula: 'power ≤ RMS; gain cap = 10·lg(RMS ÷ power)',
    look: (seen) =>
      eachSpeaker(seen, (share, { mostIn }, tag) =>
        share.mostWatts <= share.item.rmsWatts
          ? undefined
          : {
              reason: `${tag} can get ${short(share.mostWatts)} W${mostIn === undefined ? '' : ` (${mostIn})`} and is rated ${short(share.item.rmsWatts)} W; a gain ${short(10 * Math.log10(share.mostWatts / share.item.rmsWatts))} dB down caps it.`,
              figures: [
                { name: 'power', value: share.mostWatts, unit: 'W' },
                { name: 'RMS rating', value: share.item.rmsWatts, unit: 'W' },
              ],
            },
      ),
  },
  {
    id: 'under-quarter-rms',
    severity: 'note',
    title: 'Less than a quarter of the speaker’s RMS rating',
    formula: 'power ≥ 0.25 × RMS',
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
    severity: 'note',
    title: 'Speakers differ in level at the ears',
    formula: 'L = S + 10·lg P − 20·lg d; loudest − quietest ≤ 3 dB',
    look: ({ speakers, job }) =>
      speakers.zones.flatMap(({ id, name, listener, spreadDb }) =>
        (spreadDb ?? 0) <= LEVEL_SPREAD_DB
          ? []
          : [
              {
                subject: id === null ? { kind: 'job' as const, id: job.id } : { kind: 'zone' as const, id },
                reason: `${id === null ? 'Loudest' : `In “${name}” loudest`} and quietest are ${short(spreadDb!)} dB apart at the ears (${listener}); set the gains to close it.`,
                figures: [{ name: 'spread', value: spreadDb!, unit: 'dB' }],
              },
            ],
      ),
  },
  {
    id: 'sides-mixed',
    title: 'Left and right on one channel',
    formula: 'a channel’s speakers sit on its own side',
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const { side } = circuit.output;
        const wrong = circuit.speakers.filter(({ gear, zone, item }) => {
          if (item.band === 'bass' || (zone !== null && seen.job.zones[zone]?.mono)) return false;
          const place = seen.job.gear[gear]?.place;
          const y = place ? craftOf(seen.job).places[place]!.at[1] : 0;
          return side === 'left' ? y < 0 : side === 'right' ? y > 0 : y !== 0;
        });
        if (!wrong.length) return undefined;
        return {
          subject: { kind: 'circuit', id: circuit.key },
          reason: `${wrong.map(({ gear }) => seen.tags[gear] ?? gear).join(', ')} sits across from ${circuit.output.name}, or hears both sides there.`,
          figures: [{ name: 'speakers across', value: wrong.length, unit: '' }],
        };
      }),
  },
  {
    id: 'lead-loss',
    severity: 'note',
    title: 'Speaker lead loses more than half a decibel',
    formula: '10·lg((P + I²R) ÷ P) ≤ 0.5 dB',
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
              ...cureOf(seen, circuit.source, share),
            },
      ),
  },
  {
    id: 'load-dips',
    severity: 'note',
    title: 'Load may dip well below the least',
    formula: 'lowest load ≥ 0.8 × least load',
    source: DIP_SOURCE,
    look: (seen) =>
      eachCircuit(seen, ({ key, output, dipOhm, refused }) =>
        refused || dipOhm >= DIP_PART * output.minOhm
          ? undefined
          : {
              subject: { kind: 'circuit', id: key },
              reason: `${output.name} may see ${short(dipOhm)} Ω at some pitches; its least is ${short(output.minOhm)} Ω.`,
              figures: [
                { name: 'may dip to', value: dipOhm, unit: 'Ω' },
                { name: 'least', value: output.minOhm, unit: 'Ω' },
              ],
            },
      ),
  },
]);

const wiredAtAll = (plan: SpeakerPlan, id: string) =>
  Object.values(plan.circuits).some(({ speakers }) => speakers.some(({ gear }) => gear === id));

/**
 * What takes a lead's loss below the limit: a new pair in place of an old one that is kept, else the thinnest size
 * that does, since the loss falls with the lead's resistance. None where no size does.
 */
function cureOf({ job }: SpeakersSeen, source: string, share: SpeakerShare) {
  const { conductors } = job.settings;
  const control = controlOf(job, share.gear, 'speaker');
  const run = `speaker:${control ?? source}>${share.gear}`;
  if (liesThere(job)('speaker', control ?? source, share.gear))
    return { cure: { label: 'Pull a new pair', operations: pullNew({ speaker: share.gear, run }) } };
  const now = setOf(job, 'lead', run) ?? (isMetricStandard(conductors) ? '1.5mm2' : '16');
  // 10·lg(1 + x·R) with the share of power x that the lead takes at its present resistance.
  const part = 10 ** (share.leadLossDb / 10) - 1;
  const size = sizesOf(conductors).find(
    (gauge) => 10 * Math.log10(1 + (part * gaugeArea(now, conductors)) / gaugeArea(gauge, conductors)) <= LEAD_LOSS_DB,
  );
  if (!size || control !== undefined) return {};
  return {
    cure: {
      label: `Use ${gaugeName(size, conductors)}`,
      operations: [{ op: 'overrule' as const, kind: 'lead' as const, subject: run, value: size }],
    },
  };
}
