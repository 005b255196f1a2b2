import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { COVER_STATES, type Cover, type CoverState, type Opened } from '#core/craft/cover';
import type { Leg } from '#core/craft/leg';
import type { Pattern } from '#core/craft/pattern';
import { craftMap, type Access } from '#core/routing/index';

/** Numbers from 0 to below 1, the same for the same seed (a linear congruence of Knuth’s, taken from its upper bits). */
export function seeded(seed: number): () => number {
  let state = BigInt(seed) * 2654435761n + 1n;
  return () => {
    state = (state * 6364136223846793005n + 1442695040888963407n) & ((1n << 64n) - 1n);
    return Number(state >> 33n) / 2 ** 31;
  };
}
export type Dice = ReturnType<typeof seeded>;
export const upTo = (dice: Dice, most: number): number => Math.floor(dice() * (most + 1));
export const oneOf = <T>(dice: Dice, of: readonly T[]): T => of[upTo(dice, of.length - 1)]!;

export interface CraftSize {
  readonly nodes: number;
  readonly legs: number;
  readonly covers: number;
  /** Some covers are sooner off than set aside. */
  readonly odd?: boolean;
}

/**
 * A craft made up for a test: places joined by legs as they fall, one way through all of them; covers that open to one
 * state or several, each after some before it in the list, further ones after at least what nearer ones wait for.
 */
export function anyCraft(dice: Dice, { nodes, legs, covers, odd = false }: CraftSize): Pattern {
  const place = Object.values(ADVENTURE_TOURER.places)[0]!;
  const plain = Object.values(ADVENTURE_TOURER.covers).find(({ states }) => states.off)!.states.off!;
  const { body } = place;
  const coverIds = Array.from({ length: covers }, (_, i) => `c${i}`);
  const statesOf = coverIds.map(() => COVER_STATES.filter(() => dice() < 0.55));
  for (const states of statesOf) if (!states.length) states.push('off');
  const asked = (below: number, chance: number): Opened =>
    Object.fromEntries(
      coverIds.slice(0, below).flatMap((id, i) => (dice() < chance ? [[id, oneOf(dice, statesOf[i]!)]] : [])),
    );
  const built = Object.fromEntries(
    coverIds.map((id, i): [string, Cover] => {
      let after: Opened = asked(i, 0.2);
      let minutes = 0;
      const second = dice() < 0.15;
      const states: Cover['states'] = {};
      for (const state of statesOf[i]!) {
        minutes = odd ? 1 + upTo(dice, 9) : minutes + 1 + upTo(dice, 9);
        states[state] = { ...plain, after, minutes: { off: minutes, on: 2 * minutes }, second };
        if (dice() < 0.3) after = { ...asked(i, 0.3), ...after };
      }
      return [id, { name: id, states }];
    }),
  );
  const ids = Array.from({ length: nodes }, (_, i) => `p${i}`);
  const at = ids.map((): [number, number, number] => [upTo(dice, 2400), upTo(dice, 800) - 400, upTo(dice, 1200)]);
  const leg = (from: number, to: number): Leg => ({
    name: 'leg',
    from: ids[from]!,
    to: ids[to]!,
    via: [],
    hazards: dice() < 0.08 ? ['hot'] : dice() < 0.15 ? ['edge'] : [],
    engineSpace: false,
    covers: asked(covers, covers ? Math.min(0.5, 1.2 / covers) : 0),
    ...(dice() < 0.2 ? { fish: { minutes: upTo(dice, 20), covers: asked(covers, 0.1) } } : {}),
    ...(dice() < 0.1
      ? {
          passes: {
            hole: { name: 'hole', at: at[from]!, mm: dice() < 0.5 ? 0 : 20, edge: 'bare' as const, drillToMm: 20 },
          },
        }
      : {}),
  });
  const all = ids.slice(1).map((_, i) => leg(upTo(dice, i), i + 1));
  while (all.length < legs) {
    const [a, b] = [upTo(dice, nodes - 1), upTo(dice, nodes - 1)];
    if (a !== b) all.push(leg(a, b));
  }
  return {
    ...ADVENTURE_TOURER,
    places: Object.fromEntries(ids.map((id, i) => [id, { ...place, name: id, body, at: at[i]!, covers: {} }])),
    junctions: {},
    joints: {},
    keepFree: {},
    legs: Object.fromEntries(all.map((one, i) => [`l${i}`, one])),
    covers: built,
  };
}

/** The state a judge opens a cover to, where so much is asked. */
export const least = (states: Cover['states'], asked: CoverState): CoverState | undefined =>
  COVER_STATES.slice(COVER_STATES.indexOf(asked)).find((state) => states[state]);

/** How a craft is got at, nothing barred or kept shut. */
export const accessTo = (
  pattern: Pattern,
  school: Access['school'] = 'aside',
  minutesAMetre = 2,
  drills = true,
): Access => ({
  pattern,
  map: craftMap(pattern),
  school,
  minutesAMetre,
  barred: [],
  most: {},
  drills,
});
