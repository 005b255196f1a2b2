import type { Locator, Page } from '@playwright/test';
import { expect, saved, test } from './fixtures';

const JOB = '/jobs/tourer-four-speakers';

/** Whether the focus is on something that is there. */
const somewhere = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    return at !== null && at !== document.body && at.isConnected;
  });

/** Presses by key, waits until it has done what it does, and sees that the keyboard still has a place. */
async function press(page: Page, what: Locator, done: () => Promise<unknown>, key = 'Enter'): Promise<void> {
  await what.focus();
  await page.keyboard.press(key);
  await done();
  await expect.poll(() => somewhere(page), { message: `focus after ${what.toString()}` }).toBe(true);
  // From there Tab goes on to something of the page.
  await page.keyboard.press('Tab');
  expect(await somewhere(page)).toBe(true);
}

test('the keyboard never loses its place', async ({ board: page, server }) => {
  const open = (station: string, job = JOB) => page.goto(`${server.url}${job}/${station}`);
  const button = (name: string | RegExp) => page.getByRole('button', { name }).first();
  const gone = (what: Locator) => () => expect(what).toHaveCount(0);

  await open('gear');
  await page.locator('[data-place=fairingLeft]').press('Enter');
  await press(page, button('Move it'), () => expect(page.locator('.press.offered').first()).toBeVisible());
  await page.keyboard.press('Escape');
  await expect.poll(() => somewhere(page)).toBe(true);
  await page.locator('[data-place=fairingLeft]').press('Enter');
  await press(page, button('Delete from the job'), gone(button('Delete from the job')));
  await press(page, button('Undo'), () => expect(button('Undo')).toBeDisabled());

  await open('speakers');
  await press(page, button('Propose a wiring'), () => expect(button('Use this wiring')).toBeVisible());
  await press(page, button('Use this wiring'), gone(button('Use this wiring')));
  await page.locator('[data-speaker]').first().press('Enter');
  await press(page, button('Disconnect'), gone(button('Disconnect')));

  await open('power', '/jobs/hire-tourer');
  await page.locator('[data-feed]').first().press('Enter');
  await press(page, button(/^Fit the/), gone(page.getByRole('button', { name: /^Fit the/ })));
  await page.locator('[data-part=supply]').press('Enter');
  // The sheet is drawn anew, and the same plate still has the keyboard.
  await expect(page.locator('[data-part=supply]')).toBeFocused();
  await page.locator('[data-part=turnOn]').press('Enter');
  await expect(page.locator('[data-part=turnOn]')).toBeFocused();
  await page.locator('[data-part=supply]').press('Enter');
  await press(page, button('Add a battery'), () => expect(button(/^Join /)).toBeVisible());
  await press(page, button(/^Join /), gone(page.getByRole('button', { name: /^Join / })));
  await page.locator('[data-part=supply]').press('Enter');
  await press(page, button('Remove'), gone(page.getByRole('button', { name: 'Remove' })));

  await open('intake');
  await page.locator('[data-part=memories]').press('Enter');
  const strike = page.getByRole('button', { name: /^Delete/ });
  const count = await strike.count();
  await press(page, strike.first(), () => expect(strike).toHaveCount(count - 1));
  await strike.first().focus();
  await page.keyboard.press('Alt+5');
  await expect(page.locator('[data-feed]').first()).toBeVisible();
  await expect.poll(() => somewhere(page)).toBe(true);

  await open('build');
  for (const check of await page.locator('.step input[type=checkbox]').all()) await check.check();
  const step = await page.locator('.step h2').first().innerText();
  await press(page, page.getByTestId('done'), () => expect(page.locator('.step h2').first()).not.toHaveText(step));

  await open('handover');
  await page.getByLabel('Sealed by').fill('Bench one');
  await page.getByLabel(/Hand it over all the same/).check();
  await press(page, button('Seal the job'), () => expect(button('Open the seal')).toBeVisible());
  await press(page, button('Open the seal'), gone(page.getByRole('button', { name: 'Open the seal' })));
  await saved(page);
});

test('where the focus is, is seen: on what is selected in a drawing too', async ({ board: page, server }) => {
  await page.goto(`${server.url}${JOB}/power`);
  const feed = page.locator('[data-feed=amp]');
  await feed.waitFor();
  await page.keyboard.press('Tab');
  await feed.focus();
  await page.keyboard.press('Enter');
  await expect(feed).toHaveClass(/selected/);
  const outline = () =>
    feed.evaluate((node) => [getComputedStyle(node).outlineStyle, getComputedStyle(node).outlineWidth]);
  expect(await outline()).toEqual(['solid', '3px']);
  const clip = (await feed.boundingBox())!;
  const around = { x: clip.x - 6, y: clip.y - 6, width: clip.width + 12, height: clip.height + 12 };
  const focused = await page.screenshot({ clip: around });
  await page.locator('[data-feed=head]').focus();
  // Painted, not only said: the picture of the selected plate is another without the focus.
  expect((await page.screenshot({ clip: around })).equals(focused)).toBe(false);
});
