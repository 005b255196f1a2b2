import { createHash } from 'node:crypto';

/** Choices that a seed repeats: the digests of the seed and a counter. */
export class Dice {
  #thrown = 0;
  constructor(readonly seed: string) {}

  #word(): number {
    return createHash('sha256').update(`${this.seed}/${this.#thrown++}`).digest().readUInt32LE();
  }
  /** A whole number from 0 to below `n`. */
  below(n: number): number {
    return Math.floor((this.#word() / 2 ** 32) * n);
  }
  chance(percent: number): boolean {
    return this.below(100) < percent;
  }
  one<T>(of: readonly T[]): T {
    return of[this.below(of.length)]!;
  }
  /** Another, of its own. */
  beside(name: string | number): Dice {
    return new Dice(`${this.seed}/${name}`);
  }
}
