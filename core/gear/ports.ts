import * as v from 'valibot';
import { Id, ranged } from '../text/scalars';

/** What goes from port to port that is neither power nor speaker. */
export const PORT_KINDS = {
  antenna: 'antenna',
  microphone: 'microphone',
  usb: 'USB',
  auxiliary: 'auxiliary',
  television: 'television sound',
  camera: 'camera',
  satellite: 'satellite tuner',
  bus: 'data bus',
  controls: 'hand controls',
  illumination: 'illumination',
  trigger: 'trigger',
  lamps: 'lamp ring',
} as const;
export type PortKind = keyof typeof PORT_KINDS;
export const PORT_KIND_IDS = Object.keys(PORT_KINDS) as [PortKind, ...PortKind[]];

/** Which way what it carries goes. */
export const PORT_WAYS = { in: 'in', out: 'out', both: 'both ways' } as const;

/** One port, as the maker's sheet has it. */
const Port = v.strictObject({
  id: Id,
  kind: v.picklist(PORT_KIND_IDS),
  way: v.picklist(['in', 'out', 'both']),
  /** How many of them, alike. */
  count: v.pipe(v.number(), v.integer('expected a whole number'), ranged(1, 12, 'ports')),
  /** Of the lead that comes with it, mm; null: none comes. */
  leadMm: v.nullable(ranged(10, 30000, 'mm')),
  /** What it gives, or draws, of itself: a trigger, a ring of lamps, A; null: milliamperes, or not said. */
  amps: v.nullable(ranged(0.001, 20, 'A')),
  /** Of a trigger: what switches it on. */
  sense: v.nullable(v.picklist(['plus', 'minus'])),
  /** Of a data bus: its end is closed by a terminator, in the port or on its plug. */
  ends: v.boolean(),
});
export type Port = v.InferOutput<typeof Port>;

/** Most kinds of port of one piece of gear. */
const MOST_PORTS = 24;
export const Ports = v.pipe(
  v.array(Port),
  v.maxLength(MOST_PORTS, `expected ${MOST_PORTS} ports at most`),
  v.check((list) => new Set(list.map(({ id }) => id)).size === list.length, 'expected ports with ids that differ'),
);
