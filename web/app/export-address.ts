import type { Export } from '#formats/exports';
import { inches } from './units';

/** Where a file of a job is fetched, in the units that are shown; of one cut drawing where it is named. */
export function exportAddress(job: string, { file, inUnits }: Export, of?: string): string {
  const asked = new URLSearchParams({
    ...(inUnits && inches.value ? { units: 'inch' } : {}),
    ...(of === undefined ? {} : { of }),
  }).toString();
  return `/api/jobs/${encodeURIComponent(job)}/export/${file}${asked && `?${asked}`}`;
}
