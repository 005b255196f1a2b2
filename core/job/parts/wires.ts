import { COVER_STATES } from '../../craft/cover';
import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import type { Overrulables } from '../../document/overrule';
import { gaugeName } from '../../tables/conductors';
import type { Job } from '../job';
import { GaugeChoice } from './feeds';
import { RunId } from './keys';
import { Id } from '../../text/scalars';

/** A way in words: the names of its legs. */
export const wayWords = (job: Pick<Job, 'craft'>, legs: readonly string[]): string =>
  legs.map((id) => foundCraft(job).legs[id]?.name ?? id).join(', ');

export const sets = {
  /** Legs in order from the run's first end. */
  way: { subject: RunId, value: v.array(Id) },
  lead: { subject: RunId, value: GaugeChoice },
  /** A leg that no new wire goes along. */
  leg: { subject: Id, value: v.literal('barred') },
  /** How far a cover is opened at most for wires. */
  cover: { subject: Id, value: v.picklist(['on', ...COVER_STATES]) },
  /** The wiring of all speakers together: it is chosen, and overruled, as a whole. */
  wiring: { subject: v.literal('speakers'), value: v.literal('asWired') },
};
export const overrules: Overrulables<Job, typeof sets> = {
  way: {
    name: 'Route',
    words: (legs, job) => wayWords(job, legs),
    fault(job, _, legs) {
      const strange = legs.find((leg) => !Object.hasOwn(foundCraft(job).legs, leg));
      return strange === undefined ? undefined : `expected legs of this craft, not ${strange}`;
    },
  },
  lead: { name: 'Lead gauge', words: (gauge, job) => gaugeName(gauge, job.settings.conductors) },
  leg: {
    name: 'Leg',
    words: () => 'no new wire along it',
    fault: (job, leg) =>
      Object.hasOwn(foundCraft(job).legs, leg) ? undefined : `expected a leg of this craft, not ${leg}`,
  },
  cover: {
    name: 'Cover',
    words: (most) => (most === 'on' ? 'stays on' : `${most} at most`),
    fault: (job, cover) =>
      Object.hasOwn(foundCraft(job).covers, cover) ? undefined : `expected a cover of this craft, not ${cover}`,
  },
  wiring: { name: 'Wiring', words: () => 'as wired' },
};
