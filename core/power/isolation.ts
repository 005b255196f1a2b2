import { taken } from '../job/choices';
import type { Job } from '../job/job';
import { batteryIds } from '../connections/feeding';
import { ringsOf } from './studs';

/** How one battery is made safe, and put back, by the school of the job. */
const WAYS: Readonly<Record<string, { readonly off: string; readonly on: string }>> = {
  negative: { off: 'negative off, covered', on: 'negative on' },
  both: { off: 'negative off, then positive, both covered', on: 'positive on, then negative' },
  switch: { off: 'its switch off, tagged; what is tapped ahead of it stays live', on: 'its switch on' },
  mainFuse: { off: 'main fuse out and in a pocket; the battery end stays live', on: 'main fuse in' },
};

/**
 * What is taken off power before any wire is touched, in order, and how it comes back once the fuses are in;
 * settings that were lost are taught again later, step by step.
 */
export function isolationOrder(job: Job): { readonly off: string[]; readonly on: string[] } {
  const { batteries, ties, shore, solar } = job.craft;
  const ids = batteryIds(job);
  const several = ids.length > 1;
  const name = (id: string) => (several ? batteries[id]!.name : 'Battery');
  const way = WAYS[taken(job.choices, 'isolation')]!;
  const off = [
    ...(shore ? ['Shore charger unplugged at the post, tagged'] : []),
    ...(solar ? ['Solar panels covered or their fuse out: they make volts by themselves'] : []),
    ...Object.values(ties).map(({ kind, from, to }) =>
      kind === 'switch'
        ? `Switch between ${name(from)} and ${name(to)} off, tagged`
        : `${TIE_NAMES[kind]} between ${name(from)} and ${name(to)}: both sides stay live until both batteries are off`,
    ),
    ...ids.map((id) => `${name(id)}: ${way.off}`),
    'Meter: nothing between + and − where hands will be',
  ];
  const on = [
    'Every ring tight',
    ...[...ids].reverse().map((id) => `${name(id)}: ${way.on}${lugs(job, id)}`),
    ...Object.values(ties).flatMap(({ kind, from, to }) =>
      kind === 'switch' ? [`Switch between ${name(from)} and ${name(to)} as it was found`] : [],
    ),
    ...(solar ? ['Solar panels uncovered, the battery on first'] : []),
    ...(shore ? ['Shore charger back'] : []),
  ];
  return { off, on };
}

const TIE_NAMES = { charger: 'Charger', relay: 'Combining relay', diode: 'Isolator' } as const;

function lugs(job: Job, battery: string): string {
  const { minus } = ringsOf(job, battery);
  return minus > 1 ? `, ${minus} rings, the heaviest at the bottom` : '';
}
