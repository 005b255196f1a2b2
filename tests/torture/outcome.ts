/** What an attack found. */
export interface Outcome {
  readonly name: string;
  /** How often it was tried. */
  readonly tried: number;
  /** What was counted or measured, for the table. */
  readonly figures: Readonly<Record<string, number | string>>;
  /** What should not be, in words that let it be repeated. Empty when all held. */
  readonly faults: readonly string[];
}

export interface How {
  readonly seed: number;
  readonly rounds: number;
  /** Times as long as usual that an answer may take: a machine may be busy. */
  readonly patience?: number;
  /** Told how many rounds are done. */
  readonly progress?: (done: number) => void;
}
