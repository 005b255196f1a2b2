import type { LoomEndPlan, LoomPlan } from '../connections/loom-plan';
import { branchAt } from '../connections/looms';
import { endName } from '../connections/runs';
import { inputsOf } from '../connections/signal';
import { foundCraft, craftOf } from '../craft/own';
import { each } from '../findings/finding';
import { overrule } from '../job/parts/overrules';
import type { Operation } from '../job/operations';
import { extensionFor } from '../tables/extensions';
import { listed } from '../text/text';
import { loomPulls, pinFor } from './pulls';
import { planLooms } from './looms';
import type { RoutingRule, RoutingSeen } from './rules';
import { accessOf, planRuns } from './runs';
import { layTogether } from './together';

const mm = (name: string, value: number) => ({ name, value, unit: 'mm' });
const count = (name: string, value: number) => ({ name, value, unit: '' });
const nameOf = ({ job }: RoutingSeen, { id }: LoomPlan) => job.looms[id]!.item.name;
const endAt = ({ job, tags }: RoutingSeen, { to }: LoomEndPlan) => endName(job, to!, tags, 'mark');

/** Less than this is no shortage, mm. */
const EVEN = 0.5;

/** What leads a loom the shortest way, where that makes all of it reach. */
function shorterWay({ job, runs, mounts }: RoutingSeen, loom: LoomPlan): Operation[] | undefined {
  const free = { ...job, overrules: { ...job.overrules, way: {} } };
  const pulls = loomPulls(free, runs).filter((pull) => pull.loom === loom.id);
  const access = accessOf({ ...job, choices: { ...job.choices, routes: 'shortest' } });
  const laid = layTogether(
    access,
    pulls.map(({ pull }) => pull),
    { opened: [] },
  );
  const pins = pulls.map((pull, i) => pinFor(runs, pull, laid.routes[i]));
  if (pins.some((pin) => pin === undefined)) return undefined;
  const way = Object.fromEntries(pins.map((pin) => [pin!.run, { value: [...pin!.legs], why: null }]));
  const led = { ...job, overrules: { ...job.overrules, way: { ...job.overrules.way, ...way } } };
  const after = planLooms(led, planRuns(led, runs, mounts), mounts).find(({ id }) => id === loom.id);
  if (!after || after.shortMm > EVEN) return undefined;
  return pins.map((pin) => overrule('way', pin!.run, [...pin!.legs]));
}

/** Bought looms: every branch reaches, goes somewhere, is used, and finds room for what is left of it. */
export const loomRules: readonly (Pick<RoutingRule, 'id' | 'title' | 'formula' | 'look'> & Partial<RoutingRule>)[] = [
  {
    id: 'loom-short',
    title: 'A branch of a loom does not reach',
    formula:
      'branch + extension ≥ way from its fork to its plug + what is to be left there, wherever its forks are laid',
    look: (seen) =>
      seen.looms.flatMap((loom) => {
        const short = loom.ends.filter(({ overMm }) => overMm !== undefined && overMm < -EVEN);
        const way = short.length ? shorterWay(seen, loom) : undefined;
        return short.map((end) => {
          const missing = -end.overMm!;
          const left = end.leftMm - missing;
          const extension = extensionFor(missing + (seen.job.looms[loom.id]!.ends[end.end]?.extensionMm ?? 0));
          const reaches =
            left >= 0
              ? `it reaches with ${Math.floor(left)} mm of the ${Math.round(end.leftMm)} mm that are to be left there`
              : `${Math.ceil(missing)} mm short${end.leftMm ? ` with the ${Math.round(end.leftMm)} mm that are to be left there` : ''}`;
          const cures = [
            ...(way ? ['it reaches the shortest way'] : []),
            ...(extension === undefined ? [] : [`a lead of ${extension} mm put on reaches`]),
          ];
          return {
            subject: { kind: 'loom' as const, id: `${loom.id}/${end.end}` },
            reason: `${nameOf(seen, loom)}, ${end.name} to ${endAt(seen, end)}: ${reaches}${cures.length ? `; ${listed(cures)}` : ''}.`,
            figures: [mm('there', end.haveMm), mm('short', missing)],
            ...(way
              ? { cure: { label: 'Lead it the shortest way', operations: way } }
              : extension === undefined
                ? {}
                : {
                    cure: {
                      label: `Put on a lead of ${extension} mm`,
                      operations: [
                        {
                          op: 'setLoomEnd' as const,
                          loom: loom.id,
                          end: end.end,
                          said: { extensionMm: extension },
                        },
                      ],
                    },
                  }),
          };
        });
      }),
  },
  {
    id: 'loom-idle',
    title: 'A loom goes where nothing needs it',
    formula: 'every end that goes somewhere carries a run of this job from one of its other ends',
    look: (seen) =>
      seen.looms.flatMap((loom) => {
        const isUsed = loom.ends.some(({ runs }) => runs.length > 0);
        if (!isUsed)
          return [
            {
              subject: { kind: 'loom' as const, id: loom.id },
              reason: `${nameOf(seen, loom)}: say where its ends go, one at least at either end of something that it carries.`,
              figures: [count('ends', loom.ends.filter(({ to }) => to !== null).length)],
            },
          ];
        return loom.ends
          .filter(({ to, runs }) => to !== null && !runs.length)
          .map((end) => ({
            subject: { kind: 'loom' as const, id: `${loom.id}/${end.end}` },
            reason: `${nameOf(seen, loom)}, ${end.name} to ${endAt(seen, end)}: nothing of what it carries is needed there from its other ends.`,
            figures: [count('runs', 0)],
            cure: {
              label: 'Cap it',
              operations: [{ op: 'setLoomEnd' as const, loom: loom.id, end: end.end, said: { to: null } }],
            },
          }));
      }),
  },
  {
    id: 'loom-nowhere',
    severity: 'note',
    title: 'No room for what is left of a loom',
    formula: 'coil of what is left over at an end = length · section / 0.4 ≤ room for it',
    look: (seen) =>
      seen.looms.flatMap((loom) =>
        loom.ends.flatMap((end) =>
          end.roomCm3 === undefined || end.coilCm3 <= end.roomCm3
            ? []
            : [
                {
                  subject: { kind: 'loom' as const, id: `${loom.id}/${end.end}` },
                  reason: `${nameOf(seen, loom)}, ${end.name}: ${Math.round(end.overMm!)} mm are left over, a coil of ${Math.round(end.coilCm3)} cm³; ${foundCraft(seen.job).places[end.place!]!.name.toLowerCase()} has ${Math.round(end.roomCm3)} cm³. Lead in the other end first, or coil it elsewhere along its way.`,
                  figures: [
                    { name: 'coil', value: end.coilCm3, unit: 'cm³' },
                    { name: 'room', value: end.roomCm3, unit: 'cm³' },
                  ],
                },
              ],
        ),
      ),
  },
  {
    id: 'loom-parts',
    title: 'A loom crosses where something lifts off',
    formula: 'nothing of a loom is cut: no leg of it crosses a joint that lifts off',
    look: (seen) => {
      const { joints, legs } = craftOf(seen.job);
      return each('loom', seen.looms, (loom) => {
        const crossed = [...new Set(loom.legs.flatMap(({ leg }) => legs[leg]!.joint ?? []))].filter(
          (joint) => joints[joint]!.kind === 'liftOff',
        );
        if (!crossed.length) return undefined;
        return {
          reason: `${nameOf(seen, loom)} crosses ${listed(crossed.map((joint) => joints[joint]!.name.toLowerCase()))}: it parts at its own plugs alone. Unplug it there whenever that comes off, or lead it another way.`,
          figures: [count('joints', crossed.length)],
        };
      });
    },
  },
  {
    id: 'loom-bypass',
    title: 'More speaker outputs than bypasses',
    formula:
      'an amplifier that stands in the old leads has an inline branch at the speaker of every output it listens to',
    look: (seen) => {
      const heard = new Map<string, number>();
      for (const { amplifier, outputs } of inputsOf(seen.job))
        heard.set(amplifier, (heard.get(amplifier) ?? 0) + outputs.length);
      return seen.looms.flatMap((loom) => {
        if (loom.standsWith === undefined) return [];
        const { item, ends } = seen.job.looms[loom.id]!;
        const pods = Object.entries(ends).filter(([end, { to }]) => to !== null && branchAt(item, end)?.inline).length;
        const outputs = heard.get(loom.standsWith) ?? 0;
        if (pods >= outputs) return [];
        return [
          {
            subject: { kind: 'loom' as const, id: loom.id },
            reason: `${nameOf(seen, loom)} stands in ${pods === 1 ? 'one old lead' : `${pods} old leads`}; ${endName(seen.job, loom.standsWith, seen.tags, 'mark')} listens to ${outputs} outputs.`,
            figures: [count('bypasses', pods), count('outputs', outputs)],
          },
        ];
      });
    },
  },
];
