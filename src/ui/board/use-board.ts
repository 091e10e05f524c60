'use client';
import { t } from '@/contracts/language/translate';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BoardData, BoardSpan } from '@/contracts/calendar/board';
import type { LocalDate } from '@/core/time/local-time';
import { useAddress } from '@/ui/hooks/use-address';
import { HOUSE_URL, spanUrl } from './board-urls';
import { boardHref, readBoardAddress, type BoardAddress } from './board-address';

const FORM = { read: readBoardAddress, href: boardHref };
export const useBoardAddress = () => useAddress<BoardAddress>(FORM);

export interface FirstBoard {
  readonly house: BoardData;
  readonly span: BoardSpan;
}

/** The house and the days the board opens with; null until both are there. */
export function useFirstBoard(from: LocalDate, days: number) {
  const [first, setFirst] = useState<FirstBoard | null>(null);
  const [hasFailed, setFailed] = useState(false);
  const [turn, setTurn] = useState(0);
  // Later days are loaded by the board itself.
  const asked = useRef({ from, days });
  useEffect(() => {
    const abort = new AbortController();
    const read = async <Value>(url: string): Promise<Value> => {
      const reply = await fetch(url, { signal: abort.signal });
      if (!reply.ok) throw new Error(`${url} answered ${reply.status}`);
      return (await reply.json()) as Value;
    };
    Promise.all([
      read<BoardData>(HOUSE_URL),
      read<BoardSpan>(spanUrl(asked.current.from, asked.current.days)),
    ])
      .then(([house, span]) => setFirst({ house, span }))
      .catch(() => {
        if (!abort.signal.aborted) setFailed(true);
      });
    return () => abort.abort();
  }, [turn]);
  const again = useCallback(() => {
    setFailed(false);
    setTurn((before) => before + 1);
  }, []);
  return { first, hasFailed, again };
}

export interface SpanHandle {
  readonly span: BoardSpan;
  /** The days asked for are not there yet; what is drawn is from before. */
  readonly isLoading: boolean;
  readonly failed: string | null;
  reload(): void;
}

const keyOf = (from: LocalDate, days: number) => `${from} ${days}`;
const away = (): string =>
  t`The board cannot be loaded just now. What you see is from before; try again in a moment.`;

/** What stands on the board for some days. While other days are on their way, those before stay. */
export function useBoardSpan(from: LocalDate, days: number, first: BoardSpan): SpanHandle {
  const [span, setSpan] = useState(first);
  const [failed, setFailed] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  const wanted = keyOf(from, days);
  const hasFirst = useRef(true);

  useEffect(() => {
    // The page came with its first days.
    if (hasFirst.current && wanted === keyOf(first.from, first.days) && turn === 0) {
      hasFirst.current = false;
      return;
    }
    hasFirst.current = false;
    const abort = new AbortController();
    fetch(spanUrl(from, days), { signal: abort.signal })
      .then(async (reply) => {
        if (!reply.ok) return setFailed(away());
        const loaded = (await reply.json()) as BoardSpan;
        setFailed(null);
        setSpan(loaded);
      })
      .catch(() => {
        if (!abort.signal.aborted) setFailed(away());
      });
    return () => abort.abort();
  }, [wanted, from, days, first, turn]);

  return {
    span,
    isLoading: keyOf(span.from, span.days) !== wanted,
    failed,
    reload: useCallback(() => setTurn((before) => before + 1), []),
  };
}
