import * as v from 'valibot';
import { EMPTY_RACK, Rack } from '#core/harness/index';
import type { Insulated } from '#core/tables/colours';
import type { Gauge } from '#core/tables/conductors';

const reel = (
  gauge: Gauge | null,
  body: Insulated['body'],
  metres: number,
  note: string,
  stripe?: Insulated['body'],
) => ({
  wire: { gauge, colour: { body, ...(stripe ? { stripe } : {}) } },
  mm: metres * 1000,
  note,
});

/** What hangs in the demo workshop’s rack: begun reels, some of them nearly at their end. */
export const DEMO_RACK: Rack = v.parse(Rack, {
  ...EMPTY_RACK,
  reels: {
    r1: reel('16', 'white', 6.4, 'Peg 1'),
    r2: reel('16', 'white', 21.5, 'Peg 2'),
    r3: reel('16', 'white', 18.2, 'Peg 3', 'black'),
    r4: reel('16', 'grey', 9.1, 'Peg 4'),
    r5: reel('16', 'grey', 9.1, 'Peg 5', 'black'),
    r6: reel('16', 'green', 3.05, 'Peg 6'),
    r7: reel('16', 'green', 26, 'Peg 7'),
    r8: reel('16', 'green', 12.6, 'Peg 8', 'black'),
    r9: reel('16', 'violet', 14.3, 'Peg 9'),
    r10: reel('16', 'violet', 4.75, 'Peg 10', 'black'),
    r11: reel('18', 'red', 7.8, 'Peg 11'),
    r12: reel('18', 'blue', 11.2, 'Peg 12', 'white'),
    r13: reel('10', 'red', 2.6, 'Peg 13'),
    r14: reel('10', 'black', 5.4, 'Peg 14'),
    r15: reel('8', 'red', 8.7, 'Peg 15'),
    r16: reel('8', 'black', 3.3, 'Peg 16'),
    r17: reel(null, 'brown', 12, 'Drum under the bench'),
  },
});
