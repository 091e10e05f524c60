import type { z } from 'zod';
import { done, refuse, type Outcome } from '@/contracts/base/refusal';

/** What an address asks for, by its schema. */
export function readQuery<Value>(request: Request, schema: z.ZodType<Value>): Outcome<Value> {
  const parsed = schema.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (parsed.success) return done(parsed.data);
  const fields = parsed.error.issues.map(({ path, message }) => ({ path: path.join('.'), message }));
  return refuse({ code: 'bad-input', fields });
}
