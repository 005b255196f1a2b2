import fc from 'fast-check';
import { SHELF } from '#demo/shelf';
import { ADVENTURE_TOURER } from '#demo/patterns/adventure-tourer';
import type { FuseHolder } from './gear/gear';
import { newJob } from './job/job';
import { type Wiring } from './job/circuit';
import { applyAll, type Operation } from './job/operations';
import { planJob } from './plan';
import { contentHash } from './document/hash';
import { OperationError } from './document/fault';

describe('whatever is asked of it', () => {
  const places = [...Object.keys(ADVENTURE_TOURER.places), null];
  const gearIds = ['g0', 'g1', 'g2', 'g3', 'g4', 'g5'];
  const holders = SHELF.filter((item): item is FuseHolder => item.kind === 'fuseHolder');
  const oneOf = <const T>(...values: readonly T[]) => fc.constantFrom(...values);
  const coil = fc.record({ gear: oneOf(...gearIds), coil: oneOf(0, 1) }).map((c): Wiring => ({ coil: c }));
  const wiring = fc.oneof(
    coil,
    fc.array(coil, { minLength: 2, maxLength: 4 }).map((parallel): Wiring => ({ parallel })),
    fc.array(coil, { minLength: 2, maxLength: 4 }).map((series): Wiring => ({ series })),
  );
  const anything: fc.Arbitrary<Operation> = fc.oneof(
    fc.record({ op: oneOf('addGear'), id: oneOf(...gearIds), item: oneOf(...SHELF), place: oneOf(...places) }),
    fc.record({ op: oneOf('placeGear'), id: oneOf(...gearIds), place: oneOf(...places) }),
    fc.record({ op: oneOf('removeGear'), id: oneOf(...gearIds) }),
    fc.record({
      op: oneOf('wireChannel'),
      channel: fc.tuple(oneOf(...gearIds), oneOf('fl', 'fr', 'rl', 'rr')).map((parts) => parts.join('/')),
      wiring: fc.oneof(wiring, oneOf(null)),
    }),
    fc.record({ op: oneOf('choose'), choice: oneOf('grounds'), option: oneOf('common', 'battery', null) }),
    fc.record({ op: oneOf('chooseHolder'), gear: oneOf(...gearIds), holder: oneOf(...holders, null) }),
    fc.record({
      op: oneOf('overrule' as const),
      kind: oneOf('fuse' as const),
      subject: oneOf(...gearIds),
      value: oneOf(0.5, 5, 30, 400, null),
    }),
    fc.record({
      op: oneOf('overrule' as const),
      kind: oneOf('gauge' as const),
      subject: oneOf(...gearIds),
      value: oneOf('18' as const, '2/0' as const, null),
    }),
    fc.record({ op: oneOf('placeFuse'), gear: oneOf(...gearIds), atMm: oneOf(0, 150, 20000) }),
    fc.record({
      op: oneOf('overrule' as const),
      kind: oneOf('way' as const),
      subject: fc.tuple(oneOf(...gearIds), oneOf(...gearIds)).map((ends) => `speaker:${ends.join('>')}`),
      value: fc.constantFrom<string[]>(['batteryUp'], ['header', 'shroudUpRight'], []),
    }),
    fc.record({
      op: oneOf('setBattery'),
      id: oneOf('battery'),
      battery: fc.record({ restVolts: oneOf(10, 15), internalMilliohm: oneOf(0.1, 500), capacityAh: oneOf(1, 2000) }),
    }),
    fc.record({
      op: oneOf('setSettings'),
      settings: fc.record({
        conductors: oneOf('awg' as const, 'sae' as const),
        dropLimitPct: oneOf(0.5, 15),
        conductorCelsius: oneOf(0, 105),
        cutStepMm: oneOf(1, 1000),
      }),
    }),
    fc.record({
      op: oneOf('setCharging'),
      charging: fc.record({ setVolts: oneOf(12, 16), spareIdleA: oneOf(0, 300) }),
    }),
  );

  test('a job that can be said can be planned, and every figure shown is a number', () => {
    fc.assert(
      fc.property(fc.array(anything, { minLength: 1, maxLength: 60 }), (operations) => {
        let job = newJob('x', 'Anything', ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER));
        for (const operation of operations)
          try {
            job = applyAll(job, [operation]);
          } catch (error) {
            // What does not apply is refused by name and changes nothing.
            expect(error).toBeInstanceOf(OperationError);
          }
        const { findings, ledger, runs, power } = planJob(job);
        for (const finding of findings) {
          expect(finding.figures.every((x) => Number.isFinite(x.value))).toBe(true);
          expect(finding.reason).not.toMatch(/NaN|undefined|Infin/);
          if (finding.cure) expect(() => planJob(applyAll(job, finding.cure!.operations))).not.toThrow();
        }
        expect(Object.values(ledger).every((x) => x === undefined || Number.isFinite(x))).toBe(true);
        expect(runs.every((run) => run.cutMm >= run.layMm)).toBe(true);
        // No planned fuse stands above the wire it protects.
        for (const feed of Object.values(power.feeds))
          if (
            feed.run &&
            !feed.gaugePinned &&
            !feed.fusePinned &&
            feed.gaugeReason !== 'thickest' &&
            feed.fuseA !== undefined
          )
            expect(feed.fuseA).toBeLessThanOrEqual(feed.ampacityA);
        expect(new Set(findings.map((f) => f.key)).size).toBe(findings.length);
      }),
      { numRuns: Number(process.env['FUZZ'] ?? 300), seed: 20261125 },
    );
  });
});
