import { foundCraft } from '../craft/own';
import { mountOf } from '../gear/usual-mount';
import type { Job } from '../job/job';
import { MATERIAL_NAMES, type Material } from '../tables/materials';
import { tenth } from '../units/figures';
import { onBoard, type BoardPlan } from './board';
import { panelFor, panelUnder, type Fitted } from './fitted';
import { partsOf } from './parts';
import { siteOf } from './site';

/** Something to have ready: what, how much of it, and for which gear or places. */
export interface Supply {
  readonly what: string;
  readonly amount: string;
  readonly for: readonly string[];
}

/** Cut edges of these soak up water, and are sealed (common practice). */
const SOAKS: readonly Material[] = ['ply', 'hardwood', 'trim'];
export const soaks = (material: Material): boolean => SOAKS.includes(material);

/** What is cut, sealed, stuck and screwed with, beyond what comes with the gear. */
export function suppliesOf(
  job: Job,
  mounts: Readonly<Record<string, Fitted>>,
  boards: Readonly<Record<string, BoardPlan>>,
  nameOf: (gear: string) => string,
): Supply[] {
  const found = new Map<string, { sheets: string[]; pieces: number; for: string[] }>();
  const add = (what: string, of: string, pieces: number, sheet?: string) => {
    const known = found.get(what) ?? { sheets: [], pieces: 0, for: [] };
    found.set(what, known);
    known.pieces += pieces;
    if (sheet) known.sheets.push(sheet);
    if (!known.for.includes(of)) known.for.push(of);
  };
  const sheetOf = (material: Material, mm: number) => `${MATERIAL_NAMES[material]}, ${tenth(mm)} mm`;
  const size = ({ left, right, bottom, top }: { left: number; right: number; bottom: number; top: number }) =>
    `${tenth(right - left)} × ${tenth(top - bottom)} mm`;

  for (const [place, { screws, screwMm }] of Object.entries(boards)) {
    const { panel, material } = panelFor(job, place);
    const { name } = foundCraft(job).places[place]!;
    add(sheetOf(material, panel.thicknessMm), name, 1, size(siteOf(panel).outline));
    if (screws.length) add(`screws 4.2, ${screwMm} mm at most`, name, screws.length);
    else add('hook tape', name, 1);
    if (soaks(material)) add('edge sealer', name, 1);
  }
  for (const [gear, fitted] of Object.entries(mounts)) {
    if (fitted.panel === 'usual') continue;
    const mount = mountOf(job.gear[gear]!.item);
    const { panel } = panelUnder(job, fitted);
    const of = nameOf(gear);
    for (const part of partsOf(siteOf(panel), mount, fitted))
      add(
        part.material ? sheetOf(part.material, part.thicknessMm) : `packing, ${tenth(part.thicknessMm)} mm`,
        of,
        1,
        size(part.outline),
      );
    if (fitted.plate) add(`screws 3.5 × ${tenth(fitted.plate.screwMm)}`, of, fitted.plate.screws.length);
    const { holes, sawn } = fitted.schedule;
    const cut = holes.some(({ cutter }) => cutter) || sawn.length > 0;
    if (cut && panel.finished) add('masking tape', of, 1);
    if (cut && !onBoard(boards, gear) && soaks(fitted.material)) add('edge sealer', of, 1);
    if (mount.seal === 'bead') add('sealant', of, 1);
    if (mount.fixing === 'pads' || mount.fixing === 'hookTape') add('70 % isopropyl and wipes', of, 1);
    for (const { prep, at, name } of Object.values(mount.groups))
      if (prep === 'renewClip') add(`new clips: ${name.toLowerCase()}`, of, at.length);
  }
  return [...found].map(([what, { sheets, pieces, for: of }]) => ({
    what,
    amount: sheets.length ? sheets.join(', ') : String(pieces),
    for: of,
  }));
}
