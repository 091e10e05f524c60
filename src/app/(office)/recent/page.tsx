import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { recentActions } from '@/server/use-cases/requests/own/recent-actions';
import Link from '@/ui/kit/link';
import { UndoButton } from '@/ui/requests/undo-button';

export const metadata: Metadata = texts({ title: 'My recent actions' });

export default async function RecentPage() {
  const ctx = await signedInPage('account.own', '/recent');
  const actions = await recentActions(ctx);
  const isManager = ctx.viewer.roles.includes('manager');
  return (
    <div className="max-w-4xl">
      <h1 className="text-3xl">{t`My recent actions`}</h1>
      <p className="pb-3 text-soft">{t`What you did last, newest first. A change of dates can be undone for ten minutes, from here or from the history of its request.`}</p>
      {actions.length === 0 && <p className="sheet p-4">{t`You have not changed anything yet.`}</p>}
      <ol>
        {actions.map(({ changeSet, what, when, requests, moreRequests, undoUntil }) => (
          <li key={changeSet} className="border-t border-rule py-2">
            <p>
              <span className="text-soft">{when}: </span>
              <span className="font-semibold">{what}</span>
            </p>
            <p>
              {requests.map(({ reference, title }, index) => (
                <span key={reference}>
                  {index > 0 && ', '}
                  <Link href={`${isManager ? '/desk' : '/requests'}/${reference}`}>{title}</Link>{' '}
                  <span className="text-soft">{reference}</span>
                </span>
              ))}
              {moreRequests > 0 && t` and ${moreRequests} more`}
            </p>
            {undoUntil && (
              <p className="pt-1">
                <UndoButton changeSet={changeSet} what={what} />
                <span className="ml-2 text-soft">{undoUntil}</span>
              </p>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}
