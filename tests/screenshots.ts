// Takes the README's pictures anew from the demo world. Each is then opened and judged by a person.
import { chromium, type Page } from '@playwright/test';
import settings from '../playwright.config';
import { startServer, tempFolder } from './support/server';

const folder = tempFolder();
const server = await startServer(folder.path);
const browser = await chromium.launch(settings.use!.launchOptions);
const TOURER = '/jobs/tourer-four-speakers';

async function picture(
  name: string,
  path: string,
  prepare: (page: Page) => Promise<void>,
  colorScheme: 'light' | 'dark' = 'light',
  viewport = { width: 1280, height: 800 },
): Promise<void> {
  const page = await browser.newPage({ viewport, colorScheme });
  await page.goto(server.url + path);
  await page.locator('.job, .sheet, [data-item], [data-pattern], [data-reel]').first().waitFor();
  await prepare(page);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}

await picture('board', '/', (page) => page.locator('.job svg').first().waitFor());
await picture('intake', '/jobs/river-launch/intake', (page) => page.locator('[data-part=wiring]').click());
await picture('build', `${TOURER}/build`, (page) => page.locator('[data-step="off:cover/cowl"]').click());
await picture('as-it-is', '/jobs/tourer-four-speakers/intake', async (page) => {
  await page.locator('[data-part=asItIs]').click();
  const cowl = page.locator('[data-of-craft=cowl]');
  await cowl.locator('.option').first().click();
  await cowl.locator('[data-fastener=sides] .option').click();
  await cowl.getByLabel('Count').fill('8');
  await cowl.getByLabel('Count').press('Enter');
  await cowl.getByLabel('Got at').selectOption('blind');
  await page.getByTestId('differences').scrollIntoViewIfNeeded();
});
await picture(
  'build-phone',
  '/jobs/tourer-handed-over/build',
  async (page) => {
    await page.locator('[data-step="on:cover/screen"]').click();
    await page.locator('.station').evaluate((node) => node.scrollTo(0, 0));
  },
  'light',
  { width: 390, height: 844 },
);
await picture(
  'hand-over-bay',
  '/jobs/tourer-handed-over/handover',
  (page) => page.getByText('Sealed').first().waitFor(),
  'dark',
);
await picture('shelf', '/shelf', (page) => page.locator('[data-item]').first().waitFor());
await picture('gear', `${TOURER}/gear`, async (page) => {
  await page.locator('.kinds label', { hasText: 'Speakers' }).click();
  await page.locator('[data-shelf=heron-165]').click();
});
await picture('mounting', '/jobs/river-launch/mounting', async (page) => {
  await page.locator('[data-mount=head]').click();
  await page.getByText('Holes', { exact: true }).click();
  await page.locator('[data-hole="1"]').click();
});
await picture('speakers-van', '/jobs/narrow-van/speakers', async (page) => {
  await page.getByRole('button', { name: 'Propose a wiring' }).click();
  await page.locator('[data-proposal]').first().waitFor();
});
await picture('power', `${TOURER}/power`, (page) => page.locator('[data-feed=amp]').click());
await picture('power-supply', '/jobs/river-launch/power', async (page) => {
  await page.locator('[data-part=supply]').click();
  await page.locator('[data-state=cruiseMusic]').click();
});
await picture(
  'power-day-bay',
  '/jobs/narrow-van/power',
  async (page) => {
    await page.locator('[data-part=day]').click();
    await page.getByLabel('Compare with').selectOption('battery');
    await page.getByLabel('Of', { exact: true }).fill('80');
    await page.getByLabel('Of', { exact: true }).press('Enter');
    await page.getByTestId('other-verdict').getByText('Sound fails').waitFor();
    await page.locator('.inspector').evaluate((node) => node.scrollTo(0, 0));
  },
  'dark',
);
await picture('routing', `${TOURER}/routing`, (page) => page.locator('[data-run]').first().waitFor());
await picture('routing-loom', '/jobs/crossover-dunes/routing', async (page) => {
  await page.locator('.strip label', { hasText: 'Looms' }).click();
  await page.locator('[data-loom-end="cage-right"]').click();
});
await picture('rack', '/rack', (page) => page.locator('[data-reel]').first().waitFor());
await picture(
  'routing-bench-bay',
  `${TOURER}/routing`,
  (page) => page.locator('.strip label', { hasText: 'Bench' }).click(),
  'dark',
);
await picture('patterns', '/patterns', (page) => page.locator('[data-pattern]').first().waitFor());
/** The drawing table of a pattern drawn on. */
async function onTable(page: Page, part: string): Promise<void> {
  await page.getByRole('button', { name: /^Draw on Tourer, wide/ }).click();
  await page.waitForURL(/\/patterns\/./);
  await page.getByRole('radiogroup', { name: 'What is drawn' }).getByText(part, { exact: true }).click();
}
await picture('drawing', '/patterns', async (page) => {
  await onTable(page, 'Covers');
  await page.locator('[data-row=outerShell]').click();
});
await browser.close();
await server.stop();
folder.drop();
