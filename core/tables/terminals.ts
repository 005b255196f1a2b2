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

/** What joins two wires end to end, chosen by both their sizes. */
export function buttFor(a: Gauge | OldSize, b: Gauge | OldSize): string {
  const sizes = [areaOf(a), areaOf(b)].sort((x, y) => x - y);
  const [thin, thick] = sizes as [number, number];
  const both = CRIMPS.find((crimp) => takes(crimp, thin) && takes(crimp, thick));
  if (both) return `${both.colour} butt, ${both.words}`;
  const small = CRIMPS.findIndex((crimp) => takes(crimp, thin));
  const large = CRIMPS.findIndex((crimp) => takes(crimp, thick));
  if (small >= 0 && large === small + 1) return `step-down butt, ${CRIMPS[small]!.colour} to ${CRIMPS[large]!.colour}`;
  if (large >= 0) return `${CRIMPS[large]!.colour} butt, double the thinner wire back`;
  return 'lug to lug on an insulated stud';
}

/** A wire found on the craft may be thinner than any laid here. */
export type OldSize = '20' | '18' | '16' | '14' | '12' | '10';
const areaOf = (size: Gauge | OldSize): number => (size === '20' ? 0.52 : gaugeArea(size));
const round = (mm2: number) => Math.round(mm2 * 100) / 100;
