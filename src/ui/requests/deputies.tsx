'use client';
import { useWatch } from 'react-hook-form';
import { deputySchema, type Deputy } from '@/contracts/accounts/own';
import { useContractForm } from '@/ui/hooks/use-contract-form';
import { Field } from '@/ui/kit/field';
import { Disclosure } from '@/ui/kit/disclosure';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';
import { useToast } from '@/ui/kit/toast';

interface NewDeputyProps {
  readonly set: (address: string, isDeputy: boolean) => Promise<boolean>;
  readonly refused: (field: string) => string;
}

function NewDeputy({ set, refused }: NewDeputyProps) {
  const { register, control, onSubmit, faultOf, isSending } = useContractForm({
    schema: deputySchema,
    defaultValues: { email: '' },
    bodyOf: ({ email }) => ({ email: email.trim(), isDeputy: true }),
    refused,
    submit: ({ email }) => set(String(email), true),
  });
  const email = useWatch({ control, name: 'email' });
  return (
    <Form className="flex flex-wrap items-end gap-2" onSubmit={onSubmit} noValidate>
      <Field
        look="plain"
        label={t`E-mail address of their account`}
        fault={faultOf('email')}
        className="min-w-64 flex-1"
      >
        <TextField inputMode="email" {...register('email')} />
      </Field>
      <Button
        isSubmit
        isBusy={isSending}
        off={email.trim() ? null : t`Write the address of their account first.`}
      >{t`They may too`}</Button>
    </Form>
  );
}

interface DeputyLineProps {
  readonly deputy: Deputy;
  onLetGo(): void;
}

const DeputyLine = ({ deputy, onLetGo }: DeputyLineProps) => (
  <li className="flex flex-wrap items-center gap-3 border-b border-rule py-1.5">
    <span className="font-semibold">{deputy.name}</span>
    <span className="text-soft">{deputy.email}</span>
    <Button
      size="small"
      className="ml-auto"
      aria-label={t`${deputy.name} no longer`}
      onClick={onLetGo}
    >{t`No longer`}</Button>
  </li>
);

/** Who may ask, change and cancel for oneself: named here, and let go. */
export function Deputies({ first }: { first: readonly Deputy[] }) {
  const [deputies, setDeputies] = useState(first);
  const { error, faultOf, run } = useSend({ again: null });
  const tell = useToast();
  const set = (address: string, isDeputy: boolean) =>
    run<Deputy[]>(
      () => send('POST', '/api/own/deputies', { email: address, isDeputy }),
      (reply) => reply.ok && setDeputies(reply.value),
    );
  const letGo = async ({ name, email: address }: Deputy) => {
    if (await set(address, false))
      tell({ words: t`${name} acts for you no longer.`, undo: () => void set(address, true) });
  };
  return (
    <Disclosure
      summary={
        <>
          {t`Who may ask, change and cancel for me`}
          {deputies.length > 0 && ` (${deputies.length})`}
        </>
      }
      className="mt-4"
    >
      <div className="mt-2 grid max-w-2xl gap-2">
        {deputies.length > 0 && (
          <ul>
            {deputies.map((deputy) => (
              <DeputyLine key={deputy.email} deputy={deputy} onLetGo={() => void letGo(deputy)} />
            ))}
          </ul>
        )}
        <NewDeputy set={set} refused={faultOf} />
        <RefusalNote error={error?.fields.length ? null : error} />
      </div>
    </Disclosure>
  );
}
