import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { readAgain } from './query';

/** Shows what is so now: the page as the server makes it, and what the browser has read for it. */
export function useRefresh(): () => void {
  const router = useRouter();
  const client = useQueryClient();
  return useCallback(() => {
    router.refresh();
    readAgain(client);
  }, [router, client]);
}
