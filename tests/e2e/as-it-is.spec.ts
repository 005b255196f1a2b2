import { documentOf, expect, ledger, saved, test } from './fixtures';

const ID = 'tourer-four-speakers';

test('a craft that is not as its pattern: other screws, a cover more, a taped leg, a place of its own; kept for the next one', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/${ID}/build`);
  const before = await ledger(page);
  // Found at the cover’s own step, said at Intake.
  while (!(await page.locator('.step h2').innerText()).includes('Fairing cowl off'))
    await page.getByRole('button', { name: 'Step after' }).click();
  await page.getByRole('link', { name: 'Different on this craft' }).click();
  const cowl = page.locator('[data-of-craft=cowl]');
  await cowl.getByLabel('Minutes to open').fill('24');
  await cowl.getByLabel('Minutes to open').press('Enter');
  await cowl.locator('[data-fastener=sides] .option').click();
  await cowl.getByLabel('Count').fill('0');
  await cowl.getByLabel('Count').press('Enter');
  await expect(cowl.getByRole('alert')).toContainText('Count: expected 1 to 100');
  await cowl.getByLabel('Count').fill('8');
  await cowl.getByLabel('Count').press('Enter');
  await cowl.getByLabel('Got at').selectOption('blind');
  const told = page.getByTestId('differences');
  await expect(told).toContainText('three a side: 6 × M5 × 16 → 8 × M5 × 16, straight on → out of sight');

  // A cover the pattern has not, before the dash.
  await page.getByLabel('Another cover').fill('Dash visor');
  await page.getByRole('button', { name: 'Add cover' }).click();
  const visor = page.locator('[data-of-craft]', { hasText: 'Dash visor' });
  await expect(visor).toContainText('Nothing yet: it would never be opened.');
  await visor.getByLabel('Hides', { exact: true }).selectOption({ label: 'Fairing dash' });
  await expect(visor).toContainText('Fairing dash, off');

  // A tape held to a way; a place with the way to it.
  await page.getByText('Legs', { exact: true }).click();
  await page.locator('[data-of-craft=dashUp] .option').click();
  await page.locator('[data-of-craft=dashUp]').getByLabel('Length by tape').fill('612');
  await page.locator('[data-of-craft=dashUp]').getByLabel('Length by tape').press('Enter');
  await expect(told).toContainText('by tape not measured → 612 mm');
  // In inches the way is; screws stay what they are bought by.
  await page.getByRole('button', { name: 'mm', exact: true }).click();
  await expect(told).toContainText('by tape not measured → 24.1 in');
  await expect(told).toContainText('6 × M5 × 16 → 8 × M5 × 16');
  await page.getByRole('button', { name: 'in', exact: true }).click();
  await page.getByText('Places', { exact: true }).click();
  await page.getByLabel('Another place').fill('Under the rack');
  await page.getByRole('button', { name: 'Add place' }).click();
  await expect(page.getByRole('alert')).toContainText('expected how far it is');
  await page.getByLabel('Next to').selectOption({ label: 'Tail rail, left' });
  await page.getByLabel('Forward of it').fill('-300');
  await page.getByLabel('Above it').fill('80');
  await page.locator('form').getByLabel('Length by tape').fill('390');
  await page.getByRole('button', { name: 'Add place' }).click();
  const rack = page.locator('[data-of-craft]', { hasText: 'Under the rack' });
  await rack.getByLabel('Amplifier').check();
  await saved(page);

  const { craft } = await documentOf(server.url, ID);
  expect(craft.changes.covers['cowl']).toEqual({
    states: {
      off: {
        minutes: { off: 24 },
        fasteners: {
          sides: {
            count: 8,
            drive: 'hexSocket4',
            size: 'M5 × 16',
            where: 'three a side',
            torqueNm: 4,
            single: false,
            reach: 'blind',
          },
        },
      },
    },
  });
  const [place] = Object.values(craft.changes.places).filter((one) => one?.name === 'Under the rack');
  // Tail rail, left, is at 250, 96, 872.
  expect([place!.at, place!.accepts]).toEqual([[-50, 96, 952], ['amplifier']]);
  const ways = Object.values(craft.changes.legs).map((leg) => leg!.tapeMm);
  expect(ways.sort()).toEqual([390, 612]);

  // Ten minutes at the cowl, two and two at the visor.
  await page.goto(`${server.url}/jobs/${ID}/build`);
  const after = await ledger(page);
  expect(Number(after.hours.split(' ')[0]) - Number(before.hours.split(' ')[0])).toBeCloseTo(14 / 60, 1);
  expect(parseFloat(after.wire)).toBeGreaterThan(parseFloat(before.wire) + 1);
  await page.goto(`${server.url}/jobs/${ID}/gear`);
  await page.locator('.kinds label', { hasText: /^Amplifiers$/ }).click();
  await page.locator('[data-shelf="weir-2-80"]').click();
  const [id] = Object.entries(craft.changes.places).find(([, one]) => one === place)!;
  await page.locator(`[data-place="${id}"]`).first().click();
  await saved(page);
  const gear = Object.values((await documentOf(server.url, ID)).gear);
  expect(gear.filter((one) => one.place === id).map(({ item }) => item.id)).toEqual(['weir-2-80']);

  // Kept for the next one: a new job begins with it, this one stays.
  await page.goto(`${server.url}/jobs/${ID}/intake`);
  await page.locator('[data-part=asItIs]').click();
  await page.getByLabel('Name of the pattern').fill('Tourer with a visor');
  await page.getByRole('button', { name: 'Keep as a new pattern' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Tourer with a visor' })).toBeVisible();
  const kept = (await (await fetch(`${server.url}/api/patterns`)).json()) as {
    pattern: { name: string; covers: Record<string, { name: string }>; legs: Record<string, { tapeMm?: number }> };
  }[];
  const own = kept.find(({ pattern }) => pattern.name === 'Tourer with a visor')!.pattern;
  expect(Object.values(own.covers).map(({ name }) => name)).toContain('Dash visor');
  expect(own.legs['dashUp']!.tapeMm).toBe(612);
  expect((await documentOf(server.url, ID)).craft.changes).toEqual(craft.changes);
  await page.goto(server.url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Title').fill('The next one');
  await page.getByText('Tourer with a visor').click();
  await page.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/intake$/);
  await page.locator('[data-part=asItIs]').click();
  await expect(page.getByText('Everything is as the pattern has it.')).toBeVisible();
  await expect(page.locator('[data-of-craft]', { hasText: 'Dash visor' })).toBeVisible();

  // Back to the pattern, one by one; what is added is deleted.
  await page.goto(`${server.url}/jobs/${ID}/intake`);
  await page.locator('[data-part=asItIs]').click();
  await page.getByRole('button', { name: 'Fairing cowl as the pattern has it' }).click();
  await page.locator('[data-of-craft]', { hasText: 'Dash visor' }).locator('.option').first().click();
  await page
    .locator('[data-of-craft]', { hasText: 'Dash visor' })
    .getByRole('button', { name: 'Delete', exact: true })
    .last()
    .click();
  await saved(page);
  expect((await documentOf(server.url, ID)).craft.changes.covers).toEqual({});
});
