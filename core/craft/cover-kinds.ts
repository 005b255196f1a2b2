import type { Caution } from '../tables/cautions';

interface KindRow {
  readonly name: string;
  /** What is to be thought of whenever one comes off, and when it goes back (common practice). */
  readonly out?: string;
  readonly back?: string;
  /** Shown on both cards, whatever the cover itself says. */
  readonly caution?: Caution;
}

/** Sorts of cover, in the trade's plain words, and what always goes for each (common practice). */
export const COVER_KINDS = {
  shell: {
    name: 'screwed shell',
    out: 'Hold it as the last screw leaves.',
    back: 'Start every screw before one is tightened.',
  },
  trim: { name: 'clipped trim', back: 'Look for clips that stayed in the body: each goes back on the trim first.' },
  grille: {
    name: 'grille',
    out: 'Look behind it for the screw it hides.',
    back: 'Last to go back: is the screw behind it in?',
  },
  vent: { name: 'vent' },
  windscreen: {
    name: 'windscreen',
    out: 'Every screw a little at a time; it cracks at a hole that carries it alone.',
    back: 'Gently and in turn: overtightened it waves or cracks.',
  },
  keySwitch: {
    name: 'key switch',
    out: 'The key stays with the craft; its spring stays in.',
    back: 'Key through all its positions before it is closed.',
  },
  knob: {
    name: 'knob or lever',
    out: 'Put it back on for as long as the craft is moved meanwhile.',
    back: 'Lever through its whole travel.',
  },
  seat: { name: 'seat', back: 'Pull it up to prove the latch.' },
  tank: { name: 'tank', caution: 'fuel' },
  consoleStrip: { name: 'console strip' },
  trough: {
    name: 'trough with clips',
    out: 'Note how lines and looms lie in it.',
    back: 'Every line back in its clip.',
  },
  module: { name: 'module set aside', out: 'It hangs by its lead: lay it where it cannot fall.' },
  bracket: { name: 'bracket' },
  clamp: {
    name: 'clamp, only loosened',
    out: 'Mark how it stands before it is loosened.',
    back: 'Back to its mark, to the maker’s torque, and tried before anything else.',
    caution: 'steering',
  },
  gloveBox: { name: 'glove box' },
  cupHolder: { name: 'cup holder' },
  hatch: { name: 'hatch' },
  tray: { name: 'tray' },
  bag: { name: 'bag', back: 'Shake it to prove its locks.' },
  lid: { name: 'lid' },
  panel: { name: 'panel' },
  ties: { name: 'factory ties', out: 'Count them as they are cut.', back: 'As many new ones as were cut, flush.' },
} as const satisfies Record<string, KindRow>;
export type CoverKind = keyof typeof COVER_KINDS;
export const COVER_KIND_IDS = Object.keys(COVER_KINDS) as [CoverKind, ...CoverKind[]];

/** What always goes for covers of a kind; nothing of one whose kind is not said. */
export const kindRow = (kind: CoverKind | undefined): KindRow =>
  kind === undefined ? { name: '' } : COVER_KINDS[kind];
