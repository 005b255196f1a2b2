import type { StationFace } from '../../app/stations';

export const build: StationFace = {
  name: 'Build',
  number: 7,
  view: () => import('./BuildStation.vue'),
  selects: ['cover', 'step', 'overrule'],
  isBegun: ({ bay }) => bay.events > 0,
  isUnderWay: ({ bay: { state } }) => state !== undefined && state.done < state.steps.length,
};
