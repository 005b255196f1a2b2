import { mostLost, type Feed } from './feeds';

export interface ProfilePoint {
  /** Along the conductors out, mm from where the volts come. */
  readonly mm: number;
  /** Between + and − there, V. */
  readonly volts: number;
}

/** A spot where volts are lost all at once, worth a mark: a fuse, or gear that passes power on. */
export interface ProfileMark extends ProfilePoint {
  readonly gear: string;
  readonly what: 'fuse' | 'pass';
}

/**
 * Volts between a feed and its return from the posts to the gear in the state that loses most: steps at contacts and fuses,
 * straight falls along the wire. A return is taken to lie beside the feed. Empty when the feed has no run or
 * the volts collapse.
 */
export function voltProfile(feed: Feed): ProfilePoint[] {
  const design = mostLost(feed);
  if (!design || !feed.run) return [];
  const spots = feed.stretches.filter((s) => s.fromMm === s.toMm);
  const slopes = feed.stretches.filter((s) => s.fromMm !== s.toMm);
  const stops = [...new Set([0, feed.reachMm, ...feed.stretches.flatMap((s) => [s.fromMm, s.toMm])])].sort(
    (a, b) => a - b,
  );
  /** Volts left at a distance, what is lost on the spot there not yet counted. */
  const before = (mm: number) =>
    design.postVolts -
    spots.reduce((sum, s) => sum + (s.fromMm < mm ? s.lostVolts : 0), 0) -
    slopes.reduce((sum, s) => {
      const [near, far] = s.fromMm < s.toMm ? [s.fromMm, s.toMm] : [s.toMm, s.fromMm];
      return sum + (s.lostVolts * Math.min(Math.max(mm - near, 0), far - near)) / (far - near);
    }, 0);
  return stops.flatMap((mm) => {
    const lost = spots.reduce((sum, s) => sum + (s.fromMm === mm ? s.lostVolts : 0), 0);
    const volts = before(mm);
    return lost
      ? [
          { mm, volts },
          { mm, volts: volts - lost },
        ]
      : [{ mm, volts }];
  });
}

/** Fuses and passing gear along a profile, with the volts just after each. */
export function profileMarks(feed: Feed, profile: readonly ProfilePoint[]): ProfileMark[] {
  return feed.stretches.flatMap(({ gear, part, fromMm }) =>
    gear !== undefined && (part === 'fuse' || part === 'pass')
      ? [{ mm: fromMm, volts: profile.findLast(({ mm }) => mm === fromMm)!.volts, gear, what: part }]
      : [],
  );
}

/** Volts of a profile at a distance, on its straight falls; `mm` within the feed. */
export function voltsAt(profile: readonly ProfilePoint[], mm: number): number {
  const after = profile.findIndex((point) => point.mm > mm);
  if (after <= 0) return profile.at(after === 0 ? 0 : -1)!.volts;
  const a = profile[after - 1]!;
  const b = profile[after]!;
  return a.volts + ((b.volts - a.volts) * (mm - a.mm)) / (b.mm - a.mm);
}
