import { TOURER_JOB } from '#demo/jobs';
import type { Run, RunKind } from '../connections/runs';
import { applyAll } from '../job/operations';
import { gaugeWords, gaugesOf, type FeedGauges } from './gauges';
import { overrule } from '../job/parts/overrules';

const run = (kind: RunKind, from: string, to: string) => ({ id: `${kind}:${from}>${to}`, kind, from, to }) as Run;

describe('the gauge of every run', () => {
  const sizes: FeedGauges = {
    common: { run: 'return:battery>meet', gauge: '2' },
    feeds: {
      amp: { gauge: '4', returns: true },
      relay: { gauge: '8', returns: false },
      meet: { gauge: '6', returns: true },
    },
  };
  const gaugeOf = gaugesOf(TOURER_JOB, sizes);

  test.each<[string, Run, string | undefined]>([
    ['a feed', run('feed', 'battery', 'amp'), '4'],
    ['its return, which brings all of it back', run('return', 'battery', 'amp'), '4'],
    ['the feed of a relay', run('feed', 'battery', 'relay'), '8'],
    ['the return of its coil, milliamperes', run('return', 'battery', 'relay'), '18'],
    ['the one return from where others meet', run('return', 'battery', 'meet'), '2'],
    ['a feed that is not sized', run('feed', 'battery', 'ghost'), undefined],
    ['a turn-on lead', run('turnOn', 'head', 'amp'), '18'],
    ['a switched lead', run('switched', 'switched', 'head'), '18'],
    ['a speaker lead', run('speaker', 'amp', 'left'), '16'],
    ['a screened line-level pair', run('line', 'head', 'amp'), undefined],
  ])('%s', (_, of, gauge) => expect(gaugeOf(of)).toBe(gauge));

  test('metric leads, and a speaker lead of somebody’s own', () => {
    const metric = applyAll(TOURER_JOB, [{ op: 'setSettings', settings: { conductors: 'iso' } }]);
    const lead = run('speaker', 'amp', 'left');
    expect(gaugesOf(metric)(lead)).toBe('1.5mm2');
    expect(gaugesOf(metric)(run('turnOn', 'head', 'amp'))).toBe('0.75mm2');
    expect(gaugesOf(applyAll(TOURER_JOB, [overrule('lead', lead.id, '12')]))(lead)).toBe('12');
    expect(gaugeWords(TOURER_JOB, '12')).toBe('12 AWG');
    expect(gaugeWords(TOURER_JOB, undefined)).toBe('screened line-level pair');
  });
});
