import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { showsKit } from '@/server/platform/settings';
import { Gallery } from '@/ui/kit/gallery/gallery';

export const metadata: Metadata = texts({ title: 'The kit of parts', robots: { index: false } });

/** Every part of the kit in its states, for those who build with it; there where a setting says so. */
export default async function KitPage() {
  await pageContext('board.read', '/kit');
  if (!showsKit()) notFound();
  return <Gallery />;
}
