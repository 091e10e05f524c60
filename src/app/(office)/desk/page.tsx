import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { desk } from '@/server/use-cases/decisions/desk';
import { savedViews } from '@/server/use-cases/requests/own/saved-views';
import { Desk } from '@/ui/desk/desk';

export const metadata: Metadata = texts({ title: 'Desk' });

export default async function DeskPage() {
  const ctx = await signedInPage('desk.read', '/desk');
  const [view, kept] = await Promise.all([desk(ctx), savedViews(ctx, 'desk')]);
  return <Desk view={view} kept={kept} />;
}
