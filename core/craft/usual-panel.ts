import type { Panel } from './panel';
import type { Place } from './place';

/** Kinds of gear that go through a panel: they have a face that is seen. */
const FACED: readonly string[] = ['headUnit', 'speaker', 'zoneControl'];
const USUAL_THICKNESS = 3;

const known = new WeakMap<Place, Panel>();

/** What a place is taken to have where nobody has measured it: a panel as large as its free room, and nothing in it. */
export function usualPanel(place: Place): Panel {
  let panel = known.get(place);
  if (panel) return panel;
  const { w, h, d } = place.room;
  const faced = place.accepts.some((kind) => FACED.includes(kind));
  const outline = { shape: 'rectangle', w, h: faced ? h : d, corner: 0 } as const;
  panel = {
    lies: faced ? 'face' : 'floor',
    outline,
    datum: { x: 'left', y: 'top' },
    thicknessMm: USUAL_THICKNESS,
    material: null,
    finished: faced,
    openings: {},
    holes: {},
    obstacles: {},
    behindMm: faced ? d : null,
    frontMm: faced ? null : h,
    beyond: '',
    closings: {},
    partner: null,
    tubeMm: null,
    board: null,
    dips: {},
  };
  known.set(place, panel);
  return panel;
}

/** The panel of a place, as the pattern has it or as is usual. */
export const panelAt = (place: Place): Panel => place.panel ?? usualPanel(place);
