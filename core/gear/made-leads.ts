import type { PortKind } from './ports';

/** Made leads over their jackets, and their plugs the widest across, mm (common practice). */
export const MADE_MM: Readonly<Record<PortKind, readonly [cable: number, plug: number]>> = {
  antenna: [5, 10],
  microphone: [3, 8],
  usb: [4.5, 16],
  auxiliary: [4, 10],
  television: [5, 11],
  camera: [5, 11],
  satellite: [4.5, 13],
  bus: [6, 15],
  controls: [6, 15],
  illumination: [2, 5],
  trigger: [2, 5],
  lamps: [4.5, 10],
};

/** How much of the room of a coil its lead fills (common practice). */
const COIL_FILL = 0.4;
/** Room that so much of a lead takes as a coil, by its length and how thick it is, mm; cm³. */
export const coilOf = (mm: number, thickMm: number): number => (mm * Math.PI * (thickMm / 2) ** 2) / COIL_FILL / 1000;
/** The same of a made lead. */
export const coilCm3 = (kind: PortKind, mm: number): number => coilOf(mm, MADE_MM[kind][0]);
