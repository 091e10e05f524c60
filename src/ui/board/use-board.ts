'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BoardSpan } from '@/contracts/board';
import type { LocalDate } from '@/core/time/local-time';
import { useAddress } from '@/ui/hooks/use-address';
import { boardHref, readBoardAddress, type BoardAddress } from './board-address';

const FORM = { read: readBoardAddress, href: boardHref };
export const useBoardAddress = () => useAddress<BoardAddress>(FORM);

export interface SpanHandle {
  readonly span: BoardSpan;
  /** The days asked for are not there yet; what is drawn is from before. */
  readonly isLoading: boolean;
  readonly failed: string | null;
  reload(): void;
}

const keyOf = (from: LocalDate, days: number) => `${from} ${days}`;
const AWAY = 'The board cannot be loaded just now. What you see is from before; try again in a moment.';

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
    fetch(`/api/board?from=${from}&days=${days}`, { signal: abort.signal })
      .then(async (reply) => {
        if (!reply.ok) return setFailed(AWAY);
        const loaded = (await reply.json()) as BoardSpan;
        setFailed(null);
        setSpan(loaded);
      })
      .catch(() => {
        if (!abort.signal.aborted) setFailed(AWAY);
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
