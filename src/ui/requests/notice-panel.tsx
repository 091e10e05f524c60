'use client';
import { useContractForm, useFields } from '@/ui/hooks/use-contract-form';
import { ReasonField } from '@/ui/requests/reason-field';
import { Disclosure } from '@/ui/kit/disclosure';
import { DateField } from '@/ui/kit/dates/date-field';
import { Field } from '@/ui/kit/field';
import { Button } from '@/ui/kit/button';
import { Checkbox, Select, TextField } from '@/ui/kit/fields';
import { fieldLabel, requestField } from '@/contracts/requests/request-fields';
import { t, tAs } from '@/contracts/language/translate';
import { useId } from 'react';
import { editNoticeSchema, type NoticePreview } from '@/contracts/publishing/calendars';
import { standsOn, type CalendarChoice } from '@/core/publishing/shown';
import type { RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import Link from '@/ui/kit/link';
import { Mark } from '@/ui/kit/mark';
import { RichText } from '@/ui/kit/rich-text';
import { SafeHtml } from '@/ui/kit/safe-html';
import { ChangeDone } from './change-done';
import { useChange } from './use-change';
import { Form } from '@/ui/kit/form';

type Where = 'by-itself' | 'picked' | 'off';

interface Fields {
  readonly publish: boolean;
  readonly heldBack: boolean;
  readonly publishFrom: string;
  readonly secondLine: string;
  readonly publicHtml: string;
  /** What was said of each calendar; without a word it shows what fits it. */
  readonly where: Readonly<Record<number, Where>>;
}

const fieldsOf = (notice: NoticePreview): Fields => ({
  publish: notice.publish,
  heldBack: notice.heldBack,
  publishFrom: notice.publishFrom ?? '',
  secondLine: notice.secondLine,
  publicHtml: notice.publicHtml,
  where: Object.fromEntries(
    notice.calendars.map(({ id, choice }) => [
      id,
      choice === 'picked' ? 'picked' : choice === 'excluded' ? 'off' : 'by-itself',
    ]),
  ),
});

const CHOICE: Readonly<Record<Where, CalendarChoice | null>> = {
  'by-itself': null,
  picked: 'picked',
  off: 'excluded',
};

interface WhoReadsProps {
  readonly fields: Fields;
  readonly on: NoticePreview['calendars'];
  readonly notice: NoticePreview;
}

const WhoReads = ({ fields, on, notice }: WhoReadsProps) => (
  <p className="mt-1">
    {!fields.publish
      ? t`Nobody: it is not to be published.`
      : fields.heldBack
        ? t`Nobody yet: it is held back.`
        : on.length
          ? tAs(
              'calendar',
            )`On ${on.map(({ name }) => name).join(', ')}${fields.publishFrom ? t`, from ${fields.publishFrom} on` : ''}.`
          : t`On no calendar, so readers will not find it.`}
    {notice.path && (
      <>
        {' '}
        <Link href={notice.path}>{t`Its page`}</Link>
      </>
    )}
  </p>
);

/** As readers will see it once it is approved. */
function AsRead({ notice, fields }: { notice: NoticePreview; fields: Fields }) {
  const on = notice.calendars.filter((each) =>
    standsOn(CHOICE[fields.where[each.id] ?? 'by-itself'], each.isByFilter),
  );
  return (
    <section aria-label={t`As readers will see it`} className="border-l-4 border-strong-rule pl-3">
      <p className="small-caps">{t`As readers will see it`}</p>
      <p className="text-lg">
        <span className="mr-2 inline-flex gap-0.5 align-[0.1em]">
          {on.map(({ id, mark, hue }) => (
            <Mark key={id} mark={mark} hue={hue} />
          ))}
        </span>
        <strong>{notice.title}</strong>
      </p>
      {fields.secondLine && <p className="italic">{fields.secondLine}</p>}
      <p className="text-soft">
        {notice.whens.join(' · ')}
        {notice.more > 0 && t` and ${countText(notice.more, 'more date', 'more dates')}`}
        {notice.place && `; ${notice.place}`}
        {notice.hosts && ` · ${notice.hosts}`}
      </p>
      {fields.publicHtml && <SafeHtml html={fields.publicHtml} className="mt-1 max-w-prose" />}
      <WhoReads fields={fields} on={on} notice={notice} />
    </section>
  );
}

const idsIn = (where: Fields['where'], wanted: Where): number[] =>
  Object.entries(where).flatMap(([id, each]) => (each === wanted ? [Number(id)] : []));

interface CalendarRowProps {
  readonly calendar: NoticePreview['calendars'][number];
  readonly where: Where;
  onChoose(where: Where): void;
}

function CalendarRow({ calendar, where, onChoose }: CalendarRowProps) {
  const { name, mark, hue, isByFilter, choice, shown, isForEveryone, readersText } = calendar;
  return (
    <li className="grid items-center gap-x-3 border-b border-rule py-1 sm:grid-cols-[1fr_15rem]">
      <span>
        <Mark mark={mark} hue={hue} /> {name}
        <span className="text-note text-soft">
          {' '}
          {shown > 0 ? t`${countText(shown, 'date', 'dates')} there now` : t`not there now`}
          {!isForEveryone && t`; read by ${readersText}`}
        </span>
        {choice === 'wanted' && where === 'by-itself' && (
          <strong className="block">{t`The requester would like it listed here: list it or exclude it.`}</strong>
        )}
      </span>
      <Select
        aria-label={tAs('calendar')`On ${name}`}
        value={where}
        onChange={({ target }) => onChoose(target.value as Where)}
      >
        <option value="by-itself">{isByFilter ? t`listed` : t`not listed`}</option>
        <option value="picked">{isByFilter ? t`listed in any case` : t`listed`}</option>
        <option value="off">{t`excluded`}</option>
      </Select>
    </li>
  );
}

/** What stands in the form, and saving it; the version it was typed on is the one that is sent. */
function useNotice(request: RequestView, notice: NoticePreview) {
  const change = useChange(request);
  const form = useContractForm({
    schema: editNoticeSchema,
    defaultValues: { ...fieldsOf(notice), version: notice.version, reason: '' },
    bodyOf: ({ where, ...fields }) => ({
      ...fields,
      picked: idsIn(where, 'picked'),
      excluded: idsIn(where, 'off'),
    }),
    refused: () => '',
    keeps: true,
    follows: true,
    submit: (body) => change.runAt(`/api/requests/${request.reference}/notice`, body),
  });
  return { change, ...useFields(form), onSubmit: form.onSubmit, faultOf: form.faultOf };
}

interface WhenReadProps {
  readonly fields: Fields;
  set(part: Partial<Fields>): void;
}

const WhenRead = ({ fields, set }: WhenReadProps) => (
  <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
    <label className="flex min-h-7 items-center gap-2">
      <Checkbox
        className="size-4"
        checked={fields.publish}
        onChange={({ target }) => set({ publish: target.checked })}
      />
      {t`For readers`}
    </label>
    <label className="flex min-h-7 items-center gap-2">
      <Checkbox
        className="size-4"
        checked={fields.heldBack}
        onChange={({ target }) => set({ heldBack: target.checked })}
      />
      {t`Held back for now`}
    </label>
    <Field label={t`First day readers know of it`} look="note">
      <DateField
        className="w-44"
        value={fields.publishFrom}
        onChange={(publishFrom) => set({ publishFrom })}
      />
    </Field>
  </div>
);

interface WhereListedProps {
  readonly notice: NoticePreview;
  readonly fields: Fields;
  set(part: Partial<Fields>): void;
}

const WhereListed = ({ notice, fields, set }: WhereListedProps) => (
  <fieldset>
    <legend className="font-semibold">{t`Where it is listed`}</legend>
    <ul className="border-t border-rule">
      {notice.calendars.map((calendar) => (
        <CalendarRow
          key={calendar.id}
          calendar={calendar}
          where={fields.where[calendar.id] ?? 'by-itself'}
          onChoose={(where) => set({ where: { ...fields.where, [calendar.id]: where } })}
        />
      ))}
    </ul>
  </fieldset>
);

interface NoticeFieldsProps {
  readonly notice: NoticePreview;
  readonly fields: Fields;
  faultOf(field: string): string;
  set(part: Partial<Fields>): void;
}

function NoticeFields({ notice, fields, set, faultOf }: NoticeFieldsProps) {
  const id = useId();
  return (
    <>
      <WhenRead fields={fields} set={set} />
      <Field label={fieldLabel('secondLine')} fault={faultOf('secondLine')}>
        <TextField
          maxLength={requestField.secondLine.most}
          value={fields.secondLine}
          onChange={({ target }) => set({ secondLine: target.value })}
        />
      </Field>
      <div>
        <p id={`${id}-text`} className="font-semibold">{t`Public text`}</p>
        <RichText
          label={t`Public text`}
          labelledBy={`${id}-text`}
          value={fields.publicHtml}
          onChange={(publicHtml) => set({ publicHtml })}
        />
      </div>
      <WhereListed notice={notice} fields={fields} set={set} />
    </>
  );
}

/** What readers see of a request and where: seen before it is approved, edited before and after. */
export function NoticePanel({ request, notice }: { request: RequestView; notice: NoticePreview }) {
  const { change, fields, set, onSubmit, faultOf } = useNotice(request, notice);
  const wished = notice.calendars.filter(({ choice }) => choice === 'wanted').length;
  return (
    <Disclosure
      summary={
        <>
          {t`What readers see`}
          {wished > 0 && t`: ${countText(wished, 'calendar is', 'calendars are')} wished for`}
        </>
      }
      className="sheet mt-4 p-3"
      open={wished > 0}
    >
      <div className="pt-3">
        <AsRead notice={notice} fields={fields} />
      </div>
      <Form className="grid max-w-3xl gap-3 pt-4" onSubmit={onSubmit} noValidate>
        <NoticeFields notice={notice} fields={fields} set={set} faultOf={faultOf} />
        <ReasonField
          label={t`Why`}
          hint={t`the requester reads it`}
          value={fields.reason}
          onChange={(reason) => set({ reason })}
        />
        <p>
          <Button isSubmit isBusy={change.isSending}>{t`Save what readers see`}</Button>
        </p>
        <ChangeDone change={change} />
      </Form>
    </Disclosure>
  );
}
