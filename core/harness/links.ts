import type { Run } from '../connections/runs';
import type { Job } from '../job/job';
import type { LinkEnd } from '../job/parts/links';
import type { Port, PortKind } from '../gear/ports';

/** A made lead between two ends, and whether it reaches. */
export interface LinkPlan {
  readonly id: string;
  readonly kind: PortKind;
  readonly run: string;
  readonly from: string;
  readonly to: string;
  /** From plug to plug along its way, with what is left at both ends, mm; undefined: an end has no place, or no way leads there. */
  readonly neededMm: number | undefined;
  /** Of its lead and extension, mm; undefined: nobody has said how long its lead is. */
  readonly haveMm: number | undefined;
  /** It lies there already. */
  readonly old: boolean;
}

/** The port at one end of a link; undefined where that is something of the craft, or any of the gear's. */
export const portAt = (job: Job, { of, port }: LinkEnd): Port | undefined =>
  port === null || !Object.hasOwn(job.gear, of) ? undefined : job.gear[of]!.item.ports?.find(({ id }) => id === port);

/** Every link whose ends are there, with what it needs and has. */
export function planLinks(job: Job, runs: readonly Run[]): LinkPlan[] {
  const byId = new Map(runs.map((run) => [run.id, run]));
  return Object.entries(job.links).flatMap(([id, link]): LinkPlan[] => {
    const run = byId.get(`link:${link.from.of}>${link.to.of}`);
    if (!run) return [];
    const own = [portAt(job, link.from)?.leadMm, portAt(job, link.to)?.leadMm].flatMap((mm) => mm ?? []);
    // Two leads that meet are as long as both.
    const lead = link.leadMm ?? (own.length ? own.reduce((sum, mm) => sum + mm, 0) : undefined);
    return [
      {
        id,
        kind: link.kind,
        run: run.id,
        from: link.from.of,
        to: link.to.of,
        neededMm: run.way && !run.old ? Math.max(0, run.layMm + run.plugsMm + run.allowanceMm) : undefined,
        haveMm: lead === undefined ? undefined : lead + link.extensionMm,
        old: run.old,
      },
    ];
  });
}

/** What of a made lead is left over once it lies, mm; 0 where that is not known. */
export const surplusMm = ({ neededMm, haveMm }: LinkPlan): number =>
  neededMm === undefined || haveMm === undefined ? 0 : Math.max(0, haveMm - neededMm);

/** What of a piece of gear's ports no link uses, by port. */
export function freePorts(job: Job, gear: string): { readonly port: Port; readonly free: number }[] {
  const used = new Map<string, number>();
  for (const { from, to } of Object.values(job.links))
    for (const { of, port } of [from, to]) if (of === gear && port !== null) used.set(port, (used.get(port) ?? 0) + 1);
  return (job.gear[gear]?.item.ports ?? []).flatMap((port) => {
    const free = port.count - (used.get(port.id) ?? 0);
    return free > 0 ? [{ port, free }] : [];
  });
}
