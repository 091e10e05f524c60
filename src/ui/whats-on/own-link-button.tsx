'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** Makes a private link, or asks once more before another takes its place. */
export function OwnLinkButton({ hasLink }: { hasLink: boolean }) {
  const { submit, error, said, isSending } = useSubmit();
  const [isAsked, setAsked] = useState(false);
  const make = async () => {
    await submit('/api/own/feed-link', {});
    setAsked(false);
  };
  return (
    <div className="pt-3">
      {!hasLink && (
        <Button isMain isBusy={isSending} onClick={() => void make()}>{t`Make my private link`}</Button>
      )}
      {hasLink && !isAsked && <Button onClick={() => setAsked(true)}>{t`Replace my private link`}</Button>}
      {hasLink && isAsked && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="font-semibold">{t`Programs that use the present link get nothing any more.`}</span>
          <Button isMain autoFocus isBusy={isSending} onClick={() => void make()}>{t`Replace it`}</Button>
          <Button onClick={() => setAsked(false)}>{t`Leave it as it is`}</Button>
        </p>
      )}
      {error && <RefusalNote error={error} />}
      {said && (
        <p role="status" className="pt-2">
          {said}
        </p>
      )}
    </div>
  );
}
