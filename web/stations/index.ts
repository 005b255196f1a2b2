import type { Station } from '#core/findings/finding';
import type { StationFace } from '../app/stations';
import { intake } from './intake';
import { gear } from './gear';
import { mounting } from './mounting';
import { speakers } from './speakers';
import { power } from './power';
import { routing } from './routing';
import { build } from './build';
import { handover } from './handover';

/** Every station that is built. */
export const FACES: Readonly<Record<Station, StationFace>> = {
  intake,
  gear,
  mounting,
  speakers,
  power,
  routing,
  build,
  handover,
};
