'use client';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { EventSetup, PromisedLine } from '@/contracts/work-orders/event-setup';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface WhatIsWrongProps {
  readonly judge: (isRight: boolean | null, why?: string) => Promise<boolean>;
  readonly note: string;
  readonly setNote: (note: string | null) => void;
  readonly promised: PromisedLine;
  readonly isSending: boolean;
}

const WhatIsWrong = ({ judge, note, setNote, promised, isSending }: WhatIsWrongProps) => (
  <Form
    className="flex gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      void judge(false, note).then((isDone) => isDone && setNote(null));
    }}
  >
    <TextField
      className="h-11"
      aria-label={t`What is wrong: ${promised.line}`}
      placeholder={t`what is wrong`}
      maxLength={MOST_CHARACTERS.remark}
      value={note}
      onChange={({ target }) => setNote(target.value)}
    />
    <Button size="tall" isSubmit isBusy={isSending}>{t`Save`}</Button>
  </Form>
);

interface JudgingProps {
  readonly promised: PromisedLine;
  readonly isSending: boolean;
  readonly judge: (isRight: boolean | null, why?: string) => Promise<boolean>;
  readonly note: string | null;
  readonly setNote: (note: string | null) => void;
}

const Judging = ({ promised, isSending, judge, note, setNote }: JudgingProps) => (
  <span className="flex gap-2">
    <Button
      size="tall"
      isMain={promised.isRight === true}
      isBusy={isSending}
      aria-pressed={promised.isRight === true}
      aria-label={t`Right: ${promised.line}`}
      onClick={() => void judge(promised.isRight === true ? null : true)}
    >{t`Right`}</Button>
    <Button
      size="tall"
      isBusy={isSending}
      aria-expanded={note !== null}
      aria-label={t`Report a problem: ${promised.line}`}
      onClick={() => setNote(note === null ? promised.note : null)}
    >{t`Report a problem`}</Button>
  </span>
);

function Promised({ promised, date }: { promised: PromisedLine; date: number }) {
  const { submit, error, isSending } = useSubmit();
  const [note, setNote] = useState<string | null>(null);
  const judge = (isRight: boolean | null, why = '') =>
    submit(`/api/events/${date}/walk`, { line: promised.line, isRight, note: why });
  return (
    <li className="grid gap-1 border-t border-rule py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="min-w-40 grow">
          {promised.line}
          {promised.byText && (
            <span
              className={`block text-note ${promised.isRight ? 'text-clear' : 'font-semibold text-clash'}`}
            >
              {promised.isRight ? t`right` : t`problem: ${promised.note || t`no word why`}`}
              <span className="font-normal text-soft">, {promised.byText}</span>
            </span>
          )}
        </span>
        <Judging promised={promised} isSending={isSending} judge={judge} note={note} setNote={setNote} />
      </div>
      {note !== null && (
        <WhatIsWrong judge={judge} note={note} setNote={setNote} promised={promised} isSending={isSending} />
      )}
      <RefusalNote error={error} />
    </li>
  );
}

/** Shortly before: everything promised, seen by somebody. */
export function WalkThrough({ event }: { event: EventSetup }) {
  const seen = event.promised.filter(({ isRight }) => isRight !== null).length;
  return (
    <section className="sheet p-4" aria-labelledby="walk">
      <h2 id="walk" className="text-xl">{t`Walk-through`}</h2>
      <p className="text-soft">{t`What was promised for ${event.date.text}: ${seen} of ${event.promised.length} seen.`}</p>
      <ul>
        {event.promised.map((promised) => (
          <Promised key={promised.line} promised={promised} date={event.date.id} />
        ))}
      </ul>
    </section>
  );
}
