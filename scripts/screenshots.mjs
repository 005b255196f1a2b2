// Takes the README's pictures anew from the demo world. Each is then opened and judged by a person.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import settings from '../playwright.config.ts';
import { ROOT, ensureBuild, ensureDependencies } from './setup.mjs';

ensureDependencies();
ensureBuild();
const data = mkdtempSync(join(tmpdir(), 'haltrik-pictures-'));
const server = spawn(process.execPath, [join(ROOT, 'dist/server.js'), '--data', data, '--port', '0']);
const url = await new Promise((found, failed) => {
  server.stdout.on('data', (text) => {
    const match = /http:\/\/[\d.:]+/.exec(String(text));
    if (match) found(match[0]);
  });
  server.on('exit', () => failed(new Error('the server did not start')));
});
const browser = await chromium.launch(settings.use.launchOptions);
const TOURER = '/jobs/tourer-four-speakers';

async function picture(name, path, prepare = async () => {}, colorScheme = 'light') {
  const page = await browser.newPage({ viewport: settings.use.viewport, colorScheme });
  await page.goto(url + path);
  await page.locator('.job, .sheet').first().waitFor();
  await prepare(page);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
}

await picture('board', '/', (page) => page.locator('.job svg').first().waitFor());
await picture('gear', `${TOURER}/gear`, async (page) => {
  await page.locator('.kinds label', { hasText: 'Speakers' }).click();
  await page.locator('[data-shelf=heron-165]').click();
});
await picture('speakers', `${TOURER}/speakers`, (page) => page.locator('[data-speaker=pannier-left]').click());
await picture('power', `${TOURER}/power`, (page) => page.locator('[data-feed=amp]').click());
await picture('power-no-fuse', '/jobs/hire-tourer/power', (page) => page.locator('[data-feed=amp]').click());
await picture('routing', `${TOURER}/routing`, (page) => page.locator('[data-run]').first().waitFor());
await picture(
  'routing-bay',
  `${TOURER}/routing`,
  async (page) => {
    await page.locator('[data-run="speaker:amp>pannier-left"]').click();
    await page.getByText(/ways looked at/).waitFor();
  },
  'dark',
);
await browser.close();
server.kill('SIGINT');
rmSync(data, { recursive: true, force: true });
