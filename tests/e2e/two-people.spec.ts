import { expect, saved, test } from './fixtures';
import { startServer, tempFolder } from '../support/server';

const JOB = '/jobs/tourer-four-speakers';
const wishes = 'Wishes, in the owner’s words';

test('two browsers on one field: the later is shown both, takes theirs and keeps the rest of its own', async ({
  board: one,
  server,
  browser,
}) => {
  const two = await (await browser.newContext()).newPage();
  // Neither hears of the other: as with a phone out of reach for a while.
  for (const page of [one, two]) await page.route('**/api/live', (route) => route.abort());
  await one.goto(`${server.url}${JOB}/intake`);
  await two.goto(`${server.url}${JOB}/intake`);
  // Both have read the job before either edits it.
  await expect(two.getByLabel('Customer')).not.toHaveValue('');
  await one.getByLabel(wishes).fill('Loud at ninety');
  await one.getByLabel(wishes).blur();
  await saved(one);

  // What clashes is done first: it is refused whether the rest goes with it or, on a slow machine, after it.
  let away = true;
  await two.route('**/saves', (route) => (away ? route.abort() : route.fallback()));
  await two.getByLabel(wishes).fill('Quiet in town');
  await two.getByLabel('Customer').fill('Rider of two');
  await two.getByLabel('Customer').blur();
  await expect(two.getByTestId('save-state')).toContainText('server away');
  away = false;
  const banner = two.getByRole('alert').filter({ hasText: 'Someone else edited the same thing' });
  await expect(banner.getByRole('row', { name: /Wishes/ })).toHaveText(/Wishes\s*Loud at ninety\s*Quiet in town/);
  // Nothing of the second is on the server: not the customer either.
  const stored = async () => {
    const answer = await fetch(`${server.url}/api${JOB}`);
    return ((await answer.json()) as { job: { wishes: string; customer: string } }).job;
  };
  expect(await stored()).toMatchObject({ wishes: 'Loud at ninety' });
  await banner.getByRole('button', { name: 'Take theirs' }).click();
  await expect(two.getByLabel(wishes)).toHaveValue('Loud at ninety');
  await expect(two.getByLabel('Customer')).toHaveValue('Rider of two');
  await saved(two);
  expect(await stored()).toMatchObject({ wishes: 'Loud at ninety', customer: 'Rider of two' });

  // The other way round: one has not seen what two says now, and means it.
  await two.getByLabel(wishes).fill('Quiet in town, and a microphone');
  await two.getByLabel(wishes).blur();
  await saved(two);
  await one.getByLabel(wishes).fill('Loud at a hundred');
  await one.getByLabel(wishes).blur();
  await expect(one.getByRole('row', { name: /Wishes/ })).toContainText('and a microphone');
  await one.getByRole('button', { name: 'Put mine over theirs' }).click();
  await saved(one);
  await expect(one.getByLabel('Customer')).toHaveValue('Rider of two');
  expect(await stored()).toMatchObject({ wishes: 'Loud at a hundred', customer: 'Rider of two' });
  await two.context().close();
});

test('a job deleted elsewhere: kept as a new job with every tick, and the old one forgotten', async ({
  board: page,
  server,
  context,
}) => {
  await page.goto(`${server.url}${JOB}/build`);
  for (let i = 0; i < 2; i++) {
    for (const check of await page.locator('.step input[type=checkbox]').all()) await check.check();
    await page.getByTestId('done').click();
  }
  await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
  const done = /(\d+) of \d+ done/.exec(await page.getByTestId('bay-state').innerText())![1]!;
  expect(Number(done)).toBeGreaterThan(0);

  const other = await context.newPage();
  await other.goto(server.url);
  await other
    .getByRole('button', { name: /^Delete Lake rider|^Delete .*four speakers/i })
    .first()
    .click();
  await other.getByRole('button', { name: 'Delete it' }).click();
  await expect(other.locator('[data-job=tourer-four-speakers]')).toHaveCount(0);

  await page.getByLabel('Note').fill('Seat lock is stiff');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  const banner = page.getByRole('alert').filter({ hasText: 'Somebody has deleted this job' });
  await expect(banner).toBeVisible();
  await banner.getByRole('button', { name: 'Keep mine as a new job' }).click();
  await expect(page).not.toHaveURL(/tourer-four-speakers/);
  await expect(page.getByTestId('bay-state')).toContainText(new RegExp(`^\\s*${done} of`));
  await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
  await expect(page.getByText('Seat lock is stiff')).toBeVisible();
  const id = /jobs\/([^/]+)\//.exec(page.url())![1]!;
  const events = (await (await fetch(`${server.url}/api/jobs/${id}/events`)).json()) as { kind: string }[];
  expect(events.filter((e) => e.kind === 'tick')).toHaveLength(Number(done));
  // Another job opened next is told nothing of it.
  await page.goto(`${server.url}/jobs/hire-tourer/build`);
  await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
});

test('edits made while the server is away outlive the page, and go when it is back', async ({ page }) => {
  const folder = tempFolder();
  const first = await startServer(folder.path);
  await page.goto(`${first.url}${JOB}/intake`);
  await page.getByLabel(wishes).waitFor();
  // Every station is there before it is asked for.
  await expect
    .poll(() =>
      page.evaluate(
        () => performance.getEntriesByType('resource').filter(({ name }) => /Station-[^/]*\.js$/.test(name)).length,
      ),
    )
    .toBe(8);
  await page.waitForLoadState('networkidle');
  await first.stop();
  await page.getByLabel(wishes).fill('Said while it was away');
  await page.getByLabel(wishes).blur();
  await expect(page.getByTestId('save-state')).toHaveText('Not saved: server away; kept on this device');
  for (const [name, sign] of [
    ['Gear', '[data-place=underSeat]'],
    ['Speakers', '[data-channel="amp/fl"]'],
    ['Power', '[data-feed=amp]'],
    ['Routing', '[data-run]'],
    ['Build', '[data-testid=done]'],
    ['Hand over', '.station'],
  ] as const) {
    await page
      .getByRole('link', { name: new RegExp(name) })
      .first()
      .click();
    await expect(page.locator(sign).first()).toBeVisible();
  }
  // The page is closed without a word to the server.
  await page.goto('about:blank');
  const second = await startServer(folder.path, [], first.port);
  await page.goto(`${second.url}${JOB}/intake`);
  await expect(page.getByLabel(wishes)).toHaveValue('Said while it was away');
  await saved(page);
  const answer = await fetch(`${second.url}/api${JOB}`);
  expect(((await answer.json()) as { job: { wishes: string } }).job.wishes).toBe('Said while it was away');
  await second.stop();
  folder.drop();
});

for (const how of ['as at the desk', 'as on a phone, which asks nothing before'])
  test(`what was done in the last moment before a page is closed is not lost, ${how}`, async ({ page }) => {
    const folder = tempFolder();
    const server = await startServer(folder.path);
    // Neither the server nor this device’s database has taken anything when the page is closed.
    await page.route('**/saves', () => undefined);
    await page.route('**/events', (route) => (route.request().method() === 'POST' ? undefined : route.fallback()));
    await page.addInitScript(() => {
      const stuck = { put: () => ({}), delete: () => ({}), get: () => ({}), transaction: {} };
      IDBDatabase.prototype.transaction = new Proxy(Reflect.get(IDBDatabase.prototype, 'transaction'), {
        apply: (begin, of, asked: Parameters<IDBDatabase['transaction']>) =>
          asked[1] === 'readwrite' ? { objectStore: () => stuck } : Reflect.apply(begin, of, asked),
      });
    });
    if (how !== 'as at the desk')
      await page.addInitScript(() => addEventListener('beforeunload', (e) => e.stopImmediatePropagation(), true));
    const asked: string[] = [];
    page.on('dialog', (dialog) => {
      asked.push(dialog.type());
      void dialog.accept();
    });
    await page.goto(`${server.url}${JOB}/build`);
    for (const note of ['Before the last', 'In the last moment']) {
      await page.getByLabel('Note', { exact: true }).fill(note);
      await page.getByRole('button', { name: 'Add' }).click();
    }
    await page.getByRole('link', { name: /Intake/ }).click();
    await page.getByLabel('Customer').fill('Taken already');
    await page.getByLabel('Customer').press('Tab');
    await page.getByLabel(wishes).fill('Still being typed');
    await page.goto('about:blank');
    expect(asked).toEqual([]);

    const next = await page.context().newPage();
    await next.goto(`${server.url}/api/health`);
    // A page that is left may go on writing while another is shown already.
    const written = () =>
      next.evaluate(() =>
        (Object.entries(localStorage) as [string, string][]).flatMap(([key, text]) =>
          /at-once/.test(key) ? [text] : [],
        ),
      );
    await expect.poll(async () => (await written()).join()).toContain('Still being typed');
    await next.goto(`${server.url}${JOB}/intake`);
    await expect(next.getByLabel(wishes)).toHaveValue('Still being typed');
    await saved(next);
    const answer = (await (await fetch(`${server.url}/api${JOB}`)).json()) as {
      job: { wishes: string; customer: string };
    };
    expect(answer.job).toMatchObject({ wishes: 'Still being typed', customer: 'Taken already' });
    await next.goto(`${server.url}${JOB}/build`);
    await expect(next.getByTestId('bay-state')).toContainText('Everything is on the server');
    const events = (await (await fetch(`${server.url}/api${JOB}/events`)).json()) as { text?: string }[];
    expect(events.map(({ text }) => text)).toEqual(['Before the last', 'In the last moment']);
    // Nothing is done twice.
    expect(await next.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('at-once')))).toEqual([]);
    await server.stop();
    folder.drop();
  });

test('kept edits go from the Board as well; what clashes waits to be opened', async ({ page, browser }) => {
  const folder = tempFolder();
  const first = await startServer(folder.path);
  await page.goto(`${first.url}/jobs/hire-tourer/intake`);
  await page.getByLabel(wishes).waitFor();
  const stored = async (url: string, id: string) =>
    ((await (await fetch(`${url}/api/jobs/${id}`)).json()) as { job: { wishes: string } }).job.wishes;
  await first.stop();
  await page.getByLabel(wishes).fill('Kept for the hire tourer');
  await page.getByLabel(wishes).blur();
  await expect(page.getByTestId('save-state')).toContainText('kept on this device');
  await page.goto('about:blank');
  const second = await startServer(folder.path, [], first.port);
  const other = await (await browser.newContext()).newPage();
  await other.goto(`${second.url}/jobs/hire-tourer/intake`);
  await other.getByLabel(wishes).fill('Said by another');
  await other.getByLabel(wishes).blur();
  await saved(other);
  await page.goto(second.url);
  await expect(page.getByText(/are on this device and not yet saved/)).toBeVisible();
  expect(await stored(second.url, 'hire-tourer')).toBe('Said by another');
  await page.getByRole('link', { name: 'Open the job' }).click();
  await page.getByRole('link', { name: /Intake/ }).click();
  await expect(page.getByRole('row', { name: /Wishes/ })).toHaveText(/Said by another\s*Kept for the hire tourer/);
  await page.getByRole('button', { name: 'Put mine over theirs' }).click();
  await saved(page);
  expect(await stored(second.url, 'hire-tourer')).toBe('Kept for the hire tourer');
  await page.goto(second.url);
  await expect(page.locator('.job').first()).toBeVisible();
  await expect(page.getByText(/not yet saved/)).toHaveCount(0);
  await other.context().close();
  await second.stop();
  folder.drop();
});

test('a station that cannot be fetched says so, and can be tried again', async ({ page, server }) => {
  await page.route(/BuildStation/, (route) => route.abort());
  await page.goto(`${server.url}${JOB}/gear`);
  await page.locator('[data-place=underSeat]').waitFor();
  await page.getByRole('link', { name: /Build/ }).click();
  await expect(page.getByRole('alert')).toContainText('This page could not be loaded');
  await page.unroute(/BuildStation/);
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByTestId('done')).toBeVisible();
});
