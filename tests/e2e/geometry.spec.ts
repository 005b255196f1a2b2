import { DEMO_JOBS, heavyVan } from './heavy';
import { expect, test } from './fixtures';
import { flawsOf } from './geometry';

/** One of each kind of craft, the fullest of its kind, one with no gear yet, and the longest words: every one of them would take too long. */
const LOOKED_AT = DEMO_JOBS.filter(({ id }) =>
  [
    'tourer-four-speakers',
    'wide-tourer-lids',
    'crossover-dunes',
    'tow-boat-tower',
    'river-launch',
    'vineyard-side-by-side',
  ].includes(id),
);
const STATIONS = ['intake', 'gear', 'mounting', 'speakers', 'power', 'routing', 'build', 'handover'] as const;
const PARTS = { power: ['feeds', 'supply', 'day', 'turnOn'] } as const;
/** What is pressed, px; on the phone at the bench, with a thumb. */
const LEAST = 24;
const THUMB = 44;

for (const [width, height] of [
  [1280, 800],
  [1024, 768],
  [390, 844],
] as const)
  test(`every station of the demo jobs, ${width} px: nothing overlaps, leaves its plate or is too small to press`, async ({
    board: page,
    server,
  }) => {
    await page.setViewportSize({ width, height });
    // One of the three in inches: its words are longer.
    if (width === 1024) await page.addInitScript(() => localStorage.setItem('haltrik-units', 'inch'));
    const made = await fetch(`${server.url}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ job: heavyVan(), saveId: 'heavy' }),
    });
    expect(made.status).toBe(201);
    let views = 0;
    for (const id of ['heavy-van', ...LOOKED_AT.map((job) => job.id)]) {
      await page.goto(`${server.url}/jobs/${id}/${STATIONS[0]}`);
      for (const station of STATIONS) {
        await page.locator(`nav a[href="/jobs/${id}/${station}"]`).first().click();
        await page.waitForURL(`**/jobs/${id}/${station}`);
        await page.locator('.panel').first().waitFor();
        await page.evaluate(() => document.fonts.ready);
        for (const part of station === 'power' ? PARTS.power : [undefined]) {
          if (part) await page.locator(`[data-part=${part}]`).click();
          // Colours move nothing: one width is looked at in both.
          for (const colorScheme of width === 1280 ? (['light', 'dark'] as const) : (['light'] as const)) {
            await page.emulateMedia({ colorScheme });
            // A chart or a fitted line is drawn a frame after what it belongs to.
            await page.waitForTimeout(part === 'day' ? 200 : 60);
            const flaws = await flawsOf(page, width === 390 && station === 'build' ? THUMB : LEAST);
            expect.soft(flaws, `${id} ${station} ${part ?? ''} ${colorScheme}`).toEqual({
              sideways: 0,
              overlaps: [],
              outside: [],
              cut: [],
              small: [],
            });
            const wide = await page.evaluate(() =>
              [...document.querySelectorAll<SVGTextElement>('text[data-room]')]
                .filter((line) => line.getComputedTextLength() > Number(line.dataset['room']) + 0.5)
                .map((line) => line.textContent),
            );
            expect.soft(wide, `${id} ${station} ${part ?? ''}: words that leave their room`).toEqual([]);
            views++;
          }
        }
      }
    }
    expect(views).toBe((width === 1280 ? 2 : 1) * (LOOKED_AT.length + 1) * (STATIONS.length + PARTS.power.length - 1));
  });

test('patterns and the drawing table, at each width and part: nothing overlaps, leaves its plate or is too small to press', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/patterns`);
  await page.getByRole('button', { name: /^Another like Tow boat/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Lake boat');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/lakeBoat$/);
  let views = 0;
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    const look = async (what: string) => {
      await page.waitForTimeout(60);
      const flaws = await flawsOf(page, LEAST);
      // A name may be as long as one likes: its field goes along with what is typed.
      const cut = flaws.cut.filter((line) => !line.startsWith('input'));
      expect.soft({ ...flaws, cut }, `${what} ${width}`).toEqual({
        sideways: 0,
        overlaps: [],
        outside: [],
        cut: [],
        small: [],
      });
      views++;
    };
    await page.goto(`${server.url}/patterns`);
    await page.locator('[data-draft=lakeBoat]').waitFor();
    await look('patterns');
    await page.goto(`${server.url}/patterns/lakeBoat`);
    for (const part of ['Craft', 'Pictures', 'Lines', 'Places', 'Legs', 'Covers', 'Joints', 'Measures', 'Walk']) {
      await page.getByRole('radiogroup', { name: 'What is drawn' }).getByText(part, { exact: true }).click();
      await look(part);
      const row = page.locator('[data-row]').first();
      if ((await row.count()) === 0) continue;
      await row.click();
      await look(`${part}, one picked`);
    }
  }
  expect(views).toBeGreaterThan(30);
});
