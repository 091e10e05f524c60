import { later } from './language/say';
import { z } from 'zod';

export const signInSchema = z.object({
  email: z
    .string(later`Give your e-mail address.`)
    .trim()
    .min(1, later`Give your e-mail address.`)
    .max(200, later`That address is too long.`),
  password: z
    .string(later`Give your password.`)
    .min(1, later`Give your password.`)
    .max(200, later`That password is too long.`),
});
export type SignInInput = z.output<typeof signInSchema>;
