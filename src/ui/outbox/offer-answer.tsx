'use client';
import { Button } from '@/ui/kit/button';
import { t, texts } from '@/contracts/language/translate';
import { useState } from 'react';
import type { OfferView } from '@/contracts/accounts/outbox';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import Link from '@/ui/kit/link';
import { RefusalNote } from '@/ui/kit/refusal-note';

type Answer = 'accept' | 'refuse';

const ANSWERED: Readonly<Record<Answer, string>> = texts({
  accept: 'You took the offer. It is booked for you.',
  refuse: 'You did not take the offer. Your request waits on as you asked.',
});

const Offered = ({ offer }: { readonly offer: OfferView }) => (
  <ul className="grid gap-2 pb-4">
    {offer.offers.map(({ offered, asked }) => (
      <li key={offered} className="border-l-4 border-clear pl-3">
        <strong>{offered}</strong>
        <span className="block text-soft">{t`instead of ${asked}`}</span>
      </li>
    ))}
  </ul>
);

interface AnswerButtonsProps {
  readonly isSending: boolean;
  readonly give: (to: Answer) => Promise<boolean>;
  readonly offer: OfferView;
}

const AnswerButtons = ({ isSending, give, offer }: AnswerButtonsProps) => (
  <div className="flex flex-wrap gap-3">
    <Button isMain isBusy={isSending} onClick={() => give('accept')}>
      {offer.offers.length === 1 ? t`Take it` : t`Take all ${offer.offers.length}`}
    </Button>
    <Button isBusy={isSending} onClick={() => give('refuse')}>{t`No, thank you`}</Button>
  </div>
);

/** What was offered instead of what was asked for, and the two answers; nothing is decided by looking. */
export function OfferAnswer({ token, offer }: { token: string; offer: OfferView }) {
  const [answer, setAnswer] = useState<Answer | null>(offer.answer);
  const { error, isSending, run } = useSend();
  const give = (to: Answer) =>
    run(
      () => send('POST', `/api/offers/${token}`, { answer: to }),
      ({ ok }) => ok && setAnswer(to),
    );
  if (answer)
    return (
      <p role="status" className="border-l-4 border-clear bg-sunk px-3 py-2 text-lg">
        {t`${ANSWERED[answer]} All of it stands in `}
        <Link href={`/requests/${offer.reference}`}>{t`your request`}</Link>.
      </p>
    );
  if (offer.state === 'lapsed')
    return (
      <p className="border-l-4 border-warning bg-sunk px-3 py-2 text-lg">
        {t`This offer is over: it has lapsed, was answered on the site, or was taken back. Your request waits on; look at it `}
        <Link href={`/requests/${offer.reference}`}>{t`here`}</Link>
        {t`, or write to the office.`}
      </p>
    );
  return (
    <section aria-label={t`The offer`} className="sheet border-t-4 border-t-accent p-4">
      <p className="pb-2">{t`The office offers, and holds for you until ${offer.untilText}:`}</p>
      <Offered offer={offer} />
      <AnswerButtons isSending={isSending} give={give} offer={offer} />
      <RefusalNote error={error} />
      <p className="pt-3 text-note text-soft">
        {t`To take some and not others, answer in `}
        <Link href={`/requests/${offer.reference}`}>{t`your request`}</Link>.
      </p>
    </section>
  );
}
