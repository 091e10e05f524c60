import { say, texts } from '@/contracts/language/say';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { ForgottenForm } from '@/ui/account/letter-form';
import Link from '@/ui/primitives/link';

export const metadata: Metadata = texts({ title: 'A new password' });

export default async function ForgottenPage() {
  await pageContext('account.ask', '/account/forgotten');
  return (
    <div className="mx-auto max-w-sm py-10">
      <h1 className="text-3xl">{say`A new password`}</h1>
      <p className="mt-2 text-soft">{say`A letter with a link goes to your address. With it you choose a new password; until then the old one holds.`}</p>
      <ForgottenForm />
      <p className="pt-4">
        <Link href="/sign-in">{say`Back to signing in`}</Link>
      </p>
    </div>
  );
}
