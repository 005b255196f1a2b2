import * as v from 'valibot';

const EXPECTED = 'expected a time of this century as 2026-11-25T14:00:00.000Z';

/** A moment as a device's clock tells it, in universal time: one that there is. */
export const Instant = v.pipe(
  v.string(),
  v.regex(/^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d{1,3})?Z$/, EXPECTED),
  v.check((text) => {
    const at = new Date(text);
    // The thirtieth of February would be taken for the second of March.
    return !Number.isNaN(at.getTime()) && at.toISOString().slice(0, 19) === text.slice(0, 19);
  }, EXPECTED),
);
