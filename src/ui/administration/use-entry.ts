import { useRefresh } from '@/ui/hooks/use-refresh';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { EntryCommand, EntryDone } from '@/contracts/administration/docs';
import type { EntryKind } from '@/contracts/administration/kinds';
import { isUnanswered, type Sent, type ShownError } from '@/ui/hooks/send';
import { sendOnce } from '@/ui/hooks/send-once';

/** What is looked at and then done: the same but for `preview`. */
type Way = (isPreview: boolean) => Promise<Sent<EntryDone>>;

interface Pending {
  readonly verb: string;
  readonly done: EntryDone;
  readonly way: Way;
}

/**
 * Looks first what a change would hit. What hits nothing is done at once; anything else is shown in sentences and done
 * when it is meant.
 */
export function useEntry(kind: EntryKind, id: number | null, rowVersion: number) {
  const router = useRouter();
  const refresh = useRefresh();
  const [pending, setPending] = useState<Pending | null>(null);
  const [error, setError] = useState<ShownError | null>(null);
  const [isSending, setSending] = useState(false);

  const finish = (reply: Sent<EntryDone>, where: string) => {
    setError(reply.ok ? null : reply.error);
    // What was looked at stays, to be meant once more.
    if (isUnanswered(reply)) return;
    setPending(null);
    if (!reply.ok) return;
    router.push(`${where}?said=${encodeURIComponent(reply.value.summary)}`);
    refresh();
  };
  const run = async (verb: string, way: Way, alwaysAsk: boolean) => {
    if (isSending) return;
    setSending(true);
    const looked = await way(true);
    if (looked.ok && (alwaysAsk || looked.value.impact.length)) {
      setError(null);
      setPending({ verb, done: looked.value, way });
    } else if (looked.ok) finish(await way(false), `/administration/${kind}`);
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
        (preview) => sendOnce(`/api/house/${kind}`, { id, rowVersion, preview, doc }),
        false,
      ),
    command: (command: EntryCommand, verb: string) =>
      run(verb, (preview) => sendOnce(`/api/house/${kind}/${id}`, { command, preview }), true),
    confirm: async () => {
      if (!pending || isSending) return;
      setSending(true);
      finish(await pending.way(false), `/administration/${kind}`);
      setSending(false);
    },
    back: () => setPending(null),
  };
}
