import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

/** A page as another program has drawn it: which of its points are ink. */
export interface Page {
  readonly w: number;
  readonly h: number;
  readonly perMm: number;
  /** Whether there is ink at a point, mm from the upper left corner. */
  readonly ink: (x: number, y: number) => boolean;
}

async function pageOf(png: Buffer, dpi: number): Promise<Page> {
  const { data, info } = await sharp(png)
    .flatten({ background: '#fff' })
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const perMm = dpi / 25.4;
  const at = (mm: number) => Math.floor(mm * perMm);
  return {
    w: info.width / perMm,
    h: info.height / perMm,
    perMm,
    ink: (x, y) => {
      const [px, py] = [at(x), at(y)];
      return px >= 0 && py >= 0 && px < info.width && py < info.height && data[py * info.width + px]! < 160;
    },
  };
}

function drawn<T>(file: string, bytes: string | Uint8Array, use: (path: string, folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'paper-'));
  try {
    writeFileSync(join(folder, file), bytes);
    return use(join(folder, file), folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The pages of a PDF, drawn by poppler. */
export async function pagesOf(pdf: Uint8Array, dpi: number): Promise<Page[]> {
  const pngs = drawn('of.pdf', pdf, (path, folder) => {
    execFileSync('pdftoppm', ['-r', String(dpi), '-gray', '-png', path, join(folder, 'page')]);
    return readdirSync(folder)
      .filter((name) => name.endsWith('.png'))
      .sort()
      .map((name) => readFileSync(join(folder, name)));
  });
  return Promise.all(pngs.map((png) => pageOf(png, dpi)));
}

/** An SVG, drawn by librsvg. */
export const svgPage = (svg: string, dpi: number): Promise<Page> =>
  pageOf(
    drawn('of.svg', svg, (path) => execFileSync('rsvg-convert', ['-d', String(dpi), '-p', String(dpi), path])),
    dpi,
  );

/** From inside a ring out to its ink, mm; undefined where there is none within `most`. */
function outTo({ ink, perMm }: Page, x: number, y: number, angle: number, most: number): number | undefined {
  for (let r = 0.9; r < most; r += 0.25 / perMm) if (ink(x + r * Math.cos(angle), y + r * Math.sin(angle))) return r;
  return undefined;
}

/** A ring about a point as it is measured on paper, between the arms of its cross: how far off it lies, and its radius. */
export function ringAt(page: Page, x: number, y: number, radius: number): { off: number; radius: number } | undefined {
  const rays = [1, 3, 5, 7].map((eighth) => outTo(page, x, y, (eighth * Math.PI) / 4, radius + 1));
  const [a, b, c, d] = rays;
  if (a === undefined || b === undefined || c === undefined || d === undefined) return undefined;
  return { off: Math.hypot((a - c) / 2, (b - d) / 2), radius: (a + b + c + d) / 4 };
}

/** How long a level line about a point is, mm. */
export function levelAt({ ink, perMm }: Page, x: number, y: number): number {
  const step = 0.25 / perMm;
  let [left, right] = [x, x];
  while (ink(left - step, y)) left -= step;
  while (ink(right + step, y)) right += step;
  return right - left;
}
