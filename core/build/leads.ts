import { farWords, leadWords, pinEnd, type PinRow } from '../connections/pins';
import { PORT_KINDS, type PortKind } from '../gear/ports';
import { inUse } from '../job/parts/gear';
import type { Draft } from './draft';
import type { StepCheck } from './step';

const words = (rows: readonly PinRow[]) => rows.map(({ pin }) => leadWords(pin)).join(', ');

/** What to do with the leads of gear that no new wire goes to: a line for each way they end. */
export function leadLines(d: Draft, gear: string): string[] {
  const rows = d.seen.pins.find((table) => table.gear === gear)?.rows ?? [];
  const by = (fate: PinRow['fate']) => rows.filter((row) => row.fate === fate);
  const [capped, cut, adapter] = [by('capped'), by('cut'), by('adapter')];
  const old = by('joined').filter(({ far }) => far && far.run === undefined);
  return [
    ...old.map(
      (row) =>
        `${leadWords(row.pin)} to ${farWords(d.job, gear, row, [], d.seen.tags)}: ${pinEnd(d.job, row, undefined)}.`,
    ),
    ...(adapter.length ? [`By the adapter: ${words(adapter)}.`] : []),
    ...(capped.length ? [`Cap ${capped.length === 1 ? 'it' : 'one by one'}: ${words(capped)}.`] : []),
    ...(cut.length ? [`Cut off and shrink over the end: ${words(cut)}.`] : []),
  ];
}

/** Before first power: every end is covered, the old plugs’ too. */
export function bareChecks({ seen, job }: Draft): StepCheck[] {
  const rows = seen.pins.flatMap((table) =>
    table.rows.map((row) => ({ ...row, old: !inUse(job.gear[table.gear]!.there) })),
  );
  const capped = rows.filter(({ fate, old, pin }) => fate === 'capped' && !(old && pin.plug)).length;
  const taped = new Set(rows.flatMap(({ fate, old, pin }) => (fate === 'capped' && old && pin.plug ? [pin.plug] : [])))
    .size;
  const cut = rows.filter(({ fate }) => fate === 'cut').length;
  const said = [
    capped && `${capped} capped`,
    cut && `${cut} cut off and covered`,
    taped && `${taped === 1 ? 'one old plug' : `${taped} old plugs`} taped`,
  ].filter(Boolean);
  return rows.length ? [{ id: 'bare', text: `No bare end anywhere${said.length ? `: ${said.join(', ')}` : ''}` }] : [];
}

/** How each kind of link is tried. */
const TRIED: Record<PortKind, string> = {
  antenna: 'Stations come in, engine off and running',
  microphone: 'A call: the other side hears it',
  usb: 'Plays from USB, and charges',
  auxiliary: 'Plays from auxiliary',
  television: 'Television sound plays',
  camera: 'Camera shows, the right way round',
  satellite: 'Satellite tuner plays',
  bus: 'Data bus: everything on it answers',
  controls: 'Every button of the hand controls does what it says',
  illumination: 'Dims with the craft’s lamps',
  trigger: 'What is triggered comes on, and goes off',
  lamps: 'Every lamp ring lights',
};
/** What is tried once there is sound: each kind of link once. */
export const linkChecks = ({ seen }: Draft): StepCheck[] =>
  (Object.keys(PORT_KINDS) as PortKind[]).flatMap((kind) =>
    seen.links.some((link) => link.kind === kind) ? [{ id: `link-${kind}`, text: TRIED[kind] }] : [],
  );
