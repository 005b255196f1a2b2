import fc from 'fast-check';
import { shelfItem } from '#demo/shelf';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import { contentHash } from '#core/document/hash';
import { isPowered } from '#core/gear/gear';
import { applyAll, type Operation } from '#core/job/operations';
import { newJob } from '#core/job/job';
import { planJob } from '#core/plan';
import { operatingPoint } from './spice';

const JOBS = Number(process.env['JOBS'] ?? 200);

/** AWG 20 to 6, mm² of copper: IEC 60028 resistivity and ASTM B258 diameters as printed, three figures. */
const AREA = { '20': 0.518, '18': 0.823, '16': 1.31, '14': 2.08, '12': 3.31, '10': 5.26, '8': 8.37, '6': 13.3 };
type Size = keyof typeof AREA;

const circuitOf = fc.record({
  size: fc.constantFrom(...(Object.keys(AREA) as Size[])),
  lengthMm: fc.integer({ min: 0, max: 4000 }),
  drawsA: fc.integer({ min: 0, max: 60 }).map((n) => n / 10),
  fuseA: fc.constantFrom(10, 15, 20, 30),
  negative: fc.boolean(),
  use: fc.constantFrom('constant' as const, 'switched' as const, 'other' as const),
});
const made = fc.record({
  one: circuitOf,
  other: circuitOf,
  /** Which circuit each piece is fed from. */
  from: fc.array(fc.constantFrom('one' as const, 'other' as const), { minLength: 3, maxLength: 3 }),
  restVolts: fc.integer({ min: 122, max: 130 }).map((n) => n / 10),
  internalMilliohm: fc.integer({ min: 3, max: 40 }),
});

test('ngspice, given the old wires by hand, agrees with the volts of everything fed from circuits of the craft', () => {
  let compared = 0;
  let withNegative = 0;
  let worst = 0;
  fc.assert(
    fc.property(made, ({ one, other, from, restVolts, internalMilliohm }) => {
      const circuits = { one, other };
      const pieces = ['radio', 'amp', 'second'];
      const job = applyAll(newJob('swap', 'Swap', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER)), [
        { op: 'setBattery', id: 'battery', battery: { restVolts, internalMilliohm } },
        { op: 'addGear', id: 'radio', item: shelfItem('kingcup-3'), place: 'dash' },
        { op: 'addGear', id: 'amp', item: shelfItem('leat-4-25'), place: 'lampShelf' },
        { op: 'addGear', id: 'second', item: shelfItem('kingcup-3'), place: 'underSeat' },
        { op: 'addGear', id: 'left', item: shelfItem('bittern-165'), place: null },
        { op: 'wireChannel', channel: 'amp/fl', wiring: { coil: { gear: 'left', coil: 0 } } },
        ...Object.entries(circuits).map(([id, circuit]): Operation => ({
          op: 'setExisting',
          id,
          circuit: {
            name: id,
            colour: { body: 'yellow' },
            metered: true,
            place: 'dash',
            access: 'bareWire',
            ...circuit,
          },
        })),
        ...pieces.map((gear, i): Operation => ({ op: 'feedFrom', gear, from: from[i]! })),
      ]);
      const plan = planJob(job);
      // Old wire at the job's temperature, 2 % more for its lay; a short lead where its length is nought.
      const warm = 1 + 0.00393 * (job.settings.conductorCelsius - 20);
      const ohms = ({ size, lengthMm }: (typeof circuits)['one']) =>
        Math.max(1e-6, ((1 / 58) * 1.02 * warm * (lengthMm / 1000)) / AREA[size]);
      const deck = [`VE e 0 ${restVolts}`, `RI e post ${internalMilliohm / 1000}`];
      for (const [id, circuit] of Object.entries(circuits)) {
        deck.push(
          `R${id}o post ${id}p ${ohms(circuit)}`,
          `R${id}b ${id}m 0 ${circuit.negative ? ohms(circuit) : 1e-6}`,
        );
        // What the craft draws there, and nothing of it at the battery. Without a − of its own its current returns elsewhere.
        deck.push(
          `I${id}d ${id}p ${circuit.negative ? `${id}m` : '0'} ${circuit.drawsA}`,
          `I${id}c 0 post ${circuit.drawsA}`,
        );
        if (!from.some((used) => used === id)) deck.push(`R${id}x ${id}p 0 1e9`);
      }
      pieces.forEach((gear, i) => {
        const feed = plan.power.feeds[gear]!;
        const own = feed.stretches.filter((s) => s.gear === gear);
        const back = (part: string) => ['block-back', 'back', 'ring-back', 'ring-common'].includes(part);
        const sum = (which: boolean) =>
          own.filter(({ part }) => back(part) === which).reduce((ohm, s) => ohm + s.ohm, 0);
        const { item } = job.gear[gear]!;
        if (!isPowered(item)) throw new Error('no demand');
        const { efficiency, idleA, socketA } = item.demand;
        const watts = feed.audioWatts / efficiency;
        deck.push(
          `R${gear}o ${from[i]!}p ${gear}p ${Math.max(sum(false), 1e-7)}`,
          `R${gear}b ${gear}m ${circuits[from[i]!].negative ? `${from[i]!}m` : '0'} ${Math.max(sum(true), 1e-7)}`,
          `B${gear} ${gear}p ${gear}m I=${watts}/max(V(${gear}p,${gear}m),1)+${idleA + socketA}`,
        );
      });
      if (pieces.some((gear) => plan.power.feeds[gear]!.collapsed)) return;
      const text = [...deck, `.nodeset ${pieces.map((gear) => `V(${gear}p)=12`).join(' ')}`].join('\n');
      const volts = operatingPoint(
        text,
        pieces.map((gear) => `v(${gear}p,${gear}m)`),
      );
      if (!volts) throw new Error(`ngspice finds no operating point:\n${text}`);
      pieces.forEach((gear, i) => {
        const ours = plan.power.feeds[gear]!.states.restFull!.deviceVolts;
        worst = Math.max(worst, Math.abs(ours / volts[i]! - 1));
        expect([gear, Math.abs(ours / volts[i]! - 1) < 0.001]).toEqual([gear, true]);
        compared++;
      });
      withNegative += Number(one.negative || other.negative);
    }),
    { seed: 20261129, numRuns: JOBS, endOnFailure: true },
  );
  expect(compared).toBeGreaterThan(2.8 * JOBS);
  expect(withNegative).toBeGreaterThan(JOBS / 2);
  if (process.env['SAY']) console.log({ compared, worst });
});
