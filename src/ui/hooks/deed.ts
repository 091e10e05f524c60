import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ErrorReply } from '@/contracts/refusal';
import { send } from './send';

interface Done {
  readonly summary: string;
}

// The router drops what it is fetching anew when the address is written meanwhile; by then that has come to rest.
const ADDRESS_RESTS_MS = 900;

/**
 * Sends one deed at a time, each with a key of its own, and shows afterwards what is so then, whether it was done or
 * refused. `error` says the first wrong field where there is one, for forms that show no fault beside it. On a page that
 * writes its address by itself, what is so then is asked for once more.
 */
export function useDeed({ addressMoves = false }: { readonly addressMoves?: boolean } = {}) {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [said, setSaid] = useState('');
  const [isSending, setSending] = useState(false);
  const act = async (path: string, body: Readonly<Record<string, unknown>>): Promise<boolean> => {
    if (isSending) return false;
    setSending(true);
    const reply = await send<Done>('POST', path, { key: crypto.randomUUID(), ...body });
    setSending(false);
    setError(reply.ok ? null : reply.error);
    setSaid(reply.ok ? reply.value.summary : '');
    router.refresh();
    if (addressMoves) setTimeout(() => router.refresh(), ADDRESS_RESTS_MS);
    return reply.ok;
  };
  const faultOf = (field: string): string => error?.fields.find(({ path }) => path === field)?.message ?? '';
  return {
    act,
    error: error && { ...error, message: error.fields[0]?.message ?? error.message },
    said,
    isSending,
    faultOf,
  };
}
