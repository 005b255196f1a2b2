import { expect, ledger, saved, test } from './fixtures';
import { newJob, wholeJob } from './steps';

const part = (id: string) => `[data-part=${id}]`;

test('a finding accepted: listed, quiet, in the sheet, and back again', async ({ board: page, server }) => {
  await wholeJob(page);
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');
  await page.locator('.findings').getByRole('button', { name: 'job' }).click();
  const finding = page.locator('[data-finding=switched-unchosen]');
  await finding.getByRole('button').first().click();
  await finding.getByRole('button', { name: 'Accept' }).click();
  await expect(finding.getByRole('alert')).toHaveText('Reason: expected why it is accepted.');
  await finding.getByLabel('Reason to accept it').fill('The owner brings a switch of his own');
  await finding.getByRole('button', { name: 'Accept' }).click();
  await expect(finding).toContainText('Accepted: The owner brings a switch of his own');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('0');
  await saved(page);

  const id = /jobs\/([^/]+)\//.exec(page.url())![1]!;
  const rows = (await (await fetch(`${server.url}/api/jobs`)).json()) as { id: string; stops: number }[];
  expect(rows.find((row) => row.id === id)!.stops).toBe(0);
  await page.reload();
  await page.locator('.findings').getByRole('button', { name: 'job' }).click();
  await expect(finding).toContainText('The owner brings a switch of his own');
  await finding.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');
});

test('a made job is the same in another browser, figure by figure', async ({ board: page, server, browser }) => {
  await wholeJob(page);
  await page.locator(part('supply')).click();
  await page.locator('[data-battery=battery]').click();
  await page.getByLabel('Max. current').fill('5');
  await page.getByLabel('Max. current').press('Enter');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(page.locator('[data-finding=battery-most]')).toContainText('may give 5 A');
  await page.getByLabel('Max. current').fill('300');
  await page.getByLabel('Max. current').press('Enter');
  await expect(page.locator('[data-finding=battery-most]')).toHaveCount(0);
  await page.getByLabel('it has a battery switch').check();
  await page.locator(part('turnOn')).click();
  await expect(page.locator('[data-figure=switched-off]')).toContainText('days');
  await saved(page);
  const own = await ledger(page);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await expect(other.locator('[data-ledger=wire] strong')).toHaveText(own.wire);
  expect(await ledger(other)).toEqual(own);
  const runs = async (p: typeof page) => {
    await p.goto(page.url().replace(/\/[a-z]+$/, '/routing'));
    await expect(p.locator('[data-run]').first()).toBeVisible();
    return p.locator('[data-run]').allTextContents();
  };
  expect(await runs(other)).toEqual(await runs(page));
  expect(new URL(page.url()).origin).toBe(new URL(server.url).origin);
  await other.context().close();
});

test('typing at speed is never overwritten by a plan that comes back', async ({ board: page }) => {
  await newJob(page, 'Typed fast');
  const wishes = page.getByLabel('Wishes, in the owner’s words');
  const note = page.getByLabel('The craft as it came in');
  await page.getByLabel('Customer').fill('A rider of two');
  // Leaving the field saves it and has the job planned again while the next is being typed.
  await wishes.click();
  const words = 'Loud enough at ninety on the lake road, and a microphone for the passenger';
  await wishes.pressSequentially(words, { delay: 25 });
  await note.click();
  await note.pressSequentially('Scratch on the left pannier; second radio cut out', { delay: 25 });
  await page.getByLabel('Customer').click();
  await expect(wishes).toHaveValue(words);
  await expect(note).toHaveValue('Scratch on the left pannier; second radio cut out');
  await saved(page);
  await page.reload();
  await expect(wishes).toHaveValue(words);
  await expect(note).toHaveValue('Scratch on the left pannier; second radio cut out');
  await expect(page.getByLabel('Customer')).toHaveValue('A rider of two');
});

test('the row of stations stays where it was moved to, whatever is edited', async ({ board: page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${server.url}/jobs/tourer-four-speakers/intake`);
  const tabs = page.getByRole('navigation', { name: 'Stations' });
  const left = () => tabs.evaluate((row) => row.scrollLeft);
  await expect(page.getByLabel('Customer')).toBeVisible();
  await tabs.evaluate((row) => (row.scrollLeft = 150));
  await page.getByLabel('Customer').fill('A rider of three');
  await page.getByLabel('Customer').press('Enter');
  await saved(page);
  expect(await left()).toBe(150);
  // Another station is brought into sight.
  await page.getByRole('link', { name: /Hand over/ }).click();
  await expect.poll(left).toBeGreaterThan(150);
});

test('readings of one circuit taken in one breath all stand', async ({ board: page, server }) => {
  await page.goto(`${server.url}/jobs/river-launch/power`);
  await page.locator('[data-part=turnOn]').click();
  await page.locator('[data-candidate=bilge]').click();
  const fields = [page.getByLabel('Key off'), page.getByLabel('At accessory'), page.getByLabel('At run')];
  const inputs = await Promise.all(fields.map((field) => field.elementHandle()));
  await page.evaluate((all) => {
    for (const [i, element] of all.entries()) {
      const input = element as HTMLInputElement;
      input.value = ['12.6', '12.5', '12.4'][i]!;
      input.dispatchEvent(new Event('input', { bubbles: true }));
      input.dispatchEvent(new Event('change', { bubbles: true }));
    }
  }, inputs);
  await expect(page.locator('[data-candidate=bilge]')).toContainText('always live');
  await saved(page);
  await page.reload();
  await page.locator('[data-part=turnOn]').click();
  await page.locator('[data-candidate=bilge]').click();
  for (const [i, volts] of ['12.6', '12.5', '12.4'].entries()) await expect(fields[i]!).toHaveValue(volts);
});

test('a note typed and not added goes with the step that Done is pressed on', async ({ board: page, server }) => {
  await page.goto(`${server.url}/jobs/tourer-four-speakers/build`);
  await page.getByLabel('Note', { exact: true }).fill('Negative was loose');
  const open = page.locator('.checks input:not(:checked)');
  for (let left = await open.count(); left > 0; left--) {
    await open.first().click();
    await expect(open).toHaveCount(left - 1);
  }
  await page.getByTestId('done').click();
  await expect(page.getByTestId('bay-state')).toContainText('1 of ');
  await page.locator('[data-step="isolate:battery"]').click();
  await expect(page.getByText('Negative was loose')).toBeVisible();
  // The ends of a wire are told where it is joined.
  await page.locator('[data-step="connect:gear/amp"]').click();
  await expect(page.getByTestId('ends').locator('tbody tr').first()).toHaveText(
    /red\s*10 AWG\s*constant \+, from battery\s*\+ terminal\s*ferrule, 5\.26 mm²/,
  );
});
