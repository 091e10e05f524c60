import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ThingDeed, ThingDone } from '@/contracts/house-book/docs';
import type { HouseKind } from '@/contracts/house-book/kinds';
import type { ErrorReply } from '@/contracts/refusal';
import { send, type Sent } from '@/ui/hooks/send';

type Way = (isPreview: boolean, key: string) => Promise<Sent<ThingDone>>;

interface Pending {
  readonly verb: string;
  readonly done: ThingDone;
  readonly way: Way;
  /** One for each thing that is looked at, so that pressing twice does it once. */
  readonly key: string;
}

/**
 * Looks first what a change would hit. What hits nothing is done at once; anything else is shown in sentences and done
 * when it is meant.
 */
export function useThing(kind: HouseKind, id: number | null, rowVersion: number) {
  const router = useRouter();
  const [pending, setPending] = useState<Pending | null>(null);
  const [error, setError] = useState<ErrorReply['error'] | null>(null);
  const [isSending, setSending] = useState(false);

  const finish = (reply: Sent<ThingDone>, where: string) => {
    setError(reply.ok ? null : reply.error);
    setPending(null);
    if (!reply.ok) return;
    router.push(`${where}?said=${encodeURIComponent(reply.value.summary)}`);
    router.refresh();
  };
  const run = async (verb: string, way: Way, alwaysAsk: boolean) => {
    if (isSending) return;
    setSending(true);
    const key = crypto.randomUUID();
    const looked = await way(true, crypto.randomUUID());
    if (looked.ok && (alwaysAsk || looked.value.hits.length)) {
      setError(null);
      setPending({ verb, done: looked.value, way, key });
    } else if (looked.ok) finish(await way(false, key), `/house/${kind}`);
    else finish(looked, '');
    setSending(false);
  };
  return {
    pending,
    error,
    isSending,
    save: (doc: unknown) =>
      run(
        'Save it all the same',
        (preview, key) => send('POST', `/api/house/${kind}`, { key, id, rowVersion, preview, doc }),
        false,
      ),
    deed: (deed: ThingDeed, verb: string) =>
      run(verb, (preview, key) => send('POST', `/api/house/${kind}/${id}`, { key, deed, preview }), true),
    confirm: async () => {
      if (!pending || isSending) return;
      setSending(true);
      finish(await pending.way(false, pending.key), `/house/${kind}`);
      setSending(false);
    },
    back: () => setPending(null),
  };
}
