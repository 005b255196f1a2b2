import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { gaugeName, gaugeArea, type Gauge, type WireStandard } from '#core/tables/conductors';
import { figure } from '#core/units/figures';

const MM_PER_INCH = 25.4;
const kept = useLocalStorage<'metric' | 'inch'>('haltrik-units', 'metric');
/** What a person reads and types; the job itself is in millimetres, so that switching loses nothing. */
export const inches = computed(() => kept.value === 'inch');
export const toggleUnits = (): void => {
  kept.value = inches.value ? 'metric' : 'inch';
};

/** A length in mm as it is typed in the units of the screen. */
export const shownLength = (mm: number): number =>
  inches.value ? Math.round((mm / MM_PER_INCH) * 1000) / 1000 : Math.round(mm * 100) / 100;
export const typedLength = (shown: number): number => (inches.value ? shown * MM_PER_INCH : shown);
export const lengthUnit = (): string => (inches.value ? 'in' : 'mm');

/** A length in mm for reading: whole millimetres, or tenths of an inch; `fine` for misfits. */
export const lengthText = (mm: number, fine = false): string =>
  inches.value ? `${figure(mm / MM_PER_INCH, fine ? 2 : 1)} in` : `${figure(mm, fine && mm % 1 ? 1 : 0)} mm`;

/** Metres of wire, or feet. */
export const wireText = (metres: number): string => figure(inches.value ? metres / 0.3048 : metres, 2);
export const wireUnit = (): string => (inches.value ? 'ft' : 'm');

/** Gauge with its cross-section beside it where metric is read; the reel says the gauge either way. */
export const gaugeText = (gauge: Gauge, standard: WireStandard): string => {
  const name = gaugeName(gauge, standard);
  const area = gaugeArea(gauge, standard);
  return inches.value ? name : `${name} · ${figure(area, area < 10 ? 2 : 1)} mm²`;
};
