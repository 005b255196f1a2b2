import type { Panel } from '../craft/panel';
import type { Said } from '../findings/finding';
import type { Operation } from '../job/operations';
import { usualPlate } from '../panels/plate';
import { MATERIAL_NAMES } from '../tables/materials';
import type { Seen } from './panel-seen';

type Cure = Pick<Said<Operation>, 'cure'>;

/** What would put right a position that a person has set. */
export const asProposed = ({ id, tag, fitted }: Seen): Cure =>
  fitted.by === 'hand'
    ? {
        cure: {
          label: `Put ${tag} where it has most room`,
          operations: [{ op: 'setMount', gear: id, mount: { at: null, turnDeg: null } }],
        },
      }
    : {};
/** Angled plugs, where there are such and they are not chosen yet. */
const angledPlugs = ({ id, fitted, mount, tag }: Seen, missing: number): Cure =>
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
function spacer({ id, fitted, mount, panel, tag }: Seen, missing: number): Cure {
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
export const outwards = (seen: Seen, missing: number): Cure => {
  const plugs = angledPlugs(seen, missing);
  return plugs.cure ? plugs : spacer(seen, missing);
};
/** A plate over an opening that is too large. */
export const overIt = ({ id, tag, fitted }: Seen): Cure => {
  const usual = usualPlate(fitted.material);
  return {
    cure: {
      label: `Cut a plate of ${usual.thicknessMm} mm ${MATERIAL_NAMES[usual.material]} for ${tag}`,
      operations: [{ op: 'setMount', gear: id, mount: { adapter: { ...usual, kind: 'plate' } } }],
    },
  };
};

/** A board so thick that screws end in the wall behind it. */
export const thickerBoard = ({ fitted, place }: Seen, board: NonNullable<Panel['board']>, missing: number): Cure => {
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
