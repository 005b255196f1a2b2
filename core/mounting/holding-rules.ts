import { hundredth, tenth } from '../units/figures';
import { each, rulesAt } from '../findings/finding';
import { FIXINGS, clampHolds } from '../gear/mount';
import { craftOf } from '../craft/own';
import { MOST_PIECES, UP } from '../panels/board';
import { facesUp } from '../panels/piece';
import { contourOf } from '../plane/outline';
import { memory } from '../tables/source';
import { regionArea, regionOf } from '../plane/region';
import { thickerBoard } from './panel-cures';
import { at, look, type PanelRule, type PanelSeen } from './panel-seen';

/** Boards that there is no layout of, by the first piece on each. */
const full = (boards: PanelSeen['boards']) =>
  Object.entries(boards)
    .filter(([, { wireMm }]) => wireMm === undefined)
    .map(([place, { gear, proven }]) => ({ id: gear[0]!, place, gear, proven }));

/** What adhesive pads and hook tape hold, N/mm² (from memory: 12 psi shaken, and a third of it for tape). */
const HOLDS = { pads: 0.083, hookTape: 0.028 } as const;
/** Of a face is stuck; it is shaken by so many g, and four times that is asked for (common practice). */
const STUCK_PART = 0.6;
const SHAKEN_G = 10;
const SAFETY = 4;

/** What holds gear, how it lies, and what it rests on. */
export const holdingRules = rulesAt<PanelRule>('mounting', [
  {
    id: 'panel-thickness',
    title: 'Panel too thin or too thick for the fixing',
    formula: 'thinnest ≤ thickness ≤ thickest that the fixing holds in',
    look: look((seen) => {
      const [least, most] = seen.mount.panelMm;
      const { adapter } = seen.fitted.lying;
      const own = adapter?.kind === 'plate' ? 0 : seen.panel.thicknessMm;
      const thicknessMm = own + (adapter?.thicknessMm ?? 0);
      return thicknessMm < least || thicknessMm > most
        ? {
            reason: `The ${FIXINGS[seen.mount.fixing]} of ${seen.tag} holds in ${least} to ${most} mm; ${adapter ? `${adapter.kind === 'plate' ? 'its plate' : 'panel and spacer'} at ${at(seen)}` : `the panel of ${at(seen)}`} is ${thicknessMm} mm.`,
            figures: [
              { name: 'thickness', value: thicknessMm, unit: 'mm' },
              { name: 'least', value: least, unit: 'mm' },
              { name: 'most', value: most, unit: 'mm' },
            ],
          }
        : undefined;
    }),
  },
  {
    id: 'tube-size',
    title: 'Clamp does not fit the tube',
    formula: 'thinnest ≤ tube ≤ thickest that the clamp goes round',
    look: look((seen) => {
      const { tubeMm: range } = seen.mount;
      const { tubeMm } = seen.panel;
      if (!range || clampHolds(seen.mount, tubeMm)) return undefined;
      return {
        reason:
          tubeMm === null
            ? `${seen.tag} wants a tube of ${range[0]} to ${range[1]} mm, and ${at(seen)} has none that anybody has measured.`
            : `The clamp of ${seen.tag} goes round ${range[0]} to ${range[1]} mm; the tube of ${at(seen)} is ${tubeMm} mm.`,
        figures: [
          { name: 'tube', value: tubeMm ?? 0, unit: 'mm' },
          { name: 'least', value: range[0], unit: 'mm' },
          { name: 'most', value: range[1], unit: 'mm' },
        ],
      };
    }),
  },
  {
    id: 'fastener-long',
    title: 'Fastener longer than what it goes into',
    formula: 'length ≤ panel and what is free behind it, less 2 mm',
    look: look((seen) => {
      const { behindMm, thicknessMm, beyond, board } = seen.panel;
      if (behindMm === null) return undefined;
      const deep = Math.max(behindMm, thicknessMm) + (seen.fitted.lying.adapter?.thicknessMm ?? 0);
      const long = Object.values(seen.mount.groups).find(({ lengthMm }) => lengthMm > deep - 2);
      if (long && board)
        return {
          reason: `${long.name} of ${seen.tag} are ${tenth(long.lengthMm)} mm long and come through the wall behind the board of ${at(seen)}: board and wall are ${tenth(deep)} mm, so take ${Math.floor(deep - 2)} mm at most.`,
          figures: [
            { name: 'length', value: tenth(long.lengthMm), unit: 'mm' },
            { name: 'free', value: tenth(deep), unit: 'mm' },
          ],
          ...thickerBoard(seen, board, long.lengthMm + 2 - deep),
        };
      return (
        long && {
          reason: `${long.name} of ${seen.tag} are ${tenth(long.lengthMm)} mm long, and ${tenth(deep)} mm behind the face of ${at(seen)} is ${beyond || 'something'}: take ${Math.floor(deep - 2)} mm at most.`,
          figures: [
            { name: 'length', value: tenth(long.lengthMm), unit: 'mm' },
            { name: 'free', value: tenth(deep), unit: 'mm' },
          ],
        }
      );
    }),
  },
  {
    id: 'stuck-weak',
    title: 'Pads too small for its weight',
    source: memory('design strength of acrylic foam tape, 12 psi; of hook tape a third'),
    formula: 'area that sticks × what it holds ≥ 4 × mass × 10 g',
    look: look(({ tag, mount, massKg: mass }) => {
      if (mount.fixing !== 'pads' && mount.fixing !== 'hookTape') return undefined;
      const areaMm2 = STUCK_PART * regionArea(regionOf(contourOf(mount.face)));
      const holdsN = areaMm2 * HOLDS[mount.fixing];
      const asksN = SAFETY * mass * SHAKEN_G * 9.81;
      return holdsN < asksN
        ? {
            reason: `The ${FIXINGS[mount.fixing]} of ${tag} hold ${tenth(holdsN)} N; ${hundredth(mass)} kg shaken with ${SHAKEN_G} g wants ${SAFETY} times ${tenth(asksN / SAFETY)} N: screw or strap it.`,
            figures: [
              { name: 'holds', value: tenth(holdsN), unit: 'N' },
              { name: 'asked', value: tenth(asksN), unit: 'N' },
            ],
          }
        : undefined;
    }),
  },
  {
    id: 'plugs-up',
    title: 'Plugs face up where water gets',
    formula: 'plugs leave below or to the side, or by the back with a drip loop',
    look: look((seen) => {
      const { mount, place, fitted } = seen;
      if (place.exposure === 'sheltered' || seen.panel.lies === 'floor') return undefined;
      const { board } = seen.panel;
      return facesUp(mount, fitted.lying, board ? UP[board.low] : 0)
        ? {
            reason: `The plugs of ${seen.tag} face up at ${at(seen)}, and water runs down its leads into them.`,
            figures: [{ name: 'turned', value: fitted.lying.turnDeg, unit: '°' }],
          }
        : undefined;
    }),
  },
  {
    id: 'no-air',
    title: 'No air round it',
    formula: 'free in front, or behind, of a body that gets warm: what its maker asks for',
    look: look((seen) => {
      const { airMm } = seen.mount;
      const { panel, fitted } = seen;
      // Where it has a body, and something ends the room there.
      const rooms = [
        ...(panel.frontMm === null || fitted.beforeMm === 0 ? [] : [panel.frontMm - fitted.beforeMm]),
        ...(panel.behindMm === null || fitted.behindMm === 0 ? [] : [panel.behindMm - fitted.behindMm]),
      ];
      const free = Math.min(...rooms);
      return rooms.length && free < airMm
        ? {
            reason: `${seen.tag} wants ${airMm} mm of air and has ${tenth(Math.max(0, free))} mm at ${at(seen)}.`,
            figures: [
              { name: 'air', value: tenth(Math.max(0, free)), unit: 'mm' },
              { name: 'needed', value: airMm, unit: 'mm' },
            ],
          }
        : undefined;
    }),
  },
  {
    id: 'board-full',
    title: 'More than goes on the board',
    formula: 'every piece with its plugs on the board, clear of dips, as far from the next as either wants air',
    look: ({ job, tags, boards }) =>
      each('gear', full(boards), ({ place, gear, proven }) => {
        return {
          reason: `${gear.map((one) => tags[one] ?? one).join(', ')} do not go on the board of “${craftOf(job).places[place]!.name}” together${gear.some((one) => job.mounts[one]?.at) ? ' with what was put by hand' : ''}${gear.length > MOST_PIECES ? `: more than ${MOST_PIECES} are not laid out` : proven ? '' : ', as far as was looked'}.`,
          figures: [{ name: 'pieces', value: gear.length, unit: '' }],
        };
      }),
  },
  {
    id: 'usual-mount',
    severity: 'note',
    title: 'Usual, not measured',
    formula: 'what decides rests on sizes that are usual of the form factor',
    look: look((seen) =>
      seen.fitted.usualMount
        ? {
            reason: `How ${seen.tag} sits is what is usual of its form: lay its own template or a rule on it before anything is cut.`,
            figures: [{ name: 'spare', value: tenth(Math.min(seen.fitted.spareMm, 999)), unit: 'mm' }],
          }
        : undefined,
    ),
  },
]);
