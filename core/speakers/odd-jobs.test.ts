import { DEMO_JOBS, TOURER_JOB } from '#demo/jobs';
import { shelfItem } from '#demo/shelf';
import { speakersOf, type Wiring } from '../job/circuit';
import type { Job } from '../job/job';
import { applyAll, type Operation } from '../job/operations';
import { planJob } from '../plan';
import { rewire } from '../connections/wiring';
import { rankOf } from './rank';
import { proposeWiring, type WiringProposal } from './propose';
import { leadsFromAnywhere } from '../what-if';

const demo = (id: string) => DEMO_JOBS.find((job) => job.id === id)!;
const best = (job: Job): WiringProposal => {
  const { best: all, proven } = proposeWiring(job, leadsFromAnywhere(job));
  expect(proven).toBe(true);
  // What is proposed is what is planned: accepted, it is legal and comes to the same.
  for (const proposal of all) {
    const accepted = planJob(applyAll(job, rewire(job, proposal.circuits, proposal.positions)));
    expect(Object.keys(accepted.speakers.circuits).sort()).toEqual(Object.keys(proposal.circuits).sort());
    expect(accepted.findings.filter((f) => f.station === 'speakers' && f.severity === 'stop')).toEqual([]);
  }
  return all[0]!;
};
const groups = ({ circuits }: WiringProposal) =>
  Object.entries(circuits).map(([key, wiring]) => [key, speakersOf(wiring).sort().join(' ')]);
const without = (...ids: string[]) => ids.map((id): Operation => ({ op: 'removeGear', id }));

test('seven speakers in three zones on four outputs: a zone never shares, a mono one may', () => {
  const van = demo('narrow-van');
  const found = best(van);
  expect(groups(found)).toEqual(
    expect.arrayContaining([
      ['head/fl', 'saloon-fl saloon-rl'],
      ['head/fr', 'saloon-fr saloon-rr'],
      ['head/rl', 'awning-f awning-r'],
      ['head/rr', 'washroom'],
    ]),
  );
  for (const [key, circuit] of Object.entries(found.plan.circuits))
    expect([key, circuit.refused, circuit.nominalOhm >= 4]).toEqual([key, false, true]);
  // In parallel it would look louder, and it says what keeps that off.
  const { barred } = proposeWiring({ ...van, circuits: {} }, leadsFromAnywhere(van));
  expect(barred.map(({ bar }) => bar)).toContain('minimum');
  expect(barred[0]!.why).toMatch(/would see 2 Ω and allows no less than 4 Ω/);
});

test('five speakers on four outputs', () => {
  const van = applyAll(demo('narrow-van'), without('awning-f', 'awning-r'));
  const found = best({ ...van, circuits: {} });
  expect(Object.values(found.circuits).flatMap(speakersOf)).toHaveLength(5);
  expect(Object.values(found.plan.circuits).every(({ refused }) => !refused)).toBe(true);
});

test('a woofer of two 2 Ω coils goes on a bridged pair in series, beside two a side on the other channels', () => {
  const launch = demo('river-launch');
  const found = best(applyAll(launch, [{ op: 'setWiringRules', rules: { amplifiersOnly: true } }]));
  const woofer = Object.entries(found.circuits).find(([, wiring]) => speakersOf(wiring).includes('woofer'))!;
  expect(woofer[0]).toMatch(/^amp\/.+\+.+$/);
  expect(woofer[1]).toEqual({ series: [{ coil: { gear: 'woofer', coil: 0 } }, { coil: { gear: 'woofer', coil: 1 } }] });
  expect(found.plan.circuits[woofer[0]]!.nominalOhm).toBe(4);
  // No bridges: then it hangs on a channel of its own, or not at all.
  const flat = best(applyAll(launch, [{ op: 'setWiringRules', rules: { amplifiersOnly: true, unbridged: true } }]));
  expect(Object.keys(flat.circuits).some((key) => key.includes('+'))).toBe(false);
});

/** A woofer and a tweeter a side, on one amplifier. */
const sets = (amplifier: string): Job =>
  applyAll(TOURER_JOB, [
    ...without('fairing-left', 'fairing-right', 'pannier-left', 'pannier-right', 'amp', 'head'),
    { op: 'addGear', id: 'amp', item: shelfItem(amplifier), place: 'lampShelf' },
    ...(['Left', 'Right'] as const).flatMap((side): Operation[] => [
      { op: 'addGear', id: `woofer${side}`, item: shelfItem('sedge-165'), place: `fairing${side}` },
      { op: 'addGear', id: `tweeter${side}`, item: shelfItem('sedge-25'), place: `guard${side}` },
    ]),
  ]);

test('a pair of sets: four channels with filters, or two channels through their crossovers', () => {
  const active = proposeWiring(sets('weir-4-45'), () => 0.05);
  const channels = active.best.map(({ circuits }) => Object.keys(circuits).length);
  expect(channels).toContain(4);
  const split = active.best.find(({ circuits }) => Object.keys(circuits).length === 2)!;
  expect(Object.values(split.circuits).every((wiring) => 'split' in wiring)).toBe(true);
  expect(Object.values(split.plan.circuits).map(({ nominalOhm }) => nominalOhm)).toEqual([4, 4]);
  // An amplifier without filters leaves the crossovers only, and says what stands against the rest.
  const plain = proposeWiring(sets('lock-4-30'), () => 0.05);
  expect(plain.best.every(({ circuits }) => Object.values(circuits).every((wiring) => 'split' in wiring))).toBe(true);
});

test('behind a crossover each takes its own band: watts are a sine’s in it, and the load is the lower of the two', () => {
  const job = applyAll(sets('weir-4-45'), [
    {
      op: 'wireChannel',
      channel: 'amp/fl',
      wiring: { split: [{ coil: { gear: 'wooferLeft', coil: 0 } }, { coil: { gear: 'tweeterLeft', coil: 0 } }] },
    },
  ]);
  const circuit = planJob(job).speakers.circuits['amp/fl']!;
  expect(circuit.nominalOhm).toBe(4);
  expect(circuit.watts).toBeCloseTo(circuit.volts ** 2 / circuit.loadOhm, 9);
  for (const share of circuit.speakers) {
    const amps = circuit.volts / (4 + share.leadOhm);
    expect(share.watts).toBeCloseTo(amps * amps * 4, 9);
  }
});

test('a line control over half a pair: the other zone is given another pair', () => {
  const van = demo('narrow-van');
  const amp = applyAll({ ...van, circuits: {} }, [
    ...without('dial'),
    { op: 'addGear', id: 'amp', item: shelfItem('weir-4-45'), place: 'galley' },
    { op: 'addGear', id: 'dial2', item: shelfItem('dial-line'), place: 'doorDial' },
    { op: 'setZone', id: 'awning', zone: { name: 'Awning', listener: 'awning', mono: true, control: 'dial2' } },
    ...without('washroom'),
    { op: 'setWiringRules', rules: { amplifiersOnly: true } },
  ]);
  const { best: all } = proposeWiring(amp, leadsFromAnywhere(amp));
  expect(all.length).toBeGreaterThan(0);
  for (const proposal of all) {
    const plan = planJob(applyAll(amp, rewire(amp, proposal.circuits)));
    expect(plan.findings.map((f) => f.rule)).not.toContain('zone-control-shared');
    expect(plan.inputs.find(({ from }) => from === 'dial2')).toBeDefined();
    expect(rankOf(amp, Object.values(proposal.plan.circuits))).toEqual(proposal.rank);
  }
});

test('a load selector is moved where that is better, and the proposal says so', () => {
  const job = applyAll(TOURER_JOB, [
    ...without('fairing-left', 'fairing-right', 'pannier-left', 'pannier-right', 'head'),
    { op: 'addGear', id: 'woofer', item: shelfItem('tench-200'), place: 'pannierLeft' },
    { op: 'setWiringRules', rules: { unbridged: true } },
  ]);
  const found = best(job);
  expect(found.positions).toEqual({ woofer: '2 Ω' });
  expect(Object.values(found.plan.circuits)[0]!.nominalOhm).toBe(2);
});

test('shares of an output sum to the whole, leads counted', () => {
  const leaf = (gear: string): Wiring => ({ coil: { gear, coil: 0 } });
  const job = applyAll(TOURER_JOB, [
    ...['amp/fl', 'amp/fr', 'amp/rl', 'amp/rr'].map((channel): Operation => ({
      op: 'wireChannel',
      channel,
      wiring: null,
    })),
    {
      op: 'wireChannel',
      channel: 'amp/fl',
      wiring: {
        parallel: [
          { series: [leaf('fairing-left'), leaf('pannier-left')] },
          { series: [leaf('fairing-right'), leaf('pannier-right')] },
        ],
      },
    },
  ]);
  const circuit = planJob(job).speakers.circuits['amp/fl']!;
  const inCoils = circuit.speakers.reduce((sum, s) => sum + s.share, 0);
  const inLeads = circuit.speakers.reduce((sum, s) => sum + (s.share * s.leadOhm) / 4, 0);
  expect(inCoils + inLeads).toBeCloseTo(1, 12);
});
