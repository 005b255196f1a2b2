import type { Pattern, UsualCircuit } from '#core/craft/pattern';
import type { Operation } from '#core/job/operations';
import type { Job } from '#core/job/job';
import { CROSSOVER } from './patterns/crossover';
import { NOSE_TOURER } from './patterns/nose-tourer';
import { PONTOON } from './patterns/pontoon';
import { TOW_BOAT } from './patterns/tow-boat';
import { TRAVEL_TRAILER } from './patterns/trailer';
import { WIDE_TOURER } from './patterns/wide-tourer';
import { add, holder, inZone, job, loom, wire, zone } from './making-jobs';

/** A circuit that such a craft has, as it was found and measured on this one. */
function found(
  { usualCircuits }: Pattern,
  id: string,
  volts: { off: number; accessory: number; run: number },
): Operation {
  const { access, place, ...circuit } = usualCircuits![id]! satisfies UsualCircuit;
  return {
    op: 'setExisting',
    id,
    circuit: {
      ...circuit,
      access,
      metered: true,
      offVolts: volts.off,
      accessoryVolts: volts.accessory,
      runVolts: volts.run,
      ...(place === null ? {} : { place }),
    },
  };
}
const KEYED = { off: 0, accessory: 12.4, run: 12.4 };

const fromTheWorks = ({ usualGear }: Pattern, ...ids: string[]): Operation[] =>
  ids.map((id): Operation => ({ op: 'addGear', id, ...usualGear![id]! }));
const there = (id: string, how: 'kept' | 'out'): Operation => ({ op: 'setThere', id, there: how });

/** The radio stays, its pods come out; an amplifier in the left bag drives new pods and a pair in the lids. */
const WIDE = job(
  'wide-tourer-lids',
  'Wide tourer, lids and pods behind the old radio',
  'Mill road, the choir’s tenor',
  [
    {
      op: 'setWishes',
      wishes: 'The radio stays, it knows its stations. Louder at speed, and lids that still come off.',
    },
    { op: 'setCraftNote', note: 'Bags off every evening. Left lid shut on a finger of cloth once: look at its seal.' },
    { op: 'setYear', year: 2016 },
    ...fromTheWorks(WIDE_TOURER, 'radio', 'podLeft', 'podRight'),
    there('radio', 'kept'),
    there('podLeft', 'out'),
    there('podRight', 'out'),
    found(WIDE_TOURER, 'accessorySeat', KEYED),
    { op: 'setTurnOn', turnOn: { source: 'accessorySeat' } },
    add('amp', 'weir-4-45', 'bagWallLeft'),
    add('pod-left', 'bittern-165', 'podLeft'),
    add('pod-right', 'bittern-165', 'podRight'),
    add('lid-left', 'bittern-165', 'lidLeft'),
    add('lid-right', 'bittern-165', 'lidRight'),
    wire('amp/fl', 'pod-left'),
    wire('amp/fr', 'pod-right'),
    wire('amp/rl', 'lid-left'),
    wire('amp/rr', 'lid-right'),
    holder('amp', 'holder-maxi'),
  ],
  WIDE_TOURER,
);

/** Just rolled in: what was said on the telephone. */
const NOSE = job(
  'nose-tourer-arrived',
  'Nose tourer, more from the same radio',
  'Mill road, the choir’s alto',
  [
    { op: 'setWishes', wishes: 'To hear it above fifty. Nothing that shows, and no new hole in the fairing.' },
    { op: 'setYear', year: 2013 },
    ...fromTheWorks(NOSE_TOURER, 'radio', 'podLeft', 'podRight'),
    there('radio', 'kept'),
    there('podLeft', 'kept'),
    there('podRight', 'kept'),
  ],
  NOSE_TOURER,
);

/** In the bay since this morning: head unit between the brackets, amplifier on the plate over the woofer box. */
export const DUNES = job(
  'crossover-dunes',
  'Crossover, low pods and a box under the dash',
  'Dune patrol',
  [
    {
      op: 'setWishes',
      wishes: 'Orders must be understood with the engine running. Sand everywhere, washed down daily.',
    },
    {
      op: 'setBattery',
      id: 'battery',
      battery: { chemistry: 'agm', capacityAh: 30, restVolts: 12.8, internalMilliohm: 6 },
    },
    found(CROSSOVER, 'accessory', KEYED),
    { op: 'setTurnOn', turnOn: { source: 'accessory' } },
    add('head', 'kingcup-3', 'radio'),
    add('amp', 'sluice-5', 'ampPlate'),
    add('low-left', 'bittern-130', 'lowPodLeft'),
    add('low-right', 'bittern-130', 'lowPodRight'),
    add('box', 'mere-box-8', 'wooferBox'),
    add('can-left', 'bulrush-can', 'canLeft'),
    add('can-right', 'bulrush-can', 'canRight'),
    add('cone-left', 'bittern-165', 'canLeft'),
    add('cone-right', 'bittern-165', 'canRight'),
    wire('amp/fl', 'low-left'),
    wire('amp/fr', 'low-right'),
    wire('amp/rl', 'cone-left'),
    wire('amp/rr', 'cone-right'),
    holder('amp', 'holder-maxi'),
    holder('head', 'holder-blade'),
    // Made for a shorter cage: its last branch wants a lead put on.
    loom('cage-loom', 'vineyard-cage-loom', {
      start: 'amp',
      'low-pod-left': 'low-left',
      'low-pod-right': 'low-right',
      'cage-left': 'cone-left',
      'cage-right': 'cone-right',
    }),
  ],
  CROSSOVER,
);

/** Whole: three pairs in two zones, a woofer under the driver’s seat, cans on the tower. */
const TOW = job(
  'tow-boat-tower',
  'Tow boat, tower cans and a woofer under the seat',
  'Lake school of skiing',
  [
    { op: 'setWishes', wishes: 'The pupil on the rope hears the count. Bow on its own volume for parents.' },
    { op: 'setCraftNote', note: 'Tower comes down for the boathouse every night. Metal plates under its feet.' },
    {
      op: 'setBattery',
      id: 'battery',
      battery: { role: 'house', chemistry: 'agm', capacityAh: 90, restVolts: 12.8, internalMilliohm: 4 },
    },
    found(TOW_BOAT, 'panelWay', KEYED),
    { op: 'setTurnOn', turnOn: { source: 'panelWay' } },
    add('head', 'kingcup-3', 'helmRadio'),
    add('dial', 'dial-line', 'helmDials'),
    add('amp', 'weir-4-45', 'board'),
    add('block', 'delta-4', 'fuseBlock'),
    add('aft-left', 'bittern-165', 'cockpitAftLeft'),
    add('aft-right', 'bittern-165', 'cockpitAftRight'),
    add('bow-left', 'bittern-165', 'bowLeft'),
    add('bow-right', 'bittern-165', 'bowRight'),
    zone('cockpit', 'Cockpit', 'observer', false),
    zone('bow', 'Bow', 'bow', false, 'dial'),
    inZone('cockpit', 'aft-left'),
    inZone('cockpit', 'aft-right'),
    inZone('bow', 'bow-left'),
    inZone('bow', 'bow-right'),
    wire('amp/fl', 'aft-left'),
    wire('amp/fr', 'aft-right'),
    wire('amp/rl', 'bow-left'),
    wire('amp/rr', 'bow-right'),
    holder('block', 'holder-post'),
    { op: 'feedFrom', gear: 'amp', from: 'block' },
    { op: 'feedFrom', gear: 'head', from: 'block' },
  ],
  TOW_BOAT,
);

/** Speakers chosen, nothing fed yet; one bench still without. */
const DECK = job(
  'pontoon-picnic',
  'Pontoon, four speakers low in the benches',
  'The angling club, picnic deck',
  [
    { op: 'setWishes', wishes: 'Talking level in front, a little more aft. Nothing at knee height on the fence.' },
    { op: 'setCraftNote', note: 'On its trailer until Friday: everything runs below, so the deck is free.' },
    { op: 'setMeasure', measure: 'length', mm: 7500 },
    add('head', 'sallow-din', 'helmRadio'),
    add('amp', 'weir-4-45', 'helmInside'),
    add('front-left', 'bittern-165', 'frontLeft'),
    add('front-right', 'bittern-165', 'frontRight'),
    add('rear-left', 'bittern-165', 'rearLeft'),
    add('rear-right', 'bittern-165', null),
    zone('front', 'Front benches', 'front', false),
    zone('rear', 'Rear benches', 'rear', false),
    wire('amp/fl', 'front-left'),
    wire('amp/fr', 'front-right'),
  ],
  PONTOON,
);

/** At intake: house leads of unknown colours, an opening far taller than what goes in. */
const HOUSE = job(
  'trailer-cabinet',
  'Travel trailer, a low unit in a tall opening',
  'The grandparents at pitch nine',
  [
    { op: 'setWishes', wishes: 'The old one died. Television through the ceiling, and the one outside on its own.' },
    { op: 'setCraftNote', note: 'Two white leads behind the cabinet; one of them lights the lamps.' },
    found(TRAVEL_TRAILER, 'panelWay', { off: 13.1, accessory: 13.1, run: 13.1 }),
    {
      op: 'setExisting',
      id: 'oldRadio',
      circuit: {
        name: 'White lead of the old radio',
        colour: { body: 'white' },
        use: 'constant',
        metered: false,
        shares: 'the lamps of the cabinet',
      },
    },
    add('head', 'sallow-din', 'overhead'),
    add('rear-left', 'wren-100', 'rearLeft'),
    add('rear-right', 'wren-100', 'rearRight'),
    wire('head/rl', 'rear-left'),
    wire('head/rr', 'rear-right'),
  ],
  TRAVEL_TRAILER,
);

/** One job for each of the bodies that came in this season, from just arrived to ready for the bay. */
export const CRAFT_JOBS: readonly Job[] = [WIDE, NOSE, DUNES, TOW, DECK, HOUSE];
