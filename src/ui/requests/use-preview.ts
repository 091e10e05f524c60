import { t } from '@/contracts/language/translate';
import { useEffect, useState } from 'react';
import type { ChangeBody, ChangeReply } from '@/contracts/requests/change';
import type { RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { send } from '@/ui/hooks/send';

/** In numbers what a change would do. */
export function sayNumbers({ numbers }: ChangeReply): string {
  const { moved, clashing, keepOwn, ordersAdded, ordersRevised, ordersWithdrawn } = numbers;
  const said = [
    moved > 0 && countText(moved, 'date moves', 'dates move'),
    clashing > 0 && countText(clashing, 'conflict', 'conflicts'),
    keepOwn > 0 && countText(keepOwn, 'keeps its own', 'keep their own'),
    ordersAdded > 0 && countText(ordersAdded, 'order is made', 'orders are made'),
    ordersRevised > 0 && countText(ordersRevised, 'order is revised', 'orders are revised'),
    ordersWithdrawn > 0 && countText(ordersWithdrawn, 'order is withdrawn', 'orders are withdrawn'),
  ]
    .filter(Boolean)
    .join(', ');
  return said || t`nothing moves, no work order changes`;
}

/** Dates of one request, as the items of a change. */
export const itemsOf = (
  { reference, version }: Pick<RequestView, 'reference' | 'version'>,
  occurrences: readonly number[],
): ChangeBody['items'] => [{ reference, version, occurrences: [...occurrences] }];

/** Long enough that what is being typed is not asked about letter by letter. */
const PAUSE_MS = 250;

/**
 * What the server says a change would do, or why it would not be taken; null while it is asked, or where there is nothing
 * to ask. The body goes to the route of the change, marked as a preview.
 */
export function usePreviewAt(url: string, body: object | null): ChangeReply | string | null {
  const [answer, setAnswer] = useState<{ text: string; value: ChangeReply | string } | null>(null);
  const text = body ? JSON.stringify([url, body]) : '';
  useEffect(() => {
    if (!text) return;
    const abort = new AbortController();
    const [to, asked] = JSON.parse(text) as [string, object];
    const timer = setTimeout(() => {
      send<ChangeReply>('POST', to, { ...asked, key: crypto.randomUUID(), preview: true }, abort.signal)
        .then((reply) =>
          setAnswer({
            text,
            value: reply.ok ? reply.value : [reply.error.message, ...reply.error.details].join(' '),
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
  }, [text]);
  return answer?.text === text ? answer.value : null;
}

/** The same of a step on dates of one request, or of several. */
export const usePreview = (
  step: ChangeBody['step'] | null,
  items: ChangeBody['items'],
): ChangeReply | string | null =>
  usePreviewAt(
    '/api/changes',
    step && items.some(({ occurrences }) => occurrences.length) ? { step, items } : null,
  );
