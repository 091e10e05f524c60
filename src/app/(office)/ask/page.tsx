import { texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { sideOf } from '@/server/use-cases/checks/check-request';
import { earlierRequest } from '@/server/use-cases/requests/ask/earlier-request';
import { askChoices } from '@/server/use-cases/requests/ask/choices';
import { readPicked } from '@/ui/ask/ask-address';
import { AskFormPage } from '@/ui/ask/ask-form';

export const metadata: Metadata = texts({ title: 'Request a space' });

export default async function AskPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const query = await searchParams;
  const reference = typeof query.from === 'string' ? query.from : '';
  const path = reference ? `/ask?from=${encodeURIComponent(reference)}` : '/ask';
  const ctx = await pageContext('request.form', path);
  const asked = reference ? await earlierRequest(ctx, reference) : null;
  return (
    <AskFormPage
      key={reference}
      choices={await askChoices(ctx)}
      picked={asked ? null : readPicked(query)}
      from={asked && { reference, asked }}
      isSignedIn={ctx.viewer !== null}
      side={sideOf(ctx)}
    />
  );
}
