import { colourText } from '../tables/colours';
import type { Draft } from './draft';
import { END_MINUTES, END_TOOLS } from './ends';

/** The halves of a plug held, pinned and pushed together, minutes (common practice). */
const PLUG_MINUTES = 4;
const LAST = 'Sockets on the side the battery feeds, so that nothing bare is live when it is apart.';

/** The plugs that new wires part at, where something of the craft lifts off; returns their steps. */
export function partAt(d: Draft, pulled: readonly string[]): string[] {
  const { pattern } = d;
  return Object.entries(pattern.joints).flatMap(([id, joint]) => {
    if (joint.kind !== 'liftOff') return [];
    const crossing = d.laid.filter(
      ({ way, loom }) => !loom && way!.legs.some((leg) => pattern.legs[leg]!.joint === id),
    );
    if (!crossing.length) return [];
    const count = crossing.reduce((sum, { conductors }) => sum + conductors.length, 0);
    const method = d.pick('joint');
    const covers = crossing.flatMap(({ way }) =>
      way!.legs.filter((leg) => pattern.legs[leg]!.joint === id).map((leg) => pattern.legs[leg]!.covers),
    );
    const first = `${count} ${count === 1 ? 'conductor parts' : 'conductors part'} here: cut each where the plug hangs while the part is held, seal on, pin on, one half at a time.`;
    const step = d.add(
      `part:joint/${id}`,
      'connect',
      `Pins into ${joint.plug.name}: ${joint.name.toLowerCase()}`,
      PLUG_MINUTES + Math.ceil(2 * count * END_MINUTES[method]),
      { kind: 'run', id: crossing[0]!.id },
      {
        tools: [END_TOOLS[method]],
        lines: [first, LAST],
        sized: ({ partings }) => ({
          lines: [
            first,
            ...(partings.find(({ joint: of }) => of === id)?.rows ?? []).map(
              ({ pins, use, colour }) =>
                `${pins.length > 1 ? 'Pins' : 'Pin'} ${pins.join(' and ')}: ${use}, ${colourText(colour)}.`,
            ),
            LAST,
          ],
        }),
        checks: [
          { id: 'pulled', text: 'Every pin pulled: none comes out' },
          { id: 'alike', text: 'Both halves carry the same at every pin' },
          { id: 'parted', text: 'Parts by one hand with the part held, and locks again' },
        ],
        after: [...pulled, ...d.openings(covers)],
      },
    );
    d.hide(step, covers);
    return [step];
  });
}
