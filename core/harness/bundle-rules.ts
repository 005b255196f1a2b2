import { rulesAt, type Rule } from '../findings/finding';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { handRound } from '../plane/packing';
import { listed } from '../text/text';
import { tenth } from '../units/figures';
import type { PassFit } from '../connections/passing';
import type { Bundle, BundleWire } from './bundles';

interface BundlesSeen {
  readonly job: Job;
  readonly bundles: readonly Bundle[];
}
type BundleRule = Rule<BundlesSeen, Operation>;
/** A signal that lies shorter with a feed hears nothing of it, mm (common practice). */
const SHARED_MM = 300;
/** Of one turn of a twisted feed, mm (common practice). */
const TURN_MM = 50;
const isOfAmplifier = ({ gear }: Job, run: string): boolean => {
  const to = run.slice(run.indexOf('>') + 1);
  return Object.hasOwn(gear, to) && gear[to]!.item.kind === 'amplifier';
};
/** What an amplifier makes louder, or is heard in a call; antennas have a rule of their own. */
const isSignal = ({ run, use }: BundleWire): boolean =>
  run.startsWith('line:') || (run.startsWith('link:') && /^(auxiliary|microphone|television sound) lead/.test(use));

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
    id: 'signal-beside-feed',
    severity: 'note',
    title: 'Signal beside an amplifier’s feed',
    formula:
      'legs shared by a signal and an amplifier’s feed < 300 mm; twisted with a turn every 50 mm a feed of diameter d is √(1 + (πd/50)²) times as long',
    look: (seen) => {
      const beside = new Map<string, { readonly use: string; legs: string[]; mm: number; thick: number }>();
      for (const { leg, lengthMm, wires } of seen.bundles) {
        const feeds = wires.filter(({ run, feeds: is }) => is && isOfAmplifier(seen.job, run));
        if (!feeds.length) continue;
        for (const run of new Set(wires.filter((wire) => isSignal(wire)).map((wire) => wire.run))) {
          const { use } = wires.find((wire) => wire.run === run)!;
          const known = beside.get(run) ?? { use, legs: [], mm: 0, thick: 0 };
          known.legs.push(leg);
          known.mm += lengthMm;
          known.thick = Math.max(known.thick, ...feeds.map((feed) => feed.mm));
          beside.set(run, known);
        }
      }
      return [...beside].flatMap(([id, { use, legs, mm: shared, thick }]) => {
        if (shared < SHARED_MM) return [];
        const more = shared * (Math.hypot(1, (Math.PI * thick) / TURN_MM) - 1);
        return [
          {
            subject: { kind: 'run' as const, id },
            reason: `${use.replace(/ \d+, screened$/, '')}: ${Math.round(shared)} mm along ${listed(legs.map((leg) => legName(seen, leg).toLowerCase()))} with a feed. Tie it apart by a hand’s width and cross the feed square; where both go through one hole twist + and − of the feed, a turn every ${TURN_MM} mm: that takes ${Math.ceil(more)} mm of what is left at its end.`,
            figures: [mm('together', shared), mm('taken by twisting', more)],
          },
        ];
      });
    },
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
