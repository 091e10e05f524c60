import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useRef } from 'react';
import {
  get,
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
  type Resolver,
  type UseFormReturn,
} from 'react-hook-form';
import type { z } from 'zod';

/** Commands carry a key that is put on as they are sent; while a form is filled in any will do. */
const ANY_KEY = '00000000-0000-4000-8000-000000000000';

type Body = Readonly<Record<string, unknown>>;

interface ContractForm<Fields extends FieldValues> {
  /** What the server takes, by which it is checked here as well. */
  readonly schema: z.ZodType;
  readonly defaultValues: Fields;
  /** What is sent for what stands in the fields; faults are looked for under its names. */
  bodyOf(fields: Fields): Body;
  /** What the server said of a field last time; '' for nothing. */
  refused(field: string): string;
  /** Resolves to whether it was done. */
  submit(body: Body): Promise<boolean>;
  /** What was sent stays in the fields; otherwise they stand as they first did afterwards. */
  readonly keeps?: boolean;
  /** The fields follow `defaultValues` for as long as nothing is typed: others change the same. */
  readonly follows?: boolean;
  done?(): void;
}

function useFollowing<Fields extends FieldValues>(form: UseFormReturn<Fields>, values: Fields | null) {
  const { reset, formState } = form;
  const { isDirty } = formState;
  const isTyped = useRef(isDirty);
  useEffect(() => {
    isTyped.current = isDirty;
  });
  const text = values && JSON.stringify(values);
  useEffect(() => {
    if (text && !isTyped.current) reset(JSON.parse(text) as Fields);
  }, [text, reset]);
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
  follows = false,
  done,
}: ContractForm<Fields>) {
  const check = zodResolver(schema as z.ZodType<Fields, Fields>);
  const resolver: Resolver<Fields> = async (values, context, options) => {
    const found = await check({ ...values, ...bodyOf(values), key: ANY_KEY }, context, options);
    return Object.keys(found.errors).length ? found : { values, errors: {} };
  };
  const form = useForm<Fields>({ resolver, defaultValues: defaultValues as DefaultValues<Fields> });
  useFollowing(form, follows ? defaultValues : null);
  const { errors, isSubmitting } = form.formState;
  const faultOf = (field: string): string =>
    (get(errors, field) as { message?: string } | undefined)?.message ?? refused(field);
  const onSubmit = form.handleSubmit(async (values) => {
    if (!(await submit(bodyOf(values)))) return;
    form.reset(keeps ? values : undefined);
    done?.();
  });
  return { ...form, faultOf, onSubmit, isSending: isSubmitting };
}

/** All fields of a form as they stand, and a way to set some of them: for controls that are no inputs. */
export function useFields<Fields extends FieldValues>({
  control,
  setValue,
}: Pick<UseFormReturn<Fields>, 'control' | 'setValue'>) {
  const fields = useWatch({ control }) as Fields;
  const set = (part: Partial<Fields>) => {
    for (const [name, value] of Object.entries(part))
      setValue(name as Path<Fields>, value as PathValue<Fields, Path<Fields>>, { shouldDirty: true });
  };
  return { fields, set };
}
