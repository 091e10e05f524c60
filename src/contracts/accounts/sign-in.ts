import { lazyText } from '@/contracts/language/translate';
import { z } from 'zod';
import type { Refusal } from '@/contracts/base/refusal';

/** An address and a password; what is wrong of both is never said. */
export const signInSchema = z.object({
  email: z
    .string(lazyText`Give your e-mail address.`)
    .trim()
    .min(1, lazyText`Give your e-mail address.`)
    .max(200, lazyText`That address is too long.`),
  password: z
    .string(lazyText`Give your password.`)
    .min(1, lazyText`Give your password.`)
    .max(200, lazyText`That password is too long.`),
});
export type SignInInput = z.output<typeof signInSchema>;

/** As a browser without scripts sends it, with where to go on. */
export const signInFormSchema = z.object({
  email: z.string().catch(''),
  password: z.string().catch(''),
  next: z.string().catch('/'),
});

const refusedSchema = z.discriminatedUnion('refused', [
  z.object({ refused: z.enum(['wrong-credentials', 'sign-ins-busy']) }),
  z.object({ refused: z.literal('too-many-tries'), minutes: z.coerce.number().int().min(1).max(60) }),
]);

/** The address that says why a browser without scripts was not let in. */
export function refusedAddress(refusal: Refusal, next: string): string {
  const said = new URLSearchParams({ next, refused: refusal.code });
  if (refusal.code === 'too-many-tries') said.set('minutes', String(refusal.minutes));
  return `/sign-in?${said.toString()}`;
}

/** What such an address says; null where it says nothing of the kind. */
export function refusedSignIn(query: Readonly<Record<string, unknown>>): Refusal | null {
  const { data } = refusedSchema.safeParse(query);
  if (!data) return null;
  return data.refused === 'too-many-tries'
    ? { code: data.refused, minutes: data.minutes }
    : { code: data.refused };
}
