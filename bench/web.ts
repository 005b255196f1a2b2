import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium, type Page } from '@playwright/test';
import { TOURER_JOB } from '#demo/jobs';
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

/** One edit made on the sheet: a value picked in the field of a label, or something pressed. */
type Act = { readonly label: string; readonly value: string } | { readonly at: string };

/** From an edit made to the frame that shows what came of it, measured inside the page. */
async function editToRepaint(page: Page, act: Act): Promise<number> {
  return page.evaluate(async (what) => {
    const field = (
      'at' in what
        ? document.querySelector(what.at)
        : [...document.querySelectorAll('label')].find(({ textContent }) => textContent.trim() === what.label)!.control
    ) as HTMLElement;
    const sheet = document.querySelector('.shell')!;
    const before = sheet.textContent;
    const begun = performance.now();
    if ('value' in what) {
      (field as HTMLSelectElement).value = what.value;
      field.dispatchEvent(new Event('change', { bubbles: true }));
    } else field.click();
    while (sheet.textContent === before) {
      if (performance.now() - begun > 20_000) throw new Error(`nothing came of ${JSON.stringify(what)}`);
      await new Promise(requestAnimationFrame);
    }
    await new Promise(requestAnimationFrame);
    return performance.now() - begun;
  }, act);
}

const GAUGE = 'Gauge, out and back';
/** Where edits are timed: what is opened first, and the edits made in turn. */
const SHEETS: Record<string, { readonly open: string; readonly acts: readonly Act[] }> = {
  power: {
    open: '[data-feed=amp]',
    acts: [
      { label: GAUGE, value: '6' },
      { label: GAUGE, value: '4' },
    ],
  },
  routing: {
    open: '[data-run="speaker:amp>pannier-left"]',
    acts: [
      { label: 'Lead gauge', value: '12' },
      { label: 'Lead gauge', value: '10' },
    ],
  },
  speakers: { open: '[data-speaker="pannier-left"]', acts: [{ at: '.inspector .option:not(.now)' }] },
};

/** Script of the tenth edit after a job is loaded, cold as it is then: from the choice to the plan, on the page. */
async function tenthEdit(page: Page, url: string): Promise<number> {
  await page.goto(`${url}/jobs/tourer-four-speakers/power`);
  await page.locator('[data-feed=amp]').click();
  for (let i = 0; i < 9; i++) await editToRepaint(page, { label: GAUGE, value: i % 2 ? '4' : '6' });
  const took = await page.getByLabel(GAUGE).evaluate((field) => {
    const begun = performance.now();
    (field as HTMLSelectElement).value = '4';
    field.dispatchEvent(new Event('change', { bubbles: true }));
    return performance.now() - begun;
  });
  await isSaved(page);
  return took;
}

/** A place of a craft dragged about on the drawing table: each move to the frame that shows it there. */
async function dragToRepaint(page: Page, url: string): Promise<number[]> {
  const { pattern } = ((await (await fetch(`${url}/api/patterns`)).json()) as { pattern: { id: string } }[]).find(
    (one) => one.pattern.id === TOURER_JOB.craft.pattern.id,
  )!;
  const body = JSON.stringify({ draft: pattern, saveId: 'bench' });
  await fetch(`${url}/api/drafts`, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
  await page.goto(`${url}/patterns/${pattern.id}`);
  await page.getByRole('radiogroup', { name: 'What is drawn' }).getByText('Places', { exact: true }).click();
  const handle = page.locator('[data-handle="place:battery"]').first();
  const { x, y, width, height } = (await handle.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  const took = await page.evaluate(async () => {
    const place = document.querySelector('[data-handle="place:battery"]')!;
    const at = () => JSON.stringify(place.getBoundingClientRect());
    const { x: left, y: top } = place.getBoundingClientRect();
    const times: number[] = [];
    for (let i = 1; i <= 60; i++) {
      const before = at();
      const begun = performance.now();
      const spot = { clientX: left + 40 * Math.sin(i), clientY: top + 25 * Math.cos(i), pointerId: 1, bubbles: true };
      place.dispatchEvent(new PointerEvent('pointermove', spot));
      while (at() === before) {
        if (performance.now() - begun > 20_000) throw new Error('the place does not follow');
        await new Promise(requestAnimationFrame);
      }
      await new Promise(requestAnimationFrame);
      times.push(performance.now() - begun);
    }
    return times;
  });
  await page.mouse.up();
  return took.slice(5);
}

/** A page that is left in the very moment of an edit asks first, and here nobody answers. */
const isSaved = (page: Page) =>
  page
    .getByTestId('save-state')
    .filter({ hasText: /^Saved/ })
    .waitFor();

export async function webRows(): Promise<Row[]> {
  const folder = tempFolder();
  const server = await startServer(folder.path, [], 0, { asServed: true });
  const browser = await chromium.launch(config.use!.launchOptions);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const tenth: number[] = [];
  for (let i = 0; i < 8; i++) tenth.push(await tenthEdit(page, server.url));
  const repaints = async (station: string) => {
    const { open, acts } = SHEETS[station]!;
    await page.goto(`${server.url}/jobs/tourer-four-speakers/${station}`);
    await page.locator(open).first().click();
    const took: number[] = [];
    for (let i = 0; i < 60; i++) took.push(await editToRepaint(page, acts[i % acts.length]!));
    await isSaved(page);
    return took.slice(5);
  };
  const session = await page.context().newCDPSession(page);
  const painted: Row[] = [];
  for (const station of Object.keys(SHEETS)) {
    await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    painted.push(row(`edit to repaint, ${station}`, await repaints(station), 'ms', 50, 'p95'));
    await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    painted.push(row(`the same with a quarter of the processor`, await repaints(station), 'ms', 120, 'p95'));
  }
  await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  painted.push(row('drag of a place to repaint', await dragToRepaint(page, server.url), 'ms', 50, 'p95'));
  await browser.close();
  await server.stop();
  folder.drop();
  return [
    row('tenth edit after loading, on the page', tenth, 'ms', 16),
    ...painted,
    row('first view JavaScript, gzipped', [firstViewKilobytes()], 'kB', 150),
  ];
}
