'use client';
import { Button } from '@/ui/kit/button';
import { t } from '@/contracts/language/translate';
import type { RequestView } from '@/contracts/requests/request-view';
import type { SeriesAlternativeView, AlternativeView } from '@/contracts/alternatives/alternatives';
import { countText } from '@/contracts/words/when';
import { useAlternatives } from '@/ui/alternatives/use-alternatives';
import { Alternatives } from '@/ui/alternatives/alternatives';
import type { ChangeHandle } from './use-change';

/** For the requester: alternatives of what waits and clashes, taken by changing the request. */
export function OwnWays({ request, change }: { request: RequestView; change: ChangeHandle }) {
  const troubled = request.dates.filter(
    ({ isPast, verdict, isAtRisk, actions }) =>
      !isPast && actions.includes('change') && ((verdict !== null && verdict !== 'clear') || isAtRisk),
  );
  const ids = troubled.map(({ id }) => id);
  const ways = useAlternatives(
    ids.length ? { of: 'request', reference: request.reference, occurrences: ids } : null,
    `${request.reference} ${request.version}`,
  );
  if (!ids.length) return null;
  const take = (text: string, run: () => Promise<boolean>) => (
    <Button isMain isBusy={change.isSending} onClick={run}>
      {text}
    </Button>
  );
  const one = (way: AlternativeView, occurrence: number) =>
    way.hire ? (
      <span className="text-note text-soft">{t`That is done at the desk.`}</span>
    ) : (
      take(t`Take this instead`, () =>
        change.run({ action: 'change', patch: way.patch, reason: way.sentence }, [occurrence]),
      )
    );
  const series = (way: SeriesAlternativeView) => {
    const each = way.changes.map(({ occurrence, patch }) => ({ occurrence: occurrence!, patch }));
    return take(t`Change ${countText(each.length, 'date', 'dates')}`, () =>
      change.run(
        { action: 'change', each, reason: way.sentence },
        each.map(({ occurrence }) => occurrence),
      ),
    );
  };
  return (
    <Alternatives
      ways={ways}
      isSeries={request.dates.length > 1}
      actions={{ one: (way, { occurrence }) => one(way, occurrence!), series }}
    />
  );
}
