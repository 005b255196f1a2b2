import { pinWords, pinsOf, useOf, type Pin, type PinUse } from '../gear/pins';
import { channelsOfOutput, speakersOf } from '../job/circuit';
import type { Job } from '../job/job';
import { inUse } from '../job/parts/gear';
import { pinChoice, type PinFate } from '../job/parts/pins';
import { isPlug, type Existing } from '../job/supply';
import { colourText, type ChannelSeat, type Insulated } from '../tables/colours';
import type { Gauge } from '../tables/conductors';
import { PIGTAIL, buttFor, type SpliceSize } from '../tables/terminals';
import { circuitOf } from './feeding';
import { endName, endPlace, type RunNeed } from './runs';
import { controlOf, inputsOf } from './signal';

/** What a lead is joined to. */
export interface PinFar {
  /** New wire: its run. */
  readonly run: string | undefined;
  /** A lead of gear that comes out. */
  readonly old: { readonly gear: string; readonly pin: string } | undefined;
  /** A circuit of the craft. */
  readonly circuit: string | undefined;
  /** As far as they are known. */
  readonly colour: Insulated | undefined;
  readonly size: SpliceSize | undefined;
  readonly metered: boolean;
}

/** One lead of gear, and what becomes of it. */
export interface PinRow {
  readonly pin: Pin;
  readonly fate: PinFate;
  /** A person has said so. */
  readonly said: boolean;
  readonly far: PinFar | undefined;
}

/** The leads of one piece of gear. */
export interface PinTable {
  readonly gear: string;
  /** As its sheet or label has them, not as is usual. */
  readonly told: boolean;
  readonly rows: readonly PinRow[];
}

const FROM_RUN = { feed: 'constant', return: 'ground', switched: 'switched', turnOn: 'turnOn' } as const;
const ofSpeaker = (seat: ChannelSeat, side: 'plus' | 'minus') => useOf({ seat, side });

/** The runs that each lead of new gear is for, by what it does. */
function runsByUse(job: Job, gear: string, runs: readonly RunNeed[]): ReadonlyMap<string, RunNeed> {
  const found = new Map<string, RunNeed>();
  const { item } = job.gear[gear]!;
  for (const run of runs) {
    if (run.kind === 'speaker' || run.kind === 'line' || run.kind === 'link') continue;
    if (run.kind === 'turnOn' ? run.from !== gear && run.to !== gear : run.to !== gear) continue;
    if (!found.has(FROM_RUN[run.kind])) found.set(FROM_RUN[run.kind], run);
  }
  // Constant and switched leads joined: both go to the one feed.
  const feed = found.get('constant');
  if (item.kind === 'headUnit' && job.turnOn.joined && feed && !found.has('switched')) found.set('switched', feed);
  if (!('bank' in item)) return found;
  const seatOf = (channel: string) => item.bank.channels.find(({ id }) => `${gear}/${id}` === channel)?.seat;
  const add = (output: string, run: RunNeed | undefined) => {
    const channels = channelsOfOutput(output);
    const [plus, minus] = [seatOf(channels[0]!), seatOf(channels.at(-1)!)];
    if (run && plus) found.set(ofSpeaker(plus, 'plus'), run);
    if (run && minus) found.set(ofSpeaker(minus, 'minus'), run);
  };
  for (const [output, wiring] of Object.entries(job.circuits)) {
    if (!output.startsWith(`${gear}/`)) continue;
    const ends = speakersOf(wiring).map((speaker) => controlOf(job, speaker, 'speaker') ?? speaker);
    add(
      output,
      runs.find(({ kind, from, to }) => kind === 'speaker' && from === gear && ends.includes(to)),
    );
  }
  for (const { head, kind, outputs, amplifier } of inputsOf(job))
    if (head === gear && kind === 'speaker')
      for (const output of outputs)
        add(
          output,
          runs.find(({ kind: what, from, to }) => what === 'speaker' && from === gear && to === amplifier),
        );
  return found;
}

/** Gear of the same kind that comes out of the same place, and whose leads somebody has told. */
function predecessor(job: Job, gear: string): string | undefined {
  const { item, place } = job.gear[gear]!;
  return Object.keys(job.gear).find((id) => {
    const old = job.gear[id]!;
    return old.there === 'out' && old.place === place && place !== null && old.item.kind === item.kind && old.item.pins;
  });
}

const farOld = (gear: string, pin: Pin): PinFar => ({
  run: undefined,
  old: { gear, pin: pin.id },
  circuit: undefined,
  colour: pin.colour ?? undefined,
  size: pin.size ?? undefined,
  metered: pin.metered,
});
const farCircuit = (id: string, { colour, size, metered }: Existing): PinFar => ({
  run: undefined,
  old: undefined,
  circuit: id,
  colour,
  size: size ?? undefined,
  metered,
});

/** What a person says a lead is joined to. */
function farSaid(job: Job, to: string): PinFar | undefined {
  const [of, at] = to.split('/') as [string, string | undefined];
  if (at === undefined) {
    const circuit = circuitOf(job, of);
    return circuit && farCircuit(of, circuit);
  }
  const pin = job.gear[of] && pinsOf(job.gear[of].item).pins.find(({ id }) => id === at);
  return pin && farOld(of, pin);
}

/** The circuit of the craft at the other end of a run, where that is one. */
function circuitAt(job: Job, { from, kind }: RunNeed): string | undefined {
  const id = kind === 'switched' ? job.turnOn.source : from;
  return id !== null && (kind === 'switched' ? job.craft.existing[id] : circuitOf(job, id)) ? id : undefined;
}

/** What becomes of each lead of new gear by itself: by what it does, what is wired, and what was there. */
function tableOf(job: Job, gear: string, runs: readonly RunNeed[]): PinTable {
  const { item, place } = job.gear[gear]!;
  const { pins, said: told } = pinsOf(item);
  const wired = runsByUse(job, gear, runs);
  const before = predecessor(job, gear);
  const old = before === undefined ? [] : pinsOf(job.gear[before]!.item).pins;
  const like = (pin: Pin) => old.find((one) => useOf(one.does) === useOf(pin.does));
  const dimmer = Object.keys(job.craft.existing).find((id) => {
    const { use, metered, place: at } = job.craft.existing[id]!;
    return use === 'dimmer' && metered && at !== null && at === place;
  });
  const used = new Set<string>();
  const plain = (pin: Pin): Pick<PinRow, 'fate' | 'far'> => {
    // Two leads that do the same: the second goes to the same only where the plug has a second too.
    const key = useOf(pin.does);
    const again = used.has(key);
    used.add(key);
    const run = again && pin.does !== 'ground' ? undefined : wired.get(key);
    const was = again ? undefined : like(pin);
    if (run) {
      const circuit = circuitAt(job, run);
      const existing = circuit === undefined ? undefined : job.craft.existing[circuit];
      const plugged = existing && isPlug(existing) && endPlace(job, run.from, run.to) === place;
      if (plugged)
        return {
          fate: 'adapter',
          far: was
            ? farOld(before!, was)
            : run.kind === 'return'
              ? { ...farCircuit(circuit!, existing), colour: undefined }
              : farCircuit(circuit!, existing),
        };
      if (run.old && was) return { fate: 'joined', far: farOld(before!, was) };
      const colour = run.old ? undefined : run.conductors[isMinus(pin) ? 1 : 0]?.colour;
      return {
        fate: 'joined',
        far: { run: run.id, old: undefined, circuit: undefined, colour, size: undefined, metered: !run.old },
      };
    }
    if (pin.does === 'unknown') return { fate: 'bare', far: undefined };
    // What has no run of its own goes to what did the same before; speakers and feeds that are not wired do not.
    if (was && typeof pin.does === 'string' && !POWERS.includes(pin.does))
      return { fate: 'joined', far: farOld(before!, was) };
    if (pin.does === 'illumination' && dimmer !== undefined)
      return { fate: 'joined', far: farCircuit(dimmer, job.craft.existing[dimmer]!) };
    return { fate: 'capped', far: undefined };
  };
  const rows = pins.map((pin): PinRow => {
    const own = plain(pin);
    const choice = pinChoice(job, gear, pin.id);
    if (!choice) return { pin, ...own, said: false };
    const { fate, to } = choice;
    const far =
      fate === 'joined' || fate === 'adapter' ? ((to === null ? own.far : farSaid(job, to)) ?? own.far) : undefined;
    // Joined to nothing it is as bare as before.
    return { pin, fate: fate === 'joined' && !far ? 'bare' : fate, far, said: true };
  });
  return { gear, told, rows };
}
const isMinus = ({ does }: Pin): boolean => typeof does !== 'string' && does.side === 'minus';
const POWERS: readonly PinUse[] = ['constant', 'switched', 'ground', 'turnOn'];

/**
 * The leads of everything new that is placed, and of what comes out: the plug it leaves behind. Of an old lead it is told
 * what takes it over; what nothing takes over is capped, or taped in its plug against water, unless nobody knows what it
 * does.
 */
export function pinTables(job: Job, runs: readonly RunNeed[]): PinTable[] {
  const fresh = Object.keys(job.gear).flatMap((id) => {
    const { there, place } = job.gear[id]!;
    if (there !== null || place === null) return [];
    const table = tableOf(job, id, runs);
    return table.rows.length ? [table] : [];
  });
  const taken = new Map<string, { readonly gear: string; readonly row: PinRow }>();
  for (const { gear, rows } of fresh)
    for (const row of rows) if (row.far?.old) taken.set(`${row.far.old.gear}/${row.far.old.pin}`, { gear, row });
  const left = Object.keys(job.gear).flatMap((id): PinTable[] => {
    const { item, there } = job.gear[id]!;
    if (inUse(there) || !item.pins) return [];
    return [
      {
        gear: id,
        told: true,
        rows: item.pins.map((pin): PinRow => {
          const heir = taken.get(`${id}/${pin.id}`);
          if (heir) return { pin, fate: heir.row.fate, said: heir.row.said, far: farOld(heir.gear, heir.row.pin) };
          const choice = pinChoice(job, id, pin.id);
          const fate = choice?.fate ?? (pin.does === 'unknown' && !pin.metered ? 'bare' : 'capped');
          // Nothing new goes to it: joined is no answer.
          return {
            pin,
            fate: fate === 'joined' || fate === 'adapter' ? 'capped' : fate,
            said: choice !== undefined,
            far: undefined,
          };
        }),
      },
    ];
  });
  return [...fresh, ...left];
}

/** Whether a lead may carry something once there is power: on the craft’s side what its circuits give, on gear’s whatever it puts out. */
export const mayBeLive = (old: boolean, { does }: Pin): boolean =>
  does !== 'ground' &&
  !(old && (typeof does !== 'string' || does === 'mute' || does === 'turnOn' || does === 'antenna'));

/** A lead in words: “3 yellow/red constant +”. */
export const leadWords = ({ at, colour, does }: Pick<Pin, 'at' | 'colour' | 'does'>): string =>
  [at, colour && colourText(colour), pinWords({ does })].filter(Boolean).join(' ');

/** What a lead is joined to, in words; nothing where that is nothing. */
export function farWords(
  job: Job,
  gear: string,
  { far, fate }: PinRow,
  runs: readonly RunNeed[],
  tags: Readonly<Record<string, string>>,
): string {
  if (!far || fate === 'capped' || fate === 'cut') return '';
  if (far.circuit !== undefined) return job.craft.existing[far.circuit]?.name ?? '';
  if (far.old) {
    const { gear: other, pin: id } = far.old;
    const pin = pinsOf(job.gear[other]!.item).pins.find((one) => one.id === id);
    return `${pin ? leadWords(pin) : 'the lead'} of ${endName(job, other, tags, 'within')}`;
  }
  const run = runs.find(({ id }) => id === far.run);
  if (!run) return '';
  const end = endName(job, run.from === gear ? run.to : run.from, tags, 'within');
  return `${far.colour ? colourText(far.colour) : 'the lead that lies there'}, ${end}`;
}

/** The new wire that a lead is joined to: its size, or that it comes in a loom. */
interface JoinedTo {
  readonly gauge: Gauge | undefined;
  readonly loom: boolean;
}

export const joinedTo = (
  { far }: PinRow,
  runs: readonly Pick<RunNeed, 'id' | 'loom'>[],
  cuts: readonly { readonly run: string; readonly gauge: Gauge | undefined }[],
): JoinedTo | undefined =>
  far?.run === undefined
    ? undefined
    : {
        gauge: cuts.find(({ run }) => run === far.run)?.gauge,
        loom: runs.find(({ id }) => id === far.run)?.loom !== undefined,
      };

/** What ends a lead, in words; `to`: where it is joined to new wire. `old`: of a plug that is left behind. */
export function pinEnd(job: Job, { pin, fate, far }: PinRow, to: JoinedTo | undefined, old = false): string {
  switch (fate) {
    case 'adapter':
      return 'adapter';
    case 'capped':
      return old && pin.plug ? 'taped in its plug' : 'cap, shrink over it';
    case 'cut':
      return 'cut off, shrink over the end';
    case 'bare':
      return 'nothing yet';
    case 'joined': {
      if (to?.loom) return 'plug of the loom';
      const other = far?.run === undefined ? far?.size : to?.gauge;
      if (other === undefined) return 'butt, by the size that is found';
      return buttFor(other, pin.size ?? PIGTAIL, job.craft.pattern.kind === 'boat');
    }
  }
}
