'use client';
import { useEffect, useState } from 'react';
import { checkSchema, type CheckBody, type CheckReply } from '@/contracts/ask';
import type { ErrorReply } from '@/contracts/refusal';
import { send } from '@/ui/hooks/send';

export type VerdictState =
  | { readonly kind: 'incomplete' }
  | { readonly kind: 'checking' }
  | { readonly kind: 'checked'; readonly reply: CheckReply }
  | { readonly kind: 'refused'; readonly error: ErrorReply['error'] };

// Long enough that a number being typed is not checked digit by digit.
const PAUSE_MS = 250;

/** The server's verdict on what stands in the form, asked again whenever that changes. */
export function useVerdict(body: CheckBody): VerdictState {
  const [state, setState] = useState<{ text: string; answer: VerdictState } | null>(null);
  const isComplete = checkSchema.safeParse(body).success;
  const text = JSON.stringify(body);

  useEffect(() => {
    if (!isComplete) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      send<CheckReply>('POST', '/api/check', JSON.parse(text), abort.signal)
        .then((reply) =>
          setState({
            text,
            answer: reply.ok
              ? { kind: 'checked', reply: reply.value }
              : { kind: 'refused', error: reply.error },
          }),
        )
        .catch((error: unknown) => {
          if (!abort.signal.aborted) throw error;
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [text, isComplete]);

  if (!isComplete) return { kind: 'incomplete' };
  return state?.text === text ? state.answer : { kind: 'checking' };
}
