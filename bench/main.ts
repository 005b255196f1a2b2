import { coreRows } from './core';
import { isMissed, table } from './measure';
import { serverRows } from './server';
import { webRows } from './web';

const rows = [...(await coreRows()), ...(await serverRows()), ...(await webRows())];
console.log(table(rows));
const missed = rows.filter(isMissed);
if (missed.length) console.log(`\nMissed: ${missed.map(({ what }) => what).join('; ')}`);
process.exitCode = missed.length ? 1 : 0;
