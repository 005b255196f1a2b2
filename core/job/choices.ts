import { unmadeHoles } from '../craft/leg';
import { foundCraft } from '../craft/own';
import type { Job } from './job';
import { hasFibre } from './material';

interface Option {
  readonly name: string;
  /** What taking it changes in this job's plan, in a sentence. */
  readonly changes: string;
}
interface Choice {
  readonly name: string;
  readonly options: Readonly<Record<string, Option>>;
  /** Taken until the job says otherwise. */
  readonly usual: string;
}

/** Where practitioners differ (common practice): every school is supported, the job records which. */
export const CHOICES = {
  isolation: {
    name: 'Isolation',
    usual: 'negative',
    options: {
      negative: { name: 'Negative only', changes: 'One terminal off, covered: 2 minutes each way.' },
      both: { name: 'Both terminals', changes: 'Negative off first, on last; both covered: 4 minutes each way.' },
      switch: {
        name: 'Battery switch',
        changes: 'Switch off and tagged: 1 minute each way; constant feeds ahead of it stay live.',
      },
      mainFuse: {
        name: 'Main fuse',
        changes: 'Fuse out and in a pocket: 2 minutes each way; the battery end stays live.',
      },
    },
  },
  access: {
    name: 'Covers that can stand aside',
    usual: 'aside',
    options: {
      aside: { name: 'As far as needed', changes: 'A cover is loosened or set aside where that is enough.' },
      off: { name: 'Off, always', changes: 'Every cover that is opened comes right off: more room, more minutes.' },
      fished: {
        name: 'Fished past',
        changes: 'Legs that can be fished are, up to three minutes of pulling for one of covers.',
      },
    },
  },
  routes: {
    name: 'Routes',
    usual: 'least',
    options: {
      least: {
        name: 'What costs least',
        changes: 'All runs together: covers, fishing and holes counted once, pulling, and wire at its price.',
      },
      shortest: { name: 'Shortest', changes: 'Each wire as short as it can be, whatever comes off for it.' },
    },
  },
  holes: {
    name: 'New holes for wire',
    usual: 'made',
    options: {
      made: { name: 'Where they save work', changes: 'A hole the craft allows is drilled where that costs least.' },
      none: { name: 'None', changes: 'Wires go through holes that are there already.' },
    },
  },
  joint: {
    name: 'Joints',
    usual: 'crimp',
    options: {
      crimp: { name: 'Crimp and shrink', changes: '1 minute an end; ratchet crimper.' },
      solder: { name: 'Solder and shrink', changes: '2 minutes an end; on boats never the only joint.' },
      sleeve: { name: 'Solder sleeve', changes: '1½ minutes an end; hot-air gun; on boats never the only joint.' },
    },
  },
  grounds: {
    name: 'Grounds',
    usual: 'battery',
    options: {
      battery: { name: 'All at the battery', changes: 'Each feed has a return of its own to the − post.' },
      common: {
        name: 'At a common point',
        changes: 'Returns meet at the first amplifier; one thicker return carries all of them to the − post.',
      },
      frame: {
        name: 'To the frame',
        changes: 'A short return to bare metal beside the gear; the frame is the way back. Never on a boat.',
      },
    },
  },
  start: {
    name: 'Wires start',
    usual: 'device',
    options: {
      device: { name: 'At the device', changes: 'Pulled from the gear, trimmed at the battery end.' },
      battery: { name: 'At the battery', changes: 'Pulled from the battery, surplus parked in the fairing or dash.' },
    },
  },
  securing: {
    name: 'Securing',
    usual: 'ties',
    options: {
      ties: { name: 'Ties', changes: 'Loose first, cinched at the test-fit, ends cut flush.' },
      tape: { name: 'Double-sided tape', changes: 'Faces wiped with 70 % isopropyl; 1 minute more a run.' },
      glue: { name: 'Hot glue', changes: 'Where a bare shell has no rack; 1 minute more a run.' },
    },
  },
  test: {
    name: 'Full test',
    usual: 'before',
    options: {
      before: { name: 'Before any cover goes back', changes: 'Every cover waits for every test.' },
      first: {
        name: 'After the first cover',
        changes:
          'The first cover to go back does so before the tests: rattles are heard, one cover may come off again.',
      },
    },
  },
  gain: {
    name: 'Gain',
    usual: 'ear',
    options: {
      ear: { name: 'By ear at clean volume', changes: '30 minutes an amplifier, one pair at a time.' },
      lamps: { name: 'By clip lamps', changes: '12 minutes an amplifier: input lamp, then output lamp.' },
      meter: { name: 'By meter', changes: '18 minutes an amplifier: test tone, √(P·R) volts, speakers unplugged.' },
      stored: { name: 'Stored set-up', changes: '15 minutes an amplifier: loaded before its speakers are plugged in.' },
    },
  },
  source: {
    name: 'Source for tuning',
    usual: 'stick',
    options: {
      stick: { name: 'Wired stick', changes: 'Files of known level on a stick; wireless and radio refused.' },
      wireless: { name: 'Wireless music', changes: 'Accepted with lamps; level is not known.' },
    },
  },
  microphone: {
    name: 'Microphone',
    usual: 'none',
    options: {
      none: { name: 'None', changes: 'Nothing to fit.' },
      screen: { name: 'High behind the screen', changes: '12 minutes; its lead goes with the head unit’s.' },
      gauges: { name: 'By the gauges', changes: '8 minutes; its lead goes with the head unit’s.' },
    },
  },
  rating: {
    name: 'Water rating',
    usual: 'rated',
    options: {
      rated: { name: 'Rated gear only', changes: 'Gear not proven for its place is a caution.' },
      accepted: {
        name: 'Unsealed gear with care',
        changes: 'It becomes a note, with a drip loop and a cover on its step.',
      },
    },
  },
  reverse: {
    name: 'Glass fibre',
    usual: 'gelcoat',
    options: {
      gelcoat: { name: 'Reverse through the gelcoat', changes: 'Bit in reverse through the gelcoat, then forwards.' },
      through: { name: 'Reverse all the way', changes: 'Bit in reverse until it is through.' },
    },
  },
} as const satisfies Record<string, Choice>;

export type ChoiceId = keyof typeof CHOICES;
export const CHOICE_IDS = Object.keys(CHOICES) as [ChoiceId, ...ChoiceId[]];

/** The choices asked for this craft: how glass fibre is drilled only where there is some. */
export const choicesFor = (job: Pick<Job, 'craft'>): ChoiceId[] =>
  CHOICE_IDS.filter((id) => (id === 'reverse' ? hasFibre(job) : id !== 'holes' || hasUnmade(job)));
const hasUnmade = (job: Pick<Job, 'craft'>): boolean =>
  Object.values(foundCraft(job).legs).some((leg) => unmadeHoles(leg).length > 0);

type OptionOf<C extends ChoiceId> = keyof (typeof CHOICES)[C]['options'];

/** What the job takes of a choice: its own, else the usual. */
export function taken<C extends ChoiceId>(
  choices: { readonly [K in ChoiceId]?: string | undefined },
  id: C,
): OptionOf<C> {
  const own = choices[id];
  return (own !== undefined && Object.hasOwn(CHOICES[id].options, own) ? own : CHOICES[id].usual) as OptionOf<C>;
}
