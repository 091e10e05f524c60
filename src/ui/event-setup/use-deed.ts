import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { MarkReply } from '@/contracts/mark-order';
import type { ErrorReply } from '@/contracts/refusal';
import { send } from '@/ui/hooks/send';

/** One deed around an event at a time; afterwards the page shows what is so then. */
export function useDeed() {
  const router = useRouter();
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [said, setSaid] = useState('');
  const [isSending, setSending] = useState(false);
  const act = async (path: string, body: Readonly<Record<string, unknown>>): Promise<boolean> => {
    if (isSending) return false;
    setSending(true);
    const reply = await send<MarkReply>('POST', path, { key: crypto.randomUUID(), ...body });
    setSending(false);
    setError(reply.ok ? null : reply.error);
    setSaid(reply.ok ? reply.value.summary : '');
    router.refresh();
    return reply.ok;
  };
  const faultOf = (field: string): string => error?.fields.find(({ path }) => path === field)?.message ?? '';
  return { act, error, said, isSending, faultOf };
}
