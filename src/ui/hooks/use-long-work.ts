import { useEffect, useState } from 'react';
import type { LongWorkKind, LongWorkReply, OwnLongWork } from '@/contracts/base/long-work';

// What is answered sooner shows nothing.
const LONG_MS = 800;
const EVERY_MS = 500;

/** How far one's own long work of a kind is while it is going on; null where it is quickly done. */
export function useLongWork(isGoing: boolean, kind: LongWorkKind): OwnLongWork | null {
  const [work, setWork] = useState<OwnLongWork | null>(null);
  useEffect(() => {
    if (!isGoing) return;
    const abort = new AbortController();
    const look = async () => {
      const reply = await fetch('/api/own/long-work', { signal: abort.signal });
      if (!reply.ok) return;
      const { works } = (await reply.json()) as LongWorkReply;
      setWork(works.find((each) => each.kind === kind) ?? null);
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
      setWork(null);
    };
  }, [isGoing, kind]);
  return work;
}
