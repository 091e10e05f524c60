import type { z } from 'zod';
import { done, faultsOfIssues, refuse, type Outcome } from '@/contracts/base/refusal';

/** Larger than any honest form: 3,000 dates of a series picked one by one are about 60 KB. */
export const BODY_LIMIT_KB = 256;
/**
 * What comes after the limit is read and thrown away up to here, so that the sender gets an answer and not a reset. What
 * says of itself that it is larger is turned away before it gets here.
 */
export const DRAIN_LIMIT_BYTES = 2 * 1024 * 1024;

async function readText(request: Request): Promise<Outcome<string>> {
  const reader = request.body?.getReader();
  if (!reader) return done('');
  const chunks: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const { done: ended, value } = await reader.read();
    if (ended) break;
    size += value.byteLength;
    if (size <= BODY_LIMIT_KB * 1024) chunks.push(value);
    if (size > DRAIN_LIMIT_BYTES) {
      await reader.cancel();
      break;
    }
  }
  return size > BODY_LIMIT_KB * 1024
    ? refuse({ code: 'too-large', limitKb: BODY_LIMIT_KB })
    : done(Buffer.concat(chunks).toString('utf8'));
}

function parseJson(text: string): Outcome<unknown> {
  try {
    return done(JSON.parse(text));
  } catch (error) {
    if (error instanceof SyntaxError) return refuse({ code: 'malformed' });
    throw error;
  }
}

const judged = <Value>(value: unknown, schema: z.ZodType<Value>): Outcome<Value> => {
  const parsed = schema.safeParse(value);
  return parsed.success
    ? done(parsed.data)
    : refuse({ code: 'bad-input', fields: faultsOfIssues(parsed.error.issues) });
};

const isOfType = (request: Request, type: string): boolean =>
  request.headers.get('content-type')?.startsWith(type) ?? false;

/** A JSON body that satisfies the schema, or why not. */
export async function readBody<Value>(request: Request, schema: z.ZodType<Value>): Promise<Outcome<Value>> {
  if (!isOfType(request, 'application/json')) return refuse({ code: 'malformed' });
  const text = await readText(request);
  if (!text.ok) return text;
  const json = parseJson(text.value);
  if (!json.ok) return json;
  if (typeof json.value !== 'object' || json.value === null) return refuse({ code: 'malformed' });
  return judged(json.value, schema);
}

/** The fields of a form as a browser sends them by itself. */
export async function readForm<Value>(request: Request, schema: z.ZodType<Value>): Promise<Outcome<Value>> {
  if (!isOfType(request, 'application/x-www-form-urlencoded')) return refuse({ code: 'malformed' });
  const text = await readText(request);
  return text.ok ? judged(Object.fromEntries(new URLSearchParams(text.value)), schema) : text;
}
