import type { Metadata } from 'next';
import { EventPageFor, eventMetadata } from '../event-page-for';

interface Props {
  readonly params: Promise<{ event: string; date: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { event, date } = await params;
  return eventMetadata(event, date, searchParams);
}

export default async function EventDatePage({ params, searchParams }: Props) {
  const { event, date } = await params;
  return <EventPageFor event={event} date={date} searchParams={searchParams} />;
}
