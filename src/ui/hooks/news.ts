import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { NewsReply } from '@/contracts/history/news';

async function readNews(before: NewsReply | undefined, signal: AbortSignal): Promise<NewsReply> {
  const reply = await fetch(`/api/news?since=${before?.last ?? 0}`, {
    signal,
    cache: 'no-store',
    headers: before ? { 'If-None-Match': `"${before.version}"` } : {},
  });
  if (reply.status === 304 && before) return before;
  if (!reply.ok) throw new Error(String(reply.status));
  return (await reply.json()) as NewsReply;
}

/** Asks every few seconds, while the page is seen, whether anything has changed; 0 never asks. */
export function useNews(everyMs: number): NewsReply | undefined {
  const client = useQueryClient();
  return useQuery({
    queryKey: ['news'],
    queryFn: ({ signal }) => readNews(client.getQueryData<NewsReply>(['news']), signal),
    enabled: everyMs > 0,
    staleTime: 0,
    retry: false,
    refetchInterval: everyMs,
    refetchOnWindowFocus: true,
  }).data;
}
