import { rmSync } from 'node:fs';
import { PATTERNS } from '#demo/jobs';
import { DEMO_RACK } from '#demo/rack';
import { SHELF } from '#demo/shelf';
import { Changes } from './store/changes';
import { openDatabase } from './store/database';
import { Library } from './store/library';
import { RackStore } from './store/rack';

/** Makes the database a new data folder begins from: schema, shelf, patterns. Run when building. */
const target = process.argv[2];
if (!target) throw new Error('usage: template FOLDER');
rmSync(target, { recursive: true, force: true });
const db = await openDatabase(target);
const changes = new Changes(db, undefined);
await new Library(changes).stock(SHELF, PATTERNS);
await new RackStore(changes).stock(DEMO_RACK);
await db.exec('checkpoint');
await db.close();
