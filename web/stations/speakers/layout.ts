import { craftOf, type Job } from '#core/job/job';
import { netsOf, type Net } from '#core/job/wiring';
import { isPowered, type PoweredGear } from '#core/gear/gear';
import type { Circuit } from '#core/speakers/index';
import { SPEAKER_COLOUR, type Insulated } from '#core/tables/colours';
import type { Px } from '#core/drawing/projection';
import { pathOf } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';

export const BLOCK = { x: 30, w: 118, head: 36, row: 34 } as const;
export const BOX = { w: 158, h: 104 } as const;
const TOP_ROW = 28;
const BOTTOM_ROW = SHEET.h - 28 - BOX.h;

export interface ChannelRow {
  readonly key: string;
  readonly name: string;
  readonly y: number;
  readonly colour: Insulated;
}
export interface SourceBlock {
  readonly gear: string;
  readonly item: PoweredGear;
  readonly y: number;
  readonly h: number;
  readonly rows: readonly ChannelRow[];
}

/** Sources as blocks of terminals at the left of the sheet, amplifiers above head units. */
export function layBlocks(job: Job): SourceBlock[] {
  const sources = Object.entries(job.gear)
    .flatMap(([gear, { item }]) => (isPowered(item) ? [{ gear, item }] : []))
    .sort((a, b) => (a.item.kind === b.item.kind ? 0 : a.item.kind === 'amplifier' ? -1 : 1));
  const gap = 14;
  const heights = sources.map(({ item }) => BLOCK.head + item.bank.channels.length * BLOCK.row);
  const total = heights.reduce((sum, h) => sum + h, 0) + gap * (sources.length - 1);
  let y = Math.max(24, (SHEET.h - total) / 2);
  return sources.map(({ gear, item }, i) => {
    const block = {
      gear,
      item,
      y,
      h: heights[i]!,
      rows: item.bank.channels.map((channel, n) => ({
        key: `${gear}/${channel.id}`,
        name: channel.name,
        y: y + BLOCK.head + n * BLOCK.row,
        colour: { body: SPEAKER_COLOUR[channel.seat] },
      })),
    };
    y += heights[i]! + gap;
    return block;
  });
}

export interface SpeakerBox {
  readonly gear: string;
  readonly x: number;
  readonly y: number;
  readonly row: 'top' | 'bottom';
  readonly coils: number;
}

/** Speakers of the left side along the top, of the right along the foot, above or below where they sit. */
export function layBoxes(job: Job, xOf: (gear: string) => number | undefined): SpeakerBox[] {
  const speakers = Object.entries(job.gear).flatMap(([gear, { item, place }]) => {
    if (item.kind !== 'speaker') return [];
    const y = place === null ? 0 : craftOf(job).places[place]!.at[1];
    return [
      {
        gear,
        coils: item.coils.length,
        row: y >= 0 ? ('top' as const) : ('bottom' as const),
        at: xOf(gear) ?? SHEET.w - 100,
      },
    ];
  });
  return (['top', 'bottom'] as const).flatMap((row) => {
    const own = speakers.filter((s) => s.row === row).sort((a, b) => a.at - b.at);
    const pitch = Math.min(BOX.w + 14, (SHEET.w - 24 - 224) / Math.max(1, own.length));
    let floor = 224;
    const xs = own.map(({ at }) => (floor = Math.max(floor, at - BOX.w / 2)) && ((floor += pitch), floor - pitch));
    for (let i = xs.length - 1, ceiling = SHEET.w - 24 - BOX.w; i >= 0; i--) {
      xs[i] = Math.min(xs[i]!, ceiling);
      ceiling = xs[i]! - pitch;
    }
    return own.map(({ gear, coils }, i) => ({ gear, coils, row, x: xs[i]!, y: row === 'top' ? TOP_ROW : BOTTOM_ROW }));
  });
}

/** Where a coil's terminal is on its box. */
export function terminalAt(box: SpeakerBox, coil: number, pole: '+' | '−'): Px {
  return [box.x + 22 + coil * 70 + (pole === '+' ? 0 : 44), box.row === 'top' ? box.y + BOX.h : box.y];
}

export interface Lead {
  readonly key: string;
  readonly channel: string;
  readonly wire: Insulated;
  readonly path: string;
}

const X_PITCH = 6;
const Y_PITCH = 7;

/** Every net of every circuit as right-angled lines, each in a lane of its own. */
export function layLeads(
  blocks: readonly SourceBlock[],
  boxes: readonly SpeakerBox[],
  circuits: readonly Circuit[],
): Lead[] {
  let xLane = 0;
  const yLanes = { top: 0, bottom: 0 };
  const laneY = (row: SpeakerBox['row']) =>
    row === 'top' ? TOP_ROW + BOX.h + 12 + Y_PITCH * yLanes.top++ : BOTTOM_ROW - 12 - Y_PITCH * yLanes.bottom++;

  return circuits.flatMap((circuit) => {
    const row = blocks.flatMap((block) => block.rows).find((r) => r.key === circuit.key);
    if (!row) return [];
    const wireOf = (net: Net): Insulated => (net.kind === 'minus' ? { ...row.colour, stripe: 'black' } : row.colour);
    return netsOf(circuit.wiring).flatMap((net, n) => {
      const ends = net.terminals.flatMap(({ gear, coil, pole }) => {
        const box = boxes.find((b) => b.gear === gear);
        return box ? [{ row: box.row, at: terminalAt(box, coil, pole) }] : [];
      });
      const x = 158 + X_PITCH * xLane++;
      const rows = [...new Set(ends.map((end) => end.row))];
      const wire = wireOf(net);
      return rows.map((side): Lead => {
        const y = laneY(side);
        const own = ends.filter((end) => end.row === side);
        const drops = own.map(({ at }) => pathOf([at, [at[0], y]])).join('');
        const xs = own.map(({ at }) => at[0]);
        const source: Px[] =
          net.kind === 'jumper'
            ? rows.length > 1
              ? [
                  [x, SHEET.h / 2],
                  [x, y],
                ]
              : []
            : [
                [BLOCK.x + BLOCK.w, row.y + (net.kind === 'plus' ? 11 : 23)],
                [x, row.y + (net.kind === 'plus' ? 11 : 23)],
                [x, y],
              ];
        const trunk: Px[] = [...source, [Math.min(...xs), y], [Math.max(...xs), y]];
        return { key: `${circuit.key}-${n}-${side}`, channel: circuit.key, wire, path: pathOf(trunk) + drops };
      });
    });
  });
}

/** A coil as a row of loops between its terminals. */
export function coilPath(box: SpeakerBox, coil: number): string {
  const [x1, edge] = terminalAt(box, coil, '+');
  const [x2] = terminalAt(box, coil, '−');
  const y = box.row === 'top' ? edge - 26 : edge + 26;
  const loops = 4;
  const step = (x2 - x1) / loops;
  const sweep = box.row === 'top' ? 1 : 0;
  let d = `M${x1} ${edge}V${y}`;
  for (let i = 0; i < loops; i++) d += `A${step / 2} ${step / 1.6} 0 0 ${sweep} ${x1 + step * (i + 1)} ${y}`;
  return `${d}V${edge}`;
}
