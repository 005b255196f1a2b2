import { spawnSync } from 'node:child_process';
import type { Page } from '@playwright/test';

/** A PNG of an SVG drawing, by librsvg. */
export function png(svg: string): Buffer {
  const { stdout, status, stderr } = spawnSync('rsvg-convert', [], { input: svg, maxBuffer: 1 << 26 });
  if (status !== 0) throw new Error(stderr.toString());
  return stdout;
}

/** Colours that no screen of ours has, told by what of them stands out. */
export type Paint = 'red' | 'blue' | 'green' | 'magenta' | 'cyan';
export const PAINTS: Record<Paint, string> = {
  red: '#ff0000',
  blue: '#0000ff',
  green: '#00a000',
  magenta: '#ff00ff',
  cyan: '#00c8c8',
};

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Middles of the spots of a colour that are seen on the page within a box, left before right: what a person would aim at. */
export async function spots(page: Page, paint: Paint, within: Box): Promise<{ x: number; y: number }[]> {
  const shot = (await page.screenshot()).toString('base64');
  return page.evaluate(
    async ([png, colour, box]) => {
      const bytes = Uint8Array.from(atob(png), (c) => c.charCodeAt(0));
      const bitmap = await createImageBitmap(new Blob([bytes], { type: 'image/png' }));
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      const context = canvas.getContext('2d')!;
      context.drawImage(bitmap, 0, 0);
      const { width, data } = context.getImageData(0, 0, bitmap.width, bitmap.height);
      const is = (i: number) => {
        const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!];
        switch (colour) {
          case 'red':
            return r - Math.max(g, b) > 110;
          case 'blue':
            return b - Math.max(r, g) > 90;
          case 'green':
            return g - Math.max(r, b) > 60;
          case 'magenta':
            return Math.min(r, b) - g > 90;
          default:
            return Math.min(g, b) - r > 70;
        }
      };
      const seen = new Set<number>();
      const found: { x: number; y: number; n: number }[] = [];
      for (let y = Math.ceil(box.y); y < box.y + box.height; y++)
        for (let x = Math.ceil(box.x); x < box.x + box.width; x++) {
          const start = y * width + x;
          if (seen.has(start) || !is(4 * start)) continue;
          let [sx, sy, n] = [0, 0, 0];
          const stack = [start];
          seen.add(start);
          while (stack.length) {
            const at = stack.pop()!;
            sx += at % width;
            sy += Math.floor(at / width);
            n++;
            for (const next of [at - 1, at + 1, at - width, at + width])
              if (!seen.has(next) && is(4 * next)) {
                seen.add(next);
                stack.push(next);
              }
          }
          if (n <= 8) continue;
          // A line of the sheet across a spot parts it in two.
          const half = found.find((one) => Math.hypot(one.x - sx / n, one.y - sy / n) < 16);
          const [x0, y0, n0] = half ? [half.x * half.n, half.y * half.n, half.n] : [0, 0, 0];
          const one = { x: (x0 + sx + n / 2) / (n0 + n), y: (y0 + sy + n / 2) / (n0 + n), n: n0 + n };
          if (half) Object.assign(half, one);
          else found.push(one);
        }
      return found.sort((a, b) => a.x - b.x).map(({ x, y }) => ({ x, y }));
    },
    [shot, paint, within] as const,
  );
}
