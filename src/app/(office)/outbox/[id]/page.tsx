import { t, tAs, texts } from '@/contracts/language/translate';
import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageContext } from '@/server/http/page';
import { mailView } from '@/server/use-cases/outbox/outbox';
import { MAIL_STATE_WORDS } from '@/contracts/words/mail';
import { MailBody } from '@/ui/outbox/mail-body';
import { SendNow } from '@/ui/outbox/send-now';
import Link from '@/ui/kit/link';

export const metadata: Metadata = texts({ title: 'Message' });

export default async function MessagePage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await pageContext('outbox.read', `/outbox/${id}`);
  const outcome = await mailView(ctx, Number(id));
  if (!outcome.ok) notFound();
  const mail = outcome.value;
  return (
    <>
      <p className="flex gap-6 pb-1">
        <Link href="/outbox">{t`Back to the outbox`}</Link>
        {mail.reference && <Link href={`/desk/${mail.reference}`}>{t`The request, ${mail.reference}`}</Link>}
      </p>
      <h1 className="pb-2 text-2xl">{mail.subject}</h1>
      <dl className="grid grid-cols-[5rem_1fr] gap-x-3 pb-3">
        <dt className="text-soft">{t`From`}</dt>
        <dd>{mail.from}</dd>
        <dt className="text-soft">{tAs('letter')`To`}</dt>
        <dd>
          {mail.to} &lt;{mail.toAddress}&gt;
        </dd>
        <dt className="text-soft">{t`Written`}</dt>
        <dd>{mail.dateText}</dd>
        <dt className="text-soft">{t`State`}</dt>
        <dd className="flex flex-wrap items-center gap-3">
          {mail.state === 'waits' ? t`${MAIL_STATE_WORDS.waits} until` : MAIL_STATE_WORDS[mail.state]}{' '}
          {mail.whenText}
          {mail.state === 'waits' && <SendNow id={mail.id} />}
          {mail.state === 'sent' && (
            <a href={`/api/outbox/${mail.id}/message.eml`} download>{t`The message as a file (.eml)`}</a>
          )}
        </dd>
      </dl>
      <MailBody html={mail.html} text={mail.text} />
    </>
  );
}
