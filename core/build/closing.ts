import type { Draft } from './draft';
import { kindRow, type CoverKind } from '../craft/cover-kinds';
import { blindLines, fromWay, seatLines } from './opening';

/** Covers in reverse, each held until all behind it is done; returns the steps and the one that may go back early. */
export function putBack(d: Draft, tested: readonly string[]): { backs: string[]; first: string | undefined } {
  const { pattern } = d;
  const backOf = new Map<string, string>();
  const reverse = [...d.teardown.covers].reverse();
  const first = d.pick('test') === 'first' ? reverse[0]?.cover : undefined;
  for (const { cover, way } of reverse) {
    const gate = [...new Set(d.behind.get(cover) ?? [])];
    const later = reverse
      .filter((other) => Object.keys(other.way.after).includes(cover))
      .map((other) => `on:cover/${other.cover}`);
    backOf.set(
      cover,
      d.add(
        `on:cover/${cover}`,
        'refit',
        `${pattern.covers[cover]!.name} back`,
        way.minutes.on,
        { kind: 'cover', id: cover },
        {
          ...fromWay(way, pattern.covers[cover]!.kind, 'in'),
          lines: [
            ...(way.refit ? [way.refit] : []),
            ...backLines(pattern.covers[cover]!.kind),
            ...(d.bags.has(cover) ? [`From bag ${d.bags.get(cover)!}.`] : []),
            ...(Object.keys(way.fasteners).length ? ['Start every fastener, then tighten.'] : []),
            ...seatLines(way),
            ...blindLines(way),
            ...Object.values(way.fasteners).flatMap((f) =>
              f.torqueNm === null ? [] : [`${f.where}: ${f.size} to ${f.torqueNm} N·m`],
            ),
          ],
          checks: [
            ...Object.entries(way.plugs).map(([plug, name]) => ({ id: `plug-${plug}`, text: `Plugged in: ${name}` })),
            ...Object.entries(way.hoses).map(([hose, name]) => ({
              id: `hose-${hose}`,
              text: `On and pulled to prove it: ${name}`,
            })),
          ],
          after: [`off:cover/${cover}`, ...gate, ...later, ...(cover === first ? [] : tested)],
          gate,
        },
      ),
    );
  }

  return { backs: [...backOf.values()], first };
}

/** What fades and cracks where the sun stands on it. */
function sunLines(d: Draft): string[] {
  const faces = d.fresh.flatMap(([id, { item, place }]) =>
    d.pattern.places[place!]!.sun &&
    (item.kind === 'headUnit' || item.kind === 'speaker' || item.kind === 'zoneControl')
      ? [d.nameOf(id)]
      : [],
  );
  return faces.length ? [`A cover against the sun whenever it stands: ${faces.join(', ')}.`] : [];
}

const backLines = (kind: CoverKind | undefined): string[] => [kindRow(kind).back ?? []].flat();

export function finish(d: Draft, tested: readonly string[], power: string, backs: readonly string[]): void {
  const closed = [...backs, ...tested];
  const unplugged = d.teardown.covers.flatMap(({ cover, way }) =>
    Object.entries(way.plugs).map(([plug, name]) => ({ id: `${cover}-${plug}`, text: name })),
  );
  const lamps = unplugged.length
    ? d.add('close:lamps', 'close', 'Every lamp and sender that was unplugged', unplugged.length, d.whole, {
        checks: unplugged.map(({ id, text }) => ({ id, text: `Works: ${text}` })),
        after: [...closed],
      })
    : undefined;
  const relearned = Object.entries(d.job.craft.memories).map(([id, { name, relearn }]) =>
    d.add(`close:memory/${id}`, 'close', `Put back: ${name}`, 2, d.whole, {
      lines: relearn ? [relearn] : [],
      after: [power, ...backs],
    }),
  );
  d.add('close:record', 'close', 'Hand over: photographs, fuse place, spare fuses', 10, d.whole, {
    lines: ['Show sources, zones and pairing. Say where the fuse is. Leave spare fuses.', ...sunLines(d)],
    after: [...closed, ...(lamps ? [lamps] : []), ...relearned],
  });
}
