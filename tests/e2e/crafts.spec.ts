import type { Page } from '@playwright/test';
import { documentOf, expect, test } from './fixtures';

const family = (page: Page, name: RegExp) => page.getByRole('group', { name: 'Family' }).getByRole('button', { name });

test('a craft is found by words and by family, begun of its year and variant, and what it usually has is noted', async ({
  board: page,
  server,
}) => {
  // Styles hold in their order whichever chunk comes first.
  const link = page.locator('.job a').first();
  const own = await link.evaluate((a) => {
    const probe = a.parentElement!.appendChild(document.createElement('i'));
    probe.style.color = 'var(--ink)';
    const { color } = getComputedStyle(probe);
    probe.remove();
    return color;
  });
  await expect(link).toHaveCSS('color', own);

  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Title').fill('One of 2012');
  await expect(page.locator('[data-pattern]')).toHaveCount(10);
  await family(page, /motorcycle 3/).click();
  await expect(page.locator('[data-pattern]')).toHaveCount(3);
  await page.getByLabel('Find a craft').fill('toString');
  await expect(page.locator('[data-pattern]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show all of them' }).click();
  await page.getByLabel('Find a craft').fill('shell wide');
  await expect(page.locator('[data-pattern]')).toHaveCount(1);
  await page.locator('[data-pattern=wide-tourer]').click();
  const plug = page.getByLabel('Radio plug', { exact: true });
  await expect(plug).toHaveValue('new');
  await page.getByLabel('Model year').fill('2012');
  await page.getByLabel('Model year').press('Enter');
  await expect(plug).toHaveValue('old');
  await page.getByLabel('Top case', { exact: true }).selectOption('without');
  await page.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/intake$/);
  const id = /jobs\/([^/]+)\//.exec(page.url())![1]!;
  expect((await documentOf(server.url, id)).craft).toMatchObject({ year: 2012, variant: { topCase: 'without' } });

  // No bus on the old plug; the radio from the works stays, with its pods.
  await page.locator('[data-part=wiring]').click();
  await expect(page.locator('[data-offered=busEnd]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Radio plug, switched is there' }).click();
  await expect(page.locator('[data-existing=radioSwitched]')).toContainText('not metered');
  await expect(page.locator('[data-offered=radioSwitched]')).toHaveCount(0);
  await page.locator('[data-part=craft]').click();
  await page.getByRole('button', { name: /^Radio from the works at/ }).click();
  await expect(page.locator('[data-offered=radio]')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-offered=radio]')).toHaveCount(1);
  await page.getByRole('button', { name: /^Radio from the works at/ }).click();
  await page.getByLabel('Top case', { exact: true }).selectOption('with');
  await expect.poll(async () => (await documentOf(server.url, id)).craft.variant).toEqual({ topCase: 'with' });
  expect(Object.values((await documentOf(server.url, id)).gear)).toMatchObject([{ place: 'radio', there: 'kept' }]);
});

test('a joint is moved by its slider: lines, gear and wires of its body go along, and are as drawn once it is left', async ({
  board: page,
}) => {
  await page.goto(`${new URL(page.url()).origin}/jobs/wide-tourer-lids/routing`);
  const moved = page.locator('.craft [transform]');
  const pod = page.locator('.gear-tag').getByText('S1', { exact: true }).last();
  const x = async () => Number(await pod.getAttribute('x'));
  const lead = () =>
    page.locator('.wire:not(.dim) .wire-casing').evaluateAll((paths) => paths.map((path) => path.getAttribute('d')));
  await page.locator('[data-run="speaker:amp>pod-left"]').click();
  await expect(moved).toHaveCount(0);
  const [before, drawn] = [await x(), await lead()];
  const bars = page.getByRole('slider', { name: /Bars and fairing/ });
  await bars.focus();
  await page.keyboard.press('End');
  await expect(moved).not.toHaveCount(0);
  // Turned to the left lock the left pod goes aft; at the right lock it comes ahead.
  const left = await x();
  expect(before - left).toBeGreaterThan(25);
  expect(await lead()).not.toEqual(drawn);
  await bars.press('Home');
  expect((await x()) - before).toBeGreaterThan(10);
  await page.getByRole('button', { name: 'Show all runs' }).click();
  await expect(moved).toHaveCount(0);
  expect(await x()).toBe(before);
});
