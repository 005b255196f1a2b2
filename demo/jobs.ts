import type { Pattern } from '#core/craft/pattern';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { CROSSOVER } from '#demo/patterns/crossover';
import { NARROW_VAN } from '#demo/patterns/narrow-van';
import { RIVER_LAUNCH } from '#demo/patterns/river-launch';
import { SIDE_BY_SIDE } from '#demo/patterns/side-by-side';
import { NOSE_TOURER } from '#demo/patterns/nose-tourer';
import { TOW_BOAT } from '#demo/patterns/tow-boat';
import { TRAVEL_TRAILER } from '#demo/patterns/trailer';
import { PONTOON } from '#demo/patterns/pontoon';
import { WIDE_TOURER } from '#demo/patterns/wide-tourer';
import type { Wiring } from '#core/job/circuit';
import type { Job } from '#core/job/job';
import type { Operation } from '#core/job/operations';
import { CRAFT_JOBS } from './jobs-crafts';
import { add, holder, inSeries, inZone, job, wire, zone } from './making-jobs';

export const PATTERNS: readonly Pattern[] = [
  ADVENTURE_TOURER,
  WIDE_TOURER,
  NOSE_TOURER,
  SIDE_BY_SIDE,
  CROSSOVER,
  RIVER_LAUNCH,
  TOW_BOAT,
  PONTOON,
  NARROW_VAN,
  TRAVEL_TRAILER,
];

/** The tourer with everything chosen: amplifier in the fairing, one feed across the neck. */
export const TOURER_JOB = job(
  'tourer-four-speakers',
  'Adventure tourer, four speakers',
  'Ferry house, the long-distance rider',
  [
    add('head', 'kingcup-3', 'dash'),
    add('amp', 'weir-4-45', 'lampShelf'),
    add('fairing-left', 'bittern-165', 'fairingLeft'),
    add('fairing-right', 'bittern-165', 'fairingRight'),
    add('pannier-left', 'bittern-165', 'pannierLeft'),
    add('pannier-right', 'bittern-165', 'pannierRight'),
    wire('amp/fl', 'fairing-left'),
    wire('amp/fr', 'fairing-right'),
    wire('amp/rl', 'pannier-left'),
    wire('amp/rr', 'pannier-right'),
    holder('amp', 'holder-maxi'),
    holder('head', 'holder-blade'),
    {
      op: 'setExisting',
      id: 'accessory',
      circuit: {
        name: 'Accessory connector',
        colour: { body: 'orange', stripe: 'white' },
        use: 'switched',
        metered: true,
        offVolts: 0,
        accessoryVolts: 12.5,
        runVolts: 12.5,
        fuseA: 10,
        drawsA: 0,
        size: '18',
      },
    },
    { op: 'setTurnOn', turnOn: { source: 'accessory' } },
  ],
);

/** A job in the middle: twin-coil woofers too low for the channels, no fuse yet. */
export const HIRE_JOB = job('hire-tourer', 'Hire fleet tourer, number 3', 'Boathouse hire', [
  add('head', 'kingcup-bar', 'barClamp'),
  add('amp', 'weir-2-80', 'pannierFloorLeft'),
  add('pannier-left', 'mire-165', 'pannierLeft'),
  add('pannier-right', 'mire-165', 'pannierRight'),
  add('guard-left', 'heron-165', null),
  {
    op: 'wireChannel',
    channel: 'amp/fl',
    wiring: { parallel: [{ coil: { gear: 'pannier-left', coil: 0 } }, { coil: { gear: 'pannier-left', coil: 1 } }] },
  },
]);

/** Seven speakers in three zones on the four outputs of one head unit. */
function vanSound(): Operation[] {
  const saloon = ['saloon-fl', 'saloon-fr', 'saloon-rl', 'saloon-rr'];
  return [
    add('head', 'sallow-din', 'wallUnit'),
    add('saloon-fl', 'bittern-130', 'saloonFrontLeft'),
    add('saloon-fr', 'bittern-130', 'saloonFrontRight'),
    add('saloon-rl', 'bittern-130', 'saloonRearLeft'),
    add('saloon-rr', 'bittern-130', 'saloonRearRight'),
    add('awning-f', 'bittern-130', 'awningFront'),
    add('awning-r', 'bittern-130', 'awningRear'),
    add('washroom', 'wren-100', 'washroom'),
    add('dial', 'dial-speaker', 'washroomDial'),
    zone('saloon', 'Saloon', 'saloon', false),
    zone('awning', 'Awning', 'awning', true),
    zone('washroom', 'Washroom', 'washroom', true, 'dial'),
    ...saloon.map((id) => inZone('saloon', id)),
    inZone('awning', 'awning-f'),
    inZone('awning', 'awning-r'),
    inZone('washroom', 'washroom'),
    { op: 'wireChannel', channel: 'head/fl', wiring: inSeries('saloon-fl', 'saloon-rl') },
    { op: 'wireChannel', channel: 'head/fr', wiring: inSeries('saloon-fr', 'saloon-rr') },
    { op: 'wireChannel', channel: 'head/rl', wiring: inSeries('awning-f', 'awning-r') },
    wire('head/rr', 'washroom'),
  ];
}

/** A woofer of two 2 Ω coils in series on a bridged pair, and two speakers a side on the other two channels. */
function launchSound(): Operation[] {
  const beside = (a: string, b: string): Wiring => ({
    parallel: [{ coil: { gear: a, coil: 0 } }, { coil: { gear: b, coil: 0 } }],
  });
  return [
    add('head', 'sallow-din', 'console'),
    add('amp', 'weir-4-45', 'consoleFoot'),
    add('coaming-left', 'bittern-165', 'coamingLeft'),
    add('coaming-right', 'bittern-165', 'coamingRight'),
    add('bow-left', 'bittern-165', 'bowLeft'),
    add('bow-right', 'bittern-165', 'bowRight'),
    add('woofer', 'pike-200', 'consoleBass'),
    { op: 'wireChannel', channel: 'amp/fl', wiring: beside('coaming-left', 'bow-left') },
    { op: 'wireChannel', channel: 'amp/fr', wiring: beside('coaming-right', 'bow-right') },
    {
      op: 'wireChannel',
      channel: 'amp/rl+rr',
      wiring: { series: [{ coil: { gear: 'woofer', coil: 0 } }, { coil: { gear: 'woofer', coil: 1 } }] },
    },
    add('block', 'delta-4', 'lockerPanel'),
    holder('block', 'holder-post'),
    { op: 'feedFrom', gear: 'amp', from: 'block' },
    { op: 'feedFrom', gear: 'head', from: 'block' },
  ];
}

/** Three jobs at intake: what the owner said on the telephone, and what was seen in the yard. */
const INTAKES: readonly Job[] = [
  job(
    'vineyard-side-by-side',
    'Vineyard side-by-side, music for the pickers',
    'Hillfoot vineyard',
    [
      {
        op: 'setWishes',
        wishes: 'Both rows must hear it over the engine. Hosed down every evening. A plug for a telephone, no screen.',
      },
      { op: 'setCraftNote', note: 'Second season, mud behind the dash. Somebody has tapped the lamp switch before.' },
      {
        op: 'setBattery',
        id: 'battery',
        battery: { chemistry: 'flooded', capacityAh: 30, restVolts: 12.5, internalMilliohm: 7 },
      },
      {
        op: 'setExisting',
        id: 'outlet',
        circuit: {
          name: 'Outlet in the dash',
          colour: { body: 'orange', stripe: 'black' },
          use: 'switched',
          metered: true,
          offVolts: 0,
          accessoryVolts: 0,
          runVolts: 12.4,
          fuseA: 10,
          drawsA: 2,
          shares: 'pump for the sprayer',
          size: '16',
        },
      },
      { op: 'setMeasure', measure: 'wheelbase', mm: 2960 },
      {
        op: 'setExisting',
        id: 'lampTap',
        circuit: { name: 'Tap at the lamp switch', colour: { body: 'blue' }, use: 'lamp', metered: false },
      },
      { op: 'choose', choice: 'access', option: 'off' },
    ],
    SIDE_BY_SIDE,
  ),
  job(
    'river-launch',
    'River launch, music at anchor',
    'Two sisters, mooring 14',
    [
      {
        op: 'setWishes',
        wishes: 'The whole reach on Sundays, talking level under way. It must still start in the evening.',
      },
      {
        op: 'setCraftNote',
        note: 'Yellow is negative on this boat, the panel says so. Compass on the console, keep magnets off.',
      },
      {
        op: 'setBattery',
        id: 'battery',
        battery: {
          name: 'House bank',
          role: 'house',
          chemistry: 'agm',
          capacityAh: 95,
          restVolts: 12.8,
          internalMilliohm: 4,
          ringsPlus: 1,
          ringsMinus: 2,
        },
      },
      {
        op: 'setBattery',
        id: 'start',
        battery: {
          name: 'Start battery',
          role: 'start',
          chemistry: 'flooded',
          capacityAh: 60,
          restVolts: 12.7,
          internalMilliohm: 5,
          place: 'startBank',
          ringsPlus: 2,
          ringsMinus: 2,
        },
      },
      {
        op: 'setTie',
        id: 'combiner',
        tie: {
          kind: 'relay',
          from: 'start',
          to: 'battery',
          milliohm: 3,
          joined: false,
          diodeVolts: 0.7,
          setVolts: 14.4,
          mostA: 30,
        },
      },
      { op: 'setCharging', charging: { setVolts: 14.4, spareCruiseA: 18, spareIdleA: 6 } },
      { op: 'setKeyOff', milliamp: 12 },
      {
        op: 'setDay',
        day: {
          celsius: 18,
          startPct: 100,
          segments: [
            { name: 'Out to the reach', hours: 0.75, engine: 'cruise', listening: 'talk', otherA: 0 },
            { name: 'At anchor', hours: 6, engine: 'off', listening: 'hard', otherA: 1.5 },
            { name: 'Evening, lamps', hours: 2, engine: 'off', listening: 'talk', otherA: 3 },
            { name: 'Home', hours: 0.75, engine: 'cruise', listening: 'music', otherA: 3 },
          ],
        },
      },
      {
        op: 'setExisting',
        id: 'panelMinus',
        circuit: { name: 'Switch panel return', colour: { body: 'yellow' }, use: 'negative', metered: true },
      },
      {
        op: 'setExisting',
        id: 'bilge',
        circuit: { name: 'Bilge pump', colour: { body: 'brown', stripe: 'red' }, use: 'constant', metered: false },
      },
      {
        op: 'setExisting',
        id: 'panelSpare',
        circuit: {
          name: 'Spare way of the switch panel',
          colour: { body: 'red' },
          use: 'switched',
          metered: true,
          offVolts: 0,
          accessoryVolts: 12.6,
          runVolts: 12.6,
          fuseA: 7.5,
          drawsA: 0,
          size: '16',
        },
      },
      { op: 'setTurnOn', turnOn: { source: 'panelSpare' } },
      ...launchSound(),
    ],
    RIVER_LAUNCH,
  ),
  job(
    'narrow-van',
    'Narrow van, seven speakers in three zones',
    'The retired surveyor',
    [
      {
        op: 'setWishes',
        wishes: 'Saloon, awning and washroom each with its own volume. The television through the same speakers.',
      },
      {
        op: 'setCraftNote',
        note: 'Old radio left a larger hole than the new one. House wires are black for plus: meter everything.',
      },
      {
        op: 'setBattery',
        id: 'battery',
        battery: {
          name: 'House battery',
          role: 'house',
          chemistry: 'lithium',
          capacityAh: 200,
          restVolts: 13.3,
          internalMilliohm: 2,
          ringsPlus: 2,
          ringsMinus: 2,
        },
      },
      {
        op: 'setBattery',
        id: 'starter',
        battery: {
          name: 'Starter battery',
          role: 'start',
          chemistry: 'agm',
          capacityAh: 80,
          restVolts: 12.8,
          internalMilliohm: 5,
          place: 'cabBattery',
        },
      },
      {
        op: 'setTie',
        id: 'charger',
        tie: {
          kind: 'charger',
          from: 'starter',
          to: 'battery',
          milliohm: 4,
          joined: false,
          diodeVolts: 0.7,
          setVolts: 14.4,
          mostA: 30,
        },
      },
      { op: 'setCharging', charging: { setVolts: 14.3, spareCruiseA: 70, spareIdleA: 35 } },
      { op: 'setShore', shore: { at: 'battery', setVolts: 14.4, mostA: 20 } },
      { op: 'setSolar', solar: { at: 'battery', watts: 120, hours: 3 } },
      { op: 'setKeyOff', milliamp: 25 },
      { op: 'setTurnOn', turnOn: { joined: true } },
      {
        op: 'setDay',
        day: {
          celsius: 12,
          startPct: 90,
          segments: [
            { name: 'On the road', hours: 2, engine: 'cruise', listening: 'music', otherA: 2 },
            { name: 'At camp', hours: 8, engine: 'off', listening: 'music', otherA: 3.5 },
            { name: 'Evening under the awning', hours: 4, engine: 'off', listening: 'hard', otherA: 5 },
            { name: 'Night', hours: 10, engine: 'off', listening: 'off', otherA: 2 },
          ],
        },
      },
      {
        op: 'setExisting',
        id: 'housePlus',
        circuit: { name: 'House feed at the galley', colour: { body: 'black' }, use: 'constant', metered: true },
      },
      {
        op: 'setExisting',
        id: 'houseMinus',
        circuit: { name: 'House return at the galley', colour: { body: 'white' }, use: 'negative', metered: true },
      },
      ...vanSound(),
      { op: 'setLamp', id: 'waterGauge', lamp: { name: 'Fresh water gauge', by: null, answer: 'open' } },
      { op: 'choose', choice: 'joint', option: 'sleeve' },
    ],
    NARROW_VAN,
  ),
];

export const DEMO_JOBS: readonly Job[] = [TOURER_JOB, HIRE_JOB, ...INTAKES, ...CRAFT_JOBS];
