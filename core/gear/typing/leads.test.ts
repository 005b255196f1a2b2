import fc from 'fast-check';
import * as v from 'valibot';
import { arbitraryOf } from '../../../tests/support/arbitrary';
import { Pins, pinWords } from '../pins';
import { Ports } from '../ports';
import { readFits, writeFits } from './fits';
import { readPins, readPorts, writePins, writePorts } from './leads';

const brief = (text: string) =>
  readPins(text)?.map(({ plug, at, colour, size, metered, ...pin }) =>
    [plug, at, colour && [colour.body, colour.stripe].filter(Boolean).join('/'), pinWords(pin), size, metered && 'm']
      .map((part) => part ?? '')
      .map((part) => part || '–')
      .join(' '),
  );

describe('leads as a label lists them', () => {
  test.each<[string, string[]]>([
    ['yellow constant 16', ['– – yellow constant + 16 –']],
    ['Yellow BATTERY, red acc', ['– – yellow constant + – –', '– – red switched + – –']],
    ['blue/white turn-on; blue/white remote', ['– – blue/white turn-on – –', '– – blue/white turn-on – –']],
    ['white FL +, white/black FL -', ['– – white FL + – –', '– – white/black FL − – –']],
    ['white front left+', ['– – white FL + – –']],
    [
      'radio plug: 1 yellow constant 18 awg metered, 2 ?',
      ['radio plug 1 yellow constant + 18 m', 'radio plug 2 – not known – –'],
    ],
    ['black gnd | plug B: B3 purple/black RR −', ['– – black ground − – –', 'plug B B3 violet/black RR − – –']],
    ['7 orange dimmer', ['– 7 orange illumination – –']],
    ['ground 10', ['– – – ground − 10 –']],
    [
      'brown mute, green reverse, pink trigger, grey bus',
      ['– – brown mute – –', '– – green reverse signal – –', '– – pink trigger – –', '– – grey data bus – –'],
    ],
  ])('%s', (text, leads) => expect(brief(text)).toEqual(leads));
  test.each(['', ' ', 'yellow', 'mauve constant', 'yellow constant 17', 'yellow/mauve constant', '1 2 constant', 'FL'])(
    '“%s” is no list of leads',
    (text) => expect(readPins(text)).toBeUndefined(),
  );
  test('the same list typed again names the same leads, and no two alike', () => {
    const text = 'yellow constant, black ground, black ground | plain: 1 red switched';
    const ids = readPins(text)!.map(({ id }) => id);
    expect(readPins(text)!.map(({ id }) => id)).toEqual(ids);
    expect(new Set(ids).size).toBe(ids.length);
  });
  test('whatever is written of what was read is read the same again', () => {
    fc.assert(
      fc.property(
        arbitraryOf(Pins, (pins) => v.safeParse(Pins, pins).success),
        (pins) => {
          const once = readPins(writePins(v.parse(Pins, pins)));
          if (once) expect(readPins(writePins(once))).toEqual(once);
        },
      ),
      { seed: 3, numRuns: 300 },
    );
  });
});

describe('ports as a sheet lists them', () => {
  const one = (text: string, system: 'metric' | 'inch' = 'metric') => readPorts(text, system)?.[0];
  test.each<[string, object]>([
    ['antenna', { kind: 'antenna', way: 'in', count: 1, leadMm: null, amps: null, ends: false }],
    ['USB lead 900 mm', { kind: 'usb', way: 'both', leadMm: 900 }],
    ['usb with 3 ft', { kind: 'usb', leadMm: 914.4 }],
    ['2 x lamp ring 1.5 A', { kind: 'lamps', way: 'out', count: 2, amps: 1.5 }],
    ['trigger out − 0.2 A', { kind: 'trigger', way: 'out', sense: 'minus', amps: 0.2 }],
    ['trigger in + 30 mA', { kind: 'trigger', way: 'in', sense: 'plus', amps: 0.03 }],
    ['data bus terminated', { kind: 'bus', way: 'both', ends: true }],
    ['Mic', { kind: 'microphone', way: 'in' }],
    ['aux in lead 1,5 m', { kind: 'auxiliary', leadMm: 1500 }],
  ])('%s', (text, port) => expect(one(text)).toMatchObject(port));
  test('a lamp ring is lit on a speaker, and lights on a controller, where nothing else is said', () => {
    const ways = (text: string, ring?: 'in') => readPorts(text, 'metric', ring)!.map(({ way }) => way);
    expect(ways('lamp ring, lamp ring out, lamp ring in, trigger', 'in')).toEqual(['in', 'out', 'in', 'out']);
    expect(ways('lamp ring, lamp ring out, lamp ring in, trigger')).toEqual(['out', 'out', 'in', 'out']);
  });
  test('a bare length is in the person’s own units', () =>
    expect(one('usb lead 12', 'inch')).toMatchObject({ leadMm: 304.8 }));
  test.each(['', 'gramophone', 'antenna sideways', 'usb lead long'])('“%s” is no list of ports', (text) =>
    expect(readPorts(text, 'metric')).toBeUndefined(),
  );
  test('whatever is written of what was read is read the same again, in either unit', () => {
    fc.assert(
      fc.property(
        arbitraryOf(Ports, (ports) => v.safeParse(Ports, ports).success),
        (made) => {
          for (const system of ['metric', 'inch'] as const) {
            const once = readPorts(writePorts(v.parse(Ports, made), system), system);
            if (once && system === 'metric') expect(readPorts(writePorts(once, system), system)).toEqual(once);
            if (once)
              expect(once.map(({ kind, count, way, sense }) => [kind, count, way, sense])).toEqual(
                made.map(({ kind, count, way, sense }) => [kind, count, way, sense]),
              );
          }
        },
      ),
      { seed: 4, numRuns: 300 },
    );
  });
});

describe('what something is made for', () => {
  test.each<[string, object]>([
    ['motorcycle 2014–2019', { kind: 'motorcycle', from: 2014, to: 2019, trims: [] }],
    ['Boats', { kind: 'boat', from: null, to: null, trims: [] }],
    ['2014-', { kind: null, from: 2014, to: null, trims: [] }],
    ['–2009', { kind: null, from: null, to: 2009, trims: [] }],
    ['2016', { kind: null, from: 2016, to: 2016, trims: [] }],
    [
      'side by side 2018 to 2021, wide cage, long bed',
      { kind: 'sideBySide', from: 2018, to: 2021, trims: ['wide cage', 'long bed'] },
    ],
    ['van', { kind: 'recreationalVehicle', from: null, to: null, trims: [] }],
  ])('%s', (text, fits) => {
    expect(readFits(text)).toEqual(fits);
    expect(readFits(writeFits(readFits(text)))).toEqual(fits);
  });
  test.each(['', 'bicycle', '2019–2014', '20', 'motorcycle 2014 2019'])('“%s” says nothing', (text) =>
    expect(readFits(text)).toBeUndefined(),
  );
});
