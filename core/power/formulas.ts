import { draws } from '../gear/gear';
import type { Job } from '../job/job';
import { AMPACITY_SOURCE, BUNDLE_SOURCE, COPPER_ALPHA_20, ohmsPerMetre } from '../tables/conductors';
import { FUSE_FAMILIES, FUSE_SOURCE, INTERRUPT_SOURCE, breaksAt } from '../tables/fuses';
import { COMMON_PRACTICE, memory, published, type Source } from '../tables/source';
import { figure, short } from '../units/figures';
import { fuseMargin } from './protection';
import type { FeedCase } from './cases';
import { DRAW_PARTS, MUSIC_SOURCE, currentPart } from './demand';
import { mostDrawn, mostLost, type Feed, type FeedState, type PowerPlan } from './feeds';
import { shortAtFuse } from './short';

/** How one figure comes about: the formula, the numbers put in, and whose it is. */
export interface Formula {
  readonly formula: string;
  readonly numbers: string;
  readonly source: Source;
}

const OHM: Source = published('Ohm’s law over the feed network');

/** The formula of every figure of one feed in its worst state, with its numbers. A figure that is not there has none. */
export function feedFormulas(job: Job, power: PowerPlan, feed: Feed): Partial<Record<FeedFigure, Formula>> {
  const drawn = mostDrawn(feed);
  const lost = mostLost(feed);
  const { conductorCelsius, conductors } = job.settings;
  const perMetre = ohmsPerMetre(feed.gauge, conductorCelsius, conductors);
  const need = feed.fuseNeedA;
  const { family } = feed;
  const named = drawn !== undefined && need > fuseMargin(job) * drawn.amps + 1e-9;
  const fault = shortAtFuse(job, power, feed);
  const below = Object.values(power.feeds).filter((f) => f.feeder === feed.gear && mostDrawn(f));
  return {
    ...(drawn && lost ? { amps: ampsFormula(feed, drawn, below), drop: dropFormula(feed, lost) } : {}),
    fuseNeed: {
      formula: named ? 'what the gear’s maker names' : 'fuse ≥ margin × design current',
      numbers: named
        ? `${short(need)} A; ${figure(fuseMargin(job), 2)} × ${figure(drawn.amps, 2)} A = ${figure(fuseMargin(job) * drawn.amps, 2)} A would do`
        : `${figure(fuseMargin(job), 2)} × ${figure(need / fuseMargin(job), 2)} A = ${figure(need, 2)} A`,
      source: COMMON_PRACTICE,
    },
    ...(family && feed.fuseA !== undefined
      ? {
          fuse: {
            formula: below.some((f) => f.fuseA !== undefined)
              ? 'smallest size ≥ need and above every fuse it feeds'
              : 'smallest size of the family ≥ need',
            numbers: `${FUSE_FAMILIES[family].name}: ${FUSE_FAMILIES[family].amps.map(short).join(' · ')} → ${short(feed.fuseA)} A`,
            source: FUSE_SOURCE,
          },
        }
      : {}),
    ampacity: {
      formula: feed.ampacity.factors.length ? 'table × factors' : 'table',
      numbers: `${[`${short(feed.ampacity.tableA)} A`, ...feed.ampacity.factors.map(({ name, value }) => `${figure(value, 2)} (${name})`)].join(' × ')} = ${figure(feed.ampacityA, 1)} A`,
      source: feed.ampacity.factors.some(({ name }) => name.endsWith('together'))
        ? memory(`${AMPACITY_SOURCE.text}; ${BUNDLE_SOURCE.text}`)
        : AMPACITY_SOURCE,
    },
    ...(feed.run
      ? {
          wire: {
            formula: 'R = r20 · (1 + α·(T − 20)) · length, out and back',
            numbers: `${figure((perMetre * 1000) / (1 + COPPER_ALPHA_20 * (conductorCelsius - 20)), 2)} mΩ/m · (1 + ${COPPER_ALPHA_20} · ${short(conductorCelsius - 20)}) · ${figure((feed.run.outMm + feed.run.backMm) / 1000, 2)} m = ${figure(perMetre * (feed.run.outMm + feed.run.backMm), 2)} mΩ`,
            source: published('IEC 60028; ASTM B258 or the metric table'),
          },
        }
      : {}),
    ...(fault && family
      ? {
          short: {
            formula: 'I = E ÷ (R of the battery + all up to the fuse)',
            numbers: `${figure(job.craft.batteries[feed.battery]!.restVolts, 2)} V ÷ ${figure((1000 * job.craft.batteries[feed.battery]!.restVolts) / fault.amps, 2)} mΩ = ${short(Math.round(fault.amps))} A; ${FUSE_FAMILIES[family].name} breaks ${short(breaksAt(family, job.craft.nominalVolts))} A on ${job.craft.nominalVolts} V`,
            source: INTERRUPT_SOURCE,
          },
        }
      : {}),
  };
}
/** The volts and amperes of one feed in one state: what it draws, and what is lost on the way at that current. */
export function stateFormula(feed: Feed, feedCase: FeedCase): Formula | undefined {
  const state = feed.states[feedCase.id];
  if (!state) return undefined;
  const lost = `U = ${figure(state.postVolts, 2)} V − ${figure(state.dropVolts, 3)} V = ${figure(state.deviceVolts, 2)} V`;
  if (!draws(feed.item))
    return {
      formula: 'U = U posts − Σ I·R; I = Σ of what it feeds',
      numbers: `${lost}; I = ${figure(state.amps, 2)} A`,
      source: OHM,
    };
  const { efficiency, ratedVolts, regulated, class: kind } = feed.item.demand;
  const steady = feed.item.demand.idleA + feed.item.demand.socketA;
  const part = currentPart(kind, DRAW_PARTS[feedCase.draw]);
  const share = part === 1 ? '' : `${figure(part, 3)} · `;
  const asked = regulated
    ? `${share}${figure(feed.audioWatts, 1)} W ÷ (${figure(efficiency, 2)} · ${figure(state.deviceVolts, 2)} V)`
    : `${share}${figure(feed.audioWatts, 1)} W ÷ ${figure(efficiency, 2)} · ${figure(state.deviceVolts, 2)} V ÷ ${short(ratedVolts)}² V²`;
  return {
    formula: `U = U posts − Σ I·R; I = ${part === 1 ? '' : kind === 'D' ? 'part · ' : '√part · '}P ÷ (η · U) + I steady`,
    numbers: `${lost}; ${asked} + ${short(steady)} A = ${figure(state.amps, 2)} A`,
    source: part === 1 ? OHM : MUSIC_SOURCE,
  };
}

/** The figures of a feed that have a formula, in the order they are told. */
export const FEED_FIGURES = {
  ampacity: 'Carries',
  amps: 'Draws at most',
  fuseNeed: 'Fuse at least',
  fuse: 'Fuse',
  drop: 'Drop at most',
  wire: 'Cable, out and back',
  short: 'A short at the fuse',
} as const;
export type FeedFigure = keyof typeof FEED_FIGURES;

type Design = FeedState;

function ampsFormula(feed: Feed, { amps, deviceVolts }: Design, below: readonly Feed[]): Formula {
  const { item, audioWatts } = feed;
  const equals = `= ${figure(amps, 2)} A`;
  if (!draws(item)) {
    const parts = below.map((f) => `${figure(mostDrawn(f)!.amps, 2)} A`).join(' + ') || '0 A';
    return item.kind === 'converter'
      ? {
          formula: 'I = Σ I·U out ÷ (η · U in) + own',
          numbers: `(${parts}) · ${short(item.outVolts)} V ÷ (${figure(item.efficiency, 2)} · ${figure(deviceVolts, 2)} V) + ${short(item.idleA)} A ${equals}`,
          source: OHM,
        }
      : { formula: 'I = Σ of what it feeds + own', numbers: `${parts} ${equals}`, source: OHM };
  }
  const { efficiency, ratedVolts, regulated } = item.demand;
  const steady = item.demand.idleA + item.demand.socketA;
  return regulated
    ? {
        formula: 'I = P ÷ (η · U) + I steady',
        numbers: `${figure(audioWatts, 1)} W ÷ (${figure(efficiency, 2)} · ${figure(deviceVolts, 2)} V) + ${short(steady)} A ${equals}`,
        source: COMMON_PRACTICE,
      }
    : {
        formula: 'I = P ÷ η · U ÷ U rated² + I steady',
        numbers: `${figure(audioWatts, 1)} W ÷ ${figure(efficiency, 2)} · ${figure(deviceVolts, 2)} V ÷ ${short(ratedVolts)}² V² + ${short(steady)} A ${equals}`,
        source: COMMON_PRACTICE,
      };
}

function dropFormula(feed: Feed, { dropVolts, dropPct }: Design): Formula {
  const terms = feed.stretches
    .filter(({ lostVolts }) => lostVolts >= 0.0005)
    .map(({ amps, ohm }) => `${figure(amps, 2)} A · ${figure(ohm * 1000, 2)} mΩ`);
  return {
    formula: 'ΔU = Σ I·R; drop = ΔU ÷ volts of the system',
    numbers: `${terms.join(' + ')} = ${figure(dropVolts, 3)} V; ÷ ${short(feed.nominalVolts)} V = ${figure(dropPct, 2)} %`,
    source: OHM,
  };
}
