import { permanentRedirect } from 'next/navigation';
import { TOGETHER, TOGETHER_SLUG } from '@/ui/whats-on/notices-address';
import { CalendarByItself, calendarMetadata, type CalendarPageProps } from '../calendar-by-itself';

export const generateMetadata = calendarMetadata;

export default async function CalendarPage(props: CalendarPageProps) {
  if ((await props.params).slug === TOGETHER_SLUG) permanentRedirect(TOGETHER);
  return <CalendarByItself {...props} />;
}
