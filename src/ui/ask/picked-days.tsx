'use client';
import { Button } from '@/ui/kit/button';
import { TextArea } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import type { LocalDate } from '@/core/time/local-time';
import { countText, dayShort } from '@/contracts/words/when';
import { readTypedDates } from '@/ui/kit/dates/typed-date';
import type { PartProps } from './part-props';
import type { AskForm, Pattern } from '@/ui/ask/draft';
import type { AskChoices } from '@/contracts/requests/ask-choices';

const quotedList = (pieces: readonly string[]): string => pieces.map((piece) => `“${piece}”`).join(', ');

interface PickedDayProps {
  readonly day: string;
  readonly set: (days: string[]) => void;
  readonly pickedDays: string[];
}

const PickedDay = ({ day, set, pickedDays }: PickedDayProps) => (
  <li>
    <Button
      size="small"
      className="font-normal"
      onClick={() => set(pickedDays.filter((each) => each !== day))}
    >
      {dayShort(day as LocalDate)}
      <span aria-hidden="true">×</span>
      <span className="sr-only">{t`: take it out`}</span>
    </Button>
  </li>
);

interface DaysReadProps {
  readonly unread: readonly string[];
  readonly leftOut: readonly string[];
  readonly faults: Readonly<Record<string, string>>;
  readonly pattern: Pattern;
  readonly pickedDays: string[];
}

/** What was made of what was typed. */
const DaysRead = ({ unread, leftOut, faults, pattern, pickedDays }: DaysReadProps) => (
  <div aria-live="polite">
    {unread.length > 0 && (
      <p className="font-semibold text-conflict">{t`Not read as a day: ${quotedList(unread)}. Write it as 12 may or 2027-05-12.`}</p>
    )}
    {leftOut.length > 0 && (
      <p>{t`Not taken over: ${quotedList(leftOut)}. All days are at the hours above.`}</p>
    )}
    {faults.pickedDays && <p className="font-semibold text-conflict">{faults.pickedDays}</p>}
    {pattern === 'picked' && pickedDays.length > 0 && (
      <p className="mt-1 font-semibold">{t`${countText(pickedDays.length + 1, 'day', 'days')} with the first.`}</p>
    )}
  </div>
);

interface DaysTypedProps {
  readonly unread: readonly string[];
  readonly faults: Readonly<Record<string, string>>;
  readonly text: string;
  readonly setText: (text: string) => void;
  readonly add: () => Promise<void>;
}

const DaysTyped = ({ unread, faults, text, setText, add }: DaysTypedProps) => (
  <div className="flex gap-2">
    <TextArea
      id="picked-days"
      rows={1}
      placeholder={t`12 may, 19 may, 2027-06-02 …`}
      aria-invalid={unread.length > 0 || !!faults.pickedDays}
      aria-describedby="picked-days-hint"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || event.shiftKey) return;
        event.preventDefault();
        void add();
      }}
    />
    <Button
      off={text.trim() ? null : t`Write one or more days first.`}
      onClick={() => void add()}
    >{t`Add`}</Button>
  </div>
);

/** Days beside the first, added as they are typed or pasted. */
function usePickedDays(form: UseFormReturn<AskForm>, choices: AskChoices) {
  const { control, setValue, getValues } = form;
  const [pickedDays, startDate, pattern] = useWatch({
    control,
    name: ['pickedDays', 'startDate', 'pattern'],
  });
  const [text, setText] = useState('');
  const [unread, setUnread] = useState<readonly string[]>([]);
  const [leftOut, setLeftOut] = useState<readonly string[]>([]);
  const set = (days: string[]) => setValue('pickedDays', days, { shouldDirty: true });
  const add = async () => {
    const found = await readTypedDates(text, choices.today as LocalDate);
    const all = new Set([...getValues('pickedDays'), ...found.days]);
    all.delete(getValues('startDate'));
    set([...all].sort());
    // What was not read stays to be put right; nothing is dropped.
    setText(found.unread.join(', '));
    setUnread(found.unread);
    setLeftOut(found.leftOut);
  };
  return { pickedDays, startDate, pattern, text, setText, unread, leftOut, set, add };
}

/** Further days beside the first, or beside a rule: typed or pasted, as many as one likes. */
export function PickedDays({ form, choices, faults }: PartProps) {
  const { pickedDays, startDate, pattern, text, setText, unread, leftOut, set, add } = usePickedDays(
    form,
    choices,
  );
  return (
    <div className="sm:col-span-6">
      <label htmlFor="picked-days" className="font-semibold">{t`Further days`}</label>
      <DaysTyped unread={unread} faults={faults} text={text} setText={setText} add={add} />
      <p
        id="picked-days-hint"
        className="mt-0.5 text-note text-soft"
      >{t`One day, many or a range (1–3 June), typed or pasted; Enter adds them. All at the hours above.`}</p>
      <DaysRead unread={unread} leftOut={leftOut} faults={faults} pattern={pattern} pickedDays={pickedDays} />
      <ul className="mt-1 flex max-h-44 flex-wrap gap-1.5 overflow-y-auto" aria-label={t`Days picked`}>
        {pickedDays
          .filter((day) => day !== startDate)
          .map((day) => (
            <PickedDay key={day} day={day} set={set} pickedDays={pickedDays} />
          ))}
      </ul>
    </div>
  );
}
