import type { Feed } from './feeds';

export interface ProfilePoint {
  /** Along the conductor out, mm from the post. */
  readonly mm: number;
  /** Between + and − there, V. */
  readonly volts: number;
  readonly what: string;
}

/**
 * Volts between the feed and its return from the posts to the gear, design case: steps at contacts and
 * fuse, straight falls along the wire. The return is taken to lie beside the feed. Empty when the feed
 * has no run or the volts collapse.
 */
export function voltProfile(feed: Feed): ProfilePoint[] {
  const design = feed.states.restFull;
  if (!design || !feed.run) return [];
  const lost = (name: string) => feed.stretches.find((s) => s.name === name)?.lostVolts ?? 0;
  /** Lost on the way back between two distances from the post, V. */
  const lostBack = (from: number, to: number) =>
    feed.stretches
      .filter((s) => s.fromMm > s.toMm)
      .reduce((sum, s) => {
        const shared = Math.min(s.fromMm, to) - Math.max(s.toMm, from);
        return sum + (shared > 0 ? (s.lostVolts * shared) / (s.fromMm - s.toMm) : 0);
      }, 0);
  const fuse = feed.stretches.find((s) => s.name === 'Fuse and holder');
  const end = feed.run.outMm;
  const fuseAt = fuse?.fromMm ?? 0;
  const points: ProfilePoint[] = [];
  let volts = design.postVolts;
  const fall = (mm: number, by: number, what: string) => {
    volts -= by;
    points.push({ mm, volts, what });
  };
  fall(0, 0, 'Battery posts');
  fall(
    0,
    lost('Ring on the + post') + lost('Ring on the − post') + lost('Common ring on the − post'),
    'Ring terminals',
  );
  if (fuse) {
    fall(fuseAt, lost('Post to fuse') + lostBack(0, fuseAt), 'Before the fuse');
    fall(fuseAt, fuse.lostVolts, 'After the fuse');
  }
  const out = lost('Conductor out');
  const meeting = feed.stretches.find((s) => s.name === 'Ring at the common point');
  if (meeting && meeting.fromMm > fuseAt && meeting.fromMm < end) {
    const part = (meeting.fromMm - fuseAt) / (end - fuseAt);
    fall(meeting.fromMm, out * part + lostBack(fuseAt, meeting.fromMm), 'Common point');
    fall(meeting.fromMm, meeting.lostVolts, 'Common point');
    fall(end, out * (1 - part) + lostBack(meeting.fromMm, end), 'End of the wire');
  } else fall(end, out + lostBack(fuseAt, end) + (meeting?.lostVolts ?? 0), 'End of the wire');
  fall(end, lost('Terminal +') + lost('Terminal −'), 'At the gear');
  return points;
}

/** Volts of a profile at a distance, on its straight falls; `mm` within the feed. */
export function voltsAt(profile: readonly ProfilePoint[], mm: number): number {
  const after = profile.findIndex((point) => point.mm > mm);
  if (after <= 0) return profile.at(after === 0 ? 0 : -1)!.volts;
  const a = profile[after - 1]!;
  const b = profile[after]!;
  return a.volts + ((b.volts - a.volts) * (mm - a.mm)) / (b.mm - a.mm);
}
