import type { FastenerGroup, Mount } from '../gear/mount';
import { SEALS } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { isFibre } from '../job/material';
import { minutesOf } from '../job/parts/work-minutes';
import type { BoardPlan } from '../panels/board';
import { panelFor, type Fitted } from '../panels/fitted';
import { byBit, type Hole } from '../panels/holes';
import { drinks } from '../panels/supplies';
import { partsOf, type CutPart } from '../panels/parts';
import { siteOf } from '../panels/site';
import type { Cutter } from '../tables/bits';
import type { Caution } from '../tables/cautions';
import { DRIVES } from '../tables/fasteners';
import { MATERIAL_NAMES, type Material } from '../tables/materials';
import { THREADS } from '../tables/threads';
import { workRow, type WorkRow } from '../tables/work-minutes';
import { tenths } from '../units/figures';
import type { Draft } from './draft';
import type { StepFastener } from './step';

/** From this mass on two people lift it, kg (common practice). */
export const TWO_LIFT_KG = 8;
/** Gear deeper than this many of its heights, held in front only, is held behind too (common practice). */
export const DEEP_HEIGHTS = 2;

const BITS = { drill: 'drill', step: 'step drill to', holeSaw: 'hole saw' } as const;
const bitName = ({ kind, metric, inch }: Cutter) => `${BITS[kind]} ${metric.name} (${inch.name})`;
const upper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
const listed = (holes: readonly Hole[]) => holes.map(({ number }) => number).join(', ');
/** Minutes of a step: whole ones, one at least. */
const whole = (minutes: number) => Math.max(1, Math.round(minutes));

type Work = Partial<Record<WorkRow, number>>;

/** How often each kind of work is done to make some holes in a material. */
function drilling(holes: readonly Hole[], material: Material): Work {
  const cut = holes.filter(({ cutter }) => cutter);
  const drills = cut.filter(({ cutter }) => cutter!.kind === 'drill').length;
  return {
    [workRow('drill', material)]: drills,
    [workRow('sawHole', material)]: cut.length - drills,
    pilot: cut.filter(({ pilot }) => pilot).length,
    changeBit: byBit(holes).length + (cut.some(({ pilot }) => pilot) ? 1 : 0),
    countersink: cut.filter(({ countersink }) => countersink).length,
    tap: cut.filter(({ threaded }) => threaded).length,
    deburr: cut.length,
  };
}

/** Every bit that some holes want, pilots first. */
const bitsOf = (holes: readonly Hole[]): string[] => [
  ...new Set([...holes.flatMap(({ pilot }) => pilot ?? []), ...byBit(holes).map(({ cutter }) => cutter)].map(bitName)),
];

/** Bit by bit, which holes; what is tapped and countersunk after. */
function drillLines(d: Draft, holes: readonly Hole[], material: Material): string[] {
  const pilots = holes.filter(({ pilot }) => pilot);
  const behind = new Set(holes.flatMap(({ behind: name }) => name ?? []));
  const stop = Math.min(...holes.filter(({ cutter }) => cutter).map(({ stopMm }) => stopMm));
  return [
    ...(pilots.length
      ? [`Pilot ${pilots[0]!.pilot!.metric.name} (${pilots[0]!.pilot!.inch.name}): ${listed(pilots)}.`]
      : []),
    ...byBit(holes).map(({ cutter, holes: own }) => `${upper(bitName(cutter))}: ${listed(own)}.`),
    ...(Number.isFinite(stop) ? [`Depth stop at ${tenths(stop)} mm.`] : []),
    ...[...behind].map((name) => `Behind: ${name}.`),
    ...(isFibre(material)
      ? [
          d.pick('reverse') === 'gelcoat'
            ? `Glass fibre: bit in reverse through the ${material === 'gelcoat' ? 'gelcoat' : 'first layer'} only, then forward.`
            : 'Glass fibre: bit in reverse all the way through.',
        ]
      : []),
    ...(holes.some(({ countersink }) => countersink) ? ['Countersink the gelcoat so that it does not chip.'] : []),
    ...(holes.some(({ threaded }) => threaded) ? [`Tap: ${listed(holes.filter(({ threaded }) => threaded))}.`] : []),
    ...(touching(holes) ? ['Holes that touch: saw through what is left between them and trim it.'] : []),
    'Deburr both sides.',
  ];
}
/** Holes so near that nothing stands between them. */
const touching = (holes: readonly Hole[]) =>
  holes.some((a, i) =>
    holes.slice(i + 1).some((b) => Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) < (a.mm + b.mm) / 2),
  );

const SEAL_LINES = {
  none: '',
  gasket: 'Gasket in, all round, not pinched.',
  bead: 'Bead of sealant under the flange, all round.',
  push: 'Rubber seal: push hard through, lever back from behind until it seats.',
} as const;
const BEYOND = ['left', 'right', 'top', 'bottom'] as const;

/** How fasteners are put in, by what they go into and where they come from. */
export function fastenerLines(mount: Mount): string[] {
  const groups = Object.values(mount.groups);
  const soft = groups.filter(({ seat }) => seat === 'insert' || seat === 'boss' || seat === 'clip');
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
  const torque = torqueNm === null ? 'finger tight and a touch' : `${torqueNm} N·m`;
  return `${name}: ${at.length} × ${THREADS[thread].name} × ${tenths(lengthMm)}, ${DRIVES[drive].name}${SEAT[seat]}${FROM[from]}; ${torque}${lock ? '; a second nut locks each' : ''}${PREP[prep]}.`;
}
const fastenersOf = (mount: Mount): StepFastener[] =>
  Object.entries(mount.groups).map(([id, { name, at, thread, lengthMm, drive, torqueNm, from }]) => ({
    id,
    count: at.length,
    drive,
    size: `${THREADS[thread].name} × ${tenths(lengthMm)}`,
    where: name,
    torqueNm,
    single: from === 'kit',
  }));

const HELD: Readonly<Record<Mount['fixing'], { readonly row: WorkRow | undefined; readonly line: string }>> = {
  faceScrews: { row: undefined, line: '' },
  uBracket: { row: 'ring', line: 'Bracket on its studs from behind; nuts by hand first.' },
  sleeve: {
    row: 'sleeve',
    line: 'Sleeve in, straight; bend every tab that meets the panel; unit home until it clicks.',
  },
  clampRing: { row: 'ring', line: 'Clamp ring from behind, its screws turn about.' },
  threadedRing: { row: 'ring', line: 'Threaded ring from behind, by hand; not tighter than a quarter turn more.' },
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
    ...bodies.map(({ outline }) =>
      outline.shape === 'round'
        ? outline.d
        : outline.shape === 'rectangle'
          ? outline.h
          : Math.max(...outline.points.map(([, y]) => y)) - Math.min(...outline.points.map(([, y]) => y)),
    ),
  );
  return deep > DEEP_HEIGHTS * high ? deep : undefined;
}

const minutesIn = (d: Draft, work: Work): number =>
  Object.entries(work).reduce((sum, [row, count]) => sum + count * minutesOf(d.job, row as WorkRow), 0);

/** What is cut for a piece, from its drawing. */
function cutPart(d: Draft, gear: string, part: CutPart, safe: string): string {
  const { kind, name, material, thicknessMm, outline, cuts, holes } = part;
  const around = (c: CutPart['outline']) => 2 * (c.right - c.left + c.top - c.bottom);
  const line = [outline, ...cuts].reduce((sum, contour) => sum + around(contour), 0);
  const of = material ?? 'ply';
  return d.add(
    `cut:${kind}/${gear}`,
    'fit',
    `Cut: ${name.toLowerCase()} of ${d.nameOf(gear)}`,
    whole(
      minutesIn(d, {
        [workRow('saw', of)]: line / 100,
        [workRow('drill', of)]: holes.length,
        edge: line / 100,
        deburr: holes.length,
      }),
    ),
    { kind: 'gear', id: gear },
    {
      lines: [
        `${material ? upper(MATERIAL_NAMES[material]) : 'Anything that lasts there'}, ${tenths(thicknessMm)} mm, ${tenths(outline.right - outline.left)} × ${tenths(outline.top - outline.bottom)} mm: from its drawing at 1:1.`,
        ...(holes.some(({ letIn }) => letIn) ? ['Let in the heads that lie under the flange.'] : []),
      ],
      tools: ['saw with a fine blade', 'file'],
      cautions: [isFibre(material) ? 'dust' : 'eyes'],
      after: [safe],
    },
  );
}

/** The board of a place: cut, notched and drilled on the bench. */
export function makeBoard(d: Draft, place: string, board: BoardPlan, safe: string): string {
  const { panel, material } = panelFor(d.job, place);
  const { outline, openings } = siteOf(panel);
  const holes = board.gear.flatMap((gear) => d.seen.mounts[gear]?.schedule.holes ?? []);
  const line = 2 * (outline.right - outline.left + outline.top - outline.bottom);
  const work = drilling(holes, material);
  return d.add(
    `board:place/${place}`,
    'fit',
    `Board: ${d.pattern.places[place]!.name}`,
    whole(
      minutesIn(d, {
        ...work,
        punch: holes.length,
        [workRow('saw', material)]: line / 100,
        edge: line / 100,
        seal: drinks(material) ? 1 : 0,
      }),
    ),
    d.whole,
    {
      lines: [
        `${upper(MATERIAL_NAMES[material])}, ${tenths(panel.thicknessMm)} mm, ${tenths(outline.right - outline.left)} × ${tenths(outline.top - outline.bottom)} mm: from its drawing at 1:1.`,
        ...openings.map(({ opening }) => `Notch: ${opening.name}.`),
        ...drillLines(d, holes, material),
        ...(drinks(material) ? ['Seal its edges and holes.'] : []),
      ],
      tools: ['saw with a fine blade', 'file', ...bitsOf(holes)],
      checks: [{ id: 'lies', text: 'Tried in its compartment: lies flat, wires pass beside it' }],
      cautions: ['eyes'],
      after: [safe],
    },
  );
}
/** The board into its compartment, gear and all. */
export function hangBoard(d: Draft, place: string, board: BoardPlan, after: readonly string[]): string {
  return d.add(
    `hang:place/${place}`,
    'fit',
    `Board in: ${d.pattern.places[place]!.name}`,
    whole(minutesIn(d, { place: 1, fasten: board.screws.length || 1 })),
    d.whole,
    {
      lines: [
        board.screws.length
          ? `${board.screws.length} screws to the wall, ${board.screwMm} mm long at most: none comes through it.`
          : 'No room for screws of its own: hook tape, or screws from behind.',
      ],
      tools: ['cross-head driver 2'],
      checks: [{ id: 'firm', text: 'Firm: nothing rattles, no screw through the wall' }],
      after: [...after],
    },
  );
}

/** Everything that is done to fit a piece whose panel has been measured; returns the last of it. */
export function make(d: Draft, gear: string, fitted: Fitted, safe: string): string {
  const { item, place } = d.job.gear[gear]!;
  const at = d.pattern.places[place!]!;
  const mount = mountOf(item);
  const { panel } = panelFor(d.job, place!);
  const { material, opening, schedule, lying } = fitted;
  const board = d.seen.boards[place!]?.gear.includes(gear) ? `board:place/${place!}` : undefined;
  const name = d.nameOf(gear);
  const open = board ? [] : d.openings([at.covers]);
  const fibre = isFibre(material);
  const cautions: Caution[] = [
    fibre ? 'dust' : 'eyes',
    ...(at.body !== 'frame' && d.pattern.kind === 'motorcycle' ? (['steering'] as const) : []),
    ...(d.pattern.kind === 'boat' ? (['hull'] as const) : []),
  ];
  const subject = { kind: 'gear', id: gear } as const;
  let last: string[] = board ? [safe, board] : [safe, ...open];
  const step = (
    verb: string,
    title: string,
    work: Work,
    more: Omit<Parameters<Draft['add']>[5] & object, 'after'> & { readonly also?: readonly string[] },
  ) => {
    const { also = [], ...rest } = more;
    const id = d.add(`${verb}:gear/${gear}`, 'fit', title, whole(minutesIn(d, work)), subject, {
      ...rest,
      after: [...last, ...also],
    });
    d.hide(id, [at.covers]);
    last = [id];
  };
  const holes = board ? [] : schedule.holes;
  const made = holes.filter(({ cutter }) => cutter);
  const reused = holes.filter(({ reused: old }) => old !== undefined);
  const trim = opening?.trim;
  const line = board ? 0 : schedule.sawn.reduce((sum, { lineMm }) => sum + lineMm, 0);
  if (made.length || line) {
    step(
      'mark',
      `Offer up and mark ${name}: ${at.name}`,
      { offerUp: 1, mask: panel.finished ? 1 : 0, punch: made.length },
      {
        lines: [
          ...(panel.finished
            ? ['Mask the finish with tape, template on it, this way up.']
            : ['Template on, this way up.']),
          ...made.map(
            ({ number, x, y }) =>
              `${number}: ${tenths(x)} mm from the ${panel.datum.x}, ${tenths(y)} mm from the ${panel.datum.y}.`,
          ),
          ...reused.map(({ number, reused: old }) => `${number}: “${old}” is there already and serves.`),
          ...(made.length ? ['Punch every mark.'] : []),
        ],
        tools: ['template', 'tape', 'rule', 'centre punch'],
        checks: [{ id: 'measured', text: 'Template measured: its bar is 100 mm' }],
      },
    );
  }
  if (made.length)
    step(
      'drill',
      `Drill for ${name}: ${made.length} ${made.length === 1 ? 'hole' : 'holes'}`,
      drilling(holes, material),
      {
        lines: [`Into ${MATERIAL_NAMES[material]}, from the side that is seen.`, ...drillLines(d, holes, material)],
        tools: bitsOf(holes),
        cautions,
      },
    );
  if (line) {
    const blade = schedule.sawn.find(({ bladeMm }) => bladeMm !== undefined)?.bladeMm;
    step(
      'open',
      trim ? `Open the opening for ${name}` : `Saw the opening for ${name}`,
      { [workRow('saw', material)]: line / 100, edge: line / 100 },
      {
        lines: [
          ...(trim
            ? [
                `Take off ${
                  BEYOND.filter((side) => trim[side] > 0)
                    .map((side) => `${tenths(trim[side])} mm at the ${side}`)
                    .join(', ') || `${tenths(trim.mostMm)} mm in the corners`
                }.`,
              ]
            : []),
          `${line} mm of line in ${MATERIAL_NAMES[material]}; dress the edge.`,
          ...(blade === undefined ? [] : [`Blade no longer than ${blade} mm beyond the panel.`]),
        ],
        tools: ['saw with a fine blade', 'file'],
        cautions,
      },
    );
  }
  const cut = partsOf(siteOf(panel), mount, fitted).map((part) => cutPart(d, gear, part, safe));
  if (drinks(material) && (made.length > 0 || line > 0))
    step(
      'seal',
      `Seal the edges for ${name}`,
      { seal: 1 },
      {
        lines: [`${upper(MATERIAL_NAMES[material])} drinks water: sealer on every cut edge and hole.`],
        tools: ['edge sealer'],
      },
    );
  const outer = Object.keys(panel.closings).flatMap((cover) => d.pattern.covers[cover]?.name ?? []);
  if (!board && (mount.cutout || outer.length))
    step(
      'try',
      `Dry fit ${name}`,
      { dryFit: 1 },
      {
        lines: [
          outer.length
            ? `In without fasteners, plugs in, ${outer.join(', ')} held in place: nothing touches.`
            : 'In without fasteners, plugs in: nothing touches.',
        ],
        checks: [{ id: 'clear', text: 'Nothing touches, and no lead is bent sharply' }],
        also: cut,
      },
    );
  const count = Object.values(mount.groups).reduce((sum, { at: points }) => sum + points.length, 0);
  const { row, line: held } = HELD[mount.fixing];
  const support = rearSupport(mount);
  const accepted = d.pick('rating') === 'accepted' && at.exposure !== 'sheltered';
  const seal = SEAL_LINES[mount.seal];
  const fasteners = fastenersOf(mount);
  const second = item.massKg > TWO_LIFT_KG;
  step(
    'fit',
    `Fit ${name}: ${at.name}`,
    { place: 1, fasten: count, ...(row ? { [row]: 1 } : {}), ...(mount.seal === 'none' ? {} : { seal: 1 }) },
    {
      second,
      lines: [
        ...(lying.turnDeg ? [`Turned ${tenths(lying.turnDeg)}° counter-clockwise, seen from the front.`] : []),
        ...(lying.over ? ['The other way up, its face turned upright.'] : []),
        ...(lying.plugs === 'angled' ? ['Right-angle plugs.'] : []),
        ...(held ? [held] : []),
        ...(seal ? [seal] : []),
        ...fastenerLines(mount),
        ...(support === undefined
          ? []
          : [
              `Hold it behind as well: a strap or foot ${tenths(support)} mm behind the face, so that it neither tilts nor bounces.`,
            ]),
        ...(item.note ? [item.note] : []),
        ...(accepted ? ['Not sealed for this place unless its rating says so: drip loop, cover over the plugs.'] : []),
      ],
      tools: [...new Set(fasteners.map(({ drive }) => DRIVES[drive].tool))],
      fasteners,
      direction: fasteners.length ? 'in' : undefined,
      checks: [
        ...(mount.cutout ? [{ id: 'straight', text: 'Straight, and its face upright' }] : []),
        ...(mount.seal === 'none' ? [] : [{ id: 'seal', text: `${upper(SEALS[mount.seal])} seen all round` }]),
        ...(support === undefined ? [] : [{ id: 'support', text: 'Does not tilt when it is pressed' }]),
      ],
      cautions: [...cautions, ...(second ? (['lift'] as const) : [])],
      also: cut,
    },
  );
  return last[0]!;
}
