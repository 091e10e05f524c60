import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { DisplayReply } from '@/contracts/publishing/display';
import type { EpochMinute } from '@/core/time/epoch-minute';
import { readJson } from '@/ui/hooks/query';

/** How often a display asks what is so. */
const ASK_AGAIN_MS = 30_000;
const TICK_MS = 5_000;

export interface Display {
  readonly reply: DisplayReply;
  /** The office's clock now, going on from when it was last heard of. */
  readonly now: EpochMinute;
  /** Minutes since the server was heard of, where it did not answer last time; else null. */
  readonly awayMin: number | null;
}

/** What a display shows: asked for again and again; while the server is away what it said last, with its age. */
export function useDisplay(first: DisplayReply, source: string): Display {
  const [shownMs] = useState(() => Date.now());
  const { data, dataUpdatedAt, isError, isRefetchError } = useQuery({
    queryKey: ['display', source],
    queryFn: ({ signal }) => readJson<DisplayReply>(source, signal),
    initialData: first,
    initialDataUpdatedAt: shownMs,
    refetchInterval: ASK_AGAIN_MS,
    refetchIntervalInBackground: true,
    refetchOnReconnect: 'always',
    retry: false,
  });
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
