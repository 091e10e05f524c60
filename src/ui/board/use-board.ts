'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { BoardSpan } from '@/contracts/board';
import type { LocalDate } from '@/core/time/local-time';
import { boardHref, readBoardAddress, type BoardAddress } from './board-address';

export interface AddressHandle {
  readonly address: BoardAddress;
  /** Changes what is named. `replace` where going back should not pass every step on the way. */
  go(change: Partial<BoardAddress>, how?: 'push' | 'replace'): void;
}

/**
 * The board's address; changing it loads no page. It is kept here too, since the router follows a moment later and a
 * field that is typed in cannot wait for it.
 */
export function useBoardAddress(): AddressHandle {
  const query = useSearchParams().toString();
  const [address, setAddress] = useState(() => readBoardAddress(new URLSearchParams(query)));
  const latest = useRef(address);
  // Addresses made here that the router has not told of yet; it may leave some out.
  const made = useRef<string[]>([]);
  useEffect(() => {
    const at = made.current.indexOf(query);
    made.current.splice(0, at + 1);
    if (at >= 0 || boardHref(latest.current) === boardHref(readBoardAddress(new URLSearchParams(query))))
      return;
    made.current = [];
    latest.current = readBoardAddress(new URLSearchParams(query));
    setAddress(latest.current);
  }, [query]);
  const go = useCallback((change: Partial<BoardAddress>, how: 'push' | 'replace' = 'push') => {
    const next = { ...latest.current, ...change };
    latest.current = next;
    setAddress(next);
    made.current.push(new URLSearchParams(boardHref(next).slice(2)).toString());
    if (how === 'push') window.history.pushState(null, '', boardHref(next));
    else window.history.replaceState(null, '', boardHref(next));
  }, []);
  return { address, go };
}

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
