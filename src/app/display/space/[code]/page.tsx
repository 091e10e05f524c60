import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { asksEveryMs } from '@/server/platform/settings';
import { pageContext } from '@/server/http/page';
import { spaceDisplay } from '@/server/use-cases/publishing/display';
import { DoorDisplay } from '@/ui/display/door-display';

export const metadata: Metadata = texts({ title: 'At the door', robots: { index: false } });

export default async function DoorPage({ params }: { params: Promise<{ code: string }> }) {
  const { code } = await params;
  const ctx = await pageContext('whats-on.read', `/display/space/${code}`);
  const outcome = await spaceDisplay(ctx, code);
  if (!outcome.ok) notFound();
  return (
    <DoorDisplay
      first={outcome.value}
      source={`/api/display/space/${encodeURIComponent(code)}`}
      everyMs={asksEveryMs()}
    />
  );
}
