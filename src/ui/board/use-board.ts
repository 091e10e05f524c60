'use client';
import { t } from '@/contracts/language/translate';
import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import type { BoardData, BoardSpan } from '@/contracts/calendar/board';
import type { LocalDate } from '@/core/time/local-time';
import { readJson } from '@/ui/hooks/query';
import { useAddress } from '@/ui/hooks/use-address';
import { OFFICE_URL, spanUrl } from './board-urls';
import { boardHref, readBoardAddress, type BoardAddress } from './board-address';

const FORM = { read: readBoardAddress, href: boardHref };
export const useBoardAddress = () => useAddress<BoardAddress>(FORM);

export interface FirstBoard {
  readonly house: BoardData;
  readonly span: BoardSpan;
}

const spanQuery = (from: LocalDate, days: number) =>
  queryOptions({
    queryKey: ['board', 'span', from, days],
    queryFn: ({ signal }) => readJson<BoardSpan>(spanUrl(from, days), signal),
  });

/** The office and the days the board opens with; null until both are there. Later days are loaded by the board itself. */
export function useFirstBoard(from: LocalDate, days: number) {
  const [asked] = useState({ from, days });
  const house = useQuery({
    queryKey: ['board', 'office'],
    queryFn: ({ signal }) => readJson<BoardData>(OFFICE_URL, signal),
  });
  const span = useQuery(spanQuery(asked.from, asked.days));
  const again = () => void Promise.all([house.refetch(), span.refetch()]);
  const first: FirstBoard | null = house.data && span.data ? { house: house.data, span: span.data } : null;
  return { first, hasFailed: !first && (house.isError || span.isError), again };
}

export interface SpanHandle {
  readonly span: BoardSpan;
  /** The days asked for are not there yet; what is drawn is from before. */
  readonly isLoading: boolean;
  readonly failed: string | null;
  reload(): void;
}

const away = (): string =>
  t`The board cannot be loaded just now. What you see is from before; try again in a moment.`;

/** What stands on the board for some days. While other days are on their way, those before stay. */
export function useBoardSpan(from: LocalDate, days: number, first: BoardSpan): SpanHandle {
  const { data, isPlaceholderData, isError, refetch } = useQuery({
    ...spanQuery(from, days),
    placeholderData: keepPreviousData,
  });
  const span = data ?? first;
  return {
    span,
    isLoading: isPlaceholderData || span.from !== from || span.days !== days,
    failed: isError ? away() : null,
    reload: useCallback(() => void refetch(), [refetch]),
  };
}
