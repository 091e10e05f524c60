import { lazyText, untranslated } from '@/contracts/language/translate';
import { z } from 'zod';
import { idempotencyKey, requiredLine } from '@/contracts/forms/fields';

/**
 * A password as it is typed: bounds of its length alone; how good it is, is judged with the account it is for. From 10
 * to 200 letters.
 */
export const passwordField = z
  .string(lazyText`Give a password.`)
  .min(10, lazyText`A password has at least ten characters.`)
  .max(200, lazyText`That password is too long.`);

const address = z
  .string(lazyText`Give your e-mail address.`)
  .trim()
  .toLowerCase()
  .pipe(z.email(lazyText`That is no e-mail address.`).max(120, lazyText`At most 120 letters.`));

/** Asks for a link that sets a new password. */
export const forgottenSchema = z.object({ email: address });

/** Asks for an account of one's own. The name is at most 80 letters long. */
export const registerSchema = z.object({ name: requiredLine(untranslated('Your name'), 80), email: address });
export type RegisterInput = z.output<typeof registerSchema>;

/** What a link in a letter is used with. The link itself is in the address; it works once. */
export const takeLinkSchema = z.object({ password: passwordField });

/**
 * Changing one's own password: the one of before is needed too. The old one is at most 200 letters, the new one at
 * least ten.
 */
export const changePasswordSchema = z.object({
  old: z
    .string(lazyText`Give the password you have now.`)
    .min(1, lazyText`Give the password you have now.`)
    .max(200),
  password: passwordField,
});
export type ChangePasswordInput = z.output<typeof changePasswordSchema>;

/** What is done to an account by a press; the same key again does nothing more. */
export const accountCommandSchema = z.object({ key: idempotencyKey });

/** What a link in a letter is for. A link of any of them works at most once. */
export type LinkPurpose = 'invitation' | 'new-password' | 'registration';

/** What somebody sees who follows such a link. */
export interface LinkView {
  readonly purpose: LinkPurpose;
  readonly name: string;
  readonly email: string;
}

/** One's own account. */
export interface OwnAccount {
  readonly name: string;
  readonly email: string;
  readonly roles: readonly string[];
  /** When each place one is signed in at began, and which of them this is. */
  readonly sessions: readonly { readonly sinceText: string; readonly isThis: boolean }[];
}

/** Somebody's account, for those who keep people. */
export interface AccountView {
  readonly state: 'no-password' | 'invited' | 'invitation-over' | 'signs-in';
  readonly signedInText: string | null;
  readonly sessions: number;
  readonly letters: readonly { readonly id: number; readonly subject: string; readonly whenText: string }[];
}
