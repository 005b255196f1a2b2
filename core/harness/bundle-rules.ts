import { rulesAt, type Rule } from '../findings/finding';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { handRound } from '../plane/packing';
import { tenth } from '../units/figures';
import type { PassFit } from '../connections/passing';
import type { Bundle, BundleWire } from './bundles';

interface BundlesSeen {
  readonly job: Job;
  readonly bundles: readonly Bundle[];
}
type BundleRule = Rule<BundlesSeen, Operation>;
const mm = (name: string, value: number) => ({ name, value, unit: 'mm' });
const legName = ({ job }: BundlesSeen, leg: string) => craftOf(job).legs[leg]!.name;

/** Feeds and signals apart: no one grommet is ever large enough for both (common practice). */
function splitWords(wires: readonly BundleWire[], { plugMm }: PassFit): string {
  const [feeds, rest] = [wires.filter((one) => one.feeds), wires.filter((one) => !one.feeds)];
  if (!feeds.length || !rest.length) return '';
  const round = (of: readonly BundleWire[]) => handRound(of.map((one) => one.mm));
  return ` Two holes would do: one of ${tenth(round(feeds))} mm for ${feeds.length === 1 ? 'the feed' : `the ${feeds.length} of the feeds`}, one of ${tenth(Math.max(plugMm, round(rest)))} mm for ${rest.length === 1 ? 'the other' : `the other ${rest.length}`}.`;
}

export const bundleRules = rulesAt<BundleRule>('routing', [
  {
    id: 'hole-tight',
    title: 'More wire than a hole takes',
    formula: 'max(bundle laid by hand = 1.2·√Σd², widest plug beside what went before) ≤ clear width of the hole',
    look: (seen) =>
      seen.bundles.flatMap(({ leg, wires, passes }) =>
        passes.flatMap((pass) =>
          pass.fits
            ? []
            : [
                {
                  subject: { kind: 'leg' as const, id: leg },
                  reason: `${pass.name} (${legName(seen, leg).toLowerCase()}): ${wires.length === 1 ? `${wires[0]!.use} asks` : `${wires.length} wires ask`} ${tenth(pass.needMm)} mm clear${pass.plugMm >= pass.needMm - 1e-9 ? ', for plugs' : ''}; it gives ${tenth(pass.mostMm)} mm at most.${pass.plugMm >= pass.needMm - 1e-9 ? ' Take the plug off, or its pins out, rather than enlarge it.' : splitWords(wires, pass)}`,
                  figures: [mm('asked', pass.needMm), mm('clear at most', pass.mostMm)],
                  cure: {
                    label: 'Lead no new wire along it',
                    operations: [
                      { op: 'overrule' as const, kind: 'leg' as const, subject: leg, value: 'barred' as const },
                    ],
                  },
                },
              ],
        ),
      ),
  },
  {
    id: 'sleeve-wide',
    severity: 'note',
    title: 'No sleeve is wide enough',
    formula: 'bundle laid by hand ≤ widest sleeve, 38 mm',
    look: (seen) =>
      seen.bundles.flatMap(({ leg, sleeve, mm: thick }) =>
        sleeve && sleeve.sizeMm === undefined
          ? [
              {
                subject: { kind: 'leg' as const, id: leg },
                reason: `${legName(seen, leg)}: ${tenth(thick)} mm thick. Sleeve it in two, or wrap it.`,
                figures: [mm('thick', thick)],
              },
            ]
          : [],
      ),
  },
]);
