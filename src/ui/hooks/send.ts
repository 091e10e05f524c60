import { texts } from '@/contracts/language/say';
import type { ErrorReply } from '@/contracts/refusal';

export type Sent<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly error: ErrorReply['error'] };

export const unreachable: ErrorReply['error'] = texts(
  {
    code: 'failed',
    message: 'The server cannot be reached just now. Nothing is lost here; try again in a moment.',
    fields: [],
    details: [],
  },
  'message',
);

const isErrorReply = (body: unknown): body is ErrorReply =>
  typeof body === 'object' && body !== null && 'error' in body;

async function sendBody<Value>(
  method: 'POST' | 'DELETE',
  url: string,
  type: string,
  body: BodyInit,
  signal?: AbortSignal,
): Promise<Sent<Value>> {
  let response: Response;
  try {
    response = await fetch(url, { method, headers: { 'Content-Type': type }, body, signal });
  } catch (error) {
    if (signal?.aborted) throw error;
    return { ok: false, error: unreachable };
  }
  const reply: unknown = await response.json().catch(() => null);
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
