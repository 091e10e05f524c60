'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { changePasswordSchema, takeLinkSchema } from '@/contracts/accounts/account';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { AccountForm } from './account-form';

const about = (): string => t`At least ten characters; several words are good.`;

/** Sets the password that a letter led to, and goes in. */
export function LinkForm({ token }: { token: string }) {
  const router = useRouter();
  return (
    <AccountForm
      schema={takeLinkSchema}
      fields={[
        {
          name: 'password',
          label: t`Password`,
          type: 'password',
          autoComplete: 'new-password',
          hint: about(),
        },
      ]}
      path={`/api/account/link/${token}`}
      verb={t`Set the password and go in`}
      done={() => {
        router.replace('/');
        router.refresh();
      }}
    />
  );
}

/** Changes one's own password. */
export function ChangePassword() {
  const router = useRouter();
  const [said, setSaid] = useState('');
  return (
    <div className="max-w-sm">
      <AccountForm
        schema={changePasswordSchema}
        fields={[
          {
            name: 'old',
            label: t`Password you have now`,
            type: 'password',
            autoComplete: 'current-password',
          },
          {
            name: 'password',
            label: t`New password`,
            type: 'password',
            autoComplete: 'new-password',
            hint: about(),
          },
        ]}
        path="/api/account/password"
        verb={t`Change the password`}
        done={({ summary = '' }) => {
          setSaid(summary);
          router.refresh();
        }}
      />
      <p role="status" className="pt-2">
        {said && t`Done: ${said}.`}
      </p>
    </div>
  );
}

/** Ends what is signed in elsewhere: a phone that was lost, a desk that was left. */
export function SignOutElsewhere({ isElsewhere }: { isElsewhere: boolean }) {
  const { submit, error, said, isSending } = useSubmit();
  return (
    <>
      {isElsewhere && (
        <Button
          isBusy={isSending}
          onClick={() => void submit('/api/account/sign-out-elsewhere', {})}
        >{t`Sign out everywhere else`}</Button>
      )}
      <p role="status">{said && t`Done: ${said}.`}</p>
      <RefusalNote error={error} />
    </>
  );
}
