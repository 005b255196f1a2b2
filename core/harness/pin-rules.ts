import { leadWords, mayBeLive, type PinTable } from '../connections/pins';
import { endName } from '../connections/runs';
import { each, type Said } from '../findings/finding';
import { pinWords, pinsOf, useOf } from '../gear/pins';
import type { Operation } from '../job/operations';
import { inUse } from '../job/parts/gear';
import { colourText, sameColour } from '../tables/colours';
import { listed } from '../text/text';
import { count, tagOf, type HarnessRule, type HarnessSeen } from './judged';

/** Every table of leads: what is said of it, and whether it is of a plug that is left behind. */
const eachTable = (
  { job, pins }: HarnessSeen,
  look: (rows: PinTable['rows'], gear: string, old: boolean) => Said<Operation> | undefined,
) =>
  each(
    'gear',
    pins.map((table): [string, PinTable] => [table.gear, table]),
    ({ rows }, gear) => look(rows, gear, !inUse(job.gear[gear]!.there)),
  );

/** Leads of plugs and pigtails: none bare, none by its colour alone. */
export const pinRules: readonly Partial<HarnessRule>[] = [
  {
    id: 'bare-lead',
    severity: 'stop',
    title: 'A lead that may be live is left bare',
    formula: 'every lead is joined, capped or cut off and covered before first power',
    look: (seen) =>
      eachTable(seen, (rows, gear, old) => {
        const bare = rows.filter(({ pin, fate }) => fate === 'bare' && mayBeLive(old, pin));
        if (!bare.length) return undefined;
        return {
          reason: `${endName(seen.job, gear, seen.tags)}: ${listed(bare.map(({ pin }) => leadWords(pin)))}. Find out what it does, or cap it.`,
          figures: [count('leads', bare.length)],
          cure: {
            label: bare.length === 1 ? 'Cap it' : `Cap all ${bare.length}`,
            operations: bare.map(({ pin }) => ({
              op: 'setPin' as const,
              gear,
              pin: pin.id,
              choice: { fate: 'capped' as const, to: null },
            })),
          },
        };
      }),
  },
  {
    id: 'old-lead-not-metered',
    severity: 'note',
    title: 'An old lead known by its label only',
    formula: 'what an old lead does is measured before anything is joined to it',
    look: (seen) =>
      eachTable(seen, (rows, gear, old) => {
        if (!old) return undefined;
        const joined = rows.filter(({ pin, far }) => far?.old && !pin.metered);
        if (!joined.length) return undefined;
        return {
          reason: `${endName(seen.job, gear, seen.tags)}: ${listed(joined.map(({ pin }) => leadWords(pin)))}. Meter each at its plug, key off and on.`,
          figures: [count('leads', joined.length)],
          cure: {
            label: joined.length === 1 ? 'It has been metered' : 'They have been metered',
            operations: joined.map(({ pin }) => ({ op: 'meterPin' as const, gear, pin: pin.id, metered: true })),
          },
        };
      }),
  },
  {
    id: 'splice-colours',
    title: 'One colour, two meanings at a splice',
    formula: 'no lead has the colour of one on the other side that does something else',
    look: (seen) =>
      eachTable(seen, (rows, gear, isOld) => {
        const before = new Set(rows.flatMap(({ far }) => (far?.old && !isOld ? [far.old.gear] : [])));
        const clashes = [...before].flatMap((old) =>
          pinsOf(seen.job.gear[old]!.item).pins.flatMap((theirs) => {
            const mine = rows.find(
              ({ pin, fate }) =>
                fate !== 'capped' &&
                pin.colour &&
                theirs.colour &&
                sameColour(pin.colour, theirs.colour) &&
                useOf(pin.does) !== useOf(theirs.does) &&
                theirs.does !== 'unknown',
            );
            return mine
              ? [
                  `${colourText(theirs.colour!)} is ${pinWords(mine.pin)} on ${tagOf(seen, gear)} and ${pinWords(theirs)} on ${tagOf(seen, old)}`,
                ]
              : [];
          }),
        );
        if (!clashes.length) return undefined;
        return {
          reason: `${listed(clashes)}. Go by the pin, never by the colour; meter before every splice.`,
          figures: [count('colours', clashes.length)],
        };
      }),
  },
];
