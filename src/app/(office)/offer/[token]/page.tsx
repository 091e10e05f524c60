import { t, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { officeContact } from '@/server/repositories/house/office-contact';
import { readOffer } from '@/server/use-cases/requests/offer/answer-offer';
import { OfferAnswer } from '@/ui/outbox/offer-answer';

// The address is the right to answer: it is not handed on to other sites.
export const metadata: Metadata = texts(
  { title: 'An offer', referrer: 'no-referrer', robots: { index: false } },
  'title',
);

export default async function OfferPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const ctx = await pageContext('offer.answer', '/');
  const offer = await readOffer(ctx, token);
  if (!offer) notFound();
  const office = await officeContact(ctx.db);
  return (
    <div className="mx-auto max-w-2xl">
      <p className="text-soft">{t`Reference ${offer.reference}`}</p>
      <h1 className="pb-2 text-3xl">{offer.title}</h1>
      <OfferAnswer token={token} offer={offer} />
      {office && (
        <p className="mt-4 border-t border-rule pt-2 text-soft">{t`Questions: ${office.name}, ${office.phone}, ${office.email}.`}</p>
      )}
    </div>
  );
}
