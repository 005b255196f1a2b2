import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import { editsOf, entry, older, said, whole, without, type Gone } from '../../document/edits';
import type { Fault } from '../../document/fault';
import { fact } from '../facts';
import type { Job } from '../job';
import { few, tooMany } from '../limits';
import { Battery, Charging, FIRST_BATTERY, NEW_BATTERY, NOMINAL_SYSTEMS, Shore, Solar, Tie } from '../supply';
import { craft, gone } from './keys';
import { Id } from '../../text/scalars';

const NominalVolts = v.picklist(NOMINAL_SYSTEMS, 'expected 12 or 24 V');

export const craftShape = {
  nominalVolts: NominalVolts,
  batteries: few('batteries', Battery),
  ties: few('ties', Tie),
  charging: Charging,
  shore: v.nullable(Shore),
  solar: v.nullable(Solar),
  keyOffMilliamp: fact('keyOffMilliamp'),
  frameMilliohm: fact('frameMilliohm'),
};
export const craftEmpty = {
  nominalVolts: 12,
  ties: {},
  shore: null,
  solar: null,
  keyOffMilliamp: 0,
  frameMilliohm: 5,
} as const;

export const edits = editsOf<Job>()({
  /** Null takes it away. */
  setBattery: {
    says: { id: Id, battery: v.nullable(v.partial(Battery)) },
    words: 'change battery',
    change(job, { id, battery }) {
      const { batteries } = job.craft;
      const next = battery && ({ ...NEW_BATTERY, ...batteries[id], ...said(battery) } as Battery);
      return craft(job, { batteries: entry(batteries, id, next) });
    },
    takes: ({ id, battery }) => (battery === null ? gone('battery', id) : undefined),
  },
  setTie: {
    says: { id: Id, tie: v.nullable(v.partial(Tie)) },
    words: 'change what joins the batteries',
    change(job, { id, tie }) {
      const { ties } = job.craft;
      return craft(job, { ties: entry(ties, id, whole('setTie', Tie, ties[id], tie, id)) });
    },
    takes: ({ id, tie }) => (tie === null ? gone('tie', id) : undefined),
  },
  setShore: {
    says: { shore: v.nullable(v.partial(Shore)) },
    words: 'change shore charger',
    change: (job, { shore }) =>
      craft(job, { shore: whole('setShore', Shore, job.craft.shore, shore, 'the shore charger') }),
  },
  setSolar: {
    says: { solar: v.nullable(v.partial(Solar)) },
    words: 'change solar panels',
    change: (job, { solar }) =>
      craft(job, { solar: whole('setSolar', Solar, job.craft.solar, solar, 'the solar panels') }),
  },
  setNominal: {
    says: { volts: NominalVolts },
    words: 'change system volts',
    change: (job, { volts }) => craft(job, { nominalVolts: volts }),
  },
  setKeyOff: {
    says: { milliamp: fact('keyOffMilliamp') },
    words: 'change what the craft draws key off',
    change: (job, { milliamp }) => craft(job, { keyOffMilliamp: milliamp }),
  },
  setFrame: {
    says: { milliohm: fact('frameMilliohm') },
    words: 'change frame resistance',
    change: (job, { milliohm }) => craft(job, { frameMilliohm: milliohm }),
  },
  setCharging: {
    says: { charging: v.partial(Charging) },
    words: 'change charging',
    change: (job, { charging }) => craft(job, { charging: { ...job.craft.charging, ...said(charging) } }),
  },
});

const Said = v.looseObject({ masterSwitch: v.optional(v.boolean()) });
/** The switch has the name it has now. */
function renamed(battery: v.InferOutput<typeof Said> | null): object | null {
  if (battery?.masterSwitch === undefined) return battery;
  const { masterSwitch, ...rest } = battery;
  return { ...rest, batterySwitch: masterSwitch };
}
export const olderEdits = {
  setBattery: [
    // For a while a battery's switch was called its master switch.
    older(5, { id: Id, battery: v.nullable(v.looseObject({ ...Said.entries, masterSwitch: v.boolean() })) }, (o) => ({
      op: 'setBattery',
      id: o.id,
      battery: renamed(o.battery),
    })),
    // When a craft had one battery nobody named it.
    older(3, { battery: v.nullable(Said) }, (o) => ({
      op: 'setBattery',
      id: FIRST_BATTERY,
      battery: renamed(o.battery),
    })),
  ],
};

/** References between batteries, what joins them and what charges them that do not hold. */
export function faults(job: Job): Fault[] {
  const { batteries, ties, charging, shore, solar } = job.craft;
  const { places } = foundCraft(job);
  const found = [
    ...tooMany('batteries', batteries, ['craft', 'batteries']),
    ...tooMany('ties', ties, ['craft', 'ties']),
  ];
  const need = (ok: boolean, path: string[], expected: string) => {
    if (!ok) found.push({ path: ['craft', ...path], expected });
  };
  const battery = (id: string | null | undefined, ...path: string[]) =>
    need(id === null || id === undefined || Object.hasOwn(batteries, id), path, 'expected a battery of this craft');
  need(Object.hasOwn(batteries, FIRST_BATTERY), ['batteries'], `expected a battery under the key "${FIRST_BATTERY}"`);
  for (const [id, { place }] of Object.entries(batteries)) {
    need(!Object.hasOwn(job.gear, id), ['batteries', id], 'expected a key that no gear has');
    need(place === null || Object.hasOwn(places, place), ['batteries', id, 'place'], 'expected a place of this craft');
  }
  for (const [id, tie] of Object.entries(ties)) {
    battery(tie.from, 'ties', id, 'from');
    battery(tie.to, 'ties', id, 'to');
    need(tie.from !== tie.to, ['ties', id, 'to'], 'expected another battery than the first');
    const twin = Object.entries(ties).some(
      ([other, t]) => other < id && [t.from, t.to].sort().join() === [tie.from, tie.to].sort().join(),
    );
    need(!twin, ['ties', id], 'expected one tie between two batteries');
  }
  battery(charging.at, 'charging', 'at');
  battery(shore?.at, 'shore', 'at');
  battery(solar?.at, 'solar', 'at');
  return found;
}

/** What names a battery that is gone names none. */
export function forget(job: Job, { kind, id }: Gone): Job {
  if (kind !== 'battery') return job;
  const { ties, charging, shore, solar } = job.craft;
  return craft(job, {
    ties: without(ties, (_, tie) => tie.from === id || tie.to === id),
    charging: charging.at === id ? { ...charging, at: null } : charging,
    shore: shore?.at === id ? null : shore,
    solar: solar?.at === id ? null : solar,
  });
}
