'use client';
import { Button } from '@/ui/kit/button';
import { TextField } from '@/ui/kit/fields';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, type DefaultValues, type FieldValues, type Path } from 'react-hook-form';
import type { z } from 'zod';
import { send } from '@/ui/hooks/send';
import { useSend } from '@/ui/hooks/use-send';
import { Field } from '@/ui/kit/field';
import { RefusalNote } from '@/ui/kit/refusal-note';
import { PasswordInput } from './password-input';
import { Form } from '@/ui/kit/form';

export interface AccountField<Input extends FieldValues> {
  readonly name: Path<Input>;
  readonly label: string;
  readonly type: 'text' | 'email' | 'password';
  readonly autoComplete: string;
  readonly hint?: string;
}

interface AccountFormProps<Input extends FieldValues> {
  readonly schema: z.ZodType<Input, Input>;
  readonly fields: readonly AccountField<Input>[];
  readonly path: string;
  readonly verb: string;
  done(reply: { readonly summary?: string }, input: Input): void;
}

/** A short form about an account: checked here and there by the same schema; what is wrong stands at its field. */
export function AccountForm<Input extends FieldValues>({
  schema,
  fields,
  path,
  verb,
  done,
}: AccountFormProps<Input>) {
  const { error, faultOf: refusedFor, run } = useSend({ again: () => submit() });
  const { register, handleSubmit, formState, reset } = useForm<Input, unknown, Input>({
    resolver: zodResolver(schema),
    defaultValues: Object.fromEntries(fields.map(({ name }) => [name, ''])) as DefaultValues<Input>,
  });
  const { errors, isSubmitting } = formState;
  const faultOf = (name: string): string => (errors[name]?.message as string | undefined) ?? refusedFor(name);
  const submit = handleSubmit(async (input) => {
    await run<{ summary?: string }>(
      () => send('POST', path, input),
      (reply) => {
        if (!reply.ok) return;
        reset();
        done(reply.value, input);
      },
    );
  });
  return (
    <Form onSubmit={submit} noValidate className="mt-5 grid gap-3">
      {fields.map(({ name, label, type, autoComplete, hint }) => (
        <Field key={name} label={label} fault={faultOf(name)} hint={hint}>
          {(ids) =>
            type === 'password' ? (
              <PasswordInput {...ids} label={label} autoComplete={autoComplete} {...register(name)} />
            ) : (
              <TextField {...ids} type={type} autoComplete={autoComplete} {...register(name)} />
            )
          }
        </Field>
      ))}
      <RefusalNote error={error?.fields.length ? null : error} />
      <p>
        <Button isMain isSubmit isBusy={isSubmitting}>
          {verb}
        </Button>
      </p>
    </Form>
  );
}
