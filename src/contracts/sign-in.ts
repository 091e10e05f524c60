import { z } from 'zod';

export const signInSchema = z.object({
  email: z
    .string('Give your e-mail address.')
    .trim()
    .min(1, 'Give your e-mail address.')
    .max(200, 'That address is too long.'),
  password: z
    .string('Give your password.')
    .min(1, 'Give your password.')
    .max(200, 'That password is too long.'),
});
export type SignInInput = z.output<typeof signInSchema>;
