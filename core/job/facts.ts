import { ranged } from '../text/scalars';

/** Facts that are a figure: range and unit, for the schema and for whoever asks a person. */
export const FACTS = {
  /** At the 20-hour rate. */
  capacityAh: [1, 2000, 'Ah'],
  /** Open-circuit volts, full and at rest, engine off. */
  restVolts: [10, 30, 'V'],
  internalMilliohm: [0.1, 500, 'mΩ'],
  /** What the battery gives into a dead short, where its maker says. */
  shortA: [10, 50000, 'A'],
  /** Most it may give before its own protection opens. */
  batteryMostA: [1, 5000, 'A'],
  /** Rings on one of its posts before this job. */
  ringsThere: [0, 20, 'rings'],
  /** Volts a charger or regulator holds at the posts. */
  setVolts: [12, 32, 'V'],
  /** Amperes left for accessories at cruise, and at idle. */
  spareCruiseA: [0, 300, 'A'],
  spareIdleA: [0, 300, 'A'],
  /** Most a charger gives. */
  mostA: [0.5, 300, 'A'],
  /** Rated watts of solar panels, and hours a day that come to full sun. */
  sunWatts: [1, 5000, 'W'],
  sunHours: [0, 12, 'h'],
  /** Out and back between two batteries, cable and contacts. */
  tieMilliohm: [0.1, 200, 'mΩ'],
  /** Lost in a diode isolator. */
  diodeVolts: [0.1, 1.2, 'V'],
  /** What the craft draws with the key off, before this job. */
  keyOffMilliamp: [0, 2000, 'mA'],
  /** From the − post through the frame to where gear is grounded. */
  frameMilliohm: [0.1, 500, 'mΩ'],
  /** Largest drop allowed between posts and gear at full output, % of the system's volts. */
  dropLimitPct: [0.5, 15, '%'],
  /** Working temperature of the conductors, °C. */
  conductorCelsius: [0, 105, '°C'],
  /** Fuse over design current, %. */
  fuseMarginPct: [125, 250, '%'],
  /** Nearer than the craft's rule asks. */
  fuseWithinMm: [50, 2000, 'mm'],
  /** Cut lengths are rounded up to this, mm. */
  cutStepMm: [1, 1000, 'mm'],
  /** For strip, terminal and a second try at each end, mm. */
  terminalAllowanceMm: [0, 300, 'mm'],
  fuseA: [0.5, 400, 'A'],
  /** Where a fuse sits, mm of conductor from what feeds it. */
  fuseAtMm: [0, 20000, 'mm'],
  /** Other loads on the head unit's turn-on lead. */
  turnOnOtherA: [0, 20, 'A'],
  /** What an hour of work, and a metre of one run, cost here: what a longer route is weighed by. */
  labourAnHour: [1, 1000, 'an hour'],
  wireAMetre: [0, 200, 'a metre'],
  /** Readings of a circuit against negative. */
  readingVolts: [0, 32, 'V'],
  circuitA: [0, 200, 'A'],
  /** Wire of a circuit that is there, from where it is got at to its battery. */
  circuitMm: [0, 30000, 'mm'],
  /** The day the battery is judged by. */
  airCelsius: [-30, 60, '°C'],
  startPct: [10, 100, '%'],
  segmentHours: [0.05, 48, 'h'],
  otherA: [0, 200, 'A'],
} as const satisfies Record<string, readonly [min: number, max: number, unit: string]>;
export type FactName = keyof typeof FACTS;

export const fact = (name: FactName) => {
  const [min, max, unit] = FACTS[name];
  return ranged(min, max, unit);
};
