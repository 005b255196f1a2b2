import { soaks } from '../panels/supplies';
import { boardScrew, type BoardPlan } from '../panels/board';
import { panelFor } from '../panels/fitted';
import { siteOf } from '../panels/site';
import { materialOf } from '../job/material';
import { drillOf, cutterName } from '../tables/bits';
import { MATERIAL_NAMES } from '../tables/materials';
import { capital } from '../text/text';
import { workRow } from '../tables/work-minutes';
import { tenth } from '../units/figures';
import { drillingOf, minutesIn, whole } from './drilling';
import type { Draft } from './draft';

/** The board of a place: cut, notched and drilled on the bench. */
export function makeBoard(d: Draft, place: string, board: BoardPlan, safe: string): void {
  const { name, covers } = d.pattern.places[place]!;
  const { panel, material } = panelFor(d.job, place);
  const { outline, openings } = siteOf(panel);
  const holes = board.gear.flatMap((gear) => d.seen.mounts[gear]?.schedule.holes ?? []);
  const line = 2 * (outline.right - outline.left + outline.top - outline.bottom);
  const { work, bits, lines } = drillingOf(d, holes, material);
  const id = d.add(
    `board:place/${place}`,
    'fit',
    `Cut the board: ${name}`,
    whole(
      minutesIn(d, {
        ...work,
        punch: holes.length,
        [workRow('saw', material)]: line / 100,
        edge: line / 100,
        seal: soaks(material) ? 1 : 0,
      }),
    ),
    d.whole,
    {
      lines: [
        `${capital(MATERIAL_NAMES[material])}, ${tenth(panel.thicknessMm)} mm, ${tenth(outline.right - outline.left)} × ${tenth(outline.top - outline.bottom)} mm: from its drawing at 1:1.`,
        ...openings.map(({ opening }) => `Notch: ${opening.name}.`),
        ...lines,
        ...(soaks(material) ? ['Seal its edges and holes.'] : []),
      ],
      tools: ['saw with a fine blade', 'file', ...bits],
      checks: [{ id: 'lies', text: 'Tried in its compartment: lies flat, wires pass beside it' }],
      cautions: ['eyes'],
      after: [safe, ...d.openings([covers])],
    },
  );
  d.hide(id, [covers]);
}

/** The board into its compartment, gear and all. */
export function hangBoard(d: Draft, place: string, board: BoardPlan): void {
  const at = d.pattern.places[place]!;
  const { covers } = at;
  const wall = materialOf(d.job, at) ?? panelFor(d.job, place).material;
  const { screws, screwMm } = board;
  const bit = drillOf(boardScrew(wall).threadMm);
  const id = d.add(
    `hang:place/${place}`,
    'fit',
    `Mount the board: ${at.name}`,
    whole(
      minutesIn(d, {
        place: 1,
        ...(screws.length ? { [workRow('drill', wall)]: screws.length, fasten: screws.length } : { stick: 1 }),
      }),
    ),
    d.whole,
    {
      lines: screws.length
        ? [
            `${cutterName(bit)} into the wall through the board, ${screws.length} holes, stop at ${screwMm} mm.`,
            `${screws.length} screws, ${screwMm} mm long at most: none comes through the wall.`,
          ]
        : ['No room for screws of its own: hook tape, or screws from behind.'],
      tools: screws.length ? [cutterName(bit).toLowerCase(), 'cross-head driver 2'] : ['70 % isopropyl'],
      checks: [{ id: 'firm', text: 'Firm: nothing rattles, no screw through the wall' }],
      cautions: ['eyes', ...(d.pattern.kind === 'boat' ? (['hull'] as const) : [])],
      after: [...d.openings([covers]), ...board.gear.map((gear) => `fit:gear/${gear}`)],
    },
  );
  d.hide(id, [covers]);
}
