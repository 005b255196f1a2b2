import { passesOn } from '../gear/gear';
import type { Job } from '../job/job';
import { ohmsPerMetre } from '../tables/conductors';
import { breaksAt } from '../tables/fuses';
import { contactOhm, fuseAtOf } from './resistances';
import { aheadOf, type Feed, type PowerPlan } from './feeds';

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

/**
 * The same at a feed's fuse, in its own holder or in a way of what feeds it: everything between the battery and the
 * fuse limits it, cold, since cold wire lets more through; a return is not counted, a short finds a nearer one.
 * Undefined for a feed without a fuse, and behind a converter, which limits by itself.
 */
export function shortAtFuse(
  job: Job,
  power: Pick<PowerPlan, 'feeds' | 'circuits'>,
  feed: Feed,
): (ShortCircuit & { readonly ohm: number; readonly backedBy: string | undefined }) | undefined {
  if (!feed.family) return undefined;
  const { conductorCelsius, conductors } = job.settings;
  const volts = job.craft.batteries[feed.battery]!.restVolts;
  const wire = ({ gauge }: Feed, mm: number) =>
    2 * contactOhm(gauge, conductors) + (ohmsPerMetre(gauge, Math.min(20, conductorCelsius), conductors) * mm) / 1000;
  let ohm = feed.choice.holder ? wire(feed, fuseAtOf(feed.choice)) : 0;
  const above: Feed[] = [];
  for (let at = aheadOf(power, feed); at; at = aheadOf(power, at)) {
    if (!passesOn(at.item) || at.item.kind === 'converter') return undefined;
    // Of distribution that is there nobody has looked at the wires, and a circuit's may be shorter than was thought:
    // nothing is taken off for them.
    ohm += at.item.milliohm / 1000 + (at.run ? wire(at, at.run.outMm) : 0) + (at.choice.holder?.milliohm ?? 0) / 1000;
    above.push(at);
  }
  const post = shortAtPost(job, feed.battery);
  const amps = volts / (volts / post.amps + ohm);
  const backed = above.find(({ family }) => family && breaksAt(family, job.craft.nominalVolts) >= amps);
  return { ...post, ohm, amps, backedBy: backed?.gear };
}
