'use client';
import { Disclosure } from '@/ui/kit/disclosure';
import { TextField } from '@/ui/kit/fields';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useState } from 'react';
import type { Deputy } from '@/contracts/accounts/own';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { Form } from '@/ui/kit/form';
import { useToast } from '@/ui/kit/toast';

interface NewDeputyProps {
  readonly set: (address: string, isDeputy: boolean) => Promise<boolean>;
  readonly email: string;
  readonly setEmail: (email: string) => void;
  readonly isSending: boolean;
}

const NewDeputy = ({ set, email, setEmail, isSending }: NewDeputyProps) => (
  <Form
    className="flex flex-wrap items-end gap-2"
    onSubmit={(event) => {
      event.preventDefault();
      void set(email.trim(), true);
    }}
  >
    <label className="min-w-64 flex-1">
      {t`E-mail address of their account`}
      <TextField inputMode="email" value={email} onChange={(event) => setEmail(event.target.value)} />
    </label>
    <Button
      isSubmit
      isBusy={isSending}
      off={email.trim() ? null : t`Write the address of their account first.`}
    >{t`They may too`}</Button>
  </Form>
);

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
  const [email, setEmail] = useState('');
  const { error, isSending, run } = useSend({ again: null });
  const tell = useToast();
  const set = (address: string, isDeputy: boolean) =>
    run<Deputy[]>(
      () => send('POST', '/api/own/deputies', { email: address, isDeputy }),
      (reply) => {
        if (!reply.ok) return;
        setDeputies(reply.value);
        if (isDeputy) setEmail('');
      },
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
        <NewDeputy set={set} email={email} setEmail={setEmail} isSending={isSending} />
        <RefusalNote error={error} />
      </div>
    </Disclosure>
  );
}
