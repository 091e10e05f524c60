'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import { useState, type ComponentProps } from 'react';
import { Controller, useForm, type FieldPath } from 'react-hook-form';
import { LAYOUTS } from '@/core/seating/capacity';
import type { ErrorReply } from '@/contracts/refusal';
import { startSchema, type StartInput } from '@/contracts/start';
import { LAYOUT_WORDS } from '@/contracts/words/findings';
import { send } from '@/ui/hooks/send';
import { Combobox } from '@/ui/primitives/combobox';
import { Labelled } from '@/ui/primitives/form-parts';
import { RefusalNote } from '@/ui/primitives/refusal-note';

const BLANK: StartInput = {
  site: '',
  zone: '',
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

/** A new office in one form, or the demo to look round in. */
export function StartForm({ zones }: { zones: readonly string[] }) {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isMaking, setMaking] = useState(false);
  const { register, control, handleSubmit, formState } = useForm<StartInput>({
    resolver: zodResolver(startSchema),
    defaultValues: () => {
      const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
      // One that is not listed would be sent without being seen.
      return Promise.resolve({ ...BLANK, zone: zones.includes(zone) ? zone : '' });
    },
  });
  const { errors, isSubmitting } = formState;
  const faultOf = (name: FieldPath<StartInput>): string =>
    errors[name]?.message ?? error?.fields.find(({ path }) => path === name)?.message ?? '';
  const submit = handleSubmit(async (values) => {
    const reply = await send('POST', '/api/start', values);
    if (!reply.ok) return setError(reply.error);
    router.push('/house');
    router.refresh();
  });
  const loadDemo = async () => {
    setMaking(true);
    const reply = await send('POST', '/api/start/demo', {});
    if (reply.ok) {
      router.push('/');
      return router.refresh();
    }
    setMaking(false);
    setError(reply.error);
  };
  const line = (
    name: FieldPath<StartInput>,
    label: string,
    { hint, className = 'w-72', ...input }: ComponentProps<'input'> & { hint?: string } = {},
  ) => (
    <Labelled label={label} fault={faultOf(name)} hint={hint}>
      {(ids) => (
        <input
          {...ids}
          {...input}
          className={`field ${className}`}
          {...register(name, { valueAsNumber: name === 'seats' })}
        />
      )}
    </Labelled>
  );
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={isMaking || isSubmitting} className="grid gap-6">
        <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
          <h2 className="basis-full border-b border-rule text-xl">The site and its office</h2>
          {line('site', 'Name of the site')}
          <Labelled label="Time zone" fault={faultOf('zone')}>
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
          </Labelled>
          {line('officeName', 'Name of the office', { hint: 'Whom everybody asks.' })}
          {line('officePhone', 'Telephone', { type: 'tel' })}
          {line('officeEmail', 'E-mail address of the office', { type: 'email' })}
          {line('opens', 'Open from', { className: 'w-24' })}
          {line('closes', 'Open until', { className: 'w-24', hint: 'Nights go on to 48:00.' })}
        </section>
        <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
          <h2 className="basis-full border-b border-rule text-xl">The first space to be asked for</h2>
          {line('building', 'Building it stands in')}
          {line('space', 'Name of the space')}
          {line('code', 'Code', { className: 'w-28', hint: 'Short; it stands in addresses.' })}
          <Labelled label="Usually set as" fault={faultOf('layout')}>
            {(ids) => (
              <select {...ids} className="field w-48" {...register('layout')}>
                {LAYOUTS.map((layout) => (
                  <option key={layout} value={layout}>
                    {LAYOUT_WORDS[layout]}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          {line('seats', 'Seats then', { className: 'w-24', inputMode: 'numeric' })}
        </section>
        <section className="flex flex-wrap items-start gap-x-6 gap-y-3">
          <h2 className="basis-full border-b border-rule text-xl">You, who keeps the house</h2>
          {line('name', 'Your name', { autoComplete: 'name' })}
          {line('email', 'Your e-mail address', { type: 'email', autoComplete: 'username' })}
          {line('password', 'Password', {
            type: 'password',
            autoComplete: 'new-password',
            hint: 'Ten characters or more.',
          })}
        </section>
      </fieldset>
      <RefusalNote error={error} />
      <p className="flex flex-wrap items-center gap-3 pt-4">
        <button type="submit" className="press press-main" disabled={isSubmitting || isMaking}>
          Open the office
        </button>
        <button
          type="button"
          className="press"
          disabled={isSubmitting || isMaking}
          onClick={() => void loadDemo()}
        >
          Look round in the demo first
        </button>
        <span role="status" className="text-soft">
          {isMaking ? 'The demo is being made; that takes half a minute …' : ''}
        </span>
      </p>
    </form>
  );
}
