import type { Page } from '@playwright/test';
import { planJob } from '#core/plan';
import { documentOf, expect, saved, test } from './fixtures';
import { cutMm, layLengths, type PatternData } from './own-figures';

const JOB = 'tourer-four-speakers';
const THERE = 'On this craft it is';
/**
 * Minutes of proving and closing a motorcycle with one amplifier: battery off 2, shorts 5, battery on 2, first power 2,
 * sound 4, bars 3, gains 30, lamps 2, clock and shifter 4, hand-over 10.
 */
const PROVING = 2 + 5 + 2 + 2 + 4 + 3 + 30 + 2 + 4 + 10;

/** A circuit of the craft as the meter and the tape have it, written down at Intake. */
async function circuit(
  page: Page,
  name: string,
  says: {
    readonly colour: string;
    readonly use: string;
    readonly volts: readonly [off: string, accessory: string, run: string];
    readonly fuse: string;
    readonly draws: string;
    readonly wire: string;
    readonly at: string;
    readonly by: string;
    readonly length: string;
    readonly negative: boolean;
  },
): Promise<void> {
  await page.getByRole('textbox', { name: 'Circuit' }).fill(name);
  await page.getByLabel('Colour', { exact: true }).selectOption(says.colour);
  await page.getByLabel('Function').selectOption(says.use);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('button', { name: `Readings of ${name}`, exact: true }).click();
  const [off, accessory, run] = says.volts;
  const fields = [
    ['Key off', off],
    ['At accessory', accessory],
    ['At run', run],
    ['Its fuse', says.fuse],
    ['Draws already', says.draws],
    ['Length to battery', says.length],
  ] as const;
  for (const [label, value] of fields) {
    await page.getByRole('textbox', { name: label, exact: true }).fill(value);
    await page.getByRole('textbox', { name: label, exact: true }).blur();
  }
  await page.getByLabel('Its wire').selectOption({ label: says.wire });
  await page.getByLabel('Reached at').selectOption({ label: says.at });
  await page.getByLabel('Reached by').selectOption({ label: says.by });
  if (says.negative) await page.getByLabel('brings its own negative').check();
  await page.getByRole('button', { name: `Readings of ${name}`, exact: true }).click();
}

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
  // The new one is on no shelf: it is typed in off its sheet.
  await page.locator('.kinds label', { hasText: 'Head units' }).click();
  await page.getByRole('button', { name: 'Not here: type it in' }).click();
  for (const [key, value] of [
    ['name', 'Withy Three'],
    ['channels', '2'],
    ['bank.power', '18/4'],
    ['size', '82 x 82 x 70'],
    ['cutoutMm', '3 in'],
    ['linePairs', '2'],
    ['makerMaxFuseA', '15 A'],
    ['water', 'IP66'],
  ] as const)
    await page.locator(`[data-blank="${key}"]`).fill(value);
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
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
  // The dash is behind screen and cowl; the way to the battery behind shroud and seat, and the tank stays on.
  const covers = ['screen', 'cowl', 'shroudLeft', 'seat'];
  expect(plan.build.teardown.covers.map(({ cover }) => cover).sort()).toEqual([...covers].sort());
  expect(before.build.teardown.covers.length).toBeGreaterThan(covers.length);
  // Shortest ways, and lengths on whole steps, found by the test itself; its plug is 17 mm from the middle of its place.
  const pattern = job.craft.pattern as unknown as PatternData;
  const lay = layLengths(pattern, covers);
  const cut = (from: string) => cutMm(pattern, lay, from, 'dash', 17);
  expect(plan.cutList.wireM).toBeCloseTo(
    (2 * cut(pattern.batteryPlace) + cut(job.craft.pattern.switchedPlace)) / 1000,
    6,
  );
  expect(plan.cutList.wireM).toBeLessThan(before.cutList.wireM / 3);
  // Screen 5 and 6 minutes, cowl 14 and 16, shroud 3 and 3, seat 1 and 1; bolts at its sides 8; dry fit 3, ring and gasket 7;
  // two wires 4 and one 2, each way half a minute a metre, one past the neck and, from the battery, one past
  // the radiator hose; five ends 6, a tap 6, two rings 2, a fuse 1.
  const led = (from: string, past: number) => Math.round(2 * (lay(from, 'dash') / 2000 + past)) / 2;
  const pulling = 4 + led(pattern.batteryPlace, 2) + 2 + led(job.craft.pattern.switchedPlace, 1);
  const work = 5 + 6 + 14 + 16 + 3 + 3 + 1 + 1 + 8 + 3 + 7 + pulling + 6 + 6 + 2 + 1;
  expect(plan.ledger.hours * 60).toBeCloseTo(work + PROVING, 6);

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

  // Fed from the old one’s plug: nothing is cut at all, and the tank stays on.
  await page.getByRole('link', { name: /Intake/ }).click();
  await page.locator('[data-part=wiring]').click();
  const plug = { fuse: '15', draws: '0.5', at: 'Fairing dash', by: 'radio plug, by an adapter', length: '2200' };
  await circuit(page, 'Radio plug, constant', {
    ...plug,
    colour: 'yellow',
    use: 'constant',
    volts: ['12.6', '12.6', '12.6'],
    wire: '16 AWG',
    negative: true,
  });
  await circuit(page, 'Radio plug, switched', {
    ...plug,
    colour: 'red',
    use: 'switched',
    volts: ['0', '12.5', '12.5'],
    wire: '18 AWG',
    negative: false,
  });
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator(`[data-feed="${head}"]`).click();
  await page.getByLabel('Fed from').selectOption({ label: 'Radio plug, constant' });
  await expect(page.locator('[data-figure=circuit-spare]')).toContainText('11.5');
  await expect(page.locator('[data-figure=circuit-asked]')).toContainText('0.90');
  await page.locator('[data-part=turnOn]').click();
  await page.locator('[data-candidate]', { hasText: 'Radio plug, switched' }).click();
  await page.getByRole('button', { name: 'Tap this one' }).click();
  await saved(page);
  const fed = planJob(await documentOf(server.url, JOB));
  expect(fed.runs.filter(({ old }) => !old)).toEqual([]);
  expect(fed.cutList.wireM).toBe(0);
  expect(fed.build.teardown.covers.map(({ cover }) => cover)).toEqual(['screen', 'cowl']);
  // Screen and cowl, bolts, dry fit, ring and gasket, ends and adapter: no more than 2.5 h (common practice).
  expect(fed.ledger.hours * 60).toBeCloseTo(5 + 6 + 14 + 16 + 8 + 3 + 7 + 6 + 5 + PROVING, 6);
  expect(fed.ledger.hours).toBeLessThan(2.5);
  // It sits in the old one’s opening: 3 inches are 0.1 mm more all round, and nothing is drilled or sawn.
  expect(fed.build.steps.filter(({ id }) => /^(mark|drill|open):/.test(id))).toEqual([]);
  expect(fed.findings.filter(({ severity }) => severity === 'stop')).toEqual([]);
  // Asked for more than it spares it stops, and one press feeds it from the battery.
  await page.locator('[data-part=feeds]').click();
  await page.locator(`[data-feed="${head}"]`).click();
  await page.getByRole('textbox', { name: 'Draws already', exact: true }).fill('11.2');
  await page.getByRole('textbox', { name: 'Draws already', exact: true }).blur();
  await expect(page.locator('[data-finding=existing-over-spare]')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-finding=existing-over-spare]')).toHaveCount(0);
  await page.getByRole('link', { name: /Build/ }).click();
  for (let i = 0; i < 30 && !(await page.getByRole('heading', { name: /^Tap Radio plug/ }).isVisible()); i++)
    await page.getByRole('button', { name: 'Step after' }).click();
  await expect(page.getByText('The adapter into the plug until it clicks', { exact: false })).toBeVisible();
});
