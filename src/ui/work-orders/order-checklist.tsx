'use client';
import { Checkbox } from '@/ui/kit/fields';
import { t } from '@/contracts/language/translate';
import { useOptimistic, useTransition } from 'react';
import type { OrderView } from '@/contracts/work-orders/orders';
import { useSubmit } from '@/ui/hooks/use-submit';
import { RefusalNote } from '@/ui/kit/refusal-note';

/** Lines to tick, each saved by itself as soon as it is touched. */
export function OrderChecklist({ order }: { order: OrderView }) {
  const { submit, error } = useSubmit({ repeats: true });
  const [, startTransition] = useTransition();
  const [lines, touch] = useOptimistic(order.checklist, (all, touched: string) =>
    all.map((each) => (each.line === touched ? { ...each, isTicked: !each.isTicked } : each)),
  );
  if (!lines.length) return null;
  const tick = (line: string, isTicked: boolean) =>
    startTransition(async () => {
      touch(line);
      await submit(`/api/orders/${order.id}/ticks`, { line, isTicked });
    });
  return (
    <fieldset className="mt-2">
      <legend className="small-caps">{t`to go through, ${lines.filter(({ isTicked }) => isTicked).length} of ${lines.length}`}</legend>
      {lines.map(({ line, isTicked }) => (
        <label
          key={line}
          className="flex min-h-11 cursor-pointer items-center gap-3 border-b border-rule py-1"
        >
          <Checkbox
            className="size-6 shrink-0"
            checked={isTicked}
            disabled={order.state === 'withdrawn'}
            onChange={() => tick(line, !isTicked)}
          />
          <span>{line}</span>
        </label>
      ))}
      <RefusalNote error={error} />
    </fieldset>
  );
}
