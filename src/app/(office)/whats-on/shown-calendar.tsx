import type { Metadata } from 'next';
import { TOGETHER_SLUG } from '@/ui/whats-on/notices-address';
import { CalendarByItself, calendarMetadata, type CalendarPageProps } from './calendar-by-itself';
import { CalendarsTogether, TOGETHER_METADATA } from './calendars-together';

/** What `/whats-on/CALENDAR/VIEW` and `/whats-on/CALENDAR/VIEW/DAY` show. */
export async function ShownCalendar(props: CalendarPageProps) {
  const { slug, ...shown } = await props.params;
  if (slug !== TOGETHER_SLUG) return <CalendarByItself {...props} />;
  return <CalendarsTogether shown={shown} searchParams={props.searchParams} />;
}

export async function shownMetadata(props: CalendarPageProps): Promise<Metadata> {
  const { slug } = await props.params;
  return slug === TOGETHER_SLUG ? TOGETHER_METADATA : calendarMetadata(props);
}
