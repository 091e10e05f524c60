'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useLayoutEffect, useRef } from 'react';
import type { EntryDone } from '@/contracts/administration/docs';

interface ImpactNoteProps {
  readonly pending: { readonly verb: string; readonly done: EntryDone };
  readonly isSending: boolean;
  confirm(): Promise<void>;
  back(): void;
}

/** What a change would hit, asked about before it is done. */
export function ImpactNote({ pending: { verb, done }, isSending, confirm, back }: ImpactNoteProps) {
  const note = useRef<HTMLElement>(null);
  // With what is drawn: a key pressed as soon as it is read must not fall beside it.
  useLayoutEffect(() => note.current?.focus(), []);
  return (
    <section
      ref={note}
      tabIndex={-1}
      aria-label={t`What this does`}
      className="mt-4 max-w-4xl border-l-4 border-accent bg-sunk px-4 py-3"
    >
      <h2 className="text-xl">{t`What this does`}</h2>
      {done.impact.length ? (
        <ul className="list-disc pl-5">
          {done.impact.map((hit, index) => (
            <li key={index}>{hit}</li>
          ))}
        </ul>
      ) : (
        <p>{t`Nothing that is asked for or booked is touched.`}</p>
      )}
      <p className="flex flex-wrap gap-3 pt-2">
        <Button isMain isBusy={isSending} onClick={() => void confirm()}>
          {verb}
        </Button>
        <Button onClick={back}>{t`Back to the form`}</Button>
      </p>
    </section>
  );
}
