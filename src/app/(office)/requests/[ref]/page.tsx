import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { forbidden, notFound } from 'next/navigation';
import { siteZone } from '@/server/repositories/world/space-facts';
import { signedInPage } from '@/server/http/page';
import { knownSpaces } from '@/server/use-cases/calendar/board-data';
import { officeContact } from '@/server/repositories/house/office-contact';
import { readRequest } from '@/server/use-cases/requests/own/own-requests';
import { RequestFacts } from '@/ui/requests/facts';
import { OwnPanel } from '@/ui/requests/own-panel';
import { RequestHeading } from '@/ui/requests/request-heading';
import { Thread } from '@/ui/requests/thread';

export const metadata: Metadata = texts({ title: 'Request' });

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
  const spaces = await knownSpaces(ctx.db);
  const office = await officeContact(ctx.db);
  const isNew = (await searchParams).sent === '1';
  return (
    <>
      <p className="pb-1">
        <Link href="/requests">{t`Back to my requests`}</Link>
      </p>
      {isNew && (
        <p role="status" className="mb-3 border-l-4 border-clear bg-sunk px-3 py-2 text-lg">
          {t`Sent. Your reference is `}
          <strong>{request.reference}</strong>
          {t`. What happens next is below.`}
        </p>
      )}
      <RequestHeading request={request} />
      <div className="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-1 border-l-4 border-strong-rule bg-sunk px-3 py-2">
        <p>{request.nextText}</p>
        {office && (
          <p className="text-soft">{t`Quote ${request.reference}. Questions: ${office.name}, ${office.phone}, ${office.email}.`}</p>
        )}
        {request.mayWrite && (
          <p>
            <Link href={`/ask?from=${request.reference}`}>{t`Ask for the same on other dates`}</Link>
          </p>
        )}
      </div>
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <div>
          <OwnPanel
            request={request}
            spaces={spaces.map(({ id, name, building }) => ({ id, name, building }))}
          />
          <Thread request={request} isOffice={false} />
        </div>
        <div>
          <RequestFacts request={request} tzid={await siteZone(ctx.db)} />
        </div>
      </div>
    </>
  );
}
