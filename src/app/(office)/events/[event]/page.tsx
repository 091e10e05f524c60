import type { Metadata } from 'next';
import { EventPageFor, eventMetadata } from './event-page-for';

interface Props {
  readonly params: Promise<{ event: string }>;
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export const generateMetadata = async ({ params, searchParams }: Props): Promise<Metadata> =>
  eventMetadata((await params).event, null, searchParams);

export default async function EventPage({ params, searchParams }: Props) {
  return <EventPageFor event={(await params).event} date={null} searchParams={searchParams} />;
}
