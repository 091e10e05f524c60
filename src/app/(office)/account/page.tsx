import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { currentSessionId } from '@/server/http/session-cookie';
import { ownAccount } from '@/server/use-cases/accounts/account/own-account';
import Link from '@/ui/kit/link';
import { ChangePassword, SignOutElsewhere } from '@/ui/account/password-forms';

export const metadata: Metadata = texts({ title: 'Account' });

export default async function AccountPage() {
  const ctx = await signedInPage('account.own', '/account');
  const sessionId = await currentSessionId();
  const { name, email, roles, sessions } = await ownAccount(ctx, sessionId);
  return (
    <div className="grid max-w-4xl gap-8">
      <section>
        <h1 className="text-3xl">{name}</h1>
        <p className="text-soft">
          {t`${email}. ${roles.length ? t`Here as ${roles.join(', ')}.` : t`Here to look around.`} The office changes both. How things are shown to you is under `}
          <Link href="/preferences">{t`Preferences`}</Link>.
        </p>
      </section>
      <section>
        <h2 className="border-b border-rule text-xl">{t`Password`}</h2>
        <ChangePassword />
      </section>
      <section>
        <h2 className="border-b border-rule text-xl">{t`Where you are signed in`}</h2>
        <ul className="py-2">
          {sessions.map(({ sinceText, isThis }, index) => (
            <li key={index}>
              {t`Since ${sinceText}`}
              {isThis && t`, here`}
            </li>
          ))}
        </ul>
        <SignOutElsewhere isElsewhere={sessions.some(({ isThis }) => !isThis)} />
      </section>
    </div>
  );
}
