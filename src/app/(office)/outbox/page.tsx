import { EmptyState } from '@/ui/kit/empty-state';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import { permissionFor } from '@/server/auth/policy';
import { pageContext } from '@/server/http/page';
import { outbox } from '@/server/use-cases/outbox/outbox';
import { countText } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { Pagination } from '@/ui/kit/pagination';
import { OutboxTable } from '@/ui/outbox/outbox-table';
import { outboxQuerySchema } from '@/contracts/accounts/outbox';

export const metadata: Metadata = texts({ title: 'Outbox' });

type Query = Promise<Readonly<Record<string, string | string[] | undefined>>>;

export default async function OutboxPage({ searchParams }: { searchParams: Query }) {
  const ctx = await pageContext('outbox.read', '/outbox');
  const asked = outboxQuerySchema.parse(await searchParams);
  const { lines, waiting, total, page, pages } = await outbox(ctx, asked);
  return (
    <>
      <p className="pb-1">
        {permissionFor('desk.read', ctx.viewer) === 'allowed' ? (
          <Link href="/desk">{t`Back to the desk`}</Link>
        ) : (
          <Link href="/administration">{t`Administration`}</Link>
        )}
      </p>
      <h1 className="text-3xl">{t`Outbox`}</h1>
      <p className="max-w-3xl pb-3 text-soft">{t`${countText(total, 'message', 'messages')}, ${waiting} of them still to be sent. Letters about a decision wait ${MAIL_WAIT_MIN} minutes, so that it can be undone first.`}</p>
      {lines.length ? (
        <>
          <OutboxTable lines={lines} />
          <Pagination
            page={page}
            pages={pages}
            hrefOf={(to) => (to === 1 ? '/outbox' : `/outbox?page=${to}`)}
          />
        </>
      ) : (
        <EmptyState>{t`Nothing has been written yet. The first request brings the first message.`}</EmptyState>
      )}
    </>
  );
}
