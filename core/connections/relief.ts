import type { Job } from '../job/job';
import { craftOf } from '../craft/own';
import { nodeOf } from '../craft/pattern';
import type { Run } from './runs';

/** Leads must come from this much higher before water follows them, mm (common practice). */
const ABOVE_MM = 50;
/** What a drip loop below the plugs takes of a lead, and a soft knot or clamp that a snag does not pull past, mm (common practice). */
const LOOP_MM = 100;
const KNOT_MM = 150;

/** What a lead is asked for at one of its ends besides reaching it. */
export interface Relief {
  /** It comes down to gear where water gets at it. */
  readonly loop: boolean;
  /** It can be snagged, and only tabs hold it. */
  readonly knot: boolean;
  /** Of what is left at that end, mm. */
  readonly mm: number;
}

/** What the lead of a run is asked for at gear. */
export function reliefOf(job: Job, { way, from }: Run, gear: string): Relief {
  const pattern = craftOf(job);
  const { item, place } = job.gear[gear]!;
  const at = pattern.places[place!];
  if (!way || !at || at.exposure === 'sheltered') return { loop: false, knot: false, mm: 0 };
  const before = from === gear ? way.nodes[1] : way.nodes.at(-2);
  const there = before === undefined ? undefined : nodeOf(pattern, before);
  const loop = there !== undefined && there.at[2] > at.at[2] + ABOVE_MM;
  const knot = item.kind === 'speaker';
  return { loop, knot, mm: (loop ? LOOP_MM : 0) + (knot ? KNOT_MM : 0) };
}
