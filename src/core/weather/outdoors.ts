import type { EpochMinute, Interval } from '../time/epoch-minute';

/** What is forecast for one hour. */
export interface ForecastHour {
  readonly start: EpochMinute;
  /** Gusts, in kilometres an hour. */
  readonly gustKmh: number;
  /** Rain within the hour, in millimetres. */
  readonly rainMm: number;
}

/**
 * From here on an event outdoors is looked at again. Common practice, no source; houses differ. Gusts in km/h, rain in
 * mm an hour.
 */
export const OUTDOOR_LIMITS = { gustKmh: 50, rainMm: 1 } as const;

/** What of the forecast speaks against being outdoors; null is within the limits. */
export interface WeatherRisk {
  /** Null where it stays below the limit. */
  readonly gustKmh: number | null;
  readonly rainMm: number | null;
  /** From the first to the end of the last hour at or over a limit, within the event. */
  readonly during: Interval;
}

/** The worst of the hours an event is out in; null where nothing reaches a limit, or nothing is known of them. */
export function weatherRisk(
  event: Interval,
  hours: readonly ForecastHour[],
  limits: { readonly gustKmh: number; readonly rainMm: number } = OUTDOOR_LIMITS,
): WeatherRisk | null {
  const bad = hours.filter(
    ({ start, gustKmh, rainMm }) =>
      start < event.end && start + 60 > event.start && (gustKmh >= limits.gustKmh || rainMm >= limits.rainMm),
  );
  if (!bad.length) return null;
  const worst = (of: 'gustKmh' | 'rainMm') => {
    const most = Math.max(...bad.map((hour) => hour[of]));
    return most >= limits[of] ? most : null;
  };
  const start = Math.min(...bad.map((hour) => hour.start));
  const end = Math.max(...bad.map((hour) => hour.start + 60));
  return {
    gustKmh: worst('gustKmh'),
    rainMm: worst('rainMm'),
    during: {
      start: Math.max(start, event.start) as EpochMinute,
      end: Math.min(end, event.end) as EpochMinute,
    },
  };
}
