import { TOURER_JOB } from '#demo/jobs';
import type { GearItem, Loom } from '#core/gear/gear';
import { readGear } from '#core/gear/typing/index';
import type { Job } from '#core/job/job';
import { apply } from '#core/job/operations';
import type { Plan } from '#core/plan';

/** A loom typed in from its tag. */
export const typed = (branches: string, more: Record<string, string> = {}): Loom => {
  const made = readGear(
    'loom',
    {
      name: 'Towpath loom',
      branches,
      begins: 'amplifier plug',
      beginsPlugMm: '24',
      trunkMm: '12',
      branchMm: '6',
      ...more,
    },
    'metric',
    'towpath',
  );
  if (!('item' in made)) throw new Error(JSON.stringify(made));
  return made.item as GearItem & Loom;
};
export const withLoom = (item: Loom, ends: Record<string, string>, job: Job = TOURER_JOB): Job =>
  apply(job, {
    op: 'addLoom',
    id: 'loom',
    item,
    ends: Object.fromEntries(Object.entries(ends).map(([end, to]) => [end, { to, extensionMm: 0 }])),
  });
export const loomIn = ({ looms }: Plan) => looms[0]!;
export const endIn = (plan: Plan, end: string) => loomIn(plan).ends.find((one) => one.end === end)!;
export const findings = (plan: Plan, rule: string) => plan.findings.filter((one) => one.rule === rule);
export const runIn = (plan: Plan, id: string) => plan.runs.find((run) => run.id === id)!;

/** A feed and four speakers of the tourer; a little short to the left pannier. */
export const KIT =
  'battery: 350 + 1500, power, plug 14; front left: 200 + 800, speaker, plug 12; front right: 200 + 800, speaker, plug 12; rear left: 500 + 1500, speaker, plug 13; rear right: 500 + 2400, speaker, plug 13';
export const ENDS = {
  start: 'amp',
  battery: 'battery',
  'front-left': 'fairing-left',
  'front-right': 'fairing-right',
  'rear-left': 'pannier-left',
  'rear-right': 'pannier-right',
};
export const KIT_MORE = { leads: '16', power: '10', 'fuse.family': 'maxi', 'fuse.amps': '30', 'fuse.atMm': '180' };
export const kit = typed(KIT, KIT_MORE);
