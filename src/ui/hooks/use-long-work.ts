import { useEffect, useState } from 'react';
import type { LongWorkReply, Progress } from '@/contracts/long-work';

// What is answered sooner shows nothing.
const LONG_MS = 800;
const EVERY_MS = 500;

/** How far one's own long work is while something is going on; null where it is quickly done, or done in one piece. */
export function useLongWork(isGoing: boolean): Progress | null {
  const [progress, setProgress] = useState<Progress | null>(null);
  useEffect(() => {
    if (!isGoing) return;
    const abort = new AbortController();
    const look = async () => {
      const reply = await fetch('/api/own/long-work', { signal: abort.signal });
      if (reply.ok) setProgress(((await reply.json()) as LongWorkReply).works[0] ?? null);
    };
    // Whether anything arrived is told by what waits for it, not by how far it is.
    const ask = () => void look().catch(() => undefined);
    let timer: ReturnType<typeof setInterval>;
    const first = setTimeout(() => {
      ask();
      timer = setInterval(ask, EVERY_MS);
    }, LONG_MS);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
      abort.abort();
      setProgress(null);
    };
  }, [isGoing]);
  return progress;
}
