import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { Suspense } from 'react';
import { signedInPage } from '@/server/http/page';
import { desk } from '@/server/use-cases/decisions/desk';
import { savedViews } from '@/server/use-cases/requests/own/saved-views';
import { Desk } from '@/ui/desk/desk';
import { Skeleton } from '@/ui/kit/skeleton';

export const metadata: Metadata = texts({ title: 'Desk' });

async function LoadedDesk({ ctx }: { ctx: Awaited<ReturnType<typeof signedInPage>> }) {
  const [view, saved] = await Promise.all([desk(ctx), savedViews(ctx, 'desk')]);
  return <Desk view={view} saved={saved} />;
}

/** Who may read it is known before anything is sent; its lines, which may be thousands, come behind. */
export default async function DeskPage() {
  const ctx = await signedInPage('desk.read', '/desk');
  return (
    <Suspense fallback={<Skeleton title={t`What waits for you`} />}>
      <LoadedDesk ctx={ctx} />
    </Suspense>
  );
}
