'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { RequestView } from '@/contracts/requests/request-view';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** From when on readers see what was approved a moment ago, and a way not to wait for it. */
export function ReadersWait({ request }: { request: Pick<RequestView, 'reference' | 'readersFromText'> }) {
  const { submit, error, isSending } = useSubmit();
  if (request.readersFromText === null) return null;
  return (
    <div className="mt-4 border-l-4 border-accent bg-sunk px-3 py-2">
      <p>{t`Readers see what was approved from ${request.readersFromText}, when it can no longer be undone.`}</p>
      <Button
        className="mt-2"
        isBusy={isSending}
        onClick={() => void submit(`/api/requests/${request.reference}/publish-now`, {})}
      >{t`Publish now`}</Button>
      <RefusalNote error={error} />
    </div>
  );
}
