import { tenth } from '../units/figures';
import { each, type Rule, type Said } from '../findings/finding';
import type { Pattern } from '../craft/pattern';
import type { Place } from '../craft/place';
import type { Mount } from '../gear/mount';
import { mountOf } from '../gear/usual-mount';
import { craftOf } from '../craft/own';
import type { Job } from '../job/job';
import type { Operation } from '../job/operations';
import type { Panel } from '../craft/panel';
import { spareOf, type Clearance, type Limit } from '../panels/clearances';
import type { BoardPlan } from '../panels/board';
import { panelUnder, type Fitted } from '../panels/fitted';

export interface PanelSeen {
  readonly job: Job;
  readonly tags: Readonly<Record<string, string>>;
  readonly mounts: Readonly<Record<string, Fitted>>;
  readonly boards: Readonly<Record<string, BoardPlan>>;
}
export type PanelRule = Rule<PanelSeen, Operation>;

/** Gear on a panel that somebody has measured: what is only usual of a place is no judge of anything. */
export interface Seen {
  readonly id: string;
  readonly tag: string;
  readonly fitted: Fitted;
  readonly mount: Mount;
  readonly massKg: number;
  /** The tag of the enclosure it is in. */
  readonly within: string | undefined;
  readonly panel: Panel;
  readonly place: Place;
  readonly pattern: Pattern;
}
const known = new WeakMap<PanelSeen, Seen[]>();
/** Every rule looks at the same. */
export function measured(seen: PanelSeen): Seen[] {
  let all = known.get(seen);
  if (!all) known.set(seen, (all = allMeasured(seen)));
  return all;
}
const allMeasured = ({ job, tags, mounts }: PanelSeen): Seen[] => {
  const pattern = craftOf(job);
  return Object.entries(mounts)
    .filter(([, { panel }]) => panel !== 'usual')
    .map(([id, fitted]) => ({
      id,
      tag: tags[id] ?? id,
      fitted,
      mount: mountOf(job.gear[id]!.item),
      massKg: job.gear[id]!.item.massKg,
      within: fitted.inside ? (tags[fitted.inside.gear] ?? fitted.inside.gear) : undefined,
      panel: panelUnder(job, fitted).panel,
      place: pattern.places[fitted.place]!,
      pattern,
    }));
};

/** The clearance of a limit that is tightest, where it is less than it has to be. */
export const short = ({ fitted }: Seen, ...limits: Limit[]): Clearance | undefined =>
  fitted.clearances.find((c) => limits.includes(c.limit) && spareOf(c) < 0);

export const room = ({ mm, needMm }: Clearance) => [
  { name: 'room', value: tenth(mm), unit: 'mm' },
  { name: 'needed', value: tenth(needMm), unit: 'mm' },
];
/** The place in words, or the front of what it is in. */
export const at = ({ place, within }: Seen) => (within === undefined ? `“${place.name}”` : `the front of ${within}`);

/** A rule that looks at gear on measured panels one by one. */
export const look =
  (of: (seen: Seen) => Said<Operation> | undefined): PanelRule['look'] =>
  (seen) =>
    each('gear', measured(seen), of);
