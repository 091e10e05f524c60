import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { desk } from '@/server/use-cases/decide/desk';
import { DeskTable } from '@/ui/requests/request-table';

export const metadata: Metadata = { title: 'Desk' };

export default async function DeskPage() {
  const ctx = await signedInPage('desk.read', '/desk');
  const lines = await desk(ctx);
  return (
    <>
      <h1 className="pb-3 text-3xl">What waits for you</h1>
      {lines.length ? (
        <DeskTable lines={lines} />
      ) : (
        <p className="sheet p-6 text-lg">
          Nothing waits. New requests come in here, the event that begins first on top.
        </p>
      )}
    </>
  );
}
