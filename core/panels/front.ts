import { pointIn, wayIn, type Laid } from '../craft/frame';
import type { Panel } from '../craft/panel';
import type { Enclosure, GearItem } from '../gear/gear';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import type { Contour, Point } from '../plane/contour';
import { scale } from '../units/vectors';
import { pieceOf, type Lying, type Piece } from './piece';
import { inUse } from '../job/parts/gear';

/** The enclosure a speaker is in, and which of its openings it has. */
export interface Inside {
  readonly gear: string;
  readonly seat: number;
}

/** Who is in what, and the openings that are free, by place. */
interface Seated {
  readonly inside: ReadonlyMap<string, Inside>;
  readonly free: ReadonlyMap<string, readonly Inside[]>;
}
function seated({ gear }: Pick<Job, 'gear'>): Seated {
  const free = new Map<string, Inside[]>();
  for (const [id, { item, place, there }] of Object.entries(gear))
    if (item.kind === 'enclosure' && place !== null && inUse(there))
      free.set(place, [...(free.get(place) ?? []), ...item.front.seats.map((_, seat) => ({ gear: id, seat }))]);
  const inside = new Map<string, Inside>();
  if (!free.size) return { inside, free };
  for (const [id, { item, place, there }] of Object.entries(gear)) {
    const seats = item.kind === 'speaker' && place !== null && inUse(there) ? free.get(place) : undefined;
    const seat = seats?.shift();
    if (seat) inside.set(id, seat);
  }
  return { inside, free };
}

/**
 * Speakers at the place of an enclosure are in it, in the order they stand in the job, as many as it has openings. What is
 * in one is fitted at the bench.
 */
export const insideOf = (job: Pick<Job, 'gear'>): Seated['inside'] => seated(job).inside;
/** The next free opening of an enclosure at each place that has one. */
export const freeSeats = (job: Pick<Job, 'gear'>): ReadonlyMap<string, Inside> =>
  new Map([...seated(job).free].flatMap(([place, [next]]) => (next ? [[place, next] as const] : [])));

const known = new WeakMap<Enclosure, Map<number, Panel>>();

/** The front of an enclosure as a panel: the opening named is free, something is in every other. */
export function frontPanel(item: Enclosure, seat: number): Panel {
  let fronts = known.get(item);
  if (!fronts) known.set(item, (fronts = new Map<number, Panel>()));
  let panel = fronts.get(seat);
  if (panel) return panel;
  const { front } = item;
  panel = {
    lies: 'face',
    outline: front.outline,
    datum: { x: 'left', y: 'top' },
    thicknessMm: front.thicknessMm,
    material: front.material,
    finished: true,
    openings: Object.fromEntries(
      front.seats.map(({ at, outline }, i) => [
        `seat${i + 1}`,
        { name: front.seats.length > 1 ? `Opening ${i + 1}` : 'Opening', outline, at, turnDeg: 0, taken: i !== seat },
      ]),
    ),
    holes: {},
    obstacles: {},
    behindMm: front.behindMm,
    frontMm: null,
    beyond: 'the back of the enclosure',
    closings: {},
    partner: null,
    tubeMm: null,
    board: null,
    dips: {},
  };
  fronts.set(seat, panel);
  return panel;
}

/** Where the front of an enclosure is in the craft, itself lying so at a point of a face. */
export function frontFrame(item: Enclosure, under: Laid, [x, y]: Point, lying: Lying): Laid {
  const { solids } = pieceOf(mountOf(item), { ...lying, turnDeg: 0 }, item.front.material);
  const bodies = solids.filter(({ what }) => what === 'body');
  const least = (of: (body: (typeof bodies)[number]) => number) => Math.min(...bodies.map(of));
  const most = (of: (body: (typeof bodies)[number]) => number) => Math.max(...bodies.map(of));
  const [left, right] = [least(({ contour }) => contour.left), most(({ contour }) => contour.right)];
  const [bottom, top] = [least(({ contour }) => contour.bottom), most(({ contour }) => contour.top)];
  const [near, far] = [least(({ fromMm }) => fromMm), most(({ toMm }) => toMm)];
  const [middle, high, deep] = [(left + right) / 2, (bottom + top) / 2, (near + far) / 2];
  const turn = (lying.turnDeg * Math.PI) / 180;
  const own: Laid = {
    across: wayIn(under, Math.cos(turn), Math.sin(turn), 0),
    up: wayIn(under, -Math.sin(turn), Math.cos(turn), 0),
    out: under.out,
    at: pointIn(under, x, y, 0),
  };
  const { across, up, out } = own;
  // Seen from its own side, what the enclosure stands on is below.
  switch (item.front.side) {
    case 'out':
      return { across, up, out, at: pointIn(own, middle, high, near) };
    case 'top':
      return { across: scale(across, -1), up: out, out: up, at: pointIn(own, middle, top, deep) };
    case 'bottom':
      return { across, up: out, out: scale(up, -1), at: pointIn(own, middle, bottom, deep) };
    case 'left':
      return { across: scale(up, -1), up: out, out: scale(across, -1), at: pointIn(own, left, high, deep) };
    case 'right':
      return { across: up, up: out, out: across, at: pointIn(own, right, high, deep) };
  }
}

/** Ways in which a stop leaves gear no room to be moved. */
export function fixedBy(item: GearItem): { readonly x: boolean; readonly y: boolean } {
  const stops = item.kind === 'enclosure' ? item.stops : [];
  return {
    x: stops.some((stop) => stop === 'left' || stop === 'right'),
    y: stops.some((stop) => stop === 'top' || stop === 'bottom'),
  };
}

/** The place of an enclosure's middle that its stops leave open: pushed against the edges of what it stands on. */
export function stopped({ stops }: Enclosure, outline: Contour, { face }: Piece, [x, y]: Point): Point {
  const has = (stop: Enclosure['stops'][number]) => stops.includes(stop);
  return [
    has('left') ? outline.left - face.left : has('right') ? outline.right - face.right : x,
    has('bottom') ? outline.bottom - face.bottom : has('top') ? outline.top - face.top : y,
  ];
}
