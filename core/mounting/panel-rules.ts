import { tenth } from '../units/figures';
import { each, rulesAt, type Rule, type Said } from '../findings/finding';
import type { Pattern, Place } from '../craft/pattern';
import { FIXINGS, type Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { craftOf, type Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { Panel } from '../craft/panel';
import { MATERIAL_NAMES, MATERIALS } from '../tables/materials';
import { spareOf, type Clearance, type Limit } from '../panels/clearances';
import type { Beyond } from '../panels/opening';
import { LOOSE, playOf } from '../panels/parts';
import { facesUp } from '../panels/piece';
import { MOST_PIECES, UP, type BoardPlan } from '../panels/board';
import { panelFor, type Fitted } from '../panels/fitted';
import { usualPlate } from '../panels/plate';
import { siteOf } from '../panels/site';

export interface PanelSeen {
  readonly job: Job;
  readonly tags: Readonly<Record<string, string>>;
  readonly mounts: Readonly<Record<string, Fitted>>;
  readonly boards: Readonly<Record<string, BoardPlan>>;
}
type PanelRule = Rule<PanelSeen, Operation>;

/** Gear on a panel that somebody has measured: what is only usual of a place is no judge of anything. */
interface Seen {
  readonly id: string;
  readonly tag: string;
  readonly fitted: Fitted;
  readonly mount: Mount;
  readonly panel: Panel;
  readonly place: Place;
  readonly pattern: Pattern;
}
const measured = ({ job, tags, mounts }: PanelSeen): Seen[] => {
  const pattern = craftOf(job);
  return Object.entries(mounts)
    .filter(([, { panel }]) => panel !== 'usual')
    .map(([id, fitted]) => ({
      id,
      tag: tags[id] ?? id,
      fitted,
      mount: mountOf(job.gear[id]!.item),
      panel: panelFor(job, fitted.place).panel,
      place: pattern.places[fitted.place]!,
      pattern,
    }));
};

/** The clearance of a limit that is tightest, where it is less than it has to be. */
const short = ({ fitted }: Seen, ...limits: Limit[]): Clearance | undefined =>
  fitted.clearances.find((c) => limits.includes(c.limit) && spareOf(c) < 0);

const room = ({ mm, needMm }: Clearance) => [
  { name: 'room', value: tenth(mm), unit: 'mm' },
  { name: 'needed', value: tenth(needMm), unit: 'mm' },
];
/** What would put right a position that a person has set. */
const asProposed = ({ id, tag, fitted }: Seen): Pick<Said<Operation>, 'cure'> =>
  fitted.by === 'hand'
    ? {
        cure: {
          label: `Put ${tag} where it has most room`,
          operations: [{ op: 'setMount', gear: id, mount: { at: null, turnDeg: null } }],
        },
      }
    : {};
/** Angled plugs, where there are such and they are not chosen yet. */
const angledPlugs = ({ id, fitted, mount, tag }: Seen, missing: number): Pick<Said<Operation>, 'cure'> =>
  mount.plugs.angledMm !== null &&
  fitted.lying.plugs === 'straight' &&
  mount.plugs.straightMm + mount.plugs.bendMm - mount.plugs.angledMm >= missing
    ? {
        cure: {
          label: `Take right-angle plugs for ${tag}`,
          operations: [{ op: 'setMount', gear: id, mount: { plugs: 'angled' } }],
        },
      }
    : {};

/** What sets gear farther out, where there is room in front of it. */
function spacer({ id, fitted, mount, panel, tag }: Seen, missing: number): Pick<Said<Operation>, 'cure'> {
  const out = Math.ceil(missing);
  if (!mount.cutout || fitted.lying.adapter || (panel.frontMm !== null && panel.frontMm < fitted.beforeMm + out))
    return {};
  return {
    cure: {
      label: `Set ${tag} out on a spacer of ${out} mm`,
      operations: [
        {
          op: 'setMount',
          gear: id,
          mount: { adapter: { ...usualPlate(fitted.material), kind: 'spacer', thicknessMm: out } },
        },
      ],
    },
  };
}
/** The cheapest way to room behind: other plugs, else farther out. */
const outwards = (seen: Seen, missing: number): Pick<Said<Operation>, 'cure'> => {
  const plugs = angledPlugs(seen, missing);
  return plugs.cure ? plugs : spacer(seen, missing);
};
/** A plate over an opening that is too large. */
const overIt = ({ id, tag, fitted }: Seen): Pick<Said<Operation>, 'cure'> => {
  const usual = usualPlate(fitted.material);
  return {
    cure: {
      label: `Cut a plate of ${usual.thicknessMm} mm ${MATERIAL_NAMES[usual.material]} for ${tag}`,
      operations: [{ op: 'setMount', gear: id, mount: { adapter: { ...usual, kind: 'plate' } } }],
    },
  };
};

/** A board so thick that screws end in the wall behind it. */
const thickerBoard = (
  { fitted, place }: Seen,
  board: NonNullable<Panel['board']>,
  missing: number,
): Pick<Said<Operation>, 'cure'> => {
  const thicknessMm = Math.ceil(board.thicknessMm + missing);
  return thicknessMm > 60
    ? {}
    : {
        cure: {
          label: `Cut the board of “${place.name}” of ${thicknessMm} mm`,
          operations: [{ op: 'setPanel', place: fitted.place, panel: { board: { ...board, thicknessMm } } }],
        },
      };
};

const SIDES = ['left', 'right', 'top', 'bottom'] as const;
const sidesOf = (beyond: Beyond): string => {
  const sides = SIDES.filter((side) => beyond[side] > 0).map((side) => `${tenth(beyond[side])} mm at the ${side}`);
  return sides.join(', ') || `${tenth(beyond.mostMm)} mm in the corners`;
};
const figuresOf = (beyond: Beyond) => [
  ...SIDES.filter((side) => beyond[side] > 0).map((side) => ({ name: side, value: tenth(beyond[side]), unit: 'mm' })),
  { name: 'most', value: tenth(beyond.mostMm), unit: 'mm' },
  { name: 'area', value: Math.round(beyond.areaMm2 / 10) / 10, unit: 'cm²' },
];
const openingName = ({ panel, fitted }: Seen) => panel.openings[fitted.opening?.id ?? '']?.name ?? 'the opening';
const at = ({ place }: Seen) => `“${place.name}”`;
/** The side of the panel that a cover closes over. */
const covers = ({ id }: Clearance, { panel }: Seen) => panel.closings[id ?? '']?.side;
const plugWords = ({ fitted }: Seen) => (fitted.lying.plugs === 'angled' ? 'right-angle plugs' : 'straight plugs');

/** Boards that there is no layout of, by the first piece on each. */
const full = (boards: PanelSeen['boards']) =>
  Object.entries(boards)
    .filter(([, { wireMm }]) => wireMm === undefined)
    .map(([place, { gear, proven }]) => ({ id: gear[0]!, place, gear, proven }));

/** A rule that looks at gear on measured panels one by one. */
const look =
  (of: (seen: Seen) => Said<Operation> | undefined): PanelRule['look'] =>
  (seen) =>
    each('gear', measured(seen), of);

export const panelRules = rulesAt<PanelRule>('mounting', [
  {
    id: 'panel-edge',
    title: 'Too near the edge of the panel',
    formula: 'from the opening, or the foot, to the edge: no less than the web of the material',
    look: look((seen) => {
      const found = short(seen, 'edge', 'flange', 'plate');
      if (!found) return undefined;
      const what =
        found.limit === 'flange' || found.limit === 'plate' ? found.limit : seen.mount.cutout ? 'cut-out' : 'foot';
      if (found.id !== undefined)
        return {
          reason: `The ${what} of ${seen.tag} lies ${tenth(-found.mm)} mm over “${seen.panel.openings[found.id]!.name}” of ${at(seen)}.`,
          figures: room(found),
          ...asProposed(seen),
        };
      return {
        reason:
          found.mm < 0
            ? `The ${what} of ${seen.tag} reaches ${tenth(-found.mm)} mm beyond the panel of ${at(seen)}.`
            : `The ${what} of ${seen.tag} leaves ${tenth(found.mm)} mm to the edge of the panel of ${at(seen)}; ${MATERIAL_NAMES[seen.fitted.material]} wants ${found.needMm} mm.`,
        figures: room(found),
        ...asProposed(seen),
      };
    }),
  },
  {
    id: 'web-thin',
    title: 'Web too thin between openings',
    formula: 'between two openings: no less than the web of the material',
    look: look((seen) => {
      const found = short(seen, 'opening');
      if (!found) return undefined;
      const name = seen.panel.openings[found.id!]!.name;
      return {
        reason:
          found.mm < 0
            ? `The cut-out of ${seen.tag} runs ${tenth(-found.mm)} mm into “${name}” of ${at(seen)}.`
            : `${tenth(found.mm)} mm would be left between the cut-out of ${seen.tag} and “${name}”; ${MATERIAL_NAMES[seen.fitted.material]} wants ${MATERIALS[seen.fitted.material].webMm} mm.`,
        figures: room(found),
        ...asProposed(seen),
      };
    }),
  },
  {
    id: 'hits-obstacle',
    title: 'Hits what stands in the way',
    formula: 'between body or plugs and what stands at the same depth: 2 mm at least',
    look: look((seen) => {
      const found = short(seen, 'obstacle');
      if (!found) return undefined;
      const obstacle = seen.panel.obstacles[found.id!]!;
      return {
        reason: `${seen.tag} ${found.mm < 0 ? `is ${tenth(-found.mm)} mm into` : `has ${tenth(found.mm)} mm to`} “${obstacle.name}” of ${at(seen)}, which stands from ${obstacle.fromMm} to ${obstacle.toMm} mm.`,
        figures: room(found),
        ...asProposed(seen),
      };
    }),
  },
  {
    id: 'fastener-misplaced',
    title: 'Fastener where it does not hold',
    formula: 'from an edge or opening: twice its diameter at least; clear of what is behind',
    look: look((seen) => {
      const found = short(seen, 'fastenerEdge', 'fastenerOpening', 'fastenerObstacle');
      if (!found) return undefined;
      const name =
        found.limit === 'fastenerEdge'
          ? 'the edge of the panel'
          : found.limit === 'fastenerOpening'
            ? `“${seen.panel.openings[found.id!]!.name}”`
            : `“${seen.panel.obstacles[found.id!]!.name}”`;
      return {
        reason: `A fastener of ${seen.tag} ${found.mm < 0 ? `lies ${tenth(-found.mm)} mm over` : `is ${tenth(found.mm)} mm from`} ${name} at ${at(seen)}: it wants ${tenth(found.needMm)} mm.`,
        figures: room(found),
        ...asProposed(seen),
      };
    }),
  },
  {
    id: 'opening-small',
    title: 'Opening too small',
    formula: 'cut-out less opening, side by side and in area',
    look: look((seen) => {
      const trim = seen.fitted.opening?.trim;
      return (
        trim && {
          reason: `“${openingName(seen)}” is too small for ${seen.tag}: take off ${sidesOf(trim)}.`,
          figures: figuresOf(trim),
        }
      );
    }),
  },
  {
    id: 'opening-large',
    title: 'Opening not covered by the flange',
    formula: 'opening less flange, side by side and in area',
    look: look((seen) => {
      const gap = seen.fitted.opening?.gap;
      return (
        gap && {
          reason: `The flange of ${seen.tag} leaves ${sidesOf(gap)} of “${openingName(seen)}” open: cut a plate that covers it.`,
          figures: figuresOf(gap),
          ...overIt(seen),
        }
      );
    }),
  },
  {
    id: 'plate-idle',
    severity: 'note',
    title: 'Plate with no opening under it',
    formula: 'a plate covers the opening that gear goes into',
    look: look(({ id, tag, fitted }) =>
      fitted.lying.adapter?.kind === 'plate' && !fitted.plate
        ? {
            reason: `${tag} makes its own cut-out, and there is no opening for its plate to cover: it only stands ${fitted.lying.adapter.thicknessMm} mm farther out.`,
            figures: [{ name: 'thickness', value: fitted.lying.adapter.thicknessMm, unit: 'mm' }],
            cure: {
              label: `Fit ${tag} without a plate`,
              operations: [{ op: 'setMount', gear: id, mount: { adapter: null } }],
            },
          }
        : undefined,
    ),
  },
  {
    id: 'opening-loose',
    severity: 'note',
    title: 'Loose in its opening',
    formula: 'opening less cut-out, side by side: a sleeve holds with less than 1 mm',
    look: look((seen) => {
      const { fitted, mount, panel } = seen;
      const play = mount.fixing === 'sleeve' ? playOf(siteOf(panel), mount, fitted) : undefined;
      if (!play || SIDES.every((side) => play[side] < LOOSE)) return undefined;
      const across = play.left >= LOOSE || play.right >= LOOSE;
      return {
        reason: `${seen.tag} has ${SIDES.filter((side) => play[side] >= LOOSE)
          .map((side) => `${tenth(play[side])} mm at the ${side}`)
          .join(', ')} of play in “${openingName(seen)}”: ${[
          ...(play.bottom >= LOOSE ? [`a shim of ${tenth(play.bottom)} mm under it`] : []),
          ...(across
            ? [`two angle brackets, ${tenth(play.left)} mm at the left and ${tenth(play.right)} mm at the right`]
            : []),
        ].join(', and ')}.`,
        figures: SIDES.map((side) => ({ name: side, value: tenth(play[side]), unit: 'mm' })),
      };
    }),
  },
  {
    id: 'lap-short',
    severity: 'note',
    title: 'Flange barely covers the opening',
    formula: 'flange beyond the opening: 3 mm at least, all round',
    look: look((seen) => {
      const found = short(seen, 'lap');
      return found && !seen.fitted.opening?.gap
        ? {
            reason: `The flange of ${seen.tag} lies ${tenth(found.mm)} mm over the edge of “${openingName(seen)}” at its narrowest.`,
            figures: room(found),
          }
        : undefined;
    }),
  },
  {
    id: 'too-deep',
    title: 'Not deep enough',
    formula: 'free depth − depth with plugs and the bend of their leads: 2 mm at least',
    look: look((seen) => {
      const found = short(seen, 'behind', 'front');
      if (!found) return undefined;
      const where =
        found.limit === 'front' ? 'in front' : seen.panel.beyond ? `before ${seen.panel.beyond}` : 'behind the panel';
      return {
        reason: `${seen.tag} with ${plugWords(seen)} lacks ${tenth(-spareOf(found))} mm of depth ${where} at ${at(seen)}.`,
        figures: room(found),
        ...(found.limit === 'behind' ? outwards(seen, -spareOf(found)) : {}),
      };
    }),
  },
  {
    id: 'hits-cover',
    title: 'Hits the outer cover once it is on',
    formula: 'inside of the cover − depth with plugs, where it is nearest: 2 mm at least',
    look: look((seen) => {
      const found = short(seen, 'cover');
      if (!found) return undefined;
      const cover = seen.pattern.covers[found.id!]?.name ?? 'the cover';
      return {
        reason: `${seen.tag} goes in with “${cover}” off, and is ${tenth(-spareOf(found))} mm too deep once it is on.`,
        figures: room(found),
        ...(covers(found, seen) === 'behind' ? outwards(seen, -spareOf(found)) : {}),
      };
    }),
  },
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
      const { fixing, tubeMm: range } = seen.mount;
      const { tubeMm } = seen.panel;
      if (fixing !== 'tubeClamp' || !range) return undefined;
      if (tubeMm !== null && tubeMm >= range[0] && tubeMm <= range[1]) return undefined;
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
