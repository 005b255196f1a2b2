import { DEMO_JOBS } from '#demo/jobs';
import { connect } from './connections/wiring';
import { sourcesOf } from './connections/signal';
import { channelsOfOutput } from './job/circuit';
import { applyAll } from './job/operations';
import { planJob } from './plan';
import { outputsOf, type Circuit } from './speakers/index';
import { wiringTrials } from './what-if';

const JOBS = DEMO_JOBS.map((job) => ({ ...job, seal: null })).filter(({ circuits }) => Object.keys(circuits).length);
const leads = (circuit: Circuit) => circuit.speakers.map(({ gear, leadOhm }) => [gear, leadOhm]);

test.each(JOBS.map((job) => [job.title, job] as const))(
  '%s: what a wiring is said to come to is what the job is planned to with it',
  (_, job) => {
    const trial = wiringTrials(job, planJob(job));
    const bridged = new Set(
      Object.keys(job.circuits)
        .filter((key) => key.includes('+'))
        .flatMap(channelsOfOutput),
    );
    const rows = sourcesOf(job).flatMap(([id, item]) =>
      outputsOf(id, item)
        .filter(({ key }) => !key.includes('+') && !bridged.has(key))
        .map(({ key }) => ({ key, regulated: item.demand.regulated })),
    );
    let compared = 0;
    for (const [speaker, { item }] of Object.entries(job.gear))
      for (const { key, regulated } of item.kind === 'speaker' ? rows : [])
        for (const joining of ['parallel', 'series'] as const) {
          const edits = connect(job, speaker, key, joining);
          const said = trial(edits).circuits[key]!;
          const planned = planJob(applyAll(job, edits)).speakers.circuits[key]!;
          expect([said.loadOhm, leads(said)]).toEqual([planned.loadOhm, leads(planned)]);
          // Volts at a source that does not hold its own move with what it drives; here they are as they were.
          if (regulated) expect(said.watts).toBe(planned.watts);
          compared++;
        }
    expect(compared).toBeGreaterThan(10);
  },
);
