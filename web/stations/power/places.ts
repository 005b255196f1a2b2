import type { Px } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';

/** Where the chart of volts stands on the sheet, px; its title stands above it. */
export const CHART = { x: 78, y: 484, w: SHEET.w - 130, h: 132 } as const;
/** Room the title takes, and what stands beside it must leave. */
export const CHART_TITLE = { w: 360, h: 20, above: 18 } as const;
/** Where the list beside the craft begins, px. */
export const LIST_Y = 116;

/** What can be asked of the feeds of a job: a sheet each. */
export const PARTS = { feeds: 'Feeds', supply: 'Supply', turnOn: 'Turn-on', day: 'A day' } as const;
export type Part = keyof typeof PARTS;

/** Something printed on a wire, and where it might stand: the first of its spots that is free. */
export interface Print {
  readonly key: string;
  readonly text: string;
  readonly w: number;
  readonly h: number;
  readonly spots: readonly Px[];
  /** Drawn in a capsule, as a fuse is; `missing` where there should be one. */
  readonly fuse?: { readonly missing: boolean; readonly other: boolean };
}

/** Places about a point, the nearest first. */
export const around = ([x, y]: Px): Px[] =>
  [24, 42, 60].flatMap((d): Px[] => [
    [x, y - d],
    [x, y + d],
    [x + d, y],
    [x - d, y],
    [x + d, y - d],
    [x - d, y - d],
    [x + d, y + d],
    [x - d, y + d],
  ]);
