'use client';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { ChangeBody, ChangeReply } from '@/contracts/requests/change';
import type { ErrorReply } from '@/contracts/base/refusal';
import type { RequestView } from '@/contracts/requests/request-view';
import { isUnanswered, type Sent, type ShownError } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { itemsOf } from './use-preview';

/** What is said where somebody stopped what they had sent; how it stands is loaded anew. */
const STOPPED: ErrorReply['error'] = texts(
  {
    code: 'stopped',
    message: 'Stopped. It is as shown now: nothing was changed, or all of it, where the stop came too late.',
    fields: [],
    details: [],
  },
  'message',
);

type Step = ChangeBody['step'];
type Items = ChangeBody['items'];

/** Doing something to picked dates of a request, and taking it back. */
export interface ChangeHandle {
  readonly error: ShownError | null;
  readonly doneText: string;
  readonly isSending: boolean;
  /** Set while what was done last can still be taken back. */
  readonly canTakeBack: boolean;
  /** True when it was done. */
  run(step: Step, occurrences: readonly number[]): Promise<boolean>;
  /** The same for dates of several requests. */
  runFor(step: Step, items: Items): Promise<boolean>;
  /** Another change that can be taken back, by its own route. */
  runAt(url: string, body: Readonly<Record<string, unknown>>): Promise<boolean>;
  /** Stops what is being sent; then nothing of it is done. */
  stop(): void;
  takeBack(): Promise<void>;
}

/** `afterwards` loads anew what shows the request; the page it is on where nothing is said. */
export function useChange(
  request: Pick<RequestView, 'reference' | 'version'>,
  afterwards?: () => void,
): ChangeHandle {
  const router = useRouter();
  const [error, setError] = useState<ShownError | null>(null);
  const [doneText, setDoneText] = useState('');
  const [isSending, setSending] = useState(false);
  const [changeSet, setChangeSet] = useState<number | null>(null);
  const sending = useRef<AbortController | null>(null);

  const post = async <Value>(url: string, body: Readonly<Record<string, unknown>>): Promise<Sent<Value>> => {
    setSending(true);
    setDoneText('');
    const abort = new AbortController();
    sending.current = abort;
    const reply = await sendOnce<Value>(url, body, abort.signal).catch((): Sent<Value> => ({
      ok: false,
      error: STOPPED,
    }));
    setSending(false);
    setError(reply.ok ? null : reply.error);
    if (isUnanswered(reply)) return reply;
    // What happened meanwhile is loaded even where the change was refused.
    if (afterwards) afterwards();
    else router.refresh();
    return reply;
  };
  /** Where no answer came, the very same can be sent again by a press: against the version it was decided on. */
  const offerRetry = (reply: Sent<unknown>, retry: () => void) => {
    if (isUnanswered(reply)) setError((now) => now && { ...now, retry });
  };

  const runAt: ChangeHandle['runAt'] = async (url, body) => {
    if (isSending) return false;
    const reply = await post<ChangeReply>(url, body);
    offerRetry(reply, () => void runAt(url, body));
    if (!reply.ok) return false;
    setChangeSet(reply.value.changeSet);
    setDoneText(t`Done: ${reply.value.summary}.`);
    return true;
  };

  const runFor = (step: Step, items: Items): Promise<boolean> => runAt('/api/changes', { items, step });

  const run = (step: Step, occurrences: readonly number[]): Promise<boolean> =>
    runFor(step, itemsOf(request, occurrences));

  const takeBack = async (): Promise<void> => {
    if (isSending || changeSet === null) return;
    const reply = await post<Pick<ChangeReply, 'summary'>>(`/api/changes/${changeSet}/undo`, {});
    offerRetry(reply, () => void takeBack());
    if (isUnanswered(reply)) return;
    setChangeSet(null);
    if (reply.ok) setDoneText(t`Done: ${reply.value.summary}.`);
  };

  return {
    error,
    doneText,
    isSending,
    canTakeBack: changeSet !== null,
    run,
    runFor,
    runAt,
    stop: () => sending.current?.abort(),
    takeBack,
  };
}
