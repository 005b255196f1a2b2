/**
 * What the browser test expects, computed here from the craft and the shelf as the server gives them and
 * from the handbook, without any of the application's own code.
 */
type V = [number, number, number];
interface Leg {
  from: string;
  to: string;
  via: V[];
  joint?: string;
  covers: Record<string, string>;
  hazards: string[];
}
export interface PatternData {
  places: Record<string, { at: V; allowanceMm: number }>;
  junctions: Record<string, { at: V }>;
  legs: Record<string, Leg>;
  joints: Record<
    string,
    { axisPoint: V; axisDirection: V; rangeDeg: [number, number]; obstacleRadiusMm: number; bendAllowanceMm: number }
  >;
  batteryPlace: string;
}
export interface AmpData {
  bank: { power: { ohm: number; watts: number }[] };
  demand: { efficiency: number; idleA: number };
}

const minus = (a: V, b: V): V => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const len = (a: V) => Math.sqrt(a[0] ** 2 + a[1] ** 2 + a[2] ** 2);
const dot = (a: V, b: V) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** Longest taut wire over the lock, on the better side, by trying every tenth of a degree. */
function neck(joint: PatternData['joints'][string], a: V, b: V): number {
  const w = joint.axisDirection.map((x) => x / len(joint.axisDirection)) as V;
  const side: V = [0, 1, 0];
  const ahead: V = [side[1] * w[2] - side[2] * w[1], side[2] * w[0] - side[0] * w[2], side[0] * w[1] - side[1] * w[0]];
  const flat = (p: V) => {
    const q = minus(p, joint.axisPoint);
    return { d: Math.hypot(dot(q, side), dot(q, ahead)), t: Math.atan2(dot(q, side), dot(q, ahead)), h: dot(q, w) };
  };
  const [p, q] = [flat(a), flat(b)];
  const r = joint.obstacleRadiusMm;
  const tangent = (d: number) => ({ run: Math.sqrt(d * d - r * r), angle: Math.acos(r / d) });
  const worst = [0, 2 * Math.PI, -2 * Math.PI].map((turn) => {
    let longest = 0;
    for (let tenth = joint.rangeDeg[0] * 10; tenth <= joint.rangeDeg[1] * 10; tenth++) {
      const between = Math.abs(q.t - p.t + turn + (tenth * Math.PI) / 1800);
      const [s, e] = [tangent(p.d), tangent(q.d)];
      const bent = between > s.angle + e.angle;
      const plan = bent
        ? s.run + e.run + r * (between - s.angle - e.angle)
        : Math.sqrt(p.d ** 2 + q.d ** 2 - 2 * p.d * q.d * Math.cos(between));
      longest = Math.max(longest, Math.hypot(plan, q.h - p.h));
    }
    return longest;
  });
  return Math.min(...worst) + joint.bendAllowanceMm;
}

/**
 * What has to come off this craft for the gear of the test and its panniers anyway, worked out by hand: the tank, which
 * takes longest, is not among it, so nothing runs under it.
 */
const OFF = ['seat', 'screen', 'cowl', 'shroudLeft', 'pannierLeftLid', 'pannierRightLid'];

/** Shortest ways behind what is off from everywhere to everywhere, by relaxing every leg until nothing shortens. */
export function layLengths(pattern: PatternData, off: readonly string[] = OFF): (from: string, to: string) => number {
  const at = (n: string) => (pattern.places[n] ?? pattern.junctions[n])!.at;
  const edges = Object.values(pattern.legs)
    .filter((leg) => Object.keys(leg.covers).every((cover) => off.includes(cover)))
    .filter((leg) => !leg.hazards.some((h) => h === 'hot' || h === 'moving'))
    .map((leg) => {
      const points = [at(leg.from), ...leg.via, at(leg.to)];
      const along = points.slice(1).reduce((sum, p, i) => sum + len(minus(p, points[i]!)), 0);
      return { ...leg, mm: leg.joint ? neck(pattern.joints[leg.joint]!, at(leg.from), at(leg.to)) : along };
    });
  return (from, to) => {
    const best = new Map([[from, 0]]);
    for (let again = true; again;) {
      again = false;
      for (const { from: a, to: b, mm } of edges)
        for (const [x, y] of [
          [a, b],
          [b, a],
        ] as const) {
          const through = (best.get(x) ?? Number.MAX_VALUE) + mm;
          if (through < (best.get(y) ?? Number.MAX_VALUE) - 1e-9) {
            best.set(y, through);
            again = true;
          }
        }
    }
    return best.get(to)!;
  };
}

/** `plugs` is what ending at the plugs adds, mm: worked out by hand in the tests of routing. */
export const cutMm = (
  pattern: PatternData,
  lay: ReturnType<typeof layLengths>,
  from: string,
  to: string,
  plugs: number,
): number =>
  Math.ceil(
    (lay(from, to) + plugs + pattern.places[from]!.allowanceMm + pattern.places[to]!.allowanceMm + 60) / 50 - 1e-9,
  ) * 50;

/** Ω per metre of stranded copper at 60 °C, from the gauge number. */
export const ohmPerMetre = (awg: number) =>
  ((1 / 58) * 1.02 * (1 + 0.00393 * 40)) / ((Math.PI / 4) * (0.127 * 92 ** ((36 - awg) / 39)) ** 2);

/** Watts into a speaker of `ohm` through a lead, the channel's volts read between its table's rows. */
export function speakerWatts(amp: AmpData, ohm: number, leadOhm: number): { speaker: number; channel: number } {
  const rows = [...amp.bank.power].sort((a, b) => a.ohm - b.ohm);
  const load = ohm + leadOhm;
  const i = Math.max(
    1,
    rows.findIndex((row) => row.ohm >= load),
  );
  const [a, b] = [rows[i - 1]!, rows[i]!];
  const volt = (r: { ohm: number; watts: number }) => Math.sqrt(r.ohm * r.watts);
  const u = volt(a) + ((volt(b) - volt(a)) * (load - a.ohm)) / (b.ohm - a.ohm);
  return { speaker: (u / load) ** 2 * ohm, channel: u ** 2 / load };
}

export interface FeedAsked {
  watts: number;
  demand: AmpData['demand'];
  mm: number;
  holderOhm: number;
  /** What the maker of the gear puts in front of it: never less. */
  usualA: number;
  sizes: number[];
}

// ABYC E-11, 80 °C, inside an engine space at 0.78 (from memory), thin to thick: a new job's insulation is unknown.
// Two feeds and their returns lie together under the tank: four conductors carry 0.8 (NFPA 70, from memory).
const CARRIES: [awg: number, name: string, amps: number, at105: number][] = [
  [18, '18', 15 * 0.78 * 0.8, 20],
  [16, '16', 20 * 0.78 * 0.8, 25],
  [14, '14', 25 * 0.78 * 0.8, 35],
  [12, '12', 35 * 0.78 * 0.8, 45],
  [10, '10', 50 * 0.78 * 0.8, 60],
  [8, '8', 70 * 0.78 * 0.8, 80],
  [6, '6', 100 * 0.78 * 0.8, 120],
  [4, '4', 130 * 0.78 * 0.8, 160],
];

/** All feeds together on one battery at 12.7 V behind 9 mΩ: each the thinnest that holds 3 % of 12 V and its fuse. */
export function feeds(asked: FeedAsked[]) {
  const pick = asked.map(() => 0);
  const solve = (used: readonly number[]) => {
    const ohm = used.map(
      // Four contacts, each losing ten millivolts at what the wire carries at 105 °C.
      (n, i) =>
        (2 * asked[i]!.mm * ohmPerMetre(CARRIES[n]![0])) / 1000 + asked[i]!.holderOhm + (4 * 0.01) / CARRIES[n]![3],
    );
    let amps = asked.map(() => 0);
    let post = 12.7;
    // Round and round until nothing moves: current from volts, volts from current.
    for (let k = 0; k < 400; k++) {
      post = 12.7 - 0.009 * amps.reduce((a, b) => a + b, 0);
      amps = asked.map((f, i) => f.watts / f.demand.efficiency / (post - amps[i]! * ohm[i]!) + f.demand.idleA);
    }
    return { post, amps, dropPct: amps.map((a, i) => ((a * ohm[i]!) / 12) * 100) };
  };
  for (let again = true; again;) {
    again = false;
    const { amps, dropPct } = solve(pick);
    asked.forEach((f, i) => {
      const fuse = f.sizes.find((s) => s >= Math.max(1.25 * amps[i]!, f.usualA))!;
      if (dropPct[i]! <= 3 && CARRIES[pick[i]!]![2] >= fuse) return;
      pick[i] = pick[i]! + 1;
      again = true;
    });
  }
  const { amps, dropPct, post } = solve(pick);
  return asked.map((f, i) => ({
    gauge: CARRIES[pick[i]!]![1],
    fuse: f.sizes.find((s) => s >= Math.max(1.25 * amps[i]!, f.usualA))!,
    amps: amps[i]!,
    dropPct: dropPct[i]!,
    volts: post - (dropPct[i]! / 100) * 12,
  }));
}
