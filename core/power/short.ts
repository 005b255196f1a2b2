import type { Job } from '../job/job';
import { ohmsPerMetre } from '../tables/conductors';
import { contactOhm } from './branches';
import type { Feed } from './feeds';

/** What a battery pushes into a dead short at its posts, and what that rests on. */
export interface ShortCircuit {
  readonly amps: number;
  /** The maker's figure was given for every battery in it. */
  readonly stated: boolean;
  /** Batteries that push together. */
  readonly batteries: readonly string[];
}

/**
 * Short-circuit current at a battery's posts: those that a switch or combining relay may join to it push too
 * (E ÷ R, in parallel), since a fuse must break the worst there can be.
 */
export function shortAtPost(job: Job, battery: string): ShortCircuit {
  const { batteries } = job.craft;
  const ohmsOf = (id: string) => {
    const { shortA, restVolts, internalMilliohm } = batteries[id]!;
    return shortA === null ? internalMilliohm / 1000 : restVolts / shortA;
  };
  let siemens = 1 / ohmsOf(battery);
  const together = [battery];
  for (const { kind, from, to, milliohm } of Object.values(job.craft.ties)) {
    if (kind === 'charger' || kind === 'diode') continue;
    const other = from === battery ? to : to === battery ? from : undefined;
    if (other === undefined || together.includes(other)) continue;
    together.push(other);
    siemens += 1 / (ohmsOf(other) + milliohm / 1000);
  }
  return {
    amps: batteries[battery]!.restVolts * siemens,
    stated: together.every((id) => batteries[id]!.shortA !== null),
    batteries: together,
  };
}

/** The same at a feed's own fuse, the ring and the wire up to it in between, A. Undefined where it has no holder at a battery. */
export function shortAtFuse(job: Job, feed: Feed): (ShortCircuit & { readonly ohm: number }) | undefined {
  if (!feed.choice.holder || !(feed.feeder in job.craft.batteries)) return undefined;
  const post = shortAtPost(job, feed.feeder);
  const { conductorCelsius, conductors } = job.settings;
  // Cold wire lets more through: the worst case is the wire at rest.
  const perMetre = ohmsPerMetre(feed.gauge, Math.min(20, conductorCelsius), conductors);
  const ohm = 2 * contactOhm(feed.gauge, conductors) + (perMetre * feed.choice.fuseAtMm) / 1000;
  const volts = job.craft.batteries[feed.feeder]!.restVolts;
  return { ...post, ohm, amps: volts / (volts / post.amps + ohm) };
}
