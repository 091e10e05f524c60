'use client';
import { useEffect, useMemo, useState } from 'react';
import { checkSchema, type CheckBody, type CheckReply } from '@/contracts/ask';
import type { AskChoices } from '@/contracts/ask-choices';
import type { ErrorReply } from '@/contracts/refusal';
import type { Surroundings } from '@/contracts/surroundings';
import type { Side } from '@/core/checks/findings';
import { send } from '@/ui/hooks/send';
import { checkHere, wantedSurroundings, type Loaded } from './check-here';

export type VerdictState =
  | { readonly kind: 'incomplete' }
  | { readonly kind: 'checking' }
  | { readonly kind: 'checked'; readonly reply: CheckReply }
  | { readonly kind: 'refused'; readonly error: ErrorReply['error'] };

// Long enough that a number being typed is not checked digit by digit.
const PAUSE_MS = 250;

/** What stands around the choice, loaded anew when space, equipment or the first day change. */
function useSurroundings(body: CheckBody): Loaded | null {
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const text = JSON.stringify(wantedSurroundings(body));
  useEffect(() => {
    const wanted = JSON.parse(text) as ReturnType<typeof wantedSurroundings>;
    if (!wanted) return;
    const abort = new AbortController();
    const timer = setTimeout(() => {
      send<Surroundings>('POST', '/api/surroundings', wanted, abort.signal)
        .then((reply) => reply.ok && setLoaded({ ...wanted, surroundings: reply.value }))
        .catch((error: unknown) => {
          if (!abort.signal.aborted) throw error;
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      abort.abort();
    };
  }, [text]);
  return loaded;
}

/**
 * The verdict on what stands in the form: at once by the core in the browser where it knows the surroundings, and then
 * the server's, asked again whenever the form changes.
 */
export function useVerdict(body: CheckBody, choices: AskChoices, side: Side): VerdictState {
  const [state, setState] = useState<{ text: string; answer: VerdictState } | null>(null);
  const loaded = useSurroundings(body);
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

  const here = useMemo(
    () => (loaded && isComplete ? checkHere(JSON.parse(text) as CheckBody, loaded, choices, side) : null),
    [loaded, isComplete, text, choices, side],
  );
  if (!isComplete) return { kind: 'incomplete' };
  if (state?.text === text) return state.answer;
  return here ? { kind: 'checked', reply: here } : { kind: 'checking' };
}
