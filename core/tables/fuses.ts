import { memory } from './source';

export const FUSE_SOURCE = memory('ISO 8820 sizes');

/** Standard fuse ratings of each family, A, small to large (ISO 8820, from memory). */
export const FUSE_FAMILIES = {
  blade: { name: 'blade', amps: [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40] },
  maxi: { name: 'large blade', amps: [20, 30, 40, 50, 60, 70, 80] },
  strip: { name: 'bolt-down strip', amps: [30, 40, 50, 60, 70, 80, 100, 125, 150, 175, 200] },
} as const;
export type FuseFamily = keyof typeof FUSE_FAMILIES;
export const FUSE_FAMILY_IDS = Object.keys(FUSE_FAMILIES) as [FuseFamily, ...FuseFamily[]];

/** Smallest rating of the family that is ≥ `amps`, or undefined when the family does not go so high. */
export function smallestFuse(family: FuseFamily, amps: number): number | undefined {
  return FUSE_FAMILIES[family].amps.find((size) => size >= amps);
}
