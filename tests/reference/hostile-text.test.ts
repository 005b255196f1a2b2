import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { DEMO_JOBS } from '#demo/jobs';
import type { Job } from '#core/job/job';
import { planJob } from '#core/plan';
import { casesOf } from '#core/power/index';
import { fastenersCsv } from '#formats/csv';
import { cutListCsv } from '#formats/harness-csv';
import { drawingSvg } from '#formats/drawing';
import { jobSheetPdf } from '#formats/job-sheet';
import { circuitsNetlist, feedsNetlist } from '#formats/spice';

// Text that no schema lets in any more. The writers are the second wall: each holds by itself.

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'haltrik-hostile-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const MARK = 'ran';
const PAYLOADS = [
  `x\n.control\nshell touch ${MARK}\n.endc\n*`,
  `x\r.control\rshell touch ${MARK}\r.endc\r*`,
  `x\u2028.control\u2028shell touch ${MARK}\u2028.endc\u2028*`,
  `x\u000b.control\u000bshell touch ${MARK}`,
  '\u0001\uffff\ud800<&"\']]>',
  '\n=1+1',
];

/** A job all of whose words are hostile: names, titles, notes, whatever a person writes. */
function hostile(job: Job, words: string): Job {
  const spoil = (value: unknown, key?: string): unknown => {
    if (typeof value === 'string')
      return ['name', 'title', 'customer', 'note', 'wishes', 'where'].includes(key!) ? words : value;
    if (Array.isArray(value)) return value.map((item) => spoil(item));
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, member]) => [k, spoil(member, k)]));
  };
  return spoil(job) as Job;
}

test.each(DEMO_JOBS.map((job) => [job.id, job] as const))(
  'netlists of %s run nothing but what they say, whatever its names are',
  (_, plain) => {
    for (const words of plain.id === 'river-launch' ? PAYLOADS : PAYLOADS.slice(0, 1)) {
      const job = hostile(plain, words);
      const plan = planJob(job);
      const decks = [circuitsNetlist(job, plan), ...casesOf(job).map((c) => feedsNetlist(job, plan, c))];
      for (const deck of decks) {
        // One beginning and one end of what the solver is told, and nothing of its own commands.
        expect(deck.match(/^\.control$/gm)).toHaveLength(1);
        expect(deck).not.toMatch(/^\s*shell/m);
        writeFileSync(join(folder, 'deck.cir'), deck);
        try {
          execFileSync('ngspice', ['-b', 'deck.cir'], { cwd: folder, stdio: 'pipe', timeout: 20_000 });
        } catch {
          // Feeds that collapse have no answer; what matters is what was run.
        }
        expect(readdirSync(folder)).toEqual(['deck.cir']);
      }
      rmSync(join(folder, 'deck.cir'));
    }
    expect(existsSync(join(folder, MARK))).toBe(false);
  },
  180_000,
);

test.each(PAYLOADS.map((words) => [JSON.stringify(words), words]))(
  'drawing, sheet and tables of a job named %s are whole',
  async (_, words) => {
    const job = hostile(
      DEMO_JOBS.find(({ id }) => id === 'river-launch')!,
      words,
    );
    const plan = planJob(job);
    const svg = join(folder, 'drawing.svg');
    writeFileSync(svg, drawingSvg(job, plan));
    execFileSync('python3', ['-c', 'import sys, xml.dom.minidom; xml.dom.minidom.parse(sys.argv[1])', svg]);
    const pdf = join(folder, 'sheet.pdf');
    writeFileSync(pdf, await jobSheetPdf(job, []));
    expect(execFileSync('pdftotext', ['-layout', pdf, '-'], { encoding: 'utf8' })).toContain('Cut list');
    for (const csv of [cutListCsv(job, plan), fastenersCsv(job, plan)]) {
      const { data, errors } = Papa.parse<string[]>(csv, { delimiter: ',', skipEmptyLines: true });
      expect(errors).toEqual([]);
      for (const row of data) {
        expect(row).toHaveLength(data[0]!.length);
        for (const cell of row) if (Number.isNaN(Number(cell))) expect(cell.trim()).not.toMatch(/^[=+\-@]/);
      }
    }
  },
  60_000,
);
