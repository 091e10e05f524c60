'use client';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/primitives/refusal-note';

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
        <button
          type="button"
          className="press press-main"
          disabled={isSending}
          onClick={() => void make()}
        >{t`Make my private link`}</button>
      )}
      {hasLink && !isAsked && (
        <button
          type="button"
          className="press"
          onClick={() => setAsked(true)}
        >{t`Replace my private link`}</button>
      )}
      {hasLink && isAsked && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="font-semibold">{t`Programs that use the present link get nothing any more.`}</span>
          <button
            type="button"
            className="press press-main"
            autoFocus
            disabled={isSending}
            onClick={() => void make()}
          >{t`Replace it`}</button>
          <button type="button" className="press" onClick={() => setAsked(false)}>{t`Leave it`}</button>
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
