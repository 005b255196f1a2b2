import * as v from 'valibot';
import { editsOf, said, type Gone } from '../../document/edits';
import type { Fault } from '../../document/fault';
import type { Job } from '../job';
import { NO_TURN_ON, TurnOn } from '../supply';

export const shape = { turnOn: TurnOn };
export const empty = { turnOn: NO_TURN_ON };

export const edits = editsOf<Job>()({
  setTurnOn: {
    says: { turnOn: v.partial(TurnOn) },
    words: 'change turn-on',
    change: (job, { turnOn }) => ({ ...job, turnOn: { ...job.turnOn, ...said(turnOn) } }),
  },
});

export function faults({ turnOn: { source, through }, gear, craft: { existing } }: Job): Fault[] {
  const between = through !== null && Object.hasOwn(gear, through) ? gear[through]!.item : undefined;
  return [
    ...(source === null || Object.hasOwn(existing, source)
      ? []
      : [{ path: ['turnOn', 'source'], expected: 'expected a circuit of this craft' }]),
    ...(through === null || between?.kind === 'relay' || between?.kind === 'switchModule'
      ? []
      : [{ path: ['turnOn', 'through'], expected: 'expected a relay or switch module of this job' }]),
  ];
}

export function forget(job: Job, { kind, id }: Gone): Job {
  const { turnOn } = job;
  if (kind === 'gear' && turnOn.through === id) return { ...job, turnOn: { ...turnOn, through: null } };
  if (kind === 'circuit' && turnOn.source === id) return { ...job, turnOn: { ...turnOn, source: null } };
  return job;
}
