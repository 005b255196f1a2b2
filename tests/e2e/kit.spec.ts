import { documentOf, expect, saved, test } from './fixtures';

const JOB = 'vineyard-side-by-side';

test('a side-by-side kit from its list: the box counted, one part missing, the order list right, and the job waits', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await page.locator('.kinds label', { hasText: /^Kits$/ }).click();
  await page.locator('[data-shelf="vineyard-stage-2"]').click();
  // Its list is beside the drawing, and what it has of the shelf waits for a place.
  await expect(page.getByRole('heading', { name: 'Vineyard Stage 2' })).toBeVisible();
  await expect(page.locator('.homeless .option')).toHaveCount(6);
  await page.getByRole('button', { name: 'All of it is there' }).click();
  await expect(page.locator('[data-part="gear/coot-165"]')).toContainText('in the kit');
  await page.getByLabel('In the box: Coot 165').fill('3');
  await page.getByLabel('In the box: Coot 165').press('Enter');
  await expect(page.locator('[data-part="gear/coot-165"]')).toContainText('order 1');
  await expect(page.getByText('Waits for one line.')).toBeVisible();
  // No piece is counted in halves, and what was there stays.
  await page.getByLabel('In the box: Coot 165').fill('half');
  await page.getByLabel('In the box: Coot 165').press('Enter');
  await expect(page.getByRole('alert')).toContainText('expected a whole number');
  await expect(page.getByLabel('In the box: Coot 165')).toHaveValue('3');
  await saved(page);
  const job = await documentOf(server.url, JOB);
  const [kit] = Object.values(job.kits);
  expect(Object.values(kit!.lines).map(({ name, count, has }) => [name, count, has])).toEqual([
    ['Kingcup 3', 1, 1],
    ['Weir 4×45', 1, 1],
    ['Coot 165', 4, 3],
    ['Sealed large-blade holder', 1, 1],
    ['M5 × 20 with washer', 16, 16],
    ['dash template', 1, 1],
    ['Rush Microphone', 1, null],
  ]);
  const csv = await (await fetch(`${server.url}/api/jobs/${JOB}/export/parts.csv`)).text();
  expect(csv.split('\n').find((row) => row.startsWith('gear/coot-165,'))).toBe(
    'gear/coot-165,Coot 165,pieces,4,3,0,1,0',
  );

  // A craft too old for it is told; the Board says what the job waits for.
  await page.goto(`${server.url}/jobs/${JOB}/intake`);
  await page.getByLabel('Year of the craft').fill('2016');
  await page.getByLabel('Year of the craft').press('Enter');
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await expect(page.locator('.findings')).toContainText(
    'Vineyard Stage 2 is made for side-by-side 2018–2024; this is of 2016',
  );
  await page.goto(server.url);
  await expect(page.locator(`[data-job="${JOB}"]`)).toContainText('waits for 1 part');

  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await page.locator('.kinds label', { hasText: 'Kit and parts' }).click();
  await page.locator('[data-part="gear/coot-165"] .option').click();
  await page.getByRole('button', { name: 'It has all come' }).click();
  await expect(page.locator('[data-part="gear/coot-165"]')).toContainText('has come');
  await expect(page.getByText('Nothing is waited for.')).toBeVisible();
});

test('a unit’s leads and ports: the old plug typed off its label, a bare lead stopped, a USB lead that is too short', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/river-launch/gear`);
  await page.locator('[data-place="console"]').click();
  await page.getByLabel('On this craft it is').selectOption({ label: 'there already, comes out' });
  await page.getByRole('button', { name: 'Correct its leads' }).click();
  const leads = page.getByLabel('Leads, as its label has them');
  await leads.fill('1 mauve nothing');
  await leads.blur();
  await expect(page.getByRole('alert')).toContainText('expected leads one after another');
  await leads.fill('radio plug: 1 red constant 18, 2 yellow ground 18, 3 orange illumination, 4 green ?');
  await leads.blur();
  await expect(page.getByRole('img', { name: 'radio plug, seen from its wires' })).toBeVisible();
  await expect(page.locator('.findings')).toContainText('A lead that may be live is left bare');
  await page.getByRole('button', { name: 'Cap it' }).click();
  await expect(page.locator('[data-lead="radio-plug-4-unknown"] select')).toHaveValue('capped');
  await page.getByRole('button', { name: 'Done' }).click();

  await page.locator('[data-shelf="kingcup-3"]').click();
  await page.locator('[data-place="console"]').click();
  await expect(page.locator('[data-lead="illumination"]')).toContainText('to 3 orange illumination');
  await page.getByLabel('What becomes of brown mute').selectOption({ label: 'cut off' });
  await page.locator('[data-port="usb-both"] select').selectOption({ label: 'Bow seat, port' });
  const link = page.locator('[data-link]');
  await expect(link).toContainText('short');
  await page.getByRole('button', { name: /^Take an extension of/ }).click();
  await expect(link).toContainText('reaches');
  await saved(page);
  const job = await documentOf(server.url, 'river-launch');
  const [usb] = Object.values(job.links);
  expect(usb).toMatchObject({ kind: 'usb', to: { of: 'bowLeft', port: null } });
  expect(usb!.extensionMm).toBeGreaterThan(0);
  const fresh = Object.keys(job.pins).find((id) => job.gear[id]!.there === null)!;
  expect(job.pins[fresh]).toEqual({ mute: { fate: 'cut', to: null } });
  // What becomes of every lead is on the connect card, and nothing is bare before first power.
  await page.getByRole('link', { name: /Build/ }).click();
  await page.locator(`[data-step="connect:gear/${fresh}"]`).click();
  await expect(page.locator('.step').first()).toContainText('Cut off and shrink over the end: brown mute.');
  await expect(page.locator('.step').first()).toContainText('orange illumination to 3 orange illumination of');
  await page.locator('[data-step="test:shorts"]').click();
  await expect(page.locator('.step').first()).toContainText('No bare end anywhere');
});

test('rings of speakers and a controller with too few outputs: each is connected by a press, the last one told', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/river-launch/gear`);
  await page.locator('.kinds label', { hasText: 'Powered accessories' }).click();
  await page.locator('[data-shelf="glow-hub"]').click();
  await page.locator('[data-best-place]').click();
  // The hub lights four; five speakers have a ring, and one of them is typed as it is said.
  for (const tag of ['S1', 'S2', 'S3', 'S4', 'S5']) {
    await page.locator('[data-place]', { hasText: tag }).first().click();
    await page.getByRole('button', { name: 'Type its ports in' }).click();
    const ports = page.getByLabel('Ports, as its sheet has them');
    await ports.fill('lamp ring 0.5 A');
    await ports.blur();
    await expect(page.locator('[data-finding=lamp-ring-dark]')).toBeVisible();
    const connect = page.getByRole('button', { name: /^Connect it to/ });
    if (tag === 'S5') await expect(connect).toHaveCount(0);
    else {
      await connect.click();
      await expect(page.locator('[data-finding=lamp-ring-dark]')).toHaveCount(0);
    }
  }
  await expect(page.locator('[data-finding=lamp-ring-dark]')).toContainText('no output left for it');
  await saved(page);
  const job = await documentOf(server.url, 'river-launch');
  const hub = Object.keys(job.gear).find((id) => job.gear[id]!.item.id === 'glow-hub')!;
  const lit = Object.values(job.links);
  expect(lit).toHaveLength(4);
  expect(lit.every(({ kind, from, leadMm }) => kind === 'lamps' && from.of === hub && leadMm === null)).toBe(true);
  expect(new Set(lit.map(({ to }) => to.of)).size).toBe(4);
});
