import { readBranches } from './loom';
import { SHELF, shelfItem } from '#demo/shelf';
import type { GearItem, GearKind } from '../gear';
import { blanksOf, doubtsOf, idFor, readGear, typedOf, usualOf, type Typed } from './index';
import { readCoils, readIngress, readRows, readSize } from './reading';

const read = (kind: GearKind, typed: Typed, system: 'metric' | 'inch' = 'metric'): GearItem => {
  const made = readGear(kind, typed, system, 'own');
  if (!('item' in made)) throw new Error(JSON.stringify(made.problems));
  return made.item;
};
const wrong = (kind: GearKind, typed: Typed) => {
  const made = readGear(kind, typed, 'metric', 'own');
  return 'item' in made ? [] : made.problems.map(({ key }) => key);
};
const AMP: Typed = { name: 'Rill 4', channels: '4', 'bank.power': '45 W at 4 Ω, 70 W at 2 Ω', size: '178 x 50 x 160' };

describe('what a sheet prints', () => {
  test.each([
    ['45 W at 4 Ω, 70 W at 2 Ω', '70/2 45/4'],
    ['45/4 70/2', '70/2 45/4'],
    ['45@4; 70@2', '70/2 45/4'],
    ['45 watts into 4 ohms and 70 watts into 2 ohms', '70/2 45/4'],
    ['62,5 W at 4', '62.5/4'],
  ])('watts: %s', (text, rows) =>
    expect(
      readRows(text)!
        .map(({ watts, ohm }) => `${watts}/${ohm}`)
        .join(' '),
    ).toBe(rows),
  );
  test.each(['', '45', '45 W', 'four at two', '45/4 and more', '45 W at 4 Ω 70'])('“%s” is no row of watts', (text) =>
    expect(readRows(text)).toBeUndefined(),
  );
  test.each([
    ['4', [4]],
    ['4 Ω', [4]],
    ['4 + 4', [4, 4]],
    ['2 × 2 Ω', [2, 2]],
    ['2x4', [4, 4]],
    ['dual 2', [2, 2]],
    ['1 x 8', [8]],
    ['3.2', [3.2]],
  ])('coils: %s', (text, ohms) => expect(readCoils(text)!.map(({ ohm }) => ohm)).toEqual(ohms));
  test.each(['', 'x', '2 + 2 + 2', '3 x 4'])('“%s” is no coil', (text) => expect(readCoils(text)).toBeUndefined());
  test('the least impedance of a coil is 80 % of the rated one', () =>
    // IEC 60268-5 (from memory): 4 Ω may fall to 3.2.
    expect(readCoils('4')).toEqual([{ ohm: 4, minOhm: 3.2 }]));
  test.each([
    ['IPX6', null, [6]],
    ['IPX6, 7', null, [6, 7]],
    ['IP67', 6, [7]],
    ['IP65/67', 6, [5, 7]],
    ['IP66 and IP69K', 6, [6, 9]],
    ['ipx5', null, [5]],
    ['none', null, []],
  ])('rating: %s', (text, dust, water) => expect(readIngress(text)).toEqual({ dust, water }));
  test.each(['', 'waterproof', 'IP', 'IP6', 'IP777'])('“%s” is no rating but what it says', (text) => {
    // A single digit is a second digit, as they are often told.
    if (text === 'IP6') expect(readIngress(text)).toEqual({ dust: null, water: [6] });
    else expect(readIngress(text)).toBeUndefined();
  });
  test('three lengths, each in its unit or the last for all', () => {
    expect(readSize('178 x 50 x 160', 'metric')).toEqual({ w: 178, h: 50, d: 160 });
    expect(readSize('178×50×160 mm', 'inch')).toEqual({ w: 178, h: 50, d: 160 });
    // 7 in = 177.8 mm, 2 in = 50.8, 6 1/4 in = 158.75 → a tenth.
    expect(readSize('7 x 2 x 6 1/4 in', 'metric')).toEqual({ w: 177.8, h: 50.8, d: 158.8 });
    expect(readSize('7" x 2" x 6.25"', 'metric')).toEqual({ w: 177.8, h: 50.8, d: 158.8 });
    expect(readSize('7 x 2 x 6', 'inch')).toEqual({ w: 177.8, h: 50.8, d: 152.4 });
    expect(readSize('17.8 by 5 by 16 cm', 'metric')).toEqual({ w: 178, h: 50, d: 160 });
    for (const text of ['', '178', '178 x 50', '178 x 50 x 160 x 2', 'a x b x c'])
      expect(readSize(text, 'metric')).toBeUndefined();
  });
});

describe('an amplifier from four figures of its sheet', () => {
  const item = read('amplifier', AMP);

  test('has what the sheet says, and the usual where it says nothing, each named', () => {
    if (item.kind !== 'amplifier') throw new Error('no amplifier');
    expect(item).toMatchObject({ id: 'own', name: 'Rill 4', size: { w: 178, h: 50, d: 160 }, onboardFuseA: null });
    expect(item.bank.channels.map(({ id, seat }) => [id, seat])).toEqual([
      ['fl', 'frontLeft'],
      ['fr', 'frontRight'],
      ['rl', 'rearLeft'],
      ['rr', 'rearRight'],
    ]);
    expect(item.bank).toMatchObject({ minOhm: 2, bridge: null });
    // 280 W ÷ 0.8 ÷ 14.4 V = 24.3 A at 2 Ω: three quarters of it is 18.2, so 20 A.
    expect(item.makerMaxFuseA).toBe(20);
    expect(item.demand).toMatchObject({ class: 'D', efficiency: 0.8, idleA: 0.6, ratedVolts: 14.4, regulated: true });
    expect(item.assumed).toEqual(
      expect.arrayContaining(['bank.minOhm', 'demand.efficiency', 'demand.idleA', 'makerMaxFuseA', 'massKg', 'water']),
    );
    expect(item.assumed).not.toContain('bank.bridge.minOhm');
  });

  test('what is then typed is no longer usual', () => {
    const told = read('amplifier', { ...AMP, 'demand.idleA': '0,8', massKg: '2 lb', 'demand.efficiency': '82 %' });
    expect(told).toMatchObject({ demand: { idleA: 0.8, efficiency: 0.82 }, massKg: 0.9072 });
    for (const key of ['demand.idleA', 'massKg', 'demand.efficiency'] as const) expect(told.assumed).not.toContain(key);
  });

  test('bridged, channels go in pairs, and twice the least load is usual', () => {
    const bridged = read('amplifier', { ...AMP, 'bank.bridge.power': '135 W at 4 Ω' });
    if (bridged.kind !== 'amplifier') throw new Error('no amplifier');
    expect(bridged.bank.bridge).toEqual({
      pairs: [
        ['fl', 'fr'],
        ['rl', 'rr'],
      ],
      minOhm: 4,
      power: [{ ohm: 4, watts: 135 }],
    });
    expect(bridged.assumed).toContain('bank.bridge.minOhm');
  });

  test('the empty blanks show what would stand in them', () => {
    expect(usualOf('amplifier', AMP, 'metric')).toMatchObject({
      'bank.minOhm': '2',
      'demand.efficiency': '80',
      'demand.class': 'D',
      makerMaxFuseA: '20',
      massKg: '1.5',
    });
    expect(usualOf('amplifier', { ...AMP, 'demand.class': 'AB' }, 'metric')['demand.efficiency']).toBe('55');
    expect(usualOf('amplifier', AMP, 'metric')).not.toHaveProperty(['bank.power']);
  });
});

test('each blank that is wrong or missing is named, and nothing is made', () => {
  expect(wrong('amplifier', {})).toEqual(['name', 'channels', 'bank.power', 'size']);
  expect(wrong('amplifier', { ...AMP, channels: '13' })).toEqual(['channels']);
  expect(wrong('amplifier', { ...AMP, 'bank.power': 'loud' })).toEqual(['bank.power']);
  expect(wrong('amplifier', { ...AMP, 'demand.idleA': '21' })).toEqual(['demand.idleA']);
  expect(wrong('amplifier', { ...AMP, 'demand.efficiency': '5' })).toEqual(['demand.efficiency']);
  expect(wrong('amplifier', { ...AMP, water: 'yes' })).toEqual(['water']);
  expect(wrong('amplifier', { ...AMP, 'sheet.on': 'yesterday' })).toEqual(['sheet.on']);
  expect(wrong('amplifier', { ...AMP, size: '178 x 50' })).toEqual(['size']);
  expect(
    wrong('speaker', { name: 'S', coils: '4', rmsWatts: '50', size: '165 x 165 x 60', sensitivity: '130' }),
  ).toEqual(['sensitivity']);
});

test('every kind can be typed in, by what it must have', () => {
  const size = '100 x 50 x 40';
  const least: Record<GearKind, Typed> = {
    headUnit: { channels: '4', 'bank.power': '18/4' },
    amplifier: { channels: '2', 'bank.power': '80/4' },
    speaker: { coils: '4', rmsWatts: '60' },
    fuseHolder: {},
    zoneControl: {},
    block: { ways: '4', maxA: '60' },
    switchModule: { ways: '4', maxA: '40', wayMaxA: '15' },
    relay: { maxA: '30' },
    converter: { ways: '1', maxA: '20', outVolts: '12' },
    enclosure: { openings: '2', opening: '142' },
    accessory: {},
    device: { 'demand.idleA': '0.4' },
    kit: { contents: '2 × Own, option: 12 × M4 × 20' },
    loom: { branches: 'pod: 0 + 400, speaker, inline; start: 300 + 90, line level', leads: '16' },
  };
  for (const kind of Object.keys(least) as GearKind[]) {
    const item = read(kind, { name: 'Own', size, ...least[kind] });
    expect(item.kind).toBe(kind);
    expect(new Set(blanksOf(kind).map(({ key }) => key)).size).toBe(blanksOf(kind).length);
    // Typed of itself it is itself.
    expect(read(kind, typedOf(item, 'metric'))).toEqual(item);
  }
  const box = read('enclosure', { name: 'Box', size: '600 x 300 x 250', openings: '2', opening: '142' });
  if (box.kind !== 'enclosure') throw new Error('no box');
  expect(box.front.seats.map(({ at }) => at)).toEqual([
    [-150, 0],
    [150, 0],
  ]);
});

test('every piece of the shelf, opened to be corrected in either unit and left as it is, is the very same', () => {
  for (const item of SHELF)
    for (const system of ['metric', 'inch'] as const) {
      const made = readGear(item.kind, typedOf(item, system), system, item.id, item);
      if (!('item' in made)) throw new Error(`${item.id}: ${JSON.stringify(made.problems)}`);
      expect(made.item).toEqual(item);
    }
});

test('corrected in one blank an item keeps all it said else; cleared, a blank says nothing any more', () => {
  const weir = shelfItem('weir-4-45');
  const typed = typedOf(weir, 'inch');
  const change = (part: Typed) => {
    const made = readGear('amplifier', { ...typed, ...part }, 'inch', weir.id, weir);
    if (!('item' in made)) throw new Error(JSON.stringify(made.problems));
    return made.item;
  };
  expect(change({ note: 'mark two' })).toEqual({ ...weir, note: 'mark two' });
  const bridged = change({ 'bank.bridge.power': '90/8', 'bank.bridge.minOhm': '' });
  expect(bridged).toMatchObject({ bank: { bridge: { power: [{ ohm: 8, watts: 90 }] } } });
  expect(change({ 'bank.bridge.power': '', 'bank.bridge.minOhm': '' })).toMatchObject({ bank: { bridge: null } });
  expect(change({ usualFuseA: '' })).toMatchObject({ usualFuseA: null, mount: weir.mount });
  // A kind of its own begins anew: nothing of the other is left in it.
  const other = readGear('relay', { name: 'R', maxA: '30', size: '30 x 30 x 30' }, 'metric', 'r', weir);
  expect('item' in other && Object.keys(other.item)).not.toContain('bank');
  const box = SHELF.find(({ kind }) => kind === 'enclosure')!;
  const wider = readGear('enclosure', { ...typedOf(box, 'metric'), opening: '150' }, 'metric', box.id, box);
  if ('problems' in wider) throw new Error(JSON.stringify(wider.problems));
  expect('item' in wider && wider.item.kind === 'enclosure' && wider.item.front.seats[0]!.outline).toEqual({
    shape: 'round',
    d: 150,
  });
});

test('one like another takes over no source that is cleared, and no mount of another size', () => {
  const weir = { ...shelfItem('weir-4-45'), sheet: { from: 'label', on: '', photo: null } };
  const { 'sheet.from': _, ...typed } = typedOf(weir, 'metric');
  const like = (part: Typed) => {
    const made = readGear('amplifier', { ...typed, name: 'Rill', ...part }, 'metric', 'rill', weir);
    if (!('item' in made)) throw new Error(JSON.stringify(made.problems));
    return made.item;
  };
  expect([like({}).sheet, like({}).mount]).toEqual([undefined, weir.mount]);
  expect(like({ size: '150 x 40 x 100' }).mount).toBeUndefined();
  expect(like({ 'sheet.on': '2026-11-29' }).sheet).toEqual({ from: '', on: '2026-11-29', photo: null });
  for (const openings of ['0', '5', '1.5', '1000000000'])
    expect(wrong('enclosure', { name: 'B', size: '600 x 300 x 250', opening: '142', openings })).toEqual(['openings']);
});

test('what a sheet hardly says is doubted, and nothing of the shelf is', () => {
  const doubts = (kind: GearKind, typed: Typed) => doubtsOf(read(kind, typed)).map(({ key }) => key);
  expect(doubts('amplifier', AMP)).toEqual([]);
  expect(doubts('amplifier', { ...AMP, 'bank.power': '70/4 45/2' })).toEqual(['bank.power']);
  expect(doubts('amplifier', { ...AMP, 'bank.bridge.power': '135/4', 'bank.bridge.minOhm': '2' })).toEqual([
    'bank.bridge.minOhm',
  ]);
  expect(doubts('amplifier', { ...AMP, channels: '3', 'bank.bridge.power': '135/4' })).toEqual(['channels']);
  // 4 × 250 W behind 20 A: 20 × 14.4 × 0.8 = 230 W.
  expect(doubts('amplifier', { ...AMP, 'bank.power': '250/4', makerMaxFuseA: '20' })).toEqual(['bank.power']);
  expect(doubts('amplifier', { ...AMP, makerMaxFuseA: '20', usualFuseA: '25' })).toEqual(['usualFuseA']);
  const speaker = { name: 'S', coils: '4', rmsWatts: '60', size: '165 x 165 x 60' };
  expect(doubts('speaker', speaker)).toEqual([]);
  expect(doubts('speaker', { ...speaker, rmsWatts: '300' })).toEqual(['rmsWatts']);
  expect(doubts('speaker', { ...speaker, cutoutMm: '165' })).toEqual(['cutoutMm']);
  expect(doubts('speaker', { ...speaker, sensitivity: '104' })).toEqual(['sensitivity']);
  expect(SHELF.flatMap((item) => doubtsOf(item).map(({ key }) => `${item.id} ${key}`))).toEqual([]);
});

test('ids come of names, and no two are one', () => {
  expect(idFor('Rill 4×45', new Set())).toBe('rill-4-45');
  expect(idFor('Rill 4×45', new Set(['rill-4-45']))).toBe('rill-4-45-2');
  expect(idFor('Größe', new Set())).toBe('gro-e');
  expect(idFor('…', new Set())).toBe('item');
});

test('a body rated apart from its face, source and day stay with the item', () => {
  const item = read('headUnit', {
    ...typedOf(shelfItem('kingcup-3'), 'metric'),
    bodyWater: 'none',
    'sheet.from': 'label on its back',
    'sheet.on': '2026-11-29',
  });
  expect(item).toMatchObject({
    bodyWater: [],
    sheet: { from: 'label on its back', on: '2026-11-29', photo: null },
    water: [6, 7],
    dust: 6,
  });
});

test('branches of a loom in inches and in millimetres, as a person writes them; what is no branch is not taken', () => {
  const branch = (text: string, system: 'metric' | 'inch') => readBranches(text, system)?.[0];
  expect(branch('front left: 8 + 24, speaker, plug 1/2', 'inch')).toEqual({
    ...{ id: 'front-left', name: 'front left', atMm: 203, mm: 610, plugMm: 12.7, carries: ['speaker'], inline: false },
  });
  expect(branch('front left: 8 in + 2 ft, speaker', 'metric')).toMatchObject({ atMm: 203, mm: 610 });
  // Two of one name, and one that is called as the beginning is, differ all the same.
  const twice = readBranches(
    'pod: 0 + 400, speaker, inline; pod: 0 + 90, turn-on; start: 1 + 90, power, line level',
    'metric',
  )!;
  expect(twice.map(({ id, inline, carries }) => [id, inline, ...carries])).toEqual([
    ['pod', true, 'speaker'],
    ['pod-2', false, 'turnOn'],
    ['start-1', false, 'power', 'line'],
  ]);
  for (const wrong of [
    '',
    'pod',
    'pod: 400, speaker',
    'pod: 0 + 400',
    'pod: 0 + 400, lights',
    'pod: 0 + 0, speaker',
    'pod: 1 + 2 + 3, speaker',
    'pod: 0 + 4, speaker, plug big',
  ])
    expect([wrong, readBranches(wrong, 'metric')]).toEqual([wrong, undefined]);
});
