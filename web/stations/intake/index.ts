import type { StationFace } from '../../app/stations';

export const intake: StationFace = {
  name: 'Intake',
  number: 1,
  view: () => import('./IntakeStation.vue'),
  selects: ['lamp', 'existing', 'cover'],
  isBegun: ({ job: { wishes, choices, craft } }) =>
    wishes !== '' ||
    [craft.measures, ...Object.values(craft.changes), craft.existing, craft.lamps, choices].some(
      (part) => Object.keys(part).length > 0,
    ),
};
