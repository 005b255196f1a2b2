import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import type { Gauge, WireStandard } from '#core/tables/conductors';
import {
  figureShown,
  gaugeShown,
  lengthShown,
  unitShown,
  wireShown,
  wordsShown,
  type UnitSystem,
} from '#core/units/shown';
import { readFigure } from '#core/units/typed';

/** What a person reads and types; the job itself is in millimetres, so that switching loses nothing. */
export const units = useLocalStorage<UnitSystem>('haltrik-units', 'metric');
export const inches = computed(() => units.value === 'inch');
export const toggleUnits = (): void => {
  units.value = inches.value ? 'metric' : 'inch';
};

/** A unit of the job as it is named on the screen. */
export const shownUnit = (unit: string): string => unitShown(units.value, unit);
/** A figure of the job as it is typed in the units of the screen. */
export const shownFigure = (value: number, unit: string): number => figureShown(units.value, value, unit);

/** What was typed in the units of the screen, in the job's own unit. NaN if it is no figure. */
export const typedFigure = (text: string, unit: string): number => readFigure(units.value, text, unit);

/** A length in mm as it is typed in the units of the screen. */
export const shownLength = (mm: number): number => shownFigure(mm, 'mm');
export const lengthUnit = (): string => shownUnit('mm');

/** Words with their lengths in the units of the screen; `least` as in wordsShown. */
export const inUnits = (words: string, least = 0): string => wordsShown(units.value, words, least);
/** A length in mm for reading; `fine` for misfits. */
export const lengthText = (mm: number, fine = false): string => lengthShown(units.value, mm, fine);
/** Metres of wire, or feet. */
export const wireText = (metres: number): string => wireShown(units.value, metres);
export const wireUnit = (): string => unitShown(units.value, 'm');
export const gaugeText = (gauge: Gauge, standard: WireStandard): string => gaugeShown(units.value, gauge, standard);
