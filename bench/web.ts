import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import config from '../playwright.config';
import { startServer, tempFolder } from '../tests/support/server';
import { row, type Row } from './measure';

/** JavaScript the Board loads: the page's own scripts and what they import from the start. */
function firstViewKilobytes(): number {
  const web = 'dist/web';
  const html = readFileSync(join(web, 'index.html'), 'utf8');
  const wanted = new Set([...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map((m) => m[1]!));
  for (const file of wanted)
    for (const m of readFileSync(join(web, file), 'utf8').matchAll(/from"\.\/([^"]+\.js)"|import"\.\/([^"]+\.js)"/g))
      wanted.add(`assets/${m[1] ?? m[2]}`);
  const known = new Set(readdirSync(join(web, 'assets')).map((f) => `assets/${f}`));
  return [...wanted]
    .filter((f) => known.has(f))
    .reduce((sum, f) => sum + gzipSync(readFileSync(join(web, f))).length / 1000, 0);
}

/** From a choice made to the frame that shows the new ledger, measured inside the page. */
async function editToRepaint(page: Page, gauge: string): Promise<number> {
  return page.evaluate(async (value) => {
    const select = document.querySelector<HTMLSelectElement>('#gauge')!;
    const cell = document.querySelector('[data-ledger=drop] strong')!;
    const before = cell.textContent;
    const begun = performance.now();
    select.value = value;
    select.dispatchEvent(new Event('change', { bubbles: true }));
    while (document.querySelector('[data-ledger=drop] strong')!.textContent === before)
      await new Promise(requestAnimationFrame);
    await new Promise(requestAnimationFrame);
    return performance.now() - begun;
  }, gauge);
}

export async function webRows(): Promise<Row[]> {
  const folder = tempFolder();
  const server = await startServer(folder.path);
  const browser = await chromium.launch(config.use!.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${server.url}/jobs/tourer-four-speakers/power`);
  await page.locator('[data-feed=amp]').click();
  const took: number[] = [];
  for (let i = 0; i < 60; i++) took.push(await editToRepaint(page, i % 2 ? '4' : '6'));
  await browser.close();
  await server.stop();
  folder.drop();
  return [
    row('edit to repaint, Power', took.slice(5), 'ms', 50, 'p95'),
    row('first view JavaScript, gzipped', [firstViewKilobytes()], 'kB', 150),
  ];
}
