'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** Sends a message that still waits: somebody needs it at once, and the decision will not be taken back. */
export function SendNow({ id }: { id: number }) {
  const router = useRouter();
  const { error, isSending, run: sendIt } = useSend();
  const run = () =>
    sendIt(
      () => send('POST', `/api/outbox/${id}/send`, {}),
      () => router.refresh(),
    );
  return (
    <>
      <Button isBusy={isSending} onClick={run}>{t`Send it now`}</Button>
      <RefusalNote error={error} />
    </>
  );
}
