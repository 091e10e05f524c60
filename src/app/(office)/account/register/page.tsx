import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { registerDomains } from '@/server/use-cases/accounts/account/ask-for-link';
import { RegisterForm } from '@/ui/account/letter-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'An account of your own' });

export default async function RegisterPage() {
  const ctx = await pageContext('account.ask', '/account/register');
  const domains = await registerDomains(ctx.db);
  if (!domains.length) notFound();
  return (
    <div className="mx-auto max-w-sm py-10">
      <h1 className="text-3xl">{t`An account of your own`}</h1>
      <p className="mt-2 text-soft">{t`With it you ask for spaces and see what became of it.`}</p>
      <RegisterForm domains={domains} />
      <p className="pt-4">
        <Link href="/sign-in">{t`Back to signing in`}</Link>
      </p>
    </div>
  );
}
