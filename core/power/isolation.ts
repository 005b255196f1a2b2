import type { Job } from '../job/job';
import { batteryIds } from '../job/feeding';
import { ringsOf } from './studs';

/** What is taken off power before any wire is touched, in order; it goes back in the reverse order. */
export function isolationOrder(job: Job): { readonly off: string[]; readonly on: string[] } {
  const { batteries, ties, shore, solar, memories } = job.craft;
  const ids = batteryIds(job);
  const several = ids.length > 1;
  const name = (id: string) => (several ? batteries[id]!.name : 'Battery');
  const off = [
    ...(shore ? ['Shore charger unplugged at the post, tagged'] : []),
    ...(solar ? ['Solar panels covered or their fuse out: they make volts by themselves'] : []),
    ...Object.values(ties).map(({ kind, from, to }) =>
      kind === 'switch'
        ? `Switch between ${name(from)} and ${name(to)} off, tagged`
        : `${kind === 'charger' ? 'Charger' : kind === 'relay' ? 'Combining relay' : 'Isolator'} between ${name(from)} and ${name(to)}: both sides stay live until both negatives are off`,
    ),
    ...ids.map((id) => `${name(id)}: negative off, covered`),
    'Meter: nothing between + and − where hands will be',
  ];
  const on = [
    'Every ring tight, every fuse still out',
    ...[...ids].reverse().map((id) => `${name(id)}: negative on${lugs(job, id)}`),
    ...Object.values(ties).flatMap(({ kind, from, to }) =>
      kind === 'switch' ? [`Switch between ${name(from)} and ${name(to)} as it was found`] : [],
    ),
    ...(solar ? ['Solar panels uncovered, the battery on first'] : []),
    ...(shore ? ['Shore charger back'] : []),
    ...Object.values(memories).map(({ name: what, relearn }) => `${what}: ${relearn}`),
  ];
  return { off, on };
}

function lugs(job: Job, battery: string): string {
  const { minus } = ringsOf(job, battery);
  return minus > 1 ? `, ${minus} rings, the heaviest at the bottom` : '';
}
