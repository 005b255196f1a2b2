import { documentOf, expect, ledger, saved, test } from './fixtures';
import { planJob } from '#core/plan';
import { SPEAKERS, wholeJob } from './steps';
import { cutMm, feeds, layLengths, ohmPerMetre, speakerWatts, type AmpData, type PatternData } from './own-figures';

/** Sizes of the family that breaks what this battery pushes into a short; the head unit’s fuse is too small for it. */
const ON_POST = [30, 40, 50, 60, 75, 80, 90, 100, 125, 150, 175, 200, 225, 250, 300];
const BLADE = [1, 2, 3, 4, 5, 7.5, 10, 15, 20, 25, 30, 35, 40];

test('a motorcycle job from nothing: every figure as computed here, the same after a reload', async ({
  board: page,
  server,
}) => {
  await wholeJob(page);
  const pattern = ((await (await fetch(`${server.url}/api/patterns`)).json()) as { pattern: PatternData }[])[0]!
    .pattern;
  const shelf = (await (await fetch(`${server.url}/api/shelf`)).json()) as (AmpData & { id: string })[];
  const item = (id: string) => shelf.find((s) => s.id === id)!;

  const lay = layLengths(pattern);
  await saved(page);
  const id = new URL(page.url()).pathname.split('/')[2]!;
  const { runs } = planJob(await documentOf(server.url, id));
  const cut = (from: string, to: string) => {
    const { plugsMm } = runs.find(({ fromPlace, toPlace }) => fromPlace === from && toPlace === to)!;
    return cutMm(pattern, lay, from, to, plugsMm);
  };
  const leads = SPEAKERS.map((place) => cut('lampShelf', place));
  const watts = leads.map((mm) => speakerWatts(item('weir-4-45'), 4, (2 * mm * ohmPerMetre(16)) / 1000));
  const [amp, head] = feeds([
    {
      watts: watts.reduce((sum, w) => sum + w.channel, 0),
      demand: item('weir-4-45').demand,
      mm: cut('battery', 'lampShelf'),
      holderOhm: 0.00035,
      usualA: 30,
      sizes: ON_POST,
    },
    {
      watts: 0,
      demand: item('kingcup-3').demand,
      mm: cut('battery', 'dash'),
      holderOhm: 0.0026,
      usualA: 10,
      sizes: BLADE,
    },
  ]);
  const wireM =
    (2 * leads.reduce((sum, mm) => sum + mm, 0) +
      2 * cut('battery', 'lampShelf') +
      2 * cut('battery', 'dash') +
      cut('accessory', 'dash') +
      // Turn-on and two line-level pairs.
      3 * cut('dash', 'lampShelf')) /
    1000;

  const shown = await ledger(page);
  expect(shown).toMatchObject({
    load: '4.0',
    feed: (amp!.amps + head!.amps).toFixed(1),
    drop: Math.max(amp!.dropPct, head!.dropPct).toFixed(2),
    wire: wireM.toFixed(2),
    // What switches it is not chosen yet.
    stops: '1',
  });
  const ampCard = page.locator('[data-feed]', { hasText: 'A1' });
  await expect(ampCard).toContainText(`${amp!.gauge} AWG`);
  await expect(ampCard).toContainText(`${amp!.fuse} A fuse`);
  await expect(ampCard).toContainText(`${amp!.amps.toFixed(2)} A, drop ${amp!.dropPct.toFixed(2)} %`);
  await ampCard.click();
  await expect(page.locator('[data-case=restFull]')).toContainText(`${amp!.volts.toFixed(2)} V`);
  await expect(page.locator('[data-feed]', { hasText: 'H1' })).toContainText(`${head!.gauge} AWG`);
  await expect(page.locator('[data-feed]', { hasText: 'H1' })).toContainText(`${head!.fuse} A fuse`);

  await page.getByRole('link', { name: /Speakers/ }).click();
  for (const [i, tag] of ['S1', 'S2', 'S3', 'S4'].entries()) {
    await page.locator('[data-speaker]', { hasText: tag }).click();
    await expect(page.locator('[data-figure=watts]')).toHaveText(`${watts[i]!.speaker.toFixed(2)} W`);
  }
  await page.getByRole('link', { name: /Routing/ }).click();
  await page
    .getByRole('button', { name: 'Show all runs' })
    .or(page.getByRole('heading', { name: 'Routes', exact: true }))
    .first()
    .waitFor();
  const runText = (name: string) => page.locator('[data-run]', { hasText: name });
  for (const [i, tag] of ['S1', 'S2', 'S3', 'S4'].entries())
    await expect(runText(`Speaker A1 → ${tag}`)).toContainText(`${leads[i]} mm`);
  await expect(runText('Feed battery → A1')).toContainText(`${cut('battery', 'lampShelf')} mm`);
  await expect(runText('Switched accessory → H1')).toContainText(`${cut('accessory', 'dash')} mm`);

  await saved(page);
  await page.reload();
  await expect(page.locator('[data-ledger=load]')).toHaveText(/4\.0/);
  expect(await ledger(page)).toEqual(shown);
  await expect(runText('Feed battery → A1')).toContainText(`${cut('battery', 'lampShelf')} mm`);
  await page.getByRole('link', { name: 'Haltrik Board' }).click();
  await expect(page.locator('.job', { hasText: 'Bench test tourer' })).toContainText('1 stop');
});

test('undone to nothing and redone to the same', async ({ board: page }) => {
  await wholeJob(page);
  const full = await ledger(page);
  const undo = page.getByRole('button', { name: 'Undo' });
  const redo = page.getByRole('button', { name: 'Redo' });
  let steps = 0;
  while (await undo.isEnabled()) {
    await page.keyboard.press('Control+z');
    steps++;
    expect(steps).toBeLessThan(30);
  }
  // Six pieces of gear, four channels, two fuses.
  expect(steps).toBe(12);
  await expect(page.locator('[data-ledger=load] strong')).toHaveText('–');
  expect(await ledger(page)).toEqual({ load: '–', feed: '–', drop: '–', wire: '0.00', hours: '0.00', stops: '0' });
  for (let i = 0; i < steps; i++) await redo.click();
  await expect(redo).toBeDisabled();
  await expect(page.locator('[data-ledger=wire] strong')).toHaveText(full.wire);
  expect(await ledger(page)).toEqual(full);
  await saved(page);
  await page.reload();
  await expect(page.locator('[data-ledger=wire] strong')).toHaveText(full.wire);
  expect(await ledger(page)).toEqual(full);
});

test('moving the amplifier: everything follows at once and the ledger shows was → is', async ({ board: page }) => {
  await page.locator('[data-job=tourer-four-speakers] a').click();
  await page.getByRole('link', { name: /Gear/ }).click();
  const before = await ledger(page);
  await page.locator('[data-place=lampShelf]').click();
  await page.getByRole('button', { name: 'Move it' }).click();
  await page.locator('[data-place=underSeat]').click();
  await expect(page.locator('[data-ledger=wire]')).toContainText(`was ${before.wire}`);
  await expect(page.locator('[data-ledger=drop]')).toContainText(`was ${before.drop}`);
  await expect(page.locator('[data-place=lampShelf]')).toHaveAttribute('aria-label', /free/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-ledger=wire] strong')).toHaveText(before.wire);
});

test('another way is chosen and given up; a stop is cured by its button', async ({ board: page }) => {
  await page.locator('[data-job=tourer-four-speakers] a').click();
  // The Board opens what is next, the first step.
  await expect(page.getByTestId('bay-state')).toBeVisible();
  await page.getByRole('link', { name: /Routing/ }).click();
  const run = page.locator('[data-run="feed:battery>amp"]');
  await run.click();
  const cut = page.locator('[data-figure=cut]');
  const shortest = await cut.innerText();
  await expect(
    page.getByText(/routes compared; the first costs least, with covers that are open anyway free/),
  ).toBeVisible();
  await page.locator('.panel .option').nth(2).click();
  await expect(run).toContainText('chosen');
  await expect(cut).not.toHaveText(shortest);
  await page.getByRole('button', { name: 'Let the plan choose' }).click();
  await expect(cut).toHaveText(shortest);

  await page.getByRole('link', { name: /Power/ }).click();
  await page.getByLabel('Gauge, out and back').selectOption('18');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');
  const finding = page.locator('[data-finding=fuse-above-ampacity]');
  await finding.getByRole('button').first().click();
  await expect(finding).toContainText('This cannot be overruled.');
  await finding.getByRole('button', { name: 'Let the plan choose gauge and fuse' }).click();
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('0');

  // The battery: music at rest lasts as Peukert has it, and longer from a larger one.
  await page.getByTestId('battery').click();
  const hours = page.locator('[data-figure=music-hours]');
  const before = await hours.innerText();
  await page.getByLabel('Capacity, 20-hour rate').fill('24');
  await page.getByLabel('Capacity, 20-hour rate').press('Enter');
  await expect(hours).not.toHaveText(before);
  const amps = Number(/([\d.]+) A/.exec(await page.locator('.inspector dl').innerText())![1]);
  const left = 10 * (24 / (20 * amps)) ** 1.12;
  const [, h, m] = /(\d+) h (\d+)/.exec(await hours.innerText())!;
  expect(Math.abs(Number(h) + Number(m) / 60 - left)).toBeLessThan(0.05);

  await page.locator('[data-part=feeds]').click();
  await page.locator('[data-feed=amp]').click();
  await page.getByLabel('Fuse distance from battery').fill('a lot');
  await page.getByLabel('Fuse distance from battery').blur();
  await expect(page.getByText('Fuse distance from battery: expected 0 to 20000 mm.')).toBeVisible();
  await expect(page.getByLabel('Fuse distance from battery')).toHaveValue('a lot');
});
