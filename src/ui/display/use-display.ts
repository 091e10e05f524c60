import { useEffect, useState } from 'react';
import type { DisplayReply } from '@/contracts/publishing/display';
import type { EpochMinute } from '@/core/time/epoch-minute';

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

interface Heard {
  readonly reply: DisplayReply;
  /** By the clock of the display, which may be wrong: only differences of it count. */
  readonly atMs: number;
}

/** What a display shows: asked for again and again; while the server is away what it said last, with its age. */
export function useDisplay(first: DisplayReply, source: string): Display {
  const [heard, setHeard] = useState<Heard>(() => ({ reply: first, atMs: performance.now() }));
  const [isAway, setAway] = useState(false);
  const [nowMs, setNowMs] = useState(() => performance.now());
  useEffect(() => {
    const ask = async () => {
      try {
        const response = await fetch(source, { cache: 'no-store' });
        if (!response.ok) throw new Error(String(response.status));
        const reply = (await response.json()) as DisplayReply;
        setHeard({ reply, atMs: performance.now() });
        setAway(false);
      } catch {
        // Whatever the reason is, the last thing heard is all there is to show.
        setAway(true);
      }
      setNowMs(performance.now());
    };
    const asking = setInterval(() => void ask(), ASK_AGAIN_MS);
    const ticking = setInterval(() => setNowMs(performance.now()), TICK_MS);
    const online = () => void ask();
    addEventListener('online', online);
    addEventListener('offline', online);
    return () => {
      clearInterval(asking);
      clearInterval(ticking);
      removeEventListener('online', online);
      removeEventListener('offline', online);
    };
  }, [source]);
  const passedMin = Math.max(0, Math.floor((nowMs - heard.atMs) / 60_000));
  return {
    reply: heard.reply,
    now: (heard.reply.at + passedMin) as EpochMinute,
    awayMin: isAway ? passedMin : null,
  };
}
