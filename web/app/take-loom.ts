import { soundBattery } from '#core/connections/feeding';
import { usualEnds } from '#core/connections/looms';
import type { Loom } from '#core/gear/gear';
import type { useJob } from '../stores/job';

/** A loom put into the job, its ends where they are likely to go, and looked at; whether that was taken. */
export function takeLoom(store: ReturnType<typeof useJob>, item: Loom): boolean {
  const id = `loom-${crypto.randomUUID().slice(0, 6)}`;
  const ends = usualEnds(store.job!, item, soundBattery(store.job!));
  if (store.edit([{ op: 'addLoom', id, item, ends }])) return false;
  store.select({ kind: 'loom', id });
  return true;
}
