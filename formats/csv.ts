import Papa from 'papaparse';
import * as v from 'valibot';
import { buildState, fastenedWords, fastenerLedger } from '#core/build/index';
import { GearItem, type Content, type Fits, type GearKind } from '#core/gear/gear';
import { readContents, writeContents } from '#core/gear/typing/contents';
import type { LoomBranch } from '#core/gear/loom';
import type { Pin } from '#core/gear/pins';
import type { Port } from '#core/gear/ports';
import { readFits, writeFits } from '#core/gear/typing/fits';
import { readPins, readPorts, writePins, writePorts } from '#core/gear/typing/leads';
import { readBranches, writeBranches } from '#core/gear/typing/loom';
import type { BayEvent } from '#core/job/events';
import { type Job } from '#core/job/job';
import type { Plan } from '#core/plan';
import { problemsOf } from '#core/document/fault';

/** Text that a table program would take for a formula stands behind an apostrophe, and is read back without it. */
const guarded = (cell: string | number): string | number =>
  typeof cell === 'string' && /^\s*['=+\-@\t\r]/.test(cell) ? `'${cell}` : cell;
const plain = (cell: string): string => (cell.startsWith("'") ? cell.slice(1) : cell);
/** A table whose cells no table program takes for a formula. */
export const tableText = (fields: string[], data: (string | number)[][]): string =>
  `${Papa.unparse({ fields, data: data.map((row) => row.map(guarded)) }, { newline: '\n' })}\n`;

// ── Fasteners and parts ──────────────────────────────────────────────────────────────────────

/** Every fastener that comes out, a row for each kind on each cover and old piece of gear: as counted, else as planned. */
export function fastenersCsv(job: Job, plan: Plan, events: readonly BayEvent[] = []): string {
  return tableText(
    ['cover', 'where', 'size', 'drive', 'torque_nm', 'out', 'reused', 'retired', 'new', 'in'],
    fastenerLedger(plan.build, buildState(plan.build, events).balances).map((l) => [
      fastenedWords(job, plan.tags, l),
      l.where,
      l.size,
      l.drive,
      l.torqueNm ?? '',
      l.out,
      l.reused,
      l.retired,
      l.added,
      l.in,
    ]),
  );
}

/** The order list, a row a line: what is needed, what of it the kit and the shelf have, what is ordered and has come. */
export function partsCsv({ parts }: Plan): string {
  return tableText(
    ['part', 'what', 'unit', 'needed', 'in_kit', 'on_shelf', 'order', 'arrived'],
    parts.map(({ key, what, unit, needed, inKit, have, order, arrived }) => [
      key,
      what,
      unit || 'pieces',
      needed,
      inKit,
      have,
      order,
      arrived,
    ]),
  );
}

// ── Shelf ───────────────────────────────────────────────────────────────────────────────────────

type Cells = Record<string, string>;
/** What separates within a cell stands behind a backslash where it is part of a name. */
const escaped = (name: string): string => name.replace(/[\\;:]/g, '\\$&');
const unescaped = (part: string): string => part.replace(/\\(.)/gs, '$1');
/** The parts between separators, spaces round them aside; a separator behind a backslash is none. */
const partsAt = (cell: string, separator: ';' | ':'): string[] =>
  (cell.match(new RegExp(`(?:\\\\[^]|[^\\\\${separator}])+`, 'g')) ?? []).map((part) => part.trim());

/** One column: how an item's value is written, and how it goes back into the item. Cells not of a kind stay empty. */
interface Column {
  readonly name: string;
  readonly path: string;
  readonly kinds: readonly GearKind[];
  readonly write: (value: never) => string | number;
  readonly read: (cell: string) => unknown;
  /** Spaces at its ends are part of what it says. */
  readonly verbatim?: true;
}
const PASSING: readonly GearKind[] = ['block', 'switchModule', 'relay', 'converter'];
const ALL: readonly GearKind[] = [
  'headUnit',
  'amplifier',
  'speaker',
  'fuseHolder',
  'zoneControl',
  ...PASSING,
  'enclosure',
  'accessory',
  'device',
  'kit',
  'loom',
];
const SPLITS: readonly GearKind[] = ['block', 'switchModule', 'converter'];
const POWERED: readonly GearKind[] = ['headUnit', 'amplifier'];
const DRAWING: readonly GearKind[] = [...POWERED, 'device'];

const text = (name: string, path: string, kinds = ALL): Column => ({
  name,
  path,
  kinds,
  write: (x: string | null) => x ?? '',
  read: (cell) => cell,
});
const verbatim = (column: Column): Column => ({ ...column, verbatim: true });
const number = (name: string, path: string, kinds = ALL): Column => ({
  name,
  path,
  kinds,
  write: (x: number | null) => x ?? '',
  // What is no number is handed on as it is, for the schema to name it.
  read: (cell) =>
    cell === '' ? null : /^-?\d+(?:[.,]\d+)?(?:e-?\d+)?$/i.test(cell) ? Number(cell.replace(',', '.')) : cell,
});
const yesNo = (name: string, path: string, kinds: readonly GearKind[]): Column => ({
  name,
  path,
  kinds,
  write: (x: boolean) => (x ? 'yes' : 'no'),
  read: (cell) => (/^yes$/i.test(cell) ? true : /^no$/i.test(cell) ? false : cell),
});
/** A column that came later: a table without it, or with nothing in it, says what has always been so. */
const later = (column: Column): Column => ({
  ...column,
  read: (cell) => (cell === '' ? undefined : column.read(cell)),
});
const ohms = (x: { ohm: number; minOhm: number }[]) => x.map((c) => `${c.ohm}/${c.minOhm}`).join(' ');
const rows = (x: { ohm: number; watts: number }[]) => x.map((r) => `${r.watts}/${r.ohm}`).join(' ');
const wire = (cell: string | undefined) => {
  const [body, stripe] = (cell ?? '').trim().split('-');
  return { body, ...(stripe === undefined ? {} : { stripe }) };
};
const wireText = ({ body, stripe }: { body: string; stripe?: string | undefined }) =>
  stripe ? `${body}-${stripe}` : body;
const list = (cell: string) => cell.split(/[;\s]+/).filter(Boolean);
const pair = (a: string, b: string) => (part: string) => {
  const [x, y] = part.split('/');
  return { [a]: toNumber(x), [b]: toNumber(y) };
};
const toNumber = (part: string | undefined): unknown =>
  part !== undefined && /^-?\d+(?:\.\d+)?(?:e-?\d+)?$/i.test(part) ? Number(part) : part;

/** What a sheet lists in words: read back the same, or written as it is kept. */
function asOnSheet<T extends object>(
  name: string,
  path: 'pins' | 'ports' | 'fits' | 'contents' | 'branches',
  written: (value: T) => string,
  understood: (cell: string) => unknown,
): Column {
  return later({
    name,
    path,
    kinds: ALL,
    verbatim: true,
    write: (value: T | undefined) => {
      if (!value) return '';
      const words = written(value);
      const isSame = words !== '' && JSON.stringify(understood(words)) === JSON.stringify(value);
      return isSame ? words : JSON.stringify(value);
    },
    read: (cell) => (/^\s*[[{]/.test(cell) ? jsonIn(cell) : (understood(cell) ?? cell)),
  });
}

const COLUMNS: readonly Column[] = [
  text('kind', 'kind'),
  text('id', 'id'),
  text('name', 'name'),
  number('width_mm', 'size.w'),
  number('height_mm', 'size.h'),
  number('depth_mm', 'size.d'),
  number('mass_kg', 'massKg'),
  {
    name: 'water_digits',
    path: 'water',
    kinds: ALL,
    write: (x: number[]) => x.join(' '),
    read: (cell) => list(cell).map(toNumber),
  },
  number('fit_minutes', 'fitMinutes'),
  {
    name: 'channels',
    path: 'bank.channels',
    kinds: POWERED,
    write: (x: { id: string; name: string; seat: string }[]) =>
      x.map((c) => `${c.id}/${c.seat}/${escaped(c.name)}`).join('; '),
    read: (cell) =>
      partsAt(cell, ';')
        .filter(Boolean)
        .map((c) => {
          const [id, seat, ...name] = c.split('/');
          return { id, name: unescaped(name.join('/')) || id, seat };
        }),
  },
  {
    name: 'watts_at_ohm',
    path: 'bank.power',
    kinds: POWERED,
    write: rows,
    read: (cell) => list(cell).map(pair('watts', 'ohm')),
  },
  number('min_ohm', 'bank.minOhm', POWERED),
  text('class', 'demand.class', DRAWING),
  number('efficiency', 'demand.efficiency', DRAWING),
  number('idle_a', 'demand.idleA', DRAWING),
  later(number('memory_a', 'demand.memoryA', DRAWING)),
  yesNo('regulated', 'demand.regulated', DRAWING),
  number('rated_v', 'demand.ratedVolts', DRAWING),
  number('line_pairs', 'linePairs', ['headUnit']),
  number('remote_out_a', 'remoteOutA', ['headUnit']),
  number('remote_in_a', 'remoteInA', ['amplifier']),
  number('maker_max_fuse_a', 'makerMaxFuseA', [...DRAWING, ...PASSING]),
  number('onboard_fuse_a', 'onboardFuseA', ['amplifier']),
  {
    name: 'coils_ohm',
    path: 'coils',
    kinds: ['speaker'],
    write: ohms,
    read: (cell) => list(cell).map(pair('ohm', 'minOhm')),
  },
  number('rms_w', 'rmsWatts', ['speaker']),
  number('sensitivity_db', 'sensitivity', ['speaker']),
  text('fuse_family', 'family', ['fuseHolder']),
  number('milliohm', 'milliohm', ['fuseHolder', ...PASSING]),
  later({
    // Pairs, least load and watts together: "fl+fr rl+rr at 4: 135/4 88/8".
    name: 'bridged',
    path: 'bank.bridge',
    kinds: POWERED,
    write: (x: { pairs: [string, string][]; minOhm: number; power: { ohm: number; watts: number }[] } | null) =>
      x ? `${x.pairs.map((p) => p.join('+')).join(' ')} at ${x.minOhm}: ${rows(x.power)}` : '',
    read: (cell) => {
      const [, pairs, minOhm, power] = /^(.*?) at ([\d.]+): *(.*)$/.exec(cell) ?? [];
      if (pairs === undefined) return cell;
      return {
        pairs: list(pairs).map((p) => p.split('+')),
        minOhm: toNumber(minOhm),
        power: list(power ?? '').map(pair('watts', 'ohm')),
      };
    },
  }),
  later(yesNo('filters', 'bank.filters', POWERED)),
  later(text('output_marks', 'bank.marks', POWERED)),
  later(yesNo('output_keyed', 'bank.keyed', POWERED)),
  later(text('bass_pair', 'bassPair', ['headUnit'])),
  later(text('listens_to', 'inputs', ['amplifier'])),
  later(yesNo('configure_first', 'configureFirst', ['amplifier'])),
  later(text('band', 'band', ['speaker'])),
  later(number('split_hz', 'splitHz', ['speaker'])),
  later({
    // "2 Ω: 2/1.6; 8 Ω: 8/6.4"
    name: 'selector',
    path: 'positions',
    kinds: ['speaker'],
    write: (x: { name: string; coils: { ohm: number; minOhm: number }[] }[]) =>
      x.map((p) => `${escaped(p.name)}: ${ohms(p.coils)}`).join('; '),
    read: (cell) =>
      partsAt(cell, ';').map((part) => {
        const [name, coils] = partsAt(part, ':');
        return { name: name && unescaped(name), coils: list(coils ?? '').map(pair('ohm', 'minOhm')) };
      }),
  }),
  later(text('polarity', 'cue', ['speaker'])),
  later({
    // "blue blue-black": + first.
    name: 'lead_colours',
    path: 'leads',
    kinds: ['speaker'],
    write: (x: Record<'plus' | 'minus', { body: string; stripe?: string | undefined }> | null) =>
      x ? `${wireText(x.plus)} ${wireText(x.minus)}` : '',
    read: (cell) => {
      const [plus, minus] = list(cell);
      return { plus: wire(plus), minus: wire(minus) };
    },
  }),
  later(yesNo('plug_keyed', 'keyed', ['speaker'])),
  text('level', 'level', ['zoneControl']),
  number('max_watts', 'maxWatts', ['zoneControl']),
  number('passes_a', 'maxA', PASSING),
  number('own_draw_a', 'idleA', PASSING),
  number('ways', 'ways', SPLITS),
  { ...text('way_fuses', 'fused', SPLITS), write: (x: string | null) => x ?? '', read: (cell) => cell || null },
  yesNo('return_bus', 'returnBus', ['block']),
  number('way_passes_a', 'wayMaxA', ['switchModule']),
  number('trigger_a', 'triggerA', ['switchModule']),
  {
    name: 'triggers',
    path: 'triggers',
    kinds: ['switchModule'],
    write: (x: string[]) => x.join(' '),
    read: list,
  },
  number('coil_a', 'coilA', ['relay']),
  number('out_v', 'outVolts', ['converter']),
  number('conversion', 'efficiency', ['converter']),
  text('form', 'form', ['enclosure', 'accessory', 'device']),
  number('litres', 'litres', ['enclosure']),
  yesNo('ported', 'ported', ['enclosure']),
  { name: 'stops', path: 'stops', kinds: ['enclosure'], write: (x: string[]) => x.join(' '), read: list },
  // As in a job's file.
  { ...text('front', 'front', ['enclosure']), write: (x: object) => JSON.stringify(x), read: jsonIn },
  later(number('dust_digit', 'dust')),
  later(yesNo('ignition_protected', 'ignitionProtected', ALL)),
  later({
    // "4 hexSocket4 M4 × 20"
    name: 'screws',
    path: 'screws',
    kinds: ALL,
    verbatim: true,
    write: (x: { count: number; drive: string; size: string } | null) => (x ? `${x.count} ${x.drive} ${x.size}` : ''),
    read: (cell) => {
      const [, count, drive, size = ''] = /^(\S+)\s(\S+)(?:\s(.*))?$/s.exec(cell) ?? [];
      return count === undefined ? cell : { count: toNumber(count), drive, size };
    },
  }),
  later(number('cutout_mm', 'cutoutMm')),
  later({
    name: 'body_water_digits',
    path: 'bodyWater',
    kinds: ALL,
    // “none” is an answer: nothing at all is not said.
    write: (x: number[] | undefined) => (x === undefined ? '' : x.length ? x.join(' ') : 'none'),
    read: (cell) => (/^none$/i.test(cell) ? [] : list(cell).map(toNumber)),
  }),
  later({
    name: 'assumed',
    path: 'assumed',
    kinds: ALL,
    write: (x: string[] | undefined) => (x ?? []).join(' '),
    read: list,
  }),
  later({
    name: 'sheet',
    path: 'sheet',
    kinds: ALL,
    verbatim: true,
    write: (x: object | undefined) => (x ? JSON.stringify(x) : ''),
    read: jsonIn,
  }),
  later({
    name: 'retired',
    path: 'retired',
    kinds: ALL,
    write: (x: true | undefined) => (x ? 'yes' : ''),
    read: (cell) => (/^yes$/i.test(cell) ? true : cell),
  }),
  // As on a sheet, where that says all of it; else as in a job's file.
  asOnSheet('leads', 'pins', (pins: Pin[]) => writePins(pins), readPins),
  asOnSheet(
    'ports',
    'ports',
    (ports: Port[]) => writePorts(ports, 'metric'),
    (cell) => readPorts(cell, 'metric'),
  ),
  {
    ...asOnSheet('contents', 'contents', (contents: Content[]) => writeContents(contents), readContents),
    kinds: ['kit'],
  },
  {
    ...asOnSheet(
      'branches',
      'branches',
      (branches: LoomBranch[]) => writeBranches(branches, 'metric'),
      (cell) => readBranches(cell, 'metric'),
    ),
    kinds: ['loom'],
  },
  verbatim(text('begins', 'begins', ['loom'])),
  number('begins_plug_mm', 'beginsPlugMm', ['loom']),
  {
    ...text('power_wire', 'power', ['loom']),
    read: (cell) => cell || null,
  },
  {
    ...text('lead_wire', 'leads', ['loom']),
    read: (cell) => cell || null,
  },
  number('trunk_mm', 'trunkMm', ['loom']),
  number('branch_mm', 'branchMm', ['loom']),
  {
    // Family, amperes, and how far from its end at the battery: "blade 30 at 150".
    name: 'loom_fuse',
    path: 'fuse',
    kinds: ['loom'],
    write: (x: { family: string; amps: number; atMm: number } | null) =>
      x ? `${x.family} ${x.amps} at ${x.atMm}` : '',
    read: (cell) => {
      if (cell === '') return null;
      const [, family, amps, atMm] = /^(\w+) ([\d.]+) at ([\d.]+)$/.exec(cell) ?? [];
      return family === undefined ? cell : { family, amps: Number(amps), atMm: Number(atMm) };
    },
  },
  asOnSheet('made_for', 'fits', (fits: Fits) => writeFits(fits), readFits),
  later(number('price', 'price')),
  later({ ...text('programmed_for', 'programmedFor', ['device']), verbatim: true }),
  later(number('socket_a', 'demand.socketA', DRAWING)),
  later(text('thickest_wire', 'maxWire', [...DRAWING, ...PASSING])),
  later(number('usual_fuse_a', 'usualFuseA', [...DRAWING, ...PASSING])),
  later(number('fuse_max_a', 'maxA', ['fuseHolder'])),
  later(number('fuse_max_v', 'maxVolts', ['fuseHolder'])),
  later({
    // As in a job's file: too much of it for columns of its own. A table without it gets what is usual of the form.
    name: 'mount',
    path: 'mount',
    kinds: ALL,
    verbatim: true,
    write: (x: object | undefined) => (x ? JSON.stringify(x) : ''),
    read: jsonIn,
  }),
  verbatim(text('note', 'note')),
];

/** What a cell of JSON says; what is none is handed on as it is, for the schema to name it. */
function jsonIn(cell: string): unknown {
  try {
    return JSON.parse(cell);
  } catch {
    return cell;
  }
}

function at(item: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], item);
}
function put(item: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  let part = item;
  for (const key of keys) part = (part[key] ??= {}) as Record<string, unknown>;
  part[last] = value;
}

/** The shelf as a table: a row an item, one column for each figure. */
export function shelfCsv(items: readonly GearItem[]): string {
  return tableText(
    COLUMNS.map((c) => c.name),
    items.map((item) => COLUMNS.map((c) => (c.kinds.includes(item.kind) ? c.write(at(item, c.path) as never) : ''))),
  );
}

export interface RowProblem {
  /** Row of the file, the heading being row 1. */
  readonly row: number;
  readonly column: string;
  readonly expected: string;
}
export interface ShelfRead {
  readonly items: readonly GearItem[];
  readonly problems: readonly RowProblem[];
}

/** What stands between the headings, of what table programs write: cells may hold any of it. */
function delimiterOf(table: string): string {
  const heading = table.slice(0, table.search(/[\r\n]|$/));
  const count = (mark: string) => heading.split(mark).length;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

/** Reads a shelf table. Every problem is named by row and column; items are only to be used when there is none. */
export function readShelfCsv(source: string): ShelfRead {
  const table = source.replace(/^\uFEFF/, '');
  const parsed = Papa.parse<Cells>(table, { header: true, skipEmptyLines: 'greedy', delimiter: delimiterOf(table) });
  const problems: RowProblem[] = parsed.errors
    .filter((e) => e.code !== 'UndetectableDelimiter')
    .map((e) => ({ row: (e.row ?? -1) + 2, column: '(the row)', expected: e.message }));
  const fields = parsed.meta.fields ?? [];
  for (const name of ['kind', 'id', 'name'])
    if (!fields.includes(name))
      problems.push({ row: 1, column: name, expected: 'expected this column; it is missing' });
  for (const field of fields)
    if (!COLUMNS.some((c) => c.name === field))
      problems.push({ row: 1, column: field, expected: 'expected no such column' });
  if (problems.some((p) => p.row === 1)) return { items: [], problems };
  const items: GearItem[] = [];
  const first = new Map<string, number>();
  parsed.data.forEach((cells, i) => {
    const row = i + 2;
    const kind = (cells['kind'] ?? '').trim() as GearKind;
    const item: Record<string, unknown> = {};
    for (const c of COLUMNS)
      if (c.kinds.includes(kind) || c.path === 'kind') put(item, c.path, c.read(cellOf(cells, c)));
    const checked = v.safeParse(GearItem, item);
    if (!checked.success) {
      for (const { path, expected } of problemsOf(checked.issues, 'kind'))
        problems.push({ row, column: columnOf(path), expected });
      return;
    }
    for (const c of COLUMNS)
      if (!c.kinds.includes(kind) && (cells[c.name] ?? '').trim() !== '')
        problems.push({ row, column: c.name, expected: `expected nothing here for a ${kind}` });
    const { id } = checked.output;
    if (first.has(id))
      problems.push({ row, column: 'id', expected: `expected ids that differ; row ${first.get(id)} has this one` });
    else first.set(id, row);
    items.push(checked.output);
  });
  if (!parsed.data.length) problems.push({ row: 2, column: '(the row)', expected: 'expected at least one item' });
  return { items, problems };
}

/** What a cell says: without what guards it, and without spaces at its ends where they say nothing. */
function cellOf(cells: Cells, { name, verbatim: asItStands }: Column): string {
  const cell = cells[name] ?? '';
  return asItStands ? plain(cell) : plain(cell.trim()).trim();
}

const columnOf = (path: string): string =>
  COLUMNS.find((c) => path === c.path || path.startsWith(`${c.path}.`))?.name ?? path;
