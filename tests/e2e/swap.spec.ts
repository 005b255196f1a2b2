import { planJob } from '#core/plan';
import { documentOf, expect, saved, test } from './fixtures';

const JOB = 'tourer-four-speakers';
const THERE = 'On this craft it is';

test('a radio swapped, all else kept: what stays is neither cut, pulled nor uncovered, and the old one comes out first', async ({
  board: page,
  server,
}) => {
  const before = planJob(await documentOf(server.url, JOB));
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  const plate = (tag: string) => page.locator('[data-place]', { hasText: tag }).first();
  for (const tag of ['A1', 'S1', 'S2', 'S3', 'S4']) {
    await plate(tag).click();
    await page.getByLabel(THERE).selectOption({ label: 'there already, kept' });
  }
  await plate('H1').click();
  await page.getByLabel(THERE).selectOption({ label: 'there already, comes out' });
  await page.getByLabel('Held by').selectOption({ label: 'bolts at its sides' });
  await page.getByLabel('Why it goes').selectOption({ label: 'water inside' });
  await page.getByRole('button', { name: 'Add fasteners' }).click();
  await page.getByLabel('Where', { exact: true }).fill('both sides');
  await page.getByLabel('Where', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Add plug' }).click();
  await expect(page.getByText('Plug: expected what it goes to.')).toBeVisible();
  await page.getByLabel('Plug', { exact: true }).fill('Radio plug, 16 pins');
  await page.getByRole('button', { name: 'Add plug' }).click();
  await page.getByRole('button', { name: 'Add a part' }).click();
  await page.getByLabel('Part', { exact: true }).selectOption({ label: 'bracket' });
  await page.getByRole('button', { name: 'Done' }).click();
  await page.locator('.kinds label', { hasText: 'Head units' }).click();
  await page.locator('[data-shelf="kingcup-3"]').click();
  // Its place counts as free.
  await expect(page.locator('[data-best-place]')).not.toContainText('taken');
  await page.locator('[data-place="dash"]').click();
  await saved(page);

  // What the page made, as the server has it: three new wires, six that lie there.
  const job = await documentOf(server.url, JOB);
  const plan = planJob(job);
  const head = Object.keys(job.gear).find((id) => id.startsWith('headunit-'))!;
  expect(plan.runs.filter(({ old }) => !old).map(({ kind, to }) => `${kind} ${to}`)).toEqual(
    ['feed', 'return', 'switched'].map((kind) => `${kind} ${head}`),
  );
  expect(plan.runs.filter(({ old }) => old)).toHaveLength(6);
  expect(plan.cutList.wireM).toBeLessThan(before.cutList.wireM / 3);
  expect(plan.ledger.hours).toBeLessThan(before.ledger.hours * 0.75);
  const opened = new Set(before.build.teardown.covers.map(({ cover }) => cover));
  expect(plan.build.teardown.covers.every(({ cover }) => opened.has(cover))).toBe(true);
  expect(plan.build.teardown.covers.length).toBeLessThan(opened.size);

  await page.getByRole('link', { name: /Routing/ }).click();
  await expect(page.locator('[data-run]', { hasText: 'lies there' })).toHaveCount(6);
  await page.locator('[data-run^="line"]').click();
  await expect(page.getByText('Nothing of it is cut or pulled')).toBeVisible();
  // A lead that is no good is pulled anew, by one choice.
  await page.getByLabel('This lead').selectOption({ label: 'is pulled anew' });
  await expect(page.locator('[data-run]', { hasText: 'lies there' })).toHaveCount(5);
  await expect(page.locator('[data-figure=cut]')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-run]', { hasText: 'lies there' })).toHaveCount(6);

  await page.getByRole('link', { name: /Build/ }).click();
  for (let i = 0; i < 30 && !(await page.getByRole('heading', { name: /^Take out/ }).isVisible()); i++)
    await page.getByRole('button', { name: 'Step after' }).click();
  await expect(page.getByText('Bolts out of both sides')).toBeVisible();
  await expect(page.getByText('Unplugged and labelled: Radio plug, 16 pins', { exact: true })).toBeVisible();
  await expect(page.getByText(/Keep for H1.*bracket/)).toBeVisible();
  await expect(page.getByText('4 × M4 × 12')).toBeVisible();
});
