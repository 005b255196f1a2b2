import * as v from 'valibot';
import { line, type Of } from './text';

/** Names that every record has without being told: as a key they would be found where nobody put them. */
const INHERITED = Object.getOwnPropertyNames(Object.prototype).filter((name) => /^[A-Za-z]+$/.test(name));
/** Stable keys: letters, digits and dashes, so that they can stand in a path, a file name and a URL. */
export const Id: Of<string> = v.pipe(
  v.string(),
  v.regex(
    new RegExp(`^(?!(?:${INHERITED.join('|')})$)[A-Za-z0-9][A-Za-z0-9-]{0,63}$`),
    `expected letters, digits and dashes, 1 to 64 long, and none of ${INHERITED.join(', ')}`,
  ),
);
export const Text = line(400);

/** Entries by id, no more than `most` of `what`. */
export const entriesOf = <T extends v.GenericSchema>(
  most: number,
  what: string,
  entry: T,
): v.GenericSchema<Record<string, v.InferInput<T>>, Record<string, v.InferOutput<T>>> =>
  v.pipe(v.record(Id, entry), v.maxEntries(most, `expected ${most} ${what} at most`));

/** A finite number in a closed range; the message names the range and the unit. */
export const ranged = (min: number, max: number, unit: string): Of<number> =>
  v.pipe(
    v.number(`expected a number of ${unit}`),
    v.minValue(min, `expected ${min} to ${max} ${unit}`),
    v.maxValue(max, `expected ${min} to ${max} ${unit}`),
  );
