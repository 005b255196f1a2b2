import type { FastenerGroup, Mount } from '../gear/mount';
import { contourOf } from '../plane/outline';
import { DRIVES, isSoft } from '../tables/fasteners';
import { THREADS } from '../tables/threads';
import type { WorkRow } from '../tables/work-minutes';
import { tenth } from '../units/figures';
import type { StepFastener } from './step';

/** From this mass on two people lift it, kg (common practice). */
export const TWO_LIFT_KG = 8;
/** Gear deeper than this many of its heights, held in front only, is held behind too (common practice). */
const DEEP_HEIGHTS = 2;

/** How each seal goes in. */
export const SEAL_LINES = {
  none: '',
  gasket: 'Gasket in, all round, not pinched.',
  bead: 'Bead of sealant under the flange, all round.',
  push: 'Rubber seal: push hard through, lever back from behind until it seats.',
} as const;
/** How fasteners are put in, by what they go into and where they come from. */
export function fastenerLines(mount: Mount): string[] {
  const groups = Object.values(mount.groups);
  const soft = groups.filter(({ seat }) => isSoft(seat));
  return [
    ...groups.map(groupLine),
    ...(soft.length
      ? [`${soft.map(({ name }) => name).join(', ')}: hand tool only, each started by fingers until it runs free.`]
      : []),
    ...(groups.length > 1
      ? ['Start every fastener of every kind, look that it lies straight, then tighten.']
      : groups.some(({ at }) => at.length > 1)
        ? ['Start all, then tighten.']
        : []),
  ];
}
const FROM = { kit: '', old: ', of the old unit', craft: ', of the craft' } as const;
const SEAT = {
  panel: '',
  metal: ' into metal thread',
  insert: ' into brass inserts',
  boss: ' into plastic bosses',
  clip: ' into clips',
  nut: ' with nuts',
} as const;
const PREP = { none: '', renewClip: '; new clips', runIn: '; run each thread in once before' } as const;
function groupLine({ name, at, thread, lengthMm, drive, seat, from, torqueNm, lock, prep }: FastenerGroup): string {
  const torque = torqueNm === null ? 'finger tight' : `${torqueNm} N·m`;
  return `${name}: ${at.length} × ${THREADS[thread].name} × ${tenth(lengthMm)}, ${DRIVES[drive].name}${SEAT[seat]}${FROM[from]}; ${torque}${lock ? '; a second nut locks each' : ''}${PREP[prep]}.`;
}
export const fastenersOf = (mount: Mount): StepFastener[] =>
  Object.entries(mount.groups).map(([id, { name, at, thread, lengthMm, drive, torqueNm, from }]) => ({
    id,
    count: at.length,
    drive,
    size: `${THREADS[thread].name} × ${tenth(lengthMm)}`,
    where: name,
    torqueNm,
    single: from === 'kit',
  }));

/** How each fixing is made. */
export const HELD: Readonly<Record<Mount['fixing'], { readonly row: WorkRow | undefined; readonly line: string }>> = {
  faceScrews: { row: undefined, line: '' },
  uBracket: { row: 'ring', line: 'Bracket on its studs from behind; nuts by hand first.' },
  sleeve: {
    row: 'sleeve',
    line: 'Sleeve in, straight; bend every tab that meets the panel; unit home until it clicks.',
  },
  clampRing: { row: 'ring', line: 'Clamp ring from behind, its screws tightened in turn.' },
  threadedRing: { row: 'ring', line: 'Threaded ring from behind, by hand and a quarter turn at most.' },
  tubeClamp: { row: 'ring', line: 'Clamp round the tube, its halves even, rubber between.' },
  feet: { row: undefined, line: '' },
  pads: {
    row: 'stick',
    line: 'Both faces wiped with 70 % isopropyl, dry and warm; press for half a minute; no load for an hour.',
  },
  hookTape: { row: 'stick', line: 'Both faces wiped with 70 % isopropyl, dry and warm; press all over.' },
};

/** Only its front holds it. */
const FRONT_ONLY: readonly Mount['fixing'][] = ['faceScrews', 'sleeve', 'clampRing', 'threadedRing'];
/** Depth of gear that wants to be held behind as well, mm: nothing where it does not. */
export function rearSupport(mount: Mount): number | undefined {
  if (!mount.cutout || !FRONT_ONLY.includes(mount.fixing)) return undefined;
  const bodies = mount.bodies.filter(({ toMm }) => toMm > 0);
  const deep = Math.max(0, ...bodies.map(({ toMm }) => toMm));
  const high = Math.max(
    0,
    ...bodies.map(({ outline }) => {
      const { top, bottom } = contourOf(outline);
      return top - bottom;
    }),
  );
  return deep > DEEP_HEIGHTS * high ? deep : undefined;
}
