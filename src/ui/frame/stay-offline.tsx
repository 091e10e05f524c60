'use client';
import { t } from '@/contracts/language/translate';
import { useEffect, useState } from 'react';
import { networkPause } from '@/ui/hooks/network-pause';

const AGAIN_MS = 2000;

const isOfRouter = (init?: RequestInit): boolean => new Headers(init?.headers).has('rsc');

/**
 * Where the router cannot fetch a page it has the browser load it whole, and without a network that leaves nothing of
 * the page and of what was entered in it. So what the router fetches waits for the server to come back instead, the page
 * stays, and it is said.
 */
export function StayOffline() {
  const [waiting, setWaiting] = useState(0);
  useEffect(() => {
    const fetchOnce = window.fetch.bind(window);
    window.fetch = async (input, init) => {
      if (!isOfRouter(init)) return fetchOnce(input, init);
      let isWaiting = false;
      try {
        for (;;)
          try {
            return await fetchOnce(input, init);
          } catch (error) {
            if (init?.signal?.aborted) throw error;
            if (!isWaiting) setWaiting((count) => count + 1);
            isWaiting = true;
            await networkPause(AGAIN_MS).over;
          }
      } finally {
        if (isWaiting) setWaiting((count) => count - 1);
      }
    };
    return () => {
      window.fetch = fetchOnce;
    };
  }, []);
  return (
    <div role="status" className="no-print fixed inset-x-0 bottom-0 z-50">
      {waiting > 0 && (
        <p className="mx-auto w-fit border-t-4 border-conflict bg-sunk px-4 py-2 font-semibold">{t`The server cannot be reached. This page stays as it is and goes on by itself.`}</p>
      )}
    </div>
  );
}
