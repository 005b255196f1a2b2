import { each, rulesAt } from '../findings/finding';
import { channelsOfOutput, speakersOf } from '../job/circuit';
import type { Job } from '../job/job';
import { oldSpeakerLeads } from '../connections/runs';
import { controlOf, heardOutputs } from '../connections/signal';
import { short } from '../units/figures';
import { MAKER, eachCircuit, eachSpeaker, pullNew, unwire, type SpeakersSeen, type SpeakerRule } from './seen';
import { gainPair, matesOf } from './mates';
import { unlikeInSeries } from './space';

const tagsOf = ({ tags }: SpeakersSeen, ids: readonly string[]) => ids.map((id) => tags[id] ?? id).join(', ');

/** Zones, bands, what is kept free or pinned, old leads, colours and the order of plugging in. */
export const wiringRules = rulesAt<SpeakerRule>('speakers', [
  {
    id: 'zones-mixed',
    title: 'Two zones on one output',
    formula: 'an output’s speakers belong to one zone',
    look: (seen) =>
      eachCircuit(seen, ({ key, output, speakers }) => {
        const zones = [...new Set(speakers.map(({ zone }) => zone))];
        if (zones.length < 2) return undefined;
        return {
          subject: { kind: 'circuit', id: key },
          reason: `${output.name} plays in ${zones.map((id) => (id === null ? 'no zone' : `“${seen.job.zones[id]?.name ?? id}”`)).join(' and ')}: neither can be turned down alone.`,
          figures: [{ name: 'zones', value: zones.length, unit: '' }],
        };
      }),
  },
  {
    id: 'zone-control-shared',
    title: 'Zone control affects other speakers',
    formula: 'a zone’s speakers are on pairs of channels behind its line control, and nothing else does',
    look: ({ job, inputs, tags, speakers }) =>
      each('zone', job.zones, ({ control, name }) => {
        const mine = (speaker: string) => control !== null && controlOf(job, speaker, 'line') === control;
        const connected = Object.values(speakers.circuits).flatMap((circuit) =>
          circuit.speakers.map(({ gear }) => gear),
        );
        const reached = inputs
          .filter(({ from }) => from === control)
          .flatMap((input) => connectedTo(job, input.channels));
        const unreached = connected.filter((speaker) => mine(speaker) && !reached.includes(speaker));
        if (control === null || !unreached.length) return undefined;
        const pairs = inputs.filter(({ channels }) => connectedTo(job, channels).some((s) => unreached.includes(s)));
        const others = pairs.flatMap(({ channels }) => connectedTo(job, channels)).filter((speaker) => !mine(speaker));
        const names = (list: readonly string[]) => [...new Set(list)].map((one) => tags[one] ?? one).join(', ');
        return {
          reason: others.length
            ? `${names([control])} cannot turn “${name}” alone: ${names(others)} is on the same pair of channels.`
            : `${names([control])} stands in line leads, and ${names(unreached)} is not behind any: it would turn nothing there.`,
          figures: [{ name: 'speakers it does not turn alone', value: unreached.length, unit: '' }],
        };
      }),
  },
  {
    id: 'zone-control-overloaded',
    severity: 'stop',
    title: 'More power than the zone control passes',
    formula: 'Σ power of its zone’s speakers ≤ its rating',
    source: MAKER,
    look: ({ job, speakers, tags }) =>
      Object.values(job.zones).flatMap(({ control, name }) => {
        const item = control === null ? undefined : job.gear[control]?.item;
        if (control === null || item?.kind !== 'zoneControl' || item.maxWatts === null) return [];
        const watts = Object.values(speakers.circuits)
          .flatMap((circuit) => circuit.speakers)
          .reduce((sum, share) => sum + (controlOf(job, share.gear, 'speaker') === control ? share.mostWatts : 0), 0);
        if (watts <= item.maxWatts) return [];
        return [
          {
            subject: { kind: 'gear' as const, id: control },
            reason: `${tags[control] ?? control} passes ${short(item.maxWatts)} W and “${name}” can take ${short(watts)} W.`,
            figures: [
              { name: 'power', value: watts, unit: 'W' },
              { name: 'passes', value: item.maxWatts, unit: 'W' },
            ],
          },
        ];
      }),
  },
  {
    id: 'unlike-in-series',
    title: 'Mismatched speakers in series',
    formula: 'speakers that carry one current are of one model',
    look: (seen) =>
      eachCircuit(seen, ({ key, output, wiring, speakers }) =>
        unlikeInSeries(wiring, (id) => speakers.find(({ gear }) => gear === id)!.item.id)
          ? {
              subject: { kind: 'circuit', id: key },
              reason: `On ${output.name} unlike speakers carry one current: each colours what the other plays.`,
              figures: [{ name: 'models', value: new Set(speakers.map(({ item }) => item.id)).size, unit: '' }],
            }
          : undefined,
      ),
  },
  {
    id: 'tweeter-unprotected',
    severity: 'stop',
    title: 'Tweeter with no crossover',
    formula: 'a tweeter is behind its passive crossover, or alone on channels with a filter',
    look: (seen) =>
      eachSpeaker(seen, ({ gear, item }, { output, wiring, speakers }, tag) => {
        if (item.band !== 'treble' || 'split' in wiring) return undefined;
        if (output.item.bank.filters && speakers.every((share) => share.item.band === 'treble')) return undefined;
        const woofer = speakers.find((share) => share.item.band === 'middle' && share.item.splitHz === item.splitHz);
        return {
          reason: `${tag} would get the whole of ${output.name}, bass and all, and burn.`,
          figures: [{ name: 'power', value: speakers.find((share) => share.gear === gear)!.watts, unit: 'W' }],
          ...(woofer && speakers.length === 2
            ? {
                cure: {
                  label: 'Join them through their crossover',
                  operations: [
                    {
                      op: 'wireChannel' as const,
                      channel: output.key,
                      wiring: {
                        split: 'parallel' in wiring ? wiring.parallel : 'series' in wiring ? wiring.series : [],
                      },
                    },
                  ],
                },
              }
            : {}),
        };
      }),
  },
  {
    id: 'band-astray',
    title: 'Speaker on an output of another band',
    formula: 'full range where all is played; bass where bass alone is, or a filter can make it so',
    look: (seen) =>
      eachSpeaker(seen, ({ item }, { output, wiring, speakers }, tag) => {
        if ('split' in wiring || item.band === 'treble') return undefined;
        const bassOnly = seen.inputs.some(
          ({ bass, channels }) => bass && channelsOfOutput(output.key).some((channel) => channels.includes(channel)),
        );
        const mixed = new Set(speakers.map((share) => share.item.band)).size > 1;
        const reason =
          item.band !== 'bass' && bassOnly
            ? `${tag} is connected to ${output.name}, which gets bass alone from the head unit.`
            : mixed
              ? `${tag} shares ${output.name} with speakers of another band, with no crossover between.`
              : item.band !== 'full' && !bassOnly && !output.item.bank.filters
                ? `${tag} would play everything ${output.name} gives: it has no filter.`
                : undefined;
        return reason === undefined
          ? undefined
          : { reason, figures: [{ name: 'on it', value: speakers.length, unit: '' }] };
      }),
  },
  {
    id: 'filter-shared',
    severity: 'stop',
    title: 'Two bands on one filter pair',
    formula: 'both channels of a filter pair carry the same band',
    source: MAKER,
    look: (seen) => {
      const onPair = new Map<string, { key: string; name: string; band: string; tags: string }>();
      return Object.values(seen.speakers.circuits).flatMap(({ key, source, output, wiring, speakers }) => {
        if (!output.item.bank.filters) return [];
        const bands = new Set(speakers.map(({ item }) => item.band));
        const band = 'split' in wiring ? 'full' : [...bands][0]!;
        const pair = `${source}/${gainPair({ output })}`;
        const other = onPair.get(pair);
        const own = {
          key,
          name: output.name,
          band,
          tags: tagsOf(
            seen,
            speakers.map(({ gear }) => gear),
          ),
        };
        if (!other) onPair.set(pair, own);
        if (!other || other.band === band) return [];
        return [
          {
            subject: { kind: 'circuit' as const, id: key },
            reason: `${other.name} (${other.tags}) and ${output.name} (${own.tags}) share one filter: set for the one, it takes from the other what it should play. Give them pairs of their own, or bridge the pair for the woofer.`,
            figures: [{ name: 'bands on the pair', value: 2, unit: '' }],
          },
        ];
      });
    },
  },
  {
    id: 'pair-apart',
    title: 'Left and right on two amplifiers',
    formula: 'a left and right of one kind have one source, one turn-on and one gain',
    look: ({ job, speakers, tags }) =>
      each('gear', matesOf(job), (right, left) => {
        const on = (id: string) =>
          Object.values(speakers.circuits).find((circuit) => circuit.speakers.some(({ gear }) => gear === id));
        const [a, b] = [on(left), on(right)];
        if (!a || !b || a.source === b.source) return undefined;
        return {
          reason: `${tags[left] ?? left} is driven by ${tags[a.source] ?? a.source}, ${tags[right] ?? right} by ${tags[b.source] ?? b.source}: two gains and two turn-ons that no balance keeps level.`,
          figures: [{ name: 'sources', value: 2, unit: '' }],
        };
      }),
  },
  {
    id: 'mono-wanted',
    severity: 'note',
    title: 'Set output to mono',
    formula: 'both sides of a mono zone on one output',
    look: (seen) =>
      eachCircuit(seen, ({ key, output, speakers }) => {
        const mono = speakers.some(({ zone }) => zone !== null && seen.job.zones[zone]?.mono);
        if (!mono || output.side === undefined) return undefined;
        return {
          subject: { kind: 'circuit', id: key },
          reason: `${output.name} carries one side; feed it both (mono switch, or a joining lead made for it) so that nothing of the music is lost.`,
          figures: [{ name: 'speakers', value: speakers.length, unit: '' }],
        };
      }),
  },
  {
    id: 'output-heard',
    severity: 'stop',
    title: 'Output feeds an amplifier already',
    formula: 'an output feeds an amplifier or speakers, not both',
    look: (seen) => {
      const heard = heardOutputs(seen.inputs);
      return eachCircuit(seen, (circuit) =>
        channelsOfOutput(circuit.key).some((channel) => heard.has(channel))
          ? {
              subject: { kind: 'circuit', id: circuit.key },
              reason: `${circuit.output.name} is what an amplifier takes its signal from; nothing else may be connected to it.`,
              figures: [{ name: 'speakers', value: circuit.speakers.length, unit: '' }],
              cure: { label: 'Take it off the channel', operations: [unwire(circuit)] },
            }
          : undefined,
      );
    },
  },
  {
    id: 'reserved-used',
    title: 'Channel kept for later is in use',
    formula: 'a channel kept free has nothing on it',
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const kept = channelsOfOutput(circuit.key).filter((channel) => Object.hasOwn(seen.job.reserved, channel));
        if (!kept.length) return undefined;
        return {
          subject: { kind: 'circuit', id: circuit.key },
          reason: `${circuit.output.name} is kept for ${seen.job.reserved[kept[0]!]}.`,
          figures: [{ name: 'speakers', value: circuit.speakers.length, unit: '' }],
          cure: {
            label: 'No longer keep it free',
            operations: kept.map((channel) => ({ op: 'reserveChannel' as const, channel, what: null })),
          },
        };
      }),
  },
  {
    id: 'pin-left',
    title: 'Speaker is not where it was pinned',
    formula: 'a pinned speaker is connected to its output',
    look: ({ job, tags }) =>
      each('gear', job.speakers, ({ pin }, id) => {
        const wiring = pin === null ? undefined : job.circuits[pin];
        if (pin === null || (wiring && speakersOf(wiring).includes(id))) return undefined;
        return {
          reason: `${tags[id] ?? id} is pinned to ${pin.split('/')[1]} of ${tags[pin.split('/')[0]!] ?? pin} and connected elsewhere.`,
          figures: [{ name: 'on its pin', value: 0, unit: '' }],
          cure: {
            label: 'Take the pin out',
            operations: [{ op: 'setSpeaker' as const, id, choice: { pin: null } }],
          },
        };
      }),
  },
  {
    id: 'old-return-untested',
    severity: 'stop',
    title: 'Old speaker leads not tested for a shared return',
    formula: 'old leads: no path between one −, another −, and ground',
    look: (seen) => {
      const old = oldSpeakerLeads(seen.job);
      if (!old.length || seen.job.craft.oldReturns !== 'notTested') return [];
      return [
        {
          subject: { kind: 'job', id: seen.job.id },
          reason: `${tagsOf(
            seen,
            old.map(({ speaker }) => speaker),
          )} keep their old leads. Unplug everything and meter from each − to every other and to ground: any path means a shared return, and it would burn the new outputs.`,
          figures: [{ name: 'old leads', value: old.length, unit: '' }],
        },
      ];
    },
  },
  {
    id: 'old-return-common',
    severity: 'stop',
    title: 'Old speaker leads share a return',
    formula: 'bridge-tied outputs share nothing with ground or with each other',
    look: (seen) => {
      const old = oldSpeakerLeads(seen.job);
      if (!old.length || seen.job.craft.oldReturns !== 'common') return [];
      return [
        {
          subject: { kind: 'job', id: seen.job.id },
          reason: `${tagsOf(
            seen,
            old.map(({ speaker }) => speaker),
          )} are on leads that share a return: new pairs, or an amplifier made for it.`,
          figures: [{ name: 'old leads', value: old.length, unit: '' }],
          cure: {
            label: 'Pull new pairs',
            operations: old.flatMap(pullNew),
          },
        },
      ];
    },
  },
  {
    id: 'colours-clash',
    title: 'Wire colours conflict',
    formula: 'one colour means one thing at a splice',
    look: ({ splices, tags }) =>
      splices.flatMap(({ speaker, clashes, sourceSays, output }) =>
        clashes.length
          ? [
              {
                subject: { kind: 'gear' as const, id: speaker },
                reason: `${tags[speaker] ?? speaker}, ${output}: ${clashes.join('; ')}. The source has ${sourceSays}. Meter it, and label both ends.`,
                figures: [{ name: 'clashes', value: clashes.length, unit: '' }],
              },
            ]
          : [],
      ),
  },
  {
    id: 'configure-first',
    severity: 'note',
    title: 'Configure before speakers are plugged in',
    formula: 'its speakers are plugged in after its set-up is loaded',
    source: MAKER,
    look: (seen) => {
      const sources = new Map(Object.values(seen.speakers.circuits).map((c) => [c.source, c]));
      return each('gear', [...sources], ({ output }, id) =>
        output.item.kind === 'amplifier' && output.item.configureFirst
          ? {
              reason: `${tagsOf(seen, [id])} may destroy speakers until it is configured; Build puts that before their plugs.`,
              figures: [{ name: 'speakers', value: speakersOn(seen, id), unit: '' }],
            }
          : undefined,
      );
    },
  },
]);

const connectedTo = (job: Job, channels: readonly string[]) =>
  Object.entries(job.circuits)
    .filter(([key]) => channelsOfOutput(key).some((channel) => channels.includes(channel)))
    .flatMap(([, wiring]) => speakersOf(wiring));
const speakersOn = (seen: SpeakersSeen, source: string) =>
  Object.values(seen.speakers.circuits).reduce(
    (sum, circuit) => sum + (circuit.source === source ? circuit.speakers.length : 0),
    0,
  );
