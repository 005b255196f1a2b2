import type { Page } from '@playwright/test';
import { expect } from './fixtures';

export async function newJob(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByLabel('Customer').fill('A rider');
  await page.getByRole('button', { name: 'Create job' }).click();
  await expect(page.getByLabel('Wishes, in the owner’s words')).toBeVisible();
}

/** Every station's mark is a mark, not a picture. */
async function marksAreSmall(page: Page): Promise<void> {
  for (const mark of await page.locator('.tab .state').all()) {
    const { width, height } = (await mark.boundingBox())!;
    expect(Math.max(width, height)).toBeLessThan(16);
  }
}

async function put(page: Page, kind: string, item: string, place: string): Promise<void> {
  await page.locator('.kinds label', { hasText: kind }).click();
  await page.locator(`[data-shelf="${item}"]`).click();
  await page.locator(`[data-place="${place}"]`).click();
  await expect(page.getByRole('button', { name: 'Delete from the job' })).toBeVisible();
}

export const SPEAKERS = ['fairingLeft', 'fairingRight', 'pannierLeft', 'pannierRight'];

/** Gear, circuits and fuses of a four-speaker tourer, from a new job's Gear station. */
export async function fitOut(page: Page): Promise<void> {
  await marksAreSmall(page);
  await put(page, 'Head units', 'kingcup-3', 'dash');
  await put(page, 'Amplifiers', 'weir-4-45', 'lampShelf');
  for (const place of SPEAKERS.slice(0, 3)) await put(page, 'Speakers', 'bittern-165', place);
  // The last one by dragging it off the shelf.
  await page.locator('[data-shelf="bittern-165"]').dragTo(page.locator('[data-place="pannierRight"]'));
  await expect(page.locator('[data-place="pannierRight"]')).toHaveAttribute('aria-label', /S4 Bittern 165/);

  await page.getByRole('link', { name: /Speakers/ }).click();
  const channel = (name: string) => page.locator('[data-channel]', { hasText: name }).first();
  const speaker = (tag: string) => page.locator('[data-speaker]', { hasText: tag });
  // Four ways to say the same: speaker then channel, a choice in the panel, a drag, and a drag again.
  await speaker('S1').click();
  await channel('front left').click();
  await expect(page.locator('[data-figure=watts]')).toBeVisible();
  await speaker('S2').click();
  await page.locator('[data-choice]', { hasText: 'A1 front right' }).click();
  await expect(page.locator('[data-figure=watts]')).toBeVisible();
  for (const [tag, name] of [
    ['S3', 'rear left'],
    ['S4', 'rear right'],
  ] as const) {
    const from = (await speaker(tag).boundingBox())!;
    const to = (await channel(name).boundingBox())!;
    await page.mouse.move(from.x + 40, from.y + 30);
    await page.mouse.down();
    await page.mouse.move(to.x + 90, to.y + 20, { steps: 8 });
    await page.mouse.move(to.x + 40, to.y + 16, { steps: 4 });
    await page.mouse.up();
    await expect(channel(name)).toContainText('4 Ω');
  }

  await page.getByRole('link', { name: /Power/ }).click();
  for (const tag of ['A1', 'H1']) {
    await page.locator('[data-feed]', { hasText: tag }).click();
    await page.getByRole('button', { name: 'Fit the proposed fuse' }).click();
    await expect(page.locator('[data-feed]', { hasText: tag })).toContainText('A fuse');
  }
}

export async function wholeJob(page: Page): Promise<void> {
  await newJob(page, 'Bench test tourer');
  await page.getByRole('link', { name: /Gear/ }).click();
  await fitOut(page);
}
