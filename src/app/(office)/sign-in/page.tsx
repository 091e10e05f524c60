import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { SignInForm } from '@/ui/frame/sign-in-form';
import { registerDomains } from '@/server/use-cases/accounts/account/ask-for-link';
import { officeContact, type OfficeContact } from '@/server/repositories/house/office-contact';
import { domainsText } from '@/contracts/accounts/mail-domains';
import Link from '@/ui/kit/link';
import { ownPath } from '@/server/http/own-path';
import { pageContext } from '@/server/http/page';
import { refusedSignIn } from '@/contracts/accounts/sign-in';
import { errorReply } from '@/contracts/words/refusals';

export const metadata: Metadata = texts({ title: 'Sign in' });

interface NoAccountProps {
  readonly domains: readonly string[];
  readonly office: OfficeContact | null;
}

/** How somebody comes by an account: by an address of a domain that may, or by the office. */
const NoAccount = ({ domains, office }: NoAccountProps) => (
  <section className="mt-6 border-t border-rule pt-3" aria-labelledby="no-account">
    <h2 id="no-account" className="text-xl">{t`No account yet?`}</h2>
    {domains.length > 0 && (
      <p className="mt-1">
        {t`With an address that ends in ${domainsText(domains)} you make one yourself.`}{' '}
        <Link href="/account/register" className="underline">{t`Make an account`}</Link>
      </p>
    )}
    {office && (
      <p className="mt-1 text-soft">
        {domains.length
          ? t`With any other address ask the office: ${office.name}, ${office.phone}, ${office.email}.`
          : t`The office makes the accounts: ${office.name}, ${office.phone}, ${office.email}.`}
      </p>
    )}
  </section>
);

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const ctx = await pageContext('session.begin', '/sign-in');
  const domains = await registerDomains(ctx.db);
  const office = await officeContact(ctx.db);
  const asked = await searchParams;
  const refused = refusedSignIn(asked);
  return (
    <div className="mx-auto max-w-sm py-10">
      <h1 className="text-3xl">{t`Sign in`}</h1>
      <p className="mt-2 text-soft">{t`You can look without an account; to ask, decide or set up you need one. What you picked is still here.`}</p>
      <SignInForm next={ownPath(asked.next)} refused={refused && errorReply(refused).error} />
      <p className="pt-5">
        <Link href="/account/forgotten" className="underline">{t`I have forgotten my password`}</Link>
      </p>
      <NoAccount domains={domains} office={office} />
    </div>
  );
}
