import { HOLE_MINUTES, unmadeHoles } from '../craft/leg';
import { reliefOf } from '../connections/relief';
import type { Run } from '../connections/runs';
import { isFibre, materialOf, reverseWords } from '../job/material';
import { colourText } from '../tables/colours';
import { DRIVES } from '../tables/fasteners';
import { MATERIAL_NAMES } from '../tables/materials';
import { hangBoard, makeBoard } from './boards';
import { enclosureLines, heldIn } from './enclosing';
import { END_TOOLS, countEnds, endMinutes, endsOnly } from './ends';
import { make } from './making';
import { openedByRuns } from '../connections/opened';
import { SECURING, alongLines, cautionsAlong, drilledWords, lowered, passWords } from './along';
import type { Draft } from './draft';
import { loomLines, pullLoom } from './looms';
import { OPEN_MINUTES, widening } from './widening';
import { giftLines, outBefore } from './removing';
import { leadLines } from './leads';
import { tap } from './tapping';

// Minutes below are common practice of this workshop; a person may expect others, step by step.
/** A run measured, cut, marked and led in, whatever way it goes. */
const PULL_MINUTES = 2;

/** Gear that goes through a panel, not on to it. */
const CUT_IN: readonly string[] = ['headUnit', 'speaker', 'zoneControl'];
const MICROPHONE_MINUTES = { none: 0, screen: 12, gauges: 8 } as const;

export function fit(d: Draft, safe: string): void {
  const { pattern } = d;
  const unsealed = d.pick('rating') === 'accepted';
  const boards = Object.entries(d.seen.boards);
  for (const [place, board] of boards) makeBoard(d, place, board, safe);
  for (const [gear, { item, place }] of d.fresh) {
    const fitted = Object.hasOwn(d.seen.mounts, gear) ? d.seen.mounts[gear] : undefined;
    // Where nobody has measured the panel, nobody knows its holes either.
    if (fitted && fitted.panel !== 'usual') {
      make(d, gear, fitted, safe);
      continue;
    }
    const at = pattern.places[place!]!;
    const accepted = unsealed && at.exposure !== 'sheltered';
    const material = materialOf(d.job, at);
    const fibre = isFibre(material) && CUT_IN.includes(item.kind);
    const { screws, cutoutMm } = item;
    const id = d.add(
      `fit:gear/${gear}`,
      'fit',
      `Fit ${d.nameOf(gear)}: ${at.name}`,
      item.fitMinutes,
      { kind: 'gear', id: gear },
      {
        lines: [
          cutoutMm === null
            ? 'Mark, then fit; try it with the outer cover on before it is tightened.'
            : `Cut-out ${cutoutMm} mm. Mark, then fit; try it with the outer cover on before it is tightened.`,
          ...(material ? [`Into ${MATERIAL_NAMES[material]}.`] : []),
          ...(screws
            ? [`${screws.count} × ${screws.size}, ${DRIVES[screws.drive].name}: start all, then tighten.`]
            : []),
          ...enclosureLines(d, gear),
          ...giftLines(d, gear),
          ...d.waitLines(place!),
          ...d.reachLines(at),
          ...(item.note ? [item.note] : []),
          ...(accepted
            ? ['Not sealed for this place unless its rating says so: drip loop, cover over the plugs.']
            : []),
          ...(fibre ? [reverseWords(material, d.pick('reverse'))] : []),
        ],
        tools: screws ? [DRIVES[screws.drive].tool] : [],
        cautions: [
          fibre ? 'dust' : 'eyes',
          ...d.steeredAt(at.body),
          ...(pattern.kind === 'boat' ? (['hull'] as const) : []),
        ],
        after: [
          safe,
          ...d.openings([at.covers]),
          ...outBefore(d, gear),
          ...heldIn(d, gear).map((one) => `fit:gear/${one}`),
        ],
      },
    );
    d.hide(id, [at.covers]);
  }
  for (const [place, board] of boards) hangBoard(d, place, board);
  for (const [gear] of d.fresh) {
    const holder = d.job.feeds[gear]?.holder;
    if (!holder || !d.laid.some((run) => run.kind === 'feed' && run.to === gear)) continue;
    const feed = d.laid.find((run) => run.kind === 'feed' && run.to === gear)!;
    const at = feed.fromPlace === undefined ? {} : pattern.places[feed.fromPlace]!.covers;
    const id = d.add(
      `fit:holder/${gear}`,
      'fit',
      `Fit the fuse holder of ${d.nameOf(gear)}`,
      holder.fitMinutes,
      { kind: 'gear', id: gear },
      {
        lines: [
          holder.family === 'terminal'
            ? `${holder.name}: on the + post of ${d.nameOf(feed.from)}, no fuse in it yet.`
            : `${holder.name}: ${d.job.feeds[gear]!.fuseAtMm} mm along the feed from ${d.nameOf(feed.from)}, fixed, no fuse in it yet.`,
        ],
        after: [safe, ...d.openings([at])],
      },
    );
    d.hide(id, [at]);
  }
  const microphone = d.pick('microphone');
  if (microphone !== 'none' && d.fresh.some(([, { item }]) => item.kind === 'headUnit'))
    d.add(
      'fit:microphone',
      'fit',
      microphone === 'screen' ? 'Fit the microphone high behind the screen' : 'Fit the microphone by the gauges',
      MICROPHONE_MINUTES[microphone],
      d.whole,
      {
        lines: ['Out of the wind; its lead goes with the head unit’s.'],
        after: [safe],
      },
    );
}

const DRILL_LINES = [
  'Look what is behind before anything else: nothing there may be met by the bit.',
  'Mask the finish, centre-punch, pilot, drill from the side that is seen, deburr, seal the edge.',
];

/** Holes that wires go through and that are not there yet, by leg; returns the step of each. */
function makeHoles(d: Draft, safe: string): ReadonlyMap<string, string> {
  const steps = new Map<string, string>();
  for (const [leg, run] of d.laid.flatMap(({ id, way }) => way!.legs.map((leg) => [leg, id] as const))) {
    const holes = unmadeHoles(d.pattern.legs[leg]!);
    if (!holes.length || steps.has(leg)) continue;
    const { covers, name, joint } = d.pattern.legs[leg]!;
    const told = holes.map((hole) => passWords(hole, joint === undefined ? undefined : d.pattern.joints[joint]));
    const id = d.add(
      `drill:leg/${leg}`,
      'fit',
      `Drill for wire: ${lowered(name)}`,
      holes.length * HOLE_MINUTES,
      { kind: 'run', id: run },
      {
        tools: ['drill, step bit, depth stop, deburring tool'],
        lines: [...told, ...DRILL_LINES],
        sized: ({ holesOf }) => ({
          lines: [...told, ...holesOf(leg).map(drilledWords), ...DRILL_LINES],
        }),
        cautions: ['eyes'],
        after: [safe, ...d.openings([covers])],
      },
    );
    d.hide(id, [covers]);
    steps.set(leg, id);
  }
  return steps;
}

/** Wires pulled, a pair of ends at a time; returns the steps. */
export function pull(d: Draft, safe: string): string[] {
  const { job, pattern } = d;
  const securing = SECURING[d.pick('securing')];
  const holes = makeHoles(d, safe);
  const groups = new Map<string, Run[]>();
  for (const run of d.laid) groups.set(d.pullOf(run), [...(groups.get(d.pullOf(run)) ?? []), run]);
  const fromBattery = d.pick('start') === 'battery';
  const isBattery = (end: string) => Object.hasOwn(job.craft.batteries, end);
  const order = [...groups].sort(([, a], [, b]) =>
    fromBattery ? Number(isBattery(b[0]!.from)) - Number(isBattery(a[0]!.from)) : 0,
  );
  const widen = widening(holes);
  for (const [id, group] of order) {
    if (group[0]!.loom) {
      pullLoom(d, safe, id, group, holes, widen);
      continue;
    }
    const { from, to } = group[0]!;
    const covers = openedByRuns(pattern, group);
    const opened = widen(group[0]!.way!.legs);
    const legs = group[0]!.way!.legs.map((leg) => pattern.legs[leg]!);
    const fishing = d.fishMinutes(group[0]!);
    const along = [
      group[0]!.way!.legs.length
        ? `Along ${group[0]!.way!.legs.map((leg) => pattern.legs[leg]!.name.toLowerCase()).join(', ')}.`
        : from === 'frame'
          ? 'To bare metal beside it, paint off, star washer under the ring.'
          : `At ${pattern.places[group[0]!.fromPlace!]!.name.toLowerCase()}, beside it.`,
      ...legs.flatMap((leg) => alongLines(d, leg)),
      fromBattery
        ? 'Start at the battery; park the surplus at the gear.'
        : `Start at ${d.nameOf(to)}; trim at the other end.`,
      securing.line,
      ...(group.some(({ kind }) => kind === 'line') ? ['Tied a hand’s width off any feed, and across it square.'] : []),
      'Label both ends alike.',
    ];
    d.add(
      id,
      'pull',
      `Pull ${d.nameOf(from)} → ${d.nameOf(to)}`,
      Math.round(2 * (group.length * (PULL_MINUTES + securing.extra) + group[0]!.alongMin + fishing)) / 2,
      { kind: 'run', id: group[0]!.id },
      {
        tools: [securing.tool, ...(fishing ? ['fish tape'] : [])],
        lines: along,
        sized: ({ wireOf, holesOf }) => ({
          moreMin: opened(holesOf).length * OPEN_MINUTES,
          lines: [
            ...opened(holesOf).map(drilledWords),
            ...group.map(
              (run) =>
                `${run.cutMm} mm, ${wireOf(run)}: ${run.conductors.map((c) => `${colourText(c.colour)} ${c.use}`).join('; ')}`,
            ),
            ...along,
          ],
        }),
        cautions: cautionsAlong(d, legs),
        after: [
          safe,
          ...d.openings(covers),
          ...group[0]!.way!.legs.flatMap((leg) => holes.get(leg) ?? []),
          ...[from, to].filter((g) => job.gear[g]?.place && job.gear[g].there === null).map((g) => `fit:gear/${g}`),
        ],
      },
    );
    d.hide(id, covers);
  }
  return order.map(([id]) => id);
}

/** Every end of every conductor, where it is: at gear and the frame beside it, at the tap, at the batteries. */
export function connect(d: Draft): string[] {
  const { pattern, job } = d;
  const joint = d.pick('joint');
  const connects: string[] = [];
  const late = new Set(d.configured().flatMap(({ speakers }) => speakers));
  for (const [gear, { item, place, there }] of d.placed) {
    const ends = (run: Run) => run.from === gear || run.to === gear;
    const laid = d.laid.filter(ends);
    // What is kept is joined to what lies there already.
    const joined = there === null ? d.old.filter(ends) : [];
    const own = [...laid, ...joined];
    const reliefs = laid.map((run) => reliefOf(job, run, gear));
    const frame = own.filter((run) => run.from === 'frame');
    if (!own.length) continue;
    const splices = d.seen.splices.filter(({ speaker }) => speaker === gear);
    const here = d.endsAt(gear, own);
    const beside = d.endsAt('frame', frame);
    const count = countEnds(own) + countEnds(frame);
    const id = d.add(
      `connect:gear/${gear}`,
      'connect',
      `Connect ${d.nameOf(gear)}`,
      endMinutes([...own, ...frame], joint),
      { kind: 'gear', id: gear },
      {
        tools: count ? [END_TOOLS[joint]] : [],
        sized: (sizes) => ({ ends: [...here(sizes), ...beside(sizes)] }),
        lines: [
          ...(count ? [`${count} ends. Slide the shrink tube on first.`] : []),
          ...loomLines(d, gear, own),
          ...(joined.length
            ? [
                `${joined.length === 1 ? 'One lead lies' : `${joined.length} leads lie`} there already: meter end to end and to the frame before joining.`,
              ]
            : []),
          ...(item.kind === 'speaker' ? ['Check which terminal is + on this speaker, and on its lead.'] : []),
          ...splices.map(({ plus, speakerPlus, keyed }) =>
            keyed === 'both'
              ? 'Plugs at both ends go in one way only.'
              : `${colourText(plus)} is +: to ${speakerPlus}. Label both ends.`,
          ),
          ...(reliefs.some(({ loop }) => loop)
            ? ['Its lead comes from above: a drip loop below the plugs, so that water does not follow it in.']
            : []),
          ...(reliefs.some(({ knot }) => knot)
            ? ['A soft knot or a clamp a hand’s width before it: a lead that is snagged does not pull its tabs off.']
            : []),
          ...leadLines(d, gear),
          ...(late.has(gear) ? ['Leave it unplugged until the amplifier is configured.'] : []),
        ],
        checks: splices.length ? [{ id: 'polarity', text: 'Polarity tried with a cell: the cone moves out on +' }] : [],
        after: [...(there === null ? [`fit:gear/${gear}`] : []), ...d.pullsOf(laid)],
      },
    );
    d.hide(id, [pattern.places[place!]!.covers]);
    connects.push(id);
  }
  connects.push(...tap(d));
  for (const battery of Object.keys(job.craft.batteries)) {
    const own = d.laid.filter((run) => run.from === battery);
    const holders = d.fresh.flatMap(([gear]) =>
      own.some((run) => run.kind === 'feed' && run.to === gear) && job.feeds[gear]?.holder
        ? [`fit:holder/${gear}`]
        : [],
    );
    if (!own.length) continue;
    const place = job.craft.batteries[battery]!.place ?? pattern.batteryPlace;
    const covers = [pattern.places[place]!.covers];
    const id = d.add(
      `connect:battery/${battery}`,
      'connect',
      `Rings on ${d.nameOf(battery)}`,
      endMinutes(own, joint),
      d.whole,
      {
        tools: [END_TOOLS[joint], '10 mm socket'],
        sized: endsOnly(d.endsAt(battery, own)),
        lines: ['The craft’s own cable stays off and covered. Heaviest ring at the bottom of the stud.'],
        checks: [{ id: 'tight', text: 'Every ring tight, none turns by hand' }],
        cautions: ['battery'],
        after: [...d.pullsOf(own), ...holders, ...d.openings(covers)],
      },
    );
    d.hide(id, covers);
    connects.push(id);
  }
  return connects;
}
