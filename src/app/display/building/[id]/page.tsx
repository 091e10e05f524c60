import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { asksEveryMs } from '@/server/platform/settings';
import { pageContext } from '@/server/http/page';
import { buildingDisplay } from '@/server/use-cases/publishing/display';
import { LobbyDisplay } from '@/ui/display/lobby-display';

export const metadata: Metadata = texts({ title: 'In the lobby', robots: { index: false } });

export default async function LobbyPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await pageContext('whats-on.read', `/display/building/${id}`);
  const outcome = await buildingDisplay(ctx, /^\d{1,9}$/.test(id) ? Number(id) : 0);
  if (!outcome.ok) notFound();
  return (
    <LobbyDisplay first={outcome.value} source={`/api/display/building/${id}`} everyMs={asksEveryMs()} />
  );
}
