import { ACCESSORY_FORMS, DEVICE_FORMS, ENCLOSURE_FORMS, type GearItem } from '#core/gear/gear';
import { writeContents } from '#core/gear/typing/contents';
import { writePorts } from '#core/gear/typing/leads';
import { writeBranches } from '#core/gear/typing/loom';
import type { Fit } from '#core/mounting/index';
import { FUSE_FAMILIES } from '#core/tables/fuses';
import { short } from '#core/units/figures';
import { lengthText, lengthUnit, shownLength, units } from '../../app/units';

const water = (item: GearItem) => (item.water.length ? `IPX${item.water.join(', ')}` : 'no water rating');

/** What decides about an item, in one line. */
export function figuresOf(item: GearItem): string {
  switch (item.kind) {
    case 'speaker':
      return `${item.coils.map((coil) => short(coil.ohm)).join(' + ')} Ω · ${short(item.rmsWatts)} W RMS · ${short(item.sensitivity)} dB · ${water(item)}`;
    case 'amplifier':
    case 'headUnit': {
      const bridged = item.bank.bridge
        ? `bridged ${item.bank.bridge.power.map((row) => `${short(row.watts)} W at ${short(row.ohm)} Ω`).join(', ')} · `
        : '';
      const rows = item.bank.power.map((row) => `${short(row.watts)} W at ${short(row.ohm)} Ω`).join(', ');
      const lines =
        item.kind === 'headUnit' ? `${item.linePairs} line-level ${item.linePairs === 1 ? 'pair' : 'pairs'} · ` : '';
      return `${item.bank.channels.length} × ${rows} · ${short(item.bank.minOhm)} Ω least · ${bridged}${lines}${water(item)}`;
    }
    case 'zoneControl':
      return `${item.level === 'line' ? 'in the line leads' : `in the speaker leads, ${short(item.maxWatts ?? 0)} W at most`} · ${water(item)}`;
    case 'block':
      return `${item.ways} ways, ${item.fused ? `${FUSE_FAMILIES[item.fused].name} fuses` : 'no fuses'}${item.returnBus ? ', return bus' : ''} · ${short(item.maxA)} A · ${water(item)}`;
    case 'switchModule':
      return `${item.ways} ways of ${short(item.wayMaxA)} A, ${short(item.maxA)} A together · triggered by ${item.triggers.map((t) => (t === 'plus' ? '+' : '−')).join(' or ')} · ${water(item)}`;
    case 'relay':
      return `${short(item.maxA)} A, coil ${short(item.coilA * 1000)} mA · ${water(item)}`;
    case 'converter':
      return `${short(item.outVolts)} V out, ${short(item.maxA)} A · ${short(item.efficiency * 100)} % · ${water(item)}`;
    case 'enclosure':
      return `${ENCLOSURE_FORMS[item.form]}, ${item.front.seats.length} ${item.front.seats.length === 1 ? 'opening' : 'openings'} · ${item.litres === null ? 'volume not known' : `${short(item.litres)} l`}, ${item.ported ? 'ported' : 'closed'} · ${water(item)}`;
    case 'accessory':
    case 'device': {
      const form = item.kind === 'device' ? DEVICE_FORMS[item.form] : ACCESSORY_FORMS[item.form];
      const takes = item.kind === 'device' ? [`${short(item.demand.idleA)} A`] : [];
      const ports = item.ports ? [writePorts(item.ports, units.value)] : [];
      return [form, ...takes, ...ports, water(item)].join(' · ');
    }
    case 'kit':
      return writeContents(item.contents);
    case 'loom':
      return writeBranches(item.branches, units.value);
    case 'fuseHolder':
      return `${short(item.milliohm)} mΩ · ${water(item)}`;
  }
}

export const sizeOf = ({ size }: Pick<GearItem, 'size'>) =>
  `${[size.w, size.h, size.d].map(shownLength).join(' × ')} ${lengthUnit()}`;

/** How a candidate sits in a place: "fits", or by how much it does not. */
export function fitWords(fit: Fit): string {
  const names = { w: 'across', h: 'up', d: 'in' } as const;
  const over = (['w', 'h', 'd'] as const)
    .filter((k) => fit.over[k] > 0)
    .map((k) => `+${lengthText(fit.over[k], true)} ${names[k]}`);
  const wet = fit.waterAsked.length ? [`needs IPX${fit.waterAsked.join('/')}`] : [];
  return [...over, ...wet].join(', ') || 'fits';
}

/** The same in as few signs as a label on the drawing has room for: the worst direction, and the water asked. */
export function fitMark(fit: Fit): string {
  const over = fit.worstMm > 0 ? [`+${lengthText(fit.worstMm, true)}`] : [];
  const wet = fit.waterAsked.length ? [`needs IPX${fit.waterAsked.join('/')}`] : [];
  return [...over, ...wet].join(', ') || 'fits';
}
