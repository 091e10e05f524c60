import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { ForgottenForm } from '@/ui/account/letter-form';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'A new password' });

export default async function ForgottenPage() {
  await pageContext('account.ask', '/account/forgotten');
  return (
    <div className="mx-auto max-w-sm py-10">
      <h1 className="text-3xl">{t`A new password`}</h1>
      <p className="mt-2 text-soft">{t`A letter with a link goes to your address. With it you choose a new password; until then the old one holds.`}</p>
      <ForgottenForm />
      <p className="pt-4">
        <Link href="/sign-in">{t`Back to signing in`}</Link>
      </p>
    </div>
  );
}
