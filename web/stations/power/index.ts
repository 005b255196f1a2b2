import type { StationFace } from '../../app/stations';

export const power: StationFace = {
  name: 'Power',
  number: 5,
  view: () => import('./PowerStation.vue'),
  selects: ['feed', 'gear', 'battery', 'tie', 'existing'],
  isBegun: ({ job: { feeds, overrules } }) =>
    [feeds, overrules.gauge, overrules.fuse].some((part) => Object.keys(part).length > 0),
};
