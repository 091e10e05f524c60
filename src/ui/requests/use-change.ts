'use client';
import { t, texts } from '@/contracts/language/translate';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { ChangeBody, ChangeReply } from '@/contracts/requests/change';
import type { ErrorReply } from '@/contracts/base/refusal';
import type { RequestView } from '@/contracts/requests/request-view';
import type { Sent, ShownError } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';
import { useSend } from '@/ui/hooks/use-send';
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
  const { error, isSending, run: sendIt } = useSend();
  const [doneText, setDoneText] = useState('');
  const [changeSet, setChangeSet] = useState<number | null>(null);
  const sending = useRef<AbortController | null>(null);

  const post = <Value extends { readonly summary: string }>(
    url: string,
    body: Readonly<Record<string, unknown>>,
    onAnswer: (reply: Sent<Value>) => void,
  ): Promise<boolean> => {
    setDoneText('');
    const once = (): Promise<Sent<Value>> => {
      const abort = new AbortController();
      sending.current = abort;
      return sendOnce<Value>(url, body, abort.signal).catch(() => ({ ok: false, error: STOPPED }));
    };
    return sendIt(once, (reply) => {
      // What happened meanwhile is loaded even where the change was refused.
      if (afterwards) afterwards();
      else router.refresh();
      onAnswer(reply);
      if (reply.ok) setDoneText(t`Done: ${reply.value.summary}.`);
    });
  };

  /** Where no answer came, the very same can be sent again by a press: against the version it was decided on. */
  const runAt: ChangeHandle['runAt'] = (url, body) =>
    post<ChangeReply>(url, body, (reply) => reply.ok && setChangeSet(reply.value.changeSet));

  const runFor = (step: Step, items: Items): Promise<boolean> => runAt('/api/changes', { items, step });

  const run = (step: Step, occurrences: readonly number[]): Promise<boolean> =>
    runFor(step, itemsOf(request, occurrences));

  const takeBack = async (): Promise<void> => {
    if (changeSet === null) return;
    await post(`/api/changes/${changeSet}/undo`, {}, () => setChangeSet(null));
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
