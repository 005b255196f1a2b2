import type { Locator, Page } from '@playwright/test';
import PerspT from 'perspective-transform';
import { craftOf } from '#core/craft/own';
import type { Pattern } from '#core/craft/pattern';
import { planJob } from '#core/plan';
import { craftMap } from '#core/routing/index';
import { PAINTS, png, spots, type Paint } from '../support/painted';
import { documentOf, expect, saved, test } from './fixtures';

type P = readonly [x: number, y: number, z: number];
/** A small market trailer as it really is, mm: what is measured off its photographs is held against this. */
const TRUE: Record<'battery' | 'shelf' | 'bend' | 'speaker', P> = {
  battery: [420, 310, 540],
  bend: [1160, 360, 300],
  shelf: [1780, -260, 880],
  speaker: [2130, 380, 1010],
};
const PAINT: Record<keyof typeof TRUE, Paint> = { battery: 'red', bend: 'green', shelf: 'blue', speaker: 'magenta' };
const OUTLINE: readonly (readonly [number, number])[] = [
  [60, 420],
  [2340, 420],
  [2340, 1080],
  [60, 1080],
];
const dot = (x: number, y: number, fill: string, r = 13) => `<circle cx="${x}" cy="${y}" r="${r}" fill="${fill}"/>`;

/** Taken square on: 0.55 px a millimetre, both wheels marked at their hubs, 1500 mm apart, 330 above the ground. */
const side = (x: number, z: number): [number, number] => [120 + 0.55 * x, 760 - 0.55 * z];
const HUBS = [
  [450, 330],
  [1950, 330],
] as const;
function sidePicture(): Buffer {
  const box = OUTLINE.map(([x, z]) => side(x, z).join(',')).join(' ');
  const wheels = HUBS.map(([x, z]) => `<circle cx="${side(x, z)[0]}" cy="${side(x, z)[1]}" r="150" fill="#777"/>`);
  return png(`<svg xmlns="http://www.w3.org/2000/svg" width="1560" height="860"><rect width="1560" height="860" fill="#ddd"/>
    <polygon points="${box}" fill="#bbb" stroke="#222" stroke-width="4"/>${wheels.join('')}
    ${HUBS.map(([x, z]) => dot(...side(x, z), PAINTS.cyan)).join('')}
    ${Object.entries(TRUE)
      .map(([id, [x, , z]]) => dot(...side(x, z), PAINTS[PAINT[id as keyof typeof TRUE]]))
      .join('')}</svg>`);
}
/** Taken askew from a ladder: a mat of 2000 × 900 mm on its floor has its corners there on the picture. */
const MAT = [200, -450, 2200, -450, 2200, 450, 200, 450];
const ON_PICTURE = [150, 800, 1490, 700, 1290, 190, 300, 130];
const askew = PerspT(MAT, ON_PICTURE);
function topPicture(): Buffer {
  const at = (x: number, y: number) => askew.transform(x, y);
  const floor = [at(60, -560), at(2340, -560), at(2340, 560), at(60, 560)].map((p) => p.join(',')).join(' ');
  const corners = [0, 2, 4, 6].map((i) => dot(ON_PICTURE[i]!, ON_PICTURE[i + 1]!, PAINTS.cyan));
  return png(`<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="900"><rect width="1600" height="900" fill="#ddd"/>
    <polygon points="${floor}" fill="#bbb" stroke="#222" stroke-width="4"/>${corners.join('')}
    ${Object.entries(TRUE)
      .map(([id, [x, y]]) => dot(...at(x, y), PAINTS[PAINT[id as keyof typeof TRUE]]))
      .join('')}</svg>`);
}

const part = (page: Page, name: string) =>
  page.getByRole('radiogroup', { name: 'What is drawn' }).getByText(name, { exact: true }).click();
const figure = async (page: Page, label: string, value: number | string) => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(String(value));
  await field.press('Tab');
};
const middle = async (of: Locator) => {
  const { x, y, width, height } = (await of.boundingBox())!;
  return { x: x + width / 2, y: y + height / 2 };
};
async function drag(page: Page, handle: Locator, to: { x: number; y: number }): Promise<void> {
  const from = await middle(handle);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x - 3, to.y + 2, { steps: 4 });
  await page.mouse.move(to.x, to.y);
  await page.mouse.up();
}
const picture = (page: Page, view: 'side' | 'top') => page.locator('.underlay image').nth(view === 'side' ? 0 : 1);
const sheetOf = async (page: Page, view: 'side' | 'top') => (await page.locator(`[data-grid=${view}]`).boundingBox())!;
const long = (points: readonly P[]) =>
  points.slice(1).reduce((sum, p, i) => sum + Math.hypot(...p.map((c, k) => c - points[i]![k]!)), 0);

test('a craft of one’s own over two photographs, one of them askew: its lengths are those of the craft within 1 %', async ({
  board: page,
  server,
}) => {
  await page.setViewportSize({ width: 1920, height: 1200 });
  await page.getByRole('link', { name: 'Patterns' }).click();
  await page.getByRole('button', { name: 'Draw a craft' }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('alert')).toContainText('Name: expected');
  await page.getByLabel('Name', { exact: true }).fill('Market trailer');
  await page.getByLabel('Kind', { exact: true }).selectOption('recreationalVehicle');
  for (const [label, mm] of [
    ['Length', 2400],
    ['Width', 1200],
    ['Height', 1100],
  ] as const)
    await figure(page, label, mm);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/\/patterns\/marketTrailer$/);

  // Both pictures: the one by its hubs, the other by the corners of a mat.
  await part(page, 'Pictures');
  await page.locator('[data-lay]').setInputFiles({ name: 'side.png', mimeType: 'image/png', buffer: sidePicture() });
  await expect(page.locator('[data-handle="mark:1"]')).toBeVisible();
  const sheet = (await page.locator('svg.sheet').boundingBox())!;
  const hubs = await spots(page, 'cyan', sheet);
  expect(hubs).toHaveLength(2);
  for (const [i, hub] of hubs.entries()) await drag(page, page.locator(`[data-handle="mark:${i}"]`), hub);
  await figure(page, 'Distance', 1500);
  await figure(page, 'First one, forward', 450);
  await figure(page, 'First one, up', 330);
  await page.getByRole('button', { name: 'Lay it so' }).click();
  await expect(page.getByText('It lies under the view to scale')).toBeVisible();

  await page.getByRole('radiogroup', { name: 'View' }).getByText('From above').click();
  await page.locator('[data-lay]').setInputFiles({ name: 'top.png', mimeType: 'image/png', buffer: topPicture() });
  await page.getByRole('radiogroup', { name: 'Brought to scale by' }).getByText('Four corners').click();
  await expect(page.locator('[data-handle="mark:3"]')).toBeVisible();
  const mat = await spots(page, 'cyan', sheet);
  expect(mat).toHaveLength(4);
  // Left before right as found; lower ones first of the left, and of the right.
  const [l1, l2, r1, r2] = mat as [
    { x: number; y: number },
    { x: number; y: number },
    { x: number; y: number },
    { x: number; y: number },
  ];
  const corners = [l1.y > l2.y ? l1 : l2, r1.y > r2.y ? r1 : r2, r1.y > r2.y ? r2 : r1, l1.y > l2.y ? l2 : l1];
  for (const [i, corner] of corners.entries()) await drag(page, page.locator(`[data-handle="mark:${i}"]`), corner);
  await figure(page, 'Width', 2000);
  await figure(page, 'Height', 900);
  await figure(page, 'First one, forward', 200);
  await figure(page, 'First one, to the left', -450);
  await page.getByRole('button', { name: 'Lay it so' }).click();
  await expect(page.getByText('It lies under the view to scale')).toBeVisible();

  // What is aimed at is what is seen, straightened or not.
  await part(page, 'Lines');
  await expect(page.locator('[data-straight]')).toBeVisible();
  await page.waitForTimeout(500);
  const seen = {} as Record<keyof typeof TRUE, { side: { x: number; y: number }; top: { x: number; y: number } }>;
  for (const id of Object.keys(TRUE) as (keyof typeof TRUE)[]) {
    const [inSide, inTop] = [
      await spots(page, PAINT[id], await sheetOf(page, 'side')),
      await spots(page, PAINT[id], await sheetOf(page, 'top')),
    ];
    expect([id, inSide.length, inTop.length]).toEqual([id, 1, 1]);
    seen[id] = { side: inSide[0]!, top: inTop[0]! };
  }

  // Its box drawn with the pen, its first point closing it.
  await page.getByRole('button', { name: 'Draw from the side' }).click();
  const image = (await picture(page, 'side').boundingBox())!;
  const at = ([x, z]: readonly [number, number]) => {
    const [u, v] = side(x, z);
    return [image.x + (u / 1560) * image.width, image.y + (v / 860) * image.height] as const;
  };
  for (const corner of [...OUTLINE, OUTLINE[0]!]) await page.mouse.click(...at(corner));
  await expect(page.getByText('Press a point of it')).toBeVisible();

  await part(page, 'Places');
  for (const view of ['side', 'top'] as const)
    await drag(page, page.locator('[data-handle="place:battery"]').nth(view === 'side' ? 0 : 1), seen.battery[view]);
  const addPlace = async (name: string, id: 'shelf' | 'speaker', kind: string) => {
    await page.getByLabel('Name of a new place').fill(name);
    await page.getByRole('button', { name: 'Add place' }).click();
    await page.mouse.click(seen[id].side.x, seen[id].side.y);
    await expect(page.getByText('now from above, how far to the left')).toBeVisible();
    await page.mouse.click(seen[id].top.x, seen[id].top.y);
    await page.getByLabel(kind, { exact: true }).check();
  };
  await addPlace('Shelf', 'shelf', 'Amplifier');
  await figure(page, 'Width', 400);
  await figure(page, 'Height', 120);
  await figure(page, 'Depth', 300);
  await addPlace('Speaker, left', 'speaker', 'Speaker');
  await page.getByRole('button', { name: 'Mirror to the other side' }).click();

  await part(page, 'Legs');
  const addLeg = async (name: string, ends: readonly string[]) => {
    await page.getByLabel('Name of a new leg').fill(name);
    await page.getByRole('button', { name: 'Add leg' }).click();
    for (const id of ends) await page.locator(`[data-handle="place:${id}"]`).nth(1).click();
  };
  await addLeg('Along the frame', ['battery', 'shelf']);
  await page.locator('[data-leg-line="side/alongTheFrame"]').click({ force: true });
  for (const view of ['side', 'top'] as const)
    await drag(page, page.locator('[data-handle="via:0"]').nth(view === 'side' ? 0 : 1), seen.bend[view]);
  await addLeg('Up to the speaker', ['shelf', 'speakerLeft']);

  // A cover before the shelf, and the walk that opens it.
  await part(page, 'Covers');
  await page.getByLabel('Name of a new cover').fill('Counter flap');
  await page.getByRole('button', { name: 'Add cover' }).click();
  await page.mouse.click(...at([1000, 420]));
  await expect(page.getByText('1 line of the drawing is on it')).toBeVisible();
  await part(page, 'Places');
  await page.locator('[data-row=shelf]').click();
  await page.getByLabel('Opened before it').selectOption('Counter flap');
  await part(page, 'Walk');
  await page.getByLabel('Get at').selectOption('Shelf');
  await expect(page.locator('[data-opened=counterFlap]')).toContainText('Counter flap');

  // Undone and redone it is the same; after a reload as well.
  await expect(page.getByTestId('draft-state')).toHaveText('Saved');
  const drawing = async () =>
    ((await (await fetch(`${server.url}/api/drafts/marketTrailer`)).json()) as { draft: Pattern }).draft;
  const before = await drawing();
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+z');
  await expect(page.getByTestId('draft-state')).toHaveText('Saved');
  expect(await drawing()).not.toEqual(before);
  for (let i = 0; i < 4; i++) await page.keyboard.press('Control+y');
  await expect(page.getByTestId('draft-state')).toHaveText('Saved');
  await expect.poll(drawing).toEqual(before);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Market trailer' })).toBeVisible();
  await expect(page.getByText('Wrong yet nothing')).toBeVisible();
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByRole('button', { name: 'Published' })).toBeDisabled();

  // A job on it, with gear.
  await page.getByRole('link', { name: 'Haltrik Board' }).click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Title').fill('Music for the market');
  await page.locator('[data-pattern=marketTrailer]').click();
  await page.getByRole('button', { name: 'Create job' }).click();
  await page.waitForURL(/\/intake$/);
  await page.getByRole('link', { name: /Gear/ }).click();
  for (const [kind, item, place] of [
    ['Amplifiers', 'weir-4-45', 'shelf'],
    ['Speakers', 'bittern-165', 'speakerLeft'],
  ] as const) {
    await page.locator('.kinds label', { hasText: kind }).click();
    await page.locator(`[data-shelf="${item}"]`).click();
    await page.locator(`[data-place="${place}"]`).click();
    await expect(page.getByRole('button', { name: 'Delete from the job' })).toBeVisible();
  }
  await saved(page);
  const job = await documentOf(server.url, /jobs\/([^/]+)\//.exec(page.url())![1]!);
  const legs = craftMap(craftOf(job)).legs;
  const off = (id: string, points: readonly P[]) => Math.abs(legs[id]!.lengthMm / long(points) - 1);
  expect(off('alongTheFrame', [TRUE.battery, TRUE.bend, TRUE.shelf])).toBeLessThan(0.01);
  expect(off('upToTheSpeaker', [TRUE.shelf, TRUE.speaker])).toBeLessThan(0.01);
  const feed = planJob(job).runs.find(({ kind }) => kind === 'feed')!;
  expect(feed.way?.legs).toEqual(['alongTheFrame']);

  // Drawn on and published again: the job keeps its own, is told what is other, and takes it when it is told to.
  await page.goto(`${server.url}/patterns/marketTrailer`);
  await part(page, 'Places');
  await page.locator('[data-row=shelf]').click();
  await figure(page, 'Spare length', 450);
  await page.getByRole('button', { name: 'Publish' }).click();
  await expect(page.getByRole('button', { name: 'Published' })).toBeDisabled();
  await page.goto(`${server.url}/jobs/${job.id}/intake`);
  await page.locator('[data-part=craft]').click();
  await expect(page.locator('[data-newer]')).toContainText('Place Shelf: spare length 300 mm → 450 mm');
  expect((await documentOf(server.url, job.id)).craft.pattern.places['shelf']!.allowanceMm).toBe(300);
  await page.getByRole('button', { name: 'Take the newer pattern' }).click();
  await expect(page.locator('[data-newer]')).toHaveCount(0);
  await saved(page);
  expect((await documentOf(server.url, job.id)).craft.pattern.places['shelf']!.allowanceMm).toBe(450);
  const mirrored = craftOf(job).places['speakerRight']!;
  expect(mirrored.at[1]).toBe(-craftOf(job).places['speakerLeft']!.at[1]);
});

test('two at one drawing table, the server away meanwhile, a file from another workshop: nothing is lost or half taken', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/patterns`);
  await page.getByRole('button', { name: /^Another like Side-by-side, crossover/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Trail two-seater');
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/trailTwoSeater$/);
  const draft = async () =>
    ((await (await fetch(`${server.url}/api/drafts/trailTwoSeater`)).json()) as { draft: Pattern }).draft;
  // The other reckons in inches.
  const other = await (await page.context().browser()!.newContext()).newPage();
  await other.addInitScript(() => localStorage.setItem('haltrik-units', 'inch'));
  await other.goto(page.url());
  await expect(other.getByRole('heading', { name: 'Trail two-seater' })).toBeVisible();

  // What one draws the other has at once; undo takes back one’s own alone.
  await figure(page, 'A fuse within', 400);
  await expect(other.getByLabel('A fuse within', { exact: true })).toHaveValue('15.748');
  await part(other, 'Places');
  await other.locator('[data-row=radio]').click();
  await figure(other, 'Spare length', 30);
  await expect.poll(async () => (await draft()).places['radio']!.allowanceMm).toBe(762);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await draft()).fuseWithinMm).toBe(450);
  expect((await draft()).places['radio']!.allowanceMm).toBe(762);

  // The server does not answer: what is drawn is kept, through closing the page, and goes when it does.
  await page.context().route('**/api/drafts/*/saves', (route) => route.abort());
  await figure(page, 'A fuse within', 333);
  await expect(page.getByTestId('draft-state')).toContainText('kept on this device');
  await page.goto('about:blank');
  // What the page sends as it is left may go once the way is free: looked at before.
  expect((await draft()).fuseWithinMm).toBe(450);
  await page.context().unroute('**/api/drafts/*/saves');
  await page.goto(`${server.url}/patterns/trailTwoSeater`);
  await expect(page.getByLabel('A fuse within', { exact: true })).toHaveValue('333');
  await expect.poll(async () => (await draft()).fuseWithinMm).toBe(333);

  // What is wrong is told, shown where it is, and bars publishing.
  await part(page, 'Covers');
  const [cover] = Object.keys((await draft()).covers) as [string];
  await page.locator(`[data-row=${cover}]`).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).last().click();
  await part(page, 'Craft');
  await page.getByRole('button', { name: /^Batteries/ }).click();
  await page
    .getByLabel('Batteries', { exact: true })
    .fill('{ "start": { "name": "Start", "role": "start", "place": "nowhere" } }');
  await page.getByLabel('Batteries', { exact: true }).press('Tab');
  await expect(page.getByRole('button', { name: /usualBatteries.start.place/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Publish' })).toBeDisabled();
  await page.getByLabel('Batteries', { exact: true }).fill('{ "start": 1 ');
  await page.getByLabel('Batteries', { exact: true }).press('Tab');
  await expect(page.getByRole('alert')).toContainText('Batteries: expected JSON');
  await page.getByLabel('Batteries', { exact: true }).fill('{}');
  await page.getByLabel('Batteries', { exact: true }).press('Tab');
  await expect(page.getByText('Wrong yet nothing')).toBeVisible();

  // Out as a file, in again beside it; one that is none is refused by its path.
  await expect(page.getByTestId('draft-state')).toHaveText('Saved');
  const file = await (await fetch(`${server.url}/api/drafts/trailTwoSeater/pattern.json`)).text();
  await page.getByRole('link', { name: 'Patterns' }).click();
  const take = async (text: string) => {
    await page.getByText('Pattern file', { exact: true }).first().click();
    await page
      .getByLabel('Pattern file', { exact: true })
      .last()
      .setInputFiles({ name: 'a.json', mimeType: 'application/json', buffer: Buffer.from(text) });
    await page.getByRole('button', { name: 'Begin' }).click();
  };
  await page.getByRole('button', { name: 'Draw a craft' }).click();
  const spoiled = JSON.parse(file) as { places: Record<string, { room: unknown }> };
  spoiled.places['radio']!.room = 'large';
  await take(JSON.stringify(spoiled));
  await expect(page.getByRole('alert')).toContainText('places.radio.room');
  await take(file);
  await page.waitForURL(/trailTwoSeater2$/);
  await expect(page.getByRole('heading', { name: 'Trail two-seater' })).toBeVisible();
  await page.getByRole('link', { name: 'Patterns' }).click();
  const drawn = page.locator('[data-draft=trailTwoSeater2]');
  await drawn.getByRole('button', { name: /^Delete the drawing/ }).click();
  await drawn.getByRole('button', { name: 'Delete the drawing for good' }).click();
  await expect(drawn).toHaveCount(0);
  await expect(page.locator('[data-draft=trailTwoSeater]')).toBeVisible();
});
