import type { Passing } from './passing';

/** One end of a loom as it lies. */
export interface LoomEndPlan {
  readonly end: string;
  readonly name: string;
  readonly to: string | null;
  readonly place: string | undefined;
  /** The runs that go to it. */
  readonly runs: readonly string[];
  /** Of it from where it leaves the trunk, with its extension; of where the trunk begins up to its first branch in use, mm. */
  readonly haveMm: number;
  /** What is left over, what is to be left at its place already taken off, mm; less than nothing where it is short. Undefined: nothing goes there. */
  readonly overMm: number | undefined;
  /** What is to be left there, mm. */
  readonly leftMm: number;
  /** Room that what is left over takes as a coil, and what its place has for it, cm³; undefined where nobody has said. */
  readonly coilCm3: number;
  readonly roomCm3: number | undefined;
}

/** Where a fork lies: so far along a leg from where that begins, of 1; undefined: at a place. */
export interface ForkAt {
  readonly atMm: number;
  readonly node: string;
  readonly leg: string | undefined;
  readonly along: number;
}

/** What of a loom goes along a leg. */
export interface LoomLeg {
  readonly leg: string;
  /** A run of it that goes there, where there is one what feeds, and whether that is one. */
  readonly run: string;
  readonly feeds: boolean;
  /** How thick it is, mm. */
  readonly mm: number;
  /** What is led through there. */
  readonly plugs: readonly Passing[];
}

/** A loom as it lies on the craft. */
export interface LoomPlan {
  readonly id: string;
  /** The plug it begins at, or its branches, go in first: what is left over lies at the others. */
  readonly first: 'start' | 'ends';
  readonly proposed: 'start' | 'ends';
  /** Why that is proposed. */
  readonly why: string;
  readonly ends: readonly LoomEndPlan[];
  /** Left over between two forks, by where the farther one is along the trunk, mm. */
  readonly trunk: readonly { readonly atMm: number; readonly mm: number }[];
  readonly forks: readonly ForkAt[];
  /** The amplifier that it stands with in the old leads of speakers. */
  readonly standsWith: string | undefined;
  /** All that is short, mm: laid along these legs no way of laying it is less short. */
  readonly shortMm: number;
  /** Twice along one leg where two branches part before it. */
  readonly legs: readonly LoomLeg[];
}
