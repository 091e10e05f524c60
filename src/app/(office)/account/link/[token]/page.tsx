import { ButtonLink } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { readLink } from '@/server/use-cases/accounts/account/take-link';
import { LinkForm } from '@/ui/account/password-forms';

// The address is the right to set the password: it is not handed on to other sites.
export const metadata: Metadata = texts(
  {
    title: 'Choose a password',
    referrer: 'no-referrer',
    robots: { index: false },
  },
  'title',
);

export default async function AccountLinkPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const ctx = await pageContext('account.link', '/');
  const link = await readLink(ctx, token);
  return (
    <div className="mx-auto max-w-sm py-10">
      {link ? (
        <>
          <h1 className="text-3xl">{t`Choose a password`}</h1>
          <p className="mt-2 text-soft">
            {t`For ${link.name}, who signs in as ${link.email}.`}
            {link.purpose === 'new-password' && t` Everyone who is signed in with the old one is signed out.`}
          </p>
          <LinkForm token={token} />
        </>
      ) : (
        <>
          <h1 className="text-3xl">{t`This link is over`}</h1>
          <p className="mt-2">{t`It was used, has lapsed, or a newer one was sent. If you have a password, sign in; else ask for a new link.`}</p>
          <p className="flex flex-wrap gap-3 pt-4">
            <ButtonLink isMain href="/account/forgotten">{t`Ask for a new link`}</ButtonLink>
            <ButtonLink href="/sign-in">{t`Sign in`}</ButtonLink>
          </p>
        </>
      )}
    </div>
  );
}
