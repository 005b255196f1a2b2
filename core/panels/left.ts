import type { Panel } from '../craft/panel';
import { contentHash } from '../document/hash';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import type { Material } from '../tables/materials';
import { scheduleOf } from './holes';
import { openingWork } from './opening';
import { FINE, findPosition } from './position';
import { siteOf } from './site';

/** Gear that comes out of a place, and how it sat. */
interface Out {
  readonly name: string;
  readonly mount: Mount;
}

function comingOut({ gear }: Pick<Job, 'gear'>, place: string): Out[] {
  const here = Object.values(gear).filter((one) => one.place === place);
  // A speaker in an enclosure leaves nothing in the panel behind it.
  const boxed = here.some(({ item }) => item.kind === 'enclosure');
  return here.flatMap(({ item, there }) =>
    there === 'out' && !(boxed && item.kind === 'speaker') ? [{ name: item.name, mount: mountOf(item) }] : [],
  );
}

const known = new WeakMap<Panel, Map<string, Panel>>();

/**
 * A panel once the gear that comes out of it is out: with the opening it sat in and the holes of its screws, where it
 * would be put today. An opening that somebody has measured there, large enough to be meant for it, is that opening.
 */
export function panelLeft(job: Pick<Job, 'gear'>, place: string, panel: Panel, material: Material): Panel {
  const outs = comingOut(job, place);
  if (!outs.length || panel.board) return panel;
  let ofPanel = known.get(panel);
  if (!ofPanel) known.set(panel, (ofPanel = new Map<string, Panel>()));
  const key = contentHash([outs, material]);
  let left = ofPanel.get(key);
  if (!left) ofPanel.set(key, (left = outs.reduce((now, out, i) => without(now, out, i, panel, material), panel)));
  return left;
}

/** What one piece leaves in a panel; it sat in the panel as it was before anything came out. */
function without(now: Panel, { name, mount }: Out, index: number, before: Panel, material: Material): Panel {
  const site = siteOf(before);
  const position = findPosition(site, mount, material, FINE, { over: false, adapter: null });
  const { at, lying, plate } = position;
  const opening = openingWork(site, position);
  const { holes } = scheduleOf({ at, lying, material, opening, plate }, mount, before);
  const screws = holes.filter(({ kind, reused }) => kind === 'fastener' && reused === undefined);
  return {
    ...now,
    openings:
      opening || !mount.cutout
        ? now.openings
        : {
            ...now.openings,
            [`left-${index}`]: {
              name: `Opening of ${name}`,
              outline: mount.cutout,
              at: [...at],
              turnDeg: lying.turnDeg,
              taken: false,
            },
          },
    holes: {
      ...now.holes,
      ...Object.fromEntries(
        screws.map((hole, i) => [`left-${index}-${i}`, { name: `Hole of ${name}`, at: [...hole.at], mm: hole.mm }]),
      ),
    },
  };
}
