import { GIFTS, HOLDS, GOES_TO, REASONS, takeOutOf, type TakeOut } from '../job/parts/take-out';
import { toolOf } from '../tables/fasteners';
import type { Draft } from './draft';
import { TWO_LIFT_KG } from './fixing';

/** What takes the place of gear that comes out: what is new there, of its own kind first. */
export function inPlaceOf(d: Draft, gear: string): string | undefined {
  const { item, place } = d.job.gear[gear]!;
  const here = d.fresh.filter(([, placed]) => placed.place === place);
  return (here.find(([, placed]) => placed.item.kind === item.kind) ?? here[0])?.[0];
}

/** What of it goes over, by the gear that gets it; what nobody gets stays with it. */
function givenBy(d: Draft, gear: string, { gives }: TakeOut): Map<string, string[]> {
  const given = new Map<string, string[]>();
  for (const { what, to } of Object.values(gives)) {
    const heir = to ?? inPlaceOf(d, gear);
    if (heir !== undefined) given.set(heir, [...(given.get(heir) ?? []), GIFTS[what]]);
  }
  return given;
}

/** Gear that is there and goes: how it lets go, what is unplugged, what of it serves the new, and where it goes. */
export function takeOut(d: Draft, safe: string): void {
  for (const [gear, { item, place, there }] of Object.entries(d.job.gear)) {
    if (there !== 'out' || place === null) continue;
    const at = d.pattern.places[place]!;
    const out = takeOutOf(d.job, gear);
    const { held, reason, goesTo, note, plugs } = out;
    const fasteners = Object.entries(out.fasteners).map(([id, f]) => ({ id, ...f }));
    const second = item.massKg > TWO_LIFT_KG;
    const id = d.add(
      `out:gear/${gear}`,
      'teardown',
      `Take out ${d.nameOf(gear)}: ${at.name}`,
      out.minutes ?? HOLDS[held].minutes,
      { kind: 'gear', id: gear },
      {
        second,
        direction: fasteners.length ? 'out' : undefined,
        fasteners,
        tools: [...new Set(fasteners.map(toolOf)), ...(held === 'sleeve' ? ['release keys'] : [])],
        lines: [
          HOLDS[held].line,
          ...(reason === 'none' ? [] : [`Comes out: ${REASONS[reason]}.`]),
          ...[...givenBy(d, gear, out)].map(([heir, parts]) => `Keep for ${d.nameOf(heir)}: ${parts.join(', ')}.`),
          goesTo === 'proven' ? 'Keep it until all is proven.' : `Then ${GOES_TO[goesTo]}.`,
          ...(note ? [note] : []),
        ],
        checks: [
          ...Object.entries(plugs).map(([plug, { name }]) => ({
            id: `plug-${plug}`,
            text: `Unplugged and labelled: ${name}`,
          })),
          { id: 'covered', text: 'Bare leads behind it covered' },
        ],
        cautions: second ? ['lift'] : [],
        after: [safe, ...d.openings([at.covers])],
      },
    );
    d.hide(id, [at.covers]);
  }
}

/** What must be out before gear goes to its place: what was there, and whatever gives it something. */
export function outBefore(d: Draft, gear: string): string[] {
  const { place } = d.job.gear[gear]!;
  return Object.entries(d.job.gear).flatMap(([old, placed]) => {
    if (placed.there !== 'out' || placed.place === null) return [];
    const gives = givenBy(d, old, takeOutOf(d.job, old)).has(gear);
    return placed.place === place || gives ? [`out:gear/${old}`] : [];
  });
}

/** What gear gets from what comes out, a line for each. */
export const giftLines = (d: Draft, gear: string): string[] =>
  Object.entries(d.job.gear).flatMap(([old, { there, place }]) => {
    const parts = there === 'out' && place !== null ? givenBy(d, old, takeOutOf(d.job, old)).get(gear) : undefined;
    return parts ? [`From ${d.nameOf(old)}: ${parts.join(', ')}.`] : [];
  });
