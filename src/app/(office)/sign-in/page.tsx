import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { SignInForm } from '@/ui/frame/sign-in-form';
import { registerDomains } from '@/server/use-cases/accounts/account/ask-for-link';
import Link from '@/ui/kit/link';
import { ownPath } from '@/server/http/own-path';
import { pageContext } from '@/server/http/page';
import { refusedSignIn } from '@/contracts/accounts/sign-in';
import { errorReply } from '@/contracts/words/refusals';

export const metadata: Metadata = texts({ title: 'Sign in' });

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const ctx = await pageContext('session.begin', '/sign-in');
  const isOpen = (await registerDomains(ctx.db)).length > 0;
  const asked = await searchParams;
  const refused = refusedSignIn(asked);
  return (
    <div className="mx-auto max-w-sm py-10">
      <h1 className="text-3xl">{t`Sign in`}</h1>
      <p className="mt-2 text-soft">{t`You can look without an account; to ask, decide or set up you need one. What you picked is still here.`}</p>
      <SignInForm next={ownPath(asked.next)} refused={refused && errorReply(refused).error} />
      <p className="flex flex-wrap gap-x-6 gap-y-2 pt-5">
        <Link href="/account/forgotten">{t`I have forgotten my password`}</Link>
        {isOpen && <Link href="/account/register">{t`I have no account yet`}</Link>}
      </p>
    </div>
  );
}
