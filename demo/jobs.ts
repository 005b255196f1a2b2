import { ADVENTURE_TOURER } from '#core/craft/patterns/adventure-tourer';
import type { FuseHolder } from '#core/gear/gear';
import { contentHash } from '#core/gear/hash';
import { newJob, type Job } from '#core/job/job';
import { applyAll, type Operation } from '#core/job/operations';
import { shelfItem } from './shelf';

export const PATTERNS = [ADVENTURE_TOURER] as const;

const add = (id: string, item: string, place: string | null): Operation => ({
  op: 'addGear',
  id,
  item: shelfItem(item),
  place,
});
const wire = (channel: string, gear: string): Operation => ({
  op: 'wireChannel',
  channel,
  wiring: { coil: { gear, coil: 0 } },
});
const holder = (gear: string, item: string): Operation => ({
  op: 'chooseHolder',
  gear,
  holder: shelfItem(item) as FuseHolder,
});

function job(id: string, title: string, customer: string, operations: readonly Operation[]): Job {
  const fresh = newJob(id, title, ADVENTURE_TOURER, contentHash(ADVENTURE_TOURER));
  return applyAll(fresh, [
    { op: 'setCustomer', customer },
    { op: 'setSettings', settings: { insulation: '105' } },
    ...operations,
  ]);
}

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

export const DEMO_JOBS: readonly Job[] = [TOURER_JOB, HIRE_JOB];
