import { channelsOfOutput } from '#core/job/circuit';
import { craftOf } from '#core/craft/own';
import type { Job } from '#core/job/job';
import { sourcesOf } from '#core/connections/signal';
import { netsOf, type Net } from '#core/connections/wiring';
import type { PoweredGear } from '#core/gear/gear';
import { outputsOf, type Circuit, type Output } from '#core/speakers/index';
import { SPEAKER_COLOUR, type Insulated } from '#core/tables/colours';
import type { Px } from '#core/drawing/projection';
import { pathOf } from '#core/drawing/projection';
import { SHEET } from '#core/drawing/sheet';

export const BLOCK = { x: 52, w: 112, head: 36 } as const;
const ROW = { least: 26, most: 34 } as const;
/** Widest and narrowest a speaker's box is drawn, its height, and from what width on it tells all it knows. */
export const BOX = { most: 158, told: 104, least: 60, h: 104 } as const;
const TOP_ROW = 28;
const bottomRow = (height: number): number => height - 28 - BOX.h;
const BLOCK_GAP = 12;

/** Height of the sheet, its own pixels: what all sources take, one under the other. */
export function sheetHeight(job: Job): number {
  const sources = sourcesOf(job);
  const channels = sources.reduce((sum, [, { bank }]) => sum + bank.channels.length, 0);
  const least = 40 + sources.length * (BLOCK.head + BLOCK_GAP) + channels * ROW.least;
  return least <= SHEET.h ? SHEET.h : 40 + sources.length * (BLOCK.head + BLOCK_GAP) + channels * ROW.most;
}

export interface ChannelRow {
  /** gear/channel, or gear/a+b bridged */
  readonly key: string;
  readonly name: string;
  readonly y: number;
  readonly h: number;
  readonly colour: Insulated;
  readonly output: Output;
}
/** Two channels that may be bridged, and where the mark for it stands. */
export interface PairMark {
  readonly key: string;
  readonly y: number;
  readonly bridged: boolean;
}
export interface SourceBlock {
  readonly gear: string;
  readonly item: PoweredGear;
  readonly y: number;
  readonly h: number;
  readonly rows: readonly ChannelRow[];
  readonly pairs: readonly PairMark[];
}

/**
 * Sources as blocks of terminals at the left of the sheet, amplifiers above head units. Pairs in `offered`
 * stand bridged with nothing on them yet.
 */
export function layBlocks(job: Job, offered: ReadonlySet<string> = new Set()): SourceBlock[] {
  const sources = sourcesOf(job)
    .map(([gear, item]) => ({ gear, item, outputs: outputsOf(gear, item) }))
    .sort((a, b) => (a.item.kind === b.item.kind ? 0 : a.item.kind === 'amplifier' ? -1 : 1));
  const gap = BLOCK_GAP;
  const height = sheetHeight(job);
  const count = sources.reduce((sum, { item }) => sum + item.bank.channels.length, 0);
  const free = height - 40 - sources.length * BLOCK.head - gap * (sources.length - 1);
  const row = Math.max(ROW.least, Math.min(ROW.most, free / Math.max(1, count)));
  const heights = sources.map(({ item }) => BLOCK.head + item.bank.channels.length * row);
  const total = heights.reduce((sum, h) => sum + h, 0) + gap * (sources.length - 1);
  let y = Math.max(20, (height - total) / 2);
  return sources.map(({ gear, item, outputs }, i) => {
    const top = y + BLOCK.head;
    const bridged = outputs.filter(
      ({ key, bridged: pair }) =>
        pair && (Object.hasOwn(job.circuits, key) || (offered.has(key) && !drivenAlone(job, key))),
    );
    const rows: ChannelRow[] = [];
    const add = (output: Output, h: number) =>
      rows.push({
        key: output.key,
        name: output.bridged ? 'bridged' : output.name,
        y: rows.reduce((sum, r) => sum + r.h, top),
        h,
        colour: { body: SPEAKER_COLOUR[output.seat] },
        output,
      });
    for (const output of outputs.filter((o) => !o.bridged)) {
      const [id] = output.channels;
      const pair = bridged.find(({ channels }) => channels.includes(id!));
      if (!pair) add(output, row);
      else if (pair.channels[0] === id) add(pair, 2 * row);
    }
    const pairs = outputs.flatMap((output): PairMark[] => {
      if (!output.bridged) return [];
      const first = rows.find((r) => r.key === output.key || r.output.channels[0] === output.channels[0]);
      return first ? [{ key: output.key, y: first.y + row, bridged: bridged.includes(output) }] : [];
    });
    const block = { gear, item, y, h: heights[i]!, rows, pairs };
    y += heights[i]! + gap;
    return block;
  });
}

const drivenAlone = (job: Job, pair: string) =>
  channelsOfOutput(pair).some((channel) => Object.hasOwn(job.circuits, channel));

export interface SpeakerBox {
  readonly gear: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly row: 'top' | 'bottom';
  readonly coils: number;
}

/** Speakers of the left side along the top, of the right along the foot, above or below where they sit. */
export function layBoxes(job: Job, xOf: (gear: string) => number | undefined): SpeakerBox[] {
  const speakers = Object.entries(job.gear).flatMap(([gear, { item, place, there }]) => {
    if (item.kind !== 'speaker' || there === 'out') return [];
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
  const left = 224;
  const room = SHEET.w - 24 - left;
  const most = Math.max(1, ...(['top', 'bottom'] as const).map((row) => speakers.filter((s) => s.row === row).length));
  const pitch = Math.min(BOX.most + 12, room / most);
  const w = Math.max(BOX.least, pitch - 8);
  return (['top', 'bottom'] as const).flatMap((row) => {
    const own = speakers.filter((s) => s.row === row).sort((a, b) => a.at - b.at);
    let floor: number = left;
    const xs = own.map(({ at }) => {
      const x = Math.max(floor, at - w / 2);
      floor = x + pitch;
      return x;
    });
    for (let i = xs.length - 1, ceiling = SHEET.w - 24 - w; i >= 0; i--) {
      xs[i] = Math.min(xs[i]!, ceiling);
      ceiling = xs[i]! - pitch;
    }
    return own.map(({ gear, coils }, i) => ({
      gear,
      coils,
      row,
      w,
      x: xs[i]!,
      y: row === 'top' ? TOP_ROW : bottomRow(sheetHeight(job)),
    }));
  });
}

/** Across a coil, terminal to terminal, px. */
export const COIL_W = 38;

/** Height of an output's + or − terminal. */
export const terminalY = (row: { readonly y: number; readonly h: number }, kind: 'plus' | 'minus'): number =>
  row.y + row.h * (kind === 'plus' ? 1 / 3 : 2 / 3);

/** Where a coil's terminal is on its box. */
export function terminalAt(box: SpeakerBox, coil: number, pole: '+' | '−'): Px {
  return [
    box.x + 20 + coil * Math.min(70, box.w / 2 - 8) + (pole === '+' ? 0 : COIL_W),
    box.row === 'top' ? box.y + BOX.h : box.y,
  ];
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
  height: number = SHEET.h,
): Lead[] {
  let xLane = 0;
  const yLanes = { top: 0, bottom: 0 };
  const laneY = (row: SpeakerBox['row']) =>
    row === 'top' ? TOP_ROW + BOX.h + 12 + Y_PITCH * yLanes.top++ : bottomRow(height) - 12 - Y_PITCH * yLanes.bottom++;

  return circuits.flatMap((circuit) => {
    const row = blocks.flatMap((block) => block.rows).find((r) => r.key === circuit.key);
    if (!row) return [];
    const wireOf = (net: Net): Insulated => (net.kind === 'minus' ? { ...row.colour, stripe: 'black' } : row.colour);
    return netsOf(circuit.wiring).flatMap((net, n) => {
      const ends = net.terminals.flatMap(({ gear, coil, pole }) => {
        const box = boxes.find((b) => b.gear === gear);
        return box ? [{ row: box.row, at: terminalAt(box, coil, pole) }] : [];
      });
      const rows = [...new Set(ends.map((end) => end.row))];
      // A jumper on one side of the craft never comes near the sources.
      const x = net.kind === 'jumper' && rows.length < 2 ? 0 : BLOCK.x + BLOCK.w + 10 + X_PITCH * xLane++;
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
                  [x, height / 2],
                  [x, y],
                ]
              : []
            : [
                [BLOCK.x + BLOCK.w, terminalY(row, net.kind)],
                [x, terminalY(row, net.kind)],
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
