import { crc32, deflateSync } from 'node:zlib';

const MAGIC = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);

/** A PNG chunk, by the standard (ISO/IEC 15948): length, type, data, CRC; `length` may say otherwise. */
export function chunk(type: string, data: Buffer, length = data.length): Buffer {
  const head = Buffer.alloc(4);
  head.writeUInt32BE(length >>> 0);
  const body = Buffer.concat([Buffer.from(type), data]);
  const tail = Buffer.alloc(4);
  tail.writeUInt32BE(crc32(body));
  return Buffer.concat([head, body, tail]);
}

/** The head of a picture; of eight bits, red, green, blue and alpha where `more` does not say otherwise. */
export function head(width: number, height: number, more: readonly number[] = [8, 6, 0, 0, 0]): Buffer {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  data.set(more, 8);
  return chunk('IHDR', data);
}

export const png = (...chunks: Buffer[]): Buffer => Buffer.concat([MAGIC, ...chunks, chunk('IEND', Buffer.alloc(0))]);
/** What stands before the chunks. */
export const pngMagic = MAGIC;

/** Lines of `width` pixels of one value, each behind its filter. */
export const rows = (count: number, width: number, filter = 0, value = 90): Buffer =>
  deflateSync(
    Buffer.concat(
      Array.from({ length: count }, () => Buffer.concat([Buffer.from([filter]), Buffer.alloc(4 * width, value)])),
    ),
  );

/** A whole picture of 2 × 1 that `n` makes unlike any other. */
export function tinyPng(n: number): Buffer {
  const line = Buffer.alloc(9);
  line.writeUInt32BE(n >>> 0, 1);
  return png(head(2, 1), chunk('IDAT', deflateSync(line)));
}
