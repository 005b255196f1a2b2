import { oldSpeakerLeads } from '../connections/runs';
import type { CoverWay, Fastener } from '../craft/cover';
import { kindRow, type CoverKind } from '../craft/cover-kinds';
import { own } from '../document/patches';
import type { Pattern } from '../craft/pattern';
import type { Caution } from '../tables/cautions';
import { BLIND_LINE, isSoft, toolOf } from '../tables/fasteners';
import type { Draft } from './draft';
import type { StepFastener } from './step';

// Minutes below are common practice of this workshop; a person may expect others, step by step.
export const ISOLATE_MINUTES = { negative: 2, both: 4, switch: 1, mainFuse: 2 } as const;
const RETURNS_MINUTES = 2;
const BOX_MINUTES = 5;

const ISOLATE_TITLES = {
  negative: 'Battery: negative off',
  both: 'Battery: negative off, then positive',
  switch: 'Battery switch off and tagged',
  mainFuse: 'Main fuse out',
} as const;
/** What keeps a craft where it is while hands are in it; a boat is left to its lines, and its petrol space aired. */
const HELD_STILL = {
  motorcycle: 'stand',
  sideBySide: 'chocks',
  recreationalVehicle: 'chocks',
  boat: 'vapour',
} as const satisfies Record<Pattern['kind'], Caution>;
const OPEN_WORDS = { loosened: 'loosened', aside: 'aside', off: 'off' } as const;

/** Isolates the battery; returns the step that everything waits for. */
export function makeSafe(d: Draft): string {
  const { job, pattern } = d;
  const isolation = d.pick('isolation');
  const memories = Object.entries(job.craft.memories);
  // A part that lacks is found before the craft is open.
  for (const [id, { name, lines }] of Object.entries(job.kits))
    d.add(`box:kit/${id}`, 'isolate', `Open the box of ${name}`, BOX_MINUTES, d.whole, {
      lines: ['Count what is in it against its list; what lacks is ordered before anything comes off.'],
      checks: Object.entries(lines)
        .filter(([, { option }]) => !option)
        .map(([line, one]) => ({ id: `line-${line}`, text: `${one.count} × ${one.name}` })),
    });
  const safe = d.add('isolate:battery', 'isolate', ISOLATE_TITLES[isolation], ISOLATE_MINUTES[isolation], d.whole, {
    tools: [isolation === 'switch' ? 'tag' : isolation === 'mainFuse' ? 'fuse puller' : '10 mm socket, terminal cover'],
    lines: [
      // One battery and nothing beside it: the title says it all.
      ...(d.seen.isolation.off.length > 2 ? d.seen.isolation.off : []),
      ...(memories.length ? [`Will be lost: ${memories.map(([, m]) => m.name).join(', ')}. Put back at the end.`] : []),
      'Blanket on what can be scratched; a soft place for what comes off.',
    ],
    cautions: ['battery', HELD_STILL[pattern.kind]],
  });

  return safe;
}

/** Old leads are metered once the old unit and the speakers can be got at and unplugged. */
export function meterOldLeads(d: Draft, safe: string): void {
  const { job, pattern } = d;
  const leads = oldSpeakerLeads(job);
  const old = [...new Set(leads.map(({ speaker }) => speaker))];
  if (!old.length) return;
  // At the plug that drove them; what stays at their other end need not be got at.
  const spots = leads.flatMap(({ speaker, run }) => [run.slice(run.indexOf(':') + 1, run.indexOf('>')), speaker]);
  const covers = spots.flatMap((id) => {
    const placed = job.gear[id];
    return placed?.place && placed.there === null ? [pattern.places[placed.place]!.covers] : [];
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
        'The old unit unplugged, at the plug that drove them. Any path means a shared return: say so at Speakers before going on.',
      ],
      checks: old.map((speaker) => ({
        id: `return-${speaker}`,
        text: `${d.nameOf(speaker)}: no path from its − to another − or to ground`,
      })),
      after: [
        safe,
        ...d.openings(covers),
        ...d.steps.flatMap(({ id: step }) => (step.startsWith('out:') ? [step] : [])),
      ],
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
        ...fromWay(way, pattern.covers[cover]!.kind, 'out'),
        lines: [
          ...(behind(cover).length
            ? [`Before it comes off, offer up ${behind(cover).join(', ')} and mark what must clear it.`]
            : []),
          ...d.differs(cover),
          way.hint,
          kindRow(pattern.covers[cover]!.kind).out ?? '',
          ...blindLines(way),
          ...plugLines(way),
          ...(d.bags.has(cover) ? [`Into bag ${d.bags.get(cover)!}, with its tag.`] : []),
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

/** How each plug and hose comes apart, where somebody has said. */
const plugLines = ({ plugs, hoses, plugHints = {} }: CoverWay): string[] =>
  Object.entries(plugHints).flatMap(([id, hint]) => {
    const name = own(plugs, id) ?? own(hoses, id);
    return name === undefined ? [] : [`${name}: ${hint}`];
  });

/** How what goes back has to be started: by what it goes into. */
export function seatLines({ fasteners }: CoverWay): string[] {
  const all = Object.values(fasteners);
  const by = (which: (one: Fastener) => boolean) => all.filter(which).map(({ where }) => where);
  const soft = by(({ seat }) => isSoft(seat));
  const hand = by(({ seat, handOnly }) => handOnly === true && !isSoft(seat));
  return [
    ...(soft.length ? [`${soft.join(', ')}: by fingers until each runs free, no power tool.`] : []),
    ...(hand.length ? [`${hand.join(', ')}: hand tool only.`] : []),
  ];
}

export const blindLines = (way: CoverWay): string[] =>
  Object.values(way.fasteners).some(({ reach }) => reach === 'blind') ? [BLIND_LINE] : [];

export function fromWay(way: CoverWay, kind: CoverKind | undefined, direction: 'out' | 'in') {
  const fasteners = Object.entries(way.fasteners).map(([id, f]): StepFastener => ({ id, ...f }));
  return {
    direction: fasteners.length ? direction : undefined,
    fasteners,
    tools: [...new Set(fasteners.map(toolOf))],
    second: way.second,
    cautions: [...new Set([...way.cautions, ...[kindRow(kind).caution ?? []].flat()])],
  } as const;
}
