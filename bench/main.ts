import { coreRows } from './core';
import { table } from './measure';
import { serverRows } from './server';
import { webRows } from './web';

const rows = [...(await coreRows()), ...(await serverRows()), ...(await webRows())];
console.log(table(rows));
