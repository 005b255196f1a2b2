import type { StationFace } from '../../app/stations';

export const gear: StationFace = {
  name: 'Gear',
  number: 2,
  view: () => import('./GearStation.vue'),
  selects: ['gear', 'link'],
  isBegun: ({ job }) => Object.keys(job.gear).length > 0,
};
