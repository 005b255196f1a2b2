/** Shape of what a tool turns, and its size: across flats of a hexagon, point to point of a six-lobe, mm. */
type Shape = 'hexSocket' | 'hexHead' | 'sixLobe' | 'other';
interface DriveRow {
  readonly name: string;
  readonly tool: string;
  readonly shape: Shape;
  readonly mm: number;
}
const MM = 25.4;
const socket = (mm: number): DriveRow => ({
  name: `${mm} mm hexagon socket`,
  tool: `${mm} mm hexagon key`,
  shape: 'hexSocket',
  mm,
});
const inchSocket = (size: string, inches: number): DriveRow => ({
  name: `${size} in hexagon socket`,
  tool: `${size} in hexagon key`,
  shape: 'hexSocket',
  mm: inches * MM,
});
const head = (mm: number, reach = ''): DriveRow => ({
  name: `${mm} mm hexagon head`,
  tool: `${mm} mm socket${reach}`,
  shape: 'hexHead',
  mm,
});
const inchHead = (size: string, inches: number): DriveRow => ({
  name: `${size} in hexagon head`,
  tool: `${size} in socket`,
  shape: 'hexHead',
  mm: inches * MM,
});
/** Point to point as ISO 10664 has it (from memory). */
const lobe = (size: number, mm: number): DriveRow => ({
  name: `six-lobe ${size}`,
  tool: `six-lobe driver ${size}`,
  shape: 'sixLobe',
  mm,
});
const other = (name: string, tool: string): DriveRow => ({ name, tool, shape: 'other', mm: 0 });

/** Drives and what turns them. A wrong driver strips a head, so a step names the tool, not just the screw. */
export const DRIVES = {
  hexSocket3: socket(3),
  hexSocket4: socket(4),
  hexSocket5: socket(5),
  hexSocket6: socket(6),
  hexSocket8: socket(8),
  inchSocket18: inchSocket('1/8', 1 / 8),
  inchSocket532: inchSocket('5/32', 5 / 32),
  inchSocket316: inchSocket('3/16', 3 / 16),
  inchSocket14: inchSocket('1/4', 1 / 4),
  hex7: head(7),
  hex8: head(8),
  hex10: head(10, ', short and long'),
  hex12: head(12, ', short and long'),
  hex13: head(13),
  hex14: head(14),
  hex17: head(17),
  inchHead38: inchHead('3/8', 3 / 8),
  inchHead716: inchHead('7/16', 7 / 16),
  inchHead12: inchHead('1/2', 1 / 2),
  inchHead916: inchHead('9/16', 9 / 16),
  sixLobe10: lobe(10, 2.8),
  sixLobe15: lobe(15, 3.35),
  sixLobe20: lobe(20, 3.95),
  sixLobe25: lobe(25, 4.5),
  sixLobe27: lobe(27, 5.1),
  sixLobe30: lobe(30, 5.6),
  sixLobe40: lobe(40, 6.75),
  cross1: other('cross-head 1', 'cross-head driver 1'),
  cross2: other('cross-head 2', 'cross-head driver 2'),
  cross3: other('cross-head 3', 'cross-head driver 3'),
  slotted: other('slotted', 'slotted driver'),
  square2: other('square socket 2', 'square driver 2'),
  rivet: other('push rivet', 'push-rivet fork'),
  pryClip: other('pry clip', 'trim lever'),
  treeClip: other('tree clip', 'trim lever, new clips'),
  tie: other('tie, cut and renewed', 'flush cutter, ties'),
  releaseKey: other('release-key slot', 'release keys'),
  quarterTurn: other('quarter-turn stud', 'wide slotted driver'),
} as const satisfies Record<string, DriveRow>;
export type Drive = keyof typeof DRIVES;
export const DRIVE_IDS = Object.keys(DRIVES) as [Drive, ...Drive[]];

/** What a hexagon measures corner to corner, of what it does across its flats. */
const CORNERS = 2 / Math.sqrt(3);
/** A tool smaller by so much still seems to fit, mm (common practice). */
const SEEMS_MM = 0.26;
const SEEMS_HEAD_MM = 0.5;

/** Whether the tool of one drive seems to fit another and strips it: a next size, inch for metric, or a six-lobe in a hexagon. */
function seemsToFit(of: DriveRow, on: DriveRow): boolean {
  if (of === on) return false;
  if (of.shape === on.shape && of.shape !== 'other') {
    const gap = Math.abs(of.mm - on.mm);
    return gap > 0 && gap <= (of.shape === 'hexHead' ? SEEMS_HEAD_MM : of.shape === 'hexSocket' ? SEEMS_MM : 0);
  }
  const pair = [of, on];
  const six = pair.find(({ shape }) => shape === 'sixLobe');
  const hex = pair.find(({ shape }) => shape === 'hexSocket');
  if (!six || !hex) return false;
  const slack = hex.mm * CORNERS - six.mm;
  return slack >= 0 && slack <= SEEMS_MM;
}

/** The drives whose tools seem to fit one and strip its head. */
export const lookAlikes = (drive: Drive): readonly Drive[] => LOOK_ALIKES[drive];
const LOOK_ALIKES = Object.fromEntries(
  DRIVE_IDS.map((drive) => [drive, DRIVE_IDS.filter((other) => seemsToFit(DRIVES[other], DRIVES[drive]))]),
) as unknown as Record<Drive, readonly Drive[]>;

/** What not to take for a drive, in words; nothing where nothing else seems to fit. */
export const notThose = (drive: Drive): string =>
  lookAlikes(drive).length
    ? `not the ${lookAlikes(drive)
        .map((other) => DRIVES[other].tool)
        .join(' nor the ')}`
    : '';

/** How a fastener is got at, where not straight on (common practice). */
export const REACHES = {
  long: 'long reach',
  short: 'little room',
  angle: 'at an angle',
  blind: 'out of sight',
} as const;
export type Reach = keyof typeof REACHES;
export const REACH_IDS = Object.keys(REACHES) as [Reach, ...Reach[]];

/** What a fastener is screwed into. */
export const SEATS = {
  panel: 'the panel itself',
  metal: 'metal thread',
  insert: 'brass insert',
  boss: 'plastic boss',
  clip: 'captive clip',
  nut: 'through, with a nut',
} as const;
export type Seat = keyof typeof SEATS;
export const SEAT_IDS = Object.keys(SEATS) as [Seat, ...Seat[]];
/** Seats that a thread cuts across or strips: fingers first, no power tool (common practice). */
export const isSoft = (seat: Seat | undefined): boolean => seat === 'insert' || seat === 'boss' || seat === 'clip';

/** What is to be thought of where a fastener is out of sight. */
export const BLIND_LINE = 'Out of sight: a magnet on the driver, a rag below, the first turns by fingers.';

/** What a fastener at an angle is turned with. */
const ANGLED: Record<Shape, string> = {
  hexSocket: 'ball end',
  sixLobe: 'ball end',
  hexHead: 'universal joint',
  other: 'angled',
};

/** The tool that turns a fastener where it is. */
export function toolOf({ drive, reach }: { readonly drive: Drive; readonly reach?: Reach | undefined }): string {
  const { tool, shape }: DriveRow = DRIVES[drive];
  switch (reach) {
    case 'long':
    case 'short':
      return `${tool.replace(', short and long', '')}, ${reach}`;
    case 'angle':
      return `${tool.replace(', short and long', '')}, ${ANGLED[shape]}`;
    case 'blind':
      return `${tool}, magnet`;
    case undefined:
      return tool;
  }
}
