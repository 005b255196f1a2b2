import type { StationFace } from '../../app/stations';

export const handover: StationFace = {
  name: 'Hand over',
  number: 10,
  view: () => import('./HandOverStation.vue'),
  selects: ['overrule'],
  isBegun: ({ job }) => job.seal !== null,
};
