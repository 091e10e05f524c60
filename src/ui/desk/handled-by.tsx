'use client';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Handler } from '@/contracts/decisions/desk';
import { isUnanswered } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';

interface HandledByProps {
  readonly reference: string;
  readonly title: string;
  readonly handler: Handler | null;
  readonly isMine: boolean;
}

/** Who of the office sees to a request: taken on with one press, given back with another. */
export function HandledBy({ reference, title, handler, isMine }: HandledByProps) {
  const router = useRouter();
  const [fault, setFault] = useState('');
  const [isSending, setSending] = useState(false);
  const give = async (to: 'me' | 'nobody') => {
    if (isSending) return;
    setSending(true);
    const reply = await sendOnce(`/api/requests/${reference}/handler`, { handler: to });
    setSending(false);
    setFault(reply.ok ? '' : reply.error.message);
    if (!isUnanswered(reply)) router.refresh();
  };
  return (
    <span className="flex flex-wrap items-baseline gap-x-2">
      {handler && <span>{isMine ? t`you` : handler.name}</span>}
      <button
        type="button"
        className="text-note underline"
        aria-label={isMine ? t`Give back: ${title}` : t`Assign to me: ${title}`}
        disabled={isSending}
        onClick={() => give(isMine ? 'nobody' : 'me')}
      >
        {isMine ? t`Give back` : t`Assign to me`}
      </button>
      {fault && <span className="text-clash">{fault}</span>}
    </span>
  );
}
