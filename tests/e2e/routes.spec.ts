import { craftOf } from '#core/craft/own';
import { planJob } from '#core/plan';
import { documentOf, expect, saved, test } from './fixtures';

const openIn = (job: Parameters<typeof planJob>[0]) =>
  planJob(job).build.teardown.covers.map(({ cover, state }) => `${cover} ${state}`);

test('the tourer’s tank kept on by one press, a leg barred, a run led another way by hand and by dragging; all undone', async ({
  board: page,
  server,
}) => {
  const id = 'tourer-four-speakers';
  await page.goto(`${server.url}/jobs/${id}/routing`);
  const document = () => documentOf(server.url, id);
  const atFirst = openIn(await document());
  await expect(page.getByTestId('routes-proof')).toContainText('Proven');

  // By the shortest routes the tank comes off; what that costs was told before.
  const shortest = page.locator('[data-rule="routes shortest"]');
  await expect(shortest).toContainText('fuel tank off');
  await expect(shortest).toContainText(/\+ \d\d min/);
  await shortest.click();
  await saved(page);
  expect(openIn(await document())).toContain('tank off');
  // One press keeps it on.
  const kept = page.locator('[data-rule="cover tank on"]');
  await expect(kept).toContainText('fuel tank');
  await kept.click();
  await saved(page);
  expect(openIn(await document()).join()).not.toContain('tank');
  await expect(page.locator('[data-overrule="cover=tank"]')).toContainText('stays on');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect(openIn(await document())).toEqual(atFirst);

  // A leg of a run is looked at, and barred: the run goes another way.
  const feed = page.locator('[data-run="feed:battery>head"]');
  await feed.click();
  await page.getByRole('button', { name: 'Outside the left spar, behind the shroud' }).click();
  await expect(page.getByRole('heading', { name: 'Outside the left spar, behind the shroud' })).toBeVisible();
  // All that lies there cut through, to scale: as many wires and as thick as the plan has them.
  const bundle = planJob(await document()).bundles.find(({ leg }) => leg === 'flankLeft')!;
  await expect(page.locator('.section .wire')).toHaveCount(bundle.wires.length);
  await expect(page.locator('[data-figure=bundle]')).toHaveText(`${bundle.mm.toFixed(1).replace(/\.0$/, '')} mm`);
  await page.getByRole('button', { name: 'No new wire along it' }).click();
  await saved(page);
  const legsOf = async (run: string) => planJob(await document()).runs.find((one) => one.id === run)!.way!.legs;
  expect(await legsOf('feed:battery>head')).not.toContain('flankLeft');
  await page.getByRole('button', { name: 'Undo' }).click();
  await saved(page);
  expect(await legsOf('feed:battery>head')).toContain('flankLeft');

  // Led along another leg by name.
  await page.getByRole('button', { name: 'Show all runs' }).click();
  await feed.click();
  await page
    .getByLabel('Lead it along another leg')
    .selectOption({ label: craftOf(await document()).legs['spineRight']!.name });
  await expect.poll(async () => legsOf('feed:battery>head')).toContain('spineRight');
  await page.getByRole('button', { name: 'Let the plan choose' }).click();
  await saved(page);

  // And by dragging its lane on to a leg, the price being told on the way.
  const lane = page.locator('.wire:not(.dim)').first();
  const target = page.locator('[data-leg=spineRight]').last();
  const spot = await target.evaluate((path: SVGPathElement) => {
    const at = path.getPointAtLength(path.getTotalLength() / 2).matrixTransform(path.getScreenCTM()!);
    return [at.x, at.y] as const;
  });
  const grip = await lane
    .locator('path')
    .nth(1)
    .evaluate((path: SVGPathElement) => {
      const at = path.getPointAtLength(path.getTotalLength() * 0.3).matrixTransform(path.getScreenCTM()!);
      return [at.x, at.y] as const;
    });
  await page.mouse.move(...grip);
  await page.mouse.down();
  await page.mouse.move(grip[0] + 12, grip[1] + 12);
  await page.mouse.move(...spot);
  const { name } = craftOf(await document()).legs['spineRight']!;
  await expect(page.getByText(new RegExp(`^${name}: [+−] [\\d.]+ min, [+−] [\\d.]+ m$`))).toBeVisible();
  await page.mouse.up();
  await expect.poll(async () => legsOf('feed:battery>head')).toContain('spineRight');

  // Kept as they are: every run is led where it lies.
  await page.getByRole('button', { name: 'Show all runs' }).click();
  await page.getByRole('button', { name: 'Keep all routes as they are' }).click();
  await saved(page);
  const job = await document();
  const count = planJob(job).runs.filter(({ way, old }) => way && !old).length;
  expect(Object.keys(job.overrules.way)).toHaveLength(count);
  await expect(page.getByTestId('led')).toHaveText(`${count} runs are led by hand.`);
  await page.getByRole('button', { name: 'Let the plan choose all' }).click();
  await saved(page);
  expect((await document()).overrules.way).toEqual({});
});

test('a cover kept shut by its own panel that gear lies behind is told; the cure lets it be opened', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/tourer-four-speakers/routing`);
  await page.getByRole('button', { name: /^Fairing cowl/ }).click();
  await expect(page.getByRole('heading', { name: 'Fairing cowl' })).toBeVisible();
  await page.getByLabel('For wires it is opened').selectOption('on');
  await expect(page.getByText('A cover that is to stay shut is opened').first()).toBeVisible();
  await page.getByText('A cover that is to stay shut is opened').first().click();
  await page.getByRole('button', { name: 'Let it be opened' }).click();
  await expect(page.getByText('A cover that is to stay shut is opened')).toHaveCount(0);
  await saved(page);
  expect((await documentOf(server.url, 'tourer-four-speakers')).overrules.cover).toEqual({});
});

test('a label’s square code opens its step', async ({ board: page, server }) => {
  const id = 'tourer-four-speakers';
  const table = await (await fetch(`${server.url}/api/jobs/${id}/export/labels.csv`)).text();
  const address = table
    .split('\n')
    .find((row) => row.includes('build?step=on%3Acover%2Fcowl'))!
    .split(',')
    .at(-1)!;
  await page.goto(address.trim());
  await expect(page.getByRole('heading', { name: 'Fairing cowl back' })).toBeVisible();
  await expect(page.getByText('From bag 4.')).toBeVisible();
});
