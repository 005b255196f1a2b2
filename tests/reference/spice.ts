import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Runs a deck's operating point in ngspice and reads back the named quantities; undefined when it does not converge. */
export function operatingPoint(deck: string, quantities: readonly string[]): number[] | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'spice-'));
  try {
    const file = join(folder, 'deck.cir');
    const prints = quantities.map((q) => `print ${q}`).join('\n');
    writeFileSync(
      file,
      `haltrik check\n${deck}\n.options reltol=1e-7 abstol=1e-12 vntol=1e-9 numdgt=9\n.control\nset numdgt=10\nop\n${prints}\nquit 0\n.endc\n.end\n`,
    );
    const out = execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
    const values = quantities.map((q) => {
      const line = out.split('\n').find((l) => l.toLowerCase().startsWith(`${q.toLowerCase()} =`));
      return line === undefined ? NaN : Number(line.split('=')[1]);
    });
    return values.some(Number.isNaN) ? undefined : values;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Runs a netlist as it is and reads every quantity it prints, by name. */
export function runNetlist(netlist: string): Map<string, number> {
  const folder = mkdtempSync(join(tmpdir(), 'spice-'));
  try {
    const file = join(folder, 'netlist.cir');
    writeFileSync(file, netlist);
    const out = execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
    return new Map(
      [...out.matchAll(/^(\S.*?) = (-?[\d.]+e[+-]\d+)\s*$/gim)].map(([, name, value]) => [
        name!.toLowerCase(),
        Number(value),
      ]),
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
