/** Longest side of a kept photograph, px: enough to read a label on a plug. */
const LONGEST = 1600;
const QUALITY = 0.82;

/** A picture as a JPEG no larger than is of use. Throws with words for a person when it cannot be read. */
export async function shrink(file: Blob): Promise<Blob> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('Photograph: expected a picture this browser can read (JPEG, PNG or WebP).');
  }
  const part = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * part));
  canvas.height = Math.max(1, Math.round(bitmap.height * part));
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const picture = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!picture) throw new Error('Photograph: this browser could not shrink it.');
  return picture;
}
