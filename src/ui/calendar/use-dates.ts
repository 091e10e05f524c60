'use client';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DatesReply } from '@/contracts/calendar/dates';
import { useAddress } from '@/ui/hooks/use-address';
import { datesHref, readDatesAddress, type DatesAddress } from './dates-address';

const FORM = { read: readDatesAddress, href: datesHref };
export const useDatesAddress = () => useAddress<DatesAddress>(FORM);

const away = (): string =>
  t`The dates cannot be loaded just now. What you see is from before; try again in a moment.`;

/** The dates a query asks for. While others are on their way, those before stay. */
export function useDates(query: string | null, first: { query: string; reply: DatesReply | null }) {
  const [loaded, setLoaded] = useState(first);
  const [failed, setFailed] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  // The page came with its first dates.
  const known = useRef(first.query);
  useEffect(() => {
    if (query === null || (known.current === query && turn === 0)) return;
    const abort = new AbortController();
    fetch(`/api/dates?${query}`, { signal: abort.signal })
      .then(async (reply) => {
        if (!reply.ok) return setFailed(away());
        known.current = query;
        setFailed(null);
        setLoaded({ query, reply: (await reply.json()) as DatesReply });
      })
      .catch(() => {
        if (!abort.signal.aborted) setFailed(away());
      });
    return () => abort.abort();
  }, [query, turn]);
  return {
    reply: loaded.reply,
    isLoading: query !== null && loaded.query !== query,
    failed,
    reload: useCallback(() => setTurn((before) => before + 1), []),
  };
}
