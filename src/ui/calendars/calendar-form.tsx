'use client';
import { useContractForm, useFields } from '@/ui/hooks/use-contract-form';
import {
  saveCalendarSchema,
  CALENDAR_HUES,
  type CalendarChoices,
  type CalendarPreview,
  type StoredCalendar,
} from '@/contracts/publishing/calendars';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Checkbox, Radio, TextField } from '@/ui/kit/fields';
import { MOST_CHARACTERS } from '@/contracts/base/text-limits';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FACT_WORDS, READER_WORDS } from '@/contracts/publishing/words';
import { countText } from '@/contracts/words/when';
import { FACTS } from '@/core/publishing/facts';
import { READER_KINDS } from '@/core/publishing/readers';
import { ROLES } from '@/core/roles';
import { sendOnce } from '@/ui/hooks/send-once';
import { useAsked } from '@/ui/hooks/use-asked';
import { useSend } from '@/ui/hooks/use-send';
import { Field } from '@/ui/kit/field';
import { PickSeveral } from '@/ui/kit/pick-several';
import { Mark } from '@/ui/kit/mark';
import { RefusalNote } from '@/ui/kit/refusal-note';
import {
  addressOf,
  bodyOf,
  fieldsOf,
  newFields,
  type CalendarFields,
  type StartFrom,
} from './calendar-fields';
import { hueText } from '@/contracts/words/hues';
import { Form } from '@/ui/kit/form';
import type { CalendarFilter } from '@/core/publishing/calendar-filter';

interface PartProps {
  readonly fields: CalendarFields;
  readonly choices: CalendarChoices;
  faultOf(path: string): string;
  set(part: Partial<CalendarFields>): void;
}

interface MarkAndColourProps {
  faultOf(path: string): string;
  readonly fields: CalendarFields;
  set(part: Partial<CalendarFields>): void;
}

const MarkAndColour = ({ faultOf, fields, set }: MarkAndColourProps) => (
  <div className="flex flex-wrap items-start gap-4">
    <Field label={t`Mark`} fault={faultOf('mark')} hint={t`Two letters: colour is never the only sign.`}>
      {(ids) => (
        <TextField
          {...ids}
          className="w-20"
          maxLength={2}
          value={fields.mark}
          onChange={({ target }) => set({ mark: target.value })}
        />
      )}
    </Field>
    <fieldset>
      <legend className="font-semibold">{t`Colour`}</legend>
      <div className="flex flex-wrap gap-3 py-1">
        {CALENDAR_HUES.map((hue) => (
          <label key={hue} className="flex min-h-7 items-center gap-1.5">
            <Radio name="hue" checked={fields.hue === hue} onChange={() => set({ hue })} />
            <Mark mark={fields.mark || '··'} hue={hue} />
            <span className="sr-only">{hueText(hue)}</span>
          </label>
        ))}
      </div>
    </fieldset>
  </div>
);

interface AddressFieldProps {
  faultOf(path: string): string;
  readonly fields: CalendarFields;
  set(part: Partial<CalendarFields>): void;
}

const AddressField = ({ faultOf, fields, set }: AddressFieldProps) => (
  <Field
    label={t`Address`}
    fault={faultOf('slug')}
    hint={t`It will be /whats-on/${addressOf(fields)}. An address it had before goes on leading here.`}
  >
    {(ids) => (
      <TextField
        {...ids}
        maxLength={MOST_CHARACTERS.calendarName}
        placeholder={addressOf(fields)}
        value={fields.slug}
        onChange={({ target }) => set({ slug: target.value })}
      />
    )}
  </Field>
);

function NamePart({ fields, faultOf, set }: PartProps) {
  return (
    <section className="grid gap-3">
      <Field label={t`Name`} fault={faultOf('name')}>
        {(ids) => (
          <TextField
            {...ids}
            maxLength={MOST_CHARACTERS.calendarName}
            value={fields.name}
            onChange={({ target }) => set({ name: target.value })}
          />
        )}
      </Field>
      <Field label={t`What it is for`} fault={faultOf('about')} hint={t`One line, read beside its name.`}>
        {(ids) => (
          <TextField
            {...ids}
            maxLength={MOST_CHARACTERS.calendarAbout}
            value={fields.about}
            onChange={({ target }) => set({ about: target.value })}
          />
        )}
      </Field>
      <AddressField faultOf={faultOf} fields={fields} set={set} />
      <MarkAndColour faultOf={faultOf} fields={fields} set={set} />
    </section>
  );
}

interface AudiencesPickedProps {
  readonly choices: CalendarChoices;
  readonly filter: CalendarFilter;
  readonly narrow: (part: Partial<CalendarFilter>) => void;
}

const AudiencesPicked = ({ choices, filter, narrow }: AudiencesPickedProps) => (
  <PickSeveral
    legend={t`Audiences`}
    options={choices.audiences.map((name) => ({ id: name, name }))}
    picked={filter.audiences}
    onChange={(audiences) => narrow({ audiences })}
  />
);

function FilterPart({ fields, choices, set }: PartProps) {
  const { filter } = fields;
  const narrow = (part: Partial<typeof filter>) => set({ filter: { ...filter, ...part } });
  return (
    <section>
      <h2 className="text-xl">{t`What is listed on it`}</h2>
      <p className="text-soft">{t`An event must fit every line; a line that says any lets all through.`}</p>
      <PickSeveral
        legend={t`Categories`}
        options={choices.categories}
        picked={filter.categories as readonly number[]}
        onChange={(categories) => narrow({ categories: categories as never })}
      />
      <PickSeveral
        legend={t`Buildings`}
        options={choices.buildings}
        picked={filter.buildings as readonly number[]}
        onChange={(buildings) => narrow({ buildings: buildings as never })}
      />
      <PickSeveral
        legend={t`Spaces, besides those buildings`}
        options={choices.spaces}
        picked={filter.spaces as readonly number[]}
        onChange={(spaces) => narrow({ spaces: spaces as never })}
      />
      <PickSeveral
        legend={t`Hosts`}
        options={choices.hosts}
        picked={filter.hosts as readonly number[]}
        onChange={(hosts) => narrow({ hosts: hosts as never })}
      />
      {choices.audiences.length > 0 && <AudiencesPicked choices={choices} filter={filter} narrow={narrow} />}
    </section>
  );
}

function FactsPart({ fields, set }: PartProps) {
  const { facts } = fields;
  return (
    <fieldset>
      <legend className="text-xl font-semibold">{t`What it tells`}</legend>
      <p className="text-soft">
        {t`Day and hours always. `}
        {facts.length === 0 && <strong>{t`As it is, no more than that the time is taken.`}</strong>}
      </p>
      {FACTS.map((fact) => (
        <label key={fact} className="flex min-h-7 items-center gap-2">
          <Checkbox
            className="size-4"
            checked={facts.includes(fact)}
            onChange={({ target }) =>
              set({ facts: FACTS.filter((each) => (each === fact ? target.checked : facts.includes(each))) })
            }
          />
          {FACT_WORDS[fact]}
        </label>
      ))}
    </fieldset>
  );
}

interface SomeReadersProps {
  readonly choices: CalendarChoices;
  readonly fields: CalendarFields;
  set(part: Partial<CalendarFields>): void;
}

const SomeReaders = ({ choices, fields, set }: SomeReadersProps) => (
  <div className="pl-6">
    <PickSeveral
      legend={t`People`}
      options={choices.people}
      picked={fields.people}
      onChange={(people) => set({ people })}
    />
    <PickSeveral
      legend={t`Roles`}
      options={ROLES.map((role) => ({ id: role, name: role }))}
      picked={fields.roles}
      onChange={(roles) => set({ roles })}
    />
    <PickSeveral
      legend={t`Members of`}
      options={choices.hosts}
      picked={fields.organisations}
      onChange={(organisations) => set({ organisations })}
    />
  </div>
);

function ReadersPart({ fields, choices, faultOf, set }: PartProps) {
  return (
    <fieldset>
      <legend className="text-xl font-semibold">{t`Who may read it`}</legend>
      {READER_KINDS.map((kind) => (
        <label key={kind} className="flex min-h-7 items-center gap-2">
          <Radio
            name="readers"
            checked={fields.readerKind === kind}
            onChange={() => set({ readerKind: kind })}
          />
          {READER_WORDS[kind]}
        </label>
      ))}
      {fields.readerKind === 'named' && <SomeReaders choices={choices} fields={fields} set={set} />}
      {faultOf('readers.people') && (
        <p className="font-semibold text-conflict">{faultOf('readers.people')}</p>
      )}
      <label className="flex min-h-7 items-center gap-2 pt-2">
        <Checkbox
          className="size-4"
          checked={fields.startsOn}
          onChange={({ target }) => set({ startsOn: target.checked })}
        />
        {t`Shown at once where readers see all calendars together`}
      </label>
    </fieldset>
  );
}

/** How many dates stand on it as the form is now, and the first of them. */
function LivePreview({ fields, id }: { fields: CalendarFields; id: number | null }) {
  const body = { id, filter: fields.filter, facts: fields.facts };
  const reply = useAsked<CalendarPreview>('/api/calendars/preview', body, { keepsLast: true });
  const preview = reply?.ok ? reply.value : null;
  return (
    <section aria-label={t`What would be listed on it now`} className="sheet p-4" aria-live="polite">
      <h2 className="flex items-center gap-2 text-xl">
        <Mark mark={fields.mark || '··'} hue={fields.hue} /> {fields.name || t`The new calendar`}
      </h2>
      {!preview && <p className="text-soft">{t`Counting …`}</p>}
      {preview && (
        <>
          <p>
            <strong>{t`${countText(preview.dates, 'date', 'dates')} to come`}</strong>
            {t`, of ${countText(preview.events, 'event', 'events')}.`}
          </p>
          <ul className="pt-2">
            {preview.lines.map(({ when, title, place }, index) => (
              <li key={index} className="border-t border-rule py-1">
                <span className="text-soft">{when}</span>
                <br />
                <strong>{title}</strong>
                {place && `, ${place}`}
              </li>
            ))}
          </ul>
          {preview.dates > preview.lines.length && preview.lines.length > 0 && (
            <p className="text-soft">{t`and ${preview.dates - preview.lines.length} more`}</p>
          )}
          {preview.dates === 0 && (
            <p className="pt-1">{t`Nothing fits yet. It fills by itself as soon as something does.`}</p>
          )}
        </>
      )}
    </section>
  );
}

interface CalendarFootProps {
  readonly isSending: boolean;
  readonly stored: StoredCalendar | null;
}

const CalendarFoot = ({ isSending, stored }: CalendarFootProps) => (
  <p className="flex flex-wrap gap-3">
    <Button isMain isSubmit isBusy={isSending}>
      {stored ? t`Save the calendar` : t`Make the calendar`}
    </Button>
    <ButtonLink href="/administration/calendars">{t`Leave it as it was`}</ButtonLink>
  </p>
);

interface CalendarPartsProps {
  readonly part: PartProps;
  readonly error: ReturnType<typeof useSend>['error'];
  readonly isSending: boolean;
  readonly stored: StoredCalendar | null;
}

const CalendarParts = ({ part, error, isSending, stored }: CalendarPartsProps) => (
  <div className="grid max-w-3xl gap-6">
    <NamePart {...part} />
    <FilterPart {...part} />
    <FactsPart {...part} />
    <ReadersPart {...part} />
    {error && <RefusalNote error={error} />}
    <CalendarFoot isSending={isSending} stored={stored} />
  </div>
);

interface CalendarFormProps {
  readonly stored: StoredCalendar | null;
  readonly start: StartFrom;
  readonly choices: CalendarChoices;
}

/** The calendar as it is filled in. Until somebody types a mark it follows from the name. */
function useCalendar({ stored, start, choices }: CalendarFormProps) {
  const router = useRouter();
  const [isMarkOwn, setMarkOwn] = useState(stored !== null);
  const { error, faultOf: refused, run } = useSend({ again: () => form.onSubmit() });
  const form = useContractForm({
    schema: saveCalendarSchema,
    defaultValues: stored ? fieldsOf(stored) : newFields(start),
    bodyOf: (fields) => ({
      ...bodyOf(fields),
      id: stored?.id ?? null,
      rowVersion: stored?.rowVersion ?? 0,
    }),
    refused,
    keeps: true,
    submit: (body) =>
      run<{ id: number }>(
        () => sendOnce('/api/calendars', body),
        (reply) => {
          if (!reply.ok) return;
          router.push(`/administration/calendars?saved=${reply.value.id}`);
          router.refresh();
        },
      ),
  });
  const { fields, set: put } = useFields(form);
  const set = (part: Partial<CalendarFields>) => {
    if (part.mark !== undefined) setMarkOwn(true);
    const mark = (part.name ?? '').replace(/[^\p{L}]/gu, '').slice(0, 2);
    put({ ...(part.name !== undefined && !isMarkOwn && { mark }), ...part });
  };
  const part = { fields, choices, faultOf: form.faultOf, set };
  return { part, error, isSending: form.isSending, onSubmit: form.onSubmit };
}

/** A calendar in one short form, with what would stand on it beside it. */
export function CalendarForm(props: CalendarFormProps) {
  const { stored } = props;
  const { part, error, isSending, onSubmit } = useCalendar(props);
  return (
    <Form
      noValidate
      onSubmit={onSubmit}
      className="grid items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]"
    >
      <CalendarParts part={part} error={error} isSending={isSending} stored={stored} />
      <div className="lg:sticky lg:top-3">
        <LivePreview fields={part.fields} id={stored?.id ?? null} />
      </div>
    </Form>
  );
}
