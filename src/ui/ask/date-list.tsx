'use client';
import { Button } from '@/ui/kit/button';
import { Checkbox, NumberField, Select } from '@/ui/kit/fields';
import { TimeField } from '@/ui/kit/dates/time-field';
import { Field } from '@/ui/kit/field';
import { t } from '@/contracts/language/translate';
import { memo, useState } from 'react';
import { useWatch, type UseFormGetValues, type UseFormSetValue } from 'react-hook-form';
import type { CheckReply, DateVerdictReply } from '@/contracts/requests/ask';
import { countText, dayShort, sayTime } from '@/contracts/words/when';
import { dateOf, type LocalDateTime } from '@/core/time/local-time';
import { VerdictStamp } from '@/ui/kit/verdict-stamp';
import { takenOn, type AskForm, type DifferingForm } from './draft';
import type { PartProps } from './part-props';
import { DayNote } from '@/ui/frame/day-notes';
import type { AskChoices } from '@/contracts/requests/ask-choices';

/** So many dates are drawn at first; a long series goes on when asked for. */
const FIRST_RUNGS = 60;

interface DifferingFootProps {
  readonly onClose: () => void;
  readonly onChange: (date: DifferingForm) => void;
  readonly date: DifferingForm;
}

const DifferingFoot = ({ onClose, onChange, date }: DifferingFootProps) => (
  <div className="col-span-2 flex gap-2">
    <Button size="small" onClick={onClose}>{t`Done`}</Button>
    <Button
      size="small"
      onClick={() => {
        onChange({ at: date.at, startTime: '', endTime: '', people: '', spaceId: '' });
        onClose();
      }}
    >{t`As on the others`}</Button>
  </div>
);

interface OtherSpaceProps {
  readonly date: DifferingForm;
  readonly onChange: (date: DifferingForm) => void;
  readonly choices: PartProps['choices'];
}

const OtherSpace = ({ date, onChange, choices }: OtherSpaceProps) => (
  <label className="text-note">
    {t`Space`}
    <Select value={date.spaceId} onChange={(event) => onChange({ ...date, spaceId: event.target.value })}>
      <option value="">{t`as on the others`}</option>
      {choices.spaces.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Select>
  </label>
);

/** What is to be different on one date; empty fields are as on the others. */
function DifferingFields({
  date,
  choices,
  onChange,
  onClose,
}: {
  date: DifferingForm;
  choices: PartProps['choices'];
  onChange: (date: DifferingForm) => void;
  onClose: () => void;
}) {
  const time = (label: string, name: 'startTime' | 'endTime') => (
    <Field label={label} look="note">
      <TimeField value={date[name]} onChange={(value) => onChange({ ...date, [name]: value })} />
    </Field>
  );
  return (
    <div className="mt-1 grid grid-cols-2 gap-2 border border-rule bg-paper p-2">
      {time(t`Starts`, 'startTime')}
      {time(t`Ends`, 'endTime')}
      <Field label={t`People`} look="note">
        <NumberField
          min={1}
          value={date.people}
          onChange={({ target }) => onChange({ ...date, people: target.value })}
        />
      </Field>
      <OtherSpace date={date} onChange={onChange} choices={choices} />
      <DifferingFoot onClose={onClose} onChange={onChange} date={date} />
    </div>
  );
}

const differs = ({ startTime, endTime, people, spaceId, taken }: DifferingForm): boolean =>
  Boolean(startTime || endTime || people || spaceId || taken);

const nothing = (at: string): DifferingForm => ({ at, startTime: '', endTime: '', people: '', spaceId: '' });

interface DateHeadProps {
  readonly isOfSeries: boolean;
  readonly setValue: UseFormSetValue<AskForm>;
  readonly getValues: UseFormGetValues<AskForm>;
  readonly date: DateVerdictReply;
}

const DateHead = ({ isOfSeries, setValue, getValues, date }: DateHeadProps) => (
  <div className="flex items-baseline justify-between gap-2">
    {isOfSeries ? (
      <label className="flex items-baseline gap-2">
        <Checkbox
          checked
          onChange={() => setValue('leftOut', [...getValues('leftOut'), date.key], { shouldDirty: true })}
        />
        <span>{date.when}</span>
        <DayNote date={dateOf(date.key as LocalDateTime)} />
      </label>
    ) : (
      <span>
        {date.when} <DayNote date={dateOf(date.key as LocalDateTime)} />
      </span>
    )}
    <VerdictStamp verdict={date.verdict} />
  </div>
);

interface DifferingProps {
  readonly isOpen: boolean;
  readonly setOpen: (open: boolean) => void;
  readonly own: DifferingForm;
  readonly date: DateVerdictReply;
  readonly choices: AskChoices;
  readonly set: (next: DifferingForm) => void;
}

const Differing = ({ isOpen, setOpen, own, date, choices, set }: DifferingProps) => (
  <>
    <button
      type="button"
      className="text-fine text-soft underline"
      aria-expanded={isOpen}
      onClick={() => setOpen(!isOpen)}
    >
      {differs(own) ? t`changed` : t`change this date`}
      <span className="sr-only">: {date.when}</span>
    </button>
    {isOpen && <DifferingFields date={own} choices={choices} onChange={set} onClose={() => setOpen(false)} />}
  </>
);

interface DateListItemProps extends Pick<PartProps, 'form' | 'choices'> {
  readonly date: DateVerdictReply;
  /** Of a series: its dates can be left out and differ. */
  readonly isOfSeries: boolean;
}

function DateListItem({ form, choices, date, isOfSeries }: DateListItemProps) {
  const { getValues, setValue, control } = form;
  const [isOpen, setOpen] = useState(false);
  const [differing, spaces] = useWatch({ control, name: ['differing', 'spaces'] });
  const known = differing.find(({ at }) => at === date.key) ?? nothing(date.key);
  const own = { ...known, taken: takenOn(known, { spaces }) };
  const set = (next: DifferingForm) => {
    const others = getValues('differing').filter(({ at }) => at !== next.at);
    setValue('differing', differs(next) ? [...others, next] : others, { shouldDirty: true });
  };
  return (
    <li className="relative border-b border-rule py-1.5 pl-4 before:absolute before:top-4 before:left-0 before:w-3 before:border-t-2 before:border-strong-rule">
      <DateHead isOfSeries={isOfSeries} setValue={setValue} getValues={getValues} date={date} />
      {date.findings.map(({ sentence, severity }) => (
        <p key={sentence} className={`mt-0.5 text-note ${severity === 'notes' ? 'text-soft' : ''}`}>
          {sentence}
        </p>
      ))}
      {own.taken && (
        <p className="mt-0.5 border-l-4 border-accent pl-2 text-note">
          {t`Instead: ${own.taken.sentence} `}
          <button
            type="button"
            className="underline"
            onClick={() => set({ ...own, taken: undefined })}
          >{t`As asked before`}</button>
        </p>
      )}
      {isOfSeries && (
        <Differing isOpen={isOpen} setOpen={setOpen} own={own} date={date} choices={choices} set={set} />
      )}
    </li>
  );
}

/** A date that was left out, with the way back. */
function LeftOutDateListItem({ form, at }: Pick<PartProps, 'form'> & { at: string }) {
  const { getValues, setValue } = form;
  const when = `${dayShort(dateOf(at as LocalDateTime))}, ${sayTime(at as LocalDateTime)}`;
  return (
    <li className="relative border-b border-rule py-1.5 pl-4 text-soft before:absolute before:top-4 before:left-0 before:w-3 before:border-t-2 before:border-dashed before:border-strong-rule">
      <label className="flex items-baseline gap-2">
        <Checkbox
          checked={false}
          onChange={() =>
            setValue(
              'leftOut',
              getValues('leftOut').filter((each) => each !== at),
              { shouldDirty: true },
            )
          }
        />
        <span>
          <s>{when}</s>
          {t` left out`}
        </span>
      </label>
    </li>
  );
}

type Line = { readonly at: string; readonly date: DateVerdictReply | null };

/** The dates of the request from top to bottom, each with its verdict; those of a series can be left out and differ. */
export const AskDateList = memo(function AskDateList({
  reply,
  ...parts
}: Pick<PartProps, 'form' | 'choices'> & { reply: CheckReply }) {
  const [most, setMost] = useState(FIRST_RUNGS);
  const [leftOut, pattern] = useWatch({ control: parts.form.control, name: ['leftOut', 'pattern'] });
  const isOfSeries = reply.dates.length > 1 || (pattern !== 'once' && leftOut.length > 0);
  const lines: Line[] = [
    ...reply.dates.map((date) => ({ at: date.key, date })),
    ...(pattern === 'once' ? [] : leftOut.map((at) => ({ at, date: null }))),
  ].sort((a, b) => (a.at < b.at ? -1 : 1));
  return (
    <>
      <ol
        className="relative mt-3 max-h-[30rem] overflow-y-auto border-l-2 border-strong-rule"
        tabIndex={0}
        aria-label={t`Dates`}
      >
        {lines
          .slice(0, most)
          .map(({ at, date }) =>
            date ? (
              <DateListItem key={at} {...parts} date={date} isOfSeries={isOfSeries} />
            ) : (
              <LeftOutDateListItem key={at} form={parts.form} at={at} />
            ),
          )}
      </ol>
      {lines.length > most && (
        <Button
          className="mt-2"
          onClick={() => setMost(lines.length)}
        >{t`Show ${countText(lines.length - most, 'more date', 'more dates')}`}</Button>
      )}
    </>
  );
});
