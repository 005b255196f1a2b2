import { JOINT_WORDS, type Joint } from '../craft/joint';
import { PASS_EDGES, type Hazard, type Leg, type PassThrough } from '../craft/leg';
import type { Caution } from '../tables/cautions';
import type { Bored, Draft } from './draft';

export const SECURING = {
  ties: {
    tool: 'ties, flush cutter',
    line: 'Ties loose; cinch them at the test-fit and cut the ends flush.',
    extra: 0,
  },
  tape: { tool: 'double-sided tape, 70 % isopropyl', line: 'Wipe the faces with 70 % isopropyl, then tape.', extra: 1 },
  glue: { tool: 'hot-glue gun', line: 'Hot glue only where there is no rack to tie to.', extra: 1 },
} as const;

/** What is to be thought of along a leg: how it is got at, its holes, what moves, what it passes. */
export function alongLines(d: Draft, leg: Leg): string[] {
  const joint = leg.joint === undefined ? undefined : d.pattern.joints[leg.joint]!;
  return [
    ...d.reachLines(leg).map((line) => `${leg.name}: ${lowered(line)}`),
    ...Object.values(leg.passes ?? {}).map((pass) => `${leg.name}: ${lowered(passWords(pass, joint))}`),
    ...(joint && joint.kind !== 'steer' ? [`${joint.name}: ${lowered(JOINT_WORDS[joint.kind].tie)}`] : []),
    ...leg.hazards.flatMap((hazard) => HAZARD_LINES[hazard] ?? []).map((line) => `${leg.name}: ${lowered(line)}`),
  ];
}
export const lowered = (line: string) => line.slice(0, 1).toLowerCase() + line.slice(1);
/** A hole on the way, in words; a plug fills it where what the leg crosses lifts off. */
export function passWords({ name, mm, longMm, edge, drillToMm }: PassThrough, joint: Joint | undefined): string {
  const size = longMm === undefined ? `Ø ${mm} mm` : `${mm} × ${longMm} mm`;
  if (!mm)
    return `${name}: a new hole, Ø ${drillToMm} mm at most; deburr it${joint?.kind === 'liftOff' ? ': the plug fills it' : ' and put a grommet in'}.`;
  return `${name}, ${size}, ${PASS_EDGES[edge]}${edge === 'bare' ? ': a grommet or sleeve first' : ''}.`;
}
const HAZARD_LINES: Partial<Record<Hazard, string>> = {
  snag: 'Above the lowest edge and behind it, never over or under: it snags.',
  petrol: 'Petrol space: no joint and no fuse in it, wire in one piece.',
  airbag: 'Nothing is tied to a yellow airbag lead, and none is probed.',
  cage: 'Tied to the inside of the tube, where no cage clamp or door rubs.',
};
/** Cautions of what the legs of a run pass and cross. */
export function cautionsAlong({ pattern }: Draft, legs: readonly Leg[]): Caution[] {
  const has = (hazard: Hazard) => legs.some(({ hazards }) => hazards.includes(hazard));
  return [
    ...(legs.some(({ joint }) => joint !== undefined && pattern.joints[joint]!.kind === 'steer')
      ? (['steering'] as const)
      : []),
    ...(has('petrol') ? (['vapour'] as const) : []),
    ...(has('airbag') ? (['airbag'] as const) : []),
  ];
}

/** A hole that is drilled or opened for what goes through it. */
export const drilledWords = ({ name, drillMm, boreMm }: Bored): string =>
  boreMm === undefined
    ? `${name}: drilled to ${drillMm} mm for its plug.`
    : `${name}: drilled to ${drillMm} mm for a grommet of ${boreMm} mm bore.`;
