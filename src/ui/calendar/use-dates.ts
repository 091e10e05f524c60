'use client';
import { t } from '@/contracts/language/translate';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback } from 'react';
import type { DatesReply } from '@/contracts/calendar/dates';
import { readJson } from '@/ui/hooks/query';
import { useAddress } from '@/ui/hooks/use-address';
import { datesHref, readDatesAddress, type DatesAddress } from './dates-address';

const FORM = { read: readDatesAddress, href: datesHref };
export const useDatesAddress = () => useAddress<DatesAddress>(FORM);

const away = (): string =>
  t`The dates cannot be loaded just now. What you see is from before; try again in a moment.`;

/** The dates a query asks for; none where it is null. While others are on their way, those before stay. */
export function useDates(query: string | null, first: { query: string; reply: DatesReply | null }) {
  const { data, isPlaceholderData, isLoading, isError, refetch } = useQuery({
    queryKey: ['dates', query],
    queryFn: ({ signal }) => readJson<DatesReply>(`/api/dates?${query}`, signal),
    enabled: query !== null,
    initialData: query === first.query && first.reply ? first.reply : undefined,
    placeholderData: keepPreviousData,
  });
  return {
    reply: data ?? first.reply,
    isLoading: isLoading || isPlaceholderData,
    failed: isError ? away() : null,
    reload: useCallback(() => void refetch(), [refetch]),
  };
}
