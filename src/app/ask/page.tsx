import type { Metadata } from 'next';
import { pageContext } from '@/server/http/page';
import { sideOf } from '@/server/use-cases/ask/check-request';
import { askChoices } from '@/server/use-cases/ask/choices';
import { readPicked } from '@/ui/ask/ask-address';
import { AskFormPage } from '@/ui/ask/ask-form';

export const metadata: Metadata = { title: 'Ask for a space' };

export default async function AskPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const ctx = await pageContext('request.form', '/ask');
  return (
    <AskFormPage
      choices={await askChoices(ctx)}
      picked={readPicked(await searchParams)}
      isSignedIn={ctx.viewer !== null}
      side={sideOf(ctx)}
    />
  );
}
