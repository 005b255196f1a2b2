import { foundCraft } from '../../craft/own';
import * as v from 'valibot';
import {
  ClosingShape,
  Dip,
  ObstacleShape,
  OldHole,
  Opening,
  PANEL_LISTS,
  Panel,
  PanelOnce,
  Turn,
  panelFaults,
  withoutCover,
  withoutPartner,
  type PanelList,
} from '../../craft/panel';
import { panelAt } from '../../craft/usual-panel';
import { editsOf, entry, mapped, said, whole, without, type Gone } from '../../document/edits';
import { OperationError, type Fault } from '../../document/fault';
import { Adapter } from '../../gear/adapter';
import { At } from '../../plane/outline';
import { Id } from '../../text/scalars';
import type { Job } from '../job';
import { few } from '../limits';
import { craft } from './keys';
import { gearOf } from './gear';

/** How a person has set gear on its panel; null: as it is proposed. */
const Mounted = v.strictObject({
  /** Middle of its face, in the panel's own millimetres, and how far it is turned, counter-clockwise. */
  at: v.nullable(At),
  turnDeg: v.nullable(Turn),
  plugs: v.nullable(v.picklist(['straight', 'angled'])),
  /** Fitted the other way up. */
  over: v.boolean(),
  /** Cut to go between it and its panel. */
  adapter: v.nullable(Adapter),
  /** Mirrors what is at the partner of its place, where that is the same gear. */
  mirrors: v.boolean(),
});
export type Mounted = v.InferOutput<typeof Mounted>;
export const AS_PROPOSED: Mounted = { at: null, turnDeg: null, plugs: null, over: false, adapter: null, mirrors: true };

export const shape = { mounts: few('gear', Mounted) };
export const empty = { mounts: {} };
export const craftShape = {
  /** Panels as they were measured on this craft, by place: over the pattern's. */
  panels: few('panels', Panel),
};
export const craftEmpty = { panels: {} };

/** The panel of a place as this job has it, and who has measured it. */
export function panelOf(
  { craft }: Pick<Job, 'craft'>,
  place: string,
): { readonly panel: Panel; readonly from: 'job' | 'pattern' | 'usual' } {
  const { panels } = craft;
  if (Object.hasOwn(panels, place)) return { panel: panels[place]!, from: 'job' };
  const at = foundCraft({ craft }).places[place]!;
  return { panel: panelAt(at), from: at.panel ? 'pattern' : 'usual' };
}

/** A job with a panel changed, which is this job's own from then on. */
function withPanel(job: Job, op: string, place: string, change: (panel: Panel) => Panel): Job {
  if (!Object.hasOwn(foundCraft(job).places, place)) throw new OperationError(op, `${place} is no place of this craft`);
  const { panel } = panelOf(job, place);
  return craft(job, { panels: { ...job.craft.panels, [place]: change(panel) } });
}

/** A panel with an entry of one of its lists changed; null strikes it out. */
function withEntry<L extends PanelList>(job: Job, op: string, place: string, list: L, id: string, part: object | null) {
  return withPanel(job, op, place, (panel) => {
    const entries: Readonly<Record<string, object>> = panel[list];
    const known = Object.hasOwn(entries, id) ? entries[id] : undefined;
    return { ...panel, [list]: entry<object>(entries, id, whole(op, PANEL_LISTS[list], known as never, part, id)) };
  });
}

export const edits = editsOf<Job>()({
  /** Null: as it is proposed. What is not said stays as it was. */
  setMount: {
    says: { gear: Id, mount: v.nullable(v.partial(Mounted)) },
    words: 'move on the panel',
    change(job, { gear, mount }) {
      gearOf(job, 'setMount', gear);
      const known = Object.hasOwn(job.mounts, gear) ? job.mounts[gear] : AS_PROPOSED;
      return { ...job, mounts: entry(job.mounts, gear, mount && { ...known!, ...said(mount) }) };
    },
  },
  /** Null takes the pattern's own panel back. */
  setPanel: {
    says: { place: Id, panel: v.nullable(v.partial(PanelOnce)) },
    words: 'change panel',
    change: (job, { place, panel }) =>
      panel === null
        ? craft(job, { panels: without(job.craft.panels, (key) => key === place) })
        : withPanel(job, 'setPanel', place, (known) => ({ ...known, ...said(panel) })),
  },
  setOpening: {
    says: { place: Id, id: Id, opening: v.nullable(v.partial(Opening)) },
    words: 'change opening',
    change: (job, { place, id, opening }) => withEntry(job, 'setOpening', place, 'openings', id, opening),
  },
  setOldHole: {
    says: { place: Id, id: Id, hole: v.nullable(v.partial(OldHole)) },
    words: 'change hole',
    change: (job, { place, id, hole }) => withEntry(job, 'setOldHole', place, 'holes', id, hole),
  },
  setObstacle: {
    says: { place: Id, id: Id, obstacle: v.nullable(v.partial(ObstacleShape)) },
    words: 'change what stands in the way',
    change: (job, { place, id, obstacle }) => withEntry(job, 'setObstacle', place, 'obstacles', id, obstacle),
  },
  setClosing: {
    says: { place: Id, cover: Id, closing: v.nullable(v.partial(ClosingShape)) },
    words: 'change depth under a cover',
    change: (job, { place, cover, closing }) => withEntry(job, 'setClosing', place, 'closings', cover, closing),
  },
  setDip: {
    says: { place: Id, id: Id, dip: v.nullable(v.partial(Dip)) },
    words: 'change dip',
    change: (job, { place, id, dip }) => withEntry(job, 'setDip', place, 'dips', id, dip),
  },
});

export function faults({ mounts, gear, craft }: Job): Fault[] {
  const { panels } = craft;
  const found: Fault[] = [];
  const as = foundCraft({ craft });
  for (const id of Object.keys(mounts))
    if (!Object.hasOwn(gear, id)) found.push({ path: ['mounts', id], expected: 'expected gear of this job' });
  for (const [place, panel] of Object.entries(panels)) {
    const path = ['craft', 'panels', place];
    if (!Object.hasOwn(as.places, place)) found.push({ path, expected: 'expected a place of this craft' });
    else found.push(...panelFaults(panel, place, as, path));
  }
  return found;
}

/** Gear that is gone, or somewhere else now, is on its panel no longer. */
export function forget(job: Job, { kind, id }: Gone): Job {
  const { panels } = job.craft;
  if (kind === 'gear' || kind === 'ends') return { ...job, mounts: without(job.mounts, (gear) => gear === id) };
  if (kind === 'cover') return craft(job, { panels: mapped(panels, (panel) => withoutCover(panel, id)) });
  if (kind === 'place')
    return craft(job, {
      panels: mapped(
        without(panels, (place) => place === id),
        (panel) => withoutPartner(panel, id),
      ),
    });
  return job;
}
