import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { membersOf, speakersOf, type Wiring } from '#core/job/circuit';
import type { LoadModel } from '#core/speakers/index';
import type { Network } from '#core/power/index';

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

/** A wiring of coils as resistors, a source of 1 V-RMS-equivalent `volts` on node "top"; coil powers are i²·r. */
export function speakerDeck(
  wiring: Wiring,
  model: LoadModel,
  volts: number,
  bridged = false,
): { deck: string; coils: { id: string; name: string; ohm: number }[] } {
  // A bridged pair: two channels of half the volts against each other, neither end at ground.
  const lines = bridged ? [`Vsource top 0 ${volts / 2}`, `Vother foot 0 ${-volts / 2}`] : [`Vsource top 0 ${volts}`];
  const coils: { id: string; name: string; ohm: number }[] = [];
  let nodes = 0;
  let parts = 0;
  const node = () => `n${++nodes}`;
  const resistor = (a: string, b: string, ohm: number) => {
    const name = `R${++parts}`;
    lines.push(`${name} ${a} ${b} ${ohm}`);
    return name;
  };
  const build = (w: Wiring, a: string, b: string, insideSpeaker: boolean): void => {
    const alone = new Set(speakersOf(w)).size === 1;
    if (alone && !insideSpeaker) {
      // Half of the lead either side, as it is laid.
      const lead = model.leadOhm(speakersOf(w)[0]!);
      const [near, far] = lead > 0 ? [node(), node()] : [a, b];
      if (lead > 0) {
        resistor(a, near, lead / 2);
        resistor(far, b, lead / 2);
      }
      build(w, near, far, true);
    } else if ('coil' in w) {
      const ohm = model.coilOhm(w.coil.gear, w.coil.coil);
      coils.push({ id: `${w.coil.gear}/${w.coil.coil}`, name: resistor(a, b, ohm), ohm });
    } else if (!('series' in w)) for (const m of membersOf(w)) build(m, a, b, insideSpeaker);
    else
      w.series.reduce((from, m, i) => {
        const to = i === w.series.length - 1 ? b : node();
        build(m, from, to, insideSpeaker);
        return to;
      }, a);
  };
  build(wiring, 'top', bridged ? 'foot' : '0', false);
  return { deck: lines.join('\n'), coils };
}

/** A feed network with its constant-power loads as behavioural sources. */
export function feedDeck(network: Network): string {
  const n = (name: string) => (name === network.ground ? '0' : name.replace(/[^A-Za-z0-9]/g, '_'));
  const high = Math.max(...network.supplies.map((s) => s.volts));
  const lines: string[] = [];
  network.supplies.forEach((s, i) => {
    lines.push(`V${i} src${i} 0 ${s.volts}`, `RS${i} src${i} ${n(s.node)} ${Math.max(s.ohm, 1e-9)}`);
  });
  network.resistors.forEach((r, i) => lines.push(`RR${i} ${n(r.a)} ${n(r.b)} ${r.ohm}`));
  network.loads.forEach((l, i) => {
    const u = `V(${n(l.plus)},${n(l.minus)})`;
    lines.push(`BL${i} ${n(l.plus)} ${n(l.minus)} I=${l.watts}/max(${u},0.5)+${l.amps}+${l.siemens}*${u}`);
  });
  const starts = new Set(network.loads.map((l) => n(l.plus)).concat(network.supplies.map((s) => n(s.node))));
  return `${lines.join('\n')}\n.nodeset ${[...starts].map((s) => `V(${s})=${high}`).join(' ')}`;
}

export const spiceNode = (name: string) => name.replace(/[^A-Za-z0-9]/g, '_').toLowerCase();
