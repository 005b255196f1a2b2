/** What a panel or hull is made of: how it is drilled and sealed goes by it. Lengths are common practice. */
export const MATERIALS = {
  steel: { name: 'painted steel', webMm: 6 },
  aluminium: { name: 'aluminium', webMm: 6 },
  gelcoat: { name: 'glass fibre with gelcoat', webMm: 12 },
  fibre: { name: 'bare glass fibre', webMm: 12 },
  plastic: { name: 'moulded plastic', webMm: 8 },
  polyethylene: { name: 'polyethylene', webMm: 12 },
  ply: { name: 'plywood', webMm: 12 },
  hardwood: { name: 'hardwood', webMm: 12 },
  trim: { name: 'trim board', webMm: 12 },
} as const satisfies Record<
  string,
  {
    readonly name: string;
    /** Least that is left standing between two holes, or a hole and an edge, mm. */
    readonly webMm: number;
  }
>;
export type Material = keyof typeof MATERIALS;
export const MATERIAL_IDS = Object.keys(MATERIALS) as [Material, ...Material[]];
export const MATERIAL_NAMES = Object.fromEntries(MATERIAL_IDS.map((id) => [id, MATERIALS[id].name])) as Record<
  Material,
  string
>;
