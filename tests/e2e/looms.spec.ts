import { planJob } from '#core/plan';
import { documentOf, expect, saved, test } from './fixtures';

const JOB = 'tourer-four-speakers';
const part = (name: string) => `.strip label:has-text("${name}")`;

test('a bought loom whose third speaker’s branch is short: off the shelf, a lead put on, an end capped, taken out again', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await page.locator('.kinds label', { hasText: 'Looms' }).click();
  await page.locator('[data-shelf="towpath-feed-loom"]').click();
  // It runs from one place to another: it is seen at Routing, its ends where they are made to go.
  await expect(page.getByRole('heading', { name: 'Towpath feed loom' })).toBeVisible();
  const end = (id: string) => page.locator(`[data-loom-end="${id}"]`);
  await expect(end('start')).toContainText('A1 amplifier plug');
  await expect(end('front-left')).toContainText('S1 front left');
  await expect(end('rear-right')).toContainText('S4 rear right');
  // To the left pannier 1965 mm of legs, 78 to its plugs, 250 and 300 to be left: 2593 for 500 + 1500 of loom.
  await expect(end('rear-left')).toContainText('593 mm short');
  await expect(page.locator('[data-finding=loom-short]')).toHaveCount(1);
  await expect(page.locator('[data-fork]')).not.toHaveCount(0);
  // Its runs are not cut.
  await page.locator(part('Wire')).click();
  await expect(page.locator('[data-nest="16 green"]')).toHaveCount(0);
  await page.locator(part('Looms')).click();

  await page.locator('[data-finding=loom-short]').getByRole('button', { name: 'Put on a lead of 600 mm' }).click();
  await expect(end('rear-left')).not.toContainText('short');
  await expect(page.locator('[data-finding=loom-short]')).toHaveCount(0);
  // By keys: an end is opened, and goes nowhere.
  await end('rear-right').focus();
  await page.keyboard.press('Enter');
  await expect(end('rear-right')).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('rear right goes to').selectOption({ label: 'nowhere: capped' });
  await expect(end('rear-right')).toContainText('capped rear right');
  await saved(page);

  const job = await documentOf(server.url, JOB);
  const [[id, loom]] = Object.entries(job.looms) as [[string, (typeof job.looms)[string]]];
  expect(loom.ends['rear-left']).toEqual({ to: 'pannier-left', extensionMm: 600 });
  expect(Object.hasOwn(loom.ends, 'rear-right')).toBe(false);
  const plan = planJob(job);
  expect(plan.power.feeds['amp']).toMatchObject({ gauge: '10', gaugeReason: 'bought' });
  expect(plan.cutList.cuts.map(({ run }) => run)).toEqual(
    expect.arrayContaining(['speaker:amp>pannier-right', 'feed:battery>head']),
  );
  expect(plan.cutList.cuts.some(({ run }) => /amp>(fairing|pannier-left)|battery>amp/.test(run))).toBe(false);

  // The other way round, and back.
  await page.getByLabel('Led in first').selectOption({ label: 'its branches' });
  await saved(page);
  expect((await documentOf(server.url, JOB)).looms[id]!.first).toBe('ends');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Led in first')).toHaveValue('');

  // What is to be done with it at Build, at Power and on the list of parts.
  await page.getByRole('link', { name: /Build/ }).click();
  await expect(page.getByText('Lead in Towpath feed loom')).toBeVisible();
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator('[data-feed]', { hasText: 'Weir' }).click();
  await expect(page.getByText('It comes by Towpath feed loom')).toBeVisible();
  // A holder was chosen before: by the fuse of the loom alone goes what has none.
  await expect(page.getByText('stands behind this one')).toBeVisible();
  await page.getByLabel('Fuse holder at the battery').selectOption('');
  await expect(page.getByText('with a fuse 180 mm along it')).toBeVisible();
  await page.getByRole('link', { name: /Gear/ }).click();
  await page.locator(part('Kit and parts')).click();
  await expect(page.getByText('lead put on to Towpath feed loom, rear left: 600 mm').first()).toBeVisible();

  // Taken out, all of it is cut again.
  await page.getByRole('link', { name: /Routing/ }).click();
  await page.locator(part('Looms')).click();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByText('Take it off the shelf, say where its ends go')).toBeVisible();
  await page.locator(part('Wire')).click();
  await expect(page.locator('[data-nest="16 green"]')).toBeVisible();
});

test('a loom typed in from its tag: what is not understood is named, and it is on the shelf and in the job at once', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await page.locator('.kinds label', { hasText: 'Looms' }).click();
  await page.getByRole('button', { name: 'Not here: type it in' }).click();
  const blank = (key: string) => page.locator(`[data-blank="${key}"]`);
  await blank('name').fill('Osier pair');
  await blank('branches').fill('left: 900, speaker');
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  await expect(page.getByText('expected branches one after another', { exact: false })).toBeVisible();
  await blank('branches').fill('front left: 0 + 900, speaker, plug 12; front right: 0 + 700, speaker');
  // A size of its leads is needed where it carries some.
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  await expect(page.getByText('expected the size of its leads', { exact: false })).toBeVisible();
  await blank('leads').selectOption('16');
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  await expect(page.getByRole('heading', { name: 'Osier pair' })).toBeVisible();
  // 240 mm of legs, 41 to its plugs, 250 and 300 to be left: 830 for 900 and 700.
  await expect(page.locator('[data-loom-end="front-left"]')).toContainText('70 mm over');
  await expect(page.locator('[data-loom-end="front-right"]')).toContainText('130 mm short');
  await saved(page);
  const shelf = (await (await page.request.get(`${server.url}/api/shelf`)).json()) as { name: string }[];
  expect(shelf.map(({ name }) => name)).toContain('Osier pair');

  // In a kit it comes with the rest of the box, its ends open.
  await page.getByRole('link', { name: /Gear/ }).click();
  await page.locator('.strip label', { hasText: 'Shelf' }).click();
  await page.locator('.kinds label', { hasText: 'Kits' }).click();
  await page.getByRole('button', { name: 'Not here: type it in' }).click();
  await blank('name').fill('Osier box');
  await blank('contents').fill('2 × Osier pair, 8 × M4 × 20');
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  const inJob = async () =>
    Object.values((await documentOf(server.url, JOB)).looms).map(({ item, ends }) => [
      item.name,
      Object.keys(ends).length,
    ]);
  await expect.poll(inJob).toEqual([
    ['Osier pair', 3],
    ['Osier pair', 0],
    ['Osier pair', 0],
  ]);
});
