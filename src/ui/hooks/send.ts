import { texts } from '@/contracts/language/translate';
import type { ErrorReply } from '@/contracts/base/refusal';

/** Why something was not done, as it is shown; `retry` sends the very same once more. */
export type ShownError = ErrorReply['error'] & { readonly retry?: () => void };

/** What is wrong with a field by its path in what was sent; undefined where nothing is. */
export const faultIn = (error: Pick<ShownError, 'fields'> | null, path: string): string | undefined =>
  error?.fields.find((fault) => fault.path === path)?.message;

/** The first wrong field says it itself, for forms that show no fault beside one. */
export const saidByField = (error: ShownError | null): ShownError | null =>
  error && { ...error, message: error.fields[0]?.message ?? error.message };

export type Sent<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly error: ErrorReply['error'] };

export const unreachable: ErrorReply['error'] = texts(
  {
    code: 'unreachable',
    message: 'Not saved: the server cannot be reached. What you entered is still here.',
    fields: [],
    details: [],
  },
  'message',
);

export const isErrorReply = (body: unknown): body is ErrorReply =>
  typeof body === 'object' && body !== null && 'error' in body;

/** Nobody knows whether it was done: no answer came, or none of ours. */
export const isUnanswered = (sent: Sent<unknown>): boolean => !sent.ok && sent.error.code === 'unreachable';

// What is pressed just before the page is left or loaded anew arrives all the same. Browsers take 64 KiB of it at once.
const MOST_KEPT_ALIVE = 16_000;

async function sendBody<Value>(
  method: 'POST' | 'DELETE',
  url: string,
  type: string,
  body: BodyInit,
  signal?: AbortSignal,
): Promise<Sent<Value>> {
  let response: Response;
  let reply: unknown;
  try {
    const keepalive = typeof body === 'string' && body.length < MOST_KEPT_ALIVE;
    response = await fetch(url, { method, headers: { 'Content-Type': type }, body, signal, keepalive });
    reply = await response.json();
  } catch (error) {
    if (signal?.aborted) throw error;
    return { ok: false, error: unreachable };
  }
  if (response.ok && reply !== null) return { ok: true, value: reply as Value };
  return { ok: false, error: isErrorReply(reply) ? reply.error : unreachable };
}

/** Sends JSON and gives the reply or the refusal; a server that is away is a refusal too. */
export const send = <Value>(
  method: 'POST' | 'DELETE',
  url: string,
  body: unknown,
  signal?: AbortSignal,
): Promise<Sent<Value>> => sendBody(method, url, 'application/json', JSON.stringify(body), signal);

/** Sends a file as it is. */
export const sendFile = <Value>(url: string, file: File): Promise<Sent<Value>> =>
  sendBody('POST', url, 'application/octet-stream', file);
