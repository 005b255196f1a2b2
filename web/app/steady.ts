import { computed, type ComputedRef } from 'vue';
import { shared } from '#core/document/keep';

/**
 * What is made anew at every edit and mostly comes out equal: it stays the very same then, whole or in its parts, so
 * that what is drawn of it is not patched again. Plain data.
 */
export const steady = <T>(make: () => T): ComputedRef<T> =>
  computed<T>((before) => (before === undefined ? make() : shared(before, make())));
