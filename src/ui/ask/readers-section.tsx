'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { Checkbox } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { memo, useId } from 'react';
import { Controller, useWatch, type UseFormRegister, type UseFormReturn } from 'react-hook-form';
import { isOnCalendar, type FilterableEvent } from '@/core/publishing/calendar-filter';
import type { BuildingId, CategoryId, OrganisationId, SpaceId } from '@/core/ids';
import { parseLocalDateTime } from '@/core/time/local-time';
import { listText } from '@/contracts/words/rule';
import { spanText } from '@/contracts/words/when';
import { RichText } from '@/ui/kit/rich-text';
import { SafeHtml } from '@/ui/kit/safe-html';
import type { AskForm } from './draft';
import { FormSection } from './fields';
import { isPublished, timesOf } from './form-body';
import type { PartProps } from './part-props';
import type { AskChoices } from '@/contracts/requests/ask-choices';

/** The event of the form as calendars choose by it. */
function eventOf(form: AskForm, choices: PartProps['choices']): FilterableEvent {
  const spaces = choices.spaces.filter(({ id }) => form.spaces.some(({ spaceId }) => spaceId === String(id)));
  const category = choices.categories.find(({ id }) => String(id) === form.categoryId);
  return {
    categories: [form.categoryId, ...form.moreCategoryIds].map(Number) as CategoryId[],
    spaces: spaces.map(({ id }) => id as SpaceId),
    buildings: spaces.map(({ buildingId }) => buildingId as BuildingId),
    hosts: [form.hostId, ...form.jointHostIds].map(Number) as OrganisationId[],
    audiences: form.audiences.length ? form.audiences : (category?.audiences ?? []),
  };
}

type CalendarChoice = PartProps['choices']['calendars'][number];

/** The calendars it will be on, as far as the form says, and those it may be wanted on besides. */
function calendarsOf(form: AskForm, choices: PartProps['choices']) {
  const event = eventOf(form, choices);
  const isOn = ({ filter }: CalendarChoice) => isOnCalendar(filter, event);
  return { on: choices.calendars.filter(isOn), others: choices.calendars.filter((each) => !isOn(each)) };
}

/** Calendars it is wanted on besides those that show it anyway. */
function OtherCalendars({ form, choices, faults }: PartProps) {
  const values = useWatch({ control: form.control }) as AskForm;
  const { others } = calendarsOf(values, choices);
  if (values.categoryId === '' || !others.length) return null;
  const fault = Object.entries(faults).find(([path]) => path.startsWith('calendarIds'))?.[1];
  return (
    <Disclosure
      summary={t`It belongs on another calendar too`}
      className="sm:col-span-6"
      open={values.calendarIds.length > 0}
    >
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {others.map(({ id, name, about }) => (
          <label key={id} className="flex min-h-7 items-center gap-1.5">
            <Checkbox className="size-4" value={String(id)} {...form.register('calendarIds')} />
            {name} {about && <span className="text-note text-soft">{about}</span>}
          </label>
        ))}
      </div>
      {fault && <p className="font-semibold text-conflict">{fault}</p>}
      <p className="mt-0.5 text-note text-soft">{t`The office decides whether it is listed there.`}</p>
    </Disclosure>
  );
}

/** As readers will see it: title, hours and place, the text, the public lines. Nothing else. */
function Preview({ form, choices }: PartProps) {
  const values = useWatch({ control: form.control }) as AskForm;
  const times = timesOf(values);
  const [start, end] = [parseLocalDateTime(times.startsAt), parseLocalDateTime(times.endsAt)];
  const places = values.spaces.flatMap(
    ({ spaceId }) => choices.spaces.find(({ id }) => String(id) === spaceId)?.name ?? [],
  );
  const on = calendarsOf(values, choices).on.map(({ name }) => name);
  const lines = values.lines.filter(({ isPublic, text }) => isPublic && text);
  return (
    <section aria-label={t`As readers will see it`} className="sheet p-4 sm:col-span-6">
      <p className="small-caps">{t`As readers will see it`}</p>
      <p className="text-lg">
        <strong>{values.title || t`Title`}</strong>
      </p>
      {values.secondLine && <p className="italic">{values.secondLine}</p>}
      <p className="text-soft">
        {start && end && end > start ? spanText(start, end) : t`day and hours`}
        {values.kind === 'space' && `; ${places.join(' + ') || 'place'}`}
      </p>
      {values.publicHtml && <SafeHtml html={values.publicHtml} className="mt-2 max-w-prose" />}
      {lines.length > 0 && (
        <ul className="mt-2">
          {lines.map(({ at, text }, index) => (
            <li key={index}>
              {at} {text}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 border-t border-rule pt-2 text-note">
        {values.categoryId === ''
          ? t`On which calendars it will be depends on the category.`
          : on.length
            ? t`Once approved it will be on ${on.length === 1 ? t`the calendar` : t`the calendars`} ${listText(on)}.`
            : t`No calendar shows this category, so readers will not find it.`}
      </p>
    </section>
  );
}

interface PublicTextProps {
  readonly id: string;
  readonly control: PartProps['form']['control'];
  readonly faults: Readonly<Record<string, string>>;
}

const PublicText = ({ id, control, faults }: PublicTextProps) => (
  <div className="sm:col-span-6">
    <p id={`${id}-label`} className="font-semibold">{t`Public text`}</p>
    <Controller
      control={control}
      name="publicHtml"
      render={({ field }) => (
        <RichText
          label={t`Public text`}
          labelledBy={`${id}-label`}
          describedBy={`${id}-hint`}
          value={field.value}
          onChange={field.onChange}
        />
      )}
    />
    {faults.publicHtml && <p className="font-semibold text-conflict">{faults.publicHtml}</p>}
    <p
      id={`${id}-hint`}
      className="mt-0.5 text-note text-soft"
    >{t`Beside title, time and space. Nothing else is published.`}</p>
  </div>
);

interface AudiencesProps {
  readonly choices: AskChoices;
  readonly register: UseFormRegister<AskForm>;
}

const Audiences = ({ choices, register }: AudiencesProps) => (
  <fieldset className="sm:col-span-6">
    <legend className="font-semibold">{t`For whom`}</legend>
    <div className="flex flex-wrap gap-x-4 gap-y-1">
      {choices.audiences.map((audience) => (
        <label key={audience} className="flex items-center gap-1.5">
          <Checkbox className="size-4" value={audience} {...register('audiences')} />
          {audience}
        </label>
      ))}
    </div>
    <p className="mt-0.5 text-note text-soft">{t`None picked: those its category is usually for.`}</p>
  </fieldset>
);

interface PublishBoxProps {
  readonly isOn: boolean;
  readonly form: UseFormReturn<AskForm>;
  readonly faults: Readonly<Record<string, string>>;
}

const PublishBox = ({ isOn, form, faults }: PublishBoxProps) => (
  <div className="sm:col-span-6">
    <label className="flex items-center gap-2 font-semibold">
      <Checkbox
        className="size-4"
        checked={isOn}
        onChange={({ target }) => form.setValue('publish', target.checked, { shouldDirty: true })}
      />
      {t`Publish it once approved`}
    </label>
    {faults.publish && <p className="font-semibold text-conflict">{faults.publish}</p>}
  </div>
);

export const ReadersSection = memo(function ReadersSection(props: PartProps) {
  const { form, choices, faults } = props;
  const { register, control } = form;
  const id = useId();
  const [publish, kind, categoryId] = useWatch({ control, name: ['publish', 'kind', 'categoryId'] });
  const isOn = isPublished({ publish, kind, categoryId }, choices);
  return (
    <FormSection title={t`What readers learn`}>
      <PublishBox isOn={isOn} form={form} faults={faults} />
      {isOn ? (
        <>
          <PublicText id={id} control={control} faults={faults} />
          {choices.audiences.length > 0 && <Audiences choices={choices} register={register} />}
          <OtherCalendars {...props} />
          <Preview {...props} />
        </>
      ) : (
        <p className="text-soft sm:col-span-6">{t`Readers see only that the space is taken.`}</p>
      )}
    </FormSection>
  );
});
