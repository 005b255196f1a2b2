import { batteryOf, circuitOf, soundBattery } from '../connections/feeding';
import { each, rulesAt, type Said } from '../findings/finding';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { Existing } from '../job/supply';
import { AMPACITY_SOURCE } from '../tables/conductors';
import { short } from '../units/figures';
import { forgetsWith, liveOf, spareAmps, wireCarries } from './existing';
import { caseName, mostDrawn, type Feed } from './feeds';
import { MAKER, amps, type PowerRule, type PowerSeen } from './rules';
import { planTurnOn } from './turn-on';

/** Every circuit of the craft that gear is fed from: the feed it is, and the new gear straight on it. */
const eachCircuit = (
  seen: PowerSeen,
  look: (circuit: Existing, feed: Feed, gear: readonly string[], id: string) => Said<Operation> | undefined,
) =>
  each('existing', seen.power.circuits, (feed, id) =>
    look(
      circuitOf(seen.job, id)!,
      feed,
      Object.values(seen.power.feeds).flatMap((f) => (f.feeder === id && f.run ? [f.gear] : [])),
      id,
    ),
  );

/** Feeds the new gear from the battery in its stead. */
function fromBattery({ job, tags }: PowerSeen, gear: readonly string[]) {
  if (!gear.length) return {};
  const battery = job.craft.batteries[soundBattery(job)]!.name;
  return {
    cure: {
      label: `Feed ${gear.map((id) => tags[id] ?? id).join(', ')} from ${battery}`,
      operations: gear.map((id) => ({ op: 'feedFrom' as const, gear: id, from: null })),
    },
  };
}

/** The most that gear of this job asks of a circuit besides what it draws already, and in which state; switched leads tapped from it too. */
export function askedOf(job: Job, feed: Feed): { readonly amps: number; readonly tapped: number; readonly in: string } {
  const circuit = circuitOf(job, feed.gear)!;
  const turnOn = planTurnOn(job);
  const tapped = turnOn.source?.id === feed.gear ? turnOn.switchedA : 0;
  const most = mostDrawn(feed)?.amps ?? 0;
  return {
    amps: Math.max(0, most - (circuit.drawsA ?? 0)) + tapped,
    tapped,
    in: caseName(feed.worst.amps).toLowerCase(),
  };
}

/** What circuits of the craft are asked for when gear is fed from them. */
export const existingRules = rulesAt<PowerRule>('power', [
  {
    id: 'existing-over-spare',
    severity: 'stop',
    title: 'Existing circuit is asked for more than it spares',
    formula: 'Σ of what is fed from it ≤ fuse ÷ margin − what it draws already',
    look: (seen) =>
      eachCircuit(seen, (circuit, feed, gear) => {
        const spare = spareAmps(seen.job, circuit);
        if (spare === undefined || feed.collapsed) return undefined;
        const asked = askedOf(seen.job, feed);
        if (asked.amps <= Math.max(0, spare) + 1e-6) return undefined;
        return {
          reason: `${circuit.name} spares ${short(Math.max(0, spare))} A: ${short(circuit.fuseA!)} A of fuse with the usual margin, less ${short(circuit.drawsA!)} A it draws already. ${gear.map((id) => seen.tags[id] ?? id).join(' and ') || 'What is kept on it'} ${gear.length > 1 ? 'take' : 'takes'} ${short(asked.amps)} A (${asked.in}).`,
          figures: [amps('asked', asked.amps), amps('spare', Math.max(0, spare))],
          ...fromBattery(seen, gear),
        };
      }),
  },
  {
    id: 'existing-unknown',
    title: 'Existing circuit not measured enough to judge',
    formula: 'fuse, what it draws, size and length of its wire are known',
    look: (seen) =>
      eachCircuit(seen, (circuit, feed) => {
        const missing = [
          circuit.fuseA === null ? 'its fuse' : '',
          circuit.drawsA === null ? 'what it draws already' : '',
          circuit.size === null ? 'the size of its wire' : '',
          circuit.lengthMm === null ? 'its length back to the battery' : '',
        ].filter(Boolean);
        if (!missing.length) return undefined;
        const drop = circuit.size === null || circuit.lengthMm === null;
        const what = [
          spareAmps(seen.job, circuit) === undefined ? 'what it spares cannot be told' : '',
          drop ? 'its own drop counts as nothing' : '',
        ].filter(Boolean);
        return {
          reason: `${circuit.name}: ${missing.join(', ')} not known, so ${what.join(', and ')}.`,
          figures: [
            { name: 'not known', value: missing.length, unit: '' },
            amps('asked', askedOf(seen.job, feed).amps),
          ],
        };
      }),
  },
  {
    id: 'existing-fuse-small',
    title: 'Fuse of the existing circuit below what the gear names',
    formula: 'fuse of the circuit ≥ the fuse the gear’s maker names',
    source: MAKER,
    look: (seen) =>
      eachCircuit(seen, (circuit, _, gear) => {
        const { fuseA } = circuit;
        const named = gear.flatMap((one) => {
          const feed = seen.power.feeds[one]!;
          const usual = feed.fuseA === undefined ? feed.item.usualFuseA : null;
          return usual !== null && fuseA !== null && usual > fuseA ? [{ one, usual }] : [];
        });
        const [first] = named.sort((a, b) => b.usual - a.usual);
        if (!first) return undefined;
        return {
          reason: `${seen.tags[first.one] ?? first.one}’s maker names a fuse of ${short(first.usual)} A; ${circuit.name} has ${short(fuseA!)} A, which may blow at first power.`,
          figures: [amps('fuse', fuseA!), amps('named', first.usual)],
          ...fromBattery(
            seen,
            named.map(({ one }) => one),
          ),
        };
      }),
  },
  {
    id: 'existing-dead',
    severity: 'stop',
    title: 'Fed from a circuit that is dead',
    formula: 'volts at run ≥ 0.8 of the system’s',
    look: (seen) =>
      eachCircuit(seen, (circuit, _, gear) =>
        liveOf(circuit, seen.job.craft.nominalVolts) !== 'never'
          ? undefined
          : {
              reason: `${circuit.name} was measured at ${short(circuit.runVolts!)} V at run: nothing on it comes on. Look for its fuse first.`,
              figures: [{ name: 'at run', value: circuit.runVolts!, unit: 'V' }],
              ...fromBattery(seen, gear),
            },
      ),
  },
  {
    id: 'existing-cuts-memory',
    title: 'The switch that cuts this circuit cuts the memory too',
    formula: 'gear that keeps clock and stations has a + that is always live',
    look: (seen) =>
      eachCircuit(seen, (circuit, _, gear, id) => {
        const live = liveOf(circuit, seen.job.craft.nominalVolts);
        const cut = live === 'key' || live === 'run' || (live === 'unknown' && circuit.use === 'switched');
        const forgets = cut ? forgetsWith(seen.job, id) : [];
        if (!forgets.length) return undefined;
        return {
          reason: `${circuit.name} is dead with the key off: ${forgets.map((one) => seen.tags[one] ?? one).join(', ')} forget${forgets.length > 1 ? '' : 's'} clock and stations each time. It cannot drain the battery either.`,
          figures: [{ name: 'forget', value: forgets.length, unit: '' }],
          ...fromBattery(seen, gear),
        };
      }),
  },
  {
    id: 'existing-fuse-large',
    title: 'Existing wire is protected above what it carries',
    formula: 'fuse ≤ ampacity of its wire',
    source: AMPACITY_SOURCE,
    look: (seen) =>
      eachCircuit(seen, (circuit) => {
        const carries = wireCarries(seen.job, circuit);
        if (carries === undefined || circuit.fuseA === null || circuit.fuseA <= carries) return undefined;
        return {
          reason: `${circuit.name} has ${circuit.size} AWG, which carries ${short(carries)} A, behind a fuse of ${short(circuit.fuseA)} A. Somebody may have put in a larger one.`,
          figures: [amps('fuse', circuit.fuseA), amps('carries', carries)],
        };
      }),
  },
  {
    id: 'existing-drop',
    title: 'Existing wire alone loses more than the limit',
    formula: 'R of the existing wire, out and back × I ÷ volts of the system ≤ limit',
    look: (seen) =>
      eachCircuit(seen, (circuit, feed, gear) => {
        const limit = seen.job.settings.dropLimitPct;
        const state = feed.states[feed.worst.drop];
        if (!state || feed.collapsed || state.dropPct <= limit) return undefined;
        return {
          reason: `${circuit.name} loses ${state.dropVolts.toFixed(2)} V, ${short(state.dropPct)} % of ${short(feed.nominalVolts)} V, over ${short((circuit.lengthMm ?? 0) / 1000)} m of ${circuit.size} AWG at ${short(state.amps)} A; the limit is ${short(limit)} %. No new wire mends that.`,
          figures: [
            { name: 'drop', value: state.dropPct, unit: '%' },
            { name: 'limit', value: limit, unit: '%' },
          ],
          ...fromBattery(seen, gear),
        };
      }),
  },
  {
    id: 'existing-other-battery',
    severity: 'note',
    title: 'Existing circuit comes from the starting battery',
    formula: 'with two batteries the sound has the house battery',
    look: (seen) =>
      eachCircuit(seen, (circuit, feed, gear) => {
        const own = batteryOf(seen.job, feed.gear);
        const sound = soundBattery(seen.job);
        if (own === sound) return undefined;
        const { batteries } = seen.job.craft;
        return {
          reason: `${circuit.name} comes from ${batteries[own]!.name}, the sound otherwise from ${batteries[sound]!.name}.`,
          figures: [amps('full output', mostDrawn(feed)?.amps ?? 0)],
          ...fromBattery(seen, gear),
        };
      }),
  },
]);
