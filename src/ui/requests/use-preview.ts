import { t } from '@/contracts/language/translate';
import type { ChangeBody, ChangeReply } from '@/contracts/requests/change';
import type { RequestView } from '@/contracts/requests/request-view';
import { countText } from '@/contracts/words/when';
import { useAsked } from '@/ui/hooks/use-asked';

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

const previewOnly = () => ({ key: crypto.randomUUID(), preview: true });

/**
 * What the server says a change would do, or why it would not be taken; null while it is asked, or where there is nothing
 * to ask. The body goes to the route of the change, marked as a preview.
 */
export function usePreviewAt(url: string, body: object | null): ChangeReply | string | null {
  const reply = useAsked<ChangeReply>(url, body, { more: previewOnly });
  if (!reply) return null;
  return reply.ok ? reply.value : [reply.error.message, ...reply.error.details].join(' ');
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
