import type { Page } from '@playwright/test';
import { expect, saved, test } from './fixtures';

const wishes = 'Wishes, in the owner’s words';

test('what one page does another shows as it lands: an edit, a reading, what stands in the list', async ({
  board: one,
  server,
  browser,
}) => {
  const two = await (await browser.newContext()).newPage();
  const list = await (await browser.newContext()).newPage();
  await list.goto(server.url);
  for (const page of [one, two]) await page.goto(`${server.url}/jobs/tourer-four-speakers/intake`);
  await two.getByLabel(wishes).waitFor();
  await one.getByLabel('Customer').fill('Rider of one');
  await one.getByLabel('Customer').blur();
  await saved(one);
  await expect(two.getByLabel('Customer')).toHaveValue('Rider of one');
  await expect(list.getByText('Rider of one')).toBeVisible();

  // A second page of the same browser is told by the first.
  const three = await two.context().newPage();
  await three.goto(`${server.url}/jobs/tourer-four-speakers/build`);
  await two.getByRole('link', { name: /Build/ }).first().click();
  await one.getByRole('link', { name: /Build/ }).first().click();
  for (const page of [one, two, three]) await expect(page.getByTestId('done')).toBeVisible();
  await one.getByTestId('done').click();
  for (const page of [two, three])
    await expect(page.getByTestId('bay-state')).toHaveText(await one.getByTestId('bay-state').innerText());
  await two.close();
  // The page that listened for both is gone: the other listens for itself.
  await one.getByTestId('done').click();
  await expect(three.getByTestId('bay-state')).toHaveText(/2 of/);
  await three.context().close();
  await list.context().close();
});

test('two on one tie lose nothing, and undo takes back one’s own alone', async ({ board: one, server, browser }) => {
  const two = await (await browser.newContext()).newPage();
  const open = async (page: Page) => {
    await page.goto(`${server.url}/jobs/river-launch/power`);
    await page.locator('[data-part=supply]').click();
    await page.getByLabel('Cable and contacts').waitFor();
  };
  for (const page of [one, two]) await open(page);
  const cable = (page: Page) => page.getByLabel('Cable and contacts');
  const kind = (page: Page) => page.getByLabel('Between Start battery and House bank');
  await Promise.all([
    cable(one)
      .fill('7')
      .then(() => cable(one).press('Enter')),
    kind(two).selectOption('switch'),
  ]);
  for (const page of [one, two]) {
    await saved(page);
    await expect(cable(page)).toHaveValue('7');
    await expect(kind(page)).toHaveValue('switch');
  }
  // Within a field that key is the field’s own.
  await cable(one).blur();
  await one.keyboard.press('Control+z');
  await expect(cable(two)).not.toHaveValue('7');
  await expect(kind(two)).toHaveValue('switch');
  await two.context().close();
});

test('what is being typed is not typed over; what both changed is shown to both', async ({
  board: one,
  server,
  browser,
}) => {
  const two = await (await browser.newContext()).newPage();
  for (const page of [one, two]) await page.goto(`${server.url}/jobs/tourer-four-speakers/intake`);
  await two.getByLabel(wishes).pressSequentially('Quiet');
  await one.getByLabel(wishes).fill('Loud');
  await one.getByLabel(wishes).blur();
  await one.getByLabel('Customer').fill('Rider');
  await one.getByLabel('Customer').blur();
  await saved(one);
  // Long enough for it to have landed.
  await expect(two.getByLabel(wishes)).toBeFocused();
  await expect(two.getByLabel(wishes)).toHaveValue(/Quiet/);
  await two.getByLabel(wishes).blur();
  await expect(two.getByRole('row', { name: /Wishes/ })).toContainText('Loud');
  await two.getByRole('button', { name: 'Take theirs' }).click();
  await expect(two.getByLabel(wishes)).toHaveValue('Loud');
  await expect(two.getByLabel('Customer')).toHaveValue('Rider');
  await two.context().close();
});

test('a job deleted elsewhere says so at once, and the page goes on with a server that comes back', async ({
  board: one,
  server,
  browser,
}) => {
  const two = await (await browser.newContext()).newPage();
  await two.goto(`${server.url}/jobs/narrow-van/gear`);
  await two.locator('[data-place]').first().waitFor();
  const { revision } = (await (await fetch(`${server.url}/api/jobs/narrow-van`)).json()) as { revision: number };
  await one.evaluate(
    (seen) => fetch('/api/jobs/narrow-van', { method: 'DELETE', headers: { 'if-match': `"${seen}"` } }),
    revision,
  );
  await expect(two.getByRole('alert').filter({ hasText: /deleted/ })).toBeVisible();
  await two.context().close();
});
