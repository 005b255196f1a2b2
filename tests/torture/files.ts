import { createHash } from 'node:crypto';
import { setTimeout as later } from 'node:timers/promises';
import { deflateSync } from 'node:zlib';
import { zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { SHELF } from '#demo/shelf';
import { shelfCsv } from '#formats/csv';
import { sealOf } from '#core/job/seal';
import { planJob } from '#core/plan';
import { writeBundle } from '#formats/bundle';
import { chunk, head, png, pngMagic, rows } from '../support/png';
import { startServer, tempFolder, type Running } from '../support/server';
import { Dice } from './dice';
import { limitJob } from '../support/limit-job';
import { send, shotOf } from './load';
import type { How, Outcome } from './outcome';
import { watchHealth } from './requests';
import { contentHash } from '#core/document/hash';

type Maker = (dice: Dice) => Buffer | Promise<Buffer>;
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const text = (words: string) => Buffer.from(words);

/** Some bytes of it made into others. */
function flipped(bytes: Buffer, dice: Dice): Buffer {
  const copy = Buffer.from(bytes);
  for (let n = 0; n < 1 + dice.below(12); n++) copy[dice.below(copy.length)] = dice.below(256);
  return copy;
}
const cut = (bytes: Buffer, dice: Dice) => bytes.subarray(0, dice.below(bytes.length));

const scene = (dice: Dice) => {
  const [width, height] = [40 + dice.below(400), 40 + dice.below(300)];
  const noise = Buffer.from(Array.from({ length: width * height * 3 }, () => dice.below(256)));
  return sharp(noise, { raw: { width, height, channels: 3 } });
};
const jpeg = (dice: Dice) =>
  scene(dice)
    .jpeg({ progressive: dice.chance(50) })
    .toBuffer();

const PICTURES: Readonly<Record<string, Maker>> = {
  'a PNG whose data do not unpack': () => png(head(2, 2), chunk('IDAT', text('not deflated'))),
  'a PNG that says 65535 × 65535': () => png(head(65535, 65535), chunk('IDAT', rows(1, 1))),
  'a PNG of 2³¹ − 1 by one': () => png(head(0x7fffffff, 1), chunk('IDAT', rows(1, 1))),
  'a PNG of no width': () => png(head(0, 4), chunk('IDAT', rows(4, 1))),
  'a PNG with a filter there is none of': () => png(head(2, 2), chunk('IDAT', rows(2, 2, 9))),
  'a PNG with a chunk of less than nothing': () => png(head(2, 2), chunk('IDAT', rows(2, 2), -12)),
  'a PNG with a text of two gigabytes': () =>
    Buffer.concat([pngMagic, head(2, 2), chunk('tEXt', text('x'), 0x7fffffff)]),
  'a PNG whose text unpacks to 100 MB': () =>
    png(
      head(2, 2),
      chunk('zTXt', Buffer.concat([text('a\0\0'), deflateSync(Buffer.alloc(100_000_000))])),
      chunk('IDAT', rows(2, 2)),
    ),
  'a PNG whose profile unpacks to 100 MB': () =>
    png(
      head(2, 2),
      chunk('iCCP', Buffer.concat([text('a\0\0'), deflateSync(Buffer.alloc(100_000_000))])),
      chunk('IDAT', rows(2, 2)),
    ),
  'a PNG of a palette it has not': () => png(head(2, 2, [8, 3, 0, 0, 0]), chunk('IDAT', rows(2, 1))),
  'a PNG of 16 bits, interlaced, of one line': () => png(head(900, 900, [16, 6, 0, 0, 1]), chunk('IDAT', rows(1, 900))),
  'a PNG of a hundred thousand chunks': () =>
    png(head(2, 2), ...Array.from({ length: 100_000 }, () => chunk('tEXt', text('a\0b'))), chunk('IDAT', rows(2, 2))),
  'a PNG flipped': async (dice) => flipped(await scene(dice).png().toBuffer(), dice),
  'a PNG cut off': async (dice) => cut(await scene(dice).png().toBuffer(), dice),
  'a JPEG flipped': async (dice) => flipped(await jpeg(dice), dice),
  'a JPEG cut off': async (dice) => cut(await jpeg(dice), dice),
  'a JPEG with a second one behind it': async (dice) => Buffer.concat([await jpeg(dice), await jpeg(dice)]),
  'a JPEG with a page behind it': async (dice) => Buffer.concat([await jpeg(dice), text('<script>alert(1)</script>')]),
  'a JPEG of a thousand comments of 64 kB': async (dice) => {
    const whole = await jpeg(dice);
    const comment = Buffer.concat([Buffer.from([0xff, 0xfe, 0xff, 0xff]), Buffer.alloc(65533, 65)]);
    return Buffer.concat([whole.subarray(0, 2), ...Array.from({ length: 100 }, () => comment), whole.subarray(2)]);
  },
  'a JPEG that says 65500 × 65500': async (dice) => {
    const whole = Buffer.from(await scene(dice).jpeg().toBuffer());
    const frame = whole.indexOf(Buffer.from([0xff, 0xc0]));
    whole.writeUInt16BE(65500, frame + 5);
    whole.writeUInt16BE(65500, frame + 7);
    return whole;
  },
  'a WebP flipped': async (dice) => flipped(await scene(dice).webp().toBuffer(), dice),
  'a WebP cut off': async (dice) => cut(await scene(dice).webp().toBuffer(), dice),
  'a moving WebP of frames it has not': async (dice) =>
    Buffer.concat([await scene(dice).webp().toBuffer(), text('ANIM\x06\0\0\0\0\0\0\0\xff\xff')]),
  'a GIF': (dice) => scene(dice).gif().toBuffer(),
  'a TIFF': (dice) => scene(dice).tiff().toBuffer(),
  'a drawing with a file of the disk in it': () =>
    text('<svg xmlns="http://www.w3.org/2000/svg"><image href="file:///etc/passwd" width="9" height="9"/></svg>'),
  'a drawing of entities of entities': () =>
    text(
      `<!DOCTYPE x [<!ENTITY a "${'b'.repeat(999)}"><!ENTITY c "${'&a;'.repeat(999)}">]><svg xmlns="http://www.w3.org/2000/svg">${'&c;'.repeat(999)}</svg>`,
    ),
  'a document': () => text('%PDF-1.7\n'),
  'nothing but noise behind a JPEG’s first bytes': (dice) =>
    Buffer.concat([
      Buffer.from([0xff, 0xd8, 0xff, 0xe1]),
      Buffer.from(Array.from({ length: 5000 }, () => dice.below(256))),
    ]),
  'a picture turned by a mark there is none of': async (dice) =>
    scene(dice).withMetadata({ orientation: 8 }).jpeg().toBuffer(),
};

const asText = (value: unknown) => text(JSON.stringify(value));
/** A zip of these files, bytes as they are. */
const zip = (files: Zippable) => Buffer.from(zipSync(files));
const tourer = (more: object = {}) => asText({ ...TOURER_JOB, ...more });
const event = (n: number) => ({
  id: `e${n}`,
  at: '2026-11-25T08:00:00.000Z',
  by: '',
  kind: 'note',
  step: 'off:cover/cowl',
  text: '',
});
const whole = (dice: Dice) => Buffer.from(writeBundle({ job: dice.one(DEMO_JOBS), events: [], photos: new Map() }));

const ZIPS: Readonly<Record<string, Maker>> = {
  'as it is': whole,
  flipped: (dice) => flipped(whole(dice), dice),
  'cut off': (dice) => Buffer.concat([text('PK'), cut(whole(dice), dice).subarray(2)]),
  'two letters': () => text('PK'),
  'no job': () => zip({ 'events.json': text('[]') }),
  'a job that is none': () => zip({ 'job.json': text('null') }),
  'a job twice': () => {
    const bytes = zip({ 'job.json': tourer(), 'job.jsoN': tourer() });
    for (let at = bytes.indexOf('job.jsoN'); at >= 0; at = bytes.indexOf('job.jsoN')) bytes.write('job.json', at);
    return bytes;
  },
  'names that climb': () =>
    zip({ '../../../tmp/climbed': text('x'), 'photographs/../../x': text('x'), 'job.json': tourer() }),
  '300 MB of nothing': () => zip({ 'job.json': new Uint8Array(300_000_000) }),
  '400 MB of spaces': () => zip({ 'job.json': Buffer.alloc(400_000_000, 32) }),
  '300 MB said to be ten bytes': () => {
    const bomb = zip({ 'job.json': new Uint8Array(300_000_000) });
    for (const at of [22, bomb.readUInt32LE(bomb.length - 6) + 24]) bomb.writeUInt32LE(10, at);
    return bomb;
  },
  '60 000 entries': () =>
    zip(Object.fromEntries(Array.from({ length: 60_000 }, (_, n) => [`photographs/${n}`, new Uint8Array(0)]))),
  '50 000 events': () =>
    zip({ 'job.json': tourer(), 'events.json': asText(Array.from({ length: 50_000 }, (_, n) => event(n))) }),
  '50 001 events': () =>
    zip({ 'job.json': tourer(), 'events.json': asText(Array.from({ length: 50_001 }, (_, n) => event(n))) }),
  'a picture under another’s name': (dice) =>
    zip({ 'job.json': tourer(), [`photographs/${'0'.repeat(64)}`]: Buffer.from([dice.below(256)]) }),
  'a picture that is none under its own name': () => {
    const bytes = text('<svg/>');
    return zip({ 'job.json': tourer(), [`photographs/${hashOf(bytes)}`]: bytes });
  },
  'a zip in a zip in a zip': (dice) => zip({ 'job.json': zip({ 'job.json': whole(dice) }) }),
  'events nested 100 000 deep': () =>
    zip({ 'job.json': tourer(), 'events.json': text(`${'['.repeat(100_000)}${']'.repeat(100_000)}`) }),
  'said to be locked': (dice) => {
    const bytes = whole(dice);
    bytes.writeUInt16LE(1, 6);
    return bytes;
  },
  'packed by a method there is none of': (dice) => {
    const bytes = whole(dice);
    bytes.writeUInt16LE(99, 8);
    return bytes;
  },
};

const nested = (depth: number) => {
  let wiring: object = { coil: { gear: 'fairing-left', coil: 0 } };
  for (let n = 0; n < depth; n++) wiring = { series: [wiring, { coil: { gear: 'fairing-right', coil: 0 } }] };
  return wiring;
};
const pattern = TOURER_JOB.craft.pattern;
const craft = (more: object) => ({ craft: { ...TOURER_JOB.craft, ...more } });
const seal = (plan: object) => ({
  seal: { at: '2026-11-25T08:00:00.000Z', by: 'x', planner: '0.5.0', plan, hash: contentHash(plan), events: 0 },
});
const many = <T>(count: number, of: (n: number) => T) =>
  Object.fromEntries(Array.from({ length: count }, (_, n) => [`n${n}`, of(n)]));

const JOBS: Readonly<Record<string, Maker>> = {
  'as it is': (dice) => asText(dice.one(DEMO_JOBS)),
  'all there may be': () => asText(limitJob()),
  'all there may be, sealed': () => {
    const job = limitJob();
    return asText({ ...job, seal: sealOf(planJob(job), '2026-11-25T08:00:00.000Z', 'x', 0) });
  },
  flipped: (dice) => flipped(asText(dice.one(DEMO_JOBS)), dice),
  'cut off': (dice) =>
    text(
      `{${cut(asText(dice.one(DEMO_JOBS)), dice)
        .subarray(1)
        .toString()}`,
    ),
  'nested 100 000 deep': () => text(`{"a":${'['.repeat(100_000)}${']'.repeat(100_000)}}`),
  'a wiring 2000 deep': () => tourer({ circuits: { 'amp/fl': nested(2000) } }),
  'a wiring 50 deep': () => tourer({ circuits: { 'amp/fl': nested(50) } }),
  'an old one of gear that is null': () => asText({ format: 'haltrik-job', version: 1, id: 'x', gear: { a: null } }),
  'an old one of gear that is five': () =>
    asText({ format: 'haltrik-job', version: 2, id: 'x', gear: { a: 5 }, craft: 7 }),
  'one of no version': () => asText({ ...TOURER_JOB, version: 'six' }),
  'one of the year 3000': () => asText({ ...TOURER_JOB, version: 3000 }),
  'every object’s own names': () => text(JSON.stringify(TOURER_JOB).replace('"amp"', '"__proto__"')),
  'an id that climbs': () => tourer({ id: '../../x' }),
  '14 batteries joined by diodes': () =>
    tourer(
      craft({
        batteries: { ...TOURER_JOB.craft.batteries, ...many(14, () => Object.values(TOURER_JOB.craft.batteries)[0]) },
        ties: many(13, (n) => ({
          kind: 'diode',
          from: `n${n}`,
          to: `n${n + 1}`,
          milliohm: 5,
          joined: true,
          diodeVolts: 0.7,
          setVolts: 14,
          mostA: 20,
        })),
      }),
    ),
  'a craft of 8000 covers in a row': () =>
    tourer(
      craft({
        pattern: {
          ...pattern,
          covers: many(8000, (n) => ({ ...Object.values(pattern.covers)[0], after: n ? [`n${n - 1}`] : [] })),
        },
      }),
    ),
  'a craft of 511 legs': () =>
    tourer(craft({ pattern: { ...pattern, legs: many(511, () => Object.values(pattern.legs)[0]) } })),
  'a craft drawn with a million points': () =>
    tourer(craft({ pattern: { ...pattern, id: 'x', drawing: `M0 0${'L1 1'.repeat(1_000_000)}` } })),
  'gear of 200 speakers': () => tourer({ gear: many(200, () => TOURER_JOB.gear['fairing-left']) }),
  'a sealed plan that is made up': () => tourer(seal({ planner: '0.5.0', runs: [], findings: [] })),
  'a sealed plan whose findings are nothing': () => tourer(seal({ planner: '0.2.0', runs: [null], findings: [null] })),
  'figures past all bounds': () =>
    text(JSON.stringify(TOURER_JOB).replace(/("(?!version)[a-zA-Z]+"):\d+(?:\.\d+)?/g, '$1:1e308')),
  'figures that are text': () => text(JSON.stringify(TOURER_JOB).replace(/:(\d+)([,}])/g, ':"$1"$2')),
  'titles of every control character': () =>
    tourer({ title: String.fromCharCode(...Array.from({ length: 32 }, (_, n) => n)) }),
  'half a character': () => text(JSON.stringify(TOURER_JOB).replace('"title":"', '"title":"\\ud83d')),
  '60 MB of spaces': () => text(`{${' '.repeat(60_000_000)}}`),
  'a title of 60 MB': () => tourer({ title: 'x'.repeat(60_000_000) }),
  'a list': () => text('[]'),
  'not JSON at all': () => text('{"format": haltrik-job}'),
};

const csv = shelfCsv(SHELF);
const TABLES: Readonly<Record<string, Maker>> = {
  'as it is': () => text(csv),
  flipped: (dice) => flipped(text(csv), dice),
  'cut off': (dice) => cut(text(csv), dice),
  '300 000 bad rows': () => text(`kind,id,name\n${'tuba,x,y\n'.repeat(300_000)}`),
  'a row of a million cells': () => text(`kind,id,name\n${'x,'.repeat(1_000_000)}`),
  'a quote that never ends': () => text(`kind,id,name\n"${'x\n'.repeat(500_000)}`),
  'every object’s own names as columns': () => text('kind,__proto__,constructor,toString\nspeaker,1,2,3'),
  formulas: () => text(csv.replace(/\n([a-zA-Z]+),/g, '\n=$1(A1),')),
  'in UTF-16': () => Buffer.from(`\ufeff${csv}`, 'utf16le'),
  NULs: () => text(csv.replaceAll(',', '\0,')),
  'nothing but a byte order mark': () => text('\ufeff'),
  'one cell of 20 MB': () => text(`kind,id,name\nspeaker,x,"${'y'.repeat(20_000_000)}"`),
  'separators of another country': () => text(csv.replaceAll(',', ';')),
  'the same row 5000 times': () => text(`${csv.split('\n')[0]}\n${`${csv.split('\n')[1]}\n`.repeat(5000)}`),
};

async function each(
  what: string,
  makers: Readonly<Record<string, Maker>>,
  { seed, rounds, progress, patience = 1 }: How,
  put: (server: Running, bytes: Buffer) => Promise<{ status: number; words: string; more: readonly string[] }>,
): Promise<Outcome> {
  const dice = new Dice(`${what}/${seed}`);
  const folder = tempFolder();
  const server = await startServer(folder.path);
  const faults: string[] = [];
  const names = Object.keys(makers);
  let taken = 0;
  let worst = 0;
  let slowest = 0;
  for (let round = 0; round < rounds; round++) {
    // Each once (or as many as there are rounds for, from all over the list), then what chance makes different most often.
    const name =
      round < names.length
        ? names[Math.floor((round * names.length) / Math.min(rounds, names.length))]!
        : dice.one(names.filter((one) => /flipped|cut/.test(one)));
    const bytes = await makers[name]!(dice.beside(round));
    // What was made may have held up this thread: a line the server has closed meanwhile is not to be used again.
    await later(20);
    const healthy = watchHealth(server);
    const begun = performance.now();
    const answer = await put(server, bytes).catch((error: unknown) => ({
      status: 0,
      words: String((error as Error).cause ?? error),
      more: [],
    }));
    slowest = Math.max(slowest, performance.now() - begun);
    const waited = await healthy();
    worst = Math.max(worst, waited);
    const fault = (words: string) => faults.push(`${name} (round ${round}): ${words}`);
    if (answer.status === 0 || answer.status >= 500) fault(`${answer.status} ${answer.words.slice(0, 200)}`);
    else if (answer.status < 300) taken++;
    else if (answer.words.trim() === '') fault(`${answer.status} without a word`);
    for (const words of answer.more) fault(words);
    if (waited > 500 * patience) fault(`health took ${waited} ms`);
    progress?.(round + 1);
  }
  if (!taken || taken === rounds) faults.push(`${taken} of ${rounds} were taken: one kind alone was tried`);
  const exit = await server.stop();
  if (exit !== 0) faults.push(`it ended with ${exit}`);
  folder.drop();
  return {
    name: `hostile files: ${what}`,
    tried: rounds,
    figures: {
      kinds: names.length,
      taken,
      refused: rounds - taken,
      'longest answer, ms': Math.round(slowest),
      'longest wait for health, ms': worst,
    },
    faults,
  };
}

const TYPES = { 'content-type': 'image/jpeg' };

/** Pictures: refused in words or drawn; either way the sheet that should show them is made. */
export const pictures = (how: How): Promise<Outcome> =>
  each('pictures', PICTURES, how, async (server, bytes) => {
    const hash = hashOf(bytes);
    const answer = await send(server, 'PUT', `/photographs/${hash}`, bytes, TYPES);
    const words = await answer.text();
    const more: string[] = [];
    const entry = shotOf(hash.slice(0, 20), hash, 'hostile');
    const named = await send(server, 'POST', `/jobs/${TOURER_JOB.id}/events`, { events: [entry] });
    if (named.status !== 200) more.push(`its entry: ${named.status}`);
    await named.text();
    const sheet = await send(server, 'GET', `/jobs/${TOURER_JOB.id}/export/sheet.pdf`);
    if (sheet.status !== 200) more.push(`the sheet with it: ${sheet.status}`);
    await sheet.arrayBuffer();
    const strike = await send(server, 'POST', `/jobs/${TOURER_JOB.id}/events`, {
      events: [{ ...entry, id: `x${hash.slice(0, 20)}`, kept: false }],
    });
    await strike.text();
    return { status: answer.status, words, more };
  });

const raw = { 'content-type': 'application/octet-stream' };

/** What comes in as a job is on the Board, can be planned and drawn, and goes out and in again. */
async function asJob(
  server: Running,
  bytes: Buffer,
): Promise<{ status: number; words: string; more: readonly string[] }> {
  const answer = await send(server, 'POST', '/imports', bytes, raw);
  const words = await answer.text();
  const more: string[] = [];
  const board = await send(server, 'GET', '/jobs');
  const list = (await board.json()) as { id: string; unplanned?: string; revision: number }[];
  if (board.status !== 200) more.push(`the Board: ${board.status}`);
  else
    for (const row of list) if (row.unplanned !== undefined) more.push(`${row.id} cannot be planned: ${row.unplanned}`);
  const id = answer.status < 300 ? (JSON.parse(words) as { id?: string }).id : undefined;
  if (id !== undefined) {
    for (const file of ['sheet.pdf', 'drawing.svg', 'cut-list.csv', 'fasteners.csv', 'circuits.cir']) {
      const out = await send(server, 'GET', `/jobs/${id}/export/${file}`);
      if (out.status !== 200) more.push(`${file}: ${out.status}`);
      await out.arrayBuffer();
    }
    const out = await send(server, 'GET', `/jobs/${id}/export/whole.zip`);
    const again = await send(server, 'POST', '/imports?look=1', Buffer.from(await out.arrayBuffer()), raw);
    if (again.status !== 200)
      more.push(`its own zip comes in with ${again.status}: ${(await again.text()).slice(0, 150)}`);
    else await again.text();
    const row = list.find((one) => one.id === id);
    if (!row) more.push('it is not on the Board');
    else await send(server, 'DELETE', `/jobs/${id}`, undefined, { 'if-match': `"${row.revision}"` });
  }
  return { status: answer.status, words, more };
}

export const zips = (how: How): Promise<Outcome> => each('zips', ZIPS, how, asJob);
export const jobFiles = (how: How): Promise<Outcome> => each('job files', JOBS, how, asJob);

/** A shelf table is taken whole or not at all, and the shelf goes out and comes back the same. */
export const tables = (how: How): Promise<Outcome> =>
  each('shelf tables', TABLES, how, async (server, bytes) => {
    const before = await (await send(server, 'GET', '/shelf')).text();
    const answer = await send(server, 'POST', '/imports', bytes, raw);
    const words = await answer.text();
    const more: string[] = [];
    const after = await send(server, 'GET', '/shelf');
    const shelf = await after.text();
    if (after.status !== 200) more.push(`the shelf: ${after.status}`);
    if (answer.status >= 300 && shelf !== before) more.push('it was refused, and the shelf is another');
    const out = await send(server, 'GET', '/shelf.csv');
    const again = await send(server, 'POST', '/imports?look=1', Buffer.from(await out.arrayBuffer()), raw);
    const said = await again.text();
    if (again.status !== 200 || /new:|replaced:/.test(said))
      more.push(`the shelf’s own table: ${again.status} ${said.slice(0, 150)}`);
    return { status: answer.status, words, more };
  });
