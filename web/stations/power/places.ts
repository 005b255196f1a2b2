import { SHEET } from '#core/drawing/sheet';

/** Where the chart of volts stands on the sheet, px; its title stands above it. */
export const CHART = { x: 78, y: 484, w: SHEET.w - 130, h: 132 } as const;
/** Room the title takes, and what stands beside it must leave. */
export const CHART_TITLE = { w: 360, h: 20, above: 18 } as const;
