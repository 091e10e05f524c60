import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { currentContext } from '@/server/http/page';
import { hasOffice } from '@/server/use-cases/administration/start/has-office';
import { ArchiveForm } from '@/ui/archive/archive-form';
import { StartForm } from '@/ui/start/start-form';

export const metadata: Metadata = texts({ title: 'The first day' });

export default async function StartPage() {
  const ctx = await currentContext();
  if (await hasOffice(ctx.db)) redirect('/');
  return (
    <main id="main" className="mx-auto w-full max-w-4xl px-4 py-6">
      <h1 className="text-3xl">{t`The first day`}</h1>
      <p className="pb-4 text-soft">{t`Nothing is here yet. Say who you are and what can be asked for first; everything else is made in Administration afterwards, and all of this can be changed there.`}</p>
      <StartForm zones={Intl.supportedValuesOf('timeZone')} />
      <section className="pt-8">
        <h2 className="border-b border-rule text-xl">{t`Or bring an archive in`}</h2>
        <p className="py-2 text-soft">{t`An archive that was taken out of another installation: everything in it goes on here.`}</p>
        <ArchiveForm path="/api/start/archive" />
      </section>
    </main>
  );
}
