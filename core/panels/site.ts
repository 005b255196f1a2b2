import type { Obstacle, Opening, Panel } from '../craft/panel';
import { laid, type Contour } from '../plane/contour';
import { contourOf, type Outline } from '../plane/outline';
import type { Point } from '../plane/contour';
import type { InferOutput } from 'valibot';

type Laid = { readonly outline: Outline; readonly at: Point; readonly turnDeg: number };
const contourAt = ({ outline, at, turnDeg }: Laid): Contour =>
  laid(contourOf(outline), { x: at[0], y: at[1], turnDeg });

/** A panel as everything on it lies. */
export interface Site {
  readonly panel: Panel;
  readonly outline: Contour;
  readonly openings: readonly {
    readonly id: string;
    readonly opening: InferOutput<typeof Opening>;
    readonly contour: Contour;
  }[];
  readonly obstacles: readonly {
    readonly id: string;
    readonly obstacle: InferOutput<typeof Obstacle>;
    readonly contour: Contour;
  }[];
  /** How far from the face the inside of a cover is, mm: at the bottom left corner, and how it rises across and up. */
  readonly closings: readonly {
    readonly cover: string;
    readonly side: 'front' | 'behind';
    readonly at: (x: number, y: number) => number;
    readonly slope: number;
  }[];
}

/** What lies on a panel in one order, whatever its ids are: by where it is, then by name. */
const byPlace = <T extends { readonly contour: Contour; readonly id: string }>(list: T[]): T[] =>
  list.sort(
    (a, b) =>
      a.contour.left - b.contour.left || b.contour.top - a.contour.top || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0),
  );

const known = new WeakMap<Panel, Site>();

export function siteOf(panel: Panel): Site {
  let site = known.get(panel);
  if (!site) known.set(panel, (site = lie(panel)));
  return site;
}

function lie(panel: Panel): Site {
  const outline = contourOf(panel.outline);
  const { left, bottom, right, top } = outline;
  return {
    panel,
    outline,
    openings: byPlace(
      Object.entries(panel.openings).map(([id, opening]) => ({ id, opening, contour: contourAt(opening) })),
    ),
    obstacles: byPlace(
      Object.entries(panel.obstacles).map(([id, obstacle]) => ({ id, obstacle, contour: contourAt(obstacle) })),
    ),
    closings: Object.entries(panel.closings)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([cover, { side, bottomLeft, bottomRight, topLeft }]) => {
        const across = (bottomRight - bottomLeft) / (right - left);
        const up = (topLeft - bottomLeft) / (top - bottom);
        return {
          cover,
          side,
          at: (x: number, y: number) => bottomLeft + across * (x - left) + up * (y - bottom),
          slope: Math.hypot(across, up),
        };
      }),
  };
}
