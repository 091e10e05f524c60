import { ButtonAnchor } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { OFFICE_COUNT_WORDS, type OfficeCounts } from '@/contracts/administration/archive';
import { countOffice } from '@/server/archive/inspect';
import { signedInPage } from '@/server/http/page';
import { officeContact } from '@/server/repositories/house/office-contact';
import { ArchiveForm } from '@/ui/archive/archive-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'The whole office' });

export default async function ArchivePage() {
  const ctx = await signedInPage('archive.change', '/administration/archive');
  const [counts, office] = [await countOffice(ctx.db), await officeContact(ctx.db)];
  const said = (Object.entries(OFFICE_COUNT_WORDS) as [keyof OfficeCounts, string][])
    .map(([of, word]) => `${counts[of]} ${word.toLowerCase()}`)
    .join(', ');
  return (
    <div className="grid max-w-4xl gap-8">
      <div>
        <p className="pb-1">
          <Link href="/administration">{t`Administration`}</Link>
        </p>
        <h1 className="text-3xl">{t`The whole office`}</h1>
        <p className="text-soft">
          {office?.site}: {said}.
        </p>
      </div>
      <section>
        <h2 className="border-b border-rule text-xl">{t`Take it out`}</h2>
        <p className="py-2">{t`One archive with everything: the database, files that were sent, letters that went out. It is a copy to keep, and a way to move to another machine. Anyone who has it has everything in it; keep it as safe as your keys.`}</p>
        <ButtonAnchor
          isMain
          href="/administration/archive/house.tar.gz"
          download
        >{t`Take an archive out`}</ButtonAnchor>
      </section>
      <section>
        <h2 className="border-b border-rule text-xl">{t`Bring one in`}</h2>
        <p className="py-2">{t`An archive that was taken out here or elsewhere. It is looked at first; then it takes the place of everything that is here now. What was here stays in the folder “replaced” of the data, until the next time.`}</p>
        <ArchiveForm path="/api/archive" site={office?.site ?? ''} now={counts} />
      </section>
    </div>
  );
}
