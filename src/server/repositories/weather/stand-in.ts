import { createHash } from 'node:crypto';
import type { ForecastHour } from '@/core/weather/outdoors';
import { epochMinute, type Interval } from '@/core/time/epoch-minute';

/** A forecast for a span, hour by hour; a real service would be asked behind the same door. */
export type Forecast = (span: Interval) => readonly ForecastHour[];

/** Weather changes over so many hours. */
const SPELL_HOURS = 9;

/** A number from 0 to 1 that is always the same for the same words. */
const chance = (...words: readonly (string | number)[]): number =>
  createHash('sha256').update(words.join(' ')).digest().readUInt32BE(0) / 2 ** 32;

/** Between two spells it goes over evenly. */
function level(seed: number, what: string, hour: number): number {
  const spell = Math.floor(hour / SPELL_HOURS);
  const share = hour / SPELL_HOURS - spell;
  return chance(seed, what, spell) * (1 - share) + chance(seed, what, spell + 1) * share;
}

/** Made-up weather that hangs together: the same seed forecasts the same hour alike, whenever it is asked. */
export const standInForecast =
  (seed: number): Forecast =>
  ({ start, end }) => {
    const first = Math.floor(start / 60);
    return Array.from({ length: Math.ceil(end / 60) - first }, (_, index) => {
      const hour = first + index;
      // Raised to powers: most hours are quiet, few are wild.
      return {
        start: epochMinute(hour * 60),
        gustKmh: Math.round(8 + 85 * level(seed, 'wind', hour) ** 5),
        rainMm: Math.round(80 * level(seed, 'rain', hour) ** 9) / 10,
      };
    });
  };
