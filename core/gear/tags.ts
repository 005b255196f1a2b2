import type { GearItem, GearKind } from './gear';

const TAG_LETTERS: Record<GearKind, string> = {
  headUnit: 'H',
  amplifier: 'A',
  speaker: 'S',
  fuseHolder: 'F',
  zoneControl: 'Z',
  block: 'D',
  switchModule: 'M',
  relay: 'R',
  converter: 'C',
  enclosure: 'E',
  accessory: 'X',
  device: 'P',
  kit: 'K',
  loom: 'L',
};

/** Short marks for gear, counted by kind in the order it is given, what comes out after the rest: H1, A1, A2, S1 … */
export function tagGear(
  gear: Readonly<Record<string, { readonly item: GearItem; readonly there?: string | null }>>,
): Record<string, string> {
  const counts = new Map<string, number>();
  const all = Object.entries(gear);
  const out = all.filter(([, { there }]) => there === 'out');
  return Object.fromEntries(
    (out.length ? [...all.filter(([, { there }]) => there !== 'out'), ...out] : all).map(([id, { item }]) => {
      const letter = TAG_LETTERS[item.kind];
      const count = (counts.get(letter) ?? 0) + 1;
      counts.set(letter, count);
      return [id, `${letter}${count}`];
    }),
  );
}
