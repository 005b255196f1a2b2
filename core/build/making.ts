import { SEALS } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { isFibre } from '../job/material';
import { onBoard } from '../panels/board';
import { panelUnder, surfaceName, type Fitted } from '../panels/fitted';
import { partsOf, type CutPart } from '../panels/parts';
import { siteOf } from '../panels/site';
import { soaks } from '../panels/supplies';
import { edgeLength } from '../plane/contour';
import type { Caution } from '../tables/cautions';
import { toolOf } from '../tables/fasteners';
import { MATERIAL_NAMES } from '../tables/materials';
import { workRow } from '../tables/work-minutes';
import { capital } from '../text/text';
import { tenth } from '../units/figures';
import { drillingOf, listed, minutesIn, whole, type Work } from './drilling';
import type { Draft } from './draft';
import { enclosureLines, heldIn, onBench } from './enclosing';
import { giftLines, outBefore } from './removing';
import { HELD, SEAL_LINES, TWO_LIFT_KG, fastenerLines, fastenersOf, rearSupport } from './fixing';

const BEYOND = ['left', 'right', 'top', 'bottom'] as const;

/** What is cut for a piece, from its drawing. */
function cutPart(d: Draft, gear: string, part: CutPart, safe: string): string {
  const { kind, name, material, thicknessMm, outline, cuts, holes } = part;
  const line = [outline, ...cuts].flatMap(({ edges }) => edges).reduce((sum, edge) => sum + edgeLength(edge), 0);
  const of = material ?? 'ply';
  return d.add(
    `cut:${kind}/${gear}`,
    'fit',
    `Cut the ${name.toLowerCase()} for ${d.nameOf(gear)}`,
    whole(
      minutesIn(d, {
        [workRow('saw', of)]: line / 100,
        [workRow('drill', of)]: holes.length,
        edge: line / 100,
        deburr: holes.length,
      }),
    ),
    { kind: 'gear', id: gear },
    {
      lines: [
        `${material ? capital(MATERIAL_NAMES[material]) : 'Anything that lasts there'}, ${tenth(thicknessMm)} mm, ${tenth(outline.right - outline.left)} × ${tenth(outline.top - outline.bottom)} mm: from its drawing at 1:1.`,
        ...(holes.some(({ countersunk }) => countersunk) ? ['Countersink the screws that lie under the flange.'] : []),
      ],
      tools: ['saw with a fine blade', 'file'],
      cautions: [isFibre(material) ? 'dust' : 'eyes'],
      after: [safe],
    },
  );
}

/** Everything that is done to fit a piece whose panel has been measured. */
export function make(d: Draft, gear: string, fitted: Fitted, safe: string): void {
  const { item, place } = d.job.gear[gear]!;
  const at = d.pattern.places[place!]!;
  const mount = mountOf(item);
  const { panel } = panelUnder(d.job, fitted);
  const where = surfaceName(d.job, d.seen.tags, fitted);
  const { material, opening, schedule, lying } = fitted;
  const board = onBoard(d.seen.boards, gear) ? `board:place/${place!}` : undefined;
  const name = d.nameOf(gear);
  const bench = onBench(d, fitted);
  const covers = bench ? [] : [at.covers];
  const open = board ? [] : d.openings(covers);
  const fibre = isFibre(material);
  const cautions: Caution[] = [
    fibre ? 'dust' : 'eyes',
    ...(bench ? [] : d.steeredAt(at.body)),
    ...(!bench && d.pattern.kind === 'boat' ? (['hull'] as const) : []),
  ];
  const subject = { kind: 'gear', id: gear } as const;
  let last: string[] = [safe, ...(board ? [board] : open), ...outBefore(d, gear)];
  const step = (
    verb: string,
    title: string,
    work: Work,
    more: Omit<Parameters<Draft['add']>[5] & object, 'after'> & { readonly also?: readonly string[] },
  ) => {
    const { also = [], ...rest } = more;
    const id = d.add(`${verb}:gear/${gear}`, 'fit', title, whole(minutesIn(d, work)), subject, {
      ...rest,
      after: [...last, ...also],
    });
    d.hide(id, covers);
    last = [id];
  };
  const holes = board ? [] : schedule.holes;
  const made = holes.filter(({ cutter }) => cutter);
  const serves = holes.flatMap(({ number, reused }) =>
    reused === undefined ? [] : [`${number}: “${reused}” is there already and serves.`],
  );
  const trim = opening?.trim;
  /** Too little to be marked and sawn. */
  const tight = tenth(-(opening?.playMm ?? 0));
  const line = board ? 0 : schedule.sawn.reduce((sum, { lineMm }) => sum + lineMm, 0);
  if (made.length || line) {
    step(
      'mark',
      `Offer up and mark ${name}: ${where}`,
      { offerUp: 1, mask: panel.finished ? 1 : 0, punch: made.length },
      {
        lines: [
          ...(panel.finished
            ? ['Mask the finish with tape, template on it, this way up.']
            : ['Template on, this way up.']),
          ...(made.length
            ? [
                `Marks ${listed(made)}: measured from the ${panel.datum.x} and the ${panel.datum.y}, as on the template.`,
              ]
            : []),
          ...serves,
          ...(made.length ? ['Punch every mark.'] : []),
        ],
        tools: ['template', 'tape', 'rule', 'centre punch'],
        checks: [{ id: 'measured', text: 'Template measured: its bar is 100 mm' }],
      },
    );
  }
  if (made.length) {
    const { work, bits, lines } = drillingOf(d, holes, material);
    step('drill', `Drill for ${name}: ${made.length} ${made.length === 1 ? 'hole' : 'holes'}`, work, {
      lines: [`Into ${MATERIAL_NAMES[material]}, from the side that is seen.`, ...lines],
      tools: bits,
      cautions,
    });
  }
  if (line) {
    const blade = schedule.sawn.find(({ bladeMm }) => bladeMm !== undefined)?.bladeMm;
    step(
      'open',
      trim ? `Open the opening for ${name}` : `Saw the opening for ${name}`,
      { [workRow('saw', material)]: line / 100, edge: line / 100 },
      {
        lines: [
          ...(trim
            ? [
                `Take off ${
                  BEYOND.filter((side) => trim[side] > 0)
                    .map((side) => `${tenth(trim[side])} mm at the ${side}`)
                    .join(', ') || `${tenth(trim.mostMm)} mm in the corners`
                }.`,
              ]
            : []),
          `${line} mm of line in ${MATERIAL_NAMES[material]}; dress the edge.`,
          ...(blade === undefined ? [] : [`Blade no longer than ${blade} mm beyond the panel.`]),
        ],
        tools: ['saw with a fine blade', 'file'],
        cautions,
      },
    );
  }
  const cut = partsOf(siteOf(panel), mount, fitted).map((part) => cutPart(d, gear, part, safe));
  if (soaks(material) && (made.length > 0 || line > 0))
    step(
      'seal',
      `Seal the edges for ${name}`,
      { seal: 1 },
      {
        lines: [`${capital(MATERIAL_NAMES[material])} soaks up water: sealer on every cut edge and hole.`],
        tools: ['edge sealer'],
      },
    );
  const outer = Object.keys(panel.closings).flatMap((cover) => d.pattern.covers[cover]?.name ?? []);
  if (!board && (mount.cutout || outer.length))
    step(
      'try',
      `Dry fit ${name}`,
      { dryFit: 1 },
      {
        lines: [
          outer.length
            ? `In without fasteners, plugs in, ${outer.join(', ')} held in place: nothing touches.`
            : 'In without fasteners, plugs in: nothing touches.',
        ],
        checks: [{ id: 'clear', text: 'Nothing touches, and no lead is bent sharply' }],
        also: cut,
      },
    );
  const count = Object.values(mount.groups).reduce((sum, { at: points }) => sum + points.length, 0);
  const { row, line: held } = HELD[mount.fixing];
  const support = rearSupport(mount);
  const accepted = d.pick('rating') === 'accepted' && at.exposure !== 'sheltered';
  const seal = SEAL_LINES[mount.seal];
  const fasteners = fastenersOf(mount);
  const holds = heldIn(d, gear);
  const massKg = holds.reduce((sum, id) => sum + d.job.gear[id]!.item.massKg, item.massKg);
  const second = massKg > TWO_LIFT_KG;
  step(
    'fit',
    `Fit ${name}: ${where}`,
    { place: 1, fasten: count, ...(row ? { [row]: 1 } : {}), ...(mount.seal === 'none' ? {} : { seal: 1 }) },
    {
      second,
      lines: [
        ...(lying.turnDeg ? [`Turned ${tenth(lying.turnDeg)}° counter-clockwise, seen from the front.`] : []),
        ...(lying.over ? ['The other way up, its face turned upright.'] : []),
        ...(lying.plugs === 'angled' ? ['Right-angle plugs.'] : []),
        ...(held ? [held] : []),
        ...enclosureLines(d, gear),
        ...giftLines(d, gear),
        ...d.waitLines(place!),
        ...d.reachLines(at),
        ...(seal ? [seal] : []),
        ...(made.length || line ? [] : serves),
        ...(tight > 0 ? [`The opening is ${tenth(tight)} mm tight on a side: file it where it binds.`] : []),
        ...fastenerLines(mount),
        ...(support === undefined
          ? []
          : [
              `Hold it behind as well: a strap or foot ${tenth(support)} mm behind the face, so that it neither tilts nor bounces.`,
            ]),
        ...(item.note ? [item.note] : []),
        ...(accepted ? ['Not sealed for this place unless its rating says so: drip loop, cover over the plugs.'] : []),
      ],
      tools: [...new Set(fasteners.map(toolOf))],
      fasteners,
      direction: fasteners.length ? 'in' : undefined,
      checks: [
        ...(mount.cutout ? [{ id: 'straight', text: 'Straight, and its face upright' }] : []),
        ...(mount.seal === 'none' ? [] : [{ id: 'seal', text: `${capital(SEALS[mount.seal])} seen all round` }]),
        ...(support === undefined ? [] : [{ id: 'support', text: 'Does not tilt when it is pressed' }]),
      ],
      cautions: [...cautions, ...(second ? (['lift'] as const) : [])],
      also: [...cut, ...holds.map((id) => `fit:gear/${id}`)],
    },
  );
}
