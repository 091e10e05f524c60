import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { currentSessionId } from '@/server/http/session-cookie';
import { ownAccount } from '@/server/use-cases/account/own-account';
import Link from '@/ui/primitives/link';
import { ChangePassword, SignOutElsewhere } from '@/ui/account/password-forms';

export const metadata: Metadata = { title: 'Account' };

export default async function AccountPage() {
  const ctx = await signedInPage('account.own', '/account');
  const sessionId = await currentSessionId();
  const { name, email, roles, sessions } = await ownAccount(ctx, sessionId);
  return (
    <div className="grid max-w-4xl gap-8">
      <section>
        <h1 className="text-3xl">{name}</h1>
        <p className="text-soft">
          {email}. {roles.length ? `Here as ${roles.join(', ')}.` : 'Here to look.'} The office changes both.
          How things are shown to you is under <Link href="/settings">Settings</Link>.
        </p>
      </section>
      <section>
        <h2 className="border-b border-rule text-xl">Password</h2>
        <ChangePassword />
      </section>
      <section>
        <h2 className="border-b border-rule text-xl">Where you are signed in</h2>
        <ul className="py-2">
          {sessions.map(({ sinceText, isThis }, index) => (
            <li key={index}>
              Since {sinceText}
              {isThis && ', here'}
            </li>
          ))}
        </ul>
        <SignOutElsewhere isElsewhere={sessions.some(({ isThis }) => !isThis)} />
      </section>
    </div>
  );
}
