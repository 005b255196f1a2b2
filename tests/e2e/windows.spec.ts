import AxeBuilder from '@axe-core/playwright';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { newJob } from '#core/job/job';
import { startServer, tempFolder } from '../support/server';
import { expect, ledger, saved, test } from './fixtures';

const JOB = '/jobs/tourer-four-speakers';

test('two windows on one job: edits that do not clash are merged, those that do are shown', async ({
  board: one,
  server,
  context,
}) => {
  // Neither hears of the other, as with a phone out of reach: what lands is told in live.spec.
  await context.route('**/api/live', (route) => route.abort());
  await one.goto(`${server.url}${JOB}/gear`);
  const two = await context.newPage();
  await two.goto(`${server.url}${JOB}/power`);
  await one.getByLabel('Title of the job').fill('Renamed here');
  await one.getByLabel('Title of the job').press('Enter');
  await saved(one);
  await two.locator('[data-feed=amp]').click();
  await two.getByLabel('Gauge, out and back').selectOption('4');
  await saved(two);
  await expect(two.getByLabel('Title of the job')).toHaveValue('Renamed here');

  // One takes the amplifier out; the other still sizes its feed.
  await one.reload();
  await one.locator('[data-place=lampShelf]').click();
  await one.getByRole('button', { name: 'Delete from the job' }).click();
  await saved(one);
  await two.getByLabel('Gauge, out and back').selectOption('6');
  await expect(two.getByRole('alert')).toContainText('Someone else edited the same thing');
  await two.getByRole('button', { name: 'Keep mine as a new job' }).click();
  await expect(two.getByLabel('Title of the job')).toHaveValue('Renamed here (copy)');
  await expect(two.locator('[data-feed=amp]')).toContainText('6 AWG');
  await one.reload();
  await expect(one.locator('[data-place=lampShelf]')).toHaveAttribute('aria-label', /free/);
});

test('a job that answers late, once another is open, is let go', async ({ board: page, server }) => {
  const title = page.getByLabel('Title of the job');
  let answer = () => {};
  const held = new Promise<void>((done) => (answer = done));
  await page.route('**/api/jobs/river-launch', async (route) => {
    await held;
    await route.continue();
  });
  // By the links of the page, so that it is one page all along.
  const press = (job: string) => page.locator(`[data-job=${job}] a`).first().click();
  await press('river-launch');
  await expect(page.getByText('Laying out the sheet…')).toBeVisible();
  await page.getByRole('link', { name: 'Board' }).click();
  await press('tourer-four-speakers');
  await expect(title).toHaveValue(TOURER_JOB.title);
  const late = page.waitForResponse('**/api/jobs/river-launch');
  answer();
  await (await late).finished();
  // What is edited now is the job that is looked at.
  await title.fill('Still the tourer');
  await title.press('Enter');
  await saved(page);
  const stored = await fetch(`${server.url}/api/jobs/${TOURER_JOB.id}`);
  expect(((await stored.json()) as { job: { title: string } }).job.title).toBe('Still the tourer');
  await expect(title).toHaveValue('Still the tourer');
});

test('the server goes away and comes back: nothing typed is lost', async ({ page }) => {
  const folder = tempFolder();
  const first = await startServer(folder.path);
  await page.goto(`${first.url}${JOB}/power`);
  await page.locator('[data-feed=amp]').click();
  await first.stop();
  await page.getByLabel('Gauge, out and back').selectOption('2');
  await expect(page.getByTestId('save-state')).toHaveText(/Not saved: server away/);
  await page.getByLabel('Gauge, out and back').selectOption('4');
  await expect(page.locator('[data-feed=amp]')).toContainText('4 AWG');
  const shown = await ledger(page);
  const second = await startServer(folder.path, [], first.port);
  await saved(page);
  await page.reload();
  await expect(page.locator('[data-feed=amp]')).toContainText('4 AWG');
  expect(await ledger(page)).toEqual(shown);
  await second.stop();
  folder.drop();
});

test('the Board finds, makes clear errors, and deletes only when told twice', async ({ board: page }) => {
  await page.getByPlaceholder(/Find by title/).fill('boathouse');
  await expect(page.locator('.job')).toHaveCount(1);
  await page.getByPlaceholder(/Find by title/).fill('zeppelin');
  await expect(page.getByText('Nothing matches “zeppelin”')).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.locator('.job')).toHaveCount(DEMO_JOBS.length + 1);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('button', { name: 'Create job' }).click();
  await expect(page.getByText('Title: a job needs one')).toBeVisible();
  await expect(page.getByLabel('Title')).toBeFocused();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('button', { name: 'Delete Hire fleet tourer, number 3' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.locator('.job')).toHaveCount(DEMO_JOBS.length + 1);
  await page.getByRole('button', { name: 'Delete Hire fleet tourer, number 3' }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(page.locator('.job')).toHaveCount(DEMO_JOBS.length);
  await page.goto('/jobs/hire-tourer/gear').catch(() => undefined);
});

test('sixty jobs are shown, more when asked for, and each of them is found', async ({ board: page, server }) => {
  const job = newJob('bare', 'Bare', TOURER_JOB.craft.pattern, TOURER_JOB.craft.patternHash);
  for (let n = 1; n <= 58; n++) {
    const made = await page.request.post(`${server.url}/api/jobs`, {
      data: { saveId: `s${n}`, job: { ...job, id: `bare-${n}`, title: `Bare frame ${n}` } },
    });
    expect(made.status()).toBe(201);
  }
  await page.reload();
  await expect(page.locator('.job')).toHaveCount(60);
  await page.getByRole('button', { name: 'Show more jobs' }).click();
  await expect(page.locator('.job')).toHaveCount(DEMO_JOBS.length + 1 + 58);
  await expect(page.getByRole('button', { name: 'Show more jobs' })).toHaveCount(0);
  await page.getByPlaceholder(/Find by title/).fill('hire');
  await expect(page.locator('.job')).toHaveCount(1);
  await page.getByPlaceholder(/Find by title/).fill('57 bare');
  await expect(page.locator('.job')).toHaveCount(1);
  await expect(page.locator('.job')).toContainText('Bare frame 57');
  await page.getByPlaceholder(/Find by title/).fill('');
  await expect(page.locator('.job')).toHaveCount(60);
});

test('a twin-coil woofer: too low in parallel, cured in series', async ({ board: page, server }) => {
  await page.goto(`${server.url}/jobs/hire-tourer/speakers`);
  await page.locator('[data-speaker=pannier-left]').click();
  await expect(page.locator('[data-channel="amp/fl"]')).toContainText('2 Ω');
  await page.getByRole('button', { name: 'in series' }).click();
  await expect(page.locator('[data-channel="amp/fl"]')).toContainText('8 Ω');
  await expect(page.locator('[data-ledger=load]')).toContainText('was 2.0');
});

test('a station prints: drawing and list whole, in the yard’s colours, nothing to press', async ({
  board: page,
  server,
}) => {
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  await page.goto(`${server.url}${JOB}/routing`);
  await page.getByRole('radiogroup', { name: 'What is shown' }).getByText('Wire', { exact: true }).click();
  await page.getByRole('heading', { name: 'Cut list' }).waitFor();
  await expect(page.getByRole('link', { name: /Speakers/ })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeHidden();
  await expect(page.getByText('Local codes, the craft maker’s manual')).toBeVisible();
  const clipped = await page.locator('.inspector').evaluate((node) => node.scrollHeight - node.clientHeight);
  expect(clipped).toBeLessThanOrEqual(1);
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(255, 255, 255)');
});

const WAITS: Readonly<Record<string, string>> = {
  '/': '.job',
  '/shelf': '[data-item]',
  '/patterns': '[data-pattern]',
  '/rack': '[data-reel]',
};
for (const theme of ['light', 'dark'] as const)
  test(`no accessibility violation on any view, ${theme}`, async ({ board: page, server }) => {
    await page.emulateMedia({ colorScheme: theme });
    // The dim bay is where the phone is; what stands on a desk in it has the same colours.
    if (theme === 'dark') await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(`${server.url}/patterns`);
    await page.getByRole('button', { name: 'Another like Side-by-side, crossover' }).click();
    await page.getByLabel('Name', { exact: true }).fill('Crossover 2');
    await page.getByRole('button', { name: 'Begin' }).click();
    await page.waitForURL(/\/patterns\/crossover2$/);
    await page.locator('.panel').waitFor();
    for (const path of [
      '/',
      '/shelf',
      '/rack',
      '/patterns',
      '/patterns/crossover2',
      `${JOB}/intake`,
      `${JOB}/build`,
      `${JOB}/handover`,
      `${JOB}/gear`,
      `${JOB}/mounting`,
      `${JOB}/speakers`,
      `${JOB}/power`,
      `${JOB}/routing`,
      '/jobs/hire-tourer/gear',
      '/jobs/hire-tourer/power',
      '/jobs/narrow-van/speakers',
      '/jobs/river-launch/speakers',
    ]) {
      await page.goto(`${server.url}${path}`);
      await page
        .locator(WAITS[path] ?? '.panel')
        .first()
        .waitFor();
      // What colours and a small screen may break is all that can be otherwise in the dark: the rest is asked once.
      const axe = new AxeBuilder({ page });
      if (theme === 'dark') axe.withRules(['color-contrast', 'target-size', 'scrollable-region-focusable', 'region']);
      const { violations } = await axe.analyze();
      expect(
        violations.map(
          (v) =>
            `${path} ${v.id}: ${v.nodes
              .map((n) => n.target.join(' '))
              .slice(0, 3)
              .join(' | ')}`,
        ),
      ).toEqual([]);
    }
  });
