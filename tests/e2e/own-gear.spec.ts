import { readFileSync } from 'node:fs';
import { readBundle } from '#formats/bundle';
import type { Locator, Page } from '@playwright/test';
import { DEMO_JOBS } from '#demo/jobs';
import type { Job } from '#core/job/job';
import { planJob, type Plan } from '#core/plan';
import { documentOf, expect, saved, test } from './fixtures';

const THERE = 'On this craft it is';
const plate = (page: Page, tag: string): Locator => page.locator('[data-place]', { hasText: tag }).first();
const blank = (page: Page, key: string): Locator => page.locator(`[data-blank="${key}"]`);

/** Marks what is there: one piece comes out, all else is kept. */
async function marked(page: Page, out: string, kept: readonly string[]): Promise<void> {
  for (const tag of kept) {
    await plate(page, tag).click();
    await page.getByLabel(THERE).selectOption({ label: 'there already, kept' });
  }
  await plate(page, out).click();
  await page.getByLabel(THERE).selectOption({ label: 'there already, comes out' });
}

/** What is new, worked out by the test itself: metres along the legs as the pattern has them. */
function byHand(job: Job, plan: Plan) {
  const { pattern } = job.craft;
  const at = (id: string): readonly number[] => (pattern.junctions[id] ?? pattern.places[id])!.at;
  const mmOf = (leg: string): number => {
    const { from, to, via = [] } = pattern.legs[leg]!;
    const points = [at(from), ...via, at(to)];
    return points.slice(1).reduce((sum, p, i) => sum + Math.hypot(...p.map((x, axis) => x - points[i]![axis]!)), 0);
  };
  const fresh = plan.runs.filter(({ old }) => !old);
  const { cutStepMm, terminalAllowanceMm } = job.settings;
  const cut = fresh.map((run) => {
    const legs = (run.way?.legs ?? []).reduce((sum, leg) => sum + mmOf(leg), 0);
    const ends = [run.fromPlace!, run.toPlace!].reduce((sum, place, i) => {
      const tapped = i === 0 && Object.hasOwn(job.craft.existing, run.from);
      return sum + (tapped ? 0 : pattern.places[place]!.allowanceMm);
    }, 2 * terminalAllowanceMm);
    return (
      run.conductors.length * Math.ceil(Math.round((legs + ends + run.plugsMm) * 1e6) / 1e6 / cutStepMm) * cutStepMm
    );
  });
  // Those between the same ends are pulled in one go: two minutes each, and half a minute a metre; no joint and no hole here.
  const pulls = new Map(fresh.map((run) => [`${run.from} ${run.to}`, run.way?.legs ?? []]));
  const along = [...pulls.values()].map((legs) => {
    expect(legs.filter((leg) => pattern.legs[leg]!.joint ?? pattern.legs[leg]!.passes)).toEqual([]);
    return legs.reduce((sum, leg) => sum + mmOf(leg) / 2000, 0);
  });
  return {
    fresh: fresh.map(({ id }) => id),
    metres: cut.reduce((sum, mm) => sum + mm, 0) / 1000,
    pulling: 2 * fresh.length + along.reduce((sum, minutes) => sum + Math.round(2 * minutes) / 2, 0),
  };
}

test('a boat’s unit swapped, its two amplifiers kept: the new one typed in from its sheet, fed from a way of the switch panel', async ({
  board: page,
  server,
}) => {
  const JOB = 'river-launch';
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  const before = planJob(DEMO_JOBS.find(({ id }) => id === JOB)!);
  // The second amplifier, on the wall of the locker.
  await page.locator('.kinds label', { hasText: 'Amplifiers' }).click();
  await page.locator('[data-shelf="weir-2-80"]').click();
  await page.locator('[data-place="lockerWall"]').click();
  await marked(page, 'H1', ['A1', 'A2', 'S1', 'S2', 'S3', 'S4', 'S5', 'D1']);
  await page.getByLabel('Why it goes').selectOption({ label: 'water inside' });
  await page.getByRole('button', { name: 'Done' }).click();

  await page.locator('.kinds label', { hasText: 'Head units' }).click();
  await page.getByRole('button', { name: 'Not here: type it in' }).click();
  await expect(blank(page, 'name')).toBeFocused();
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  // What is missing is named, and nothing is lost or made.
  await expect(page.getByText('Name: expected words: it is needed.')).toBeVisible();
  await blank(page, 'name').fill('Eddy Single');
  await blank(page, 'channels').fill('4');
  await blank(page, 'bank.power').fill('25 watts into 4 ohms');
  await blank(page, 'size').fill('182 x 53 x 120');
  await blank(page, 'linePairs').fill('3');
  await blank(page, 'makerMaxFuseA').fill('10 A');
  await blank(page, 'water').fill('IP66, IP67');
  await blank(page, 'bodyWater').fill('none');
  await blank(page, 'sheet.from').fill('maker’s sheet');
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  await expect(page.getByRole('heading', { name: 'Where does the Eddy Single go?' })).toBeVisible();
  await page.locator('[data-place="console"]').click();
  await saved(page);
  await expect(page.locator('[data-finding=body-not-proven]')).toBeVisible();

  await page.getByRole('link', { name: /Intake/ }).click();
  await page.locator('[data-part=wiring]').click();
  await page.getByRole('button', { name: 'Readings of Spare way of the switch panel' }).click();
  await page.getByRole('textbox', { name: 'Length to battery' }).fill('3200');
  await page.getByRole('textbox', { name: 'Length to battery' }).blur();
  await page.getByLabel('Reached by').selectOption({ label: 'switch-panel way' });
  await page.getByLabel('brings its own negative').check();
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator('[data-feed]', { hasText: 'Eddy' }).click();
  await page.getByLabel('Fed from').selectOption({ label: 'Spare way of the switch panel' });
  // A way that is off cuts its memory too, and that is said; so is what rests on no sheet.
  await expect(page.locator('[data-finding=existing-cuts-memory]')).toBeVisible();
  await page.locator('[data-part=turnOn]').click();
  await page.getByLabel('constant and switched leads joined', { exact: false }).check();
  await saved(page);

  const job = await documentOf(server.url, JOB);
  const plan = planJob(job);
  const own = Object.entries(job.gear).find(([, { item }]) => item.name === 'Eddy Single')!;
  expect(own[1].item).toMatchObject({
    water: [6, 7],
    dust: 6,
    bodyWater: [],
    makerMaxFuseA: 10,
    sheet: { from: 'maker’s sheet' },
  });
  const hand = byHand(job, plan);
  expect(hand.fresh.filter((id) => !id.includes(own[0]))).toEqual([]);
  expect(plan.cutList.wireM).toBeCloseTo(hand.metres, 6);
  expect(plan.cutList.wireM).toBeLessThan(before.cutList.wireM / 3);
  // Console panel 8 and 8 minutes; screws through its face 4, dry fit 3, four screws in 7 (the old one’s opening and holes
  // serve); five ends 7, the tap 7; battery, shorts, power and sound 16; travel 3, gains 2 × 30, sounder 2, 10.
  expect(plan.ledger.hours * 60).toBeCloseTo(8 + 8 + 4 + 3 + 7 + hand.pulling + 7 + 7 + 16 + 3 + 2 * 30 + 2 + 10, 6);
  expect(plan.build.teardown.covers.map(({ cover }) => cover)).toEqual(['consolePanel']);
  expect(plan.ledger.hours).toBeLessThan(before.ledger.hours);
  const kept = Object.entries(job.gear).flatMap(([id, { there }]) => (there === 'kept' ? [id] : []));
  expect(kept).toHaveLength(8);
  for (const id of kept)
    expect(plan.build.steps.filter((s) => new RegExp(`^(fit|pull|drill|mark):.*\\b${id}$`).test(s.id))).toEqual([]);
  const opened = new Set(before.build.teardown.covers.map(({ cover }) => cover));
  expect(plan.build.teardown.covers.every(({ cover }) => opened.has(cover))).toBe(true);

  // The shelf has it from now on, found by what it fits; jobs keep theirs when it is deleted there.
  await page.goto(`${server.url}/shelf`);
  await page.getByLabel('Fits a hole of').fill('182 x 53');
  await expect(page.locator('[data-item=eddy-single]')).toBeVisible();
  await page.getByLabel('Fits a hole of').fill('3 in');
  await expect(page.locator('[data-item=eddy-single]')).toHaveCount(0);
  await page.getByLabel('Fits a hole of').fill('big');
  await expect(page.getByText('Fits a hole of: expected one length')).toBeVisible();
  await page.getByLabel('Fits a hole of').fill('');
  await page.getByRole('button', { name: 'Compare Eddy Single' }).click();
  await page.getByRole('button', { name: 'Compare Sallow Single' }).click();
  await expect(page.getByRole('row', { name: /RMS watts/ })).toContainText('25 W at 4 Ω');
  await page.getByRole('button', { name: 'Correct Eddy Single' }).click();
  await expect(blank(page, 'bank.power')).toHaveValue('25 W at 4 Ω');
  await expect(blank(page, 'name')).toBeFocused();
  await blank(page, 'massKg').fill('2 lb');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Eddy Single is corrected', { exact: false })).toBeVisible();
  await expect(page.locator('[data-item=eddy-single]')).toContainText('0.91 kg');
  await page.getByRole('button', { name: 'Retire Eddy Single' }).click();
  await expect(page.locator('[data-item=eddy-single]')).toHaveCount(0);
  await page.getByLabel('retired too').check();
  await page.getByRole('button', { name: 'Delete Eddy Single' }).click();
  await page.getByRole('button', { name: 'Delete Eddy Single for good' }).click();
  await expect(page.locator('[data-item=eddy-single]')).toHaveCount(0);
  expect((await documentOf(server.url, JOB)).gear[own[0]]!.item.name).toBe('Eddy Single');
});

test('a van’s unit with a dead channel and a plug of its own: the new one spliced to its leads, every speaker kept', async ({
  board: page,
  server,
}) => {
  const JOB = 'narrow-van';
  const before = planJob(DEMO_JOBS.find(({ id }) => id === JOB)!);
  await page.goto(`${server.url}/jobs/${JOB}/gear`);
  await marked(page, 'H1', ['S1', 'S2', 'S3', 'S4', 'S5', 'S6', 'S7', 'Z1']);
  await page.getByLabel('Why it goes').selectOption({ label: 'a dead channel or speaker' });
  await page.getByRole('button', { name: 'Add plug' }).click();
  await page.getByLabel('Plug', { exact: true }).fill('Plug of its own, 9 pins');
  await page.getByRole('button', { name: 'Add plug' }).click();
  // One like it, but for what is other.
  await page.getByRole('button', { name: 'One like it' }).click();
  await expect(blank(page, 'name')).toBeFocused();
  await blank(page, 'name').fill('Backwater Single');
  await blank(page, 'bank.power').fill('30/4');
  await page.getByRole('button', { name: 'Put on the shelf and place it' }).click();
  await page.locator('[data-place="wallUnit"]').click();
  await saved(page);

  await page.getByRole('link', { name: /Intake/ }).click();
  await page.locator('[data-part=wiring]').click();
  await page.getByRole('button', { name: 'Readings of House feed at the galley' }).click();
  for (const [label, value] of [
    ['Its fuse', '15'],
    ['Draws already', '1'],
    ['Length to battery', '2500'],
  ] as const) {
    await page.getByRole('textbox', { name: label, exact: true }).fill(value);
    await page.getByRole('textbox', { name: label, exact: true }).blur();
  }
  await page.getByLabel('Its wire').selectOption({ label: '10 AWG' });
  await page.getByLabel('Reached at').selectOption({ label: 'Wall by the door' });
  await page.getByLabel('brings its own negative').check();
  await page.getByRole('link', { name: /Power/ }).click();
  await page.locator('[data-feed]', { hasText: 'Backwater' }).click();
  await page.getByLabel('Fed from').selectOption({ label: 'House feed at the galley' });
  await page.locator('[data-part=turnOn]').click();
  await page.getByLabel('constant and switched leads joined', { exact: false }).check();
  await saved(page);

  const job = await documentOf(server.url, JOB);
  const plan = planJob(job);
  const [own] = Object.entries(job.gear).find(([, { item }]) => item.name === 'Backwater Single')!;
  const hand = byHand(job, plan);
  // Two short wires at the old plug, and nothing else.
  expect(hand.fresh.sort()).toEqual([`feed:housePlus>${own}`, `return:housePlus>${own}`]);
  expect(plan.cutList.wireM).toBeCloseTo(hand.metres, 6);
  expect(plan.cutList.wireM).toBeLessThan(2.5);
  // Galley panel 6 and 7 minutes; screws 4, dry fit 3, sleeve 7; seven old pairs looked through 14, joined with the feed 24;
  // two wires at the old plug 4, the tap 8; battery, shorts, power and sound 18; travel 3, two memories 4, 10.
  expect(plan.ledger.hours * 60).toBeCloseTo(6 + 7 + 4 + 3 + 7 + 14 + 24 + 4 + 8 + 18 + 3 + 4 + 10, 6);
  expect(plan.build.teardown.covers.map(({ cover }) => cover)).toEqual(['galleyPanel']);
  // It does what the old one did, on that one’s leads.
  expect(plan.findings.filter(({ rule }) => rule === 'speaker-unwired')).toEqual([]);
  expect(Object.keys(job.circuits).sort()).toEqual(['fl', 'fr', 'rl', 'rr'].map((channel) => `${own}/${channel}`));
  expect(plan.runs.filter(({ kind, old }) => kind === 'speaker' && !old)).toEqual([]);
  expect(plan.ledger.hours).toBeLessThan(before.ledger.hours / 2);
  const steps = plan.build.steps.map(({ id }) => id);
  expect(steps).toContain('tap:existing/housePlus');
  expect(steps.filter((id) => /^(fit|drill|mark|connect):gear\/(saloon|awning|washroom|dial)/.test(id))).toEqual([]);
  expect(plan.findings.filter(({ rule }) => rule.startsWith('existing-'))).toEqual([]);
});

test('an amplifier typed from its sheet is on the craft in under sixty keys beside its figures', async ({
  board: page,
  server,
}) => {
  await page.goto(`${server.url}/jobs/tourer-four-speakers/gear`);
  let keys = 0;
  const press = async (key: string, times = 1) => {
    for (let i = 0; i < times; i++) await page.keyboard.press(key);
    keys += times;
  };
  /** Tab until a blank has the focus. */
  const to = async (key: string) => {
    for (let i = 0; i < 40; i++) {
      if (await blank(page, key).evaluate((node) => node === document.activeElement)) return;
      await press('Tab');
    }
    throw new Error(`Tab never reached ${key}`);
  };
  await page.locator('.kinds label', { hasText: 'Amplifiers' }).click();
  await page.getByRole('button', { name: 'Not here: type it in' }).click();
  keys += 2;
  await expect(blank(page, 'name')).toBeFocused();
  for (const [key, figures] of [
    ['name', 'Rill 4'],
    ['channels', '4'],
    ['bank.power', '40/4 60/2'],
    ['demand.idleA', '0.7'],
    ['makerMaxFuseA', '25'],
    ['remoteInA', '0.015'],
    ['size', '150x40x100'],
    ['massKg', '0.8'],
    ['water', 'IPX5'],
  ] as const) {
    await to(key);
    await page.keyboard.type(figures);
  }
  // Its sheet photographed, and put away again whole with the job.
  const file = { name: 'sheet.png', mimeType: 'image/png', buffer: readFileSync('demo/photographs/lamp-plug.png') };
  await page.locator('.blank input[type=file]').setInputFiles(file);
  const sheet = page.getByAltText('Photograph of the sheet');
  await expect(sheet).toBeVisible();
  expect(
    await sheet.evaluate((image: HTMLImageElement) => image.decode().then(() => image.naturalWidth)),
  ).toBeGreaterThan(1);
  await to('water');
  await press('Enter');
  await expect(page.getByRole('heading', { name: 'Where does the Rill 4 go?' })).toBeVisible();
  await expect(page.locator('[data-best-place]')).toBeFocused();
  await press('Enter');
  await expect(page.getByRole('heading', { name: /Rill 4/ })).toBeVisible();
  await saved(page);
  const job = await documentOf(server.url, 'tourer-four-speakers');
  const placed = Object.values(job.gear).find(({ item }) => item.name === 'Rill 4')!;
  expect(placed.place).not.toBeNull();
  expect(placed.item).toMatchObject({ massKg: 0.8, makerMaxFuseA: 25, water: [5], remoteInA: 0.015 });
  const zip = await (await fetch(`${server.url}/api/jobs/${job.id}/export/whole.zip`)).arrayBuffer();
  const { photos, missing } = readBundle(new Uint8Array(zip));
  expect([photos.has(placed.item.sheet!.photo!), missing]).toEqual([true, []]);
  console.log(`an amplifier typed in: ${keys} keys beside its figures`);
  expect(keys).toBeLessThan(60);
});

test('a job like one that was done: its choices, not its readings; a title is asked for', async ({
  board: page,
  server,
}) => {
  await page.getByRole('button', { name: 'One like it: Adventure tourer, four speakers' }).click();
  await page.getByRole('button', { name: 'Create job' }).click();
  await expect(page.getByText('Title: a job needs one', { exact: false })).toBeVisible();
  await page.getByLabel('Title').fill('The second tourer');
  await page.getByLabel('Customer').fill('Her brother');
  await page.getByRole('button', { name: 'Create job' }).click();
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]{36}\/intake/);
  const id = /jobs\/([^/]+)/.exec(page.url())![1]!;
  const [job, first] = [await documentOf(server.url, id), await documentOf(server.url, 'tourer-four-speakers')];
  expect([job.title, job.customer]).toEqual(['The second tourer', 'Her brother']);
  expect(job.gear).toEqual(first.gear);
  expect(Object.values(job.craft.existing).every(({ metered, runVolts }) => !metered && runVolts === null)).toBe(true);
  await expect(page.locator('[data-finding=existing-not-metered]')).toBeVisible();
});
