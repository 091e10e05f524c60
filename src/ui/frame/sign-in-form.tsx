'use client';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import type { ErrorReply } from '@/contracts/base/refusal';
import { signInSchema, type SignInInput } from '@/contracts/accounts/sign-in';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { RefusalNote } from '@/ui/kit/refusal-note';

// Where many sign in at once one is told to try again: that is done twice before it is said.
const AGAIN_MS = [700, 1500];

async function sendPatiently(values: SignInInput) {
  for (const pause of AGAIN_MS) {
    const reply = await send('POST', '/api/session', values);
    if (reply.ok || reply.error.code !== 'sign-ins-busy') return reply;
    await new Promise((resolve) => setTimeout(resolve, pause + Math.random() * pause));
  }
  return send('POST', '/api/session', values);
}

export function SignInForm({ next, refused }: { next: string; refused: ErrorReply['error'] | null }) {
  const { error, run } = useSend({ again: () => submit() });
  const { register, handleSubmit, formState } = useForm<SignInInput>({ resolver: zodResolver(signInSchema) });
  const submit = handleSubmit(async (values) => {
    await run(
      () => sendPatiently(values),
      // Loaded anew: what somebody has chosen for themselves holds for the whole page.
      ({ ok }) => ok && location.assign(next),
    );
  });
  const { errors, isSubmitting } = formState;
  return (
    <form method="post" action="/api/session/form" onSubmit={submit} noValidate className="mt-5 grid gap-4">
      <input type="hidden" name="next" value={next} />
      <label>
        {t`E-mail address`}
        <TextField
          type="email"
          autoComplete="username"
          aria-invalid={!!errors.email}
          {...register('email')}
        />
        <span className="text-conflict">{errors.email?.message}</span>
      </label>
      <label>
        {t`Password`}
        <TextField
          type="password"
          autoComplete="current-password"
          aria-invalid={!!errors.password}
          {...register('password')}
        />
        <span className="text-conflict">{errors.password?.message}</span>
      </label>
      <RefusalNote error={error ?? refused} />
      <Button isMain isSubmit isBusy={isSubmitting}>{t`Sign in`}</Button>
    </form>
  );
}
