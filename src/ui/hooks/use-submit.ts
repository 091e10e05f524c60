import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { networkPause } from './network-pause';
import { faultIn, isUnanswered, saidByField, type Sent, type ShownError } from './send';
import { sendOnce } from './send-once';
import { useRefresh } from './use-refresh';

interface Done {
  readonly summary: string;
}

type Body = Readonly<Record<string, unknown>>;

interface SubmitOptions {
  /** On a page that writes its address by itself, what is so then is asked for once more. */
  readonly addressMoves?: boolean;
  /** Sent again by itself until it is answered: ticks of a crew, which nobody decides by. */
  readonly repeats?: boolean;
}

// The router drops what it is fetching anew when the address is written meanwhile; by then that has come to rest.
const ADDRESS_RESTS_MS = 900;
const AGAIN_MS = 4000;

/**
 * Sends one command after the other, each once the one before is answered, and shows afterwards what is so then, whether
 * it was done or refused; a double press is one command. Where no answer comes nothing of the page is loaded anew: it
 * stays with all that was entered, and `error` has a way to try again under the same key. `error` says the first wrong
 * field where there is one, for forms that show no fault beside it.
 */
export function useSubmit({ addressMoves = false, repeats = false }: SubmitOptions = {}) {
  const refresh = useRefresh();
  const [error, setError] = useState<ShownError | null>(null);
  const [said, setSaid] = useState('');
  const { mutateAsync, isPending } = useMutation({ mutationFn: (work: () => Promise<boolean>) => work() });
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const latest = useRef<string | null>(null);

  const show = (reply: Sent<Done>, retry: (() => void) | undefined) => {
    setError(reply.ok ? null : { ...reply.error, retry });
    setSaid(reply.ok ? reply.value.summary : '');
    if (isUnanswered(reply)) return;
    refresh();
    if (addressMoves) setTimeout(refresh, ADDRESS_RESTS_MS);
  };
  const once = async (path: string, body: Body): Promise<boolean> => {
    const reply = await sendOnce<Done>(path, body);
    show(reply, isUnanswered(reply) ? () => void submit(path, body) : undefined);
    return reply.ok;
  };
  /** So that ticks made without a network arrive in their order. */
  const untilAnswered = async (path: string, body: Body): Promise<boolean> => {
    for (;;) {
      const reply = await sendOnce<Done>(path, body);
      if (!isUnanswered(reply)) {
        show(reply, undefined);
        return reply.ok;
      }
      const pause = networkPause(AGAIN_MS);
      show(reply, pause.end);
      await pause.over;
    }
  };
  const submit = (path: string, body: Body): Promise<boolean> => {
    const command = JSON.stringify([path, body]);
    // A double press.
    if (latest.current === command) return Promise.resolve(false);
    latest.current = command;
    const before = queue.current;
    const turn = mutateAsync(async () => {
      await before;
      const isDone = await (repeats ? untilAnswered : once)(path, body);
      if (latest.current === command) latest.current = null;
      return isDone;
    });
    queue.current = turn;
    return turn;
  };
  const faultOf = (field: string): string => faultIn(error, field) ?? '';
  return {
    submit,
    error: saidByField(error),
    said,
    isSending: isPending,
    faultOf,
  };
}
