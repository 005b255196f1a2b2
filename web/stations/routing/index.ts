import type { StationFace } from '../../app/stations';

export const routing: StationFace = {
  name: 'Routing',
  number: 6,
  view: () => import('./RoutingStation.vue'),
  selects: ['run', 'leg', 'cover', 'loom'],
  isBegun: ({ plan }) => plan.runs.some((run) => run.way),
};
