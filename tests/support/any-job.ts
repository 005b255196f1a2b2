import { usualEnds } from '#core/connections/looms';
import { BEGINNING } from '#core/gear/loom';
import fc, { type GeneratorValue } from 'fast-check';
import { SHELF } from '#demo/shelf';
import { PATTERNS } from '#demo/jobs';
import { pinsOf } from '#core/gear/pins';
import { readPins } from '#core/gear/typing/leads';
import { isFed, type FuseHolder, type GearItem } from '#core/gear/gear';
import { CHOICES, CHOICE_IDS } from '#core/job/choices';
import { MAY_LIE, neededRuns } from '#core/connections/runs';
import { fitOf } from '#core/mounting/index';
import { newJob, type Job } from '#core/job/job';
import { inUse } from '#core/job/parts/gear';
import type { Wiring } from '#core/job/circuit';
import { CHEMISTRY_IDS, ROLES, TIES, isSupply, type Role, type TieKind } from '#core/job/supply';
import { coverWays } from '#core/craft/covers';
import { apply, type Operation } from '#core/job/operations';
import { contentHash } from '#core/document/hash';
import { OperationError } from '#core/document/fault';

const HOLDERS = SHELF.filter((item): item is FuseHolder => item.kind === 'fuseHolder');
const MOUNTED = SHELF.filter(({ kind }) => kind !== 'fuseHolder' && kind !== 'kit');
/** Ids as the interface makes them, in no order. */
const IDS = ['length', 'g-7f', 'name', 'a', 'keys', 'zz', 'g-10', 'g-9', '00b2', 'm', '9-head', 'c', 'f3', 'e1'];

export interface AnyJob {
  readonly job: Job;
  /** How it was made, for whoever has to look into it. */
  [fc.toStringMethod](): string;
  readonly applied: number;
  /** The job after each of them. */
  readonly states: readonly Job[];
  /** What did not apply: refused by name, the job left as it was. */
  readonly refused: readonly string[];
}

/**
 * Jobs of every craft made by operations, as people make them: gear of every kind new, kept and bypassed, fed through
 * each other, two batteries and every tie, both system voltages, every choice of every school, wires and fuses of
 * somebody's own.
 */
export const anyJob = fc.gen().map(madeJob);

function madeJob(g: GeneratorValue): AnyJob {
  const one = <T>(...values: readonly T[]): T => g(fc.constantFrom<T[]>, ...values);
  const between = (min: number, max: number) => g(fc.integer, { min, max });
  const sometimes = (percent: number) => between(1, 100) <= percent;
  const pattern = one(...PATTERNS);
  let job = newJob('any', 'Any job', pattern, contentHash(pattern));
  let applied = 0;
  const refused: string[] = [];
  const states: Job[] = [];
  const made: string[] = [];
  const make = (operation: Operation) => {
    try {
      job = apply(job, operation);
      applied++;
      states.push(job);
      made.push(
        JSON.stringify(operation, (key, value: unknown) =>
          key === 'item' || key === 'holder' ? (value as { id: string } | null)?.id : value,
        ),
      );
    } catch (error) {
      if (!(error instanceof OperationError)) throw error;
      refused.push(error.message);
    }
  };

  const volts = sometimes(25) ? 24 : 12;
  const half = volts / 12;
  if (volts === 24) make({ op: 'setNominal', volts });
  for (const choice of CHOICE_IDS)
    if (sometimes(60)) make({ op: 'choose', choice, option: one(...Object.keys(CHOICES[choice].options)) });
  make({
    op: 'setSettings',
    settings: {
      conductors: one('awg', 'sae', 'iso', 'clad'),
      insulation: one('unknown', '90', '105'),
      dropLimitPct: one(1, 3, 5, 10),
      bundles: sometimes(50),
      labourAnHour: one(5, 60, 400),
      wireAMetre: one(0.5, 4, 60),
    },
  });

  const battery = (role: Role) => ({
    role,
    chemistry: one(...CHEMISTRY_IDS),
    capacityAh: between(7, 300),
    restVolts: (half * between(120, 134)) / 10,
    internalMilliohm: sometimes(75) ? between(1, 40) : between(100, 500),
    mostA: sometimes(20) ? between(20, 300) : null,
    batterySwitch: sometimes(30),
  });
  const roles = Object.keys(ROLES) as Role[];
  if (sometimes(80)) make({ op: 'setBattery', id: 'battery', battery: battery(one(...roles)) });
  if (sometimes(60)) {
    const bank = sometimes(50) ? 'house' : 'bank';
    make({ op: 'setBattery', id: bank, battery: { name: 'House bank', ...battery(one('house', 'house', ...roles)) } });
    const [from, to] = sometimes(80) ? ['battery', bank] : [bank, 'battery'];
    for (const old of Object.keys(job.craft.ties)) if (sometimes(60)) make({ op: 'setTie', id: old, tie: null });
    if (sometimes(80))
      make({
        op: 'setTie',
        id: 't',
        tie: {
          kind: one(...(Object.keys(TIES) as TieKind[])),
          from,
          to,
          milliohm: between(1, 20),
          joined: sometimes(50),
          diodeVolts: 0.7,
          // Not what an alternator or shore charger holds: how two that hold the same share is nobody’s to know.
          setVolts: half * 14.25,
          mostA: between(2, 40) + 0.37,
        },
      });
  }
  const batteries = Object.keys(job.craft.batteries);
  make({
    op: 'setCharging',
    charging: {
      setVolts: half * one(13.8, 14.4),
      spareCruiseA: one(3.37, 16.31, 60),
      spareIdleA: one(0, 2.37, 5.41, 30),
      at: sometimes(20) ? one(...batteries) : null,
    },
  });
  if (sometimes(25))
    make({ op: 'setShore', shore: { at: one(...batteries), setVolts: half * 14.1, mostA: between(3, 40) + 0.37 } });
  if (sometimes(15)) make({ op: 'setSolar', solar: { at: one(...batteries), watts: between(20, 400), hours: 4 } });

  const ids = g(fc.shuffledSubarray, IDS, { minLength: 3 });
  const places = Object.keys(pattern.places);
  const kinds = new Map<GearItem['kind'], GearItem[]>();
  for (const item of MOUNTED) kinds.set(item.kind, [...(kinds.get(item.kind) ?? []), item]);
  const passing = ['block', 'block', 'converter', 'relay', 'switchModule'] as const;
  const played = [
    'headUnit',
    'amplifier',
    'amplifier',
    'speaker',
    'speaker',
    'speaker',
    'speaker',
    'zoneControl',
    'enclosure',
  ] as const;
  const all: readonly GearItem['kind'][] = [...played, ...passing];
  ids.forEach((id, n) => {
    const kind = n === 0 ? 'headUnit' : n === 1 ? 'amplifier' : one(...all);
    const item = one(...kinds.get(kind)!);
    // Nearly always where it belongs.
    const taking = places.filter((place) => fitOf(item, pattern.places[place]!).accepted);
    const among = taking.length && sometimes(92) ? taking : places;
    make({ op: 'addGear', id, item, place: sometimes(92) ? one(...among) : null });
    const there = one(null, null, null, 'kept' as const, 'bypassed' as const);
    if (there !== null) make({ op: 'setThere', id, there });
  });

  // Circuits of the craft, known and not: gear may be fed from those with a +.
  const circuits: string[] = [];
  for (const id of ['radio', 'aux', 'toString'].slice(0, one(0, 1, 2, 3))) {
    make({
      op: 'setExisting',
      id,
      circuit: {
        name: `Circuit ${id}`,
        colour: { body: one('red', 'yellow', 'black') },
        use: one('constant', 'constant', 'switched', 'other', 'lamp'),
        metered: sometimes(60),
        offVolts: one(null, 0, half * 12.5),
        runVolts: one(null, 0, half * 12.5, half * 12.5),
        accessoryVolts: one(null, 0, half * 12.5),
        fuseA: one(null, 5, 15, 30),
        drawsA: one(null, 0, 2.5, 8),
        size: one(null, '20', '16', '12'),
        lengthMm: one(null, 0, 2500, 6000),
        place: sometimes(70) ? one(...places) : null,
        access: one('bareWire', 'radioPlug', 'accessoryPlug', 'lighterSocket', 'stud', 'switchPanel', 'fuseTap'),
        battery: sometimes(30) ? one(...batteries) : null,
        negative: sometimes(50),
      },
    });
    if (isSupply(job.craft.existing[id]!)) circuits.push(id);
  }
  if (circuits.length && sometimes(50)) make({ op: 'setTurnOn', turnOn: { source: one(...circuits) } });

  const feeders = ids.filter((id) => (passing as readonly string[]).includes(job.gear[id]!.item.kind));
  const fed = ids.filter((id) => isFed(job.gear[id]!.item));
  for (const gear of fed) {
    const others = feeders.filter((id) => id !== gear);
    if (sometimes(75))
      make({ op: 'feedFrom', gear, from: one(...batteries, ...circuits, ...others, ...others, ...others) });
    if (sometimes(60)) make({ op: 'chooseHolder', gear, holder: one(...HOLDERS) });
    if (sometimes(30)) make({ op: 'placeFuse', gear, atMm: between(0, 2000) });
    if (sometimes(10)) make({ op: 'overrule', kind: 'gauge', subject: gear, value: one('18', '12', '8', '2') });
    if (sometimes(8)) make({ op: 'overrule', kind: 'fuse', subject: gear, value: one(2, 10, 30, 100) });
    if (sometimes(15)) make({ op: 'sheathe', gear, sheathed: true });
    if (sometimes(15)) make({ op: 'tapAhead', gear, ahead: true });
  }
  const through = feeders.find((id) => ['relay', 'switchModule'].includes(job.gear[id]!.item.kind));
  if (through && sometimes(50)) make({ op: 'setTurnOn', turnOn: { through } });
  if (sometimes(20)) make({ op: 'setTurnOn', turnOn: { otherA: between(0, 20) / 10 } });

  const channels = ids.flatMap((id) => {
    const { item } = job.gear[id]!;
    return item.kind === 'headUnit' || item.kind === 'amplifier' ? item.bank.channels.map((c) => `${id}/${c.id}`) : [];
  });
  const free = g(fc.shuffledSubarray, channels, { minLength: channels.length });
  const whole = (gear: string): Wiring => {
    const { item } = job.gear[gear]!;
    const coils = item.kind === 'speaker' ? item.coils.map((_, coil): Wiring => ({ coil: { gear, coil } })) : [];
    return coils.length === 1 ? coils[0]! : sometimes(50) ? { series: coils } : { parallel: coils };
  };
  const speakers = ids.filter((id) => job.gear[id]!.item.kind === 'speaker');
  while (speakers.length && free.length) {
    const together = speakers.splice(0, one(1, 1, 1, 2, 3)).map(whole);
    const wiring: Wiring =
      together.length === 1 ? together[0]! : sometimes(50) ? { series: together } : { parallel: together };
    make({ op: 'wireChannel', channel: free.pop()!, wiring });
  }
  for (const id of ids) {
    const { item } = job.gear[id]!;
    const switches = item.kind === 'relay' || item.kind === 'switchModule';
    if ((switches || 'bank' in item) && sometimes(40))
      make({
        op: 'setSource',
        id,
        choice: {
          input: one('line', 'speaker', null),
          turnedOnBy: switches ? one('head', 'switched') : one('head', 'switched', 'signal', 'constant', null),
        },
      });
  }
  if (sometimes(40)) {
    make({ op: 'setZone', id: 'aft', zone: { name: 'Aft', listener: null, mono: sometimes(30), control: null } });
    for (const id of ids)
      if (job.gear[id]!.item.kind === 'speaker' && sometimes(40))
        make({ op: 'setSpeaker', id, choice: { zone: 'aft' } });
  }
  // What is measured on this craft, and where gear is set by hand: on every craft, also for what is there already.
  // Each such panel is searched anew, which takes as long as all the rest of a plan: in one job of eight.
  const measured = sometimes(12);
  for (const [id, { place }] of Object.entries(job.gear)) {
    if (place === null || !measured || !sometimes(50)) continue;
    if (sometimes(60)) make({ op: 'setMount', gear: id, mount: { at: [between(-60, 60), between(-40, 40)] } });
    if (sometimes(25)) {
      const adapter = {
        kind: one('plate', 'spacer'),
        thicknessMm: between(1, 20),
        material: one('plastic', 'ply'),
      } as const;
      make({ op: 'setMount', gear: id, mount: { adapter, over: sometimes(20) } });
    }
    if (sometimes(30)) make({ op: 'setMount', gear: id, mount: { turnDeg: one(0, 90, 180), mirrors: sometimes(50) } });
    if (sometimes(30))
      make({ op: 'setPanel', place, panel: { behindMm: between(20, 160), thicknessMm: between(1, 18) } });
    if (sometimes(20)) {
      const low = one('left', 'right', 'top', 'bottom');
      make({
        op: 'setPanel',
        place,
        panel: { board: { gapMm: between(0, 40), low, thicknessMm: 12, material: 'ply' } },
      });
    }
    if (sometimes(20)) {
      const outline = { shape: 'rectangle', w: between(20, 190), h: between(20, 120), corner: 0 } as const;
      const opening = { name: 'Old opening', outline, at: [0, 0], turnDeg: 0, taken: sometimes(30) } as const;
      make({ op: 'setOpening', place, id: 'old', opening: { ...opening, at: [0, 0] } });
    }
  }
  // What comes out for good, how, and what of it goes over; leads that lie there as somebody says.
  for (const id of ids) {
    if (!sometimes(15)) continue;
    make({ op: 'setThere', id, there: 'out' });
    const held = one('face', 'sides', 'sleeve', 'bracket', 'through', 'tabs', 'clamp', 'stuck');
    make({ op: 'setTakeOut', gear: id, out: { held, reason: one('none', 'sun', 'water'), minutes: one(null, 12) } });
    if (sometimes(70)) make({ op: 'setOutFastener', gear: id, id: 'side', fastener: { count: between(1, 8) } });
    if (sometimes(50)) make({ op: 'setOutPlug', gear: id, id: 'radio', plug: { name: 'Radio plug' } });
    const to = one(null, ...ids.filter((other) => other !== id));
    if (sometimes(50)) make({ op: 'setGift', gear: id, id: 'bolts', gift: { what: 'bolts', to } });
  }
  // What is neither power nor speaker, and what became of leads: whatever the ports are, and whoever has none.
  for (const [id, place] of [
    ['zz', one(...places)],
    ['nn', one(null, ...places)],
  ] as const) {
    if (!sometimes(25) || Object.hasOwn(job.gear, id)) continue;
    make({ op: 'addGear', id, item: one(...kinds.get('device')!, ...kinds.get('accessory')!), place });
  }
  for (const id of ['l1', 'l2', 'l3']) {
    if (!sometimes(20)) continue;
    const [from, to] = [one(...Object.keys(job.gear)), one(...Object.keys(job.gear), ...places)];
    const ported = job.gear[from]!.item.ports ?? [];
    const port = ported.length ? one(...ported) : undefined;
    const kind = port && sometimes(85) ? port.kind : one('antenna', 'usb', 'bus', 'trigger', 'lamps');
    const link = { kind, from: { of: from, port: port?.id ?? null }, to: { of: to, port: null } } as const;
    make({ op: 'setLink', id, link: { ...link, ended: sometimes(30), leadMm: one(null, 900, 6000) } });
  }
  for (const id of Object.keys(job.gear)) {
    if (!sometimes(20)) continue;
    if (sometimes(60))
      make({
        op: 'setPinOut',
        gear: id,
        pins: readPins('plug: 1 yellow constant 18, 2 ?, 3 orange dimmer, 4 white FL +')!,
      });
    const { pins } = pinsOf(job.gear[id]!.item);
    if (!pins.length) continue;
    const fate = one('capped', 'cut', 'bare', 'joined', 'adapter');
    make({ op: 'setPin', gear: id, pin: one(...pins).id, choice: { fate, to: one(null, ...circuits) } });
  }
  if (sometimes(20)) {
    const item = one(...Object.values(job.gear)).item;
    const line = (name: string, id: string | null) => ({
      name,
      count: 2,
      item: id,
      option: false,
      has: one(null, 0, 1, 3),
    });
    make({
      op: 'setKit',
      id: 'k',
      kit: { name: 'Kit', fits: null, lines: { a: line('Piece', item.id), length: line('Screw', null) } },
    });
    make({ op: 'setPart', part: `gear/${item.id}`, said: { have: one(0, 1), arrived: one(0, 2) } });
    make({ op: 'setYear', year: one(null, 2016) });
    make({ op: 'setWish', wish: 'calls', said: { value: null } });
    make({ op: 'setWish', wish: 'speed', said: { value: one(40, 120) } });
    make({ op: 'setWish', wish: one('usb', 'bass', 'washDown', 'television'), said: { value: null } });
  }
  // What is otherwise on this craft than on its pattern.
  if (sometimes(25)) {
    const [cover, leg] = [one(...Object.keys(pattern.covers)), one(...Object.keys(pattern.legs))];
    const { state, way } = coverWays(pattern.covers[cover]!)[0]!;
    make({ op: 'setCoverWay', cover, state, way: { minutes: { off: between(1, 60), on: between(1, 60) } } });
    const drive = one('sixLobe25', 'hex10', 'inchSocket316');
    make({
      op: 'setCoverFastener',
      cover,
      state,
      id: 'own',
      fastener: { drive, reach: one('blind', 'short', 'angle') },
    });
    for (const id of Object.keys(way.fasteners).slice(0, 1))
      make({ op: 'setCoverFastener', cover, state, id, fastener: one(null, { count: between(1, 12) }) });
    make({ op: 'setLeg', leg, part: { tapeMm: between(100, 4000) } });
    const last = one(...Object.keys(pattern.legs));
    if (sometimes(20)) make({ op: 'setLeg', leg: last, part: null });
    if (sometimes(20)) make({ op: 'setCover', cover: one(...Object.keys(pattern.covers)), name: null });
    if (sometimes(20)) make({ op: 'setPlace', place: one(...places), part: null });
  }
  for (const { id, kind } of neededRuns(job))
    if (MAY_LIE.includes(kind) && sometimes(15)) make({ op: 'setLead', run: id, lies: one('old', 'new') });

  // What comes into the place of what comes out, and what stays after all.
  for (const id of Object.keys(job.gear)) {
    if (job.gear[id]!.there !== 'out') continue;
    const heirs = Object.keys(job.gear).filter(
      (other) => inUse(job.gear[other]!.there) && job.gear[other]!.item.kind === job.gear[id]!.item.kind,
    );
    if (heirs.length && sometimes(60)) make({ op: 'takeOver', of: id, by: one(...heirs) });
    else if (sometimes(10)) make({ op: 'setThere', id, there: 'kept' });
  }

  // Looms that were bought made, some of whose ends go where nothing needs them.
  for (const id of ['w1', 'w2']) {
    if (!sometimes(25)) continue;
    const item = one(...kinds.get('loom')!);
    const needed = neededRuns(job);
    if (item.kind !== 'loom' || !needed.length) continue;
    const run = one(...needed);
    const ends = [BEGINNING, ...item.branches.map((branch) => branch.id)];
    make({ op: 'addLoom', id, item, ends: sometimes(50) ? usualEnds(job, item, one(...batteries)) : {} });
    if (!Object.hasOwn(job.looms, id)) continue;
    for (const end of ends) {
      const to = one(null, run.from, run.to, ...Object.keys(job.gear), ...places.slice(0, 1));
      if (sometimes(40)) make({ op: 'setLoomEnd', loom: id, end, said: { to } });
      if (sometimes(15)) make({ op: 'setLoomEnd', loom: id, end, said: { extensionMm: between(0, 3000) } });
    }
    if (sometimes(30)) make({ op: 'leadLoom', loom: id, first: one('start', 'ends') });
    if (sometimes(10)) make({ op: 'removeGear', id: one(...Object.keys(job.gear)) });
  }

  return { job, applied, states, refused, [fc.toStringMethod]: () => [pattern.id, ...made].join('\n') };
}
