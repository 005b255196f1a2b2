import type { StationFace } from '../../app/stations';

export const mounting: StationFace = {
  name: 'Mounting',
  number: 3,
  view: () => import('./MountingStation.vue'),
  selects: ['gear'],
  isBegun: ({ plan }) => Object.keys(plan.mounts).length > 0,
};
