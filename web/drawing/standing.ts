import { shallowRef } from 'vue';
import type { Standing } from '#core/drawing/pose';

/** How the joints of the craft on the sheet are shown to stand; as drawn but while somebody moves one. */
export const standing = shallowRef<Standing>({});
