import type { Metadata } from 'next';
import { dateOf } from '@/core/time/local-time';
import { toLocal } from '@/core/time/zone';
import { pageContext } from '@/server/http/page';
import { askChoices } from '@/server/use-cases/ask/choices';
import { boardCategories, boardHouse } from '@/server/use-cases/look/board-house';
import { boardSpan } from '@/server/use-cases/look/board-span';
import { keptViews } from '@/server/use-cases/own/kept-views';
import { askerOf } from '@/server/use-cases/verdicts';
import { readBoardAddress } from '@/ui/board/board-address';
import { Board } from '@/ui/board/board';

export const metadata: Metadata = { title: 'Board' };

type Query = Readonly<Record<string, string | string[] | undefined>>;

export default async function BoardPage({ searchParams }: { searchParams: Promise<Query> }) {
  const query = await searchParams;
  const address = readBoardAddress({
    get: (name) => (typeof query[name] === 'string' ? query[name] : null),
  });
  const ctx = await pageContext('board.look', '/');
  const house = await boardHouse(ctx.db);
  const from = address.day ?? dateOf(toLocal(ctx.clock.now(), house.tzid));
  const first = await boardSpan(ctx, { from, days: address.days });
  const { spaces: _spaces, equipment: _equipment, ...choices } = await askChoices(ctx);
  return (
    <Board
      house={house}
      first={first}
      categories={await boardCategories(ctx.db)}
      viewer={{
        isSignedIn: ctx.viewer !== null,
        isManager: ctx.viewer?.roles.includes('manager') ?? false,
        asker: await askerOf(ctx, ctx.db),
      }}
      choices={choices}
      kept={await keptViews(ctx, 'board')}
    />
  );
}
