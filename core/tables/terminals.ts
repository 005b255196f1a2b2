import { gaugeArea, type Gauge } from './conductors';

/** Insulated crimp terminals and butts, by colour: the wires each takes, mm² (common practice: 22–16, 16–14, 12–10 AWG). */
const CRIMPS = [
  { colour: 'red', words: '22–16 AWG', least: 0.32, most: 1.35 },
  { colour: 'blue', words: '16–14 AWG', least: 1.3, most: 2.6 },
  { colour: 'yellow', words: '12–10 AWG', least: 2.6, most: 6.1 },
] as const;
type Crimp = (typeof CRIMPS)[number];

const takes = ({ least, most }: Crimp, mm2: number) => mm2 >= least - 1e-9 && mm2 <= most + 1e-9;

/** The coloured crimp that takes a wire; undefined for one too thick for any, which gets a bare lug. */
export const crimpFor = (gauge: Gauge): Crimp | undefined => CRIMPS.find((crimp) => takes(crimp, gaugeArea(gauge)));

/** What ends a wire at a stud, in words. */
export function ringFor(gauge: Gauge): string {
  const crimp = crimpFor(gauge);
  return crimp ? `${crimp.colour} ring, ${crimp.words}` : 'bare lug, hexagonal crimp, shrink over it';
}

/** What ends a wire in a screw terminal of gear, in words. */
export const ferruleFor = (gauge: Gauge): string => `ferrule, ${round(gaugeArea(gauge))} mm²`;

/**
 * What joins two wires end to end, chosen by both their sizes and the craft. A lead too thin for any crimp is soldered
 * under shrink; on a boat solder never holds a joint, so its strands are folded back to fill one (common practice).
 */
export function buttFor(a: Gauge | SpliceSize, b: Gauge | SpliceSize, onBoat = false): string {
  const [thin, thick] = [areaOf(a), areaOf(b)].sort((x, y) => x - y) as [number, number];
  if (thin < CRIMPS[0].least - 1e-9) {
    if (!onBoat) return 'solder, shrink over it: too thin to crimp';
    const large = CRIMPS.find((crimp) => takes(crimp, Math.max(thick, CRIMPS[0].least)));
    return large
      ? `${large.colour} butt, ${large.words}, the thin strands folded back`
      : 'lug to lug on an insulated stud';
  }
  const both = CRIMPS.find((crimp) => takes(crimp, thin) && takes(crimp, thick));
  if (both) return `${both.colour} butt, ${both.words}`;
  const small = CRIMPS.findIndex((crimp) => takes(crimp, thin));
  const large = CRIMPS.findIndex((crimp) => takes(crimp, thick));
  if (small >= 0 && large === small + 1) return `step-down butt, ${CRIMPS[small]!.colour} to ${CRIMPS[large]!.colour}`;
  if (large >= 0) return `${CRIMPS[large]!.colour} butt, double the thinner wire back`;
  return 'lug to lug on an insulated stud';
}

/** Leads of gear where its sheet says no size (common practice). */
export const PIGTAIL: SpliceSize = '16';
/** Sizes that leads of gear and wires of a craft are found in, AWG: some thinner than any laid here. */
export const SPLICE_SIZES = ['26', '24', '22', '20', '18', '16', '14', '12', '10', '8', '6'] as const;
export type SpliceSize = (typeof SPLICE_SIZES)[number];
/** ASTM B258 areas of those that are never laid, mm². */
const THIN: Partial<Record<string, number>> = { 26: 0.129, 24: 0.205, 22: 0.326, 20: 0.518 };
const areaOf = (size: Gauge | SpliceSize): number => THIN[size] ?? gaugeArea(size as Gauge);
const round = (mm2: number) => Math.round(mm2 * 100) / 100;
