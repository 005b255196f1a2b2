import type { Job } from '../job/job';
import { proposal, type Proposal } from '../job/overrules';
import { gaugeName } from '../tables/conductors';
import type { FeedSizes } from './feeds';

const tidy = (value: number) => Math.round(value * 100) / 100;

/** Gauge and fuse of each feed, and the gauge of the one return from the common point. */
export function feedProposals(job: Job, { feeds, common }: FeedSizes): Proposal[] {
  const { dropLimitPct, insulation, conductorCelsius, conductors, leastSize, bundles } = job.settings;
  // Named only where it is not the usual one, so that overrules of before it could be chosen still stand.
  const wire = [
    dropLimitPct,
    insulation,
    conductorCelsius,
    ...(conductors === 'awg' ? [] : [conductors]),
    ...(leastSize === null ? [] : [leastSize]),
  ];
  const own = Object.values(feeds).flatMap(({ gear, gauge, fuseA, fuseNeedA, run, choice }) => {
    if (!run) return [];
    const family = choice.holder?.family ?? '';
    const crowd = bundles && run.together > 3 ? [run.together] : [];
    const rests = [run.outMm, run.backMm, run.engineSpace ? 1 : 0, tidy(fuseNeedA), family, ...crowd];
    return [
      proposal('gauge', gear, gaugeName(gauge, conductors), [...rests, ...wire]),
      proposal('fuse', gear, fuseA === undefined ? undefined : `${fuseA} A`, [tidy(fuseNeedA), family]),
    ];
  });
  if (!common) return own;
  const rests = [common.backMm, tidy(common.carriesA), dropLimitPct, insulation, conductorCelsius];
  return [...own, proposal('lead', common.run, gaugeName(common.gauge, conductors), rests)];
}
