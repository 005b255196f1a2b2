/** What a wire that is there already does, as far as it is known. */
export const EXISTING_USES = {
  constant: 'constant +',
  switched: 'switched +',
  negative: 'negative',
  dimmer: 'dimmer',
  lamp: 'lamp',
  speaker: 'speaker',
  other: 'other',
} as const;
export const EXISTING_USE_IDS = Object.keys(EXISTING_USES) as [
  keyof typeof EXISTING_USES,
  ...(keyof typeof EXISTING_USES)[],
];

/** How a circuit that is there already is got at. */
export const ACCESSES = {
  bareWire: 'bare wire, spliced',
  radioPlug: 'radio plug, by an adapter',
  accessoryPlug: 'accessory plug',
  lighterSocket: 'lighter socket, by a T-lead',
  stud: 'stud or bus',
  switchPanel: 'switch-panel way',
  fuseTap: 'fuse block, by a fuse tap',
} as const;
export type Access = keyof typeof ACCESSES;
export const ACCESS_IDS = Object.keys(ACCESSES) as [Access, ...Access[]];

/** Sizes that wiring of a craft is found in. */
export const FOUND_SIZES = ['20', '18', '16', '14', '12', '10', '8', '6'] as const;
