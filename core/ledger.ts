/** What a job comes to, in figures that are shown at every edit. */
export interface Ledger {
  /** Lowest nominal load on any channel, Ω. */
  readonly worstLoadOhm: number | undefined;
  /** Battery current at full output, engine off, A. */
  readonly feedA: number | undefined;
  readonly worstDropPct: number | undefined;
  readonly wireM: number;
  readonly hours: number;
  readonly stops: number;
}
