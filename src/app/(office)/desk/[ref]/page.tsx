import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import Link from '@/ui/kit/link';
import { notFound } from 'next/navigation';
import { addDays, dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import type { Context } from '@/server/context/context';
import { signedInPage } from '@/server/http/page';
import { deskRequest } from '@/server/use-cases/decisions/desk';
import { noticePreview } from '@/server/use-cases/publishing/keep/notice-preview';
import { knownSpaces } from '@/server/use-cases/calendar/board-data';
import { siteZone } from '@/server/repositories/world/space-facts';
import { ConsentLines } from '@/ui/consent/consent-lines';
import { WalkLinks } from '@/ui/desk/walk-links';
import { DecidePanel } from '@/ui/requests/decide-panel';
import { EditWords } from '@/ui/requests/edit-words';
import { NoticePanel } from '@/ui/requests/notice-panel';
import { ReadersWait } from '@/ui/requests/readers-wait';
import { RequestFacts } from '@/ui/requests/facts';
import { RequestHeading } from '@/ui/requests/request-heading';
import { SeriesFrom } from '@/ui/requests/series-from';
import { Thread } from '@/ui/requests/thread';

export const metadata: Metadata = texts({ title: 'Decide' });

const OFFER_DAYS = 7;

/** An offer is kept for a week, up to the end of that working day. */
const offerUntil = ({ clock }: Context, tzid: string): string =>
  `${addDays(dateOf(toLocal(clock.now(), tzid)), OFFER_DAYS)}T17:00`;

export default async function DecidePage({ params }: { params: Promise<{ ref: string }> }) {
  const { ref } = await params;
  const ctx = await signedInPage('desk.read', `/desk/${ref}`);
  const outcome = await deskRequest(ctx, ref);
  if (!outcome.ok) notFound();
  const request = outcome.value;
  const notice = await noticePreview(ctx, ref);
  const tzid = await siteZone(ctx.db);
  const spaces = await knownSpaces(ctx.db);
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-6 pb-1">
        <Link href="/desk">{t`Back to the desk`}</Link>
        <WalkLinks reference={ref} />
      </p>
      <RequestHeading request={request} />
      {request.dates.some(({ state }) => state === 'approved') && (
        <p className="pb-2">
          <Link
            href={`/work-orders/event/${request.reference}`}
            className="inline-block min-h-7 underline"
          >{t`Setting up, walk-through and who came`}</Link>
        </p>
      )}
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
        <div>
          <DecidePanel
            request={request}
            offerUntil={offerUntil(ctx, tzid)}
            places={spaces.map(({ id, name, building, outdoor, facts }) => ({
              id,
              name,
              building,
              isOutdoor: outdoor,
              layouts: facts.layouts.map(({ layout, seats }) => ({ layout, seats })),
            }))}
          />
          {request.dates.some(({ actions }) => actions.includes('cancel')) && (
            <p className="py-2">
              <Link href={`/requests/${request.reference}`}>{t`Cancel approved dates`}</Link>
            </p>
          )}
          <SeriesFrom request={request} />
          <EditWords request={request} />
          <ReadersWait request={request} />
          {notice.ok && <NoticePanel request={request} notice={notice.value} />}
          <Thread request={request} isOffice />
        </div>
        <div>
          <ConsentLines reference={request.reference} lines={request.consents} />
          <RequestFacts request={request} tzid={tzid} />
        </div>
      </div>
    </>
  );
}
