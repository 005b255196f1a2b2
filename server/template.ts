import { cpSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { FINISHED_PHOTOS, begunEvents, finishedEvents, finishedJob } from '#demo/finished';
import { DEMO_JOBS, PATTERNS } from '#demo/jobs';
import { DUNES } from '#demo/jobs-crafts';
import { DEMO_RACK } from '#demo/rack';
import { SHELF } from '#demo/shelf';
import { summarise } from '#core/summary';
import { Changes } from './store/changes';
import { openDatabase } from './store/database';
import { PHOTOS_FOLDER, WORLD_FILE, type DemoWorld } from './store/demo';
import { Library } from './store/library';
import { hashOf } from './store/photos';
import { RackStore } from './store/rack';

// What a new data folder begins from is made when building: the database with schema, shelf, patterns and rack; the demo
// world, some of it planned and done.
const target = process.argv[2];
if (!target) throw new Error('usage: template FOLDER');
const home = join(target, 'template');
rmSync(home, { recursive: true, force: true });
const db = await openDatabase(home);
const changes = new Changes(db, undefined);
await new Library(changes).stock(SHELF, PATTERNS);
await new RackStore(changes).stock(DEMO_RACK);
await db.exec('checkpoint');
await db.close();

// The pictures as drawn; their SVG sources stay behind.
const pictures = join(target, 'demo', PHOTOS_FOLDER);
const drawn = resolve('demo', 'photographs');
mkdirSync(pictures, { recursive: true });
for (const file of readdirSync(drawn).filter((name) => name.endsWith('.png')))
  cpSync(join(drawn, file), join(pictures, file));
const hashes = new Map<string, string>(
  Object.values(FINISHED_PHOTOS).map(({ file }) => [file, hashOf(readFileSync(join(pictures, file)))]),
);
const finished = finishedEvents((file) => hashes.get(file)!);
const world: DemoWorld = {
  // The Board shows what was changed last first: the demo's own order from the top.
  jobs: [
    { job: finishedJob(finished.length), events: finished },
    ...[...DEMO_JOBS].reverse().map((job) => ({ job, events: job === DUNES ? begunEvents() : [] })),
  ].map(({ job, events }) => ({ job, events, summary: summarise(job, events) })),
};
writeFileSync(join(target, 'demo', WORLD_FILE), JSON.stringify(world));
