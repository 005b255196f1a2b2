import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { documentOf, expect, saved, tabTo, test } from './fixtures';

const noViolation = async (page: Page) =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual(
    [],
  );
const from = (page: Page, edge: string) => page.getByRole('textbox', { name: `From the ${edge}` });
const mount = (page: Page, gear: string) => page.locator(`[data-mount="${gear}"]`);
/** Puts an item off the shelf on a place, from Gear, and goes on to its panel. */
async function fit(page: Page, kind: string, item: string, place: string): Promise<void> {
  await page.getByRole('link', { name: /Gear/ }).click();
  await page.locator('.kinds label', { hasText: kind }).click();
  await page.locator(`[data-shelf="${item}"]`).click();
  await page.locator(`[data-place="${place}"]`).click();
  await page.getByRole('link', { name: /Mounting/ }).click();
}

test('a radio into an opening that is 4 mm too narrow: how much comes off, moved by keys, and what is drilled', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/vineyard-side-by-side/mounting`);
  await expect(page.getByText('No gear on the craft yet: its panels are drawn here.')).toBeVisible();
  await fit(page, 'Head units', 'sallow-din', 'dashCentre');

  const radio = page.locator('[data-mount]');
  await expect(radio).toContainText('open it by 2 mm');
  const finding = page.locator('[data-finding=opening-small]');
  await expect(finding).toContainText('take off 2 mm at the left, 2 mm at the right');
  // The pocket is 128 mm in and 61 down, its middle at that of the radio.
  await expect(from(page, 'left')).toHaveValue('128');
  await expect(from(page, 'top')).toHaveValue('61');
  await noViolation(page);

  // By keyboard: two arrows are two millimetres, with Shift a tenth.
  const piece = page.locator('[data-piece]');
  await tabTo(page, piece);
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await expect(finding).toContainText('take off 4 mm at the left.');
  await expect(from(page, 'left')).toHaveValue('126');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(from(page, 'left')).toHaveValue('126.1');
  await page.keyboard.press('Control+z');
  await expect(from(page, 'left')).toHaveValue('126');
  // A field takes what a rule says.
  await from(page, 'left').fill('5"');
  await from(page, 'left').press('Enter');
  await expect(from(page, 'left')).toHaveValue('127');
  // In inches it is the same place, and back again nothing is lost.
  await page.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(from(page, 'left')).toHaveValue('5');
  await page.getByRole('button', { name: 'in', exact: true }).click();
  await expect(from(page, 'left')).toHaveValue('127');
  await page.getByRole('button', { name: 'Put it where it has most room' }).click();
  await expect(from(page, 'left')).toHaveValue('128');

  // By mouse: dragged 10 mm to the right, and the figures follow while it moves.
  const at = (await piece.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(at.x + at.width / 2 + 30, at.y + at.height / 2, { steps: 5 });
  await expect(from(page, 'left')).not.toHaveValue('128');
  await page.mouse.up();
  await expect(finding).toContainText('at the right.');
  await page.keyboard.press('Control+z');
  await expect(from(page, 'left')).toHaveValue('128');

  // What is too large is refused in words, and nothing is lost.
  await from(page, 'top').fill('much');
  await from(page, 'top').press('Enter');
  await expect(page.getByText(/From the top: expected/)).toBeVisible();
  await from(page, 'top').fill('60');
  await from(page, 'top').press('Enter');
  await saved(page);
  const job = await documentOf(server.url, 'vineyard-side-by-side');
  expect(Object.values(job.mounts)).toEqual([
    { at: [0, 15], turnDeg: 0, plugs: null, over: false, adapter: null, mirrors: true },
  ]);
  // Only the line at the two sides is sawn: no hole for a blade.
  await page.getByText('Holes', { exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Sawn along the line' })).toBeVisible();
  await expect(page.locator('[data-hole]')).toHaveCount(0);

  // Its template, on paper of either size: what is cut is the opening it wants, and the bar says how to measure it.
  const pdf = page.locator('[data-template^="panel dashCentre"][data-template$="letter.pdf"]');
  const printed = await page.request.get(new URL((await pdf.getAttribute('href'))!, server.url).href);
  expect((await printed.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const svg = page.locator('[data-template^="panel dashCentre"][data-template$="template.svg"]');
  const drawing = await (await page.request.get(new URL((await svg.getAttribute('href'))!, server.url).href)).text();
  expect(drawing).toContain('100 mm');
  expect(drawing).toContain('This way up');

  // In Build the steps follow, one after the other, in words: marked, opened by so much, tried, fitted.
  await page.getByRole('link', { name: /Build/ }).click();
  const steps = page.locator('[data-step$=":gear/' + Object.keys(job.mounts)[0]! + '"]');
  await expect(steps).toContainText([/Offer up and mark/, /Open the opening/, /Dry fit/, /Fit H1/]);
  await steps.nth(1).click();
  await expect(page.getByText('Take off 2 mm at the left, 2 mm at the right', { exact: false })).toBeVisible();
});

test('a tube can on the cage of a side-by-side, and a speaker in it: one after the other, on its front', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/vineyard-side-by-side/gear`);
  await page.locator('.kinds label', { hasText: 'Enclosures' }).click();
  await page.locator('[data-shelf="bulrush-can"]').click();
  // Where there is no tube it is not held.
  await expect(page.locator('[data-place="bed"]')).toContainText('no tube');
  await page.locator('[data-place="cageLeft"]').click();
  // A speaker goes nowhere on a bare tube, and into the can.
  await page.locator('.kinds label', { hasText: 'Speakers' }).click();
  await page.locator('[data-shelf="mire-165"]').click();
  await expect(page.locator('[data-place="cageLeft"]')).toContainText('to spare');
  await expect(page.locator('[data-place="cageRight"]')).not.toContainText('to spare');
  await page.locator('[data-place="cageLeft"]').click();
  await page.getByRole('link', { name: /Mounting/ }).click();
  await expect(page.getByText('Front of E1', { exact: true }).first()).toBeVisible();
  await page.locator('.strip label', { hasText: 'Panel' }).click();
  await expect(page.getByText('It comes with the enclosure')).toBeVisible();
  await noViolation(page);
  await page.getByRole('link', { name: /Build/ }).click();
  await page.locator('[data-step^="fit:gear/enclosure"]').click();
  await expect(page.getByText(/S1 Mire 165 twin coil in it first/)).toBeVisible();
  // A pod with stops: no field moves it, and neither does a key.
  await fit(page, 'Enclosures', 'frond-pod', 'dashLeft');
  await expect(page.locator('[data-stops]')).toContainText('82 mm from the left, 111 mm from the top');
  await expect(page.getByRole('textbox', { name: 'From the left' })).toHaveCount(0);
  await page.locator('[data-piece]').focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-stops]')).toContainText('82 mm from the left');
  await saved(page);
  const { gear, mounts } = await documentOf(server.url, 'vineyard-side-by-side');
  expect(mounts).toEqual({});
  const placed = Object.values(gear).map(({ item, place }) => [item.id, place]);
  expect(placed.sort(([a], [b]) => (a! < b! ? -1 : 1))).toEqual([
    ['bulrush-can', 'cageLeft'],
    ['frond-pod', 'dashLeft'],
    ['mire-165', 'cageLeft'],
  ]);
});

test('deep speakers in a fairing: a pair that mirrors, and a cover that does not close over them', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/tourer-four-speakers/mounting`);
  await mount(page, 'fairing-left').click();
  await expect(page.locator('[data-mount="fairing-left"]')).toContainText('to spare');
  await from(page, 'left').fill('100');
  await from(page, 'left').press('Enter');
  // The other side does the same from its own edge.
  await mount(page, 'fairing-right').click();
  await expect(page.getByText(/Mirrors S1/)).toBeVisible();
  await expect(from(page, 'right')).toHaveValue('100');
  // Moved from this side, it is still one decision.
  await from(page, 'right').fill('102');
  await from(page, 'right').press('Enter');
  await expect(from(page, 'right')).toHaveValue('102');
  await expect(page.locator('[data-pair=alike]')).toHaveText('The same room all round as S1 has.');
  await mount(page, 'fairing-left').click();
  await expect(from(page, 'left')).toHaveValue('102');
  await mount(page, 'fairing-right').click();
  await page.getByRole('button', { name: 'Place it by itself' }).click();
  await expect(page.getByText(/Mirrors S1/)).toBeHidden();
  await expect(from(page, 'right')).not.toHaveValue('102');

  // A line of the schedule lights its hole.
  await page.getByText('Holes', { exact: true }).click();
  await page.locator('[data-hole="3"]').click();
  await expect(page.locator('.hole.lit')).toHaveCount(1);
  await expect(page.getByRole('heading', { name: 'Drill 4.5 mm (number 16)' })).toBeVisible();

  // The cowl is measured again, 10 mm nearer: the speaker that went in with it off is in its way.
  await page.getByText('Panel', { exact: true }).click();
  await page.getByRole('button', { name: /Fairing cowl/ }).click();
  for (const corner of ['bottom left', 'bottom right', 'top left']) {
    await page.getByLabel(`Depth, ${corner}`).fill('60');
    await page.getByLabel(`Depth, ${corner}`).press('Enter');
  }
  await expect(mount(page, 'fairing-right')).toContainText('4 mm too deep');
  await expect(page.locator('[data-finding=hits-cover]')).toContainText(
    'goes in with “Fairing cowl” off, and is 4 mm too deep once it is on',
  );
  await expect(page.getByText('Measured on this craft.')).toBeVisible();
  await noViolation(page);
  await page.getByRole('button', { name: 'Reset to the pattern’s panel' }).click();
  await expect(mount(page, 'fairing-right')).toContainText('to spare');
  await saved(page);
  const job = await documentOf(server.url, 'tourer-four-speakers');
  expect(job.craft.panels).toEqual({});
  expect(job.mounts['fairing-right']).toMatchObject({ mirrors: false });
});

test('a round unit in the opening of the old radio: a plate is cut, and its template printed', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/narrow-van/mounting`);
  await fit(page, 'Head units', 'kingcup-3', 'cabDash');
  const finding = page.locator('[data-finding=opening-large]');
  await expect(finding).toContainText('leaves');
  await finding.getByRole('button', { name: /Cut a plate of 3 mm moulded plastic/ }).click();
  await expect(finding).toHaveCount(0);
  await expect(page.locator('[data-plate]')).toBeVisible();
  await expect(page.getByLabel('Between it and the panel')).toHaveValue('plate');
  await noViolation(page);
  await saved(page);

  await page.locator('.strip label', { hasText: 'Holes' }).click();
  const links = page.locator('[data-template^="plate "]');
  await expect(links).toHaveCount(5);
  const svg = page.locator('[data-template^="plate "][data-template$="template.svg"]');
  const drawing = await page.request.get(new URL((await svg.getAttribute('href'))!, server.url).href);
  expect(drawing.headers()['content-type']).toContain('image/svg+xml');
  // The plate is 186 + 28 by 108 + 28 mm; its opening takes the unit of 76 mm.
  expect(await drawing.text()).toContain('214 mm × 136 mm');
  const pdf = page.locator('[data-template^="plate "][data-template$="a4.pdf"]');
  const printed = await page.request.get(new URL((await pdf.getAttribute('href'))!, server.url).href);
  expect((await printed.body()).subarray(0, 5).toString()).toBe('%PDF-');
  const none = await page.request.get(`${server.url}/api/jobs/narrow-van/export/template.svg?of=nothing`);
  expect([none.status(), ((await none.json()) as { detail: string }).detail]).toEqual([
    404,
    'of: expected a cut drawing of this job, not “nothing”',
  ]);
});

test('a board for two amplifiers, block and switch module in the console, notched for its dip', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/river-launch/mounting`);
  await fit(page, 'Amplifiers', 'weir-2-80', 'consoleFoot');
  await fit(page, 'Distribution', 'delta-4', 'consoleFoot');
  await fit(page, 'Switch', 'lapwing-4', 'consoleFoot');
  const told = page.locator('section', { hasText: 'of conductor on the board' });
  await expect(told).toContainText('no layout has less');
  await expect(page.locator('[data-other]')).toHaveCount(3);
  const least = Number(/(\d+) mm of conductor/.exec(await told.innerText())![1]);

  // Moved by hand it stays, the others make room, and there is more wire.
  const x = await from(page, 'left').inputValue();
  await page.locator('[data-piece]').focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight');
  await expect(from(page, 'left')).toHaveValue(String(Number(x) + 4));
  await expect(told.getByRole('button', { name: /Arrange the board again/ })).toBeVisible();
  await expect
    .poll(async () => Number(/(\d+) mm of conductor/.exec(await told.innerText())?.[1]))
    .toBeGreaterThanOrEqual(least);
  await told.getByRole('button', { name: /Arrange the board again/ }).click();
  await expect(from(page, 'left')).toHaveValue(x);

  // A thin board: feet come through the wall; the dip is dragged by keys, and laid out round again.
  await page.locator('.strip label', { hasText: 'Panel' }).click();
  await page.getByLabel('Board thickness').fill('9');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-finding=fastener-long]').first()).toContainText('come through the wall');
  await page.locator('[data-handle="dips sump"]').focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await saved(page);
  const job = await documentOf(server.url, 'river-launch');
  expect(job.craft.panels['consoleFoot']!.dips['sump']!.at).toEqual([109.9, -122]);
  expect(job.craft.panels['consoleFoot']!.board!.thicknessMm).toBe(9);
  await noViolation(page);
});
