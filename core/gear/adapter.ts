import * as v from 'valibot';
import { MATERIAL_IDS } from '../tables/materials';
import { ranged } from '../text/scalars';

/** What is cut to go between gear and its panel. */
export const ADAPTERS = {
  plate: 'plate over the opening',
  spacer: 'spacer under the flange',
} as const;
export type AdapterKind = keyof typeof ADAPTERS;

/** It lies on the face of the panel: gear on it sits so much farther out. */
export const Adapter = v.strictObject({
  kind: v.picklist(Object.keys(ADAPTERS) as [AdapterKind, ...AdapterKind[]]),
  thicknessMm: ranged(1, 60, 'mm'),
  material: v.picklist(MATERIAL_IDS),
});
export type Adapter = v.InferOutput<typeof Adapter>;
