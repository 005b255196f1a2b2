import { tenth } from '../units/figures';
import { rulesAt } from '../findings/finding';
import { spareOf, type Clearance } from '../panels/clearances';
import type { Beyond } from '../panels/opening';
import { LOOSE, playOf } from '../panels/parts';
import { siteOf } from '../panels/site';
import { MATERIAL_NAMES, MATERIALS } from '../tables/materials';
import { asProposed, outwards, overIt } from './panel-cures';
import { at, look, room, short, type PanelRule, type Seen } from './panel-seen';

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
/** The side of the panel that a cover closes over. */
const covers = ({ id }: Clearance, { panel }: Seen) => panel.closings[id ?? '']?.side;
const plugWords = ({ fitted }: Seen) => (fitted.lying.plugs === 'angled' ? 'right-angle plugs' : 'straight plugs');

/** Room on the panel, before it and behind it. */
export const roomRules = rulesAt<PanelRule>('mounting', [
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
    formula: 'flange beyond the opening, all round: 3 mm, or what its maker’s own opening leaves it',
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
]);
