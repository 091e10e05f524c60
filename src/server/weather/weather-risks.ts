import type { ClaimId } from '@/core/ids';
import { addMinutes, type EpochMinute } from '@/core/time/epoch-minute';
import { weatherRisk } from '@/core/weather/outdoors';
import { sayWeather } from '@/contracts/words/weather';
import type { Reader } from '../db/connection';
import { siteZone } from '../db/space-facts';
import { standInForecast, type Forecast } from './stand-in';

/** Nothing is forecast further ahead. */
const AHEAD_MIN = 7 * 1440;

/** The forecast of this office; null where it has none. `stand-in` and a seed: made-up weather, as the demo has it. */
async function forecastOf(reader: Reader): Promise<Forecast | null> {
  const [row] = await reader.rows<{ value: string }>(`SELECT value FROM setting WHERE key = 'forecast'`);
  const match = /^stand-in (\d{1,9})$/.exec(row?.value ?? '');
  return match ? standInForecast(Number(match[1])) : null;
}

interface OutdoorRow {
  readonly id: ClaimId;
  readonly start: EpochMinute;
  readonly end: EpochMinute;
  readonly place: string;
  readonly indoors: string | null;
}

const OUTDOORS = `
SELECT c.id, c.start_min AS start, c.end_min AS "end", group_concat(DISTINCT s.name) AS place,
  (SELECT group_concat(i.name, ' + ') FROM claim f JOIN claim_space y ON y.claim_id = f.id JOIN space i ON i.id = y.space_id
   WHERE f.occurrence_id = c.occurrence_id AND f.kind = 'fallback' AND f.status IN ('held','in-force')) AS indoors
FROM claim c JOIN claim_space x ON x.claim_id = c.id JOIN space s ON s.id = x.space_id AND s.outdoor = 1
WHERE c.status = 'in-force' AND c.end_min > $now AND c.start_min < $until GROUP BY c.id`;

/** What the forecast says against booked dates outdoors in the days to come, by claim. */
export async function weatherRisks(reader: Reader, now: EpochMinute): Promise<Map<ClaimId, string>> {
  const forecast = await forecastOf(reader);
  if (!forecast) return new Map();
  const until = addMinutes(now, AHEAD_MIN);
  const tzid = await siteZone(reader);
  const rows = await reader.rows<OutdoorRow>(OUTDOORS, { now, until });
  return new Map(
    rows.flatMap(({ id, start, end, place, indoors }) => {
      const event = { start, end: end < until ? end : until };
      const risk = weatherRisk(event, forecast(event));
      return risk ? [[id, sayWeather(risk, { place, indoors, tzid })] as const] : [];
    }),
  );
}
