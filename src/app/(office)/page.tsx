import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { pageContext } from '@/server/http/page';
import { siteZone } from '@/server/repositories/world/space-facts';
import { shortChoices } from '@/server/use-cases/requests/ask/choices';
import { boardCategories } from '@/server/use-cases/calendar/board-data';
import { savedViews } from '@/server/use-cases/requests/own/saved-views';
import { requesterOf } from '@/server/use-cases/checks/verdicts';
import { readBoardAddress } from '@/ui/board/board-address';
import { Board } from '@/ui/board/board';
import { OFFICE_URL, spanUrl } from '@/ui/board/board-urls';

export const metadata: Metadata = texts({ title: 'Board' });

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function BoardPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const address = readBoardAddress({
    get: (name) => (typeof query[name] === 'string' ? query[name] : null),
  });
  const ctx = await pageContext('board.read', '/');
  const tzid = await siteZone(ctx.db);
  // Each waits for the database alone: asked for together they take as long as the longest.
  const [categories, requester, choices, saved] = await Promise.all([
    boardCategories(ctx.db),
    requesterOf(ctx, ctx.db),
    shortChoices(ctx),
    savedViews(ctx, 'board'),
  ]);
  const from = address.day ?? dateOf(toLocal(ctx.clock.now(), tzid));
  return (
    <>
      {/* On their way while the scripts still load: the board asks for the same. */}
      {[OFFICE_URL, spanUrl(from, address.days)].map((url) => (
        <link key={url} rel="preload" as="fetch" crossOrigin="anonymous" href={url} />
      ))}
      <Board
        from={from}
        categories={categories}
        viewer={{
          isSignedIn: ctx.viewer !== null,
          isManager: ctx.viewer?.roles.includes('manager') ?? false,
          requester,
        }}
        choices={choices}
        saved={saved}
      />
    </>
  );
}
