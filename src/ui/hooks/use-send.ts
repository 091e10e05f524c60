import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { faultIn, isUnanswered, type Sent, type ShownError } from './send';

/** Sending one thing at a time, and what became of it. */
export interface Sending {
  readonly error: ShownError | null;
  readonly isSending: boolean;
  /** What is wrong with a field by its path in what was sent; empty where nothing is. */
  faultOf(path: string): string;
  setError(error: ShownError | null): void;
  /**
   * Sends, and hands on the answer, whether it was done or refused; true when it was done. What is pressed while an answer
   * is awaited is the same press. Where none comes nothing is handed on: all that was entered stays, and `error` has a way
   * to try again.
   */
  run<Value>(work: () => Promise<Sent<Value>>, onAnswer: (reply: Sent<Value>) => unknown): Promise<boolean>;
}

interface SendOptions {
  /**
   * How a form is sent once more: as it stands by then, not as it stood; null where its own buttons do that. Where nothing is
   * typed the very same is sent.
   */
  readonly again?: (() => unknown) | null;
}

/** How everything is sent from the browser: one state, one *not saved*, one way to try again. */
export function useSend({ again }: SendOptions = {}): Sending {
  const [error, setError] = useState<ShownError | null>(null);
  const isBusy = useRef(false);
  const newest = useRef(again);
  useEffect(() => {
    newest.current = again;
  });
  const { mutateAsync, isPending } = useMutation({ mutationFn: (work: () => Promise<boolean>) => work() });
  const run: Sending['run'] = async (work, onAnswer) => {
    // A double press comes before anything is drawn anew.
    if (isBusy.current) return false;
    isBusy.current = true;
    const retry =
      again === null ? undefined : () => void (newest.current ? newest.current() : run(work, onAnswer));
    const sendIt = async (): Promise<boolean> => {
      const reply = await work();
      const isOpen = isUnanswered(reply);
      setError(reply.ok ? null : { ...reply.error, retry: isOpen ? retry : undefined });
      if (!isOpen) await onAnswer(reply);
      return reply.ok;
    };
    return mutateAsync(sendIt).finally(() => (isBusy.current = false));
  };
  return {
    error,
    isSending: isPending,
    faultOf: (path) => faultIn(error, path) ?? '',
    setError,
    run,
  };
}
