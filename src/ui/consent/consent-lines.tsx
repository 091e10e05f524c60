'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { ConsentLine } from '@/contracts/requests/consent';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';

function sayCounts({ given, refused, awaited }: ConsentLine['counts']): string {
  const parts = [
    given && t`agrees to ${given}`,
    refused && t`does not agree to ${refused}`,
    awaited && t`has not answered about ${awaited}`,
  ];
  return parts.filter(Boolean).join(', ');
}

/** What those say who look after the places of a request, and a letter to those who have not answered. */
export function ConsentLines({ reference, lines }: { reference: string; lines: readonly ConsentLine[] }) {
  const [said, setSaid] = useState('');
  const { error, isSending, run } = useSend();
  if (!lines.length) return null;
  const remind = () =>
    run<{ summary: string }>(
      () => send('POST', `/api/requests/${reference}/remind`, {}),
      (reply) => setSaid(reply.ok ? reply.value.summary : ''),
    );
  return (
    <section aria-labelledby="consent" className="sheet mb-4 p-3">
      <h2 id="consent" className="text-lg">{t`Those who look after it`}</h2>
      <ul>
        {lines.map(({ steward, places, counts, reasons, askedText }) => (
          <li key={steward} className="py-1">
            <strong>{steward}</strong> ({places}) {sayCounts(counts)}
            {counts.awaited > 0 && askedText && <span className="text-soft">{t`, asked ${askedText}`}</span>}.
            {reasons.map((reason) => (
              <blockquote key={reason} className="border-l-4 border-rule pl-2 whitespace-pre-wrap">
                {reason}
              </blockquote>
            ))}
          </li>
        ))}
      </ul>
      {lines.some(({ counts }) => counts.awaited > 0) && (
        <Button isBusy={isSending} onClick={remind}>{t`Remind`}</Button>
      )}
      {said && (
        <p role="status" className="pt-1">
          {said}
        </p>
      )}
      <RefusalNote error={error} />
    </section>
  );
}
