'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** Takes one change back, wherever it is listed; why not, if it cannot be. */
export function UndoButton({ changeSet, what }: { readonly changeSet: number; readonly what: string }) {
  const { submit, error, said, isSending } = useSubmit();
  return (
    <>
      <Button
        isBusy={isSending}
        aria-label={t`Undo: ${what}`}
        onClick={() => void submit(`/api/changes/${changeSet}/undo`, {})}
      >{t`Undo`}</Button>
      <span role="status" className="ml-2 font-semibold text-clear">
        {said && t`Done: ${said}.`}
      </span>
      {error && <RefusalNote error={error} />}
    </>
  );
}
