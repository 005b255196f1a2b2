import type { StationFace } from '../../app/stations';

export const speakers: StationFace = {
  name: 'Speakers',
  number: 4,
  view: () => import('./SpeakersStation.vue'),
  selects: ['gear', 'circuit'],
  isBegun: ({ job }) => Object.keys(job.circuits).length > 0,
};
