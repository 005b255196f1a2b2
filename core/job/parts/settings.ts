import * as v from 'valibot';
import { editsOf, said } from '../../document/edits';
import { INSULATION_IDS, WIRE_STANDARD_IDS } from '../../tables/conductors';
import { fact } from '../facts';
import type { Job } from '../job';
import { GaugeChoice } from './feeds';

const Settings = v.strictObject({
  dropLimitPct: fact('dropLimitPct'),
  conductorCelsius: fact('conductorCelsius'),
  insulation: v.picklist(INSULATION_IDS),
  conductors: v.picklist(WIRE_STANDARD_IDS),
  /** Conductors that lie together carry less. */
  bundles: v.boolean(),
  fuseMarginPct: fact('fuseMarginPct'),
  /** This workshop's own distance from post to fuse, where it is nearer than the craft's rule. */
  fuseWithinMm: v.nullable(fact('fuseWithinMm')),
  /** The thinnest wire this workshop puts in a feed. */
  leastSize: v.nullable(GaugeChoice),
  cutStepMm: fact('cutStepMm'),
  terminalAllowanceMm: fact('terminalAllowanceMm'),
  labourAnHour: fact('labourAnHour'),
  wireAMetre: fact('wireAMetre'),
});

/** What a new job assumes until it is told: stated on screen, changed by operation. */
export const DEFAULT_SETTINGS: v.InferOutput<typeof Settings> = {
  dropLimitPct: 3,
  conductorCelsius: 60,
  insulation: 'unknown',
  conductors: 'awg',
  bundles: true,
  fuseMarginPct: 125,
  fuseWithinMm: null,
  leastSize: null,
  cutStepMm: 50,
  terminalAllowanceMm: 30,
  labourAnHour: 90,
  wireAMetre: 3,
};

export const shape = { settings: Settings };
export const empty = { settings: DEFAULT_SETTINGS };

export const edits = editsOf<Job>()({
  setSettings: {
    says: { settings: v.partial(Settings) },
    words: 'change settings',
    change: (job, { settings }) => ({ ...job, settings: { ...job.settings, ...said(settings) } }),
  },
});
