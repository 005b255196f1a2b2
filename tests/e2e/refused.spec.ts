import { PGlite } from '@electric-sql/pglite';
import AxeBuilder from '@axe-core/playwright';
import { join } from 'node:path';
import { DEMO_JOBS } from '#demo/jobs';
import type { Page } from '@playwright/test';
import { startServer, tempFolder } from '../support/server';
import { expect, saved, test } from './fixtures';

const JOB = '/jobs/tourer-four-speakers';
const stored = async (url: string) =>
  (await (await fetch(`${url}/api${JOB}`)).json()) as {
    revision: number;
    job: { title: string; wishes: string; customer: string };
  };
/** Puts text where a person would type it, characters and all that no keyboard has. */
const insert = async (page: Page, label: string, text: string) => {
  await page.getByLabel(label).focus();
  await page.getByLabel(label).selectText();
  await page.evaluate((words) => document.execCommand('insertText', false, words), text);
  await page.getByLabel(label).blur();
};
/** The server refuses every request whose body says this, as it would what it cannot hold. */
const refuse = (page: Page, path: string, saying: string) =>
  page.route(path, (route) =>
    route.request().postData()?.includes(saying)
      ? route.fulfill({
          status: 422,
          contentType: 'application/problem+json',
          body: JSON.stringify({ title: 'Refused', status: 422, detail: 'the words are not taken today' }),
        })
      : route.fallback(),
  );

test('text that no file can hold is kept without what nobody wrote, and saving goes on', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}${JOB}/intake`);
  await page.getByRole('button', { name: 'Wishes' }).first().click();
  await insert(page, 'Wishes, in the owner’s words', 'loud\u0000 and\tclear \ud83d\nat 90');
  await saved(page);
  expect((await stored(server.url)).job.wishes).toBe('loud and clear \nat 90');
  await page.getByLabel('Title of the job').fill('Goes on');
  await page.getByLabel('Title of the job').press('Enter');
  await saved(page);
  expect((await stored(server.url)).job.title).toBe('Goes on');

  await page.goto(`${server.url}${JOB}/build`);
  await insert(page, 'Note', 'clip\u0000 broken \udea5');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
  const events = (await (await fetch(`${server.url}/api${JOB}/events`)).json()) as { text?: string }[];
  expect(events.map((e) => e.text)).toEqual(['clip broken ']);
});

test('a change the server refuses is set aside with its words; what was made before and after it is saved', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}${JOB}/intake`);
  await page.getByRole('button', { name: 'Wishes' }).first().click();
  await refuse(page, '**/saves', 'Not today');
  // All three wait for one save.
  await page.route('**/saves', (route) => setTimeout(() => void route.fallback(), 700));
  const title = page.getByLabel('Title of the job');
  await page.getByLabel('Customer').fill('Before');
  await page.getByLabel('Customer').press('Tab');
  await title.fill('Not today');
  await title.press('Enter');
  await page.getByLabel('Wishes, in the owner’s words').fill('After');
  await page.getByLabel('Wishes, in the owner’s words').press('Tab');
  const aside = page.getByTestId('aside');
  await expect(aside).toContainText('A change was refused by the server');
  await expect(aside).toContainText('Title: Not today — the words are not taken today');
  await saved(page);
  expect((await stored(server.url)).job).toMatchObject({
    title: 'Adventure tourer, four speakers',
    customer: 'Before',
    wishes: 'After',
  });
  await expect(title).toHaveValue('Adventure tourer, four speakers');
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  // It outlives the page, and goes when the server takes it.
  await page.unrouteAll();
  await page.reload();
  await expect(aside).toContainText('Title: Not today');
  await aside.getByRole('button', { name: 'Try again' }).click();
  await expect(aside).toHaveCount(0);
  await saved(page);
  await expect(title).toHaveValue('Not today');
  expect((await stored(server.url)).job.title).toBe('Not today');
});

test('a step of several operations is refused whole: nothing of it is half saved', async ({ board: page, server }) => {
  await page.goto(`${server.url}${JOB}/power`);
  await page.locator('[data-feed=amp]').click();
  await page.getByLabel('Gauge, out and back').selectOption('4');
  await saved(page);
  await refuse(page, '**/saves', 'chooseHolder');
  await page.getByLabel(/Fuse holder/).selectOption({ index: 0 });
  await expect(page.getByTestId('aside')).toBeVisible();
  await saved(page);
  await expect(page.getByLabel(/Fuse holder/)).not.toHaveValue('');
  // Somebody takes the amplifier out meanwhile: what was set aside no longer fits, and is not lost by trying.
  const { revision } = await stored(server.url);
  await fetch(`${server.url}/api${JOB}/saves`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ base: revision, saveId: 'theirs', operations: [{ op: 'removeGear', id: 'amp' }] }),
  });
  await page.unrouteAll();
  await page.reload();
  const aside = page.getByTestId('aside');
  await aside.getByRole('button', { name: 'Try again' }).click();
  await expect(aside).toContainText('gear amp is no longer in the job');
  await page.reload();
  await expect(aside).toContainText('gear amp is no longer in the job');
  await aside.getByRole('button', { name: 'Discard' }).click();
  await expect(aside).toHaveCount(0);
  await page.reload();
  await expect(page.locator('[data-ledger=load] strong')).not.toHaveText('…');
  await expect(aside).toHaveCount(0);
});

test('an entry of the bay that is refused is set aside; the ones behind it are on the server', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}${JOB}/build`);
  await refuse(page, '**/events', 'never mind');
  await page.getByLabel('Note').fill('never mind');
  await page.getByRole('button', { name: 'Add' }).click();
  const aside = page.getByTestId('aside-entries');
  await expect(aside).toContainText('note “never mind” — the words are not taken today');
  await page.getByLabel('Note').fill('clip broken');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByTestId('bay-state')).toContainText('Everything is on the server');
  const texts = async () =>
    ((await (await fetch(`${server.url}/api${JOB}/events`)).json()) as { text?: string }[]).map((e) => e.text);
  await expect.poll(texts).toEqual(['clip broken']);
  await page.unrouteAll();
  await page.reload();
  await aside.getByRole('button', { name: 'Try again' }).click();
  await expect(aside).toHaveCount(0);
  await expect.poll(texts).toEqual(['clip broken', 'never mind']);
});

test('a full disk is not a server away: the page says what it says and saves when there is room', async ({
  board: page,
  server,
}) => {
  await page.route('**/saves', (route) =>
    route.fulfill({
      status: 507,
      contentType: 'application/problem+json',
      body: JSON.stringify({ title: 'Disk full', detail: 'the disk of the data folder is full; nothing was saved' }),
    }),
  );
  await page.goto(`${server.url}${JOB}/power`);
  await page.locator('[data-feed=amp]').click();
  await page.getByLabel('Gauge, out and back').selectOption('2');
  await expect(page.getByTestId('save-state')).toContainText('the disk of the data folder is full');
  await page.unrouteAll();
  await saved(page);
});

test('a job that is set aside, or cannot be planned, stands on the Board with its reason and hides no other', async ({
  page,
}) => {
  const folder = tempFolder();
  const first = await startServer(folder.path);
  await first.stop();
  const db = await PGlite.create(join(folder.path, 'db'));
  await db.query(
    "update jobs set trouble = 'what was saved after revision 1 could not be read', summary = null where id = 'river-launch'",
  );
  await db.query(`update jobs set document = document - 'gear', summary = null where id = 'narrow-van'`);
  await db.close();
  const server = await startServer(folder.path);
  await page.goto(server.url);
  await expect(page.locator('.job')).toHaveCount(DEMO_JOBS.length + 1);
  const launch = page.locator('[data-job=river-launch]');
  const van = page.locator('[data-job=narrow-van]');
  await expect(launch).toContainText('Set aside: what was saved after revision 1 could not be read.');
  await expect(van).toContainText('It cannot be planned:');
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  const [download] = await Promise.all([page.waitForEvent('download'), van.getByText('File as it stands').click()]);
  expect(download.suggestedFilename()).toBe('narrow-van raw.json');

  // It can be looked at; what is changed there waits until it is taken as it stands.
  await launch.getByRole('link', { name: 'Look at it' }).click();
  await page.getByLabel('Title of the job').fill('Renamed');
  await page.getByLabel('Title of the job').press('Enter');
  await expect(page.getByTestId('save-state')).toContainText('could not be read');
  await page.getByRole('link', { name: 'Board' }).click();
  await launch.getByRole('button', { name: 'Take it as it stands' }).click();
  await expect(launch.locator('.link')).toBeVisible();
  await launch.locator('.link').click();
  await expect(page.getByLabel('Title of the job')).toHaveValue('Renamed');
  await saved(page);

  await page.goto(server.url);
  await van.getByRole('button', { name: /Delete/ }).click();
  await page.getByRole('button', { name: 'Delete it' }).click();
  await expect(van).toHaveCount(0);
  await server.stop();
  folder.drop();
});

test('a job whose plan cannot be calculated says so, and is fetched anew when tried again', async ({
  page,
  server,
}) => {
  await page.route('**/api/jobs/hire-tourer', async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { job: { gear?: object } };
    // What no server gives out: a job without its gear.
    delete body.job.gear;
    return route.fulfill({ response: answer, json: body });
  });
  await page.goto(`${server.url}/jobs/hire-tourer/gear`);
  await expect(page.locator('main')).toContainText('its plan could not be calculated');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.locator('main')).toContainText('its plan could not be calculated');
  await page.unroute('**/api/jobs/hire-tourer');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
  await expect(page.getByText('cannot be opened')).toHaveCount(0);
});

test('a station that cannot be drawn says so in its place; the others go on', async ({ page, server }) => {
  await page.route('**/api/jobs/tourer-handed-over', async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { job: { seal: { plan: { power: { feeds: Record<string, object> } } } } };
    // What no server gives out: a sealed plan with a hole in it.
    for (const feed of Object.values(body.job.seal.plan.power.feeds))
      Object.assign(feed, { states: null, stretches: null });
    return route.fulfill({ response: answer, json: body });
  });
  await page.goto(`${server.url}/jobs/tourer-handed-over/gear`);
  await page.getByRole('link', { name: /Power/ }).click();
  const failed = page.getByTestId('station-failed');
  await expect(failed).toContainText('Power could not be drawn');
  await expect(failed).toContainText('Nothing of the job is lost');
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await failed.getByRole('button', { name: 'Draw it again' }).click();
  await expect(failed).toBeVisible();
  await page.getByRole('link', { name: /Gear/ }).click();
  await expect(failed).toHaveCount(0);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Gear');
  await expect(page.locator('svg').first()).toBeVisible();
});
