import { EmptyState } from '@/ui/kit/empty-state';
import { t, tAs, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { MAIL_WAIT_MIN } from '@/core/changes/undo-time';
import { permissionFor } from '@/server/auth/policy';
import { pageContext } from '@/server/http/page';
import { outbox } from '@/server/use-cases/outbox/outbox';
import { countText } from '@/contracts/words/when';
import { MAIL_STATE_WORDS } from '@/contracts/words/mail';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Outbox' });

export default async function OutboxPage() {
  const ctx = await pageContext('outbox.read', '/outbox');
  const { lines, waiting, total } = await outbox(ctx);
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
        <div className="sheet overflow-x-auto" tabIndex={0} role="region" aria-label={t`Messages`}>
          <table className="w-full min-w-[44rem] text-left">
            <thead className="small-caps border-b border-strong-rule">
              <tr>
                {[t`Message`, tAs('letter')`To`, t`Reference`, t`State`].map((head) => (
                  <th key={head} scope="col" className="px-3 py-2 font-semibold">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {lines.map(({ id, subject, to, reference, state, whenText }) => (
                <tr key={id} className="border-b border-rule align-top">
                  <td className="px-3 py-1.5">
                    <Link href={`/outbox/${id}`} className="font-semibold">
                      {subject}
                    </Link>
                  </td>
                  <td className="px-3 py-1.5">{to}</td>
                  <td className="px-3 py-1.5 whitespace-nowrap">
                    {reference ? <Link href={`/desk/${reference}`}>{reference}</Link> : t`an account`}
                  </td>
                  <td className={`px-3 py-1.5 ${state === 'sent' ? 'text-soft' : 'font-semibold'}`}>
                    {state === 'waits' ? t`${MAIL_STATE_WORDS.waits} until` : MAIL_STATE_WORDS[state]}{' '}
                    {whenText}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <EmptyState>{t`Nothing has been written yet. The first request brings the first message.`}</EmptyState>
      )}
    </>
  );
}
