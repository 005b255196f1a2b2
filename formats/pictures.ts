import sharp, { type Sharp } from 'sharp';

/** The bytes are no picture we take, or not a whole one. */
export class BadPhotoError extends Error {}

/** Widest and highest picture taken in, pixels. */
const MOST_SIDE = 8192;
/** Longest a picture may take to be drawn, s. */
const SECONDS = 10;
/** Longest side on a job sheet, pixels: two of them side by side on A4. */
const SHEET_SIDE = 1400;

/** First bytes of the kinds of picture taken in. */
const KINDS: readonly [mime: string, is: (b: Buffer) => boolean][] = [
  ['image/jpeg', (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))],
  ['image/png', (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))],
  ['image/webp', (b) => b.subarray(0, 4).toString() === 'RIFF' && b.subarray(8, 12).toString() === 'WEBP'],
];

/** The kind of a picture by its first bytes, whatever it is called; undefined when it is none we take. */
export const mimeOf = (bytes: Buffer): string | undefined => KINDS.find(([, is]) => is(bytes))?.[0];

// What was drawn once is seldom drawn again; memory is better left free.
sharp.cache(false);

const drawn = (bytes: Buffer): Sharp =>
  sharp(bytes, { failOn: 'error', limitInputPixels: MOST_SIDE * MOST_SIDE, sequentialRead: true }).timeout({
    seconds: SECONDS,
  });

/** The kind of a picture that can be drawn from its first line to its last. Throws BadPhotoError. */
export async function proven(bytes: Buffer): Promise<string> {
  const mime = mimeOf(bytes);
  if (!mime) throw new BadPhotoError('expected a JPEG, PNG or WebP picture');
  try {
    const picture = drawn(bytes);
    const { width, height, format } = await picture.metadata();
    if (`image/${format}` !== mime) throw new BadPhotoError('expected a picture of the kind its first bytes say');
    if (width > MOST_SIDE || height > MOST_SIDE)
      throw new BadPhotoError(`expected a picture of at most ${MOST_SIDE} × ${MOST_SIDE}, not ${width} × ${height}`);
    // Only what has been drawn whole is known to be whole.
    await picture.resize(8, 8, { fit: 'fill' }).raw().toBuffer();
  } catch (error) {
    if (error instanceof BadPhotoError) throw error;
    throw new BadPhotoError(`expected a whole picture; it cannot be drawn (${firstLine(error)})`);
  }
  return mime;
}

/** A picture as a sheet takes it: an upright JPEG, no larger than is seen. Undefined where it will not be drawn. */
export async function forSheet(bytes: Buffer): Promise<Uint8Array | undefined> {
  try {
    return await drawn(bytes)
      .rotate()
      .resize(SHEET_SIDE, SHEET_SIDE, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer();
  } catch {
    return undefined;
  }
}

const firstLine = (error: unknown) => (error instanceof Error ? error.message : String(error)).split('\n')[0]!;
