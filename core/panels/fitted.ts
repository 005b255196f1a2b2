import type { Panel } from '../craft/panel';
import type { Place } from '../craft/place';
import { mapped } from '../document/edits';
import { contentHash } from '../document/hash';
import type { Enclosure } from '../gear/gear';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import { craftOf, foundCraft } from '../craft/own';
import { materialOf } from '../job/material';
import { AS_PROPOSED, panelOf } from '../job/parts/mounting';
import { middleOf, type Point } from '../plane/contour';
import type { Material } from '../tables/materials';
import { panelFrame, pointIn, type Laid } from '../craft/frame';
import { boardPanel, lyingOnBoard, type BoardPlan } from './board';
import type { Clearance } from './clearances';
import { scheduleOf, type Schedule } from './holes';
import { panelLeft } from './left';
import { openingWork, type OpeningWork } from './opening';
import { pieceOf, type Lying } from './piece';
import type { Plate } from './plate';
import { frontFrame, frontPanel, insideOf, stopped, type Inside } from './front';
import { COARSE, FINE, findPosition, setAt, type Found, type Position, type Search, type Set } from './position';
import { siteOf } from './site';

/** What a panel of a place is, whose measures it goes by, and what it is made of. */
export interface At {
  readonly panel: Panel;
  /** Its face in the craft. */
  readonly frame: Laid;
  readonly from: 'job' | 'pattern' | 'usual' | 'gear';
  readonly material: Material;
}
/** What is taken where nobody has said what a panel is made of. */
const UNKNOWN_MATERIAL: Material = 'plastic';

export function panelFor(job: Pick<Job, 'craft' | 'gear'>, place: string): At {
  const { panel: whole, from } = panelOf(job, place);
  const panel = boardPanel(whole);
  const at = foundCraft(job).places[place]!;
  const material = panel.material ?? materialOf(job, at) ?? UNKNOWN_MATERIAL;
  return { panel: panelLeft(job, place, panel, material), frame: frameFor(at, whole), from, material };
}

/** What fitted gear sits on: the panel of its place, the board there, or the front of the enclosure it is in. */
export function panelUnder(
  job: Pick<Job, 'craft' | 'gear'>,
  { place, inside }: Pick<Fitted, 'place' | 'inside'>,
): Pick<At, 'panel' | 'material'> {
  return inside ? frontOf(job, inside) : panelFor(job, place);
}
function frontOf({ gear }: Pick<Job, 'gear'>, inside: Inside): Pick<At, 'panel' | 'material'> {
  const item = gear[inside.gear]!.item as Enclosure;
  return { panel: frontPanel(item, inside.seat), material: item.front.material };
}
/** What one and the same panel goes by: gear is on it that has it in common. */
export const surfaceOf = ({ place, inside }: Pick<Fitted, 'place' | 'inside'>): string =>
  inside ? `in/${inside.gear}` : `at/${place}`;

/** That panel in words: its place, or whose front it is. */
export const surfaceName = (
  job: Pick<Job, 'craft'>,
  tags: Readonly<Record<string, string>>,
  { place, inside }: Pick<Fitted, 'place' | 'inside'>,
): string => (inside ? `Front of ${tags[inside.gear] ?? inside.gear}` : foundCraft(job).places[place]!.name);

/** What gear sits on is the panel, or the board that lies on it. */
function frameFor(place: Place, { lies, board }: Panel): Laid {
  const frame = panelFrame(place, lies);
  return board ? { ...frame, at: pointIn(frame, 0, 0, -board.thicknessMm) } : frame;
}

/** Gear on its panel. */
export interface Fitted {
  readonly place: string;
  /** The enclosure it is in. */
  readonly inside: Inside | null;
  /** The face it sits on, in the craft. */
  readonly frame: Laid;
  readonly panel: At['from'];
  /** How the gear sits is what is usual of its form: nobody has measured it. */
  readonly usualMount: boolean;
  readonly material: Material;
  readonly at: Point;
  readonly lying: Lying;
  /** Who says so: the search, a person, or the gear it mirrors. */
  readonly by: 'search' | 'hand' | { readonly mirrors: string };
  /** Of what was looked for: no position has more than this, mm, and whether that is as near as was asked. */
  readonly most: { readonly mm: number; readonly proven: boolean } | undefined;
  readonly opening: OpeningWork | undefined;
  /** What is cut to cover the rest of its opening. */
  readonly plate: Plate | undefined;
  /** The tightest of each limit, tightest first. */
  readonly clearances: readonly Clearance[];
  readonly spareMm: number;
  /** Nothing where its depth is met by nothing. */
  readonly deepMm: number | undefined;
  /** How far it reaches behind its panel’s face and before it, plugs and all, mm. */
  readonly behindMm: number;
  readonly beforeMm: number;
  /** What is drilled and sawn for it. */
  readonly schedule: Schedule;
}

/** What is known of gear on a panel whatever the gear is called; its holes are numbered by themselves. */
export type Told = Omit<Fitted, 'place' | 'inside' | 'frame' | 'panel' | 'usualMount' | 'by'>;

const kept = new WeakMap<Panel, WeakMap<Mount, Map<string, unknown>>>();
/** The same by what panel and mount say: jobs of one pattern have panels that are alike, and each its own copy. */
const alike = new Map<string, unknown>();
const MOST_ALIKE = 4000;

/** What was worked out before on the same panel for the same mount is known. */
function once<T>(panel: Panel, mount: Mount, key: readonly unknown[], make: () => T): T {
  let ofPanel = kept.get(panel);
  if (!ofPanel) kept.set(panel, (ofPanel = new WeakMap()));
  let ofMount = ofPanel.get(mount);
  if (!ofMount) ofPanel.set(mount, (ofMount = new Map<string, unknown>()));
  const text = JSON.stringify(key);
  if (ofMount.has(text)) return ofMount.get(text) as T;
  const whole = contentHash([panel, mount, key]);
  const known = alike.has(whole) ? (alike.get(whole) as T) : make();
  // The oldest go first.
  alike.delete(whole);
  if (alike.size >= MOST_ALIKE) alike.delete(alike.keys().next().value!);
  alike.set(whole, known);
  ofMount.set(text, known);
  return known;
}

const lookFor = ({ panel, material }: At, mount: Mount, search: Search, set: Partial<Lying>): Found =>
  once(panel, mount, ['look', material, search.withinMm, set.turnDeg, set.plugs, set.over, set.adapter], () =>
    findPosition(siteOf(panel), mount, material, search, set),
  );

/** Gear where it is looked for, or where a person has put it. */
const tell = (
  on: At,
  mount: Mount,
  where: Partial<Lying> | (Set & { readonly at: Point }),
  search: Search = FINE,
): Told =>
  once(on.panel, mount, ['tell', on.material, where, search.withinMm], () => {
    const { panel, material } = on;
    const site = siteOf(panel);
    let position: Position;
    let most: Fitted['most'];
    if ('at' in where) {
      const { at, ...lying } = where;
      position = setAt(site, mount, material, lying, at);
    } else {
      const found = lookFor(on, mount, search, where);
      position = found;
      // A plate is as large as it is wherever the gear is in it.
      if (!found.plate) most = { mm: found.mostMm, proven: found.proven };
    }
    const { at, lying, spareMm, deepMm, piece, plate } = position;
    const opening = openingWork(site, position);
    return {
      material,
      at,
      lying,
      most,
      opening,
      plate,
      clearances: tightest(position.clearances),
      spareMm,
      deepMm: Number.isFinite(deepMm) ? deepMm : undefined,
      behindMm: piece.behindMm,
      beforeMm: piece.beforeMm,
      schedule: scheduleOf({ at, lying, material, opening, plate }, mount, panel),
    };
  });

/**
 * How gear would sit on the panel of a place, or in an opening of an enclosure there, roughly; nothing where nobody has
 * measured that.
 */
export function fitAt(job: Pick<Job, 'craft' | 'gear'>, place: string, mount: Mount, seat?: Inside): Told | undefined {
  const on = seat ? { ...panelFor(job, place), ...frontOf(job, seat), from: 'gear' as const } : panelFor(job, place);
  return on.from === 'usual' ? undefined : tell(on, mount, { over: false, adapter: null }, COARSE);
}

/** One clearance of each limit and thing: the tightest. */
export function tightest(clearances: readonly Clearance[]): Clearance[] {
  const seen = new Set<string>();
  return clearances.filter(({ limit, id }) => {
    const key = `${limit} ${id ?? ''}`;
    return !seen.has(key) && seen.add(key);
  });
}

/** A point of a panel on the one that mirrors it: as far from the one edge as it is from the other. */
export function mirroredAt(from: Panel, to: Panel, [x, y]: Point): Point {
  const [its, own] = [siteOf(from).outline, siteOf(to).outline];
  return [own.right - (x - its.left), y - its.bottom + own.bottom];
}
export const mirroredTurn = (deg: number): number => ((-deg % 360) + 360) % 360;

/** Where gear is drawn that its board has no room for. */
const ORIGIN: Point = [0, 0];

const isSet = ({ at, turnDeg, plugs, over, adapter }: Job['mounts'][string]) =>
  at !== null || turnDeg !== null || plugs !== null || over || adapter !== null;

/** All new gear on its panels, by gear. */
export function planMounts(job: Job, boards: Readonly<Record<string, BoardPlan>>): Readonly<Record<string, Fitted>> {
  const { places } = craftOf(job);
  const fitted = new Map<string, Fitted>();
  const placed = Object.entries(job.gear).filter(([, { place, there }]) => place !== null && there === null);
  const insides = insideOf(job);
  // What mirrors is the first of its kind at a place, or in what is there.
  const keyOf = (place: string, item: string) => `${item} ${place}`;
  const firstAt = new Map(placed.map(([id, { place, item }]) => [keyOf(place!, item.id), id] as const).reverse());
  const setOf = (id: string) => (Object.hasOwn(job.mounts, id) ? job.mounts[id]! : AS_PROPOSED);

  const fitOnce = (id: string): Fitted => {
    const known = fitted.get(id) ?? fit(id);
    fitted.set(id, known);
    return known;
  };
  /** The face that gear sits on, as it lies in the craft. */
  const onOf = (id: string): At => {
    const { place } = job.gear[id]!;
    const inside = insides.get(id);
    if (!inside) return panelFor(job, place!);
    const item = job.gear[inside.gear]!.item as Enclosure;
    const { frame } = panelFor(job, place!);
    // One that is kept is where it is: about the middle of its place.
    const box = job.gear[inside.gear]!.there === null ? fitOnce(inside.gear) : undefined;
    const lying = box?.lying ?? { turnDeg: 0, plugs: 'straight', over: false, adapter: null };
    return { ...frontOf(job, inside), from: 'gear', frame: frontFrame(item, frame, box?.at ?? ORIGIN, lying) };
  };
  const fit = (id: string): Fitted => {
    const { item, place } = job.gear[id]!;
    const mount = mountOf(item);
    const inside = insides.get(id) ?? null;
    const on = onOf(id);
    const { at, turnDeg, plugs, over, adapter } = setOf(id);
    const of = { place: place!, inside, frame: on.frame, panel: on.from, usualMount: item.mount === undefined };
    const board = Object.hasOwn(boards, place!) ? boards[place!]! : undefined;
    if (board?.gear.includes(id)) {
      const found = Object.hasOwn(board.at, id) ? board.at[id]! : undefined;
      const where = at ? { at, turnDeg: turnDeg ?? 0 } : (found ?? { at: ORIGIN, turnDeg: turnDeg ?? 0 });
      return {
        ...of,
        by: at ? 'hand' : 'search',
        ...tell(on, mount, { ...where, ...lyingOnBoard({ plugs, over }) }),
      };
    }
    const pair = leaderOf(id);
    if (pair !== undefined) {
      const leader = fitOnce(pair);
      const where = mirroredAt(onOf(pair).panel, on.panel, leader.at);
      const lying = { ...leader.lying, turnDeg: mirroredTurn(leader.lying.turnDeg) };
      return { ...of, by: { mirrors: pair }, ...tell(on, mount, { ...lying, at: where }) };
    }
    const stops = item.kind === 'enclosure' && item.stops.length > 0 ? item : undefined;
    if (stops) {
      const lies = { turnDeg: turnDeg ?? 0, plugs: plugs ?? 'straight', over, adapter } as const;
      const piece = pieceOf(mount, lies, on.material);
      const where = stopped(stops, siteOf(on.panel).outline, piece, at ?? middleOf(siteOf(on.panel).outline));
      return { ...of, by: at ? 'hand' : 'search', ...tell(on, mount, { ...lies, at: where }) };
    }
    if (at !== null)
      return { ...of, by: 'hand', ...tell(on, mount, { at, turnDeg: turnDeg ?? 0, plugs, over, adapter }) };
    const set = { over, adapter, ...(turnDeg === null ? {} : { turnDeg }), ...(plugs === null ? {} : { plugs }) };
    return { ...of, by: 'search', ...tell(on, mount, set) };
  };

  const boxOf = (id: string) => {
    const inside = insides.get(id);
    return inside && job.gear[inside.gear]!.item.id;
  };
  /** What something comes out of has its opening where that was, which need not be where the other side has its own. */
  const leftAt = new Set(Object.values(job.gear).flatMap((one) => (one.there === 'out' ? (one.place ?? []) : [])));
  /** The same gear at the partner of its place, which it mirrors: the one a person has set, else the left one. */
  const leaderOf = (id: string): string | undefined => {
    const { item, place } = job.gear[id]!;
    if (leftAt.has(place!)) return undefined;
    const { partner } = panelOf(job, place!).panel;
    const other = partner === null ? undefined : firstAt.get(keyOf(partner, item.id));
    if (other === undefined || firstAt.get(keyOf(place!, item.id)) !== id) return undefined;
    // In what mirrors, or on the panel itself: both alike.
    if (boxOf(id) !== boxOf(other)) return undefined;
    if (panelOf(job, partner!).panel.partner !== place) return undefined;
    const [own, its] = [setOf(id), setOf(other)];
    if (!own.mirrors || !its.mirrors || isSet(own)) return undefined;
    if (isSet(its)) return other;
    return places[place!]!.at[1] < places[partner!]!.at[1] ? other : undefined;
  };

  const next = new Map<string, number>();
  for (const [id] of placed) fitOnce(id);
  // Holes of one panel are numbered through.
  return mapped(Object.fromEntries(fitted), (one) => {
    const first = next.get(surfaceOf(one)) ?? 1;
    next.set(surfaceOf(one), first + one.schedule.holes.length);
    if (first === 1) return one;
    const holes = one.schedule.holes.map((hole) => ({ ...hole, number: hole.number + first - 1 }));
    return { ...one, schedule: { ...one.schedule, holes } };
  });
}

/** What is other on the one side of a pair than on the other, mm: to the same thing, or in depth. */
export interface PairDiffers {
  readonly clearance: Clearance;
  /** The same on the side that it mirrors; nothing where that has no such thing. */
  readonly otherMm: number | undefined;
}
/** Less than this is alike, mm. */
const ALIKE = 0.05;

/** Everything that has not the room on this side that it has on the other, tightest first. */
export const pairDiffers = (own: Fitted, other: Fitted): PairDiffers[] =>
  own.clearances.flatMap((clearance) => {
    const same = other.clearances.find(({ limit, id }) => limit === clearance.limit && id === clearance.id);
    return same && Math.abs(same.mm - clearance.mm) < ALIKE ? [] : [{ clearance, otherMm: same?.mm }];
  });

/** Whether gear fits where it is. */
export const fits = ({ spareMm, deepMm, opening }: Pick<Fitted, 'spareMm' | 'deepMm' | 'opening'>): boolean =>
  spareMm >= 0 && (deepMm ?? 0) >= 0 && !opening?.trim && !opening?.gap;
