import type { Page } from '@playwright/test';
import { expect, saved, test } from './fixtures';

/** Everything of a job that stands in an order: gear, feeds, runs, steps and what is done of them. */
async function asShown(page: Page, job: string): Promise<Record<string, string[]>> {
  const texts = async (station: string, what: string) => {
    await page.goto(`${job}/${station}`);
    await expect(page.locator(what).first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    return (await page.locator(what).allTextContents()).map((text) => text.replace(/\s+/g, ' ').trim());
  };
  return {
    places: await texts('gear', '[data-place]'),
    sources: await texts('speakers', '[data-channel]'),
    feeds: await texts('power', '[data-feed]'),
    runs: await texts('routing', '[data-run]'),
    steps: await texts('build', '[data-step]'),
    done: await texts('build', '[data-testid=bay-state]'),
  };
}

async function putBest(page: Page, kind: string, item: string): Promise<void> {
  await page.locator('.kinds label', { hasText: kind }).click();
  await page.locator(`[data-shelf="${item}"]`).click();
  await page.locator('[data-best-place]').click();
  await expect(page.getByRole('button', { name: 'Delete from the job' })).toBeVisible();
  await page.keyboard.press('Escape');
}

for (const [craft, speaker] of [
  ['adventure-tourer', 'bittern-165'],
  ['side-by-side-two-row', 'bittern-130'],
  ['river-launch-64', 'bittern-165'],
  ['narrow-van', 'bittern-130'],
] as const)
  test(`a job made on ${craft} is the same after a reload and in another browser, and nothing done comes back`, async ({
    board: page,
    browser,
  }) => {
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByLabel('Title').fill(`Made on ${craft}`);
    await page.locator(`[data-pattern=${craft}]`).click();
    await page.getByRole('button', { name: 'Create job' }).click();
    await page.getByLabel('Wishes, in the owner’s words').waitFor();
    const job = page.url().replace(/\/[a-z]+$/, '');
    await page.goto(`${job}/gear`);
    // Against the order of the craft, so that when it was added and where it stands are not the same order.
    for (let i = 0; i < 4; i++) await putBest(page, 'Speakers', speaker);
    await putBest(page, 'Amplifiers', 'weir-4-45');
    await putBest(page, 'Head units', 'kingcup-3');

    await page.goto(`${job}/speakers`);
    await page.getByRole('button', { name: 'Propose a wiring' }).click();
    await page.getByRole('button', { name: 'Use this wiring' }).first().click();
    await page.goto(`${job}/power`);
    for (const feed of await page.locator('[data-feed]').all()) {
      await feed.click();
      const fit = page.getByRole('button', { name: 'Fit the proposed fuse' });
      if (await fit.count()) await fit.click();
    }
    await saved(page);

    await page.goto(`${job}/build`);
    for (let i = 1; i <= 5; i++) {
      for (const check of await page.locator('.step input[type=checkbox]').all()) await check.check();
      await page.getByTestId('done').click();
      await expect(page.getByTestId('bay-state')).toContainText(`${i} of`);
    }
    await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
    const steps = (await page.locator('[data-step]').allTextContents()).map((text) => text.replace(/\s+/g, ' ').trim());

    const own = await asShown(page, job);
    // What was there before the page was loaded anew.
    expect(own['steps']).toEqual(steps);
    expect(own['steps']!.length).toBeGreaterThan(20);
    await expect(page.locator('[data-step].done')).toHaveCount(5);
    await expect(page.locator('[data-step].redo')).toHaveCount(0);
    const other = await (await browser.newContext()).newPage();
    expect(await asShown(other, job)).toEqual(own);
    await other.context().close();
  });
