import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import sharp from 'sharp';
import { TOURER_JOB } from '#demo/jobs';
import { jobSheetPdf } from './job-sheet';
import { chunk, head, png, pngMagic, rows } from '../tests/support/png';
import { BadPhotoError, forSheet, proven } from './pictures';

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
      () => Buffer.concat([pngMagic, head(2, 2), chunk('tEXt', Buffer.from('x'), 0x7fffffff)]),
    ],
    ['a PNG with fewer lines than it says', () => png(head(40, 400), chunk('IDAT', rows(3, 40)))],
    ['the first bytes of a JPEG alone', () => Buffer.from([0xff, 0xd8, 0xff])],
    ['a JPEG cut off in its middle', async () => (await photo()).subarray(0, 900)],
    ['the first bytes of a PNG and text', () => Buffer.concat([pngMagic, Buffer.from('and so on')])],
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
