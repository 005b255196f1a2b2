import * as v from 'valibot';
import { Insulation } from './colours';
import { GAUGES } from './conductors';

/** What a wire is, as it comes off a reel; no gauge: the screened pair of line leads. */
export const WireKind = v.strictObject({
  gauge: v.nullable(v.picklist(GAUGES, 'expected a gauge from 18 to 4/0, or a size from 0.75mm2 to 120mm2')),
  colour: Insulation,
});
