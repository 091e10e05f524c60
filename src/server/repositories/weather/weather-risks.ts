import type { ClaimId } from '@/core/ids';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import { weatherRisk } from '@/core/weather/outdoors';
import { sayWeather } from '@/contracts/words/weather';
import type { Reader } from '../../db/connection';
import { siteZone } from '../world/space-facts';
import { standInForecast, type Forecast } from './stand-in';
import { FORECAST_OF, OUTDOOR_DATES } from './weather.queries';

/** Nothing is forecast further ahead. */
const AHEAD_MIN = 7 * 1440;

/** The forecast of this office; null where it has none. `stand-in` and a seed: made-up weather, as the demo has it. */
async function forecastOf(reader: Reader): Promise<Forecast | null> {
  const [row] = await reader.all(FORECAST_OF);
  const match = /^stand-in (\d{1,9})$/.exec(row?.value ?? '');
  return match ? standInForecast(Number(match[1])) : null;
}

/** What the forecast says against booked dates outdoors in the days to come, by claim. */
export async function weatherRisks(reader: Reader, now: EpochMinute): Promise<Map<ClaimId, string>> {
  const forecast = await forecastOf(reader);
  if (!forecast) return new Map();
  const until = addMinutes(now, AHEAD_MIN);
  const tzid = await siteZone(reader);
  const rows = await reader.all(OUTDOOR_DATES, { now, until });
  return new Map(
    rows.flatMap(({ id, start, end, place, indoors }) => {
      const event = { start, end: end < until ? end : until };
      const risk = weatherRisk(event, forecast(event));
      return risk ? [[id, sayWeather(risk, { place, indoors, tzid })] as const] : [];
    }),
  );
}
