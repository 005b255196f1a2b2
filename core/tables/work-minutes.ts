import type { Material } from './materials';

/** What a row of the table is counted by. */
export const PER = {
  piece: 'a piece',
  hole: 'a hole',
  fastener: 'a fastener',
  length: '100 mm of line',
  change: 'a change',
} as const;

interface Row {
  readonly name: string;
  readonly per: keyof typeof PER;
  readonly minutes: number;
}

/** Minutes of making holes and fixing gear (common practice): a workshop has its own. */
export const WORK_MINUTES = {
  offerUp: { name: 'Offer up and mark', per: 'piece', minutes: 3 },
  mask: { name: 'Mask a finish', per: 'piece', minutes: 2 },
  punch: { name: 'Punch', per: 'hole', minutes: 0.2 },
  changeBit: { name: 'Change the bit', per: 'change', minutes: 0.5 },
  pilot: { name: 'Pilot', per: 'hole', minutes: 0.3 },
  drillSoft: { name: 'Drill plastic or wood', per: 'hole', minutes: 0.4 },
  drillMetal: { name: 'Drill metal', per: 'hole', minutes: 0.9 },
  drillFibre: { name: 'Drill glass fibre', per: 'hole', minutes: 0.8 },
  sawHoleSoft: { name: 'Hole saw or step drill, plastic or wood', per: 'hole', minutes: 2 },
  sawHoleMetal: { name: 'Hole saw or step drill, metal', per: 'hole', minutes: 5 },
  sawHoleFibre: { name: 'Hole saw or step drill, glass fibre', per: 'hole', minutes: 4 },
  sawSoft: { name: 'Saw plastic or wood', per: 'length', minutes: 1.2 },
  sawMetal: { name: 'Saw metal', per: 'length', minutes: 3 },
  sawFibre: { name: 'Saw glass fibre', per: 'length', minutes: 2.5 },
  countersink: { name: 'Countersink', per: 'hole', minutes: 0.3 },
  tap: { name: 'Tap a thread', per: 'hole', minutes: 1 },
  deburr: { name: 'Deburr', per: 'hole', minutes: 0.2 },
  edge: { name: 'Dress a sawn edge', per: 'length', minutes: 0.4 },
  seal: { name: 'Seal', per: 'piece', minutes: 1.5 },
  dryFit: { name: 'Dry fit with the outer cover on', per: 'piece', minutes: 3 },
  place: { name: 'Put in place', per: 'piece', minutes: 2 },
  fasten: { name: 'Start and tighten', per: 'fastener', minutes: 0.6 },
  sleeve: { name: 'Sleeve in, tabs bent, unit home', per: 'piece', minutes: 5 },
  ring: { name: 'Clamp or threaded ring', per: 'piece', minutes: 3 },
  stick: { name: 'Wipe, warm, press and wait', per: 'piece', minutes: 5 },
} as const satisfies Record<string, Row>;
export type WorkRow = keyof typeof WORK_MINUTES;
export const WORK_ROWS = Object.keys(WORK_MINUTES) as [WorkRow, ...WorkRow[]];

const KINDS = { soft: 'Soft', metal: 'Metal', fibre: 'Fibre' } as const;
const KIND: Readonly<Record<Material, keyof typeof KINDS>> = {
  steel: 'metal',
  aluminium: 'metal',
  gelcoat: 'fibre',
  fibre: 'fibre',
  plastic: 'soft',
  polyethylene: 'soft',
  ply: 'soft',
  hardwood: 'soft',
  trim: 'soft',
};
/** The row of a kind of work in some material. */
export const workRow = <W extends 'drill' | 'sawHole' | 'saw'>(work: W, material: Material) =>
  `${work}${KINDS[KIND[material]]}`;
