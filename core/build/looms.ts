import { branchAt } from '../connections/looms';
import { openedByRuns } from '../connections/opened';
import type { Run } from '../connections/runs';
import { colourText } from '../tables/colours';
import { alongLines, cautionsAlong, drilledWords, SECURING } from './along';
import type { Draft } from './draft';
import { OPEN_MINUTES, type Widen } from './widening';

// Minutes are common practice of this workshop; a person may expect others, step by step.
/** A loom laid out, its branches told apart, led in. */
const LAY_MINUTES = 4;
/** One plug of it led to where it goes, or capped. */
const END_MINUTES = 1;

/** A loom led in, all of it at once: nothing of it is cut. */
export function pullLoom(
  d: Draft,
  safe: string,
  step: string,
  group: readonly Run[],
  holes: ReadonlyMap<string, string>,
  widen: Widen,
): void {
  const { pattern, job } = d;
  const { loom: id } = group[0]!.loom!;
  const { item } = job.looms[id]!;
  const { ends, first, trunk } = d.seen.looms.find((one) => one.id === id)!;
  const ids = [...new Set(group.flatMap(({ way }) => way!.legs))];
  const legs = ids.map((leg) => pattern.legs[leg]!);
  const covers = openedByRuns(pattern, group);
  const opened = widen(ids);
  const fishing = group.reduce((sum, run) => sum + d.fishMinutes(run), 0);
  const [used, unused] = [ends.filter(({ runs }) => runs.length), ends.filter(({ runs }) => !runs.length)];
  const securing = SECURING[d.pick('securing')];
  const over = used.filter(({ overMm }) => overMm !== undefined && overMm >= 1);
  const between = trunk.reduce((sum, { mm }) => sum + mm, 0);
  const along = [
    ids.length ? `Along ${legs.map(({ name }) => name.toLowerCase()).join(', ')}.` : 'Where it is, beside it.',
    ...legs.flatMap((leg) => alongLines(d, leg)),
    first === 'start'
      ? `Plug in ${ends[0]!.name} first and lead its branches on from there.`
      : `Lead its branches to their plugs first, and what is left back to ${ends[0]!.name}.`,
    ...over.map(
      ({ name, overMm, place }) =>
        `${name}: ${Math.round(overMm!)} mm left over, coiled flat and tied ${place === undefined ? 'there' : `at ${pattern.places[place]!.name.toLowerCase()}`}.`,
    ),
    ...(between >= 1
      ? [`Between its forks: ${Math.round(between)} mm left over, laid in a loop where it passes.`]
      : []),
    ...unused.map(({ name }) => `${name}: not used, capped and tied back.`),
    ...(item.fuse ? ['Its fuse is out, and stays out until first power.'] : []),
    'Nothing of it is cut.',
    securing.line,
    'Label its plugs.',
  ];
  const run = { kind: 'run' as const, id: group[0]!.id };
  d.add(
    step,
    'pull',
    `Lead in ${item.name}`,
    Math.round(
      2 *
        (LAY_MINUTES +
          ends.length * END_MINUTES +
          used.length * securing.extra +
          group.reduce((sum, { alongMin }) => sum + alongMin, 0) +
          fishing),
    ) / 2,
    run,
    {
      tools: [securing.tool, ...(fishing ? ['fish tape'] : [])],
      lines: along,
      sized: ({ holesOf }) => ({
        moreMin: opened(holesOf).length * OPEN_MINUTES,
        lines: [
          ...opened(holesOf).map(drilledWords),
          ...used.map(
            ({ name, to, runs }) =>
              `${name} to ${d.nameOf(to!)}: ${runs
                .flatMap((of) => group.find((one) => one.id === of)?.conductors ?? [])
                .map((c) => `${colourText(c.colour)} ${c.use}`)
                .join('; ')}`,
          ),
          ...along,
        ],
      }),
      cautions: cautionsAlong(d, legs),
      after: [
        safe,
        ...d.openings(covers),
        ...ids.flatMap((leg) => holes.get(leg) ?? []),
        ...used.flatMap(({ to }) =>
          to !== null && job.gear[to]?.place && job.gear[to].there === null ? [`fit:gear/${to}`] : [],
        ),
      ],
    },
  );
  d.hide(step, covers);
}

/** What is plugged in at gear. */
export function loomLines(d: Draft, gear: string, own: readonly Run[]): string[] {
  const ids = [...new Set(own.flatMap(({ loom }) => (loom ? [loom.loom] : [])))];
  return ids.flatMap((id) => {
    const { item, ends: said } = d.job.looms[id]!;
    const { ends } = d.seen.looms.find((one) => one.id === id)!;
    return ends.flatMap(({ end, name, to, runs }) => {
      if (to !== gear || !runs.length) return [];
      return [
        branchAt(item, end)?.inline
          ? `${item.name}, ${name}: part the old plug, and put its two plugs between the halves.`
          : `${item.name}, ${name}: pushed home until it locks${Object.keys(said).length > 2 ? '; its tag says which it is' : ''}.`,
      ];
    });
  });
}
