import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { TOURER_JOB } from '#demo/jobs';
import { jobSheetPdf } from './job-sheet';
import { BadPhotoError, forSheet, proven } from './pictures';

const MAGIC = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** A PNG chunk, by the standard (ISO/IEC 15948): length, type, data, CRC; `length` says otherwise. */
function chunk(type: string, data: Buffer, length = data.length): Buffer {
  const head = Buffer.alloc(4);
  head.writeUInt32BE(length >>> 0);
  const body = Buffer.concat([Buffer.from(type), data]);
  const tail = Buffer.alloc(4);
  tail.writeUInt32BE(crc32(body));
  return Buffer.concat([head, body, tail]);
}
/** The head of a picture of eight bits, red, green, blue and alpha. */
function head(width: number, height: number): Buffer {
  const data = Buffer.alloc(13);
  data.writeUInt32BE(width, 0);
  data.writeUInt32BE(height, 4);
  data.set([8, 6, 0, 0, 0], 8);
  return chunk('IHDR', data);
}
const END = chunk('IEND', Buffer.alloc(0));
const png = (...chunks: Buffer[]) => Buffer.concat([MAGIC, ...chunks, END]);
const rows = (count: number, width: number, filter = 0) =>
  deflateSync(
    Buffer.concat(
      Array.from({ length: count }, () => Buffer.concat([Buffer.from([filter]), Buffer.alloc(4 * width, 90)])),
    ),
  );

const photo = () =>
  sharp({ create: { width: 640, height: 480, channels: 3, background: '#336699' } })
    .jpeg()
    .toBuffer();

describe('a picture is taken', () => {
  test('when it can be drawn from its first line to its last: JPEG, PNG, WebP', async () => {
    const jpeg = await photo();
    expect(await proven(jpeg)).toBe('image/jpeg');
    expect(await proven(await sharp(jpeg).png().toBuffer())).toBe('image/png');
    expect(await proven(await sharp(jpeg).webp().toBuffer())).toBe('image/webp');
    expect(await proven(png(head(3, 2), chunk('IDAT', rows(2, 3))))).toBe('image/png');
  });

  test('up to 8192 pixels a side, and not one more', async () => {
    const of = (width: number) =>
      sharp({ create: { width, height: 2, channels: 3, background: 'red' } })
        .png()
        .toBuffer();
    expect(await proven(await of(8192))).toBe('image/png');
    await expect(proven(await of(8193))).rejects.toThrow('at most 8192 × 8192, not 8193 × 2');
  });
});

describe('hostile or broken pictures', () => {
  const cases: [string, () => Buffer | Promise<Buffer>][] = [
    ['a PNG whose data do not unpack', () => png(head(2, 2), chunk('IDAT', Buffer.from('not deflated')))],
    ['a PNG that says 65535 × 65535', () => png(head(65535, 65535), chunk('IDAT', rows(1, 1)))],
    ['a PNG with a filter there is none of', () => png(head(2, 2), chunk('IDAT', rows(2, 2, 9)))],
    ['a PNG with a chunk of less than nothing', () => png(head(2, 2), chunk('IDAT', rows(2, 2), -12))],
    [
      'a PNG with a text of two gigabytes',
      () => Buffer.concat([MAGIC, head(2, 2), chunk('tEXt', Buffer.from('x'), 0x7fffffff)]),
    ],
    ['a PNG with fewer lines than it says', () => png(head(40, 400), chunk('IDAT', rows(3, 40)))],
    ['the first bytes of a JPEG alone', () => Buffer.from([0xff, 0xd8, 0xff])],
    ['a JPEG cut off in its middle', async () => (await photo()).subarray(0, 900)],
    ['the first bytes of a PNG and text', () => Buffer.concat([MAGIC, Buffer.from('and so on')])],
    [
      'a page that begins as a JPEG',
      () => Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.from('<html><script>x</script>')]),
    ],
    ['a WebP of nothing', () => Buffer.from('RIFF\u0000\u0000\u0000\u0000WEBP')],
    ['a drawing', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')],
    ['a document', () => Buffer.from('%PDF-1.7\n')],
    ['nothing', () => Buffer.alloc(0)],
  ];

  test.each(cases)('%s is refused in words, and not drawn', async (_, make) => {
    const bytes = await make();
    await expect(proven(bytes)).rejects.toBeInstanceOf(BadPhotoError);
    expect(await forSheet(bytes)).toBeUndefined();
  });

  test('leave their frames on a sheet, each with its caption', async () => {
    const photos = await Promise.all(cases.map(async ([caption, make]) => ({ bytes: await make(), caption })));
    const file = join(mkdtempSync(join(tmpdir(), 'haltrik-')), 'sheet.pdf');
    writeFileSync(file, await jobSheetPdf(TOURER_JOB, [], photos));
    const text = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
    expect(text.match(/missing or cannot be drawn/g)).toHaveLength(cases.length);
    expect(text).toContain('a JPEG cut off in its middle');
    rmSync(dirname(file), { recursive: true });
  });

  test('a small file of a large picture is drawn small', async () => {
    const large = await sharp({ create: { width: 8000, height: 8000, channels: 4, background: '#00000000' } })
      .png()
      .toBuffer();
    expect(await proven(large)).toBe('image/png');
    const shown = await sharp(Buffer.from((await forSheet(large))!)).metadata();
    expect([shown.format, shown.width, shown.height]).toEqual(['jpeg', 1400, 1400]);
  });

  test('what a camera says of where it was does not go on a sheet', async () => {
    const told = await sharp({ create: { width: 60, height: 40, channels: 3, background: 'red' } })
      .withExif({ IFD3: { GPSLatitudeRef: 'N' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(told).metadata()).exif).toBeDefined();
    const shown = await sharp(Buffer.from((await forSheet(told))!)).metadata();
    expect(shown.exif).toBeUndefined();
    // It stands upright, as its own mark says.
    expect([shown.width, shown.height]).toEqual([40, 60]);
  });
});
