import { memory } from './source';

export const FUSE_SOURCE = memory('ISO 8820 sizes');
export const INTERRUPT_SOURCE = memory('interrupt ratings of the fuse families');

interface FuseFamilyRow {
  readonly name: string;
  readonly amps: readonly number[];
  /** Volts up to which, and the current it breaks there; volts rising. */
  readonly breaks: readonly (readonly [volts: number, amps: number])[];
}

/**
 * Fuse families: standard ratings, A, small to large, and the short-circuit current each can break at up to so many
 * volts, A (from memory; at the higher volts common practice where the family is rated for them at all).
 */
export const FUSE_FAMILIES = {
  blade: { name: 'blade', amps: [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40], breaks: [[32, 1000]] },
  maxi: { name: 'large blade', amps: [20, 30, 40, 50, 60, 70, 80], breaks: [[32, 1000]] },
  strip: { name: 'bolt-down strip', amps: [30, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200], breaks: [[32, 2000]] },
  bar: {
    name: 'bolt-down bar',
    amps: [35, 40, 50, 60, 80, 100, 125, 130, 150, 175, 200, 225, 250, 275, 300],
    breaks: [[32, 6000]],
  },
  terminal: {
    name: 'on the post',
    amps: [30, 40, 50, 60, 75, 80, 90, 100, 125, 150, 175, 200, 225, 250, 300],
    breaks: [
      [14.5, 10000],
      [32, 5000],
    ],
  },
  classT: {
    name: 'class T',
    amps: [30, 40, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400],
    breaks: [[125, 20000]],
  },
} as const satisfies Record<string, FuseFamilyRow>;
export type FuseFamily = keyof typeof FUSE_FAMILIES;
export const FUSE_FAMILY_IDS = Object.keys(FUSE_FAMILIES) as [FuseFamily, ...FuseFamily[]];

/** Smallest rating of the family that is ≥ `amps`, or undefined when the family does not go so high. */
export function smallestFuse(family: FuseFamily, amps: number): number | undefined {
  for (const size of FUSE_FAMILIES[family].amps) if (size >= amps) return size;
  return undefined;
}

/** Charging raises a system this far above its nominal volts: 14.5 V of 12 (common practice). */
const CHARGED = 14.5 / 12;

/** What a family breaks in a system of so many nominal volts, A; 0 above what it is made for. */
export const breaksAt = (family: FuseFamily, nominalVolts: number): number =>
  FUSE_FAMILIES[family].breaks.find(([volts]) => volts >= nominalVolts * CHARGED)?.[1] ?? 0;
