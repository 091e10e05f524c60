import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import type { DisplayReply } from '@/contracts/publishing/display';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { useNews } from '@/ui/hooks/news';
import { readJson } from '@/ui/hooks/query';

/** A display asks for itself so often, whatever is new: it is how it knows that the server is there. */
const ASK_AGAIN_MS = 30_000;
const TICK_MS = 5_000;

export interface DisplayProps {
  readonly first: DisplayReply;
  readonly source: string;
  /** How often it asks whether anything has changed; 0 never. */
  readonly everyMs: number;
}

export interface Display {
  readonly reply: DisplayReply;
  /** The office's clock now, going on from when it was last heard of. */
  readonly now: EpochMinute;
  /** Minutes since the server was heard of, where it did not answer last time; else null. */
  readonly awayMin: number | null;
}

/**
 * What a display shows: asked for again as soon as anything has changed, and every half minute; while the server is away
 * what it said last, with its age.
 */
export function useDisplay(first: DisplayReply, source: string, everyMs: number): Display {
  const [shownMs] = useState(() => Date.now());
  const { data, dataUpdatedAt, isError, isRefetchError, refetch } = useQuery({
    queryKey: ['display', source],
    queryFn: ({ signal }) => readJson<DisplayReply>(source, signal),
    initialData: first,
    initialDataUpdatedAt: shownMs,
    refetchInterval: ASK_AGAIN_MS,
    refetchIntervalInBackground: true,
    refetchOnReconnect: 'always',
    retry: false,
  });
  const version = useNews(everyMs)?.version;
  const seen = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (seen.current !== undefined && version !== seen.current) void refetch();
    seen.current = version;
  }, [version, refetch]);
  const [nowMs, setNowMs] = useState(shownMs);
  useEffect(() => {
    const ticking = setInterval(() => setNowMs(Date.now()), TICK_MS);
    return () => clearInterval(ticking);
  }, []);
  // By the clock of the display, which may be wrong: only differences of it count.
  const passedMin = Math.max(0, Math.floor((nowMs - dataUpdatedAt) / 60_000));
  return {
    reply: data,
    now: (data.at + passedMin) as EpochMinute,
    awayMin: isError || isRefetchError ? passedMin : null,
  };
}
