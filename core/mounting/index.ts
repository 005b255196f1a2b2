export { fitOf, rankPlaces, type Fit } from './fit';
export { gearRules } from './rules';
export { seatOf, type Seat } from './seat';
