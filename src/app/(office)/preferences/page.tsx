import { t, tAs, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { ownSettings } from '@/contracts/language/own-settings';
import { pageContext } from '@/server/http/page';
import { chosenBy } from '@/server/repositories/people/kept-settings';
import { pinnedNames } from '@/server/repositories/people/familiar';
import { Pins } from '@/ui/preferences/pins';
import { SettingsForm } from '@/ui/preferences/settings-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Preferences' });

interface Props {
  readonly searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function SettingsPage({ searchParams }: Props) {
  const ctx = await pageContext('settings.choose', '/preferences');
  const isSaved = (await searchParams).saved !== undefined;
  const { viewer } = ctx;
  const chosen = viewer && (await chosenBy(ctx.db, viewer.personId));
  return (
    <div className="grid max-w-4xl gap-6">
      <div>
        <h1 className="text-3xl">{t`Preferences`}</h1>
        <p className="text-soft">
          {t`How things are shown to you. `}
          {viewer ? (
            <>
              {t`They go with you wherever you sign in. Password and places you are signed in at are under `}
              <Link href="/account">{tAs('under')`your account`}</Link>.
            </>
          ) : (
            t`They are saved in this browser; with an account they go with you.`
          )}
        </p>
      </div>
      {isSaved && (
        <p
          role="status"
          className="border-l-4 border-accent bg-sunk px-3 py-2"
        >{t`Done: your preferences are saved.`}</p>
      )}
      <SettingsForm
        settings={ownSettings()}
        reminders={viewer ? (chosen?.reminders ?? []) : null}
        zones={Intl.supportedValuesOf('timeZone')}
      />
      {viewer && <Pins pins={await pinnedNames({ ...ctx, viewer })} />}
    </div>
  );
}
