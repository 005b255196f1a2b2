import type { Pattern } from '#core/craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { contentHash } from '#core/document/hash';
import type { FuseHolder, Loom } from '#core/gear/gear';
import type { Wiring } from '#core/job/circuit';
import { newJob, type Job } from '#core/job/job';
import { applyAll, type Operation } from '#core/job/operations';
import { shelfItem } from './shelf';

export const add = (id: string, item: string, place: string | null): Operation => ({
  op: 'addGear',
  id,
  item: shelfItem(item),
  place,
});
export const wire = (channel: string, gear: string): Operation => ({
  op: 'wireChannel',
  channel,
  wiring: { coil: { gear, coil: 0 } },
});
export const holder = (gear: string, item: string): Operation => ({
  op: 'chooseHolder',
  gear,
  holder: shelfItem(item) as FuseHolder,
});
/** A loom off the shelf, each of its ends to what is named. */
export const loom = (id: string, item: string, ends: Readonly<Record<string, string>>): Operation => ({
  op: 'addLoom',
  id,
  item: shelfItem(item) as Loom,
  ends: Object.fromEntries(Object.entries(ends).map(([end, to]) => [end, { to, extensionMm: 0 }])),
});

export function job(
  id: string,
  title: string,
  customer: string,
  operations: readonly Operation[],
  pattern: Pattern = ADVENTURE_TOURER,
): Job {
  const fresh = newJob(id, title, pattern, contentHash(pattern));
  return applyAll(fresh, [
    { op: 'setCustomer', customer },
    { op: 'setSettings', settings: { insulation: '105' } },
    ...operations,
  ]);
}

export const zone = (
  id: string,
  name: string,
  listener: string,
  mono: boolean,
  control: string | null = null,
): Operation => ({
  op: 'setZone',
  id,
  zone: { name, listener, mono, control },
});
export const inZone = (id: string, speaker: string): Operation => ({
  op: 'setSpeaker',
  id: speaker,
  choice: { zone: id },
});
export const inSeries = (...gear: string[]): Wiring => ({
  series: gear.map((id): Wiring => ({ coil: { gear: id, coil: 0 } })),
});
