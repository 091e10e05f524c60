import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { MarkReply } from '@/contracts/mark-order';
import type { ErrorReply } from '@/contracts/refusal';
import { send } from '@/ui/hooks/send';

/** Sends one action about orders at a time and shows afterwards what is so then, whether it was done or refused. */
export function useOrderAction() {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);
  const act = async (path: string, body: Readonly<Record<string, unknown>>): Promise<boolean> => {
    if (isSending) return false;
    setSending(true);
    const reply = await send<MarkReply>('POST', `/api/orders/${path}`, { key: crypto.randomUUID(), ...body });
    setSending(false);
    setError(reply.ok ? null : reply.error);
    router.refresh();
    return reply.ok;
  };
  return { act, error, isSending };
}
