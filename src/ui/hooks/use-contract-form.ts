import { zodResolver } from '@hookform/resolvers/zod';
import {
  useForm,
  type DefaultValues,
  type FieldPath,
  type FieldValues,
  type Resolver,
} from 'react-hook-form';
import type { z } from 'zod';

/** Commands carry a key that is put on as they are sent; while a form is filled in any will do. */
const ANY_KEY = '00000000-0000-4000-8000-000000000000';

type Body = Readonly<Record<string, unknown>>;

interface ContractForm<Fields extends FieldValues> {
  /** What the server takes, by which it is checked here as well. */
  readonly schema: z.ZodType;
  readonly defaultValues: Fields;
  /** What is sent for what stands in the fields; faults of the schema are looked for under their names. */
  bodyOf(fields: Fields): Body;
  /** What the server said of a field last time; '' for nothing. */
  refused(field: string): string;
  /** Resolves to whether it was done. */
  submit(body: Body): Promise<boolean>;
  /** What was sent stays in the fields; otherwise they stand as they first did afterwards. */
  readonly keeps?: boolean;
  done?(): void;
}

/**
 * A form of one contract: checked by the contract's own schema before it is sent, and what is wrong with it, found here
 * or there, stands at its field. What was typed stays until it was done.
 */
export function useContractForm<Fields extends FieldValues>({
  schema,
  defaultValues,
  bodyOf,
  refused,
  submit,
  keeps = false,
  done,
}: ContractForm<Fields>) {
  const check = zodResolver(schema as z.ZodType<Fields, Fields>);
  const resolver: Resolver<Fields> = async (values, context, options) => {
    const found = await check({ ...values, ...bodyOf(values), key: ANY_KEY }, context, options);
    return Object.keys(found.errors).length ? found : { values, errors: {} };
  };
  const form = useForm<Fields>({ resolver, defaultValues: defaultValues as DefaultValues<Fields> });
  const { errors, isSubmitting } = form.formState;
  const faultOf = (field: FieldPath<Fields>): string =>
    (errors[field]?.message as string | undefined) ?? refused(field);
  const onSubmit = form.handleSubmit(async (values) => {
    if (!(await submit(bodyOf(values)))) return;
    form.reset(keeps ? values : undefined);
    done?.();
  });
  return { ...form, faultOf, onSubmit, isSending: isSubmitting };
}
