import type { Job } from '../job/job';
import { SPEAKER_COLOUR, colourText, type Insulated } from '../tables/colours';
import { CUES, OUTPUT_MARKS, type CueId } from '../tables/polarity';
import type { SpeakerPlan } from './circuits';

/** Where a speaker's lead meets the speaker, and what each side goes by. */
export interface Splice {
  readonly speaker: string;
  readonly source: string;
  readonly output: string;
  /** The lead, as its output's convention has it. */
  readonly plus: Insulated;
  readonly minus: Insulated;
  /** What the source's side goes by, in words. */
  readonly sourceSays: string;
  readonly cue: CueId;
  /** What at the speaker is + and −, in words. */
  readonly speakerPlus: string;
  readonly speakerMinus: string;
  /** Plugs that go in one way only: at both ends, at one, or at none. */
  readonly keyed: 'both' | 'one' | 'none';
  /** Where the colours of lead and speaker say different things; empty when they do not. */
  readonly clashes: readonly string[];
  /** What the lead's colours mean on this craft already. */
  readonly meanings: readonly string[];
}

const same = (a: Insulated, b: Insulated) => a.body === b.body && a.stripe === b.stripe;
const looksMinus = ({ body, stripe }: Insulated) => body === 'black' || stripe === 'black';

/** Every splice of the job's speaker leads, with what clashes at it. Nothing is inferred from colour alone. */
export function splicesOf(job: Job, plan: SpeakerPlan): Splice[] {
  return Object.values(plan.circuits).flatMap(({ output, source, speakers }) => {
    const body = SPEAKER_COLOUR[output.seat];
    const plus: Insulated = { body };
    const minus: Insulated = { body, stripe: 'black' };
    return speakers.map(({ gear, item }): Splice => {
      const cue = CUES[job.speakers[gear]?.cue ?? item.cue];
      const clashes: string[] = [];
      const meanings = Object.values(job.craft.existing).flatMap(({ name, colour, use }) =>
        use !== 'speaker' && (same(colour, plus) || same(colour, minus))
          ? [`${colourText(colour)} is “${name}” on this craft already`]
          : [],
      );
      if (item.leads) {
        if (looksMinus(item.leads.plus))
          clashes.push(`${colourText(item.leads.plus)} is + on the speaker; the lead’s − is ${colourText(minus)}`);
        if (same(item.leads.minus, plus)) clashes.push(`${colourText(plus)} is + on the lead and − on the speaker`);
      }
      const keys = [output.item.bank.keyed, item.keyed].filter(Boolean).length;
      return {
        speaker: gear,
        source,
        output: output.name,
        plus,
        minus,
        sourceSays: OUTPUT_MARKS[output.item.bank.marks],
        cue: job.speakers[gear]?.cue ?? item.cue,
        speakerPlus: item.leads ? `${colourText(item.leads.plus)}, ${cue.plus}` : cue.plus,
        speakerMinus: item.leads ? `${colourText(item.leads.minus)}, ${cue.minus}` : cue.minus,
        keyed: keys === 2 ? 'both' : keys === 1 ? 'one' : 'none',
        clashes,
        meanings,
      };
    });
  });
}
