import { EmptyState } from '@/ui/kit/empty-state';
import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { deputiesOf } from '@/server/use-cases/requests/own/deputies';
import { newsFor } from '@/server/use-cases/requests/own/news';
import { ownRequests } from '@/server/use-cases/requests/own/own-requests';
import { Deputies } from '@/ui/requests/deputies';
import { NewsList } from '@/ui/requests/news-list';
import { OwnList } from '@/ui/requests/own-list';

export const metadata: Metadata = texts({ title: 'My requests' });

export default async function RequestsPage() {
  const ctx = await signedInPage('request.read', '/requests');
  const lines = await ownRequests(ctx);
  const news = await newsFor(ctx);
  return (
    <>
      <div className="flex flex-wrap items-center gap-4 pb-3">
        <h1 className="text-3xl">{t`My requests`}</h1>
        <ButtonLink isMain href="/ask">{t`Request a space`}</ButtonLink>
      </div>
      <NewsList news={news} />
      {lines.length ? (
        <OwnList lines={lines} me={ctx.viewer.name} />
      ) : (
        <EmptyState>{t`You have no requests yet. Pick a free time on the board, or start with the form.`}</EmptyState>
      )}
      <Deputies first={await deputiesOf(ctx)} />
    </>
  );
}
