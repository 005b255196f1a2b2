import { rmSync } from 'node:fs';
import { PATTERNS } from '#demo/jobs';
import { SHELF } from '#demo/shelf';
import { Changes } from './store/changes';
import { openDatabase } from './store/database';
import { Library } from './store/library';

/** Makes the database a new data folder begins from: schema, shelf, patterns. Run when building. */
const target = process.argv[2];
if (!target) throw new Error('usage: template FOLDER');
rmSync(target, { recursive: true, force: true });
const db = await openDatabase(target);
await new Library(new Changes(db, undefined)).stock(SHELF, PATTERNS);
await db.exec('checkpoint');
await db.close();
