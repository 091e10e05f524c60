import { CalendarsTogether, TOGETHER_METADATA } from './calendars-together';
import type { SearchParams } from './notices-params';

export const metadata = TOGETHER_METADATA;

export default function NoticesPage({ searchParams }: { searchParams: SearchParams }) {
  return <CalendarsTogether shown={{}} searchParams={searchParams} />;
}
