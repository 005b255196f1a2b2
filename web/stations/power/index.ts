import type { StationFace } from '../../app/stations';

export const power: StationFace = {
  name: 'Power',
  number: 5,
  view: () => import('./PowerStation.vue'),
  selects: ['feed', 'gear', 'battery', 'tie', 'existing'],
  isBegun: ({ job }) => Object.keys(job.feeds).length > 0,
};
