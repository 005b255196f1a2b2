import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, saved, tabTo, test } from './fixtures';

const channel = (page: Page, key: string) => page.locator(`[data-channel="${key}"]`);
const speaker = (page: Page, id: string) => page.locator(`[data-speaker="${id}"]`);
const choice = (page: Page, key: string, joining = 'parallel') => page.locator(`[data-choice="${key} ${joining}"]`);
const noViolation = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual(
    [],
  );

test('the van: seven speakers in three zones on four outputs, searched, explained, pinned and overruled', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/narrow-van/speakers`);
  // From nothing: every channel cleared from the drawing.
  for (const id of ['fl', 'fr', 'rl', 'rr']) {
    await channel(page, `head/${id}`).click();
    await page.getByRole('button', { name: 'Clear the channel' }).click();
    await expect(channel(page, `head/${id}`)).toContainText('free');
    await page.getByRole('button', { name: 'Done' }).click();
  }
  await expect(page.locator('[data-ledger=load] strong')).toHaveText('–');

  await page.getByRole('button', { name: 'Propose a wiring' }).click();
  await expect(page.getByText(/wirings weighed, \d+ branches looked at; the first is proven best/)).toBeVisible();
  await expect(page.locator('[data-proposal]').first()).toContainText('4 channels, lowest load 4.0 Ω');
  await expect(page.locator('[data-barred]').first()).toContainText(
    /(front|rear) (left|right) would see 2 Ω and allows no less than 4 Ω/,
  );
  await noViolation(page);
  await page.locator('[data-proposal]').first().getByRole('button', { name: 'Use this wiring' }).click();
  await expect(channel(page, 'head/fl')).toContainText('8 Ω');
  await expect(channel(page, 'head/rl')).toContainText('4 Ω');
  await expect(page.locator('[data-ledger=load] strong')).toHaveText('4.0');

  // What if the washroom hung elsewhere: told beside every choice before it is pressed.
  await speaker(page, 'washroom').click();
  await expect(choice(page, 'head/fl')).toContainText('too low');
  await expect(choice(page, 'head/rr', 'series')).toContainText('→');
  await choice(page, 'head/rr', 'series').click();
  await expect(channel(page, 'head/rr')).toContainText('12 Ω');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(page.locator('[data-finding=zones-mixed]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(channel(page, 'head/rr')).toContainText('8 Ω');
  await page.getByRole('button', { name: 'Pin to this channel' }).click();
  await expect(page.getByText('Pinned to H1 rear left: proposals leave it there.')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();

  // The washroom by itself takes a channel: kept for something else, there is no legal wiring left.
  await channel(page, 'head/rr').click();
  await page.getByLabel('Keep it free for').fill('a pair in the cab');
  await page.getByLabel('Keep it free for').blur();
  await expect(page.locator('[data-finding=reserved-used]')).toBeVisible();
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Propose a wiring' }).click();
  await expect(page.getByText('No wiring keeps to all of it. What stands in the way is below.')).toBeVisible();
  await expect(page.locator('[data-barred]', { hasText: 'a pair in the cab' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-finding=reserved-used]')).toHaveCount(0);

  await speaker(page, 'washroom').click();
  await page.getByRole('button', { name: 'Take the pin out' }).click();
  await page.getByRole('button', { name: 'Done' }).click();
  // Zones let go: more is possible, and what is not the first wants a reason.
  await page.getByLabel('Zones are kept apart').uncheck();
  await page.getByRole('button', { name: 'Propose a wiring' }).click();
  const second = page.locator('[data-proposal]').nth(1);
  await expect(second).toBeVisible();
  await second.getByRole('button', { name: 'Use this wiring' }).click();
  const note = page.locator('[data-overrule="wiring=speakers"]');
  await expect(note).toContainText('set over the plan · live');
  await note.getByRole('textbox').fill('The owner wants the awning with the saloon');
  await note.getByRole('textbox').blur();
  await saved(page);
  await page.reload();
  await expect(note.getByRole('textbox')).toHaveValue('The owner wants the awning with the saloon');

  // A zone of one's own, its listener and speakers.
  await page.getByRole('button', { name: 'Add a zone' }).click();
  await expect(page.getByText('Zone: it needs a name.')).toBeVisible();
  await page.getByLabel('Name of a new zone').fill('Cab');
  await page.getByLabel('Name of a new zone').press('Enter');
  await page.getByLabel('Who listens').selectOption('saloon');
  await page.getByRole('checkbox', { name: /S1 Bittern 130/ }).check();
  await expect(speaker(page, 'awning-f')).toContainText('Cab');
  await noViolation(page);
  await page.getByRole('button', { name: 'Delete zone' }).click();
  await expect(speaker(page, 'awning-f')).not.toContainText('Cab');

  // An old lead kept blocks until it is tested.
  await speaker(page, 'saloon-fl').click();
  await page.getByLabel('Its lead').selectOption('old');
  await page.getByLabel('Old lead, out and back').fill('x');
  await page.getByLabel('Old lead, out and back').blur();
  await expect(page.getByText('Old lead, out and back: expected 0 to 10 Ω, or nothing.')).toBeVisible();
  await page.getByLabel('Old lead, out and back').fill('0,35');
  await page.getByLabel('Old lead, out and back').blur();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('[data-finding=old-return-untested]')).toBeVisible();
  await page.getByLabel('Old speaker leads').selectOption('own');
  await expect(page.locator('[data-finding=old-return-untested]')).toHaveCount(0);
});

test('the launch: a woofer of two 2 Ω coils on a bridged pair, tried every way', async ({ board: page, server }) => {
  await page.goto(`${server.url}/jobs/river-launch/speakers`);
  const pair = 'amp/rl+rr';
  await expect(channel(page, pair)).toContainText('4 Ω');
  await speaker(page, 'woofer').click();
  await page.getByRole('button', { name: 'in parallel', exact: true }).click();
  await expect(channel(page, pair)).toContainText('1 Ω');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('1');
  await page.locator('[data-channel="amp/rl+rr"]').click();
  await expect(page.locator('[data-finding=load-below-minimum]')).toContainText('sees 1 Ω and allows no less than 4 Ω');
  await speaker(page, 'woofer').click();
  await page.getByRole('button', { name: 'in series', exact: true }).click();
  await expect(channel(page, pair)).toContainText('4 Ω');
  await page.getByRole('button', { name: 'Done' }).click();

  // The bridge off and on again, by the keyboard.
  const clip = page.locator(`[data-bridge="${pair}"]`);
  await tabTo(page, clip);
  await page.keyboard.press('Enter');
  await expect(channel(page, 'amp/rl')).toContainText('4 Ω');
  await expect(channel(page, 'amp/rr')).toContainText('free');
  await clip.press('Enter');
  await expect(channel(page, pair)).toContainText('4 Ω');

  // Held over another output, it says what would come of it; let go elsewhere, nothing changes.
  const from = (await speaker(page, 'woofer').boundingBox())!;
  const to = (await channel(page, 'head/fl').boundingBox())!;
  await page.mouse.move(from.x + 50, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(to.x + 60, to.y + 12, { steps: 10 });
  await expect(page.locator('.trial')).toContainText('free → 4 Ω');
  await expect(page.locator('.trial')).toContainText('→ ');
  await page.mouse.move(from.x + 50, from.y + 200, { steps: 6 });
  await page.mouse.up();
  await expect(channel(page, pair)).toContainText('4 Ω');
  await expect(channel(page, 'head/fl')).toContainText('free');

  // The source: what it listens to, and a bass pair that leaves the others silent of it.
  await page.locator('[data-source=head]').click();
  await page.getByLabel('Its last line-level pair gives').selectOption('bass');
  await page.locator('[data-source=amp]').click();
  await expect(page.locator('.inspector')).toContainText('front left, front right: line-level pair 1');
  await page.getByLabel('Listens to').selectOption('speaker');
  await page.locator('.findings').getByRole('button', { name: 'job' }).click();
  await expect(page.locator('[data-finding=input-not-there]')).toBeVisible();
  await noViolation(page);
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-finding=input-not-there]')).toHaveCount(0);
});
