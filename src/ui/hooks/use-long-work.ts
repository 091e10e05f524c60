import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { LongWorkKind, LongWorkReply, OwnLongWork } from '@/contracts/base/long-work';
import { readJson } from './query';

// What is answered sooner shows nothing.
const LONG_MS = 800;
const EVERY_MS = 500;

/** True once something has been going on for a while. */
function useIsLong(isGoing: boolean): boolean {
  const [isLong, setLong] = useState(false);
  useEffect(() => {
    if (!isGoing) return;
    const timer = setTimeout(() => setLong(true), LONG_MS);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [isGoing]);
  return isGoing && isLong;
}

/** How far one’s own long work of a kind is while it is going on; null where it is quickly done. */
export function useLongWork(isGoing: boolean, kind: LongWorkKind): OwnLongWork | null {
  const isLong = useIsLong(isGoing);
  // Whether anything arrived is told by what waits for it, not by how far it is.
  const { data } = useQuery({
    queryKey: ['long-work'],
    queryFn: ({ signal }) => readJson<LongWorkReply>('/api/own/long-work', signal),
    enabled: isLong,
    staleTime: 0,
    gcTime: 0,
    retry: false,
    refetchInterval: EVERY_MS,
  });
  return (isLong && data?.works.find((each) => each.kind === kind)) || null;
}
