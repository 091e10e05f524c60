'use client';
import { say, texts } from '@/contracts/language/say';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { ChangeBody, ChangeReply } from '@/contracts/change';
import type { ErrorReply } from '@/contracts/refusal';
import type { RequestView } from '@/contracts/request-view';
import { useIntentKey } from '@/ui/hooks/intent-key';
import { send, type Sent } from '@/ui/hooks/send';
import { itemsOf } from './use-preview';

/** What is said where somebody stopped what they had sent; how it stands is loaded anew. */
const STOPPED: ErrorReply['error'] = texts(
  {
    code: 'stopped',
    message:
      'Stopped. It stands as shown now: nothing was changed, or all of it, where the stop came too late.',
    fields: [],
    details: [],
  },
  'message',
);

type Step = ChangeBody['step'];
type Items = ChangeBody['items'];

/** Doing something to picked dates of a request, and taking it back. */
export interface ChangeHandle {
  readonly error: ErrorReply['error'] | null;
  readonly doneText: string;
  readonly isSending: boolean;
  /** Set while what was done last can still be taken back. */
  readonly canTakeBack: boolean;
  /** True when it was done. */
  run(step: Step, occurrences: readonly number[]): Promise<boolean>;
  /** The same for dates of several requests. */
  runFor(step: Step, items: Items): Promise<boolean>;
  /** Another change that can be taken back, by its own route. */
  runAt(url: string, body: object): Promise<boolean>;
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
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [doneText, setDoneText] = useState('');
  const [isSending, setSending] = useState(false);
  const [changeSet, setChangeSet] = useState<number | null>(null);
  const keyOf = useIntentKey();
  const sending = useRef<AbortController | null>(null);

  const post = async <Value>(url: string, body: object): Promise<Value | null> => {
    setSending(true);
    setDoneText('');
    const abort = new AbortController();
    sending.current = abort;
    const reply = await send<Value>('POST', url, { ...body, key: keyOf([url, body]) }, abort.signal).catch(
      (): Sent<Value> => ({ ok: false, error: STOPPED }),
    );
    setSending(false);
    // What happened meanwhile is loaded even where the change was refused.
    if (afterwards) afterwards();
    else router.refresh();
    setError(reply.ok ? null : reply.error);
    return reply.ok ? reply.value : null;
  };

  const runAt = async (url: string, body: object): Promise<boolean> => {
    if (isSending) return false;
    const reply = await post<ChangeReply>(url, body);
    if (!reply) return false;
    setChangeSet(reply.changeSet);
    setDoneText(say`Done: ${reply.summary}.`);
    return true;
  };

  const runFor = (step: Step, items: Items): Promise<boolean> => runAt('/api/changes', { items, step });

  const run = (step: Step, occurrences: readonly number[]): Promise<boolean> =>
    runFor(step, itemsOf(request, occurrences));

  const takeBack = async (): Promise<void> => {
    if (isSending || changeSet === null) return;
    const reply = await post<Pick<ChangeReply, 'summary'>>(`/api/changes/${changeSet}/undo`, {});
    setChangeSet(null);
    if (reply) setDoneText(say`Done: ${reply.summary}.`);
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
