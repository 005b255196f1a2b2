import { rulesAt, type Rule } from '../findings/finding';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import { short } from '../units/figures';
import type { Parting } from './partings';

interface PartingsSeen {
  readonly job: Job;
  readonly partings: readonly Parting[];
}
type PartingRule = Rule<PartingsSeen, Operation>;
const nameOf = ({ job }: PartingsSeen, joint: string) => craftOf(job).joints[joint]!.name;

export const partingRules = rulesAt<PartingRule>('routing', [
  {
    id: 'plug-pins',
    title: 'More wires than the plug has pins',
    formula:
      'a pin for every conductor that crosses where the part lifts off; more where it carries more than one pin does, each further one counted 80 %',
    look: (seen) =>
      seen.partings.flatMap(({ joint, leg, plug, rows, taken }) => {
        if (taken <= plug.pins) return [];
        const shared = taken > rows.length;
        return [
          {
            subject: { kind: 'leg' as const, id: leg },
            reason: `${nameOf(seen, joint)}: ${rows.length} conductors cross it${shared ? ` and take ${taken} pins` : ''}, and ${plug.name} has ${plug.pins}: a second plug, or one with more.`,
            figures: [
              { name: 'pins taken', value: taken, unit: '' },
              { name: 'pins', value: plug.pins, unit: '' },
            ],
          },
        ];
      }),
  },
  {
    id: 'pin-shared',
    severity: 'note',
    title: 'One pin does not carry it',
    formula: 'amperes at most ≤ what one pin carries; else two pins or more side by side',
    look: (seen) =>
      seen.partings.flatMap(({ joint, leg, plug, rows }) => {
        const over = rows.filter(({ pins }) => pins.length > 1);
        if (!over.length) return [];
        const said = over.map(({ use, amps, pins }) => `${use} ${short(amps)} A on pins ${pins.join(', ')}`);
        return [
          {
            subject: { kind: 'leg' as const, id: leg },
            reason: `${nameOf(seen, joint)}: ${plug.name} carries ${short(plug.pinA)} A a pin. ${said.join('; ')}: in leads of equal length from one crimp.`,
            figures: [
              { name: 'most', value: over[0]!.amps, unit: 'A' },
              { name: 'a pin', value: plug.pinA, unit: 'A' },
            ],
          },
        ];
      }),
  },
]);
