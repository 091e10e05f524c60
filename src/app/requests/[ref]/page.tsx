import type { Metadata } from 'next';
import Link from 'next/link';
import { forbidden, notFound } from 'next/navigation';
import { siteZone } from '@/server/db/space-facts';
import { signedInPage } from '@/server/http/page';
import { readRequest } from '@/server/use-cases/own/own-requests';
import { RequestFacts } from '@/ui/requests/facts';
import { LeavePanel } from '@/ui/requests/leave-panel';
import { RequestHeading } from '@/ui/requests/request-heading';

export const metadata: Metadata = { title: 'Request' };

interface PageProps {
  readonly params: Promise<{ ref: string }>;
  readonly searchParams: Promise<{ sent?: string }>;
}

export default async function RequestPage({ params, searchParams }: PageProps) {
  const { ref } = await params;
  const ctx = await signedInPage('request.read', `/requests/${ref}`);
  const outcome = await readRequest(ctx, ref);
  if (!outcome.ok) return outcome.refusal.code === 'not-allowed' ? forbidden() : notFound();
  const request = outcome.value;
  const isNew = (await searchParams).sent === '1';
  return (
    <>
      <p className="pb-1">
        <Link href="/requests">Back to my requests</Link>
      </p>
      {isNew && (
        <p role="status" className="mb-3 border-l-4 border-clear bg-sunk px-3 py-2 text-lg">
          Sent. Your reference is <strong>{request.reference}</strong>. The office decides next; the state of
          every date stands here.
        </p>
      )}
      <RequestHeading request={request} />
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <LeavePanel request={request} />
        <div>
          <RequestFacts request={request} tzid={await siteZone(ctx.db)} />
        </div>
      </div>
    </>
  );
}
