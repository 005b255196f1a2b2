import type { Run } from '../connections/runs';
import type { CoverWay } from '../craft/pattern';
import { isPowered } from '../gear/gear';
import { isFibre, materialName, materialOf } from '../job/material';
import { colourText } from '../tables/colours';
import { DRIVES } from '../tables/fasteners';
import { openedByRuns, type Draft, type Sized } from './draft';
import type { StepEnd, StepFastener } from './step';

// Minutes below are common practice of this workshop; a person may expect others, step by step.
const PULL_MINUTES = 4;
const END_MINUTES = { crimp: 1, solder: 2, sleeve: 1.5 } as const;
const GAIN_MINUTES = { ear: 30, lamps: 12, meter: 18, stored: 15 } as const;
const ISOLATE_MINUTES = { negative: 2, both: 4, switch: 1, mainFuse: 2 } as const;
const CONFIGURE_MINUTES = 10;
const TAP_MINUTES = 5;
const POWER_MINUTES = 2;
/** Gear that goes through a panel, not on to it. */
const CUT_IN: readonly string[] = ['headUnit', 'speaker', 'zoneControl'];
const RETURNS_MINUTES = 2;
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

/** Isolates the battery; returns the step that everything waits for. */
export function makeSafe(d: Draft): string {
  const { job, pattern } = d;
  const isolation = d.pick('isolation');
  const memories = Object.entries(job.craft.memories);
  const safe = d.add('isolate:battery', 'isolate', ISOLATE_TITLES[isolation], ISOLATE_MINUTES[isolation], d.whole, {
    tools: [isolation === 'switch' ? 'tag' : isolation === 'mainFuse' ? 'fuse puller' : '10 mm socket, terminal cover'],
    lines: [
      // One battery and nothing beside it: the title says it all.
      ...(d.seen.isolation.off.length > 2 ? d.seen.isolation.off : []),
      ...(memories.length ? [`Will be lost: ${memories.map(([, m]) => m.name).join(', ')}. Put back at the end.`] : []),
      'Blanket on what can be scratched; a soft place for what comes off.',
    ],
    cautions: ['battery', ...(pattern.kind !== 'boat' ? (['stand'] as const) : (['vapour'] as const))],
  });

  return safe;
}

/** Old leads are metered once the old unit and the speakers can be got at and unplugged. */
export function meterOldLeads(d: Draft, safe: string): void {
  const { job, pattern } = d;
  const old = Object.keys(job.speakers).filter((id) => job.speakers[id]!.oldLeadOhm !== null);
  if (!old.length) return;
  const spots = [...old, ...d.placed.flatMap(([id, { item }]) => (isPowered(item) ? [id] : []))];
  const covers = spots.flatMap((id) => {
    const place = job.gear[id]?.place;
    return place ? [pattern.places[place]!.covers] : [];
  });
  const id = d.add(
    'test:returns',
    'teardown',
    'Old speaker leads: look for a shared return',
    RETURNS_MINUTES * old.length,
    d.whole,
    {
      tools: ['multimeter'],
      lines: [
        'Speakers and the old unit unplugged. Any path means a shared return: say so at Speakers before going on.',
      ],
      checks: old.map((speaker) => ({
        id: `return-${speaker}`,
        text: `${d.nameOf(speaker)}: no path from its − to another − or to ground`,
      })),
      after: [safe, ...d.openings(covers)],
    },
  );
  d.hide(id, covers);
}

/** Every cover the runs and places need, in the order of fewest tool changes. */
export function openUp(d: Draft, safe: string): void {
  const { pattern } = d;
  /** New gear that sits right behind a cover: it is held in front of it while the cover is still on. */
  const behind = (cover: string) =>
    d.fresh.filter(([, { place }]) => pattern.places[place!]!.covers[cover] !== undefined).map(([id]) => d.nameOf(id));
  for (const { cover, state, way } of d.teardown.covers) {
    const id = d.add(
      `off:cover/${cover}`,
      'teardown',
      `${pattern.covers[cover]!.name} ${OPEN_WORDS[state]}`,
      way.minutes.off,
      { kind: 'cover', id: cover },
      {
        ...fromWay(way, 'out'),
        lines: [
          ...(behind(cover).length
            ? [`Before it comes off, offer up ${behind(cover).join(', ')} and mark what must clear it.`]
            : []),
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
    d.offOf.set(cover, id);
  }
}

export function fit(d: Draft, safe: string): void {
  const { pattern } = d;
  const unsealed = d.pick('rating') === 'accepted';
  for (const [gear, { item, place }] of d.fresh) {
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
          ...(material ? [`Into ${materialName(material)}.`] : []),
          ...(screws
            ? [`${screws.count} × ${screws.size}, ${DRIVES[screws.drive].name}: start all, then tighten.`]
            : []),
          ...(item.note ? [item.note] : []),
          ...(accepted
            ? ['Not sealed for this place unless its rating says so: drip loop, cover over the plugs.']
            : []),
          ...(fibre
            ? [
                d.pick('reverse') === 'gelcoat'
                  ? 'Glass fibre: bit in reverse through the gelcoat only.'
                  : 'Glass fibre: bit in reverse all the way through.',
              ]
            : []),
        ],
        tools: screws ? [DRIVES[screws.drive].tool] : [],
        cautions: [
          fibre ? 'dust' : 'eyes',
          ...(at.body !== 'frame' && pattern.kind === 'motorcycle' ? (['steering'] as const) : []),
          ...(pattern.kind === 'boat' ? (['hull'] as const) : []),
        ],
        after: [safe, ...d.openings([at.covers])],
      },
    );
    d.hide(id, [at.covers]);
  }
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

/** Wires pulled, a pair of ends at a time; returns the steps. */
export function pull(d: Draft, safe: string): string[] {
  const { job, pattern } = d;
  const securing = SECURING[d.pick('securing')];
  const groups = new Map<string, Run[]>();
  for (const run of d.laid) groups.set(`${run.from}>${run.to}`, [...(groups.get(`${run.from}>${run.to}`) ?? []), run]);
  const fromBattery = d.pick('start') === 'battery';
  const isBattery = (end: string) => Object.hasOwn(job.craft.batteries, end);
  const order = [...groups].sort(([a], [b]) =>
    fromBattery ? Number(isBattery(b.split('>')[0]!)) - Number(isBattery(a.split('>')[0]!)) : 0,
  );
  for (const [ends, group] of order) {
    const [from, to] = ends.split('>') as [string, string];
    const covers = openedByRuns(pattern, group);
    const along = [
      group[0]!.way!.legs.length
        ? `Along ${group[0]!.way!.legs.map((leg) => pattern.legs[leg]!.name.toLowerCase()).join(', ')}.`
        : 'To bare metal beside it, paint off, star washer under the ring.',
      fromBattery
        ? 'Start at the battery; park the surplus at the gear.'
        : `Start at ${d.nameOf(to)}; trim at the other end.`,
      securing.line,
      'Label both ends alike.',
    ];
    const id = d.add(
      `pull:run/${ends.replace('>', '-')}`,
      'pull',
      `Pull ${d.nameOf(from)} → ${d.nameOf(to)}`,
      group.length * (PULL_MINUTES + securing.extra) + d.fishMinutes(group[0]!),
      { kind: 'run', id: group[0]!.id },
      {
        tools: [securing.tool, ...(d.fishMinutes(group[0]!) ? ['fish tape'] : [])],
        lines: along,
        sized: ({ wireOf }) => ({
          lines: [
            ...group.map(
              (run) =>
                `${run.cutMm} mm, ${wireOf(run)}: ${run.conductors.map((c) => `${colourText(c.colour)} ${c.use}`).join('; ')}`,
            ),
            ...along,
          ],
        }),
        cautions: group.some((run) => run.way!.legs.some((leg) => pattern.legs[leg]!.joint)) ? ['steering'] : [],
        after: [
          safe,
          ...d.openings(covers),
          ...[from, to].filter((g) => job.gear[g]?.place && job.gear[g].there === null).map((g) => `fit:gear/${g}`),
        ],
      },
    );
    d.hide(id, covers);
  }
  return order.map(([ends]) => `pull:run/${ends.replace('>', '-')}`);
}

const countEnds = (runs: readonly Run[]): number => runs.reduce((count, run) => count + run.conductors.length, 0);
const endsOnly = (at: (sizes: Sized) => StepEnd[]) => (sizes: Sized) => ({ ends: at(sizes) });

/** Every end of every conductor, where it is: at gear and the frame beside it, at the tap, at the batteries. */
export function connect(d: Draft): string[] {
  const { pattern, job } = d;
  const joint = d.pick('joint');
  const connects: string[] = [];
  const late = new Set(d.configured().flatMap(({ speakers }) => speakers));
  const minutesOf = (ends: number) => Math.ceil(ends * END_MINUTES[joint]);
  const pulls = (runs: readonly Run[]) => [...new Set(runs.map((run) => `pull:run/${run.from}-${run.to}`))];
  for (const [gear, { item, place, there }] of d.placed) {
    const own = d.laid.filter((run) => run.from === gear || run.to === gear);
    const frame = own.filter((run) => run.from === 'frame');
    if (!own.length) continue;
    const splices = d.seen.splices.filter(({ speaker }) => speaker === gear);
    const here = d.endsAt(gear, own);
    const beside = d.endsAt('frame', frame);
    const ends = countEnds(own) + countEnds(frame);
    const id = d.add(
      `connect:gear/${gear}`,
      'connect',
      `Connect ${d.nameOf(gear)}`,
      minutesOf(ends),
      { kind: 'gear', id: gear },
      {
        tools: [END_TOOLS[joint]],
        sized: (sizes) => ({ ends: [...here(sizes), ...beside(sizes)] }),
        lines: [
          `${ends} ends. Slide the shrink tube on first.`,
          ...(item.kind === 'speaker' ? ['Check which terminal is + on this speaker, and on its lead.'] : []),
          ...splices.map(({ plus, speakerPlus, keyed }) =>
            keyed === 'both'
              ? 'Plugs at both ends go in one way only.'
              : `${colourText(plus)} is +: to ${speakerPlus}. Label both ends.`,
          ),
          ...(late.has(gear) ? ['Leave it unplugged until the amplifier is configured.'] : []),
        ],
        checks: splices.length ? [{ id: 'polarity', text: 'Polarity tried with a cell: the cone moves out on +' }] : [],
        after: [...(there === null ? [`fit:gear/${gear}`] : []), ...pulls(own)],
      },
    );
    d.hide(id, [pattern.places[place!]!.covers]);
    connects.push(id);
  }
  const tapped = d.laid.filter((run) => run.from === 'switched');
  if (tapped.length) {
    const source = job.turnOn.source === null ? undefined : job.craft.existing[job.turnOn.source];
    const covers = [pattern.places[pattern.switchedPlace]!.covers];
    const id = d.add(
      'tap:switched',
      'connect',
      source ? `Tap ${source.name}` : `Tap the switched source: ${d.nameOf('switched')}`,
      TAP_MINUTES + minutesOf(tapped.length),
      d.whole,
      {
        tools: ['multimeter', END_TOOLS[joint]],
        sized: endsOnly(d.endsAt('switched', tapped)),
        lines: [
          source
            ? `${colourText(source.colour)}. Meter it at off, accessory and run before anything is cut.`
            : 'Nobody has said which circuit: find one that is live with the key only, and meter it before anything is cut.',
          'Wrap it again as it was found.',
        ],
        checks: [{ id: 'metered', text: 'Metered: dead with the key off, live at run' }],
        after: [...pulls(tapped), ...d.openings(covers)],
      },
    );
    d.hide(id, covers);
    connects.push(id);
  }
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
      minutesOf(countEnds(own)),
      d.whole,
      {
        tools: [END_TOOLS[joint], '10 mm socket'],
        sized: endsOnly(d.endsAt(battery, own)),
        lines: ['The craft’s own cable stays off and covered. Heaviest ring at the bottom of the stud.'],
        checks: [{ id: 'tight', text: 'Every ring tight, none turns by hand' }],
        cautions: ['battery'],
        after: [...pulls(own), ...holders, ...d.openings(covers)],
      },
    );
    d.hide(id, covers);
    connects.push(id);
  }
  return connects;
}

/** What the tests hand on: every one of them, first power, sound. */
export interface Tested {
  readonly all: readonly string[];
  readonly power: string;
  readonly sound: string;
}

export function test(d: Draft, pulled: readonly string[], connects: readonly string[]): Tested {
  const { pattern } = d;
  const isolation = d.pick('isolation');
  const powered = d.fresh.filter(([, { item }]) => isPowered(item)).map(([id]) => id);
  const done = [...pulled, ...connects, ...d.fresh.map(([id]) => `fit:gear/${id}`)];
  const shorts = d.add('test:shorts', 'test', 'Meter: shorts and continuity, power still off', 5, d.whole, {
    tools: ['multimeter'],
    checks: [
      { id: 'plus-minus', text: 'No short from + to − on any feed' },
      ...d.laid
        .filter((run) => run.kind === 'speaker')
        .map((run) => ({ id: `lead-${run.to}`, text: `${d.nameOf(run.to)}: both leads through, neither to ground` })),
    ],
    after: done,
  });
  const on = d.add(
    'test:live',
    'test',
    `${BACK_TITLES[isolation]}, every new fuse still out`,
    ISOLATE_MINUTES[isolation],
    d.whole,
    {
      lines: d.seen.isolation.off.length > 2 ? d.seen.isolation.on : ['Put back what made it safe.'],
      checks: [{ id: 'dead', text: 'Meter: nothing beyond the empty fuse holders' }],
      cautions: ['battery'],
      after: [shorts],
    },
  );
  const fused = d.fresh.flatMap(([id]) => (d.seen.fused.includes(id) ? [id] : []));
  const fuses = fused.map((gear) =>
    d.add(
      `fuse:gear/${gear}`,
      'test',
      `Fit the fuse of ${d.nameOf(gear)}`,
      1,
      { kind: 'gear', id: gear },
      {
        lines: [
          'The fuse goes in last, with the battery on: no arc at the post. A spark that does not stop means out again.',
        ],
        after: [on],
        sized: ({ fuses: { [gear]: amps } }) =>
          amps === undefined ? {} : { title: `Fit the ${amps} A fuse of ${d.nameOf(gear)}` },
      },
    ),
  );
  const power = d.add('test:power', 'test', 'First power', POWER_MINUTES, d.whole, {
    lines: ['Stay at the fuse: out at once on smoke, smell or heat.'],
    checks: powered.map((gear) => ({
      id: `on-${gear}`,
      text: `${d.nameOf(gear)} comes on, and goes off with the key`,
    })),
    cautions: ['battery'],
    after: [on, ...fuses],
  });
  const plugged = d.configured().flatMap(({ amplifier, speakers: own }) => {
    const set = d.add(
      `configure:gear/${amplifier}`,
      'test',
      `Load the set-up of ${d.nameOf(amplifier)}`,
      CONFIGURE_MINUTES,
      { kind: 'gear', id: amplifier },
      {
        tools: ['set-up file'],
        lines: ['Every speaker of it unplugged. Load the set-up, then switch off, wait ten seconds, and on again.'],
        after: [power],
      },
    );
    return d.add(
      `plug:gear/${amplifier}`,
      'test',
      `Plug in the speakers of ${d.nameOf(amplifier)}`,
      Math.max(1, own.length),
      { kind: 'gear', id: amplifier },
      { checks: own.map((id) => ({ id: `plug-${id}`, text: `Plugged in: ${d.nameOf(id)}` })), after: [set] },
    );
  });
  const speakers = d.placed.filter(([, { item }]) => item.kind === 'speaker').map(([id]) => id);
  const sound = d.add('test:sound', 'test', 'Every source, every speaker', Math.max(2, speakers.length), d.whole, {
    checks: speakers.map((id) => ({ id: `plays-${id}`, text: `${d.nameOf(id)} plays, clean and alone` })),
    after: [power, ...plugged],
    cautions: ['hearing'],
  });
  const moving = Object.entries(pattern.joints);
  const travels =
    moving.length || pattern.kind !== 'motorcycle'
      ? d.add(
          'test:travel',
          'test',
          moving.length ? 'Bars lock to lock' : 'Steering and shift through their travel',
          3,
          d.whole,
          {
            lines: moving.length
              ? ['No wire pulls, pinches or holds anywhere, and the horn does not sound.']
              : ['Nothing touches linkage, column or pedals.'],
            cautions: [moving.length ? 'steering' : 'shift'],
            after: pulled,
          },
        )
      : undefined;

  return { all: [shorts, on, ...fuses, power, ...plugged, sound, ...(travels ? [travels] : [])], power, sound };
}

export function tune(d: Draft, sound: string): string[] {
  const gain = d.pick('gain');
  return d.placed
    .filter(([, { item }]) => item.kind === 'amplifier')
    .map(([id]) =>
      d.add(
        `tune:gear/${id}`,
        'tune',
        gain === 'stored' ? `Check the stored set-up of ${d.nameOf(id)}` : `Set the gains of ${d.nameOf(id)}`,
        gain === 'stored' ? GAIN_MINUTES.stored - CONFIGURE_MINUTES : GAIN_MINUTES[gain],
        { kind: 'gear', id },
        {
          tools: [
            ...(gain === 'meter' ? ['multimeter'] : []),
            d.pick('source') === 'stick' ? 'stick with files of known level' : 'wireless music',
          ],
          lines: ['Everything flat, boost off; find the clean volume of the head unit first.', GAIN_LINES[gain]],
          cautions: ['hearing'],
          after: [sound],
        },
      ),
    );
}

/** Covers in reverse, each held until all behind it is done; returns the steps and the one that may go back early. */
export function putBack(d: Draft, tested: readonly string[]): { backs: string[]; first: string | undefined } {
  const { pattern } = d;
  const backOf = new Map<string, string>();
  const reverse = [...d.teardown.covers].reverse();
  const first = d.pick('test') === 'first' ? reverse[0]?.cover : undefined;
  for (const { cover, way } of reverse) {
    const gate = [...new Set(d.behind.get(cover) ?? [])];
    const later = reverse
      .filter((other) => Object.keys(other.way.after).includes(cover))
      .map((other) => `on:cover/${other.cover}`);
    backOf.set(
      cover,
      d.add(
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

  return { backs: [...backOf.values()], first };
}

export function finish(d: Draft, tested: readonly string[], power: string, backs: readonly string[]): void {
  const closed = [...backs, ...tested];
  const unplugged = d.teardown.covers.flatMap(({ cover, way }) =>
    Object.entries(way.plugs).map(([plug, name]) => ({ id: `${cover}-${plug}`, text: name })),
  );
  const lamps = unplugged.length
    ? d.add('close:lamps', 'close', 'Every lamp and sender that was unplugged', unplugged.length, d.whole, {
        checks: unplugged.map(({ id, text }) => ({ id, text: `Works: ${text}` })),
        after: [...closed],
      })
    : undefined;
  const relearned = Object.entries(d.job.craft.memories).map(([id, { name, relearn }]) =>
    d.add(`close:memory/${id}`, 'close', `Put back: ${name}`, 2, d.whole, {
      lines: relearn ? [relearn] : [],
      after: [power, ...backs],
    }),
  );
  d.add('close:record', 'close', 'Hand over: photographs, fuse place, spare fuses', 10, d.whole, {
    lines: ['Show sources, zones and pairing. Say where the fuse is. Leave spare fuses.'],
    after: [...closed, ...(lamps ? [lamps] : []), ...relearned],
  });
}

const ISOLATE_TITLES = {
  negative: 'Battery: negative off',
  both: 'Battery: negative off, then positive',
  switch: 'Battery switch off and tagged',
  mainFuse: 'Main fuse out',
} as const;
const BACK_TITLES = {
  negative: 'Battery: negative on',
  both: 'Battery: positive on, then negative',
  switch: 'Battery switch on',
  mainFuse: 'Main fuse in',
} as const;
const OPEN_WORDS = { loosened: 'loosened', aside: 'aside', off: 'off' } as const;
const GAIN_LINES = {
  ear: 'Gains from minimum, one pair connected at a time, several good tracks.',
  lamps: 'Input lamp first, then the output lamp just dark at clean volume.',
  meter: 'Speakers unplugged; set √(P·R) volts on the test tone.',
  stored: 'It was loaded before any speaker was plugged in: find each speaker by noise, then listen.',
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
