import type { Pattern } from '../craft/pattern';
import type { Job } from './job';
import { FIRST_BATTERY, NEW_BATTERY, USUAL_TIE, type Battery, type Role, type Tie } from './supply';

type Kind = Pattern['kind'];
type Charging = Job['craft']['charging'];
type Electrical = Pick<Battery, 'chemistry' | 'capacityAh' | 'restVolts' | 'internalMilliohm'>;

/** What a battery of one role is on each kind of craft until somebody reads it off (common practice). */
const USUAL: Readonly<Record<Kind, Readonly<Record<Role, Electrical>>>> = {
  motorcycle: same({ chemistry: 'agm', capacityAh: 12, restVolts: 12.7, internalMilliohm: 9 }),
  sideBySide: same({ chemistry: 'agm', capacityAh: 30, restVolts: 12.7, internalMilliohm: 7 }),
  boat: {
    both: { chemistry: 'flooded', capacityAh: 90, restVolts: 12.7, internalMilliohm: 4 },
    start: { chemistry: 'flooded', capacityAh: 70, restVolts: 12.7, internalMilliohm: 5 },
    house: { chemistry: 'agm', capacityAh: 95, restVolts: 12.8, internalMilliohm: 4 },
  },
  recreationalVehicle: {
    both: { chemistry: 'agm', capacityAh: 90, restVolts: 12.8, internalMilliohm: 5 },
    start: { chemistry: 'agm', capacityAh: 80, restVolts: 12.8, internalMilliohm: 5 },
    house: { chemistry: 'agm', capacityAh: 95, restVolts: 12.8, internalMilliohm: 4 },
  },
};
function same(battery: Electrical): Record<Role, Electrical> {
  return { both: battery, start: battery, house: battery };
}

/** What the alternator spares once the craft itself is fed, by kind (common practice). */
const CHARGING: Readonly<Record<Kind, Omit<Charging, 'at'>>> = {
  motorcycle: { setVolts: 14.2, spareCruiseA: 16, spareIdleA: 5 },
  sideBySide: { setVolts: 14.2, spareCruiseA: 22, spareIdleA: 7 },
  boat: { setVolts: 14.4, spareCruiseA: 25, spareIdleA: 8 },
  recreationalVehicle: { setVolts: 14.4, spareCruiseA: 60, spareIdleA: 30 },
};

/** What joins a start and a house battery: a combining relay afloat, a charger from one to the other on wheels. */
const TIE_KIND = { boat: 'relay', recreationalVehicle: 'charger', motorcycle: 'relay', sideBySide: 'relay' } as const;

/** Batteries, what joins them and charging that a new job of this craft begins with: to be read off the craft. */
export function usualSupply(pattern: Pattern): {
  batteries: Record<string, Battery>;
  ties: Record<string, Tie>;
  charging: Charging;
} {
  const { kind, usualBatteries } = pattern;
  const own = usualBatteries ?? { [FIRST_BATTERY]: { name: NEW_BATTERY.name, role: 'both' as const, place: null } };
  const batteries = Object.fromEntries(
    Object.entries(own).map(([id, battery]) => [id, { ...NEW_BATTERY, ...USUAL[kind][battery.role], ...battery }]),
  );
  const house = Object.keys(batteries).find((id) => batteries[id]!.role === 'house');
  const start = Object.keys(batteries).find((id) => batteries[id]!.role === 'start');
  return {
    batteries,
    ties:
      house === undefined || start === undefined
        ? {}
        : {
            [TIE_KIND[kind] === 'charger' ? 'charger' : 'combiner']: {
              ...USUAL_TIE,
              kind: TIE_KIND[kind],
              from: start,
              to: house,
            },
          },
    charging: { at: null, ...CHARGING[kind] },
  };
}
