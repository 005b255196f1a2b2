import { tenth } from '../units/figures';
import type { Mount } from '../gear/mount';
import { contourOf } from '../plane/outline';
import { moved, rectangle, type Contour, type Point } from '../plane/contour';
import { clearanceHole } from '../tables/threads';
import type { Material } from '../tables/materials';
import { pieceOf } from './piece';
import type { Fitted } from './fitted';
import type { Site } from './site';

/** Play of a sleeve in its opening from which it is packed, mm (common practice). */
export const LOOSE = 1;
/** How much of the body a shim lies under, mm. */
const SHIM_DEEP = 60;

export type PartKind = 'plate' | 'spacer' | 'shim';

/** Something that is cut for gear, as it is drawn: seen from its finished side, mm. */
export interface CutPart {
  readonly kind: PartKind;
  readonly name: string;
  /** What it is cut of; nothing where anything that thick serves. */
  readonly material: Material | undefined;
  readonly thicknessMm: number;
  readonly outline: Contour;
  readonly cuts: readonly Contour[];
  readonly holes: readonly { readonly at: Point; readonly mm: number; readonly countersunk: boolean }[];
}

/** Play of gear in the opening it goes into as it is, side by side, mm; nothing where it is trimmed or plated. */
export function playOf(site: Site, mount: Mount, fitted: Pick<Fitted, 'at' | 'lying' | 'opening' | 'material'>) {
  const { at, lying, opening, material } = fitted;
  const there = site.openings.find(({ id }) => id === opening?.id)?.contour;
  const { cutout } = pieceOf(mount, lying, material);
  if (!there || !cutout || opening?.trim || opening?.gap || lying.adapter?.kind === 'plate') return undefined;
  const own = moved(cutout, ...at);
  return {
    left: own.left - there.left,
    right: there.right - own.right,
    bottom: own.bottom - there.bottom,
    top: there.top - own.top,
  };
}

const ROUND = { true: 'Adapter ring', false: 'Adapter plate' } as const;

/** What a plate is called: by what it goes from and to. */
function plateName(opening: Contour | undefined, cutout: Contour): string {
  const [from, to] = [opening?.round !== undefined, cutout.round !== undefined];
  if (!from && !to) return 'Filler panel';
  return ROUND[`${from && to}`];
}

/** Everything that is cut for a piece of gear. */
export function partsOf(site: Site, mount: Mount, fitted: Fitted): CutPart[] {
  const { at, lying, plate, material, opening } = fitted;
  const { adapter } = lying;
  const piece = pieceOf(mount, lying, material);
  const parts: CutPart[] = [];
  const there = site.openings.find(({ id }) => id === opening?.id)?.contour;
  if (adapter && plate && piece.cutout)
    parts.push({
      kind: 'plate',
      name: plateName(there, piece.cutout),
      material: adapter.material,
      thicknessMm: adapter.thicknessMm,
      outline: plate.outline,
      cuts: [moved(piece.cutout, ...at)],
      holes: [
        ...plate.screws.map((screw) => ({ ...screw, mm: plate.throughMm })),
        ...piece.fastenings
          .filter(({ mm }) => mm > 0)
          .map(({ at: [x, y], mm }) => ({ at: [at[0] + x, at[1] + y] as Point, mm, countersunk: false })),
      ],
    });
  if (adapter?.kind === 'spacer' && mount.cutout)
    parts.push({
      kind: 'spacer',
      name: piece.face.round === undefined ? 'Spacer' : 'Spacer ring',
      material: adapter.material,
      thicknessMm: adapter.thicknessMm,
      outline: contourOf(mount.face),
      cuts: [contourOf(mount.cutout)],
      holes: Object.values(mount.groups).flatMap(({ at: points, thread }) =>
        points.map((point) => ({ at: point, mm: clearanceHole(thread), countersunk: false })),
      ),
    });
  const play = mount.fixing === 'sleeve' ? playOf(site, mount, fitted) : undefined;
  if (play && play.bottom >= LOOSE && piece.cutout)
    parts.push({
      kind: 'shim',
      name: 'Shim under it',
      material: undefined,
      thicknessMm: tenth(play.bottom),
      outline: rectangle([0, 0], piece.cutout.right - piece.cutout.left, SHIM_DEEP),
      cuts: [],
      holes: [],
    });
  return parts;
}
