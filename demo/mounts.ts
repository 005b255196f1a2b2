import type { FastenerGroup, Mount } from '#core/gear/mount';
import { inRows, onCircle } from '#core/gear/usual-mount';
import type { Outline } from '#core/plane/outline';

const rect = (w: number, h: number, corner = 0): Outline => ({ shape: 'rectangle', w, h, corner });
const round = (d: number): Outline => ({ shape: 'round', d });
const body = (
  outline: Outline,
  fromMm: number,
  toMm: number,
  at: [number, number] = [0, 0],
): Mount['bodies'][number] => ({
  outline,
  at,
  fromMm,
  toMm,
});
type Plugs = Mount['plugs'];
const plugs = (
  side: Plugs['side'],
  straightMm: number,
  bendMm: number,
  angledMm: number | null = null,
  mayFaceUp = false,
): Plugs => ({ side, straightMm, angledMm, bendMm, mayFaceUp });

const group = (
  name: string,
  at: [number, number][],
  thread: FastenerGroup['thread'],
  lengthMm: number,
  drive: FastenerGroup['drive'],
  seat: FastenerGroup['seat'],
  more: Partial<FastenerGroup> = {},
): FastenerGroup => ({
  name,
  at,
  thread,
  lengthMm,
  drive,
  seat,
  from: 'kit',
  torqueNm: null,
  lock: false,
  prep: 'none',
  ...more,
});

const plain = {
  groups: {},
  tubeMm: null,
  seal: 'none',
  compassMm: null,
  airMm: 0,
  turns: 'upright',
  turnsOver: false,
} as const satisfies Partial<Mount>;

/** A speaker: frame, basket to a depth, magnet; terminals at the side of the basket. */
const speaker = (
  [frame, hole, circle]: readonly [number, number, number],
  [basket, magnet, depth]: readonly [number, number, number],
  [thread, length]: readonly [FastenerGroup['thread'], number],
  compassMm: number,
  more: Partial<Mount> = {},
): Mount => ({
  ...plain,
  face: round(frame),
  cutout: round(hole),
  bodies: [body(round(hole - 3), 0, basket), body(round(magnet), basket, depth)],
  plugs: plugs('bottom', 0, 12),
  fixing: 'faceScrews',
  groups: { screws: group('Screws', onCircle(4, circle), thread, length, 'hexSocket4', 'nut') },
  panelMm: [1, 18],
  seal: 'gasket',
  compassMm,
  turns: 'any',
  ...more,
});

/** What stands on feet: footprint, height, feet at the corners, plugs at one end. */
const onFeet = (
  [w, d, h]: readonly [number, number, number],
  screw: { count: number; thread: FastenerGroup['thread']; length: number },
  plug: Plugs,
  more: Partial<Mount> = {},
): Mount => ({
  ...plain,
  face: rect(w, d, 3),
  cutout: null,
  bodies: [body(rect(w, d, 3), -h, 0)],
  plugs: plug,
  fixing: 'feet',
  groups: { feet: group('Feet', inRows(screw.count, w, d, 7), screw.thread, screw.length, 'cross2', 'panel') },
  panelMm: [1, 40],
  turns: 'quarter',
  ...more,
});
const st = (count: number, thread: FastenerGroup['thread'], length: number) => ({ count, thread, length });

/** How the shelf's gear sits, as it was measured on the bench. */
export const MOUNTS: Readonly<Record<string, Mount>> = {
  'kingcup-3': {
    ...plain,
    face: round(82),
    cutout: round(76),
    bodies: [body(round(74), 0, 58)],
    plugs: plugs('back', 14, 16, 18, true),
    fixing: 'threadedRing',
    panelMm: [1, 16],
    seal: 'gasket',
    compassMm: 150,
  },
  'kingcup-bar': {
    ...plain,
    face: rect(88, 62, 8),
    cutout: null,
    bodies: [body(rect(88, 62, 8), -46, 0)],
    plugs: plugs('bottom', 18, 10),
    fixing: 'tubeClamp',
    panelMm: [0, 40],
    tubeMm: [22, 32],
    groups: {
      clamp: group(
        'Clamp bolts',
        [
          [-22, 0],
          [22, 0],
        ],
        'M5',
        25,
        'hexSocket4',
        'metal',
        { torqueNm: 4 },
      ),
    },
  },
  'sallow-din': {
    ...plain,
    face: rect(188, 58, 4),
    cutout: rect(182, 53),
    bodies: [body(rect(178, 50), 0, 142), body(rect(60, 40), 142, 147, [-40, 0])],
    plugs: plugs('back', 8, 10, 14, true),
    fixing: 'sleeve',
    panelMm: [1, 14],
    compassMm: 200,
    airMm: 10,
  },
  'weir-4-45': onFeet([178, 102, 42], st(4, 'st4.2', 16), plugs('bottom', 22, 14), { airMm: 6 }),
  'weir-2-80': onFeet([150, 102, 42], st(4, 'st4.2', 16), plugs('bottom', 22, 14), { airMm: 6 }),
  'weir-4-100': onFeet([226, 168, 52], st(4, 'st4.8', 19), plugs('bottom', 26, 18), { airMm: 15 }),
  'lock-4-30': onFeet([168, 150, 44], st(4, 'st4.2', 16), plugs('right', 24, 14), { airMm: 20 }),
  'sluice-5': onFeet([214, 152, 50], st(6, 'st4.2', 16), plugs('bottom', 24, 16), { airMm: 10 }),
  'leat-4-25': onFeet([120, 80, 34], st(4, 'st3.5', 13), plugs('left', 20, 12), { airMm: 5 }),
  'bittern-165': speaker([165, 128, 146], [30, 82, 62], ['M4', 20], 300),
  'bittern-130': speaker([132, 104, 118], [26, 70, 54], ['M4', 16], 280),
  'heron-165': speaker([165, 128, 146], [34, 100, 79], ['M4', 20], 380),
  'coot-165': speaker([165, 128, 146], [30, 84, 64], ['M4', 20], 300),
  'mire-165': speaker([168, 130, 149], [36, 104, 84], ['M4', 20], 420),
  'wren-100': speaker([101, 84, 92], [20, 56, 42], ['M4', 16], 220),
  'pike-200': speaker([210, 182, 196], [44, 120, 96], ['M5', 25], 550),
  'tench-200': speaker([210, 182, 196], [42, 116, 88], ['M5', 25], 520),
  'sedge-165': speaker([165, 128, 146], [30, 84, 64], ['M4', 20], 300),
  'sedge-25': {
    ...plain,
    face: round(48),
    cutout: round(43),
    bodies: [body(round(41), 0, 22)],
    plugs: plugs('back', 0, 8, null, true),
    fixing: 'clampRing',
    panelMm: [1, 8],
    compassMm: 120,
    turns: 'any',
  },
  'dial-line': {
    ...plain,
    face: round(44),
    cutout: round(29),
    bodies: [body(round(28), 0, 24)],
    plugs: plugs('back', 6, 8),
    fixing: 'threadedRing',
    panelMm: [1, 14],
    seal: 'gasket',
  },
  'dial-speaker': {
    ...plain,
    face: rect(70, 70, 4),
    cutout: round(54),
    bodies: [body(round(52), 0, 36)],
    plugs: plugs('back', 8, 8),
    fixing: 'faceScrews',
    groups: { screws: group('Screws', inRows(4, 70, 70, 7), 'st2.9', 13, 'cross2', 'panel') },
    panelMm: [1, 18],
  },
  'holder-blade': onFeet([22, 48, 34], st(1, 'st4.2', 16), plugs('bottom', 12, 10)),
  'holder-maxi': onFeet([32, 62, 44], st(2, 'st4.2', 16), plugs('bottom', 14, 14)),
  'holder-strip': onFeet([36, 86, 40], st(2, 'st4.8', 19), plugs('bottom', 16, 18)),
  'delta-4': onFeet([84, 62, 38], st(4, 'st4.2', 16), plugs('bottom', 18, 12)),
  'delta-bar': onFeet([110, 46, 40], st(2, 'st4.8', 19), plugs('bottom', 18, 16)),
  'lapwing-4': onFeet([78, 52, 26], st(2, 'st4.2', 16), plugs('bottom', 22, 12), { airMm: 5 }),
  'latch-30': onFeet([30, 30, 46], st(1, 'st4.2', 13), plugs('bottom', 16, 8)),
  'ford-24-12': onFeet([90, 70, 48], st(4, 'st4.2', 16), plugs('left', 18, 12), { airMm: 15 }),
  'bulrush-can': {
    ...plain,
    face: rect(72, 88, 6),
    cutout: null,
    bodies: [body(round(186), -206, -16), body(rect(64, 80, 4), -16, 0)],
    plugs: plugs('bottom', 16, 12),
    fixing: 'tubeClamp',
    groups: { clamp: group('Clamp bolts', inRows(4, 72, 88, 12), 'M6', 60, 'hexSocket5', 'nut', { lock: true }) },
    tubeMm: [44, 54],
    panelMm: [0, 60],
  },
  'mere-box-8': onFeet([360, 280, 264], st(4, 'st4.8', 25), plugs('top', 18, 14)),
  'frond-pod': {
    ...plain,
    face: rect(164, 170, 24),
    cutout: null,
    bodies: [body(rect(160, 166, 22), -72, 0)],
    plugs: plugs('right', 8, 8),
    fixing: 'faceScrews',
    groups: {
      screws: group(
        'Screws',
        [
          [-66, -70],
          [66, -70],
          [-66, 70],
        ],
        'st4.2',
        16,
        'cross2',
        'panel',
      ),
    },
    panelMm: [1, 8],
  },
  'holder-post': {
    ...plain,
    face: rect(40, 45, 2),
    cutout: null,
    bodies: [body(rect(40, 45, 2), -30, 0)],
    plugs: plugs('top', 0, 14, null, true),
    fixing: 'clampRing',
    panelMm: [0, 40],
  },
};
