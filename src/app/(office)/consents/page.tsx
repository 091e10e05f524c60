import { EmptyState } from '@/ui/kit/empty-state';
import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { signedInPage } from '@/server/http/page';
import { consentsToAnswer } from '@/server/use-cases/requests/consent/to-answer';
import { AnswerConsent } from '@/ui/consent/answer-consent';

export const metadata: Metadata = texts({ title: 'Consents' });

export default async function ConsentsPage() {
  const ctx = await signedInPage('consent.answer', '/consents');
  const requests = await consentsToAnswer(ctx);
  return (
    <>
      <h1 className="text-3xl">{t`Asked for in what you look after`}</h1>
      <p className="max-w-3xl pb-3 text-soft">{t`Nothing is approved here before you answer, unless the office approves it without you and writes to you why. You can change your answer until it is decided.`}</p>
      {requests.length ? (
        requests.map((request) => <AnswerConsent key={request.reference} request={request} />)
      ) : (
        <EmptyState>{t`No open request asks for it now.`}</EmptyState>
      )}
    </>
  );
}
