import { cpSync } from 'node:fs';
import { expect, test as base, type Locator, type Page } from '@playwright/test';
import type { Job } from '#core/job/job';
import { startServer, tempFolder, type Running } from '../support/server';

/**
 * Each test has a server of its own on a folder of its own, a copy of one that was begun once, and a page that must not
 * complain. Beginning a folder takes longer than starting on it.
 */
export const test = base.extend<{ server: Running; board: Page }, { begun: string }>({
  begun: [
    async ({}, use) => {
      const folder = tempFolder();
      const server = await startServer(folder.path);
      await server.stop();
      await use(folder.path);
      folder.drop();
    },
    { scope: 'worker' },
  ],
  server: async ({ begun }, use) => {
    const folder = tempFolder();
    cpSync(begun, folder.path, { recursive: true });
    const server = await startServer(folder.path);
    await use(server);
    await server.stop();
    folder.drop();
  },
  board: async ({ page, server }, use) => {
    const complaints: string[] = [];
    page.on('pageerror', (error) => complaints.push(error.message));
    page.on('console', (message) => {
      // The browser itself reports refused and cut-off requests; those are what some tests are about.
      if (message.type() === 'error' && !/Failed to load resource/.test(message.text()))
        complaints.push(message.text());
    });
    await page.goto(server.url);
    await use(page);
    expect(complaints).toEqual([]);
  },
});
export { expect };

const LEDGER = ['load', 'feed', 'drop', 'wire', 'hours', 'stops'] as const;
export type LedgerShown = Record<(typeof LEDGER)[number], string>;

/** The ledger's figures as they stand on screen. */
export async function ledger(page: Page): Promise<LedgerShown> {
  await expect(page.locator('[data-ledger=load] strong')).not.toHaveText('…');
  const cells = await Promise.all(
    LEDGER.map(async (id) => [id, await page.locator(`[data-ledger=${id}] strong`).innerText()] as const),
  );
  return Object.fromEntries(cells) as LedgerShown;
}

/** The document of a job as the server has it. */
export async function documentOf(base: string, id: string): Promise<Job> {
  return ((await (await fetch(`${base}/api/jobs/${id}`)).json()) as { job: Job }).job;
}

export const saved = (page: Page) => expect(page.getByTestId('save-state')).toHaveText(/^Saved/);

/** Goes on pressing Tab until the thing asked for has the focus. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  await expect(target).toBeVisible();
  for (let i = 0; i < 150; i++) {
    if (await target.evaluate((node) => node === document.activeElement)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never reached ${target.toString()}`);
}
