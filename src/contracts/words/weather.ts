import { t } from '@/contracts/language/translate';
import type { WeatherRisk } from '@/core/weather/outdoors';
import { listText } from './rule';
import { duringText } from './when';

interface WeatherNames {
  readonly place: string;
  /** Where it can be indoors instead; null where nothing is kept for that. */
  readonly indoors: string | null;
  readonly tzid: string;
}

/** `Gusts of 61 km/h and rain of 1.5 mm an hour are forecast for Orchard Lawn, 09:30–12:30. …` */
export function sayWeather({ gustKmh, rainMm, during }: WeatherRisk, { place, indoors, tzid }: WeatherNames) {
  const parts = [
    gustKmh !== null && t`gusts of ${gustKmh} km/h`,
    rainMm !== null && t`rain of ${rainMm} mm an hour`,
  ].filter((part) => part !== false);
  const what = listText(parts);
  const verb = gustKmh === null ? t`is` : t`are`;
  const then = indoors
    ? t`${indoors} is kept for it indoors.`
    : t`No indoor space is kept for it: move it, or agree with the host that it stays.`;
  return t`${what[0]!.toUpperCase()}${what.slice(1)} ${verb} forecast for ${place}, ${duringText(during, tzid)}. ${then}`;
}
