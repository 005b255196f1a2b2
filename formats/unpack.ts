import { Unzip, UnzipInflate } from 'fflate';

/** Most that a file may hold once unpacked, bytes, and most entries. */
const MOST_BYTES = 256 * 1024 * 1024;
const MOST_ENTRIES = 5000;
const PART = 1 << 16;

/**
 * The entries of a zip that are wanted, unpacked part by part: what it really holds is counted, whatever it says of
 * itself. Throws with words for a person.
 */
export function unpacked(zip: Uint8Array, wanted: (name: string) => boolean): Record<string, Uint8Array> {
  const parts = new Map<string, Uint8Array[]>();
  const open = new Set<string>();
  let bytes = 0;
  let entries = 0;
  let failed: Error | undefined;
  const reader = new Unzip((file) => {
    if (++entries > MOST_ENTRIES) throw new Error(`expected ${MOST_ENTRIES} entries at most`);
    if (!wanted(file.name)) return;
    if (parts.has(file.name)) throw new Error(`${file.name} stands in it twice`);
    const own: Uint8Array[] = [];
    parts.set(file.name, own);
    open.add(file.name);
    file.ondata = (error, part, final) => {
      if (error) {
        failed = error;
        return;
      }
      bytes += part.length;
      if (final) open.delete(file.name);
      if (bytes > MOST_BYTES) throw new Error(`it is over ${MOST_BYTES / 1024 / 1024} MB unpacked`);
      own.push(part);
    };
    file.start();
  });
  reader.register(UnzipInflate);
  if (zip.length < 4 || zip[0] !== 0x50 || zip[1] !== 0x4b) throw new Error('it does not begin as one');
  for (let at = 0; at < zip.length; at += PART) {
    reader.push(zip.subarray(at, at + PART), at + PART >= zip.length);
    if (failed) throw failed;
  }
  if (open.size) throw new Error(`it is cut off within ${[...open][0]}`);
  return Object.fromEntries([...parts].map(([name, own]) => [name, joined(own)]));
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
