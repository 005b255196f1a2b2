import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { expect, ledger, saved, test } from './fixtures';

const part = (page: Page, id: 'feeds' | 'supply' | 'turnOn' | 'day') => page.locator(`[data-part=${id}]`).click();
const inBox = (page: Page, battery: string) => page.locator(`[data-box=${battery}]`);
const noViolation = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual(
    [],
  );
const number = (text: string, pattern: RegExp) => Number(pattern.exec(text)![1]);

test('the launch: two banks at anchor, every figure opened, the switch that would leave it unable to start', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/river-launch/power`);
  await page.locator('[data-feed=amp]').click();
  // The drop, worked out from the formula’s own numbers.
  await page.locator('[data-figure=drop] button').click();
  const drop = await page.locator('[data-formula=drop] .numbers').innerText();
  const lost = [...drop.matchAll(/([\d.]+) A · ([\d.]+) mΩ/g)].reduce(
    (sum, [, a, r]) => sum + (Number(a) * Number(r)) / 1000,
    0,
  );
  expect(Math.abs(lost - number(drop, /= ([\d.]+) V;/))).toBeLessThan(0.004);
  await expect(page.locator('[data-formula=drop]')).toContainText('Ohm’s law');
  await page.locator('[data-figure=ampacity] button').click();
  await expect(page.locator('[data-formula=ampacity]')).toContainText('(from memory)');

  // Another size, seen before it is taken, and taken back.
  const before = await ledger(page);
  const thinner = page.locator('[data-alternative="4"]');
  await expect(thinner).toContainText(/2\.8\d %/);
  await thinner.click();
  // Pinned thinner, it leaves the rest of its drop to the main feed, which grows.
  await expect(page.locator('[data-feed=block]')).toContainText('4 AWG');
  await page.keyboard.press('Control+z');
  await expect.poll(() => ledger(page)).toEqual(before);

  await part(page, 'supply');
  await page.locator('[data-state=restMusic]').click();
  await expect(inBox(page, 'start')).toContainText('supplies 0.0 A');
  await page.locator('[data-state=idleMusic]').click();
  await expect(inBox(page, 'battery')).toContainText('idle');
  await noViolation(page);

  // At anchor.
  await part(page, 'day');
  const verdict = page.getByTestId('day-verdict');
  await expect(verdict).toContainText('The engine starts all day.');
  await expect(verdict).toContainText(/House bank: \d+ % at the end, 0 % at the lowest, at its reserve after 4 h/);
  await expect(page.locator('.day svg').last()).toBeVisible();
  await noViolation(page);
  await part(page, 'supply');
  await page.getByLabel('Between Start battery and House bank').selectOption('switch');
  await page.getByLabel('combined').check();
  await part(page, 'day');
  await expect(verdict).toContainText(/From \d+ h \d+ on the engine may not start\./);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(verdict).toContainText('The engine starts all day.');

  // What another battery would do, held beside it; the job stays as it is.
  await page.getByLabel('Compare with').selectOption('battery');
  await page.getByLabel('Instead of House bank').selectOption('lithium');
  const other = page.getByTestId('other-verdict');
  await page.getByLabel('Of', { exact: true }).fill('200');
  await page.getByLabel('Of', { exact: true }).press('Enter');
  await expect(other).toContainText('It plays all day.');
  await expect(verdict).toContainText('Sound fails');
  await saved(page);

  // The circuit that switches it: measured, ranked, tapped.
  await part(page, 'turnOn');
  await page.locator('[data-candidate=bilge]').click();
  await page.getByLabel('Key off').fill('12.6');
  await page.getByLabel('Key off').press('Enter');
  await page.getByLabel('At run').fill('12,6');
  await page.getByLabel('At run').press('Enter');
  await expect(page.locator('[data-candidate=bilge]')).toContainText('always live');
  await page.getByRole('button', { name: 'Tap this one' }).click();
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  const finding = page.locator('[data-finding=switched-source]');
  await expect(finding).toContainText('always live: gear would never switch off');
  await finding.getByRole('button', { name: 'Tap Spare way of the switch panel' }).click();
  await expect(finding).toHaveCount(0);
  await noViolation(page);
});

test('a motorcycle at idle with two amplifiers: alternator and battery bring together what the feeds take', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/tourer-four-speakers/gear`);
  await page.locator('.kinds label', { hasText: 'Amplifiers' }).click();
  await page.locator('[data-shelf="weir-2-80"]').click();
  await page.locator('[data-place="underSeat"]').click();
  await expect(page.getByRole('button', { name: 'Delete from the job' })).toBeVisible();
  await page.getByRole('link', { name: /Speakers/ }).click();
  for (const tag of ['S3', 'S4']) {
    await page.locator('[data-speaker]', { hasText: tag }).click();
    await page
      .locator('[data-choice]', { hasText: tag === 'S3' ? 'A2 front left' : 'A2 front right' })
      .first()
      .click();
  }
  await page.getByRole('link', { name: /Power/ }).click();
  const second = page.locator('[data-feed]', { hasText: 'A2' });
  await expect(second).toContainText('no fuse');
  await second.click();
  await page.getByRole('button', { name: 'Fit the proposed fuse' }).click();
  await expect(second).toContainText('A fuse');
  await expect(page.locator('[data-ledger=stops] strong')).toHaveText('0');

  await part(page, 'supply');
  await page.locator('[data-state=idleMusic]').click();
  await expect(inBox(page, 'battery')).toContainText('14.20 V, idle');
  // The alternator spares less than music takes.
  await page.getByLabel('Spare current at idle').fill('3');
  await page.getByLabel('Spare current at idle').press('Enter');
  await expect(inBox(page, 'battery')).toContainText('alternator: 3.0 of 3 A');
  const text = (await inBox(page, 'battery').locator('text').allTextContents()).join(' | ');
  const gives = number(text, /supplies ([\d.]+) A/);
  const taken = number(text, /A2.*: ([\d.]+) A/);
  expect(Math.abs(gives + 3 - taken)).toBeLessThan(0.11);
  await page.locator('[data-state=cruiseMusic]').click();
  await expect(inBox(page, 'battery')).toContainText('idle');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(page.locator('[data-finding=charging-short]')).toContainText('At idle the alternator spares 3 A');

  // Both turned on through a relay: its coil is what the head unit is asked for then.
  await page.getByRole('link', { name: /Gear/ }).click();
  await page.locator('.kinds label', { hasText: 'Relays' }).click();
  await page.locator('[data-shelf="latch-30"]').click();
  await page.locator('[data-place="batterySide"]').click();
  await page.getByRole('link', { name: /Power/ }).click();
  await part(page, 'turnOn');
  await expect(page.locator('[data-figure=turn-on]')).toHaveText('100 mA of 300 mA');
  await page.getByLabel('Between head unit and amplifiers').selectOption({ label: 'R1 Latch 30' });
  await expect(page.locator('[data-figure=turn-on]')).toHaveText('150 mA of 300 mA');
  // One of them never switched off: the battery stands hours.
  await page.getByLabel(/A2 .* is turned on by/).selectOption('constant');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(page.locator('[data-finding=always-on]')).toContainText(/stands 0\.\d+ days/);
  await page.locator('[data-finding=always-on]').getByRole('button', { name: 'Turn it on by the head unit' }).click();
  await expect(page.locator('[data-finding=always-on]')).toHaveCount(0);
});

test('a van on a lithium house battery: what its short asks of a fuse, joined leads, a night and a shore charger', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/narrow-van/power`);
  await page.locator('[data-feed=head]').click();
  await page.getByRole('button', { name: 'Fit the proposed fuse' }).click();
  const finding = page.locator('[data-finding=interrupt-rating]');
  await expect(finding).toContainText(/the battery pushes \d+ A into a short, computed from internal resistance/);
  // Its maker says what it gives: its own protection limits it.
  await page.locator('[data-battery=battery]').click();
  await page.getByLabel('Short circuit, maker’s').fill('lots');
  await page.getByLabel('Short circuit, maker’s').press('Enter');
  await expect(page.getByText('Short circuit, maker’s: expected 10 to 50000 A, or nothing.')).toBeVisible();
  await page.getByLabel('Short circuit, maker’s').fill('900');
  await page.getByLabel('Short circuit, maker’s').press('Enter');
  await expect(page.locator('[data-figure=short-circuit]')).toHaveText('900 A');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(finding).toHaveCount(0);
  await expect(page.locator('[data-finding=joined-leads]')).toContainText('the engine still starts');

  // Music until a fifth is left, by Peukert’s law from the amperes beside it.
  const amps = number(await page.locator('[data-figure=music-amps]').innerText(), /([\d.]+) A/);
  const rated = 200 / 20;
  const own = (200 / (amps * Math.max(1, amps / rated) ** 0.05)) * 0.8;
  const [, h, m] = /(\d+) h (\d+)/.exec(await page.locator('[data-figure=music-hours]').innerText())!;
  expect(Math.abs(Number(h) + Number(m) / 60 - own)).toBeLessThan(0.2);

  await part(page, 'supply');
  await page.locator('[data-state=shoreMusic]').click();
  await expect(inBox(page, 'battery')).toContainText(/shore: \d\.\d of 20 A/);
  await page.locator('[data-state=cruiseMusic]').click();
  await expect(inBox(page, 'battery')).toContainText('14.40 V, idle');
  await part(page, 'day');
  const verdict = page.getByTestId('day-verdict');
  await expect(verdict).toContainText('It plays all day.');
  await page.getByLabel('Compare with').selectOption('battery');
  await page.getByLabel('Of', { exact: true }).fill('60');
  await page.getByLabel('Of', { exact: true }).press('Enter');
  await expect(page.getByTestId('other-verdict')).toContainText('Sound fails after');
  // A colder night, a part more: the day follows.
  await page.getByLabel('Ambient temp.').fill('-8');
  await page.getByLabel('Ambient temp.').press('Enter');
  await page.getByRole('button', { name: 'Add a part' }).click();
  await expect(page.locator('[data-segment]')).toHaveCount(5);
  await expect(verdict).toContainText('The engine starts all day.');
  await saved(page);
  await page.reload();
  await part(page, 'day');
  await expect(page.locator('[data-segment]')).toHaveCount(5);
});

test('a launch’s own fuse block is kept: its fuse is read off, and what is fed through it is held against it', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/river-launch/gear`);
  await page.locator('[data-place]', { hasText: 'D1' }).click();
  await page.getByLabel('On this craft it is').selectOption('kept');
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator('[data-feed=block]').click();
  await expect(page.getByRole('heading', { name: /Feed to D1/ })).toBeVisible();
  await expect(page.locator('[data-feed=block]')).toContainText('keeps the feed it has');
  const panel = page.getByRole('complementary', { name: 'Selected' });
  const fuse = page.getByLabel('Fuse ahead of it, read off');
  await fuse.fill('0.1');
  await fuse.press('Enter');
  await expect(page.getByText('Fuse ahead of it, read off: expected 0.5 to 400 A, or nothing.')).toBeVisible();
  await fuse.fill('20');
  await fuse.press('Enter');
  await expect(page.locator('[data-feed=block]')).toContainText('keeps its feed, 20 A');
  await page.locator('.findings').getByRole('button', { name: 'station' }).click();
  await expect(page.locator('[data-finding=fuse-below-need]')).toContainText('D1');
  await fuse.fill('80');
  await fuse.press('Enter');
  await expect(page.locator('[data-finding=fuse-below-need]')).toHaveCount(0);

  // A head unit that stays keeps its feed too, and can be said to hang on the battery instead.
  await page.getByRole('link', { name: /Gear/ }).click();
  await page.locator('[data-place]', { hasText: 'H1' }).click();
  await page.getByLabel('On this craft it is').selectOption('kept');
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator('[data-feed=head]').click();
  await expect(panel.getByText('H1 keeps the feed it has; it counts at D1.')).toBeVisible();
  await expect(page.getByLabel('Fuse ahead of it, read off')).toHaveCount(0);
  await expect(page.getByLabel('Fed from').locator('option')).toContainText([/attery/, /D1/]);
  await page.getByLabel('Fed from').selectOption({ index: 0 });
  await expect(panel.getByText(/H1 keeps the feed it has; it counts at .*attery/)).toBeVisible();
  await page.screenshot({ path: process.env['SHOT'] ?? 'test-results/kept.png' });
  await saved(page);
  await noViolation(page);
});
