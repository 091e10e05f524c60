'use client';
import { Button } from '@/ui/kit/button';
import { Select, TextField } from '@/ui/kit/fields';
import { LANGUAGE_NAMES, LANGUAGES } from '@/contracts/language/languages';
import { ownLanguage, t } from '@/contracts/language/translate';
import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import type { ComponentProps, ReactNode } from 'react';
import { Controller, useForm, type Control, type FieldPath, type UseFormRegister } from 'react-hook-form';
import { LAYOUTS } from '@/core/seating/layouts';
import { startSchema, type StartInput } from '@/contracts/administration/start';
import { LAYOUT_WORDS } from '@/contracts/words/layouts';
import { send, type Sent } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Combobox } from '@/ui/kit/combobox';
import { Field } from '@/ui/kit/field';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';

const BLANK: StartInput = {
  site: '',
  zone: '',
  language: 'en',
  officeName: '',
  officePhone: '',
  officeEmail: '',
  opens: '08:00',
  closes: '22:00',
  building: '',
  space: '',
  code: '',
  layout: 'theatre',
  seats: 40,
  name: '',
  email: '',
  password: '',
};

/** A field of one line, with its fault and its hint. */
type Line = (
  name: FieldPath<StartInput>,
  label: string,
  more?: ComponentProps<'input'> & { hint?: string },
) => ReactNode;

interface ZoneFieldProps {
  readonly faultOf: (name: FieldPath<StartInput>) => string;
  readonly control: Control<StartInput>;
  readonly zones: readonly string[];
}

const ZoneField = ({ faultOf, control, zones }: ZoneFieldProps) => (
  <Field label={t`Time zone`} fault={faultOf('zone')}>
    {(ids) => (
      <div className="w-72">
        <Controller
          control={control}
          name="zone"
          render={({ field }) => (
            <Combobox
              {...ids}
              options={zones.map((zone) => ({ value: zone, text: zone }))}
              value={field.value}
              onChange={field.onChange}
            />
          )}
        />
      </div>
    )}
  </Field>
);

interface LanguageFieldProps {
  readonly register: UseFormRegister<StartInput>;
}

const LanguageField = ({ register }: LanguageFieldProps) => (
  <Field
    label={t`Language`}
    hint={t`Of pages, letters and calendars; everybody may choose another for themselves.`}
  >
    {(ids) => (
      <Select {...ids} className="w-72" {...register('language')}>
        {LANGUAGES.map((each) => (
          <option key={each} value={each}>
            {LANGUAGE_NAMES[each]}
          </option>
        ))}
      </Select>
    )}
  </Field>
);

interface LayoutFieldProps {
  readonly faultOf: (name: FieldPath<StartInput>) => string;
  readonly register: UseFormRegister<StartInput>;
}

const LayoutField = ({ faultOf, register }: LayoutFieldProps) => (
  <Field label={t`Usually set as`} fault={faultOf('layout')}>
    {(ids) => (
      <Select {...ids} className="w-48" {...register('layout')}>
        {LAYOUTS.map((layout) => (
          <option key={layout} value={layout}>
            {LAYOUT_WORDS[layout]}
          </option>
        ))}
      </Select>
    )}
  </Field>
);

interface OfficePartProps {
  readonly line: Line;
  readonly faultOf: (name: FieldPath<StartInput>) => string;
  readonly control: Control<StartInput>;
  readonly zones: readonly string[];
  readonly register: UseFormRegister<StartInput>;
}

const OfficePart = ({ line, faultOf, control, zones, register }: OfficePartProps) => (
  <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
    <h2 className="basis-full border-b border-rule text-xl">{t`The site and its office`}</h2>
    {line('site', t`Name of the site`)}
    <ZoneField faultOf={faultOf} control={control} zones={zones} />
    <LanguageField register={register} />
    {line('officeName', t`Name of the office`, { hint: t`Whom everybody asks.` })}
    {line('officePhone', t`Telephone`, { type: 'tel' })}
    {line('officeEmail', t`E-mail address of the office`, { type: 'email' })}
    {line('opens', t`Open from`, { className: 'w-24' })}
    {line('closes', t`Open until`, { className: 'w-24', hint: t`Nights go on to 48:00.` })}
  </section>
);

interface SpacePartProps {
  readonly line: Line;
  readonly faultOf: (name: FieldPath<StartInput>) => string;
  readonly register: UseFormRegister<StartInput>;
}

const SpacePart = ({ line, faultOf, register }: SpacePartProps) => (
  <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
    <h2 className="basis-full border-b border-rule text-xl">{t`The first space to be asked for`}</h2>
    {line('building', t`Building it is in`)}
    {line('space', t`Name of the space`)}
    {line('code', t`Code`, { className: 'w-28', hint: t`Short; it stands in addresses.` })}
    <LayoutField faultOf={faultOf} register={register} />
    {line('seats', t`Seats then`, { className: 'w-24', inputMode: 'numeric' })}
  </section>
);

const OwnPart = ({ line }: { readonly line: Line }) => (
  <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
    <h2 className="basis-full border-b border-rule text-xl">{t`You, for administration`}</h2>
    {line('name', t`Your name`, { autoComplete: 'name' })}
    {line('email', t`Your e-mail address`, { type: 'email', autoComplete: 'username' })}
    {line('password', t`Password`, {
      type: 'password',
      autoComplete: 'new-password',
      hint: t`Ten characters or more.`,
    })}
  </section>
);

interface FormFootProps {
  readonly isSubmitting: boolean;
  readonly demo: { readonly isSending: boolean };
  readonly loadDemo: () => Promise<boolean>;
}

const FormFoot = ({ isSubmitting, demo, loadDemo }: FormFootProps) => (
  <p className="flex flex-wrap items-center gap-3 pt-4">
    <Button isMain isSubmit isBusy={isSubmitting || demo.isSending}>{t`Open the office`}</Button>
    <Button
      isBusy={isSubmitting || demo.isSending}
      onClick={() => void loadDemo()}
    >{t`Look round in the demo first`}</Button>
    <span role="status" className="text-soft">
      {demo.isSending ? t`The demo is being made; that takes half a minute …` : ''}
    </span>
  </p>
);

/** The form as it opens: the zone of the device, where it is one that is listed. */
function useStart(zones: readonly string[]) {
  const { register, control, handleSubmit, formState } = useForm<StartInput>({
    resolver: zodResolver(startSchema),
    defaultValues: () => {
      const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
      // One that is not listed would be sent without being seen.
      return Promise.resolve({
        ...BLANK,
        zone: zones.includes(zone) ? zone : '',
        language: ownLanguage(),
      });
    },
  });
  return { register, control, handleSubmit, formState };
}

/** A new office in one form, or the demo to look round in. */
export function StartForm({ zones }: { zones: readonly string[] }) {
  const router = useRouter();
  const { error, faultOf: refusedFor, run } = useSend({ again: () => submit() });
  const demo = useSend();
  const { register, control, handleSubmit, formState } = useStart(zones);
  const { errors, isSubmitting } = formState;
  const faultOf = (name: FieldPath<StartInput>): string => errors[name]?.message ?? refusedFor(name);
  const goOnAt = (path: string) => (reply: Sent<unknown>) => {
    if (!reply.ok) return;
    router.push(path);
    router.refresh();
  };
  const submit = handleSubmit(async (values) => {
    await run(() => send('POST', '/api/start', values), goOnAt('/administration'));
  });
  const loadDemo = () => demo.run(() => send('POST', '/api/start/demo', {}), goOnAt('/'));
  const line = (
    name: FieldPath<StartInput>,
    label: string,
    { hint, className = 'w-72', ...input }: ComponentProps<'input'> & { hint?: string } = {},
  ) => (
    <Field label={label} fault={faultOf(name)} hint={hint}>
      {(ids) => (
        <TextField
          {...ids}
          {...input}
          className={`${className}`}
          {...register(name, { valueAsNumber: name === 'seats' })}
        />
      )}
    </Field>
  );
  return (
    <Form onSubmit={submit} noValidate>
      <fieldset disabled={demo.isSending || isSubmitting} className="grid gap-6">
        <OfficePart line={line} faultOf={faultOf} control={control} zones={zones} register={register} />
        <SpacePart line={line} faultOf={faultOf} register={register} />
        <OwnPart line={line} />
      </fieldset>
      <RefusalNote error={demo.error ?? error} />
      <FormFoot isSubmitting={isSubmitting} demo={demo} loadDemo={loadDemo} />
    </Form>
  );
}
