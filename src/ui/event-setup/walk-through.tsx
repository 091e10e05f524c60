'use client';
import { walkSchema, type EventSetup, type PromisedLine } from '@/contracts/work-orders/event-setup';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

interface WhatIsWrongProps {
  readonly judge: (isRight: boolean | null, why?: string) => Promise<boolean>;
  readonly refused: (field: string) => string;
  readonly promised: PromisedLine;
  onDone(): void;
}

function WhatIsWrong({ judge, refused, promised, onDone }: WhatIsWrongProps) {
  const { register, onSubmit, faultOf, isSending } = useContractForm({
    schema: walkSchema,
    defaultValues: { note: promised.note },
    bodyOf: ({ note }) => ({ line: promised.line, isRight: false, note }),
    refused,
    submit: ({ note }) => judge(false, String(note)),
    done: onDone,
  });
  return (
    <Form className="flex gap-2" onSubmit={onSubmit} noValidate>
      <TextField
        className="h-11"
        aria-label={t`What is wrong: ${promised.line}`}
        placeholder={t`what is wrong`}
        maxLength={MOST_CHARACTERS.remark}
        aria-invalid={faultOf('note') !== ''}
        {...register('note')}
      />
      <Button size="tall" isSubmit isBusy={isSending}>{t`Save`}</Button>
    </Form>
  );
}

interface JudgingProps {
  readonly promised: PromisedLine;
  readonly isSending: boolean;
  readonly judge: (isRight: boolean | null, why?: string) => Promise<boolean>;
  readonly isOpen: boolean;
  onOpen(isOpen: boolean): void;
}

const Judging = ({ promised, isSending, judge, isOpen, onOpen }: JudgingProps) => (
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
      aria-expanded={isOpen}
      aria-label={t`Report a problem: ${promised.line}`}
      onClick={() => onOpen(!isOpen)}
    >{t`Report a problem`}</Button>
  </span>
);

function Promised({ promised, date }: { promised: PromisedLine; date: number }) {
  const { submit, error, isSending, faultOf } = useSubmit();
  const [isOpen, setOpen] = useState(false);
  const judge = (isRight: boolean | null, why = '') =>
    submit(`/api/events/${date}/walk`, { line: promised.line, isRight, note: why });
  return (
    <li className="grid gap-1 border-t border-rule py-2">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="min-w-40 grow">
          {promised.line}
          {promised.byText && (
            <span
              className={`block text-note ${promised.isRight ? 'text-clear' : 'font-semibold text-conflict'}`}
            >
              {promised.isRight ? t`right` : t`problem: ${promised.note || t`no word why`}`}
              <span className="font-normal text-soft">, {promised.byText}</span>
            </span>
          )}
        </span>
        <Judging {...{ promised, isSending, judge, isOpen }} onOpen={setOpen} />
      </div>
      {isOpen && (
        <WhatIsWrong judge={judge} refused={faultOf} promised={promised} onDone={() => setOpen(false)} />
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
