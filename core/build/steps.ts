import type { CoverWay, Opened } from '../craft/pattern';
import { isPowered } from '../gear/gear';
import { choicesFor, taken, type ChoiceId } from '../job/choices';
import { craftOf, type Job } from '../job/job';
import { colourText } from '../tables/colours';
import { DRIVES } from '../tables/fasteners';
import { PHASES, type BuildPlan, type BuildRun, type Phase, type Step, type StepFastener } from './step';
import { coversFor, orderCovers } from './teardown';

// Minutes below are common practice of this workshop; a person may expect others, step by step.
const PULL_MINUTES = 4;
const END_MINUTES = { crimp: 1, solder: 2, sleeve: 1.5 } as const;
const GAIN_MINUTES = { ear: 30, lamps: 12, meter: 18, stored: 15 } as const;
const ISOLATE_MINUTES = { negative: 2, both: 4, switch: 1, mainFuse: 2 } as const;
const MICROPHONE_MINUTES = { none: 0, screen: 12, gauges: 8 } as const;

const END_TOOLS = {
  crimp: 'ratchet crimper, heat gun',
  solder: 'soldering iron, heat gun',
  sleeve: 'hot-air gun',
} as const;
const SECURING = {
  ties: {
    tool: 'ties, flush cutter',
    line: 'Ties loose; cinch them at the test-fit and cut the ends flush.',
    extra: 0,
  },
  tape: { tool: 'double-sided tape, 70 % isopropyl', line: 'Wipe the faces with 70 % isopropyl, then tape.', extra: 1 },
  glue: { tool: 'hot-glue gun', line: 'Hot glue only where there is no rack to tie to.', extra: 1 },
} as const;

export interface BuildSeen {
  readonly job: Job;
  readonly runs: readonly BuildRun[];
  readonly tags: Readonly<Record<string, string>>;
  readonly fuses: Readonly<Record<string, number | undefined>>;
  /** Gauge of a run's conductors, in words. */
  readonly wireOf: (run: BuildRun) => string;
}

/** What every run and every piece of gear needs open, fished legs as the job's school has it. */
export function openedFor(
  job: Job,
  runs: readonly BuildRun[],
): { opened: Opened[]; fishMinutes: (run: BuildRun) => number } {
  const pattern = craftOf(job);
  const fished = taken(job.choices, 'access') === 'fished';
  const legOpens = (id: string): Opened => {
    const leg = pattern.legs[id]!;
    return fished && leg.fish ? leg.fish.covers : leg.covers;
  };
  const placesOf = (ids: readonly (string | null | undefined)[]) =>
    ids.flatMap((id) => (id !== null && id !== undefined && pattern.places[id] ? [pattern.places[id].covers] : []));
  return {
    opened: [
      ...runs.flatMap((run) =>
        run.way ? [...run.way.legs.map(legOpens), ...placesOf([run.fromPlace, run.toPlace])] : [],
      ),
      ...placesOf(Object.values(job.gear).map(({ place }) => place)),
    ],
    fishMinutes: (run) =>
      fished ? (run.way?.legs ?? []).reduce((sum, id) => sum + (pattern.legs[id]!.fish?.minutes ?? 0), 0) : 0,
  };
}

/**
 * Everything to do, in an order in which nothing is done before what it waits for. Teardown comes from the
 * covers that the runs and places need; what goes back is the reverse, with a gate that holds every cover
 * until all behind it is done.
 */
export function planBuild(seen: BuildSeen): BuildPlan {
  const { job, runs, tags } = seen;
  const pattern = craftOf(job);
  const pick = <C extends ChoiceId>(id: C) => taken(job.choices, id);
  const { opened, fishMinutes } = openedFor(job, runs);
  const teardown = orderCovers(pattern, coversFor(pattern, opened, pick('access') === 'off'));
  const steps: Step[] = [];
  const add = (
    id: string,
    phase: Phase,
    title: string,
    minutes: number,
    subject: Step['subject'],
    more: Partial<Omit<Step, 'id' | 'phase' | 'title' | 'minutes' | 'plannedMinutes' | 'subject'>> = {},
  ): string => {
    steps.push({
      id,
      phase,
      title,
      minutes: job.minutes[id] ?? minutes,
      plannedMinutes: minutes,
      second: false,
      tools: [],
      lines: [],
      fasteners: [],
      direction: undefined,
      checks: [],
      cautions: [],
      after: [],
      gate: [],
      subject,
      ...more,
    });
    return id;
  };
  const whole = { kind: 'job', id: job.id } as const;
  const laid = runs.filter((run) => run.way);
  const placed = Object.entries(job.gear).filter(([, { place }]) => place !== null);
  if (!placed.length) return { steps, teardown };
  const nameOf = (id: string) =>
    id === 'battery'
      ? 'battery'
      : id === 'switched'
        ? pattern.places[pattern.switchedPlace]!.name.toLowerCase()
        : `${tags[id] ?? ''} ${job.gear[id]?.item.name ?? id}`.trim();
  const road = pattern.kind !== 'boat';

  // ── Make safe ──
  const isolation = pick('isolation');
  const memories = Object.entries(job.craft.memories);
  const safe = add('isolate:battery', 'isolate', ISOLATE_TITLES[isolation], ISOLATE_MINUTES[isolation], whole, {
    tools: [isolation === 'switch' ? 'tag' : isolation === 'mainFuse' ? 'fuse puller' : '10 mm socket, terminal cover'],
    lines: [
      ...(memories.length ? [`Will be lost: ${memories.map(([, m]) => m.name).join(', ')}. Put back at the end.`] : []),
      'Blanket on what can be scratched; a soft place for what comes off.',
    ],
    cautions: ['battery', ...(road ? (['stand'] as const) : (['vapour'] as const))],
  });

  // ── Open up ──
  const offOf = new Map<string, string>();
  for (const { cover, state, way } of teardown.covers) {
    const id = add(
      `off:cover/${cover}`,
      'teardown',
      `${pattern.covers[cover]!.name} ${OPEN_WORDS[state]}`,
      way.minutes.off,
      { kind: 'cover', id: cover },
      {
        ...fromWay(way, 'out'),
        lines: [
          way.hint,
          ...(Object.keys(way.plugs).length ? ['Tape, label and photograph each plug before it is pulled.'] : []),
        ].filter(Boolean),
        checks: [
          ...Object.entries(way.plugs).map(([plug, name]) => ({
            id: `plug-${plug}`,
            text: `Unplugged and labelled: ${name}`,
          })),
          ...Object.entries(way.hoses).map(([hose, name]) => ({ id: `hose-${hose}`, text: `Off and closed: ${name}` })),
        ],
        after: [safe, ...Object.keys(way.after).map((c) => `off:cover/${c}`)],
      },
    );
    offOf.set(cover, id);
  }
  const openings = (covers: Opened[]) =>
    Object.keys(coversFor(pattern, covers, false)).flatMap((c) => offOf.get(c) ?? []);
  /** Steps that can only be got at while a cover is open. */
  const behind = new Map<string, string[]>();
  const hide = (step: string, covers: Opened[]) => {
    for (const cover of Object.keys(coversFor(pattern, covers, false)))
      behind.set(cover, [...(behind.get(cover) ?? []), step]);
  };

  // ── Fit ──
  const unsealed = pick('rating') === 'accepted';
  for (const [gear, { item, place }] of placed) {
    const at = pattern.places[place!]!;
    const accepted = unsealed && at.exposure !== 'sheltered';
    const id = add(
      `fit:gear/${gear}`,
      'fit',
      `Fit ${nameOf(gear)}: ${at.name}`,
      item.fitMinutes,
      { kind: 'gear', id: gear },
      {
        lines: [
          'Offer it up with the outer cover on; mark, then fit.',
          ...(item.note ? [item.note] : []),
          ...(accepted
            ? ['Not sealed for this place unless its rating says so: drip loop, cover over the plugs.']
            : []),
          ...(choicesFor(pattern.kind).includes('reverse')
            ? [
                pick('reverse') === 'gelcoat'
                  ? 'Glass fibre: bit in reverse through the gelcoat only.'
                  : 'Glass fibre: bit in reverse all the way through.',
              ]
            : []),
        ],
        cautions: [
          'eyes',
          ...(at.body !== 'frame' && pattern.kind === 'motorcycle' ? (['steering'] as const) : []),
          ...(pattern.kind === 'boat' ? (['hull'] as const) : []),
        ],
        after: [safe, ...openings([at.covers])],
      },
    );
    hide(id, [at.covers]);
  }
  const microphone = pick('microphone');
  if (microphone !== 'none' && placed.some(([, { item }]) => item.kind === 'headUnit'))
    add(
      'fit:microphone',
      'fit',
      microphone === 'screen' ? 'Fit the microphone high behind the screen' : 'Fit the microphone by the gauges',
      MICROPHONE_MINUTES[microphone],
      whole,
      {
        lines: ['Out of the wind; its lead goes with the head unit’s.'],
        after: [safe],
      },
    );

  // ── Pull and connect ──
  const securing = SECURING[pick('securing')];
  const groups = new Map<string, BuildRun[]>();
  for (const run of laid) groups.set(`${run.from}>${run.to}`, [...(groups.get(`${run.from}>${run.to}`) ?? []), run]);
  const fromBattery = pick('start') === 'battery';
  const order = [...groups].sort(([a], [b]) =>
    fromBattery ? Number(b.startsWith('battery>')) - Number(a.startsWith('battery>')) : 0,
  );
  for (const [ends, group] of order) {
    const [from, to] = ends.split('>') as [string, string];
    const covers = openedFor({ ...job, gear: {} }, group).opened;
    const id = add(
      `pull:run/${ends.replace('>', '-')}`,
      'pull',
      `Pull ${nameOf(from)} → ${nameOf(to)}`,
      group.length * (PULL_MINUTES + securing.extra) + fishMinutes(group[0]!),
      { kind: 'run', id: group[0]!.id },
      {
        tools: [securing.tool, ...(fishMinutes(group[0]!) ? ['fish tape'] : [])],
        lines: [
          ...group.map(
            (run) =>
              `${run.cutMm} mm, ${seen.wireOf(run)}: ${run.conductors.map((c) => `${colourText(c.colour)} ${c.use}`).join('; ')}`,
          ),
          `Along ${group[0]!.way!.legs.map((leg) => pattern.legs[leg]!.name.toLowerCase()).join(', ')}.`,
          fromBattery
            ? 'Start at the battery; park the surplus at the gear.'
            : `Start at ${to === 'battery' ? nameOf(from) : nameOf(to)}; trim at the other end.`,
          securing.line,
          'Label both ends alike.',
        ],
        cautions: group.some((run) => run.way!.legs.some((leg) => pattern.legs[leg]!.joint)) ? ['steering'] : [],
        after: [safe, ...openings(covers), ...[from, to].filter((g) => job.gear[g]?.place).map((g) => `fit:gear/${g}`)],
      },
    );
    hide(id, covers);
  }
  const pulled = [...groups.keys()].map((ends) => `pull:run/${ends.replace('>', '-')}`);
  const joint = pick('joint');
  const stored = pick('gain') === 'stored';
  const connects: string[] = [];
  for (const [gear, { item, place }] of placed) {
    const own = laid.filter((run) => run.from === gear || run.to === gear);
    if (!own.length) continue;
    const ends = own.reduce((sum, run) => sum + run.conductors.length, 0);
    const id = add(
      `connect:gear/${gear}`,
      'connect',
      `Connect ${nameOf(gear)}`,
      Math.ceil(ends * END_MINUTES[joint]),
      { kind: 'gear', id: gear },
      {
        tools: [END_TOOLS[joint]],
        lines: [
          `${ends} ends. Slide the shrink tube on first.`,
          ...(item.kind === 'speaker' ? ['Check which terminal is + on this speaker, and on its lead.'] : []),
          ...(stored && item.kind === 'speaker' ? ['Leave it unplugged until the amplifier is configured.'] : []),
        ],
        after: [`fit:gear/${gear}`, ...own.map((run) => `pull:run/${run.from}-${run.to}`)],
      },
    );
    hide(id, [pattern.places[place!]!.covers]);
    connects.push(id);
  }

  // ── Test ──
  const powered = placed.filter(([, { item }]) => isPowered(item)).map(([id]) => id);
  const done = [...pulled, ...connects, ...placed.map(([id]) => `fit:gear/${id}`)];
  const shorts = add('test:shorts', 'test', 'Meter: shorts and continuity, power still off', 5, whole, {
    tools: ['multimeter'],
    checks: [
      { id: 'plus-minus', text: 'No short from + to − on any feed' },
      ...laid
        .filter((run) => run.kind === 'speaker')
        .map((run) => ({ id: `lead-${run.to}`, text: `${nameOf(run.to)}: both leads through, neither to ground` })),
    ],
    after: done,
  });
  const fuses = powered.map((gear) =>
    add(
      `fuse:gear/${gear}`,
      'test',
      `Fit the ${seen.fuses[gear] === undefined ? '' : `${seen.fuses[gear]} A `}fuse of ${nameOf(gear)}`,
      1,
      { kind: 'gear', id: gear },
      {
        lines: ['The fuse goes in last, at the battery end.'],
        after: [shorts],
      },
    ),
  );
  const power = add('test:power', 'test', 'First power', ISOLATE_MINUTES[isolation] + 2, whole, {
    lines: ['Put back what made it safe. Stay at the fuse: out at once on smoke, smell or heat.'],
    checks: powered.map((gear) => ({ id: `on-${gear}`, text: `${nameOf(gear)} comes on, and goes off with the key` })),
    cautions: ['battery'],
    after: [shorts, ...fuses],
  });
  const speakers = placed.filter(([, { item }]) => item.kind === 'speaker').map(([id]) => id);
  const sound = add('test:sound', 'test', 'Every source, every speaker', Math.max(2, speakers.length), whole, {
    checks: speakers.map((id) => ({ id: `plays-${id}`, text: `${nameOf(id)} plays, clean and alone` })),
    after: [power],
    cautions: ['hearing'],
  });
  const unplugged = teardown.covers.flatMap(({ cover, way }) =>
    Object.entries(way.plugs).map(([plug, name]) => ({ id: `${cover}-${plug}`, text: name })),
  );
  const moving = Object.entries(pattern.joints);
  const travels =
    moving.length || pattern.kind !== 'motorcycle'
      ? add(
          'test:travel',
          'test',
          moving.length ? 'Bars lock to lock' : 'Steering and shift through their travel',
          3,
          whole,
          {
            lines: moving.length
              ? ['No wire pulls, pinches or holds anywhere, and the horn does not sound.']
              : ['Nothing touches linkage, column or pedals.'],
            cautions: [moving.length ? 'steering' : 'shift'],
            after: pulled,
          },
        )
      : undefined;

  // ── Tune ──
  const gain = pick('gain');
  const tunes = powered
    .filter((id) => job.gear[id]!.item.kind === 'amplifier')
    .map((id) =>
      add(
        `tune:gear/${id}`,
        'tune',
        `Set the gains of ${nameOf(id)}`,
        GAIN_MINUTES[gain],
        { kind: 'gear', id },
        {
          tools: [
            ...(gain === 'meter' ? ['multimeter'] : gain === 'stored' ? ['set-up file'] : []),
            pick('source') === 'stick' ? 'stick with files of known level' : 'wireless music',
          ],
          lines: ['Everything flat, boost off; find the clean volume of the head unit first.', GAIN_LINES[gain]],
          cautions: ['hearing'],
          after: [sound],
        },
      ),
    );

  // ── Put back ──
  const backOf = new Map<string, string>();
  const reverse = [...teardown.covers].reverse();
  const tested = [shorts, ...fuses, power, sound, ...(travels ? [travels] : []), ...tunes];
  const first = pick('test') === 'first' ? reverse[0]?.cover : undefined;
  for (const { cover, way } of reverse) {
    const gate = [...new Set(behind.get(cover) ?? [])];
    const later = reverse
      .filter((other) => Object.keys(other.way.after).includes(cover))
      .map((other) => `on:cover/${other.cover}`);
    backOf.set(
      cover,
      add(
        `on:cover/${cover}`,
        'refit',
        `${pattern.covers[cover]!.name} back`,
        way.minutes.on,
        { kind: 'cover', id: cover },
        {
          ...fromWay(way, 'in'),
          lines: [
            ...(Object.keys(way.fasteners).length ? ['Start every fastener, then tighten.'] : []),
            ...Object.values(way.fasteners).flatMap((f) =>
              f.torqueNm === null ? [] : [`${f.where}: ${f.size} to ${f.torqueNm} N·m`],
            ),
          ],
          checks: [
            ...Object.entries(way.plugs).map(([plug, name]) => ({ id: `plug-${plug}`, text: `Plugged in: ${name}` })),
            ...Object.entries(way.hoses).map(([hose, name]) => ({
              id: `hose-${hose}`,
              text: `On and pulled to prove it: ${name}`,
            })),
          ],
          after: [`off:cover/${cover}`, ...gate, ...later, ...(cover === first ? [] : tested)],
          gate,
        },
      ),
    );
  }

  // ── Finish ──
  const closed = [...backOf.values(), ...tested];
  const lamps = unplugged.length
    ? add('close:lamps', 'close', 'Every lamp and sender that was unplugged', unplugged.length, whole, {
        checks: unplugged.map(({ id, text }) => ({ id, text: `Works: ${text}` })),
        after: [...closed],
      })
    : undefined;
  const relearned = memories.map(([id, { name, relearn }]) =>
    add(`close:memory/${id}`, 'close', `Put back: ${name}`, 2, whole, {
      lines: relearn ? [relearn] : [],
      after: [power, ...backOf.values()],
    }),
  );
  add('close:record', 'close', 'Hand over: photographs, fuse place, spare fuses', 10, whole, {
    lines: ['Show sources, zones and pairing. Say where the fuse is. Leave spare fuses.'],
    after: [...closed, ...(lamps ? [lamps] : []), ...relearned],
  });
  return { steps: inPhases(steps, first), teardown };
}

const ISOLATE_TITLES = {
  negative: 'Battery: negative off',
  both: 'Battery: negative off, then positive',
  switch: 'Battery switch off and tagged',
  mainFuse: 'Main fuse out',
} as const;
const OPEN_WORDS = { loosened: 'loosened', aside: 'aside', off: 'off' } as const;
const GAIN_LINES = {
  ear: 'Gains from minimum, one pair connected at a time, several good tracks.',
  lamps: 'Input lamp first, then the output lamp just dark at clean volume.',
  meter: 'Speakers unplugged; set √(P·R) volts on the test tone.',
  stored: 'Load the stored set-up before any speaker is plugged in; find each speaker by noise.',
} as const;

function fromWay(way: CoverWay, direction: 'out' | 'in') {
  const fasteners = Object.entries(way.fasteners).map(([id, f]): StepFastener => ({ id, ...f }));
  return {
    direction: fasteners.length ? direction : undefined,
    fasteners,
    tools: [...new Set(fasteners.map((f) => DRIVES[f.drive].tool))],
    second: way.second,
    cautions: way.cautions,
  } as const;
}

/**
 * The steps in the order of their phases; within one as they were written, which keeps every step after
 * those it waits for. A first cover that goes back before the tests comes before them.
 */
function inPhases(steps: readonly Step[], first: string | undefined): Step[] {
  const rank = Object.keys(PHASES);
  const at = (step: Step) => (step.id === `on:cover/${first}` ? rank.indexOf('test') - 0.5 : rank.indexOf(step.phase));
  return [...steps].sort((a, b) => at(a) - at(b));
}
