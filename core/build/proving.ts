import { JOINT_WORDS } from '../craft/joint';
import { draws } from '../gear/gear';
import type { Draft } from './draft';
import { bareChecks, linkChecks } from './leads';
import { ISOLATE_MINUTES } from './opening';

// Minutes below are common practice of this workshop; a person may expect others, step by step.
const GAIN_MINUTES = { ear: 30, lamps: 12, meter: 18, stored: 15 } as const;
const CONFIGURE_MINUTES = 10;
const POWER_MINUTES = 2;

const BACK_TITLES = {
  negative: 'Battery: negative on',
  both: 'Battery: positive on, then negative',
  switch: 'Battery switch on',
  mainFuse: 'Main fuse in',
} as const;

const GAIN_LINES = {
  ear: 'Gains from minimum, one pair connected at a time, several good tracks.',
  lamps: 'Input lamp first, then the output lamp just dark at clean volume.',
  meter: 'Speakers unplugged; set √(P·R) volts on the test tone.',
  stored: 'It was loaded before any speaker was plugged in: find each speaker by noise, then listen.',
} as const;

/** What the tests hand on: every one of them, first power, sound. */
export interface Tested {
  readonly all: readonly string[];
  readonly power: string;
  readonly sound: string;
}

export function test(d: Draft, pulled: readonly string[], connects: readonly string[]): Tested {
  const isolation = d.pick('isolation');
  const powered = d.fresh.filter(([, { item }]) => draws(item)).map(([id]) => id);
  const done = [...pulled, ...connects, ...d.fresh.map(([id]) => `fit:gear/${id}`)];
  const shorts = d.add('test:shorts', 'test', 'Meter: shorts and continuity, power still off', 5, d.whole, {
    tools: ['multimeter'],
    checks: [
      { id: 'plus-minus', text: 'No short from + to − on any feed' },
      ...bareChecks(d),
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
    checks: [
      ...speakers.map((id) => ({ id: `plays-${id}`, text: `${d.nameOf(id)} plays, clean and alone` })),
      ...linkChecks(d),
    ],
    after: [power, ...plugged],
    cautions: ['hearing'],
  });
  const travels = travelled(d, pulled);

  return { all: [shorts, on, ...fuses, power, ...plugged, sound, ...travels], power, sound };
}

const TRAVEL_MINUTES = 3;
const JOINT_MINUTES = 2;
/** Everything that moves is moved, once the wires lie: what steers always, what else is crossed by them. */
function travelled(d: Draft, pulled: readonly string[]): string[] {
  const { pattern } = d;
  const crossed = new Set(d.laid.flatMap(({ way }) => way!.legs.flatMap((leg) => pattern.legs[leg]!.joint ?? [])));
  const steers = Object.values(pattern.joints).some(({ kind }) => kind === 'steer');
  const isDriven = pattern.kind !== 'motorcycle' && pattern.towed === undefined;
  return [
    ...(steers || isDriven
      ? [
          d.add(
            'test:travel',
            'test',
            steers ? JOINT_WORDS.steer.test : 'Steering and shift through their travel',
            TRAVEL_MINUTES,
            d.whole,
            {
              lines: [steers ? JOINT_WORDS.steer.line : 'Nothing touches linkage, column or pedals.'],
              cautions: [steers ? 'steering' : 'shift'],
              after: pulled,
            },
          ),
        ]
      : []),
    ...Object.entries(pattern.joints).flatMap(([id, { kind, name }]) =>
      kind === 'steer' || !crossed.has(id)
        ? []
        : [
            d.add(`test:joint/${id}`, 'test', `${name}: ${JOINT_WORDS[kind].test}`, JOINT_MINUTES, d.whole, {
              lines: [JOINT_WORDS[kind].line],
              after: pulled,
            }),
          ],
    ),
  ];
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
