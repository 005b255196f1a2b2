import type { Page } from '@playwright/test';
import { expect, ledger, saved, tabTo, test } from './fixtures';

async function putByKeys(page: Page, item: string): Promise<void> {
  await tabTo(page, page.locator(`[data-shelf="${item}"]`));
  await page.keyboard.press('Enter');
  // The focus is on the place that fits best.
  await expect(page.locator('[data-best-place]')).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator(`[data-shelf="${item}"]`)).toBeFocused();
}

async function kind(page: Page, presses: number): Promise<void> {
  await tabTo(page, page.getByRole('radiogroup', { name: 'Kind of gear' }).locator('input:checked'));
  for (let i = 0; i < presses; i++) await page.keyboard.press('ArrowRight');
}

test('a whole job by the keyboard alone', async ({ board: page }) => {
  await tabTo(page, page.getByRole('button', { name: 'New job' }));
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByLabel('Title'));
  await page.keyboard.type('By keys');
  await tabTo(page, page.getByRole('button', { name: 'Create job' }));
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Wishes, in the owner’s words')).toBeVisible();
  await page.keyboard.press('Alt+2');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();

  await putByKeys(page, 'kingcup-3');
  await kind(page, 1);
  await putByKeys(page, 'weir-4-45');
  await kind(page, 1);
  for (let i = 0; i < 4; i++) await putByKeys(page, 'bittern-165');

  // A piece is taken up and put back with Escape, then moved for good.
  await tabTo(page, page.locator('[data-place=fairingLeft]'));
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'Move it' }));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();

  await page.keyboard.press('Alt+4');
  await tabTo(page, page.getByRole('button', { name: 'Propose a wiring' }));
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'Use this wiring' }).first());
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-ledger=load] strong')).toHaveText('4.0');
  // A speaker off its channel and back, from the drawing.
  await tabTo(page, page.locator('[data-speaker]').first());
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'Disconnect' }));
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-finding=speaker-unwired]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-finding=speaker-unwired]')).toHaveCount(0);

  await page.keyboard.press('Alt+5');
  for (const n of [0, 1]) {
    await tabTo(page, page.locator('[data-feed]').nth(n));
    await page.keyboard.press('Enter');
    await tabTo(page, page.getByRole('button', { name: 'Fit the proposed fuse' }));
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-feed]').nth(n)).toContainText('A fuse');
  }
  // What switches it on is still to be chosen.
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');

  await page.keyboard.press('Alt+6');
  await tabTo(
    page,
    page.locator('[data-run="' + (await page.locator('[data-run^="feed:"]').first().getAttribute('data-run')) + '"]'),
  );
  await page.keyboard.press('Space');
  await expect(page.locator('[data-figure=cut]')).toBeVisible();

  const full = await ledger(page);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('2');
  await page.keyboard.press('Control+y');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');
  expect(await ledger(page)).toEqual(full);
  await saved(page);
});
