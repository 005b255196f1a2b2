import { shallowRef } from 'vue';

/** Joints that are shown away from where they are drawn, and where each stands: degrees, or mm of travel. */
export const standing = shallowRef<Readonly<Record<string, number>>>({});
