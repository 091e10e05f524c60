'use client';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import type { Handler } from '@/contracts/decisions/desk';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';

interface HandledByProps {
  readonly reference: string;
  readonly title: string;
  readonly handler: Handler | null;
  readonly isMine: boolean;
}

/** Who of the office sees to a request: taken on with one press, given back with another. */
export function HandledBy({ reference, title, handler, isMine }: HandledByProps) {
  const router = useRouter();
  const { error, isSending, run } = useSend();
  const give = (to: 'me' | 'nobody') =>
    run(
      () => sendOnce(`/api/requests/${reference}/handler`, { handler: to }),
      () => router.refresh(),
    );
  return (
    <span className="flex flex-wrap items-baseline gap-x-2">
      {handler && <span>{isMine ? t`you` : handler.name}</span>}
      <button
        type="button"
        className="text-note underline"
        aria-label={isMine ? t`Give back: ${title}` : t`Assign to me: ${title}`}
        disabled={isSending}
        onClick={() => void give(isMine ? 'nobody' : 'me')}
      >
        {isMine ? t`Give back` : t`Assign to me`}
      </button>
      {error && <span className="text-conflict">{error.message}</span>}
    </span>
  );
}
