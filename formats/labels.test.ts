import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import jsQR from 'jsqr';
import fc from 'fast-check';
import Papa from 'papaparse';
import sharp from 'sharp';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { anyJob } from '../tests/support/any-job';
import { craftOf } from '#core/craft/own';
import { labelsOf } from '#core/labelled';
import { planJob } from '#core/plan';
import { LABEL_SHEETS, labelsCsv, labelsPdf, stepAddress, type LabelSheet } from './labels';

const SERVER = 'http://192.0.2.7:4310';
const about = { job: TOURER_JOB.id, title: TOURER_JOB.title, server: SERVER };

test('two labels a run with one name, another for each; two a plug; a bag a cover with fasteners, the number on its cards', () => {
  for (const job of [...DEMO_JOBS, ...fc.sample(anyJob, { numRuns: 25, seed: 18 }).map((one) => one.job)]) {
    const plan = planJob(job);
    const labels = labelsOf(job, plan);
    const of = (kind: string) => labels.filter((label) => label.kind === kind);
    const laid = plan.runs.filter(({ way, old }) => way && !old);
    const plugs = plan.looms.flatMap(({ ends }) => ends.filter(({ to, runs }) => to !== null && runs.length));
    expect(of('wire')).toHaveLength(2 * laid.filter(({ loom }) => !loom).length + plugs.length);
    const covers = plan.build.teardown.covers;
    const apart = covers.reduce(
      (sum, { way }) => sum + Object.keys(way.plugs).length + Object.keys(way.hoses).length,
      0,
    );
    // And where a part lifts off, the halves of the plug that new wire is given there.
    const { legs, joints } = craftOf(job);
    const lifted = new Set(
      laid
        .filter(({ loom }) => !loom)
        .flatMap(({ way }) => way!.legs.map((leg) => legs[leg]!.joint ?? ''))
        .filter((id) => joints[id]?.kind === 'liftOff'),
    );
    expect(of('plug')).toHaveLength(2 * (apart + lifted.size));
    expect(of('bag')).toHaveLength(covers.filter(({ way }) => Object.keys(way.fasteners).length).length);
    const uses = new Map<string, number>();
    for (const { code } of labels) uses.set(code, (uses.get(code) ?? 0) + 1);
    for (const { code, kind } of labels)
      expect([code, uses.get(code)]).toEqual([code, kind === 'bag' || code.startsWith('L') ? 1 : 2]);
    // A wire is not called as gear is on the drawing.
    const marks = new Set(Object.values(plan.tags));
    expect(labels.filter(({ code }) => marks.has(code))).toEqual([]);
    // Every label opens a step there is, and a bag's number stands on the cards of its cover.
    const steps = new Map(plan.build.steps.map((step) => [step.id, step]));
    for (const { step, kind, code } of labels) {
      expect(steps.has(step)).toBe(true);
      if (kind !== 'bag') continue;
      expect(steps.get(step)!.lines).toContain(`From ${code.toLowerCase()}.`);
      expect(steps.get(step.replace('on:', 'off:'))!.lines).toContain(`Into ${code.toLowerCase()}, with its tag.`);
    }
  }
});

test('plugs of as many pins have dots of different colours, one that is like no other has none', () => {
  const labels = DEMO_JOBS.flatMap((job) =>
    labelsOf(job, planJob(job))
      .filter(({ kind }) => kind === 'plug')
      .map((label) => ({ job: job.id, ...label })),
  );
  const pins = (says: string) => /\d+ pins?/.exec(says)?.[0] ?? says;
  let dotted = 0;
  for (const one of labels) {
    const like = labels.filter((other) => other.job === one.job && pins(other.says) === pins(one.says));
    const codes = new Set(like.map(({ code }) => code)).size;
    if (codes > 1) {
      dotted++;
      expect(one.dot).toBeDefined();
      if (codes <= 8) expect(new Set(like.map(({ dot }) => dot)).size).toBe(codes);
    } else expect(one.dot).toBeUndefined();
  }
  expect(dotted).toBeGreaterThan(4);
});

/** Pages of a PDF as pictures of 254 dots an inch, ten a millimetre. */
async function pictures(pdf: Uint8Array) {
  const folder = mkdtempSync(join(tmpdir(), 'labels-'));
  try {
    writeFileSync(join(folder, 'labels.pdf'), pdf);
    execFileSync('pdftoppm', ['-r', '254', '-png', join(folder, 'labels.pdf'), join(folder, 'page')]);
    const count = Number(
      /Pages:\s+(\d+)/.exec(execFileSync('pdfinfo', [join(folder, 'labels.pdf')], { encoding: 'utf8' }))![1],
    );
    const digits = String(count).length;
    return await Promise.all(
      Array.from({ length: count }, async (_, i) =>
        sharp(join(folder, `page-${String(i + 1).padStart(digits, '0')}.png`))
          .ensureAlpha()
          .toBuffer(),
      ),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}

test.each(Object.keys(LABEL_SHEETS) as LabelSheet[])(
  'on sheets %s every label lies where the sheet has it, and its square code read back opens its step',
  async (sheet) => {
    const labels = labelsOf(TOURER_JOB, planJob(TOURER_JOB));
    const { page, columns, rows, w, h, left, top, across, down } = LABEL_SHEETS[sheet];
    const pages = await pictures(await labelsPdf(labels, sheet, about));
    expect(pages).toHaveLength(Math.ceil(labels.length / (columns * rows)));
    const meta = await sharp(pages[0]).metadata();
    expect(Math.abs(meta.width - page[0] * 10)).toBeLessThan(8);
    expect(Math.abs(meta.height - page[1] * 10)).toBeLessThan(8);
    for (const [i, label] of labels.entries()) {
      // A few of each sheet: reading takes long.
      if (i % 5) continue;
      const place = i % (columns * rows);
      const cut = {
        left: Math.round((left + (place % columns) * across) * 10),
        top: Math.round((top + Math.floor(place / columns) * down) * 10),
        width: Math.round(w * 10) - 1,
        height: Math.round(h * 10) - 1,
      };
      const { data, info } = await sharp(pages[Math.floor(i / (columns * rows))])
        .extract(cut)
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const read = jsQR(new Uint8ClampedArray(data), info.width, info.height);
      expect([label.code, read?.data]).toEqual([label.code, stepAddress(SERVER, TOURER_JOB.id, label.step)]);
    }
  },
);

test('the table has a row a label with its address, and no cell is taken for a formula', () => {
  const labels = labelsOf(TOURER_JOB, planJob(TOURER_JOB));
  const { data } = Papa.parse<Record<string, string>>(
    labelsCsv([...labels, { ...labels[0]!, says: '=1+1' }], TOURER_JOB.id, SERVER),
    {
      header: true,
      skipEmptyLines: true,
    },
  );
  expect(data).toHaveLength(labels.length + 1);
  expect(data[0]).toEqual({
    kind: 'wire',
    label: labels[0]!.code,
    at: labels[0]!.at,
    says: labels[0]!.says,
    dot: '',
    address: stepAddress(SERVER, TOURER_JOB.id, labels[0]!.step),
  });
  expect(data.at(-1)!['says']).toBe("'=1+1");
});
