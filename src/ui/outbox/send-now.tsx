'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ErrorReply } from '@/contracts/base/refusal';
import { send } from '@/ui/hooks/send';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** Sends a message that still waits: somebody needs it at once, and the decision will not be taken back. */
export function SendNow({ id }: { id: number }) {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const run = async () => {
    if (isSending) return;
    setSending(true);
    const reply = await send('POST', `/api/outbox/${id}/send`, {});
    setSending(false);
    setError(reply.ok ? null : reply.error);
    router.refresh();
  };
  return (
    <>
      <Button isBusy={isSending} onClick={run}>{t`Send it now`}</Button>
      <RefusalNote error={error} />
    </>
  );
}
